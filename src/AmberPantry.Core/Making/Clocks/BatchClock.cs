using AmberPantry.Core.Workshops;

namespace AmberPantry.Core.Making.Clocks;

/// <summary>What a batch waits for, and what it wants of the hands then.</summary>
/// <param name="Lot">Which batch.</param>
/// <param name="Step">Id of the step in hand.</param>
/// <param name="Title">Its title.</param>
/// <param name="Words">What happens: "opens", "cap", "is over".</param>
public sealed record BatchClock(string Lot, string Step, string Title, string Words)
{
    public required DateTime StartedAt { get; init; }

    /// <summary>The likeliest moment.</summary>
    public required DateTime At { get; init; }

    public required DateTime EarlyAt { get; init; }

    public required DateTime LateAt { get; init; }

    /// <summary>When the maker is called.</summary>
    public required DateTime CallsAt { get; init; }

    /// <summary>What is done then.</summary>
    public required string Then { get; init; }

    /// <summary>Minutes that it takes the hands.</summary>
    public required double HandsMin { get; init; }

    /// <summary>Minutes that it may wait without harm.</summary>
    public required double SlackMin { get; init; }

    private const double UsualHandsMin = 5;
    private const double FreeMin = 12 * 60;
    private const double PressMin = 3;
    private const double LidOnMin = 30;

    /// <summary>The clock of the step in hand; null where it takes as long as it takes.</summary>
    /// <param name="watch">How it cools; null where nothing does.</param>
    /// <param name="drying">How it dries; null where nothing does.</param>
    /// <param name="now">UTC.</param>
    public static BatchClock? Of(Batch batch, CoolingWatch? watch, DryCoach? drying, DateTime now)
    {
        // What the hand has called dry waits for nothing more.
        if (batch.IsFinished || drying is { IsDry: true })
        {
            return null;
        }

        var at = batch.Steps.ToList().FindIndex(step => step.Id == batch.AtStep);
        var step = batch.Steps[at];
        var then = at + 1 < batch.Steps.Count ? batch.Steps[at + 1] : step;
        var started = batch.Began(at);
        var next = watch?.Times.FirstOrDefault(time => time.LateAt > now) ?? watch?.Times.LastOrDefault() ?? Look(drying);
        if (next is null && (step.Clock is null || step.Hands == Hands.Hands))
        {
            return null;
        }

        return new BatchClock(batch.Lot, step.Id, step.Title, Told(step, watch, next))
        {
            StartedAt = started,
            At = next?.At ?? started.AddMinutes((step.Clock!.FromMin + step.Clock.ToMin) / 2),
            EarlyAt = next?.EarlyAt ?? started.AddMinutes(step.Clock!.FromMin),
            LateAt = next?.LateAt ?? started.AddMinutes(step.Clock!.ToMin),
            CallsAt = next?.CallsAt ?? started.AddMinutes(step.Clock!.CallsAtMin),
            Then = then.Title,
            HandsMin = then.Hands == Hands.None ? 1 : Math.Max(1, then.Clock?.ToMin ?? UsualHandsMin),
            SlackMin = Slack(step, watch, next),
        };
    }

    /// <summary>The next squeeze or weighing of what dries.</summary>
    private static WatchTime? Look(DryCoach? drying) =>
        drying is { LookAt: { } at } ? new WatchTime("look", drying.AsksMass ? "weigh it" : "squeeze it", at, at, at, at) : null;

    /// <summary>"whip window opens", "cap", "stand overnight is over".</summary>
    private static string Told(MakeStep step, CoolingWatch? watch, WatchTime? next) =>
        next is null ? $"{Wording.Inside(step.Title)} is over"
        : next.Id is "opens" or "closes" ? $"{watch!.Band.Words} {next.Words}"
        : next.Words;

    /// <summary>How long it may wait: to where a window closes, or as long as such a step bears it.</summary>
    private static double Slack(MakeStep step, CoolingWatch? watch, WatchTime? next)
    {
        if (watch?.Times.FirstOrDefault(time => next is not null && time.At > next.At) is { } closes)
        {
            return (closes.EarlyAt - next!.At).TotalMinutes;
        }

        return Bears(step.Kind);
    }

    /// <summary>How long a step may be put off: as long as what stands before it bears.</summary>
    internal static double SlackBefore(IReadOnlyList<MakeStep> steps, int at) =>
        steps[at].Kind switch
        {
            StepKind.Weigh or StepKind.Gather or StepKind.Label or StepKind.Record or StepKind.Check or StepKind.Cap or StepKind.Demould => FreeMin,
            _ when at == 0 => FreeMin,
            _ => steps[at - 1].Kind is StepKind.Weigh or StepKind.Gather ? FreeMin : Bears(steps[at - 1].Kind),
        };

    private static double Bears(StepKind kind) =>
        kind switch
        {
            StepKind.Melt or StepKind.Hold => LidOnMin,
            StepKind.Mould or StepKind.Wet => PressMin,
            StepKind.Set or StepKind.Dry or StepKind.Rest or StepKind.Demould => FreeMin,
            _ => 0,
        };
}

/// <summary>Two batches that want the hands at once, or what must never meet.</summary>
/// <param name="At">From when, UTC.</param>
/// <param name="First">The block that goes first.</param>
/// <param name="Waits">The one that can wait, or whose window is given up.</param>
/// <param name="WaitMin">Minutes that it waits.</param>
/// <param name="Kind">What can be done about it.</param>
public sealed record HandsClash(DateTime At, HandsBlock First, HandsBlock Waits, double WaitMin, ClashKind Kind)
{
    public Severity Severity =>
        Kind switch
        {
            ClashKind.NeverTogether => Severity.Stop,
            ClashKind.TwoPairs => Severity.Fix,
            ClashKind.KeptWarm => Severity.Watch,
            _ => Severity.Note,
        };

    /// <summary>Two may overlap by this much, minutes.</summary>
    private const double MayOverlapMin = 1;

    /// <summary>A pot without scent may be kept warm so long.</summary>
    private const double KeptWarmMin = 30;

    /// <summary>Every two that clash, the soonest first: who can wait longer, waits; of two alike the later.</summary>
    public static IReadOnlyList<HandsClash> Of(IReadOnlyList<HandsBlock> blocks)
    {
        var clashes = new List<HandsClash>();
        for (var i = 0; i < blocks.Count; i++)
        {
            for (var j = i + 1; j < blocks.Count; j++)
            {
                if (blocks[i].Lot != blocks[j].Lot && Between(blocks[i], blocks[j]) is { } clash)
                {
                    clashes.Add(clash);
                }
            }
        }

        // Two batches clash once at a time: what follows the first moves with it.
        return
        [
            .. clashes.OrderBy(clash => clash.At).DistinctBy(clash => (Min(clash.First.Lot, clash.Waits.Lot), Max(clash.First.Lot, clash.Waits.Lot))),
        ];
    }

    /// <summary>Whether any block of a batch clashes with one of the others.</summary>
    internal static bool Meet(IReadOnlyList<HandsBlock> blocks, IReadOnlyList<HandsBlock> others) =>
        blocks.Any(block => others.Any(other => Between(block, other) is not null));

    private static HandsClash? Between(HandsBlock one, HandsBlock other)
    {
        DateTime from = one.From > other.From ? one.From : other.From,
            to = one.To < other.To ? one.To : other.To;
        if ((to - from).TotalMinutes <= MayOverlapMin)
        {
            return null;
        }

        var burns = (one.HasHeat && other.HasAlcohol) || (one.HasAlcohol && other.HasHeat);
        if (!burns && (one.Hands != Hands.Hands || other.Hands != Hands.Hands))
        {
            return null;
        }

        var waits =
            one.SlackMin > other.SlackMin ? one
            : other.SlackMin > one.SlackMin ? other
            : one.From > other.From ? one
            : other;
        var first = waits == one ? other : one;
        var wait = Math.Ceiling((first.To - waits.From).TotalMinutes);
        var kind =
            burns ? ClashKind.NeverTogether
            : waits.SlackMin >= wait ? ClashKind.Waits
            : waits.CanStayWarm && wait <= KeptWarmMin ? ClashKind.KeptWarm
            : ClashKind.TwoPairs;
        return new HandsClash(from, first, waits, wait, kind);
    }

    private static string Min(string one, string other) => string.CompareOrdinal(one, other) < 0 ? one : other;

    private static string Max(string one, string other) => string.CompareOrdinal(one, other) < 0 ? other : one;
}

/// <summary>What can be done about two that want the hands at once.</summary>
public enum ClashKind
{
    /// <summary>One waits without harm.</summary>
    Waits,

    /// <summary>One stays in the bath, lid on, until the other is done.</summary>
    KeptWarm,

    /// <summary>Neither waits: a second pair of hands, or one window is given up.</summary>
    TwoPairs,

    /// <summary>Heat and something that burns.</summary>
    NeverTogether,
}
