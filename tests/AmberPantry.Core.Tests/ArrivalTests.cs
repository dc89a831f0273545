using AmberPantry.Core.Materials;
using AmberPantry.Core.Pantry;

namespace AmberPantry.Core.Tests;

/// <summary>What eye, nose and thumb say of a delivery, and what follows from it.</summary>
public class ArrivalTests
{
    private static readonly ArrivalDesk Desk = new(MaterialShelf.Plain, Sample.Shed);
    private static readonly LotFacts Facts = new("SB-0604", new DateOnly(2026, 6, 11)) { Supplier = "Imaginary Oil Loft", Price = 13.5m };

    private static ArrivalVerdict Judge(string material, (string Row, string Answer)[] seen, int? thumb = null, params Lot[] lots) =>
        Desk.Judge(
            new Delivery(material, Facts, 1500, new ArrivalCheck(27, 21, thumb) { Seen = seen.ToDictionary(one => one.Row, one => one.Answer) }),
            lots
        );

    private static GoodFor Of(ArrivalVerdict verdict, string use) => verdict.Uses.First(one => one.Use == use).Verdict;

    [Fact]
    public void AButterWithARunRimIsMeltedAndHeldNotWhipped()
    {
        var verdict = Judge("shea butter", [("melted", "edges"), ("grain", "fine"), ("smell", "as-usual")], 2);
        Assert.Equal((GoodFor.No, GoodFor.WithCare, GoodFor.IfYouLike), (Of(verdict, "whip"), Of(verdict, "melt"), Of(verdict, "back")));
        Assert.Contains("20 min", verdict.Uses[1].Reason, StringComparison.Ordinal);
        Assert.Contains("25 June", verdict.Uses[2].Reason, StringComparison.Ordinal);
        var letter = string.Join("\n", verdict.Letter);
        Assert.StartsWith("To Imaginary Oil Loft, about shea butter, lot SB-0604,", letter, StringComparison.Ordinal);
        Assert.Contains("melted but not whipped. Please take £4.50 off", letter, StringComparison.Ordinal);
        Assert.Contains("on the way", letter, StringComparison.Ordinal);
    }

    [Fact]
    public void ASoundButterIsGoodForAllAndNobodyWrites()
    {
        var verdict = Judge("shea butter", [("melted", "no"), ("grain", "smooth"), ("smell", "as-usual"), ("seal", "whole")]);
        Assert.Equal((GoodFor.Yes, GoodFor.Yes, GoodFor.No), (Of(verdict, "whip"), Of(verdict, "melt"), Of(verdict, "back")));
        Assert.Empty(verdict.Letter);
    }

    [Fact]
    public void WhatNobodyLookedAtIsNotJudged()
    {
        var verdict = Judge("shea butter", []);
        Assert.Equal(GoodFor.Unknown, Of(verdict, "whip"));
        Assert.All(verdict.Questions, question => Assert.Equal("not looked at", question.Meaning));
        Assert.Equal("not pressed", verdict.ThumbSays);
    }

    [Fact]
    public void AStaleSmellSpeaksAgainstEveryUse()
    {
        Assert.All(["shea butter", "castor oil", "beeswax"], material =>
        {
            var verdict = Judge(material, [("smell", "stale"), ("seal", "whole")]);
            Assert.All(verdict.Uses.Where(use => use.Use != "back"), use => Assert.Equal(GoodFor.No, use.Verdict));
            Assert.Contains("I cannot use it.", verdict.Letter[^1], StringComparison.Ordinal);
        });
    }

    [Fact]
    public void EachKindOfMaterialIsAskedWhatFitsIt()
    {
        string[] Asked(string material) => [.. Judge(material, []).Questions.Select(question => question.Key)];
        Assert.Equal(["melted", "grain", "smell", "seal"], Asked("shea butter"));
        Assert.Equal(["melted", "smell", "seal"], Asked("beeswax"));
        Assert.Equal(["look", "colour", "smell", "seal"], Asked("castor oil"));
        Assert.Equal(["lumps", "colour", "seal"], Asked("citric acid"));
        Assert.Equal(["colour", "smell", "seal"], Asked("lavender essential oil"));
        Assert.Null(Judge("castor oil", []).Melt);
        Assert.NotNull(Judge("beeswax", []).Melt);
    }

    [Fact]
    public void EveryAnswerHasAMeaningAndASupplierHearsOnlyOfFaults()
    {
        foreach (var material in new[] { "shea butter", "beeswax", "castor oil", "citric acid", "lavender essential oil" })
        {
            foreach (var question in Judge(material, []).Questions)
            {
                foreach (var option in question.Options)
                {
                    var verdict = Judge(material, [(question.Key, option.Answer)]);
                    var chosen = verdict.Questions.First(one => one.Key == question.Key);
                    Assert.DoesNotContain("{", chosen.Meaning, StringComparison.Ordinal);
                    Assert.True(chosen.Meaning.Length is > 10 and < 120, chosen.Meaning);
                    Assert.Equal(verdict.Letter.Count > 0, Of(verdict, "back") == GoodFor.IfYouLike);
                }
            }
        }
    }

    [Fact]
    public void TheThumbIsHeldBesideTheLotBeforeAndTheSupplierBesideItsRecord()
    {
        var before = new Lot
        {
            Id = Guid.NewGuid(),
            Number = 1,
            Kind = StockKind.Material,
            Of = "shea butter",
            Facts = Facts with { Code = "SB-0311", ReceivedOn = new DateOnly(2026, 3, 4) },
            Received = 100,
            Left = 0,
            Arrival = new ArrivalCheck(9, 21, 3) { Seen = new Dictionary<string, string> { ["melted"] = "edges" } },
        };
        var verdict = Judge("shea butter", [("melted", "edges")], 2, before);
        Assert.Contains("lot SB-0311 gave **3**", verdict.ThumbSays, StringComparison.Ordinal);
        Assert.Contains("**2 of 5**; your lot SB-0311 gave", verdict.Letter[2], StringComparison.Ordinal);
        Assert.Contains("**1 of 1** delivery", verdict.SupplierSays, StringComparison.Ordinal);
        Assert.Null(Judge("shea butter", []).SupplierSays);
    }

    [Theory]
    [InlineData("melted", "perhaps")]
    [InlineData("taste", "no")]
    public void AnAnswerThatIsNotOfferedIsRefused(string row, string answer)
    {
        var refused = Assert.Throws<Refusal>(() => Judge("shea butter", [(row, answer)]));
        Assert.Equal((Codes.UnknownId, $"check.seen.{row}"), (refused.Code, refused.Field));
    }

    [Fact]
    public void FactsAreTakenOnlyWhereTheyCanBe()
    {
        Refusal Refused(LotFacts facts) => Assert.Throws<Refusal>(() => facts.Checked("facts."));
        Assert.Equal("facts.code", Refused(Facts with { Code = " " }).Field);
        Assert.Equal("facts.openedOn", Refused(Facts with { OpenedOn = new DateOnly(2026, 6, 1) }).Field);
        Assert.Equal("facts.bestBefore", Refused(Facts with { BestBefore = new DateOnly(1822, 1, 1) }).Field);
        Assert.Equal("facts.price", Refused(Facts with { Price = -1 }).Field);
        Assert.Equal("facts.monthsOnceOpen", Refused(Facts with { MonthsOnceOpen = 0 }).Field);
        Assert.Equal("facts.meltShiftK", Refused(Facts with { MeltShiftK = 9 }).Field);
        Assert.Equal("facts.holdsOilG", Refused(Facts with { HoldsOilG = 0 }).Field);
        Assert.Equal("facts.holdsOilG", Refused(Facts with { HoldsOilG = 1001 }).Field);
        Assert.Equal("facts.certificate.4", Refused(Facts with { Certificate = new Dictionary<string, double> { ["4"] = 101 } }).Field);
        Assert.Equal("facts.supplier", Refused(Facts with { Supplier = new string('x', 121) }).Field);
        Assert.Equal(
            new DateOnly(2026, 12, 12),
            (Facts with { BestBefore = new DateOnly(2027, 1, 1), OpenedOn = new DateOnly(2026, 6, 12), MonthsOnceOpen = 6 }).UseBy
        );
    }
}
