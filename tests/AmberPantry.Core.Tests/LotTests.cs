using AmberPantry.Core.Assessment;
using AmberPantry.Core.Formulas;
using AmberPantry.Core.Materials;
using AmberPantry.Core.Science.Powders;
using AmberPantry.Core.Workshops;

namespace AmberPantry.Core.Tests;

/// <summary>What the maker has measured of her own lots, droppers and pumps rules the arithmetic.</summary>
public class LotTests
{
    private static readonly Wording Grams = new(new Workshop());

    private static MaterialShelf With(MakerMaterial own) => new([own]);

    private static double Slump(MaterialShelf shelf) => new Assessor(shelf, Sample.Shed).Assess(Sample.Slipway7).Parts.Melt!.SlumpC!.Value;

    [Theory]
    [InlineData(-3)]
    [InlineData(2)]
    public void ALotThatMeltsElsewhereMovesTheMixAndIsToldOf(double shift)
    {
        var shelf = With(new MakerMaterial("beeswax", "beeswax", Lot: "BW-9") { MeltShiftK = (decimal)shift });
        Assert.Equal(Math.Sign(shift), Math.Sign(Slump(shelf) - Slump(MaterialShelf.Plain)));
        var finding = new Assessor(shelf, Sample.Shed).Assess(Sample.Slipway7).Found("lot-drift")!;
        Assert.Contains("Beeswax lot BW-9 melts", finding.Sentence, StringComparison.Ordinal);
        Assert.Equal(Slump(MaterialShelf.Plain), finding.Numbers[1].Value, 6);
        Assert.Null(Sample.Assessor.Assess(Sample.Slipway7).Found("lot-drift"));
    }

    [Fact]
    public void AllLotsShiftedAlikeShiftTheCurveWithThem()
    {
        var butter = Sample.Of(Kinds.Butter, ("shea butter", 100));
        double At(decimal shift, double celsius) =>
            new ProductMelt(butter, With(new MakerMaterial("shea butter", "shea butter") { MeltShiftK = shift })).Curve!.FirmnessAt(celsius);
        Assert.Equal(At(0, 20), At(3, 23), 0.25 * At(0, 20));
        Assert.True(At(3, 25) > At(0, 25) && At(-3, 25) < At(0, 25));
    }

    [Fact]
    public void OwnDropsAndPumpsAreTheWeightTheyWereCountedAt()
    {
        var castor = With(new MakerMaterial("castor oil", "castor oil") { DropsG = 0.7m, StrokesG = 21 }).Get("castor oil", "material");
        Assert.Equal(0.35m, ShareText.Parse("20 drops", 200, "percent", castor));
        Assert.Equal(2.1m, ShareText.Parse("2 pumps", 200, "percent", castor));
        Assert.Equal(20 / 0.7, castor.DropsPerG!.Value, 6);
        Assert.Contains("0.6 to 0.8", AmountText.Doubt(castor, "20 drops", Grams)!, StringComparison.Ordinal);
        Assert.Contains("0.1 to 0.2", AmountText.Doubt(castor, "1 dab", Grams)!, StringComparison.Ordinal);
    }

    [Fact]
    public void ASpongeThatHoldsLessThanItsKindHasLessRoomForOil()
    {
        const string Starch = "modified tapioca starch";
        var dust = Sample.Of(Kinds.Powder, (Starch, 90), ("sunflower oil", 10));
        var plain = MaterialShelf.Plain.Get(Starch, "material");
        MaterialShelf Squeezed(decimal holds) => new(lots: [new LotInUse(plain.Id, 900, "TS-4", null) { HoldsOilG = holds }]);
        double Room(MaterialShelf shelf) => new Assessor(shelf, Sample.Shed).Assess(dust).Parts.Powder!.Budget!.CapacityG;

        var usual = Room(MaterialShelf.Plain);
        // What the table's own uptake would hold squeezed, told as a squeeze, changes nothing.
        var alike = OwnUptake.Of(plain.Powder!, 100, 10, 0.92, UptakeMethod.Squeeze).UptakeGPer100g;
        var same = (decimal)(10 * plain.Powder!.OilAbsorption / alike);
        Assert.Equal(usual, Room(Squeezed(same)), 6);
        Assert.Equal(usual / 2, Room(Squeezed(same / 2)), 6);
        Assert.Equal(usual * 1.5, Room(Squeezed(same * 1.5m)), 6);

        var explained = new Assessor(Squeezed(same / 2), Sample.Shed).Assess(dust).Parts.Powder!.Steps;
        Assert.Contains(explained, step => step.Says.Contains("by your squeeze of lot TS-4", StringComparison.Ordinal));
        Assert.DoesNotContain(new Assessor(MaterialShelf.Plain, Sample.Shed).Assess(dust).Parts.Powder!.Steps, step =>
            step.Says.Contains("squeeze", StringComparison.Ordinal)
        );
        // What takes up none is not changed by a squeeze.
        var wax = new MaterialShelf(lots: [new LotInUse("beeswax", 900, "W-1", null) { HoldsOilG = 5 }]).Get("beeswax", "material");
        Assert.Null(wax.SqueezedUptake);
    }

    [Theory]
    [InlineData(9.0, null, null, "meltShiftK")]
    [InlineData(null, 0.0, null, "dropsG")]
    [InlineData(null, null, 200.0, "strokesG")]
    public void FiguresThatCannotBeAreRefusedByName(double? shift, double? drops, double? strokes, string field)
    {
        var refused = Assert.Throws<Refusal>(() =>
            new MakerMaterial("Mine", "beeswax")
            {
                MeltShiftK = (decimal?)shift,
                DropsG = (decimal?)drops,
                StrokesG = (decimal?)strokes,
            }.Check("")
        );
        Assert.Equal(field, refused.Field);
        Assert.NotEmpty(refused.Remedy);
    }
}
