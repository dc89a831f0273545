using System.Text.RegularExpressions;
using AmberPantry.Core.Families;
using AmberPantry.Core.Formulas;
using AmberPantry.Core.Making.Sheets;
using AmberPantry.Core.Materials;
using AmberPantry.Core.Science.Making;

namespace AmberPantry.Core.Tests;

/// <summary>The sheet of every kind of product, by every way of making and every choice that makers differ on.</summary>
public partial class SheetTests
{
    private static readonly SheetWriter Writer = new(MaterialShelf.Plain, Sample.Shed with { HumidityPercent = 52 });

    [GeneratedRegex(@"\{|\}|\b[Pp]hi\b|  |^[a-z]|[;,:]$|\bNaN\b")]
    private static partial Regex Untold();

    public static TheoryData<string, PlanRoute> Ways()
    {
        var ways = new TheoryData<string, PlanRoute>();
        foreach (var family in FamilyRegistry.Usual.All)
        {
            foreach (var route in family.Routes)
            {
                ways.Add(family.Family.Key, route);
            }
        }

        return ways;
    }

    [Theory]
    [MemberData(nameof(Ways))]
    public void EveryWayWeighsEachLineOnceAndLeavesNothingUntold(string family, PlanRoute route)
    {
        foreach (var choices in Choices(route))
        {
            var formula = Mix(family) with { Method = new MakingMethod(route) { Choices = choices } };
            var sheet = Writer.For(formula);
            Assert.Equal(route, sheet.Route);
            var weighed = sheet.Steps.Where(step => step.Line is not null).ToArray();
            Assert.Equal(formula.Lines.Select(line => line.Id).Order(), weighed.Select(step => step.Line!).Order());
            Assert.Equal(formula.Batch.Grams, sheet.Steps.Sum(step => step.Line is null ? 0 : step.TargetG!.Value), 3);
            Assert.Equal(sheet.Steps.Count, sheet.Steps.Select(step => step.Id).Distinct().Count());
            Assert.All(sheet.Steps, step => Assert.NotEmpty(step.DoneWhen));
            var texts = sheet
                .Steps.SelectMany(step => new[] { step.Title, step.Text, step.Why, step.DoneWhen }.Concat(step.Says.Select(one => one.Sentence)))
                .Concat(sheet.Says.Select(saying => saying.Sentence))
                .Where(text => text.Length > 0);
            Assert.All(texts, text => Assert.False(Untold().IsMatch(text), $"{route}: {text}"));
            Assert.Equal(sheet.Plan.Says.Count, sheet.Says.Count);
        }
    }

    [Fact]
    public void EverySayingOfThePlannerHasItsSentence()
    {
        using var vectors = System.Text.Json.JsonDocument.Parse(File.ReadAllText(Path.Combine(Repository.Root, "tests", "vectors", "making.json")));
        var said = vectors
            .RootElement.GetProperty("cases")
            .EnumerateArray()
            .Select(one => one.GetProperty("expect"))
            .Where(expect => expect.TryGetProperty("says", out _))
            .SelectMany(expect => expect.GetProperty("says").EnumerateArray())
            .Select(id => id.GetString()!.Split(':')[0])
            .Distinct();
        var table = Path.Combine(Repository.Root, "src", "AmberPantry.Core", "Making", "Sheets", "Data", "sayings.csv");
        Assert.Empty(said.Except(File.ReadLines(table).Select(row => row.Split(',')[0])));
    }

    /// <summary>As usual, and then each choice by itself.</summary>
    private static IEnumerable<IReadOnlyDictionary<string, string>> Choices(PlanRoute route) =>
        MakingSchool
            .Of(route)
            .SelectMany(school => school.Options.Skip(1).Select(option => new Dictionary<string, string> { [school.Id] = option.Id }))
            .Prepend([]);

    /// <summary>The starter of a family, with a scent where it has none, in containers.</summary>
    internal static Formula Mix(string family)
    {
        var starter = Starters.For(FamilyRegistry.Usual.Get(new Family(family), "family"), MaterialShelf.Plain);
        return starter with { Batch = new BatchSize(600, 10, "tin-60", 60) };
    }
}
