using AmberPantry.Core.Families;
using AmberPantry.Core.Formulas;
using AmberPantry.Core.Materials;
using AmberPantry.Core.Workshops;

namespace AmberPantry.Core.Tests;

/// <summary>Where a product is worn, by whom and where it must stand: each as told, else as usual for its family.</summary>
public class UseTests
{
    private static readonly FormulaEditor Editor = new(MaterialShelf.Plain);

    [Theory]
    [InlineData(Kinds.Balm, WornOn.Hands, new[] { "workroom", "skin", "van" })]
    [InlineData(Kinds.Stick, WornOn.Lips, new[] { "workroom", "skin", "van" })]
    [InlineData(Kinds.WhippedButter, WornOn.Body, new[] { "workroom", "stall" })]
    [InlineData(Kinds.CleansingBalm, WornOn.Face, new[] { "workroom", "stall" })]
    [InlineData(Kinds.BodyOil, WornOn.Body, new[] { "workroom" })]
    [InlineData(Kinds.BathSalts, WornOn.Bath, new[] { "workroom" })]
    public void EachFamilyHasItsUsual(string family, WornOn worn, string[] places)
    {
        var use = Sample.Assessor.Assess(Starters.For(FamilyRegistry.Usual.Find(family)!, MaterialShelf.Plain)).Use;
        Assert.Equal((worn, ForWhom.Anyone), (use.WornOn, use.ForWhom));
        Assert.Equal(places, use.MustStand);
        Assert.Equal(family == Kinds.WhippedButter ? 40d : null, use.OverrunPercent);
    }

    /// <summary>A place that is not asked for is told on the ruler and nowhere else.</summary>
    [Fact]
    public void OnlyAskedPlacesRaiseFindings()
    {
        var soft = Sample.Of(Kinds.Butter, ("shea butter", 70), ("jojoba oil", 29.5m), ("mixed tocopherols", 0.5m));
        var usual = Sample.Assessor.Assess(soft);
        Assert.Null(usual.Found("holds-shape") is { Severity: < Severity.Note } told ? told : null);
        Assert.False(usual.Parts.Melt!.Landmarks.Single(place => place.Id == "van").Holds);
        Assert.Equal(["workroom", "stall"], usual.Parts.Melt.Landmarks.Where(place => place.Must).Select(place => place.Id));
        var van = Sample.Assessor.Assess(Editor.Apply(soft, new SetMustStand(["van"])));
        Assert.Equal(Severity.Fix, van.Found("holds-shape")!.Severity);
        var nowhere = Sample.Assessor.Assess(Editor.Apply(soft, new SetMustStand([])));
        Assert.Null(nowhere.Found("holds-shape"));
        Assert.Null(Editor.Apply(Editor.Apply(soft, new SetMustStand([])), new SetMustStand()).MustStand);
    }

    [Fact]
    public void ACupThatReadsAsEnoughIsEnough()
    {
        for (var wax = 8m; wax < 16; wax += 0.1m)
        {
            var formula = Sample.Of(Kinds.Balm, ("beeswax", wax), ("olive oil", 99.5m - wax), ("mixed tocopherols", 0.5m));
            var assessment = Sample.Assessor.Assess(formula);
            if (assessment.Found("holds-shape") is { Sentence: var sentence })
            {
                Assert.DoesNotMatch(@"only 3\b.*less than the 3\b", sentence.Replace("\u202f", "", StringComparison.Ordinal));
            }
        }
    }

    [Theory]
    [InlineData(WornOn.Lips, 0.6, true)]
    [InlineData(WornOn.Body, 0.6, false)]
    public void LimitsGoByWhereItIsWornAndNotByTheFill(WornOn worn, double percent, bool over)
    {
        var stick = Sample.Of(Kinds.Stick, ("beeswax", 22), ("castor oil", 78 - (decimal)percent), ("lavender essential oil", (decimal)percent)) with
        {
            WornOn = worn,
            Batch = new BatchSize(600, 8, null, 70),
        };
        Assert.Equal(over, Sample.Assessor.Assess(stick).Found("scent-limit")?.Severity == Severity.Stop);
    }

    [Fact]
    public void AChildIsHeldToTheYoungestOfItsSpan()
    {
        var oil = Sample.Of(Kinds.BodyOil, ("jojoba oil", 99.3m), ("lavender essential oil", 0.7m));
        Severity? Limit(ForWhom forWhom) => Sample.Assessor.Assess(oil with { ForWhom = forWhom }).Found("scent-limit")?.Severity;
        Assert.Null(Limit(ForWhom.Anyone));
        Assert.Equal(Severity.Stop, Limit(ForWhom.Child));
        Assert.NotNull(Sample.Assessor.Assess(oil with { ForWhom = ForWhom.ChildUnder3 }).Found("rule-eo-05"));
        Assert.NotNull(Sample.Assessor.Assess(oil with { ForWhom = ForWhom.Pregnant }).Found("rule-age-02"));
    }

    [Fact]
    public void AirSoftensByThePowerOfItsVolumeAndIsKeptWithTheBatch()
    {
        var butter = Sample.Of(Kinds.WhippedButter, ("shea butter", 70), ("jojoba oil", 30));
        double At20(decimal air) =>
            Sample.Assessor.Assess(butter with { Batch = butter.Batch with { OverrunPercent = air } }).Parts.Melt!.Curve!.FirmnessKPa[50];
        Assert.Equal(1, Math.Pow(1.8, 1.5) * At20(80) / At20(0), 2);
        var edited = Editor.Apply(butter, new SetBatch(new BatchSize(500, OverrunPercent: 60)));
        Assert.Equal("air 60.0 %", EditWords.Tell(butter, edited, MaterialShelf.Plain));
        foreach (var air in new[] { -1m, 301m })
        {
            var refusal = Assert.Throws<Refusal>(() => Editor.Apply(butter, new SetBatch(new BatchSize(500, OverrunPercent: air))));
            Assert.Equal((Codes.Range, "batch.overrunPercent"), (refusal.Code, refusal.Field));
        }
    }

    public static TheoryData<string, IReadOnlyList<string>> WrongPlaces =>
        new()
        {
            { "places", [.. Enumerable.Range(0, HouseSettings.MostLandmarks + 1).Select(n => $"place {n}")] },
            { "places[0]", [""] },
            { "places[1]", ["van", "van"] },
        };

    [Theory]
    [MemberData(nameof(WrongPlaces))]
    public void APlaceThatCannotBeIsRefusedByItsField(string field, IReadOnlyList<string> places) =>
        Assert.Equal(field, Assert.Throws<Refusal>(() => Editor.Apply(Sample.Slipway7, new SetMustStand(places))).Field);

    [Fact]
    public void WhatWasChangedIsToldInWords()
    {
        string Tell(FormulaEdit edit) => EditWords.Tell(Sample.Slipway7, Editor.Apply(Sample.Slipway7, edit), MaterialShelf.Plain);
        Assert.Equal("use changed", Tell(new SetUse(WornOn.Feet)));
        Assert.Equal("places it must stand changed", Tell(new SetMustStand(["van"])));
    }

    /// <summary>Each family says in a sentence of its own what it is.</summary>
    [Fact]
    public void EveryFamilyHasItsHeadline()
    {
        var said = FamilyRegistry.Usual.All.ToDictionary(
            family => family.Family.Key,
            family => Sample.Assessor.Assess(Starters.For(family, MaterialShelf.Plain)).Headline
        );
        Assert.Equal(said.Count, said.Values.Distinct().Count());
        Assert.All(said.Values, sentence => Assert.Matches(@"^[A-Z0-9].*\d.*\.$", sentence));
        Assert.Contains("whip it between", said["whipped_butter"], StringComparison.Ordinal);
        Assert.Contains("turns milky and rinses", said["cleansing_bar"], StringComparison.Ordinal);
        Assert.Contains("no protection figure", said["uv_stick"], StringComparison.Ordinal);
        Assert.Contains("litres of gas", said["fizzy"], StringComparison.Ordinal);
        Assert.Contains("humidity", said["bath_salts"], StringComparison.Ordinal);
        Assert.Contains("dust", said["powder"], StringComparison.Ordinal);
        Assert.Contains("dress after", said["body_oil"], StringComparison.Ordinal);
        Assert.Equal("The pot is empty.", Sample.Assessor.Assess(Starters.Blank("balm")).Headline);
    }

    /// <summary>What no model tells is asked of the maker, and only where the formula gives a reason.</summary>
    [Fact]
    public void ChecksFitTheFamilyAndWhatIsInIt()
    {
        string[] Of(string family, params (string, decimal)[] lines) =>
            [.. Sample.Assessor.Assess(Sample.Of(family, lines)).Checks.Select(check => check.Id)];
        Assert.All(FamilyRegistry.Usual.All, family =>
            Assert.True(Sample.Assessor.Assess(Starters.For(family, MaterialShelf.Plain)).Checks.Count >= 2, family.Title)
        );
        Assert.Contains("castor-bloom", Of(Kinds.Stick, ("beeswax", 22), ("castor oil", 78)));
        Assert.DoesNotContain("castor-bloom", Of(Kinds.Stick, ("beeswax", 22), ("jojoba oil", 78)));
        Assert.Contains("petals-brown", Of(Kinds.BathSalts, ("sea salt", 97), ("lavender buds", 3)));
        Assert.DoesNotContain("petals-brown", Of(Kinds.BathSalts, ("sea salt", 100)));
        Assert.Contains("infusion-dry", Of(Kinds.Salve, ("beeswax", 10), ("infused calendula oil", 90)));
        Assert.Contains("mica-settles", Of(Kinds.BodyOil, ("jojoba oil", 99.5m), ("mica", 0.5m)));
    }
}
