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

    /// <summary>Each line with its plan and what has been weighed of it, top-ups added.</summary>
    public static IReadOnlyList<PotLine> Pot(Formula planned, IReadOnlyList<MakeStep> steps, IReadOnlyList<StepDone> done)
    {
        var lines = steps.Where(step => step.Line is not null).ToDictionary(step => step.Id, step => step.Line!);
        var weighed = done.Where(step => step.WeighedG is not null && lines.ContainsKey(step.Step))
            .GroupBy(step => lines[step.Step])
            .ToDictionary(group => group.Key, group => group.Sum(step => step.WeighedG!.Value));
        return
        [
            .. planned.Lines.Select(line => new PotLine(
                line.Id,
                steps.Where(step => step.Line == line.Id).Sum(step => step.TargetG ?? 0),
                weighed.TryGetValue(line.Id, out var grams) ? grams : null
            )),
        ];
    }
}
