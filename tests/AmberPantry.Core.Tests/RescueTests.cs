using AmberPantry.Core.Assessment.Remedies;
using AmberPantry.Core.Formulas;
using AmberPantry.Core.Materials;
using AmberPantry.Core.Science.Melt;

namespace AmberPantry.Core.Tests;

/// <summary>A pot that went wrong: grams to add, and what they do to it and to its label. Nothing is ever taken out.</summary>
public class RescueTests
{
    private static readonly RescueFinder Finder = new(MaterialShelf.Plain, Sample.Shed);
    private static readonly FormulaEditor Editor = new(MaterialShelf.Plain);

    private static double FirmnessAt20(Formula formula) => new ProductMelt(formula, MaterialShelf.Plain).Curve!.FirmnessAt(20);

    [Fact]
    public void TooSoftIsMendedByTheGramsToldAndNotByATenthLess()
    {
        var soft = Sample.Of(Kinds.Balm, ("beeswax", 5), ("shea butter", 25), ("sunflower oil", 70));
        var answer = Finder.Find(soft, new RescueWish(RescueKind.TooSoft, 400, 20, "firm"));
        Assert.NotEmpty(answer.Options);
        Assert.Equal(answer.Options.Select(option => option.AddG), answer.Options.Select(option => option.AddG).Order());
        foreach (var option in answer.Options)
        {
            var after = Editor.Apply(soft, option.Edits);
            Assert.Equal(400 + option.AddG, (double)after.Batch.Grams, 1);
            Assert.Equal(MatterState.Firm, MatterStates.At(FirmnessAt20(after)));
            // Grams of everything that was there are still there.
            Assert.All(soft.Lines.Where(line => line.Material != option.Material), line =>
                Assert.Equal((double)line.Percent * 4, (double)(after.Line(line.Id).Percent * after.Batch.Grams / 100), 1)
            );
            Assert.Contains("→ firm at 20", option.Says, StringComparison.Ordinal);
        }

        var wax = answer.Options.Single(option => option.Material == "beeswax");
        var less = Editor.Apply(soft, [new SetBatch(new BatchSize(400)), new SetShare("L1", $"{wax.AddG * 0.9:0.0} g", GivesWay.OnTop)]);
        Assert.NotEqual(MatterState.Firm, MatterStates.At(FirmnessAt20(less)));
    }

    [Fact]
    public void TooHardIsMendedByOilAndASlumpByWax()
    {
        var hard = Sample.Of(Kinds.Balm, ("beeswax", 30), ("cocoa butter", 20), ("sunflower oil", 50));
        Assert.All(Finder.Find(hard, new RescueWish(RescueKind.TooHard, 300, 20, "firm")).Options, option =>
            Assert.True(FirmnessAt20(Editor.Apply(hard, option.Edits)) <= MatterStates.LimitsKPa[1] + 0.01)
        );
        var slumps = Finder.Find(Sample.Slipway4, new RescueWish(RescueKind.SlumpsEarly, 600, 49));
        Assert.All(slumps.Options, option =>
            Assert.True(new ProductMelt(Editor.Apply(Sample.Slipway4, option.Edits), MaterialShelf.Plain).Curve!.SlumpC >= 48.95)
        );
        Assert.NotEmpty(slumps.Options);
    }

    [Fact]
    public void TheLabelIsToldNewNamesAndOldOnesThatMove()
    {
        var answer = Finder.Find(Sample.Slipway4, new RescueWish(RescueKind.SlumpsEarly, 600, 49));
        Assert.Contains(answer.Options, option => option.Label.StartsWith("New on the label", StringComparison.Ordinal));
        Assert.All(answer.Options, option => Assert.NotEmpty(option.Label));
    }

    [Fact]
    public void WetSaltsAreDriedByWhatHoldsOil()
    {
        var wet = Sample.Of(Kinds.BathSalts, ("epsom salt", 65), ("sea salt", 28), ("sunflower oil", 7));
        var answer = Finder.Find(wet, new RescueWish(RescueKind.TooWet, 1000));
        Assert.NotEmpty(answer.Options);
        Assert.Equal([RescueKind.TooWet, RescueKind.TooDusty], answer.Kinds);
        Assert.Equal("kind", Assert.Throws<Refusal>(() => Finder.Find(wet, new RescueWish(RescueKind.TooSoft, 1000, 20, "firm"))).Field);
    }

    [Fact]
    public void NothingIsAddedToAPotThatIsRight()
    {
        var answer = Finder.Find(Sample.Slipway7, new RescueWish(RescueKind.SlumpsEarly, 600, 40));
        Assert.Empty(answer.Options);
        Assert.StartsWith("Nothing to add", answer.Says, StringComparison.Ordinal);
    }

    [Theory]
    [InlineData(0, 20.0, "firm", "potG")]
    [InlineData(double.NaN, 20.0, "firm", "potG")]
    [InlineData(500, null, "firm", "atC")]
    [InlineData(500, 300.0, "firm", "atC")]
    [InlineData(500, 20.0, "bouncy", "state")]
    public void WhatCannotBeIsNamed(double potG, double? atC, string state, string field)
    {
        var refused = Assert.Throws<Refusal>(() => Finder.Find(Sample.Slipway4, new RescueWish(RescueKind.TooSoft, potG, atC, state)));
        Assert.Equal(field, refused.Field);
        Assert.NotEmpty(refused.Remedy);
    }
}
