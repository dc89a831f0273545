using System.Numerics;

namespace AmberPantry.Core.Science.Trials;

/// <summary>How the samples behind the codes came out.</summary>
/// <param name="Sample">Index of the one that stands out most.</param>
/// <param name="Expected">Firsts that each would have by luck.</param>
/// <param name="OwnTail">Chance that luck brings that one so far.</param>
/// <param name="Paired">Of two samples: which was liked, as if each had one pot.</param>
/// <param name="Shown">The word that may be said.</param>
/// <param name="Chance">How often luck brings one of them that far; null where the counts were looked at on the way.</param>
public sealed record Opening(
    int LooksCounted,
    int? Sample,
    IReadOnlyList<double> Expected,
    double? OwnTail,
    Judged? Paired,
    string? Shown,
    double? Chance
)
{
    private Rarity? Rare => Chance is { } chance ? Rarity.Of(chance) : null;

    public int? OneIn => Rare?.OneIn;

    public string? Word => Rare?.Word;

    public string? Say => Rare?.Say;

    /// <param name="copies">Codes that held each sample.</param>
    /// <param name="firsts">Firsts of each sample together.</param>
    public static Opening Of(IReadOnlyList<int> copies, IReadOnlyList<int> firsts, Looks looks)
    {
        var (testers, codes) = (firsts.Sum(), copies.Sum());
        double[] expected = [.. copies.Select(held => (double)testers * held / codes)];
        if (looks.Count > 1)
        {
            return new Opening(looks.Count, null, expected, null, null, null, null);
        }

        double Tail(int sample, int count) => Chances.Tail(testers, count, (double)copies[sample] / codes);
        double[] tails = [.. firsts.Select((count, sample) => Tail(sample, count))];
        var sample = Array.FindIndex(tails, tail => !Rarity.Below(tails.Min(), tail));
        var least = tails[sample];
        (int, int)[] calm =
        [
            .. copies.Select((held, j) => (held, Enumerable.Range(0, testers + 1).LastOrDefault(x => Rarity.Below(least, Tail(j, x)), -1))),
        ];
        var chance = 1 - Chances.Ratio(Chances.Ways(calm, testers)[testers], BigInteger.Pow(codes, testers));
        var paired = copies.Count == 2 ? new Judged(Chances.Once(testers, 2, firsts.Max())) : null;
        var shown = Rarity.Of(Math.Max(chance, paired?.Chance ?? 0)).Word;
        return new Opening(looks.Count, sample, expected, least, paired, shown, chance);
    }
}

public enum ControlFinding
{
    /// <summary>These testers notice what is equal.</summary>
    TestersTell,

    /// <summary>Equal pots were told apart: order, pot or warmth crept in.</summary>
    EqualPotsParted,
}

/// <summary>The pair of equal pots that is always in a test.</summary>
/// <param name="Together">Testers who put them side by side.</param>
/// <param name="Of">Testers who are counted.</param>
/// <param name="LeftOut">Who tied pots.</param>
/// <param name="MeanGap">Places between them; null where nobody is counted.</param>
/// <param name="LuckGap">By luck.</param>
/// <param name="TooFew">Too few to say whether they notice.</param>
public sealed record ControlPair(int Together, int Of, int LeftOut, double? MeanGap, double LuckGap, Judged? Tell, bool TooFew, Judged? Parted)
{
    public IReadOnlyList<ControlFinding> Finds { get; init; } = [];

    /// <param name="gaps">Place of the second less place of the first, by tester; 0 is a tie.</param>
    /// <param name="tied">Testers with a tie anywhere.</param>
    public static ControlPair From(int codes, IReadOnlyList<int> gaps, IReadOnlySet<int> tied)
    {
        int[] counted = [.. gaps.Where((gap, i) => gap != 0 && !tied.Contains(i))];
        var together = counted.Count(gap => Math.Abs(gap) <= 1);
        var luck = 2.0 / codes;
        var tell = counted.Length == 0 ? null : new Judged(Chances.Tail(counted.Length, together, luck));
        var (before, after) = (gaps.Count(gap => gap < 0), gaps.Count(gap => gap > 0));
        var parted = before + after == 0 ? null : new Judged(Chances.Once(before + after, 2, Math.Max(before, after)));
        bool Hardly(Judged? judged) => judged is not null && Rarity.Below(judged.Chance, Rarity.HardlyBelow);
        return new ControlPair(
            together,
            counted.Length,
            gaps.Count - counted.Length,
            counted.Length == 0 ? null : counted.Average(gap => (double)Math.Abs(gap)),
            (codes + 1) / 3.0,
            tell,
            !Rarity.Below(Chances.Tail(counted.Length, counted.Length, luck), Rarity.HardlyBelow),
            parted
        )
        {
            Finds =
            [
                .. new[] { (Hardly(tell), ControlFinding.TestersTell), (Hardly(parted), ControlFinding.EqualPotsParted) }
                    .Where(one => one.Item1)
                    .Select(one => one.Item2),
            ],
        };
    }
}
