using AmberPantry.Core.Assessment.Parts;
using AmberPantry.Core.Families;
using AmberPantry.Core.Materials;
using AmberPantry.Core.Safety;
using AmberPantry.Core.Workshops;

namespace AmberPantry.Core.Assessment.Rules;

/// <summary>Something no model tells: the maker looks for it on what was made.</summary>
/// <param name="Do">What to do, as a request.</param>
/// <param name="Sees">What a good one shows.</param>
/// <param name="Why">What is behind it.</param>
public sealed record CheckToMake(string Id, string Do, string Sees, string Why, string Source);

/// <summary>The checks of each family, asked by what is in the formula.</summary>
internal static class Checks
{
    private static readonly Lazy<(CheckToMake Check, IReadOnlyList<string> Families, RuleCondition When)[]> All = new(() =>
        [
            .. DataTable.Read("Assessment.Rules.Data.checks.csv", row =>
                (
                    new CheckToMake(row.Text("id"), row.Text("check"), row.Text("sees"), row.Text("why"), row.Text("source")),
                    row.List("families"),
                    RuleCondition.Parse(row.Text("condition"))
                )
            ),
        ]
    );

    public static IReadOnlyList<CheckToMake> Of(Subject subject)
    {
        if (!subject.There.Any())
        {
            return [];
        }

        var facts = new RuleFacts(Shares(subject), FormulaFacts.Classes(subject.Lines));
        return
        [
            .. All
                .Value.Where(row => row.Families.Contains("any") || row.Families.Contains(subject.Family.Family.Key))
                .Where(row => row.When.Holds(facts))
                .Select(row => row.Check with { Do = subject.Say.Text(row.Check.Do.Replace("{pack}", Pack(subject), StringComparison.Ordinal)) }),
        ];
    }

    /// <summary>What it is filled into, or what is usual for its family.</summary>
    private static string Pack(Subject subject) =>
        subject.Workshop.FindContainer(subject.Formula.Batch.Container)?.Unit
        ?? subject.Family.Pack switch
        {
            PackKind.PushTube => "push-up tube",
            _ => Wording.Said(subject.Family.Pack),
        };

    private static Dictionary<string, FactValue> Shares(Subject subject)
    {
        double Tagged(string name) => (double)subject.There.Where(pair => pair.Material.Classes.Contains(name)).Sum(pair => pair.Line.Percent);
        return new()
        {
            ["oilPct"] = (double)subject.Share(Role.Oil, Role.Ester, Role.SoftButter, Role.HardButter),
            ["powderPct"] = (double)subject.Share(Role.Powder, Role.Base),
            ["colourPct"] = (double)subject.Share(Role.Colourant),
            ["micaPct"] = Tagged("mica"),
            ["clayPct"] = Tagged("clay"),
            ["castorPct"] = (double)
                subject.There.Where(pair => pair.Material.Feel == "very_heavy" && pair.Material.Role == Role.Oil).Sum(pair => pair.Line.Percent),
        };
    }
}
