using System.Globalization;
using AmberPantry.Core.Assessment;
using AmberPantry.Core.Assessment.Parts;
using AmberPantry.Core.Assessment.Rules;
using AmberPantry.Core.Families;
using AmberPantry.Core.Formulas;
using AmberPantry.Core.Materials;
using CsCheck;

namespace AmberPantry.Core.Tests;

/// <summary>Powders, baths, cleansers, oils: every rule beside melting on one formula, and silent on a near twin.</summary>
public class ProductTests
{
    private static readonly Assessor Damp = new(MaterialShelf.Plain, Sample.Shed with { HumidityPercent = 63 });

    private static readonly Formula Salts = Sample.Of(
        Kinds.BathSalts,
        ("Epsom salt", 60),
        ("sea salt", 28.5m),
        ("dendritic salt", 4),
        ("magnesium carbonate", 4),
        ("high-oleic sunflower oil", 1.5m),
        ("polysorbate 80", 2)
    );
    private static readonly Formula Fizzy = Sample.Of(
        Kinds.Fizzy,
        ("sodium bicarbonate", 55),
        ("citric acid", 28),
        ("corn starch", 10),
        ("cream of tartar", 3),
        ("high-oleic sunflower oil", 2),
        ("polysorbate 80", 2)
    );
    private static readonly Formula Powder = Sample.Of(
        Kinds.Powder,
        ("arrowroot starch", 63),
        ("kaolin", 20),
        ("magnesium stearate", 4),
        ("magnesium carbonate", 10),
        ("jojoba oil", 3)
    );
    private static readonly Formula Balm = Sample.Of(Kinds.Balm, ("beeswax", 15), ("high-oleic sunflower oil", 84.5m), ("mixed tocopherols", 0.5m));

    public static TheoryData<string, Formula, Formula> Twins =>
        new()
        {
            { "oil-load", Traded(Salts, "Epsom salt", "high-oleic sunflower oil", 6), Salts },
            { "oil-load", Sample.Of(Kinds.Powder, ("corn starch", 65), ("kaolin", 10), ("sunflower oil", 25)), Powder },
            { "dusty", Sample.Of(Kinds.Powder, ("arrowroot starch", 70), ("kaolin", 30)), Traded(Powder, "arrowroot starch", "jojoba oil", 3) },
            { "mask", Powder, Sample.Of(Kinds.BathSalts, ("Epsom salt", 100)) },
            { "powder-no-carrier", Sample.Of(Kinds.BathSalts, ("Epsom salt", 98), ("jojoba oil", 2)), Salts },
            { "powder-talc", Traded(Powder, "kaolin", "talc", 10), Powder },
            { "powder-keep-dry", Traded(Powder, "kaolin", "colloidal oatmeal", 10), Powder },
            {
                "powder-jams",
                Sample.Of(Kinds.DeodorantStick, ("coconut oil", 35), ("beeswax", 8), ("arrowroot starch", 30), ("magnesium carbonate", 27)),
                Sample.Of(Kinds.DeodorantStick, ("coconut oil", 72), ("beeswax", 8), ("arrowroot starch", 20))
            },
            { "powder-feel", Sample.Of(Kinds.Balm, ("beeswax", 15), ("olive oil", 75), ("arrowroot starch", 10)), Balm },
            { "no-fizz", Sample.Of(Kinds.Fizzy, ("sodium bicarbonate", 80), ("corn starch", 20)), Fizzy },
            { "acid-left", Traded(Fizzy, "sodium bicarbonate", "citric acid", 25), Fizzy },
            { "harsh-alkali", Traded(Fizzy, "sodium bicarbonate", "sodium carbonate", 10), Fizzy },
            { "fizzy-water", Traded(Fizzy, "corn starch", "aloe juice", 5), Fizzy },
            {
                "draws-water",
                Sample.Of(Kinds.BathSalts, ("magnesium chloride", 50), ("Epsom salt", 50)),
                Sample.Of(Kinds.BathSalts, ("Epsom salt", 90), ("magnesium carbonate", 8), ("high-oleic sunflower oil", 1), ("polysorbate 80", 1))
            },
            { "floats", Sample.Of(Kinds.BathSalts, ("Epsom salt", 90), ("magnesium carbonate", 8), ("jojoba oil", 2)), Salts },
            { "slip", Salts, Sample.Of(Kinds.BathSalts, ("Epsom salt", 92), ("magnesium carbonate", 8)) },
            { "weak-fizz", Sample.Of(Kinds.Fizzy, ("sodium bicarbonate", 25), ("citric acid", 12), ("corn starch", 53), ("jojoba oil", 10)), Fizzy },
            { "fierce-fizz", Sample.Of(Kinds.Fizzy, ("sodium bicarbonate", 56.7m), ("citric acid", 43.3m)), Fizzy },
            {
                "monohydrate",
                Sample.Of(Kinds.Fizzy, ("sodium bicarbonate", 56), ("citric acid monohydrate", 30), ("corn starch", 14)),
                Sample.Of(Kinds.Fizzy, ("sodium bicarbonate", 56), ("citric acid", 30), ("corn starch", 14))
            },
            {
                "crystal-water",
                Sample.Of(Kinds.Fizzy, ("sodium bicarbonate", 50), ("citric acid", 25), ("Epsom salt", 12), ("corn starch", 13)),
                Sample.Of(Kinds.Fizzy, ("sodium bicarbonate", 50), ("citric acid", 25), ("sea salt", 12), ("corn starch", 13))
            },
            {
                "floats",
                Sample.Of(Kinds.BathSalts, ("sea salt", 98.5m), ("sweet orange essential oil", 1.5m)),
                Sample.Of(Kinds.BathSalts, ("sea salt", 97), ("sweet orange essential oil", 1.5m), ("polysorbate 80", 1.5m))
            },
            {
                "alkali-on-skin",
                Sample.Of(Kinds.Powder, ("arrowroot starch", 37), ("sodium bicarbonate", 40), ("kaolin", 20), ("jojoba oil", 3)),
                Sample.Of(Kinds.Powder, ("talc", 97), ("jojoba oil", 3))
            },
            {
                "whip-never",
                Sample.Of(Kinds.WhippedButter, ("shea butter", 4), ("high-oleic sunflower oil", 96)),
                Sample.Of(Kinds.WhippedButter, ("shea butter", 60), ("high-oleic sunflower oil", 40))
            },
            { "air-high", Aired(150), Aired(50) },
            {
                "gel-cloudy",
                Sample.Of(Kinds.GelledBalm, ("polyamide gellant", 12), ("beeswax", 8), ("octyldodecanol", 80)),
                Sample.Of(Kinds.GelledBalm, ("polyamide gellant", 12), ("octyldodecanol", 88))
            },
            { "place-gone", Balm with { MustStand = ["attic", "workroom"] }, Balm with { MustStand = ["workroom"] } },
            {
                "waits",
                Sample.Of(Kinds.Balm, ("beeswax", 16), ("rosehip oil", 20), ("olive oil", 64)),
                Sample.Of(Kinds.Balm, ("beeswax", 16), ("olive oil", 84))
            },
            {
                "uv-none",
                Sample.Of(Kinds.UvStick, ("beeswax", 20), ("raspberry seed oil", 80)),
                Sample.Of(Kinds.UvStick, ("beeswax", 20), ("zinc oxide", 10), ("jojoba oil", 70))
            },
            {
                "uv-crystals",
                Sample.Of(Kinds.UvStick, ("beeswax", 20), ("octyl triazone", 5), ("jojoba oil", 75)),
                Sample.Of(Kinds.UvStick, ("beeswax", 20), ("octyl triazone", 1), ("C12-15 alkyl benzoate", 79))
            },
            {
                "uv-unstable-pair",
                Sample.Of(Kinds.UvStick, ("beeswax", 20), ("avobenzone", 2), ("octinoxate", 5), ("C12-15 alkyl benzoate", 73)),
                Sample.Of(Kinds.UvStick, ("beeswax", 20), ("avobenzone", 2), ("octocrylene", 5), ("C12-15 alkyl benzoate", 73))
            },
            {
                "piece-holds",
                Sample.Of(Kinds.Fizzy, ("sodium bicarbonate", 50), ("citric acid", 26), ("corn starch", 24)),
                Traded(Fizzy, "corn starch", "kaolin", 4)
            },
            { "keeping", Sample.Of(Kinds.Balm, ("beeswax", 16), ("flax oil", 84)), Sample.Of(Kinds.BathSalts, ("Epsom salt", 100)) },
            { "guard-overdose", Sample.Of(Kinds.Balm, ("beeswax", 15), ("sunflower oil", 80), ("mixed tocopherols", 5)), Balm },
            { "guard-inactive", Sample.Of(Kinds.Balm, ("beeswax", 15), ("sunflower oil", 84.5m), ("tocopheryl acetate", 0.5m)), Balm },
            { "preserved", Sample.Of(Kinds.Balm, ("beeswax", 16), ("olive oil", 74), ("aloe juice", 10)), Balm },
            {
                "preserved",
                Sample.Of(Kinds.CleansingBalm, ("sunflower oil", 60), ("cocoa butter", 20), ("polyglyceryl-4 oleate", 20)),
                Sample.Of(
                    Kinds.CleansingBalm,
                    ("sunflower oil", 60),
                    ("cocoa butter", 19),
                    ("polyglyceryl-4 oleate", 20),
                    ("phenoxyethanol and ethylhexylglycerin", 1)
                )
            },
            { "dissolves", Traded(Balm, "high-oleic sunflower oil", "allantoin", 0.5m), Traded(Balm, "high-oleic sunflower oil", "bisabolol", 0.5m) },
            { "not-covered", Sample.Of(Kinds.Balm, ("beeswax", 16), ("olive oil", 74), ("glycerin", 10)), Balm },
            {
                "scent-limit",
                Traded(Balm, "high-oleic sunflower oil", "lemongrass essential oil", 1),
                Traded(Balm, "high-oleic sunflower oil", "lavender essential oil", 1)
            },
            {
                "scent-limit",
                Sample.Of(Kinds.BodyOil, ("sunflower oil", 98), ("bergamot essential oil cold-pressed", 2)),
                Sample.Of(Kinds.BodyOil, ("sunflower oil", 99), ("bergamot essential oil furocoumarin-free", 1))
            },
            { "scent-declare", Traded(Balm, "high-oleic sunflower oil", "lavender essential oil", 1), Balm },
            { "scent-unchecked", Sample.Slipway7, Balm },
            { "colour-not-in-fizz", Traded(Fizzy, "corn starch", "turmeric powder", 1), Traded(Fizzy, "corn starch", "yellow iron oxide", 0.2m) },
            { "colour-bleeds-in-water", Traded(Balm, "high-oleic sunflower oil", "spirulina powder", 1), Balm },
            { "stains-tub", Traded(Fizzy, "corn starch", "red iron oxide", 2), Fizzy },
            {
                "rinses-away",
                Sample.Of(Kinds.CleansingBalm, ("sunflower oil", 75), ("cocoa butter", 25)),
                Sample.Of(Kinds.CleansingBalm, ("sunflower oil", 60), ("cocoa butter", 20), ("polyglyceryl-4 oleate", 20))
            },
            {
                "stays-clear",
                Sample.Of(Kinds.BodyOil, ("sunflower oil", 80), ("coconut oil", 20)),
                Sample.Of(Kinds.BodyOil, ("sunflower oil", 80), ("caprylic/capric triglyceride", 20))
            },
            {
                "uv-over",
                Sample.Of(Kinds.UvStick, ("beeswax", 20), ("castor oil", 45), ("zinc oxide", 35)),
                Sample.Of(Kinds.UvStick, ("beeswax", 20), ("castor oil", 70), ("zinc oxide", 10))
            },
            {
                "stays-clear",
                Sample.Of(Kinds.OilToMilk, ("sunflower oil", 53), ("shea butter", 30), ("beeswax", 5), ("polysorbate 80", 12)),
                Sample.Of(Kinds.OilToMilk, ("sunflower oil", 88), ("polysorbate 80", 12))
            },
            {
                "usage-high-L2",
                Sample.Of(Kinds.BodyOil, ("sunflower oil", 20), ("hemp seed oil", 80)),
                Sample.Of(Kinds.BodyOil, ("jojoba oil", 0), ("sunflower oil", 100))
            },
            {
                "rule-skin-24",
                Sample.Of(Kinds.PowderCleanser, ("kaolin", 60), ("oat flour", 30), ("sodium carbonate", 10)),
                Sample.Of(Kinds.PowderCleanser, ("kaolin", 70), ("oat flour", 30))
            },
            {
                "emulsifier-sinks",
                Sample.Of(Kinds.CleansingBalm, ("sunflower oil", 65), ("cocoa butter", 23), ("decyl glucoside", 12)),
                Sample.Of(Kinds.CleansingBalm, ("sunflower oil", 65), ("cocoa butter", 23), ("polysorbate 80", 12))
            },
            {
                "emulsifier-stings",
                Sample.Of(Kinds.CleansingBalm, ("sunflower oil", 50), ("cocoa butter", 25), ("polysorbate 80", 25)),
                Sample.Of(Kinds.CleansingBalm, ("sunflower oil", 65), ("cocoa butter", 23), ("polysorbate 80", 12))
            },
            { "antioxidant", Sample.Of(Kinds.BodyOil, ("sunflower oil", 100)), Sample.Of(Kinds.BodyOil, ("mineral oil", 100)) },
            {
                "guard-overdose-L2",
                Sample.Of(Kinds.CleansingBalm, ("sunflower oil", 80), ("mixed tocopherols", 20)),
                Sample.Of(Kinds.CleansingBalm, ("sunflower oil", 80), ("sunflower lecithin", 20))
            },
            { "uv-no-claim", Traded(Balm, "high-oleic sunflower oil", "zinc oxide", 5), Balm },
            {
                "rule-skin-01",
                Sample.Of(Kinds.DeodorantStick, ("coconut oil", 60), ("beeswax", 15), ("sodium bicarbonate", 25)),
                Sample.Of(Kinds.DeodorantStick, ("coconut oil", 83), ("beeswax", 15), ("sodium bicarbonate", 2))
            },
        };

    [Theory]
    [MemberData(nameof(Twins), DisableDiscoveryEnumeration = true)]
    public void EachRuleSpeaksOnOneAndIsSilentOnItsTwin(string rule, Formula speaks, Formula silent)
    {
        var finding = Damp.Assess(speaks).Found(rule);
        Assert.NotNull(finding);
        Assert.True(finding.Sentence.Split(' ').Length <= 36, finding.Sentence);
        Assert.NotEmpty(finding.Because);
        var twin = Damp.Assess(silent).Found(rule);
        Assert.True(twin is null || twin.Severity > finding.Severity, twin?.Sentence);
    }

    [Fact]
    public void ARemedyAppliedClearsOrLessensItsFinding()
    {
        var checkedRemedies = 0;
        foreach (var formula in Twins.Select(row => row.Data.Item2))
        {
            foreach (var finding in Damp.Assess(formula, new Question { Remedies = true }).Findings)
            {
                foreach (var remedy in finding.Remedies)
                {
                    checkedRemedies++;
                    var mended = Damp.Editor.Apply(formula, remedy.Edits);
                    Assert.Equal(100m, mended.Total);
                    var after = Damp.Assess(mended).Findings.FirstOrDefault(other => other.Id == finding.Id);
                    Assert.True(after is null || Away(after) < Away(finding), $"{finding.Id}: {remedy.Label} left it at {after?.Sentence}");
                }
            }
        }

        Assert.True(checkedRemedies > 80, $"only {checkedRemedies} remedies were found");
    }

    [Fact]
    public void PermutingLinesChangesNothing() => Assert.All(new[] { Salts, Fizzy, Powder, Balm, Sample.Slipway7 }, formula =>
        {
            var plain = Damp.Assess(formula);
            var turned = Damp.Assess(formula with { Lines = [.. formula.Lines.Reverse()] });
            Assert.Equal(Told(plain), Told(turned));
            Assert.Equal(plain.Parts.Keeping!.Oils.Months, turned.Parts.Keeping!.Oils.Months, 9);
            Assert.Equal(plain.Parts.Bath!.Reading?.Air.Index ?? 0, turned.Parts.Bath!.Reading?.Air.Index ?? 0, 9);
            Assert.Equal(plain.Parts.Colour!.Reading.Hex, turned.Parts.Colour!.Reading.Hex);
        });

    [Theory]
    [InlineData(Kinds.Balm, Waterless.Waterless, "beeswax 20, olive oil 80")]
    [InlineData(Kinds.Balm, Waterless.ContainsWater, "beeswax 20, olive oil 75, rose hydrosol 5")]
    [InlineData(Kinds.CleansingBalm, Waterless.WaterCanGetIn, "cocoa butter 20, olive oil 80")]
    [InlineData(Kinds.UvStick, Waterless.Regulated, "beeswax 20, olive oil 70, zinc oxide 10")]
    [InlineData(Kinds.DeodorantStick, Waterless.Regulated, "beeswax 20, coconut oil 78, potassium alum 2")]
    public void TheLampTellsItsReasons(string family, Waterless state, string parts)
    {
        var lamp = Damp.Assess(
            Sample.Of(
                family,
                [
                    .. parts
                        .Split(", ")
                        .Select(part =>
                            (
                                part[..part.LastIndexOf(' ')],
                                decimal.Parse(part[(part.LastIndexOf(' ') + 1)..], System.Globalization.CultureInfo.InvariantCulture)
                            )
                        ),
                ]
            )
        ).Lamp;
        Assert.Equal(state, lamp.State);
        Assert.Equal(Workshops.Wording.Said(state), lamp.Says);
        Assert.NotEmpty(lamp.Reasons);
    }

    [Fact]
    public void EveryNumberTellsHowItCameAbout() => Assert.All(Kinds.All, family =>
        {
            var parts = Damp.Assess(Starters.For(FamilyRegistry.Usual.Find(family)!, MaterialShelf.Plain)).Parts;
            var steps = Steps(parts).ToArray();
            Assert.True(steps.Length >= 5);
            Assert.All(steps, step => Assert.True(step.Says.Length > 5 && step.Source.Length > 3 && double.IsFinite(step.Value)));
            Assert.NotEmpty(parts.Keeping!.Steps);
        });

    [Fact]
    public void AnyMixOfAnyMaterialsIsJudgedWithoutFault() =>
        Gen.Select(Gen.Shuffle(Catalogue.All.Select(material => material.Id).ToArray(), 2, 12), Gen.OneOfConst(Kinds.All), Gen.Int[1, 1000].Array[12])
            .Sample(
                (materials, family, weights) =>
                {
                    var shares = Amounts.ToPercent([.. weights.Take(materials.Length).Select(weight => (decimal)weight)]);
                    var assessment = Damp.Assess(Sample.Of(family, [.. materials.Select((material, i) => (material, shares[i]))]));
                    Assert.All(assessment.Findings, finding =>
                        Assert.All(finding.Numbers, number => Assert.True(double.IsFinite(number.Value), $"{finding.Id} {number.Name}"))
                    );
                    Assert.All(Steps(assessment.Parts), step => Assert.True(double.IsFinite(step.Value), step.Says));
                },
                iter: 400
            );

    private static IEnumerable<ExplainStep> Steps(AssessmentParts parts) =>
        [
            .. parts.Melt!.Steps,
            .. parts.Feel!.Steps,
            .. parts.Powder!.Steps,
            .. parts.Bath!.Steps,
            .. parts.Keeping!.Steps,
            .. parts.Scent!.Steps,
            .. parts.Colour!.Steps,
        ];

    private static IEnumerable<string> Told(Assessment.Assessment assessment) =>
        assessment
            .Findings.Select(finding =>
                $"{finding.Id.Split("-L")[0]} {finding.Severity} "
                + string.Join(" ", finding.Numbers.Select(number => number.Value.ToString("0.000000", CultureInfo.InvariantCulture)))
            )
            .Order(StringComparer.Ordinal);

    private static double Away(Finding finding) =>
        finding.Numbers.Count switch
        {
            0 or 1 => 0,
            3 => Math.Max(finding.Numbers[1].Value - finding.Numbers[0].Value, finding.Numbers[0].Value - finding.Numbers[2].Value),
            _ => Math.Abs(finding.Numbers[0].Value - finding.Numbers[1].Value),
        };

    private static Formula Aired(decimal percent)
    {
        var butter = Sample.Of(Kinds.WhippedButter, ("shea butter", 60), ("jojoba oil", 40));
        return butter with { Batch = butter.Batch with { OverrunPercent = percent } };
    }

    private static Formula Traded(Formula formula, string from, string to, decimal percent) =>
        Damp.Editor.Apply(formula, new Trade(formula.Lines.Single(line => line.Material == from).Id, to, percent));
}
