using AmberPantry.Core.Families;
using AmberPantry.Core.Formulas;
using AmberPantry.Core.Making;
using AmberPantry.Core.Making.Sheets;
using AmberPantry.Core.Materials;
using AmberPantry.Core.Workshops;

namespace AmberPantry.Core.Tests;

/// <summary>How a finished product is looked at: which tests, when, and what came against what was said.</summary>
public class EvaluationTests
{
    private static readonly DateTime Begun = new(2026, 6, 11, 10, 0, 0, DateTimeKind.Utc);
    private static readonly MakersBench Bench = new(MaterialShelf.Plain, Sample.Shed, Sample.Assessor);
    private static readonly Wording Say = new(Sample.Shed);

    public static TheoryData<string> Families() => [.. FamilyRegistry.Usual.All.Select(profile => profile.Family.Key)];

    private static Batch Finished(Formula formula)
    {
        var steps = new SheetWriter(MaterialShelf.Plain, Sample.Shed).For(formula).Steps;
        var batch = Batch.Begin("SH-26-001", formula, steps, Begun.AddHours(-3));
        batch = steps
            .Where(step => step.Line is not null)
            .Aggregate(batch, (now, step) => Do(now, new RecordStep(step.Id, step.TargetG), Begun.AddHours(-2)));
        return Do(batch, new FinishBatch(10), Begun);
    }

    private static Batch Do(Batch batch, BatchCommand command, DateTime at) =>
        batch.Apply(command, Guid.NewGuid(), at, Bench).Aggregate(batch, (now, change) => now.With(change));

    private static Observe Test(string test, double? value) => new(ObservationKind.UseTest, Value: value, Test: test);

    [Theory]
    [MemberData(nameof(Families))]
    public void EveryKindIsLookedAtFromSoonToLateByTestsThatAreKnown(string family)
    {
        var points = EvaluationPoint.Of(new Family(family));
        Assert.InRange(points.Count, 4, 8);
        Assert.Equal(points.Select(point => point.After).Distinct().Order(), points.Select(point => point.After));
        Assert.All(points.SelectMany(point => point.Tests), test => Assert.NotEmpty(EvaluationPoint.TitleOf(test)));
        // Salts are looked at after half a day already.
        Assert.Equal(family == Kinds.BathSalts, points[0].After == TimeSpan.FromHours(12));
    }

    [Fact]
    public void EveryTestIsUsedAndHasWordsOrAMeasure() => Assert.All(UseTest.All.Values, test =>
        {
            Assert.NotEmpty(test.How);
            Assert.Equal(test.Measure == TestMeasure.Words, test.Words.Count > 1);
            Assert.Contains(test.Id, FamilyRegistry.Usual.All.SelectMany(one => EvaluationPoint.TestsOf(one.Family)).Select(one => one.Id));
        });

    [Fact]
    public void ALookIsDueUntilItIsMadeAndThenTheNextIs()
    {
        var batch = Finished(Sample.Slipway7);
        Assert.Equal(Begun.AddDays(1), EvaluationPoint.NextAt(batch));
        var pressed = Do(batch, new Observe(ObservationKind.ThumbPress, 20, 3), Begun.AddHours(22));
        Assert.Equal(Begun.AddDays(7), EvaluationPoint.NextAt(pressed));
        // A note is no look.
        Assert.Equal(Begun.AddDays(1), EvaluationPoint.NextAt(Do(batch, new Observe(ObservationKind.Note, Text: "smells well"), Begun.AddDays(3))));
        // Where several were passed over, only the last of them is asked for.
        Assert.Equal("after a week", EvaluationPoint.Due(batch.Content.Family, Begun, Begun.AddDays(9))!.Words);
        var late = Do(batch, Test("grain", 1), Begun.AddDays(9));
        Assert.Equal(Begun.AddDays(28), EvaluationPoint.NextAt(late));
        // Of what is put away nothing is asked.
        Assert.Null(EvaluationPoint.NextAt(Do(Do(batch, new CountStock(0), Begun.AddDays(1)), new ArchiveBatch(), Begun.AddDays(1))));
    }

    [Fact]
    public void WhatCameStandsBesideWhatWasSaidOnTheSameScale()
    {
        var batch = Do(Finished(Sample.Slipway7), Test("grease-0", 4), Begun.AddDays(1));
        var seen = batch.Observations.Single();
        Assert.NotNull(seen.Said);
        Assert.InRange(seen.Said.Value, 1, 4);
        Assert.EndsWith("→ **much**", seen.Tried(), StringComparison.Ordinal);
        Assert.Equal(
            seen.Said == 4 ? "as said"
                : seen.Said == 3 ? "**off by one step**"
                : $"**off by {4 - seen.Said} steps**",
            seen.Verdict(Say)
        );
        // What nothing is said of is told alone.
        var shade = Do(batch, Test("grain", 2), Begun.AddDays(1)).Observations[^1];
        Assert.Equal(("grain: **a few grains**", null), (shade.Tried(), shade.Verdict(Say)));
        // Grease falls with the minutes, as it is said.
        double Said(string test) => Do(batch, Test(test, 1), Begun.AddDays(1)).Observations[^1].Said!.Value;
        Assert.True(Said("grease-0") >= Said("grease-5") && Said("grease-5") >= Said("grease-30"));
    }

    [Theory]
    [InlineData("fizz", 40.0, "command.test")] // no test of a balm
    [InlineData("grain", 5.0, "command.value")]
    [InlineData("grain", 1.5, "command.value")]
    [InlineData("grain", null, "command.value")]
    public void WhatCannotBeIsRefusedByName(string test, double? value, string field)
    {
        var refused = Assert.Throws<Refusal>(() => Do(Finished(Sample.Slipway7), Test(test, value), Begun.AddDays(1)));
        Assert.Equal(field, refused.Field);
        Assert.NotEmpty(refused.Remedy);
    }

    [Fact]
    public void ADayToComeOrBeforeTheBatchIsNoDayOfALook()
    {
        var batch = Finished(Sample.Slipway7);
        Refusal Refused(DateTime seen) => Assert.Throws<Refusal>(() => Do(batch, Test("grain", 1) with { SeenAt = seen }, Begun.AddDays(2)));
        Assert.Equal((Codes.Date, "command.seenAt"), (Refused(Begun.AddDays(3)).Code, Refused(Begun.AddDays(3)).Field));
        Assert.Contains("still to come", Refused(Begun.AddDays(3)).Message, StringComparison.Ordinal);
        Assert.Contains("was begun on 2026-06-11", Refused(Begun.AddDays(-2)).Message, StringComparison.Ordinal);
        var told = Do(batch, Test("grain", 1) with { SeenAt = Begun.AddDays(1) }, Begun.AddDays(2));
        Assert.Equal(Begun.AddDays(1), told.Observations.Single().At);
    }

    [Fact]
    public void ATestIsPutRightWithItsReasonAndTheOldWordStays()
    {
        var batch = Do(Finished(Sample.Slipway7), Test("grain", 3), Begun.AddDays(1));
        var put = Do(batch, new CorrectObservation(batch.Observations[0].Id, "wrong jar", Value: 1), Begun.AddDays(2));
        Assert.Equal(1, put.Observations.Single().Value);
        Assert.Equal("grain", put.Observations.Single().Test);
        var correction = put.Corrections.Single();
        Assert.Equal(("Grain", "grainy", "smooth", "wrong jar"), (correction.Of, correction.Was, correction.Now, correction.Reason));
    }
}
