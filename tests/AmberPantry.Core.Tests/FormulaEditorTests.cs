using AmberPantry.Core.Formulas;
using AmberPantry.Core.Materials;
using CsCheck;

namespace AmberPantry.Core.Tests;

public class FormulaEditorTests
{
    private static readonly FormulaEditor Editor = new(MaterialShelf.Plain);

    [Fact]
    public void SharesTotalHundredAndKeptLinesStayAfterAnyEdits()
    {
        var anyEdits = Gen.Select(Gen.Int[0, 8], Gen.Int[0, 20], Gen.Int[0, 1200], Gen.Int[0, 2]).Array[1, 25];
        Gen.Select(Sample.AnyMix, anyEdits)
            .Sample(
                (mix, steps) =>
                {
                    var formula = Sample.Of(Kinds.Balm, mix);
                    foreach (var (kind, at, size, way) in steps)
                    {
                        if (formula.Lines.Count == 0)
                        {
                            break;
                        }

                        var before = formula;
                        var line = formula.Lines[at % formula.Lines.Count].Id;
                        FormulaEdit edit = kind switch
                        {
                            0 => new SetShare(line, $"{size / 10m}", (GivesWay)way),
                            1 => new MoveBoundary(line, (size - 600) / 13m),
                            2 => new AddLine(Catalogue.All[size % Catalogue.All.Count].Id, $"{at}", null, (GivesWay)way),
                            3 => new RemoveLine(line, (GivesWay)way),
                            4 => new SwapMaterial(line, Catalogue.All[size % Catalogue.All.Count].Id),
                            5 => new MoveLine(line, at),
                            6 => new KeepLine(line, size % 2 == 0),
                            7 => new ChooseMakeweight(line),
                            _ => new Trade(line, Catalogue.All[size % Catalogue.All.Count].Id, at / 7m > 0 ? ShareText.Round(at / 7m) : 1),
                        };
                        try
                        {
                            formula = Editor.Apply(formula, edit);
                        }
                        catch (Refusal refusal)
                        {
                            Assert.NotEmpty(refusal.Remedy);
                            continue;
                        }

                        if (formula.Lines.Count > 0)
                        {
                            Assert.Equal(100m, formula.Total);
                        }

                        Assert.All(formula.Lines, l => Assert.InRange(l.Percent, 0, 100));
                        Assert.Equal(formula.Lines.Count, formula.Lines.Select(l => l.Id).Distinct().Count());
                        foreach (var kept in before.Lines.Where(l => l.Kept && edit is not (KeepLine or SwapMaterial or Trade)))
                        {
                            Assert.Equal(kept.Percent, formula.Line(kept.Id).Percent);
                        }
                    }
                }
            );
    }

    [Fact]
    public void MakeweightIsTheLargestFreeLiquidUnlessChosen()
    {
        Assert.Equal("high-oleic sunflower oil", Editor.Makeweight(Sample.Slipway7)!.Material);
        var chosen = Editor.Apply(Sample.Slipway7, new ChooseMakeweight("L3"));
        Assert.Equal("shea butter", Editor.Makeweight(chosen)!.Material);
        var kept = Editor.Apply(chosen, new KeepLine("L3", true));
        Assert.Equal("high-oleic sunflower oil", Editor.Makeweight(kept)!.Material);
    }

    [Fact]
    public void AShareThatUsesUpTheMakeweightIsRefusedWithTheMost()
    {
        var refusal = Assert.Throws<Refusal>(() => Editor.Apply(Sample.Slipway7, new SetShare("L1", "60")));
        Assert.Equal("E_USED_UP", refusal.Code);
        Assert.Equal("Sunflower oil, high-oleic is used up at 55.0 %.", refusal.Message);
        Assert.Equal(55m, Editor.Apply(Sample.Slipway7, new SetShare("L1", "55")).Line("L1").Percent);
    }

    [Fact]
    public void ABoundaryPassesOverKeptLayers()
    {
        var kept = Editor.Apply(Sample.Slipway7, new KeepLine("L4", true));
        var moved = Editor.Apply(kept, new MoveBoundary("L4", 2, "L5"));
        Assert.Equal(26m, moved.Line("L3").Percent);
        Assert.Equal(8m, moved.Line("L4").Percent);
        Assert.Equal(41m, moved.Line("L5").Percent);
    }

    [Fact]
    public void ABoundaryStopsWhereALayerIsUsedUp()
    {
        var moved = Editor.Apply(Sample.Slipway7, new MoveBoundary("L1", 50, "L3"));
        Assert.Equal(36m, moved.Line("L1").Percent);
        Assert.Equal(0m, moved.Line("L3").Percent);
    }

    [Fact]
    public void AFirstMaterialFillsABlankPot()
    {
        var pot = Editor.Apply(Starters.Blank(Kinds.Balm), new AddLine("beeswax", "5"));
        Assert.Equal(100m, pot.Lines.Single().Percent);
        var two = Editor.Apply(pot, new AddLine("olive oil", "80"));
        Assert.Equal([20m, 80m], two.Lines.Select(line => line.Percent));
    }

    [Theory]
    [InlineData("beeswax", "E_TWICE")]
    [InlineData("moon dust", "E_UNKNOWN_ID")]
    public void AddingWhatCannotBeAddedIsRefused(string material, string code)
    {
        var refusal = Assert.Throws<Refusal>(() => Editor.Apply(Sample.Slipway7, new AddLine(material, "2")));
        Assert.Equal(code, refusal.Code);
        Assert.NotEmpty(refusal.Remedy);
    }

    [Fact]
    public void ASwapCanKeepTheFirmness()
    {
        var before = new ProductMelt(Sample.Slipway7, MaterialShelf.Plain).Curve!.FirmnessAt(20);
        var swapped = Editor.Apply(Sample.Slipway7, new SwapMaterial("L1", "rice bran wax", SameFirmness: true));
        Assert.Equal("rice bran wax", swapped.Line("L1").Material);
        Assert.NotEqual(12m, swapped.Line("L1").Percent);
        Assert.InRange(new ProductMelt(swapped, MaterialShelf.Plain).Curve!.FirmnessAt(20), before * 0.97, before * 1.03);
        Assert.Equal(100m, swapped.Total);
    }

    [Theory]
    [InlineData(0, null, null, "batch.grams")]
    [InlineData(1_000_000, null, null, "batch.grams")]
    [InlineData(0, 0, 50, "batch.units")]
    [InlineData(0, 12, 0, "batch.fillG")]
    public void ABatchOutsideAKitchenIsRefused(int grams, int? units, int? fill, string field)
    {
        var refusal = Assert.Throws<Refusal>(() => Editor.Apply(Sample.Slipway7, new SetBatch(new BatchSize(grams, units, "tin-60", fill))));
        Assert.Equal(field, refusal.Field);
    }

    [Fact]
    public void ContainersSetTheGramsWithTheLoss()
    {
        var batch = Editor.Apply(Sample.Slipway7, new SetBatch(new BatchSize(0, 12, "tin-60", 50, 4))).Batch;
        Assert.Equal(625m, batch.Grams);
    }

    [Fact]
    public void EditWordsSayWhatChanged()
    {
        string Tell(FormulaEdit edit) => EditWords.Tell(Sample.Slipway7, Editor.Apply(Sample.Slipway7, edit), MaterialShelf.Plain);
        Assert.Equal("lanolin 8.0 → 10.0, sunflower oil 43.0 → 41.0", Tell(new SetShare("L4", "10")));
        Assert.Equal("cocoa butter added at 5.0 %, from sunflower oil", Tell(new AddLine("cocoa butter", "5")));
        Assert.Equal("candelilla wax removed; sunflower oil took its 1.0 %", Tell(new RemoveLine("L2")));
        Assert.Equal("lanolin kept", Tell(new KeepLine("L4", true)));
        Assert.Equal("batch 600 → 900 g", Tell(new SetBatch(new BatchSize(900))));
    }
}
