using AmberPantry.Core.Assessment;
using AmberPantry.Core.Assessment.Remedies;
using AmberPantry.Core.Families;
using AmberPantry.Core.Formulas;
using AmberPantry.Core.Making.Sheets;
using AmberPantry.Core.Materials;
using AmberPantry.Core.Science.Making;
using AmberPantry.Core.Science.Stability;
using AmberPantry.Core.Workshops;

namespace AmberPantry.Core.Tests;

/// <summary>A family is one profile: nothing else has to be told of it.</summary>
public class FamilyTests
{
    private static readonly FamilyProfile Candle = new()
    {
        Family = "massage_candle",
        Name = "massage candle",
        Title = "Massage candle",
        About = "burns low, pours warm",
        Nature = FamilyNature.Melted,
        Rules = "balm",
        FirmnessAt20 = new(60, 200),
        MostSolidOnSkin = 12,
        Use = ProductUse.DryHands,
        Groups = [new("waxes", 5, 20, Role.Wax), new("liquid oils", 40, 80, Role.Oil, Role.Ester)],
        Starter = [new("beeswax", 14), new("coconut oil", 30), new("sunflower oil", 55.5m), new("mixed tocopherols", 0.5m)],
        Routes = [PlanRoute.BalmPour],
        Lenses = [Lens.Melt, Lens.Scent],
        WornOn = WornOn.Body,
        Pack = PackKind.Tin,
        MustStand = [Landmark.Workroom, Landmark.Van],
    };

    private static readonly FamilyRegistry WithCandle = new([.. FamilyRegistry.Usual.All, Candle]);

    [Fact]
    public void AMadeUpFamilyIsJudgedMadeAndBegunLikeAnyOther()
    {
        var assessor = new Assessor(MaterialShelf.Plain, Sample.Shed, WithCandle);
        var starter = Starters.For(Candle, MaterialShelf.Plain);
        FormulaCheck.Check(starter, MaterialShelf.Plain, families: WithCandle);
        var assessment = assessor.Assess(starter, new Question { Remedies = true });
        Assert.Equal(["waxes", "liquid oils"], assessment.Groups.Take(2).Select(group => group.Group));
        Assert.NotNull(assessment.Parts.Melt!.SlumpC);
        Assert.Contains(assessment.Findings, finding =>
            finding.Sentence.Contains("massage candle", StringComparison.Ordinal) || finding.Id == "holds-shape"
        );
        Assert.Equal("gather", new SheetWriter(MaterialShelf.Plain, Sample.Shed, WithCandle).For(starter).Steps[0].Id);
        Assert.NotNull(new MixFinder(MaterialShelf.Plain, Sample.Shed, WithCandle).HoldAt(starter, 40));
    }

    [Fact]
    public void AFamilyThatIsNotThereIsRefusedWithTheOnesThatAre()
    {
        var formula = Sample.Slipway7 with { Family = "moon_cream" };
        foreach (var act in new Action[] { () => Sample.Assessor.Assess(formula), () => FormulaCheck.Check(formula, MaterialShelf.Plain) })
        {
            var refusal = Assert.Throws<Refusal>(act);
            Assert.Equal((Codes.UnknownId, "formula.family", "moon_cream"), (refusal.Code, refusal.Field, refusal.Value));
            Assert.Contains("balm", refusal.Remedy, StringComparison.Ordinal);
        }
    }

    [Fact]
    public void EveryProfileIsWhole() => Assert.All(FamilyRegistry.Usual.All, profile =>
        {
            Assert.Matches("^[a-z]+(_[a-z]+)*$", profile.Family.Key);
            Assert.Equal(100m, profile.Starter.Sum(line => line.Percent));
            Assert.NotEmpty(profile.Lenses);
            Assert.Equal(profile.Lenses.Count, profile.Lenses.Distinct().Count());
            Assert.All(profile.Groups, group => Assert.InRange(group.Low, 0, group.High));
            Assert.All([profile.Name, profile.Title, profile.About], Assert.NotEmpty);
            Assert.True(profile.Nature != FamilyNature.Melted || (profile.FirmnessAt20 is not null && profile.MustStand.Count > 0));
            Assert.True(Storage.Families.ContainsKey(profile.Rules));
        });

    [Fact]
    public void AFamilyIsItsKeyInJson()
    {
        var json = System.Text.Json.JsonSerializer.Serialize(Sample.Slipway7, AmberJson.Options);
        Assert.Contains("\"family\":\"balm\"", json, StringComparison.Ordinal);
        Assert.Equal(Kinds.Balm, System.Text.Json.JsonSerializer.Deserialize<Formula>(json, AmberJson.Options)!.Family.Key);
        Assert.Throws<System.Text.Json.JsonException>(() => System.Text.Json.JsonSerializer.Deserialize<Family>("7", AmberJson.Options));
        Assert.Throws<System.Text.Json.JsonException>(() =>
            System.Text.Json.JsonSerializer.Deserialize<Family>($"\"{new string('x', 41)}\"", AmberJson.Options)
        );
    }
}
