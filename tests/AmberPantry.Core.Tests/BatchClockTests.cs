using AmberPantry.Core.Formulas;
using AmberPantry.Core.Making;
using AmberPantry.Core.Making.Clocks;
using AmberPantry.Core.Materials;
using CsCheck;

namespace AmberPantry.Core.Tests;

/// <summary>Two batches at once: what each wants of the hands, who goes first, who waits.</summary>
public class BatchClockTests
{
    private static readonly DateTime Noon = new(2026, 6, 11, 12, 0, 0, DateTimeKind.Utc);

    private static HandsBlock Block(string lot, double fromMin, double handsMin, double slackMin) =>
        new(lot, "s", "Pour", Hands.Hands, Noon.AddMinutes(fromMin), Noon.AddMinutes(fromMin + handsMin))
        {
            SlackMin = slackMin,
            CanStayWarm = false,
            HasAlcohol = false,
            HasHeat = false,
        };

    private static (string First, string Waits, ClashKind Kind) Of(HandsClash clash) => (clash.First.Lot, clash.Waits.Lot, clash.Kind);

    [Fact]
    public void WhoCanWaitLongerWaits()
    {
        var clash = Assert.Single(HandsClash.Of([Block("whip", 10, 8, 20), Block("pour", 14, 5, 2)]));
        Assert.Equal(("pour", "whip", ClashKind.Waits), Of(clash));
        Assert.Equal(Noon.AddMinutes(14), clash.At);
        Assert.Equal(9, clash.WaitMin);
    }

    [Fact]
    public void WhereNeitherCanWaitItSaysSo() =>
        Assert.Equal(("a", "b", ClashKind.TwoPairs), Of(Assert.Single(HandsClash.Of([Block("a", 10, 30, 1), Block("b", 12, 30, 1)]))));

    [Fact]
    public void APotWithoutScentIsKeptWarmHalfAnHourAtMost()
    {
        var pot = Block("b", 12, 5, 2) with { CanStayWarm = true };
        Assert.Equal(ClashKind.KeptWarm, Assert.Single(HandsClash.Of([Block("a", 10, 20, 1), pot])).Kind);
        Assert.Equal(ClashKind.TwoPairs, Assert.Single(HandsClash.Of([Block("a", 10, 40, 1), pot])).Kind);
    }

    [Fact]
    public void HeatAndOpenAlcoholNeverMeetEvenWhereNoHandIsWanted()
    {
        var heat = Block("a", 0, 30, 600) with { Hands = Hands.Eyes, HasHeat = true };
        var spray = Block("b", 10, 5, 3) with { HasAlcohol = true };
        Assert.Equal(ClashKind.NeverTogether, Assert.Single(HandsClash.Of([heat, spray])).Kind);
        Assert.Empty(HandsClash.Of([heat, spray with { HasAlcohol = false }]));
    }

    [Theory]
    [InlineData(10, 5, 15, 5)]
    [InlineData(10, 5, 14.2, 5)]
    [InlineData(0, 5, 60, 5)]
    public void AMinuteOfOverlapIsNoClash(double oneAt, double oneMin, double otherAt, double otherMin) =>
        Assert.Empty(HandsClash.Of([Block("a", oneAt, oneMin, 0), Block("b", otherAt, otherMin, 0)]));

    [Fact]
    public void EveryPairIsToldOnceAndABatchNeverClashesWithItself()
    {
        Assert.Equal(3, HandsClash.Of([Block("a", 0, 9, 1), Block("b", 1, 9, 2), Block("c", 2, 9, 3)]).Count);
        Assert.Single(HandsClash.Of([Block("a", 0, 9, 1), Block("b", 1, 9, 2), Block("a", 20, 9, 1), Block("b", 21, 9, 2)]));
        Assert.Empty(HandsClash.Of([Block("a", 0, 9, 1), Block("a", 1, 9, 2)]));
    }

    private static readonly Formula Balm = Sample.Of(Kinds.Balm, ("beeswax", 15), ("shea butter", 25), ("jojoba oil", 60)) with
    {
        Batch = new BatchSize(612, 12, "tin-60", 50, 2),
    };

    [Fact]
    public void ABatchSaysWhatItWantsFromNowToTheEnd()
    {
        var hand = InHand.At(Balm, "gather");
        var blocks = HandsLine.Of(hand.Batch, null, InHand.Begun);
        Assert.Equal(InHand.Begun, blocks[0].From);
        Assert.All(blocks.Zip(blocks.Skip(1)), pair => Assert.Equal(pair.First.To, pair.Second.From));
        Assert.All(blocks, block => Assert.True(block.To > block.From));
        Assert.Contains(blocks, block => block.Title == "Weigh 3 lines");
        Assert.Contains(blocks, block => block.HasHeat && block.Hands == Hands.Eyes);
        Assert.Contains(blocks, block => block.Hands == Hands.None);
    }

    [Fact]
    public void TheStepInHandEndsWhenItsClockCalls()
    {
        var hand = InHand.At(Balm, "melt");
        var clock = new BatchClock("SH-26-001", hand.Batch.AtStep, "Melt", "is over")
        {
            StartedAt = InHand.Begun,
            At = InHand.Begun.AddMinutes(40),
            EarlyAt = InHand.Begun,
            LateAt = InHand.Begun,
            CallsAt = InHand.Begun.AddMinutes(33),
            Then = "Pour",
            HandsMin = 5,
            SlackMin = 0,
        };
        DateTime Ends(BatchClock of) => HandsLine.Of(hand.Batch, of, InHand.Begun.AddMinutes(10))[0].To;
        Assert.True(Ends(clock) >= clock.CallsAt);
        Assert.Equal(Ends(clock).AddMinutes(7), Ends(clock with { CallsAt = clock.CallsAt.AddMinutes(7) }));
        // One that has called already is over now.
        var late = InHand.Begun.AddHours(2);
        Assert.True(HandsLine.Of(hand.Batch, clock, late)[0].From >= late);
    }

    [Fact]
    public void WhatFollowsTheStepInHandWaitsAsLongAsItsRunBearsIt()
    {
        var whip = Sample.Of(Kinds.WhippedButter, ("shea butter", 70), ("jojoba oil", 30)) with { Batch = new BatchSize(1000) };
        var hand = InHand.At(whip, "chill");
        var watch = new CoolingWatcher(MaterialShelf.Plain, hand.Shed).Watch(hand.Batch, hand.Now)!;
        var clock = BatchClock.Of(hand.Batch, watch, null, hand.Now)!;
        Assert.True(clock.SlackMin > 0);
        var next = HandsLine.Of(hand.Batch, clock, hand.Now)[1];
        Assert.Equal((clock.CallsAt, Hands.Hands, clock.SlackMin), (next.From, next.Hands, next.SlackMin));
    }

    [Fact]
    public void TheLaneHasNoGapAndSaysWhereBothWantTheHands()
    {
        var lane = HandsLine.Lane([Block("a", 10, 10, 1), Block("b", 15, 20, 1)], Noon, Noon.AddMinutes(60));
        Assert.Equal(["free 10\u202fmin", "pour", "both", "pour", "free 25\u202fmin"], lane.Select(span => span.Words));
        Assert.All(lane.Zip(lane.Skip(1)), pair => Assert.Equal(pair.First.To, pair.Second.From));
        Assert.Equal((Noon, Noon.AddMinutes(60)), (lane[0].From, lane[^1].To));
        Assert.Single(lane, span => span.IsBoth);
        Assert.Equal(["free 11\u202fh 27"], HandsLine.Lane([], Noon, Noon.AddMinutes(687)).Select(span => span.Words));
    }

    [Fact]
    public void WhatFollowsAtOnceIsOneActAndActsAreNumberedThroughTheDay()
    {
        HandsBlock[] blocks =
        [
            Block("a", 0, 4, 0) with
            {
                Title = "Weigh 3 lines",
            },
            Block("a", 4, 9, 0) with
            {
                Title = "Prepare the pot",
            },
            Block("a", 13, 30, 0) with
            {
                Hands = Hands.None,
            },
            Block("a", 43, 5, 0),
            Block("b", 20, 10, 0),
        ];
        var acts = HandsLine.Acts(blocks, Noon.AddMinutes(1), Noon.AddHours(1));
        Assert.Equal(["1 a Prepare the pot", "2 b Pour", "3 a Pour"], acts.Select(act => $"{act.Number} {act.Lot} {act.Title}"));
        Assert.Equal((Noon.AddMinutes(1), Noon.AddMinutes(13)), (acts[0].From, acts[0].To));
        Assert.Single(HandsLine.Acts(blocks, Noon.AddMinutes(1), Noon.AddMinutes(15)));
        Assert.Empty(HandsLine.Acts(blocks, Noon.AddHours(1), Noon.AddHours(2)));
    }

    [Fact]
    public void WhatIsPlannedBeginsWhereTheHandsAreFree()
    {
        var steps = InHand.At(Balm, "gather").Batch.Steps;
        var now = Noon.AddMinutes(2);
        var alone = HandsLine.Place("p", steps, [], now)!;
        Assert.Equal(Noon.AddMinutes(5), alone[0].From);
        Assert.Equal(HandsLine.Of("p", steps, Noon.AddMinutes(5)), alone);
        Assert.Equal(Noon.AddMinutes(35), HandsLine.Place("p", steps, [Block("a", 0, 32, 0)], now)![0].From);
        Assert.Null(HandsLine.Place("p", steps, [Block("a", 0, 25 * 60, 0)], now));
    }

    [Fact]
    public void WhatIsPlannedNeverMeetsTheHandsOfAnother() =>
        Gen.Select(Gen.Int[0, 300], Gen.Int[2, 60])
            .Array[0, 6]
            .Sample(
                taken =>
                {
                    var others = taken.Select((one, i) => Block($"o{i}", one.Item1, one.Item2, 0)).ToArray();
                    var placed = HandsLine.Place("p", InHand.At(Balm, "gather").Batch.Steps, others, Noon);
                    Assert.NotNull(placed);
                    Assert.DoesNotContain(HandsClash.Of([.. others, .. placed]), clash => clash.First.Lot == "p" || clash.Waits.Lot == "p");
                },
                iter: 40
            );
}
