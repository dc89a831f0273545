using AmberPantry.Core.Assessment;
using AmberPantry.Core.Formulas;
using AmberPantry.Core.Making;
using AmberPantry.Core.Materials;

namespace AmberPantry.Core.Tests;

/// <summary>Two to four mixes side by side: what was said, what happened, which is best, and where they stand.</summary>
public class ComparisonTests
{
    private static readonly Formula[] Balms =
    [
        Sample.Slipway4,
        Sample.Slipway7,
        new FormulaEditor(MaterialShelf.Plain).Apply(Sample.Slipway7, new SetShare("L1", "18")),
    ];

    private static Comparison Of(params (Formula Formula, Seen[] Seen)[] mixes) =>
        Comparison.Of([.. mixes.Select((mix, i) => new Compared($"T{i + 1}", mix.Formula, mix.Seen))], MaterialShelf.Plain, Sample.Shed);

    private static MeasureRow Row(Comparison comparison, string id) => comparison.Rows.Single(row => row.Id == id);

    [Fact]
    public void EachMeasureHasAFigureForEveryMixAndAtMostOneBest()
    {
        var comparison = Of([.. Balms.Select(balm => (balm, Array.Empty<Seen>()))]);
        Assert.All(comparison.Rows, row => Assert.Equal(3, row.Mixes.Count));
        Assert.All(comparison.Rows, row => Assert.True(row.Mixes.Count(mix => mix.IsBest) <= 1));
        Assert.True(Row(comparison, "slump").Mixes[2].IsBest);
        Assert.Contains(comparison.Rows, row => row.Id == "grease");
        Assert.Equal("Only T2 and T3 stand the summer van of 46 °C.", comparison.Says.Replace('\u202f', ' '));
    }

    [Fact]
    public void WhatHappenedCountsBeforeWhatWasSaid()
    {
        var comparison = Of((Sample.Slipway4, [new Seen(null, 54), new Seen(null, 56), new Seen(19, 2)]), (Sample.Slipway7, []));
        var slump = Row(comparison, "slump");
        Assert.StartsWith("55", slump.Mixes[0].Happened, StringComparison.Ordinal);
        Assert.Null(slump.Mixes[1].Happened);
        Assert.True(slump.Mixes[0].IsBest);
        Assert.Equal("2", Row(comparison, "press-19").Mixes[0].Happened);
        Assert.Equal(55, comparison.Hills[0].HappenedC);
    }

    [Fact]
    public void ATestIsARowOfItsOwnAndNoSlump()
    {
        var test = UseTest.All["grease-5"];
        Seen Greasy(double came) => new(null, came) { Test = new SeenTest(test.Id, test.Title, test.Told), Said = 3 };
        var comparison = Of((Sample.Slipway4, [Greasy(4), Greasy(4)]), (Sample.Slipway7, [new Seen(null, 48)]));
        var row = Row(comparison, "test-grease-5");
        Assert.Equal("Grease after 5 min", row.Name);
        Assert.Equal(("some", "much"), (row.Mixes[0].Said, row.Mixes[0].Happened));
        Assert.Equal(("", null), (row.Mixes[1].Said, row.Mixes[1].Happened));
        Assert.Null(comparison.Hills[0].HappenedC);
        Assert.Equal(48, comparison.Hills[1].HappenedC);
    }

    [Fact]
    public void NobodyIsBestWhereTheyDifferByLessThanAStep()
    {
        var comparison = Of((Sample.Slipway7, []), (Sample.Slipway7, []));
        Assert.All(comparison.Rows, row => Assert.DoesNotContain(row.Mixes, mix => mix.IsBest));
        Assert.All(comparison.Places, place => Assert.StartsWith("all ", place.Says, StringComparison.Ordinal));
    }

    [Fact]
    public void DryMixesAreComparedByWhatTheyAreJudgedBy()
    {
        var salt = Sample.Of(Kinds.BathSalts, ("epsom salt", 70), ("sea salt", 28), ("sunflower oil", 2));
        var comparison = Of((salt, []), (salt, []));
        Assert.Contains(comparison.Rows, row => row.Id == "room");
        Assert.DoesNotContain(comparison.Rows, row => row.Id == "slump");
        Assert.All(comparison.Hills, hill => Assert.Null(hill.Curve));
        Assert.Empty(comparison.Says);
    }

    [Theory]
    [InlineData(1)]
    [InlineData(5)]
    public void TwoToFourAreLaidSideBySide(int count)
    {
        var refused = Assert.Throws<Refusal>(() => Of([.. Enumerable.Repeat((Sample.Slipway7, Array.Empty<Seen>()), count)]));
        Assert.Equal("id", refused.Field);
        Assert.Contains("2 to 4", refused.Remedy, StringComparison.Ordinal);
    }
}
