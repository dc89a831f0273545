using AmberPantry.Core.Making.Clocks;

namespace AmberPantry.Core.Tests;

/// <summary>Two batches at once: who goes first, who waits.</summary>
public class BatchClockTests
{
    private static readonly DateTime Noon = new(2026, 6, 11, 12, 0, 0, DateTimeKind.Utc);

    private static BatchClock Clock(string lot, double callsMin, double handsMin, double slackMin) =>
        new(lot, "s", "Cool", "opens")
        {
            StartedAt = Noon,
            At = Noon.AddMinutes(callsMin),
            EarlyAt = Noon.AddMinutes(callsMin),
            LateAt = Noon.AddMinutes(callsMin),
            CallsAt = Noon.AddMinutes(callsMin),
            Then = "Pour",
            HandsMin = handsMin,
            SlackMin = slackMin,
        };

    [Fact]
    public void WhoCanWaitLongerWaits()
    {
        var clash = Assert.Single(HandsClash.Of([Clock("whip", 10, 8, 20), Clock("pour", 14, 5, 2)]));
        Assert.Equal(("pour", "whip", true), (clash.First, clash.Waits, clash.Fits));
        Assert.Equal(Noon.AddMinutes(14), clash.At);
        Assert.Equal(9, clash.WaitMin);
    }

    [Fact]
    public void WhereNeitherCanWaitItSaysSo()
    {
        var clash = Assert.Single(HandsClash.Of([Clock("a", 10, 30, 1), Clock("b", 12, 30, 1)]));
        Assert.Equal(("a", "b", false), (clash.First, clash.Waits, clash.Fits));
    }

    [Theory]
    [InlineData(10, 5, 15, 5)]
    [InlineData(10, 5, 14.2, 5)]
    [InlineData(0, 5, 60, 5)]
    public void AMinuteOfOverlapIsNoClash(double oneAt, double oneMin, double otherAt, double otherMin) =>
        Assert.Empty(HandsClash.Of([Clock("a", oneAt, oneMin, 0), Clock("b", otherAt, otherMin, 0)]));

    [Fact]
    public void EveryPairIsTold() => Assert.Equal(3, HandsClash.Of([Clock("a", 0, 9, 1), Clock("b", 1, 9, 2), Clock("c", 2, 9, 3)]).Count);
}
