namespace AmberPantry.Core.Science.Trials;

/// <summary>After which testers the counts were, and will be, shown to the one who decides when to stop.</summary>
/// <param name="At">Numbers of testers, rising; holds the number now.</param>
public sealed record Looks(IReadOnlyList<int> At)
{
    public int Count => At.Count;

    /// <summary>Only once, now.</summary>
    public static Looks End(int testers) => new([testers]);

    /// <summary>After each, to the end of the plan.</summary>
    public static Looks Each(int planned) => new([.. Enumerable.Range(1, planned)]);

    /// <summary>Chance that at some look luck shows something at least as rare as now.</summary>
    /// <param name="isNamed">One pot was named before the first tester: only it counts.</param>
    public double Chance(int testers, int codes, int best, bool isNamed = false)
    {
        double Once(int n, int k) => isNamed ? Chances.Tail(n, k, 1.0 / codes) : Chances.Once(n, codes, k);
        var once = Once(testers, best);
        if (!Rarity.Below(once, 1))
        {
            return 1;
        }

        var last = At[^1];
        var leaves = At.ToDictionary(n => n, n => Enumerable.Range(1, n).FirstOrDefault(k => !Rarity.Below(once, Once(n, k)), int.MaxValue));
        return isNamed ? Walk(last, leaves, codes) : WalkAll(last, leaves, codes);
    }

    /// <summary>Chance that the named pot reaches what leaves at some look.</summary>
    private static double Walk(int last, Dictionary<int, int> leaves, int codes)
    {
        var state = new double[last + 2];
        state[0] = 1;
        var hits = 0.0;
        for (var n = 1; n <= last; n++)
        {
            for (var k = n; k >= 0; k--)
            {
                state[k] = (state[k] * (codes - 1) / codes) + (k > 0 ? state[k - 1] / codes : 0);
            }

            if (leaves.TryGetValue(n, out var least))
            {
                for (var k = least; k <= n; k++)
                {
                    hits += state[k];
                    state[k] = 0;
                }
            }
        }

        return hits;
    }

    /// <summary>The same for any of the pots: the counts of all, sorted, six bits each.</summary>
    private static double WalkAll(int last, Dictionary<int, int> leaves, int codes)
    {
        const int Bits = 6;
        var states = new Dictionary<ulong, double> { [0] = 1 };
        var hits = 0.0;
        Span<int> counts = stackalloc int[codes];
        for (var n = 1; n <= last; n++)
        {
            var least = leaves.GetValueOrDefault(n, int.MaxValue);
            var next = new Dictionary<ulong, double>(states.Count * 2);
            foreach (var (state, chance) in states)
            {
                for (var i = 0; i < codes; i++)
                {
                    counts[i] = (int)(state >> (Bits * i)) & ((1 << Bits) - 1);
                }

                for (var i = 0; i < codes; )
                {
                    // Sorted falling: of equal counts the first takes the one more, for all of them.
                    var equal = 1;
                    while (i + equal < codes && counts[i + equal] == counts[i])
                    {
                        equal++;
                    }

                    var share = chance * equal / codes;
                    var now = state + (1UL << (Bits * i));
                    if (Math.Max(counts[0], counts[i] + 1) >= least)
                    {
                        hits += share;
                    }
                    else
                    {
                        next[now] = next.GetValueOrDefault(now) + share;
                    }

                    i += equal;
                }
            }

            states = next;
        }

        return hits;
    }
}
