using AmberPantry.Core.Assessment;
using AmberPantry.Core.Assessment.Lenses;
using AmberPantry.Core.Assessment.Parts;
using AmberPantry.Core.Families;
using AmberPantry.Core.Formulas;
using AmberPantry.Core.Materials;
using AmberPantry.Core.Science.Colour;
using AmberPantry.Core.Science.Melt;
using AmberPantry.Core.Workshops;
using CsCheck;

namespace AmberPantry.Core.Tests;

/// <summary>A mix read by what matters: every lens speaks the one grammar, and by the numbers of the sciences.</summary>
public class LensTests
{
    private static LensView? Read(Formula formula, Lens lens, Probe? probe = null) =>
        Sample
            .Assessor.Assess(
                formula,
                new Question
                {
                    Parts = [],
                    Lens = lens,
                    Probe = probe,
                }
            )
            .Reading;

    private static Formula Starter(string family) =>
        Starters.For(FamilyRegistry.Usual.All.First(one => one.Family.Key == family), MaterialShelf.Plain);

    private static Formula Tint { get; } =
        Sample.Of(
            "stick",
            ("castor oil", 42),
            ("jojoba oil", 22),
            ("candelilla wax", 10),
            ("cocoa butter", 8),
            ("beeswax", 6),
            ("red iron oxide", 5.6m),
            ("mica", 3),
            ("titanium dioxide", 1.8m),
            ("yellow iron oxide", 1.2m),
            ("black iron oxide", 0.4m)
        );

    public static TheoryData<string, Lens> Rows =>
        new(FamilyRegistry.Usual.All.SelectMany(family => family.Lenses.Where(lens => lens != Lens.Melt).Select(lens => (family.Family.Key, lens))));

    [Theory]
    [MemberData(nameof(Rows))]
    public void EveryLensOfAFamilyKeepsTheGrammar(string family, Lens lens)
    {
        var formula = Starter(family);
        if (Read(formula, lens) is not { } view)
        {
            // An unscented starter has no scent to read; what has no price has no cost.
            Assert.Contains(lens, new[] { Lens.Scent, Lens.Cost, Lens.Keeping });
            return;
        }

        Assert.Equal(lens, view.Lens);
        Assert.NotEmpty(view.Says);
        Holds(view, formula);
    }

    private static void Holds(LensView view, Formula formula)
    {
        Assert.NotEmpty(view.Instruments);
        Assert.Equal(view.Instruments.Count, view.Instruments.Select(one => one.Id).Distinct().Count());
        Assert.All(view.Instruments, axis =>
        {
            Assert.True(axis.To > axis.From && axis.Minor > 0 && axis.Major >= axis.Minor);
            Assert.All(axis.Hill, point => Assert.True(double.IsFinite(point.At) && point.Height is >= 0 and <= 1.0001, $"{axis.Id} {point}"));
            Assert.Equal(axis.Hill.Select(point => point.At).Order(), axis.Hill.Select(point => point.At));
            for (var i = 0; i < axis.Words.Count; i++)
            {
                var word = axis.Words[i];
                Assert.True(word.To > word.From && word.Word.Length > 0);
                Assert.Equal(i == 0 ? axis.From : axis.Words[i - 1].To, word.From);
            }

            Assert.True(axis.Words.Count == 0 || Math.Abs(axis.Words[^1].To - axis.To) < 1e-9);
            Assert.All(axis.Stems, stem => Assert.True(double.IsFinite(stem.At) && stem.Says.Length > 0 && stem.Step > 0, $"{axis.Id} {stem}"));
            Assert.Equal(axis.Stems.Count, axis.Stems.Select(stem => stem.Id).Distinct().Count());
            Assert.All(axis.Lanes, lane => Assert.True(lane.To >= lane.From && (lane.Colour is null) != (lane.Wears is null)));
            Assert.All(axis.Tanks, tank => Assert.True(tank is { Height: > 0 and <= 1, Filled: >= 0 and <= 1 } && tank.To > tank.From));
        });
        var ids = formula.Lines.Select(line => line.Id).ToHashSet();
        Assert.All(view.Column?.Lines ?? [], cell => Assert.True(ids.Contains(cell.Line) && cell.Text.Length > 0));
    }

    /// <summary>Whatever is thrown together: no lens breaks its grammar.</summary>
    [Fact]
    public void AnyMixCanBeRead() =>
        Gen.Select(
                Gen.Shuffle(Catalogue.All.Select(material => material.Id).ToArray(), 1, 9),
                Gen.Int[1, 1000].Array[9],
                Gen.OneOfConst(FamilyRegistry.Usual.All.ToArray())
            )
            .Sample(
                (materials, weights, family) =>
                {
                    var shares = Amounts.ToPercent([.. weights.Take(materials.Length).Select(weight => (decimal)weight)]);
                    var formula = Sample.Of(family.Family.Key, [.. materials.Select((material, i) => (material, shares[i]))]);
                    foreach (var lens in family.Lenses)
                    {
                        if (Read(formula, lens) is { } view)
                        {
                            Holds(view, formula);
                        }
                    }
                },
                iter: 150
            );

    [Fact]
    public void GreaseOfTheLinesSumsToTheWhole()
    {
        var butter = Starter(Kinds.WhippedButter);
        var skin = Sample.Assessor.Assess(butter).Parts.Feel!.Skin!;
        Assert.Equal(skin.Greasiness, skin.GreaseByLine().Sum(), 6);
        Assert.Equal(skin.Greasiness, skin.GreaseAfter(0), 9);
        Assert.All(skin.GreaseOverMinutes, at => Assert.Equal(at.Grease, skin.GreaseAfter(at.Minutes), 9));
        var powder = butter.Lines.Select((line, i) => (line, i)).Single(one => one.line.Material == "arrowroot starch").i;
        Assert.True(skin.GreaseByLine()[powder] < 0);
    }

    [Fact]
    public void ThePegOfAMomentSaysWhatIsSoThen()
    {
        var view = Read(Sample.Slipway7, Lens.Feel)!;
        var late = Read(Sample.Slipway7, Lens.Feel, new Probe(ProbeKind.Peg, 20, "hands_at_work"))!;
        var words = view.Instruments[0].Words;
        Assert.Equal(["glides", "rich", "tacky", "dry"], words.Select(word => word.Word));
        var moved = late.Instruments[0].Stems.Single(stem => stem.Id == "hands_at_work");
        Assert.Equal(20, moved.At);
        Assert.Contains(words[^1].Word, moved.Says, StringComparison.Ordinal);
        Assert.Equal(view.Instruments[0].Hill, late.Instruments[0].Hill);
    }

    /// <summary>The window's height at the share in hand is what the mix keeps, and its peg moves the share itself.</summary>
    [Fact]
    public void TheGuardWindowStandsOnTheMix()
    {
        var oil = Sample.Of(Kinds.BodyOil, ("high-oleic sunflower oil", 60), ("rosehip oil", 39.5m), ("mixed tocopherols", 0.5m));
        var view = Read(oil, Lens.Keeping)!;
        var window = view.Instruments.Single(axis => axis.Id == "guard");
        var peg = Assert.Single(window.Stems);
        var months = Sample.Assessor.Assess(oil).Parts.Keeping!.Oils.OilsMonths;
        Assert.Contains($"{months:0.#} months", peg.Says, StringComparison.Ordinal);
        var probe = new Probe(peg.Probe!.Value, 0.1, peg.ProbeId);
        var less = Read(oil, Lens.Keeping, probe)!;
        Assert.Equal(0.1, less.Instruments.Single(axis => axis.Id == "guard").Stems[0].At, 6);
        Assert.Equal(0.1m, Sample.Assessor.Moved(oil, probe).Lines[2].Percent);
        // The weakest oil stands on top.
        Assert.StartsWith("Rosehip", view.Instruments[0].Lanes[0].Name, StringComparison.Ordinal);
    }

    /// <summary>Filled by the peg to a part of its room, the room is filled so far.</summary>
    [Theory]
    [InlineData(5)]
    [InlineData(20)]
    [InlineData(60)]
    public void TheOilPegFillsTheRoomSoFar(double percent)
    {
        var salts = Sample.Of(Kinds.BathSalts, ("sea salt", 60), ("Epsom salt", 37), ("jojoba oil", 3));
        var oil = salts.Lines[2].Id;
        var view = Read(salts, Lens.Sponge)!;
        Assert.Equal(oil, view.Instruments.Single(axis => axis.Id == "pours").Stems[0].ProbeId);
        var moved = Sample.Assessor.Moved(salts, new Probe(ProbeKind.Room, percent, oil));
        Assert.InRange(100 * Sample.Assessor.Assess(moved).Parts.Powder!.Budget!.U, 0.8 * percent, 1.25 * percent);
    }

    [Fact]
    public void SodaIsMatchedByMoles()
    {
        var even = Sample.Of(Kinds.Fizzy, ("sodium bicarbonate", 56.74m), ("citric acid", 43.26m));
        var bars = Read(even, Lens.Fizz)!.Instruments[0].Lanes;
        Assert.Equal(56.74, bars.Single(lane => lane.Id == "soda").To, 0);
        Assert.Equal(bars.Single(lane => lane.Id == "acid").To, bars.Single(lane => lane.Id == "soda").To, 1);
        var soda = Read(Sample.Of(Kinds.Fizzy, ("sodium bicarbonate", 80), ("citric acid", 20)), Lens.Fizz)!;
        Assert.True(soda.Instruments[0].Lanes.Single(lane => lane.LeftOver).To > 79);
        Assert.Contains("is left over", soda.Says, StringComparison.Ordinal);
    }

    [Fact]
    public void WhereSodaAndAcidAreUnevenTheirEvenSharesAreMarked()
    {
        var soda = Read(Sample.Of(Kinds.Fizzy, ("sodium bicarbonate", 80), ("citric acid", 20)), Lens.Fizz)!.Instruments[0];
        var even = soda.Stems.Single(stem => stem.Id == "even");
        Assert.Equal(56.74, even.At, 0);
        Assert.StartsWith("43.3", even.Says, StringComparison.Ordinal);
        Assert.Null(even.Probe);
        var there = Sample.Of(Kinds.Fizzy, ("sodium bicarbonate", 56.74m), ("citric acid", 43.26m));
        Assert.DoesNotContain(Read(there, Lens.Fizz)!.Instruments[0].Stems, stem => stem.Id == "even");
        // A line that stays as it is cannot trade.
        var uneven = Sample.Of(Kinds.Fizzy, ("sodium bicarbonate", 80), ("citric acid", 20));
        var stays = uneven with { Lines = [uneven.Lines[0] with { Kept = true }, uneven.Lines[1]] };
        Assert.DoesNotContain(Read(stays, Lens.Fizz)!.Instruments[0].Stems, stem => stem.Id == "even");
        // Two acids are told apart in their bar, one is not.
        var two = Sample.Of(Kinds.Fizzy, ("sodium bicarbonate", 60), ("citric acid", 30), ("cream of tartar", 10));
        Assert.Contains("cream of tartar 4", Read(two, Lens.Fizz)!.Instruments[0].Lanes[0].Name, StringComparison.Ordinal);
        Assert.DoesNotContain("citric", Read(there, Lens.Fizz)!.Instruments[0].Lanes[0].Name, StringComparison.Ordinal);
    }

    [Fact]
    public void AFizzyIsReadWithItsAirBelow()
    {
        var fizzy = Starter(Kinds.Fizzy);
        var alone = Read(fizzy, Lens.Air)!.Instruments.Single();
        var below = Read(fizzy, Lens.Fizz)!.Instruments[1];
        Assert.Equal(alone.Hill, below.Hill);
        Assert.True(below.IsLow);
        var damper = new Question
        {
            Parts = [],
            Lens = Lens.Fizz,
            Probe = new(ProbeKind.Peg, 85, "workroom"),
        };
        var moved = Sample.Assessor.Assess(fizzy, damper).Reading!.Instruments[1].Stems.Single(stem => stem.Id == "workroom");
        Assert.Equal(85, moved.At);
        Assert.Contains("fizzing", moved.Says, StringComparison.Ordinal);
    }

    [Fact]
    public void TheAirSaysWhatHumidityDoes()
    {
        var flakes = Read(Sample.Of(Kinds.BathSalts, ("magnesium chloride", 50), ("sea salt", 50)), Lens.Air)!.Instruments[0];
        var epsom = Read(Sample.Of(Kinds.BathSalts, ("Epsom salt", 100)), Lens.Air)!.Instruments[0];
        Assert.Equal("keeps loose", epsom.Words[0].Word);
        Assert.True(epsom.Words[0].To > flakes.Words[0].To);
        Assert.Contains(Read(Starter(Kinds.Fizzy), Lens.Air)!.Instruments[0].Words, word => word.Word == "starts fizzing");
    }

    [Fact]
    public void CostIsAStairThatEndsAtTheSum()
    {
        var shelf = new MaterialShelf([.. Sample.Slipway7.Lines.Select(line => new MakerMaterial(line.Material, line.Material, PricePerKg: 10))]);
        var assessor = new Assessor(shelf, Sample.Shed);
        var tins = Sample.Slipway7 with { Batch = new BatchSize(0, 12, "tin-60", 50) };
        var set = assessor.Editor.Apply(tins, new SetBatch(tins.Batch));
        LensView At(double? price) =>
            assessor
                .Assess(
                    set,
                    new Question
                    {
                        Parts = [],
                        Lens = Lens.Cost,
                        Probe = price is { } pounds ? new Probe(ProbeKind.Peg, pounds, "price") : null,
                    }
                )
                .Reading!;
        var view = At(null);
        var axis = Assert.Single(view.Instruments);
        // 50 g at 10 a kilogram, and a tin for 0.34.
        Assert.Equal(0.84, axis.Stems.Single(stem => stem.Id == "cost").At, 2);
        Assert.Equal(axis.Hill.Select(point => point.Height).Order().Take(2), [0, 0]);
        Assert.Contains("leaves £1.16, 58", At(2).Instruments[0].Stems.Single(stem => stem.Id == "price").Says, StringComparison.Ordinal);
        Assert.Equal(set.Lines.Count, view.Column!.Lines.Count);
    }

    [Fact]
    public void TimeAndLabelAreInTheCostOnceTheyAreTold()
    {
        var shelf = new MaterialShelf([.. Sample.Slipway7.Lines.Select(line => new MakerMaterial(line.Material, line.Material, PricePerKg: 10))]);
        LensView At(Workshop workshop, int? hands)
        {
            var assessor = new Assessor(shelf, workshop);
            var tins = Sample.Slipway7 with { Batch = new BatchSize(0, 12, "tin-60", 50, HandsMin: hands) };
            return assessor.Assess(assessor.Editor.Apply(tins, new SetBatch(tins.Batch)), new Question { Parts = [], Lens = Lens.Cost }).Reading!;
        }

        var told = Sample.Shed with { HourCost = 12, LabelCost = 0.05m };
        Stem Cost(LensView view) => view.Instruments[0].Stems.Single(stem => stem.Id == "cost");
        // 70 min at 12 an hour over 12 tins, on 0.84 for what is bought and 0.05 for the label.
        Assert.Equal(0.84 + 0.05 + (70 * 12 / 60.0 / 12), Cost(At(told, 70)).At, 2);
        Assert.Equal(["materials", "tin", "label", "time", "what a price leaves"], At(told, 70).Instruments[0].Words.Select(word => word.Word));
        Assert.Contains("an hour, a shop at", At(told, 70).Says, StringComparison.Ordinal);
        Assert.Equal(0.89, Cost(At(told, null)).At, 2);
        Assert.Contains("the minutes of hands under the batch", At(told, null).Says, StringComparison.Ordinal);
        Assert.Contains("Time and labels are not counted", At(Sample.Shed, null).Says, StringComparison.Ordinal);
    }

    [Fact]
    public void TheSpongeSaysWhatGoesInFirstAndWhatHappensElse()
    {
        var mix = Sample.Of(
            Kinds.PowderCleanser,
            ("kaolin", 20),
            ("modified tapioca starch", 20),
            ("corn starch", 39),
            ("sodium bicarbonate", 10),
            ("sodium cocoyl isethionate", 5),
            ("jojoba oil", 6)
        ) with
        {
            Batch = new BatchSize(200),
        };
        var order = Read(mix, Lens.Sponge)!.Order;
        string Line(string material) => mix.Lines.Single(line => line.Material == material).Id;
        int At(string material) => order.ToList().FindIndex(step => step.Lines.Contains(Line(material)));
        Assert.Equal(0, At("jojoba oil"));
        Assert.Equal(0, At("modified tapioca starch"));
        Assert.True(At("corn starch") < At("kaolin"));
        Assert.True(At("kaolin") < At("sodium bicarbonate"));
        Assert.True(At("sodium bicarbonate") < At("sodium cocoyl isethionate"));
        Assert.Contains("12 g jojoba", order[0].Do.Replace('\u202f', ' '), StringComparison.OrdinalIgnoreCase);
        Assert.Contains("Stirred in anyhow", order[0].Else, StringComparison.Ordinal);
        Assert.All(order, step => Assert.NotEmpty(step.Else));
        Assert.Equal(mix.Lines.Count, order.SelectMany(step => step.Lines).Distinct().Count());
    }

    [Fact]
    public void ALotThatEndsBeforeTheMixSetsTheDate()
    {
        var oil = Sample.Of(Kinds.BodyOil, ("sunflower oil", 60), ("jojoba oil", 39.5m), ("mixed tocopherols", 0.5m));
        Assessor With(DateOnly? ends) =>
            new(
                new MaterialShelf([new MakerMaterial("sunflower oil", "sunflower oil", Lot: "SF-88", BestBefore: ends)]),
                Sample.Shed with
                {
                    Today = new DateOnly(2026, 6, 11),
                }
            );
        var soon = With(new DateOnly(2026, 9, 1)).Assess(oil, new Question { Parts = [], Lens = Lens.Keeping });
        Assert.Contains(soon.Findings, finding => finding.Id == "lot-date" && finding.Sentence.Contains("Sep 2026", StringComparison.Ordinal));
        Assert.Contains("On the label: Sep 2026", soon.Reading!.Says, StringComparison.Ordinal);
        Assert.Equal(2.7, soon.Reading.Instruments[0].Stems.Single(stem => stem.Id == "lot").At, 1);
        var past = With(new DateOnly(2026, 5, 1)).Assess(oil);
        Assert.Equal(Severity.Fix, past.Findings.Single(finding => finding.Id == "lot-date").Severity);
        Assert.DoesNotContain(With(new DateOnly(2030, 1, 1)).Assess(oil).Findings, finding => finding.Id == "lot-date");
        Assert.DoesNotContain(With(null).Assess(oil).Findings, finding => finding.Id == "lot-date");
    }

    [Fact]
    public void MixedLaterItAllMovesButTheLot()
    {
        var oil = Sample.Of(Kinds.BodyOil, ("sunflower oil", 60), ("jojoba oil", 39.5m), ("mixed tocopherols", 0.5m));
        Instrument At(double months) =>
            Sample
                .Assessor.Assess(
                    oil,
                    new Question
                    {
                        Parts = [],
                        Lens = Lens.Keeping,
                        Probe = new Probe(ProbeKind.Peg, months, "mixed"),
                    }
                )
                .Reading!.Instruments[0];
        double Best(Instrument axis) => axis.Stems.Single(stem => stem.Id == "best_before").At;
        Assert.Equal(Best(At(0)) + 3, Best(At(3)), 6);
        Assert.Equal("not mixed yet", At(3).Words[0].Word);
        Assert.All(At(3).Lanes, lane => Assert.Equal(3, lane.From));
    }

    [Fact]
    public void ColouredPartsTellTheirWeightsAndHowTheyStandApart()
    {
        var mix = Sample.Slipway7 with
        {
            Batch = new BatchSize(200),
            ColouredParts = [new("plain", 50, []), new("rose", 30, [new("pink clay", 4)]), new("twin", 20, [new("pink clay", 0.01m)])],
        };
        var parts = Read(mix, Lens.Shade)!.Parts;
        Assert.Equal(["plain", "rose", "twin"], parts.Select(part => part.Name));
        Assert.Equal(100, parts[0].BaseG, 6);
        Assert.Equal(60 * 0.04, parts[1].Weights.Single().G, 6);
        Assert.Equal(60 - (60 * 0.04), parts[1].BaseG, 6);
        Assert.NotEqual(parts[0].Hex, parts[1].Hex);
        Assert.Contains("hard to tell from plain", parts[2].Says, StringComparison.Ordinal);
        Assert.NotEmpty(parts[2].Weights[0].Doubt);
        var step = new Making.Sheets.SheetWriter(MaterialShelf.Plain, Sample.Shed).For(mix).Steps.Single(one => one.Id == "split");
        Assert.Contains("60 g (rose)", step.Text.Replace('\u202f', ' '), StringComparison.Ordinal);
        Assert.Empty(Read(Sample.Slipway7, Lens.Shade)!.Parts);
    }

    [Fact]
    public void AFilmHidesMoreTheThickerItIs()
    {
        var view = Read(Tint, Lens.Shade)!;
        var film = Assert.Single(view.Instruments);
        Assert.Equal(film.Hill.Select(point => point.Height).Order(), film.Hill.Select(point => point.Height));
        Assert.Equal(["bare", "veil", "tint", "full"], film.Words.Select(word => word.Word));
        Assert.Equal(["base", "1 swipe", "2 swipes", "pot"], view.Chips.Select(chip => chip.Name));
        // A thin film shows what lies under it, the pot does not.
        Assert.NotEqual(view.Chips[1].OverWhite, view.Chips[1].OverGrey);
        Assert.Equal(view.Chips[3].OverWhite, view.Chips[3].OverGrey);
        Assert.Equal("L6", view.Column!.Lines.MaxBy(cell => double.Parse(cell.Text, System.Globalization.CultureInfo.InvariantCulture))!.Line);
        var moved = Read(Tint, Lens.Shade, new Probe(ProbeKind.Peg, 40, "swipe"))!;
        Assert.Equal(40, moved.Instruments[0].Stems[0].At);
        Assert.Contains("full", moved.Instruments[0].Stems[0].Says, StringComparison.Ordinal);
    }

    [Fact]
    public void AirMakesAPastelAndDampMakesASaltDarker()
    {
        var set = Sample.Of("whipped_butter", ("shea butter", 69), ("sunflower oil", 30), ("pink mica", 1));
        Lab Pot(Formula formula, double air) =>
            Lab.FromLinear(
                Srgb.Linear(
                    Read(formula with { Batch = formula.Batch with { OverrunPercent = (decimal)air } }, Lens.Shade)!
                        .Chips.First(chip => chip.Name == "pot")
                        .OverWhite
                )!
            );
        Assert.True(Pot(set, 60).L > Pot(set, 0).L);
        Assert.True(Pot(set, 60).Chroma < Pot(set, 0).Chroma);
        var salt = Read(Sample.Of("bath_salts", ("Epsom salt", 99.7m), ("red iron oxide", 0.3m)), Lens.Shade)!;
        double L(string name) => Lab.FromLinear(Srgb.Linear(salt.Chips.First(chip => chip.Name == name).OverWhite)!).L;
        Assert.True(L("damp") < L("dry") && L("dry") < L("base"));
    }

    [Fact]
    public void WhatFadesIsShownAYearOn()
    {
        var beet = Sample.Of("balm", ("sunflower oil", 78), ("beeswax", 20), ("annatto oil", 2));
        var view = Read(beet, Lens.Shade)!;
        Assert.Contains(view.Chips, chip => chip.Name == "in a year");
        Assert.Contains(view.Steps, step => step.Says.Contains("is left after 12 months", StringComparison.Ordinal));
        Assert.DoesNotContain(Read(Tint, Lens.Shade)!.Chips, chip => chip.Name == "in a year");
    }

    [Fact]
    public void ABathIsReadByWhatGoesIntoIt()
    {
        var soak = Sample.Of("bath_salts", ("Epsom salt", 60), ("sea salt", 30), ("sodium bicarbonate", 8), ("sunflower oil", 2));
        var view = Read(soak, Lens.Tub)!;
        Assert.Equal(["soak", "ph", "foam", "floats"], view.Instruments.Select(one => one.Id));
        Assert.Equal("100 g", view.Column!.Sum.Replace('\u202f', ' '));
        var twice = Read(soak, Lens.Tub, new Probe(ProbeKind.Peg, 200, "portion"))!;
        double Floats(LensView of) => of.Instruments[3].Stems[0].At;
        Assert.Equal(2 * Floats(view), Floats(twice), 6);
        Assert.Contains("floats by the strict school", view.Says, StringComparison.Ordinal);
        var fits = Read(soak, Lens.Tub, new Probe(ProbeKind.Peg, 60, "portion"))!.Instruments[0];
        Assert.NotEqual(fits.Words[0].Word, fits.Words[^1].Word);
    }

    /// <summary>Beside the ruler of what is whipped stands its air: softer with more of it, and a jar is full at some.</summary>
    [Fact]
    public void AirStandsBesideTheRulerOfWhatIsWhipped()
    {
        var butter = Sample.Of(Kinds.WhippedButter, ("shea butter", 40), ("mango butter", 30), ("sunflower oil", 30));
        butter = butter with { Batch = new BatchSize(600, 12, "tin-60", 50, 0, 10) };
        var view = Read(butter, Lens.Melt)!;
        Holds(view, butter);
        var air = Assert.Single(view.Instruments);
        Assert.True(air.IsLow);
        Assert.Equal(air.Hill.Select(point => point.Height).OrderDescending(), air.Hill.Select(point => point.Height));
        Assert.Equal(1, air.Hill[0].Height, 9);
        var now = air.Stems.Single(stem => stem.Id == "now");
        Assert.Equal((10, ProbeKind.Air), (now.At, now.Probe!.Value));
        var state = Sample.Assessor.Assess(butter).Parts.Melt!.States.First(span => span.ToC > 20).State;
        Assert.Contains(MatterStates.Word(state), now.Says, StringComparison.Ordinal);
        // 50 g just fill 60 ml at the air of that stem.
        var full = air.Stems.Single(stem => stem.Id == "full").At;
        var density = view.Steps[0].Value / (1 + (full / 100));
        Assert.Equal(60, 50 / density, 6);

        var probe = new Probe(ProbeKind.Air, 40);
        Assert.Equal(40, Read(butter, Lens.Melt, probe)!.Instruments[0].Stems[0].At);
        Assert.Equal(40, Sample.Assessor.Moved(butter, probe).Batch.OverrunPercent);
        Assert.Null(Read(Sample.Slipway7, Lens.Melt));
    }

    [Fact]
    public void AFizzyIsWettedByHalvesAndThenSprayBySpray()
    {
        LensView At(double humidity) =>
            new Assessor(MaterialShelf.Plain, Sample.Shed with { HumidityPercent = humidity })
                .Assess(Starter(Kinds.Fizzy), new Question { Parts = [], Lens = Lens.Fizz })
                .Reading!;
        var dry = At(40).Order;
        Assert.True(dry.Count >= 2);
        Assert.Contains("Press, and let it dry", dry[^1].Do, StringComparison.Ordinal);
        Assert.All(dry, step => Assert.NotEmpty(step.Else));
        Assert.Contains(At(90).Order, step =>
            step.Do.Contains("drier", StringComparison.Ordinal) || step.Else.Contains("drier", StringComparison.Ordinal)
        );
        Assert.Empty(Read(Starter(Kinds.BathSalts), Lens.Fizz)?.Order ?? []);
    }

    [Fact]
    public void ASwatchIsTheSameWhateverTheMix()
    {
        string Swatch(Formula mix, string material)
        {
            var line = mix.Lines.Single(one => one.Material == material).Id;
            return Sample.Assessor.Assess(mix, new Question { Parts = [Part.Groups] }).Parts.Groups!.Lines.Single(one => one.Line == line).Swatch;
        }

        var other = Sample.Of(Kinds.Bar, ("beeswax", 40), ("castor oil", 60));
        Assert.Equal(Swatch(Sample.Slipway7, "beeswax"), Swatch(other, "beeswax"));
        Assert.StartsWith("One part in four", Swatch(other, "beeswax"), StringComparison.Ordinal);
        Assert.StartsWith("slip", Swatch(other, "castor oil"), StringComparison.Ordinal);
        Assert.Empty(Swatch(Sample.Of(Kinds.Butter, ("shea butter", 90), ("arrowroot starch", 10)), "arrowroot starch"));
    }

    [Theory]
    [InlineData(20)]
    [InlineData(30)]
    public void TheAcidMovesToTheSodaItIsToMeet(double soda)
    {
        var fizzy = Starter(Kinds.Fizzy);
        var stem = Read(fizzy, Lens.Fizz)!.Instruments[0].Stems.Single(one => one.Probe == ProbeKind.Acid);
        var probe = new Probe(ProbeKind.Acid, soda, stem.ProbeId);
        var moved = Sample.Assessor.Moved(fizzy, probe);
        Assert.Equal(100m, moved.Total);
        var view = Sample
            .Assessor.Assess(
                fizzy,
                new Question
                {
                    Parts = [],
                    Lens = Lens.Fizz,
                    Probe = probe,
                }
            )
            .Reading!;
        var lanes = view.Instruments[0].Lanes.Where(lane => lane.Id.StartsWith("acid", StringComparison.Ordinal));
        Assert.Equal(soda, lanes.Max(lane => lane.To), 1);
    }

    [Fact]
    public void TheScentMovesAsAWhole()
    {
        var oil = Sample.Of(
            Kinds.BodyOil,
            ("jojoba oil", 98),
            ("lavender essential oil", 1),
            ("cedarwood essential oil atlas", 0.5m),
            ("mixed tocopherols", 0.5m)
        );
        var stem = Read(oil, Lens.Scent)!.Instruments.Single(one => one.Id == "strength").Stems[0];
        Assert.Equal((ProbeKind.Scent, 1.5), (stem.Probe!.Value, stem.At));
        var moved = Sample.Assessor.Moved(oil, new Probe(ProbeKind.Scent, 0.9));
        Assert.Equal((0.6m, 0.3m, 98.6m), (moved.Line("L2").Percent, moved.Line("L3").Percent, moved.Line("L1").Percent));
        Assert.Equal("probe.value", Assert.Throws<Refusal>(() => Sample.Assessor.Moved(oil, new Probe(ProbeKind.Scent, 50))).Field);
    }
}
