namespace AmberPantry.Core.Science.Trials;

/// <summary>Numbers that look like chance and come again from the same seed: SplitMix64.</summary>
public sealed class SeededRandom(ulong seed)
{
    private ulong state = seed;

    public ulong Next()
    {
        unchecked
        {
            state += 0x9E3779B97F4A7C15;
            var z = state;
            z = (z ^ (z >> 30)) * 0xBF58476D1CE4E5B9;
            z = (z ^ (z >> 27)) * 0x94D049BB133111EB;
            return z ^ (z >> 31);
        }
    }

    public int Below(int n) => (int)(Next() % (ulong)n);

    public void Shuffle<T>(Span<T> list)
    {
        for (var i = list.Length - 1; i >= 1; i--)
        {
            var j = Below(i + 1);
            (list[i], list[j]) = (list[j], list[i]);
        }
    }
}

/// <summary>Three digits for each pot of a test, so that nobody who tries them knows which is which and none seems the first.</summary>
public static class PotCodes
{
    public const int Most = 9;

    /// <param name="count">Pots, 1 to 9.</param>
    /// <param name="seed">Start of the draw; the same seed draws the same codes.</param>
    /// <returns>Codes whose digits all differ, no two with the same first digit.</returns>
    public static IReadOnlyList<string> Draw(int count, long seed)
    {
        if (count is < 1 or > Most)
        {
            throw new Refusal(Codes.Range, "count", count, $"{count} pots cannot be coded.", $"Give 1 to {Most}.");
        }

        var random = new SeededRandom((ulong)seed);
        var kept = new List<string>();
        while (kept.Count < count)
        {
            var code = $"{100 + random.Below(900)}";
            if (code.Distinct().Count() == code.Length && kept.TrueForAll(other => other[0] != code[0]))
            {
                kept.Add(code);
            }
        }

        return kept;
    }
}

/// <summary>In which order each tester tries the pots, so that each stands in each place, and follows each other, equally often.</summary>
/// <param name="Orders">By tester.</param>
/// <param name="RoundOf">Testers until it is even.</param>
/// <param name="Positions">How often each code, as given, stands in each place.</param>
/// <param name="FollowsLeast">How often the rarest pair stands side by side.</param>
/// <param name="AddForBalance">Testers more that make it even.</param>
public sealed record TestOrder(
    IReadOnlyList<IReadOnlyList<string>> Orders,
    int RoundOf,
    IReadOnlyList<IReadOnlyList<int>> Positions,
    int FollowsLeast,
    int FollowsMost,
    bool Balanced,
    int AddForBalance
)
{
    public static TestOrder Of(IReadOnlyList<string> codes, int testers, ulong? seed)
    {
        string[] drawn = [.. codes];
        if (seed is { } start)
        {
            new SeededRandom(start).Shuffle<string>(drawn);
        }

        var rows = Design(drawn.Length);
        IReadOnlyList<string>[] orders = [.. Enumerable.Range(0, testers).Select(i => (string[])[.. rows[i % rows.Count].Select(at => drawn[at])])];
        var follows = codes
            .SelectMany(a => codes.Where(b => b != a).Select(b => orders.Count(order => order.Zip(order.Skip(1)).Contains((a, b)))))
            .ToArray();
        return new TestOrder(
            orders,
            rows.Count,
            [.. codes.Select(code => (int[])[.. Enumerable.Range(0, codes.Count).Select(place => orders.Count(order => order[place] == code))])],
            follows.Min(),
            follows.Max(),
            testers % rows.Count == 0,
            (rows.Count - (testers % rows.Count)) % rows.Count
        );
    }

    /// <summary>Rows of a Williams design: an odd number needs each row backwards too.</summary>
    private static List<int[]> Design(int codes)
    {
        int[] first = [.. Enumerable.Range(0, codes).Select(i => i % 2 == 1 ? (i + 1) / 2 : (codes - (i / 2)) % codes)];
        List<int[]> rows = [.. Enumerable.Range(0, codes).Select(r => (int[])[.. first.Select(at => (at + r) % codes)])];
        return codes % 2 == 0 ? rows : [.. rows, .. rows.Select(row => (int[])[.. row.Reverse()])];
    }
}
