using AmberPantry.Core.Formulas;
using AmberPantry.Core.Making;
using AmberPantry.Core.Making.Clocks;
using AmberPantry.Core.Making.Sheets;
using AmberPantry.Core.Materials;

namespace AmberPantry.Core.Tests;

/// <summary>Air is told by the cup, and stops where the pack is full at its weight.</summary>
public class WhipCoachTests
{
    private static readonly DateTime Begun = new(2026, 6, 11, 10, 0, 0, DateTimeKind.Utc);
    private static readonly MakersBench Bench = new(MaterialShelf.Plain, Sample.Shed, Sample.Assessor);
    private static readonly WhipCoacher Coacher = new(MaterialShelf.Plain, Sample.Shed);

    /// <summary>A butter for tins of 60 ml that say 45 g: a full one holds them at about a fifth of air.</summary>
    private static readonly Formula Butter = Sample.Of(Kinds.WhippedButter, ("shea butter", 60), ("mango butter", 15), ("sunflower oil", 25)) with
    {
        Batch = new BatchSize(600, 12, "tin-60", 45, 4),
    };

    private static Batch Do(Batch batch, BatchCommand command) =>
        batch.Apply(command, Guid.NewGuid(), Begun.AddMinutes(batch.Readings.Count), Bench).Aggregate(batch, (now, change) => now.With(change));

    /// <summary>Come to the second whipping, with cups weighed.</summary>
    private static Batch Whipped(params double[] cups)
    {
        var steps = new SheetWriter(MaterialShelf.Plain, Sample.Shed).For(Butter).Steps;
        var batch = Batch.Begin("ST-26-001", Butter, steps, Begun);
        foreach (var step in steps.TakeWhile(step => step.Id != "whip"))
        {
            batch = Do(batch, new RecordStep(step.Id, step.TargetG));
        }

        return cups.Aggregate(batch, (now, cup) => Do(now, new ReadStep("whip", CupG: cup)));
    }

    [Fact]
    public void AirIsWhatTheSameCupHasLost()
    {
        var coach = Coacher.Coach(Whipped(184.8, 151.5))!;
        Assert.Equal(184.8, coach.BeforeG);
        Assert.Equal(100 * ((184.8 / 151.5) - 1), coach.AirPercent, 0);
        Assert.Single(coach.Cups);
    }

    [Fact]
    public void WantedIsTheAirAtWhichAFullPackHoldsItsWeight()
    {
        var coach = Coacher.Coach(Whipped(184.8))!;
        var density = Sample.Assessor.Assess(Butter).Parts.Melt!.DensityGMl;
        Assert.Equal(100 * ((60 * density / 45) - 1), coach.WantedPercent!.Value, 0);
        Assert.False(coach.IsEnough);
        Assert.Contains("fills the pack", coach.Says, StringComparison.Ordinal);
        // 576 g are left of 600 after the loss: twelve tins of 45 g, 36 g over.
        Assert.Contains("12 tins, 36", coach.Fills.Replace('\u202f', ' '), StringComparison.Ordinal);
    }

    [Fact]
    public void EnoughIsSaidAtTheWantedAirOrByTheHand()
    {
        var wanted = Coacher.Coach(Whipped(184.8))!.WantedPercent!.Value;
        Assert.True(Coacher.Coach(Whipped(184.8, 184.8 / (1 + (wanted / 100))))!.IsEnough);
        Assert.False(Coacher.Coach(Whipped(184.8, 184.8 / (1 + ((wanted - 5) / 100))))!.IsEnough);
        Assert.True(Coacher.Coach(Do(Whipped(184.8, 175), new ReadStep("whip", Word: "stiff-peak")))!.IsEnough);
    }

    [Fact]
    public void ACupHeavierThanTheLastIsBreaking()
    {
        var coach = Coacher.Coach(Whipped(184.8, 150, 154))!;
        Assert.True(coach.Breaks);
        Assert.False(coach.IsEnough);
        Assert.Contains("Stop", coach.Says, StringComparison.Ordinal);
        Assert.False(Coacher.Coach(Whipped(184.8, 150, 151))!.Breaks);
        // What the eye says counts too, until it says something else.
        var seen = Do(Whipped(184.8, 150), new ReadStep("whip", Word: "breaking"));
        Assert.True(Coacher.Coach(seen)!.Breaks);
        Assert.False(Coacher.Coach(Do(seen, new ReadStep("whip", Word: "soft-peak")))!.Breaks);
    }

    [Fact]
    public void WithoutACupBeforeItAsksForIt()
    {
        var coach = Coacher.Coach(Whipped())!;
        Assert.Null(coach.BeforeG);
        Assert.Contains("before you begin", coach.Says, StringComparison.Ordinal);
        Assert.Equal("command.cupG", Assert.Throws<Refusal>(() => Do(Whipped(), new ReadStep("whip", CupG: 3))).Field);
    }

    [Fact]
    public void TheHillRisesToWhatItTakesAndFallsBeyond()
    {
        var coach = Coacher.Coach(Whipped(184.8))!;
        var rising = coach.Hill.Where(point => point.AirPercent <= coach.MostPercent).Select(point => point.Height).ToArray();
        var falling = coach.Hill.Where(point => point.AirPercent > coach.MostPercent).Select(point => point.Height).ToArray();
        Assert.Equal(rising.Order(), rising);
        Assert.Equal(falling.OrderDescending(), falling);
        Assert.Equal(["mounds", "soft peak", "stiff peak"], coach.Words.Select(word => word.Words));
    }
}
