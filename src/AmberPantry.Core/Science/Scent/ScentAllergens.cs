namespace AmberPantry.Core.Science.Scent;

/// <summary>Which list of names a label follows.</summary>
public enum AllergenList
{
    Classic,
    Extended,
}

public sealed record NamedShare(string Name, double Pct);

/// <summary>What a label must name. Both lists hold only what the table knows; the law has more, and its dates are to be verified.</summary>
/// <param name="Threshold">Percent of the product above which a name is declared.</param>
/// <param name="Unlisted">Named by the supplier, not on the chosen list, above the threshold: declare it too.</param>
/// <param name="OilsByName">Oils of the extended list above the threshold.</param>
public sealed record ScentAllergens(
    double Threshold,
    IReadOnlyList<NamedShare> Declare,
    IReadOnlyList<NamedShare> Unlisted,
    IReadOnlyList<string> Below,
    IReadOnlyList<string> OilsByName
)
{
    private static readonly string[] Classic =
    [
        "anise_alcohol",
        "benzyl_alcohol",
        "benzyl_benzoate",
        "benzyl_salicylate",
        "cinnamal",
        "cinnamyl_alcohol",
        "citral",
        "citronellol",
        "coumarin",
        "eugenol",
        "evernia_prunastri",
        "farnesol",
        "geraniol",
        "isoeugenol",
        "limonene",
        "linalool",
    ];

    private static readonly string[] Added =
    [
        "alpha_terpinene",
        "anethole",
        "benzaldehyde",
        "beta_caryophyllene",
        "camphor",
        "carvone",
        "eugenyl_acetate",
        "geranyl_acetate",
        "linalyl_acetate",
        "menthol",
        "methyl_salicylate",
        "pinene",
        "rose_ketones",
        "santalol",
        "terpineol",
        "terpinolene",
        "vanillin",
    ];

    /// <summary>Every name of both lists.</summary>
    public static IReadOnlySet<string> Names { get; } = Classic.Concat(Added).ToHashSet();

    /// <param name="supplied">Supplier's figures by oil key and name, percent of the oil; they replace the typical ones entirely.</param>
    public static ScentAllergens Of(
        bool leaveOn,
        AllergenList list,
        IReadOnlyList<(ScentOil Oil, double Pct)> items,
        IReadOnlyDictionary<string, IReadOnlyDictionary<string, double>>? supplied = null
    )
    {
        var threshold = leaveOn ? 0.001 : 0.01;
        var listed = list == AllergenList.Classic ? Classic : [.. Classic, .. Added];
        var sums = new Dictionary<string, double>();
        var fromSupplier = new HashSet<string>();
        foreach (var (oil, pct) in items)
        {
            var own = supplied?.GetValueOrDefault(oil.Id);
            foreach (var (name, content) in own ?? oil.Constituents)
            {
                sums[name] = sums.GetValueOrDefault(name) + (pct * content / 100);
                if (own is not null)
                {
                    fromSupplier.Add(name);
                }
            }
        }

        IReadOnlyList<NamedShare> Over(Func<string, bool> which) =>
            [
                .. sums.Where(one => which(one.Key) && Near.Above(one.Value, threshold))
                    .OrderByDescending(one => one.Value)
                    .ThenBy(one => one.Key, StringComparer.Ordinal)
                    .Select(one => new NamedShare(one.Key, one.Value)),
            ];

        return new ScentAllergens(
            threshold,
            Over(listed.Contains),
            Over(name => !listed.Contains(name) && fromSupplier.Contains(name)),
            [
                .. sums.Where(one => listed.Contains(one.Key) && one.Value > 0 && !Near.Above(one.Value, threshold))
                    .Select(one => one.Key)
                    .Order(StringComparer.Ordinal),
            ],
            list == AllergenList.Classic
                ? []
                : [.. items.Where(item => item.Oil.IsOnExtendedList && Near.Above(item.Pct, threshold)).Select(item => item.Oil.Id)]
        );
    }
}
