using AmberPantry.Core.Formulas;
using AmberPantry.Core.Materials;
using CsCheck;

namespace AmberPantry.Core.Tests;

/// <summary>Who gives way to an edit: as chosen, or as typed behind the share; what comes on top; a phase taken by moving.</summary>
public class GivingTests
{
    private static readonly FormulaEditor Editor = new(MaterialShelf.Plain);

    private static Formula Balm => Sample.Slipway7;

    private static decimal Share(Formula formula, string line) => formula.Lines.Single(one => one.Id == line).Percent;

    private static decimal Grams(Formula formula, string line) => Share(formula, line) * formula.Batch.Grams / 100;

    [Theory]
    [InlineData("14 from shea", "L3")]
    [InlineData("14 % from Shea Butter", "L3")]
    [InlineData("14 from castor", "L6")]
    [InlineData("14   from   karite", "L3")]
    [InlineData("14 from the makeweight", "L5")]
    public void TheDonorMayBeTypedBehindTheShare(string typed, string donor)
    {
        var after = Editor.Apply(Balm, new SetShare("L1", typed));
        Assert.Equal(14m, Share(after, "L1"));
        Assert.Equal(Share(Balm, donor) - 2, Share(after, donor));
        Assert.Equal(100m, after.Total);
    }

    [Fact]
    public void EveryoneOrItsGroupMayBeTypedToo()
    {
        Assert.Equal(
            Editor.Apply(Balm, new SetShare("L1", "22", GivesWay.Everyone)),
            Editor.Apply(Balm, new SetShare("L1", "22 from all")),
            SameLines.Instance
        );
        Assert.Equal(
            Editor.Apply(Balm, new SetShare("L5", "45", GivesWay.SameRole)),
            Editor.Apply(Balm, new SetShare("L5", "45 from its group")),
            SameLines.Instance
        );
    }

    [Theory]
    [InlineData("14 from nobody", "called")]
    [InlineData("14 from wax", "may be")]
    [InlineData("14 from beeswax", "itself")]
    public void ADonorThatIsNotPlainIsAskedFor(string typed, string says)
    {
        var refused = Assert.Throws<Refusal>(() => Editor.Apply(Balm, new SetShare("L1", typed)));
        Assert.Contains(says, refused.Message, StringComparison.Ordinal);
        Assert.Equal("from", refused.Field);
        Assert.NotEmpty(refused.Remedy);
    }

    [Fact]
    public void AKeptDonorGivesNothing()
    {
        var kept = Editor.Apply(Balm, new KeepLine("L3", true));
        Assert.Contains("kept", Assert.Throws<Refusal>(() => Editor.Apply(kept, new SetShare("L1", "14", GivesWay.Donor, "L3"))).Message);
        Assert.Equal("E_USED_UP", Assert.Throws<Refusal>(() => Editor.Apply(Balm, new SetShare("L1", "30", GivesWay.Donor, "L4"))).Code);
    }

    [Fact]
    public void ALineIsAddedAndRemovedWithANamedDonor()
    {
        var added = Editor.Apply(Balm, new AddLine("jojoba oil", "5", GivesWay: GivesWay.Donor, From: "L6"));
        Assert.Equal(5m, Share(added, "L6"));
        var line = added.Lines.Single(one => one.Material == "jojoba oil").Id;
        Assert.Equal(Balm, Editor.Apply(added, new RemoveLine(line, GivesWay.Donor, "L6")), SameLines.Instance);
    }

    [Theory]
    [InlineData("30 g on top", 30)]
    [InlineData("5 % on top", 30)]
    [InlineData("5 on top", 30)]
    public void WhatComesOnTopLeavesEveryOtherGramWhereItIs(string typed, double addedG)
    {
        var batch = Balm with { Batch = new BatchSize(600) };
        var after = Editor.Apply(batch, new SetShare("L1", typed));
        Assert.Equal(600 + (decimal)addedG, after.Batch.Grams);
        Assert.Equal(100m, after.Total);
        Assert.Equal(72 + (double)addedG, (double)Grams(after, "L1"), 2);
        Assert.All(batch.Lines.Where(line => line.Id != "L1"), line => Assert.Equal((double)Grams(batch, line.Id), (double)Grams(after, line.Id), 2));
    }

    [Fact]
    public void SomethingNewOnTopIsToldByItsGrams()
    {
        var before = Balm with { Batch = new BatchSize(600) };
        var after = Editor.Apply(before, new AddLine("jojoba oil", "60 g", GivesWay: GivesWay.OnTop));
        Assert.Equal(60d, (double)Grams(after, after.Lines.Single(line => line.Material == "jojoba oil").Id), 2);
        Assert.Equal("60 g jojoba oil on top: 0.0 → 9.0909 %", EditWords.Tell(before, after, MaterialShelf.Plain));
    }

    [Fact]
    public void OnTopNeverLosesAGramOfAnything() =>
        Gen.Select(Sample.AnyMix, Gen.Decimal[0.01m, 100], Gen.Int[0, 8])
            .Sample(
                (mix, percent, which) =>
                {
                    var before = Sample.Of(Kinds.Balm, mix) with { Batch = new BatchSize(1000) };
                    var line = before.Lines[which % before.Lines.Count].Id;
                    var typed = decimal.Round(percent, 2).ToString(System.Globalization.CultureInfo.InvariantCulture);
                    var after = Editor.Apply(before, new SetShare(line, typed, GivesWay.OnTop));
                    Assert.Equal(100m, after.Total);
                    foreach (var other in before.Lines.Where(one => one.Id != line))
                    {
                        // As near as four decimals of a share and two of a batch allow.
                        Assert.InRange(Grams(after, other.Id) - Grams(before, other.Id), -0.01m, 0.01m);
                    }
                }
            );

    [Fact]
    public void AmongLinesOfAnotherPhaseALineJoinsThem()
    {
        // L7, L8 and L9 join in the cool-down.
        var joined = Editor.Apply(Balm, new MoveLine("L6", 7, TakesPhase: true));
        Assert.Equal(Phase.CoolDown, joined.Lines.Single(line => line.Id == "L6").Phase);
        var atTheEdge = Editor.Apply(Balm, new MoveLine("L7", 5, TakesPhase: true));
        Assert.Equal(Phase.Melt, atTheEdge.Lines.Single(line => line.Id == "L7").Phase);
        var beside = Editor.Apply(Balm, new MoveLine("L8", 6, TakesPhase: true));
        Assert.Equal(Phase.CoolDown, beside.Lines.Single(line => line.Id == "L8").Phase);
        Assert.Equal(Phase.CoolDown, Editor.Apply(Balm, new MoveLine("L8", 0)).Lines[0].Phase);
    }

    private sealed class SameLines : IEqualityComparer<Formula>
    {
        public static SameLines Instance { get; } = new();

        public bool Equals(Formula? one, Formula? other) => one!.Lines.SequenceEqual(other!.Lines);

        public int GetHashCode(Formula formula) => formula.Lines.Count;
    }
}
