using AmberPantry.Core.Assessment.Parts;
using AmberPantry.Core.Formulas;
using AmberPantry.Core.Materials;
using AmberPantry.Core.Science.Melt;
using AmberPantry.Core.Workshops;

namespace AmberPantry.Core.Assessment.Rules;

/// <summary>Whether it whips, and in what span of warmth.</summary>
internal sealed class Whips : IRule
{
    /// <summary>A span narrower than this is missed with a cup of tea; °C.</summary>
    private const double NarrowC = 3;

    /// <summary>Colder than this no kitchen whips; °C.</summary>
    private const double ColdestC = 5;

    public IEnumerable<Found> Check(Subject subject)
    {
        if (subject.Family.OverrunPercent is null || subject.Whip is not { } whip)
        {
            yield break;
        }

        if (whip.FromC is not { } from || from < ColdestC)
        {
            yield return new Found
            {
                Id = "whip-never",
                Severity = Severity.Fix,
                Sentence = "It **never stiffens enough to whip**: too much of it stays liquid, even in a fridge.",
                Numbers = [new("whips from", whip.FromC ?? TemperatureGrid.Ruler.FirstC, "°C"), new("limit", ColdestC, "°C")],
                Because = "A whisk catches air from a structure of 0.10 on; oils above about a third of a butter never reach it.",
                Gap = other => (ColdestC - (other.Whip?.FromC ?? TemperatureGrid.Ruler.FirstC - 1)) / 20,
                Cure = Cure.Stiffen,
            };
            yield break;
        }

        var to = whip.ToC ?? TemperatureGrid.Ruler.FirstC;
        yield return new Found
        {
            Id = "whip-window",
            Severity = from - to < NarrowC ? Severity.Watch : Severity.Note,
            Sentence =
                $"Whip it between **{subject.Say.BareTemperature(from)}** and **{subject.Say.Temperature(Math.Max(to, ColdestC))}**"
                + (from - to < NarrowC ? ": a narrow window, it goes from soup to stiff at once." : "."),
            Numbers = [new("window", from - to, "°C"), new("narrow below", NarrowC, "°C")],
            AtC = from,
            Because = "Structure of the fats from 0.10, where a whisk starts to leave peaks, to 0.30, where it stalls. A fast chill lags behind.",
            Gap = other => other.Whip is { FromC: { } f, ToC: { } t } ? 1 - ((f - t) / NarrowC) : 0,
        };
    }
}

/// <summary>Air beyond what its fats hold, and jars that the air overfills.</summary>
internal sealed class HoldsAir : IRule
{
    private const double MostPercent = 100;

    public IEnumerable<Found> Check(Subject subject)
    {
        if (subject.Family.OverrunPercent is null || !subject.There.Any())
        {
            yield break;
        }

        var air = 100 * subject.Overrun;
        if (air > MostPercent)
        {
            yield return new Found
            {
                Id = "air-high",
                Severity = Severity.Watch,
                Sentence =
                    $"**{air:0}{Wording.Narrow}%** air is more than a butter keeps: about {MostPercent:0}{Wording.Narrow}% is the most, "
                    + "and what is above it is gone within a week.",
                Numbers = [new("air", air, "%"), new("limit", MostPercent, "%")],
                Because = "Reachable overrun is about 100 % at the best stiffness. An estimate, until your own cups are weighed.",
                Gap = other => (100 * other.Overrun / MostPercent) - 1,
                Acts = [Air(subject, 80)],
            };
        }

        if (
            subject.Formula.Batch.FillG is { } fill
            && subject.Workshop.FindContainer(subject.Formula.Batch.Container) is { } container
            && Millilitres(subject, fill) is var ml
            && ml > container.Millilitres
        )
        {
            var fits = (container.Millilitres * subject.Melt.DensityGMl / (double)fill) - 1;
            yield return new Found
            {
                Id = "jar-full",
                Severity = Severity.Fix,
                Sentence =
                    $"{subject.Say.RoundWeight(fill)} with {air:0}{Wording.Narrow}% air fill **{ml:0} ml**; "
                    + $"a {container.Unit} holds {container.Millilitres:0} ml.",
                Numbers = [new("filled", ml, "ml"), new("brimful", container.Millilitres, "ml")],
                Because = "Density of the unwhipped mix, and the air beaten into it.",
                Gap = other => other.Formula.Batch.FillG is { } now ? (Millilitres(other, now) / container.Millilitres) - 1 : 0,
                Acts = fits > 0 ? [Air(subject, (decimal)Math.Floor(90 * fits))] : [],
            };
        }
    }

    private static (string, FormulaEdit) Air(Subject subject, decimal percent) =>
        ($"Beat in {percent:0}{Wording.Narrow}% air", new SetBatch(subject.Formula.Batch with { OverrunPercent = percent }));

    private static double Millilitres(Subject subject, decimal grams) =>
        subject.Melt.DensityGMl > 0 ? (double)grams / subject.Melt.DensityGMl * (1 + subject.Overrun) : 0;
}

/// <summary>A clear gel stays clear only without what crystallises in it.</summary>
internal sealed class GelStaysClear : IRule
{
    private const decimal MostPercent = 2;

    public IEnumerable<Found> Check(Subject subject)
    {
        if (!subject.Family.Traits.IsGelled || !subject.There.Any())
        {
            yield break;
        }

        var crystals = Crystals(subject);
        if (crystals > MostPercent)
        {
            yield return new Found
            {
                Id = "gel-cloudy",
                Severity = Severity.Watch,
                Sentence = $"**{Wording.Percent(crystals)}** of waxes, butters and hardeners crystallise in it: the gel turns cloudy.",
                Numbers = [new("what crystallises", (double)crystals, "%"), new("limit", (double)MostPercent, "%")],
                Because = "A gellant’s own network is too fine to see; crystals of wax and fat are not.",
                Gap = other => (double)(Crystals(other) / MostPercent) - 1,
                Swaps =
                [
                    new(
                        material => material.Role is Role.Wax or Role.SoftButter or Role.HardButter or Role.Hardener,
                        "octyldodecanol",
                        "caprylic/capric triglyceride"
                    ),
                ],
            };
        }
    }

    private static decimal Crystals(Subject subject) => subject.Share(Role.Wax, Role.SoftButter, Role.HardButter, Role.Hardener);
}
