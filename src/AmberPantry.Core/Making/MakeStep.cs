using AmberPantry.Core.Safety;
using AmberPantry.Core.Workshops;

namespace AmberPantry.Core.Making;

public enum StepKind
{
    Gather,
    Weigh,
    Melt,
    Hold,
    Cool,
    Pour,
    Set,
    Cap,
    Record,
}

/// <summary>One thing to do. The maker sees one at a time.</summary>
public sealed record MakeStep
{
    /// <summary>Stays with the step whatever is put before it; unique in its batch.</summary>
    public required string Id { get; init; }

    public required StepKind Kind { get; init; }

    /// <summary>The act, or the material for a weighing.</summary>
    public required string Title { get; init; }

    /// <summary>What to do.</summary>
    public required string Text { get; init; }

    public required string Why { get; init; }

    /// <summary>How to tell that it is done.</summary>
    public required string DoneWhen { get; init; }

    /// <summary>Line of the formula that is weighed here.</summary>
    public string? Line { get; init; }

    /// <summary>What to weigh, g.</summary>
    public decimal? TargetG { get; init; }

    /// <summary>Grams either side that count as right.</summary>
    public decimal? ToleranceG { get; init; }

    /// <summary>Drops of it to the gram; null for what does not drop.</summary>
    public double? DropsPerG { get; init; }

    /// <summary>Lowest wanted temperature, °C.</summary>
    public double? FromC { get; init; }

    /// <summary>Highest wanted temperature, °C.</summary>
    public double? ToC { get; init; }

    /// <summary>Minutes during which hands are free; null when hands are needed.</summary>
    public int? WaitMinutes { get; init; }

    public IReadOnlyList<Caution> Cautions { get; init; } = [];

    /// <summary>The same in the units of the house.</summary>
    public MakeStep In(Wording say) =>
        this with
        {
            Title = say.Text(Title),
            Text = say.Text(Text),
            Why = say.Text(Why),
            DoneWhen = say.Text(DoneWhen),
            Cautions =
            [
                .. Cautions.Select(caution =>
                    caution with
                    {
                        Message = say.Text(caution.Message),
                        Reason = say.Text(caution.Reason),
                        Fix = say.Text(caution.Fix),
                    }
                ),
            ],
        };
}

/// <summary>What counts as weighed right.</summary>
public static class WeighTolerance
{
    /// <summary>Part of a target that counts as right, with the scale's step as the least.</summary>
    public const decimal Within = 0.005m;

    public static decimal Of(decimal targetG, Scale scale) => Math.Max(scale.ResolutionG, targetG * Within);
}
