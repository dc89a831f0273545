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
}

/// <summary>A formula told in the classes and facts of the rules table.</summary>
public static class FormulaFacts
{
    /// <summary>Rules that a finding with its own number already tells.</summary>
    private static readonly string[] Told = ["BATH-01", "BATH-08"];

    /// <summary>Rules that speak of anybody's kitchen or have findings of their own: asked when it is made.</summary>
    private static readonly string[] AskedInMaking = ["ALG-", "EO-", "DUST-", "FIRE-"];

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
    ];

    /// <summary>Ids of stops and cautions that speak of a class in this formula, or of its scent, keeping or sun filters.</summary>
    public static IReadOnlyList<string> RulesOf(
        Formula formula,
        FamilyProfile family,
        IReadOnlyList<(FormulaLine Line, Material Material)> lines,
        FoundFacts found
    )
    {
        var verdict = SafetyVerdict.Of(family.Rules, new RuleFacts(Facts(formula, family, found), Classes(lines)));
        return [.. verdict.Stop.Concat(verdict.Caution).Where(id => SpeaksOfFormula(SafetyRule.All[id]))];
    }

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
            ["hotMelt"] = family.Nature == FamilyNature.Melted,
            ["heatMethod"] = "water_bath",
            ["batchG"] = (double)formula.Batch.Grams,
            ["preservationNeed"] = AmberJson.Word(found.Need),
            ["preservationAdequate"] = found.Preserved,
            ["lifeMonths"] = found.KeepsMonths,
            ["audience"] = "adult",
        };
        foreach (var name in Kept)
        {
            facts[name] = true;
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

    private static bool SpeaksOfFormula(SafetyRule rule) =>
        rule.Kind == RuleKind.Hazard
        && !Told.Contains(rule.Id)
        && !rule.Classes.Contains("any")
        && !AskedInMaking.Any(start => rule.Id.StartsWith(start, StringComparison.Ordinal));
}
