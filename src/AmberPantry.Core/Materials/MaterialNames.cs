namespace AmberPantry.Core.Materials;

/// <summary>From a name to a material of the catalogue, or to a row of a table.</summary>
public static class MaterialNames
{
    private static readonly Lazy<IReadOnlyDictionary<string, Material>> ByName = new(() =>
    {
        var names = new Dictionary<string, Material?>();
        foreach (var material in Catalogue.All)
        {
            foreach (var name in material.AlsoCalled.Append(material.Name).Append(material.Id).Select(SearchName.PlainOf).Distinct())
            {
                // A name that two materials share resolves to neither: a wrong match changes the product.
                names[name] = names.ContainsKey(name) ? null : material;
            }
        }

        foreach (var material in Catalogue.All)
        {
            names[SearchName.PlainOf(material.Id)] = material;
        }

        return names.Where(pair => pair.Value is not null).ToDictionary(pair => pair.Key, pair => pair.Value!);
    });

    /// <summary>The catalogue material of this key or name; null when there is none or more than one.</summary>
    public static Material? Named(string text) => ByName.Value.GetValueOrDefault(SearchName.PlainOf(text));

    /// <summary>A row of a table by its own key or by a catalogue name.</summary>
    public static T? Find<T>(string text, IReadOnlyDictionary<string, T> table, Func<Material, string?> keyOf)
        where T : class =>
        table.GetValueOrDefault(text) ?? (Named(text) is { } material && keyOf(material) is { } key ? table.GetValueOrDefault(key) : null);
}

/// <summary>Two materials that are taken for each other.</summary>
public sealed record LookAlike(string One, string Other, string Difference)
{
    public static IReadOnlyList<LookAlike> All { get; } =
        DataTable.Read("Materials.Data.look-alikes.csv", row => new LookAlike(row.Text("one"), row.Text("other"), row.Text("difference")));

    /// <summary>What a material is mistaken for.</summary>
    public static IEnumerable<LookAlike> Of(string material) => All.Where(pair => pair.One == material || pair.Other == material);
}
