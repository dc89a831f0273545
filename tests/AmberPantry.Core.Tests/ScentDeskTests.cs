using AmberPantry.Core.Assessment;
using AmberPantry.Core.Assessment.Remedies;
using AmberPantry.Core.Families;
using AmberPantry.Core.Formulas;
using AmberPantry.Core.Materials;
using AmberPantry.Core.Science.Scent;
using AmberPantry.Core.Workshops;
using CsCheck;

namespace AmberPantry.Core.Tests;

/// <summary>Scents by drops, scaled, and found by what they smell of.</summary>
public class ScentDeskTests
{
    private const string Lavender = "lavender essential oil";
    private const string Orange = "sweet orange essential oil";
    private const string Cedar = "cedarwood essential oil atlas";
    private static readonly MaterialShelf Mine = new([
        new MakerMaterial("Lavender oil", Lavender),
        new MakerMaterial("Orange oil", Orange),
        new MakerMaterial("Cedar oil", Cedar),
    ]);
    private static readonly ScentDesk Desk = new(MaterialShelf.Plain, new Workshop());

    [Fact]
    public void DropsBecomeGramsByDensityAndDropper()
    {
        var answer = Blend(new SniffTest([new(Orange, 3), new(Cedar, 1)], 1));
        var (orange, cedar) = (Oil(Orange), Oil(Cedar));
        var mass = (3 / orange.DropsPerMl * orange.DensityGMl) + (cedar.DensityGMl / cedar.DropsPerMl);
        Assert.Equal(100 * 3 / orange.DropsPerMl * orange.DensityGMl / mass, answer.Scents[0].SharePercent, 6);
        Assert.Equal(1.0, (double)answer.Scents.Sum(scent => scent.Percent), 3);
        Assert.Equal(5.0, (double)answer.Scents.Sum(scent => scent.Grams), 2);
        var put = Put(answer);
        Assert.Equal(100, put.Total);
        Assert.Equal(answer.Scents[0].Percent, put.ShareOf(Orange));
        Assert.Equal(0, put.ShareOf(Lavender));
        Assert.Equal(98.5m, put.ShareOf("sunflower oil"));
    }

    [Fact]
    public void TheBlendOfAMixComesBackAsDropsAndGivesTheMixBack()
    {
        var drops = Desk.Drops(Oil());
        Assert.Equal([Lavender, Orange], drops.Select(one => one.Material));
        var answer = Desk.Blend(Oil(), new SniffTest(drops));
        Assert.Equal(1.5m, answer.Percent);
        Assert.InRange(answer.Scents[0].Percent, 0.85m, 0.95m);
    }

    [Fact]
    public void ItIsScaledToAStrengthOrToTheMostThatIsAllowed()
    {
        SniffTest drops = new([new(Lavender, 3), new(Orange, 2)]);
        foreach (var band in new[] { ScentBand.Soft, ScentBand.Clear, ScentBand.Strong })
        {
            Assert.Contains($"smells {Wording.Said(band)}", Blend(drops with { AsStrong = band }).Says, StringComparison.Ordinal);
        }

        var most = Blend(drops with { MostAllowed = true });
        Assert.DoesNotContain("this is over", most.Says, StringComparison.Ordinal);
        Assert.Contains("this is over", Blend(drops with { Percent = most.Percent + 0.5m }).Says, StringComparison.Ordinal);
        Assert.True(most.Percent > 0);
    }

    [Fact]
    public void NotesAreHeldAgainstWhatIsUsual()
    {
        var answer = Blend(new SniffTest([new(Orange, 5), new(Lavender, 1)], 1));
        Assert.Equal(["top", "middle", "base"], answer.Notes.Select(note => note.Note));
        Assert.StartsWith("heavy", answer.Notes[0].Says, StringComparison.Ordinal);
        Assert.StartsWith("light", answer.Notes[2].Says, StringComparison.Ordinal);
        Assert.Equal(100, answer.Notes.Sum(note => note.Percent), 6);
    }

    [Fact]
    public void WhatTheScaleCannotSeeIsBlendedFirst()
    {
        var small = Oil() with { Batch = new BatchSize(300) };
        Assert.Contains("blend", Desk.Blend(small, new SniffTest([new(Lavender, 3), new(Orange, 2)], 1)).Weigh, StringComparison.Ordinal);
        Assert.DoesNotContain(
            "Too little",
            Desk.Blend(Oil() with { Batch = new BatchSize(20_000) }, new SniffTest([new(Lavender, 3)], 1)).Weigh,
            StringComparison.Ordinal
        );
    }

    [Theory]
    [InlineData("beeswax", 3, "test.drops[0].material")]
    [InlineData("nothing", 3, "test.drops[0].material")]
    [InlineData(Lavender, -1, "test.drops[0].drops")]
    [InlineData(Lavender, 999, "test.drops[0].drops")]
    public void SlipsAreNamed(string material, int drops, string field) =>
        Assert.Equal(field, Assert.Throws<Refusal>(() => Blend(new SniffTest([new(material, drops)], 1))).Field);

    [Fact]
    public void MoreSlipsAreNamed()
    {
        Assert.Equal("test.percent", Assert.Throws<Refusal>(() => Blend(new SniffTest([new(Lavender, 1)], 40))).Field);
        Assert.Equal(Codes.Twice, Assert.Throws<Refusal>(() => Blend(new SniffTest([new(Lavender, 1), new(Lavender, 1)], 1))).Code);
        var kept = Oil();
        kept = kept with { Lines = [.. kept.Lines.Select(line => line with { Kept = line.Id == "L1" })] };
        Assert.Throws<Refusal>(() => Desk.Blend(kept, new SniffTest([new(Lavender, 1)], 3)));
        Assert.Equal("test.mostAllowed", Assert.Throws<Refusal>(() => Blend(new SniffTest([new("essential oil", 1)], MostAllowed: true))).Field);
    }

    [Fact]
    public void WhateverIsCountedTheMixTotalsAHundred() =>
        Gen.Select(Gen.Int[0, 12], Gen.Int[0, 12], Gen.Int[0, 12], Gen.Int[0, 500])
            .Sample(
                (a, b, c, hundredths) =>
                {
                    var percent = hundredths / 100m;
                    var answer = Blend(new SniffTest([new(Lavender, a), new(Orange, b), new(Cedar, c)], percent));
                    Assert.Equal(100, Put(answer).Total);
                    Assert.Equal(a + b + c == 0 ? 0 : percent, answer.Percent);
                },
                iter: 200
            );

    [Fact]
    public void ASmellIsFoundAmongTheBottlesOfHerOwn()
    {
        var desk = new ScentDesk(Mine, new Workshop());
        var answer = desk.Match("lemony and a little woody, no flowers", onlyMine: true);
        Assert.Equal("Orange oil", answer.Bottles[0].Name);
        Assert.DoesNotContain(answer.Bottles, bottle => bottle.Name == "Lavender oil");
        Assert.Equal(["Orange oil", "Cedar oil"], answer.Blend.Select(part => part.Name));
        Assert.True(answer.Blend[0].Drops > answer.Blend[1].Drops);
        Assert.StartsWith("Read as lemony, a little woody and not flowers.", answer.Says, StringComparison.Ordinal);
    }

    [Fact]
    public void WordsThatSayNothingAreToldAndNoneAtAllIsRefused()
    {
        Assert.Contains("“gorgeous” says nothing here", Desk.Match("gorgeous citrus", false).Says, StringComparison.Ordinal);
        Assert.Equal((Codes.Empty, "text"), (Assert.Throws<Refusal>(() => Desk.Match("gorgeous", false)).Code, "text"));
        Assert.Equal(Codes.Range, Assert.Throws<Refusal>(() => Desk.Match(new string('a', 300), false)).Code);
    }

    [Theory]
    [InlineData("lavender", "Lavender")]
    [InlineData("smoky", "Birch tar")]
    [InlineData("very minty, a little camphor", "Peppermint")]
    [InlineData("pure conifer", "White pine")]
    public void APureSmellFindsItsScentFirst(string text, string first) =>
        Assert.StartsWith(first, Desk.Match(text, false).Bottles[0].Name, StringComparison.Ordinal);

    [Fact]
    public void EveryScentOfKnownCompositionHasItsSmell()
    {
        var without = ScentOil.All.Values.Where(oil => oil.Constituents.Count > 0 && !SmellProfile.OfOils.ContainsKey(oil.Id)).Select(oil => oil.Id);
        Assert.Empty(
            without.Except(["fragrance_oil_vanilla", "fragrance_oil_citrus", "flavour_oil_mint", "flavour_oil_chocolate", "fragrance_oil_musk"])
        );
        Assert.All(SmellProfile.OfOils, one => Assert.Equal(1, one.Value.Likeness(one.Value), 9));
    }

    [Fact]
    public void TheLensShowsTheBlendByNoteFromTheTopDown()
    {
        var reading = Sample.Assessor.Assess(Oil(), new Question { Lens = Lens.Scent }).Reading!;
        Assert.Equal(["Sweet orange", "Lavender"], reading.Layers.Select(layer => layer.Name));
        Assert.StartsWith("top 40", reading.Layers[0].Group, StringComparison.Ordinal);
        Assert.Equal(100, reading.Layers.Sum(layer => layer.Percent), 9);
    }

    private static SniffAnswer Blend(SniffTest test) => Desk.Blend(Oil(), test);

    private static Formula Put(SniffAnswer answer) => new FormulaEditor(MaterialShelf.Plain).Apply(Oil(), answer.Edits);

    private static ScentOil Oil(string material) => MaterialShelf.Plain.Get(material, "m").ScentOil!;

    private static Formula Oil() =>
        Sample.Of(new Family("body_oil"), ("sunflower oil", 98), (Lavender, 0.9m), (Orange, 0.6m), ("mixed tocopherols", 0.5m)) with
        {
            Batch = new BatchSize(500),
        };
}
