using AmberPantry.Core.Assessment.Parts;
using AmberPantry.Core.Costing;
using AmberPantry.Core.Science.Colour;
using AmberPantry.Core.Science.Melt;
using AmberPantry.Core.Workshops;

namespace AmberPantry.Core.Assessment.Remedies;

/// <summary>What changes from one mix to another in a few words, gains and losses apart: old → new.</summary>
internal sealed record Difference(IReadOnlyList<string> Gains, IReadOnlyList<string> Losses)
{
    /// <summary>Gains, but losses.</summary>
    public static string Join(IEnumerable<string> gains, IEnumerable<string> losses)
    {
        string gained = string.Join(", ", gains),
            lost = string.Join(", ", losses);
        return lost.Length == 0 ? gained
            : gained.Length == 0 ? lost
            : $"{gained}, but {lost}";
    }

    /// <summary>"beeswax +6.5", "shea butter −6": what was added first, the largest first.</summary>
    public static IReadOnlyList<string> Shares(Subject before, Subject after)
    {
        return
        [
            .. after
                .Lines.Select(pair => (pair.Material, By: pair.Line.Percent - before.Formula.ShareOf(pair.Material.Id)))
                .Concat(
                    before
                        .Lines.Where(pair => after.Formula.Lines.All(line => line.Material != pair.Line.Material))
                        .Select(pair => (pair.Material, By: -pair.Line.Percent))
                )
                .Where(change => change.By != 0)
                .OrderByDescending(change => change.By)
                .Select(change => $"{Wording.Brief(change.Material.Name)} {(change.By > 0 ? "+" : "−")}{Math.Abs(change.By):0.##}"),
        ];
    }

    public static Difference Of(Subject subject, Subject after)
    {
        var gains = new List<string>();
        var losses = new List<string>();
        void Tell(bool better, string text) => (better ? gains : losses).Add(text);

        TellProduct(subject, after, Tell);
        if (
            subject.Family.FirmnessAt20 is not null
            && subject.SlumpC is { } slump
            && after.SlumpC is { } slumpAfter
            && Math.Abs(slump - slumpAfter) >= 0.5
        )
        {
            Tell(slumpAfter > slump, $"slumps {subject.Say.BareTemperature(slump)} → {subject.Say.Temperature(slumpAfter)}");
        }

        if (subject.Curve is { } curve && after.Curve is { } curveAfter)
        {
            if (subject.Family.FirmnessAt20 is { } usual)
            {
                if (subject.Use.Cold is { } cold)
                {
                    TellFirmness(subject, cold.TemperatureC, usual.High, Tell, curve, curveAfter);
                }

                TellFirmness(subject, 20, Math.Sqrt(usual.Low * usual.High), Tell, curve, curveAfter);
            }
        }

        if (subject.Formula.Batch.Grams != after.Formula.Batch.Grams)
        {
            Tell(true, $"batch {subject.Say.RoundWeight(subject.Formula.Batch.Grams)} → {subject.Say.RoundWeight(after.Formula.Batch.Grams)}");
        }

        var cost = BatchCost.Of(subject.Formula, subject.Shelf, subject.Workshop);
        var costAfter = BatchCost.Of(after.Formula, after.Shelf, after.Workshop);
        if (cost.UnitCost is { } unit && costAfter.UnitCost is { } unitAfter && Math.Abs(unit - unitAfter) >= 0.01m)
        {
            Tell(unitAfter < unit, $"{subject.Say.Money(unit)} → {subject.Say.Money(unitAfter)} each");
        }

        return new Difference(gains, losses);
    }

    /// <summary>What grains and baths are judged by.</summary>
    private static void TellProduct(Subject subject, Subject after, Action<bool, string> tell)
    {
        void Figure(double? was, double? will, double notice, bool lessIsBetter, string says, string format, string unit = "")
        {
            if (was is { } before && will is { } then && Math.Abs(before - then) >= notice)
            {
                tell(then < before == lessIsBetter, $"{says} {Wording.Number(before, format)} → {Wording.Number(then, format)}{unit}");
            }
        }

        if (subject.Family.IsDry)
        {
            Figure(100 * subject.Powders.Budget?.U, 100 * after.Powders.Budget?.U, 1, true, "room filled with oil", "0", " %");
            Figure(subject.Powders.Budget?.DustInUse, after.Powders.Budget?.DustInUse, 3, true, "dust", "0");
            Figure(subject.Bath?.Air.CrhMixPct, after.Bath?.Air.CrhMixPct, 1, false, "dry up to", "0", " % humidity");
            Figure(subject.Colour.Shade?.StainTub, after.Colour.Shade?.StainTub ?? 0, 0.3, true, "stain", "0.0");
            Figure(subject.Bath?.Balance?.Co2L, after.Bath?.Balance?.Co2L, 0.3, false, "gas", "0.0", " l");
        }

        if (subject.Colour.Shade is not null)
        {
            Lab was = Lab.OfHex(subject.Colour.Hex),
                will = Lab.OfHex(after.Colour.Hex);
            var off = Lab.DeltaE00(was, will);
            if (off >= ShadeFinder.HardToTellApart)
            {
                tell(false, $"looks {ShadeFinder.Differs(off, was, will)}");
            }
        }

        Figure(subject.Keeping.Months, after.Keeping.Months, 1, false, "fresh", "0", " months");
    }

    private static void TellFirmness(Subject subject, double celsius, double wanted, Action<bool, string> tell, MeltCurve before, MeltCurve after)
    {
        double was = before.FirmnessAt(celsius),
            will = after.FirmnessAt(celsius);
        if (Math.Abs(was - will) < 0.05 * Math.Max(was, 1))
        {
            return;
        }

        MatterState stateWas = MatterStates.At(was),
            stateWill = MatterStates.At(will);
        var figures =
            stateWas == stateWill ? $"{(will < was ? "softer" : "firmer")}" : $"{MatterStates.Word(stateWas)} → {MatterStates.Word(stateWill)}";
        var compared = stateWas == stateWill ? $" ({Wording.Number(was, "0")} → {Wording.Pressure(will)})" : "";
        tell(
            Math.Abs(Math.Log(Math.Max(will, 0.1) / wanted)) <= Math.Abs(Math.Log(Math.Max(was, 0.1) / wanted)),
            $"{figures} at {subject.Say.Temperature(celsius)}{compared}"
        );
    }
}
