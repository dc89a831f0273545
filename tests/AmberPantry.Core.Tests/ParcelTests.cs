using AmberPantry.Core.Assessment.Remedies;
using AmberPantry.Core.Formulas;
using AmberPantry.Core.Materials;
using AmberPantry.Core.Science.Melt;

namespace AmberPantry.Core.Tests;

/// <summary>A parcel on its way: what arrives, and what insulation, a cooler day or another mix would do.</summary>
public class ParcelTests
{
    private static readonly ParcelFinder Finder = new(MaterialShelf.Plain, Sample.Shed);

    private static ParcelTrip Trip(double vanC, double hours, Wrap wrap = Wrap.Bare) =>
        new([new("door", 20, 1), new("van", vanC, hours), new("mailbox", 24, 2)], 300, wrap);

    [Fact]
    public void AWinterBalmMeltsInAHotVanAndTheFirmerOneDoesNot()
    {
        Assert.NotEqual(Arrival.AsSent, Finder.Find(Sample.Slipway4, Trip(46, 5)).Arrives);
        Assert.Equal(Arrival.AsSent, Finder.Find(Sample.Slipway7, Trip(46, 5)).Arrives);
        Assert.Empty(Finder.Find(Sample.Slipway7, Trip(46, 5)).Choices);
    }

    [Fact]
    public void EachChoiceSaysWhatItDoesAndAMixThatIsOfferedArrives()
    {
        var answer = Finder.Find(Sample.Slipway4, Trip(46, 5));
        Assert.Contains(answer.Choices, choice => choice.Wrap is not null);
        Assert.Contains(answer.Choices, choice => choice.Name.StartsWith("Wait", StringComparison.Ordinal));
        var mix = answer.Choices.Single(choice => choice.Edits.Count > 0);
        var after = new FormulaEditor(MaterialShelf.Plain).Apply(Sample.Slipway4, mix.Edits);
        Assert.Equal(Arrival.AsSent, Finder.Find(after, Trip(46, 5)).Arrives);
        Assert.All(answer.Choices, choice => Assert.NotEmpty(choice.Says));
    }

    [Fact]
    public void ThickerWrapNeverMakesItWarmer()
    {
        double Peak(Wrap wrap) =>
            double.Parse(
                System
                    .Text.RegularExpressions.Regex.Match(Finder.Find(Sample.Slipway4, Trip(40, 3, wrap)).Says, @"([\d.]+)[\u202f ]°C")
                    .Groups[1]
                    .Value,
                System.Globalization.CultureInfo.InvariantCulture
            );
        Assert.True(Peak(Wrap.Padded) <= Peak(Wrap.Bare));
        Assert.True(Peak(Wrap.CoolBox) <= Peak(Wrap.Padded));
        Assert.True(Peak(Wrap.CoolPack) <= Peak(Wrap.CoolBox));
    }

    [Fact]
    public void TheWayIsAnAxisOfHoursWithItsStretchesAndItsStates()
    {
        var way = Finder.Find(Sample.Slipway4, Trip(46, 5)).Way;
        Assert.Equal(8, way.To, 1);
        Assert.Equal(["door", "van", "mailbox"], way.Lanes.Select(lane => lane.Name));
        Assert.True(way.Words.Count >= 2);
        Assert.All(way.Hill, point => Assert.InRange(point.Height, 0, 1));
    }

    [Theory]
    [InlineData(0, 46, 5, "grams")]
    [InlineData(300, 400, 5, "legs[1].celsius")]
    [InlineData(300, 46, 0, "legs[1].hours")]
    [InlineData(300, 46, 200, "legs[1].hours")]
    public void WhatCannotBeIsNamed(double grams, double vanC, double hours, string field)
    {
        var refused = Assert.Throws<Refusal>(() => Finder.Find(Sample.Slipway4, Trip(vanC, hours) with { Grams = grams }));
        Assert.Equal(field, refused.Field);
        Assert.NotEmpty(refused.Remedy);
    }

    [Fact]
    public void WhatDoesNotMeltIsSentToAir()
    {
        var salt = Sample.Of(Kinds.BathSalts, ("epsom salt", 70), ("sea salt", 30));
        Assert.Contains("Air", Assert.Throws<Refusal>(() => Finder.Find(salt, Trip(46, 5))).Remedy, StringComparison.Ordinal);
    }
}
