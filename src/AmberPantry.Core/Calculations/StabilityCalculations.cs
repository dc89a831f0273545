using System.Globalization;
using System.Text.Json;
using AmberPantry.Core.Materials;
using AmberPantry.Core.Science.Stability;

namespace AmberPantry.Core.Calculations;

/// <summary>Rancidity, antioxidants, best before, water and preservation.</summary>
internal static class StabilityCalculations
{
    private const string Topic = "stability";

    public static IEnumerable<Calculation> All { get; } =
    [
        new(Topic, "fattyProfile", "How readily one oil goes rancid.", """{"id": "sunflower"}""", ProfileOf),
        new(
            Topic,
            "blend",
            "How readily a lipid phase goes rancid, and which oil brings it.",
            """{"lipids": [{"id": "shea", "g": 40}, {"id": "sweet_almond", "g": 40}, {"id": "beeswax", "g": 20}]}""",
            BlendOf
        ),
        new(
            Topic,
            "antioxidant",
            "How much longer it keeps with what is in it.",
            """{"lipidG": 100, "native": 200, "additions": [{"id": "t50", "g": 0.5}]}""",
            ProtectionOf
        ),
        new(
            Topic,
            "life",
            "Months until it smells rancid.",
            """{"lipids": [{"id": "hemp", "g": 60}, {"id": "olive_ev", "g": 40}], "antioxidants": [{"id": "t50", "g": 0.4}], "family": "body_oil"}""",
            LifeOf
        ),
        new(
            Topic,
            "bestBefore",
            "The date to print, and what sets it.",
            """{"made": "2026-03-14", "lifeMonths": 11.2, "family": "balm", "lots": [{"id": "shea", "bestBefore": "2028-01-31"}]}""",
            BestBeforeOf
        ),
        new(Topic, "waterActivity", "How free the water is.", """{"waterG": 10, "glycerolG": 30}""", fields => WaterActivity.Of(Water(fields))),
        new(
            Topic,
            "preservation",
            "Whether water gets in, and whether what is there holds it.",
            """{"batchG": 100, "use": "wet_hands", "preservatives": [{"id": "phenoxyethanol_ehg", "pct": 1}]}""",
            PreservationOf
        ),
        new(
            Topic,
            "browning",
            "How long dried botanicals keep their colour.",
            """{"botanical": "rose_petal", "light": "clear_cupboard", "matrix": "soda_fizz"}""",
            fields =>
            {
                var botanical = fields.Word("botanical", [.. Browning.Botanicals.Keys]);
                var light = fields.Word("light", [.. Browning.Lights.Keys]);
                return Browning.Of(
                    botanical,
                    light,
                    fields.Word("matrix", [.. Browning.Matrices.Keys]),
                    fields.Number("tempC", -25, 60, 20),
                    fields.Number("rhPct", 0, 100, 50)
                );
            }
        ),
    ];

    private static FattyProfile ProfileOf(Fields fields)
    {
        if (fields.Has("id"))
        {
            return fields.Known("id", FindLipid).Profile;
        }

        var acids = fields.Inner("fa") ?? throw new Refusal(Codes.FattySum, "fa", null, "There is no profile.", "Give an id or the fatty acids.");
        string[] known = [.. FattyProfile.AcidNames, "other", "other_iv_coef", "other_cox_coef", "other_mw", "stab_corr"];
        if (acids.Names.FirstOrDefault(name => !known.Contains(name)) is { } stranger)
        {
            throw Fields.Unknown($"fa.{stranger}", stranger, $"Use {string.Join(", ", known)}.");
        }

        var percents = FattyProfile.AcidNames.ToDictionary(acid => acid, acid => acids.Number(acid, 0, 100, 0));
        var other = new FattyProfile.OtherAcids(
            acids.Number("other", 0, 100, 0),
            acids.Number("other_iv_coef", 0, double.PositiveInfinity, 0),
            acids.Number("other_cox_coef", 0, double.PositiveInfinity, 0),
            acids.Number("other_mw", 50, 2000, 340.6)
        );
        return FattyProfile.Triglyceride(acid => percents[acid], other, acids.Number("stab_corr", 0, 10, 1));
    }

    private static LipidBlendAge BlendOf(Fields fields)
    {
        var lipids = Lipids(fields);
        return lipids.Sum(line => line.G) > 0 ? LipidBlendAge.Of(lipids) : throw Fields.Empty("lipids", "Give at least one lipid above 0 g.");
    }

    private static Protection ProtectionOf(Fields fields)
    {
        var lipidG = fields.Above("lipidG", 0);
        var native = fields.Number("native", 0, double.PositiveInfinity, 0);
        return Protection.Of(lipidG, native, Antioxidants(fields, "additions"));
    }

    private static Keeping LifeOf(Fields fields)
    {
        var lipids = Lipids(fields);
        var antioxidants = Antioxidants(fields, "antioxidants");
        var family = Family(fields, "balm");
        var light = fields.Word("light", [.. Storage.Lights.Keys], "opaque");
        var air = fields.Has("air") ? fields.Word("air", [.. Storage.Airs.Keys]) : null;
        var metal = fields.Word("metal", [.. Storage.Metals.Keys], "none");
        var rule = fields.Choice("blendRule", KeepingSchool.Diluted);
        return Keeping.Of(lipids, antioxidants, new Storage(family, light, air, metal, Temps(fields)), rule);
    }

    private static (double C, double Fraction)[]? Temps(Fields fields)
    {
        if (!fields.Has("temps"))
        {
            return null;
        }

        (double C, double Fraction)[] temps = [.. fields.List("temps").Select(part => (part.Number("c", -25, 60), part.Number("fraction", 0, 1)))];
        var sum = temps.Sum(part => part.Fraction);
        return Math.Abs(sum - 1) <= 1e-6
            ? temps
            : throw new Refusal(Codes.FractionSum, "temps", sum, $"The fractions total {sum}, not 1.", "Let them add up to 1.");
    }

    private static BestBefore BestBeforeOf(Fields fields)
    {
        var made = Date(fields, "made")
            ?? throw new Refusal(Codes.Date, "made", null, "There is no day it was made.", "Give a day such as 2026-06-11.");
        var months = fields.Number("lifeMonths", 0, 120);
        var family = Family(fields);
        var limiting = fields.OptionalText("modelLimitingId");
        var lots = fields
            .List("lots")
            .Select(lot => new LotDates(
                lot.Text("id"),
                Date(lot, "bestBefore"),
                Date(lot, "opened"),
                lot.OptionalWhole("paoMonths", 1, 120),
                Date(lot, "received"),
                lot.OptionalWhole("typicalMonths", 1, 120)
            ))
            .ToArray();
        return BestBefore.Of(made, months, family, limiting, lots);
    }

    private static Preservation PreservationOf(Fields fields)
    {
        var batchG = fields.Above("batchG", 0);
        var use = fields.Choice<ProductUse>("use");
        var school = fields.Choice("school", WaterSchool.Always);
        var water = fields.Has("waterPhase") ? Water(new Fields(fields.Find("waterPhase")!.Value)) : null;
        if (water?.AllWaterG > batchG)
        {
            throw Fields.OutOfRange("waterG", water.WaterG, $"at most the batch, {batchG}");
        }

        var fresh = fields.Flag("freshMaterial");
        (string, double)[] items =
        [
            .. fields
                .List("preservatives")
                .Select(item =>
                    (
                        item.Known("id", key =>
                            Preservative.All.ContainsKey(key) || Antioxidant.All.ContainsKey(key) || Preservative.NotReliable.Contains(key)
                                ? key
                                : null
                        ),
                        item.Number("pct", 0, 100)
                    )
                ),
        ];
        return Preservation.Of(
            new PreservationQuestion(
                batchG,
                use,
                school,
                water,
                fresh,
                items,
                fields.Number("addTempC", -25, 150, 40),
                fields.OptionalNumber("ph", 0, 14)
            )
        );
    }

    private static WaterPhase Water(Fields fields)
    {
        double Grams(string name) => fields.Number(name, 0, double.PositiveInfinity, 0);
        return new WaterPhase
        {
            WaterG = Grams("waterG"),
            HoneyG = Grams("honeyG"),
            GlycerolG = Grams("glycerolG"),
            PropyleneGlycolG = Grams("propyleneGlycolG"),
            SorbitolG = Grams("sorbitolG"),
            SucroseG = Grams("sucroseG"),
            GlucoseG = Grams("glucoseG"),
            FructoseG = Grams("fructoseG"),
            SaltG = Grams("saltG"),
            MeasuredAw = fields.OptionalNumber("measuredAw", 0, 1),
        };
    }

    private static DateOnly? Date(Fields fields, string name)
    {
        if (fields.Find(name) is not { } found)
        {
            return null;
        }

        return
            found.ValueKind == JsonValueKind.String
            && DateOnly.TryParseExact(found.GetString(), "yyyy-MM-dd", CultureInfo.InvariantCulture, DateTimeStyles.None, out var date)
            ? date
            : throw new Refusal(Codes.Date, fields.At(name), found, $"{fields.At(name)} is {found}, not a day.", "Give a day such as 2026-06-11.");
    }

    private static string Family(Fields fields, string? usual = null) => fields.Word("family", [.. Storage.Families.Keys], usual);

    private static (Lipid Lipid, double G)[] Lipids(Fields fields) =>
        [.. fields.List("lipids").Select(line => (line.Known("id", FindLipid), line.Number("g", 0)))];

    private static (Antioxidant Item, double G)[] Antioxidants(Fields fields, string name) =>
        [
            .. fields
                .List(name)
                .Select(line =>
                    (line.Known("id", key => MaterialNames.Find(key, Antioxidant.All, material => material.Keys.Antioxidant)), line.Number("g", 0))
                ),
        ];

    private static Lipid? FindLipid(string key) => MaterialNames.Find(key, Lipid.All, material => material.Keys.Fat);
}
