using MathNet.Numerics.Statistics;

namespace AmberPantry.Core.Science.Learning;

/// <summary>How far a maker's batches lie from what is said.</summary>
/// <param name="Value">To be added to what is said; in logarithm where it goes by parts.</param>
/// <param name="Doubt">Half the width that holds the next batch four times in five, about the corrected value.</param>
/// <param name="OffsetDoubt">The same of the offset itself.</param>
/// <param name="Held">Each difference as it was counted.</param>
/// <param name="Outliers">Indices of those that lie so far off that they were held in: a slip perhaps.</param>
public sealed record LearntOffset(double Value, double Doubt, double OffsetDoubt, IReadOnlyList<double> Held, IReadOnlyList<int> Outliers)
{
    /// <summary>Four batches in five lie within so many standard deviations.</summary>
    public const double FourInFive = 1.2815515655;

    /// <summary>Batches without error that are taken for given.</summary>
    public const int SilentBatches = 2;

    private const int EnoughForMedian = 3;
    private const int EnoughForSpread = 6;
    private const double NormalMad = 1.4826;

    /// <summary>To hold in what lies far off hides spread.</summary>
    private const double Hidden = 1.2;

    public static LearntOffset Of(LearnQuantity quantity, IReadOnlyList<LearnRecord> records) => Of(quantity.Doubt, records);

    /// <param name="doubt">Half the width that holds four in five before anything is learnt.</param>
    public static LearntOffset Of(double doubt, IReadOnlyList<LearnRecord> records)
    {
        var held = Hold(doubt, records);
        var n = held.Length;
        var mean = n == 0 ? 0 : held.Average();
        var prior = doubt * doubt / (1.5 * FourInFive * FourInFive);
        var wider = n >= EnoughForMedian ? Hidden : 1;
        var variance =
            ((4 * prior) + (wider * held.Sum(one => (one - mean) * (one - mean))) + (2.0 * n / (n + SilentBatches) * mean * mean)) / (n + 4);
        var spread = FourInFive * Math.Sqrt(variance);
        return new LearntOffset(
            held.Sum() / (n + SilentBatches),
            n == 0 ? doubt : spread * Math.Sqrt(1 + (1.0 / (n + SilentBatches))),
            n == 0 ? doubt / Math.Sqrt(3) : spread / Math.Sqrt(n + SilentBatches),
            held,
            [.. Enumerable.Range(0, n).Where(i => Far(records[i].Difference, held[i]))]
        );
    }

    /// <summary>Whether one was held in.</summary>
    internal static bool Far(double told, double held) => Math.Abs(told - held) > 1e-9 * Math.Abs(told);

    /// <summary>What lies far from the others is held at their edge; what the maker means stays.</summary>
    internal static double[] Hold(double doubt, IReadOnlyList<LearnRecord> records)
    {
        double[] told = [.. records.Select(record => record.Difference)];
        double middle = 0,
            within = 3 * doubt;
        if (told.Length >= EnoughForMedian)
        {
            middle = told.Median();
            var spread = Math.Max(NormalMad * told.Select(one => Math.Abs(one - middle)).Median(), doubt / 2);
            within = 2 * (told.Length < EnoughForSpread ? Math.Min(spread, doubt) : spread);
        }

        return [.. records.Select(one => one.Keep ? one.Difference : Math.Clamp(one.Difference, middle - within, middle + within))];
    }
}

/// <summary>Each batch told from the earlier ones only.</summary>
/// <param name="MissRaw">Mean miss of what was said.</param>
/// <param name="MissCorrected">Of what would have been said.</param>
/// <param name="Better">Batches that it would have told better.</param>
public sealed record HeldBack(int Count, double MissRaw, double MissCorrected, int Better)
{
    public bool NeverWorse => !LearnRecord.Below(MissRaw, MissCorrected);

    public static HeldBack Of(LearnQuantity quantity, IReadOnlyList<LearnRecord> records)
    {
        (double Raw, double Corrected)[] misses =
        [
            .. Enumerable
                .Range(1, records.Count - 1)
                .Select(i =>
                {
                    var told = records[i].Difference;
                    return (Math.Abs(told), Math.Abs(told - LearntOffset.Of(quantity, [.. records.Take(i)]).Value));
                }),
        ];
        return new HeldBack(
            misses.Length,
            misses.Average(miss => miss.Raw),
            misses.Average(miss => miss.Corrected),
            misses.Count(miss => LearnRecord.Below(miss.Corrected, miss.Raw))
        );
    }
}
