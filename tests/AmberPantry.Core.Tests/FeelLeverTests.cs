using AmberPantry.Core.Assessment.Remedies;
using AmberPantry.Core.Formulas;
using AmberPantry.Core.Materials;
using AmberPantry.Core.Workshops;

namespace AmberPantry.Core.Tests;

/// <summary>Levers of feel at their usual doses.</summary>
public class FeelLeverTests
{
    private static readonly FeelLevers Levers = new(MaterialShelf.Plain, new Workshop());
    private static readonly FormulaEditor Editor = new(MaterialShelf.Plain);
    private static readonly Formula Greasy = Sample.Of(
        Kinds.WhippedButter,
        ("shea butter", 50),
        ("olive oil", 29.5m),
        ("castor oil", 20),
        ("mixed tocopherols", 0.5m)
    );

    [Fact]
    public void EachSaysWhatItIsInTheMix()
    {
        var answer = Levers.Find(Greasy, onlyMine: false);
        Assert.Equal(
            [
                FeelLever.Powder,
                FeelLever.Ester,
                FeelLever.LighterOil,
                FeelLever.HalfTheThick,
                FeelLever.Cascade,
                FeelLever.Cationic,
                FeelLever.FattyAlcohol,
            ],
            answer.Options.Select(option => option.Lever).Distinct()
        );
        foreach (var option in answer.Options)
        {
            var after = Editor.Apply(Greasy, option.Edits);
            Assert.Equal(100, after.Total);
            var skin = Sample.Assessor.Assess(after).Parts.Feel!.Skin!;
            Assert.Equal(skin.Greasiness, option.Grease, 6);
            Assert.Equal(skin.DryDownMin, option.DressMin, 6);
            Assert.Contains("→", option.Says, StringComparison.Ordinal);
            Assert.NotEmpty(option.Label);
        }
    }

    [Fact]
    public void MoreStarchTakesMoreGreaseUp()
    {
        var doses = Levers.Find(Greasy, false).Options.Where(option => option.Material == "arrowroot starch").ToArray();
        Assert.Equal(3, doses.Length);
        Assert.Equal(doses.OrderByDescending(option => option.Grease), doses);
        Assert.True(doses[0].Grease < Sample.Assessor.Assess(Greasy).Parts.Feel!.Skin!.Greasiness);
    }

    [Fact]
    public void TheCascadeIsTwoToTwoToOneOfTheFreeLiquids()
    {
        var cascade = Levers.Find(Greasy, false).Options.Single(option => option.Lever == FeelLever.Cascade);
        var after = Editor.Apply(Greasy, cascade.Edits);
        decimal Of(params string[] classes) =>
            after
                .Lines.Where(line =>
                    classes.Contains(MaterialShelf.Plain.Get(line.Material, "").Feel)
                    && line.Material != "shea butter"
                    && line.Material != "mixed tocopherols"
                )
                .Sum(line => line.Percent);
        Assert.Equal(49.5m, Of("very_light", "light_ester", "light") + Of("medium") + Of("heavy", "very_heavy"));
        Assert.Equal(19.8m, Of("very_light", "light_ester", "light"));
        Assert.Equal(19.8m, Of("medium"));
        // Olive and castor keep their proportion.
        Assert.Equal(29.5m / 20, after.ShareOf("olive oil") / after.ShareOf("castor oil"), 1);
    }

    [Fact]
    public void KeptLinesStayAndOnlyHerOwnAreAsked()
    {
        var kept = Greasy with { Lines = [.. Greasy.Lines.Select(line => line.Material == "castor oil" ? line with { Kept = true } : line)] };
        Assert.All(Levers.Find(kept, false).Options, option => Assert.Equal(20, Editor.Apply(kept, option.Edits).ShareOf("castor oil")));
        var mine = new MaterialShelf([new MakerMaterial("My arrowroot", "arrowroot starch")]);
        var answer = new FeelLevers(mine, new Workshop()).Find(Greasy, onlyMine: true);
        Assert.All(answer.Options.Where(option => option.Lever != FeelLever.HalfTheThick), option => Assert.True(option.IsOwn));
        Assert.Contains(answer.Options, option => option.Material == "my arrowroot");
    }

    [Fact]
    public void WhatIsNotRubbedInHasNone()
    {
        var salts = Sample.Of(Kinds.BathSalts, ("sea salt", 97), ("jojoba oil", 3));
        var refused = Assert.Throws<Refusal>(() => Levers.Find(salts, false));
        Assert.Equal(Codes.Empty, refused.Code);
    }
}
