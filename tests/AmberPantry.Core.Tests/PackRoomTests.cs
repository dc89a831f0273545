using AmberPantry.Core.Assessment;
using AmberPantry.Core.Formulas;
using AmberPantry.Core.Materials;
using AmberPantry.Core.Workshops;
using CsCheck;

namespace AmberPantry.Core.Tests;

/// <summary>What a shaker or a pouch takes of something dry.</summary>
public class PackRoomTests
{
    private static readonly Assessor Packs = new(
        MaterialShelf.Plain,
        Sample.Shed with
        {
            Containers = [new Container("shaker", "Shaker", "shaker", 120), new Container("pouch", "Pouch", "pouch", 480)],
        }
    );

    private static readonly Formula Powder = Sample.Of(
        Kinds.Powder,
        ("arrowroot starch", 68.4m),
        ("kaolin", 19.5m),
        ("zinc oxide", 9.8m),
        ("jojoba oil", 2.3m)
    );

    private static readonly Formula Salts = Sample.Of(Kinds.BathSalts, ("Epsom salt", 70), ("sea salt", 28), ("jojoba oil", 2));

    private static Assessment.Assessment Packed(Formula formula, string? container, decimal? fill = null) =>
        Packs.Assess(formula with { Batch = new BatchSize(900, null, container, fill) }, new Question { Remedies = true });

    [Fact]
    public void AShakerTakesMoreOnceItHasSettled()
    {
        var takes = Packed(Powder, "shaker", 60).Found("pack-takes")!;
        // 120 ml, nine tenths full, half-way between poured and tapped: the density of the powder vectors' shakers.
        Assert.Equal(69.6, takes.Numbers[1].Value, 0);
        Assert.True(takes.Numbers[0].Value < takes.Numbers[1].Value);
        Assert.Contains("last about 60 uses", takes.Sentence, StringComparison.Ordinal);
    }

    [Theory]
    [InlineData("powder", "shaker", 110)]
    [InlineData("bath_salts", "pouch", 600)]
    public void MoreThanItHoldsIsToldWithWhatFits(string kind, string container, int fill)
    {
        var formula = kind == "powder" ? Powder : Salts;
        var full = Packed(formula, container, fill).Found("pack-full")!;
        Assert.Equal(Severity.Fix, full.Severity);
        Assert.True(full.Numbers[0].Value > full.Numbers[1].Value);
        var fits = Assert.IsType<SetBatch>(full.Remedies.Single().Edits.Single());
        Assert.Null(Packed(formula, container, fits.Batch.FillG).Found("pack-full"));
        Assert.Null(Packed(formula, container, fits.Batch.FillG * 1.1m).Found("pack-full"));
        Assert.NotNull(Packed(formula, container, fits.Batch.FillG * 1.15m).Found("pack-full"));
    }

    [Fact]
    public void WhatIsPressedOrCarriedByFatOrPackedInNothingIsNotAsked()
    {
        var fizzy = Sample.Of(Kinds.Fizzy, ("sodium bicarbonate", 60), ("citric acid", 40));
        foreach (var silent in (Assessment.Assessment[])[Packed(fizzy, "pouch", 60), Packed(Sample.Slipway7, "shaker", 60), Packed(Powder, null)])
        {
            Assert.DoesNotContain(silent.Findings, one => one.Id.StartsWith("pack-", StringComparison.Ordinal));
        }
    }

    [Fact]
    public void PouredNeverTakesMoreThanSettled() =>
        Gen.Select(Gen.Int[5, 60], Gen.Int[1, 25], Gen.Bool)
            .Sample(
                (first, oil, soak) =>
                {
                    var formula = soak
                        ? Sample.Of(Kinds.BathSalts, ("Epsom salt", first), ("sea salt", 100 - first - oil), ("jojoba oil", oil))
                        : Sample.Of(Kinds.Powder, ("arrowroot starch", first), ("kaolin", 100 - first - oil), ("jojoba oil", oil));
                    var takes = Packed(formula, "pouch").Found("pack-takes")!;
                    Assert.InRange(takes.Numbers[0].Value, 50, takes.Numbers[1].Value + 1e-9);
                },
                iter: 40
            );
}
