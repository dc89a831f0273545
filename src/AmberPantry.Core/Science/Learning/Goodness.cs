using MathNet.Numerics.Distributions;
using MathNet.Numerics.Statistics;

namespace AmberPantry.Core.Science.Learning;

public enum GoodnessWord
{
    TooFew,
    Close,
    Fair,
    Rough,
    NotYetYours,
}

public enum DoubtVerdict
{
    Ok,
    TooNarrow,
    TooWide,
}

/// <summary>How good what is said is for this maker.</summary>
/// <param name="MedianMiss">Half of the batches were off by less.</param>
/// <param name="MedianMissFactor">The same as a factor; null for what goes by plain differences.</param>
/// <param name="ShareWithin">Part of the batches inside the doubt told.</param>
/// <param name="Bias">The middle difference.</param>
public sealed record Goodness(
    int N,
    double MedianMiss,
    double? MedianMissFactor,
    double ShareWithin,
    double Bias,
    GoodnessWord Word,
    DoubtVerdict DoubtVerdict
)
{
    private const int Enough = 5;
    private const double Held = 0.8;
    private const double Rare = 1 / 20.0;

    public static Goodness Of(LearnQuantity quantity, IReadOnlyList<LearnRecord> records)
    {
        var miss = records.Select(one => Math.Abs(one.Difference)).Median();
        var inside = records.Count(one => !LearnRecord.Below(one.Doubt ?? quantity.Doubt, Math.Abs(one.Difference)));
        var n = records.Count;
        return new Goodness(
            n,
            miss,
            quantity.IsLog ? Math.Exp(miss) : null,
            (double)inside / n,
            records.Select(one => one.Difference).Median(),
            n < Enough ? GoodnessWord.TooFew
                : !LearnRecord.Below(quantity.Doubt / 2, miss) ? GoodnessWord.Close
                : !LearnRecord.Below(quantity.Doubt, miss) ? GoodnessWord.Fair
                : !LearnRecord.Below(2 * quantity.Doubt, miss) ? GoodnessWord.Rough
                : GoodnessWord.NotYetYours,
            n < Enough ? DoubtVerdict.Ok
                : LearnRecord.Below(Binomial.CDF(Held, n, inside), Rare) ? DoubtVerdict.TooNarrow
                : LearnRecord.Below(inside == 0 ? 1 : Binomial.CDF(1 - Held, n, n - inside), Rare) ? DoubtVerdict.TooWide
                : DoubtVerdict.Ok
        );
    }
}

/// <summary>Whether what is seen creeps away from what is said.</summary>
/// <param name="S">Pairs of which the later is higher, less those of which it is lower.</param>
/// <param name="Chance">How often luck does it, exact.</param>
/// <param name="Per30Days">Slope, by the middle of all pairs.</param>
/// <param name="OverSpan">The same from the first day to the last.</param>
/// <param name="Drifting">This batch shows it.</param>
/// <param name="Told">Sure enough to be said.</param>
public sealed record Drift(int S, double Chance, double Per30Days, double OverSpan, bool Drifting, bool Told)
{
    public const int Least = 4;
    public const int Most = 60;
    private const double Rare = 1 / 20.0;
    private const double VeryRare = 1 / 100.0;

    public static Drift Of(LearnQuantity quantity, IReadOnlyList<LearnRecord> records)
    {
        var now = Alone(quantity, records);
        var before = records.Count > Least && now.Drifting ? Alone(quantity, [.. records.SkipLast(1)]) : null;
        return now with
        {
            Told =
                now.Drifting
                && (LearnRecord.Below(now.Chance, VeryRare) || (before is { Drifting: true } && Math.Sign(before.S) == Math.Sign(now.S))),
        };
    }

    private static Drift Alone(LearnQuantity quantity, IReadOnlyList<LearnRecord> records)
    {
        (LearnRecord Early, LearnRecord Late)[] pairs =
        [
            .. from i in Enumerable.Range(0, records.Count) from j in Enumerable.Range(i + 1, records.Count - i - 1) select (records[i], records[j]),
        ];
        var s = pairs.Sum(pair => Math.Sign(pair.Late.Difference - pair.Early.Difference));
        var slope = pairs.Select(pair => (pair.Late.Difference - pair.Early.Difference) / (pair.Late.Day - pair.Early.Day)).Median();
        var over = slope * (records[^1].Day - records[0].Day);
        var chance = Chances(records.Count, Math.Abs(s));
        return new Drift(
            s,
            chance,
            30 * slope,
            over,
            LearnRecord.Below(chance, Rare) && !LearnRecord.Below(Math.Abs(over), quantity.Doubt / 2),
            false
        );
    }

    /// <summary>How often all orders of so many lie so far from even, either way.</summary>
    private static double Chances(int n, int s)
    {
        double[] inversions = [1];
        for (var m = 2; m <= n; m++)
        {
            var next = new double[inversions.Length + m - 1];
            for (var at = 0; at < inversions.Length; at++)
            {
                for (var more = 0; more < m; more++)
                {
                    next[at + more] += inversions[at] / m;
                }
            }

            inversions = next;
        }

        // S is all pairs less twice the inversions.
        var pairs = n * (n - 1) / 2;
        return Math.Min(1, 2 * inversions.Where((_, count) => pairs - (2 * count) >= s).Sum());
    }
}
