using MathNet.Numerics.Distributions;
using MathNet.Numerics.Statistics;

namespace AmberPantry.Core.Science.Learning;

public enum JarState
{
    Off,
    Fine,
}

/// <summary>A jar that was opened for smelling.</summary>
/// <param name="Months">At the last look.</param>
/// <param name="FineMonths">When it was still fine before; null where nobody looked.</param>
public sealed record KeptJar(double PredictedMonths, double Months, JarState State, double? FineMonths = null, bool Keep = false)
{
    /// <summary>How long it lived: between the last time it was fine and the first time it was off.</summary>
    internal double Life => State == JarState.Off && FineMonths is { } fine ? Math.Sqrt(fine * Months) : Months;
}

/// <summary>How long this maker's products keep against what is said.</summary>
/// <param name="LongestFine">Months at which a jar was found fine, the most; null without one.</param>
/// <param name="PrintMonths">What may stand on the next label; null where nothing was said of it.</param>
public sealed record KeepingFit(int Off, int Fine, double Factor, double? LongestFine, double? PrintMonths)
{
    private const double Open = 30;
    private static readonly double Spread = LearnQuantity.KeepingMonths.Doubt / LearntOffset.FourInFive;

    public static KeepingFit Of(IReadOnlyList<KeptJar> jars, double? predictedMonths = null)
    {
        double Told(KeptJar jar) => LearnQuantity.KeepingMonths.Difference(jar.PredictedMonths, jar.Life);
        KeptJar[] off = [.. jars.Where(jar => jar.State == JarState.Off)];
        double[] fine = [.. jars.Where(jar => jar.State == JarState.Fine).Select(Told)];
        var held = LearntOffset.Hold(LearnQuantity.KeepingMonths.Doubt, [.. off.Select(jar => new LearnRecord(Told(jar), jar.Keep))]);
        var factor = jars.Count == 0 ? 1 : Math.Exp(Middle(held, fine));
        var longest = jars.Select(jar => jar.State == JarState.Fine ? jar.Months : jar.FineMonths).Max();
        return new KeepingFit(
            off.Length,
            fine.Length,
            factor,
            longest,
            predictedMonths is not { } said ? null
                : factor <= 1 ? said * factor
                : Math.Min(said * factor, Math.Max(said, longest ?? 0))
        );
    }

    /// <summary>A jar still fine can only lengthen.</summary>
    private static double Middle(double[] off, double[] fine)
    {
        var (variance, low, high) = (Spread * Spread, -5.0, 5.0);
        for (var i = 0; i < 200; i++)
        {
            var middle = (low + high) / 2;
            var pull =
                off.Sum(x => (x - middle) / variance)
                + fine.Sum(x => Hazard((x - middle) / Spread) / Spread)
                - (LearntOffset.SilentBatches * middle / variance);
            (low, high) = pull > 0 ? (middle, high) : (low, middle);
        }

        return (low + high) / 2;
    }

    private static double Hazard(double t) => t >= Open ? t + (1 / t) : Normal.PDF(0, 1, t) / Normal.CDF(0, 1, -t);
}

public enum LossModel
{
    Percent,
    Grams,
}

/// <summary>What a batch leaves in pot and tools.</summary>
/// <param name="LossG">Of the next batch.</param>
/// <param name="Outliers">Indices of batches that look like a slip.</param>
public sealed record LossFit(int N, LossModel Model, double LossG, double LossPct, double DoubtG, IReadOnlyList<int> Outliers)
{
    private const int Enough = 4;
    private const double WideEnough = 2;
    private const double ClearlyBetter = 0.9;

    /// <param name="usualPercent">Of the kind, before anything is learnt.</param>
    public static LossFit Of(double usualPercent, double batchG, IReadOnlyList<(double BatchG, double LossG, bool Keep)> batches)
    {
        LearnRecord[] percent = [.. batches.Select(one => new LearnRecord((100 * one.LossG / one.BatchG) - usualPercent, one.Keep))];
        var byPercent = LearntOffset.Of(LearnQuantity.LossPct, percent);
        if (batches.Count >= Enough && !LearnRecord.Below(batches.Max(one => one.BatchG), WideEnough * batches.Min(one => one.BatchG)))
        {
            var middle = batches.Select(one => one.BatchG).Median();
            var usualG = usualPercent / 100 * middle;
            var doubtG = LearnQuantity.LossPct.Doubt / 100 * middle;
            LearnRecord[] grams = [.. batches.Select(one => new LearnRecord(one.LossG - usualG, one.Keep))];
            double Miss(Func<int, double> told) => Enumerable.Range(0, batches.Count).Sum(i => Math.Abs(batches[i].LossG - told(i)));
            var missGrams = Miss(i => usualG + LearntOffset.Of(doubtG, Without(grams, i)).Value);
            var missPercent = Miss(i => (usualPercent + LearntOffset.Of(LearnQuantity.LossPct, Without(percent, i)).Value) / 100 * batches[i].BatchG);
            if (!LearnRecord.Below(ClearlyBetter * missPercent, missGrams))
            {
                var byGrams = LearntOffset.Of(doubtG, grams);
                return Told(batches.Count, LossModel.Grams, usualG + byGrams.Value, byGrams.Doubt, batchG, byGrams.Outliers);
            }
        }

        return Told(
            batches.Count,
            LossModel.Percent,
            (usualPercent + byPercent.Value) / 100 * batchG,
            byPercent.Doubt * batchG / 100,
            batchG,
            byPercent.Outliers
        );
    }

    private static LossFit Told(int n, LossModel model, double lossG, double doubtG, double batchG, IReadOnlyList<int> outliers)
    {
        var held = Math.Clamp(lossG, 0, batchG);
        return new LossFit(n, model, held, 100 * held / batchG, doubtG, outliers);
    }

    private static LearnRecord[] Without(LearnRecord[] all, int i) => [.. all.Where((_, at) => at != i)];
}
