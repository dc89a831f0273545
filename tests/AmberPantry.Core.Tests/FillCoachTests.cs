using AmberPantry.Core.Formulas;
using AmberPantry.Core.Making;
using AmberPantry.Core.Making.Clocks;
using AmberPantry.Core.Materials;
using AmberPantry.Core.Science.Yield;
using AmberPantry.Core.Workshops;

namespace AmberPantry.Core.Tests;

/// <summary>Filling by weight: what a pack should hold, what is given away, what becomes of the rest, what is lost.</summary>
public class FillCoachTests
{
    private static readonly Workshop Shed = Sample.Shed with
    {
        Containers =
        [
            new Container("tin-60", "Tin, 60 ml", "tin", 60, 0.34m) { TareG = 14.2m },
            new Container("tin-15", "Tin, 15 ml", "tin", 15, 0.20m),
            new Container("tube", "Lip tube", "tube", 5.5, 0.19m),
        ],
    };

    private static readonly Formula Balm = Sample.Of(Kinds.Balm, ("beeswax", 15), ("shea butter", 25), ("jojoba oil", 60)) with
    {
        Batch = new BatchSize(612.25m, 12, "tin-60", 50, 2),
    };

    private static FillCoach Coach(InHand hand, int year = 0) => new FillCoacher(MaterialShelf.Plain, hand.Shed, year).Coach(hand.Batch)!;

    private static InHand Poured(params decimal[] packs)
    {
        var hand = InHand.At(Balm, "pour", Shed);
        foreach (var pack in packs)
        {
            hand.Read(pack);
        }

        return hand;
    }

    public static TheoryData<decimal[], decimal, decimal, decimal, decimal, int> Weighings =>
        new()
        {
            { [50.9m, 51.2m, 50.6m, 51.0m, 50.8m, 51.3m, 50.7m, 50.9m], 50, 0.1m, 0.925m, 50.8m, 0 },
            { [181, 183, 182], 180, 1, 2, 188, 2 },
            { [51], 50, 0.1m, 1, 52.7m, 4 },
        };

    [Theory]
    [MemberData(nameof(Weighings))]
    public void TheTargetLeavesOneInAHundredShort(decimal[] weights, decimal declared, decimal step, decimal over, decimal target, int more)
    {
        var answer = Overfill.Of(new OverfillAsk(weights, declared) { StepG = step });
        Assert.Equal((over, target, more), (answer.MeanOverG, answer.TargetG, answer.WeighMore));
    }

    [Fact]
    public void MoneyIsWhatIsGivenAwayInAYear()
    {
        var answer = Overfill.Of(
            new OverfillAsk([50.9m, 51.2m, 50.6m, 51.0m, 50.8m, 51.3m, 50.7m, 50.9m], 50) { CostPerG = 0.009m, PacksPerYear = 400 }
        );
        Assert.Equal((0.008325m, 3.33m, 2.88m, 0.45m), (answer.CostPerPack, answer.CostPerYear, answer.CostPerYearAtTarget, answer.SavedPerYear));
    }

    [Fact]
    public void ATargetPastTheBrimIsSaidNotToFit()
    {
        Assert.False(Overfill.Of(new OverfillAsk([51], 50) { BrimfulG = 52 }).TargetFits);
        Assert.Equal("shortOneIn", Assert.Throws<Refusal>(() => Overfill.Of(new OverfillAsk([51], 50) { ShortOneIn = 7 })).Field);
        Assert.Equal("weightsG", Assert.Throws<Refusal>(() => Overfill.Of(new OverfillAsk([], 50))).Field);
        Assert.Equal("declaredG", Assert.Throws<Refusal>(() => Overfill.Of(new OverfillAsk([1], 0))).Field);
    }

    [Fact]
    public void LeftoversFillTheMostInTheFewest()
    {
        var plan = Leftover.Of(162, 15, [new("60 ml tin", 50), new("lip tube", 4.5m)]);
        Assert.Equal((15m, 145m, 2m), (plan.SampleG, plan.UsedG, plan.RestG));
        Assert.Equal([2, 10], plan.Fill.Select(fill => fill.Count));
        Assert.Equal([0, 0, 1], Leftover.Of(40, 0, [new("small", 10), new("mid", 20), new("large", 40)]).Fill.Select(fill => fill.Count));
        Assert.Equal((0m, 3.5m), Leftover.Of(8, 10, [new("lip tube", 4.5m, 3)]) is var few ? (few.SampleG, few.RestG) : default);
        Assert.Equal("sizes", Assert.Throws<Refusal>(() => Leftover.Of(8, 10, [])).Field);
        Assert.Equal("sizes[0]", Assert.Throws<Refusal>(() => Leftover.Of(8, 10, [new("x", 0)])).Field);
    }

    [Fact]
    public void BeforeTheFirstPackItTellsWhatToFillTo()
    {
        var coach = Coach(Poured());
        Assert.True(coach.TargetG > coach.DeclaredG);
        Assert.Equal((50m, 14.2m, 12), (coach.DeclaredG, coach.TareG, coach.Planned));
        Assert.Contains("Weigh the first 5", coach.Says, StringComparison.Ordinal);
        Assert.Empty(coach.GivesAway);
    }

    [Fact]
    public void AShortPackIsToppedUpBeforeAnythingElse()
    {
        var coach = Coach(Poured(50.6m, 49.8m, 50.9m));
        Assert.StartsWith("**Top up 1 tin**", coach.Says, StringComparison.Ordinal);
        Assert.Equal([false, true, false], coach.Packs.Select(pack => pack.IsShort));
        Assert.True(coach.AxisFromG < 49.8m && coach.AxisToG > coach.TargetG);
    }

    [Fact]
    public void TheMoreIsSoldTheMoreIsGivenAway()
    {
        var hand = Poured(51, 51.2m, 51.1m, 51, 51.3m);
        Assert.Contains("has a price", Coach(hand).GivesAway.Replace("have", "has", StringComparison.Ordinal), StringComparison.Ordinal);
        Assert.StartsWith("You give away 1.1", Coach(hand).GivesAway, StringComparison.Ordinal);
    }

    [Fact]
    public void TheRestGoesIntoSmallerPacksAndASampleIsKept()
    {
        var coach = Coach(Poured(52, 52.1m, 51.9m, 52, 52));
        Assert.Contains("11 tins", coach.Goes, StringComparison.Ordinal);
        Assert.Contains("sample", coach.Goes, StringComparison.Ordinal);
        Assert.Equal(["tin-15", "tube"], coach.Leftover.Select(pack => pack.Container));
        Assert.Contains(coach.Leftover, pack => pack.Count > 0);
    }

    [Fact]
    public void APackIsTakenBack()
    {
        var hand = Poured(50.6m);
        var slip = hand.Read(506);
        hand.Do(new TakeReadingBack(slip));
        Assert.Equal(50.6m, Assert.Single(Coach(hand).Packs).NetG);
    }

    [Fact]
    public void AtTheEndTheCountIsAskedWithWhatWasWeighed()
    {
        var hand = Poured(50.6m, 50.8m);
        hand.GoTo("count");
        Assert.Equal(2, Coach(hand).Packs.Count);
        Assert.Null(new FillCoacher(MaterialShelf.Plain, Shed).Coach(InHand.At(Balm, "melt", Shed).Batch));
    }

    [Fact]
    public void WhatIsLeftTeachesTheLoss()
    {
        var hand = Poured(50.6m, 50.8m);
        hand.GoTo("count");
        hand.Do(new FinishBatch(11, Others: [new OtherFill("tin-15", 1)], SampleG: 15, RestG: 8));
        var loss = Filling.LossOf(hand.Batch, Shed)!.Value;
        Assert.Equal(hand.Batch.AsWeighed.Batch.Grams - (11 * 50.7m) - (50.7m / 4) - 15 - 8, loss);
        Assert.Contains("stayed in pot and tools", Filling.Says(hand.Batch, Shed), StringComparison.Ordinal);
        Assert.Contains("1 × tin, 15 ml", Filling.Says(hand.Batch, Shed), StringComparison.Ordinal);
    }

    [Fact]
    public void WithoutAWeightOfTheRestNoLossIsTold()
    {
        var hand = Poured(50.6m);
        hand.GoTo("count");
        hand.Do(new FinishBatch(11, SampleG: 15));
        Assert.Null(Filling.LossOf(hand.Batch, Shed));
        Assert.Contains("not known", Filling.Says(hand.Batch, Shed), StringComparison.Ordinal);
        hand = Poured();
        hand.GoTo("count");
        hand.Do(new FinishBatch(11));
        Assert.Null(hand.Batch.Filling);
        Assert.Empty(Filling.Says(hand.Batch, Shed));
    }

    public static TheoryData<FinishBatch, string> Slips =>
        new()
        {
            { new FinishBatch(1, Others: [new OtherFill("nowhere", 1)]), "command.others[0].container" },
            { new FinishBatch(1, Others: [new OtherFill("tube", 0)]), "command.others[0].units" },
            { new FinishBatch(1, Others: [new OtherFill("tube", 1), new OtherFill("tube", 2)]), "command.others[1].container" },
            { new FinishBatch(1, Others: [.. Enumerable.Repeat(new OtherFill("tube", 1), 9)]), "command.others" },
            { new FinishBatch(1, SampleG: -1), "command.sampleG" },
            { new FinishBatch(1, RestG: 200_000), "command.restG" },
        };

    [Theory]
    [MemberData(nameof(Slips))]
    public void ASlipAtTheEndIsNamed(FinishBatch finish, string field)
    {
        var hand = Poured();
        hand.GoTo("count");
        Assert.Equal(field, Assert.Throws<Refusal>(() => hand.Do(finish)).Field);
    }

    public static TheoryData<ReadStep, string> Misread =>
        new()
        {
            {
                new ReadStep("pour") { MassG = 0 },
                "command.massG"
            },
            {
                new ReadStep("pour") { MassG = 200_000 },
                "command.massG"
            },
            {
                new ReadStep("pour") { MassG = 5, Part = "rust" },
                "command.part"
            },
            {
                new ReadStep("pour") { HumidityPercent = 101 },
                "command.humidityPercent"
            },
            {
                new ReadStep("pour") { Seconds = 0 },
                "command.seconds"
            },
            { new ReadStep("pour"), "command.temperatureC" },
        };

    [Theory]
    [MemberData(nameof(Misread))]
    public void WhatCannotHaveBeenReadIsNamed(ReadStep read, string field) =>
        Assert.Equal(field, Assert.Throws<Refusal>(() => Poured().Do(read)).Field);

    [Fact]
    public void LossIsLearntFromBatchesAsIfTwoHadLostTheUsual()
    {
        Assert.Equal(2, LearntLoss.Of(LossKind.Melt, []).Percent);
        Assert.Equal(2 + (3m / 5), LearntLoss.Of(LossKind.Melt, [new(500, 15), new(500, 15), new(500, 15)]).Percent);
        var slip = LearntLoss.Of(LossKind.Dry, [new(500, 10), new(500, 10), new(500, 10), new(500, 400)]);
        Assert.InRange(slip.Percent, 1, 3.2m);
        Assert.Equal(4, slip.Count);
    }
}
