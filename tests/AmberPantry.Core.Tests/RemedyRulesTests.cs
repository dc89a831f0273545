using AmberPantry.Core.Assessment;
using AmberPantry.Core.Assessment.Rules;
using AmberPantry.Core.Formulas;
using AmberPantry.Core.Materials;
using AmberPantry.Core.Science.Colour;

namespace AmberPantry.Core.Tests;

/// <summary>Remedies are what a good maker would do.</summary>
public class RemedyRulesTests
{
    private static readonly FormulaEditor Editor = new(MaterialShelf.Plain);

    private static IReadOnlyList<Remedy> For(Formula formula, string finding)
    {
        var found = Sample.Assessor.Assess(formula, new Question { Remedies = true }).Found(finding);
        Assert.NotNull(found);
        return found.Remedies;
    }

    [Fact]
    public void AWholeBlendIsScaled()
    {
        var formula = Sample.Of(
            Kinds.BodyOil,
            ("jojoba oil", 94),
            ("lavender essential oil", 3),
            ("sweet orange essential oil", 2),
            ("cedarwood essential oil atlas", 1)
        );
        var remedy = For(formula, "scent-limit")[0];
        Assert.StartsWith("The whole blend to", remedy.Label, StringComparison.Ordinal);
        var after = Editor.Apply(formula, remedy.Edits);
        decimal Share(Formula of, string line) => of.Line(line).Percent;
        Assert.InRange(Share(after, "L2") / Share(after, "L4"), 2.8m, 3.2m);
        Assert.InRange(Share(after, "L3") / Share(after, "L4"), 1.85m, 2.15m);
        Assert.Equal(6 - after.Lines.Where(line => line.Id != "L1").Sum(line => line.Percent), Share(after, "L1") - 94);
        Assert.Null(Sample.Assessor.Assess(after).Found("scent-limit"));
    }

    [Fact]
    public void ASaferGradeIsOfferedFirst()
    {
        var formula = Sample.Of(Kinds.BodyOil, ("jojoba oil", 98.5m), ("bergamot essential oil cold-pressed", 1.5m));
        var remedies = For(formula, "scent-limit");
        Assert.Contains("furocoumarin-free", remedies[0].Label, StringComparison.Ordinal);
        Assert.Contains(remedies, remedy => remedy.Label.Contains(" to 0.", StringComparison.Ordinal));
    }

    [Fact]
    public void ACoconutButterIsMendedByAnotherButter()
    {
        var formula = Sample.Of(Kinds.Butter, ("coconut oil", 55), ("shea butter", 20), ("olive oil", 24.5m), ("mixed tocopherols", 0.5m));
        var remedies = For(formula, "holds-shape");
        Assert.NotEmpty(remedies);
        Assert.All(remedies, remedy => Assert.Matches("for (shea|mango|cocoa) butter", remedy.Label));
    }

    [Fact]
    public void LessWaxComesBeforeMoreEmulsifier()
    {
        var formula = Sample.Of(
            Kinds.CleansingBalm,
            ("beeswax", 14),
            ("cocoa butter", 16),
            ("cetearyl alcohol", 6),
            ("polysorbate 80", 12),
            ("high-oleic sunflower oil", 52)
        );
        Assert.Contains("beeswax for", For(formula, "rinses-away")[0].Label, StringComparison.Ordinal);
    }

    /// <summary>The difference goes to the dry filler in what is dry, and to the oil in a melt.</summary>
    [Theory]
    [InlineData(Kinds.BathSalts, "sea salt")]
    [InlineData(Kinds.Powder, "kaolin")]
    [InlineData(Kinds.Balm, "olive oil")]
    public void TheDifferenceGoesToWhatFillsTheFamily(string family, string filler)
    {
        var formula = Sample.Of(family, (filler, 60), ("jojoba oil", 12), ("lavender essential oil", 18), ("mixed tocopherols", 10));
        Assert.Equal(filler, formula.Line(Editor.Makeweight(formula)!.Id).Material);
        var edited = Editor.Apply(formula, new SetShare("L3", "1"));
        Assert.Equal(77, edited.Line("L1").Percent);
        Assert.Equal(12, edited.Line("L2").Percent);
    }

    [Fact]
    public void APinchIsPremixedBeforeABatchIsGrown()
    {
        var formula = Sample.Of(Kinds.Balm, ("beeswax", 16), ("rosemary extract in oil", 0.05m), ("olive oil", 83.95m));
        var finding = Sample.Assessor.Assess(formula, new Question { Remedies = true }).Found("weighable")!;
        Assert.StartsWith("Premix 1 part rosemary extract", finding.Advice, StringComparison.Ordinal);
        Assert.All(finding.Remedies, remedy => Assert.True(Editor.Apply(formula, remedy.Edits).Batch.Grams <= 3 * formula.Batch.Grams));
    }

    [Theory]
    [InlineData("red iron oxide", 1.5)]
    [InlineData("ultramarine blue", 2.5)]
    public void WhatStainsIsTradedForAColourLikeItThatHardlyDoes(string strong, double percent)
    {
        var salts = Sample.Of(
            Kinds.BathSalts,
            ("Epsom salt", 88 - (decimal)percent),
            ("magnesium carbonate", 10),
            ("jojoba oil", 2),
            (strong, (decimal)percent)
        );
        var before = Sample.Assessor.Assess(salts);
        var remedies = For(salts, "stains-tub");
        Assert.NotEmpty(remedies);
        double Off(Formula formula) =>
            Lab.DeltaE00(Lab.OfHex(before.Parts.Colour!.Reading.Hex), Lab.OfHex(Sample.Assessor.Assess(formula).Parts.Colour!.Reading.Hex));
        foreach (var remedy in remedies)
        {
            Assert.Contains("stain ", remedy.Effect, StringComparison.Ordinal);
            var after = Editor.Apply(salts, remedy.Edits);
            Assert.InRange(Sample.Assessor.Assess(after).Found("stains-tub")!.Numbers[0].Value, 2, 3);
        }

        // A colour of its kind keeps more of the look than white does.
        var offs = remedies.ToLookup(one => one.Label.EndsWith("kaolin", StringComparison.Ordinal), one => Off(Editor.Apply(salts, one.Edits)));
        Assert.True(offs[false].Min() < offs[true].Min(), string.Join(", ", remedies.Select(one => one.Label)));
    }
}
