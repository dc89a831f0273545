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
public sealed record Colourant
{
    // What it is.

    public required string Id { get; init; }
    public required string Name { get; init; }
    public required string Family { get; init; }

    // What it does to light.

    public required double[] K { get; init; }
    public required double[] S { get; init; }

    /// <summary>Its colour by itself, thick (Kubelka and Munk 1931); null for a dye, which scatters nothing.</summary>
    public Lab? Masstone => Array.Exists(S, band => band <= 0) ? null : Lab.FromLinear([.. K.Zip(S, Paint.Thick)]);

    // How it lies in fat.

    public required double DensityGMl { get; init; }

    /// <summary>Stokes-equivalent diameter, µm; platelets fall slower.</summary>
    public required double SettlesUm { get; init; }

    public required double OilAbsorption { get; init; }

    // How much of it.

    public required double LoadMin { get; init; }
    public required double LoadTypical { get; init; }
    public required double LoadMax { get; init; }

    // How it holds.

    public required bool OilSoluble { get; init; }

    /// <summary>0 to 3; <see cref="Migrate"/> 0 to 3 within the product.</summary>
    public required double WaterBleed { get; init; }

    public required double Migrate { get; init; }

    /// <summary>In the dark at 20 °C; null for what does not fade.</summary>
    public required double? HalfLifeMonths { get; init; }

    public required bool AcidOk { get; init; }
    public required bool AlkaliOk { get; init; }

    // Where it may go.

    /// <summary>0 to 3 per percent; an oxide is 3, a pale clay 0.05. So is <see cref="StainTub"/>.</summary>
    public required double StainSkin { get; init; }

    public required double StainTub { get; init; }

    /// <summary>By region and area, such as "us_lip": likely, no or check; always to be verified with the supplier.</summary>
    public required IReadOnlyDictionary<string, ColourAllowed> Areas { get; init; }

    public static IReadOnlyDictionary<string, Colourant> All { get; } = ColourTable.Rows.OfType<Colourant>().ToDictionary(row => row.Id);
}

internal static class ColourTable
{
    private const double DoesNotFade = 999;

    public static IReadOnlyList<object> Rows { get; } = DataTable.Read<object>("Science.Colour.Data.colourants.csv", row => row.Text("kind") == "base"
                ? new ColourBase(row.Text("id"), row.Text("name"), row.Text("family"), Bands(row, "k"), Bands(row, "s"), row.Number("rho_g_ml"))
                : new Colourant
                {
                    Id = row.Text("id"),
                    Name = row.Text("name"),
                    Family = row.Text("family"),
                    K = Bands(row, "k"),
                    S = Bands(row, "s"),
                    DensityGMl = row.Number("rho_g_ml"),
                    SettlesUm = row.Number("d_settle_um"),
                    OilAbsorption = row.Number("oa_g_per_100g"),
                    LoadMin = row.Number("load_min_pct"),
                    LoadTypical = row.Number("load_typ_pct"),
                    LoadMax = row.Number("load_max_pct"),
                    OilSoluble = row.Flag("oil_soluble"),
                    WaterBleed = row.Number("water_bleed"),
                    Migrate = row.Number("migrate"),
                    HalfLifeMonths = row.Number("half_life_months") is var months && months >= DoesNotFade ? null : months,
                    AcidOk = row.Flag("acid_ok"),
                    AlkaliOk = row.Flag("alkali_ok"),
                    StainSkin = row.Number("stain_skin"),
                    StainTub = row.Number("stain_tub"),
                    Areas = AreaColumns.ToDictionary(column => column, row.Word<ColourAllowed>),
                });

    private static IEnumerable<string> AreaColumns => from region in ColourAreas.Regions from area in ColourAreas.Areas select $"{region}_{area}";

    private static double[] Bands(DataRow row, string letter) => [row.Number($"{letter}_r"), row.Number($"{letter}_g"), row.Number($"{letter}_b")];
}

/// <summary>Whether a colourant is usually allowed somewhere.</summary>
public enum ColourAllowed
{
    Likely,
    Check,
    No,
}

/// <summary>What is usually said of colourants near eyes, lips and in baths. Never a legal statement: verify with the supplier.</summary>
public sealed record ColourAreas(IReadOnlyList<ColourAllowed> Flags, ColourAllowed Worst, string Say)
{
    public static IReadOnlyList<string> Regions { get; } = ["us", "eu"];

    public static IReadOnlyList<string> Areas { get; } = ["eye", "lip", "bath"];

    public static ColourAreas Of(IEnumerable<Colourant> colourants, string region, string area)
    {
        ColourAllowed[] flags = [.. colourants.Select(colourant => colourant.Areas[$"{region}_{area}"])];
        return new ColourAreas(flags, flags.DefaultIfEmpty(ColourAllowed.Likely).Max(), "verify with supplier");
    }
}
