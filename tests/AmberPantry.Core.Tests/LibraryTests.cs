using AmberPantry.Core.Assessment.Parts;
using AmberPantry.Core.Families;
using AmberPantry.Core.Formulas;
using AmberPantry.Core.Library;
using AmberPantry.Core.Materials;
using AmberPantry.Core.Workshops;

namespace AmberPantry.Core.Tests;

/// <summary>A search through formulas, part by part.</summary>
public class LibraryTests
{
    private static readonly Workshop House = new();
    private static readonly MaterialShelf Shelf = new([new MakerMaterial("beeswax", "beeswax", null, 20)]);

    [Theory]
    [InlineData("hand", true)]
    [InlineData("HAND balm", true)]
    [InlineData("karite", true)]
    [InlineData("cera alba", true)]
    [InlineData("mango", false)]
    [InlineData("slump > 40", true)]
    [InlineData("slump>90", false)]
    [InlineData("balm slump > 40 lanolin", true)]
    [InlineData("slumps 40", true)]
    [InlineData("stands 40", true)]
    [InlineData("stands 90 °C", false)]
    [InlineData("slump above 104 °F", true)]
    [InlineData("slump > 200 °F", false)]
    [InlineData("shea > 20", true)]
    [InlineData("shea butter > 24", false)]
    [InlineData("shea >= 24", true)]
    [InlineData("shea at most 24", true)]
    [InlineData("beeswax under 10", false)]
    [InlineData("materials < 5", false)]
    [InlineData("materials at least 5", true)]
    [InlineData("keeps at least 3 months", true)]
    [InlineData("no nuts", false)]
    [InlineData("no mango", true)]
    [InlineData("without lanolin", false)]
    [InlineData("with lanolin", true)]
    [InlineData("with coconut", false)]
    [InlineData("vegan", false)]
    [InlineData("#gift", true)]
    [InlineData("#gif", false)]
    [InlineData("gift", true)]
    [InlineData("no wax", false)]
    [InlineData("no powder", true)]
    public void FindsWhatHoldsInEveryPart(string search, bool finds)
    {
        Assert.Equal(finds, Finds(search, Balm(), new LibraryLabel("Slipway Hand Balm\nstands the van", ["gift"])));
    }

    [Fact]
    public void ANutIsNoCoconutAndAMarkIsFoundInsideItsWords()
    {
        Assert.False(Finds("with nut", Of(("coconut oil", 60m), ("beeswax", 40m))));
        Assert.True(Finds("with nuts", Of(("sweet almond oil", 60m), ("beeswax", 40m))));
        Assert.False(Finds("no nut", Of(("shea butter", 60m), ("beeswax", 40m))));
        Assert.True(Finds("no nut", Of(("sunflower oil", 60m), ("beeswax", 40m))));
    }

    [Fact]
    public void MoneyIsReadByItsSignOrByAWordOfMoreOrLess()
    {
        var priced = new MaterialShelf([
            new MakerMaterial("beeswax", "beeswax", null, 10),
            new MakerMaterial("sunflower oil", "sunflower oil", null, 10),
        ]);
        var mix = Of(("beeswax", 50m), ("sunflower oil", 50m));
        // A hundred grams at 10 a kilogram cost 1.
        Assert.True(Finds("under £1.01", mix, shelf: priced));
        Assert.False(Finds("under £1", mix, shelf: priced));
        Assert.True(Finds("at most £1", mix, shelf: priced));
        Assert.True(Finds("cost <= 1", mix, shelf: priced));
        Assert.True(Finds("balm under 1,01", mix, new LibraryLabel("A balm", []), priced));
        Assert.True(Finds("over 0.9", mix, shelf: priced));
        Assert.False(Finds("under £1.01", Of(("shea butter", 50m), ("sunflower oil", 50m)), shelf: priced));
    }

    [Fact]
    public void ASignOfLettersIsNoPartOfOtherWords()
    {
        var crowns = House with { Currency = "kr" };
        var query = LibraryQuery.Read("kraft under KR 2", Shelf, crowns);
        Assert.Equal(["cost under kr2.00"], query.Says);
        Assert.False(query.FindsByLabel(new LibraryLabel("Kraft", [])));
        Assert.True(LibraryQuery.Read("kraft krona", Shelf, crowns).FindsByLabel(new LibraryLabel("Kraft and krona", [])));
    }

    [Fact]
    public void TemperaturesAreReadInTheUnitOfTheHouse()
    {
        var fahrenheit = House with { Temperature = TemperatureUnit.Fahrenheit };
        var query = LibraryQuery.Read("slump > 110", Shelf, fahrenheit);
        Assert.Equal(["slump above 110\u202f°F"], query.Says);
        Assert.True(query.Finds(new LibraryLabel("", []), new LibraryEntry(Balm(), new Bearings(Shelf, fahrenheit, FamilyRegistry.Usual))));
        Assert.False(LibraryQuery.Read("slump > 110 °C", Shelf, fahrenheit).Finds(new LibraryLabel("", []), Entry(Balm())));
    }

    [Fact]
    public void WhatWasUnderstoodIsToldBack()
    {
        Assert.Equal(
            ["slump above 40\u202f°C", "no nut", "cost under £1.00", "shea at least 20\u202f%", "tagged gift", "nothing to stop or fix"],
            LibraryQuery.Read("hand slump > 40, no nuts under £1 shea >= 20 #gift no fix", Shelf, House).Says.OrderBy(Place).ToArray()
        );

        static int Place(string says) =>
            "sncstn".IndexOf(says[0], StringComparison.Ordinal)
            + (
                says.StartsWith("shea", StringComparison.Ordinal) ? 3
                : says.StartsWith("nothing", StringComparison.Ordinal) ? 5
                : 0
            );
    }

    [Theory]
    [InlineData("crunch > 4", "crunch")]
    [InlineData("xy = 4", "xy")]
    public void WhatCannotBeComparedIsNamed(string search, string named)
    {
        var refused = Assert.Throws<Refusal>(() => LibraryQuery.Read(search, Shelf, House));
        Assert.Equal((Codes.UnknownId, "search", named), (refused.Code, refused.Field, refused.Value));
        Assert.Contains("slump", refused.Remedy, StringComparison.Ordinal);
    }

    [Fact]
    public void ATextWithoutEndIsRefusedAndAnEmptyOneFindsAll()
    {
        Assert.Equal(Codes.Range, Assert.Throws<Refusal>(() => LibraryQuery.Read(new string('a', 300), Shelf, House)).Code);
        Assert.Equal(Codes.Range, Assert.Throws<Refusal>(() => LibraryQuery.Read(string.Join(' ', Enumerable.Repeat("abc", 13)), Shelf, House)).Code);
        Assert.True(LibraryQuery.Read("  ", Shelf, House).IsAll);
    }

    [Fact]
    public void AMixThatCannotBeReadIsFoundByItsNameAlone()
    {
        var label = new LibraryLabel("Slipway Hand Balm", ["gift"]);
        Assert.True(LibraryQuery.Read("hand gift", Shelf, House).FindsByLabel(label));
        Assert.False(LibraryQuery.Read("hand slump > 4", Shelf, House).FindsByLabel(label));
    }

    [Fact]
    public void NothingToFixIsWhatTheAssessmentSays()
    {
        Assert.False(Finds("no stop", Sample.Of(Kinds.Powder, ("arrowroot starch", 90m), ("sodium carbonate", 10m))));
        Assert.True(Finds("no stop", Balm()));
    }

    private static bool Finds(string search, Formula formula, LibraryLabel? label = null, MaterialShelf? shelf = null) =>
        LibraryQuery
            .Read(search, shelf ?? Shelf, House)
            .Finds(label ?? new LibraryLabel("", []), new LibraryEntry(formula, new Bearings(shelf ?? Shelf, House, FamilyRegistry.Usual)));

    private static LibraryEntry Entry(Formula formula) => new(formula, new Bearings(Shelf, House, FamilyRegistry.Usual));

    private static Formula Balm() =>
        Of(("beeswax", 13m), ("shea butter", 24m), ("lanolin", 8m), ("sunflower oil", 54.2m), ("mixed tocopherols", 0.8m));

    private static Formula Of(params (string Material, decimal Percent)[] lines) => Sample.Of(Kinds.Balm, lines) with { Batch = new BatchSize(100) };
}
