using AmberPantry.Core.Science.Colour;
using AmberPantry.Core.Science.Melt;

namespace AmberPantry.Core.Calculations;

/// <summary>Solids, firmness, cooling and what hangs on them.</summary>
internal static class MeltCalculations
{
    private const string Topic = "melt";
    private const string Butter = "\"formula\": {\"shea butter\": 72, \"camellia oil\": 28}";
    private const string Run =
        "{"
        + Butter
        + """, "batchG": 450, "startC": 72, "vesselG": 350, "vesselMaterial": "glass", "exposedAreaM2": """
        + """0.042, "recordSeconds": 600, "stages": [{"seconds": 7200, "surroundingsC": 4, "heatTransferWM2K": 10}]""";

    public static IEnumerable<Calculation> All { get; } =
    [
        new(
            Topic,
            "melt",
            "Solids and firmness at each temperature, slump and cloud point.",
            """{"formula": {"beeswax": 15, "sunflower oil": 60, "coconut oil": 10, "castor oil": 15}, "temperatures": [4, 20, 33], "overrun": 0}""",
            MeltOf
        ),
        new(Topic, "cooling", "Temperature and crystals of a batch as it cools.", Run + "}", fields => new { Trace = ReadRun(fields).Trace }),
        new(Topic, "whipWindow", "When a cooling butter can be whipped.", Run + "}", fields =>
            ReadRun(fields) is var run ? WhipWindow.Of(run.Blend, run.Trace) : null!
        ),
        new(Topic, "grain", "Whether a butter turns sandy.", Run + """, "heldMinutes": 20}""", GrainOf),
        new(Topic, "times", "When it takes the cool-down phase, clouds, and may be capped.", Run + """, "coolDownC": 45, "roomC": 6}""", fields =>
            ReadRun(fields) is var run
                ? CoolingTimes.Of(run.Trace, fields.Number("coolDownC", -30, 120, 50), fields.Number("roomC", -40, 60, 21))
                : null!
        ),
        new(
            Topic,
            "heatBalance",
            "What an addition does to the temperature of a melt.",
            """{"formula": {"beeswax": 20, "sunflower oil": 80}, "meltG": 300,"""
                + """ "meltC": 72, "addFormula": {"castor oil": 1}, "addG": 60, "addC": 18}""",
            BalanceOf
        ),
        new(Topic, "dewPoint", "Whether a chilled bowl or lid sweats.", """{"airC": 22, "rhPct": 60, "surfaceC": 4}""", fields =>
            Condensation.Of(fields.Number("airC", -20, 60), fields.Above("rhPct", 0, 100), fields.Number("surfaceC", -40, 100))
        ),
        new(
            Topic,
            "wallAndCore",
            "Wall against core in a still vessel.",
            """{"startC": 70, "surroundingsC": 5, "heatTransferWM2K": 10, "radiusMm": 60, "seconds": 3600}""",
            fields =>
                WallAndCore.Of(
                    fields.Number("startC", -30, 120),
                    fields.Number("surroundingsC", -40, 150),
                    fields.Above("heatTransferWM2K", 0, 2000),
                    fields.Number("radiusMm", 5, 500),
                    fields.Number("seconds", 60, 200_000)
                )
        ),
        new(
            Topic,
            "parcel",
            "What a parcel goes through on its route.",
            """{"formula": {"beeswax": 8, "shea butter": 30, "sunflower oil": 62}, "productG": 50,"""
                + """ "exposedAreaM2": 0.01, "insulationM2KW": 0.3, "startC": 20, "hourlyC": [22, 30, 46, 46, 40, 24]}""",
            ParcelOf
        ),
        new(
            Topic,
            "fitCooling",
            "How a vessel and place cool, from thermometer readings.",
            Run + """, "readings": [{"s": 1200, "temperatureC": 50}, {"s": 2400, "temperatureC": 36}]}""",
            FitOf
        ),
        new(
            Topic,
            "settlingRace",
            "Whether grains fall before the fat holds them.",
            Run + """, "viscosity25MPas": 60, "diameterUm": 12, "grainGMl": 1.5, "pct": 6, "heightMm": 40}""",
            RaceOf
        ),
    ];

    private static MeltAnswer MeltOf(Fields fields) =>
        MeltFunction.Melt(
            Formula(fields, "formula"),
            fields.Has("temperatures") ? [.. fields.Values("temperatures").Select(one => Fields.Read(one.Value, one.Path))] : null,
            fields.Number("powderVolumeFraction", double.NegativeInfinity, double.PositiveInfinity, 0),
            fields.Number("overrun", double.NegativeInfinity, double.PositiveInfinity, 0)
        );

    private static GrainForecast GrainOf(Fields fields)
    {
        var run = ReadRun(fields);
        return GrainForecast.Of(run.Blend, run.Trace, run.Stages, fields.Number("heldMinutes", 0, 10_000, 0), fields.Flag("meltedBefore"));
    }

    private static HeatBalance BalanceOf(Fields fields)
    {
        var formula = Formula(fields, "formula");
        var melt = MeltFunction.Blend(formula, "formula");
        double meltG = fields.Above("meltG", 0),
            meltC = fields.Number("meltC", -30, 120);
        var added = fields.Has("addFormula") ? Formula(fields, "addFormula") : null;
        double addG = fields.Above("addG", 0),
            addC = fields.Number("addC", -30, 120);
        if (added is null)
        {
            return HeatBalance.Of(melt, meltG, meltC, new HeatAddition(null, addG, addC), melt);
        }

        double Sum(List<KeyValuePair<string, double>> parts) => parts.Sum(part => part.Value);
        var blend = MeltFunction.Blend(added, "addFormula");
        var mixed = MeltFunction.Blend(
            [
                .. formula.Select(part => KeyValuePair.Create(part.Key, part.Value / Sum(formula) * meltG)),
                .. added.Select(part => KeyValuePair.Create(part.Key, part.Value / Sum(added) * addG)),
            ],
            "formula"
        );
        return HeatBalance.Of(melt, meltG, meltC, new HeatAddition(blend, addG, addC), mixed);
    }

    private static ParcelRoute ParcelOf(Fields fields)
    {
        var blend = MeltFunction.Blend(Formula(fields, "formula"), "formula");
        double g = fields.Above("productG", 0),
            area = fields.Above("exposedAreaM2", 0),
            insulation = fields.Number("insulationM2KW", 0, 20, 0),
            start = fields.Number("startC", -30, 120, 20);
        double[] hours = [.. fields.Values("hourlyC").Select(one => Fields.InRange(Fields.Read(one.Value, one.Path), -40, 90, one.Path))];
        return hours.Length is > 0 and <= 500
            ? ParcelRoute.Of(blend, g, area, insulation, start, hours)
            : throw Fields.OutOfRange("hourlyC", hours.Length, "1 to 500 hours");
    }

    private static CoolingFit FitOf(Fields fields)
    {
        var run = ReadRun(fields);
        CoolingReading[] readings =
        [
            .. fields
                .List("readings")
                .Select(reading => new CoolingReading(reading.Number("s", 0, run.Trace[^1].S), reading.Number("temperatureC", -30, 150))),
        ];
        return readings.Length > 0
            ? CoolingFit.Of(run.Blend, run.Batch, run.StartC, run.Stages, readings)
            : throw Fields.Empty("readings", "Give at least one reading.");
    }

    private static SettlingRace RaceOf(Fields fields)
    {
        var run = ReadRun(fields);
        var oil = new SettlingOil(fields.Number("viscosity25MPas", 0.1, 1e6, 50));
        return SettlingRace.Of(
            run.Trace,
            oil,
            fields.Above("diameterUm", 0, 5000),
            fields.Number("grainGMl", 0.5, 10),
            fields.Number("pct", 0, 60),
            fields.Above("heightMm", 0, 2000)
        );
    }

    private static (LipidBlend Blend, CoolingBatch Batch, double StartC, CoolingStage[] Stages, IReadOnlyList<CoolingPoint> Trace) ReadRun(
        Fields fields
    )
    {
        var blend = MeltFunction.Blend(Formula(fields, "formula"), "formula");
        var batchG = fields.Above("batchG", 0);
        var startC = fields.Number("startC", MeltFunction.LeastC, MeltFunction.MostC);
        var vesselG = fields.Number("vesselG", 0, double.PositiveInfinity, 0);
        var vessel = fields.Word("vesselMaterial", [.. CoolingBatch.Vessels.Keys], "glass");
        var area = fields.Above("exposedAreaM2", 0);
        var record = fields.Above("recordSeconds", 0, double.PositiveInfinity, 60);
        CoolingStage[] stages =
        [
            .. fields
                .List("stages")
                .Select(stage => new CoolingStage(
                    stage.Above("seconds", 0),
                    stage.Number("surroundingsC", -40, 150),
                    stage.Number("heatTransferWM2K", 0),
                    stage.Flag("stirred")
                )),
        ];
        if (stages.Length == 0)
        {
            throw Fields.OutOfRange("stages", 0, "at least one stage");
        }

        const double LongestS = 60 * 86_400;
        var seconds = stages.Sum(stage => stage.Seconds);
        if (seconds > LongestS || seconds / record > 100_000)
        {
            throw Fields.OutOfRange("stages", seconds, $"at most {LongestS} s, and a coarser recordSeconds");
        }

        var batch = new CoolingBatch(batchG, area, vesselG, CoolingBatch.Vessels[vessel]);
        return (blend, batch, startC, stages, CoolingRun.Simulate(blend, batch, startC, stages, record));
    }

    internal static List<KeyValuePair<string, double>> Formula(Fields fields, string name)
    {
        var inner = fields.Inner(name) ?? throw Fields.Empty(name, "Give at least one material a part above 0.");
        return
        [
            .. inner.Names.Select(material =>
            {
                var at = inner.At(material);
                _ = MeltFunction.Spectrum(material, at);
                return KeyValuePair.Create(material, inner.Find(material) is { } value ? Fields.Read(value, at) : inner.Number(material));
            }),
        ];
    }
}
