namespace AmberPantry.Core.Science.Yield;

/// <summary>A container that leftovers may go into.</summary>
/// <param name="FillG">What one of it takes, g.</param>
/// <param name="Most">So many at most, 0 to 12.</param>
public sealed record LeftoverSize(string Id, decimal FillG, int Most = LeftoverSize.UsualMost)
{
    public const int UsualMost = 12;
}

/// <param name="Id">Which container.</param>
public sealed record LeftoverFill(string Id, int Count);

/// <summary>What becomes of what is left when all packs are full.</summary>
/// <param name="SampleG">Set apart first, when the rest holds it whole.</param>
/// <param name="RestG">A tester, or for oneself.</param>
public sealed record Leftover(decimal SampleG, IReadOnlyList<LeftoverFill> Fill, decimal UsedG, decimal RestG)
{
    public const int MostSizes = 4;
    private const decimal Slack = 1e-9m;

    /// <summary>Counts with most of it used; of two alike the fewer containers, then more of what stands first.</summary>
    /// <param name="sizes">One to four.</param>
    /// <exception cref="Refusal">E_RANGE with the path of what cannot be.</exception>
    public static Leftover Of(decimal leftoverG, decimal sampleG, IReadOnlyList<LeftoverSize> sizes)
    {
        if (sizes.Count is < 1 or > MostSizes)
        {
            throw new Refusal(Codes.Range, "sizes", sizes.Count, $"{sizes.Count} sizes cannot be filled.", $"Give 1 to {MostSizes}.");
        }

        for (var i = 0; i < sizes.Count; i++)
        {
            if (!(sizes[i].FillG > 0) || sizes[i].Most is < 0 or > LeftoverSize.UsualMost)
            {
                throw new Refusal(
                    Codes.Range,
                    $"sizes[{i}]",
                    sizes[i].FillG,
                    $"{sizes[i].Id} takes {sizes[i].FillG} g, {sizes[i].Most} of them: that cannot be.",
                    $"Give what one takes, above 0 g, and 0 to {LeftoverSize.UsualMost} of them."
                );
            }
        }

        var sample = leftoverG >= sampleG ? sampleG : 0;
        var there = leftoverG - sample;
        var best = new int[sizes.Count];
        Search(new int[sizes.Count], 0, there, sizes, ref best);
        var used = Used(best, sizes);
        return new Leftover(sample, [.. sizes.Select((size, i) => new LeftoverFill(size.Id, best[i]))], used, Math.Max(0, there - used));
    }

    private static void Search(int[] counts, int at, decimal leftG, IReadOnlyList<LeftoverSize> sizes, ref int[] best)
    {
        if (at == sizes.Count)
        {
            if (IsBetter(counts, best, sizes))
            {
                best = [.. counts];
            }

            return;
        }

        for (var count = 0; count <= sizes[at].Most && (count * sizes[at].FillG) <= leftG + Slack; count++)
        {
            counts[at] = count;
            Search(counts, at + 1, leftG - (count * sizes[at].FillG), sizes, ref best);
        }

        counts[at] = 0;
    }

    private static bool IsBetter(int[] counts, int[] best, IReadOnlyList<LeftoverSize> sizes)
    {
        decimal used = Used(counts, sizes),
            usedBest = Used(best, sizes);
        return used != usedBest ? used > usedBest
            : counts.Sum() != best.Sum() ? counts.Sum() < best.Sum()
            : counts.AsSpan().SequenceCompareTo(best) > 0;
    }

    private static decimal Used(int[] counts, IReadOnlyList<LeftoverSize> sizes) => counts.Select((count, i) => count * sizes[i].FillG).Sum();
}
