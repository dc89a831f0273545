namespace AmberPantry.Core.Science.Trials;

public enum ShuffleMethod
{
    /// <summary>All ways were counted.</summary>
    Exact,

    /// <summary>So many were drawn.</summary>
    Permutation,
}

/// <summary>What whole rankings say together.</summary>
/// <param name="MeanPlaces">By code, ties shared.</param>
/// <param name="Agreement">0 none to 1 all alike.</param>
public sealed record FriedmanAnswer(
    int Testers,
    int Codes,
    IReadOnlyList<double> MeanPlaces,
    double Chi,
    double Agreement,
    ShuffleMethod Method,
    double Chance
) : Judged(Chance)
{
    /// <summary>None of the drawn ways reached it.</summary>
    internal bool IsRarerThanDrawn { get; init; }

    public override string Say => IsRarerThanDrawn ? "less than 1 time in 20,000" : base.Say;
}

/// <param name="Place">1 and how many have a smaller mean.</param>
/// <param name="Firsts">Firsts, shared where the best place was.</param>
public sealed record RankedCode(string Code, int Place, double MeanPlace, double Firsts);

/// <param name="AAhead">Testers who put the first of them ahead.</param>
/// <param name="Chance">Of this pair alone, had it been named before.</param>
/// <param name="Corrected">Of any pair lying so far apart.</param>
public sealed record RankedPair(string A, string B, int AAhead, int BAhead, double Chance, double Corrected);

/// <param name="Leaders">Codes that no other is clearly ahead of.</param>
public sealed record RankingAnswer(
    IReadOnlyList<RankedCode> Rows,
    IReadOnlyList<RankedPair> Pairs,
    IReadOnlyList<string> Leaders,
    ShuffleMethod Method
);

/// <summary>Rankings of the same pots by several testers, each tester's own shuffled among the pots to see what luck does.</summary>
public sealed class Rankings
{
    private const int Draws = 20_000;

    /// <summary>Testers up to which all ways are counted, by the number of codes.</summary>
    private static readonly Dictionary<int, int> CountedTo = new Dictionary<int, int>
    {
        [2] = 60,
        [3] = 20,
        [4] = 10,
        [5] = 6,
        [6] = 4,
    };

    /// <summary>Twice the shared place of each code, by tester.</summary>
    private readonly int[][] doubled;
    private readonly int codes;
    private readonly ulong seed;

    /// <param name="places">By tester and code, 1 is best; equal numbers tie.</param>
    public Rankings(IReadOnlyList<IReadOnlyList<int>> places, ulong seed = 1)
    {
        this.seed = seed;
        codes = places[0].Count;
        doubled =
        [
            .. places.Select(row =>
                (int[])[.. row.Select(place => (2 * row.Count(other => other < place)) + row.Count(other => other == place) + 1)]
            ),
        ];
    }

    private int Testers => doubled.Length;

    /// <summary>Twice the rank sums.</summary>
    private int[] Sums => [.. Enumerable.Range(0, codes).Select(j => doubled.Sum(row => row[j]))];

    public ShuffleMethod Method => Testers <= CountedTo[codes] ? ShuffleMethod.Exact : ShuffleMethod.Permutation;

    public FriedmanAnswer Friedman()
    {
        var middle = Testers * (codes + 1);
        long Spread(int[] sums) => sums.Sum(sum => (long)(sum - middle) * (sum - middle));

        var seen = Spread(Sums);
        var (share, hits) = Share(sums => Spread(sums) >= seen);
        double ties = doubled.Sum(row => row.GroupBy(rank => rank).Sum(group => Math.Pow(group.Count(), 3) - group.Count()));
        var loose = 1 - (ties / (Testers * (Math.Pow(codes, 3) - codes)));
        var chi = loose <= 1e-12 ? 0 : 12 * (seen / 4.0) / (Testers * codes * (codes + 1)) / loose;
        return new FriedmanAnswer(Testers, codes, [.. Sums.Select(sum => sum / 2.0 / Testers)], chi, chi / (Testers * (codes - 1)), Method, share)
        {
            IsRarerThanDrawn = Method == ShuffleMethod.Permutation && hits == 0,
        };
    }

    public RankingAnswer Ranking(IReadOnlyList<string> names)
    {
        var sums = Sums;
        double[] firsts = new double[codes];
        foreach (var row in doubled)
        {
            var best = row.Min();
            var sharing = row.Count(rank => rank == best);
            for (var j = 0; j < codes; j++)
            {
                firsts[j] += row[j] == best ? 1.0 / sharing : 0;
            }
        }

        int[] order = [.. Enumerable.Range(0, codes).OrderBy(j => sums[j])];
        RankedPair Pair(int a, int b)
        {
            var (ahead, behind) = (doubled.Count(row => row[a] < row[b]), doubled.Count(row => row[a] > row[b]));
            return new RankedPair(
                names[a],
                names[b],
                ahead,
                behind,
                ahead + behind == 0 ? 1 : Chances.Once(ahead + behind, 2, Math.Max(ahead, behind)),
                Share(drawn => drawn.Max() - drawn.Min() >= Math.Abs(sums[a] - sums[b])).Share
            );
        }

        RankedPair[] pairs = [.. from a in Enumerable.Range(0, codes) from b in Enumerable.Range(a + 1, codes - a - 1) select Pair(a, b)];
        var top = names[order[0]];
        return new RankingAnswer(
            [.. order.Select(j => new RankedCode(names[j], 1 + sums.Count(sum => sum < sums[j]), sums[j] / 2.0 / Testers, firsts[j]))],
            pairs,
            [
                .. order
                    .Select(j => names[j])
                    .Where(name =>
                        name == top
                        || !Rarity.Below(
                            pairs.First(pair => (pair.A, pair.B) == (top, name) || (pair.A, pair.B) == (name, top)).Corrected,
                            Rarity.HardlyBelow
                        )
                    ),
            ],
            Method
        );
    }

    private IReadOnlyList<(int[] Sums, double Chance)>? ways;

    private (double Share, int Hits) Share(Func<int[], bool> reaches)
    {
        ways ??= Method == ShuffleMethod.Exact ? AllWays() : DrawnWays();
        var hits = ways.Where(one => reaches(one.Sums)).ToArray();
        return Method == ShuffleMethod.Exact
            ? (Math.Min(1, hits.Sum(one => one.Chance)), hits.Length)
            : ((hits.Length + 1.0) / (Draws + 1), hits.Length);
    }

    /// <summary>Column sums, sorted: what stands where does not matter while every tester's places are shuffled alike.</summary>
    private List<(int[] Sums, double Chance)> AllWays()
    {
        var now = new Dictionary<string, (int[] Sums, double Chance)> { [Key(new int[codes])] = (new int[codes], 1) };
        foreach (var row in doubled)
        {
            var shuffles = Shuffles(row);
            var next = new Dictionary<string, (int[] Sums, double Chance)>();
            foreach (var (sums, chance) in now.Values)
            {
                foreach (var (shuffle, share) in shuffles)
                {
                    int[] then = [.. sums.Zip(shuffle, (a, b) => a + b)];
                    Array.Sort(then);
                    var key = Key(then);
                    next[key] = (then, next.GetValueOrDefault(key).Chance + (chance * share));
                }
            }

            now = next;
        }

        return [.. now.Values];
    }

    private static string Key(int[] sums) => string.Join(' ', sums);

    /// <summary>The different orders of one tester's places.</summary>
    private static List<(int[] Order, double Share)> Shuffles(int[] row)
    {
        List<int[]> all = [];
        void Go(int[] taken, List<int> left)
        {
            if (left.Count == 0)
            {
                all.Add(taken);
            }

            foreach (var one in left.Distinct().ToArray())
            {
                List<int> rest = [.. left];
                rest.Remove(one);
                Go([.. taken, one], rest);
            }
        }

        Go([], [.. row]);
        return [.. all.Select(order => (order, 1.0 / all.Count))];
    }

    private List<(int[] Sums, double Chance)> DrawnWays()
    {
        var random = new SeededRandom(seed);
        var drawn = new List<(int[], double)>(Draws);
        var mine = new int[codes];
        for (var draw = 0; draw < Draws; draw++)
        {
            var sums = new int[codes];
            foreach (var row in doubled)
            {
                row.CopyTo(mine, 0);
                random.Shuffle<int>(mine);
                for (var j = 0; j < codes; j++)
                {
                    sums[j] += mine[j];
                }
            }

            drawn.Add((sums, 1.0 / Draws));
        }

        return drawn;
    }
}
