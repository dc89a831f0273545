namespace AmberPantry.Core.Science.Melt;

/// <summary>How a product stands from −5 to 95 °C.</summary>
public sealed class MeltCurve
{
    /// <summary>Yield value in kPa below which a shape gives way.</summary>
    public const double SlumpKPa = 2;

    /// <summary>Solid fraction above which a melt looks cloudy.</summary>
    public const double ClearSolid = 0.003;

    /// <summary>Halvings of half a degree: ends below a hundredth.</summary>
    private const int BisectionsInACell = 6;

    private readonly LipidBlend blend;
    private readonly double factor;
    private readonly double[] solid;
    private readonly double[] firmness;

    /// <param name="firmnessFactor">What powder and air make of the fat's firmness: <see cref="Firmness.Factor"/>.</param>
    public MeltCurve(LipidBlend blend, double firmnessFactor = 1)
    {
        this.blend = blend;
        factor = firmnessFactor;
        var grid = TemperatureGrid.Ruler;
        solid = new double[grid.Count];
        firmness = new double[grid.Count];
        blend.Sweep(grid, solid, firmness);
        for (var t = 0; t < firmness.Length; t++)
        {
            firmness[t] = factor * Firmness.FromStructure(firmness[t]);
        }
    }

    /// <summary>The fats without powder and air.</summary>
    public LipidBlend Blend => blend;

    /// <summary>Solid mass fraction, 0 to 1, along <see cref="TemperatureGrid.Ruler"/>.</summary>
    public IReadOnlyList<double> Solid => solid;

    /// <summary>Yield value in kPa along <see cref="TemperatureGrid.Ruler"/>.</summary>
    public IReadOnlyList<double> FirmnessKPa => firmness;

    /// <summary>Highest temperature in °C at which it keeps its shape; null when it never does, 95 when it always does.</summary>
    public double? SlumpC => FallsBelow(SlumpKPa);

    /// <summary>Temperature in °C below which the melt turns cloudy; null when it stays clear at −5.</summary>
    public double? ClearC => LastAtLeast(solid, ClearSolid, SolidAt);

    /// <summary>Solid mass fraction, 0 to 1.</summary>
    public double SolidAt(double temperatureC) => blend.At(temperatureC).Solid;

    /// <summary>Yield value in kPa.</summary>
    public double FirmnessAt(double temperatureC) => factor * Firmness.FromStructure(blend.At(temperatureC).Structure);

    /// <summary>Highest temperature in °C with at least this yield value in kPa; null when softer already at −5, 95 when still as firm
    /// there.</summary>
    public double? FallsBelow(double limitKPa) => LastAtLeast(firmness, limitKPa, FirmnessAt);

    private static double? LastAtLeast(double[] along, double limit, Func<double, double> at)
    {
        var grid = TemperatureGrid.Ruler;
        if (along[0] < limit)
        {
            return null;
        }

        if (along[^1] >= limit)
        {
            return grid.LastC;
        }

        int low = 0,
            high = along.Length - 1;
        while (high - low > 1)
        {
            var middle = (low + high) / 2;
            (low, high) = along[middle] >= limit ? (middle, high) : (low, middle);
        }

        double below = grid.Temperature(low),
            above = grid.Temperature(high);
        for (var i = 0; i < BisectionsInACell; i++)
        {
            var middle = (below + above) / 2;
            (below, above) = at(middle) >= limit ? (middle, above) : (below, middle);
        }

        return below;
    }
}
