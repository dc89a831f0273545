using System.Text.RegularExpressions;

namespace AmberPantry.Core.Tests;

/// <summary>The folders of the core know each other one way only.</summary>
public partial class HouseTests
{
    /// <summary>Each may know those before it in the list, and the root; the sciences know each other as listed.</summary>
    private static readonly string[] Order =
    [
        "Workshops",
        "Materials",
        "Science.Stability",
        "Science.Melt",
        "Science.Powders",
        "Science.Fizz",
        "Science.Feel",
        "Science.Colour",
        "Science.Scent",
        "Science.Yield",
        "Science.Making",
        "Science.Trials",
        "Science.Learning",
        "Families",
        "Families.Profiles",
        "Formulas",
        "Formulas.Pasted",
        "Safety",
        "Costing",
        "Assessment.Parts",
        "Assessment.Lenses",
        "Assessment.Rules",
        "Assessment.Remedies",
        "Assessment",
        "Library",
        "Pantry",
        "Making",
        "Making.Sheets",
        "Making.Clocks",
        "Logbook",
        "Calculations",
    ];

    /// <summary>No science knows a workshop, a formula or what is made of them.</summary>
    private static readonly string[] ForbiddenToScience = ["Workshops", "Formulas", "Families"];

    private static readonly string Core = Path.Combine(Repository.Root, "src", "AmberPantry.Core");

    [GeneratedRegex(@"^using AmberPantry\.Core\.([\w.]+);$", RegexOptions.Multiline)]
    private static partial Regex Usings();

    [GeneratedRegex(@"(?<!namespace )\bAmberPantry\.Core\.([A-Z][\w]*(?:\.[A-Z]\w*)*)\.[A-Z]")]
    private static partial Regex Qualified();

    [Fact]
    public void ArrowsBetweenFoldersRunOneWay()
    {
        var wrong = new List<string>();
        foreach (var (from, file, text) in Files())
        {
            foreach (var to in Usings().Matches(text).Select(match => match.Groups[1].Value))
            {
                var known = Array.IndexOf(Order, to);
                if (from.Length == 0 || known < 0 || known > Array.IndexOf(Order, from))
                {
                    wrong.Add($"{file} knows {to}");
                }

                if (from.StartsWith("Science", StringComparison.Ordinal) && ForbiddenToScience.Contains(to))
                {
                    wrong.Add($"{file}, a science, knows {to}");
                }
            }
        }

        Assert.Empty(wrong);
    }

    [Fact]
    public void EveryFolderHasItsPlaceAndItsName()
    {
        Assert.All(Files(), file =>
            Assert.True(file.From.Length == 0 || Order.Contains(file.From), $"{file.File}: {file.From} has no place in the order")
        );
        Assert.All(Files(), file =>
            Assert.Contains(
                file.From.Length == 0 ? "namespace AmberPantry.Core;" : $"namespace AmberPantry.Core.{file.From};",
                file.Text,
                StringComparison.Ordinal
            )
        );
    }

    [Fact]
    public void NoFileNamesAnotherFolderPastItsUsings() =>
        Assert.All(Files(), file => Assert.DoesNotMatch(Qualified(), Usings().Replace(file.Text, "")));

    /// <summary>A name such as <c>Colour.Settling</c> would reach a neighbour without a using, unseen by the order.</summary>
    [Fact]
    public void NoFileReachesANeighbourByItsShortName()
    {
        var folders = Order.SelectMany(place => place.Split('.')).Distinct().ToArray();
        var reach = new Regex($@"(?<![\w.""“])({string.Join('|', folders)})\.[A-Z]\w+");
        var wrong = Files()
            .SelectMany(file =>
                reach
                    .Matches(Comments().Replace(file.Text, ""))
                    .Where(match => !Owns(file.Text, match.Groups[1].Value))
                    .Select(match => $"{file.File}: {match.Value}")
            );
        Assert.Empty(wrong);
    }

    /// <summary>A property or type of the same name as a folder, such as an assessment's materials.</summary>
    private static bool Owns(string text, string name) =>
        Regex.IsMatch(text, $@"\b{name}\s*(\{{|=>|=|,|\))|(record|class|enum) {name}\b|\. ?{name}\.");

    [GeneratedRegex(@"//[^\n]*|^(using|namespace) [^\n]*", RegexOptions.Multiline)]
    private static partial Regex Comments();

    /// <summary>A maker's own grade has an id of its own: what a rule may ask for is a column of the catalogue.</summary>
    [Fact]
    public void NoRuleLooksAtTheIdOfAMaterial()
    {
        var judging = Files()
            .Where(file =>
                file.From.StartsWith("Assessment", StringComparison.Ordinal)
                || file.From is "Safety" or "Costing"
                || file.From.StartsWith("Making", StringComparison.Ordinal)
            );
        Assert.All(judging, file => Assert.Empty(IdLiteral().Matches(file.Text).Select(match => $"{file.File}: {match.Value}")));
    }

    /// <summary>What takes more than a handful of values names each of them.</summary>
    [Fact]
    public void NoRecordAsksForMoreThanEightValuesInARow() =>
        Assert.Empty(
            typeof(Refusal)
                .Assembly.GetTypes()
                .SelectMany(type => type.GetConstructors().Where(made => made.GetParameters().Length > 8).Select(_ => type.FullName))
        );

    /// <summary>The formatter wraps code; sentences and notes it leaves as they are.</summary>
    [Fact]
    public void NoLineIsLongerThanTheWindow()
    {
        var places = new[] { "src", "tests", "bench" }.Select(folder => Path.Combine(Repository.Root, folder));
        var files = places
            .SelectMany(place => Directory.EnumerateFiles(place, "*.cs", SearchOption.AllDirectories))
            .Where(path => !Generated().IsMatch(path))
            .ToArray();
        Assert.True(files.Length > 200, $"Only {files.Length} files were read.");
        Assert.Empty(
            files.SelectMany(path =>
                File.ReadLines(path).Select((line, i) => (line, i)).Where(at => at.line.Length > 150).Select(at => $"{path}:{at.i + 1}")
            )
        );
    }

    [GeneratedRegex(@"[\\/](obj|bin|Migrations)[\\/]|\.generated\.")]
    private static partial Regex Generated();

    [GeneratedRegex(@"(Material|material|taker|giver|oil|mineral|guard)\.(Id|BasedOn)(\.\w+\(""| (==|!=|is( not)?) "")")]
    private static partial Regex IdLiteral();

    private static IEnumerable<(string From, string File, string Text)> Files() =>
        Directory
            .EnumerateFiles(Core, "*.cs", SearchOption.AllDirectories)
            .Select(path => Path.GetRelativePath(Core, path))
            .Where(path => !path.StartsWith("obj", StringComparison.Ordinal) && !path.StartsWith("bin", StringComparison.Ordinal))
            .Select(path =>
                ((Path.GetDirectoryName(path) ?? "").Replace(Path.DirectorySeparatorChar, '.'), path, File.ReadAllText(Path.Combine(Core, path)))
            );
}

/// <summary>Where the sources stand.</summary>
internal static class Repository
{
    public static string Root { get; } = Find(AppContext.BaseDirectory);

    private static string Find(string folder) =>
        File.Exists(Path.Combine(folder, "AmberPantry.slnx"))
            ? folder
            : Find(Path.GetDirectoryName(folder) ?? throw new DirectoryNotFoundException("The sources are not above the tests."));
}
