using AmberPantry.Core.Assessment;
using AmberPantry.Core.Assessment.Rules;
using AmberPantry.Core.Formulas;
using AmberPantry.Core.Materials;
using AmberPantry.Core.Safety;
using AmberPantry.Core.Science.Colour;
using AmberPantry.Core.Science.Melt;
using CsCheck;

namespace AmberPantry.Core.Tests;

/// <summary>What is looked up the quick way says the same as when everything is gone through.</summary>
public class ShortcutTests
{
    private static readonly (SafetyRule Rule, RuleCondition When)[] EveryRule =
    [
        .. SafetyRule.All.Values.Where(rule => rule.IsForEngine).Select(rule => (rule, RuleCondition.Parse(rule.Condition))),
    ];

    private static readonly string[] EveryClass =
    [
        .. EveryRule.SelectMany(row => row.Rule.Classes).Where(name => name != "any").Distinct().Order(StringComparer.Ordinal),
    ];

    private static readonly Gen<Formula> AnyFormula = Gen.Select(
            Gen.Shuffle(Catalogue.All.Select(material => material.Id).ToArray(), 1, 12),
            Gen.Int[1, 100].Array[12],
            Gen.OneOfConst(Kinds.All)
        )
        .Select(
            (materials, weights, family) =>
            {
                var shares = Amounts.ToPercent([.. weights.Take(materials.Length).Select(weight => (decimal)weight)]);
                return Sample.Of(family, [.. materials.Select((material, i) => (material, shares[i]))]);
            }
        );

    [Fact]
    public void TheRulesFoundByClassAreThoseFoundByReadingAll() =>
        Gen.Select(Gen.OneOfConst(SafetyRule.FamilyIds.ToArray()), Gen.Shuffle(EveryClass, 0, 9), Gen.Double[0, 100].Array[9], Gen.Bool)
            .Sample(
                (family, names, shares, child) =>
                {
                    var classes = names.Select((name, i) => (name, shares[i])).ToDictionary(pair => pair.name, pair => pair.Item2);
                    var told = new Dictionary<string, FactValue>
                    {
                        ["audience"] = child ? "child_2_6" : "adult",
                        ["hotMelt"] = true,
                        ["batchG"] = 500.0,
                    };
                    var facts = child ? new Dictionary<string, FactValue>(told) { ["childUse"] = true } : told;
                    var plain = EveryRule
                        .Where(row =>
                            row.Rule.Covers(family)
                            && row.Rule.Classes.Any(one => one == "any" || classes.GetValueOrDefault(one) > 0)
                            && row.When.Holds(new RuleFacts(facts, classes))
                        )
                        .Select(row => row.Rule)
                        .OrderBy(rule => rule.Id, StringComparer.Ordinal)
                        .ToArray();
                    var quick = SafetyVerdict.Of(family, new RuleFacts(told, classes));
                    Assert.Equal(plain.Where(rule => rule.Severity == RuleSeverity.Stop).Select(rule => rule.Id), quick.Stop);
                    Assert.Equal(plain.Where(rule => rule.Severity == RuleSeverity.Caution).Select(rule => rule.Id), quick.Caution);
                    Assert.Equal(plain.Where(rule => rule.Severity == RuleSeverity.Note).Select(rule => rule.Id), quick.Note);
                }
            );

    [Fact]
    public void AClassWithNothingInItRaisesNoRule() => Assert.All(SafetyRule.FamilyIds, family =>
        {
            var none = SafetyVerdict.Of(family, new RuleFacts(new Dictionary<string, FactValue>(), new Dictionary<string, double>()));
            var zero = SafetyVerdict.Of(family, new RuleFacts(new Dictionary<string, FactValue>(), EveryClass.ToDictionary(name => name, _ => 0.0)));
            Assert.Equal(none.Stop, zero.Stop);
            Assert.Equal(none.Caution, zero.Caution);
            Assert.Equal(none.Note, zero.Note);
        });

    [Fact]
    public void EveryQuestionIsRaisedBySomethingAndNeverByABlankPot()
    {
        Assert.All(Kinds.All, family => Assert.Empty(
                Sample
                    .Assessor.Assess(
                        new Formula
                        {
                            Family = family,
                            Lines = [],
                            Batch = new BatchSize(100),
                        }
                    )
                    .Findings.SelectMany(finding => finding.Schools)
            ));
        var raised = new HashSet<string>();
        foreach (var family in Kinds.All)
        {
            foreach (var some in Catalogue.All.Chunk(40))
            {
                var shares = Amounts.ToPercent([.. some.Select(_ => 1m)]);
                var assessment = Sample.Assessor.Assess(Sample.Of(family, [.. some.Select((material, i) => (material.Id, shares[i]))]));
                raised.UnionWith(assessment.Schools.Select(school => school.Id));
            }
        }

        Assert.Equal(School.All.Select(school => school.Id).Order(), raised.Order());
    }

    [Fact]
    public void AMaterialOfNoShareRaisesNoQuestion()
    {
        var with = Sample.Of(Kinds.Butter, ("shea butter", 60), ("coconut oil", 10), ("sunflower oil", 30));
        var without = with with { Lines = [with.Lines[0], with.Lines[1] with { Percent = 0 }, with.Lines[2] with { Percent = 40 }] };
        Assert.Contains(Sample.Assessor.Assess(with).Schools, school => school.Id == "coconut-in-butter");
        Assert.DoesNotContain(Sample.Assessor.Assess(without).Schools, school => school.Id == "coconut-in-butter");
    }

    [Fact]
    public void TheNearestBaseIsNearerThanEveryOther() =>
        Gen.Double[0, 1]
            .Array[3]
            .Sample(light =>
            {
                var colour = Lab.FromLinear(light);
                foreach (var family in new[] { "fat", "oil", "powder", "salt" })
                {
                    var nearest = ColourBase.Nearest(family, colour);
                    double Far(ColourBase one) => Lab.DeltaE00(colour, Lab.FromLinear(new Paint(one).Reflectance([])));
                    Assert.Equal(family, nearest.Family);
                    Assert.All(ColourBase.All.Values.Where(one => one.Family == family), one => Assert.True(Far(nearest) <= Far(one)));
                }
            });

    [Fact]
    public void TheSolidsOfTheClassesAddUpToTheWhole() =>
        Gen.Select(Sample.AnyMix, Gen.Double[-5, 95])
            .Sample(
                (mix, celsius) =>
                {
                    var blend = LipidBlend.Mix([.. mix.Select(part => (MaterialShelf.Plain.Get(part.Material, "m").Melt!, (double)part.Percent))]);
                    var solid = new double[blend.ClassCount];
                    var order = new int[blend.ClassCount];
                    LipidBlend.Begin(order);
                    blend.SolidByClass(celsius, solid, order);
                    Assert.Equal(blend.At(celsius).Solid, solid.Sum(), 9);
                    Assert.All(Enumerable.Range(0, solid.Length), i => Assert.InRange(solid[i], 0, blend.MassOf(i) + 1e-12));
                }
            );

    [Fact]
    public void TheRulerIsWhatIsWorkedOutDegreeByDegree() =>
        Sample.AnyMix.Sample(mix =>
        {
            var blend = LipidBlend.Mix([.. mix.Select(part => (MaterialShelf.Plain.Get(part.Material, "m").Melt!, (double)part.Percent))]);
            var curve = new MeltCurve(blend);
            for (var t = 0; t < TemperatureGrid.Ruler.Count; t += 17)
            {
                Assert.Equal(blend.At(TemperatureGrid.Ruler.Temperature(t)).Solid, curve.Solid[t], 12);
            }
        });

    [Fact]
    public void AMeltedPotHasNoSolids()
    {
        var blend = LipidBlend.Mix([(MaterialShelf.Plain.Get("carnauba wax", "m").Melt!, 1), (MaterialShelf.Plain.Get("castor oil", "m").Melt!, 1)]);
        Assert.Equal((0, 0), blend.At(95));
        Assert.True(blend.At(-5).Solid > 0.3);
    }

    [Fact]
    public void AskingTwiceAnswersTheSame() =>
        AnyFormula.Sample(
            formula =>
            {
                string Told() => System.Text.Json.JsonSerializer.Serialize(Sample.Assessor.Assess(formula), AmberJson.Options);
                Assert.Equal(Told(), Told());
            },
            iter: 200
        );

    /// <summary>Menthol is a powder until it meets oil: such a mix has no grains left to pour or to dust.</summary>
    [Theory]
    [InlineData(Kinds.Powder)]
    [InlineData(Kinds.BathSalts)]
    [InlineData(Kinds.Balm)]
    public void AMixWhoseOnlyPowderMeltsHasFiguresThatCanBeTold(string family)
    {
        var told = Sample.Assessor.Assess(Sample.Of(family, ("menthol", 8), ("jojoba oil", 92)));
        Assert.Null(told.Parts.Powder!.Budget);
        Assert.Null(told.Parts.Powder!.InFat);
        Assert.DoesNotContain("Infinity", System.Text.Json.JsonSerializer.Serialize(told, AmberJson.Options), StringComparison.Ordinal);
    }

    [Fact]
    public void APartAskedForAloneIsTheSameAsInTheWhole() =>
        AnyFormula.Sample(
            formula =>
            {
                var whole = Sample.Assessor.Assess(formula);
                foreach (var part in Enum.GetValues<Part>())
                {
                    var alone = Sample.Assessor.Assess(formula, new Question { Parts = [part] });
                    Assert.Equal(Json(whole with { Parts = Only(part, whole.Parts) }), Json(alone));
                }
            },
            iter: 60
        );

    private static string Json(object value) => System.Text.Json.JsonSerializer.Serialize(value, AmberJson.Options);

    private static AssessmentParts Only(Part part, AssessmentParts of) =>
        part switch
        {
            Part.Melt => new() { Melt = of.Melt },
            Part.Feel => new() { Feel = of.Feel },
            Part.Powder => new() { Powder = of.Powder },
            Part.Bath => new() { Bath = of.Bath },
            Part.Keeping => new() { Keeping = of.Keeping },
            Part.Scent => new() { Scent = of.Scent },
            Part.Colour => new() { Colour = of.Colour },
            Part.Groups => new() { Groups = of.Groups },
            _ => new() { Safety = of.Safety },
        };
}
