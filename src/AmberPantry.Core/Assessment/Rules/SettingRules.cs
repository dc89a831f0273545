using AmberPantry.Core.Assessment.Parts;
using AmberPantry.Core.Families;
using AmberPantry.Core.Formulas;
using AmberPantry.Core.Materials;
using AmberPantry.Core.Science.Colour;
using AmberPantry.Core.Science.Melt;
using AmberPantry.Core.Science.Powders;
using AmberPantry.Core.Workshops;

namespace AmberPantry.Core.Assessment.Rules;

/// <summary>Grains fall while a poured melt sets.</summary>
internal sealed class GrainsSink : IRule
{
    private const double RoomC = 20;

    /// <summary>Depth of a squat vessel for the cube root of its volume.</summary>
    private const double Squat = 0.64;

    public IEnumerable<Found> Check(Subject subject)
    {
        if (subject.Family.Nature != FamilyNature.Melted || subject.Family.OverrunPercent is not null)
        {
            yield break;
        }

        if (
            Falls(subject).OrderByDescending(fall => fall.Race.FallMm).FirstOrDefault() is not ({ } material, { } race)
            || race.Verdict == SettlingVerdict.Even
        )
        {
            yield break;
        }

        var depth = DepthMm(subject.Formula);
        yield return new Found
        {
            Id = "grains-sink",
            Severity = Severity.Note,
            Sentence =
                $"{Wording.Capital(Wording.Brief(material.Name))} sinks **{race.FallMm:0.#} mm** of {depth:0} while it sets: "
                + (race.Verdict == SettlingVerdict.SlightFoot ? "a faint foot" : "most of it ends at the bottom")
                + (
                    race.HeldAtC is { } held
                        ? $". Stir until it turns cloudy and pour near {subject.Say.Temperature(Math.Round(held) + 1)}."
                        : ". Stir until it thickens."
                ),
            Numbers = [new("fall", race.FallMm, "mm"), new("even below", 0.5, "mm")],
            Because =
                "Stokes' fall through the cooling melt, hindered (Richardson and Zaki 1954), until the crystals hold the grains; "
                + "poured and left alone. Crystals come some degrees late: an estimate.",
            Gap = _ => 0,
        };
    }

    /// <summary>How far each kind of grain falls while it sets.</summary>
    /// <param name="cools">As it cools; left out, poured and left alone.</param>
    internal static IEnumerable<(Material Material, SettlingRace Race)> Falls(Subject subject, IReadOnlyList<CoolingPoint>? cools = null)
    {
        if (subject.Curve is not { } curve || (subject.Formula.PourC ?? subject.ClearC) is not { } pour)
        {
            yield break;
        }

        var oil = new SettlingOil(subject.Skin?.Viscosity25MPas ?? new SettlingOil().Viscosity25MPas);
        var depth = DepthMm(subject.Formula);
        var run = new Lazy<IReadOnlyList<CoolingPoint>>(() => cools ?? SettlingRace.Poured(curve, pour, RoomC));
        foreach (var (line, material) in subject.There)
        {
            if (Grain(material) is ({ } um, { } density))
            {
                yield return (material, SettlingRace.Of(run.Value, oil, um, density, (double)line.Percent, depth));
            }
        }
    }

    private static (double Um, double GMl)? Grain(Material material) =>
        !material.IsPowder ? null
        : material.Powder is { } powder ? (powder.MedianUm, powder.TrueGMl)
        : material.Keys.Colourant is { } key && Colourant.All[key] is { OilSoluble: false } colourant
            ? (colourant.SettlesUm * Settling.Dispersions["predispersed"], colourant.DensityGMl)
        : null;

    private static double DepthMm(Formula formula) => 10 * Squat * Math.Cbrt((double)(formula.Batch.FillG ?? BatchSize.UsualFillG));
}

/// <summary>What is worked into salts and pieces needs a night before it is packed.</summary>
internal sealed class RestsBeforePacking : IRule
{
    private const double NightH = 16;
    private const double DayAndNightH = 36;

    public IEnumerable<Found> Check(Subject subject)
    {
        if (subject.Bath is not { } bath)
        {
            yield break;
        }

        var mix = subject.BathMix;
        var damp = bath.Dries.Hours is not 0;
        if (!damp && bath.Dries.StaysG <= 0)
        {
            yield break;
        }

        double? hours = bath.Dries.Hours is { } model ? Math.Max(BathReading.SoaksInH, model) : null;
        var pack = subject.Family.Traits.Fizzes ? "wrapped" : "packed";
        yield return new Found
        {
            Id = "rests",
            Severity = Severity.Note,
            Sentence = hours switch
            {
                null => $"At {bath.RhPct:0}{Wording.Narrow}% humidity it **does not dry**: keep the liquid out, or dry it where the air is drier.",
                <= NightH when !damp =>
                    $"Let it stand **overnight** before it is {pack}: the oil takes half a day to soak in. Squeeze it again then.",
                <= NightH => $"Let it dry **overnight**, {hours:0} hours at {bath.RhPct:0}{Wording.Narrow}% humidity, before it is {pack}.",
                <= DayAndNightH =>
                    $"Let it dry **a day and a night**, {hours:0} hours at {bath.RhPct:0}{Wording.Narrow}% humidity, before it is {pack}.",
                _ => $"Let it dry **{Math.Ceiling(hours.Value / 24):0} days** at {bath.RhPct:0}{Wording.Narrow}% humidity before it is {pack}.",
            },
            Numbers = hours is { } h ? [new("hours", h, "h"), new("least", BathReading.SoaksInH, "h")] : [],
            Because =
                "Water and alcohol leave by the dryness of the air, the room and the thickness; oil does not dry, it soaks in. "
                + $"For {(subject.Family.Traits.Fizzes ? "a piece 6 cm thick" : "a tray 1.5 cm deep")}; for planning only.",
            Gap = _ => 0,
        };
    }
}
