using AmberPantry.Core.Science.Feel;
using AmberPantry.Core.Science.Melt;
using AmberPantry.Core.Science.Powders;
using AmberPantry.Core.Science.Stability;

namespace AmberPantry.Core.Assessment.Remedies;

/// <summary>One candidate, measured by the very code that the bench uses; only what is asked for is worked out.</summary>
internal sealed class Mixture(IReadOnlyList<BalancePart> parts, IReadOnlyList<double> shares, double overrun)
{
    private LipidBlend? blend;
    private SkinFeel? feel;
    private double factor = 1;
    private bool blended;
    private bool felt;

    public double? SlumpC =>
        Blend is { } lipid ? Highest(celsius => factor * Firmness.FromStructure(lipid.At(celsius).Structure) >= MeltCurve.SlumpKPa) : null;

    public double Greasiness => Feel?.Greasiness ?? 0;

    public double CostPerKg => parts.Select((part, i) => shares[i] / 100 * (part.PricePerKg ?? 0)).Sum();

    private SkinFeel? Feel
    {
        get
        {
            if (!felt)
            {
                felt = true;
                feel = SkinFeel.Of(
                    [.. parts.Select((part, i) => (part.Material, shares[i]))],
                    [
                        .. parts
                            .Select((part, i) => (part.Material.Powder, shares[i]))
                            .Where(line => line.Powder is not null && line.Item2 > 0)
                            .Select(line => (line.Powder!, line.Item2)),
                    ]
                );
            }

            return feel;
        }
    }

    private LipidBlend? Blend
    {
        get
        {
            if (!blended)
            {
                blended = true;
                (MeltSpectrum, double)[] lipids =
                [
                    .. parts
                        .Select((part, i) => (part.Material.Melt, shares[i]))
                        .Where(part => part.Melt is not null && part.Item2 > 0)
                        .Select(part => (part.Melt!, part.Item2)),
                ];
                blend = lipids.Length > 0 ? LipidBlend.Mix(lipids) : null;
                factor = Firmness.Factor(Suspended(), overrun);
            }

            return blend;
        }
    }

    /// <summary>The grains that the fat carries.</summary>
    private Grains Suspended()
    {
        double ml = 0;
        var grains = new List<(PowderMaterial? Powder, double G, double GrainMl)>();
        for (var i = 0; i < parts.Count; i++)
        {
            var material = parts[i].Material;
            ml += shares[i] / material.DensityGMl;
            if (material.IsPowder && shares[i] > 0)
            {
                grains.Add((material.Powder, shares[i], shares[i] / material.DensityGMl));
            }
        }

        return Suspension.Of(grains, ml);
    }

    public double Of(BalanceTarget target) =>
        target.Measure switch
        {
            "firmnessKPa" => Blend is { } lipid ? factor * Firmness.FromStructure(lipid.At(target.AtC ?? 20).Structure) : 0,
            "solidPercent" => Blend is { } lipid ? 100 * lipid.At(target.AtC ?? SkinFeel.SkinC).Solid : 0,
            "slumpC" => SlumpC ?? -10,
            "clearC" => Blend is { } lipid ? Highest(celsius => lipid.At(celsius).Solid >= MeltCurve.ClearSolid) ?? -10 : -10,
            "greasiness" => Greasiness,
            "costPerKg" => CostPerKg,
            "months" => Months(),
            "greaseAfter" => Feel?.GreaseAfter(target.AtMin ?? 0) ?? 0,
            "dryDownMin" => Feel?.DryDownMin ?? 0,
            "groupPercent" => parts.Select((part, i) => target.Roles.Contains(part.Material.Role) ? shares[i] : 0).Sum(),
            _ => throw new Refusal(
                Codes.UnknownId,
                "measure",
                target.Measure,
                $"“{target.Measure}” is not a measure.",
                $"Use {string.Join(", ", Balance.Measures)}."
            ),
        };

    private double Months()
    {
        (Lipid, double)[] lipids =
        [
            .. parts
                .Select((part, i) => (Lipid: part.Material.Lipid, G: shares[i]))
                .Where(line => line.Lipid is not null)
                .Select(line => (line.Lipid!, line.G)),
        ];
        (Antioxidant, double)[] guards =
        [
            .. parts
                .Select((part, i) => (Guard: part.Material.Guard, G: shares[i]))
                .Where(line => line.Guard is not null)
                .Select(line => (line.Guard!, line.G)),
        ];
        return Keeping.Of(lipids, guards, new Storage()).Months;
    }

    private static double? Highest(Func<double, bool> holds)
    {
        double low = TemperatureGrid.Ruler.FirstC,
            high = TemperatureGrid.Ruler.LastC;
        if (!holds(low))
        {
            return null;
        }

        for (var i = 0; i < 12; i++)
        {
            var middle = (low + high) / 2;
            (low, high) = holds(middle) ? (middle, high) : (low, middle);
        }

        return low;
    }
}
