using AmberPantry.Core.Formulas;
using AmberPantry.Core.Making.Sheets;
using AmberPantry.Core.Materials;
using AmberPantry.Core.Workshops;

namespace AmberPantry.Core.Tests;

/// <summary>How a batch is warmed, what cold additions do to it, and where it is best cooled.</summary>
public class CoolingFinderTests
{
    private static CoolingAnswer Of(Formula formula, Workshop? workshop = null) =>
        new CoolingFinder(MaterialShelf.Plain, workshop ?? Sample.Shed).Find(formula);

    [Fact]
    public void ColdOilIntoMeltedWaxIsWarnedOfWithTheWarmthThatDoes()
    {
        var step = Of(Sample.Slipway7).Steps[0];
        Assert.True(step.Warns);
        Assert.Contains("Warm them to", step.Says, StringComparison.Ordinal);
        // A little oil into much that melts low may go in as it is in a hot room.
        var easy = Of(Sample.Of(Kinds.Butter, ("coconut oil", 95), ("jojoba oil", 5)), Sample.Shed with { WorkroomC = 32 }).Steps[0];
        Assert.False(easy.Warns);
    }

    [Fact]
    public void WhatGoesInLateIsToldWithItsWarmth()
    {
        var steps = Of(Sample.Slipway7).Steps;
        Assert.Contains(steps, step => step.Name == "Essential oil" && step.Says.Contains("after", StringComparison.Ordinal));
        var powder = Of(Sample.Of(Kinds.WhippedButter, ("shea butter", 70), ("sunflower oil", 20), ("arrowroot starch", 10)));
        Assert.Contains(powder.Steps, step => step.Name.StartsWith("Arrowroot", StringComparison.Ordinal));
    }

    [Fact]
    public void FasterPlacesAreSoonerAndGrainSetsTheBest()
    {
        var shea = Sample.Of(Kinds.WhippedButter, ("shea butter", 80), ("sunflower oil", 20));
        var answer = Of(shea);
        Assert.Equal(
            ["on the bench", "in the fridge", "in the freezer", "in a cold bath", "in an ice bath"],
            answer.Places.Select(place => place.Name.Split(" at ")[0].Split(',')[0])
        );
        var best = Assert.Single(answer.Places, place => place.IsBest);
        Assert.NotEqual(answer.Places[0], best);
        Assert.Contains(best.Name, answer.Says, StringComparison.Ordinal);
        Assert.Contains("hold", Assert.Single(answer.Fats), StringComparison.Ordinal);
        Assert.Contains(
            "temper",
            Of(Sample.Of(Kinds.Bar, ("cocoa butter", 60), ("shea butter", 30), ("beeswax", 10))).Fats[0],
            StringComparison.Ordinal
        );
    }

    [Fact]
    public void TheColdSweatsOnlyInADampRoom()
    {
        string Fridge(double? humidity) => Of(Sample.Slipway7, Sample.Shed with { HumidityPercent = humidity }).Places[1].Sweats;
        Assert.NotEmpty(Fridge(60));
        Assert.Empty(Fridge(20));
        Assert.Empty(Fridge(null));
        Assert.Empty(Of(Sample.Slipway7, Sample.Shed with { HumidityPercent = 60 }).Places[0].Sweats);
    }

    [Fact]
    public void WhatIsNotMeltedHasNothingToTell()
    {
        var salts = Of(Sample.Of(Kinds.BathSalts, ("Epsom salt", 100)));
        Assert.Empty(salts.Steps);
        Assert.Empty(salts.Places);
        Assert.NotEmpty(salts.Says);
        Assert.Empty(Of(new Formula { Family = Kinds.Balm, Lines = [] }).Places);
    }

    [Fact]
    public void WhereNothingIsInTheMeltNothingIsStirredIntoIt()
    {
        var late = Sample.Slipway7 with { Lines = [.. Sample.Slipway7.Lines.Select(line => line with { Phase = Phase.CoolDown })] };
        Assert.Empty(Of(late).Steps);
        Assert.NotEmpty(Of(late).Places);
    }
}
