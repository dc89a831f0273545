using AmberPantry.Core.Assessment.Parts;
using AmberPantry.Core.Safety;
using AmberPantry.Core.Workshops;

namespace AmberPantry.Core.Assessment.Rules;

/// <summary>Who must be told what is in it, as one note.</summary>
internal sealed class LabelCautions : IRule
{
    private static readonly string[] Told =
    [
        "bee product",
        "wool",
        "nut possible",
        "tree nut",
        "peanut",
        "soy",
        "sesame",
        "wheat",
        "oat",
        "milk",
        "daisy family",
        "colophony",
        "propolis",
    ];

    public IEnumerable<Found> Check(Subject subject)
    {
        var cautions = MeltCautions
            .For(subject.Formula, subject.Family, subject.Shelf, subject.Workshop, subject.Formula.PourC)
            .Where(caution => caution.Stage == "label")
            .ToArray();
        var told = subject
            .Lines.Where(pair => pair.Line.Percent > 0 && pair.Material.Tags.Any(tag => Told.Contains(tag)))
            .Select(pair => Wording.Brief(pair.Material.Name))
            .Distinct()
            .ToArray();
        if (told.Length > 0)
        {
            yield return new Found
            {
                Id = "allergens",
                Severity = Severity.Note,
                Sentence =
                    $"Some people react to {Wording.List(told)}: name {(told.Length == 1 ? "it" : "them")} on the label. Local rules decide how.",
                Numbers = [],
                Because = string.Join(
                    " ",
                    cautions
                        .Where(caution => caution.Severity == Severity.Note)
                        .Select(caution => caution.Reason)
                        .Append("Known allergens by the materials' own tags.")
                ),
                Gap = _ => 0,
            };
        }
    }
}

/// <summary>The rules table, asked about what is in the formula; what is asked of the making comes when it is made.</summary>
internal sealed class TableRules : IRule
{
    public IEnumerable<Found> Check(Subject subject)
    {
        foreach (var rule in subject.Safety.Select(id => SafetyRule.All[id]))
        {
            var id = rule.Id;
            yield return new Found
            {
                Id = $"rule-{id.ToLowerInvariant()}",
                Severity = rule.Severity == RuleSeverity.Stop ? Severity.Stop : Severity.Watch,
                Sentence = $"{rule.Message} {rule.Reason}",
                Numbers = [],
                Because = $"Safety rules table: {rule.Source}.",
                Advice = rule.Fix,
                Gap = other => other.Safety.Contains(id) ? 1 : 0,
            };
        }
    }
}
