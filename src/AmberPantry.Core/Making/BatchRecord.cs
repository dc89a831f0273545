using AmberPantry.Core.Assessment;
using AmberPantry.Core.Composition;
using AmberPantry.Core.Melt;

namespace AmberPantry.Core.Making;

/// <summary>Where finished stock is kept.</summary>
public enum StockPlace
{
    Shelf,
    HeldBack,
    CoolBox,
}

public enum ObservationKind
{
    /// <summary>Firmness by thumb, 1 soft to 5 hard, at a temperature.</summary>
    ThumbPress,

    /// <summary>Temperature at which it lost its shape.</summary>
    Slump,

    Note,
}

/// <summary>What was recorded at a step.</summary>
public sealed record StepDone(int Index, DateTime DoneAt, decimal? WeighedG = null, double? TemperatureC = null, string? Note = null);

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
        var weighed = done.Where(step => step.WeighedG is not null && step.Index < steps.Count)
            .GroupBy(step => steps[step.Index].Line!)
            .ToDictionary(group => group.Key, group => group.Sum(step => step.WeighedG!.Value));
        return [.. planned.Lines.Select(line => new PotLine(
            line.Id,
            steps.Where(step => step.Line == line.Id).Sum(step => step.TargetG ?? 0),
            weighed.TryGetValue(line.Id, out var grams) ? grams : null))];
    }

    /// <summary>Thumb scale of a yield value: 1 sinks in, 5 does not mark.</summary>
    public static int ThumbOf(double firmnessKPa) => MatterStates.At(firmnessKPa) switch
    {
        MatterState.Brittle => 5,
        MatterState.Hard => 4,
        MatterState.Firm => 3,
        MatterState.Scoopable => 2,
        _ => 1,
    };
}
