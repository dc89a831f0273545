namespace AmberPantry.Core.Science.Powders;

/// <summary>How a fat full of grains pours.</summary>
public enum FatPour
{
    Pours,
    Spoon,
    Press,
    Gels,
    Jammed,
}

/// <summary>What the powder does to the greasy feel.</summary>
public enum GreaseCut
{
    Unchanged,
    TraceDrier,
    LessGreasy,
    Powdery,
    Mattifying,
    ChalkyCrumbly,
}

/// <summary>What powder does to a butter or balm (Krieger and Dougherty 1959; yield in the form of Chateau, Ovarlez and Trung 2008).</summary>
public sealed record PowderInFat
{
    // How full of grains.

    public required double PowderPct { get; init; }

    /// <summary>Volume fraction of grains with the oil in their pores.</summary>
    public required double Phi { get; init; }

    public required double PhiMax { get; init; }

    /// <summary>Phi against the fraction at which the grains jam.</summary>
    public required double Crowding { get; init; }

    public required bool Jammed { get; init; }

    // How it pours.

    /// <summary>Null when it jams or gels: packing no longer describes it.</summary>
    public required double? ViscRatio { get; init; }

    public required double? YieldRatio { get; init; }
    public required double? YieldPa { get; init; }
    public required double? MeltMPas { get; init; }
    public required FatPour Pour { get; init; }

    // How greasy it stays.

    /// <summary>Oil the powder could hold as a part of the fat.</summary>
    public required double Immobilised { get; init; }

    /// <summary>Percent of the greasy feel that is left.</summary>
    public required double GreasinessLeftPct { get; init; }

    public required GreaseCut GreaseBand { get; init; }
    public required IReadOnlyList<string> Warnings { get; init; }

    public const double JammedFrom = 0.98;
    public const double GelFromShareOfFat = 0.02;
    private const double GreaseHalves = 0.12;

    private static readonly Bands<FatPour> PourBands = new(FatPour.Press, (500, FatPour.Pours), (3000, FatPour.Spoon));
    private static readonly Bands<GreaseCut> GreaseBands = new(
        GreaseCut.ChalkyCrumbly,
        (0.03, GreaseCut.Unchanged),
        (0.06, GreaseCut.TraceDrier),
        (0.15, GreaseCut.LessGreasy),
        (0.30, GreaseCut.Powdery),
        (0.50, GreaseCut.Mattifying)
    );

    /// <param name="baseYieldPa">Yield value of the bare fat, Pa.</param>
    /// <param name="baseMeltMPas">Viscosity of the bare melt, mPa·s.</param>
    public static PowderInFat Of(
        IReadOnlyList<(PowderMaterial Powder, double G)> items,
        double fatG,
        double fatDensityGMl,
        double baseYieldPa,
        double baseMeltMPas
    )
    {
        var mix = new PowderMix(items);
        var fatMl = (fatG / fatDensityGMl) + mix.LiquidMl;
        var allFatG = fatG + mix.LiquidG;
        var grainMl = mix.Powders.Sum(line => line.G / line.Powder.TrueGMl);
        var grains = Suspension.Of(mix.Powders.Select(line => ((PowderMaterial?)line.Powder, line.G, line.G / line.Powder.TrueGMl)), grainMl + fatMl);
        var (phi, phiMax, _) = grains;
        var crowding = phi / phiMax;
        var jammed = !Near.Below(crowding, JammedFrom);
        var silica = mix.Share(powder => powder.Id is "silica_fumed" or "silica_precipitated");
        var gels = silica > 0 && !Near.Below(silica, GelFromShareOfFat * allFatG);
        double? visc = jammed || gels ? null : grains.ViscosityRatio;
        double? yieldRatio = visc is null ? null : grains.YieldRatio;
        var melt = baseMeltMPas * visc;
        var held = mix.CapacityMl / fatMl;
        return new PowderInFat
        {
            PowderPct = 100 * mix.PowderG / (mix.PowderG + allFatG),
            Phi = phi,
            PhiMax = phiMax,
            Crowding = crowding,
            Jammed = jammed,
            ViscRatio = visc,
            YieldRatio = yieldRatio,
            YieldPa = baseYieldPa * yieldRatio,
            MeltMPas = melt,
            Pour =
                jammed ? FatPour.Jammed
                : gels ? FatPour.Gels
                : PourBands.Of(melt!.Value),
            Immobilised = held,
            GreasinessLeftPct = 100 * Math.Exp(-held / GreaseHalves),
            GreaseBand = GreaseBands.Of(held),
            Warnings = gels ? [WarningCodes.Gel] : [],
        };
    }
}
