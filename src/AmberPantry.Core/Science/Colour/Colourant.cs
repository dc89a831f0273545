namespace AmberPantry.Core.Science.Colour;

/// <summary>A product base as it stands: absorption and scattering in three broad bands (linear red, green, blue), 1/mm. All estimated.</summary>
/// <param name="Family">fat, oil, powder or salt.</param>
/// <param name="DensityGMl">Bulk density of powders and salts, g/mL.</param>
public sealed record ColourBase(string Id, string Name, string Family, double[] K, double[] S, double DensityGMl)
{
    public static IReadOnlyDictionary<string, ColourBase> All { get; } = ColourTable.Rows.OfType<ColourBase>().ToDictionary(row => row.Id);

    private static readonly Lazy<IReadOnlyList<(ColourBase Product, Lab Colour)>> Bare = new(() =>
        [.. All.Values.Select(product => (product, Lab.FromLinear(new Paint(product).Reflectance([]))))]
    );

    /// <summary>The base of a family whose bare colour is nearest.</summary>
    public static ColourBase Nearest(string family, Lab colour) =>
        Bare.Value.Where(bare => bare.Product.Family == family).MinBy(bare => Lab.DeltaE00(colour, bare.Colour)).Product;
}

/// <summary>What colours: absorption and scattering per 1 % by mass in a fat of 0.95 g/mL, fully dispersed.</summary>
/// <param name="SettlesUm">Stokes-equivalent diameter, µm; platelets fall slower.</param>
/// <param name="WaterBleed">0 to 3; <paramref name="Migrate"/> 0 to 3 within the product.</param>
/// <param name="StainSkin">0 to 3 per percent; an oxide is 3, a pale clay 0.05. So is <paramref name="StainTub"/>.</param>
/// <param name="HalfLifeMonths">In the dark at 20 °C; null for what does not fade.</param>
/// <param name="Areas">By region and area, such as "us_lip": likely, no or check; always to be verified with the supplier.</param>
public sealed record Colourant(
    string Id,
    string Name,
    string Family,
    double[] K,
    double[] S,
    double DensityGMl,
    double SettlesUm,
    double OilAbsorption,
    double LoadMin,
    double LoadTypical,
    double LoadMax,
    bool OilSoluble,
    double WaterBleed,
    double Migrate,
    double? HalfLifeMonths,
    bool AcidOk,
    bool AlkaliOk,
    double StainSkin,
    double StainTub,
    IReadOnlyDictionary<string, string> Areas
)
{
    public static IReadOnlyDictionary<string, Colourant> All { get; } = ColourTable.Rows.OfType<Colourant>().ToDictionary(row => row.Id);
}

internal static class ColourTable
{
    private const double DoesNotFade = 999;

    public static IReadOnlyList<object> Rows { get; } =
        DataTable.Read<object>("Science.Colour.Data.colourants.csv", row =>
            row.Text("kind") == "base"
                ? new ColourBase(row.Text("id"), row.Text("name"), row.Text("family"), Bands(row, "k"), Bands(row, "s"), row.Number("rho_g_ml"))
                : new Colourant(
                    row.Text("id"),
                    row.Text("name"),
                    row.Text("family"),
                    Bands(row, "k"),
                    Bands(row, "s"),
                    row.Number("rho_g_ml"),
                    row.Number("d_settle_um"),
                    row.Number("oa_g_per_100g"),
                    row.Number("load_min_pct"),
                    row.Number("load_typ_pct"),
                    row.Number("load_max_pct"),
                    row.Flag("oil_soluble"),
                    row.Number("water_bleed"),
                    row.Number("migrate"),
                    row.Number("half_life_months") is var months && months >= DoesNotFade ? null : months,
                    row.Flag("acid_ok"),
                    row.Flag("alkali_ok"),
                    row.Number("stain_skin"),
                    row.Number("stain_tub"),
                    AreaColumns.ToDictionary(column => column, row.Text)
                )
        );

    private static IEnumerable<string> AreaColumns => from region in ColourAreas.Regions from area in ColourAreas.Areas select $"{region}_{area}";

    private static double[] Bands(DataRow row, string letter) => [row.Number($"{letter}_r"), row.Number($"{letter}_g"), row.Number($"{letter}_b")];
}

/// <summary>What is usually said of colourants near eyes, lips and in baths. Never a legal statement: verify with the supplier.</summary>
/// <param name="Worst">no, check or likely.</param>
public sealed record ColourAreas(IReadOnlyList<string> Flags, string Worst, string Say)
{
    public static IReadOnlyList<string> Regions { get; } = ["us", "eu"];

    public static IReadOnlyList<string> Areas { get; } = ["eye", "lip", "bath"];

    public static ColourAreas Of(IEnumerable<Colourant> colourants, string region, string area)
    {
        string[] flags = [.. colourants.Select(colourant => colourant.Areas[$"{region}_{area}"])];
        return new ColourAreas(
            flags,
            flags.Contains("no") ? "no"
                : flags.Contains("check") ? "check"
                : "likely",
            "verify with supplier"
        );
    }
}
