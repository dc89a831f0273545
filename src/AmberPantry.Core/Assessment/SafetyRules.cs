using AmberPantry.Core.Safety;

namespace AmberPantry.Core.Assessment;

/// <summary>Who must be told what is in it: the label cautions as one note, regulated ones on their own.</summary>
internal sealed class LabelCautions : IRule
{
    public IEnumerable<Found> Check(Case at)
    {
        var cautions = MeltCautions.For(at.Formula, at.Shelf, at.Workshop, at.Formula.PourC).Where(caution => caution.Stage == "label").ToArray();
        foreach (var caution in cautions.Where(caution => caution.Severity == Severity.Stop))
        {
            yield return new Found
            {
                Id = caution.Id.ToLowerInvariant(),
                Severity = Severity.Stop,
                Sentence = $"{caution.Message} {caution.Reason}",
                Numbers = [],
                Because = caution.Source,
                Advice = caution.Fix,
                Gap = _ => 0,
            };
        }

        var told = at.Lines
            .Where(pair => pair.Line.Percent > 0 && pair.Material.Tags.Any(tag => tag is "bee product" or "wool" or "nut possible" or "tree nut" or "soy" or "sesame"))
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
                Because = string.Join(" ", cautions.Where(caution => caution.Severity == Severity.Note).Select(caution => caution.Reason)),
                Gap = _ => 0,
            };
        }
    }
}
