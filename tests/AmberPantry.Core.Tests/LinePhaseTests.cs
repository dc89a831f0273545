using AmberPantry.Core.Families;
using AmberPantry.Core.Formulas;
using AmberPantry.Core.Materials;

namespace AmberPantry.Core.Tests;

/// <summary>When a material joins: by its own habit where fats are melted, by what it is where nothing is.</summary>
public class LinePhaseTests
{
    private static readonly FormulaEditor Editor = Sample.Assessor.Editor;

    private static FormulaLine Added(Family family, string material)
    {
        var formula = Editor.Apply(Starters.Blank(family), [new AddLine(material, "100")]);
        return Assert.Single(formula.Lines);
    }

    [Theory]
    [InlineData("corn starch", Phase.Dry)]
    [InlineData("sunflower oil", Phase.Liquid)]
    [InlineData("shea butter", Phase.Melt)]
    [InlineData("lavender essential oil", Phase.CoolDown)]
    public void InAFizzyGrainsAreDryAndOilsLiquid(string material, Phase phase) => Assert.Equal(phase, Added(Kinds.Fizzy, material).Phase);

    [Theory]
    [InlineData("corn starch")]
    [InlineData("sunflower oil")]
    [InlineData("shea butter")]
    [InlineData("lavender essential oil")]
    public void InABalmEachKeepsItsHabit(string material) =>
        Assert.Equal(MaterialShelf.Plain.Get(material, "material").UsualPhase, Added(Kinds.Balm, material).Phase);

    [Fact]
    public void NoStarterOfADryKindMeltsAGrain()
    {
        var dry = FamilyRegistry.Usual.All.Where(profile => profile.Nature is FamilyNature.Powder or FamilyNature.Bath).ToArray();
        Assert.True(dry.Length >= 4, $"Only {dry.Length} dry kinds.");
        Assert.All(dry, profile =>
            Assert.DoesNotContain(Starters.For(profile, MaterialShelf.Plain).Lines, line =>
                line.Phase == Phase.Melt && MaterialShelf.Plain.Get(line.Material, "material").IsPowder
            )
        );
    }

    [Fact]
    public void ANewLineStandsBehindItsLike()
    {
        var formula = Editor.Apply(
            Starters.Blank(Kinds.Fizzy),
            [new AddLine("sodium bicarbonate", "100"), new AddLine("sunflower oil", "40"), new AddLine("citric acid", "30")]
        );
        Assert.Equal([Phase.Dry, Phase.Dry, Phase.Liquid], formula.Lines.Select(line => line.Phase));
        Assert.Equal(100, formula.Lines.Sum(line => line.Percent));
    }
}
