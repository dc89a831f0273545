using AmberPantry.Core.Composition;
using AmberPantry.Core.Materials;

namespace AmberPantry.Core.Tests;

public class MaterialTests
{
    [Fact]
    public void EveryMaterialIsWholeAndUnlikeTheOthers()
    {
        Assert.True(Catalogue.All.Count >= 110);
        Assert.Equal(Catalogue.All.Count, Catalogue.All.Select(material => material.Id.ToUpperInvariant()).Distinct().Count());
        Assert.All(Catalogue.All, material =>
        {
            Assert.NotEmpty(material.Inci);
            Assert.NotEmpty(material.Source);
            Assert.InRange(material.DensityGMl, 0.7, 6);
            Assert.InRange(material.UseMaxPercent, material.UseMinPercent + 0.01m, 100);
            Assert.Matches("^#[0-9A-F]{6}$", material.Colour);
            Assert.Equal(material.Role == Role.Powder, material.IsPowder);
        });
    }

    [Fact]
    public void EveryRowOfTheMeltTableIsInTheCatalogue()
    {
        var table = File.ReadLines(Path.Combine(AppContext.BaseDirectory, "data", "melt-materials.csv")).Skip(1).Select(row => row.Split(',')[0].Trim('"')).ToArray();
        Assert.Equal(100, table.Length);
        Assert.All(table, name => Assert.NotNull(MaterialShelf.Plain.Find(name)?.Melt));
    }

    [Theory]
    [InlineData("beswax", "beeswax")]
    [InlineData("bees wax", "beeswax")]
    [InlineData("candellila", "candelilla wax")]
    [InlineData("shae butter", "shea butter")]
    [InlineData("karité", "shea butter")]
    [InlineData("kokam", "kokum butter")]
    [InlineData("ho ho ba", "jojoba oil")]
    [InlineData("acetyl alcohol", "cetyl alcohol")]
    [InlineData("Cera Alba", "beeswax")]
    [InlineData("SUNFLOWER", "sunflower oil")]
    [InlineData("vitamin e", "mixed tocopherols")]
    public void SearchForgivesSpelling(string typed, string meant) => Assert.Equal(meant, MaterialSearch.Find(typed, Catalogue.All)[0].Id);

    [Theory]
    [InlineData("moon dust")]
    [InlineData("zzzz")]
    [InlineData("🧴🧴")]
    public void SearchDoesNotGuessWildly(string typed) => Assert.True(typed == "🧴🧴" || MaterialSearch.Find(typed, Catalogue.All).Count == 0);

    [Fact]
    public void AMakersMaterialIsAGradeOfItsKind()
    {
        var shelf = new MaterialShelf([new MakerMaterial("Beeswax, filtered", "beeswax", PricePerKg: 14)]);
        var own = shelf.Get("beeswax, FILTERED", "material");
        Assert.Equal((14m, "Cera Alba"), (own.PricePerKg!.Value, own.Inci));
        Assert.Same(own, shelf.Preferred("beeswax"));
        Assert.Same(MaterialShelf.Plain.Get("beeswax", "m").Melt, own.Melt);
        var refusal = Assert.Throws<Refusal>(() => new MaterialShelf([new MakerMaterial("Odd wax", "odd")]));
        Assert.Equal("materials.Odd wax.basedOn", refusal.Field);
        Assert.Throws<Refusal>(() => new MaterialShelf([new MakerMaterial(new string('x', 300), "beeswax")]));
    }

    [Fact]
    public void AnUnknownNameIsAnsweredWithTheNearest() =>
        Assert.Equal("Did you mean Beeswax?", Assert.Throws<Refusal>(() => MaterialShelf.Plain.Get("beeswacs", "material")).Remedy);

    [Fact]
    public void AMixHasAColourBetweenItsParts()
    {
        Assert.Equal("#FFFFFF", PotColour.Of(Starters.Blank(Family.Balm), MaterialShelf.Plain));
        Assert.Equal("#E8C46C", PotColour.Of(Sample.Of(Family.Balm, ("beeswax", 100)), MaterialShelf.Plain));
    }
}
