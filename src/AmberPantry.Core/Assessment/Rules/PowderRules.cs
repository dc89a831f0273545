using AmberPantry.Core.Assessment.Parts;
using AmberPantry.Core.Families;
using AmberPantry.Core.Materials;
using AmberPantry.Core.Science.Powders;
using AmberPantry.Core.Workshops;

namespace AmberPantry.Core.Assessment.Rules;

/// <summary>More oil than the powders hold: it clumps, pastes or swims.</summary>
internal sealed class OilLoad : IRule
{
    private const double Clumps = 0.30;

    public IEnumerable<Found> Check(Subject subject)
    {
        if (subject.Powders.Budget is not { } budget || Saturation(subject) is var u && u < LooseBelow(subject))
        {
            yield break;
        }

        var least = LooseBelow(subject);
        yield return new Found
        {
            Id = "oil-load",
            Severity = u >= Clumps ? Severity.Fix : Severity.Watch,
            Sentence =
                $"{Percent(budget.LiquidG)} of liquid fills **{100 * u:0}{Wording.Narrow}%** of the room between the grains: {Says(u, budget.Band)}.",
            Numbers = [new("saturation between the grains", u, ""), new("loose below", least, "")],
            Because =
                "Oil absorption of each powder by rub-out, the pores filled first; states "
                + "of wetting after Newitt and Conway-Jones (1958). Your own squeeze test corrects it.",
            Gap = other => other.Powders.Budget is null ? 0 : (Saturation(other) - least) / least,
            Swaps =
            [
                new(
                    material =>
                        material.Role is Role.Salt or Role.Powder or Role.Base
                        && material.Keys.Powder is { } key
                        && !PowderMaterial.All[key].IsCarrier,
                    "magnesium carbonate",
                    "modified tapioca starch",
                    "precipitated silica"
                ),
                new(material => material.IsLiquid, Largest(subject)),
            ],
        };
    }

    /// <summary>Kind of the largest line among some; null when there is none.</summary>
    public static string? Main(Subject subject, Func<Material, bool> which) =>
        subject
            .Lines.Where(pair => which(pair.Material))
            .OrderByDescending(pair => pair.Line.Percent)
            .Select(pair => pair.Material.BasedOn)
            .FirstOrDefault();

    private static string Largest(Subject subject) =>
        Main(subject, material => material.Role is Role.Salt or Role.Powder or Role.Base) ?? "arrowroot starch";

    /// <summary>By the bath table where it is a bath product, which knows every salt; else by the powder table.</summary>
    private static double Saturation(Subject subject) => subject.Bath?.Air.U ?? subject.Powders.Budget?.U ?? 0;

    /// <summary>A pressed piece may be damp with oil: it binds.</summary>
    private static double LooseBelow(Subject subject) => subject.Family.Traits.Fizzes ? Clumps : PowderMix.LooseBelow;

    private static string Says(double u, Wetness band) =>
        u switch
        {
            < Clumps => "damp, it packs in the hand and will not shake out",
            < 0.70 => "it clumps",
            < 1.30 => "a paste for a jar, not a shaker",
            _ => band == Wetness.PowderInFat ? "a firm paste carried by fat" : "oil will stand on top",
        };

    private static string Percent(double percent) => Wording.RoundPercent((decimal)Math.Round(percent, 1));
}

/// <summary>Fines in the air, for whoever makes it and whoever uses it.</summary>
internal sealed class Dusty : IRule
{
    private const double HangsFrom = 30;

    public IEnumerable<Found> Check(Subject subject)
    {
        if (subject.Powders.Budget is not { } budget)
        {
            yield break;
        }

        if (budget.DustInUse >= HangsFrom && subject.Family.Nature == FamilyNature.Powder)
        {
            yield return new Found
            {
                Id = "dusty",
                Severity = Severity.Watch,
                Sentence =
                    $"Dry and floaty: dust **{budget.DustInUse:0}** of 100, it hangs in the air. A little oil stirred in at the end weighs it down.",
                Numbers = [new("dust in use", budget.DustInUse, ""), new("limit", HangsFrom, "")],
                Because =
                    "Mean dust of the powders, calmed by the oil on the outside of "
                    + "the grains; oil hidden in a carrier's pores calms only the carrier. An estimate.",
                Gap = other => other.Powders.Budget is { } after ? (after.DustInUse / HangsFrom) - 1 : 0,
                Swaps = [new(material => material.Role == Role.Powder, "jojoba oil", "caprylic/capric triglyceride")],
            };
        }

        if (budget.Mask != MaskNeed.NotNeeded)
        {
            yield return new Found
            {
                Id = "mask",
                Severity = Severity.Note,
                Sentence =
                    budget.Mask == MaskNeed.Required
                        ? $"Mask on before any of it moves: dust **{budget.DustDry:0}** of 100 while it is dry."
                        : $"A mask is wise while it is dry: dust **{budget.DustDry:0}** of 100.",
                Numbers = [new("dust dry", budget.DustDry, "")],
                Because = "Decided on the dry powders, because dust flies while weighing; irritants and fine minerals count most.",
                Advice = budget.MaskOffAfterOil
                    ? "It may come off ten minutes after the oil is worked in."
                    : "Keep it on: the oil does not calm this mix.",
                Gap = _ => 0,
            };
        }
    }
}

/// <summary>Codes of the oil budget as findings.</summary>
internal sealed class PowderCautions : IRule
{
    private static readonly Dictionary<string, Severity> Told = new()
    {
        [WarningCodes.Alkaline] = Severity.Watch,
        [WarningCodes.AcidBase] = Severity.Watch,
        [WarningCodes.UltramarineAcid] = Severity.Fix,
        [WarningCodes.SilicaCheck] = Severity.Watch,
        [WarningCodes.Talc] = Severity.Watch,
        [WarningCodes.NoCarrier] = Severity.Watch,
        [WarningCodes.MeltInOil] = Severity.Note,
        [WarningCodes.Flame] = Severity.Watch,
        [WarningCodes.AsmHigh] = Severity.Watch,
        [WarningCodes.KeepDry] = Severity.Note,
    };

    public IEnumerable<Found> Check(Subject subject)
    {
        foreach (var code in subject.Powders.Budget?.Warnings ?? [])
        {
            if (!Told.TryGetValue(code, out var severity) || (code == WarningCodes.NoCarrier && subject.Family.Traits.Fizzes))
            {
                continue;
            }

            var budget = subject.Powders.Budget!;
            yield return new Found
            {
                Id = $"powder-{code[2..].ToLowerInvariant().Replace('_', '-')}",
                Severity = severity,
                Sentence = WarningCodes.Says(code),
                Numbers = code == WarningCodes.Alkaline && budget.Ph is { } ph ? [new("pH of a slurry", ph, "")] : [],
                Because = "The powder table: pH of a 10 % slurry, grain, hardness and kind of each powder.",
                Gap = other => other.Powders.Budget?.Warnings.Contains(code) == true ? 1 : 0,
                Swaps = code switch
                {
                    WarningCodes.NoCarrier => [new(material => material.Role == Role.Salt, "dendritic salt", "magnesium carbonate")],
                    WarningCodes.Talc => [new(material => material.Classes.Contains("talc"), "arrowroot starch", "corn starch")],
                    _ => [],
                },
            };
        }
    }
}

/// <summary>Powder carried in a fat: crowding stiffens it and at last jams.</summary>
internal sealed class PowderCrowding : IRule
{
    private const double Crowded = 0.9;

    public IEnumerable<Found> Check(Subject subject)
    {
        if (subject.Powders.InFat is not { } powder)
        {
            yield break;
        }

        if (powder.Jammed || powder.Crowding > Crowded)
        {
            yield return new Found
            {
                Id = "powder-jams",
                Severity = powder.Jammed ? Severity.Fix : Severity.Watch,
                Sentence =
                    $"The powder fills **{100 * powder.Crowding:0}{Wording.Narrow}%** of the "
                    + $"room it can have in the fat: {(powder.Jammed ? "it will not pour" : "it pours thick")}.",
                Numbers = [new("crowding", 100 * powder.Crowding, "%"), new("limit", 100 * Crowded, "%")],
                Because = "Krieger and Dougherty (1959): grains with the oil in their pores against the fraction at which they jam.",
                Gap = other => other.Powders.InFat is { } after ? (after.Crowding / Crowded) - 1 : 0,
                Swaps = [new(material => material.IsPowder, OilLoad.Main(subject, material => material.IsLiquid) ?? "sunflower oil")],
            };
        }

        yield return new Found
        {
            Id = "powder-feel",
            Severity = Severity.Note,
            Sentence =
                $"{Wording.RoundPercent((decimal)Math.Round(powder.PowderPct, 1))} of powder leaves "
                + $"**{powder.GreasinessLeftPct:0}{Wording.Narrow}%** of the greasy feel: {Wording.Said(powder.GreaseBand)}.",
            Numbers = [new("greasiness left", powder.GreasinessLeftPct, "%")],
            Because =
                "Oil the powders could hold against the fat; 10 to 20 % of starch cuts "
                + "grease, beyond is powdery, about 40 % matt. Makers differ on how much is right.",
            Gap = _ => 0,
        };
    }
}
