namespace AmberPantry.Core.Science.Yield;

/// <summary>How a mix is worked, by what clings to pot and tools.</summary>
public enum LossKind
{
    Melt,
    Whipped,
    Dry,
}

/// <summary>A batch with what was lost of it.</summary>
public sealed record LossRecord(decimal BatchG, decimal LossG);

/// <summary>What stays in pot and tools, learnt from batches of one kind.</summary>
/// <param name="Percent">To plan the next one with: the usual, moved by what was lost, as if two batches had lost the usual.</param>
/// <param name="Count">Batches it is learnt from.</param>
public sealed record LearntLoss(decimal Percent, int Count)
{
    private const int SilentBatches = 2;

    /// <summary>A loss is believed within so much of the usual before there are three, percent.</summary>
    private const decimal UsualDoubt = 1.5m;
    private const int EnoughForMedian = 3;
    private const int EnoughForSpread = 6;
    private const decimal NormalMad = 1.4826m;

    public static decimal UsualPercent(LossKind kind) =>
        kind switch
        {
            LossKind.Whipped => 4,
            LossKind.Dry => 1,
            _ => 2,
        };

    public static LearntLoss Of(LossKind kind, IReadOnlyList<LossRecord> batches)
    {
        var usual = UsualPercent(kind);
        decimal[] off = [.. batches.Where(one => one.BatchG > 0).Select(one => (100 * one.LossG / one.BatchG) - usual)];
        return new LearntLoss(usual + (Clipped(off).Sum() / (off.Length + SilentBatches)), off.Length);
    }

    /// <summary>One that lies far from the others is held at their edge: it is rather a slip.</summary>
    private static IEnumerable<decimal> Clipped(decimal[] off)
    {
        if (off.Length < EnoughForMedian)
        {
            return off.Select(one => Math.Clamp(one, -3 * UsualDoubt, 3 * UsualDoubt));
        }

        var middle = Median(off);
        var k = Math.Max(NormalMad * Median([.. off.Select(one => Math.Abs(one - middle))]), UsualDoubt / 2);
        k = off.Length < EnoughForSpread ? Math.Min(k, UsualDoubt) : k;
        return off.Select(one => Math.Clamp(one, middle - (2 * k), middle + (2 * k)));
    }

    private static decimal Median(decimal[] values)
    {
        var sorted = values.Order().ToArray();
        return sorted.Length % 2 == 1 ? sorted[sorted.Length / 2] : (sorted[(sorted.Length / 2) - 1] + sorted[sorted.Length / 2]) / 2;
    }
}
