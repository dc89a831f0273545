using AmberPantry.Core.Formulas;
using AmberPantry.Core.Making;
using AmberPantry.Core.Making.Clocks;
using AmberPantry.Core.Materials;
using AmberPantry.Core.Workshops;

namespace AmberPantry.Core.Tests;

/// <summary>One question where a batch left its sheet, what the answer changes, and how a weight came about.</summary>
public class DeviationTests
{
    private static readonly Wording Say = new(Sample.Shed);

    private static readonly Formula Whip = Sample.Of(Kinds.WhippedButter, ("shea butter", 70), ("jojoba oil", 30)) with
    {
        Batch = new BatchSize(1000),
    };

    private static Deviation? First(InHand hand) => Deviations.Of(hand.Batch, Say).FirstOrDefault();

    private static void Pass(InHand hand, double minutes, double? celsius = null, decimal? grams = null)
    {
        hand.Now = hand.Now.AddMinutes(minutes);
        hand.Do(new RecordStep(hand.Batch.AtStep, grams, celsius));
    }

    [Fact]
    public void AHoldThatWasCutShortIsAskedAboutOnceAndTellsItsGrain()
    {
        var hand = InHand.At(Whip, "hold");
        var hold = hand.Batch.Step(hand.Batch.AtStep);
        Assert.Null(First(hand));
        Pass(hand, 6, hold.FromC);
        var asked = First(hand)!;
        Assert.Equal((hold.Id, DeviationKind.BrokenOff), (asked.Step, asked.Kind));
        Assert.Contains("6", asked.Says, StringComparison.Ordinal);
        hand.Do(new AnswerDeviation(hold.Id, asked.Kind, Deviations.CutShort, 6, false));
        Assert.Null(First(hand));
        var answer = Assert.Single(hand.Batch.Answers);
        Assert.Contains("did not look right", Deviations.Told(answer), StringComparison.Ordinal);
        Assert.Contains("Held 6 of 20", Held(hand), StringComparison.Ordinal);
        // Answered anew, the last answer stands.
        hand.Do(new AnswerDeviation(hold.Id, asked.Kind, "whole"));
        Assert.Single(hand.Batch.Answers);
        Assert.Empty(Held(hand));
    }

    private static string Held(InHand hand) => new HoldShort(MaterialShelf.Plain, hand.Shed).Says(hand.Batch);

    [Fact]
    public void AHoldThatHadItsTimeIsNotAskedAbout()
    {
        var hand = InHand.At(Whip, "hold");
        Pass(hand, 21, hand.Batch.Step(hand.Batch.AtStep).FromC);
        Assert.Null(First(hand));
    }

    [Theory]
    [InlineData(-1.9, false)]
    [InlineData(-2, true)]
    [InlineData(30, true)]
    public void TwoDegreesOutOfRangeAreAskedAbout(double off, bool asks)
    {
        var hand = InHand.At(Whip, "hold");
        var hold = hand.Batch.Step(hand.Batch.AtStep);
        Pass(hand, 21, (off < 0 ? hold.FromC : hold.ToC) + off);
        Assert.Equal(asks, First(hand) is { Kind: DeviationKind.Temperature });
    }

    [Fact]
    public void AStepThatWasPassedOverIsAskedAbout()
    {
        var hand = InHand.At(Whip, "hold");
        var next = hand.Batch.Steps[hand.Batch.Steps.ToList().FindIndex(step => step.Id == hand.Batch.AtStep) + 1];
        var hold = hand.Batch.AtStep;
        hand.Do(new GoToStep(next.Id));
        Assert.Equal((hold, DeviationKind.Skipped), (First(hand)!.Step, First(hand)!.Kind));
        hand.Do(new AnswerDeviation(hold, DeviationKind.Skipped, Deviations.LeftOut));
        Assert.Contains("Held 0 of 20", Held(hand), StringComparison.Ordinal);
    }

    [Fact]
    public void AWeightKeptInPlaceHasItsAnswerAlready()
    {
        var hand = InHand.At(Whip, "hold");
        var weigh = hand.Batch.Steps.First(step => step.Kind == StepKind.Weigh);
        hand.Do(new RecordStep(weigh.Id, weigh.TargetG + 10));
        hand.Do(new GoToStep("hold"));
        Assert.Contains(Deviations.Of(hand.Batch, Say), one => one.Kind == DeviationKind.Weight);
        hand.Do(new RecordStep(weigh.Id, weigh.TargetG + 10, Note: "poured over and kept"));
        hand.Do(new GoToStep("hold"));
        Assert.DoesNotContain(Deviations.Of(hand.Batch, Say), one => one.Kind == DeviationKind.Weight);
    }

    [Fact]
    public void AWordAStageOffTheRunIsTold()
    {
        var hand = InHand.At(Whip, "chill");
        var watcher = new CoolingWatcher(MaterialShelf.Plain, hand.Shed);
        Assert.Empty(watcher.Watch(hand.Batch, hand.Now)!.WordOff);
        var words = watcher.Watch(hand.Batch, hand.Now)!.Words;
        hand.Now = hand.Now.AddMinutes(1);
        hand.Read(word: words[^1].Id);
        var off = watcher.Watch(hand.Batch, hand.Now)!.WordOff;
        Assert.Contains(words[^1].Words, off, StringComparison.Ordinal);
        Assert.Equal(DeviationKind.Word, Deviations.Of(hand.Batch, Say, off)[0].Kind);
    }

    [Fact]
    public void AnAnswerNobodyAskedForIsRefused()
    {
        var hand = InHand.At(Whip, "hold");
        var refusal = Assert.Throws<Refusal>(() => hand.Do(new AnswerDeviation("hold", DeviationKind.Skipped, "perhaps")));
        Assert.Equal("command.answer", refusal.Field);
        Assert.Contains(Deviations.LeftOut, refusal.Remedy, StringComparison.Ordinal);
        refusal = Assert.Throws<Refusal>(() => hand.Do(new AnswerDeviation("hold", DeviationKind.BrokenOff, Deviations.CutShort, -3)));
        Assert.Equal("command.minutes", refusal.Field);
    }

    [Fact]
    public void AWeighingKeepsItsScaleItsTareAndItsDrops()
    {
        var hand = InHand.At(
            Sample.Of(Kinds.Balm, ("beeswax", 20), ("jojoba oil", 79.5m), ("mixed tocopherols", 0.5m)) with
            {
                Batch = new BatchSize(400),
            },
            "gather"
        );
        var oil = hand.Batch.Steps.First(step => step is { Kind: StepKind.Weigh, DropsPerG: null });
        hand.Do(new RecordStep(oil.Id, oil.TargetG) { Scale = "Quay scale", TareG = 212.4m });
        var done = hand.Batch.Done.First(one => one.Step == oil.Id);
        Assert.Equal(("Quay scale", 212.4m, null), (done.Scale, done.TareG, done.Drops));
        Assert.Equal("command.drops", Assert.Throws<Refusal>(() => hand.Do(new RecordStep(oil.Id, 1) { Drops = 0 })).Field);
        Assert.Equal("command.tareG", Assert.Throws<Refusal>(() => hand.Do(new RecordStep(oil.Id, 1) { TareG = -1 })).Field);
        Assert.Equal("command.scale", Assert.Throws<Refusal>(() => hand.Do(new RecordStep(oil.Id, 1) { Scale = "" })).Field);
        // Counted drops are weighed by what one of them weighs.
        var dropped = hand.Batch.Steps.First(step => step.DropsPerG is not null);
        hand.Do(new RecordStep(dropped.Id) { Drops = 10 });
        var counted = hand.Batch.Done.First(one => one.Step == dropped.Id);
        Assert.Equal(10, counted.Drops);
        Assert.Equal(10 / dropped.DropsPerG!.Value, (double)counted.WeighedG!.Value, 3);
    }
}
