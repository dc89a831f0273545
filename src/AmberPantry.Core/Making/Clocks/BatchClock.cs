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
    /// <param name="now">UTC.</param>
    public static BatchClock? Of(Batch batch, CoolingWatch? watch, DateTime now)
    {
        if (batch.IsFinished)
        {
            return null;
        }

        var at = batch.Steps.ToList().FindIndex(step => step.Id == batch.AtStep);
        var step = batch.Steps[at];
        var then = at + 1 < batch.Steps.Count ? batch.Steps[at + 1] : step;
        var started = Started(batch, at);
        var next = watch?.Times.FirstOrDefault(time => time.LateAt > now) ?? watch?.Times.LastOrDefault();
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

    /// <summary>"whip window opens", "cap", "stand overnight is over".</summary>
    private static string Told(MakeStep step, CoolingWatch? watch, WatchTime? next) =>
        next is null ? $"{Wording.Inside(step.Title)} is over"
        : next.Id is "opens" or "closes" ? $"{watch!.Band.Words} {next.Words}"
        : next.Words;

    /// <summary>When a step began: when the last of those before it was put down.</summary>
    public static DateTime Started(Batch batch, int at) =>
        batch
            .Done.Where(done => batch.Steps.Take(at).Any(before => before.Id == done.Step))
            .Select(done => done.DoneAt)
            .DefaultIfEmpty(batch.StartedAt)
            .Max();

    /// <summary>How long it may wait: to where a window closes, or as long as such a step bears it.</summary>
    private static double Slack(MakeStep step, CoolingWatch? watch, WatchTime? next)
    {
        if (watch?.Times.FirstOrDefault(time => next is not null && time.At > next.At) is { } closes)
        {
            return (closes.EarlyAt - next!.At).TotalMinutes;
        }

        return step.Kind switch
        {
            StepKind.Melt or StepKind.Hold => LidOnMin,
            StepKind.Mould or StepKind.Wet => PressMin,
            StepKind.Set or StepKind.Dry or StepKind.Rest or StepKind.Demould => FreeMin,
            _ => 0,
        };
    }
}

/// <summary>Two batches that want the hands at once.</summary>
/// <param name="At">From when, UTC.</param>
/// <param name="Waits">The lot that can wait, or whose window is given up.</param>
/// <param name="First">The lot that goes first.</param>
/// <param name="WaitMin">Minutes that it waits.</param>
/// <param name="Fits">It may wait so long without harm.</param>
public sealed record HandsClash(DateTime At, string First, string Waits, double WaitMin, bool Fits)
{
    /// <summary>Two may overlap by this much, minutes.</summary>
    private const double MayOverlapMin = 1;

    /// <summary>Every two that clash, the soonest first: who can wait longer, waits; of two alike the later.</summary>
    public static IReadOnlyList<HandsClash> Of(IReadOnlyList<BatchClock> clocks)
    {
        var clashes = new List<HandsClash>();
        for (var i = 0; i < clocks.Count; i++)
        {
            for (var j = i + 1; j < clocks.Count; j++)
            {
                BatchClock one = clocks[i],
                    other = clocks[j];
                DateTime from = one.CallsAt > other.CallsAt ? one.CallsAt : other.CallsAt,
                    to = Min(one.CallsAt.AddMinutes(one.HandsMin), other.CallsAt.AddMinutes(other.HandsMin));
                if ((to - from).TotalMinutes <= MayOverlapMin)
                {
                    continue;
                }

                var waits =
                    one.SlackMin > other.SlackMin ? one
                    : other.SlackMin > one.SlackMin ? other
                    : one.CallsAt > other.CallsAt ? one
                    : other;
                var first = waits == one ? other : one;
                var wait = (first.CallsAt.AddMinutes(first.HandsMin) - waits.CallsAt).TotalMinutes;
                clashes.Add(new HandsClash(from, first.Lot, waits.Lot, Math.Ceiling(wait), waits.SlackMin >= wait));
            }
        }

        return [.. clashes.OrderBy(clash => clash.At)];
    }

    private static DateTime Min(DateTime one, DateTime other) => one < other ? one : other;
}
