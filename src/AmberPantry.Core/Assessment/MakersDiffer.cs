using AmberPantry.Core.Composition;
using AmberPantry.Core.Materials;

namespace AmberPantry.Core.Assessment;

/// <summary>A question on which practitioners disagree, both sides with their reasons, and how it is taken here.</summary>
/// <param name="Settled">What is worked out, shown or left to the maker, and why.</param>
public sealed record School(string Id, string Question, string One, string Other, string Settled)
{
    private static readonly Lazy<IReadOnlyList<(School School, Family[] Families, string[] Materials, string[] Findings)>> Loaded = new(() => DataTable.Read("Assessment.Data.schools.csv", row => (
        new School(row.Text("id"), row.Text("question"), row.Text("one"), row.Text("other"), row.Text("settled")),
        row.Text("families") == "any" ? Enum.GetValues<Family>() : [.. row.List("families").Select(name => Enum.Parse<Family>(name.Replace("-", "", StringComparison.Ordinal), ignoreCase: true))],
        row.List("materials"),
        row.List("findings"))));

    public static IReadOnlyList<School> All { get; } = [.. Loaded.Value.Select(row => row.School)];

    /// <summary>Questions that a formula raises, by its family and what is in it.</summary>
    internal static IReadOnlyList<School> RaisedBy(Case at) => [.. Raised(at).Select(row => row.School)];

    /// <summary>Puts each question beside the finding that rests on it; those that rest on none share one note.</summary>
    internal static (ILookup<string, School> Beside, IReadOnlyList<School> Alone) Among(Case at, IReadOnlyList<Found> found)
    {
        var beside = new List<(string Finding, School School)>();
        var alone = new List<School>();
        foreach (var (school, _, _, findings) in Raised(at))
        {
            if (found.FirstOrDefault(one => findings.Any(id => one.Id.StartsWith(id, StringComparison.Ordinal))) is { } finding)
            {
                beside.Add((finding.Id, school));
            }
            else if (findings.Contains(Note))
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

    private const string Note = "makers-differ";

    private static IEnumerable<(School School, Family[] Families, string[] Materials, string[] Findings)> Raised(Case at) =>
        at.Formula.Lines.Count == 0 ? [] : Loaded.Value.Where(row => row.Families.Contains(at.Formula.Family)
            && (row.Materials.Length == 0 || at.Lines.Any(pair => pair.Line.Percent > 0 && row.Materials.Any(name => Names(name, pair.Material)))));

    private static bool Names(string name, Material material) =>
        name.StartsWith("role:", StringComparison.Ordinal)
            ? string.Equals(name[5..].Replace("-", "", StringComparison.Ordinal), material.Role.ToString(), StringComparison.OrdinalIgnoreCase)
            : name == material.BasedOn;
}
