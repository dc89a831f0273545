using AmberPantry.Core.Formulas;
using AmberPantry.Core.Making;
using AmberPantry.Core.Making.Clocks;
using AmberPantry.Core.Materials;
using AmberPantry.Core.Science.Fizz;
using AmberPantry.Core.Workshops;

namespace AmberPantry.Core.Tests;

/// <summary>A base split by mass, trays and pieces that dry, a piece in the bowl.</summary>
public class SplitAndDryTests
{
    private static readonly Workshop Shed = Sample.Shed with { HumidityPercent = 48 };

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
        ColouredParts = [new("rust", 60, [new PartColour("red iron oxide", 0.4m)]), new("cream", 40, [new PartColour("yellow iron oxide", 0.15m)])],
    };

    private static readonly Formula Soak = Sample.Of(
        Kinds.BathSalts,
        ("epsom salt", 62),
        ("sea salt", 28),
        ("sodium bicarbonate", 8),
        ("jojoba oil", 2)
    ) with
    {
        Batch = new BatchSize(1600, 4, "tin-60", 400),
    };

    private static readonly string Red = Fizz.ColouredParts![0].Colours[0].Material;
    private static readonly string Yellow = Fizz.ColouredParts![1].Colours[0].Material;

    private static SplitCoach Split(InHand hand) => new SplitCoacher(MaterialShelf.Plain, hand.Shed).Coach(hand.Batch)!;

    private static DryCoach Dry(InHand hand) => new DryCoacher(MaterialShelf.Plain, hand.Shed).Coach(hand.Batch, hand.Now)!;

    [Fact]
    public void TheColoursOfThePartsAreWantedOfThePantry()
    {
        var planned = LotsWeighed.Planned(Fizz);
        Assert.Equal(1200 * 0.6m * 0.004m, planned[MaterialShelf.Key(Red)]);
        Assert.Equal(1200 * 0.4m * 0.0015m, planned[MaterialShelf.Key(Yellow)]);
        Assert.Equal(1200 * 0.55m, planned["sodium bicarbonate"]);
        Assert.Equal(planned[MaterialShelf.Key(Red)], LotsWeighed.Wanted(InHand.At(Fizz, "split", Shed).Batch)[MaterialShelf.Key(Red)]);
    }

    [Fact]
    public void PartsAreWeighedOneAfterTheOther()
    {
        var hand = InHand.At(Fizz, "split", Shed);
        var fresh = Split(hand);
        Assert.Equal(("rust", false, 1200m), (fresh.Now, fresh.IsWholeWeighed, fresh.WholeG));
        Assert.InRange(fresh.Parts.Sum(part => part.TargetG), 1190, 1200);
        hand.Read(1190);
        var whole = Split(hand);
        Assert.True(whole.IsWholeWeighed);
        Assert.InRange(whole.Parts[0].TargetG, (1190 * 0.6m) - 5, 1190 * 0.6m);
        Assert.Contains("iron oxide, red", Assert.Single(whole.Parts[0].Colours).Says, StringComparison.Ordinal);
        hand.Read(whole.Parts[0].TargetG, "rust");
        Assert.Equal("cream", Split(hand).Now);
        var cream = hand.Read(whole.Parts[1].TargetG + 30, "cream");
        Assert.Contains("cream is 30.0", Split(hand).Says, StringComparison.OrdinalIgnoreCase);
        hand.Do(new TakeReadingBack(cream));
        hand.Read(whole.Parts[1].TargetG, "cream");
        Assert.Equal(("rust", Red), (Split(hand).Now, Split(hand).NowColour));
    }

    [Fact]
    public void EachColourIsWeighedForWhatItsPartWeighs()
    {
        var hand = InHand.At(Fizz, "split", Shed with { Scale = new Scale(0.01m) });
        hand.Read(Split(hand).Parts[0].TargetG, "rust");
        var planned = Split(hand).Parts[1].Colours[0].TargetG;
        hand.Read(Split(hand).Parts[1].TargetG * 2, "cream");
        var (red, yellow) = (Split(hand).Parts[0].Colours[0], Split(hand).Parts[1].Colours[0]);
        Assert.InRange(yellow.TargetG, (planned * 2) - 0.02m, (planned * 2) + 0.02m);
        hand.Read(red.TargetG, "rust", colour: Red);
        Assert.Equal("cream", Split(hand).Now);
        var last = hand.Read(yellow.TargetG, "cream", colour: Yellow);
        Assert.Null(Split(hand).Now);
        Assert.Contains("All parts are tinted", Split(hand).Says, StringComparison.Ordinal);
        hand.Do(new TakeReadingBack(last));
        Assert.Equal(Yellow, Split(hand).NowColour);
        // A colour is no part: it changes nothing of what the part weighs.
        Assert.Equal(Split(hand).Parts[0].TargetG, Split(hand).Parts[0].MassG);
    }

    [Fact]
    public void AColourThatThePartDoesNotHaveIsRefused()
    {
        var hand = InHand.At(Fizz, "split", Shed);
        var refusal = Assert.Throws<Refusal>(() => hand.Read(1, "cream", colour: Red));
        Assert.Equal(("command.colour", Codes.UnknownId), (refusal.Field, refusal.Code));
        Assert.Throws<Refusal>(() => hand.Read(null, "rust", colour: Red));
    }

    [Theory]
    [InlineData("1 to 2", 33.3333, 66.6667)]
    [InlineData("60 40", 60, 40)]
    [InlineData("55,5 % and 44,5 %", 55.5, 44.5)]
    public void PartsAreSharedAsTheyAreSaid(string said, double first, double second)
    {
        var hand = InHand.At(Fizz, "split", Shed);
        hand.Do(new ShareParts(said));
        Assert.Equal([(decimal)first, (decimal)second], hand.Batch.Content.ColouredParts!.Select(part => part.SharePercent));
        Assert.Equal(100, Split(hand).Parts.Sum(part => part.SharePercent));
    }

    [Theory]
    [InlineData("half and half")]
    [InlineData("1 to 2 to 3")]
    [InlineData("0 to 100")]
    [InlineData("99.5 and 0.5")]
    public void SharesThatSayNothingAreRefusedWithAnExample(string said)
    {
        var hand = InHand.At(Fizz, "split", Shed);
        var refusal = Assert.Throws<Refusal>(() => hand.Do(new ShareParts(said)));
        Assert.Equal(("command.shares", said), (refusal.Field, refusal.Value));
        Assert.Contains("1 to 2", refusal.Remedy, StringComparison.Ordinal);
    }

    [Fact]
    public void OtherRoomsAndTheWeatherAreComparedForDrying()
    {
        var dry = new Room("cupboard", "Airing cupboard") { TemperatureC = 30, HumidityPercent = 35 };
        var shed = Shed with { HumidityPercent = 55, Rooms = [new Room("cellar", "Cellar") { TemperatureC = 12, HumidityPercent = 90 }, dry] };
        var wet = Sample.Of(Kinds.BathSalts, ("epsom salt", 60), ("sea salt", 28), ("sodium bicarbonate", 8), ("water", 4)) with
        {
            Batch = Soak.Batch,
        };
        var hand = InHand.At(wet, "spread", shed);
        hand.Now = InHand.Begun.AddHours(1);
        WeatherHour[] hours = [.. Enumerable.Range(0, 240).Select(i => new WeatherHour(InHand.Begun.AddHours(i), 10, 60))];
        var places = new DryCoacher(MaterialShelf.Plain, shed, hours).Coach(hand.Batch, hand.Now)!.Places;
        Assert.Null(places.Single(place => place.Name == "Cellar").At);
        var cupboard = places.Single(place => place.Name == "Airing cupboard");
        var window = places.Single(place => place.Name == "By an open window");
        Assert.True(cupboard.At < window.At);
        // Cool air of 60 % that is warmed to the room is dry air.
        Assert.InRange(window.RhPct!.Value, 25, 35);
        Assert.Empty(Dry(InHand.At(Soak, "spread", Shed)).Places);
    }

    [Fact]
    public void AColourTheScaleCannotSeeIsDoubted()
    {
        var coarse = Shed with { Scale = new Scale(1) };
        Assert.Contains("cannot see", Split(InHand.At(Fizz, "split", coarse)).Parts[1].Doubt, StringComparison.Ordinal);
        var fine = Shed with { Scale = new Scale(0.01m) };
        Assert.Empty(Split(InHand.At(Fizz, "split", fine)).Parts[1].Doubt);
    }

    [Fact]
    public void TheShadesDifferAndNothingIsSplitWhereNothingIsColoured()
    {
        Assert.Equal(2, Split(InHand.At(Fizz, "split", Shed)).Parts.Select(part => part.Hex).Distinct().Count());
        Assert.Null(new SplitCoacher(MaterialShelf.Plain, Shed).Coach(InHand.At(Fizz, "wet", Shed).Batch));
    }

    [Fact]
    public void WeighingsTellHowFastItDries()
    {
        DryingMass[] masses = [.. new double[] { 0, 2, 5, 9, 14 }.Select(h => new DryingMass(h, 120 + (4 * Math.Exp(-0.2 * h))))];
        var fit = DryingFit.Of(masses)!;
        Assert.InRange(fit.PerHour, 0.19, 0.21);
        Assert.InRange(fit.DryG, 119.9, 120.1);
        Assert.Equal(Math.Log(1000 * 4 / 120.0) / 0.2, fit.HoursTo(1), 0);
        Assert.Null(DryingFit.Of(masses[..2]));
        Assert.Null(DryingFit.Of([new(0, 5), new(1, 5), new(2, 5)]));
    }

    [Fact]
    public void ThreeWeighingsOutrankTheModelAndNarrowTheDoubt()
    {
        var hand = InHand.At(Fizz, "dry-fizz", Shed);
        var fresh = Dry(hand);
        Assert.Contains("by the model", fresh.Says, StringComparison.Ordinal);
        Assert.True(fresh.AsksMass);
        foreach (var (h, g) in new[] { (0.0, 123.0m), (3, 121.65m), (6, 120.9m) })
        {
            hand.Now = InHand.Begun.AddHours(h);
            hand.Read(g);
        }

        var told = Dry(hand);
        Assert.Contains("by its weighings", told.Says, StringComparison.Ordinal);
        Assert.True(told.LateAt - told.EarlyAt < (told.At - told.StartedAt) * 0.4);
        Assert.Equal(fresh.LateAt - fresh.EarlyAt, fresh.At - fresh.StartedAt);
        Assert.True(told.Run.Zip(told.Run.Skip(1)).All(pair => pair.Second.Left <= pair.First.Left));
    }

    [Fact]
    public void DampAirTakesLongerAndTooDampNeverDries()
    {
        var hand = InHand.At(Fizz, "wet", Shed);
        hand.Do(new ReadStep(hand.Batch.AtStep, Sprays: 40));
        hand.GoTo("dry-fizz");
        Assert.NotNull(Dry(hand).At);
        hand.Read(humidity: 99);
        var never = Dry(hand);
        Assert.Null(never.At);
        Assert.Empty(never.Run);
        Assert.Contains("never dries", never.Says, StringComparison.Ordinal);
        Assert.Equal(99, never.RhPct);
    }

    [Fact]
    public void TheSqueezeEndsItNotTheClock()
    {
        var hand = InHand.At(Soak, "spread", Shed);
        var fresh = Dry(hand);
        Assert.Equal(["falls apart", "keeps its shape", "palm shines"], fresh.Words.Select(word => word.Words));
        hand.Now = fresh.At!.Value.AddMinutes(1);
        Assert.Contains("try it", Dry(hand).Says, StringComparison.Ordinal);
        hand.Read(word: "squeeze-holds");
        var again = Dry(hand);
        Assert.False(again.IsDry);
        Assert.True(again.LookAt >= hand.Now.AddMinutes(30));
        hand.Read(word: "squeeze-shines");
        Assert.Contains("Too oily", Dry(hand).Says, StringComparison.Ordinal);
        Assert.Equal(Dry(hand).LookAt, BatchClock.Of(hand.Batch, null, Dry(hand), hand.Now)!.CallsAt);
        hand.Read(word: "squeeze-falls");
        Assert.True(Dry(hand).IsDry);
        Assert.Null(BatchClock.Of(hand.Batch, null, Dry(hand), hand.Now));
        Assert.Null(Dry(hand).LookAt);
        Assert.Null(new DryCoacher(MaterialShelf.Plain, Shed).Coach(InHand.At(Soak, "fill-dry", Shed).Batch, hand.Now));
    }

    [Fact]
    public void ASteadyWeightIsSaid()
    {
        var hand = InHand.At(Fizz, "dry-fizz", Shed);
        hand.Read(120.3m);
        hand.Now = InHand.Begun.AddHours(4);
        hand.Read(120.2m);
        Assert.Contains("Its weight stays", Dry(hand).Says, StringComparison.Ordinal);
        hand.Read(word: "dry-through");
        Assert.True(Dry(hand).IsDry);
    }

    [Fact]
    public void APieceIsTimedAgainstTheModel()
    {
        var hand = InHand.At(Fizz, "bowl-test", Shed);
        BowlTest Test() => new BowlTester(MaterialShelf.Plain, Shed).Of(hand.Batch)!;
        var said = Test().SaidSeconds!.Value;
        Assert.Contains("The model says", Test().Says, StringComparison.Ordinal);
        foreach (var (part, words) in new[] { (0.3, "shorter than said"), (1.0, "as said"), (1.9, "longer than said") })
        {
            hand.Read(seconds: part * said);
            Assert.Contains(words, Test().Says, StringComparison.Ordinal);
        }

        Assert.Equal(3, Test().Runs.Count);
        Assert.Null(new BowlTester(MaterialShelf.Plain, Shed).Of(InHand.At(Fizz, "wet", Shed).Batch));
    }

    [Fact]
    public void GrainsRaceTheCrystalsFromWhereItStandsNow()
    {
        CoolingWatch At(string powder, double percent, double minutes)
        {
            var tint = Sample.Of(Kinds.Balm, ("beeswax", 12), ("jojoba oil", 88 - (decimal)percent), (powder, (decimal)percent));
            var hand = InHand.At(tint, "pour", Shed);
            hand.Now = InHand.Begun.AddMinutes(minutes);
            return new CoolingWatcher(MaterialShelf.Plain, Shed).Watch(hand.Batch, hand.Now)!;
        }

        var heavy = At("titanium dioxide", 4, 0).Settles;
        Assert.StartsWith("Titanium dioxide", heavy, StringComparison.Ordinal);
        Assert.Contains("mm", At("kaolin", 4, 0).Settles, StringComparison.Ordinal);
        Assert.Empty(
            new CoolingWatcher(MaterialShelf.Plain, Shed)
                .Watch(InHand.At(Sample.Of(Kinds.Balm, ("beeswax", 12), ("jojoba oil", 88)), "pour", Shed).Batch, InHand.Begun)!
                .Settles
        );
    }
}
