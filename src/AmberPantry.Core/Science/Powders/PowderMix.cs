namespace AmberPantry.Core.Science.Powders;

/// <summary>Powders with the oil in them: how much they could drink, and how full they are.</summary>
/// <remarks>States of wetting after Newitt and Conway-Jones (1958); the share of pores that really fills is an estimate.</remarks>
public sealed class PowderMix
{
    /// <summary>Share of the pores that fills when the carriers drink first.</summary>
    public const double PoresFilledCarrierFirst = 0.80;

    /// <summary>Share of the pores that fills when the oil is stirred in anyhow.</summary>
    public const double PoresFilledStirred = 0.40;

    /// <summary>Saturation between the grains up to which a powder stays loose.</summary>
    public const double LooseBelow = 0.12;

    public const double PlantOilGMl = 0.92;

    /// <param name="items">Powders in grams; a material may stand there twice, lines of 0 g are left out.</param>
    /// <param name="liquids">Grams and density in g/mL.</param>
    /// <param name="carrierFirst">The oil is fed to the carriers before the rest.</param>
    public PowderMix(
        IEnumerable<(PowderMaterial Powder, double G)> items,
        IEnumerable<(double G, double DensityGMl)>? liquids = null,
        bool carrierFirst = true
    )
    {
        var lines = items
            .Where(item => item.G > 0)
            .GroupBy(item => item.Powder.Id)
            .Select(group => (group.First().Powder, G: group.Sum(item => item.G)))
            .ToArray();
        Powders = [.. lines.Where(line => !line.Powder.IsOilSoluble)];
        Melting = [.. lines.Where(line => line.Powder.IsOilSoluble)];
        var oils = (liquids ?? []).Concat(Melting.Select(line => (line.G, line.Powder.TrueGMl))).ToArray();
        PoresFilled = carrierFirst ? PoresFilledCarrierFirst : PoresFilledStirred;
        PowderG = Powders.Sum(line => line.G);
        LiquidG = oils.Sum(oil => oil.Item1);
        LiquidMl = oils.Sum(oil => oil.Item1 / oil.Item2);
        CapacityMl = Powders.Sum(line => line.G * line.Powder.UptakeMlPerG);
        PoreMl = Powders.Sum(line => line.G * line.Powder.UptakeMlPerG * line.Powder.PoreShare);
        CarrierPoreMl = Powders.Where(line => line.Powder.IsCarrier).Sum(line => line.G * line.Powder.UptakeMlPerG * line.Powder.PoreShare);
        Saturation = SaturationAt(LiquidMl);
        Load = CapacityMl > 0 ? LiquidMl / CapacityMl : 0;
    }

    private PowderMix(PowderMix of, double oilMl)
    {
        Powders = of.Powders;
        Melting = of.Melting;
        PoresFilled = of.PoresFilled;
        PowderG = of.PowderG;
        LiquidMl = oilMl;
        LiquidG = oilMl * of.LiquidGMl;
        CapacityMl = of.CapacityMl;
        PoreMl = of.PoreMl;
        CarrierPoreMl = of.CarrierPoreMl;
        Saturation = SaturationAt(oilMl);
        Load = CapacityMl > 0 ? oilMl / CapacityMl : 0;
    }

    /// <summary>The same grains with another volume of the liquid, mL.</summary>
    public PowderMix WithOil(double oilMl) => new(this, oilMl);

    /// <summary>Grains that stay grains, one entry a material.</summary>
    public IReadOnlyList<(PowderMaterial Powder, double G)> Powders { get; }

    /// <summary>What melts in the oils.</summary>
    public IReadOnlyList<(PowderMaterial Powder, double G)> Melting { get; }

    public double PoresFilled { get; }

    public double PowderG { get; }

    public double LiquidG { get; }

    public double LiquidMl { get; }

    public double TotalG => PowderG + LiquidG;

    /// <summary>Mean density of the liquid, g/mL.</summary>
    public double LiquidGMl => LiquidMl > 0 ? LiquidG / LiquidMl : PlantOilGMl;

    /// <summary>Oil at the rub-out point, mL.</summary>
    public double CapacityMl { get; }

    public double PoreMl { get; }

    public double CarrierPoreMl { get; }

    /// <summary>Load as a part of the rub-out capacity (s).</summary>
    public double Load { get; }

    /// <summary>Saturation between the grains (u): 1 is the rub-out putty.</summary>
    public double Saturation { get; }

    public double MeanDust => PowderG > 0 ? Powders.Sum(line => line.G * line.Powder.Dust) / PowderG : 0;

    public double Share(Func<PowderMaterial, bool> which) => Powders.Where(line => which(line.Powder)).Sum(line => line.G);

    /// <summary>Saturation between the grains for another volume of oil, mL.</summary>
    public double SaturationAt(double oilMl)
    {
        var filled = PoresFilled * PoreMl;
        return CapacityMl > filled ? Math.Max(0, oilMl - filled) / (CapacityMl - filled) : 0;
    }

    /// <summary>Oil in mL that fills the room between the grains to a part; the pores fill first.</summary>
    public double OilAt(double saturation) => (PoresFilled * PoreMl) + (saturation * (CapacityMl - (PoresFilled * PoreMl)));

    /// <summary>Dust that still flies with this much oil in the mix, 0 to 100: oil outside a grain catches fines, oil in a carrier's pores calms
    /// only the carrier.</summary>
    public double DustAt(double oilMl)
    {
        if (PowderG == 0)
        {
            return 0;
        }

        const double CalmedBy = 0.02;
        var u = SaturationAt(oilMl);
        var load = CapacityMl > 0 ? oilMl / CapacityMl : 0;
        var outside = CapacityMl > 0 ? Math.Max(0, oilMl - (PoresFilled * CarrierPoreMl)) / CapacityMl : 0;
        return Powders.Sum(line => line.G * line.Powder.Dust * Math.Exp(-((line.Powder.IsCarrier ? load : outside) + u) / 2 / CalmedBy)) / PowderG;
    }
}
