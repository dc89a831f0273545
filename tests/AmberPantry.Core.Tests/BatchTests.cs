using AmberPantry.Core.Formulas;
using AmberPantry.Core.Making;
using AmberPantry.Core.Making.Sheets;
using AmberPantry.Core.Materials;
using AmberPantry.Core.Workshops;
using CsCheck;

namespace AmberPantry.Core.Tests;

/// <summary>A batch changes by commands only, and no order of them makes it untrue.</summary>
public class BatchTests
{
    private static readonly DateTime Morning = new(2026, 6, 11, 8, 0, 0, DateTimeKind.Utc);
    private static readonly MakersBench Bench = new(MaterialShelf.Plain, Sample.Shed, Sample.Assessor);
    private static readonly Formula Content = Sample.Slipway7 with { Batch = new BatchSize(600, 12, "tin-60", 50) };
    private static readonly IReadOnlyList<MakeStep> Steps = new SheetWriter(MaterialShelf.Plain, Sample.Shed).For(Content).Steps;
    private static readonly string FirstWeigh = Steps.First(step => step.Kind == StepKind.Weigh).Id;

    private static readonly Gen<BatchCommand> AnyCommand = Gen.OneOf(
        Gen.Select(Gen.Int[0, Steps.Count - 1], Gen.Int[-1, 2000], (step, tenths) => (BatchCommand)new RecordStep(Steps[step].Id, tenths / 10m)),
        Gen.Int[0, Steps.Count - 1].Select(step => (BatchCommand)new GoToStep(Steps[step].Id)),
        Gen.Select(Gen.Int[0, Steps.Count - 1], Gen.Int[-1, 2000], (step, tenths) => (BatchCommand)new RescalePot(Steps[step].Id, tenths / 10m)),
        Gen.Int[-1, 300].Select(tenths => (BatchCommand)new AddToPot("candelilla wax", tenths / 10m, "too soft")),
        Gen.Int[-2, 20].Select(units => (BatchCommand)new FinishBatch(units)),
        Gen.Enum<StockPlace>().Select(place => (BatchCommand)new PlaceStock(place)),
        Gen.Int[-2, 20].Select(left => (BatchCommand)new CountStock(left)),
        Gen.Const((BatchCommand)new WriteNotes("poured well"))
    );

    [Fact]
    public void StepsAreRecordedByTheirIdsAndTheBatchMovesOn()
    {
        var batch = Do(Begun(), new RecordStep(Steps[0].Id), new RecordStep(FirstWeigh, 39.9m));
        Assert.Equal(Steps[2].Id, batch.AtStep);
        Assert.Equal(39.9m, batch.Done.Single(done => done.Step == FirstWeigh).WeighedG);
        Assert.Equal(Codes.UnknownId, Refused(batch, new RecordStep("nowhere")).Code);
    }

    [Fact]
    public void WhatAnotherWindowPutDownIsNotWrittenOverUnseen()
    {
        var nothing = new SeenStep();
        var batch = Do(Begun(), new RecordStep(FirstWeigh, 40m, Seen: nothing));
        var refused = Refused(batch, new RecordStep(FirstWeigh, 41m, Seen: nothing));
        Assert.Equal((Codes.Changed, "command.weighedG"), (refused.Code, refused.Field));
        Assert.Contains("40 g", refused.Message, StringComparison.Ordinal);
        Assert.Equal(41m, Do(batch, new RecordStep(FirstWeigh, 41m, Seen: new SeenStep(40m))).Done.Single().WeighedG);
        Assert.Equal(40m, Do(batch, new RecordStep(FirstWeigh, 40m, Seen: nothing)).Done.Single().WeighedG);
        Assert.Equal(41m, Do(batch, new RecordStep(FirstWeigh, 41m)).Done.Single().WeighedG);
    }

    [Fact]
    public void ANoteOfAnOverPourGoesWhenTheWeightIsPutRight()
    {
        var batch = Do(Begun(), new RecordStep(FirstWeigh, 60m, Note: "poured over and kept"), new RecordStep(FirstWeigh, 40m));
        Assert.Null(batch.Done.Single().Note);
    }

    [Fact]
    public void AnAbsurdPourIsDoubtedAndNeverScaledUpTo()
    {
        var target = Steps.First(step => step.Id == FirstWeigh).TargetG!.Value;
        var little = Bench.PourOver(Begun(), FirstWeigh, target * 1.2m);
        Assert.Equal((target * 0.2m, null), (little.OverG, little.Doubt));
        Assert.InRange(little.RescaledTotalG!.Value, 715, 725);
        var slip = Bench.PourOver(Begun(), FirstWeigh, target * 100);
        Assert.Null(slip.RescaledTotalG);
        Assert.Empty(slip.TopUps);
        Assert.Contains("100 times", slip.Doubt, StringComparison.Ordinal);
        Assert.Equal(Codes.Range, Refused(Begun(), new RescalePot(FirstWeigh, target * 100)).Code);
    }

    [Fact]
    public void ARescueBecomesTheNextWeighingAndThePotGrows()
    {
        var first = Begun().Step(FirstWeigh).TargetG!.Value;
        var begun = Do(Begun(), new RecordStep(Steps[0].Id), new RecordStep(FirstWeigh, first));
        var at = begun.AtStep;
        var batch = Do(begun, new AddToPot("carnauba wax", 12.5m, "too soft"));
        var step = batch.Step(batch.AtStep);
        Assert.Equal((StepKind.Weigh, 12.5m), (step.Kind, step.TargetG));
        Assert.Contains("too soft", step.Why, StringComparison.OrdinalIgnoreCase);
        Assert.Equal(612.5m, batch.Content.Batch.Grams);
        Assert.Equal(12, batch.Content.Batch.Units);
        Assert.Equal(100, batch.Content.Total);
        Assert.Equal(612.5m, batch.Pot.Sum(line => line.WeighedG ?? line.PlannedG), 1);
        Assert.Equal(at, Do(batch, new RecordStep(batch.AtStep, 12.5m)).AtStep);
        Assert.Equal(12.5m / 612.5m * 100, batch.AsWeighed.ShareOf("carnauba wax"), 2);

        // What is in it already is topped up, and counted with what was weighed before.
        var wax = begun.Content.Line(begun.Step(FirstWeigh).Line!).Material;
        var more = Do(begun, new AddToPot(wax, 5m, "too soft"));
        more = Do(more, new RecordStep(more.AtStep, 5m));
        Assert.Equal(first + 5, more.Pot.Single(line => line.Line == begun.Step(FirstWeigh).Line).WeighedG);
    }

    [Theory]
    [InlineData("beeswax", 0, "why", Codes.Range, "command.addG")]
    [InlineData("beeswax", 99_999, "why", Codes.Range, "command.addG")]
    [InlineData("beeswax", 5, " ", Codes.Missing, "command.why")]
    [InlineData("moon dust", 5, "why", Codes.UnknownId, "command.material")]
    public void ARescueThatCannotBeIsRefusedByItsField(string material, int grams, string why, string code, string field)
    {
        var refused = Refused(Begun(), new AddToPot(material, grams, why));
        Assert.Equal((code, field), (refused.Code, refused.Field));
    }

    [Fact]
    public void AnOlderWordThatArrivesLateChangesNothing()
    {
        var batch = Do(Begun(), new RecordStep(FirstWeigh, 40m));
        Assert.Empty(batch.Apply(new RecordStep(FirstWeigh, 12m), Guid.NewGuid(), Morning.AddHours(-1), Bench));
    }

    [Fact]
    public void ASlumpFarFromWhatWasSaidIsTakenOnceItIsSure()
    {
        var batch = Begun();
        var said = Bench.SlumpOf(Content)!.Value;
        var near = Do(batch, new Observe(ObservationKind.Slump, Value: said - 19)).Observations.Single();
        Assert.Equal(said, near.Said);
        foreach (var far in new[] { said - 21, said + 21 })
        {
            var refused = Refused(batch, new Observe(ObservationKind.Slump, Value: far));
            Assert.Equal((Codes.Unlikely, "command.value"), (refused.Code, refused.Field));
            Assert.Contains("looks like a slip", refused.Message, StringComparison.Ordinal);
            Assert.Equal(far, Do(batch, new Observe(ObservationKind.Slump, Value: far, Sure: true)).Observations.Single().Value);
        }
    }

    [Theory]
    [InlineData(ObservationKind.ThumbPress, 3, 3.0, "as said")]
    [InlineData(ObservationKind.ThumbPress, 4, 3.0, "**off by 1 step**")]
    [InlineData(ObservationKind.ThumbPress, 1, 3.0, "**off by 2 steps**")]
    [InlineData(ObservationKind.Slump, 48.2, 48.0, "as said")]
    [InlineData(ObservationKind.Slump, 46, 48.0, "**off by 2\u202f°C**", "**off by 3.5\u202f°F**")]
    [InlineData(ObservationKind.Slump, 46, null, null)]
    public void WhatWasSeenIsHeldAgainstWhatWasSaid(ObservationKind kind, double value, double? said, string? verdict, string? inFahrenheit = null)
    {
        var seen = new Observation(Guid.NewGuid(), Morning, kind, 20, value, said, "");
        Assert.Equal(verdict, seen.Verdict(new Wording(Sample.Shed)));
        Assert.Equal(inFahrenheit ?? verdict, seen.Verdict(new Wording(Sample.Shed with { Temperature = TemperatureUnit.Fahrenheit })));
    }

    [Fact]
    public void AFinishedBatchTakesNoStepAndIsNotFinishedAgain()
    {
        var batch = Do(Begun(), new FinishBatch(12), new CountStock(3));
        foreach (
            var command in new BatchCommand[]
            {
                new RecordStep(FirstWeigh, 40m),
                new GoToStep(FirstWeigh),
                new RescalePot(FirstWeigh, 99m),
                new FinishBatch(12),
            }
        )
        {
            Assert.Equal(Codes.Made, Refused(batch, command).Code);
        }

        Assert.Equal(3, batch.UnitsLeft);
    }

    [Fact]
    public void AnUnfinishedBatchHasNoStock()
    {
        Assert.Equal(Codes.NotNow, Refused(Begun(), new CountStock(1)).Code);
        Assert.Equal(Codes.NotNow, Refused(Begun(), new PlaceStock(StockPlace.HeldBack)).Code);
    }

    [Fact]
    public void AScaledUpPotKeepsTheIdsOfItsStepsAndItsShares()
    {
        var target = Steps.Single(step => step.Id == FirstWeigh).TargetG!.Value;
        var batch = Do(Begun(), new RescalePot(FirstWeigh, target * 1.1m));
        Assert.Equal(Steps.Select(step => step.Id), batch.Steps.Select(step => step.Id));
        Assert.InRange(batch.Content.Batch.Grams, 655m, 665m);
        foreach (var step in batch.Steps.Where(step => step.Kind == StepKind.Weigh && step.Id != FirstWeigh))
        {
            var was = Steps.Single(one => one.Id == step.Id).TargetG!.Value;
            Assert.InRange(step.TargetG!.Value / was, 1.08m, 1.12m);
        }
    }

    [Fact]
    public void NoOrderOfCommandsMakesARecordUntrue() =>
        AnyCommand
            .Array[1, 25]
            .Sample(
                commands =>
                {
                    var batch = Begun();
                    foreach (var command in commands)
                    {
                        var before = batch;
                        try
                        {
                            batch = Do(batch, command);
                        }
                        catch (Refusal)
                        {
                            Assert.Same(before, batch);
                        }

                        Assert.Contains(batch.Steps, step => step.Id == batch.AtStep);
                        Assert.Equal(batch.Steps.Count, batch.Steps.Select(step => step.Id).Distinct().Count());
                        Assert.All(batch.Done, done => Assert.Contains(batch.Steps, step => step.Id == done.Step));
                        Assert.True(batch.IsFinished || (batch.UnitsMade is null && batch.UnitsLeft is null));
                        Assert.True((batch.UnitsLeft ?? 0) <= (batch.UnitsMade ?? 0) && (batch.UnitsLeft ?? 0) >= 0);
                        Assert.True(!before.IsFinished || (batch.FinishedAt == before.FinishedAt && ReferenceEquals(batch.Done, before.Done)));
                    }
                },
                iter: 400
            );

    private static Batch Begun() => Batch.Begin("SH-26-001", Content, Steps, Morning);

    private static Batch Do(Batch batch, params BatchCommand[] commands) =>
        commands.Aggregate(batch, (now, command) =>
            now.Apply(command, Guid.NewGuid(), Morning.AddMinutes(5), Bench).Aggregate(now, (state, change) => state.With(change))
        );

    private static Refusal Refused(Batch batch, BatchCommand command) => Assert.Throws<Refusal>(() => Do(batch, command));
}
