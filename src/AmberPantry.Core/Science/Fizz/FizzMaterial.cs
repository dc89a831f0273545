namespace AmberPantry.Core.Science.Fizz;

/// <summary>A row of the bath table: what it gives, takes and draws. Molar masses and pKa from textbooks at 25 °C; most else estimated.</summary>
/// <param name="Kind">acid, base, salt, filler, surfactant (dry); dispersant, binder, oil, scent (liquid).</param>
/// <param name="MolarMass">g/mol of the form weighed, hydrate included; 0 where it does not react.</param>
/// <param name="AcidEq">Protons per mole that bicarbonate can take.</param>
/// <param name="BicarbonateEq">Bicarbonate per mole; <paramref name="CarbonateEq"/> carbonate per mole; <paramref name="CationEq"/> strong cations per mole.</param>
/// <param name="Crh">Relative humidity in percent above which the crystal dissolves in its own moisture; null when it does not.</param>
/// <param name="TrueGMl">True density, g/mL; of liquids their density.</param>
/// <param name="SolubilityKgM3">Near 37 °C, kg/m³; null for what does not dissolve.</param>
/// <param name="AntiCakeFoldPct">Dose in percent that cuts caking to 1/e; null when it does not help.</param>
/// <param name="DispersesStrict">Grams of oil that one gram disperses by the strict school; <paramref name="DispersesLenient"/> by the lenient one.</param>
public sealed record FizzMaterial(
    string Id,
    string Name,
    string Kind,
    string Role,
    string Species,
    string Anion,
    double MolarMass,
    double AcidEq,
    double BicarbonateEq,
    double CarbonateEq,
    double CationEq,
    IReadOnlyList<double> Pka,
    double Rate,
    double HydrateWater,
    double? Crh,
    double TrueGMl,
    double LooseGMl,
    double TappedGMl,
    double OilAbsorption,
    double PoreShare,
    double MedianUm,
    double? SolubilityKgM3,
    double Water,
    double Alcohol,
    double? FlashC,
    double? AntiCakeFoldPct,
    double DispersesStrict,
    double DispersesLenient,
    double ActiveFraction,
    string Source
)
{
    public static IReadOnlyDictionary<string, FizzMaterial> All { get; } =
        DataTable
            .Read("Science.Fizz.Data.fizz-materials.csv", row => new FizzMaterial(
                row.Text("id"),
                row.Text("name"),
                row.Text("kind"),
                row.Text("role"),
                row.Text("species"),
                row.Text("anion"),
                row.Number("molar_mass"),
                row.Number("acid_eq"),
                row.Number("hco3_eq"),
                row.Number("co3_eq"),
                row.Number("cation_eq"),
                [.. new[] { "pka1", "pka2", "pka3" }.Select(row.OptionalNumber).OfType<double>()],
                row.Number("rate"),
                row.Number("hydrate_water_frac"),
                row.OptionalNumber("crh_25_pct"),
                row.Number("rho_true_g_ml"),
                row.Number("rho_loose_g_ml"),
                row.Number("rho_tapped_g_ml"),
                row.Number("oa_g_per_100g"),
                row.Number("pore_share"),
                row.Number("d50_um"),
                row.OptionalNumber("solubility_kg_m3"),
                row.Number("water_frac"),
                row.Number("alcohol_frac"),
                row.OptionalNumber("flash_c"),
                row.OptionalNumber("anticake_efold_pct"),
                row.Number("disp_strict"),
                row.Number("disp_lenient"),
                row.Number("active_frac"),
                row.Text("source")
            ))
            .ToDictionary(row => row.Id);

    public bool IsDry => Kind is "acid" or "base" or "salt" or "filler" or "surfactant";

    public bool IsOily => Kind is "oil" or "scent";
}
