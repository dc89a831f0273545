using AmberPantry.Core.Formulas;
using AmberPantry.Core.Making;
using AmberPantry.Core.Making.Sheets;
using AmberPantry.Core.Materials;
using AmberPantry.Core.Science.Melt;

namespace AmberPantry.Core.Tests;

public class MakingTests
{
    private static readonly IReadOnlyList<MakeStep> Steps = new SheetWriter(MaterialShelf.Plain, Sample.Shed)
        .For(Sample.Slipway7 with { Batch = new BatchSize(600, 12, "tin-60", 50) })
        .Steps;

    [Fact]
    public void StepsRunFromHandsToLogbook()
    {
        Assert.Equal(StepKind.Gather, Steps[0].Kind);
        Assert.Equal(
            [
                StepKind.Weigh,
                StepKind.Melt,
                StepKind.Hold,
                StepKind.Cool,
                StepKind.Add,
                StepKind.Pour,
                StepKind.Fill,
                StepKind.Set,
                StepKind.Rest,
                StepKind.Cap,
                StepKind.Record,
            ],
            Steps
                .Skip(1)
                .Select(step => step.Kind)
                .Aggregate(new List<StepKind>(), (kinds, kind) => kinds.Count > 0 && kinds[^1] == kind ? kinds : [.. kinds, kind])
        );
        Assert.Equal(600m, Steps.Sum(step => step.TargetG ?? 0));
    }

    [Fact]
    public void WaxesGoInFirstOilsLastAndCupsAreWeighedBeforeThePotIsReady()
    {
        var weighed = Steps.TakeWhile(step => step.Kind != StepKind.Melt).Where(step => step.Kind == StepKind.Weigh).ToArray();
        Assert.Equal(["Candelilla wax", "Beeswax"], weighed.Take(2).Select(step => step.Title));
        var pot = weighed.Where(step => step.Template == "weigh-pot").Select(step => step.Title).ToArray();
        Assert.Equal("Sunflower oil, high-oleic", pot[^1]);
        Assert.Contains(weighed, step => step.Template == "weigh-cup" && step.Title.EndsWith("into the cup", StringComparison.Ordinal));
        Assert.DoesNotContain(Steps.SkipWhile(step => step.Kind != StepKind.Melt), step => step.Kind == StepKind.Weigh);
    }

    [Fact]
    public void ThePotIsAsHotAsItAsksByItselfAndNotAsItsHighestWax()
    {
        var melt = Steps.Single(step => step.Kind == StepKind.Melt);
        Assert.InRange(melt.FromC!.Value, 55, 62);
        Assert.InRange(melt.ToC!.Value - melt.FromC.Value, 0, 5);
        Assert.True(melt.MostC > melt.ToC);
        Assert.Contains(melt.Cautions, caution => caution.Id == "HEAT-01");
        Assert.Equal(Hands.Eyes, melt.Hands);
    }

    [Fact]
    public void ThePourStandsAboveTheCloudPointAndNothingGoesInColderThanItIsPoured()
    {
        var clear = Sample.Assessor.Assess(Sample.Slipway7).Parts.Melt!.ClearC!.Value;
        var pour = Steps.Single(step => step.Kind == StepKind.Pour);
        Assert.InRange(pour.FromC!.Value - clear, 5, 5.5);
        Assert.InRange(pour.ToC!.Value - clear, 14.5, 15);
        Assert.Contains("12 tins", pour.Text, StringComparison.Ordinal);
        Assert.All(Steps.Where(step => step.Kind == StepKind.Add), add => Assert.True(add.ToC >= pour.FromC));
    }

    [Fact]
    public void ScentBringsItsCautionAndPlasticItsLimit()
    {
        Assert.Contains(Steps.Single(step => step.Kind == StepKind.Add).Cautions, caution => caution.Id == "FIRE-06");
        var plain = new SheetWriter(MaterialShelf.Plain, Sample.Shed).For(
            Sample.Slipway7 with
            {
                PourC = 78,
                Batch = new BatchSize(600, 8, "tube", 70),
            }
        );
        Assert.Contains(plain.Says, saying => saying.Id == "container-stop");
        Assert.All(plain.Says, saying => Assert.False(saying.Blocks));
        Assert.Contains(plain.Steps.Single(step => step.Kind == StepKind.Pour).Says, saying =>
            saying.Sentence.Contains("75", StringComparison.Ordinal)
        );
    }

    [Fact]
    public void AnEmptyPotCannotBeMade() =>
        Assert.Equal("E_EMPTY", Assert.Throws<Refusal>(() => new SheetWriter(MaterialShelf.Plain, Sample.Shed).For(Starters.Blank(Kinds.Balm))).Code);

    [Fact]
    public void TheRecordReadsBackAsAFormula()
    {
        var formula = Sample.Of(Kinds.Balm, ("beeswax", 20), ("olive oil", 80)) with { Batch = new BatchSize(100) };
        var steps = new SheetWriter(MaterialShelf.Plain, Sample.Shed).For(formula).Steps;
        var wax = steps.Single(step => step.Title == "Beeswax").Id;
        StepDone[] done = [new(wax, DateTime.UnixEpoch, 25)];
        var weighed = BatchRecord.AsWeighed(formula, steps, done);
        Assert.Equal(100m, weighed.Total);
        Assert.Equal(ShareText.Round(100m * 25 / 105), weighed.Line("L1").Percent, 3);
        Assert.Equal(105m, weighed.Batch.Grams);
        Assert.Same(formula, BatchRecord.AsWeighed(formula, [], []));
    }

    [Theory]
    [InlineData(1, 1)]
    [InlineData(50, 2)]
    [InlineData(100, 3)]
    [InlineData(200, 4)]
    [InlineData(900, 5)]
    public void TheThumbScaleFollowsTheStates(double firmness, int thumb) => Assert.Equal(thumb, MatterStates.ThumbOf(firmness));
}
