using AmberPantry.Core.Materials;
using AmberPantry.Core.Science.Powders;

namespace AmberPantry.Core.Calculations;

/// <summary>Oil budget, dust, flow, carriers, packs and powder in fat.</summary>
internal static class PowderCalculations
{
    private const string Topic = "powder";
    private const string Mix =
        """{"items": [{"id": "starch_arrowroot", "g": 70}, {"id": "kaolin", "g": """
        + """20}, {"id": "zinc_oxide", "g": 10}], "liquids": [{"g": 3, "densityGMl": 0.92}]""";

    public static IEnumerable<Calculation> All { get; } =
    [
        new(
            Topic,
            "oilBudget",
            "How wet, dusty, free-flowing, alkaline and scratchy a powder mix is with its oil.",
            Mix + """, "use": "body"}""",
            OilBudgetOf
        ),
        new(
            Topic,
            "carrierNeed",
            "Carrier to add so that the mix stays as dry as wanted.",
            Mix + """, "carrier": "starch_tapioca_mod", "targetU": 0.12}""",
            CarrierNeedOf
        ),
        new(
            Topic,
            "oilOrder",
            "Which carrier takes the oil first, and how much of it.",
            """{"items": [{"id": "starch_tapioca_mod", "g": 8}, {"id": "starch_corn", "g": 40}], "liquids": [{"g": 7, "densityGMl": 0.92}]}""",
            fields => OilOrder.Of(ReadMix(fields).Mix)
        ),
        new(
            Topic,
            "calmingOil",
            "Least oil that brings the dust down.",
            """{"items": [{"id": "starch_arrowroot", "g": 46}, {"id": "kaolin", "g": 26}], "targetDust": 15}""",
            CalmingOilOf
        ),
        new(
            Topic,
            "swapPowder",
            "Grams of another powder for the same oil.",
            """{"fromId": "starch_arrowroot", "toId": "starch_tapioca_mod", "g": 40}""",
            SwapOf
        ),
        new(
            Topic,
            "calibrateUptake",
            "A lot's own oil uptake from a squeeze or a rub-out.",
            """{"id": "salt_dendritic", "powderG": 50, "oilG": 5.4, "method": "squeeze"}""",
            OwnUptakeOf
        ),
        new(Topic, "fillPacks", "Grams and number of packs filled by volume.", Mix + """, "volumeMl": 120, "fill": 0.88, "tap": 0.5}""", FillOf),
        new(
            Topic,
            "powderInFat",
            "How firm, thick and matt powder makes a fat.",
            """{"items": [{"id": "starch_arrowroot", "g": 20}], "fatG": 80, "baseYieldPa": 400, "baseMeltMPas": 25}""",
            InFatOf
        ),
    ];

    private static OilBudget OilBudgetOf(Fields fields)
    {
        var read = ReadMix(fields);
        return OilBudget.Of(read.Mix, read.Use, read.FatSolid);
    }

    private static CarrierNeed CarrierNeedOf(Fields fields)
    {
        var items = ReadItems(fields);
        var liquids = ReadLiquids(fields);
        if (items.Sum(item => item.G) + liquids.Sum(liquid => liquid.G) <= 0)
        {
            throw Fields.Empty("items", "Give at least one powder or liquid.");
        }

        var carrierFirst = fields.Flag("carrierFirst", true);
        _ = fields.Flag("fatSolid");
        _ = fields.Choice("use", PowderUse.Body);
        var carrier = Powder(fields, "carrier");
        if (!carrier.IsCarrier)
        {
            throw new Refusal(
                Codes.NotCarrier,
                "carrier",
                carrier.Id,
                $"{carrier.Name} holds no oil inside its grains.",
                "Choose a carrier, such as a modified tapioca starch or a porous silica."
            );
        }

        return CarrierNeed.Of(items, liquids, carrier, fields.Number("targetU", 0.02, 0.70, PowderMix.LooseBelow), carrierFirst);
    }

    private static CalmingOil CalmingOilOf(Fields fields)
    {
        var items = ReadItems(fields);
        MustHoldPowder(items);
        return CalmingOil.Of(items, fields.Number("targetDust", 1, 60, CalmingOil.UsualTargetDust), Density(fields));
    }

    private static PowderSwap SwapOf(Fields fields)
    {
        var from = DrinkingPowder(fields, "fromId");
        var to = DrinkingPowder(fields, "toId");
        return PowderSwap.Of(from, to, fields.Number("g", 0));
    }

    private static OwnUptake OwnUptakeOf(Fields fields)
    {
        var powder = DrinkingPowder(fields, "id");
        var powderG = fields.Number("powderG", 0.1);
        var oilG = fields.Number("oilG", 0);
        var density = Density(fields);
        return OwnUptake.Of(powder, powderG, oilG, density, fields.Choice<UptakeMethod>("method"));
    }

    private static PackFill FillOf(Fields fields)
    {
        var mix = ReadMix(fields).Mix;
        return PackFill.Of(
            mix,
            fields.Number("volumeMl", 0.5, 5000),
            fields.Number("fill", 0.2, 1, PackFill.UsualFill),
            fields.Number("tap", 0, 1, PackFill.UsualTap)
        );
    }

    private static PowderInFat InFatOf(Fields fields)
    {
        var items = ReadItems(fields);
        MustHoldPowder(items);
        var fatG = fields.Number("fatG", 0);
        if (fatG == 0)
        {
            throw Fields.Empty("fatG", "Give the grams of fat.");
        }

        return PowderInFat.Of(
            items,
            fatG,
            fields.Number("fatDensityGMl", 0.7, 1.1, 0.91),
            fields.Number("baseYieldPa", 0, double.PositiveInfinity, 0),
            fields.Number("baseMeltMPas", 0, double.PositiveInfinity, 20)
        );
    }

    private static (PowderMix Mix, PowderUse Use, bool FatSolid) ReadMix(Fields fields)
    {
        var items = ReadItems(fields);
        var liquids = ReadLiquids(fields);
        MustHoldPowder(items);
        var carrierFirst = fields.Flag("carrierFirst", true);
        var fatSolid = fields.Flag("fatSolid");
        return (new PowderMix(items, liquids, carrierFirst), fields.Choice("use", PowderUse.Body), fatSolid);
    }

    private static (PowderMaterial Powder, double G)[] ReadItems(Fields fields) =>
        [.. fields.List("items").Select(item => (Powder(item, "id"), item.Number("g", 0)))];

    private static (double G, double DensityGMl)[] ReadLiquids(Fields fields) =>
        [.. fields.List("liquids").Select(liquid => (liquid.Number("g", 0), Density(liquid)))];

    private static double Density(Fields fields) => fields.Number("densityGMl", 0.6, 1.5, PowderMix.PlantOilGMl);

    private static void MustHoldPowder(IEnumerable<(PowderMaterial Powder, double G)> items)
    {
        if (!items.Any(item => item.G > 0 && !item.Powder.IsOilSoluble))
        {
            throw Fields.Empty("items", "Give at least one powder above 0 g.");
        }
    }

    private static PowderMaterial Powder(Fields fields, string name) =>
        fields.Known(name, key => MaterialNames.Find(key, PowderMaterial.All, material => material.Keys.Powder));

    private static PowderMaterial DrinkingPowder(Fields fields, string name)
    {
        var powder = Powder(fields, name);
        return powder.OilAbsorption > 0
            ? powder
            : throw new Refusal(
                Codes.Range,
                name,
                powder.Id,
                $"{powder.Name} melts in oil and takes up none.",
                "Choose a powder that stays a powder."
            );
    }
}
