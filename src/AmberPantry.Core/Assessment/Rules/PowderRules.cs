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
        var least = LooseBelow(subject);
        if (subject.Powders.Budget is not { } budget || budget.U < least)
        {
            yield break;
        }

        var u = budget.U;
        yield return new Found
        {
            Id = "oil-load",
            Severity = u >= Clumps ? Severity.Fix : Severity.Watch,
            Sentence =
                $"{Percent(budget.LiquidG)} of liquid fills **{100 * u:0}{Wording.Narrow}%** of the room between the grains: "
                + $"{Says(u, budget.Band)}.",
            Numbers = [new("saturation between the grains", u, ""), new("loose below", least, "")],
            Because =
                "Oil absorption of each powder by rub-out, the pores filled first; states "
                + "of wetting after Newitt and Conway-Jones (1958). Your own squeeze test corrects it.",
            Gap = other => (Saturation(other) - least) / least,
            Swaps =
            [
                new(
                    material => material.Role is Role.Salt or Role.Powder or Role.Base && material.Powder is { IsCarrier: false },
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

    private static double Saturation(Subject subject) => subject.Powders.Budget?.U ?? 0;

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

            yield return new Found
            {
                Id = $"powder-{code[2..].ToLowerInvariant().Replace('_', '-')}",
                Severity = code == WarningCodes.NoCarrier && Little(subject) ? Severity.Note : severity,
                Sentence = WarningCodes.Says(code),
                Numbers = [],
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

    /// <summary>So little liquid smears the salts and does no more.</summary>
    private static bool Little(Subject subject) => subject.Powders.Budget?.LiquidG is < 4;
}

/// <summary>Soda and its kin on skin: a pinch soothes, much of it stings. Talc and clay are alkaline on paper only.</summary>
internal sealed class AlkaliOnSkin : IRule
{
    public IEnumerable<Found> Check(Subject subject)
    {
        if (subject.Family.Nature != FamilyNature.Powder)
        {
            yield break;
        }

        var soda = subject.Share(Role.Base);
        var most = MostPercent(subject);
        if (soda <= most)
        {
            yield break;
        }

        yield return new Found
        {
            Id = "alkali-on-skin",
            Severity = soda > 2 * most ? Severity.Fix : Severity.Watch,
            Sentence =
                $"**{Wording.Percent(soda)}** of soda and carbonates is alkaline on skin, a slurry of about pH {subject.Powders.Budget?.Ph:0.0}: "
                + $"above {Wording.RoundPercent(most)} it stings many.",
            Numbers = [new("soda and carbonates", (double)soda, "%"), new("limit", (double)most, "%")],
            Because = "Skin is mildly acid; bicarbonate holds a slurry near pH 8.3. Practice: a tenth for a face, a fifth for the body.",
            Gap = other => (double)((other.Share(Role.Base) - most) / most),
            Swaps = [new(material => material.Role == Role.Base, "arrowroot starch", "kaolin")],
        };
    }

    private static decimal MostPercent(Subject subject) =>
        subject.Use.WornOn switch
        {
            WornOn.Face or WornOn.NearEyes or WornOn.Lips => 10,
            WornOn.Feet => 30,
            _ => 20,
        };
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
