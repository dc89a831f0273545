using AmberPantry.Core.Assessment;
using AmberPantry.Core.Formulas;
using AmberPantry.Core.Formulas.Pasted;
using AmberPantry.Core.Materials;
using CsCheck;

namespace AmberPantry.Core.Tests;

/// <summary>An amount that is not known is a gap: it holds what the told ones leave, and says so.</summary>
public class GapTests
{
    private static readonly FormulaEditor Editor = new(MaterialShelf.Plain);

    private static Formula Balm => Sample.Slipway7;

    private static Formula Open(params string[] lines) => lines.Aggregate(Balm, (mix, line) => Editor.Apply(mix, new SetShare(line, "?")));

    private static decimal Share(Formula formula, string line) => formula.Line(line).Percent;

    [Fact]
    public void OneGapTakesWhatTheOthersLeave()
    {
        var open = Open("L3");
        Assert.Equal(24m, Share(open, "L3"));
        var after = Editor.Apply(open, new SetShare("L5", "50"));
        Assert.Equal((17m, 50m, 100m), (Share(after, "L3"), Share(after, "L5"), after.Total));
        Assert.True(after.Line("L3").Gap);
        var finding = Sample.Assessor.Assess(after, new Question { Parts = [], Remedies = true }).Found("amount-solved-L3")!;
        Assert.Equal(Severity.Note, finding.Severity);
        Assert.Contains("17.0", finding.Sentence, StringComparison.Ordinal);
        var told = Editor.Apply(after, Assert.Single(finding.Remedies).Edits);
        Assert.False(told.Line("L3").Gap);
        Assert.Null(Sample.Assessor.Assess(told).Found("amount-"));
    }

    [Fact]
    public void SeveralGapsShareTheRestAndStopABatch()
    {
        var open = Editor.Apply(Open("L3", "L6"), new SetShare("L5", "51"));
        Assert.Equal(26m, Share(open, "L3") + Share(open, "L6"));
        var stop = Sample.Assessor.Assess(open).Found("amounts-missing")!;
        Assert.Equal(Severity.Stop, stop.Severity);
        Assert.Contains("26.0", stop.Sentence, StringComparison.Ordinal);
        // Told one, the other is what is left.
        var told = Editor.Apply(open, new SetShare("L3", "20"));
        Assert.Equal((20m, 6m), (Share(told, "L3"), Share(told, "L6")));
        Assert.Null(Sample.Assessor.Assess(told).Found("amounts-missing"));
        Assert.NotNull(Sample.Assessor.Assess(told).Found("amount-solved-L6"));
    }

    [Fact]
    public void ANewLineMayBeAGapAndAKeptOneMayNot()
    {
        var added = Editor.Apply(Balm, new AddLine("jojoba oil", " ? "));
        var line = added.Lines.Single(one => one.Material == "jojoba oil");
        Assert.True(line is { Gap: true, Percent: 0 });
        Assert.Null(Sample.Assessor.Assess(added).Found("no-share"));
        Assert.Equal(3m, Share(Editor.Apply(added, new SetShare("L5", "40")), line.Id));
        var kept = Editor.Apply(Balm, new KeepLine("L3", true));
        Assert.Equal(Codes.Kept, Assert.Throws<Refusal>(() => Editor.Apply(kept, new SetShare("L3", "?"))).Code);
    }

    [Fact]
    public void ItIsToldInWordsAndEndsWhereALayerIsMoved()
    {
        Assert.Equal("how much shea butter is not known", EditWords.Tell(Balm, Open("L3"), MaterialShelf.Plain));
        Assert.Equal("shea butter is 24.0 %", EditWords.Tell(Open("L3"), Editor.Apply(Open("L3"), new SetShare("L3", "24")), MaterialShelf.Plain));
        var moved = Editor.Apply(Open("L3"), new MoveBoundary("L3", 1));
        Assert.False(moved.Line("L3").Gap);
    }

    [Fact]
    public void WhateverIsTypedItTotalsAHundred() =>
        Gen.Select(Sample.AnyMix, Gen.Int[0, 8].Array[1, 3], Gen.Int[0, 8], Gen.Int[0, 10_000])
            .Sample(
                (mix, gaps, which, percent) =>
                {
                    var start = Sample.Of(Kinds.Balm, mix);
                    var open = gaps.Aggregate(start, (one, gap) => Editor.Apply(one, new SetShare(start.Lines[gap % start.Lines.Count].Id, "?")));
                    var typed = (percent / 100m).ToString(System.Globalization.CultureInfo.InvariantCulture);
                    Formula after;
                    try
                    {
                        after = Editor.Apply(open, new SetShare(start.Lines[which % start.Lines.Count].Id, typed));
                    }
                    catch (Refusal refused)
                    {
                        Assert.Equal(Codes.UsedUp, refused.Code);
                        return;
                    }

                    Assert.Equal(100m, after.Total);
                    Assert.All(after.Lines, line => Assert.True(line.Percent >= 0));
                    // Only gaps have given way, where one is left beside the line typed.
                    var id = start.Lines[which % start.Lines.Count].Id;
                    if (open.Lines.Any(line => line.Gap && line.Id != id))
                    {
                        Assert.All(open.Lines.Where(line => !line.Gap && line.Id != id), line =>
                            Assert.Equal(line.Percent, after.Line(line.Id).Percent)
                        );
                    }
                }
            );

    [Fact]
    public void APastedListKeepsTwoMissingAmountsAsGaps()
    {
        PastedQuestion Ask(params PastedAnswer[] answers) => new("beeswax 20 g\nshea butter\nsunflower oil\nMakes 100 g", Kinds.Balm, answers);
        var asked = PastedList.Read(Ask(), MaterialShelf.Plain);
        Assert.Null(asked.Content);
        Assert.Contains(asked.Rows, row => row.Asks.Contains("80", StringComparison.Ordinal));
        var taken = PastedList.Read(Ask(new PastedAnswer(2, Amount: "?"), new PastedAnswer(3, Amount: "?")), MaterialShelf.Plain);
        var mix = taken.Content!;
        Assert.Equal([false, true, true], mix.Lines.Select(line => line.Gap));
        Assert.Equal([20m, 40m, 40m], mix.Lines.Select(line => line.Percent));
    }

    [Fact]
    public void ATableOfFormulasTellsItsGaps()
    {
        FormulaTableRow Row(string material, string percent, string gap) =>
            new($"line {percent}", "Tin", "balm", material, "", "", percent, "") { Gap = gap };
        var (formulas, refused) = FormulaTable.Read(
            [Row("beeswax", "20", ""), Row("shea butter", "30", "yes"), Row("sunflower oil", "50", "no")],
            MaterialShelf.Plain
        );
        Assert.Empty(refused);
        Assert.Equal([false, true, false], Assert.Single(formulas).Content.Lines.Select(line => line.Gap));
    }
}
