using System.Globalization;
using AmberPantry.Core.Composition;
using AmberPantry.Core.Melt;
using CsvHelper;

namespace AmberPantry.Core.Materials;

/// <summary>The materials that come with the program, read once from the data files beside this class.</summary>
public static class Catalogue
{
    private static readonly Lazy<IReadOnlyList<Material>> Loaded = new(Read);

    public static IReadOnlyList<Material> All => Loaded.Value;

    private static List<Material> Read()
    {
        var spectra = MeltSpectra.ByMaterial;
        using var csv = DataFile.Open("Materials.Data.catalogue.csv");
        csv.Read();
        csv.ReadHeader();
        var materials = new List<Material>();
        while (csv.Read())
        {
            var id = csv.GetField("material")!;
            var ceiling = csv.GetField("heat_ceiling_c");
            materials.Add(new Material
            {
                Id = id,
                BasedOn = id,
                Name = csv.GetField("name")!,
                Inci = csv.GetField("inci")!,
                Role = Enum.Parse<Role>(csv.GetField("role")!.Replace("-", ""), ignoreCase: true),
                DensityGMl = csv.GetField<double>("density_g_ml"),
                UseMinPercent = csv.GetField<decimal>("use_min_percent"),
                UseMaxPercent = csv.GetField<decimal>("use_max_percent"),
                HeatCeilingC = string.IsNullOrEmpty(ceiling) ? null : double.Parse(ceiling, CultureInfo.InvariantCulture),
                UsualPhase = csv.GetField("phase") == "cool-down" ? Phase.CoolDown : Phase.Melt,
                Colour = csv.GetField("colour")!,
                AlsoCalled = Split(csv.GetField("also_called")),
                Tags = Split(csv.GetField("tags")),
                Source = csv.GetField("source")!,
                Melt = spectra.GetValueOrDefault(id),
            });
        }

        return materials;
    }

    private static string[] Split(string? text) => (text ?? "").Split(';', StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries);
}

/// <summary>Opens the comma-separated tables embedded in this assembly.</summary>
internal static class DataFile
{
    public static CsvReader Open(string name)
    {
        var stream = typeof(DataFile).Assembly.GetManifestResourceStream($"AmberPantry.Core.{name}")
            ?? throw new InvalidOperationException($"The table {name} is not part of this build.");
        return new CsvReader(new StreamReader(stream), CultureInfo.InvariantCulture);
    }
}
