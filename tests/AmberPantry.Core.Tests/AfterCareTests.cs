using AmberPantry.Core.Formulas;
using AmberPantry.Core.Making;
using AmberPantry.Core.Making.Sheets;
using AmberPantry.Core.Materials;
using CsCheck;

namespace AmberPantry.Core.Tests;

/// <summary>What can be done about a batch once it is finished or spoilt: nothing of it is ever lost.</summary>
public class AfterCareTests
{
    private static readonly DateTime Morning = new(2026, 6, 11, 8, 0, 0, DateTimeKind.Utc);
    private static readonly MakersBench Bench = new(MaterialShelf.Plain, Sample.Shed, Sample.Assessor);
    private static readonly Formula Content = Sample.Slipway7 with { Batch = new BatchSize(600, 12, "tin-60", 50) };
    private static readonly IReadOnlyList<MakeStep> Steps = new SheetWriter(MaterialShelf.Plain, Sample.Shed).For(Content).Steps;
    private static readonly MakeStep Weigh = Steps.First(step => step.Kind == StepKind.Weigh);
    private static readonly MakeStep Other = Steps.First(step => step.Kind != StepKind.Weigh);

    [Fact]
    public void ASpoiltBatchEndsWhereItStandsAndCanBeTakenUpAgain()
    {
        var open = Do(Begun(), new RecordStep(Weigh.Id, 40m));
        var spoilt = Do(open, new GiveUpBatch("  fell off the hob "));
        Assert.Equal(("fell off the hob", 0, 0), (spoilt.GivenUpFor, spoilt.UnitsMade, spoilt.UnitsLeft));
        Assert.Equal(40m, spoilt.Done.Single().WeighedG);
        Assert.Equal(open.AtStep, spoilt.AtStep);
        Assert.Equal(Codes.Made, Refused(spoilt, new RecordStep(Weigh.Id, 41m)).Code);
        Assert.Equal(Codes.Made, Refused(spoilt, new GiveUpBatch("again")).Code);
        var again = Do(spoilt, new TakeUpBatch());
        Assert.Equal((null, null, null, null), (again.GivenUpFor, again.FinishedAt, again.UnitsMade, again.UnitsLeft));
        Assert.Equal(41m, Do(again, new RecordStep(Weigh.Id, 41m)).Done.Single().WeighedG);
        Assert.Equal(Codes.NotNow, Refused(again, new TakeUpBatch()).Code);
    }

    [Theory]
    [InlineData("")]
    [InlineData("   ")]
    [InlineData(null)]
    public void GivingUpAndPuttingRightNeedAReason(string? reason)
    {
        Assert.Equal((Codes.Empty, "command.reason"), Told(Refused(Begun(), new GiveUpBatch(reason!))));
        Assert.Equal((Codes.Empty, "command.reason"), Told(Refused(Finished(), new CorrectStep(Weigh.Id, reason!, 41m))));
    }

    [Fact]
    public void AReasonHasALength()
    {
        Assert.Equal((Codes.Range, "command.reason"), Told(Refused(Begun(), new GiveUpBatch(new string('x', 201)))));
        Assert.Equal(200, Do(Begun(), new GiveUpBatch(new string('x', 200))).GivenUpFor!.Length);
    }

    [Fact]
    public void AWeightPutRightKeepsWhatStoodThereAndChangesWhatIsSaid()
    {
        var made = Do(Finished(), new Observe(ObservationKind.Slump, Value: Bench.SlumpOf(Content)), new Observe(ObservationKind.Note, Text: "hay"));
        var put = Do(made, new CorrectStep(Weigh.Id, "read the wrong scale", Weigh.TargetG * 3));
        Assert.Equal(Weigh.TargetG * 3, put.Done.Single(done => done.Step == Weigh.Id).WeighedG);
        var told = Assert.Single(put.Corrections);
        Assert.Equal((Weigh.Title, "read the wrong scale"), (told.Of, told.Reason));
        Assert.Equal(($"{Weigh.TargetG:0.###} g", $"{Weigh.TargetG * 3:0.###} g"), (told.Was, told.Now));
        Assert.Equal(Bench.SlumpOf(put.AsWeighed), put.SlumpC);
        Assert.NotEqual(made.SlumpC, put.SlumpC);
        Assert.Equal(put.SlumpC, put.Observations[0].Said);
        Assert.Equal(made.Observations[1], put.Observations[1]);
        Assert.Equal((made.UnitsMade, made.UnitsLeft, made.FinishedAt), (put.UnitsMade, put.UnitsLeft, put.FinishedAt));
        Assert.Equal(2, Do(put, new CorrectStep(Weigh.Id, "and once more", Weigh.TargetG)).Corrections.Count);
    }

    [Fact]
    public void ATemperatureCanBePutRightWhereNoneStood()
    {
        var put = Do(Finished(), new CorrectStep(Other.Id, "forgot to type it", TemperatureC: 71));
        Assert.Equal(71, put.Done.Single(done => done.Step == Other.Id).TemperatureC);
        Assert.Equal(("nothing", "71 °C"), (put.Corrections[0].Was, put.Corrections[0].Now));
        Assert.Null(put.Done.Single(done => done.Step == Other.Id).WeighedG);
    }

    [Fact]
    public void WhatIsPutRightMustDifferAndBePossible()
    {
        Assert.Equal((Codes.Empty, "command.weighedG"), Told(Refused(Finished(), new CorrectStep(Weigh.Id, "same", Weigh.TargetG))));
        Assert.Equal((Codes.Range, "command.weighedG"), Told(Refused(Finished(), new CorrectStep(Weigh.Id, "no", -1))));
        Assert.Equal((Codes.Range, "command.temperatureC"), Told(Refused(Finished(), new CorrectStep(Other.Id, "no", TemperatureC: 200))));
        Assert.Equal(Codes.UnknownId, Refused(Finished(), new CorrectStep("nowhere", "no", 1)).Code);
        Assert.Equal(Codes.NotNow, Refused(Begun(), new CorrectStep(Weigh.Id, "still making", 41m)).Code);
    }

    [Fact]
    public void AnObservationIsPutRightUnderItsOwnId()
    {
        var made = Do(Finished(), new Observe(ObservationKind.ThumbPress, 20, 3, "gives"));
        var seen = made.Observations.Single();
        var put = Do(made, new CorrectObservation(seen.Id, "the glass was at 4", TemperatureC: 4));
        var now = put.Observations.Single();
        Assert.Equal((seen.Id, seen.At, 4d, 3d, "gives"), (now.Id, now.At, now.TemperatureC, now.Value, now.Text));
        Assert.NotEqual(seen.Said, now.Said);
        Assert.Equal(("3 of 5 at 20 °C, “gives”", "3 of 5 at 4 °C, “gives”"), (put.Corrections[0].Was, put.Corrections[0].Now));
        Assert.Equal("command.value", Refused(made, new CorrectObservation(seen.Id, "slip", Value: 9)).Field);
        Assert.Equal(Codes.UnknownId, Refused(made, new CorrectObservation(Guid.NewGuid(), "whose?", Value: 2)).Code);
    }

    [Fact]
    public void ASlumpPutRightIsDoubtedAsOneLoggedIs()
    {
        var said = Bench.SlumpOf(Content)!.Value;
        var made = Do(Finished(), new Observe(ObservationKind.Slump, Value: said));
        var id = made.Observations.Single().Id;
        Assert.Equal(Codes.Unlikely, Refused(made, new CorrectObservation(id, "comma", Value: said + 30)).Code);
        Assert.Equal(said + 30, Do(made, new CorrectObservation(id, "it is", Value: said + 30, Sure: true)).Observations.Single().Value);
    }

    [Fact]
    public void StockGoesOutByHandAndCanBePutBack()
    {
        var made = Finished(12);
        var taken = Do(made, new TakeStock(3, StockOut.Given, " to the neighbour "), new TakeStock(4, StockOut.Sold));
        Assert.Equal(5, taken.UnitsLeft);
        Assert.Equal(
            [(3, StockOut.Given, "to the neighbour"), (4, StockOut.Sold, "")],
            taken.StockMoves.Select(move => (move.Units, move.For, move.Note))
        );
        var back = Do(taken, new PutStockBack(taken.StockMoves[0].Id));
        Assert.Equal((8, 1), (back.UnitsLeft, back.StockMoves.Count));
        Assert.Equal(Codes.UnknownId, Refused(back, new PutStockBack(taken.StockMoves[0].Id)).Code);
    }

    [Theory]
    [InlineData(0)]
    [InlineData(-1)]
    [InlineData(13)]
    public void NoMoreGoesOutThanThereIs(int units) =>
        Assert.Equal((Codes.Range, "command.units"), Told(Refused(Finished(12), new TakeStock(units, StockOut.Used))));

    [Fact]
    public void AnUnfinishedBatchHasNothingToTakeAndCannotBeArchived()
    {
        Assert.Equal(Codes.NotNow, Refused(Begun(), new TakeStock(1, StockOut.Used)).Code);
        Assert.Equal(Codes.NotNow, Refused(Begun(), new ArchiveBatch()).Code);
        Assert.Contains("12 left", Refused(Finished(12), new ArchiveBatch()).Message, StringComparison.Ordinal);
    }

    [Fact]
    public void WhatIsSoldOutIsArchivedAndBroughtBack()
    {
        var gone = Do(Finished(2), new TakeStock(2, StockOut.Sold), new ArchiveBatch());
        Assert.NotNull(gone.ArchivedAt);
        Assert.Equal(gone.ArchivedAt, Do(gone, new ArchiveBatch()).ArchivedAt);
        Assert.Null(Do(gone, new BringBackBatch()).ArchivedAt);
        Assert.Null(Do(Begun(), new GiveUpBatch("burnt"), new ArchiveBatch(), new TakeUpBatch()).ArchivedAt);
    }

    private static readonly Gen<BatchCommand> AnyCommand = Gen.OneOf(
        Gen.Const((BatchCommand)new GiveUpBatch("spoilt")),
        Gen.Const((BatchCommand)new TakeUpBatch()),
        Gen.Const((BatchCommand)new ArchiveBatch()),
        Gen.Const((BatchCommand)new BringBackBatch()),
        Gen.Int[-1, 14].Select(units => (BatchCommand)new FinishBatch(units)),
        Gen.Int[-1, 14].Select(units => (BatchCommand)new TakeStock(units, StockOut.Sold)),
        Gen.Int[-1, 14].Select(units => (BatchCommand)new CountStock(units)),
        Gen.Int[0, 900].Select(tenths => (BatchCommand)new CorrectStep(Weigh.Id, "slip", tenths / 10m)),
        Gen.Int[0, 900].Select(tenths => (BatchCommand)new RecordStep(Weigh.Id, tenths / 10m))
    );

    [Fact]
    public void NoOrderOfThemLosesAWeightOrMakesStockUntrue() =>
        AnyCommand
            .Array[1, 30]
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
                            continue;
                        }

                        Assert.InRange(batch.UnitsLeft ?? 0, 0, batch.UnitsMade ?? 0);
                        Assert.True(batch.ArchivedAt is null || batch.IsFinished);
                        Assert.True(batch.GivenUpFor is null || batch.UnitsMade == 0);
                        Assert.True(batch.Corrections.Count >= before.Corrections.Count);
                        Assert.True(before.Done.Count <= batch.Done.Count);

                        // What stood there is either still there, typed anew while it was made, or told in a correction.
                        var was = before.Done.FirstOrDefault(done => done.Step == Weigh.Id)?.WeighedG;
                        var now = batch.Done.FirstOrDefault(done => done.Step == Weigh.Id)?.WeighedG;
                        Assert.True(was == now || !before.IsFinished || batch.Corrections[^1].Now == $"{now:0.###} g");
                    }
                },
                iter: 400
            );

    private static (string, string) Told(Refusal refusal) => (refusal.Code, refusal.Field);

    private static Batch Begun() => Batch.Begin("SH-26-001", Content, Steps, Morning);

    private static Batch Finished(int units = 12) => Do(Begun(), new RecordStep(Weigh.Id, Weigh.TargetG), new FinishBatch(units));

    private static Batch Do(Batch batch, params BatchCommand[] commands) =>
        commands.Aggregate(batch, (now, command) =>
            now.Apply(command, Guid.NewGuid(), Morning.AddMinutes(5), Bench).Aggregate(now, (state, change) => state.With(change))
        );

    private static Refusal Refused(Batch batch, BatchCommand command) => Assert.Throws<Refusal>(() => Do(batch, command));
}
