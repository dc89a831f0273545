using AmberPantry.Core.Materials;
using AmberPantry.Core.Science.Fizz;

namespace AmberPantry.Core.Calculations;

/// <summary>Gas, bath pH, damp, caking, drying, dispersing, moulds and soaking strength.</summary>
internal static class FizzCalculations
{
    private const string Topic = "fizz";
    private const string Piece =
        """{"items": [{"id": "baking_soda", "g": 540}, {"id": "citric_acid", "g": 260}, """
        + """{"id": "starch_corn", "g": 120}, {"id": "oil_liquid", "g": 32}, {"id": "scent", "g": 10}]""";
    private const string Salts =
        """{"items": [{"id": "salt_fine", "g": 900}, {"id": "salt_dendritic", "g": 80}, {"id":"""
        + """ "oil_liquid", "g": 10}, {"id": "scent", "g": 8}, {"id": "polysorbate_80", "g": 20}]""";

    public static IEnumerable<Calculation> All { get; } =
    [
        new(Topic, "fizzBalance", "Gas, left-over soda or acid, and how it fizzes.", Piece + """, "portionG": 120}""", Balance),
        new(Topic, "sodaFor", "Soda for a wanted left-over.", Piece + """, "leftSodaPct": 18}""", SodaForOf),
        new(Topic, "bathPh", "pH of the bath while soaking and after days in the open.", Piece + """, "portionG": 120, "bathL": 120}""", fields =>
            BathPhOf(fields)
        ),
        new(Topic, "sodaForPh", "Soda at which the soak has a wanted pH.", Piece + """, "wantPh": 6.5, "portionG": 120}""", SodaForPhOf),
        new(Topic, "dampness", "How wet the mix may be in this air, and the next dose.", Piece + """, "rhPct": 45}""", DampnessOf),
        new(Topic, "caking", "Whether it stays loose in this air.", Salts + """, "rhPct": 70}""", CakingOf),
        new(Topic, "drying", "Hours until dry.", Piece + """, "rhPct": 45}""", DryingOf),
        new(
            Topic,
            "dispersant",
            "Whether oil and scent float in the tub, by both schools.",
            Salts + """, "portionG": 200, "bathL": 150}""",
            DispersantOf
        ),
        new(Topic, "mouldPlan", "Pieces from the moulds at hand.", Piece + """, "moulds": [{"diameterMm": 65}]}""", MouldPlanOf),
        new(Topic, "batchForMoulds", "The batch for a number of pieces.", Piece + """, "moulds": [{"diameterMm": 65, "wanted": 12}]}""", BatchOf),
        new(Topic, "hardness", "Whether a piece holds together.", Piece + """, "press": 0.8}""", fields =>
        {
            var mix = Mix(fields);
            return PieceHardness.Of(mix, Press(fields));
        }),
        new(
            Topic,
            "toyCheck",
            "Whether a toy may go into a piece.",
            """{"lengthMm": 44, "widthMm": 44, "heightMm": 44, "mouldDiameterMm": 90, "ball": true}""",
            ToyOf
        ),
        new(Topic, "soak", "How long the grains last in the bath.", Salts + """, "portionG": 250, "bathL": 120}""", fields =>
        {
            var mix = Mix(fields);
            return Soak.Of(mix, Portion(fields), BathL(fields));
        }),
        new(Topic, "soakDose", "How strong the soak is, by customary strengths.", Salts + """, "portionG": 250, "bathL": 120}""", fields =>
        {
            var mix = Mix(fields);
            return SoakDose.Of(mix, Portion(fields), BathL(fields));
        }),
    ];

    private static FizzBalance Balance(Fields fields)
    {
        var mix = Mix(fields);
        return FizzBalance.Of(
            mix,
            fields.Number("gasTempC", 0, 60, 25),
            fields.Number("pressureKPa", 50, 120, FizzMix.StandardKPa),
            fields.Number("bathTempC", 10, 45, 37),
            fields.Number("portionG", 1, 5000, 100)
        );
    }

    private static SodaFor SodaForOf(Fields fields)
    {
        var mix = Mix(fields);
        if (mix.AcidG == 0)
        {
            throw Fields.Empty("items", "Give an acid.");
        }

        return SodaFor.Of(mix, fields.Number("leftSodaPct", 0, 60, 0));
    }

    private static BathPh BathPhOf(Fields fields)
    {
        var mix = Mix(fields);
        return BathPh.Of(mix, ReadBath(fields));
    }

    private static SodaForPh SodaForPhOf(Fields fields)
    {
        var mix = Mix(fields);
        if (mix.Without("baking_soda").AcidMol == 0)
        {
            throw Fields.Empty("items", "Give an acid.");
        }

        var want = fields.Number("wantPh", 4, 8.5);
        return SodaForPh.Of(mix, want, ReadBath(fields));
    }

    private static Dampness DampnessOf(Fields fields)
    {
        var mix = Mix(fields);
        var rh = Rh(fields);
        var temp = fields.Number("tempC", 5, 40, 21);
        var layer = Layer(fields);
        var binder = fields.Has("nextBinder")
            ? fields.Known("nextBinder", key => Find(key) is { Kind: FizzKind.Binder } known ? known : null)
            : FizzMaterial.All["isopropyl_91"];
        return Dampness.Of(mix, rh, temp, layer, binder, fields.Number("sprayMl", 0.02, 5, 0.12));
    }

    private static Caking CakingOf(Fields fields)
    {
        var mix = Mix(fields);
        var rh = Rh(fields);
        return Caking.Of(mix, rh, fields.Flag("sealed"));
    }

    private static Drying DryingOf(Fields fields)
    {
        var mix = Mix(fields);
        var rh = Rh(fields);
        return Drying.Of(mix, rh, fields.Number("tempC", 5, 60, 21), Layer(fields), fields.Number("targetGPerKg", 0.1, 20, 1));
    }

    private static TubDispersion DispersantOf(Fields fields)
    {
        var items = Items(fields);
        if (items.Sum(item => item.G) == 0)
        {
            throw Fields.Empty("items", "Give at least one material above 0 g.");
        }

        return TubDispersion.Of(new FizzMix(items), Portion(fields), BathL(fields));
    }

    private static MouldPlan MouldPlanOf(Fields fields)
    {
        var mix = Mix(fields);
        double press = Press(fields),
            overfill = Overfill(fields);
        var moulds = Moulds(fields).Select(mould => new Mould(mould.VolumeMl, mould.Fields.OptionalWhole("available", 0))).ToArray();
        return MouldPlan.Of(mix, moulds, press, overfill, ReadToy(fields, moulds));
    }

    private static BatchForMoulds BatchOf(Fields fields)
    {
        var items = Items(fields);
        _ = Mix(fields);
        double press = Press(fields),
            overfill = Overfill(fields);
        var moulds = Moulds(fields)
            .Select(mould => (new Mould(mould.VolumeMl), mould.Fields.OptionalWhole("wanted", 0) ?? (int)mould.Fields.Number("wanted")))
            .ToArray();
        var toy = ReadToy(fields, [.. moulds.Select(mould => mould.Item1)]);
        return BatchForMoulds.Of(items, moulds, press, overfill, toy, fields.Number("sparePct", 0, 50, 2));
    }

    private static ToyCheck ToyOf(Fields fields)
    {
        double Size(string name) => fields.Number(name, 0.5, 500);
        return ToyCheck.Of(
            Size("lengthMm"),
            Size("widthMm"),
            Size("heightMm"),
            fields.Number("mouldDiameterMm", 10, 300),
            fields.Flag("battery"),
            fields.Flag("magnet"),
            fields.Flag("expandsInWater"),
            fields.Flag("ball")
        );
    }

    /// <summary>Each mould's volume with its fields still to read; exactly one of diameter and volume stands there.</summary>
    private static IEnumerable<(double VolumeMl, Fields Fields)> Moulds(Fields fields)
    {
        var moulds = fields.List("moulds");
        if (moulds.Count == 0)
        {
            throw Fields.Empty("moulds", "Give at least one mould.");
        }

        foreach (var mould in moulds)
        {
            if (mould.Has("diameterMm") == mould.Has("volumeMl"))
            {
                throw new Refusal(
                    Codes.Range,
                    mould.At("")[..^1],
                    null,
                    "A mould is told by its diameter or by its volume, not by both or neither.",
                    "Give exactly one of diameterMm and volumeMl."
                );
            }

            yield return (mould.Has("diameterMm") ? Mould.BallMl(mould.Number("diameterMm", 10, 300)) : mould.Number("volumeMl", 1, 5000), mould);
        }
    }

    private static Toy? ReadToy(Fields fields, IReadOnlyList<Mould> moulds)
    {
        if (fields.Inner("toy") is not { } inner)
        {
            return null;
        }

        var toy = new Toy(inner.Number("volumeMl", 0), inner.Number("g", 0));
        return moulds.All(mould => toy.VolumeMl < mould.VolumeMl)
            ? toy
            : throw Fields.OutOfRange("toy.volumeMl", toy.VolumeMl, "less than the smallest mould holds");
    }

    private static FizzMix Mix(Fields fields)
    {
        var mix = new FizzMix(Items(fields));
        return mix.DryG > 0 ? mix : throw Fields.Empty("items", "Give at least one dry material above 0 g.");
    }

    private static (FizzMaterial Material, double G)[] Items(Fields fields) =>
        [.. fields.List("items").Select(item => (item.Known("id", Find), item.Number("g", 0)))];

    private static FizzMaterial? Find(string key) => MaterialNames.Find(key, FizzMaterial.All, material => material.Keys.Fizz);

    private static Bath ReadBath(Fields fields) =>
        new(
            Portion(fields),
            BathL(fields),
            fields.Number("bathTempC", 5, 45, 37),
            fields.Number("tapAlkMmolL", 0, 20, 2.0),
            fields.Number("tapPh", 5, 9.5, 7.6),
            fields.Number("escape", 0, 1, 0.70)
        );

    private static double? Portion(Fields fields) => fields.OptionalNumber("portionG", 1, 5000);

    private static double BathL(Fields fields) => fields.Number("bathL", 0.5, 1000, 120);

    private static double Rh(Fields fields) => fields.Number("rhPct", 0, 100);

    private static double Layer(Fields fields) => fields.Number("layerCm", 0.3, 10, 3);

    private static double Press(Fields fields) => fields.Number("press", 0, 1, Packing.UsualPress);

    private static double Overfill(Fields fields) => fields.Number("overfill", 0.8, 1.3, Packing.UsualOverfill);
}
