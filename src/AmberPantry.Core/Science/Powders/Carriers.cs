namespace AmberPantry.Core.Science.Powders;

/// <summary>Carrier to add so that a mix stays as dry as wanted.</summary>
public sealed record CarrierNeed(double CarrierG, double UAfter, double SharePct)
{
    /// <param name="powders">What is in the bowl.</param>
    /// <param name="liquids">Grams and g/mL.</param>
    /// <param name="carrier">A carrier of the table.</param>
    /// <param name="targetU">Wanted saturation between the grains, 0.02 to 0.70.</param>
    public static CarrierNeed Of(
        IReadOnlyList<(PowderMaterial Powder, double G)> powders,
        IReadOnlyList<(double G, double DensityGMl)> liquids,
        PowderMaterial carrier,
        double targetU,
        bool carrierFirst
    )
    {
        var mix = new PowderMix(powders, liquids, carrierFirst);
        var filled = mix.PoresFilled * mix.PoreMl;
        var held = filled + (targetU * (mix.CapacityMl - filled));
        var grams = Math.Max(0, (mix.LiquidMl - held) / carrier.LoadMlPerG(mix.PoresFilled, targetU));
        var after = new PowderMix([.. powders, (carrier, grams)], liquids, carrierFirst);
        return new CarrierNeed(grams, after.Saturation, 100 * grams / after.TotalG);
    }
}

/// <summary>Which carrier takes how much of the oil, strongest first, so that all stays loose.</summary>
/// <param name="RestMl">What the other powders may take; salts, acids, alkalis and surfactants never.</param>
/// <param name="ShortMl">What nothing here can take.</param>
public sealed record OilOrder(
    IReadOnlyList<string> Order,
    IReadOnlyList<double> Ml,
    IReadOnlyList<double> G,
    double RestMl,
    double ShortMl,
    IReadOnlyList<string> Warnings
)
{
    public static OilOrder Of(PowderMix mix)
    {
        static double Load(PowderMaterial powder) => powder.LoadMlPerG(PowderMix.PoresFilledCarrierFirst, PowderMix.LooseBelow);
        var left = mix.LiquidMl;
        var carriers = mix
            .Powders.Where(line => line.Powder.IsCarrier)
            .OrderByDescending(line => Load(line.Powder))
            .ThenBy(line => line.Powder.Id, StringComparer.Ordinal)
            .ToArray();
        var taken = carriers
            .Select(line =>
            {
                var ml = Math.Min(left, line.G * Load(line.Powder));
                left -= ml;
                return ml;
            })
            .ToArray();
        var room = mix
            .Powders.Where(line => !line.Powder.IsCarrier && line.Powder.Family is not ("salt" or "acid" or "alkali" or "surfactant"))
            .Sum(line => line.G * Load(line.Powder));
        var rest = Math.Min(left, room);
        var missing = left - rest;
        return new OilOrder(
            [.. carriers.Select(line => line.Powder.Id)],
            taken,
            [.. taken.Select(ml => ml * mix.LiquidGMl)],
            rest,
            missing,
            missing > 1e-9 ? [WarningCodes.CarrierShort] : []
        );
    }
}

/// <summary>Least oil that calms a powder, stirred in and not fed to the sponge.</summary>
/// <param name="OilPct">Of the powder and the oil together.</param>
public sealed record CalmingOil(double OilG, double OilPct, double S, double U, bool StaysLoose)
{
    public const double UsualTargetDust = 15;

    public static CalmingOil Of(IReadOnlyList<(PowderMaterial Powder, double G)> powders, double targetDust, double densityGMl)
    {
        var mix = new PowderMix(powders.Where(line => !line.Powder.IsOilSoluble), [], carrierFirst: false);
        double oil = 0;
        if (mix.MeanDust > targetDust)
        {
            double low = 0,
                high = mix.CapacityMl;
            for (var i = 0; i < 80; i++)
            {
                var middle = (low + high) / 2;
                (low, high) = mix.DustAt(middle) > targetDust ? (middle, high) : (low, middle);
            }

            oil = high;
        }

        var grams = oil * densityGMl;
        var u = mix.SaturationAt(oil);
        return new CalmingOil(grams, 100 * grams / (mix.PowderG + grams), mix.CapacityMl > 0 ? oil / mix.CapacityMl : 0, u, u < PowderMix.LooseBelow);
    }
}

/// <summary>Another powder for the same oil: not the same grams.</summary>
public sealed record PowderSwap(double ToG, double VolumeChangeMl, double DustChange)
{
    public static PowderSwap Of(PowderMaterial from, PowderMaterial to, double grams)
    {
        var toG = grams * from.OilAbsorption / to.OilAbsorption;
        return new PowderSwap(toG, (toG / to.LooseGMl) - (grams / from.LooseGMl), to.Dust - from.Dust);
    }
}

/// <summary>How a maker measures a powder's uptake.</summary>
public enum UptakeMethod
{
    /// <summary>The most oil at which a hard-squeezed handful still falls apart and leaves no shine.</summary>
    Squeeze,

    /// <summary>The putty point.</summary>
    Rubout,
}

/// <summary>A maker's own figure for a lot, from a squeeze or a rub-out.</summary>
public sealed record OwnUptake(double UptakeGPer100g, bool InsideUsualRange)
{
    public static OwnUptake Of(PowderMaterial powder, double powderG, double oilG, double densityGMl, UptakeMethod method)
    {
        var perGram = oilG / densityGMl / powderG;
        var inside = PowderMix.PoresFilledCarrierFirst * powder.PoreShare;
        var uptake =
            100 * PowderMaterial.LinseedGMl * perGram / (method == UptakeMethod.Squeeze ? inside + (PowderMix.LooseBelow * (1 - inside)) : 1);
        return new OwnUptake(uptake, uptake >= powder.OilAbsorptionLow && uptake <= powder.OilAbsorptionHigh);
    }
}
