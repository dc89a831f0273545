using AmberPantry.Core.Assessment.Parts;
using AmberPantry.Core.Formulas;
using AmberPantry.Core.Materials;
using AmberPantry.Core.Science.Scent;
using AmberPantry.Core.Workshops;

namespace AmberPantry.Core.Assessment.Rules;

/// <summary>The limit that binds a scent, over every oil, shared constituent, the sun and the total.</summary>
internal sealed class ScentWithinLimits : IRule
{
    public IEnumerable<Found> Check(Subject subject)
    {
        if (subject.Scent.Limits is not { } limits || limits.Status == LimitState.Ok)
        {
            yield break;
        }

        var over = limits.Status == LimitState.Over;
        var most = limits.MaxTotalPct ?? 0;
        yield return new Found
        {
            Id = "scent-limit",
            Severity = over ? Severity.Stop : Severity.Watch,
            Sentence = over
                ? $"Over: at most **{Wording.RoundPercent((decimal)Math.Floor(most * 100) / 100)}** "
                    + $"of this blend, because of {Because(limits)}. Your supplier's certificate rules."
                : $"Close to the limit of {Because(limits)}: **{100 * limits.WorstRatio:0}{Wording.Narrow}%** of it used. Weigh with care.",
            Numbers = [new("part of the limit", 100 * limits.WorstRatio, "%"), new("limit", 100, "%")],
            Because =
                "Conservative defaults by category and audience; shared "
                + "constituents are summed over all oils. The certificate and local rules decide.",
            Gap = other => other.Scent.Limits is { } after ? after.WorstRatio - (over ? 1 : 0.8) : 0,
            Plans = [.. SaferGrades(subject, limits), .. Lower(subject, most * 0.8)],
        };
    }

    private static string Because(ScentLimits limits) =>
        limits.WorstKind switch
        {
            LimitKind.Oil => ScentOil.All[limits.WorstId].Name.ToLowerInvariant(),
            LimitKind.Constituent => $"{limits.WorstId.Replace('_', ' ')} from all oils together",
            LimitKind.Phototoxic => "sun on skin",
            _ => "the total for this product",
        };

    /// <summary>The whole blend lowered in proportion, well inside and not at the edge; none where nothing may stay.</summary>
    private static IEnumerable<(string, IReadOnlyList<FormulaEdit>)> Lower(Subject subject, double mostPct)
    {
        var scents = subject.There.Where(pair => !pair.Line.Kept && pair.Material.Role == Role.Scent).ToArray();
        var total = scents.Sum(pair => pair.Line.Percent);
        var who = scents.Length == 1 ? Wording.Brief(scents[0].Material.Name) : "the whole blend";
        var most = Math.Floor((decimal)mostPct * 100) / 100;
        if (total == 0 || most >= total)
        {
            yield break;
        }

        var edits = scents
            .Select(pair => (pair.Line.Id, Share: Math.Floor(pair.Line.Percent * most / total * 100) / 100))
            .Select(one =>
                one.Share > 0
                    ? (FormulaEdit)new SetShare(one.Id, one.Share.ToString(System.Globalization.CultureInfo.InvariantCulture))
                    : new RemoveLine(one.Id)
            )
            .ToArray();
        yield return most > 0 ? ($"{Wording.Capital(who)} to {Wording.RoundPercent(most)}", edits) : ($"Leave out {who}", edits);
    }

    /// <summary>A grade of the same oil that the sun does nothing to.</summary>
    private static IEnumerable<(string, IReadOnlyList<FormulaEdit>)> SaferGrades(Subject subject, ScentLimits limits)
    {
        if (limits.PhotoIndex <= 1)
        {
            yield break;
        }

        var swaps = subject
            .There.Where(pair => !pair.Line.Kept && pair.Material.ScentOil is { PhototoxicMaxPct: not null })
            .Select(pair => (pair.Line, pair.Material, Safer: Catalogue.All.FirstOrDefault(other => IsSaferGrade(other, pair.Material))))
            .Where(swap => swap.Safer is not null)
            .ToArray();
        if (swaps.Length > 0)
        {
            yield return (
                $"Swap {Names(swaps.Select(swap => swap.Material))} for {Names(swaps.Select(swap => swap.Safer!))}",
                [.. swaps.Select(swap => new SwapMaterial(swap.Line.Id, subject.Shelf.Preferred(swap.Safer!.Id).Id))]
            );
        }
    }

    private static string Names(IEnumerable<Material> materials) => Wording.List([.. materials.Select(one => Wording.Inside(one.Name))]);

    private static bool IsSaferGrade(Material other, Material material) =>
        other.ScentOil is { PhototoxicMaxPct: null } && other.Name != material.Name && other.Name.Split(',')[0] == material.Name.Split(',')[0];
}

/// <summary>What the label must name, and what cannot be known.</summary>
internal sealed class ScentTold : IRule
{
    public IEnumerable<Found> Check(Subject subject)
    {
        if (subject.Scent.Declare.Count > 0)
        {
            var first = subject.Scent.Declare[0];
            var ownNames = subject.Scent.OilsByName.Select(id => ScentOil.All[id].Inci).ToArray();
            yield return new Found
            {
                Id = "scent-declare",
                Severity = Severity.Note,
                Sentence =
                    $"Name on the label: {Wording.List([.. subject.Scent.Declare.Take(5).Select(one => one.Name.Replace('_', ' '))])}"
                    + (subject.Scent.Declare.Count > 5 ? $" and {subject.Scent.Declare.Count - 5} more" : "")
                    + $", the largest **{first.Pct:0.##}{Wording.Narrow}%**"
                    + (ownNames.Length > 0 ? $"; and by their own names {Wording.List([.. ownNames.Take(3)])}." : "."),
                Numbers = [new(first.Name, first.Pct, "%"), new("threshold", subject.Family.LeaveOn ? 0.001 : 0.01, "%")],
                Because = "Allergens above the threshold for this exposure; the law has more names than this table. Local rules decide.",
                Gap = _ => 0,
            };
        }

        foreach (var name in subject.Scent.Unchecked)
        {
            yield return new Found
            {
                Id = "scent-unchecked",
                Severity = Severity.Note,
                Sentence = $"{name} tells no composition: its limit and allergens are **not checked**. Ask the supplier for the certificate.",
                Numbers = [],
                Because = "Without a certificate only the general ceiling can be held.",
                Gap = _ => 0,
            };
        }
    }
}
