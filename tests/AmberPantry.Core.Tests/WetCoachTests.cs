using AmberPantry.Core.Formulas;
using AmberPantry.Core.Making;
using AmberPantry.Core.Making.Clocks;
using AmberPantry.Core.Making.Sheets;
using AmberPantry.Core.Materials;
using AmberPantry.Core.Workshops;

namespace AmberPantry.Core.Tests;

/// <summary>Sprays are counted against what the air allows, and the squeeze decides.</summary>
public class WetCoachTests
{
    private static readonly DateTime Begun = new(2026, 6, 11, 10, 0, 0, DateTimeKind.Utc);

    private static readonly Formula Fizz = Sample.Of(
        Kinds.Fizzy,
        ("sodium bicarbonate", 55),
        ("citric acid", 28),
        ("corn starch", 14),
        ("jojoba oil", 2),
        ("polysorbate 80", 1)
    ) with
    {
        Batch = new BatchSize(1200, 10, "tin-60", 120),
    };

    private static Workshop Shed(double humidity) => Sample.Shed with { HumidityPercent = humidity };

    private static Batch Do(Batch batch, BatchCommand command, Workshop shed) =>
        batch
            .Apply(command, Guid.NewGuid(), Begun.AddSeconds(batch.Readings.Count), new MakersBench(MaterialShelf.Plain, shed, Sample.Assessor))
            .Aggregate(batch, (now, change) => now.With(change));

    /// <summary>Come to the wetting, with sprays and squeezes told in turn.</summary>
    private static WetCoach Coach(double humidity, params object[] told)
    {
        var shed = Shed(humidity);
        var steps = new SheetWriter(MaterialShelf.Plain, shed).For(Fizz).Steps;
        var batch = Batch.Begin("SG-26-001", Fizz, steps, Begun);
        foreach (var step in steps.TakeWhile(step => step.Template != "wet"))
        {
            batch = Do(batch, new RecordStep(step.Id, step.TargetG), shed);
        }

        // No hand tells more than fifty at once.
        var each = told.SelectMany(one => one is > 50 and int many ? Enumerable.Repeat((object)1, many) : [one]);
        foreach (var one in told is [51] ? told : each)
        {
            batch = Do(batch, one is int sprays ? new ReadStep(batch.AtStep, Sprays: sprays) : new ReadStep(batch.AtStep, Word: (string)one), shed);
        }

        return new WetCoacher(MaterialShelf.Plain, shed).Coach(batch)!;
    }

    [Fact]
    public void SpraysAreCountedInGramsAgainstWhatHolds()
    {
        var coach = Coach(48, 3, 1);
        Assert.Equal(4, coach.Sprays);
        Assert.Equal(4 * coach.SprayG, coach.Grams, 1);
        Assert.True(coach.FromG < coach.StopG && coach.StopG < coach.ToG);
        Assert.True(coach.StopG > coach.Grams);
        Assert.Equal(["pours", "clumps", "holds and just crumbles", "too wet"], coach.Words.Select(word => word.Words));
        Assert.Equal(coach.Words.Select(word => word.FromG).Order(), coach.Words.Select(word => word.FromG));
        Assert.Contains("give or take", coach.Says, StringComparison.Ordinal);
    }

    [Fact]
    public void TheSqueezeIsAskedAfterAThirdOfTheWayAndNotOften()
    {
        var fresh = Coach(48);
        Assert.InRange(fresh.SqueezeAfter, 1, (int)Math.Ceiling(fresh.FromG / fresh.SprayG / 3));
        var due = Coach(48, Enumerable.Repeat((object)1, fresh.SqueezeAfter).ToArray());
        Assert.Equal(0, due.SqueezeAfter);
        Assert.Contains("Squeeze now", due.Says, StringComparison.Ordinal);
        Assert.True(Coach(48, [.. Enumerable.Repeat((object)1, fresh.SqueezeAfter), "sand-pours"]).SqueezeAfter > 0);
    }

    [Fact]
    public void WhatTheHandSaysNarrowsTheStop()
    {
        var fresh = Coach(48);
        var past = (int)Math.Ceiling(fresh.StopG / fresh.SprayG) + 2;
        var still = Coach(48, past, "sand-clumps");
        Assert.True(still.StopG > still.Grams);
        Assert.True(still.ToG - still.FromG < fresh.ToG - fresh.FromG);
        var holds = Coach(48, past, "sand-holds");
        Assert.True(holds.IsEnough);
        Assert.Equal(holds.Grams, holds.StopG, 2);
        Assert.Single(holds.Squeezes);
    }

    [Theory]
    [InlineData("sand-too-wet")]
    [InlineData("fizz-starts")]
    public void TooWetOrFizzingEndsIt(string word)
    {
        var coach = Coach(48, 5, word);
        Assert.True(coach.IsOver);
        Assert.False(coach.IsEnough);
        Assert.Contains("dry", coach.Says, StringComparison.Ordinal);
    }

    [Fact]
    public void NoSpraysOrTooManyAreRefused()
    {
        Assert.Equal("command.sprays", Assert.Throws<Refusal>(() => Coach(48, 0)).Field);
        Assert.Equal("command.sprays", Assert.Throws<Refusal>(() => Coach(48, 51)).Field);
    }
}
