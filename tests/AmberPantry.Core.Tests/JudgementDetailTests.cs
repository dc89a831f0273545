using AmberPantry.Core.Assessment;
using AmberPantry.Core.Assessment.Rules;
using AmberPantry.Core.Formulas;
using AmberPantry.Core.Materials;
using AmberPantry.Core.Science.Melt;
using AmberPantry.Core.Workshops;
using CsCheck;

namespace AmberPantry.Core.Tests;

/// <summary>Sentences that were once wrong, and the numbers behind them.</summary>
public class JudgementDetailTests
{
    private static Finding? Found(Formula formula, string id) => Sample.Assessor.Assess(formula).Found(id);

    [Fact]
    public void AColourNoteNamesTheColour()
    {
        var beet = Sample.Of(Kinds.BathSalts, ("sea salt", 98), ("beetroot powder", 2));
        var found = Sample.Assessor.Assess(beet).Findings.Where(one => one.Id.StartsWith("colour-", StringComparison.Ordinal)).ToArray();
        Assert.NotEmpty(found);
        Assert.All(found.Where(one => one.Id != "colour-hue-shift"), one => Assert.Contains("eet", one.Sentence, StringComparison.Ordinal));
    }

    /// <summary>Kaolin, starch and zinc are the body of a product; more of them is not "more colour".</summary>
    [Fact]
    public void AWhitePowderIsNoColour()
    {
        foreach (var powder in new[] { "kaolin", "zinc oxide", "titanium dioxide" })
        {
            Assert.Null(Found(Sample.Of(Kinds.DeodorantStick, ("beeswax", 12), ("coconut oil", 68), (powder, 20)), "colour-load-high"));
        }
    }

    [Fact]
    public void AScentIsNamedByItsOilToo()
    {
        var told = Found(Sample.Of(Kinds.BodyOil, ("jojoba oil", 99), ("lavender essential oil", 1)), "scent-declare");
        Assert.Contains("Lavandula Angustifolia Oil", told!.Sentence, StringComparison.Ordinal);
    }

    [Theory]
    [InlineData("wintergreen essential oil", "blood thinners")]
    [InlineData("rosemary essential oil cineole type", "epilepsy")]
    public void WhomItIsNotForIsToldUnasked(string oil, string whom)
    {
        var balm = Sample.Of(Kinds.Balm, ("beeswax", 16), ("olive oil", 83.8m), (oil, 0.2m));
        Assert.Contains(whom, Found(balm, "not-for")!.Sentence, StringComparison.Ordinal);
        var asked = Sample.Assessor.Assess(
            balm,
            new Question
            {
                Parts = [],
                Facts = new Dictionary<string, Safety.FactValue>
                {
                    ["bloodThinner"] = true,
                    ["epilepsy"] = true,
                    ["breastfeeding"] = true,
                    ["brokenSkin"] = true,
                },
            }
        );
        Assert.Null(asked.Found("not-for"));
        Assert.Contains(asked.Findings, finding => finding.Severity == Severity.Stop && finding.Sentence.Contains(whom, StringComparison.Ordinal));
        Assert.Null(Found(Sample.Slipway7, "not-for"));
    }

    /// <summary>Starch in a butter leaves a faint foot; soda falls further; what sets at once or is beaten holds all.</summary>
    [Fact]
    public void GrainsSinkAsFarAsTheMeltLetsThem()
    {
        var butter = Sample.Of(Kinds.Butter, ("shea butter", 55), ("coconut oil", 15), ("jojoba oil", 25), ("arrowroot starch", 5));
        var starch = Found(butter, "grains-sink")!;
        Assert.Contains("a faint foot", starch.Sentence, StringComparison.Ordinal);
        Assert.InRange(starch.Numbers[0].Value, 0.5, 6);
        var soda = Found(
            Sample.Of(Kinds.DeodorantStick, ("beeswax", 12), ("coconut oil", 58), ("sodium bicarbonate", 10), ("arrowroot starch", 20)),
            "grains-sink"
        )!;
        Assert.StartsWith("Sodium bicarbonate sinks", soda.Sentence, StringComparison.Ordinal);
        Assert.True(soda.Numbers[0].Value > starch.Numbers[0].Value);
        Assert.Null(Found(butter with { Family = Kinds.WhippedButter }, "grains-sink"));
        Assert.Null(Found(Sample.Of(Kinds.Stick, ("beeswax", 20), ("candelilla wax", 6), ("castor oil", 71), ("red iron oxide", 3)), "grains-sink"));
    }

    /// <summary>A thin oil sets late: what is heavy and coarse ends at the bottom.</summary>
    [Fact]
    public void AHotPourDropsWhatIsHeavy()
    {
        var hot = Sample.Of(Kinds.Butter, ("shea butter", 30), ("jojoba oil", 60), ("sodium bicarbonate", 10)) with { PourC = 75 };
        var cool = hot with { PourC = 34 };
        Assert.Contains("most of it ends at the bottom", Found(hot, "grains-sink")!.Sentence, StringComparison.Ordinal);
        Assert.True(Found(cool, "grains-sink")!.Numbers[0].Value <= Found(hot, "grains-sink")!.Numbers[0].Value);
    }

    [Theory]
    [InlineData(40, 0, 3, "overnight")]
    [InlineData(40, 1, 0, "overnight")]
    [InlineData(66, 1.5, 0, "a day and a night")]
    [InlineData(78, 1.5, 0, "does not dry")]
    public void SaltsRestANightAtLeast(double humidity, double water, double oil, string wanted)
    {
        var room = new Assessor(MaterialShelf.Plain, Sample.Shed with { HumidityPercent = humidity });
        var salts = Sample.Of(
            Kinds.BathSalts,
            ("sea salt", 100 - (decimal)(water + oil)),
            ("jojoba oil", (decimal)oil),
            ("hydrosol", (decimal)water)
        );
        var told = room.Assess(salts).Found("rests")!;
        Assert.Contains($"**{wanted}**", told.Sentence, StringComparison.Ordinal);
        Assert.True(told.Numbers.Count == 0 || told.Numbers[0].Value >= 12);
        Assert.Null(room.Assess(Sample.Of(Kinds.BathSalts, ("sea salt", 100))).Found("rests"));
    }

    [Fact]
    public void APieceIsToldToFloatOrSink()
    {
        var plain = Sample.Assessor.Assess(Sample.Of(Kinds.Fizzy, ("sodium bicarbonate", 66), ("citric acid", 33), ("sweet almond oil", 1)));
        Assert.Contains("sinks first", plain.Headline, StringComparison.Ordinal);
        Assert.Null(plain.Found("piece-sinks"));
        var light = Sample.Assessor.Assess(
            Sample.Of(Kinds.Fizzy, ("sodium bicarbonate", 40), ("citric acid", 20), ("modified tapioca starch", 30), ("sweet almond oil", 10))
        );
        Assert.Contains("that floats", light.Headline, StringComparison.Ordinal);
        var heavy = Sample.Assessor.Assess(
            Sample.Of(Kinds.Fizzy, ("sodium bicarbonate", 40), ("citric acid", 10), ("table salt", 48), ("sweet almond oil", 2))
        );
        var sinks = heavy.Found("piece-sinks")!;
        Assert.Contains("it sinks", sinks.Sentence, StringComparison.Ordinal);
        Assert.True(sinks.Numbers[0].Value > 1.1);
    }

    /// <summary>Every salt is in the powder table, told there as in the bath table.</summary>
    [Fact]
    public void ASaltHasOneRoomForOil()
    {
        var dry = Catalogue.All.Where(material => material.Role is Role.Salt or Role.Acid or Role.Base).ToArray();
        Assert.True(dry.Length > 60);
        Assert.All(dry, material => Assert.NotNull(material.Keys.Powder));
        foreach (var material in dry.Where(material => material.Keys.Fizz is not null))
        {
            var (bath, powder) = (Science.Fizz.FizzMaterial.All[material.Keys.Fizz!], Science.Powders.PowderMaterial.All[material.Keys.Powder!]);
            Assert.Equal((bath.OilAbsorption, bath.PoreShare), (powder.OilAbsorption, powder.PoreShare));
        }
    }

    /// <summary>The sponge and the air say one fill, whatever salts, powders and liquids meet.</summary>
    [Fact]
    public void SpongeAndAirTakeTheSameFill()
    {
        var names = Catalogue
            .All.Where(material => material.Role is Role.Salt or Role.Acid or Role.Base or Role.Powder or Role.Oil or Role.Emulsifier or Role.Scent)
            .Select(material => material.Id)
            .ToArray();
        Gen.Select(Gen.Shuffle(names, 2, 8), Gen.Int[1, 1000].Array[8])
            .Sample(
                (materials, weights) =>
                {
                    var shares = Amounts.ToPercent([.. weights.Take(materials.Length).Select(weight => (decimal)weight)]);
                    var formula = Sample.Of(Kinds.BathSalts, [.. materials.Select((material, i) => (material, shares[i]))]);
                    var parts = Sample.Assessor.Assess(formula).Parts;
                    if (parts.Powder?.Budget is { } budget && parts.Bath?.Reading is { } bath)
                    {
                        Assert.Equal(budget.U, bath.Air.U);
                    }
                },
                iter: 300
            );
    }

    /// <summary>In a damp room the sentence names the salt that drinks, and never a point beyond which it does not.</summary>
    [Theory]
    [InlineData(40)]
    [InlineData(63)]
    [InlineData(80)]
    public void HumidityIsToldBySalt(double humidity)
    {
        var room = new Assessor(MaterialShelf.Plain, Sample.Shed with { HumidityPercent = humidity });
        var flakes = room.Assess(Sample.Of(Kinds.BathSalts, ("magnesium chloride", 50), ("sea salt", 50))).Found("draws-water")!;
        Assert.Equal(Severity.Fix, flakes.Severity);
        Assert.Contains("draws water and runs: magnesium chloride", flakes.Sentence, StringComparison.Ordinal);
        var point = room.Assess(Sample.Of(Kinds.BathSalts, ("magnesium chloride", 50), ("sea salt", 50))).Parts.Bath!.Reading!.Air.CrhMixPct!.Value;
        Assert.Equal(humidity >= point, flakes.Sentence.Contains("runs", StringComparison.Ordinal));
    }

    [Fact]
    public void OilAndMilkHaveSentencesOfTheirOwn()
    {
        var room = new Assessor(MaterialShelf.Plain, Sample.Shed with { HumidityPercent = 75 });
        var oily = room.Assess(Sample.Of(Kinds.BathSalts, ("sea salt", 85), ("jojoba oil", 15)));
        Assert.NotNull(oily.Found("oil-load"));
        var damp = new Assessor(MaterialShelf.Plain, Sample.Shed with { HumidityPercent = 75 });
        var milk = damp.Assess(Sample.Of(Kinds.BathSalts, ("Epsom salt", 60), ("milk powder", 40))).Found("draws-water");
        Assert.Contains("turns sticky", milk!.Sentence, StringComparison.Ordinal);
    }

    /// <summary>A hold and a fridge lower the risk of grain to two or three of ten; a slow evening raises it to seven and more.</summary>
    [Fact]
    public void GrainRiskFallsWithAHoldAndAFridge()
    {
        var butter = LipidBlend.Mix([
            (Catalogue.All.Single(material => material.Id == "shea butter").Melt!, 80),
            (Catalogue.All.Single(material => material.Id == "olive oil").Melt!, 20),
        ]);
        double Risk(double minutes, double held)
        {
            CoolingStage[] stages = [new(minutes * 60, 4, 10, false)];
            CoolingPoint[] run = [.. Enumerable.Range(0, 101).Select(i => new CoolingPoint(i * minutes * 0.6, 38 - (i * 0.14), 20, 0.1))];
            return GrainForecast.Of(butter, run, stages, held).Risk;
        }

        Assert.InRange(Math.Round(Risk(40, 20)), 2, 3);
        Assert.InRange(Risk(180, 0), 7, 10);
        Assert.True(Risk(40, 20) < Risk(40, 0) && Risk(40, 0) < Risk(180, 0));
    }

    [Fact]
    public void SaltsWithADispersantDoNotGoRancid()
    {
        var salts = Sample.Of(Kinds.BathSalts, ("sea salt", 97), ("polysorbate 80", 3));
        Assert.Null(Found(salts, "keeping") is { Severity: < Severity.Note } told ? told : null);
        Assert.Null(Found(salts, "antioxidant"));
    }

    [Fact]
    public void AnInfusedOilKeepsLikeTheOilItIsMadeWith()
    {
        double Months(string oil) => Sample.Assessor.Assess(Sample.Of(Kinds.BodyOil, (oil, 100))).Parts.Keeping!.Oils.Months;
        Assert.Equal(Months("olive oil"), Months("infused mullein oil"));
        Assert.Equal(Months("sesame oil"), Months("infused amla oil"));
    }

    [Fact]
    public void TheDoubtIsToldOnlyWhereItCouldTurnAVerdict()
    {
        var far = Sample.Of(Kinds.Balm, ("beeswax", 14), ("cranberry butter", 20), ("olive oil", 66)) with { MustStand = ["workroom"] };
        Assert.Null(Found(far with { Family = Kinds.BodyOil }, "estimated"));
        var near = Sample.Of(Kinds.Butter, ("cranberry butter", 60), ("olive oil", 40));
        var told = Found(near, "estimated");
        Assert.NotNull(told);
        Assert.DoesNotContain("crystal", told.Sentence, StringComparison.Ordinal);
    }

    [Fact]
    public void AWishOfFeelIsANoteAndALighterOilAnswersIt()
    {
        var rich = Sample.Of(Kinds.BodyOil, ("castor oil", 60), ("olive oil", 40));
        var found = Sample
            .Assessor.Assess(rich, new Question { Remedies = true })
            .Findings.Where(one => one.Id.StartsWith("feel-", StringComparison.Ordinal))
            .ToArray();
        Assert.Equal(["feel-grease", "feel-slow"], found.Select(one => one.Id).Order());
        Assert.All(found, one => Assert.Equal(Severity.Note, one.Severity));
        Assert.Contains(found.SelectMany(one => one.Remedies), remedy => remedy.Label.StartsWith("Trade", StringComparison.Ordinal));
        Assert.DoesNotContain(Sample.Assessor.Assess(Sample.Of(Kinds.BodyOil, ("jojoba oil", 60), ("coco-caprylate", 40))).Findings, one =>
            one.Id.StartsWith("feel-", StringComparison.Ordinal)
        );
    }

    [Fact]
    public void ThePackThatIsUsedIsThePackThatIsTried()
    {
        var balm = Sample.Slipway7 with { Batch = new BatchSize(600, 12, "tin-60", 50) };
        Assert.Contains(Sample.Assessor.Assess(balm).Checks, check => check.Do.Contains("a filled tin", StringComparison.Ordinal));
        var bare = new Assessor(MaterialShelf.Plain, new Workshop());
        Assert.Contains(bare.Assess(Sample.Of(Kinds.Stick, ("beeswax", 22), ("castor oil", 78))).Checks, check =>
            check.Do.Contains("push-up tube", StringComparison.Ordinal)
        );
    }
}
