using AmberPantry.Core.Assessment.Parts;
using AmberPantry.Core.Formulas;
using AmberPantry.Core.Science.Feel;
using AmberPantry.Core.Science.Melt;
using AmberPantry.Core.Workshops;

namespace AmberPantry.Core.Assessment.Rules;

/// <summary>Stock must keep its shape wherever it lies, with three degrees to spare.</summary>
internal sealed class HoldsShape : IRule
{
    public const double SpareC = 3;

    /// <summary>Less than the doubt of a measured fat.</summary>
    private const double ShortC = 2;

    public IEnumerable<Found> Check(Subject subject)
    {
        if (subject.Curve is null || subject.Family.FirmnessAt20 is null)
        {
            yield break;
        }

        var hottest = subject.Use.Stands.LastOrDefault();
        if (hottest is null || Told(subject) >= hottest.TemperatureC + SpareC)
        {
            yield break;
        }

        var fails = Told(subject) < hottest.TemperatureC;
        var wanted = hottest.TemperatureC + SpareC;
        var slumps = subject.SlumpC is { } slump ? $"Slumps at **{subject.Say.Temperature(slump)}**" : "It has no shape to keep, even in the cold";
        yield return new Found
        {
            Id = "holds-shape",
            Severity =
                fails ? Severity.Fix
                : Told(subject) - hottest.TemperatureC < ShortC ? Severity.Watch
                : Severity.Note,
            Sentence = fails
                ? $"{slumps}; your {hottest.Name} reaches **{subject.Say.Temperature(hottest.TemperatureC)}**."
                : $"{slumps}: only {subject.Say.Degrees((subject.SlumpC ?? 0) - hottest.TemperatureC)} "
                    + $"above your {hottest.Name}, less than the {subject.Say.Degrees(SpareC)} to spare.",
            Numbers = [new("slump", subject.SlumpC ?? TemperatureGrid.Ruler.FirstC, "°C"), new(hottest.Name, hottest.TemperatureC, "°C")],
            AtC = hottest.TemperatureC,
            Because = "Slump is the highest temperature at which the yield value is 2 kPa or more; stock needs 3 K to spare.",
            Gap = other => Gap(other, wanted),
            Inside = 0,
            Cure = Cure.Stiffen,
        };
    }

    /// <summary>The slump as it is told, to half a degree: what reads as enough is enough.</summary>
    private static double Told(Subject subject) => Math.Round(2 * (subject.SlumpC ?? TemperatureGrid.Ruler.FirstC - 5)) / 2;

    private static double Gap(Subject subject, double wantedC) =>
        subject.Curve is null ? 0 : (wantedC - (subject.SlumpC ?? TemperatureGrid.Ruler.FirstC - 5)) / 50;
}

/// <summary>In the coldest place it should still pick up as its family does.</summary>
internal sealed class PicksUpCold : IRule
{
    public IEnumerable<Found> Check(Subject subject)
    {
        if (subject.Curve is null || subject.Family.FirmnessAt20 is not { } usual || subject.Use.Cold is not { } cold)
        {
            yield break;
        }

        // A thumb meets the cold product, so the family's usual upper firmness is what it must stay near.
        var most = usual.High * 1.1;
        var firmness = subject.Curve.FirmnessAt(cold.TemperatureC);
        if (firmness <= most)
        {
            yield break;
        }

        var state = MatterStates.At(firmness);
        var easy = MatterStates.At(most);
        yield return new Found
        {
            Id = "picks-up-cold",
            Severity = Severity.Watch,
            Sentence =
                $"At {subject.Say.Temperature(cold.TemperatureC)}, {cold.Name}, it is **{MatterStates.Word(state)}**: "
                + $"{MatterStates.InTheHand(state)}. {Wording.Capital(Wording.One(subject.Family.Name))} should be "
                + $"{(easy == state ? "softer" : MatterStates.Word(easy))} there.",
            Numbers = [new("firmness", firmness, "kPa"), new("limit", most, "kPa")],
            AtC = cold.TemperatureC,
            Because =
                $"Yield value {Wording.Pressure(firmness)}, where {Wording.Pressure(most)} is easy: "
                + "a tenth above the family's usual firmness at 20 °C. Bands after Haighton (1959).",
            Gap = other => other.Curve is null ? 0 : (other.Curve.FirmnessAt(cold.TemperatureC) / most) - 1,
            Cure = Cure.Soften,
        };
    }
}

/// <summary>At 20 °C it should be as firm as its family usually is.</summary>
internal sealed class FamilyFirmness : IRule
{
    private const double RoomC = 20;

    /// <summary>Four times too soft or too firm it is another product.</summary>
    private const double FarOut = 4;

    /// <summary>The bounds are starting values and no cliffs.</summary>
    private const double Slack = 1.15;

    public IEnumerable<Found> Check(Subject subject)
    {
        if (subject.Curve is null || subject.Family.FirmnessAt20 is not { } usual)
        {
            yield break;
        }

        var (low, high) = usual;
        var firmness = subject.Curve.FirmnessAt(RoomC);
        if (firmness >= low / Slack && firmness <= high * Slack)
        {
            yield break;
        }

        var soft = firmness < low;
        var state = MatterStates.At(firmness);
        yield return new Found
        {
            Id = "family-firmness",
            Severity = firmness < low / FarOut || firmness > high * FarOut ? Severity.Fix : Severity.Watch,
            Sentence =
                $"At {subject.Say.Temperature(RoomC)} it is **{MatterStates.Word(state)}**: {MatterStates.InTheHand(state)}, "
                + $"{(soft ? "softer" : "firmer")} than {Wording.One(subject.Family.Name)} usually is{Usually(state, low, high)}.",
            Numbers = [new("firmness", firmness, "kPa"), new("lowest usual", low, "kPa"), new("highest usual", high, "kPa")],
            AtC = RoomC,
            Because = $"Yield value {Wording.Pressure(firmness)}; usual for the family are {low:0} to {Wording.Pressure(high)}, a starting value.",
            Gap = other =>
                other.Curve is null ? 0
                : soft ? 1 - (other.Curve.FirmnessAt(RoomC) / low)
                : (other.Curve.FirmnessAt(RoomC) / high) - 1,
            Cure = soft ? Cure.Stiffen : Cure.Soften,
        };
    }

    /// <summary>The usual states, where they tell more than that it is another.</summary>
    private static string Usually(MatterState now, double low, double high)
    {
        MatterState softest = MatterStates.At(low),
            firmest = MatterStates.At(high);
        return now == softest || now == firmest ? ""
            : softest == firmest ? $", {MatterStates.Word(firmest)}"
            : $", {MatterStates.Word(softest)} to {MatterStates.Word(firmest)}";
    }
}

/// <summary>A stick must stand a pocket: its slump has a floor of its own.</summary>
internal sealed class StickStands : IRule
{
    public IEnumerable<Found> Check(Subject subject)
    {
        if (subject.Curve is null || subject.Family.LeastSlumpC is not { } least || subject.SlumpC >= least)
        {
            yield break;
        }

        yield return new Found
        {
            Id = "stick-stands",
            Severity = Severity.Fix,
            Sentence =
                $"A stick should stand **{subject.Say.Temperature(least)}**; this one "
                + $"slumps at **{subject.Say.Temperature(subject.SlumpC ?? TemperatureGrid.Ruler.FirstC)}**.",
            Numbers = [new("slump", subject.SlumpC ?? TemperatureGrid.Ruler.FirstC, "°C"), new("limit", least, "°C")],
            AtC = least,
            Because = "Usual least slump of sticks carried on the body.",
            Gap = other => (least + HoldsShape.SpareC - (other.SlumpC ?? -10)) / 50,
            Inside = 0,
            Cure = Cure.Stiffen,
        };
    }
}

/// <summary>On skin: much that stays solid drags.</summary>
internal sealed class SolidOnSkin : IRule
{
    private const double SkinC = 33;

    public IEnumerable<Found> Check(Subject subject)
    {
        if (subject.Curve is null || subject.Family.MostSolidOnSkin is not { } most || !subject.Use.Asks(Landmark.Skin))
        {
            yield break;
        }

        var solid = 100 * subject.Curve.SolidAt(SkinC);
        if (solid > most)
        {
            yield return new Found
            {
                Id = "skin-drag",
                Severity = Severity.Watch,
                Sentence =
                    $"On skin at {subject.Say.Temperature(SkinC)} **{solid:0.0}{Wording.Narrow}%** "
                    + $"stays solid: above {most:0}{Wording.Narrow}% {Wording.One(subject.Family.Name)} drags.",
                Numbers = [new("solid at 33 °C", solid, "%"), new("limit", most, "%")],
                AtC = SkinC,
                Because = "Solids at skin temperature: up to 2 % melts away, 8 % cushions, 15 % leaves a film, more drags.",
                Gap = other => other.Curve is null ? 0 : (100 * other.Curve.SolidAt(SkinC) / most) - 1,
                Cure = Cure.Soften,
            };
            yield break;
        }

        var does = SolidsOnSkin.Does(solid);
        yield return new Found
        {
            Id = "skin-note",
            Severity = Severity.Note,
            Sentence = $"On skin at {subject.Say.Temperature(SkinC)} **{solid:0.0}{Wording.Narrow}%** stays solid: it {does}.",
            Numbers = [new("solid at 33 °C", solid, "%")],
            AtC = SkinC,
            Because = "Solids at skin temperature: up to 2 % melts away, 8 % cushions, 15 % leaves a film, more drags.",
            Gap = _ => 0,
        };
    }
}

/// <summary>Pouring below the cloud point layers and craters; far above it shrinks and sweats.</summary>
internal sealed class PourTemperature : IRule
{
    public IEnumerable<Found> Check(Subject subject)
    {
        if (subject.Formula.PourC is not { } pour || subject.ClearC is not { } clear)
        {
            yield break;
        }

        var (from, to) = PourWindow.Of(clear);
        var fitting = Math.Round((from + 2) * 2) / 2;
        IReadOnlyList<(string, FormulaEdit)> acts = [($"Pour at {subject.Say.Temperature(fitting)}", new SetPour(fitting))];
        if (pour < from)
        {
            yield return new Found
            {
                Id = "pour-cold",
                Severity = Severity.Fix,
                Sentence =
                    $"Poured at **{subject.Say.Temperature(pour)}** it will set in "
                    + $"layers with a sink hole: it turns cloudy at {subject.Say.Temperature(clear)}.",
                Numbers = [new("pour", pour, "°C"), new("clear", clear, "°C")],
                AtC = pour,
                Because = "Pour 5 to 15 K above the temperature at which the melt clears.",
                Advice = "Warming the tins helps too: less of it sets on the wall first.",
                Gap = other => ((other.ClearC ?? 0) + PourWindow.AboveClearC - (other.Formula.PourC ?? double.PositiveInfinity)) / 50,
                Acts = acts,
            };
        }
        else if (pour > to)
        {
            yield return new Found
            {
                Id = "pour-hot",
                Severity = Severity.Watch,
                Sentence =
                    $"Poured at **{subject.Say.Temperature(pour)}** it shrinks to a dent and "
                    + $"wets the lid; {subject.Say.BareTemperature(from)} to {subject.Say.Temperature(to)} is enough.",
                Numbers = [new("pour", pour, "°C"), new("highest useful", to, "°C")],
                AtC = pour,
                Because = "Pour 5 to 15 K above the temperature at which the melt clears.",
                Gap = other => ((other.Formula.PourC ?? 0) - (other.ClearC ?? 95) - PourWindow.MostAboveClearC) / 50,
                Acts = acts,
            };
        }
    }
}
