using AmberPantry.Core.Assessment.Remedies;
using AmberPantry.Core.Formulas;
using AmberPantry.Core.Materials;
using AmberPantry.Core.Science.Melt;
using AmberPantry.Core.Workshops;

namespace AmberPantry.Core.Tests;

/// <summary>From a consistency back to the hardeners that reach it.</summary>
public class HardenerTests
{
    private static readonly HardenerFinder Finder = new(MaterialShelf.Plain, new Workshop());
    private static readonly FormulaEditor Editor = new(MaterialShelf.Plain);

    public static TheoryData<Consistency> All => [.. Enum.GetValues<Consistency>()];

    [Theory]
    [MemberData(nameof(All))]
    public void EachOptionIsThatFirmInTheMix(Consistency consistency)
    {
        var mix = Sample.Of(Kinds.Balm, ("beeswax", 10), ("shea butter", 14), ("sunflower oil", 75.4m), ("mixed tocopherols", 0.6m));
        var answer = Finder.Find(mix, consistency, onlyMine: false);
        Assert.NotEmpty(answer.Options);
        Assert.Equal(answer.Options.Select(option => option.Percent).Order(), answer.Options.Select(option => option.Percent));
        foreach (var option in answer.Options)
        {
            var after = Editor.Apply(mix, option.Edits);
            Assert.Equal(100, after.Total);
            Assert.Equal(option.Percent, after.ShareOf(option.Material));
            var firm = Sample.Assessor.Assess(after).Parts.Melt!.Curve!;
            var at20 = firm.FirmnessKPa[(int)Math.Round((20 - firm.FirstC) / firm.StepC)];
            Assert.InRange(at20 / HardenerFinder.AimKPa(consistency), 0.75, 1.3);
            Assert.Equal(14, after.ShareOf("shea butter"));
            Assert.NotEmpty(option.Gloss);
        }

        // It stands in place of what hardened it before.
        Assert.All(answer.Options.Where(option => option.Material != "beeswax"), option =>
            Assert.Equal(0, Editor.Apply(mix, option.Edits).ShareOf("beeswax"))
        );
    }

    [Fact]
    public void FirmerAsksForMore()
    {
        var mix = Sample.Of(Kinds.Balm, ("beeswax", 10), ("sunflower oil", 90));
        decimal Share(Consistency consistency) => Finder.Find(mix, consistency, false).Options.Single(option => option.Material == "beeswax").Percent;
        Assert.True(Share(Consistency.Whip) < Share(Consistency.Dip));
        Assert.True(Share(Consistency.Dip) < Share(Consistency.Scoop));
        Assert.True(Share(Consistency.Scoop) < Share(Consistency.Stick));
        Assert.True(Share(Consistency.Stick) < Share(Consistency.Bar));
    }

    [Fact]
    public void KeptHardenersStayAndOnlyHerOwnAreAsked()
    {
        var mix = Sample.Of(Kinds.Balm, ("beeswax", 6), ("sunflower oil", 94));
        var kept = mix with { Lines = [mix.Lines[0] with { Kept = true }, mix.Lines[1]] };
        var mine = new MaterialShelf([new MakerMaterial("My candelilla", "candelilla wax")]);
        var answer = new HardenerFinder(mine, new Workshop()).Find(kept, Consistency.Scoop, onlyMine: true);
        Assert.Equal(["My candelilla"], answer.Options.Select(option => option.Name));
        Assert.Equal(6, new FormulaEditor(mine).Apply(kept, answer.Options[0].Edits).ShareOf("beeswax"));
    }

    [Fact]
    public void WhatIsFirmWithoutAnyIsToldAndDryOrEmptyIsRefused()
    {
        var butter = Sample.Of(Kinds.Balm, ("shea butter", 90), ("sunflower oil", 10));
        Assert.Contains("already", Finder.Find(butter, Consistency.Whip, false).Says, StringComparison.Ordinal);
        Assert.Equal(Codes.Range, Refused(Sample.Of(Kinds.BathSalts, ("Epsom salt", 100))));
        Assert.Equal(Codes.Empty, Refused(Sample.Of(Kinds.Balm)));
    }

    [Fact]
    public void EveryHardenerOfTheTableIsKnownAndMelts() =>
        Assert.All(HardenerCharacter.All.Keys, key => Assert.NotNull(MaterialShelf.Plain.Get(key, "material").Melt));

    private static string Refused(Formula formula) => Assert.Throws<Refusal>(() => Finder.Find(formula, Consistency.Scoop, false)).Code;
}
