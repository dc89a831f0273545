using AmberPantry.Core.Formulas;
using AmberPantry.Core.Making;
using AmberPantry.Core.Making.Routes;
using AmberPantry.Core.Materials;
using AmberPantry.Core.Science.Melt;

namespace AmberPantry.Core.Tests;

public class MakingTests
{
    private static readonly IReadOnlyList<MakeStep> Steps = new MakingPlan(MaterialShelf.Plain, Sample.Shed).For(
        Sample.Slipway7 with
        {
            Batch = new BatchSize(600, 12, "tin-60", 50),
        }
    );

    [Fact]
    public void StepsRunFromHandsToLogbook()
    {
        Assert.Equal(StepKind.Gather, Steps[0].Kind);
        Assert.Equal(
            [StepKind.Weigh, StepKind.Melt, StepKind.Hold, StepKind.Cool, StepKind.Weigh, StepKind.Pour, StepKind.Set, StepKind.Cap, StepKind.Record],
            Steps
                .Skip(1)
                .Select(step => step.Kind)
                .Aggregate(new List<StepKind>(), (kinds, kind) => kinds.Count > 0 && kinds[^1] == kind ? kinds : [.. kinds, kind])
        );
        Assert.Equal(600m, Steps.Sum(step => step.TargetG ?? 0));
    }

    [Fact]
    public void WaxesGoInFirstAndOilsLast()
    {
        var weighed = Steps
            .TakeWhile(step => step.Kind != StepKind.Melt)
            .Where(step => step.Kind == StepKind.Weigh)
            .Select(step => step.Title)
            .ToArray();
        Assert.Equal("Candelilla wax", weighed[0]);
        Assert.Equal("Beeswax", weighed[1]);
        Assert.Equal(["Castor oil", "Sunflower oil, high-oleic"], weighed[^2..].Order());
    }

    [Fact]
    public void ThePotIsAsHotAsTheHighestWaxAsksAndNotMore()
    {
        var melt = Steps.Single(step => step.Kind == StepKind.Melt);
        Assert.InRange(melt.FromC!.Value, 73, 77);
        Assert.Equal(5, melt.ToC!.Value - melt.FromC.Value, 6);
        Assert.Contains(melt.Cautions, caution => caution.Id == "HEAT-01");
    }

    [Fact]
    public void ThePourStandsAboveTheCloudPoint()
    {
        var clear = Sample.Assessor.Assess(Sample.Slipway7).Parts.Melt!.ClearC!.Value;
        var pour = Steps.Single(step => step.Kind == StepKind.Pour);
        Assert.Equal(clear + 5, pour.FromC!.Value, 6);
        Assert.Equal(clear + 15, pour.ToC!.Value, 6);
        Assert.Contains("12 tins", pour.Text, StringComparison.Ordinal);
    }

    [Fact]
    public void ScentBringsItsCautionAndPlasticItsOwn()
    {
        Assert.Contains(Steps.Single(step => step.Kind == StepKind.Cool).Cautions, caution => caution.Id == "FIRE-06");
        var tubes = new MakingPlan(MaterialShelf.Plain, Sample.Shed).For(
            Sample.Slipway7 with
            {
                PourC = 70,
                Batch = new BatchSize(600, 8, "tube", 70),
            }
        );
        Assert.Contains(tubes.Single(step => step.Kind == StepKind.Pour).Cautions, caution => caution.Id == "HEAT-11");
        Assert.DoesNotContain(Steps.Single(step => step.Kind == StepKind.Pour).Cautions, caution => caution.Id == "HEAT-11");
    }

    [Fact]
    public void AnEmptyPotCannotBeMade() =>
        Assert.Equal("E_EMPTY", Assert.Throws<Refusal>(() => new MakingPlan(MaterialShelf.Plain, Sample.Shed).For(Starters.Blank(Kinds.Balm))).Code);

    [Fact]
    public void TheRecordReadsBackAsAFormula()
    {
        var formula = Sample.Of(Kinds.Balm, ("beeswax", 20), ("olive oil", 80)) with { Batch = new BatchSize(100) };
        var steps = new MakingPlan(MaterialShelf.Plain, Sample.Shed).For(formula);
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
