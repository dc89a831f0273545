using AmberPantry.Core.Formulas;
using AmberPantry.Core.Materials;
using AmberPantry.Core.Workshops;

namespace AmberPantry.Core.Tests;

/// <summary>Spoons, drops and pumps are read where a share is typed, and told with their doubt.</summary>
public class MeasureTests
{
    private static readonly Material Castor = MaterialShelf.Plain.Get("castor oil", "material");
    private static readonly Wording Grams = new(new Workshop());

    [Theory]
    [InlineData("1 tsp", 4.93)]
    [InlineData("1 teaspoon", 4.93)]
    [InlineData("2 teaspoons", 9.86)]
    [InlineData("1/2 tbsp", 7.395)]
    [InlineData("1 1/2 tsp", 7.395)]
    [InlineData("20 drops", 1)]
    [InlineData("2 pumps", 3)]
    [InlineData("1 pump", 1.5)]
    [InlineData("5 ml", 5)]
    [InlineData(" 1 TSP ", 4.93)]
    public void AMeasureBecomesAShareByDensity(string text, double millilitres)
    {
        var share = ShareText.Parse(text, 200, "percent", Castor);
        Assert.Equal(millilitres * Castor.DensityGMl / 2, (double)share, 0.0001);
    }

    [Theory]
    [InlineData("12,5", 12.5)]
    [InlineData("1/8", 12.5)]
    [InlineData("25 g", 12.5)]
    public void WhatIsNoMeasureIsReadAsBefore(string text, double percent) =>
        Assert.Equal((decimal)percent, ShareText.Parse(text, 200, "percent", Castor));

    [Theory]
    [InlineData("1 tsp")]
    [InlineData("20 drops")]
    public void WithoutAMaterialNoDensityIsGuessed(string text) =>
        Assert.Equal(Codes.NotANumber, Assert.Throws<Refusal>(() => ShareText.Parse(text, 200, "percent")).Code);

    [Theory]
    [InlineData("2 cups", Codes.Range)]
    [InlineData("1 thimble", Codes.NotANumber)]
    [InlineData("1/0 tsp", Codes.NotANumber)]
    [InlineData("-1 tsp", Codes.Range)]
    public void WhatCannotBeIsRefusedWithAMeasureThatCan(string text, string code)
    {
        var refused = Assert.Throws<Refusal>(() => ShareText.Parse(text, 200, "percent", Castor));
        Assert.Equal((code, "percent"), (refused.Code, refused.Field));
        Assert.NotEmpty(refused.Remedy);
    }

    [Theory]
    [InlineData("1 tsp", "1 tsp is about 4.7 g, 3.8 to 5.7 g: weigh it")]
    [InlineData("20 drops", "20 drops is about 1 g, 0.6 to 1.3 g: weigh it")]
    [InlineData("2 pumps", "2 pumps is about 2.9 g, 1.9 to 3.8 g: weigh it")]
    [InlineData("5 ml", "5 ml is about 4.8 g, 4.6 to 5 g: weigh it")]
    [InlineData("12.5", null)]
    [InlineData("30 g", null)]
    public void AMeasureIsToldWithItsDoubt(string text, string? told) =>
        Assert.Equal(told, AmountText.Doubt(Castor, text, Grams)?.Replace('\u202f', ' '));

    [Fact]
    public void ItIsToldInOuncesToo() =>
        Assert.Matches("about 0\\.1[0-9].oz", AmountText.Doubt(Castor, "1 tsp", new Wording(new Workshop { Weight = WeightUnit.Ounces }))!);

    [Fact]
    public void AddingAndSettingTakeMeasures()
    {
        var editor = new FormulaEditor(MaterialShelf.Plain);
        var added = editor.Apply(Sample.Slipway7, new AddLine("jojoba oil", "2 tsp"));
        var jojoba = added.Lines.Single(line => line.Material == "jojoba oil");
        Assert.InRange(jojoba.Percent * added.Batch.Grams / 100, 8.3m, 9.3m);
        var set = editor.Apply(added, new SetShare(jojoba.Id, "4 tsp"));
        Assert.Equal(100m, set.Total);
        Assert.InRange(set.Line(jojoba.Id).Percent / jojoba.Percent, 1.99m, 2.01m);
    }

    [Theory]
    [InlineData("L1", "beeswax removed; sunflower oil took its 12.0 %")]
    public void ARemovedShareNamesWhoTookIt(string line, string told)
    {
        var after = new FormulaEditor(MaterialShelf.Plain).Apply(Sample.Slipway7, new RemoveLine(line));
        Assert.Equal(told, EditWords.Tell(Sample.Slipway7, after, MaterialShelf.Plain));
    }

    [Fact]
    public void ASharesTakenFromAllNamesTheOthers()
    {
        var after = new FormulaEditor(MaterialShelf.Plain).Apply(Sample.Slipway7, new AddLine("jojoba oil", "5", GivesWay: GivesWay.Everyone));
        Assert.Equal("jojoba oil added at 5.0 %, from the others", EditWords.Tell(Sample.Slipway7, after, MaterialShelf.Plain));
    }
}
