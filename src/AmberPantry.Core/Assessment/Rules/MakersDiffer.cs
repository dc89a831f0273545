using System.Collections.Concurrent;
using AmberPantry.Core.Assessment.Parts;
using AmberPantry.Core.Families;
using AmberPantry.Core.Formulas;
using AmberPantry.Core.Materials;
using AmberPantry.Core.Workshops;

namespace AmberPantry.Core.Assessment.Rules;

/// <summary>A question on which practitioners disagree, both sides with their reasons, and how it is taken here.</summary>
/// <param name="Settled">What is worked out, shown or left to the maker, and why.</param>
public sealed record School(string Id, string Question, string One, string Other, string Settled)
{
    private const string Note = "makers-differ";
    private static readonly Family Any = "any";

    /// <summary>Each in the units it was told in before: there are few, and a formula raises a dozen with every move.</summary>
    private static readonly ConcurrentDictionary<(string Id, (TemperatureUnit, WeightUnit) Units), School> Said = new();

    private HashSet<Family> families = [];
    private HashSet<string> materials = [];
    private HashSet<Role> roles = [];
    private IReadOnlyList<string> findings = [];

    public static IReadOnlyList<School> All { get; } = DataTable.Read("Assessment.Rules.Data.schools.csv", row => new School(
            row.Text("id"),
            row.Text("question"),
            row.Text("one"),
            row.Text("other"),
            row.Text("settled")
        )
        {
            families = [.. row.List("families").Select(name => new Family(name.Replace('-', '_')))],
            materials = [.. row.List("materials").Where(name => !IsRole(name))],
            roles = [.. row.List("materials").Where(IsRole).Select(name => Named<Role>(name["role:".Length..]))],
            findings = row.List("findings"),
        });

    /// <summary>Questions that a formula raises, by its family and what is in it.</summary>
    internal static IReadOnlyList<School> RaisedBy(Subject subject) =>
        subject.Lines.Count == 0
            ? []
            :
            [
                .. All.Where(school => school.families.Contains(Any) || school.families.Contains(subject.Formula.Family))
                    .Where(school => school.materials.Count + school.roles.Count == 0 || subject.Lines.Any(school.SpeaksOf))
                    .Select(school => school.In(subject.Say)),
            ];

    /// <summary>Puts each question beside the finding that rests on it; those that rest on none share one note.</summary>
    internal static (ILookup<string, School> Beside, IReadOnlyList<School> Alone) Among(IReadOnlyList<School> raised, IReadOnlyList<Found> found)
    {
        var beside = new List<(string Finding, School School)>();
        var alone = new List<School>();
        foreach (var school in raised)
        {
            if (found.FirstOrDefault(one => school.findings.Any(id => one.Id.StartsWith(id, StringComparison.Ordinal))) is { } finding)
            {
                beside.Add((finding.Id, school));
            }
            else if (school.findings.Contains(Note))
            {
                alone.Add(school);
            }
        }

        return (beside.ToLookup(pair => pair.Finding, pair => pair.School), alone);
    }

    /// <summary>One note for the questions that no finding rests on.</summary>
    internal static Finding Shared(IReadOnlyList<School> alone)
    {
        string[] more = alone.Count > 2 ? [$"{alone.Count - 2} more"] : [];
        return new Finding
        {
            Id = Note,
            Severity = Severity.Note,
            Sentence =
                $"Makers differ here on **{alone.Count}** {(alone.Count == 1 ? "question" : "questions")}: "
                + $"{Wording.List([.. alone.Take(2).Select(school => Lower(school.Question)), .. more])}.",
            Numbers = [new("questions", alone.Count, "")],
            Because = "Both sides with their reasons, and how it is taken here.",
            Schools = alone,
        };
    }

    /// <summary>The same in the units of the house.</summary>
    private School In(Wording say) =>
        Said.GetOrAdd((Id, say.Units), _ =>
            this with
            {
                Question = say.Text(Question),
                One = say.Text(One),
                Other = say.Text(Other),
                Settled = say.Text(Settled),
            }
        );

    private static string Lower(string question) => $"{char.ToLowerInvariant(question[0])}{question[1..].TrimEnd('?')}";

    private static bool IsRole(string name) => name.StartsWith("role:", StringComparison.Ordinal);

    private static T Named<T>(string name)
        where T : struct, Enum => Enum.Parse<T>(name.Replace("-", "", StringComparison.Ordinal), ignoreCase: true);

    private bool SpeaksOf((FormulaLine Line, Material Material) one) =>
        one.Line.Percent > 0 && (roles.Contains(one.Material.Role) || materials.Contains(one.Material.BasedOn));
}
