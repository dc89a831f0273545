using AmberPantry.Core.Assessment.Parts;
using AmberPantry.Core.Materials;
using AmberPantry.Core.Science.Fizz;
using AmberPantry.Core.Workshops;

namespace AmberPantry.Core.Assessment.Rules;

/// <summary>Salts that drink from the air.</summary>
internal sealed class DrawsWater : IRule
{
    private const double CakesFrom = 40;

    public IEnumerable<Found> Check(Subject subject)
    {
        if (subject.Bath is not { } bath || (Index(bath.Air) < CakesFrom && !Runs(bath)))
        {
            yield break;
        }

        var air = bath.Air;
        var sticky = air.Warnings.Contains(WarningCodes.StickyMilk);
        var name = air.LimitingId is { } id ? FizzMaterial.All[id].Name.Split('(')[0].Trim().ToLowerInvariant() : "it";
        var runs = Runs(bath);
        yield return new Found
        {
            Id = "draws-water",
            Severity =
                runs || Index(air) >= 70 ? Severity.Fix
                : subject.Family.Traits.Fizzes ? Severity.Watch
                : Severity.Note,
            Sentence =
                $"At {bath.RhPct:0}{Wording.Narrow}% humidity it {(runs ? "draws water and runs" : "cakes")}: "
                + (
                    sticky ? $"the {name} turns sticky."
                    : air.CrhMixPct is { } crh
                        ? $"{name} drinks from the air, with the rest of the mix from about **{crh:0}{Wording.Narrow}%** on"
                            + (runs ? "." : ", and lumps begin some way below that.")
                    : $"{name} drinks from the air."
                ),
            Numbers = [new("caking from humidity", Index(air), ""), new("limit", CakesFrom, "")],
            Because =
                "Critical humidity of each salt at 25 °C, lowered by its neighbours "
                + "(after Ross 1975, weaker exponent), with the oil between the grains. An estimate.",
            Advice = "Closed jars keep it four times better: pack the day it is dry.",
            Gap = other => other.Bath is { } after ? Math.Max((Index(after.Air) / CakesFrom) - 1, Runs(after) ? 0.5 : -1) : 0,
            Swaps =
            [
                new(material => material.Tags.Contains("draws water"), "Epsom salt", "coarse salt", "corn starch"),
                new(material => material.Role == Role.Salt, "dendritic salt", "magnesium carbonate"),
            ],
        };
    }

    private static bool Runs(BathReading bath) => bath.Air.CrhMixPct is { } limit && bath.RhPct >= limit;

    /// <summary>What the air alone does; oil between the grains has a finding of its own.</summary>
    private static double Index(Caking air) => air.HumidityPart * air.AntiCake;
}

/// <summary>Oil that floats in the tub. Makers differ on what is enough: both schools are told.</summary>
internal sealed class FloatsInTub : IRule
{
    /// <summary>Scent that floats is met neat; dispersed, the limits of the product hold.</summary>
    private const double MostFloatingScentG = 0.2;

    public IEnumerable<Found> Check(Subject subject)
    {
        if (subject.Bath is not { } bath || bath.Tub.OilG == 0)
        {
            yield break;
        }

        var tub = bath.Tub;
        var neat = tub.ScentPerBathG * tub.FreeOilPerBathG / tub.OilPerBathG;
        if (tub.Strict != Dispersion.Ok)
        {
            yield return new Found
            {
                Id = "floats",
                Severity =
                    tub.Lenient != Dispersion.Ok && (neat > MostFloatingScentG || tub.FreeOilPerBathG >= TubDispersion.ModerateFromG)
                        ? Severity.Watch
                        : Severity.Note,
                Sentence =
                    $"**{tub.FreeOilPerBathG:0.0} g** of oil and scent in a bath of {bath.PortionG:0} g "
                    + $"floats by the strict school{(tub.SchoolsDiffer ? "; fizz and foamer are enough by the lenient one" : "")}"
                    + (neat > MostFloatingScentG ? $": {neat:0.0} g of it is scent that meets skin neat." : "."),
                Numbers = [new("solubiliser to oil", tub.StrictRatio ?? 0, ""), new("enough", 1, "")],
                Because = "Grams of solubiliser against oil and scent, one to one for a milky bath. Some hold that foam powder and fizz disperse it.",
                Gap = other => other.Bath is { } after ? 1 - Math.Min(1, after.Tub.StrictRatio ?? 1) : 0,
                Swaps =
                [
                    new(material => material.IsLiquid, "polysorbate 80"),
                    new(material => material.Role is Role.Salt or Role.Powder or Role.Base, "polysorbate 80", "polyglyceryl-4 oleate"),
                ],
            };
        }

        if (tub.Warnings.Contains(WarningCodes.Slip))
        {
            yield return new Found
            {
                Id = "slip",
                Severity = Severity.Note,
                Sentence = $"**{tub.OilPerBathG:0.0} g** of oil and scent in a bath: the tub may be slippery. Rise slowly, rinse it.",
                Numbers = [new("oil per bath", tub.OilPerBathG, "g"), new("from", TubDispersion.SlipperyFromG, "g")],
                Because = "From half a gram of oil in a bath, dispersed or not.",
                Gap = _ => 0,
            };
        }
    }
}
