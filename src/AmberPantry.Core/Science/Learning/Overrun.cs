using AmberPantry.Core.Science.Melt;

namespace AmberPantry.Core.Science.Learning;

public enum WhipEnd
{
    /// <summary>It would take no more.</summary>
    Full,

    /// <summary>It was stopped early.</summary>
    Stopped,
}

/// <param name="Phi">Structure at which it was whipped.</param>
/// <param name="Overrun">Air on the volume before, 0 to 3.</param>
public sealed record Whip(double Phi, double Overrun, WhipEnd End, bool Keep = false);

/// <summary>How much air this maker gets in.</summary>
/// <param name="N">Whips to the end.</param>
/// <param name="LeftOut">Whips where nothing can be whipped.</param>
/// <param name="RaisedByBound">One that was stopped early had more.</param>
/// <param name="Ceiling">At the structure asked for; null outside.</param>
/// <param name="Asked">Indices that look like a slip.</param>
public sealed record OverrunCeiling(int N, int LeftOut, double Factor, bool RaisedByBound, double? Ceiling, IReadOnlyList<int> Asked)
{
    public static OverrunCeiling Of(double phi, IReadOnlyList<Whip> whips)
    {
        (Whip Whip, int Index, double Part)[] inside =
        [
            .. whips
                .Select((whip, i) => (whip, i, Reach(whip.Phi)))
                .Where(one => one.Item3 is not null)
                .Select(one => (one.whip, one.i, one.whip.Overrun / one.Item3!.Value)),
        ];
        var full = inside.Where(one => one.Whip.End == WhipEnd.Full).ToArray();
        var learnt = LearntOffset.Of(LearnQuantity.Overrun, [.. full.Select(one => new LearnRecord(Math.Log(one.Part), one.Whip.Keep))]);
        var most = Math.Exp(learnt.Value);
        var tooMuch = Math.Exp(2 * LearnQuantity.Overrun.Doubt) * most;
        var stopped = inside.Where(one => one.Whip.End == WhipEnd.Stopped).ToArray();
        var slips = stopped.Where(one => !one.Whip.Keep && LearnRecord.Below(tooMuch, one.Part)).ToArray();
        var bound = stopped.Except(slips).Select(one => one.Part).DefaultIfEmpty(0).Max();
        var factor = Math.Max(most, bound);
        return new OverrunCeiling(
            full.Length,
            whips.Count - inside.Length,
            factor,
            LearnRecord.Below(most, bound),
            Reach(phi) is { } reach ? reach * factor : null,
            [.. slips.Select(one => one.Index).Concat(learnt.Outliers.Select(i => full[i].Index)).Order()]
        );
    }

    /// <summary>Air within reach before anything is learnt; null where nothing can be whipped.</summary>
    private static double? Reach(double phi) =>
        LearnRecord.Below(phi, WhipWindow.OpensAt) || LearnRecord.Below(WhipWindow.ClosesAt, phi) ? null : WhipWindow.ReachableOverrun(phi);
}
