using AmberPantry.Core.Assessment;
using AmberPantry.Core.Assessment.Remedies;
using AmberPantry.Core.Assessment.Rules;
using AmberPantry.Core.Families;
using AmberPantry.Core.Formulas;
using AmberPantry.Core.Materials;
using AmberPantry.Core.Workshops;
using CsCheck;

namespace AmberPantry.Core.Tests;

public class AssessorTests
{
    [Fact]
    public void TheBalmThatLeakedSlumpsBelowTheVanAndItsSuccessorHolds()
    {
        var before = Sample.Assessor.Assess(Sample.Slipway4);
        Assert.InRange(before.Parts.Melt!.SlumpC!.Value, 41.2, 42);
        var finding = before.Found("holds-shape")!;
        Assert.Equal(Severity.Fix, finding.Severity);
        Assert.Contains("your summer van reaches **46", finding.Sentence, StringComparison.Ordinal);

        var after = Sample.Assessor.Assess(Sample.Slipway7);
        Assert.InRange(after.Parts.Melt!.SlumpC!.Value, 49, 50.2);
        Assert.Null(after.Found("holds-shape"));
        Assert.True(after.Parts.Melt!.Landmarks.Single(landmark => landmark.Id == "van").Holds);
        Assert.Null(after.Found("picks-up-cold"));
        Assert.NotNull(Sample.Assessor.Assess(Sample.InTheCold(Sample.Slipway7)).Found("picks-up-cold"));
    }

    [Fact]
    public void StatesFollowOneAnotherWithoutGaps() =>
        Sample.AnyMix.Sample(mix =>
        {
            var states = Sample.Assessor.Assess(Sample.Of(Kinds.Balm, mix)).Parts.Melt!.States;
            Assert.Equal(-5, states[0].FromC);
            Assert.Equal(95, states[^1].ToC, 6);
            for (var i = 1; i < states.Count; i++)
            {
                Assert.Equal(states[i - 1].ToC, states[i].FromC);
                Assert.True(states[i].State > states[i - 1].State);
            }
        });

    /// <summary>Each rule with a formula it speaks up on, and a near twin it is silent on.</summary>
    public static TheoryData<string, Formula, Formula> Twins =>
        new()
        {
            { "holds-shape", Sample.Slipway4, Sample.Slipway7 },
            {
                "stick-stands",
                Sample.Of(Kinds.Stick, ("beeswax", 4), ("shea butter", 36), ("castor oil", 59), ("mixed tocopherols", 1)),
                Sample.Of(Kinds.Stick, ("beeswax", 22), ("shea butter", 18), ("castor oil", 59), ("mixed tocopherols", 1))
            },
            { "pour-cold", Sample.Slipway7 with { PourC = 54 }, Sample.Slipway7 with { PourC = 60 } },
            { "pour-hot", Sample.Slipway7 with { PourC = 80 }, Sample.Slipway7 with { PourC = 64 } },
            { "picks-up-cold", Sample.InTheCold(Sample.Slipway7), Sample.InTheCold(Sample.Slipway4) },
            {
                "family-firmness",
                Sample.Of(Kinds.Balm, ("beeswax", 30), ("olive oil", 70)),
                Sample.Of(Kinds.Balm, ("beeswax", 15), ("olive oil", 85))
            },
            { "skin-drag", Sample.Of(Kinds.Balm, ("beeswax", 30), ("olive oil", 70)), Sample.Of(Kinds.Balm, ("beeswax", 12), ("olive oil", 88)) },
            {
                "room-swing",
                Sample.Of(Kinds.Salve, ("coconut oil", 99), ("mixed tocopherols", 1)),
                Sample.Of(Kinds.Salve, ("beeswax", 9), ("olive oil", 90), ("mixed tocopherols", 1))
            },
            { "grain", Sample.Slipway7, Sample.Of(Kinds.Balm, ("beeswax", 15), ("shea butter", 10), ("olive oil", 75)) },
            {
                "bloom",
                Sample.Of(Kinds.Bar, ("cocoa butter", 60), ("olive oil", 40)),
                Sample.Of(Kinds.Bar, ("cocoa butter", 55), ("beeswax", 5), ("olive oil", 40))
            },
            {
                "brittle-wax",
                Sample.Of(Kinds.Stick, ("candelilla wax", 16), ("castor oil", 84)),
                Sample.Of(Kinds.Stick, ("candelilla wax", 8), ("beeswax", 8), ("castor oil", 84))
            },
            { "group-waxes", Sample.Of(Kinds.Balm, ("beeswax", 25), ("olive oil", 75)), Sample.Of(Kinds.Balm, ("beeswax", 15), ("olive oil", 85)) },
            {
                "usage-high",
                Sample.Of(Kinds.Balm, ("beeswax", 15), ("olive oil", 82), ("essential oil", 3)),
                Sample.Of(Kinds.Balm, ("beeswax", 15), ("olive oil", 84), ("essential oil", 1))
            },
            {
                "usage-low",
                Sample.Of(Kinds.Balm, ("beeswax", 15), ("olive oil", 84.98m), ("mixed tocopherols", 0.02m)),
                Sample.Of(Kinds.Balm, ("beeswax", 15), ("olive oil", 84.5m), ("mixed tocopherols", 0.5m))
            },
            {
                "antioxidant",
                Sample.Of(Kinds.Balm, ("beeswax", 15), ("olive oil", 85)),
                Sample.Of(Kinds.Balm, ("beeswax", 15), ("olive oil", 84.5m), ("mixed tocopherols", 0.5m))
            },
            { "too-hot", InMelt(Sample.Slipway7, "L7"), Sample.Slipway7 },
            { "weighable", Sample.Slipway7 with { Batch = new BatchSize(60) }, Sample.Slipway7 with { Batch = new BatchSize(6000) } },
            {
                "estimated",
                Sample.Of(Kinds.Balm, ("lanolin", 30), ("beeswax", 10), ("olive oil", 60)),
                Sample.Of(Kinds.Balm, ("lanolin", 5), ("beeswax", 15), ("sunflower oil", 80))
            },
            {
                "no-share",
                Sample.Of(Kinds.Balm, ("beeswax", 15), ("olive oil", 85), ("castor oil", 0)),
                Sample.Of(Kinds.Balm, ("beeswax", 15), ("olive oil", 84), ("castor oil", 1))
            },
            { "allergens", Sample.Slipway7, Sample.Of(Kinds.Balm, ("carnauba wax", 10), ("sunflower oil", 90)) },
            {
                "uv-regulated",
                Sample.Of(Kinds.UvStick, ("beeswax", 20), ("castor oil", 75), ("zinc oxide", 5)),
                Sample.Of(Kinds.UvStick, ("beeswax", 20), ("castor oil", 75), ("kaolin", 5))
            },
        };

    [Theory]
    [MemberData(nameof(Twins), DisableDiscoveryEnumeration = true)]
    public void EachRuleSpeaksOnOneAndIsSilentOnItsTwin(string rule, Formula speaks, Formula silent)
    {
        var finding = Sample.Assessor.Assess(speaks).Found(rule);
        Assert.NotNull(finding);
        Assert.True(finding.Sentence.Split(' ').Length <= 36, finding.Sentence);
        Assert.NotEmpty(finding.Because);
        Assert.Null(Sample.Assessor.Assess(silent).Found(rule));
    }

    [Fact]
    public void ARemedyAppliedClearsOrLessensItsFinding()
    {
        var checkedRemedies = 0;
        foreach (var (_, formula, _) in Twins.Select(row => (row.Data.Item1, row.Data.Item2, row.Data.Item3)))
        {
            var assessment = Sample.Assessor.Assess(formula, new Question { Remedies = true });
            foreach (var finding in assessment.Findings)
            {
                foreach (var remedy in finding.Remedies)
                {
                    checkedRemedies++;
                    var mended = Sample.Assessor.Editor.Apply(formula, remedy.Edits);
                    Assert.Equal(100m, mended.Total);
                    var after = Sample.Assessor.Assess(mended).Findings.FirstOrDefault(other => other.Id == finding.Id);
                    Assert.True(after is null || Distance(after) < Distance(finding), $"{finding.Id}: {remedy.Label} left it at {after?.Sentence}");
                    Assert.NotEmpty(remedy.Effect);
                }
            }
        }

        Assert.True(checkedRemedies > 30, $"only {checkedRemedies} remedies were found");
    }

    [Fact]
    public void KeptLinesAreNotTraded()
    {
        var kept = Sample.Slipway4 with
        {
            Lines = [.. Sample.Slipway4.Lines.Select(line => line with { Kept = line.Material is "beeswax" or "shea butter" })],
        };
        var remedies = Sample.Assessor.Assess(kept, new Question { Remedies = true }).Found("holds-shape")!.Remedies;
        Assert.NotEmpty(remedies);
        Assert.All(remedies, remedy =>
        {
            var after = Sample.Assessor.Editor.Apply(kept, remedy.Edits);
            Assert.Equal(5.5m, after.Line("L1").Percent);
            Assert.Equal(30m, after.Line("L2").Percent);
        });
    }

    [Fact]
    public void AMixThatHoldsIsFoundAndStaysLikeItself()
    {
        var finder = new MixFinder(MaterialShelf.Plain, Sample.Shed);
        var mix = finder.HoldAt(Sample.Slipway4, 49).Formula!;
        var after = Sample.Assessor.Assess(mix);
        Assert.True(after.Parts.Melt!.SlumpC >= 49);
        Assert.Equal(100m, mix.Total);
        Assert.Equal(0.8m, mix.Lines.Single(line => line.Material == "mixed tocopherols").Percent);
        var twin = finder.HoldAt(Sample.Slipway4, 20);
        Assert.Null(twin.Formula);
        Assert.StartsWith("This mix already holds", twin.Says, StringComparison.Ordinal);
        var refusal = Assert.Throws<Refusal>(() =>
            finder.HoldAt(Sample.Slipway4 with { Lines = [.. Sample.Slipway4.Lines.Select(line => line with { Kept = true })] }, 60)
        );
        Assert.Equal("E_UNREACHABLE", refusal.Code);
    }

    [Fact]
    public void UnitsAreTheWorkshops()
    {
        var abroad = new Assessor(MaterialShelf.Plain, Sample.Shed with { Temperature = TemperatureUnit.Fahrenheit, Weight = WeightUnit.Ounces });
        var sentence = abroad.Assess(Sample.Slipway4).Found("holds-shape")!.Sentence;
        Assert.Contains("107\u202f°F", sentence, StringComparison.Ordinal);
        Assert.Contains("115\u202f°F", sentence, StringComparison.Ordinal);
    }

    [Fact]
    public void CostNeedsEveryPrice()
    {
        Assert.Null(Sample.Assessor.Assess(Sample.Slipway7).Cost.BatchCost);
        var shelf = new MaterialShelf([new MakerMaterial("Wax", "beeswax", PricePerKg: 10), new MakerMaterial("Oil", "olive oil", PricePerKg: 5)]);
        var formula = Sample.Of(Kinds.Balm, ("beeswax", 20), ("olive oil", 80)) with { Batch = new BatchSize(600, 12, "tin-60", 50) };
        formula = formula with { Lines = [formula.Lines[0] with { Material = "wax" }, formula.Lines[1] with { Material = "oil" }] };
        var cost = new Assessor(shelf, Sample.Shed).Assess(formula).Cost;
        Assert.Equal(1.2m + 2.4m + (12 * 0.34m), cost.BatchCost);
        Assert.Equal(cost.BatchCost / 12, cost.UnitCost);
    }

    [Fact]
    public void AnEmptyPotIsAssessedWithoutComplaint()
    {
        var empty = Sample.Assessor.Assess(Starters.Blank(Kinds.Balm), new Question { Remedies = true });
        Assert.Null(empty.Parts.Melt!.Curve);
        Assert.Equal("Nothing in the pot melts yet.", empty.Parts.Melt!.Sentence);
        Assert.Empty(Sample.Assessor.Assess(Starters.Blank(Kinds.Butter)).Findings);
    }

    [Fact]
    public void EveryStarterIsInItsFamilysBand() => Assert.All(Kinds.All, family =>
        {
            var assessment = Sample.Assessor.Assess(Starters.For(FamilyRegistry.Usual.Find(family)!, MaterialShelf.Plain));
            Assert.Equal(100m, assessment.TotalPercent);
            Assert.Null(assessment.Found("family-firmness"));
            Assert.Empty(
                assessment.Findings.Where(finding => finding.Severity == Severity.Stop && family != Kinds.UvStick).Select(finding => finding.Sentence)
            );
        });

    private static Formula InMelt(Formula formula, string line) =>
        formula with
        {
            Lines = [.. formula.Lines.Select(one => one.Id == line ? one with { Phase = Phase.Melt } : one)],
        };

    /// <summary>How far a finding's number is from its limit, in its own unit.</summary>
    private static double Distance(Finding finding) =>
        finding.Numbers.Count switch
        {
            0 or 1 => 0,
            3 => Math.Max(finding.Numbers[1].Value - finding.Numbers[0].Value, finding.Numbers[0].Value - finding.Numbers[2].Value),
            _ => Math.Abs(finding.Numbers[0].Value - finding.Numbers[1].Value),
        };

    [Fact]
    public void TheCostOfTheLinesIsTheCostOfTheBatchWithoutItsContainers()
    {
        var shelf = new MaterialShelf([.. Sample.Slipway7.Lines.Select(line => new MakerMaterial(line.Material, line.Material, PricePerKg: 10))]);
        var cost = Costing.BatchCost.Of(Sample.Slipway7, shelf, Sample.Shed);
        Assert.Equal(Sample.Slipway7.Lines.Select(line => line.Id), cost.Lines.Select(line => line.Line));
        Assert.Equal(6.00m, cost.BatchCost);
        Assert.Equal(cost.BatchCost, cost.Lines.Sum(line => line.Cost));
        var plain = Costing.BatchCost.Of(Sample.Slipway7, MaterialShelf.Plain, Sample.Shed);
        Assert.Equal((null, Sample.Slipway7.Lines.Count), (plain.BatchCost, plain.Lines.Count + plain.Unpriced.Count));
    }
}
