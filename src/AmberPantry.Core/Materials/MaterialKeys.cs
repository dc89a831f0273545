using AmberPantry.Core.Fizz;
using AmberPantry.Core.Scent;
using AmberPantry.Core.Stability;

namespace AmberPantry.Core.Materials;

/// <summary>From a name to a material, and from a material to its rows in the tables of the science.</summary>
public static class MaterialKeys
{
    private static readonly Lazy<IReadOnlyDictionary<string, Material>> ByName = new(() =>
    {
        var names = new Dictionary<string, Material?>();
        foreach (var material in Catalogue.All)
        {
            foreach (var name in material.AlsoCalled.Append(material.Name).Append(material.Id).Select(MaterialSearch.Plain).Distinct())
            {
                // A name that two materials share resolves to neither: a wrong match changes the product.
                names[name] = names.ContainsKey(name) ? null : material;
            }
        }

        foreach (var material in Catalogue.All)
        {
            names[MaterialSearch.Plain(material.Id)] = material;
        }

        return names.Where(pair => pair.Value is not null).ToDictionary(pair => pair.Key, pair => pair.Value!);
    });

    private static readonly Lazy<IReadOnlyDictionary<string, Lipid>> LipidByMeltName = new(() =>
        Lipid.All.Values.SelectMany(lipid => lipid.AlsoNamed.Select(name => (name, lipid))).ToDictionary(pair => pair.name, pair => pair.lipid));

    /// <summary>The catalogue material of this key or name; null when there is none or more than one.</summary>
    public static Material? Named(string text) => ByName.Value.GetValueOrDefault(MaterialSearch.Plain(text));

    /// <summary>A row of a table by its own key or by a catalogue name.</summary>
    public static T? Find<T>(string text, IReadOnlyDictionary<string, T> table, Func<Material, string?> keyOf)
        where T : class =>
        table.GetValueOrDefault(text) ?? (Named(text) is { } material && keyOf(material) is { } key ? table.GetValueOrDefault(key) : null);

    /// <summary>How a material goes rancid: its own row, that of its melt name, or the saturated lipid for waxes and fatty alcohols.</summary>
    internal static Lipid? LipidOf(Material material)
    {
        if (material.Keys.Fat is { } key)
        {
            return Lipid.All[key];
        }

        if (material.Keys.Melt is { } name && LipidByMeltName.Value.TryGetValue(name, out var lipid))
        {
            return lipid;
        }

        return material.Melt is null ? null : material.Role switch
        {
            Role.Wax or Role.Hardener or Role.Gellant => Lipid.All["saturated_lipid"],
            Role.Emulsifier => Lipid.All["oleate_emulsifier"],
            Role.Oil or Role.Colourant => Lipid.All["sunflower"],
            Role.SoftButter => Lipid.All["shea"],
            Role.HardButter => Lipid.All["cocoa_butter"],
            Role.Ester or Role.UvFilter or Role.Emollient => Lipid.All["mct"],
            _ => null,
        };
    }

    /// <summary>How a material behaves in a bath: its own row, or the typical one of its kind; null where none speaks for it.</summary>
    internal static FizzMaterial? FizzOf(Material material)
    {
        var key = material.Keys.Fizz ?? material.Role switch
        {
            Role.Oil or Role.Ester or Role.Emollient or Role.Antioxidant => "oil_liquid",
            Role.SoftButter => "butter_soft",
            Role.HardButter or Role.Wax or Role.Hardener => "butter_hard",
            Role.Scent => "scent",
            Role.Emulsifier => "polyglyceryl_4_oleate",
            Role.Powder or Role.Colourant or Role.Botanical => material.Melt is null ? "kaolin" : "oil_liquid",
            Role.WaterPhase => "water",
            Role.Active => material.Melt is null ? null : "oil_liquid",
            _ => null,
        };
        return key is null ? null : FizzMaterial.All[key];
    }

    /// <summary>Its composition as a scent; null for a scent that tells none.</summary>
    internal static ScentOil? ScentOf(Material material) => material.Keys.Scent is { } key ? ScentOil.All[key] : null;
}

/// <summary>Two materials that are taken for each other.</summary>
public sealed record LookAlike(string One, string Other, string Difference)
{
    public static IReadOnlyList<LookAlike> All { get; } = DataTable.Read("Materials.Data.look-alikes.csv", row => new LookAlike(row.Text("one"), row.Text("other"), row.Text("difference")));

    /// <summary>What a material is mistaken for.</summary>
    public static IEnumerable<LookAlike> Of(string material) => All.Where(pair => pair.One == material || pair.Other == material);
}
