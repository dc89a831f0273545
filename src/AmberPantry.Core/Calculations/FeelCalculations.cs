using AmberPantry.Core.Materials;
using AmberPantry.Core.Science.Feel;
using AmberPantry.Core.Science.Powders;

namespace AmberPantry.Core.Calculations;

/// <summary>Skin feel, rinse-off, and where a product fits.</summary>
internal static class FeelCalculations
{
    private const string Topic = "feel";

    public static IEnumerable<Calculation> All { get; } =
    [
        new(
            Topic,
            "feel",
            "How it feels on skin, to compare trials with.",
            """{"formula": {"shea butter": 40, "sunflower oil": 40, "beeswax": 10}, "powders": [{"id": "starch_arrowroot", "parts": 10}]}""",
            FeelOf
        ),
        new(
            Topic,
            "rinseOff",
            "Whether a cleanser rinses away.",
            """{"formula": {"sunflower oil": 80, "polysorbate 80": 10, "sorbitan oleate": 10}}""",
            fields => RinseOff.Of(Percents(Read(fields))) ?? throw Fields.Empty("formula", "Give at least one oil.")
        ),
        new(Topic, "site", "Where a product fits, and why not.", """{"site": "face", "formula": {"coconut oil": 60, "jojoba oil": 40}}""", fields =>
        {
            var site = fields.Choice<SkinSite>("site");
            return SiteFit.Of(site, Read(fields).Where(line => line.Parts > 0).Select(line => line.Material));
        }),
    ];

    private static SkinFeel FeelOf(Fields fields)
    {
        var lipids = Read(fields);
        (PowderMaterial, double)[] powders =
        [
            .. fields
                .List("powders")
                .Select(line =>
                    (line.Known("id", key => MaterialNames.Find(key, PowderMaterial.All, material => material.Keys.Powder)), line.Number("parts", 0))
                ),
        ];
        return SkinFeel.Of(lipids, powders) ?? throw Fields.Empty("formula", "Give at least one lipid a part above 0.");
    }

    private static (Material Material, double Parts)[] Read(Fields fields)
    {
        var inner = fields.Inner("formula") ?? throw Fields.Empty("formula", "Give at least one material a part above 0.");
        return [.. inner.Names.Select(name => (inner.Known(name), inner.Number(name, 0)))];
    }

    private static (Material, double)[] Percents((Material Material, double Parts)[] lines)
    {
        var sum = lines.Sum(line => line.Parts);
        return [.. lines.Select(line => (line.Material, sum > 0 ? 100 * line.Parts / sum : 0))];
    }

    /// <summary>The field's own name is the material.</summary>
    private static Material Known(this Fields fields, string name) => MaterialNames.Named(name) ?? MaterialShelf.Plain.Get(name, fields.At(name));
}
