using AmberPantry.Core.Composition;
using AmberPantry.Core.Materials;

namespace AmberPantry.Core.Assessment;

/// <summary>A question on which practitioners disagree, both sides with their reasons, and how it is taken here.</summary>
/// <param name="Settled">What is worked out, shown or left to the maker, and why.</param>
public sealed record School(string Id, string Question, string One, string Other, string Settled)
{
    private const string Note = "makers-differ";

    private IReadOnlyList<Family> families = [];
    private HashSet<string> materials = [];
    private HashSet<Role> roles = [];
    private IReadOnlyList<string> findings = [];

    public static IReadOnlyList<School> All { get; } = DataTable.Read("Assessment.Data.schools.csv", row => new School(row.Text("id"), row.Text("question"), row.Text("one"), row.Text("other"), row.Text("settled"))
    {
        families = row.Text("families") == "any" ? Enum.GetValues<Family>() : [.. row.List("families").Select(Named<Family>)],
        materials = [.. row.List("materials").Where(name => !IsRole(name))],
        roles = [.. row.List("materials").Where(IsRole).Select(name => Named<Role>(name["role:".Length..]))],
        findings = row.List("findings"),
    });

    private static readonly ILookup<Family, School> ByFamily = All.SelectMany(school => school.families, (school, family) => (school, family)).ToLookup(pair => pair.family, pair => pair.school);

    /// <summary>Questions that a formula raises, by its family and what is in it.</summary>
    internal static IReadOnlyList<School> RaisedBy(Case at) =>
        at.Lines.Count == 0 ? [] : [.. ByFamily[at.Formula.Family].Where(school => school.materials.Count + school.roles.Count == 0 || at.Lines.Any(school.SpeaksOf))];

    /// <summary>Puts each question beside the finding that rests on it; those that rest on none share one note.</summary>
    internal static (ILookup<string, School> Beside, IReadOnlyList<School> Alone) Among(Case at, IReadOnlyList<Found> found)
    {
        var beside = new List<(string Finding, School School)>();
        var alone = new List<School>();
        foreach (var school in at.Schools)
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
    internal static Finding Shared(IReadOnlyList<School> alone) => new(
        Note, Severity.Note, $"Makers differ here on **{alone.Count}** {(alone.Count == 1 ? "question" : "questions")}: {Wording.List([.. alone.Take(2).Select(school => Lower(school.Question)), .. alone.Count > 2 ? [$"{alone.Count - 2} more"] : Array.Empty<string>()])}.",
        [new("questions", alone.Count, "")], null, "Both sides with their reasons, and how it is taken here.", null, [])
    { Schools = alone };

    private static string Lower(string question) => $"{char.ToLowerInvariant(question[0])}{question[1..].TrimEnd('?')}";

    private static bool IsRole(string name) => name.StartsWith("role:", StringComparison.Ordinal);

    private static T Named<T>(string name)
        where T : struct, Enum => Enum.Parse<T>(name.Replace("-", "", StringComparison.Ordinal), ignoreCase: true);

    private bool SpeaksOf((FormulaLine Line, Material Material) at) => at.Line.Percent > 0 && (roles.Contains(at.Material.Role) || materials.Contains(at.Material.BasedOn));
}
