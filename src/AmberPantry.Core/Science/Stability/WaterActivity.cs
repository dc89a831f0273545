namespace AmberPantry.Core.Science.Stability;

/// <summary>What is in the water phase, grams.</summary>
public sealed record WaterPhase
{
    public double WaterG { get; init; }
    public double HoneyG { get; init; }
    public double GlycerolG { get; init; }
    public double PropyleneGlycolG { get; init; }
    public double SorbitolG { get; init; }
    public double SucroseG { get; init; }
    public double GlucoseG { get; init; }
    public double FructoseG { get; init; }
    public double SaltG { get; init; }

    /// <summary>A measured water activity wins over the estimate; null when there is none.</summary>
    public double? MeasuredAw { get; init; }

    private const double HoneyWater = 0.18;
    private const double HoneyGlucose = 0.31;
    private const double HoneyFructose = 0.38;

    /// <summary>Water with that of the honey, g.</summary>
    public double AllWaterG => WaterG + (HoneyWater * HoneyG);

    public double AllGlucoseG => GlucoseG + (HoneyGlucose * HoneyG);

    public double AllFructoseG => FructoseG + (HoneyFructose * HoneyG);
}

/// <summary>What can live in the water.</summary>
public enum WaterFreedom
{
    NoWater,
    DrySafe,
    Xerophile,
    MouldYeast,
    Bacteria,
}

/// <summary>How free the water is (Norrish, combined as a product); rough below 0.4 and for mixed sugars.</summary>
/// <param name="Aw">0 to 1; null without water.</param>
public sealed record WaterActivity(double? Aw, WaterFreedom AwBand)
{
    /// <summary>Water activity up to which nothing grows.</summary>
    public const double NothingGrowsTo = 0.60;

    private const double WaterGMol = 18.015;

    public static WaterActivity Of(WaterPhase phase)
    {
        if (phase.MeasuredAw is { } measured)
        {
            return new WaterActivity(measured, Band(measured));
        }

        var water = phase.AllWaterG;
        if (water <= 0)
        {
            return new WaterActivity(null, WaterFreedom.NoWater);
        }

        // Grams, molar mass g/mol, Norrish constant, most that dissolves g per g water.
        (double G, double M, double K, double Most)[] solutes =
        [
            (phase.GlycerolG, 92.09, 1.16, double.PositiveInfinity),
            (phase.PropyleneGlycolG, 76.09, 1.0, double.PositiveInfinity),
            (phase.SorbitolG, 182.17, 1.65, 2.35),
            (phase.SucroseG, 342.30, 6.47, 2.07),
            (phase.AllGlucoseG, 180.16, 2.25, 0.97),
            (phase.AllFructoseG, 180.16, 2.25, 4.0),
        ];
        var aw = 1.0;
        foreach (var (g, m, k, most) in solutes)
        {
            var moles = Math.Min(g, most * water) / m;
            var x = moles / (moles + (water / WaterGMol));
            aw *= (1 - x) * Math.Exp(-k * x * x);
        }

        var salt = Math.Min(1000 * phase.SaltG / 58.44 / water, 6.15);
        aw *= Math.Exp(-0.018015 * 2 * salt * (0.87 + (0.0667 * salt)));
        return new WaterActivity(aw, Band(aw));
    }

    private static WaterFreedom Band(double aw) =>
        Near.Above(aw, 0.85) ? WaterFreedom.Bacteria
        : Near.Above(aw, 0.70) ? WaterFreedom.MouldYeast
        : Near.Above(aw, NothingGrowsTo) ? WaterFreedom.Xerophile
        : WaterFreedom.DrySafe;
}
