using AmberPantry.Core.Making.Routes;
using CsCheck;

namespace AmberPantry.Core.Tests;

/// <summary>Hold, add and pour never contradict each other.</summary>
public class HeatPlanTests
{
    [Fact]
    public void WithoutAPlanTheMixProposesAndNothingClashes()
    {
        var plan = HeatPlan.Of(clearC: 51.5, highestC: 64, ceiling: null, plannedC: null);
        Assert.Equal((69, 74, 58.5, 58.5), (plan.PotFromC, plan.PotToC, plan.AddC, plan.PourC));
        Assert.Equal((56.5, 66.5), (plan.PourFromC, plan.PourToC));
        Assert.Null(plan.AddClash);
        Assert.Null(plan.PourClash);
    }

    [Fact]
    public void AHotPourIsNotColdBeforeIt()
    {
        var plan = HeatPlan.Of(51.5, 64, null, plannedC: 66);
        Assert.Equal((66, 66), (plan.AddC, plan.PourC));
        var tender = HeatPlan.Of(51.5, 64, new HeatCeiling("fir needle oil", 60), plannedC: 66);
        Assert.Equal(66, tender.AddC);
        Assert.Equal(
            "Fir needle oil suffers above 60 °C, but the pour is planned at 66 °C: plan a cooler one, or stir it in at the last moment.",
            tender.AddClash
        );
    }

    [Fact]
    public void WhatSuffersGoesInCoolerWhereTheMixAllowsIt()
    {
        var plan = HeatPlan.Of(38, 40, new HeatCeiling("vitamin C ester", 45), plannedC: null);
        Assert.Equal(45, plan.AddC);
        Assert.Null(plan.AddClash);
        var cloudy = HeatPlan.Of(60, 66, new HeatCeiling("a scent", 50), plannedC: 61);
        Assert.Contains("the mix clouds at 60 °C", cloudy.AddClash, StringComparison.Ordinal);
    }

    [Theory]
    [InlineData(52, "cooler than 56.5 °C")]
    [InlineData(70, "hotter than 66.5 °C")]
    public void APlannedPourOutsideTheWindowSaysWhatItCostsAndCountsAsRight(double planned, string says)
    {
        var plan = HeatPlan.Of(51.5, 64, null, planned);
        Assert.Contains(says, plan.PourClash, StringComparison.Ordinal);
        Assert.InRange(planned, plan.PourFromC, plan.PourToC);
    }

    [Fact]
    public void EachStepIsNoWarmerThanTheOneBefore() =>
        Gen.Select(Gen.Double[0, 85], Gen.Double[0, 90], Gen.Double[30, 90].Nullable(), Gen.Double[20, 95].Nullable())
            .Sample(
                (clear, highest, ceiling, planned) =>
                {
                    var plan = HeatPlan.Of(clear, highest, ceiling is { } most ? new HeatCeiling("it", most) : null, planned);
                    Assert.True(plan.HoldC >= plan.PotFromC && plan.PotFromC >= plan.PourC && plan.PotToC >= plan.AddC && plan.AddC >= plan.PourC);
                    Assert.InRange(plan.PourC, plan.PourFromC, plan.PourToC);
                    Assert.Equal(ceiling < plan.AddC, plan.AddClash is not null);
                }
            );
}
