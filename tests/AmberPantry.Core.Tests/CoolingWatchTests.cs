using AmberPantry.Core.Formulas;
using AmberPantry.Core.Making;
using AmberPantry.Core.Making.Clocks;
using AmberPantry.Core.Making.Sheets;
using AmberPantry.Core.Materials;
using AmberPantry.Core.Science.Melt;
using AmberPantry.Core.Workshops;

namespace AmberPantry.Core.Tests;

/// <summary>What cools is watched: its run follows what is read, and the doubt is honest.</summary>
public class CoolingWatchTests
{
    private static readonly DateTime Begun = new(2026, 6, 11, 10, 0, 0, DateTimeKind.Utc);
    private static readonly Workshop Shed = Sample.Shed with { HumidityPercent = 60 };
    private static readonly MakersBench Bench = new(MaterialShelf.Plain, Shed, Sample.Assessor);
    private static readonly CoolingWatcher Watcher = new(MaterialShelf.Plain, Shed);

    private static readonly Formula Butter = Sample.Of(Kinds.WhippedButter, ("shea butter", 60), ("mango butter", 15), ("sunflower oil", 25)) with
    {
        Batch = new BatchSize(600, 5, "tin-60", 110),
        Method = MakingMethod.Usual with { Choices = new Dictionary<string, string> { ["cool"] = "fridge" } },
    };

    /// <summary>The batch standing at its first step of a kind, come to it at a moment and a warmth.</summary>
    private static Batch At(Formula formula, StepKind kind, double fromC)
    {
        var steps = new SheetWriter(MaterialShelf.Plain, Shed).For(formula).Steps;
        var batch = Batch.Begin("ST-26-001", formula, steps, Begun.AddHours(-2));
        foreach (var step in steps.TakeWhile(step => step.Kind != kind))
        {
            batch = Do(batch, new RecordStep(step.Id, step.TargetG, step.ToC is null ? null : fromC), Begun);
        }

        return batch;
    }

    private static Batch Do(Batch batch, BatchCommand command, DateTime at) =>
        batch.Apply(command, Guid.NewGuid(), at, Bench).Aggregate(batch, (now, change) => now.With(change));

    private static Batch Read(Batch batch, double minutes, double celsius) =>
        Do(batch, new ReadStep(batch.AtStep, celsius), Begun.AddMinutes(minutes));

    [Fact]
    public void ABowlIsSaidToOpenBeforeItCloses()
    {
        var batch = At(Butter, StepKind.Chill, 45);
        var watch = Watcher.Watch(batch, Begun)!;
        Assert.Equal(Begun, watch.StartedAt);
        Assert.Equal(["opens", "closes"], watch.Times.Select(time => time.Id));
        Assert.True(watch.Times[0].EarlyAt < watch.Times[0].At && watch.Times[0].At < watch.Times[0].LateAt);
        // Too late is worse: the early edge calls.
        Assert.Equal(watch.Times[0].EarlyAt, watch.Times[0].CallsAt);
        Assert.Equal(45, watch.Run[0].C, 1);
        Assert.Equal(watch.Run.Select(point => point.Min).Order(), watch.Run.Select(point => point.Min));
        Assert.All(watch.Run, point => Assert.True(point.LowC <= point.C && point.C <= point.HighC));
        Assert.InRange(watch.FallsPerMin, 0.05, 3);
        Assert.NotNull(watch.StirAt);
        Assert.True(watch.StirAt >= Begun.AddMinutes(3));
        Assert.Single(watch.Places, place => place.IsHere);
        Assert.Equal("fridge", watch.Places.Single(place => place.IsHere).Id);
        Assert.Contains("half set", watch.Words.Select(word => word.Words));
    }

    [Theory]
    [InlineData(0.6)]
    [InlineData(1.0)]
    [InlineData(1.7)]
    public void ReadingsRefitTheRunAndNarrowTheDoubt(double faster)
    {
        var batch = At(Butter, StepKind.Chill, 45);
        var usual = Watcher.Watch(batch, Begun)!;
        // What a vessel that cools so much faster would show: the usual run on a quicker clock.
        double Shown(double minutes) => Between(usual, Math.Min(minutes * faster, usual.Run[^1].Min));
        var widths = new List<double> { Width(usual) };
        foreach (var minutes in new[] { 4.0, 8.0, 12.0 })
        {
            batch = Read(batch, minutes, Shown(minutes));
            widths.Add(Width(Watcher.Watch(batch, Begun.AddMinutes(minutes))!));
        }

        var watch = Watcher.Watch(batch, Begun.AddMinutes(12))!;
        Assert.Equal(Shown(12), watch.NowC, 1);
        var (was, now) = ((usual.Times[0].At - Begun).TotalMinutes, (watch.Times[0].At - Begun).TotalMinutes);
        if (faster < 1)
        {
            Assert.True(now > was * 1.1, $"{was} to {now}");
            Assert.Contains("more slowly", watch.Learnt, StringComparison.Ordinal);
        }
        else if (faster > 1)
        {
            Assert.True(now < was / 1.1, $"{was} to {now}");
            Assert.Contains("times as fast", watch.Learnt, StringComparison.Ordinal);
        }
        else
        {
            Assert.InRange(now / was, 0.93, 1.07);
            Assert.Equal("It cools as said.", watch.Learnt);
        }

        Assert.True(widths[^1] < widths[0], $"{widths[0]} to {widths[^1]}");
    }

    [Fact]
    public void AfterTwoReadingsTheWindowIsSaidWithinATenthForAnyHiddenFactor()
    {
        var begun = At(Butter, StepKind.Chill, 45);
        var usual = Watcher.Watch(begun, Begun)!;
        var opens = (usual.Times[0].At - Begun).TotalMinutes;
        for (var seed = 0; seed < 20; seed++)
        {
            var random = new Random(seed);
            var faster = 0.7 + (0.7 * random.NextDouble());
            var truly = opens / faster;
            var batch = begun;
            foreach (var part in new[] { 0.3, 0.55 })
            {
                var off = 0.2 * (random.NextDouble() - 0.5);
                batch = Read(batch, part * truly, Math.Round(Between(usual, part * opens) + off, 1));
            }

            var said = (Watcher.Watch(batch, Begun.AddMinutes(0.55 * truly))!.Times[0].At - Begun).TotalMinutes;
            Assert.True(Math.Abs(said - truly) <= 0.1 * truly, $"Factor {faster:0.00}: said {said:0.0} min, truly {truly:0.0} min.");
        }
    }

    [Fact]
    public void AWordOfTheHandOutranksTheRun()
    {
        var batch = At(Butter, StepKind.Chill, 45);
        batch = Do(batch, new ReadStep(batch.AtStep, Word: "half-set"), Begun.AddMinutes(5));
        var watch = Watcher.Watch(batch, Begun.AddMinutes(5))!;
        Assert.True(watch.Times.Single(time => time.Id == "opens").At <= Begun.AddMinutes(6));
        Assert.True(watch.NowC < 40);
    }

    [Fact]
    public void AColderPlaceIsSooner()
    {
        var batch = At(Butter, StepKind.Chill, 45);
        var fridge = Watcher.Watch(batch, Begun)!.Times[0].At;
        var moved = Do(batch, new ReadStep(batch.AtStep, Place: "ice-bath"), Begun.AddMinutes(1));
        var watch = Watcher.Watch(moved, Begun.AddMinutes(1))!;
        Assert.True(watch.Times[0].At < fridge);
        Assert.Equal("ice-bath", watch.Places.Single(place => place.IsHere).Id);
        Assert.NotEmpty(watch.Places.Single(place => place.Id == "freezer").Sweats);
    }

    [Fact]
    public void APourHasItsLastMomentAndAPackItsCap()
    {
        var balm = Sample.Slipway7 with { Batch = new BatchSize(600, 12, "tin-60", 50) };
        var pour = Watcher.Watch(At(balm, StepKind.Pour, 62), Begun)!;
        Assert.Equal("pour until", Assert.Single(pour.Times).Words);
        Assert.Null(pour.StirAt);
        Assert.Empty(pour.Places);
        var set = Watcher.Watch(At(balm, StepKind.Set, 57), Begun)!;
        var cap = Assert.Single(set.Times);
        // Capped too early it sweats: the late edge calls.
        Assert.Equal(cap.LateAt, cap.CallsAt);
        Assert.Null(Watcher.Watch(At(balm, StepKind.Melt, 20), Begun));
    }

    [Fact]
    public void TheWallRunsAheadOfTheMiddleUntilItIsScraped()
    {
        var batch = At(Butter, StepKind.Chill, 45);
        Assert.Null(Watcher.Watch(batch, Begun)!.Wall);
        var moved = Do(batch, new ReadStep(batch.AtStep, Place: "freezer"), Begun);
        var soon = Watcher.Watch(moved, Begun.AddMinutes(0.5))!;
        Assert.True(soon.Wall!.WallC < soon.NowC && soon.NowC < soon.Wall.CoreC, $"{soon.Wall}");
        Assert.Contains("scraping down in", soon.Wall.Says, StringComparison.Ordinal);
        var later = Watcher.Watch(moved, Begun.AddMinutes(15))!;
        Assert.True(later.Wall!.CoreC - later.Wall.WallC > soon.Wall.CoreC - soon.Wall.WallC);
        Assert.Contains("scrape the wall down and stir", later.Wall.Says, StringComparison.Ordinal);
        // It is stirred when it is read: even again, and uneven anew from there.
        var read = Read(moved, 15, later.NowC);
        Assert.Null(Watcher.Watch(read, Begun.AddMinutes(15))!.Wall);
        Assert.NotNull(Watcher.Watch(read, Begun.AddMinutes(25))!.Wall);
        // A stirred bath has no wall of its own.
        var bath = Do(batch, new ReadStep(batch.AtStep, Place: "ice-bath"), Begun);
        Assert.Null(Watcher.Watch(bath, Begun.AddMinutes(8))!.Wall);
    }

    [Fact]
    public void APackIsCappedWhenItsMiddleIsThere()
    {
        var balm = Sample.Slipway7 with { Batch = new BatchSize(600, 12, "tin-60", 50) };
        var set = At(balm, StepKind.Set, 57);
        var cap = Watcher.Watch(set, Begun)!.Times.Single();
        var then = Watcher.Watch(set, cap.At)!;
        Assert.True(then.NowC <= Shed.WorkroomC + 2, $"{then.NowC}");
        var warm = Watcher.Watch(set, Begun.AddMinutes(20))!;
        Assert.True(warm.Wall!.CoreC > warm.NowC);
        Assert.Contains("middle decides", warm.Wall.Says, StringComparison.Ordinal);
    }

    [Fact]
    public void AStillBodyIsEvenAtFirstAndAtLast()
    {
        var jar = new CoolingBatch(200, CoolingBatch.BowlAreaM2(220));
        var body = new StillBody(jar, 60, new CoolingStage(3600, 20, CoolingStage.Usual["fridge"]));
        Assert.Equal(60, body.CoreC(60), 1);
        Assert.Equal(20, body.CoreC(20.1), 0);
        double Apart(double mean) => body.CoreC(mean) - body.WallC(mean);
        Assert.True(Apart(50) > Apart(59) && Apart(50) > Apart(22));
        // What warms has its middle behind, too.
        var cold = new StillBody(jar, 4, new CoolingStage(3600, 20, CoolingStage.Usual["fan"]));
        Assert.True(cold.CoreC(10) < 10 && cold.WallC(10) > 10);
    }

    [Fact]
    public void NothingReadIsRefusedInWordsAndAReadingCanBeTakenBack()
    {
        var batch = At(Butter, StepKind.Chill, 45);
        Refusal Refused(BatchCommand command) => Assert.Throws<Refusal>(() => Do(batch, command, Begun));
        Assert.Equal("command.temperatureC", Refused(new ReadStep(batch.AtStep)).Field);
        Assert.Equal("command.temperatureC", Refused(new ReadStep(batch.AtStep, 400)).Field);
        Assert.Equal("command.place", Refused(new ReadStep(batch.AtStep, Place: "moon")).Field);
        Assert.Equal("command.word", Refused(new ReadStep(batch.AtStep, Word: "nice")).Field);
        var read = Read(batch, 3, 40);
        Assert.Empty(Do(read, new TakeReadingBack(read.Readings[0].Id), Begun).Readings);
    }

    private static double Width(CoolingWatch watch) => (watch.Times[0].LateAt - watch.Times[0].EarlyAt).TotalMinutes;

    private static double Between(CoolingWatch watch, double minutes)
    {
        var after = watch.Run.First(point => point.Min >= minutes);
        var before = watch.Run.Last(point => point.Min <= minutes);
        return after == before ? after.C : before.C + ((after.C - before.C) * (minutes - before.Min) / (after.Min - before.Min));
    }
}
