using AmberPantry.Core.Composition;
using AmberPantry.Core.Materials;
using AmberPantry.Core.Melt;

namespace AmberPantry.Core.Assessment;

/// <summary>Stock must keep its shape wherever it lies, with three degrees to spare.</summary>
internal sealed class HoldsShape : IRule
{
    public const double SpareC = 3;

    public IEnumerable<Found> Check(Case at)
    {
        if (at.Curve is null || at.Norm.FirmnessAt20 is null)
        {
            yield break;
        }

        var hottest = at.Workshop.Landmarks.Where(place => place.Kind == LandmarkKind.Storage).MaxBy(place => place.TemperatureC);
        if (hottest is null || Gap(at, hottest.TemperatureC + SpareC) <= 0)
        {
            yield break;
        }

        var fails = Gap(at, hottest.TemperatureC) > 0;
        var wanted = hottest.TemperatureC + (fails ? 0 : SpareC);
        var slumps = at.SlumpC is { } slump ? $"Slumps at **{at.Say.Temperature(slump)}**" : "It has no shape to keep, even in the cold";
        yield return new Found
        {
            Id = "holds-shape",
            Severity = fails ? Severity.Fix : Severity.Watch,
            Sentence = fails
                ? $"{slumps}; your {hottest.Name} reaches **{at.Say.Temperature(hottest.TemperatureC)}**."
                : $"{slumps}: only {at.Say.Degrees((at.SlumpC ?? 0) - hottest.TemperatureC)} above your {hottest.Name}, less than the {at.Say.Degrees(SpareC)} to spare.",
            Numbers = [new("slump", at.SlumpC ?? TemperatureGrid.Ruler.FirstC, "°C"), new(hottest.Name, hottest.TemperatureC, "°C")],
            AtC = hottest.TemperatureC,
            Because = "Slump is the highest temperature at which the yield value is 2 kPa or more; stock needs 3 °C to spare.",
            Gap = other => Gap(other, wanted),
            Cure = Cure.Stiffen,
        };
    }

    private static double Gap(Case at, double wantedC) => at.Curve is null ? 0 : (wantedC - (at.SlumpC ?? TemperatureGrid.Ruler.FirstC - 5)) / 50;
}

/// <summary>In the coldest place it should still pick up as its family does.</summary>
internal sealed class PicksUpCold : IRule
{
    public IEnumerable<Found> Check(Case at)
    {
        if (at.Curve is null || at.Norm.FirmnessAt20 is not { } usual || at.Coldest is not { } cold || at.Formula.Family == Family.Bar)
        {
            yield break;
        }

        // A thumb meets the cold product, so the family's usual upper firmness is what it must stay near.
        var most = usual.High * 1.1;
        var firmness = at.Curve.FirmnessAt(cold.TemperatureC);
        if (firmness <= most)
        {
            yield break;
        }

        yield return new Found
        {
            Id = "picks-up-cold",
            Severity = Severity.Watch,
            Sentence = $"At {at.Say.Temperature(cold.TemperatureC)} it is {Wording.State(MatterStates.At(firmness))}, **{Wording.Pressure(firmness)}**: "
                + $"a {at.Norm.Name} picks up easily below {Wording.Pressure(most)}.",
            Numbers = [new("firmness", firmness, "kPa"), new("limit", most, "kPa")],
            AtC = cold.TemperatureC,
            Because = "Yield bands after Haighton (1959); the limit is a tenth above the family's usual firmness at 20 °C.",
            Gap = other => other.Curve is null ? 0 : (other.Curve.FirmnessAt(cold.TemperatureC) / most) - 1,
            Cure = Cure.Soften,
        };
    }
}

/// <summary>At 20 °C it should be as firm as its family usually is.</summary>
internal sealed class FamilyFirmness : IRule
{
    private const double RoomC = 20;

    public IEnumerable<Found> Check(Case at)
    {
        if (at.Curve is null || at.Norm.FirmnessAt20 is not { } usual)
        {
            yield break;
        }

        var (low, high) = usual;
        var firmness = at.Curve.FirmnessAt(RoomC);
        if (firmness >= low && firmness <= high)
        {
            yield break;
        }

        var soft = firmness < low;
        yield return new Found
        {
            Id = "family-firmness",
            Severity = Severity.Watch,
            Sentence = $"At {at.Say.Temperature(RoomC)} it is {Wording.State(MatterStates.At(firmness))}, **{Wording.Pressure(firmness)}**: "
                + $"{(soft ? "softer" : "firmer")} than a {at.Norm.Name} usually is, {low:0} to {Wording.Pressure(high)}.",
            Numbers = [new("firmness", firmness, "kPa"), new("lowest usual", low, "kPa"), new("highest usual", high, "kPa")],
            AtC = RoomC,
            Because = "Usual firmness of the family, a starting value.",
            Gap = other => other.Curve is null ? 0 : soft ? 1 - (other.Curve.FirmnessAt(RoomC) / low) : (other.Curve.FirmnessAt(RoomC) / high) - 1,
            Cure = soft ? Cure.Stiffen : Cure.Soften,
        };
    }
}

/// <summary>A stick must stand a pocket: its slump has a floor of its own.</summary>
internal sealed class StickStands : IRule
{
    public IEnumerable<Found> Check(Case at)
    {
        if (at.Curve is null || at.Norm.LeastSlumpC is not { } least || at.SlumpC >= least)
        {
            yield break;
        }

        yield return new Found
        {
            Id = "stick-stands",
            Severity = Severity.Fix,
            Sentence = $"A stick should stand **{at.Say.Temperature(least)}**; this one slumps at **{at.Say.Temperature(at.SlumpC ?? TemperatureGrid.Ruler.FirstC)}**.",
            Numbers = [new("slump", at.SlumpC ?? TemperatureGrid.Ruler.FirstC, "°C"), new("limit", least, "°C")],
            AtC = least,
            Because = "Usual least slump of sticks carried on the body.",
            Gap = other => (least - (other.SlumpC ?? -10)) / 50,
            Cure = Cure.Stiffen,
        };
    }
}

/// <summary>On skin: much that stays solid drags.</summary>
internal sealed class SolidOnSkin : IRule
{
    private const double SkinC = 33;

    public IEnumerable<Found> Check(Case at)
    {
        if (at.Curve is null || at.Norm.MostSolidOnSkin is not { } most)
        {
            yield break;
        }

        var solid = 100 * at.Curve.SolidAt(SkinC);
        if (solid > most)
        {
            yield return new Found
            {
                Id = "skin-drag",
                Severity = Severity.Watch,
                Sentence = $"On skin at {at.Say.Temperature(SkinC)} **{solid:0.0}{Wording.Narrow}%** stays solid: above {most:0}{Wording.Narrow}% a {at.Norm.Name} drags.",
                Numbers = [new("solid at 33 °C", solid, "%"), new("limit", most, "%")],
                AtC = SkinC,
                Because = "Solids at skin temperature: up to 2 % melts away, 8 % cushions, 15 % leaves a film, more drags.",
                Gap = other => other.Curve is null ? 0 : (100 * other.Curve.SolidAt(SkinC) / most) - 1,
                Cure = Cure.Soften,
            };
            yield break;
        }

        var does = solid switch { <= 2 => "melts away", <= 8 => "cushions", <= 15 => "leaves a thin film", _ => "glides and leaves a film" };
        yield return new Found
        {
            Id = "skin-note",
            Severity = Severity.Note,
            Sentence = $"On skin at {at.Say.Temperature(SkinC)} **{solid:0.0}{Wording.Narrow}%** stays solid: it {does}.",
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
    public IEnumerable<Found> Check(Case at)
    {
        if (at.Formula.PourC is not { } pour || at.ClearC is not { } clear)
        {
            yield break;
        }

        var (from, to) = PourWindow.Of(clear);
        var fitting = Math.Round((from + 2) * 2) / 2;
        IReadOnlyList<(string, FormulaEdit)> acts = [($"Pour at {at.Say.Temperature(fitting)}", new SetPour(fitting))];
        if (pour < from)
        {
            yield return new Found
            {
                Id = "pour-cold",
                Severity = Severity.Fix,
                Sentence = $"Poured at **{at.Say.Temperature(pour)}** it will set in layers with a sink hole: it turns cloudy at {at.Say.Temperature(clear)}.",
                Numbers = [new("pour", pour, "°C"), new("clear", clear, "°C")],
                AtC = pour,
                Because = "Pour 5 to 15 °C above the temperature at which the melt clears.",
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
                Sentence = $"Poured at **{at.Say.Temperature(pour)}** it shrinks to a dent and wets the lid; {at.Say.BareTemperature(from)} to {at.Say.Temperature(to)} is enough.",
                Numbers = [new("pour", pour, "°C"), new("highest useful", to, "°C")],
                AtC = pour,
                Because = "Pour 5 to 15 °C above the temperature at which the melt clears.",
                Gap = other => ((other.Formula.PourC ?? 0) - (other.ClearC ?? 95) - PourWindow.MostAboveClearC) / 50,
                Acts = acts,
            };
        }
    }
}

/// <summary>The temperatures between which a melt pours well.</summary>
public static class PourWindow
{
    public const double AboveClearC = 5;
    public const double MostAboveClearC = 15;

    public static (double FromC, double ToC) Of(double clearC) => (clearC + AboveClearC, clearC + MostAboveClearC);
}
