using AmberPantry.Core.Science.Learning;
using AmberPantry.Core.Science.Yield;

namespace AmberPantry.Core.Calculations;

/// <summary>What was said against what came, for one maker.</summary>
internal static class LearningCalculations
{
    private const double MostMonths = 1200;

    public static IEnumerable<Calculation> All { get; } =
    [
        Of(
            "offset",
            "How far batches lie from what is said, and how sure that is.",
            """{"quantity": "slumpC", "records": [{"predicted": 26, "observed": 25.1}, {"predicted": 26, "observed": 25.0}]}""",
            fields =>
            {
                var quantity = Quantity(fields);
                var records = Records(fields, quantity);
                var learnt = LearntOffset.Of(quantity, records);
                return new
                {
                    N = records.Count,
                    Scale = quantity.IsLog ? "log" : "add",
                    Offset = learnt.Value,
                    Factor = quantity.IsLog ? Math.Exp(learnt.Value) : (double?)null,
                    learnt.Doubt,
                    learnt.OffsetDoubt,
                    learnt.Outliers,
                };
            }
        ),
        Of(
            "credit",
            "Whether maker, place, vessel or lot explains what is off.",
            """
            {"quantity": "slumpC", "records": [{"predicted": 25, "observed": 24, "lot": "M-17"}, {"predicted": 25, "observed": 25.3, "lot": "M-16"},
                                               {"predicted": 25, "observed": 24.2, "lot": "M-17"}]}
            """,
            fields =>
            {
                var quantity = Quantity(fields);
                return Credit.Of(quantity, Some(Records(fields, quantity), 1));
            }
        ),
        Of(
            "coolingFit",
            "How much faster than said something cools, by what was read.",
            """{"startC": 80, "surroundingsC": 20, "tauS": 3000, "readings": [{"s": 2079, "c": 50}], "thresholdC": 35}""",
            Cooling
        ),
        Of(
            "keeping",
            "How long products keep against what is said.",
            """{"jars": [{"predictedMonths": 10, "months": 8, "state": "off"}], "predictedMonths": 12}""",
            fields => KeepingFit.Of([.. Jars(fields)], fields.Has("predictedMonths") ? fields.Above("predictedMonths", 0, MostMonths) : null)
        ),
        Of(
            "loss",
            "What the next batch leaves in pot and tools.",
            """{"kind": "whipped", "batchG": 1125, "batches": [{"batchG": 1000, "lossG": 38}]}""",
            Loss
        ),
        Of(
            "overrunCeiling",
            "How much air this maker gets in.",
            """{"phi": 0.18, "whips": [{"phi": 0.16, "overrun": 0.7, "end": "full"}]}""",
            fields => OverrunCeiling.Of(fields.Number("phi", 0, 1.3), [.. fields.List("whips").Select(WhipOf)])
        ),
        Of(
            "wetting",
            "How much liquid makes fizzies hold, in this air.",
            """{"rhPct": 55, "squeezes": [{"gPerKg": 6, "rhPct": 50, "word": "dry"}]}""",
            fields =>
            {
                var air = fields.Number("rhPct", 0, 100);
                Squeeze[] squeezes = [.. fields.List("squeezes").Select(SqueezeOf)];
                var first = fields.Above("firstG", 0, 100, 5);
                var last = fields.Above("lastG", 0, 100, 9);
                return last > first ? WettingFit.Of(air, squeezes, first, last) : throw Fields.OutOfRange("lastG", last, $"above firstG, {first}");
            }
        ),
        Of("press", "How firm a maker's thumb calls what.", """{"presses": [{"kPa": 40, "score": 3}], "kPa": 50}""", fields =>
            PressFit.Of(
                [.. fields.List("presses").Select(one => (one.Above("kPa", 0, 10_000), one.Whole("score", 1, 5)))],
                fields.Has("kPa") ? fields.Above("kPa", 0, 10_000) : null,
                fields.OptionalWhole("score", 1, 5)
            )
        ),
        Of(
            "guard",
            "Whether to learn would have told later batches better.",
            """{"quantity": "minutes", "records": [{"predicted": 60, "observed": 85}, {"predicted": 60, "observed": 90}]}""",
            fields =>
            {
                var quantity = Quantity(fields);
                var guard = HeldBack.Of(quantity, Some(Records(fields, quantity), 2));
                return new
                {
                    HeldBack = guard.Count,
                    guard.MissRaw,
                    guard.MissCorrected,
                    guard.Better,
                    guard.NeverWorse,
                };
            }
        ),
        Of(
            "propose",
            "Whether a correction is proposed, stays, changes or goes.",
            """
            {"quantity": "slumpC", "records": [{"predicted": 25, "observed": 24.1}, {"predicted": 25, "observed": 24.2},
                                               {"predicted": 25, "observed": 24}]}
            """,
            fields =>
            {
                var quantity = Quantity(fields);
                var records = Records(fields, quantity);
                return Proposal.Of(quantity, records, fields.OptionalWhole("restUntil", 0) ?? 0, fields.OptionalNumber("applied"));
            }
        ),
        Of(
            "goodness",
            "How good what is said is for this maker.",
            """{"quantity": "slumpC", "records": [{"predicted": 40, "observed": 40.5, "doubt": 2}]}""",
            fields =>
            {
                var quantity = Quantity(fields);
                return Goodness.Of(quantity, Some(Records(fields, quantity), 1));
            }
        ),
        Of(
            "drift",
            "Whether what is seen creeps away from what is said.",
            """
            {"quantity": "slumpC", "records": [{"day": 0, "predicted": 40, "observed": 40}, {"day": 30, "predicted": 40, "observed": 40.6},
                                               {"day": 60, "predicted": 40, "observed": 41.2}, {"day": 90, "predicted": 40, "observed": 41.8}]}
            """,
            fields =>
            {
                var quantity = Quantity(fields);
                return DriftOf(quantity, Some(Records(fields, quantity, true), Drift.Least));
            }
        ),
    ];

    private static Calculation Of(string name, string says, string example, Func<Fields, object> work) => new("learning", name, says, example, work);

    private static Drift DriftOf(LearnQuantity quantity, List<LearnRecord> records) =>
        records.Count <= Drift.Most
            ? Drift.Of(quantity, records)
            : throw Fields.OutOfRange("records", records.Count, $"{Drift.Least} to {Drift.Most} records");

    private static LearnQuantity Quantity(Fields fields) => LearnQuantity.All[fields.Word("quantity", [.. LearnQuantity.All.Keys])];

    private static List<LearnRecord> Some(List<LearnRecord> records, int least) =>
        records.Count >= least ? records : throw Fields.Empty("records", $"Give {least} records or more.");

    private static List<LearnRecord> Records(Fields fields, LearnQuantity quantity, bool asksDay = false)
    {
        var records = new List<LearnRecord>();
        foreach (var one in fields.List("records"))
        {
            double Told(string name) => quantity.IsLog ? one.Above(name, 0) : one.Number(name);
            var day = asksDay ? one.Whole("day", int.MinValue, int.MaxValue) : 0;
            if (asksDay && records.Count > 0 && day <= records[^1].Day)
            {
                throw Fields.OutOfRange(one.At("day"), day, $"a day after {records[^1].Day}");
            }

            var predicted = Told("predicted");
            records.Add(
                new LearnRecord(quantity.Difference(predicted, Told("observed")), one.Flag("keep"))
                {
                    Place = one.OptionalText("place"),
                    Vessel = one.OptionalText("vessel"),
                    Lot = one.OptionalText("lot"),
                    Day = day,
                    Doubt = one.Has("doubt") ? one.Above("doubt", 0) : null,
                }
            );
        }

        return records;
    }

    private static CoolingFactor Cooling(Fields fields)
    {
        const double LeastC = -40;
        const double MostC = 150;
        var start = fields.Number("startC", LeastC, MostC);
        var around = fields.Number("surroundingsC", LeastC, MostC);
        if (start == around)
        {
            throw Fields.OutOfRange("surroundingsC", around, "another temperature than it starts at");
        }

        var tau = fields.Above("tauS", 0);
        (double, double)[] readings = [.. fields.List("readings").Select(one => (one.Above("s", 0), one.Number("c", LeastC, MostC)))];
        return readings.Length == 0
            ? throw Fields.Empty("readings", "Give what was read.")
            : CoolingFactor.Of(start, around, tau, readings, fields.OptionalNumber("thresholdC", LeastC, MostC));
    }

    private static IEnumerable<KeptJar> Jars(Fields fields)
    {
        var batches = new HashSet<string>();
        foreach (var one in fields.List("jars"))
        {
            var predicted = one.Above("predictedMonths", 0, MostMonths);
            var months = one.Above("months", 0, MostMonths);
            var state = one.Choice<JarState>("state");
            double? fine = one.Has("fineMonths") ? one.Above("fineMonths", 0, months) : null;
            if (one.OptionalText("batch") is { } batch && !batches.Add(batch))
            {
                throw Fields.OutOfRange(one.At("batch"), batch, "one jar of each batch");
            }

            yield return new KeptJar(predicted, months, state, fine, one.Flag("keep"));
        }
    }

    private static LossFit Loss(Fields fields)
    {
        var kind = fields.Choice<LossKind>("kind");
        var batch = fields.Above("batchG", 0);
        (double, double, bool)[] batches =
        [
            .. fields
                .List("batches")
                .Select(one =>
                {
                    var g = one.Above("batchG", 0);
                    return (g, one.Number("lossG", 0, g), one.Flag("keep"));
                }),
        ];
        return LossFit.Of((double)LearntLoss.UsualPercent(kind), batch, batches);
    }

    private static Whip WhipOf(Fields one) =>
        new(one.Number("phi", 0, 1.3), one.Above("overrun", 0, 3), one.Choice<WhipEnd>("end"), one.Flag("keep"));

    private static Squeeze SqueezeOf(Fields one) => new(one.Number("gPerKg", 0, 100), one.Number("rhPct", 0, 100), one.Choice<SqueezeWord>("word"));
}
