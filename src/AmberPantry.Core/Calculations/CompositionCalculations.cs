using AmberPantry.Core.Assessment.Remedies;
using AmberPantry.Core.Formulas;
using AmberPantry.Core.Materials;
using AmberPantry.Core.Science.Melt;
using AmberPantry.Core.Workshops;

namespace AmberPantry.Core.Calculations;

/// <summary>Weighing, top-up, ingredient lists, ratios, and "balance for me".</summary>
internal static class CompositionCalculations
{
    private const string Topic = "composition";

    public static IEnumerable<Calculation> All { get; } =
    [
        new(
            Topic,
            "weigh",
            "Grams for one scale, without losing a step.",
            """{"batchG": 180, "lines": [{"material": "beeswax", "percent": 15}, """
                + """{"material": "sunflower oil", "percent": 85}], "scale": {"resolutionG": 0.1}}""",
            WeighOf
        ),
        new(
            Topic,
            "ingredient-list",
            "What each share of an ordered list can be.",
            """{"items": [{"name": "mango", "minPercent": 0, "maxPercent": 80}, {"name": "sunflower","""
                + """ "minPercent": 0, "maxPercent": 100}, {"name": "vitamin e", "minPercent": 0, "maxPercent": 1}]}""",
            ListOf
        ),
        new(
            Topic,
            "top-up",
            "Grams to add to what is in the pot.",
            """{"potG": 410, "shares": {"shea butter": 55, "sunflower oil": 45}, "add": "cocoa butter", "targetFirmnessKPa": 40, "atC": 22}""",
            TopUpOf
        ),
        new(
            Topic,
            "balance",
            "Shares that meet limits and come nearest to wishes.",
            """{"materials": [{"name": "beeswax", "min": 5, "max": 30}, {"name": "sunflower oil", "max": 90}, {"name": "shea butter", "max": """
                + """30}], "targets": [{"measure": "firmnessKPa", "atC": 20, "low": 60, "high": 100}, {"measure": "slumpC", "low": 50}]}""",
            BalanceOf
        ),
        new(
            Topic,
            "amounts",
            "Amounts in parts, spoons, drops or ounces as percent.",
            """{"lines": [{"material": "beeswax", "amount": "2 parts"}, {"material":"""
                + """ "sunflower oil", "amount": "5 parts"}, {"material": "shea butter", "amount": "1 part"}]}""",
            AmountsOf
        ),
        new(
            Topic,
            "missing",
            "The one amount that was not said.",
            """{"totalG": 500, "lines": [{"material": "beeswax", "g": 60}, {"material": "sunflower oil"}]}""",
            MissingOf
        ),
        new(Topic, "active", "Raw material for a wanted active level.", """{"wantedActivePercent": 2, "activeFraction": 0.25}""", fields =>
            ActiveMatter.Of(fields.Number("wantedActivePercent", 0, 100), fields.Above("activeFraction", 0, 1))
        ),
        new(Topic, "retinol", "Retinol equivalents of a vitamin oil sold by units.", """{"rawPercent": 0.5, "unitsPerGram": 1000000}""", fields =>
            RetinolEquivalent.Of(fields.Number("rawPercent", 0, 100), fields.Above("unitsPerGram", 0, 3_400_000))
        ),
        new(Topic, "premix", "A pre-dilution that the scale can see.", """{"targetG": 0.4, "scaleG": 0.1, "partsOfOil": 9}""", fields =>
            Premix.Of(fields.Above("targetG", 0, 1e6), fields.Above("scaleG", 0, 1e6), fields.Number("partsOfOil", 1, 99, 9))
        ),
    ];

    private static object WeighOf(Fields fields)
    {
        var batchG = (decimal)Fields.InRange(fields.Number("batchG"), -1e9, 1e9, "batchG");
        WeighRequestLine[] lines =
        [
            .. fields
                .List("lines")
                .Select(line => new WeighRequestLine(
                    line.Text("material"),
                    (decimal)Fields.InRange(line.Number("percent"), -1e6, 1e6, line.At("percent"))
                )),
        ];
        var scale = fields.Inner("scale") ?? throw Fields.OutOfRange("scale.resolutionG", null, "the step of the scale");
        var step = (decimal)Fields.InRange(scale.Number("resolutionG"), -1e6, 1e6, "scale.resolutionG");
        var repeats = scale.OptionalNumber("repeatabilityG", -1e6, 1e6);
        var sheet = Weighing.Weigh(batchG, lines, new Scale(step, repeats is { } spread ? (decimal)spread : null));
        return new
        {
            Lines = sheet.Lines.Select(line => new
            {
                line.Material,
                line.ExactG,
                line.Grams,
                line.OffG,
                line.ErrorPercent,
                Verdict = line.Verdict switch
                {
                    WeighVerdict.Fine => "fine",
                    WeighVerdict.Rough => "rough",
                    _ => "not_weighable",
                },
            }),
            sheet.TotalG,
            sheet.SmallestFineBatchG,
        };
    }

    private static object ListOf(Fields fields)
    {
        ListedItem[] items =
        [
            .. fields
                .List("items")
                .Select(item => new ListedItem(item.Text("name"), item.Number("minPercent", 0, 100, 0), item.Number("maxPercent", 0, 100, 100))),
        ];
        if (items.Length == 0)
        {
            throw Fields.Empty("items", "Give at least one name.");
        }

        return new { Ranges = IngredientList.Ranges(items, fields.OptionalWhole("onePercentLineAfter", 0, items.Length)) };
    }

    private static TopUp TopUpOf(Fields fields)
    {
        var potG = fields.Above("potG", 0);
        var inner = fields.Inner("shares") ?? throw Fields.Empty("shares", "Give what is in the pot.");
        KeyValuePair<string, double>[] shares = [.. inner.Names.Select(name => KeyValuePair.Create(name, inner.Number(name, 0)))];
        if (shares.Sum(share => share.Value) <= 0)
        {
            throw Fields.Empty("shares", "Give at least one share above 0.");
        }

        var add = fields.Text("add");
        TopUpTarget target;
        if (fields.Has("targetPercent"))
        {
            target = new TopUpTarget(fields.Number("targetPercent", 0, 100));
        }
        else
        {
            foreach (var (name, _) in shares)
            {
                _ = MeltFunction.Spectrum(name, $"shares.{name}");
            }

            _ = MeltFunction.Spectrum(add, "add");
            target = fields.Has("targetFirmnessKPa")
                ? new TopUpTarget(Firmness: (fields.Number("targetFirmnessKPa", 0), fields.Number("atC", -30, 120)))
                : new TopUpTarget(SlumpC: fields.Number("targetSlumpC", -30, 120));
        }

        return TopUp.Of(potG, shares, add, target);
    }

    private static Balance BalanceOf(Fields fields)
    {
        BalancePart[] parts =
        [
            .. fields.List("materials").Select(line => Part(line, line.Number("min", 0, 100, 0), line.Number("max", 0, 100, 100))),
            .. fields.List("fixed").Select(line => line.Number("percent", 0, 100) is var percent ? Part(line, percent, percent) : null!),
        ];
        if (parts.Length is 0 or > 40)
        {
            throw parts.Length == 0
                ? Fields.Empty("materials", "Give at least one material.")
                : Fields.OutOfRange("materials", parts.Length, "at most 40 materials");
        }

        if (parts.FirstOrDefault(part => part.Min > part.Max) is { } crossed)
        {
            throw Fields.OutOfRange("materials", crossed.Material.Name, "a least share not above the greatest");
        }

        BalanceTarget[] targets =
        [
            .. fields
                .List("targets")
                .Select(line => new BalanceTarget(
                    line.Word("measure", Balance.Measures),
                    line.OptionalNumber("atC", -30, 120),
                    line.OptionalNumber("low"),
                    line.OptionalNumber("high"),
                    line.Number("weight", 0, 1000, 1),
                    line.Flag("must")
                )),
        ];
        return targets.Length <= 20 ? Balance.Find(parts, targets) : throw Fields.OutOfRange("targets", targets.Length, "at most 20 targets");
    }

    private static BalancePart Part(Fields line, double min, double max) =>
        new(line.Known("name", MaterialNames.Named), min, max, line.OptionalNumber("present", 0, 100), line.OptionalNumber("pricePerKg", 0));

    private static object AmountsOf(Fields fields)
    {
        var drops = fields.Has("dropsPerMl") ? fields.Number("dropsPerMl", 1, 100) : (double?)null;
        AmountLine[] lines =
        [
            .. fields
                .List("lines")
                .Select(line => AmountText.Read(line.Known("material", MaterialNames.Named), line.Text("amount"), drops, line.At("amount"))),
        ];
        if (lines.Length == 0)
        {
            throw Fields.Empty("lines", "Give at least one line.");
        }

        return new { Lines = AmountText.Percents(lines) };
    }

    private static MissingAmount MissingOf(Fields fields)
    {
        (string Material, double? G)[] lines = [.. fields.List("lines").Select(line => (line.Text("material"), line.OptionalNumber("g", 0)))];
        return MissingAmount.Of(lines, fields.OptionalNumber("totalG", 0));
    }
}
