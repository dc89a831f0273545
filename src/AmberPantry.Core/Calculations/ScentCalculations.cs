using AmberPantry.Core.Materials;
using AmberPantry.Core.Science.Scent;

namespace AmberPantry.Core.Calculations;

/// <summary>Blends, limits, allergens, weighing, the warm pot, strength and the bath dose.</summary>
internal static class ScentCalculations
{
    private const string Topic = "scent";

    public static IEnumerable<Calculation> All { get; } =
    [
        new(
            Topic,
            "blendAmounts",
            "A scent idea in grams.",
            """{"mode": "percent", "batchG": 250, "scentPct": 1, "items": """
                + """[{"id": "lavender", "amount": 60}, {"id": "cedarwood_atlas", "amount": 40}]}""",
            AmountsOf
        ),
        new(
            Topic,
            "limits",
            "Every limit a scent meets, and which binds.",
            """{"family": "balm", "area": "body", "items": [{"id": "lavender", "productPct": 0.6}, {"id": "frankincense", "productPct": 0.3}]}""",
            LimitsOf
        ),
        new(
            Topic,
            "allergens",
            "What a label must name.",
            """{"exposure": "leave_on", "items": [{"id": "lavender", "productPct": 0.5}]}""",
            AllergensOf
        ),
        new(
            Topic,
            "weighing",
            "Whether the scale can see it.",
            """{"readabilityG": 0.1, "items": [{"id": "lavender", "g": 4}, {"id": "rose_otto", "g": 1}]}""",
            WeighingOf
        ),
        new(
            Topic,
            "warmPot",
            "What a warm pot drives off.",
            """{"tempC": 70, "minutes": 10, "depthCm": 4, "items": [{"id": "lemon", "share": 40}, {"id": "lavender", "share": 60}]}""",
            WarmPotOf
        ),
        new(
            Topic,
            "strength",
            "How strong it smells, and how its notes are balanced.",
            """{"family": "body_oil", "items": [{"id": "lavender", "productPct": 0.4}, {"id": "sandalwood", "productPct": 0.2}]}""",
            fields =>
            {
                var family = Family(fields);
                return ScentStrength.Of(family, Items(fields));
            }
        ),
        new(
            Topic,
            "bathDose",
            "Scent in one bath.",
            """{"family": "bath_salts", "gramsPerBath": 80, "items": [{"id": "mandarin", "productPct": 0.4}], "solubiliserPct": 0.8}""",
            BathDoseOf
        ),
    ];

    private static ScentBlend AmountsOf(Fields fields)
    {
        var mode = fields.Choice<BlendMode>("mode");
        var batchG = fields.Above("batchG", 0);
        (ScentOil Oil, double Amount)[] items = [.. fields.List("items").Select(item => (item.Known("id", FindOil), item.Number("amount", 0)))];
        if (items.Sum(item => item.Amount) == 0)
        {
            throw Fields.Empty("items", "Give at least one oil an amount above 0.");
        }

        if (mode == BlendMode.Percent)
        {
            var sum = items.Sum(item => item.Amount);
            if (Near.Above(Math.Abs(sum - 100), 0.5))
            {
                throw new Refusal(Codes.Sum, "items", sum, $"The shares of the blend total {sum:0.##} %, not 100.", "Let them add up to 100.");
            }
        }

        var scentPct = mode == BlendMode.Drops ? 0 : fields.Number("scentPct", 0, 100);
        return ScentBlend.Of(mode, batchG, items, scentPct, fields.OptionalNumber("dropsPerMl", 1, 100));
    }

    private static ScentLimits LimitsOf(Fields fields)
    {
        var family = Family(fields);
        var area = fields.Has("area") ? fields.Word("area", [.. ScentUse.Areas.Keys]) : null;
        var audience = Audience(fields);
        var market = fields.Choice("market", Market.General);
        var use = new ScentUse(
            family,
            area,
            audience,
            market,
            fields.Flag("asthma"),
            fields.Flag("pets"),
            fields.Flag("childUse"),
            fields.Flag("solidScent")
        );
        var items = Items(fields);
        return ScentLimits.Of(use, items, PerOil(fields, "certificates"));
    }

    private static ScentAllergens AllergensOf(Fields fields)
    {
        var leaveOn = fields.Choice<Exposure>("exposure") == Exposure.LeaveOn;
        var list = fields.Choice("list", AllergenList.Extended);
        var items = Items(fields);
        return ScentAllergens.Of(leaveOn, list, items, PerOil(fields, "constituents"));
    }

    private static ScentWeighing WeighingOf(Fields fields)
    {
        var readability = fields.Above("readabilityG", 0, 10);
        (string Id, double G)[] items =
        [
            .. fields.List("items").Select(item => (item.Known("id", FindOil).Id, item.Number("g", 0))).Where(item => item.Item2 > 0),
        ];
        return items.Length > 0 ? ScentWeighing.Of(readability, items) : throw Fields.Empty("items", "Give at least one oil above 0 g.");
    }

    private static WarmPot WarmPotOf(Fields fields)
    {
        double temp = fields.Number("tempC", 0, 120),
            minutes = fields.Number("minutes", 0, 600),
            depth = fields.Number("depthCm", 0.2, 100);
        bool covered = fields.Flag("covered"),
            stirring = fields.Flag("stirring");
        (ScentOil Oil, double Share)[] items = [.. fields.List("items").Select(item => (item.Known("id", FindOil), item.Number("share", 0)))];
        return items.Sum(item => item.Share) > 0
            ? WarmPot.Of(temp, minutes, depth, covered, stirring, items)
            : throw Fields.Empty("items", "Give at least one oil a share above 0.");
    }

    private static BathScent BathDoseOf(Fields fields)
    {
        var family = fields.Word("family", BathScent.Families);
        double grams = fields.Above("gramsPerBath", 0),
            water = fields.Above("waterL", 0, double.PositiveInfinity, 150);
        var audience = Audience(fields);
        var items = Items(fields);
        double Pct(string name) => fields.Number(name, 0, 100, 0);
        return BathScent.Of(family, grams, water, audience, items, Pct("carrierOilPct"), Pct("solubiliserPct"), Pct("otherLiquidPct"));
    }

    /// <summary>Numbers by oil and name: what certificates allow, or what suppliers say is in it.</summary>
    private static Dictionary<string, IReadOnlyDictionary<string, double>>? PerOil(Fields fields, string name)
    {
        if (fields.Inner(name) is not { } oils)
        {
            return null;
        }

        var all = new Dictionary<string, IReadOnlyDictionary<string, double>>();
        foreach (var id in oils.Names)
        {
            var oil = FindOil(id) ?? throw Fields.Unknown(oils.At(id), id, "Give a key of the table or a name of the catalogue.");
            var inner = oils.Inner(id);
            all[oil.Id] = inner is null ? new Dictionary<string, double>() : inner.Names.ToDictionary(one => one, one => inner.Number(one, 0, 100));
        }

        return all;
    }

    private static string Family(Fields fields) => fields.Word("family", [.. ScentFamilies.All.Keys]);

    private static string Audience(Fields fields) => fields.Word("audience", [.. ScentUse.Audiences.Keys], "adult");

    private static (ScentOil Oil, double Pct)[] Items(Fields fields) =>
        [.. fields.List("items").Select(item => (item.Known("id", FindOil), item.Number("productPct", 0, 100)))];

    private static ScentOil? FindOil(string key) => MaterialNames.Find(key, ScentOil.All, material => material.Keys.Scent);
}
