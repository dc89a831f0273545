using System.Text.Json;
using AmberPantry.Core.Materials;
using AmberPantry.Core.Science.Colour;

namespace AmberPantry.Core.Calculations;

/// <summary>Shade, cover, doses, settling, bleeding, fading.</summary>
internal static class ColourCalculations
{
    private const string Topic = "colour";

    public static IEnumerable<Calculation> All { get; } =
    [
        new(
            Topic,
            "shade",
            "How a product looks with its colourants.",
            """{"base": "butter_ivory", "colourants": [{"id": "mica_blue", "pct": 1}], "overrunPct": 60}""",
            fields =>
            {
                var paint = ReadPaint(fields);
                return Shade.Of(paint, Colourants(fields));
            }
        ),
        new(
            Topic,
            "film",
            "How much a film of it hides.",
            """{"base": "stick_white", "colourants": [{"id": "titanium_dioxide", "pct": 4}], "thicknessUm": 30}""",
            FilmOf
        ),
        new(Topic, "deltaE00", "How far two colours are apart.", """{"one": "#A9BEE6", "two": [73, 25, -18]}""", fields =>
            ColourMatch.Of(Colour(fields, "one"), Colour(fields, "two"))
        ),
        new(
            Topic,
            "doseForDepth",
            "Colourant for a wanted depth.",
            """{"base": "butter_white", "colourant": "iron_oxide_red", "deltaE00": 12, "batchG": 200}""",
            DepthOf
        ),
        new(
            Topic,
            "doseForTarget",
            "Colourant that comes nearest to a wanted shade.",
            """{"base": "butter_white", "colourant": "ultramarine_blue", "target": "#A9BEE6", "batchG": 250}""",
            TargetOf
        ),
        new(
            Topic,
            "mixForTarget",
            "Up to three colourants mixed for a wanted shade.",
            """{"base": "butter_ivory", "target": "#C4A284", "colourantIds": """
                + """["iron_oxide_red", "iron_oxide_yellow", "iron_oxide_black"], "batchG": 500}""",
            MixOf
        ),
        new(
            Topic,
            "settle",
            "Whether a pigment stays where it is put.",
            """{"colourant": "mica_blue", "viscosity25MPas": 60, "pourC": 78, "setC": 46, "pct": 1}""",
            SettleOf
        ),
        new(
            Topic,
            "bleed",
            "How far two colours run into each other.",
            """{"colourant": "chlorophyll_oil", "liquidFraction": 0.6, "days": 7}""",
            fields => Bleeding.Of(One(fields), fields.Number("liquidFraction", 0, 1, 0.7), fields.Number("days", 0, 100_000, 30))
        ),
        new(
            Topic,
            "fade",
            "What is left of a colour after months in the light.",
            """{"colourant": "chlorophyll_oil", "months": 3, "light": "clear_window"}""",
            fields =>
                Fading.Of(
                    One(fields),
                    fields.Number("months", 0),
                    fields.Number("tempC", -20, 60, 20),
                    fields.Word("light", [.. Fading.Lights.Keys], "opaque")
                )
        ),
        new(Topic, "grind", "Oil to rub a pigment into first.", """{"colourant": "iron_oxide_yellow", "pigmentG": 3, "oilPhaseG": 60}""", GrindOf),
        new(
            Topic,
            "whiteCard",
            "A colour read off a photo by the white card in it.",
            """{"sample": [200, 180, 150], "white": [240, 238, 236]}""",
            CardOf
        ),
        new(
            Topic,
            "areaFlags",
            "What is usually said of colourants near eyes, lips and in baths.",
            """{"colourantIds": ["mica_gold", "kaolin_white"], "region": "eu", "area": "eye"}""",
            fields =>
            {
                var ids = Ids(fields);
                return ColourAreas.Of(ids, fields.Word("region", ColourAreas.Regions), fields.Word("area", ColourAreas.Areas));
            }
        ),
    ];

    private static FilmCover FilmOf(Fields fields)
    {
        var paint = ReadPaint(fields);
        if (paint.IsGrain)
        {
            throw Fields.OutOfRange("base", paint.Base.Id, "a fat or an oil");
        }

        if (paint.State == PaintState.Molten)
        {
            throw Fields.OutOfRange("state", AmberJson.Word(paint.State), "set");
        }

        return FilmCover.Of(paint, Colourants(fields), fields.Number("thicknessUm", 1, 5000));
    }

    private static DoseForDepth DepthOf(Fields fields)
    {
        var paint = ReadPaint(fields);
        var colourant = One(fields);
        var wanted = fields.Number("deltaE00", 0.2, 80);
        return DoseForDepth.Of(paint, colourant, wanted, Cap(fields, colourant), Batch(fields));
    }

    private static DoseForTarget TargetOf(Fields fields)
    {
        var paint = ReadPaint(fields);
        var colourant = One(fields);
        var target = Hex(fields, "target");
        return DoseForTarget.Of(paint, colourant, target, Cap(fields, colourant), Batch(fields));
    }

    private static MixForTarget MixOf(Fields fields)
    {
        var paint = ReadPaint(fields);
        if (paint.IsLayer)
        {
            throw paint.Base.Family == "oil"
                ? Fields.OutOfRange("base", paint.Base.Id, "a fat, a powder or a salt")
                : Fields.OutOfRange("state", AmberJson.Word(paint.State), "set");
        }

        var target = Hex(fields, "target");
        var ids = Ids(fields);
        if (ids.Length > MixForTarget.MostColourants || ids.Distinct().Count() < ids.Length)
        {
            throw Fields.OutOfRange("colourantIds", ids.Length, $"1 to {MixForTarget.MostColourants} different colourants");
        }

        return MixForTarget.Of(paint, ids, target, Batch(fields));
    }

    private static Settling SettleOf(Fields fields)
    {
        var colourant = One(fields);
        double viscosity = fields.Number("viscosity25MPas", 0.1, 1e6, 50),
            b = fields.Number("viscosityB", 0, 9000, 3300),
            temp = fields.Number("tempC", 0, 100, 25),
            height = fields.Number("heightMm", 0.1, 1000, 50);
        double density = fields.Number("oilDensityGMl", 0.6, 1.3, 0.91),
            pct = fields.Number("pct", 0, 60, 0.5),
            yield = fields.Number("yieldPa", 0, double.PositiveInfinity, 0);
        var dispersion = fields.Word("dispersion", [.. Settling.Dispersions.Keys], "predispersed");
        return Settling.Of(colourant, new SettlingOil(viscosity, b, density, yield), pct, dispersion, temp, height, ReadPour(fields));
    }

    private static SettlingPour? ReadPour(Fields fields)
    {
        var pourC = fields.OptionalNumber("pourC", 0, 120);
        if (pourC is null)
        {
            return null;
        }

        var pour = new SettlingPour(
            pourC.Value,
            fields.Number("setC", 0, 120),
            fields.Number("roomC", -50, 120, 21),
            fields.Number("coolTauMin", 0.5, 600, 12)
        );
        if (pour.SetC <= pour.RoomC)
        {
            throw Fields.OutOfRange("setC", pour.SetC, $"more than the room's {pour.RoomC}");
        }

        return pour.PourC >= pour.SetC ? pour : throw Fields.OutOfRange("pourC", pour.PourC, $"at least setC, {pour.SetC}");
    }

    private static Grinding GrindOf(Fields fields)
    {
        var colourant = One(fields);
        double pigment = fields.Number("pigmentG", 0.001),
            per = fields.Number("oilPerPigment", 0.8, 5, 2),
            phase = fields.Number("oilPhaseG", 0.1);
        var ground = Grinding.Of(colourant, pigment, per, phase);
        return ground.OilG <= phase ? ground : throw Fields.OutOfRange("oilPhaseG", phase, $"at least {ground.OilG:0.##}");
    }

    private static WhiteCard CardOf(Fields fields)
    {
        var sample = Channels(fields, "sample");
        var white = Channels(fields, "white");
        if (white.Min() < WhiteCard.LeastWhite)
        {
            throw Fields.OutOfRange("white", white.Min(), $"at least {WhiteCard.LeastWhite}");
        }

        return WhiteCard.Of(sample, white, fields.Above("whiteReflectance", 0, 1, 0.90));
    }

    /// <summary>Overrun on what cannot hold air is told before a state that does not fit, an unknown state before both.</summary>
    private static Paint ReadPaint(Fields fields)
    {
        var product = fields.Known("base", key => MaterialNames.Find(key, ColourBase.All, material => material.Keys.Base));
        var overrun = fields.Number("overrunPct", 0, 300, 0);
        var state = fields.Choice("state", PaintState.Set);
        if (overrun > 0 && (product.Family != "fat" || state == PaintState.Molten))
        {
            throw Fields.OutOfRange("overrunPct", overrun, "0: only a set fat holds air");
        }

        if ((state == PaintState.Molten && product.Family != "fat") || (state == PaintState.Wet && product.Family is "fat" or "oil"))
        {
            throw Fields.OutOfRange("state", state, product.Family == "fat" ? "set or molten" : "a state that fits the base");
        }

        var dispersion = fields.Has("dispersion") ? fields.Word("dispersion", [.. Paint.Dispersions.Keys]) : null;
        return new Paint(product, overrun, state, dispersion, fields.OptionalNumber("pathMm", 0.01, 500));
    }

    private static (Colourant Colourant, double Pct)[] Colourants(Fields fields)
    {
        (Colourant Colourant, double Pct)[] lines =
        [
            .. fields.List("colourants").Select(line => (line.Known("id", FindColourant), line.Number("pct", 0))),
        ];
        var sum = lines.Sum(line => line.Pct);
        return sum <= 60 ? lines : throw Fields.OutOfRange("colourants", sum, "at most 60 % of colourants");
    }

    private static Colourant? FindColourant(string key) => MaterialNames.Find(key, Colourant.All, material => material.Keys.Colourant);

    private static Colourant One(Fields fields) => fields.Known("colourant", FindColourant);

    private static Colourant[] Ids(Fields fields)
    {
        var values = fields.Values("colourantIds");
        if (values.Count == 0)
        {
            throw Fields.Empty("colourantIds", "Give at least one colourant.");
        }

        return
        [
            .. values.Select(one =>
                one.Value.ValueKind == JsonValueKind.String && FindColourant(one.Value.GetString()!) is { } known
                    ? known
                    : throw Fields.Unknown(one.Path, one.Value, "Give a key of the table or a name of the catalogue.")
            ),
        ];
    }

    private static double Cap(Fields fields, Colourant colourant) => fields.Number("capPct", 0.001, 60, colourant.LoadMax);

    private static double Batch(Fields fields) => fields.Number("batchG", 0, 1e6, 100);

    private static double[] Hex(Fields fields, string name)
    {
        var text = fields.Find(name) is { ValueKind: JsonValueKind.String } found ? found.GetString() : null;
        return Srgb.Linear(text) ?? throw Fields.OutOfRange(name, text, "a colour such as #A9BEE6");
    }

    private static Lab Colour(Fields fields, string name)
    {
        if (fields.Find(name) is not { ValueKind: JsonValueKind.Array })
        {
            return Lab.FromLinear(Hex(fields, name));
        }

        double[] lab = [.. fields.Values(name).Select(one => Fields.Read(one.Value, one.Path))];
        return lab.Length == 3 ? new Lab(lab[0], lab[1], lab[2]) : throw Fields.OutOfRange(name, lab.Length, "three numbers: L, a and b");
    }

    private static double[] Channels(Fields fields, string name)
    {
        double[] channels = [.. fields.Values(name).Select(one => Fields.InRange(Fields.Read(one.Value, one.Path), 0, 255, one.Path))];
        return channels.Length == 3 ? channels : throw Fields.OutOfRange(name, channels.Length, "three channels, 0 to 255");
    }
}
