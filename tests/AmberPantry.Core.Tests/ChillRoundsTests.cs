using AmberPantry.Core.Formulas;
using AmberPantry.Core.Making;
using AmberPantry.Core.Making.Clocks;
using AmberPantry.Core.Making.Sheets;
using AmberPantry.Core.Materials;
using AmberPantry.Core.Science.Making;
using AmberPantry.Core.Workshops;

namespace AmberPantry.Core.Tests;

/// <summary>Chilling in rounds: counted by the looks, ended by what has set, with the time that is left to pour.</summary>
public class ChillRoundsTests
{
    private static readonly DateTime Begun = new(2026, 6, 11, 10, 0, 0, DateTimeKind.Utc);
    private static readonly Workshop Shed = Sample.Shed with { HumidityPercent = 60 };
    private static readonly MakersBench Bench = new(MaterialShelf.Plain, Shed, Sample.Assessor);
    private static readonly CoolingWatcher Watcher = new(MaterialShelf.Plain, Shed);

    private static readonly Formula Bar = Sample.Of(
        "cleansing_bar",
        ("cocoa butter", 34),
        ("cetearyl alcohol", 18),
        ("shea butter", 8),
        ("candelilla wax", 4),
        ("caprylic/capric triglyceride", 18),
        ("polyglyceryl-4 oleate", 11),
        ("PEG-7 olivate", 7)
    ) with
    {
        Batch = new BatchSize(600, 8, null, 75),
        Method = new MakingMethod(PlanRoute.CleansingBarWater) { Choices = new Dictionary<string, string> { ["cool"] = "freezer" } },
    };

    /// <summary>The batch as it comes to a step, everything before done at a warmth.</summary>
    private static Batch At(Formula formula, string step, double fromC)
    {
        var steps = new SheetWriter(MaterialShelf.Plain, Shed).For(formula).Steps;
        Assert.Contains(step, steps.Select(one => one.Id));
        return steps
            .TakeWhile(one => one.Id != step)
            .Aggregate(Batch.Begin("ST-26-001", formula, steps, Begun.AddHours(-2)), (batch, one) =>
                Do(batch, new RecordStep(one.Id, one.TargetG, one.ToC is null ? null : fromC), Begun)
            );
    }

    private static Batch Do(Batch batch, BatchCommand command, DateTime at) =>
        batch.Apply(command, Guid.NewGuid(), at, Bench).Aggregate(batch, (now, change) => now.With(change));

    private static ChillRounds Rounds(Batch batch, double minutes) => Watcher.Watch(batch, Begun.AddMinutes(minutes))!.Rounds!;

    [Fact]
    public void EachLookEndsARound()
    {
        var batch = At(Bar, "freezer-round", 70);
        var first = Rounds(batch, 0);
        Assert.Equal((1, 6, false), (first.Now, first.Most, first.IsDone));
        Assert.InRange(first.Planned!.Value, 2, 6);
        Assert.Contains("Round **1**, at most 6", first.Says, StringComparison.Ordinal);
        Assert.Contains("thin trace", first.Says, StringComparison.Ordinal);

        var leftMin = (first.DoneAt!.Value - Begun).TotalMinutes;
        var watch = Watcher.Watch(batch, Begun)!;
        Assert.Equal(Begun.AddMinutes(Math.Max(3, leftMin / 2)), watch.StirAt!.Value, TimeSpan.FromMinutes(1));

        var look = leftMin / 2;
        var c = watch.Run.Last(point => point.Min <= look).C;
        // To read it ends no round: to scrape and stir does.
        batch = Do(batch, new ReadStep(batch.AtStep, c), Begun.AddMinutes(look));
        Assert.Equal(1, Rounds(batch, look).Now);
        Assert.Null(Rounds(batch, look).LastStir);
        var stirred = Do(batch, new ReadStep(batch.AtStep) { Stirred = true }, Begun.AddMinutes(look));
        var second = Rounds(stirred, look);
        Assert.Equal(2, second.Now);
        Assert.Equal(1, Rounds(Do(stirred, new TakeReadingBack(second.LastStir!.Value), Begun.AddMinutes(look)), look).Now);
        // Read as said: nothing is asked that was not asked before.
        Assert.InRange(second.Planned!.Value, first.Planned.Value - 1, first.Planned.Value + 1);
        // To move it is no look.
        Assert.Equal(1, Rounds(Do(batch, new ReadStep(batch.AtStep, Place: "fridge"), Begun.AddMinutes(1)), 1).Now);
    }

    [Fact]
    public void TheyEndWhenEnoughHasSetAndTheTimeToPourIsTold()
    {
        var batch = At(Bar, "freezer-round", 70);
        var ahead = Rounds(batch, 0);
        Assert.NotNull(ahead.DoneAt);
        var minutes = (ahead.DoneAt!.Value - Begun).TotalMinutes;
        Assert.False(Rounds(batch, minutes - 1).IsDone);
        var done = Rounds(batch, minutes + 0.5);
        Assert.True(done.IsDone);
        Assert.Null(done.DoneAt);
        Assert.Contains("Stir even and go on", done.Says, StringComparison.Ordinal);

        // From there it stands on the bench, and the time to pour runs out as it would wherever it is taken out.
        Assert.NotNull(ahead.SpareMin);
        Assert.InRange(ahead.SpareMin!.Value, 2, 60);
        Assert.Contains("On the bench it then pours for", ahead.Says, StringComparison.Ordinal);
        // What is left too long in the cold has less left, and in the end none.
        Assert.True(Rounds(batch, minutes + 2).SpareMin < done.SpareMin);
        var late = Rounds(batch, minutes + 30);
        Assert.Equal(0, late.SpareMin);
        Assert.Contains("as stiff as it may be poured", late.Says, StringComparison.Ordinal);
        // The watch says when that is, where it stays in the cold.
        var closes = Watcher.Watch(batch, Begun)!.Times.Single(time => time.Id == "closes").At;
        Assert.InRange((closes - Begun).TotalMinutes, minutes, minutes + ahead.SpareMin.Value + 1);
    }

    [Fact]
    public void AHandThatFeelsTraceEndsThem()
    {
        var batch = At(Bar, "freezer-round", 70);
        var felt = Do(batch, new ReadStep(batch.AtStep, Word: "thin-trace"), Begun.AddMinutes(4));
        var rounds = Rounds(felt, 4);
        Assert.True(rounds.IsDone);
        Assert.Equal(1, rounds.Now);
    }

    [Fact]
    public void MoreThanSixAreNotAskedFor()
    {
        var batch = At(Bar, "freezer-round", 70);
        for (var look = 0; look < 6; look++)
        {
            Assert.Equal(look + 1, Rounds(batch, look).Now);
            // It hardly cools.
            batch = Do(batch, new ReadStep(batch.AtStep, 69.5 - (look / 10.0)) { Stirred = true }, Begun.AddMinutes(look));
        }

        var over = Rounds(batch, 6);
        Assert.Equal(7, over.Now);
        Assert.False(over.IsDone);
        Assert.Contains("6 rounds are done and it still runs", over.Says, StringComparison.Ordinal);
    }

    [Fact]
    public void WhereItNeverSetsSoFarAColderPlaceIsAsked()
    {
        var hot = Shed with { WorkroomC = 60 };
        var batch = Do(At(Bar, "freezer-round", 70), new ReadStep("freezer-round", Place: "bench"), Begun.AddMinutes(1));
        var rounds = new CoolingWatcher(MaterialShelf.Plain, hot).Watch(batch, Begun.AddMinutes(2))!.Rounds!;
        Assert.Null(rounds.Planned);
        Assert.Null(rounds.SpareMin);
        Assert.Contains("somewhere colder", rounds.Says, StringComparison.Ordinal);
    }

    [Fact]
    public void AFattyAcidHasThreeRoundsWrittenOutEachAimingFurther()
    {
        var butter = Sample.Of(Kinds.WhippedButter, ("shea butter", 55), ("stearic acid", 12), ("sunflower oil", 33)) with
        {
            Batch = new BatchSize(600, 5, "tin-60", 110),
            Method = new MakingMethod(PlanRoute.WhipFattyAcidRounds) { Choices = new Dictionary<string, string> { ["cool"] = "fridge" } },
        };
        var steps = new SheetWriter(MaterialShelf.Plain, Shed).For(butter).Steps;
        string[] turns = ["round-chill-1", "round-whip-1", "round-chill-2", "round-whip-2", "round-chill-3", "whip"];
        Assert.Equal(turns, steps.Select(step => step.Id).Where(turns.Contains));
        Assert.Equal("Round 2 of 3: chill", steps.Single(step => step.Id == "round-chill-2").Title);
        // The cup before is weighed once.
        Assert.Single(steps, step => step.Template == "cup-before");

        var aims = new List<double>();
        foreach (var number in new[] { 1, 2, 3 })
        {
            var rounds = Rounds(At(butter, $"round-chill-{number}", 50), 0);
            Assert.Equal((number, 3, 3), (rounds.Now, rounds.Planned, rounds.Most));
            Assert.Contains($"Round **{number} of 3**", rounds.Says, StringComparison.Ordinal);
            aims.Add((rounds.DoneAt!.Value - Begun).TotalMinutes);
        }

        // From the same warmth the later rounds last longer.
        Assert.True(aims[0] < aims[1] && aims[1] < aims[2], string.Join(", ", aims));
    }

    [Fact]
    public void AHardButterIsTemperedTwoMinutesARoundUntilItClings()
    {
        var butter = Sample.Of(Kinds.Balm, ("cocoa butter", 65), ("mango butter", 15), ("sunflower oil", 20)) with
        {
            Batch = new BatchSize(300, 20, null, 15),
        };
        var temper = new SheetWriter(MaterialShelf.Plain, Shed).For(butter).Steps.FirstOrDefault(step => step.Template == "temper");
        Assert.NotNull(temper);
        var batch = At(butter, temper.Id, 60);
        var rounds = Rounds(batch, 0);
        Assert.Null(rounds.Most);
        var minutes = (rounds.DoneAt!.Value - Begun).TotalMinutes;
        Assert.Equal((int)Math.Ceiling(minutes / 2), rounds.Planned);
        Assert.Equal(Begun.AddMinutes(2), Watcher.Watch(batch, Begun)!.StirAt);
    }
}
