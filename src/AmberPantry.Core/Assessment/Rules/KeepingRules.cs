using AmberPantry.Core.Assessment.Parts;
using AmberPantry.Core.Formulas;
using AmberPantry.Core.Materials;
using AmberPantry.Core.Science.Stability;
using AmberPantry.Core.Workshops;

namespace AmberPantry.Core.Assessment.Rules;

/// <summary>How long it stays fresh, and what sets the date.</summary>
internal sealed class StaysFresh : IRule
{
    private const double ShortMonths = 6;

    public IEnumerable<Found> Check(Subject subject)
    {
        if (subject.Keeping.Flags.Contains("no_lipid"))
        {
            yield break;
        }

        var keeping = subject.Keeping;
        var by = keeping.LimitingId is { } id ? $", set by {Lipid.All[id].Name.Split('(')[0].Trim().ToLowerInvariant()}" : "";
        var shortLived = keeping.Months < ShortMonths;
        yield return new Found
        {
            Id = "keeping",
            Severity = shortLived ? Severity.Watch : Severity.Note,
            Sentence =
                $"Keeps **about {keeping.Months:0} months** at {subject.Say.Temperature(subject.Workshop.WorkroomC)}{by}"
                + (keeping.WeakestMonths is { } weak && weak <= keeping.Months - 2 ? $"; {weak:0} if the weakest oil decides." : "."),
            Numbers = [new("months", keeping.Months, "months"), new("short below", ShortMonths, "months")],
            AtC = subject.Workshop.WorkroomC,
            Because =
                "Oxidisability of the fatty acids (Fatemi and Hammond 1980) with "
                + "what guards them, in the dark; factors estimated. A keeping test decides.",
            Gap = other => (ShortMonths / Math.Max(0.1, other.Keeping.Months)) - 1,
            Acts = shortLived && subject.Share(Role.Antioxidant) == 0 ? Guarding.AddTocopherol(subject) : [],
            Swaps = shortLived
                ? [new(material => material.Lipid is { Profile.X: > 3 }, "high-oleic sunflower oil", "caprylic/capric triglyceride")]
                : [],
        };
    }
}

/// <summary>A lot in it that ends before the mix does: the label takes the earlier date.</summary>
internal sealed class LotDate : IRule
{
    public IEnumerable<Found> Check(Subject subject)
    {
        if (LotEnd.Of(subject) is not { } lot || (!subject.Keeping.Flags.Contains("no_lipid") && lot.Months >= subject.Keeping.Months))
        {
            yield break;
        }

        var past = lot.Months < 0;
        yield return new Found
        {
            Id = "lot-date",
            Severity = past ? Severity.Fix : Severity.Note,
            Sentence = past
                ? $"{Wording.Capital(lot.Name)} was best before **{lot.On:yyyy-MM-dd}**: take a fresh one."
                : $"The date on the label is **{Wording.Month(lot.On)}**, set by {lot.Name}, not by the mix.",
            Numbers = [new("months left of the lot", lot.Months, "months"), new("months", subject.Keeping.Months, "months")],
            Because = "Nothing keeps longer than the oldest lot in it: the label takes the earlier date of the mix and of its lots.",
            Gap = other => LotEnd.Of(other) is { Months: < 0 } ? 1 : 0,
        };
    }
}

/// <summary>A lot whose own melting point moves where the mix slumps.</summary>
internal sealed class LotDrift : IRule
{
    /// <summary>What a thumb or a warm shelf notices, K.</summary>
    private const double NoticedK = 0.5;
    private const double MattersK = 2;

    public IEnumerable<Found> Check(Subject subject)
    {
        var lots = subject.There.Where(pair => pair.Material.MeltShiftK != 0).Select(pair => pair.Material).Distinct().ToArray();
        if (lots.Length == 0 || Usual(subject) is not { } usual || subject.SlumpC is not { } slump || Math.Abs(slump - usual) < NoticedK)
        {
            yield break;
        }

        var softer = slump < usual;
        yield return new Found
        {
            Id = "lot-drift",
            Severity = Math.Abs(slump - usual) >= MattersK ? Severity.Watch : Severity.Note,
            Sentence =
                $"{Wording.Capital(Wording.List([.. lots.Select(Told)]))}: this slumps at **{subject.Say.Temperature(slump)}**, "
                + $"with {(lots.Length == 1 ? "a usual lot" : "usual lots")} at {subject.Say.Temperature(usual)}.",
            Numbers = [new("slumps at", slump, "°C"), new("with usual lots", usual, "°C")],
            Because =
                "The crystals of the lot melt so much higher or lower than those of its kind; what is told of it in the pantry is taken as told.",
            AtC = slump,
            Gap = other => ((softer ? 1 : -1) * (usual - (other.SlumpC ?? usual)) - NoticedK) / usual,
            Cure = softer ? Cure.Stiffen : Cure.Soften,
            Inside = 0,
        };

        string Told(Material material) =>
            $"{Wording.Brief(material.Name)}{(material.Lot is { } lot ? $" lot {lot}" : "")} melts "
            + $"{subject.Say.Degrees(Math.Abs(material.MeltShiftK))} {(material.MeltShiftK < 0 ? "lower" : "higher")} than its kind";
    }

    /// <summary>Where it would slump with lots as they usually are.</summary>
    private static double? Usual(Subject subject) =>
        new ProductMelt([.. subject.Lines.Select(pair => (pair.Line, pair.Material with { MeltShiftK = 0 }))], subject.Overrun).Curve?.SlumpC;
}

/// <summary>Antioxidants at the wrong dose, or that are none.</summary>
internal sealed class GuardDose : IRule
{
    public IEnumerable<Found> Check(Subject subject)
    {
        foreach (var flag in subject.Keeping.Flags.Where(flag => flag.Contains(':', StringComparison.Ordinal)))
        {
            var kind = flag.Split(':')[0];
            var guard = Antioxidant.All[flag.Split(':')[1]];
            var (line, material) = subject.Lines.First(pair => pair.Material.Keys.Antioxidant == guard.Id && pair.Line.Percent > 0);
            var lipid = subject.Lines.Where(pair => pair.Material.Lipid is not null).Sum(pair => pair.Line.Percent);
            var most = Math.Round((decimal)guard.UseMaxPct * lipid / 100, 2);
            if (kind == "overdose" && guard.Kind == AntioxidantKind.Synergist)
            {
                continue; // A lecithin is there to emulsify: it makes haze, not rancidity.
            }

            if (kind == "overdose")
            {
                yield return new Found
                {
                    Id = $"guard-overdose-{line.Id}",
                    Severity = subject.Family.IsDry ? Severity.Note : Severity.Fix,
                    Sentence = $"{material.Name} at **{Wording.Percent(line.Percent)}**: more is not better, at this level it speeds rancidity.",
                    Numbers = [new("share", (double)line.Percent, "%"), new("limit", guard.OverdosePct ?? 0, "% of the oils")],
                    Because = "Above its limit a tocopherol begins to promote oxidation; all vitamin E counts together.",
                    Gap = other => other.Keeping.Flags.Contains(flag) ? 1 : 0,
                    Acts =
                        most > 0
                            ?
                            [
                                (
                                    $"{Wording.Brief(material.Name)} to {Wording.RoundPercent(most)}",
                                    new SetShare(line.Id, most.ToString(System.Globalization.CultureInfo.InvariantCulture))
                                ),
                            ]
                            : [],
                };
            }
            else if (kind == "inactive" && guard.TakenFor.Length > 0 && subject.Share(Role.Antioxidant) == 0)
            {
                yield return new Found
                {
                    Id = $"guard-inactive-{line.Id}",
                    Severity = Severity.Watch,
                    Sentence = guard.TakenFor,
                    Numbers = [new("share", (double)line.Percent, "%")],
                    Because = "Its active group is blocked or missing.",
                    Gap = other => other.Share(Role.Antioxidant) > 0 ? 0 : 1,
                    Acts = Guarding.AddTocopherol(subject),
                };
            }
        }
    }
}

/// <summary>Water in it, or water that gets in, without something to hold it.</summary>
internal sealed class Preserved : IRule
{
    public IEnumerable<Found> Check(Subject subject)
    {
        var preserve = subject.Preservation;
        if (preserve.Adequate || subject.Formula.Lines.Count == 0 || IsHoneyAlone(subject))
        {
            yield break;
        }

        var inIt = preserve.Reason is PreservativeReason.WaterPhase or PreservativeReason.Both or PreservativeReason.FreshMaterial;
        yield return new Found
        {
            Id = "preserved",
            Severity =
                inIt ? Severity.Stop
                : preserve.Need == PreservativeNeed.Required ? Severity.Watch
                : Severity.Note,
            Sentence = inIt
                ? $"It holds **{preserve.WaterPct:0.##}{Wording.Narrow}%** water and "
                    + $"nothing that keeps germs down. Leave the water out, or add a broad preservative."
                : $"Water gets in where it is used, {AmberJson.Word(preserve.Need)} "
                    + $"by the school you chose: a pump or a spatula, or a preservative that lives in oil.",
            Numbers = [new("water", preserve.WaterPct, "%"), new("from", Science.Stability.Preservation.WaterFromPct, "%")],
            Because =
                subject.Workshop.Schools.Water == WaterSchool.Always
                    ? "The strict school preserves any water; the other only where "
                        + "the water is free enough, above 0.60. An antioxidant is not a preservative."
                    : "By the school of water activity, above 0.60 something can grow. An antioxidant is not a preservative.",
            Gap = other => other.Preservation.Adequate ? 0 : 1,
            Acts =
            [
                .. subject
                    .Lines.Where(pair => inIt && !pair.Line.Kept && pair.Line.Percent > 0 && pair.Material.Role == Role.WaterPhase)
                    .Select(pair => ($"Leave out {Wording.Brief(pair.Material.Name)}", (FormulaEdit)new RemoveLine(pair.Line.Id))),
                ($"Add 0.8{Wording.Narrow}% broad preservative", new AddLine("phenoxyethanol and ethylhexylglycerin", "0.8")),
            ],
        };
    }

    /// <summary>Honey keeps itself; what its water does in a fat is told by the rules table.</summary>
    private static bool IsHoneyAlone(Subject subject) =>
        subject.Preservation.Reason == PreservativeReason.WaterPhase
        && subject
            .There.Where(pair => pair.Material.WaterFraction > 0 || pair.Material.Humectant != Humectant.None)
            .All(pair => pair.Material.Humectant == Humectant.Honey);
}

/// <summary>What will not dissolve where it was put.</summary>
internal sealed class Dissolves : IRule
{
    private const double ModelCoversWaterPct = 3;
    private const decimal LeastPercent = 0.2m;

    public IEnumerable<Found> Check(Subject subject)
    {
        if (subject.Family.IsDry)
        {
            yield break;
        }

        foreach (var (line, material) in subject.There.Where(pair => pair.Line.Percent > LeastPercent && StaysApart(pair.Material)))
        {
            var drops = SinksInDrops(material);
            yield return new Found
            {
                Id = $"dissolves-{line.Id}",
                Severity = drops || material.Role is Role.Preservative or Role.Gellant ? Severity.Watch : Severity.Note,
                Sentence =
                    material.Role == Role.Preservative
                        ? $"{material.Name} works in water only: "
                            + $"**{Wording.Percent(line.Percent)}** of it lies in the fat as grains and guards nothing."
                    : material.Role == Role.Gellant
                        ? $"{material.Name} swells in water only: **{Wording.Percent(line.Percent)}** of it thickens no fat and stays gritty."
                    : drops
                        ? $"{material.Name} does not mix with fat: "
                            + $"**{Wording.Percent(line.Percent)}** of it sinks in drops unless an emulsifier holds it."
                    : $"{material.Name} does not dissolve in fat: **{Wording.Percent(line.Percent)}** stays as grains, gritty unless micronised.",
                Numbers = [new("share", (double)line.Percent, "%")],
                Because = "Water-loving materials in a fat settle; some makers stir them in dry all the same.",
                Gap = other =>
                    other.Formula.Lines.FirstOrDefault(one => one.Id == line.Id) is { } now ? (double)now.Percent / (double)line.Percent : 0,
                Acts = [($"Leave out {Wording.Brief(material.Name)}", new RemoveLine(line.Id))],
            };
        }

        var water = (double)subject.Lines.Where(pair => pair.Material.IsWatery).Sum(pair => pair.Line.Percent);
        if (water > ModelCoversWaterPct)
        {
            yield return new Found
            {
                Id = "not-covered",
                Severity = Severity.Note,
                Sentence =
                    $"**{water:0.#}{Wording.Narrow}%** is water phase: the "
                    + $"melt model does not cover it above {ModelCoversWaterPct:0}{Wording.Narrow}%.",
                Numbers = [new("water phase", water, "%"), new("limit", ModelCoversWaterPct, "%")],
                Because = "The model is for fats, not for emulsions.",
                Gap = _ => 0,
            };
        }
    }

    /// <summary>What loves water and not fat. Powders, salts and colours are told as the grains they are.</summary>
    private static bool StaysApart(Material material) =>
        material.Solubility == Solubility.Water
        && material.Role is Role.Active or Role.WaterPhase or Role.Preservative or Role.Gellant or Role.Surfactant or Role.Acid;

    public static bool SinksInDrops(Material material) =>
        material.Role == Role.WaterPhase || material.Tags.Contains("liquid") || material.WaterFraction > 0;
}
