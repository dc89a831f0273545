using AmberPantry.Core.Workshops;

namespace AmberPantry.Core.Making;

/// <summary>In which way a batch left its sheet. The order is kept: files know them by it.</summary>
public enum DeviationKind
{
    Weight,
    Temperature,

    /// <summary>A clock was not waited for.</summary>
    BrokenOff,

    /// <summary>A moment that had to be met was passed.</summary>
    Late,
    Skipped,

    /// <summary>Taken from another lot than the first to expire.</summary>
    OtherLot,

    /// <summary>The hand says something else than the run.</summary>
    Word,

    /// <summary>Made in another piece of the kit than was planned.</summary>
    OtherKit,
}

/// <summary>One answer that may be given.</summary>
/// <param name="Id">Its key.</param>
/// <param name="AsksMinutes">How long it was so is asked with it.</param>
public sealed record DeviationOption(string Id, string Words, bool AsksMinutes = false);

/// <summary>Something that went another way than the sheet, with the one question it raises. Nothing is refused for it.</summary>
/// <param name="Step">Id of the step.</param>
/// <param name="Says">What happened: "Melt: 66 °C, wanted 70 to 75".</param>
/// <param name="Asks">The question.</param>
/// <param name="AsksLook">Whether "did it look right?" is asked with it.</param>
public sealed record Deviation(
    string Step,
    DeviationKind Kind,
    string Says,
    string Asks,
    IReadOnlyList<DeviationOption> Options,
    bool AsksLook = true
);

/// <summary>What was answered, kept with the batch.</summary>
/// <param name="Id">Id of the command that told it.</param>
/// <param name="Says">What had happened, as it was asked.</param>
/// <param name="Answer">Key of the option.</param>
/// <param name="Minutes">How long, where that was asked.</param>
/// <param name="LookedRight">Whether it looked right; null where nobody said.</param>
public sealed record DeviationAnswer(
    Guid Id,
    DateTime At,
    string Step,
    DeviationKind Kind,
    string Says,
    string Answer,
    double? Minutes,
    bool? LookedRight
);

/// <summary>Finds where a batch left its sheet.</summary>
public static class Deviations
{
    public const double MostMinutes = 7 * 24 * 60;
    private const double OutByC = 2;
    private const double LateByMin = 5;

    /// <summary>A clock broken off by less than this part is none.</summary>
    private const double EnoughOfIt = 0.9;
    public const string Held = "held";
    public const string CutShort = "short";
    public const string LeftOut = "left-out";

    /// <summary>As it is kept: in grams and °C, whatever the house reads.</summary>
    private static readonly Wording Kept = new(new Workshop());

    /// <summary>Steps that time ends, not a thermometer or a hand.</summary>
    private static readonly StepKind[] EndedByTime = [StepKind.Hold, StepKind.Rest, StepKind.Set, StepKind.Wait, StepKind.Bake];

    private static readonly DeviationOption[] OfTemperature =
    [
        new(Held, "It was held so", true),
        new("moment", "Only when I read it"),
        new("righted", "Put right before I went on"),
    ];
    private static readonly DeviationOption[] OfBreak = [new("whole", "It had its whole time"), new(CutShort, "It was cut short", true)];
    private static readonly DeviationOption[] OfLate = [new("waited", "It waited so long"), new("written-late", "In time, written down late")];
    private static readonly DeviationOption[] OfSkip = [new("done", "Done, not written down"), new(LeftOut, "Left out")];
    private static readonly DeviationOption[] OfLot = [new("on-purpose", "On purpose"), new("not-fit", "The first was not fit")];
    private static readonly DeviationOption[] OfKit = [new("on-purpose", "On purpose"), new("not-free", "The planned one was not free")];
    private static readonly DeviationOption[] OfWeight = [new("kept", "Kept as it is"), new("righted", "Put right in the pot")];
    private static readonly DeviationOption[] OfWord = [new("sure", "I am sure"), new("unsure", "Hard to tell")];

    /// <summary>Those nobody has answered, the latest step first.</summary>
    /// <param name="wordOff">Where the hand's last word lies off the run, in words.</param>
    /// <param name="lots">Which lot is used first at a step, and which was taken; left out, lots are not asked about.</param>
    /// <param name="kit">Where another piece was taken than was planned; left out, the kit is not asked about.</param>
    public static IReadOnlyList<Deviation> Of(
        Batch batch,
        Wording say,
        string? wordOff = null,
        IReadOnlyDictionary<string, string>? lots = null,
        IReadOnlyDictionary<string, string>? kit = null
    )
    {
        if (batch.IsFinished)
        {
            return [];
        }

        var answered = batch.Answers.Select(one => (one.Step, one.Kind)).ToHashSet();
        var at = batch.Steps.ToList().FindIndex(step => step.Id == batch.AtStep);
        var found = new List<Deviation>();
        if (wordOff is { Length: > 0 } off)
        {
            found.Add(new Deviation(batch.AtStep, DeviationKind.Word, off, "Are you sure of the word?", OfWord));
        }

        for (var i = at - 1; i >= 0; i--)
        {
            var step = batch.Steps[i];
            var done = batch.Done.FirstOrDefault(one => one.Step == step.Id);
            found.AddRange(
                done is null
                    ? [Skip(step, say)]
                    : new[]
                    {
                        OutOfRange(step, done, say),
                        Weighed(step, done, say),
                        Timed(batch, i, done, say),
                        Other(step, DeviationKind.OtherLot, lots, "Why another lot?", OfLot, say),
                        Other(step, DeviationKind.OtherKit, kit, "Why another one?", OfKit, say),
                    }.OfType<Deviation>()
            );
        }

        return [.. found.Where(one => !answered.Contains((one.Step, one.Kind)))];
    }

    /// <exception cref="Refusal">E_UNKNOWN_ID for an answer that nobody asked for, E_RANGE for minutes that cannot be.</exception>
    internal static DeviationAnswer Answer(Batch batch, AnswerDeviation answer, Guid id, DateTime at)
    {
        var step = batch.Unfinished(answer.Step);
        if (Options(answer.What).All(option => option.Id != answer.Answer))
        {
            throw new Refusal(
                Codes.UnknownId,
                "command.answer",
                answer.Answer,
                $"“{answer.Answer}” is no answer to that.",
                $"Choose one of: {string.Join(", ", Options(answer.What).Select(option => option.Id))}."
            );
        }

        if (answer.Minutes is { } minutes && !(minutes >= 0 && minutes <= MostMinutes))
        {
            throw new Refusal(
                Codes.Range,
                "command.minutes",
                minutes,
                $"{minutes:0.#} minutes cannot be.",
                $"Type 0 to {MostMinutes:0} minutes, or leave it empty."
            );
        }

        return new DeviationAnswer(
            id,
            at,
            step.Id,
            answer.What,
            Of(batch, Kept).FirstOrDefault(one => (one.Step, one.Kind) == (step.Id, answer.What))?.Says ?? Bare(step, answer.What),
            answer.Answer,
            answer.Minutes,
            answer.LookedRight
        );
    }

    /// <summary>What is told of one that only the run or the shelf could see.</summary>
    private static string Bare(MakeStep step, DeviationKind kind) =>
        $"{step.Title}: "
        + kind switch
        {
            DeviationKind.Word => "the hand said something else than the run",
            DeviationKind.OtherKit => "in another one than was planned",
            _ => "not the lot that expires first",
        };

    /// <summary>What was answered, in words.</summary>
    public static string Told(DeviationAnswer answer)
    {
        var words = Options(answer.Kind).FirstOrDefault(option => option.Id == answer.Answer)?.Words ?? answer.Answer;
        var minutes = answer.Minutes is { } told ? $", {told:0.#}{Wording.Narrow}min" : "";
        var look = answer.LookedRight switch
        {
            true => " It looked right.",
            false => " It **did not look right**.",
            null => "",
        };
        return $"{answer.Says}. {words}{minutes}.{look}";
    }

    private static DeviationOption[] Options(DeviationKind kind) =>
        kind switch
        {
            DeviationKind.Weight => OfWeight,
            DeviationKind.Temperature => OfTemperature,
            DeviationKind.BrokenOff => OfBreak,
            DeviationKind.Late => OfLate,
            DeviationKind.Skipped => OfSkip,
            DeviationKind.OtherLot => OfLot,
            DeviationKind.OtherKit => OfKit,
            _ => OfWord,
        };

    private static Deviation Skip(MakeStep step, Wording say) =>
        new(step.Id, DeviationKind.Skipped, $"{say.Text(step.Title)}: passed over", "Was it done?", OfSkip);

    private static Deviation? OutOfRange(MakeStep step, StepDone done, Wording say)
    {
        if (done.TemperatureC is not { } read)
        {
            return null;
        }

        var most = step.MostC ?? step.ToC;
        var off = read - most >= OutByC || step.FromC - read >= OutByC;
        return off
            ? new Deviation(
                step.Id,
                DeviationKind.Temperature,
                $"{say.Text(step.Title)}: {say.Temperature(read)}, wanted {Wanted(step.FromC, most, say)}",
                "Was it held so? How long?",
                OfTemperature
            )
            : null;
    }

    private static string Wanted(double? from, double? to, Wording say) =>
        (from, to) switch
        {
            ({ } low, { } high) => $"{say.BareTemperature(low)} to {say.Temperature(high)}",
            ({ } low, null) => $"{say.Temperature(low)} or more",
            (_, { } high) => $"{say.Temperature(high)} or less",
            _ => "another",
        };

    /// <summary>What was asked in place has its answer in the note of the weighing.</summary>
    private static Deviation? Weighed(MakeStep step, StepDone done, Wording say) =>
        done.WeighedG is { } grams
        && step.TargetG is { } target
        && Math.Abs(grams - target) > (step.ToleranceG ?? 0)
        && string.IsNullOrEmpty(done.Note)
            ? new Deviation(
                step.Id,
                DeviationKind.Weight,
                $"{say.Text(step.Title)}: {say.Weight(grams)}, wanted {say.Weight(target)}",
                "Does it stay so?",
                OfWeight,
                false
            )
            : null;

    private static Deviation? Timed(Batch batch, int at, StepDone done, Wording say)
    {
        var step = batch.Steps[at];
        if (step.Clock is not { } clock)
        {
            return null;
        }

        var took = (done.DoneAt - batch.Began(at)).TotalMinutes;
        if (EndedByTime.Contains(step.Kind) && took < clock.FromMin * EnoughOfIt)
        {
            return new Deviation(
                step.Id,
                DeviationKind.BrokenOff,
                $"{say.Text(step.Title)}: {Wording.Minutes(took, 0)} of {Wording.Minutes(clock.FromMin, 0)}",
                "Was it cut short?",
                OfBreak
            );
        }

        return clock is { LateHurts: true, IsWorkedOut: true } && took > clock.ToMin + LateByMin
            ? new Deviation(
                step.Id,
                DeviationKind.Late,
                $"{say.Text(step.Title)}: {Wording.Minutes(took - clock.ToMin, 0)} after its time",
                "Did it wait?",
                OfLate
            )
            : null;
    }

    private static Deviation? Other(
        MakeStep step,
        DeviationKind kind,
        IReadOnlyDictionary<string, string>? others,
        string asks,
        DeviationOption[] options,
        Wording say
    ) =>
        others?.GetValueOrDefault(step.Id) is { } says ? new Deviation(step.Id, kind, $"{say.Text(step.Title)}: {says}", asks, options, false) : null;
}
