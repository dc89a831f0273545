using AmberPantry.Core.Formulas;

namespace AmberPantry.Core.Making;

/// <summary>Reads the record of a batch back into a formula.</summary>
public static class BatchRecord
{
    /// <summary>The formula with the true shares of what was weighed; lines not weighed yet count as planned.</summary>
    public static Formula AsWeighed(Formula planned, IReadOnlyList<MakeStep> steps, IReadOnlyList<StepDone> done)
    {
        var pot = Pot(planned, steps, done);
        var grams = pot.Select(line => line.WeighedG ?? line.PlannedG).ToArray();
        if (grams.Sum() == 0)
        {
            return planned;
        }

        var shares = Amounts.ToPercent(grams);
        return planned with
        {
            Lines = [.. planned.Lines.Select((line, i) => line with { Percent = shares[i] })],
            Batch = planned.Batch with { Grams = grams.Sum() },
        };
    }

    /// <summary>Part of a premix that is the line itself; the rest is what carries it.</summary>
    public const decimal PremixPart = 0.1m;

    /// <summary>Each line with its plan and what has been weighed of it, top-ups added and premixes told apart.</summary>
    public static IReadOnlyList<PotLine> Pot(Formula planned, IReadOnlyList<MakeStep> steps, IReadOnlyList<StepDone> done)
    {
        var there = done.Where(one => one.WeighedG is not null).ToDictionary(one => one.Step, one => one.WeighedG!.Value);
        var (plan, weighed) = (new Dictionary<string, decimal>(), new Dictionary<string, decimal>());
        foreach (var step in steps.Where(step => step.Line is not null))
        {
            Take(plan, step, step.TargetG ?? 0);
            if (there.TryGetValue(step.Id, out var grams))
            {
                Take(weighed, step, grams);
            }
        }

        // What carries a premix is weighed once its own weighing is.
        var own = steps.Where(step => step.Line is not null && there.ContainsKey(step.Id)).Select(step => step.Line!).ToHashSet();
        return
        [
            .. planned.Lines.Select(line => new PotLine(line.Id, plan.GetValueOrDefault(line.Id), own.Contains(line.Id) ? weighed[line.Id] : null)),
        ];
    }

    /// <summary>What a step weighs when its line is to have so much in all: ten times that of a premix, the rest of what carries one.</summary>
    internal static decimal Target(MakeStep step, IReadOnlyList<MakeStep> steps, IReadOnlyDictionary<string, decimal> plan) =>
        step.CarriedBy is not null
            ? plan[step.Line!] / PremixPart
            : plan[step.Line!] - steps.Where(one => one.CarriedBy == step.Line).Sum(one => plan[one.Line!] * ((1 - PremixPart) / PremixPart));

    private static void Take(Dictionary<string, decimal> sums, MakeStep step, decimal grams)
    {
        if (step.CarriedBy is { } carrier)
        {
            sums[carrier] = sums.GetValueOrDefault(carrier) + ((1 - PremixPart) * grams);
            grams *= PremixPart;
        }

        sums[step.Line!] = sums.GetValueOrDefault(step.Line!) + grams;
    }
}
