namespace AmberPantry.Core.Science.Powders;

/// <summary>What a powder is to oil, air and skin. Oil absorption by rub-out (ASTM D281, ISO 787-5); true densities from textbooks; most else estimated.</summary>
/// <param name="OilAbsorption">Grams of linseed oil per 100 g at the rub-out end point; 0 for what melts in the oil.</param>
/// <param name="PoreShare">Part of that oil held inside the grains, 0 to 1.</param>
/// <param name="TrueGMl">True density, g/mL; <paramref name="LooseGMl"/> and <paramref name="TappedGMl"/> are bulk densities.</param>
/// <param name="MostPacked">Greatest packing fraction in fat.</param>
/// <param name="MedianUm">Median grain, µm.</param>
/// <param name="Dust">How readily it hangs in the air, 0 to 100.</param>
/// <param name="Hazard">none, nuisance, irritant, fine_mineral or crystalline_check.</param>
/// <param name="SlurryPh">pH of a 10 % slurry; null when it has none of its own.</param>
/// <param name="BufferWeight">Relative weight of that pH in a mix.</param>
public sealed record PowderMaterial(
    string Id,
    string Name,
    string Family,
    double OilAbsorption,
    double OilAbsorptionLow,
    double OilAbsorptionHigh,
    double PoreShare,
    double TrueGMl,
    double LooseGMl,
    double TappedGMl,
    double MostPacked,
    double IntrinsicViscosity,
    double MedianUm,
    double Mohs,
    double Dust,
    string Hazard,
    double ActiveFraction,
    double? SlurryPh,
    double BufferWeight,
    double Stain,
    bool Soluble,
    bool IsCarrier,
    bool IsFlowAid,
    bool IsCombustible,
    string Source
)
{
    /// <summary>Density of the linseed oil that oil absorption is measured with, g/mL.</summary>
    public const double LinseedGMl = 0.93;

    public static IReadOnlyDictionary<string, PowderMaterial> All { get; } =
        DataTable
            .Read("Science.Powders.Data.powder-materials.csv", row => new PowderMaterial(
                row.Text("id"),
                row.Text("name"),
                row.Text("family"),
                row.Number("oa_g_per_100g"),
                row.Number("oa_lo"),
                row.Number("oa_hi"),
                row.Number("pore_share"),
                row.Number("rho_true_g_ml"),
                row.Number("rho_loose_g_ml"),
                row.Number("rho_tapped_g_ml"),
                row.Number("phi_max"),
                row.Number("intrinsic_visc"),
                row.Number("d50_um"),
                row.Number("mohs"),
                row.Number("dust_0_100"),
                row.Text("hazard"),
                row.Number("active_frac"),
                row.OptionalNumber("ph_slurry"),
                row.Number("buffer_w"),
                row.Number("stain_0_3"),
                row.Flag("soluble"),
                row.Flag("carrier"),
                row.Flag("flow_aid"),
                row.Flag("combustible"),
                row.Text("source")
            ))
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
