using System.Globalization;
using AmberPantry.Core.Assessment;
using AmberPantry.Core.Families;
using AmberPantry.Core.Formulas;
using AmberPantry.Core.Materials;
using AmberPantry.Core.Workshops;
using CsvHelper;

namespace AmberPantry.Core.Tests;

/// <summary>Formulas a good maker has judged: for each family eight that are well made, and six spoilt in one known way.</summary>
public class JudgedTests
{
    private static readonly Workshop House = Sample.Shed with
    {
        HumidityPercent = 55,
        Containers = [.. Sample.Shed.Containers, new Container("jar-250", "Jar, 250 ml", "jar", 250)],
    };
    private static readonly Assessor Assessor = new(MaterialShelf.Plain, House);

    private sealed record Judged(
        string Name,
        Formula Formula,
        Dictionary<string, Safety.FactValue>? Facts,
        IReadOnlyList<(string Finding, Severity Severity)> Wants,
        IReadOnlyList<string> May
    );

    /// <summary>What came of one: wanted and not said, said gravely and wrong, said and over-alarming.</summary>
    private sealed record Outcome(Judged Case, string[] Missing, string[] Wrong, string[] Alarms)
    {
        public bool IsRight => Missing.Length + Wrong.Length + Alarms.Length == 0;
    }

    [Fact]
    public void AGoodMakerIsAgreedWith()
    {
        var outcomes = Cases().Select(Ask).ToArray();
        var families = outcomes.GroupBy(one => one.Case.Formula.Family).ToArray();
        Assert.Equal(FamilyRegistry.Usual.All.Select(family => family.Family.Key).Order(), families.Select(family => family.Key.Key).Order());
        Assert.All(families, family =>
        {
            Assert.True(family.Count(one => one.Case.Wants.Count == 0 || family.Key == Kinds.UvStick) >= 8, family.Key.Key);
            Assert.True(family.Count(one => one.Case.Wants.Count > 0) >= 6, family.Key.Key);
        });
        var told = string.Join('\n', outcomes.Where(one => !one.IsRight).Select(Tell));
        var right = outcomes.Count(one => one.IsRight) / (double)outcomes.Length;
        var alarmed = outcomes.Count(one => one.Alarms.Length > 0) / (double)outcomes.Length;
        Assert.True(outcomes.Length >= 200, $"{outcomes.Length} formulas");
        Assert.True(outcomes.All(one => one.Wrong.Length == 0), told);
        Assert.True(right >= 0.95, $"{right:P1} of {outcomes.Length} are right\n{told}");
        Assert.True(alarmed <= 0.03, $"{alarmed:P1} alarm without need\n{told}");
    }

    private static string Tell(Outcome one) =>
        $"{one.Case.Formula.Family.Key}, {one.Case.Name}: "
        + string.Join(
            "; ",
            one.Missing.Select(what => $"MISSING {what}")
                .Concat(one.Wrong.Select(what => $"WRONG {what}"))
                .Concat(one.Alarms.Select(what => $"alarm {what}"))
        );

    private static Outcome Ask(Judged judged)
    {
        FormulaCheck.Check(judged.Formula, MaterialShelf.Plain);
        var said = Assessor.Assess(judged.Formula, new Question { Parts = [], Facts = judged.Facts }).Findings;
        var unasked = said.Where(finding =>
                finding.Severity < Severity.Note
                && !judged.Wants.Any(want => IsOf(finding.Id, want.Finding))
                && !judged.May.Any(may => IsOf(finding.Id, may))
            )
            .ToArray();
        return new Outcome(
            judged,
            [
                .. judged
                    .Wants.Where(want => !said.Any(finding => IsOf(finding.Id, want.Finding) && finding.Severity <= want.Severity))
                    .Select(want => $"{want.Finding}={want.Severity}"),
            ],
            [.. unasked.Where(finding => finding.Severity < Severity.Watch).Select(finding => $"{finding.Id}: {finding.Sentence}")],
            [.. unasked.Where(finding => finding.Severity == Severity.Watch).Select(finding => $"{finding.Id}: {finding.Sentence}")]
        );
    }

    private static bool IsOf(string finding, string wanted) => finding == wanted || finding.StartsWith($"{wanted}-", StringComparison.Ordinal);

    private static IEnumerable<Judged> Cases()
    {
        using var csv = new CsvReader(File.OpenText(Path.Combine(AppContext.BaseDirectory, "data", "judged.csv")), CultureInfo.InvariantCulture);
        csv.Read();
        csv.ReadHeader();
        while (csv.Read())
        {
            string Field(string name) => csv.GetField(name) ?? "";
            yield return new Judged(
                Field("case"),
                Used(Lines(Field("family"), Field("lines")), Field("use")),
                Field("use").Contains("maskOn=false", StringComparison.Ordinal) ? new() { ["maskOn"] = false } : null,
                [.. Split(Field("wants")).Select(want => want.Split('=')).Select(want => (want[0], Enum.Parse<Severity>(want[1], ignoreCase: true)))],
                [.. Split(Field("may"))]
            );
        }
    }

    private static string[] Split(string text) => text.Split(';', StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries);

    /// <summary>"beeswax 16; olive oil *": the star takes the rest.</summary>
    private static Formula Lines(string family, string text)
    {
        var parts = Split(text).Select(part => (Name: part[..part.LastIndexOf(' ')], Share: part[(part.LastIndexOf(' ') + 1)..])).ToArray();
        var rest = 100 - parts.Where(part => part.Share != "*").Sum(part => decimal.Parse(part.Share, CultureInfo.InvariantCulture));
        var formula = Sample.Of(
            family,
            [.. parts.Select(part => (part.Name, part.Share == "*" ? rest : decimal.Parse(part.Share, CultureInfo.InvariantCulture)))]
        );
        return formula with
        {
            Lines = [.. formula.Lines.Select(line => line with { Phase = LinePhase.Of(family, MaterialShelf.Plain.Get(line.Material, "material")) })],
        };
    }

    private static T Word<T>(string value) => System.Text.Json.JsonSerializer.Deserialize<T>($"\"{value}\"", AmberJson.Options)!;

    private static Formula Used(Formula formula, string use)
    {
        foreach (var (name, value) in Split(use).Select(one => one.Split('=')).Select(one => (one[0], one[1])))
        {
            decimal Number() => decimal.Parse(value, CultureInfo.InvariantCulture);
            formula = name switch
            {
                "worn" => formula with { WornOn = Word<WornOn>(value) },
                "for" => formula with { ForWhom = Word<ForWhom>(value) },
                "must" => formula with { MustStand = value.Split('+') },
                "pour" => formula with { PourC = (double)Number() },
                "air" => formula with { Batch = formula.Batch with { OverrunPercent = Number() } },
                "fill" => formula with { Batch = formula.Batch with { FillG = Number() } },
                "container" => formula with { Batch = formula.Batch with { Container = value } },
                "batch" => formula with { Batch = new BatchSize(Number()) },
                "maskOn" => formula,
                _ => throw new InvalidDataException(name),
            };
        }

        return formula;
    }
}
