using AmberPantry.Core.Science.Melt;

namespace AmberPantry.Core.Science.Making;

/// <summary>The melt of some lines: where it clears, and where its crystals reach a structure.</summary>
internal sealed class PlanMelt
{
    private const double LeastC = -5;
    private const double MostC = 95;
    private const int Halvings = 24;

    private readonly LipidBlend? blend;

    public PlanMelt(IEnumerable<PlanLine> lines)
    {
        (MeltSpectrum, double)[] parts = [.. lines.Where(line => line.Melt is not null).Select(line => (line.Melt!, line.Percent))];
        blend = parts.Length > 0 ? LipidBlend.Mix(parts) : null;
        ClearC = Highest(celsius => SolidAt(celsius) >= MeltCurve.ClearSolid);
    }

    /// <summary>Null for what never clouds.</summary>
    public double? ClearC { get; }

    public double SolidAt(double celsius) => blend?.At(celsius).Solid ?? 0;

    /// <summary>Highest temperature with at least this structure; null when there is less of it even in the cold.</summary>
    public double? Structured(double least) => Highest(celsius => Structure(celsius) >= least);

    /// <summary>Highest temperature with at least this yield value, kPa.</summary>
    /// <param name="factor">How many times firmer powder leaves it.</param>
    public double? Firm(double leastKPa, double factor = 1) => Highest(celsius => factor * Firmness.FromStructure(Structure(celsius)) >= leastKPa);

    private double Structure(double celsius) => blend?.At(celsius).Structure ?? 0;

    private static double? Highest(Func<double, bool> holds)
    {
        if (!holds(LeastC))
        {
            return null;
        }

        if (holds(MostC))
        {
            return MostC;
        }

        double low = LeastC,
            high = MostC;
        for (var i = 0; i < Halvings; i++)
        {
            var middle = (low + high) / 2;
            (low, high) = holds(middle) ? (middle, high) : (low, middle);
        }

        return low;
    }
}
