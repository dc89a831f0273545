namespace AmberPantry.Core.Science.Learning;

/// <summary>What is said before a batch and seen after it, and how a difference is told.</summary>
/// <param name="Id">"slumpC".</param>
/// <param name="IsLog">Differences are parts of what was said; else plain.</param>
/// <param name="Doubt">Half the width that holds four batches in five before anything is learnt; natural logarithm where it is by parts.</param>
/// <param name="Step">Less is not worth proposing.</param>
public sealed record LearnQuantity(string Id, bool IsLog, double Doubt, double Step)
{
    public static LearnQuantity SlumpC { get; } = new("slumpC", false, 2, 0.5);
    public static LearnQuantity ClearC { get; } = new("clearC", false, 2, 0.5);
    public static LearnQuantity WhipStartC { get; } = new("whipStartC", false, 2, 0.5);
    public static LearnQuantity FirmnessKPa { get; } = new("firmnessKPa", true, Math.Log(1.4), Math.Log(1.1));
    public static LearnQuantity CoolingFactor { get; } = new("coolingFactor", true, Math.Log(1.4), Math.Log(1.1));
    public static LearnQuantity Minutes { get; } = new("minutes", true, Math.Log(1.4), Math.Log(1.1));
    public static LearnQuantity Overrun { get; } = new("overrun", true, Math.Log(1.3), Math.Log(1.07));
    public static LearnQuantity KeepingMonths { get; } = new("keepingMonths", true, Math.Log(1.5), Math.Log(1.1));
    public static LearnQuantity DensityGml { get; } = new("densityGml", true, Math.Log(1.03), Math.Log(1.01));
    public static LearnQuantity LossPct { get; } = new("lossPct", false, 1.5, 0.3);
    public static LearnQuantity WettingGPerKg { get; } = new("wettingGPerKg", false, 1.5, 0.3);

    public static IReadOnlyDictionary<string, LearnQuantity> All { get; } =
        new[]
        {
            SlumpC,
            ClearC,
            WhipStartC,
            FirmnessKPa,
            CoolingFactor,
            Minutes,
            Overrun,
            KeepingMonths,
            DensityGml,
            LossPct,
            WettingGPerKg,
        }.ToDictionary(one => one.Id);

    /// <summary>What a batch told: how far it lay from what was said.</summary>
    public double Difference(double predicted, double observed) => IsLog ? Math.Log(observed / predicted) : observed - predicted;

    /// <summary>What was said, put right.</summary>
    public double Corrected(double predicted, double offset) => IsLog ? predicted * Math.Exp(offset) : predicted + offset;
}

/// <summary>What was said of a batch and what came.</summary>
/// <param name="Difference">In the quantity's own scale.</param>
/// <param name="Keep">The maker was asked, and means it.</param>
public sealed record LearnRecord(double Difference, bool Keep = false)
{
    public string? Place { get; init; }

    public string? Vessel { get; init; }

    public string? Lot { get; init; }

    /// <summary>The day it was seen, counted from any.</summary>
    public int Day { get; init; }

    /// <summary>The doubt that was told with what was said.</summary>
    public double? Doubt { get; init; }

    /// <summary>A millimetre of rounding is no difference.</summary>
    internal static bool Below(double value, double limit) => value < limit - (1e-9 * Math.Abs(limit));
}
