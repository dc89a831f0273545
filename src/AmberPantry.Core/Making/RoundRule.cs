using System.Globalization;
using AmberPantry.Core.Workshops;

namespace AmberPantry.Core.Making;

/// <summary>How a step goes by rounds.</summary>
/// <param name="Aim">Structure that ends them.</param>
/// <param name="Most">More of them only cool the wall; null where nothing but the run ends them.</param>
/// <param name="EveryMin">Minutes of a round; null is half of what is left, at least three.</param>
/// <param name="IsWritten">The sheet has a step for each.</param>
internal sealed record RoundRule(double Aim, int? Most, double? EveryMin, bool IsWritten = false)
{
    /// <summary>Steps that the sheet writes out once for each round, and the structure each round aims at.</summary>
    public const string RoundChill = "round-chill";
    public static readonly IReadOnlyList<double> ChillAims = [0.12, 0.16, 0.20];

    private const double LeastMin = 3;

    /// <summary>Null for a step without rounds.</summary>
    public static RoundRule? Of(MakeStep step) =>
        step.Template switch
        {
            "freezer-round" => new RoundRule(0.03, 6, null),
            "temper" => new RoundRule(0.03, null, 2),
            RoundChill => new RoundRule(ChillAims[Math.Clamp(NumberOf(step), 1, ChillAims.Count) - 1], ChillAims.Count, null, true),
            _ => null,
        };

    /// <summary>Of a step that is IsWritten out for each round: "round-chill-2" is 2.</summary>
    public static int NumberOf(MakeStep step) =>
        int.TryParse(step.Id.AsSpan(step.Id.LastIndexOf('-') + 1), CultureInfo.InvariantCulture, out var number) ? number : 1;

    /// <summary>Rounds that go into so many minutes, each ended by a look.</summary>
    public int In(double minutes)
    {
        var count = 0;
        for (; minutes > 0; count++)
        {
            minutes -= EveryMin ?? Math.Max(LeastMin, minutes / 2);
        }

        return count;
    }

    /// <summary>The round in a sentence or two.</summary>
    /// <param name="aim">"thin trace".</param>
    public string Says(int number, int? planned, bool isDone, double? leftMin, double? spareMin, string? aim)
    {
        var of =
            IsWritten ? $"Round **{number} of {Most}**"
            : Most is not null ? $"Round **{number}**, at most {Most}"
            : $"Round **{number}**";
        var enough = aim ?? "it clings to the wall";
        var pours =
            IsWritten ? ""
            : spareMin is < 1 ? " **It is as stiff as it may be poured**: pour at once, or warm it a degree."
            : spareMin is { } spare ? $" On the bench it then pours for **{Wording.Minutes(spare)}**."
            : " On the bench it then stays thin enough to pour.";
        if (isDone)
        {
            return IsWritten
                ? $"{of}: enough has set. Scrape, stir even, whip."
                : $"Enough rounds: by the run it has {(aim is null ? "set so far" : $"come to {aim}")}. **Stir even and go on**.{pours}";
        }

        if (leftMin is not { } left)
        {
            return $"{of}: by the run it never sets so far here. Put it somewhere colder.";
        }

        if (Most is { } limit && number > limit)
        {
            return $"{limit} rounds are done and it still runs: more only cool the wall. **Stir it on at the bench**, or read it again.";
        }

        var inAll =
            IsWritten || planned is not { } count ? ""
            : Most is { } all && count > all ? $", {count} by the run: put it somewhere colder"
            : count == number ? ", the last by the run"
            : $", {count} by the run";
        return $"{of}{inAll}. Enough at {enough}, in {Wording.Minutes(left)}.{pours}";
    }
}
