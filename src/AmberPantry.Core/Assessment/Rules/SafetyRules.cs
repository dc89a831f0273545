using AmberPantry.Core.Assessment.Parts;
using AmberPantry.Core.Safety;
using AmberPantry.Core.Workshops;

namespace AmberPantry.Core.Assessment.Rules;

/// <summary>Who must be told what is in it, as one note.</summary>
internal sealed class LabelCautions : IRule
{
    private const string Note = "allergens";

    private static readonly string[] Tags = ["peanut", "wheat", "oat", "milk", "colophony", "propolis"];

    /// <summary>Classes of the rules that this one note tells.</summary>
    private static readonly HashSet<string> Classes =
    [
        .. FormulaFacts.ToldBy.Where(told => told.Value == Note).SelectMany(told => SafetyRule.All[told.Key].Classes),
        "soy",
        "sesame",
        "gluten",
    ];

    public IEnumerable<Found> Check(Subject subject)
    {
        var told = subject
            .Lines.Where(pair => pair.Line.Percent > 0 && (pair.Material.Tags.Any(Tags.Contains) || pair.Material.Classes.Any(Classes.Contains)))
            .Select(pair => Wording.Brief(pair.Material.Name))
            .Distinct()
            .ToArray();
        if (told.Length > 0)
        {
            yield return new Found
            {
                Id = Note,
                Severity = Severity.Note,
                Sentence =
                    $"Some people react to {Wording.List(told)}: name {(told.Length == 1 ? "it" : "them")} on the label. Local rules decide how.",
                Numbers = [],
                Because = string.Join(
                    " ",
                    FormulaFacts
                        .ToldBy.Where(told => told.Value == Note)
                        .Select(told => SafetyRule.All[told.Key])
                        .Where(rule => rule.Classes.Any(subject.There.SelectMany(pair => pair.Material.Classes).Contains))
                        .Select(rule => rule.Reason)
                        .Distinct()
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
        foreach (var rule in subject.Safety.Where(id => !FormulaFacts.ToldBy.ContainsKey(id)).Select(id => SafetyRule.All[id]))
        {
            var id = rule.Id;
            yield return new Found
            {
                Id = $"rule-{id.ToLowerInvariant()}",
                Severity = FormulaFacts.SeverityOf(rule),
                Sentence = $"{rule.Message} {rule.Reason}",
                Numbers = [],
                Because = $"Safety rules table: {rule.Source}.",
                Advice = rule.Fix,
                // A reminder stands behind what has a number.
                Gap = other =>
                    !other.Safety.Contains(id) ? 0
                    : FormulaFacts.SeverityOf(rule) == Severity.Note ? 0.001
                    : 1,
            };
        }
    }
}

/// <summary>People it is not for, of whom the formula knows nothing.</summary>
internal sealed class NotForSome : IRule
{
    public IEnumerable<Found> Check(Subject subject)
    {
        var rules = FormulaFacts.NotForSome(subject.Family, subject.Lines, subject.Safety);
        if (rules.Count == 0)
        {
            yield break;
        }

        yield return new Found
        {
            Id = "not-for",
            Severity = Severity.Note,
            Sentence = $"Not for everyone. {string.Join(" ", rules.Select(rule => rule.Message))}",
            Numbers = [],
            Because = string.Join(" ", rules.Select(rule => rule.Reason)),
            Advice = "Say so on the label and where it is sold; a doctor or pharmacist decides in doubt.",
            Gap = _ => 0,
        };
    }
}
