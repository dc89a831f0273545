using AmberPantry.Core.Materials;
using AmberPantry.Core.Science.Melt;
using AmberPantry.Core.Science.Powders;

namespace AmberPantry.Core.Formulas;

/// <summary>A formula seen as lipid, suspended powder and the doubt in both.</summary>
public sealed class ProductMelt
{
    /// <summary>Share of estimated lipid, in percent, above which the doubt doubles.</summary>
    public const double EstimateMattersAbovePercent = 10;

    public ProductMelt(Formula formula, MaterialShelf shelf)
        : this([.. formula.Lines.Select(line => (line, shelf.Get(line.Material, $"lines.{line.Id}.material")))]) { }

    /// <param name="overrun">Air added, as a part of the volume without it.</param>
    public ProductMelt(IReadOnlyList<(FormulaLine Line, Material Material)> lines, double overrun = 0)
    {
        var parts = new List<(MeltSpectrum, double)>(lines.Count);
        var suspended = new List<(PowderMaterial? Powder, double G, double GrainMl)>();
        double lipid = 0,
            allMl = 0,
            estimated = 0;
        foreach (var (line, material) in lines)
        {
            var mass = (double)line.Percent;
            allMl += mass / material.DensityGMl;
            if (material.Melt is { } spectrum)
            {
                parts.Add((spectrum, mass));
                lipid += mass;
                estimated += spectrum.IsEstimate ? mass : 0;
            }
            else if (material.IsPowder)
            {
                suspended.Add((material.Powder, mass, mass / material.DensityGMl));
            }
        }

        DensityGMl = allMl > 0 ? (double)lines.Sum(pair => pair.Line.Percent) / allMl : 0;
        Powder = Suspension.Of(suspended, allMl);
        EstimatedPercent = lipid > 0 ? 100 * estimated / lipid : 0;
        LipidPercent = lipid;
        Curve = lipid > 0 ? new MeltCurve(LipidBlend.Mix(parts), Firmness.Factor(Powder, overrun)) : null;
    }

    /// <summary>Null when nothing in the formula melts.</summary>
    public MeltCurve? Curve { get; }

    /// <summary>Mass percent of the formula that melts.</summary>
    public double LipidPercent { get; }

    /// <summary>The powder that the fat carries.</summary>
    public Grains Powder { get; }

    /// <summary>Density of the unaerated product at 25 °C, g/ml.</summary>
    public double DensityGMl { get; }

    /// <summary>Mass percent of the lipid whose crystals are an estimate.</summary>
    public double EstimatedPercent { get; }

    /// <summary>Doubt of every state boundary, ± °C.</summary>
    public double DoubtC => EstimatedPercent > EstimateMattersAbovePercent ? 4 : 2;

    /// <summary>Doubt of every firmness: divide or multiply by this.</summary>
    public double DoubtFactor => EstimatedPercent > EstimateMattersAbovePercent ? 2 : 1.4;
}
