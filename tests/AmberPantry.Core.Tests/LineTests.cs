using AmberPantry.Core.Assessment;
using AmberPantry.Core.Assessment.Remedies;
using AmberPantry.Core.Formulas;
using AmberPantry.Core.Materials;
using AmberPantry.Core.Science.Melt;

namespace AmberPantry.Core.Tests;

/// <summary>What is told of single lines: groups, what is liquid, what a line does in its base, its strength, and what can stand in for it.</summary>
public class LineTests
{
    private static readonly Formula Balm = Sample.Slipway7;
    private static readonly SwapFinder Finder = new(MaterialShelf.Plain, Sample.Shed);

    private static GroupsPart Groups(Formula formula) => Sample.Assessor.Assess(formula, new Question { Parts = [Part.Groups] }).Parts.Groups!;

    [Fact]
    public void GroupsStandAgainstTheirUsualShares()
    {
        var waxes = Groups(Balm).Groups.Single(group => group.Id == "waxes");
        Assert.Equal(13, waxes.Stems.Single().At, 6);
        Assert.Contains(waxes.Words, word => word.Word == "usual");
        Assert.All(Groups(Balm).Groups, group => Assert.InRange(group.Stems.Single().At, group.From, group.To));
        Assert.StartsWith("Besides: lanolin and kin 8.0", Groups(Balm).Says, StringComparison.Ordinal);
    }

    [Fact]
    public void AllThatRunsIsOneBarOilsScentAndVitaminsAlike()
    {
        var told = Groups(Balm);
        // Sunflower 43, castor 10, scent 1, tocopherols 0.8, rosemary extract 0.2.
        Assert.Equal(55, told.Liquid!.Lanes.Max(lane => lane.To), 6);
        Assert.Equal(["L5", "L6", "L7", "L8", "L9"], told.Liquid.Lanes.Select(lane => lane.Id).Order());
        Assert.Contains("2.0", told.Says, StringComparison.Ordinal);
        Assert.False(Catalogue.All.Single(material => material.Id == "shea butter").IsLiquidAtRoom);
        Assert.False(Catalogue.All.Single(material => material.Id == "beeswax").IsLiquidAtRoom);
    }

    [Theory]
    [InlineData("balm", "mixed tocopherols", InBase.Dissolves)]
    [InlineData("balm", "kaolin", InBase.Disperses)]
    [InlineData("balm", "allantoin", InBase.Disperses)]
    [InlineData("balm", "glycerin", InBase.Separates)]
    [InlineData(Kinds.BodyOil, "beeswax", InBase.Hazes)]
    [InlineData(Kinds.BodyOil, "kaolin", InBase.Sinks)]
    [InlineData(Kinds.Powder, "jojoba oil", InBase.Mixes)]
    public void EachLineSaysWhatItDoesInThisBase(string family, string material, InBase does)
    {
        var named = MaterialShelf.Plain.Named(material, "material").Id;
        var rest = family == Kinds.Powder ? "arrowroot starch" : "sunflower oil";
        var formula = Sample.Of(family, (MaterialShelf.Plain.Named(rest, "material").Id, 96), (named, 4));
        var line = Groups(formula).Lines.Single(one => one.Line == formula.Lines[1].Id);
        Assert.Equal(does, line.Does);
        Assert.NotEmpty(line.Says);
    }

    [Fact]
    public void AGradeIsWeighedByWhatWorksInIt()
    {
        var formula = Sample.Of(Kinds.Balm, ("sunflower oil", 90), ("bisabolol", 10));
        var answer = Strength.Of(formula, "L2", MaterialShelf.Plain, 2, 25);
        Assert.Equal(8m, answer.Percent);
        Assert.Equal(8m, new FormulaEditor(MaterialShelf.Plain).Apply(formula, answer.Edits).Line("L2").Percent);
        Assert.NotEmpty(answer.Caution);
        Assert.Empty(Strength.Of(formula, "L2", MaterialShelf.Plain, 2.5, 25).Edits);
        Assert.Equal("E_UNREACHABLE", Assert.Throws<Refusal>(() => Strength.Of(formula, "L2", MaterialShelf.Plain, 30, 25)).Code);
        Assert.Equal("strengthPercent", Assert.Throws<Refusal>(() => Strength.Of(formula, "L2", MaterialShelf.Plain, 2, 0)).Field);
    }

    [Fact]
    public void UnitsOfVitaminAAreToldAsWhatTheLawCounts()
    {
        var formula = Sample.Of(Kinds.Balm, ("sunflower oil", 99.5m), ("retinyl palmitate", 0.5m));
        Assert.Contains("0.150", Strength.OfUnits(formula, "L2", MaterialShelf.Plain, 1_000_000).Says, StringComparison.Ordinal);
        Assert.Equal("unitsPerGram", Assert.Throws<Refusal>(() => Strength.OfUnits(formula, "L1", MaterialShelf.Plain, 1000)).Field);
    }

    [Fact]
    public void AWaxIsSwappedForAsMuchOfAnotherAsIsAsFirm()
    {
        var answer = Finder.Find(Balm, "L1", SwapBy.Firmness, false);
        var was = new ProductMelt(Balm, MaterialShelf.Plain).Curve!.FirmnessAt(20);
        Assert.NotEmpty(answer.Options);
        foreach (var option in answer.Options)
        {
            var after = new FormulaEditor(MaterialShelf.Plain).Apply(Balm, option.Edits);
            var now = new ProductMelt(after, MaterialShelf.Plain).Curve!.FirmnessAt(20);
            Assert.InRange(now / was, 0.97, 1.03);
            Assert.Equal(option.Percent, after.Line("L1").Percent);
            Assert.Equal(100m, after.Total);
        }
    }

    [Fact]
    public void EachSwapIsBetterByWhatWasAskedAndNoneIsThereAlready()
    {
        var fresh = Sample.Assessor.Assess(Balm).Parts.Keeping!.Oils.Months;
        var longer = Finder.Find(Balm, "L3", SwapBy.Keeping, false);
        Assert.All(longer.Options, option => Assert.True(After(option).Parts.Keeping!.Oils.Months > fresh));
        var acids = Finder.Find(Balm, "L6", SwapBy.Feel, false);
        Assert.All(acids.Options, option => Assert.DoesNotContain(Balm.Lines, line => line.Material == option.Material));
        var benefit = Finder.Find(Sample.Of(Kinds.BodyOil, ("sunflower oil", 80), ("rosehip oil", 20)), "L2", SwapBy.Benefit, false);
        Assert.All(benefit.Options, option => Assert.Contains("lin", option.Says, StringComparison.Ordinal));

        static Assessment.Assessment After(SwapOption option) =>
            Sample.Assessor.Assess(new FormulaEditor(MaterialShelf.Plain).Apply(Balm, option.Edits));
    }

    [Fact]
    public void APowderIsSwappedForOneThatHoldsAsMuchOil()
    {
        var powder = Sample.Of(Kinds.Powder, ("arrowroot starch", 80), ("kaolin", 19), ("jojoba oil", 1));
        var answer = Finder.Find(powder, "L2", SwapBy.Uptake, false);
        Assert.NotEmpty(answer.Options);
        Assert.All(answer.Options, option => Assert.Contains("holds as much oil", option.Says, StringComparison.Ordinal));
        Assert.Equal("by", Assert.Throws<Refusal>(() => Finder.Find(powder, "L2", SwapBy.Keeping, false)).Field);
    }

    [Fact]
    public void OnlyWhatThePantryHasIsOfferedWhenAsked()
    {
        var shelf = new MaterialShelf([new MakerMaterial("My kokum", "kokum butter", null, 12)]);
        var answer = new SwapFinder(shelf, Sample.Shed).Find(Balm, "L3", SwapBy.Feel, true);
        Assert.All(answer.Options, option => Assert.True(option.IsOwn));
        Assert.True(answer.Options.Count <= 2);
    }

    [Fact]
    public void WhatAChangeGainsAndLosesIsToldInAFewWords()
    {
        var after = new FormulaEditor(MaterialShelf.Plain).Apply(Balm, new SetShare("L1", "16"));
        Assert.Contains("slumps", Sample.Assessor.Effect(Balm, after), StringComparison.Ordinal);
        Assert.Empty(Sample.Assessor.Effect(Balm, Balm));
    }
}
