using System.Text.RegularExpressions;
using AmberPantry.Core.Formulas;
using AmberPantry.Core.Making;
using AmberPantry.Core.Making.Sheets;
using AmberPantry.Core.Materials;
using AmberPantry.Core.Science.Making;
using AmberPantry.Core.Workshops;

namespace AmberPantry.Core.Tests;

/// <summary>What may be seen at a step, and what it is waited for.</summary>
public class StageCardTests
{
    private static readonly Formula Whip = Sample.Of(Kinds.WhippedButter, ("shea butter", 70), ("jojoba oil", 30)) with
    {
        Batch = new BatchSize(1000),
    };
    private static readonly Formula Balm = Sample.Of(Kinds.Balm, ("beeswax", 15), ("shea butter", 25), ("jojoba oil", 60)) with
    {
        Batch = new BatchSize(600),
    };

    private static AidsOfBatch Aids(Formula formula, Workshop? shed = null)
    {
        var house = shed ?? Sample.Shed;
        var steps = new SheetWriter(MaterialShelf.Plain, house).For(formula).Steps;
        return new BatchAids(MaterialShelf.Plain, house).Of(
            Batch.Begin("ST-26-001", formula, steps, new DateTime(2026, 6, 11, 10, 0, 0, DateTimeKind.Utc))
        );
    }

    private static string[][] Table(params string[] path) =>
        [.. File.ReadLines(Path.Combine([Repository.Root, "src", "AmberPantry.Core", "Making", .. path])).Skip(1).Select(line => line.Split(','))];

    [Fact]
    public void EveryRowOfTheTableMeetsAWordAndAStep()
    {
        var templates = Table("Sheets", "Data", "procedures.csv").Select(row => row[2]).ToHashSet();
        var seen = new HashSet<string>();
        Assert.All(Table("Data", "stage-steps.csv"), row =>
        {
            var (step, stages, waitFor) = (row[0], row[2].Split(';'), row[3]);
            Assert.Contains(step, templates);
            Assert.All(stages, id => Assert.True(StageWord.All.ContainsKey(id), $"{step}: {id}"));
            Assert.True(waitFor.Length == 0 || stages.Contains(waitFor), $"{step}: {waitFor}");
            seen.UnionWith(stages);
        });
        Assert.Equal(StageWord.All.Keys.Order(), seen.Order());
    }

    [Fact]
    public void EveryWordHasItsPicture()
    {
        var scenes = File.ReadAllText(Path.Combine(Repository.Root, "web", "src", "instruments", "stages", "scenes.tsx"));
        var drawn = Regex.Matches(
            scenes[scenes.IndexOf("scenes: Record", StringComparison.Ordinal)..],
            "^  \"?([a-z-]+)\"?: ",
            RegexOptions.Multiline
        );
        Assert.Equal(StageWord.All.Keys.Order(), drawn.Select(match => match.Groups[1].Value).Order());
    }

    [Theory]
    [MemberData(nameof(SheetTests.Ways), MemberType = typeof(SheetTests))]
    public void EveryWayOfMakingHasCardsAndAStepWaitsForOneAtMost(string kind, PlanRoute route)
    {
        var cards = Aids(SheetTests.Mix(kind) with { Method = new MakingMethod(route) }).Stages.Values;
        Assert.NotEmpty(cards);
        Assert.All(cards, of => Assert.True(of.Count(card => card.IsWaitedFor) <= 1));
    }

    [Fact]
    public void AWhippedButterIsWaitedForUntilHalfSetOrAsChosen()
    {
        static string? Waited(AidsOfBatch aids, string step) =>
            aids.Stages.Single(one => one.Key.StartsWith(step, StringComparison.Ordinal)).Value.SingleOrDefault(card => card.IsWaitedFor)?.Id;
        Assert.Equal("half-set", Waited(Aids(Whip), "chill"));
        var slight = Whip with { Method = MakingMethod.Usual with { Choices = new Dictionary<string, string> { ["set"] = "slight" } } };
        Assert.Equal("slight-set", Waited(Aids(slight), "chill"));
        Assert.Contains(Aids(Whip).Stages.Values.SelectMany(of => of), card => card.Id == "breaking");
        Assert.DoesNotContain(Aids(Balm).Stages.Values.SelectMany(of => of), card => card.Id == "half-set");
    }

    [Fact]
    public void WhatIsDoneThenNamesTheFiguresOfThisBatchInTheHousesUnits()
    {
        var shed = Sample.Shed with { Temperature = TemperatureUnit.Fahrenheit };
        var told = Aids(Balm, shed).Stages.Values.SelectMany(of => of).ToArray();
        Assert.DoesNotContain("melt_most", string.Concat(told.Select(card => card.WhatNext)), StringComparison.Ordinal);
        Assert.Contains("°F", told.First(card => card.Id == "melt-flakes").WhatNext, StringComparison.Ordinal);
        Assert.Contains("hold 20 min at 167", told.First(card => card.Id == "grainy").WhatNext, StringComparison.Ordinal);
    }
}
