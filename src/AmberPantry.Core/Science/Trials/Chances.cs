using System.Collections.Concurrent;
using System.Numerics;
using MathNet.Numerics.Distributions;

namespace AmberPantry.Core.Science.Trials;

/// <summary>Counts of what luck can do, exact.</summary>
internal static class Chances
{
    public const int MostTesters = 60;

    /// <summary>Testers that a plan is looked for up to.</summary>
    public const int MostPlanned = 100;

    private static readonly ConcurrentDictionary<(int Codes, int Least), double[]> Firsts = new();

    /// <summary>Chance that one named thing comes out so often or more.</summary>
    public static double Tail(int testers, int least, double chance) =>
        least <= 0 ? 1
        : least > testers ? 0
        : Binomial.CDF(1 - chance, testers, testers - least);

    /// <summary>Chance that it comes out exactly so often.</summary>
    public static double Exactly(int testers, int count, double chance) => Binomial.PMF(chance, testers, count);

    /// <summary>Chance that some one of equal pots is put first so often or more.</summary>
    public static double Once(int testers, int codes, int least) =>
        least <= 0 ? 1
        : least > testers ? 0
        : Firsts.GetOrAdd((codes, least), key => [.. Ways(key.Codes, key.Least).Select((ways, n) => 1 - Ratio(ways, BigInteger.Pow(key.Codes, n)))])[
            testers
        ];

    /// <summary>Ways in which no pot is put first so often, by the number of testers.</summary>
    private static BigInteger[] Ways(int codes, int least) => Ways([.. Enumerable.Repeat((Weight: 1, Most: least - 1), codes)], MostPlanned);

    /// <summary>Ways, weighted, in which none is put first more often than it may.</summary>
    public static BigInteger[] Ways(IReadOnlyList<(int Weight, int Most)> pots, int testers)
    {
        var ways = new BigInteger[testers + 1];
        ways[0] = 1;
        foreach (var (weight, most) in pots)
        {
            var next = new BigInteger[testers + 1];
            for (var t = 0; t <= testers; t++)
            {
                for (var x = 0; x <= Math.Min(most, t); x++)
                {
                    if (!ways[t - x].IsZero)
                    {
                        next[t] += Choose(t, x) * BigInteger.Pow(weight, x) * ways[t - x];
                    }
                }
            }

            ways = next;
        }

        return ways;
    }

    private static readonly BigInteger[][] Triangle = Pascal();

    private static BigInteger Choose(int n, int k) => Triangle[n][k];

    private static BigInteger[][] Pascal()
    {
        var rows = new BigInteger[MostPlanned + 1][];
        for (var n = 0; n <= MostPlanned; n++)
        {
            rows[n] = new BigInteger[n + 1];
            (rows[n][0], rows[n][n]) = (1, 1);
            for (var k = 1; k < n; k++)
            {
                rows[n][k] = rows[n - 1][k - 1] + rows[n - 1][k];
            }
        }

        return rows;
    }

    /// <summary>One whole number over another.</summary>
    public static double Ratio(BigInteger part, BigInteger whole)
    {
        var shift = Math.Max(0, 128 - (int)(part.GetBitLength() - whole.GetBitLength()));
        return Math.ScaleB((double)((part << shift) / whole), -shift);
    }
}
