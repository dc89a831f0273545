using System.Globalization;

namespace AmberPantry.Core.Materials;

/// <summary>The materials that come with the program, read once from the data files beside this class.</summary>
public static class Catalogue
{
    private static readonly Lazy<IReadOnlyList<Material>> Loaded = new(() => DataTable.Read("Materials.Data.catalogue.csv", Read));

    public static IReadOnlyList<Material> All => Loaded.Value;

    private static Material Read(DataRow row)
    {
        var id = row.Text("material");
        string? Key(string column) => row.Text(column) is { Length: > 0 } key ? key : null;
        var keys = new TableKeys
        {
            Melt = Key("melt"),
            MeltsLike = Key("melts_like"),
            Fat = Key("fat"),
            Powder = Key("powder"),
            Fizz = Key("fizz"),
            Base = Key("base"),
            Colourant = Key("colourant"),
            Antioxidant = Key("antioxidant"),
            Preservative = Key("preservative"),
            Scent = Key("scent"),
            Uv = Key("uv"),
        };
        var role = row.Word<Role>("role");
        return new Material
        {
            Id = id,
            BasedOn = id,
            Name = row.Text("name"),
            Inci = row.Text("inci"),
            Cas = Key("cas"),
            Role = role,
            DensityGMl = row.Number("density_g_ml"),
            Solubility = row.Word<Solubility>("solubility"),
            UseMinPercent = (decimal)row.Number("use_min_percent"),
            UseMaxPercent = (decimal)row.Number("use_max_percent"),
            Rates = [.. row.List("rates").Select(Range)],
            HeatCeilingC = row.OptionalNumber("heat_ceiling_c"),
            UsualPhase = row.Word<Phase>("phase"),
            Colour = row.Text("colour"),
            AlsoCalled = row.List("also_called"),
            Tags = row.List("tags"),
            Source = row.Text("source"),
            Feel = row.Text("feel"),
            Hlb = row.OptionalNumber("hlb"),
            Emulsifying = row.Number("emulsifying"),
            Keys = keys,
            Classes = row.List("classes"),
            WaterFraction = row.Number("water"),
            Humectant = row.Text("humectant").Length > 0 ? row.Word<Humectant>("humectant") : Humectant.None,
        };
    }

    private static UsageRange Range(string text)
    {
        var parts = text.Split(':');
        var range = parts[1].Split('-');
        return new UsageRange(parts[0], decimal.Parse(range[0], CultureInfo.InvariantCulture), decimal.Parse(range[1], CultureInfo.InvariantCulture));
    }
}
