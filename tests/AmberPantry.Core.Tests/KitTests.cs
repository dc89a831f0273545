using AmberPantry.Core.Formulas;
using AmberPantry.Core.Making;
using AmberPantry.Core.Making.Clocks;
using AmberPantry.Core.Making.Sheets;
using AmberPantry.Core.Materials;
using AmberPantry.Core.Workshops;

namespace AmberPantry.Core.Tests;

/// <summary>The kit of the house: what fits, what does not and what would; cold places, droppers and sprayers of her own.</summary>
public class KitTests
{
    private static readonly KitPiece Jug = new("jug", KitKind.Vessel, "Small jug") { VolumeMl = 1100, MassG = 320 };
    private static readonly KitPiece Bowl = new("bowl", KitKind.WhipBowl, "Mixer bowl") { VolumeMl = 4000 };

    private static readonly Formula Balm = Sample.Of(Kinds.Balm, ("beeswax", 15), ("shea butter", 25), ("jojoba oil", 60)) with
    {
        Batch = new BatchSize(600),
    };

    private static readonly Formula Whip = Sample.Of(Kinds.WhippedButter, ("shea butter", 70), ("jojoba oil", 30)) with
    {
        Batch = new BatchSize(1000),
    };

    private static readonly Formula Fizz = Sample.Of(
        Kinds.Fizzy,
        ("sodium bicarbonate", 55),
        ("citric acid", 28),
        ("corn starch", 14),
        ("jojoba oil", 2),
        ("polysorbate 80", 1)
    ) with
    {
        Batch = new BatchSize(1200, 10, "tin-60", 120),
    };

    private static readonly Formula Dust = Sample.Of(Kinds.Powder, ("arrowroot starch", 70), ("kaolin", 28), ("jojoba oil", 2)) with
    {
        Batch = new BatchSize(400),
        Method = new MakingMethod(Science.Making.PlanRoute.PowderGround),
    };

    private static readonly DateTime Begun = new(2026, 6, 11, 10, 0, 0, DateTimeKind.Utc);

    private static Workshop Shed(params KitPiece[] kit) => Sample.Shed with { Kit = kit };

    private static PlanSaying? Says(Formula formula, string id, Workshop shed) =>
        new SheetWriter(MaterialShelf.Plain, shed).For(formula).Says.FirstOrDefault(saying => saying.Id.StartsWith(id, StringComparison.Ordinal));

    private static readonly KitPiece Cauldron = new("cauldron", KitKind.Vessel, "Cauldron")
    {
        VolumeMl = 9000,
        MassG = 2400,
        Material = PackMaterial.Tin,
    };

    private static Formula In(Formula formula, params string[] kit) =>
        formula with
        {
            Method = new MakingMethod(null as Science.Making.PlanRoute?) { Kit = kit },
        };

    [Fact]
    public void AChosenPieceIsTakenInsteadOfWhatFits()
    {
        var shed = Shed(Jug, Cauldron, Bowl);
        var question = Assert.Single(new SheetWriter(MaterialShelf.Plain, shed).For(Balm).Kit);
        Assert.Equal((KitKind.Vessel, null, "jug"), (question.Kind, question.Taken, question.Fits));
        Assert.Contains("% full", question.Options[0].Says, StringComparison.Ordinal);
        var sheet = new SheetWriter(MaterialShelf.Plain, shed).For(In(Balm, "cauldron"));
        Assert.Equal(("cauldron", "jug"), (sheet.Kit[0].Taken, sheet.Kit[0].Fits));
        Assert.Contains("the cauldron", Says(In(Balm, "cauldron"), "kit-pot", shed)!.Sentence, StringComparison.Ordinal);
        // A heavier pot is more than the scale carries with the batch.
        var scaled = shed with { Scale = shed.Scale with { CapacityG = 2000 } };
        Assert.Null(Says(Balm, "kit-capacity", scaled));
        Assert.NotNull(Says(In(Balm, "cauldron"), "kit-capacity", scaled));
        // One that the house no longer has is passed over, the last of a kind counts, and one piece alone is no choice.
        Assert.Contains("the small jug", Says(In(Balm, "gone"), "kit-pot", shed)!.Sentence, StringComparison.Ordinal);
        Assert.Contains("the small jug", Says(In(Balm, "cauldron", "jug"), "kit-pot", shed)!.Sentence, StringComparison.Ordinal);
        Assert.Empty(new SheetWriter(MaterialShelf.Plain, Shed(Jug, Bowl)).For(Balm).Kit);
    }

    [Fact]
    public void AnotherPieceOnTheWayIsAskedAboutAndCoolsOtherwise()
    {
        var shed = Shed(Bowl with { MassG = 300 }, Bowl with { Id = "heavy", Name = "Stone bowl", MassG = 4000 });
        var bench = new MakersBench(MaterialShelf.Plain, shed, Sample.Assessor);
        var whip = Whip with { Method = MakingMethod.Usual with { Choices = new Dictionary<string, string> { ["cool"] = "fridge" } } };
        var batch = Batch.Begin("ST-26-002", whip, new SheetWriter(MaterialShelf.Plain, shed).For(whip).Steps, Begun);
        Batch Do(Batch to, BatchCommand command, DateTime at) =>
            to.Apply(command, Guid.NewGuid(), at, bench).Aggregate(to, (now, change) => now.With(change));
        foreach (var step in batch.Steps.TakeWhile(step => step.Kind != StepKind.Chill))
        {
            batch = Do(batch, new RecordStep(step.Id, step.TargetG, step.ToC), Begun);
        }

        var kit = new BatchAids(MaterialShelf.Plain, shed);
        Assert.Equal(("bowl", "bowl"), (kit.Of(batch).Kit!.Fits, kit.Of(batch).Kit!.Taken ?? "bowl"));
        DateTime Opens(Batch of) => new CoolingWatcher(MaterialShelf.Plain, shed).Watch(of, Begun)!.Times[0].At;
        var heavy = Do(batch, new ReadStep(batch.AtStep) { Piece = "heavy" }, Begun);
        Assert.Equal("heavy", kit.Of(heavy).Kit!.Taken);
        Assert.True(Opens(heavy) > Opens(batch).AddMinutes(3), $"{Opens(batch)} to {Opens(heavy)}");
        Assert.Empty(kit.Of(batch).OtherKit);
        var next = Do(heavy, new RecordStep(heavy.AtStep), Begun.AddMinutes(40));
        var asked = Deviations.Of(next, new Wording(shed), kit: kit.Of(next).OtherKit).First(one => one.Kind == DeviationKind.OtherKit);
        Assert.EndsWith("in the stone bowl, planned was the mixer bowl", asked.Says, StringComparison.Ordinal);
        var answered = Do(next, new AnswerDeviation(asked.Step, asked.Kind, asked.Options[0].Id), Begun.AddMinutes(41));
        Assert.DoesNotContain(Deviations.Of(answered, new Wording(shed), kit: kit.Of(answered).OtherKit), one => one.Kind == DeviationKind.OtherKit);
        // Back in the planned one there is nothing to ask; what is no piece of the kit is refused.
        Assert.Empty(kit.Of(Do(heavy, new ReadStep(batch.AtStep) { Piece = "bowl" }, Begun.AddMinutes(1))).OtherKit);
        Assert.Equal("command.piece", Assert.Throws<Refusal>(() => Do(batch, new ReadStep(batch.AtStep) { Piece = "sieve" }, Begun)).Field);
    }

    [Fact]
    public void APotIsTwoThirdsFullAtMost()
    {
        Assert.Null(Says(Balm, "kit-pot", Shed()));
        Assert.Equal(Severity.Note, Says(Balm, "kit-pot", Shed(Jug))!.Severity);
        var small = Says(Balm, "kit-pot", Shed(Jug with { VolumeMl = 800 }))!;
        Assert.Equal(Severity.Fix, small.Severity);
        Assert.Contains("or a batch of", small.Sentence, StringComparison.Ordinal);
        // The smallest that fits is taken.
        var two = Says(Balm, "kit-pot", Shed(Jug with { Id = "big", Name = "Cauldron", VolumeMl = 9000 }, Jug))!;
        Assert.Contains("the small jug", two.Sentence, StringComparison.Ordinal);
    }

    [Fact]
    public void MoreThanTheScaleCarriesIsWeighedInCups()
    {
        var weak = Shed(Jug) with { Scale = new Scale(0.1m, null, 500) };
        var saying = Says(Balm, "kit-capacity", weak)!;
        Assert.Contains("**4 cups** of at most 180", saying.Sentence, StringComparison.Ordinal);
        Assert.Contains(
            "alone is more",
            Says(Balm, "kit-capacity", weak with { Scale = new Scale(0.1m, null, 300) })!.Sentence,
            StringComparison.Ordinal
        );
        Assert.Null(Says(Balm, "kit-capacity", Shed(Jug) with { Scale = new Scale(0.1m, null, 2000) }));
    }

    [Fact]
    public void AWhippingBowlHasRoomToDouble()
    {
        Assert.Equal(Severity.Note, Says(Whip, "kit-bowl", Shed(Bowl))!.Severity);
        var small = Says(Whip, "kit-bowl", Shed(Bowl with { VolumeMl = 1500 }))!;
        Assert.Equal(Severity.Fix, small.Severity);
        Assert.Contains("2 lots", small.Sentence, StringComparison.Ordinal);
        Assert.Null(Says(Balm, "kit-bowl", Shed(Bowl)));
    }

    [Theory]
    [InlineData(200, Severity.Watch, "lots")]
    [InlineData(1800, Severity.Note, "grinds well")]
    [InlineData(20000, Severity.Watch, "Cover the cavity")]
    public void AGrinderIsNeitherTooFullNorTooEmpty(double cupMl, Severity severity, string words)
    {
        var saying = Says(Dust, "kit-grinder", Shed(new KitPiece("g", KitKind.Grinder, "Grinder") { VolumeMl = cupMl }))!;
        Assert.Equal(severity, saying.Severity);
        Assert.Contains(words, saying.Sentence, StringComparison.Ordinal);
    }

    [Fact]
    public void MouldsAreCountedInRounds()
    {
        KitPiece Mould(int cavities) => new("m", KitKind.Mould, "Half rounds") { VolumeMl = 120, Count = cavities };
        Assert.Contains("rounds", Says(Fizz, "kit-mould", Shed(Mould(4)))!.Sentence, StringComparison.Ordinal);
        Assert.Equal(Severity.Note, Says(Fizz, "kit-mould", Shed(Mould(40)))!.Severity);
        Assert.Null(Says(Balm, "kit-mould", Shed(Mould(4))));
    }

    [Fact]
    public void AFinerScaleIsNamedWhereTheUsualOneCannotSee()
    {
        var fine = new KitPiece("s", KitKind.Scale, "Pocket scale") { StepG = 0.01m, CapacityG = 200 };
        var faint = Sample.Of(Kinds.Salve, ("beeswax", 20), ("jojoba oil", 79.97m), ("mixed tocopherols", 0.03m)) with { Batch = new BatchSize(100) };
        Assert.NotNull(Says(faint, "finer-scale", Shed()));
        // Steps of 0.01 g see 0.03 g no better than by a third; 0.001 g do.
        Assert.Null(Says(faint, "kit-scale", Shed(fine)));
        Assert.Contains("pocket scale", Says(faint, "kit-scale", Shed(fine with { StepG = 0.001m }))!.Sentence, StringComparison.Ordinal);
    }

    [Fact]
    public void AColdPlaceOfHerOwnCoolsAsItDoes()
    {
        double Wait(Workshop shed) =>
            new SheetWriter(MaterialShelf.Plain, shed)
                .For(Whip with { Method = new MakingMethod(null) { Choices = new Dictionary<string, string> { ["cool"] = "fridge" } } })
                .Steps.First(step => step.Kind == StepKind.Chill)
                .Clock!.ToMin;
        KitPiece Fridge(double? c, double? factor) =>
            new("f", KitKind.Cold, "Fridge")
            {
                Place = "fridge",
                TemperatureC = c,
                Factor = factor,
            };
        var usual = Wait(Shed());
        Assert.True(Wait(Shed(Fridge(null, 2))) < usual);
        Assert.True(Wait(Shed(Fridge(8, null))) > usual);
        Assert.Equal(usual, Wait(Shed(Fridge(5, 1))));
    }

    [Fact]
    public void HerSprayerAndDropperCountForThemselves()
    {
        var hand = InHand.At(Fizz, "wet", Shed(new KitPiece("s", KitKind.Sprayer, "Mister") { TwentyG = 8 }) with { HumidityPercent = 45 });
        Assert.Equal(0.4, new WetCoacher(MaterialShelf.Plain, hand.Shed).Coach(hand.Batch)!.SprayG);
        var scent = Sample.Of(Kinds.Balm, ("beeswax", 15), ("jojoba oil", 84), ("mixed tocopherols", 1));
        double Drops(Workshop shed) =>
            new SheetWriter(MaterialShelf.Plain, shed).For(scent).Steps.First(step => step.Id == "weigh-L3").DropsPerG!.Value;
        Assert.NotEqual(20, Drops(Shed()));
        Assert.Equal(20, Drops(Shed(new KitPiece("d", KitKind.Dropper, "Pipette") { TwentyG = 1 })), 6);
    }

    public static TheoryData<KitPiece, string> Slips =>
        new()
        {
            { Jug with { Name = " " }, "name" },
            { Jug with { VolumeMl = null }, "volumeMl" },
            { Jug with { VolumeMl = 0 }, "volumeMl" },
            { Jug with { MassG = -1 }, "massG" },
            {
                new KitPiece("m", KitKind.Mould, "M") { VolumeMl = 70 },
                "count"
            },
            { new KitPiece("s", KitKind.Scale, "S"), "stepG" },
            { new KitPiece("c", KitKind.Cold, "C"), "place" },
            {
                new KitPiece("c", KitKind.Cold, "C") { Place = "fridge", Factor = 9 },
                "factor"
            },
            { new KitPiece("d", KitKind.Dropper, "D"), "twentyG" },
        };

    [Theory]
    [MemberData(nameof(Slips))]
    public void ASlipNamesThePieceAndTheFigure(KitPiece piece, string field)
    {
        var house = new HouseSettings { Workshop = new Workshop { Kit = [Jug with { Id = "first" }, piece] } };
        Assert.Equal($"workshop.kit[1].{field}", Assert.Throws<Refusal>(() => house.Checked()).Field);
    }

    [Fact]
    public void TwoPiecesOfOneIdAreRefused() =>
        Assert.Equal(
            "workshop.kit[1].id",
            Assert.Throws<Refusal>(() => new HouseSettings { Workshop = new Workshop { Kit = [Jug, Jug] } }.Checked()).Field
        );

    [Fact]
    public void WhatTheReadingsTeachOfAPlaceMayBeKept()
    {
        var hand = InHand.At(Whip, "chill", Shed());
        CoolingWatch Watch() => new CoolingWatcher(MaterialShelf.Plain, hand.Shed).Watch(hand.Batch, hand.Now)!;
        hand.Do(new ReadStep(hand.Batch.AtStep, Place: "fridge"));
        Assert.Null(Watch().LearntFactor);
        var run = Watch().Run;
        foreach (var min in new[] { 10.0, 20.0 })
        {
            hand.Now = InHand.Begun.AddMinutes(min);
            hand.Do(new ReadStep(hand.Batch.AtStep, run.First(point => point.Min >= min * 1.5).C));
        }

        Assert.Equal("fridge", Watch().Place);
        Assert.InRange(Watch().LearntFactor!.Value, 1.15, 1.7);
    }

    [Fact]
    public void AWhiskWantsItsDepth()
    {
        var whisk = new KitPiece("whisk", KitKind.Whisk, "Balloon whisk") { GapMm = 5, HeightMm = 90 };
        var wide = Bowl with { WidthMm = 240 };
        Assert.Null(Says(Whip, "kit-whisk", Shed(Bowl, whisk)));
        // 1,000 g stand about 24 mm deep in a bowl of 240 mm: less than the gap and a third of the balloon.
        var flat = Says(Whip, "kit-whisk", Shed(wide, whisk))!;
        Assert.Equal(Severity.Fix, flat.Severity);
        Assert.Contains("35", flat.Sentence, StringComparison.Ordinal);
        Assert.Equal(Severity.Note, Says(Whip, "kit-whisk", Shed(Bowl with { WidthMm = 150 }, whisk))!.Severity);
    }

    [Fact]
    public void AStickBlenderIsCoveredAndDoesNotSplash()
    {
        var blender = new KitPiece("blender", KitKind.StickBlender, "Stick blender") { HeightMm = 40 };
        var traced = Whip with { Batch = new BatchSize(500), Method = new MakingMethod(Science.Making.PlanRoute.StirToTrace) };
        Assert.Equal(Severity.Note, Says(traced, "kit-blender", Shed(Jug with { WidthMm = 90 }, blender))!.Severity);
        Assert.Equal(Severity.Fix, Says(traced, "kit-blender", Shed(Jug with { WidthMm = 150 }, blender))!.Severity);
        var full = Says(traced with { Batch = new BatchSize(900) }, "kit-blender", Shed(Jug with { WidthMm = 90 }, blender))!;
        Assert.Contains("throws it out", full.Sentence, StringComparison.Ordinal);
        Assert.Null(Says(Balm, "kit-blender", Shed(Jug with { WidthMm = 90 }, blender)));
    }

    [Fact]
    public void AStirrerIsHalfAsWideAsItsBeaker()
    {
        var stirrer = new KitPiece("stirrer", KitKind.Stirrer, "Spatula") { WidthMm = 30 };
        Assert.Contains("55", Says(Balm, "kit-stirrer", Shed(Jug with { WidthMm = 110 }, stirrer))!.Sentence, StringComparison.Ordinal);
        Assert.Null(Says(Balm, "kit-stirrer", Shed(Jug with { WidthMm = 60 }, stirrer)));
    }

    [Fact]
    public void ARoomHasItsAirAsReadOrAsUsualInTheMonth()
    {
        var room = new Room("cellar", "Cellar") { Months = [new RoomMonth(6, 14, 78), new RoomMonth(1, 8, null)] };
        Assert.Equal((14, 78), room.Air(new DateOnly(2026, 6, 11)));
        Assert.Equal((8, null), room.Air(new DateOnly(2026, 1, 2)));
        Assert.Equal((null, null), room.Air(new DateOnly(2026, 3, 2)));
        Assert.Equal((16, 78), (room with { TemperatureC = 16 }).Air(new DateOnly(2026, 6, 11)));
        var house = new HouseSettings { Workshop = Sample.Shed with { Rooms = [room with { Months = [new RoomMonth(13, 1, 1)] }] } };
        Assert.Equal("workshop.rooms[0].months[0].month", Assert.Throws<Refusal>(() => house.Checked()).Field);
        house = new HouseSettings { Workshop = Sample.Shed with { Rooms = [room with { HumidityPercent = 140 }] } };
        Assert.Equal("workshop.rooms[0].humidityPercent", Assert.Throws<Refusal>(() => house.Checked()).Field);
    }
}
