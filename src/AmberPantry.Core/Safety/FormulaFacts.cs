using AmberPantry.Core.Families;
using AmberPantry.Core.Formulas;
using AmberPantry.Core.Materials;
using AmberPantry.Core.Science.Stability;

namespace AmberPantry.Core.Safety;

/// <summary>What the sciences have found of a formula that the rules ask for.</summary>
public sealed record FoundFacts
{
    public required PreservativeNeed Need { get; init; }

    public required bool Preserved { get; init; }

    public required double KeepsMonths { get; init; }

    /// <summary>Percent of the product; null where no scent tells its composition.</summary>
    public double? ScentPercent { get; init; }

    public double? PhotoIndex { get; init; }

    /// <summary>What the scents' own table warns of.</summary>
    public IReadOnlyList<string> ScentFlags { get; init; } = [];

    /// <summary>Where it is worn and by whom, in the words of the table.</summary>
    public string? Area { get; init; }

    public required string Audience { get; init; }

    /// <summary>What it is filled into, where that is known.</summary>
    public string? Container { get; init; }
}

/// <summary>A formula told in the classes and facts of the rules table.</summary>
public static class FormulaFacts
{
    /// <summary>Rules that a finding with its own number already tells, by that finding.</summary>
    public static IReadOnlyDictionary<string, string> ToldBy { get; } =
        new Dictionary<string, string>
        {
            ["BATH-01"] = "slip",
            ["BATH-08"] = "fizzy-water",
            ["MIC-01"] = "preserved",
            ["MIC-02"] = "preserved",
            ["MIC-09"] = "keeping",
            ["EO-01"] = "scent-limit",
            ["EO-02"] = "scent-limit",
            ["EO-03"] = "scent-limit",
            ["EO-20"] = "weighable",
            ["UV-01"] = "uv-regulated",
            ["UV-02"] = "uv-over-",
            ["UV-03"] = "uv-not-permitted-",
            ["UV-04"] = "uv-crystals",
            ["UV-05"] = "uv-regulated",
            ["ALG-02"] = "allergens",
            ["ALG-06"] = "allergens",
            ["ALG-08"] = "allergens",
            ["ALG-10"] = "allergens",
            ["ALG-11"] = "allergens",
            ["ALG-15"] = "allergens",
        };

    /// <summary>Cautions that are met by buying, handling or labelling: they are told quietly, for no formula mends them.</summary>
    private static readonly string[] Reminders =
    [
        "AGE-04",
        "ALG-12",
        "BATH-13",
        "DUST-03",
        "EO-10",
        "FIRE-05",
        "FIRE-08",
        "SKIN-07",
        "SKIN-08",
        "SKIN-17",
        "SKIN-19",
        "SLIP-01",
        "SLIP-02",
        "SLIP-03",
        "UV-09",
    ];

    /// <summary>What is sprayed on soda and acid leaves again or starts them, and is told by the gas it costs.</summary>
    private const string JuiceUnderOil = "MIC-03";

    /// <summary>Facts that the formula and its use tell, so that a rule about any material may speak by them.</summary>
    private static readonly string[] OfUse =
    [
        "area",
        "audience",
        "childUse",
        "photoIndex",
        "pourTempC",
        "scentPregnancyAvoid",
        "scentPregnancyCaution",
        "scentUnder6Avoid",
        "scentTotalPct",
    ];

    /// <summary>Precautions and habits are asked for when it is made: here they count as kept.</summary>
    private static readonly string[] Kept =
    [
        "maskOn",
        "glovesOn",
        "gogglesOn",
        "sanitised",
        "dedicatedTools",
        "dedicatedGrinder",
        "dedicatedScale",
        "labelledAtOnce",
        "batchNumber",
        "cosmeticGrade",
        "plantIdentified",
        "infusionDry",
        "glassWarmed",
        "uvMilled",
    ];

    /// <summary>What a person may be that the formula cannot know.</summary>
    private static readonly string[] OfPeople = ["bloodThinner", "epilepsy", "breastfeeding", "brokenSkin", "asthma"];

    private static readonly Lazy<IReadOnlyList<SafetyRule>> Personal = new(() =>
        [
            .. SafetyRule.All.Values.Where(rule =>
                rule.Kind == RuleKind.Hazard
                && !rule.Classes.Contains("any")
                && rule.Condition.Split('|', '&').Any(part => OfPeople.Contains(part.Trim()))
            ),
        ]
    );

    /// <summary>Rules that would speak if it met a person of whom nothing is known here, those already said left out.</summary>
    public static IReadOnlyList<SafetyRule> NotForSome(
        FamilyProfile family,
        IReadOnlyList<(FormulaLine Line, Material Material)> lines,
        IReadOnlyList<string> said
    )
    {
        var classes = Classes(lines);
        return [.. Personal.Value.Where(rule => rule.Covers(family.Rules) && rule.Classes.Any(classes.ContainsKey) && !said.Contains(rule.Id))];
    }

    /// <summary>What the rules say of a formula as it is used, stops first.</summary>
    /// <param name="told">What is known of the making and the people beside the formula; null where nobody was asked.</param>
    public static IReadOnlyList<string> RulesOf(
        Formula formula,
        FamilyProfile family,
        IReadOnlyList<(FormulaLine Line, Material Material)> lines,
        FoundFacts found,
        IReadOnlyDictionary<string, FactValue>? told = null
    )
    {
        var facts = Facts(formula, family, found);
        foreach (var (name, value) in told ?? new Dictionary<string, FactValue>())
        {
            facts[name] = value;
        }

        var verdict = SafetyVerdict.Of(family.Rules, new RuleFacts(facts, Classes(lines)));
        var filters = family.Traits.SunFilters || lines.Any(pair => pair.Line.Percent > 0 && pair.Material.Role == Role.UvFilter);
        return
        [
            .. verdict
                .Stop.Concat(verdict.Caution)
                .Concat(verdict.Note)
                .Select(id => SafetyRule.All[id])
                .Where(rule => filters || !rule.Id.StartsWith("UV-", StringComparison.Ordinal))
                .Where(rule => !family.Traits.Fizzes || rule.Id != JuiceUnderOil)
                .Where(rule => told is { Count: > 0 } || SpeaksOfFormula(rule))
                .Select(rule => rule.Id),
        ];
    }

    /// <summary>What is known when a formula is about to be made: precautions and habits are not told yet.</summary>
    /// <param name="told">What is known of the making beside the formula.</param>
    public static RuleFacts AtMaking(
        Formula formula,
        FamilyProfile family,
        IReadOnlyList<(FormulaLine Line, Material Material)> lines,
        FoundFacts found,
        IReadOnlyDictionary<string, FactValue> told
    )
    {
        var facts = Facts(formula, family, found);
        foreach (var kept in Kept)
        {
            facts.Remove(kept);
        }

        foreach (var (name, value) in told)
        {
            facts[name] = value;
        }

        return new RuleFacts(facts, Classes(lines));
    }

    /// <summary>How gravely a rule speaks of a formula.</summary>
    public static Severity SeverityOf(SafetyRule rule) =>
        rule.Severity == RuleSeverity.Stop ? Severity.Stop
        : rule.Severity == RuleSeverity.Caution && !Reminders.Contains(rule.Id) ? Severity.Watch
        : Severity.Note;

    /// <summary>Shares of the safety classes, percent.</summary>
    public static Dictionary<string, double> Classes(IReadOnlyList<(FormulaLine Line, Material Material)> lines)
    {
        var classes = new Dictionary<string, double>();
        foreach (var (line, material) in lines.Where(pair => pair.Line.Percent > 0))
        {
            foreach (var name in material.Classes)
            {
                classes[name] = Math.Min(100, classes.GetValueOrDefault(name) + (double)line.Percent);
            }
        }

        return classes;
    }

    private static Dictionary<string, FactValue> Facts(Formula formula, FamilyProfile family, FoundFacts found)
    {
        var facts = new Dictionary<string, FactValue>
        {
            ["scentChecked"] = true,
            ["preservationChecked"] = true,
            ["uvChecked"] = true,
            ["fragranceNoCert"] = true,
            ["hotMelt"] = family.Nature == FamilyNature.Melted,
            ["heatMethod"] = "water_bath",
            ["batchG"] = (double)formula.Batch.Grams,
            ["useWet"] = family.Use is ProductUse.WetHands or ProductUse.ShowerPump,
            ["preservationNeed"] = AmberJson.Word(found.Need),
            ["preservationAdequate"] = found.Preserved,
            ["lifeMonths"] = found.KeepsMonths,
            ["audience"] = found.Audience,
            ["scentPregnancyAvoid"] = Flagged(found, "pregnancy_avoid"),
            ["scentPregnancyCaution"] = Flagged(found, "pregnancy_caution"),
            ["scentUnder6Avoid"] = Flagged(found, "under6_avoid"),
        };
        foreach (var name in Kept)
        {
            facts[name] = true;
        }

        if (found.Area is { } area)
        {
            facts["area"] = area;
        }

        if (found.Container is { } container)
        {
            facts["container"] = container;
        }

        if (formula.PourC is { } pour)
        {
            facts["pourTempC"] = pour;
        }

        if (found.ScentPercent is { } scent)
        {
            facts["scentTotalPct"] = scent;
        }

        if (found.PhotoIndex is { } photo)
        {
            facts["photoIndex"] = photo;
        }

        return facts;
    }

    private static bool Flagged(FoundFacts found, string flag) => found.ScentFlags.Any(one => one.StartsWith($"{flag}:", StringComparison.Ordinal));

    private static bool SpeaksOfFormula(SafetyRule rule) =>
        rule.Kind == RuleKind.Hazard && (!rule.Classes.Contains("any") || OfUse.Any(name => rule.Condition.Contains(name, StringComparison.Ordinal)));
}
