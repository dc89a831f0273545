using AmberPantry.Core.Formulas;
using AmberPantry.Core.Materials;

namespace AmberPantry.Core.Tests;

/// <summary>Each kind of edit does its one thing, and refuses what it cannot do with a field and a remedy.</summary>
public class EditKindTests
{
    private static readonly FormulaEditor Editor = new(MaterialShelf.Plain);

    /// <summary>L1 beeswax 12, L2 candelilla 1, L3 shea 24, L4 lanolin 8, L5 sunflower 43, L6 castor 10, L7 scent 1, L8 tocopherols 0.8, L9 rosemary
    /// 0.2.</summary>
    private static Formula Balm => Sample.Slipway7;

    private static decimal Share(Formula formula, string line) => formula.Lines.Single(one => one.Id == line).Percent;

    [Theory]
    [InlineData("13", 13, 42)]
    [InlineData("12,5", 12.5, 42.5)]
    [InlineData("12.5 %", 12.5, 42.5)]
    [InlineData("75 g", 12.5, 42.5)]
    [InlineData("0", 0, 55)]
    public void AShareIsTakenFromTheMakeweight(string typed, double beeswax, double sunflower)
    {
        var after = Editor.Apply(Balm, [new SetShare("L1", typed)]);
        Assert.Equal((decimal)beeswax, Share(after, "L1"));
        Assert.Equal((decimal)sunflower, Share(after, "L5"));
        Assert.Equal(100m, after.Total);
        Assert.Equal(24m, Share(after, "L3"));
    }

    [Theory]
    [InlineData("-1")]
    [InlineData("101")]
    [InlineData("a lot")]
    [InlineData("")]
    [InlineData("1/0")]
    [InlineData("9999999999999999999999999999999999999999")]
    public void WhatIsNoShareIsRefusedAndTheFormulaStays(string typed)
    {
        var before = Balm;
        var refused = Assert.Throws<Refusal>(() => Editor.Apply(before, [new SetShare("L1", typed)]));
        Assert.NotEmpty(refused.Remedy);
        Assert.Equal(12m, Share(before, "L1"));
    }

    [Fact]
    public void EveryoneGivesWayInProportion()
    {
        var after = Editor.Apply(Balm, [new SetShare("L1", "22", GivesWay.Everyone)]);
        Assert.Equal(22m, Share(after, "L1"));
        Assert.Equal(100m, after.Total);
        Assert.Equal(24m / 43m, Share(after, "L3") / Share(after, "L5"), 3);
        Assert.True(Share(after, "L3") < 24m);
    }

    [Fact]
    public void OnlyItsKindGivesWayWhenAsked()
    {
        var after = Editor.Apply(Balm, [new SetShare("L5", "45", GivesWay.SameRole)]);
        Assert.Equal(8m, Share(after, "L6"));
        Assert.Equal(12m, Share(after, "L1"));
        Assert.Equal(24m, Share(after, "L3"));
        Assert.Equal(100m, after.Total);
    }

    [Theory]
    [InlineData(GivesWay.Makeweight)]
    [InlineData(GivesWay.Everyone)]
    public void AKeptLineNeverGivesWay(GivesWay way)
    {
        var kept = Editor.Apply(Balm, [new KeepLine("L3", true)]);
        var after = Editor.Apply(kept, [new SetShare("L1", "30", way)]);
        Assert.Equal(24m, Share(after, "L3"));
        Assert.Equal(100m, after.Total);
        Assert.False(Editor.Apply(kept, [new KeepLine("L3", false)]).Lines.Single(line => line.Id == "L3").Kept);
    }

    [Fact]
    public void WhereAllIsKeptNothingCanGiveWay()
    {
        var kept = Editor.Apply(Balm, [.. Balm.Lines.Where(line => line.Id != "L1").Select(line => new KeepLine(line.Id, true))]);
        Assert.NotEmpty(Assert.Throws<Refusal>(() => Editor.Apply(kept, [new SetShare("L1", "13")])).Remedy);
    }

    [Fact]
    public void ABoundaryMovesBetweenTwoNeighboursOnly()
    {
        var after = Editor.Apply(Balm, [new MoveBoundary("L3", 4, "L4")]);
        Assert.Equal(28m, Share(after, "L3"));
        Assert.Equal(4m, Share(after, "L4"));
        Assert.Equal(43m, Share(after, "L5"));
        Assert.Equal(
            Balm.Lines.Select(line => line.Percent),
            Editor.Apply(after, [new MoveBoundary("L3", -4, "L4")]).Lines.Select(line => line.Percent)
        );
    }

    [Fact]
    public void ALineIsAddedWhereItIsAskedFor()
    {
        var after = Editor.Apply(Balm, [new AddLine("mango butter", "5", At: 2)]);
        Assert.Equal("mango butter", after.Lines[2].Material);
        Assert.Equal(5m, after.Lines[2].Percent);
        Assert.Equal(38m, Share(after, "L5"));
        Assert.Equal(after.Lines.Count, after.Lines.Select(line => line.Id).Distinct().Count());
    }

    [Fact]
    public void DropsAreCountedAtTheSizeOfTheBatch()
    {
        var scented = Balm with { Batch = new BatchSize(100) };
        var scent = scented.Lines.Single(line => line.Material == "essential oil");
        var perGram = (decimal)MaterialShelf.Plain.Get("essential oil", "").DropsPerG!.Value;
        var after = Editor.Apply(scented, [new AddDrops(scent.Id, 1), new AddDrops(scent.Id, 1)]);
        Assert.Equal(scent.Percent + (2 / perGram), Share(after, scent.Id), 3);
        Assert.Equal(100m, after.Total);
        Assert.Equal(scent.Percent, Share(Editor.Apply(after, [new AddDrops(scent.Id, -2)]), scent.Id), 3);
        Assert.Equal(0m, Share(Editor.Apply(after, [new AddDrops(scent.Id, -1000)]), scent.Id));
        Assert.Contains(
            "does not drop",
            Assert.Throws<Refusal>(() => Editor.Apply(scented, [new AddDrops("L1", 1)])).Message,
            StringComparison.Ordinal
        );
    }

    [Fact]
    public void ColouredPartsAreSplitByWhatIsSaid()
    {
        ColouredPart[] halves = [new("plain", 50, []), new("rose", 50, [new("pink clay", 2)])];
        var after = Editor.Apply(Balm, [new SetColouredParts(halves)]);
        Assert.Equal(halves.Select(part => (part.Name, part.SharePercent)), after.ColouredParts!.Select(part => (part.Name, part.SharePercent)));
        // Told by any of its names, a colour is kept by its key: so its lots are found.
        var loud = Editor.Apply(Balm, [new SetColouredParts([halves[0], halves[1] with { Colours = [new(" Pink Clay", 2)] }])]);
        Assert.Equal(after.ColouredParts![1].Colours, loud.ColouredParts![1].Colours);
        Assert.Null(Editor.Apply(after, [new SetColouredParts(null)]).ColouredParts);
        string Refused(params ColouredPart[] parts) => Assert.Throws<Refusal>(() => Editor.Apply(Balm, [new SetColouredParts(parts)])).Field;
        Assert.Equal("parts", Refused(new ColouredPart("one", 100, [])));
        Assert.Equal("parts[1].sharePercent", Refused(halves[0], halves[1] with { SharePercent = 40 }));
        Assert.Equal("parts[1].name", Refused(halves[0], halves[1] with { Name = "Plain" }));
        Assert.Equal("parts[1].colours[0].material", Refused(halves[0], halves[1] with { Colours = [new("beeswax", 2)] }));
        Assert.Equal("parts[1].colours[0].percent", Refused(halves[0], halves[1] with { Colours = [new("pink clay", 0)] }));
    }

    [Fact]
    public void WhatIsRemovedGoesToTheMakeweight()
    {
        var after = Editor.Apply(Balm, [new RemoveLine("L3")]);
        Assert.DoesNotContain(after.Lines, line => line.Id == "L3");
        Assert.Equal(67m, Share(after, "L5"));
        Assert.Empty(Editor.Apply(Balm, [.. Balm.Lines.Select(line => new RemoveLine(line.Id))]).Lines);
    }

    [Fact]
    public void ASwapKeepsPlaceAndShare()
    {
        var after = Editor.Apply(Balm, [new SwapMaterial("L3", "mango butter")]);
        Assert.Equal(("mango butter", 24m), (after.Lines[2].Material, after.Lines[2].Percent));
        Assert.Equal("E_TWICE", Assert.Throws<Refusal>(() => Editor.Apply(Balm, [new SwapMaterial("L3", "beeswax")])).Code);
    }

    [Theory]
    [InlineData(0, 0)]
    [InlineData(4, 4)]
    [InlineData(99, 8)]
    public void ALineGoesWhereItIsMoved(int to, int lands)
    {
        var after = Editor.Apply(Balm, [new MoveLine("L3", to)]);
        Assert.Equal("L3", after.Lines[lands].Id);
        Assert.Equal(
            Balm.Lines.OrderBy(line => line.Id).Select(line => line.Percent),
            after.Lines.OrderBy(line => line.Id).Select(line => line.Percent)
        );
    }

    [Fact]
    public void AChosenMakeweightGivesWayInsteadOfTheUsual()
    {
        Assert.Equal("L5", Editor.Makeweight(Balm)!.Id);
        var chosen = Editor.Apply(Balm, [new ChooseMakeweight("L3"), new SetShare("L1", "14")]);
        Assert.Equal(22m, Share(chosen, "L3"));
        Assert.Equal(43m, Share(chosen, "L5"));
    }

    [Fact]
    public void PhasePourAndBatchChangeNoShare()
    {
        var after = Editor.Apply(Balm, [new SetPhase("L6", Phase.CoolDown), new SetPour(72), new SetBatch(new BatchSize(1200))]);
        Assert.Equal(Phase.CoolDown, after.Lines.Single(line => line.Id == "L6").Phase);
        Assert.Equal(72, after.PourC);
        Assert.Equal(1200m, after.Batch.Grams);
        Assert.Equal(Balm.Lines.Select(line => line.Percent), after.Lines.Select(line => line.Percent));
    }

    [Fact]
    public void ATradeAddsTheMaterialWhereItIsMissing()
    {
        var more = Editor.Apply(Balm, [new Trade("L5", "castor oil", 3)]);
        Assert.Equal((40m, 13m), (Share(more, "L5"), Share(more, "L6")));
        var added = Editor.Apply(Balm, [new Trade("L5", "mango butter", 3)]);
        Assert.Equal(3m, added.Lines.Single(line => line.Material == "mango butter").Percent);
        Assert.Equal(100m, added.Total);
    }

    [Fact]
    public void ALineThatIsNotThereIsNamed() =>
        Assert.All(
            new FormulaEdit[]
            {
                new SetShare("L99", "5"),
                new RemoveLine("L99"),
                new SwapMaterial("L99", "mango butter"),
                new MoveLine("L99", 0),
                new KeepLine("L99", true),
                new MoveBoundary("L99", 1),
                new SetPhase("L99", Phase.Melt),
                new ChooseMakeweight("L99"),
            },
            edit => Assert.Contains("L99", Assert.Throws<Refusal>(() => Editor.Apply(Balm, [edit])).Value?.ToString(), StringComparison.Ordinal)
        );
}
