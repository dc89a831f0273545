using AmberPantry.Core.Formulas;
using AmberPantry.Core.Materials;
using CsCheck;

namespace AmberPantry.Core.Tests;

/// <summary>A change of the base is carried into its variants, as far as they can take it.</summary>
public class CarriedChangeTests
{
    private static readonly FormulaEditor Editor = new(MaterialShelf.Plain);

    private static Formula Winter { get; } =
        Sample.Of(
            Kinds.Balm,
            ("beeswax", 8),
            ("shea butter", 30),
            ("high-oleic sunflower oil", 51),
            ("castor oil", 10),
            ("lavender essential oil", 1)
        );

    private static Formula Carry(Formula from, Formula to, Formula into) =>
        Editor.Apply(into, CarriedChange.Of(from, to, into, MaterialShelf.Plain).Edits);

    [Fact]
    public void ItMovesTheSameSharesByTheSameAmounts()
    {
        var after = Carry(Sample.Slipway7, Editor.Apply(Sample.Slipway7, new SetShare("L6", "13", GivesWay.Donor, "L3")), Winter);
        Assert.Equal(
            (13m, 27m, 51m, 100m),
            (after.ShareOf("castor oil"), after.ShareOf("shea butter"), after.ShareOf("high-oleic sunflower oil"), after.Total)
        );
        Assert.Equal(8m, after.ShareOf("beeswax"));
    }

    [Fact]
    public void WhatItCannotTakeIsToldAndItsMakeweightEvensItOut()
    {
        // Lanolin, which the winter mix does not hold, gives to beeswax.
        var to = Editor.Apply(Sample.Slipway7, new SetShare("L1", "14", GivesWay.Donor, "L4"));
        var carried = CarriedChange.Of(Sample.Slipway7, to, Winter, MaterialShelf.Plain);
        Assert.Contains("Not taken over: it holds no lanolin", carried.Says, StringComparison.Ordinal);
        var after = Editor.Apply(Winter, carried.Edits);
        Assert.Equal((10m, 49m), (after.ShareOf("beeswax"), after.ShareOf("high-oleic sunflower oil")));
        var kept = Editor.Apply(Winter, new KeepLine("L1", true));
        Assert.Equal("into", Assert.Throws<Refusal>(() => CarriedChange.Of(Sample.Slipway7, to, kept, MaterialShelf.Plain)).Field);
    }

    [Fact]
    public void NothingChangedIsRefused() =>
        Assert.Equal(
            (Codes.Empty, "since"),
            Assert.Throws<Refusal>(() => CarriedChange.Of(Winter, Winter, Sample.Slipway7, MaterialShelf.Plain)) is var refused
                ? (refused.Code, refused.Field)
                : default
        );

    [Fact]
    public void IntoTheBaseItselfItIsTheChange() =>
        Gen.Select(Sample.AnyMix, Gen.Int[0, 8], Gen.Int[0, 6000])
            .Sample(
                (mix, which, percent) =>
                {
                    var from = Sample.Of(Kinds.Balm, mix);
                    Formula to;
                    try
                    {
                        var typed = (percent / 100m).ToString(System.Globalization.CultureInfo.InvariantCulture);
                        to = Editor.Apply(from, new SetShare(from.Lines[which % from.Lines.Count].Id, typed));
                    }
                    catch (Refusal)
                    {
                        return;
                    }

                    if (from.Lines.All(line => Math.Abs(to.ShareOf(line.Material) - line.Percent) < 0.005m))
                    {
                        return;
                    }

                    var after = Carry(from, to, from);
                    Assert.Equal(100m, after.Total);
                    Assert.All(to.Lines, line => Assert.InRange(after.ShareOf(line.Material) - line.Percent, -0.01m, 0.01m));
                }
            );
}
