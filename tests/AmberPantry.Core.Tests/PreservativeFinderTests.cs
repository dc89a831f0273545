using AmberPantry.Core.Assessment.Remedies;
using AmberPantry.Core.Formulas;
using AmberPantry.Core.Materials;
using AmberPantry.Core.Science.Stability;

namespace AmberPantry.Core.Tests;

/// <summary>Preservatives are offered where one is wanted, by where they live, what they hold and the heat they bear.</summary>
public class PreservativeFinderTests
{
    private static PreservativeAnswer Of(Formula formula) => new PreservativeFinder(MaterialShelf.Plain, Sample.Shed).Find(formula);

    private static Formula Wet => Sample.Of(Kinds.CleansingBalm, ("sunflower oil", 60), ("beeswax", 15), ("water", 25));

    [Fact]
    public void WaterInItAsksForOneThatLivesInWater()
    {
        var answer = Of(Wet);
        Assert.Contains("of it is water", answer.Says, StringComparison.Ordinal);
        Assert.NotEmpty(answer.Options);
        Assert.True(answer.Options[0].Holds);
        // Those that hold stand before those that do not.
        Assert.Equal(answer.Options.Select(option => option.Holds).OrderDescending(), answer.Options.Select(option => option.Holds));
        Assert.Contains(answer.Options, option => !option.Holds && option.Says.Contains("does not get into the water", StringComparison.Ordinal));
        foreach (var option in answer.Options)
        {
            var after = new FormulaEditor(MaterialShelf.Plain).Apply(Wet, option.Edits);
            Assert.Equal(100m, after.Total);
            Assert.Equal(option.Holds, Of(after).Says.Contains("holds it", StringComparison.Ordinal));
        }
    }

    [Fact]
    public void EveryDoseLiesBetweenItsLeastAndItsMost() => Assert.All(Of(Wet).Options, option =>
        {
            var kind = Preservative.All[MaterialShelf.Plain.Get(option.Material, "material").Keys.Preservative!];
            Assert.InRange(
                new FormulaEditor(MaterialShelf.Plain).Apply(Wet, option.Edits).ShareOf(option.Material),
                (decimal)kind.MinPct,
                (decimal)kind.MaxPct
            );
        });

    [Fact]
    public void WhereNothingAsksNothingIsOffered()
    {
        var answer = Of(Sample.Slipway7);
        Assert.Empty(answer.Options);
        Assert.Contains("antioxidant", answer.Says, StringComparison.Ordinal);
    }
}
