namespace AmberPantry.Core.Science.Powders;

/// <summary>What its dust does to lungs.</summary>
public enum DustHazard
{
    None,
    Nuisance,
    Irritant,
    FineMineral,

    /// <summary>May hold crystalline silica: ask the supplier.</summary>
    CrystallineCheck,
}

/// <summary>What a powder is to oil, air and skin. Oil absorption by rub-out (ASTM D281, ISO 787-5); true densities from textbooks; most else
/// estimated.</summary>
public sealed record PowderMaterial
{
    // What it is.

    public required string Id { get; init; }
    public required string Name { get; init; }
    public required string Family { get; init; }

    // Oil it takes up.

    /// <summary>Grams of linseed oil per 100 g at the rub-out end point; 0 for what melts in the oil.</summary>
    public required double OilAbsorption { get; init; }

    public required double OilAbsorptionLow { get; init; }
    public required double OilAbsorptionHigh { get; init; }

    /// <summary>Part of that oil held inside the grains, 0 to 1.</summary>
    public required double PoreShare { get; init; }

    // How it packs.

    /// <summary>True density, g/mL; <see cref="LooseGMl"/> and <see cref="TappedGMl"/> are bulk densities.</summary>
    public required double TrueGMl { get; init; }

    public required double LooseGMl { get; init; }
    public required double TappedGMl { get; init; }

    /// <summary>Greatest packing fraction in fat.</summary>
    public required double MostPacked { get; init; }

    public required double IntrinsicViscosity { get; init; }

    // Its grain and dust.

    /// <summary>Median grain, µm.</summary>
    public required double MedianUm { get; init; }

    public required double Mohs { get; init; }

    /// <summary>How readily it hangs in the air, 0 to 100.</summary>
    public required double Dust { get; init; }

    public required DustHazard Hazard { get; init; }

    // What it does on wet skin.

    public required double ActiveFraction { get; init; }

    /// <summary>pH of a 10 % slurry; null when it has none of its own.</summary>
    public required double? SlurryPh { get; init; }

    /// <summary>Relative weight of that pH in a mix.</summary>
    public required double BufferWeight { get; init; }

    public required double Stain { get; init; }

    // What it counts as.

    public required bool Soluble { get; init; }
    public required bool IsCarrier { get; init; }
    public required bool IsFlowAid { get; init; }
    public required bool IsCombustible { get; init; }
    public required string Source { get; init; }

    /// <summary>Density of the linseed oil that oil absorption is measured with, g/mL.</summary>
    public const double LinseedGMl = 0.93;

    public static IReadOnlyDictionary<string, PowderMaterial> All { get; } =
        DataTable
            .Read("Science.Powders.Data.powder-materials.csv", row => new PowderMaterial
            {
                Id = row.Text("id"),
                Name = row.Text("name"),
                Family = row.Text("family"),
                OilAbsorption = row.Number("oa_g_per_100g"),
                OilAbsorptionLow = row.Number("oa_lo"),
                OilAbsorptionHigh = row.Number("oa_hi"),
                PoreShare = row.Number("pore_share"),
                TrueGMl = row.Number("rho_true_g_ml"),
                LooseGMl = row.Number("rho_loose_g_ml"),
                TappedGMl = row.Number("rho_tapped_g_ml"),
                MostPacked = row.Number("phi_max"),
                IntrinsicViscosity = row.Number("intrinsic_visc"),
                MedianUm = row.Number("d50_um"),
                Mohs = row.Number("mohs"),
                Dust = row.Number("dust_0_100"),
                Hazard = row.Word<DustHazard>("hazard"),
                ActiveFraction = row.Number("active_frac"),
                SlurryPh = row.OptionalNumber("ph_slurry"),
                BufferWeight = row.Number("buffer_w"),
                Stain = row.Number("stain_0_3"),
                Soluble = row.Flag("soluble"),
                IsCarrier = row.Flag("carrier"),
                IsFlowAid = row.Flag("flow_aid"),
                IsCombustible = row.Flag("combustible"),
                Source = row.Text("source"),
            })
            .ToDictionary(powder => powder.Id);

    /// <summary>Melts in the oils and takes up none: zinc ricinoleate, menthol, camphor.</summary>
    public bool IsOilSoluble => Family == "oil_soluble";

    /// <summary>Volume of oil one gram takes up at the rub-out point, mL.</summary>
    public double UptakeMlPerG => OilAbsorption / (100 * LinseedGMl);

    /// <summary>Oil in mL that one gram holds while the mix has the saturation <paramref name="u"/> between its grains.</summary>
    public double LoadMlPerG(double poresFilled, double u)
    {
        var inside = poresFilled * PoreShare;
        return UptakeMlPerG * (inside + (u * (1 - inside)));
    }
}
