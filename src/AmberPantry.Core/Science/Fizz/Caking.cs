using AmberPantry.Core.Science.Powders;

namespace AmberPantry.Core.Science.Fizz;

/// <summary>What becomes of it in this air.</summary>
public enum CakingBand
{
    StaysLoose,
    SoftLumps,
    Cakes,
    SetsOrWets,
}

/// <summary>Whether it stays loose in this air.</summary>
public sealed record Caking
{
    // The air it bears.

    public required double? CrhMinPct { get; init; }
    public required string? LimitingId { get; init; }
    public required double? CrhMixPct { get; init; }
    public required double? ReactsFromPct { get; init; }

    // What makes it cake.

    public required double U { get; init; }
    public required double HumidityPart { get; init; }
    public required double OilPart { get; init; }
    public required double AntiCake { get; init; }

    // How far it cakes.

    public required double Index { get; init; }
    public required CakingBand Band { get; init; }

    /// <summary>Dendritic salt that would take up the oil, g.</summary>
    public required double DendriticG { get; init; }

    public required IReadOnlyList<string> Warnings { get; init; }

    private static readonly Bands<CakingBand> Words = new(
        CakingBand.SetsOrWets,
        (15, CakingBand.StaysLoose),
        (40, CakingBand.SoftLumps),
        (70, CakingBand.Cakes)
    );

    /// <param name="grains">The same mix by the powder table, where its every material is known; else the bath's typical rows are taken.</param>
    public static Caking Of(FizzMix mix, double rhPct, bool isSealed, PowderMix? grains = null)
    {
        var air = Humidity.Of(mix);
        double? reacts = air.CrhMix is { } crh && mix.GasMol > 0 ? crh - 10 : null;
        var (u, dendritic) = grains is null
            ? Oiled(mix)
            : (grains.Saturation, Dendritic(grains.LiquidMl, grains.CapacityMl, grains.PoresFilled * grains.PoreMl));
        var humidity = air.CrhMix is { } mixed ? 100 / (1 + Math.Exp(-(rhPct - mixed + 8) / 4)) : 0;
        var milk = air.StickyCrh is { } sticky ? 100 / (1 + Math.Exp(-(rhPct - sticky) / 4)) * Math.Min(1, air.MilkPct / 20) : 0;
        var humidityPart = Math.Max(humidity, milk) * (isSealed ? 0.25 : 1);
        var oilPart = 100 * Math.Min(1, Math.Max(0, (u - 0.05) / 0.45));
        var antiCake = Math.Exp(-mix.Lines.Sum(line => line.Material.AntiCakeFoldPct is { } fold ? 100 * line.G / mix.DryG / fold : 0));
        var index = 100 * (1 - ((1 - (antiCake * humidityPart / 100)) * (1 - (oilPart / 100))));
        var epsom = mix.PercentOfDry(material => material.Id == "salt_epsom");
        (string Code, bool When)[] warnings =
        [
            (WarningCodes.Deliquesces, rhPct >= air.SolubleCrh),
            (WarningCodes.Effloresces, epsom >= 10 && rhPct < 45 && !isSealed),
            (WarningCodes.EpsomSoda, isSealed && epsom >= 1 && mix.PercentOfDry(material => material.Kind == FizzKind.Base) >= 1),
            (WarningCodes.HydrateTransfer, epsom >= 1 && air.SolubleCrh < 51),
            (WarningCodes.OverOiled, !Near.Below(u, PowderMix.LooseBelow)),
            (WarningCodes.ReactsInAir, rhPct >= reacts),
            (WarningCodes.StickyMilk, rhPct >= air.StickyCrh),
        ];
        return new Caking
        {
            CrhMinPct = air.CrhMin,
            LimitingId = air.LimitingId,
            CrhMixPct = air.CrhMix,
            ReactsFromPct = reacts,
            U = u,
            HumidityPart = humidityPart,
            OilPart = oilPart,
            AntiCake = antiCake,
            Index = index,
            Band = Words.Of(index),
            DendriticG = dendritic,
            Warnings = [.. warnings.Where(one => one.When).Select(one => one.Code)],
        };
    }

    /// <summary>Saturation between the grains by the bath table, and the dendritic salt for it.</summary>
    private static (double U, double DendriticG) Oiled(FizzMix mix)
    {
        double capacity = 0,
            pores = 0,
            oil = 0;
        foreach (var (material, g) in mix.Lines)
        {
            if (material.IsDry)
            {
                var uptake = g * material.OilAbsorption / (100 * PowderMaterial.LinseedGMl);
                capacity += uptake;
                pores += uptake * material.PoreShare;
            }
            else if (material.WetsGrains)
            {
                oil += g / material.TrueGMl;
            }
        }

        var inPores = PowderMix.PoresFilledCarrierFirst * pores;
        return (capacity > inPores ? Math.Max(0, oil - inPores) / (capacity - inPores) : 0, Dendritic(oil, capacity, inPores));
    }

    /// <summary>Dendritic salt that brings the mix down to where it stays loose, g.</summary>
    private static double Dendritic(double oilMl, double capacityMl, double inPoresMl)
    {
        const double MlPerG = 0.376344 * (0.2 + (0.12 * 0.8));
        return Math.Max(0, (oilMl - (inPoresMl + (PowderMix.LooseBelow * (capacityMl - inPoresMl)))) / MlPerG);
    }
}
