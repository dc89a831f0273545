using AmberPantry.Core.Safety;
using AmberPantry.Core.Workshops;

namespace AmberPantry.Core.Making;

/// <summary>What is done at a step. The order is kept: files know them by it.</summary>
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
    Check,
    Mix,
    Sift,
    Add,
    Fill,
    Rest,
    Stir,
    Chill,
    Whip,
    Label,
    Dry,
    Demould,
    Grind,
    Wet,
    Mould,
    Wait,
    Bake,
    Split,
}

/// <summary>What a step wants of the maker.</summary>
public enum Hands
{
    Hands,

    /// <summary>Stay in sight of it.</summary>
    Eyes,

    /// <summary>It goes on alone.</summary>
    None,
}

/// <summary>How long a step takes.</summary>
/// <param name="FromMin">Minutes, at the earliest.</param>
/// <param name="ToMin">At the latest.</param>
/// <param name="LateHurts">Whether being late is worse than being early: then the earliest calls, else the latest.</param>
/// <param name="IsWorkedOut">From the cooling or drying of this batch; else by rule, until her own times are known.</param>
public sealed record StepClock(double FromMin, double ToMin, bool LateHurts, bool IsWorkedOut)
{
    /// <summary>When it calls, minutes from the start of the step.</summary>
    public double CallsAtMin => LateHurts ? FromMin : ToMin;
}

/// <summary>What a plan has to say of a step.</summary>
public sealed record StepSaying(Severity Severity, string Sentence);

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

    /// <summary>Not to go above, °C, where that is more than what is wanted.</summary>
    public double? MostC { get; init; }

    /// <summary>Most relative humidity, percent.</summary>
    public double? MostHumidity { get; init; }

    /// <summary>Minutes during which hands are free; null when hands are needed.</summary>
    public int? WaitMinutes { get; init; }

    /// <summary>How long it takes; null for as long as it takes.</summary>
    public StepClock? Clock { get; init; }

    public Hands Hands { get; init; }

    /// <summary>The line that carries a premix: a tenth of what is weighed is the line itself, the rest this one.</summary>
    public string? CarriedBy { get; init; }

    /// <summary>A level cup is weighed here, to tell the air.</summary>
    public bool AsksCup { get; init; }

    /// <summary>Filled packs or pieces are weighed here.</summary>
    public bool AsksPack { get; init; }

    /// <summary>Key of the step in its way of making; null for one that was put in by hand.</summary>
    public string? Template { get; init; }

    /// <summary>Said, timed or put in by the maker herself.</summary>
    public bool IsOwn { get; init; }

    /// <summary>What the plan has to say of it.</summary>
    public IReadOnlyList<StepSaying> Says { get; init; } = [];

    public IReadOnlyList<Caution> Cautions { get; init; } = [];

    /// <summary>The same in the units of the house.</summary>
    public MakeStep In(Wording say) =>
        this with
        {
            Title = say.Text(Title),
            Text = say.Text(Text),
            Why = say.Text(Why),
            DoneWhen = say.Text(DoneWhen),
            Says = [.. Says.Select(saying => saying with { Sentence = say.Text(saying.Sentence) })],
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
