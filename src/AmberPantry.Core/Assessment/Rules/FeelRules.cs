using AmberPantry.Core.Assessment.Parts;
using AmberPantry.Core.Materials;
using AmberPantry.Core.Workshops;

namespace AmberPantry.Core.Assessment.Rules;

/// <summary>How it feels against what is usually wished of its family; the maker's own wish is what counts.</summary>
internal sealed class FeelsAsWished : IRule
{
    private static readonly string[] Lighter = ["coco-caprylate", "C12-15 alkyl benzoate", "caprylic/capric triglyceride"];

    public IEnumerable<Found> Check(Subject subject)
    {
        var wishes = subject.Family.Feel;
        if (subject.Skin is not { } skin)
        {
            yield break;
        }

        if (skin.Greasiness > wishes.MostGrease)
        {
            yield return Beyond(
                "feel-grease",
                $"Greasy at once, **{skin.Greasiness:0.0}** of 10: "
                    + $"{Wording.One(subject.Family.Name)} is usually wished below {wishes.MostGrease:0.0}.",
                skin.Greasiness,
                wishes.MostGrease.Value,
                "",
                other => other.Skin?.Greasiness
            );
        }

        if (skin.DryDownMin > wishes.MostDryDownMin)
        {
            yield return Beyond(
                "feel-slow",
                $"One may dress after **{skin.DryDownMin:0} min**; "
                    + $"{Wording.One(subject.Family.Name)} is usually wished dry in {wishes.MostDryDownMin:0}.",
                skin.DryDownMin,
                wishes.MostDryDownMin.Value,
                "min",
                other => other.Skin?.DryDownMin
            );
        }

        if (skin.Drag > wishes.MostDrag)
        {
            yield return Beyond(
                "feel-drag",
                $"It drags, **{skin.Drag:0.0}** of 10: {Wording.One(subject.Family.Name)} is usually wished below {wishes.MostDrag:0.0}.",
                skin.Drag,
                wishes.MostDrag.Value,
                "",
                other => other.Skin?.Drag
            );
        }
    }

    private static Found Beyond(string id, string says, double value, double most, string unit, Func<Subject, double?> read) =>
        new()
        {
            Id = id,
            Severity = Severity.Note,
            Sentence = says,
            Numbers = [new("now", value, unit), new("usually wished", most, unit)],
            Because = "Feel classes of the liquids and what stays solid on skin: comparative, between a maker’s own mixes. Some like it so.",
            Gap = other => ((read(other) ?? 0) / most) - 1,
            Cure = id == "feel-drag" ? Cure.Soften : Cure.None,
            Swaps = id == "feel-drag" ? [] : [new(material => material.Role == Role.Oil, Lighter)],
        };
}
