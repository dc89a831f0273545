using System.Text.Json;
using AmberPantry.Core.Materials;
using AmberPantry.Core.Science.Making;
using AmberPantry.Core.Science.Melt;

namespace AmberPantry.Core.Calculations;

/// <summary>How a batch is made.</summary>
internal static class MakingCalculations
{
    private const double MostRoomC = 60;
    private const double MostC = 150;
    private const double MostBatchG = 100_000;

    public static IEnumerable<Calculation> All { get; } =
    [
        new(
            "making",
            "plan",
            "Temperatures, order, cups and vessels of a batch, with what is to be said of them.",
            """
            {"route": "balm-pour", "roomC": 21, "humidityPct": 55, "batchG": 600, "kit": {"scaleStepG": 0.1, "scaleCapacityG": 3000, "potG": 320},
             "lines": [{"id": "beeswax", "role": "wax", "phase": "melt", "percent": 20, "melt": "beeswax", "meltsAtC": 64.1, "ceilingC": 85},
                       {"id": "oil", "role": "oil", "phase": "melt", "percent": 80, "melt": "sunflower oil", "ceilingC": 85}]}
            """,
            fields => BatchPlanner.Of(Question(fields))
        ),
    ];

    private static PlanQuestion Question(Fields fields)
    {
        var route = Kebab<PlanRoute>(fields, "route", null);
        var roomC = fields.Number("roomC", -10, MostRoomC);
        var humidity = fields.OptionalNumber("humidityPct", 1, 100);
        var batchG = fields.Above("batchG", 0, MostBatchG);
        var pour = fields.OptionalNumber("plannedPourC", -10, MostC);
        var kit = Kit(fields);
        var choices = fields.Inner("choices");
        var chosen = choices is null
            ? new PlanChoices()
            : new PlanChoices(
                Kebab<HoldChoice>(choices, "hold", HoldChoice.Auto),
                Kebab<AntioxidantChoice>(choices, "antioxidant", AntioxidantChoice.CoolDown),
                Kebab<ScentChoice>(choices, "scent", ScentChoice.LastPourable),
                Kebab<PassChoice>(choices, "pass", PassChoice.Auto),
                choices.Has("powder") ? Kebab<PowderChoice>(choices, "powder", null) : null
            );
        PlanLine[] lines = [.. fields.List("lines").Select(Line)];
        return lines.Length == 0
            ? throw Fields.Empty("lines", "Give the lines of the batch.")
            : new PlanQuestion(route, roomC, humidity, batchG, pour, kit, chosen, fields.OptionalText("makeweight")) { Lines = lines };
    }

    private static PlanKit Kit(Fields fields)
    {
        var kit = fields.Inner("kit") ?? throw Fields.Empty("kit", "Give the scale and the pot.");
        var step = kit.Above("scaleStepG", 0, 100);
        var pack = kit.Inner("container");
        return new PlanKit(
            step,
            kit.Number("repeatabilityG", 0, 100, step),
            kit.Above("scaleCapacityG", 0, double.PositiveInfinity, double.PositiveInfinity),
            kit.Number("potG", 0, MostBatchG, 0)
        )
        {
            Heat = kit.Choice("heat", HeatSource.WaterBath),
            OpenFlame = kit.Flag("openFlame"),
            Pack = pack is null ? null : pack.Choice<PackMaterial>("material"),
            PackLimitC = pack?.OptionalNumber("limitC", 20, 300),
            PackWarmed = pack?.Flag("warmed") ?? false,
            ChillC = kit.OptionalNumber("chillC", -40, MostRoomC),
            BowlIsPot = kit.Flag("bowlIsPot"),
        };
    }

    private static PlanLine Line(Fields fields)
    {
        var role = Kebab<Role>(fields, "role", null);
        var melt = fields.OptionalText("melt") is { } row ? MeltFunction.Spectrum(row, fields.At("melt")) : null;
        return new PlanLine(
            fields.Text("id"),
            role,
            Kebab<Phase>(fields, "phase", null),
            fields.Number("percent", 0, 100),
            melt,
            fields.OptionalNumber("meltsAtC", -50, MostC)
        )
        {
            CeilingC = fields.OptionalNumber("ceilingC", -10, 300),
            FlashC = fields.OptionalNumber("flashC", -50, 500),
            DissolvesFromC = fields.OptionalNumber("dissolvesFromC", -10, MostC),
            MaxPercent = fields.OptionalNumber("maxPercent", 0, 100),
            Flammable =
                fields.Flag("volatile") ? Flammable.Volatile
                : fields.Flag("flammable") || role == Role.Solvent ? Flammable.Burns
                : Flammable.No,
            Grains = fields.Has("uptakeMlG")
                ? new PlanGrains(
                    fields.Number("uptakeMlG", 0, 20),
                    fields.OptionalNumber("d50um", 0, 20_000),
                    fields.Flag("carrier"),
                    fields.Flag("clay"),
                    fields.OptionalNumber("densityGMl", 0.1, 20)
                )
                : null,
        };
    }

    /// <summary>Routes, roles and choices are written with hyphens, as their templates are.</summary>
    private static T Kebab<T>(Fields fields, string name, T? usual)
        where T : struct, Enum
    {
        if (usual is { } missing && !fields.Has(name))
        {
            return missing;
        }

        var words = Enum.GetValues<T>().ToDictionary(one => JsonNamingPolicy.KebabCaseLower.ConvertName(one.ToString()));
        return words[fields.Word(name, words.Keys)];
    }
}
