using AmberPantry.Core.Workshops;

namespace AmberPantry.Core.Making.Clocks;

/// <summary>A stretch of a batch that wants the hands, the eyes or nothing.</summary>
/// <param name="Lot">Which batch.</param>
/// <param name="Step">Id of its first step.</param>
/// <param name="Title">What is done.</param>
/// <param name="From">UTC, by the clocks as they stand.</param>
public sealed record HandsBlock(string Lot, string Step, string Title, Hands Hands, DateTime From, DateTime To)
{
    /// <summary>Minutes that it may begin later without harm.</summary>
    public required double SlackMin { get; init; }

    /// <summary>The step before it is one of heat: it can stay in the bath, lid on.</summary>
    public required bool CanStayWarm { get; init; }

    /// <summary>Something that burns stands open.</summary>
    public required bool HasAlcohol { get; init; }

    /// <summary>On the heat, watched.</summary>
    public required bool HasHeat { get; init; }
}

/// <summary>What the one pair of hands does for a while.</summary>
/// <param name="Words">"pour", "free 8 min", "both".</param>
public sealed record HandsSpan(DateTime From, DateTime To, string Words, bool IsBoth);

/// <summary>Work of the hands.</summary>
/// <param name="Minutes">In all.</param>
/// <param name="From">When it begins, UTC.</param>
/// <param name="To">When it is over.</param>
public sealed record HandsDay(double Minutes, DateTime From, DateTime To);

/// <summary>Work of the hands on one batch without a break.</summary>
/// <param name="Number">From 1 through the day, over all batches.</param>
/// <param name="Title">Its longest piece of work.</param>
public sealed record HandsAct(int Number, string Lot, string Title, DateTime From, DateTime To);

/// <summary>The day of one pair of hands, over all batches that are being made.</summary>
public static class HandsLine
{
    /// <summary>Further ahead nothing is said.</summary>
    public static readonly TimeSpan Ahead = TimeSpan.FromHours(24);

    private static readonly TimeSpan Tick = TimeSpan.FromMinutes(5);
    private const string Both = "both";
    private const double WeighMin = 1;
    private const double UsualMin = 5;
    private const double LeastShownMin = 3;
    private const double LongMin = 90;
    private static readonly string[] OpenAlcohol = ["FIRE-03", "FIRE-04"];

    /// <summary>The blocks of a batch from now on: the step in hand by its clock, the others by their usual times.</summary>
    /// <param name="clock">That of the step in hand; null where it takes as long as it takes.</param>
    public static IReadOnlyList<HandsBlock> Of(Batch batch, BatchClock? clock, DateTime now) =>
        Blocks(batch.Lot, batch.Steps, batch.Steps.ToList().FindIndex(step => step.Id == batch.AtStep), clock, now);

    /// <summary>The blocks of a batch that is only planned, from its begin on.</summary>
    /// <param name="lot">What it is told apart by.</param>
    public static IReadOnlyList<HandsBlock> Of(string lot, IReadOnlyList<MakeStep> steps, DateTime begins) => Blocks(lot, steps, 0, null, begins);

    private static List<HandsBlock> Blocks(string lot, IReadOnlyList<MakeStep> steps, int first, BatchClock? clock, DateTime now)
    {
        var blocks = new List<HandsBlock>();
        var time = now;
        var weighs = 0;
        for (var i = first; i < steps.Count && time < now + Ahead; i++)
        {
            var step = steps[i];
            var ends = i == first && clock is not null ? Later(clock.CallsAt, now) : time.AddMinutes(MinutesOf(step));
            var next = Block(lot, steps, i, time, ends);
            if (i == first + 1 && clock is not null)
            {
                // What comes after the step in hand waits as long as its run bears it: a window until it closes.
                next = next with { SlackMin = clock.SlackMin };
            }

            var before = blocks.Count > 0 ? blocks[^1] : null;
            weighs = step.Kind == StepKind.Weigh ? weighs + 1 : 0;
            if (before is not null && Joins(before, next, weighs))
            {
                blocks[^1] = before with
                {
                    To = next.To,
                    Title = weighs > 1 ? $"Weigh {weighs} lines" : (next.To - next.From > before.To - before.From ? next.Title : before.Title),
                    HasAlcohol = before.HasAlcohol || next.HasAlcohol,
                    HasHeat = before.HasHeat || next.HasHeat,
                };
            }
            else
            {
                blocks.Add(next);
            }

            time = ends;
        }

        return blocks;
    }

    /// <summary>What the hands do, without a gap: each stretch by its words.</summary>
    public static IReadOnlyList<HandsSpan> Lane(IReadOnlyList<HandsBlock> blocks, DateTime now, DateTime until)
    {
        var wanted = Wanted(blocks, now, until).ToArray();
        DateTime[] cuts =
        [
            .. wanted
                .SelectMany(block => new[] { block.From, block.To })
                .Append(now)
                .Append(until)
                .Where(cut => cut >= now && cut <= until)
                .Distinct()
                .Order(),
        ];
        var spans = new List<HandsSpan>();
        for (var i = 1; i < cuts.Length; i++)
        {
            var here = wanted.Where(block => block.From < cuts[i] && block.To > cuts[i - 1]).ToArray();
            var minutes = (cuts[i] - cuts[i - 1]).TotalMinutes;
            var words =
                here.Select(block => block.Lot).Distinct().Count() > 1 ? Both
                : here.Length > 0 ? Wording.Inside(here[0].Title)
                : minutes >= LeastShownMin ? $"free {Told(Math.Floor(minutes))}"
                : "";
            if (words.Length > 0 && spans.Count > 0 && spans[^1].Words == words)
            {
                spans[^1] = spans[^1] with { To = cuts[i] };
            }
            else
            {
                spans.Add(new HandsSpan(cuts[i - 1], cuts[i], words, words == Both));
            }
        }

        return spans;
    }

    /// <summary>The work of the hands until then; null where they are not wanted.</summary>
    public static HandsDay? Day(IReadOnlyList<HandsBlock> blocks, DateTime now, DateTime until)
    {
        var wanted = Wanted(blocks, now, until).ToArray();
        return wanted.Length == 0
            ? null
            : new HandsDay(
                Math.Round(wanted.Sum(block => (block.To - Later(block.From, now)).TotalMinutes)),
                Later(wanted.Min(block => block.From), now),
                wanted.Max(block => block.To)
            );
    }

    /// <summary>What the hands do until then, one act after the other: pieces of work on a batch without a break are one.</summary>
    /// <param name="blocks">Of what wants the hands at the same time, the first named comes first.</param>
    public static IReadOnlyList<HandsAct> Acts(IReadOnlyList<HandsBlock> blocks, DateTime now, DateTime until)
    {
        var acts = new List<(List<HandsBlock> Of, DateTime From, DateTime To)>();
        foreach (var batch in Wanted(blocks, now, until).GroupBy(block => block.Lot))
        {
            foreach (var block in batch.OrderBy(block => block.From))
            {
                if (acts.Count > 0 && acts[^1].Of[0].Lot == block.Lot && (block.From - acts[^1].To).TotalMinutes < LeastShownMin)
                {
                    acts[^1].Of.Add(block);
                    acts[^1] = acts[^1] with { To = block.To };
                }
                else
                {
                    acts.Add(([block], Later(block.From, now), block.To));
                }
            }
        }

        return
        [
            .. acts.OrderBy(act => act.From)
                .Select((act, i) => new HandsAct(i + 1, act.Of[0].Lot, act.Of.MaxBy(block => block.To - block.From)!.Title, act.From, act.To)),
        ];
    }

    /// <summary>Begins a planned batch, on full five minutes, where it neither wants the hands beside another nor meets what it must not.</summary>
    /// <returns>Its blocks from then on; null where there is none in the time ahead.</returns>
    public static IReadOnlyList<HandsBlock>? Place(string lot, IReadOnlyList<MakeStep> steps, IReadOnlyList<HandsBlock> others, DateTime now)
    {
        for (var begins = Full(now); begins < now + Ahead; begins += Tick)
        {
            var blocks = Of(lot, steps, begins);
            if (!HandsClash.Meet(blocks, others))
            {
                return blocks;
            }
        }

        return null;
    }

    /// <summary>What wants the hands in that time.</summary>
    private static IEnumerable<HandsBlock> Wanted(IReadOnlyList<HandsBlock> blocks, DateTime now, DateTime until) =>
        blocks.Where(block => block.Hands == Hands.Hands && block.To > now && block.From < until);

    private static DateTime Full(DateTime now) => new((now.Ticks + Tick.Ticks - 1) / Tick.Ticks * Tick.Ticks, now.Kind);

    private static string Told(double minutes) =>
        minutes < LongMin
            ? $"{minutes:0}{Wording.Narrow}min"
            : $"{Math.Floor(minutes / 60):0}{Wording.Narrow}h" + (minutes % 60 >= 1 ? $" {minutes % 60:00}" : "");

    private static bool Joins(HandsBlock before, HandsBlock next, int weighs) =>
        before.Hands == next.Hands
        && (weighs > 1 || (weighs == 0 && (next.To - next.From).TotalMinutes < LeastShownMin) || next.Hands != Hands.Hands);

    private static HandsBlock Block(string lot, IReadOnlyList<MakeStep> steps, int at, DateTime from, DateTime to) =>
        new(lot, steps[at].Id, steps[at].Title, steps[at].Hands, from, to)
        {
            SlackMin = BatchClock.SlackBefore(steps, at),
            CanStayWarm = at > 0 && steps[at - 1].Kind is StepKind.Melt or StepKind.Hold,
            HasAlcohol = steps[at].Cautions.Any(caution => OpenAlcohol.Contains(caution.Id)),
            HasHeat = steps[at].Kind is StepKind.Melt or StepKind.Hold or StepKind.Bake,
        };

    private static double MinutesOf(MakeStep step) => step.Clock?.CallsAtMin ?? (step.Kind == StepKind.Weigh ? WeighMin : UsualMin);

    private static DateTime Later(DateTime one, DateTime other) => one > other ? one : other;
}
