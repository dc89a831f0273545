using AmberPantry.Core.Assessment.Remedies;
using AmberPantry.Core.Formulas;
using AmberPantry.Core.Materials;
using AmberPantry.Core.Science.Colour;
using CsCheck;

namespace AmberPantry.Core.Tests;

/// <summary>The mix nearest to a wanted shade: never farther than the one in hand, true when it is made, and told with its direction.</summary>
public class ShadeFinderTests
{
    private static readonly ShadeFinder Finder = new(MaterialShelf.Plain, Sample.Shed);

    private static Formula Tint(decimal red, decimal white, decimal yellow, decimal black) =>
        Sample.Of(
            "stick",
            ("castor oil", 64 - red - white - yellow - black),
            ("candelilla wax", 18),
            ("cocoa butter", 18),
            ("red iron oxide", red),
            ("titanium dioxide", white),
            ("yellow iron oxide", yellow),
            ("black iron oxide", black)
        );

    private static string Pot(Formula formula) => Sample.Assessor.Assess(formula).Parts.Colour!.Reading.Hex;

    [Fact]
    public void AShadeMadeOfTheSamePigmentsIsFoundAgain() =>
        Gen.Select(Gen.Int[1, 40], Gen.Int[1, 30], Gen.Int[0, 30], Gen.Int[0, 10])
            .Sample(
                (red, white, yellow, black) =>
                {
                    var wanted = Pot(Tint(red / 10m, white / 10m, yellow / 10m, black / 20m));
                    var found = Finder.Find(Tint(1, 1, 1, 0.1m), new WantedShade(wanted), false);
                    Assert.True(found.OffBy < 2, $"{wanted}: {found.OffBy}");
                },
                iter: 30
            );

    [Theory]
    [InlineData("#C7655E")]
    [InlineData("#8A2F25")]
    [InlineData("#3366CC")]
    [InlineData("#FFFFFF")]
    [InlineData("#000000")]
    public void TheEditsMakeTheMixThatWasTold(string wanted)
    {
        var before = Tint(5.6m, 1.8m, 1.2m, 0.4m);
        var found = Finder.Find(before, new WantedShade(wanted), false);
        var after = found.Edits.Aggregate(before, new FormulaEditor(MaterialShelf.Plain).Apply);
        Assert.Equal(100, after.Total);
        Assert.Equal(found.Nearest.Hex, Pot(after));
        Assert.Equal(found.Now.Hex, Pot(before));
        double Off(string hex) => Lab.DeltaE00(Lab.FromLinear(Srgb.Linear(wanted)!), Lab.FromLinear(Srgb.Linear(hex)!));
        Assert.Equal(Off(found.Nearest.Hex), found.OffBy, 9);
        Assert.True(found.OffBy <= Off(found.Now.Hex) + 1e-9);
        Assert.Contains($"{found.OffBy:0.0} away", found.Says, StringComparison.Ordinal);
        Assert.All(after.Lines.Where(line => line.Material.EndsWith("oxide", StringComparison.Ordinal)), line =>
            Assert.True((double)line.Percent <= Colourant.All[MaterialShelf.Plain.Get(line.Material, "").Keys.Colourant!].LoadMax + 0.005)
        );
        Assert.All(found.Axes, axis =>
        {
            var reach = Assert.Single(axis.Lanes);
            Assert.True(reach.From <= reach.To);
            Assert.Equal(["wanted", "nearest", "now"], axis.Stems.Select(stem => stem.Id));
        });
    }

    /// <summary>Many mixes look alike in the pot: the one is taken that goes on hiding.</summary>
    [Fact]
    public void ALighterShadeStillHides()
    {
        var before = Tint(5.6m, 1.8m, 1.2m, 0.4m);
        var found = Finder.Find(before, new WantedShade("#CA795D"), false);
        Assert.True(found.OffBy < 2, found.Says);
        var after = found.Edits.Aggregate(before, new FormulaEditor(MaterialShelf.Plain).Apply);
        double Pigment(Formula formula) =>
            (double)formula.Lines.Where(line => line.Material.EndsWith("oxide", StringComparison.Ordinal)).Sum(line => line.Percent);
        Assert.True(Pigment(after) > Pigment(before) / 3, found.Effect);
    }

    [Fact]
    public void BlueIsOutOfReachOfEarths()
    {
        var found = Finder.Find(Tint(5.6m, 1.8m, 1.2m, 0.4m), new WantedShade("#3366CC"), false);
        Assert.True(found.OffBy > 20);
        Assert.Contains("clearly another, much", found.Says, StringComparison.Ordinal);
        Assert.Contains("weaker", found.Says, StringComparison.Ordinal);
    }

    [Fact]
    public void WhatIsKeptStaysAndTheShelfMayJoin()
    {
        var own = new MaterialShelf([new MakerMaterial("Quay blue", "ultramarine blue")]);
        var finder = new ShadeFinder(own, Sample.Shed);
        var mix = Tint(5.6m, 1.8m, 1.2m, 0.4m);
        mix = mix with { Lines = [.. mix.Lines.Select(line => line.Material == "red iron oxide" ? line with { Kept = true } : line)] };
        var violet = finder.Find(mix, new WantedShade("#6A4C7D"), true);
        Assert.DoesNotContain(violet.Edits, edit => edit is SetShare { Line: "L4" });
        Assert.Contains(violet.Edits, edit => edit is AddLine { Material: "quay blue" });
        Assert.True(violet.OffBy < finder.Find(mix, new WantedShade("#6A4C7D"), false).OffBy);
    }

    [Theory]
    [InlineData("red")]
    [InlineData("")]
    [InlineData("#12345")]
    [InlineData("#GG0000")]
    public void NoColourIsRefusedByName(string wanted) =>
        Assert.Equal("wanted", Assert.Throws<Refusal>(() => Finder.Find(Tint(1, 1, 1, 0), new WantedShade(wanted), false)).Field);

    [Fact]
    public void AShadeIsWishedForByItsThreeFiguresToo() =>
        Gen.Select(Gen.Double[5, 95], Gen.Double[0, 30], Gen.Double[-360, 360])
            .Sample(
                (lightness, chroma, hue) =>
                {
                    var linear = Lab.OfHue(lightness, chroma, hue).ToLinear();
                    var back = Lab.FromLinear(linear);
                    // Within what a screen shows there and back again is the same.
                    Assert.True(
                        linear.Any(channel => channel is 0 or 1) || Math.Abs(back.L - lightness) < 0.01,
                        $"{lightness} {chroma} {hue}: {back}"
                    );
                    var found = Finder.Find(Tint(1, 1, 1, 0.1m), new WantedShade(null, lightness, chroma, hue), false);
                    Assert.Equal(Srgb.Hex(linear), found.Wanted.Hex);
                },
                iter: 20
            );

    [Theory]
    [InlineData("wanted.lightness", 101, 20, 0)]
    [InlineData("wanted.chroma", 50, -1, 0)]
    [InlineData("wanted.hueDeg", 50, 20, double.NaN)]
    public void AFigureOutOfReachIsNamed(string field, double lightness, double chroma, double hue) =>
        Assert.Equal(field, Assert.Throws<Refusal>(() => Finder.Find(Tint(1, 1, 1, 0), new WantedShade(null, lightness, chroma, hue), false)).Field);

    [Fact]
    public void WithoutPigmentsNothingCanBeMixed() =>
        Assert.Equal("formula", Assert.Throws<Refusal>(() => Finder.Find(Sample.Slipway7, new WantedShade("#C7655E"), false)).Field);

    [Fact]
    public void WhatIsReadBesideAWhiteCardIsMeantInItsLight()
    {
        ShadePoint Read(string sample, string? white) => Finder.Find(Tint(1, 1, 1, 0.1m), new WantedShade(sample) { White = white }, false).Wanted;
        // The same smear in a yellow and in a dim light: the card takes both out.
        Assert.Equal(0, Lab.DeltaE00(Colour("#BF8C6E", "#F0EEEC"), Colour("#A87B61", "#D4D2D0")), 0.6);
        Assert.True(Read("#B08060", "#C0C0C0").Lightness > Read("#B08060", null).Lightness);
        Lab Colour(string sample, string white) => Lab.FromLinear(Srgb.Linear(Read(sample, white).Hex)!);
    }

    [Theory]
    [InlineData("white")]
    [InlineData("#201008")]
    public void ACardThatIsNoneIsRefused(string card)
    {
        var refused = Assert.Throws<Refusal>(() => Finder.Find(Tint(1, 1, 1, 0.1m), new WantedShade("#B08060") { White = card }, false));
        Assert.Equal("wanted.white", refused.Field);
        Assert.NotEmpty(refused.Remedy);
    }
}
