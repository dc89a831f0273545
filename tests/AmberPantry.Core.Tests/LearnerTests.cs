using AmberPantry.Core.Formulas;
using AmberPantry.Core.Logbook;
using AmberPantry.Core.Making;
using AmberPantry.Core.Making.Clocks;
using AmberPantry.Core.Making.Sheets;
using AmberPantry.Core.Materials;
using AmberPantry.Core.Science.Learning;
using AmberPantry.Core.Workshops;

namespace AmberPantry.Core.Tests;

/// <summary>What finished batches tell, what is proposed from it, and what changes once it is agreed to.</summary>
public class LearnerTests
{
    private static readonly DateTime Begun = new(2026, 3, 2, 9, 0, 0, DateTimeKind.Utc);
    private static readonly Workshop Shed = Sample.Shed with { HumidityPercent = 60 };

    private static ToldBy Told(int batch, string quantity, double predicted, double observed, string? material = null, string? lot = null) =>
        new(
            batch,
            $"ST-26-00{batch}",
            new Evidence($"{batch}", quantity, predicted, observed, Begun.AddDays(10 * batch))
            {
                Lots = material is null ? new Dictionary<string, string>() : new Dictionary<string, string> { [material] = lot! },
            }
        );

    private static LearntQuantity Slump(IEnumerable<ToldBy> told, Workshop? workshop = null) =>
        new Learner(MaterialShelf.Plain, workshop ?? Shed, [.. told]).All().Single(one => one.Id == "slumpC");

    [Fact]
    public void ThreeBatchesOfOneLotProposeItsCorrection()
    {
        ToldBy[] told =
        [
            Told(1, "slumpC", 25, 24.1, "mango butter", "M-17"),
            Told(2, "slumpC", 25, 25.1, "mango butter", "M-16"),
            Told(3, "slumpC", 26, 25.2, "mango butter", "M-17"),
            Told(4, "slumpC", 24, 24.0, "mango butter", "M-16"),
            Told(5, "slumpC", 25, 24.0, "mango butter", "M-17"),
            Told(6, "slumpC", 25, 25.0, "mango butter", "M-16"),
        ];
        var slump = Slump(told);
        var proposal = Assert.Single(slump.Proposals);
        Assert.Equal((OffsetLevel.Lot, "M-17"), (proposal.Level, proposal.Group));
        // The mean is told, the shrunk offset is proposed.
        Assert.Equal(-0.9, proposal.Mean, 6);
        Assert.Equal(-0.54, proposal.Offset, 2);
        Assert.Equal("Perhaps: three batches with mango butter lot M-17 came out softer than said, by **0.9\u202f°C** on average.", proposal.Says);
        Assert.Equal("Correct lot M-17 by −0.5\u202f°C", proposal.Act);
        Assert.Equal(["ST-26-001", "ST-26-003", "ST-26-005"], proposal.Points.Select(point => point.Lot));
    }

    [Fact]
    public void BatchesThatAllRunLowerProposeItForAll()
    {
        var told = Enumerable.Range(1, 6).Select(i => Told(i, "slumpC", 40, 38 + (0.1 * (i % 3)))).ToArray();
        var proposal = Assert.Single(Slump(told).Proposals);
        Assert.Equal((OffsetLevel.Maker, ""), (proposal.Level, proposal.Group));
        Assert.StartsWith("Six batches came out softer than said", proposal.Says, StringComparison.Ordinal);
        Assert.Equal("Correct all of yours by −1.4\u202f°C", proposal.Act);

        // Put off, it rests until one batch more has told.
        var put = new OwnOffset(Guid.NewGuid(), "slumpC", OffsetLevel.Maker, "", null, new DateOnly(2026, 6, 1)) { RestUntil = 7 };
        Assert.Empty(Slump(told, Shed with { Learnt = [put] }).Proposals);
        Assert.Single(Slump([.. told, Told(7, "slumpC", 40, 38.1)], Shed with { Learnt = [put] }).Proposals);

        // In force, it is not proposed again; where the cause has gone, it is told to be worse.
        var agreed = new OwnOffset(Guid.NewGuid(), "slumpC", OffsetLevel.Maker, "", proposal.Offset, new DateOnly(2026, 6, 1))
        {
            From = ["ST-26-001"],
        };
        var after = Slump(told, Shed with { Learnt = [agreed] });
        Assert.Empty(after.Proposals);
        Assert.True(Assert.Single(after.Agreed).IsInForce);
        Assert.Contains("All of yours by −1.4", after.Agreed[0].Says, StringComparison.Ordinal);
        ToldBy[] gone = [.. told, .. Enumerable.Range(7, 7).Select(i => Told(i, "slumpC", 40, 40))];
        var withdraw = Assert.Single(Slump(gone, Shed with { Learnt = [agreed] }).Proposals);
        Assert.Equal((ProposalStatus.Withdraw, agreed.Id), (withdraw.Status, withdraw.InForce));
    }

    [Fact]
    public void NothingToLearnProposesNothingAndFewRecordsSayWhatToRecord()
    {
        var none = Slump([]);
        Assert.Equal(GoodnessWord.TooFew, none.Word);
        Assert.NotEmpty(none.Next);
        var calm = Slump(Enumerable.Range(1, 8).Select(i => Told(i, "slumpC", 40, 40 + (0.3 * ((i % 3) - 1)))));
        Assert.Equal(GoodnessWord.Close, calm.Word);
        Assert.Empty(calm.Proposals);
        Assert.Empty(calm.Next);
        Assert.Contains("Of your last 8 batches **8** lay inside the doubt", calm.Says, StringComparison.Ordinal);
    }

    [Fact]
    public void WhatIsAgreedStandsBesideWhatIsSaidAndGoesWithIt()
    {
        var own = new OwnOffset(Guid.NewGuid(), "slumpC", OffsetLevel.Maker, "", -1.5, new DateOnly(2026, 6, 1)) { From = ["SH-26-004"] };
        var plain = Sample.Assessor.Assess(Sample.Slipway7);
        var yours = new Assessment.Assessor(MaterialShelf.Plain, Sample.Shed with { Learnt = [own] }).Assess(Sample.Slipway7);
        // The raw figure stays as it is.
        Assert.Equal(plain.Parts.Melt!.SlumpC, yours.Parts.Melt!.SlumpC);
        var found = yours.Found("slumps-as-yours")!;
        Assert.Equal(plain.Parts.Melt!.SlumpC!.Value - 1.5, found.Numbers[1].Value, 6);
        Assert.Null(plain.Found("slumps-as-yours"));
        var withdrawn = own with { WithdrawnOn = new DateOnly(2026, 7, 1) };
        Assert.Null(
            new Assessment.Assessor(MaterialShelf.Plain, Sample.Shed with { Learnt = [withdrawn] }).Assess(Sample.Slipway7).Found("slumps-as-yours")
        );
    }

    [Fact]
    public void AVesselThatCoolsFasterIsFoundFromItsReadingsAndThenSaid()
    {
        const double Hidden = 1.5;
        var butter = Sample.Of(Kinds.WhippedButter, ("shea butter", 60), ("mango butter", 15), ("sunflower oil", 25)) with
        {
            Batch = new BatchSize(600, 5, "tin-60", 110),
            Method = MakingMethod.Usual with { Choices = new Dictionary<string, string> { ["cool"] = "fridge" } },
        };
        var bench = new MakersBench(MaterialShelf.Plain, Shed, Sample.Assessor);
        Batch Do(Batch batch, BatchCommand command, DateTime at) =>
            batch.Apply(command, Guid.NewGuid(), at, bench).Aggregate(batch, (now, change) => now.With(change));
        var steps = new SheetWriter(MaterialShelf.Plain, Shed).For(butter).Steps;
        var batch = Batch.Begin("ST-26-001", butter, steps, Begun.AddHours(-2));
        foreach (var step in steps.TakeWhile(step => step.Kind != StepKind.Chill))
        {
            batch = Do(batch, new RecordStep(step.Id, step.TargetG, step.ToC is null ? null : 45), Begun);
        }

        var watcher = new CoolingWatcher(MaterialShelf.Plain, Shed);
        var usual = watcher.Watch(batch, Begun)!;
        foreach (var minutes in new[] { 5.0, 10, 15 })
        {
            // What it would show if it cooled so much faster: the usual run on a quicker clock.
            var c = usual.Run.Last(point => point.Min <= minutes * Hidden).C;
            batch = Do(batch, new ReadStep(batch.AtStep, c), Begun.AddMinutes(minutes));
        }

        batch = Do(batch, new FinishBatch(5), Begun.AddHours(2));
        var evidence = Assert.Single(new EvidenceFinder(MaterialShelf.Plain, Shed).Of(batch, Shed.WorkroomC, 60), one =>
            one.Quantity == "coolingFactor"
        );
        Assert.Equal(("fridge", 1d), (evidence.Place, evidence.Predicted));
        Assert.InRange(evidence.Observed, 1.2, 1.8);

        // A correction in force changes what is said of the next, and not what is learnt from this one.
        var own = new OwnOffset(Guid.NewGuid(), "coolingFactor", OffsetLevel.Place, "fridge", Math.Log(Hidden), new DateOnly(2026, 6, 1));
        var taught = Shed with { Learnt = [own] };
        var again = Assert.Single(new EvidenceFinder(MaterialShelf.Plain, taught with { WorkroomC = 31 }).Of(batch, Shed.WorkroomC, 60), one =>
            one.Quantity == "coolingFactor"
        );
        Assert.Equal(evidence.Observed, again.Observed);
        var open = batch with { FinishedAt = null, Readings = [] };
        Assert.True(new CoolingWatcher(MaterialShelf.Plain, taught).Watch(open, Begun)!.Times[0].At < watcher.Watch(open, Begun)!.Times[0].At);
    }

    [Fact]
    public void ThumbAirAndLossTellHowGoodTheyAre()
    {
        ToldBy Thumb(int i) => Told(i, Evidence.Press, 40, 3);
        ToldBy Cup(int i) => Told(i, "overrun", 1, 0.6) with { Evidence = Told(i, "overrun", 1, 0.6).Evidence with { X = 0.18, Word = "full" } };
        ToldBy Pot(int i) => Told(i, "lossPct", 2, 5) with { Evidence = Told(i, "lossPct", 2, 5).Evidence with { X = 600, Word = "melt" } };
        var all = new Learner(MaterialShelf.Plain, Shed, [.. Enumerable.Range(1, 6).SelectMany(i => new[] { Thumb(i), Cup(i), Pot(i) })]).All();
        Assert.Equal(["slumpC", "coolingFactor", "press", "overrun", "lossPct", "keepingMonths"], all.Select(one => one.Id));
        Assert.Contains("**6** of 6 presses", all.Single(one => one.Id == "press").Says, StringComparison.Ordinal);
        Assert.Contains("times** the air that is usual", all.Single(one => one.Id == "overrun").Says, StringComparison.Ordinal);
        Assert.Contains("What is poured leaves **4.", all.Single(one => one.Id == "lossPct").Says, StringComparison.Ordinal);
    }

    [Fact]
    public void JarsThatAreSmelledTellHowLongYoursKeep()
    {
        ToldBy Smelled(int batch, double months, string word) =>
            Told(batch, "keepingMonths", 12, months) with
            {
                Evidence = Told(batch, "keepingMonths", 12, months).Evidence with { Word = word },
            };
        LearntQuantity Keeping(params ToldBy[] told) => new Learner(MaterialShelf.Plain, Shed, told).All().Single(one => one.Id == "keepingMonths");
        Assert.Equal("Nothing is recorded yet.", Keeping().Says);
        // Still fresh after a while says nothing against what was said.
        Assert.Contains("None of 1 jar has gone off yet", Keeping(Smelled(1, 3, "fresh")).Says, StringComparison.Ordinal);
        var gone = Keeping([.. Enumerable.Range(1, 6).SelectMany(i => new[] { Smelled(i, 5, "fresh"), Smelled(i, 7, "off") })]);
        Assert.Contains("Yours keep **0.", gone.Says, StringComparison.Ordinal);
        Assert.Contains(
            "by 6 that went off and 0 still fresh. The longest that was still fresh had stood 5 months.",
            gone.Says,
            StringComparison.Ordinal
        );
        // Flat is neither.
        Assert.Equal("Nothing is recorded yet.", Keeping(Smelled(1, 3, "flat")).Says);
    }
}
