using AmberPantry.Core.Assessment;
using AmberPantry.Core.Formulas;
using AmberPantry.Core.Making;
using AmberPantry.Core.Making.Sheets;
using AmberPantry.Core.Materials;
using AmberPantry.Core.Pantry;
using AmberPantry.Core.Workshops;
using CsCheck;

namespace AmberPantry.Core.Tests;

/// <summary>What is left of a lot is the sum of its moves, never below nothing, and each batch tells which lots it took.</summary>
public class StockTests
{
    private const string Shea = "shea butter";
    private static readonly DateOnly Today = new(2026, 6, 11);
    private static readonly DateTime Now = new(2026, 6, 11, 8, 0, 0, DateTimeKind.Utc);
    private static readonly Wording Say = new(Sample.Shed);

    private static readonly Gen<HandMove> AnyMove = Gen.Select(Gen.Enum<MoveKind>(), Gen.Int[-5, 400], (kind, grams) => new HandMove(kind, grams));

    private static int number;

    private static Lot LotOf(string code, decimal left, string? useBy = null, string of = Shea, Func<LotFacts, LotFacts>? with = null) =>
        new()
        {
            Id = Guid.NewGuid(),
            Number = ++number,
            Kind = StockKind.Material,
            Of = of,
            Facts = (with ?? (facts => facts))(
                new LotFacts(code, new DateOnly(2026, 1, 5)) { BestBefore = useBy is null ? null : DateOnly.Parse(useBy, null) }
            ),
            Received = left,
            Left = left,
        };

    private static StockBook Book(params Lot[] lots) => new(lots, [], Today);

    [Fact]
    public void WhatIsLeftIsTheSumOfTheMovesAndNeverBelowNothing() =>
        Gen.Select(AnyMove.Array[1, 30], Gen.Int[0, 100])
            .Sample(
                (moves, inPots) =>
                {
                    var lot = LotOf("A", 300);
                    var ledger = new List<LotMove> { LotLedger.Receipt(lot, Guid.NewGuid(), Now) };
                    foreach (var asked in moves)
                    {
                        LotMove move;
                        try
                        {
                            move = LotLedger.ByHand(lot, asked, inPots, Guid.NewGuid(), Now);
                        }
                        catch (Refusal refused)
                        {
                            Assert.NotEmpty(refused.Remedy);
                            continue;
                        }

                        ledger.Add(move);
                        lot = lot with { Left = ledger.Sum(one => one.Amount) };
                        Assert.True(lot.Left >= inPots);
                        var back = LotLedger.TakeBack(lot with { Left = lot.Left + 1000 }, move, inPots, Guid.NewGuid(), Now);
                        Assert.Equal(-move.Amount, back.Amount);
                        Assert.Equal(move.Id, back.TakesBack);
                    }
                }
            );

    [Fact]
    public void ALotGivesNoMoreThanItHoldsAndNothingThatStandsInAPot()
    {
        var lot = LotOf("SB-1", 100);
        Refusal Refused(HandMove asked, decimal inPots = 0) =>
            Assert.Throws<Refusal>(() => LotLedger.ByHand(lot, asked, inPots, Guid.NewGuid(), Now));
        Assert.Contains("holds 100 g, not 120 g", Refused(new HandMove(MoveKind.Waste, 120)).Message, StringComparison.Ordinal);
        Assert.Equal(Codes.NotNow, Refused(new HandMove(MoveKind.Waste, 80), 40).Code);
        Assert.Equal(Codes.NotNow, Refused(new HandMove(MoveKind.Count, 30), 40).Code);
        Assert.Equal(Codes.Twice, Refused(new HandMove(MoveKind.Receive, 30)).Code);
        Assert.Equal(Codes.Range, Refused(new HandMove(MoveKind.Give, 0)).Code);
        Assert.Equal(-30, LotLedger.ByHand(lot, new HandMove(MoveKind.Count, 70), 40, Guid.NewGuid(), Now).Amount);
    }

    [Fact]
    public void ContainersAreWhole()
    {
        var tins = LotOf("T", 12, of: "tin-60") with { Kind = StockKind.Container };
        var refused = Assert.Throws<Refusal>(() => LotLedger.ByHand(tins, new HandMove(MoveKind.Use, 1.5m), 0, Guid.NewGuid(), Now));
        Assert.Contains("whole", refused.Message, StringComparison.Ordinal);
    }

    [Fact]
    public void WhatABatchTookIsTakenBackInTheLogbookOnly()
    {
        var lot = LotOf("A", 10);
        var used = new LotMove(Guid.NewGuid(), lot.Id, MoveKind.Use, -5, Now) { Batch = "SH-26-001" };
        Assert.Contains(
            "SH-26-001",
            Assert.Throws<Refusal>(() => LotLedger.TakeBack(lot, used, 0, Guid.NewGuid(), Now)).Message,
            StringComparison.Ordinal
        );
        var found = new LotMove(Guid.NewGuid(), lot.Id, MoveKind.Count, 8, Now);
        Assert.Equal(Codes.NotNow, Assert.Throws<Refusal>(() => LotLedger.TakeBack(lot, found, 4, Guid.NewGuid(), Now)).Code);
    }

    [Fact]
    public void TheFirstToExpireIsTheFirstToBeUsed()
    {
        Lot late = LotOf("late", 500, "2027-06-30"),
            soon = LotOf("soon", 100, "2026-09-30"),
            past = LotOf("past", 400, "2026-06-01"),
            apart = LotOf("apart", 400, "2026-08-01") with { SetApartFor = "grainy" },
            opened = LotOf("open", 50, "2028-01-01", with: facts => facts with { OpenedOn = new DateOnly(2026, 2, 1), MonthsOnceOpen = 6 });
        var book = Book(late, soon, past, apart, opened);
        var offer = book.Offer(StockKind.Material, Shea, 200);
        Assert.Equal([("open", 50m), ("soon", 100m), ("late", 50m)], offer.Parts.Select(part => (part.Code, part.Amount)));
        Assert.Equal("50 g of lot open, 100 g of lot soon, 50 g of lot late", offer.Says(Say, StockKind.Material).Replace(Wording.Narrow, " "));
        Assert.Equal(["late", "open"], book.Offer(StockKind.Material, Shea, 510, late.Id).Parts.Select(part => part.Code));
        Assert.Equal(["past", "open"], book.Offer(StockKind.Material, Shea, 410, past.Id).Parts.Select(part => part.Code));
        Assert.Equal(350, book.Offer(StockKind.Material, Shea, 1000).Missing);
        Assert.Contains("grainy", Assert.Throws<Refusal>(() => book.Offer(StockKind.Material, Shea, 5, apart.Id)).Message, StringComparison.Ordinal);
        Assert.Equal(Codes.UnknownId, Assert.Throws<Refusal>(() => book.Offer(StockKind.Material, Shea, 5, Guid.NewGuid())).Code);
    }

    [Fact]
    public void WhatStandsInAPotIsNotOfferedAgain()
    {
        var lot = LotOf("A", 100);
        var book = new StockBook([lot, LotOf("B", 100, "2027-01-01")], [new InPot(lot.Id, 70)], Today);
        Assert.Equal(100, Assert.Single(book.Offer(StockKind.Material, Shea, 100).Parts).Amount);
        Assert.Equal(30, book.Offer(StockKind.Material, Shea, 130).Parts[1].Amount);
    }

    [Fact]
    public void AnOfferIsWholeWhateverTheLotsAre() =>
        Gen.Select(Gen.Int[0, 200].Array[0, 8], Gen.Int[1, 900])
            .Sample(
                (lots, wanted) =>
                {
                    var offer = Book([.. lots.Select((left, i) => LotOf($"L{i}", left, i % 3 == 0 ? null : $"2027-0{(i % 6) + 1}-01"))])
                        .Offer(StockKind.Material, Shea, wanted);
                    Assert.Equal(wanted, offer.Parts.Sum(part => part.Amount) + offer.Missing);
                    Assert.All(offer.Parts, part => Assert.True(part.Amount > 0));
                    Assert.Equal(Math.Max(0, wanted - lots.Sum()), offer.Missing);
                }
            );

    [Theory]
    [InlineData("L-0042", 42)]
    [InlineData(" l-7 ", 7)]
    [InlineData("L-", null)]
    [InlineData("SB-0311", null)]
    [InlineData("L-99999999999999", null)]
    public void AStickerIsReadBack(string text, int? number) => Assert.Equal(number, LotCode.Read(text));

    [Fact]
    public void EveryNumberOfAStickerComesBack() => Gen.Int[1, 99_999_999].Sample(number => Assert.Equal(number, LotCode.Read(LotCode.Of(number))));

    [Fact]
    public void ARowTellsWhatIsPromisedShortStaleAndApart()
    {
        var subject = new ShelfSubject(StockKind.Material, "beeswax", "Beeswax", ShelfGroup.Waxes);
        Lot[] lots =
        [
            LotOf("W-11", 58, "2026-07-20", "beeswax"),
            LotOf("W-10", 20, "2026-05-01", "beeswax"),
            LotOf("W-09", 30, of: "beeswax") with
            {
                SetApartFor = "smoky",
            },
        ];
        var line = ShelfLine.About(subject, lots, [new SpokenFor(7, "Slipway trial 7", 72)], 900, Say, Today);
        Assert.Equal((58m, 72m, -14m, 50m), (line.Have, line.SpokenFor, line.Free, line.Apart));
        Assert.Equal("W-11", line.UseFirst);
        // 72 wanted and 140 in two weeks of use, 58 there: whole packs of the size that came last.
        Assert.Equal(180, line.Buy);
        Assert.Equal(Severity.Fix, line.Findings[0].Severity);
        Assert.Contains("wanted by Slipway trial 7", line.Findings[0].Sentence, StringComparison.Ordinal);
        Assert.Contains(line.Findings, one => one.Sentence.Contains("**past its date** since 1 May", StringComparison.Ordinal));
        Assert.Contains(line.Findings, one => one.Sentence.Contains("**39** days", StringComparison.Ordinal));
        Assert.Contains(line.Findings, one => one.Sentence.Contains("set apart: smoky", StringComparison.Ordinal));
        var calm = ShelfLine.About(subject, [LotOf("W-12", 900, of: "beeswax")], [], 90, Say, Today);
        Assert.Empty(calm.Findings);
        Assert.Null(calm.Buy);
    }

    [Fact]
    public void TheLotInUseRulesPriceDateAndMeltOfItsMaterial()
    {
        var lot = new LotInUse(Shea, 640, "SB-0311", new DateOnly(2027, 2, 28)) { PricePerKg = 9.5m, MeltShiftK = 2 };
        var material = new MaterialShelf(lots: [lot]).Get(Shea, "material");
        Assert.Equal(("SB-0311", 9.5m, 2.0, 640m), (material.Lot, material.PricePerKg, material.MeltShiftK, material.HaveG));
        Assert.True(new MaterialShelf(lots: [lot]).IsOwn(material));
        var gone = new MaterialShelf(lots: [new LotInUse(Shea, 0, null, null) { PricePerKg = 9 }]).Get(Shea, "material");
        Assert.Equal((null, 0m, 9m), (gone.Lot, gone.HaveG, gone.PricePerKg));
    }

    [Fact]
    public void TheBenchTellsWhatTheHouseLacksAndWhatItWouldReachFor()
    {
        var shelf = new MaterialShelf(lots: [new LotInUse("beeswax", 58, "W-11", null)]);
        var formula = Sample.Slipway7 with { Batch = new BatchSize(600) };
        var fine = Sample.Shed with { Scale = new Scale(0.01m) };
        var finding = new Assessor(shelf, fine).Assess(formula, new Question { Remedies = true }).Found("stock-short")!;
        Assert.Contains("**58", finding.Sentence, StringComparison.Ordinal);
        var less = Assert.IsType<SetBatch>(Assert.Single(finding.Remedies[0].Edits));
        Assert.Equal(480, less.Batch.Grams);
        var smaller = formula with { Batch = new BatchSize(480) };
        Assert.Null(new Assessor(shelf, Sample.Shed).Assess(smaller).Found("stock-short"));
        Assert.Null(Sample.Assessor.Assess(formula).Found("stock-short"));
    }

    [Fact]
    public void AButterThatRanOnItsWayIsHeld()
    {
        var butter = Sample.Of(Kinds.Balm, (Shea, 8), ("beeswax", 12), ("castor oil", 80));
        var ran = new MaterialShelf(lots: [new LotInUse(Shea, 640, "SB-1", null) { ArrivedMelted = true }]);
        Assert.Null(new SheetWriter(MaterialShelf.Plain, Sample.Shed).For(butter).Plan.Hold);
        Assert.NotNull(new SheetWriter(ran, Sample.Shed).For(butter).Plan.Hold);
    }

    [Fact]
    public void ACertificateRulesWhatAScentMayBe()
    {
        var formula = Sample.Of(Kinds.Balm, ("beeswax", 20), ("castor oil", 79), ("lavender essential oil", 1));
        double Most(MaterialShelf shelf) => new Assessor(shelf, Sample.Shed).Assess(formula).Parts.Scent!.Reading.Limits!.PerOil[0].Max;
        var category = Sample.Assessor.Assess(formula).Parts.Scent!.Reading.Limits!.Category;
        var certified = new LotInUse("lavender essential oil", 50, "LV-1", null)
        {
            Certificate = new Dictionary<string, double> { [category] = 0.4 },
        };
        Assert.True(Most(MaterialShelf.Plain) > 0.4);
        Assert.Equal(0.4, Most(new MaterialShelf(lots: [certified])), 6);
    }

    private static readonly Formula Content = Sample.Slipway7 with { Batch = new BatchSize(600, 12, "tin-60", 50) };

    private static Batch Begun() => Batch.Begin("SH-26-001", Content, new SheetWriter(MaterialShelf.Plain, Sample.Shed).For(Content).Steps, Now);

    private static Batch Do(Batch batch, StockBook stock, params BatchCommand[] commands)
    {
        var bench = new MakersBench(MaterialShelf.Plain, Sample.Shed, Sample.Assessor, stock);
        return commands
            .SelectMany(command => batch.Apply(command, Guid.NewGuid(), Now, bench).Select(change => batch = batch.With(change)))
            .LastOrDefault()
            ?? batch;
    }

    private static MakeStep Weighing(Batch batch, string material) =>
        batch.Steps.First(step => step.Line is { } line && batch.Content.Lines.Any(one => one.Id == line && one.Material == material));

    [Fact]
    public void AWeighingRemembersItsLotsAndTheHandOverrulesTheDate()
    {
        Lot soon = LotOf("soon", 100, "2026-09-30"),
            late = LotOf("late", 500, "2027-06-30");
        var step = Weighing(Begun(), Shea).Id;
        var byDate = Do(Begun(), Book(soon, late), new RecordStep(step, 144));
        Assert.Equal([("soon", 100m), ("late", 44m)], byDate.Lots.Select(taken => (taken.Code, taken.Grams)));
        var byHand = Do(Begun(), Book(soon, late), new ChooseLot(step, late.Id), new RecordStep(step, 144));
        Assert.Equal([("late", 144m)], byHand.Lots.Select(taken => (taken.Code, taken.Grams)));
        Assert.Equal("soon", Do(byHand, Book(soon, late), new ChooseLot(step, soon.Id)).Lots[0].Code);
        var chosen = Do(Begun(), Book(soon, late), new ChooseLot(step, late.Id));
        Assert.Empty(chosen.InPot);
        var lacking = Do(Begun(), Book(soon), new RecordStep(step, 144));
        Assert.Equal([(soon.Id, 100m), (null, 44m)], lacking.Lots.Select(taken => (taken.Lot, taken.Grams)));
        Assert.Empty(Do(Begun(), StockBook.Empty, new RecordStep(step, 144)).Lots);
    }

    [Fact]
    public void FinishingPostsWhatWasWeighedOnceAndCountsUpWhatTheBookDidNotHold()
    {
        var lot = LotOf("A", 200);
        var batch = Do(Begun(), Book(lot), new RecordStep(Weighing(Begun(), Shea).Id, 144), new FinishBatch(12));
        var moves = BatchPosting.Of(batch, new Dictionary<Guid, Lot> { [lot.Id] = lot }, new HashSet<string>(), Now);
        Assert.Equal((MoveKind.Use, -144m, "SH-26-001"), (moves[0].Kind, moves[0].Amount, moves[0].Batch));
        var less = new Dictionary<Guid, Lot> { [lot.Id] = lot with { Left = 100 } };
        var found = BatchPosting.Of(batch, less, new HashSet<string>(), Now);
        Assert.Equal([(MoveKind.Count, 44m), (MoveKind.Use, -144m)], found.Select(move => (move.Kind, move.Amount)));
        var undone = BatchPosting.Undone(found, Now);
        Assert.Equal([144m], undone.Select(move => move.Amount));
        Assert.Empty(BatchPosting.Undone([.. found, .. undone], Now));
    }

    [Fact]
    public void GivingUpWastesWhatDidNotGoBack()
    {
        Lot shea = LotOf("A", 200),
            castor = LotOf("C", 200, of: "castor oil");
        var begun = Begun();
        string sheaStep = Weighing(begun, Shea).Id,
            castorStep = Weighing(begun, "castor oil").Id;
        var batch = Do(
            begun,
            Book(shea, castor),
            new RecordStep(sheaStep, 144),
            new RecordStep(castorStep, 60),
            new GiveUpBatch("seized", [castorStep])
        );
        var lots = new[] { shea, castor }.ToDictionary(lot => lot.Id);
        var moves = BatchPosting.Of(batch, lots, new HashSet<string> { castorStep }, Now);
        Assert.Equal((MoveKind.Waste, shea.Id), (Assert.Single(moves).Kind, moves[0].Lot));
        Assert.Equal(Codes.UnknownId, Assert.Throws<Refusal>(() => Do(begun, StockBook.Empty, new GiveUpBatch("seized", ["nowhere"]))).Code);
    }

    [Fact]
    public void AWeightPutRightMovesTheDifference()
    {
        var lot = LotOf("A", 200);
        var step = Weighing(Begun(), Shea).Id;
        var batch = Do(Begun(), Book(lot), new RecordStep(step, 144), new FinishBatch(12));
        var posted = BatchPosting.Of(batch, new Dictionary<Guid, Lot> { [lot.Id] = lot }, new HashSet<string>(), Now);
        var after = lot with { Left = 56 };
        var right = Do(batch, Book(after), new CorrectStep(step, "misread", 148));
        var again = BatchPosting.Again(right, step, posted, new Dictionary<Guid, Lot> { [lot.Id] = after }, Now);
        Assert.Equal(-4, Assert.Single(again).Amount);
    }
}
