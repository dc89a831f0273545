using AmberPantry.Core.Materials;
using AmberPantry.Core.Safety;

namespace AmberPantry.Core.Assessment;

/// <summary>Who must be told what is in it, as one note.</summary>
internal sealed class LabelCautions : IRule
{
    private static readonly string[] Told = ["bee product", "wool", "nut possible", "tree nut", "peanut", "soy", "sesame", "wheat", "oat", "milk", "daisy family", "colophony", "propolis"];

    public IEnumerable<Found> Check(Case at)
    {
        var cautions = MeltCautions.For(at.Formula, at.Shelf, at.Workshop, at.Formula.PourC).Where(caution => caution.Stage == "label").ToArray();
        var told = at.Lines
            .Where(pair => pair.Line.Percent > 0 && pair.Material.Tags.Any(tag => Told.Contains(tag)))
            .Select(pair => Wording.Brief(pair.Material.Name))
            .Distinct()
            .ToArray();
        if (told.Length > 0)
        {
            yield return new Found
            {
                Id = "allergens",
                Severity = Severity.Note,
                Sentence = $"Some people react to {Wording.List(told)}: name {(told.Length == 1 ? "it" : "them")} on the label. Local rules decide how.",
                Numbers = [],
                Because = string.Join(" ", cautions.Where(caution => caution.Severity == Severity.Note).Select(caution => caution.Reason).Append("Known allergens by the materials' own tags.")),
                Gap = _ => 0,
            };
        }
    }
}

/// <summary>The rules table, asked about what is in the formula; what is asked of the making comes when it is made.</summary>
internal sealed class TableRules : IRule
{
    public IEnumerable<Found> Check(Case at)
    {
        foreach (var rule in at.Safety.Select(id => SafetyRule.All[id]))
        {
            var id = rule.Id;
            yield return new Found
            {
                Id = $"rule-{id.ToLowerInvariant()}",
                Severity = rule.Severity == "stop" ? Severity.Stop : Severity.Watch,
                Sentence = $"{rule.Message} {rule.Reason}",
                Numbers = [],
                Because = $"Safety rules table: {rule.Source}.",
                Advice = rule.Fix,
                Gap = other => other.Safety.Contains(id) ? 1 : 0,
            };
        }
    }
}

/// <summary>A formula told in the classes and facts of the rules table.</summary>
internal static class FormulaSafety
{
    /// <summary>Tags of the catalogue that are classes of the rules table.</summary>
    private static readonly Dictionary<string, string> ByTag = new()
    {
        ["tree nut"] = "nut_oil",
        ["peanut"] = "peanut_oil",
        ["nut possible"] = "nut_possible",
        ["sesame"] = "sesame",
        ["soy"] = "soy",
        ["wheat"] = "gluten",
        ["wool"] = "lanolin",
        ["bee product"] = "beeswax",
        ["latex cross reaction"] = "latex_related",
        ["daisy family"] = "daisy_family",
        ["fine powder"] = "fine_powder",
        ["surfactant dust"] = "powdered_surfactant",
        ["harsh alkali"] = "strong_alkali",
        ["thin oil"] = "thin_oil",
        ["volatile"] = "volatile_carrier",
        ["drying oil"] = "drying_oil",
        ["cooling"] = "cooling",
        ["cationic"] = "cationic",
        ["colophony"] = "colophony",
        ["retinoid"] = "retinoid",
        ["salicylate"] = "salicylate",
        ["exfoliant acid"] = "exfoliant_acid",
        ["flammable"] = "flammable_alcohol",
        ["dry botanical"] = "dry_botanical",
        ["comfrey"] = "comfrey",
        ["arnica"] = "arnica",
        ["propolis"] = "propolis",
        ["honey"] = "honey",
        ["abrasive"] = "abrasive",
        ["sun sensitiser"] = "phototoxic_oil",
        ["fresh"] = "fresh_plant",
        ["sweat salt"] = "antiperspirant_salt",
    };

    /// <summary>Rules that a finding with its own number already tells.</summary>
    private static readonly string[] Told = ["BATH-01", "BATH-08", "SKIN-24"];

    /// <summary>Precautions and habits are asked for when it is made: here they count as kept.</summary>
    private static readonly string[] Kept = ["maskOn", "glovesOn", "gogglesOn", "sanitised", "dedicatedTools", "dedicatedGrinder", "dedicatedScale", "labelledAtOnce", "batchNumber", "cosmeticGrade", "plantIdentified", "infusionDry"];

    /// <summary>Ids of stops and cautions that speak of a class in this formula, or of its scent, keeping or sun filters.</summary>
    public static IReadOnlyList<string> Of(Case at)
    {
        var verdict = SafetyVerdict.Of(at.Norm.Rules, new RuleFacts(Facts(at), Classes(at)));
        return [.. verdict.Stop.Concat(verdict.Caution).Where(id => SpeaksOfFormula(SafetyRule.All[id]))];
    }

    public static Dictionary<string, double> Classes(Case at)
    {
        var classes = new Dictionary<string, double>();
        void Add(string name, double percent) => classes[name] = Math.Min(100, classes.GetValueOrDefault(name) + percent);
        foreach (var (line, material) in at.Lines.Where(pair => pair.Line.Percent > 0))
        {
            var percent = (double)line.Percent;
            foreach (var tag in material.Tags)
            {
                if (ByTag.TryGetValue(tag, out var name))
                {
                    Add(name, percent);
                }
            }

            foreach (var name in Named(material))
            {
                Add(name, percent);
            }
        }

        return classes;
    }

    private static IEnumerable<string> Named(Material material) => material.Role switch
    {
        Role.Oil or Role.Ester or Role.SoftButter or Role.HardButter => ["oil"],
        Role.Wax or Role.Hardener => ["wax"],
        Role.Scent => [material.Tags.Contains("fragrance oil") ? "fragrance_oil" : "essential_oil"],
        Role.WaterPhase => material.Id is "glycerin" or "propanediol" or "propylene glycol" or "honey" ? [] : ["water_phase"],
        Role.Salt => material.Id.Contains("magnesium", StringComparison.Ordinal) || material.Id == "Epsom salt" ? ["salt", "magnesium_salt"] : ["salt"],
        Role.Acid => material.Id.StartsWith("citric", StringComparison.Ordinal) ? ["citric_acid"] : [],
        Role.Base => material.Id == "sodium bicarbonate" ? ["bicarbonate"] : [],
        Role.Preservative => ["preservative"],
        Role.UvFilter => ["uv_filter"],
        Role.Colourant => ["pigment"],
        Role.Powder when material.Id.Contains("starch", StringComparison.Ordinal) => ["starch"],
        Role.Powder when material.Id.Contains("clay", StringComparison.Ordinal) || material.Id == "kaolin" => ["clay"],
        Role.Powder when material.Id.Contains("silica", StringComparison.Ordinal) => ["silica"],
        Role.Powder when material.Id == "talc" => ["talc"],
        Role.Powder when material.Id.Contains("mica", StringComparison.Ordinal) => ["mica"],
        Role.Powder when material.Id.Contains("iron oxide", StringComparison.Ordinal) => ["pigment"],
        _ => [],
    };

    private static Dictionary<string, FactValue> Facts(Case at)
    {
        var facts = new Dictionary<string, FactValue>
        {
            ["scentChecked"] = true,
            ["preservationChecked"] = true,
            ["uvChecked"] = true,
            ["hotMelt"] = at.Norm.Nature == FamilyNature.Melted,
            ["heatMethod"] = "water_bath",
            ["batchG"] = (double)at.Formula.Batch.Grams,
            ["preservationNeed"] = at.Preserve.Need,
            ["preservationAdequate"] = at.Preserve.Adequate,
            ["lifeMonths"] = at.Keeping.Months,
            ["audience"] = "adult",
        };
        foreach (var name in Kept)
        {
            facts[name] = true;
        }

        if (at.Scent.Limits is { } limits)
        {
            facts["scentTotalPct"] = limits.TotalPct;
            facts["photoIndex"] = limits.PhotoIndex;
        }

        return facts;
    }

    /// <summary>Findings of scent, keeping and allergens have rules of their own; a rule for anybody's kitchen is asked in Make.</summary>
    private static bool SpeaksOfFormula(SafetyRule rule) =>
        rule.Kind == "hazard" && !Told.Contains(rule.Id) && !rule.Classes.Contains("any") && !rule.Id.StartsWith("ALG-", StringComparison.Ordinal) && !rule.Id.StartsWith("EO-", StringComparison.Ordinal)
        && !rule.Id.StartsWith("DUST-", StringComparison.Ordinal) && !rule.Id.StartsWith("FIRE-", StringComparison.Ordinal);
}
