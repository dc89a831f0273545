using System.Text.Json.Nodes;
using AmberPantry.Core;
using AmberPantry.Data;
using Microsoft.EntityFrameworkCore;

namespace AmberPantry.Server.Tests;

/// <summary>Lots come in, are weighed, thrown away, given back and traced; the book is never wrong.</summary>
public class StockApiTests
{
    private const string Wax = "beeswax";

    private static Task<JsonNode> Move(PantryHost host, Guid lot, string kind, decimal amount, Guid? id = null) =>
        host.Post($"/api/stock/lots/{lot}/moves", PantryHost.Stamped("move", new { kind, amount }, id));

    private static async Task<decimal> Left(PantryHost host, Guid lot) => (await host.Get($"/api/stock/lots/{lot}"))["lot"]!.Decimal("left");

    private static async Task<JsonNode> Row(PantryHost host, string of) =>
        (await host.Get("/api/stock"))["rows"]!.AsArray().First(row => row!["line"]!.Text("of") == of)!["line"]!;

    /// <summary>A batch of two lines, beeswax 20 and castor oil 80 of 500 g.</summary>
    private static async Task<JsonNode> Begun(PantryHost host) => await host.Begin(await Trial(host));

    private static async Task<int> Trial(PantryHost host)
    {
        var trial = (await Story.Formula(host, $"Quay {Guid.NewGuid():N}")).Int("id");
        await host.Put($"/api/trials/{trial}/content", JsonNode.Parse(Content)!);
        return trial;
    }

    private const string Content = """
        {"revision":0,"did":"typed anew","content":{"family":"balm","lines":[{"id":"L1","material":"beeswax","percent":20,"phase":"melt"},
        {"id":"L2","material":"castor oil","percent":80,"phase":"melt"}],"batch":{"grams":500,"lossPercent":0}}}
        """;

    private static string WeighStep(JsonNode batch, string title) =>
        batch
            .Steps()
            .First(step => step.Text("kind") == "weigh" && step.Text("title").StartsWith(title, StringComparison.OrdinalIgnoreCase))
            .Text("id");

    private static Task<JsonNode> Weigh(PantryHost host, JsonNode batch, string title, decimal grams) =>
        host.Act(
            batch.Int("id"),
            new
            {
                kind = "record_step",
                step = WeighStep(batch, title),
                weighedG = grams,
            }
        );

    /// <summary>Every lot holds what its moves come to, and no lot holds less than nothing.</summary>
    private static async Task CheckBook(PantryHost host)
    {
        await using var db = new PantryDb(PantryFile.Options(host.Options.DataFile));
        foreach (var lot in await db.Lots.AsNoTracking().ToListAsync(TestContext.Current.CancellationToken))
        {
            var sum = await db.LotMoves.Where(move => move.LotId == lot.Id).SumAsync(move => move.Amount, TestContext.Current.CancellationToken);
            Assert.True(lot.Left == sum && sum >= 0, $"{lot.Code}: {lot.Left} by the lot, {sum} by its moves");
        }
    }

    [Fact]
    public async Task ADeliveryComesInOnceAndEachHandMoveIsOneLine()
    {
        await using var host = await PantryHost.Start();
        var told = PantryHost.Stamped("kind", "material");
        (told["of"], told["amount"], told["facts"]) = (
            Wax,
            500,
            JsonNode.Parse("""{"code":" W-11 ","receivedOn":"2026-06-01","price":7,"supplier":"Made-up Wax Barn"}""")
        );
        await host.Post("/api/stock/lots", told);
        var again = await host.Post("/api/stock/lots", told);
        Assert.Equal(("W-11", "L-0001"), (again["lot"]!["facts"]!.Text("code"), again.Text("sticker")));
        var lot = Guid.Parse(again["lot"]!.Text("id"));
        told["amount"] = 400;
        Assert.Equal(Codes.Repeated, (await host.Refused(409, HttpMethod.Post, "/api/stock/lots", told)).Text("error"));

        var spilt = Guid.NewGuid();
        await Move(host, lot, "waste", 20, spilt);
        await Move(host, lot, "waste", 20, spilt);
        Assert.Equal(480, await Left(host, lot));
        await Move(host, lot, "count", 450);
        Assert.Equal(450, await Left(host, lot));
        await host.Post($"/api/stock/lots/{lot}/take-back", PantryHost.Stamped("move", spilt));
        await host.Post($"/api/stock/lots/{lot}/take-back", PantryHost.Stamped("move", spilt));
        Assert.Equal(470, await Left(host, lot));
        var row = await Row(host, Wax);
        Assert.Equal((470m, 6.58m), (row.Decimal("have"), row.Decimal("worth")));
        await host.Refused(400, HttpMethod.Post, $"/api/stock/lots/{lot}/moves", PantryHost.Stamped("move", new { kind = "sell", amount = 471 }));
        await CheckBook(host);
        await host.Refused(409, HttpMethod.Delete, $"/api/stock/lots/{lot}", null);
        var slip = await host.BookIn(Wax, "W-12", 5);
        using var gone = await host.Raw(HttpMethod.Delete, $"/api/stock/lots/{slip}", null);
        Assert.True(gone.IsSuccessStatusCode);
        using var twice = await host.Raw(HttpMethod.Delete, $"/api/stock/lots/{slip}", null);
        Assert.True(twice.IsSuccessStatusCode);
    }

    [Fact]
    public async Task ALotIsFoundByItsStickerOrByWhatTheBagSays()
    {
        await using var host = await PantryHost.Start();
        var lot = await host.BookIn(Wax, "W-11", 500);
        foreach (var code in new[] { "l-0001", "w-11", " L-1 " })
        {
            var found = (await host.Get($"/api/stock/find?code={Uri.EscapeDataString(code)}")).AsArray();
            Assert.Equal(lot, Guid.Parse(Assert.Single(found)!.Text("lot")));
        }

        Assert.Empty((await host.Get("/api/stock/find?code=nothing")).AsArray());
        Assert.Equal("facts.code", (await host.Refused(400, HttpMethod.Post, "/api/stock/lots", Again())).Text("field"));

        static JsonObject Again()
        {
            var told = PantryHost.Stamped("kind", "material");
            (told["of"], told["amount"], told["facts"]) = (Wax, 20, JsonNode.Parse("""{"code":"W-11","receivedOn":"2026-06-03"}"""));
            return told;
        }
    }

    [Fact]
    public async Task FactsAreChangedByWhoeverSawThemLast()
    {
        await using var host = await PantryHost.Start();
        var lot = await host.BookIn(Wax, "W-11", 500);
        var revision = (await host.Get($"/api/stock/lots/{lot}")).Int("revision");
        object Facts(string place) =>
            new
            {
                revision,
                facts = new
                {
                    code = "W-11",
                    receivedOn = "2026-06-01",
                    place,
                },
            };
        await host.Put($"/api/stock/lots/{lot}", Facts("shelf 1"));
        await host.Put($"/api/stock/lots/{lot}", Facts("shelf 1"));
        Assert.Equal(Codes.Changed, (await host.Refused(409, HttpMethod.Put, $"/api/stock/lots/{lot}", Facts("shelf 2"))).Text("error"));
    }

    [Fact]
    public async Task WhatABatchWeighsIsSpokenForThenInThePotThenInTheBook()
    {
        await using var host = await PantryHost.Start();
        var lot = await host.BookIn(Wax, "W-11", 150);
        var batch = await Begun(host);
        Assert.Equal(100, (await Row(host, Wax)).Decimal("spokenFor"));
        var told = batch["lots"]!.AsArray().First(one => one!.Text("step") == WeighStep(batch, "Beeswax"))!;
        Assert.Equal("lot W-11", told.Text("says"));
        await Weigh(host, batch, "Beeswax", 101);
        Assert.Equal(150, await Left(host, lot));
        Assert.Equal(101, (await host.Get($"/api/stock/lots/{lot}")).Decimal("inPots"));
        Assert.Equal(
            Codes.NotNow,
            (
                await host.Refused(
                    409,
                    HttpMethod.Post,
                    $"/api/stock/lots/{lot}/moves",
                    PantryHost.Stamped("move", new { kind = "waste", amount = 60 })
                )
            ).Text("error")
        );

        var other = await Begun(host);
        await Weigh(host, other, "Beeswax", 100);
        var lots = (await host.Get($"/api/batches/{other.Int("id")}"))["batch"]!["lots"]!.AsArray();
        Assert.Equal([49m, 51m], lots.Select(one => one!.Decimal("grams")));
        Assert.Null(lots[1]!["lot"]);

        var finish = Guid.NewGuid();
        await host.Act(batch.Int("id"), new { kind = "finish", units = 8 }, finish);
        await host.Act(batch.Int("id"), new { kind = "finish", units = 8 }, finish);
        Assert.Equal(49, await Left(host, lot));
        await host.Act(other.Int("id"), new { kind = "finish", units = 8 });
        Assert.Equal(0, await Left(host, lot));
        await CheckBook(host);
        var trace = await host.Get($"/api/stock/lots/{lot}/trace");
        Assert.Equal([101m, 49m], trace["batches"]!.AsArray().Select(one => one!.Decimal("amount")));
        Assert.Contains("**2** batches and **16** containers", trace.Text("sentence"), StringComparison.Ordinal);
    }

    [Fact]
    public async Task AStartTellsWhatTheHouseLacks()
    {
        await using var host = await PantryHost.Start();
        await host.BookIn(Wax, "W-11", 60);
        await host.BookIn("castor oil", "C-1", 1000);
        var trial = await Trial(host);
        var needs = (await host.Get($"/api/batches/start/{trial}"))["stock"]!.AsArray();
        Assert.Equal("Beeswax", needs[0]!.Text("name"));
        Assert.Contains("**40 g** are missing", needs[0]!.Text("says").Replace('\u202f', ' '), StringComparison.Ordinal);
        Assert.Equal("lot C-1", needs[1]!.Text("says"));
    }

    [Fact]
    public async Task GivingUpWastesTakingUpGivesBackAndACorrectionMovesTheDifference()
    {
        await using var host = await PantryHost.Start();
        Guid wax = await host.BookIn(Wax, "W-11", 500),
            oil = await host.BookIn("castor oil", "C-1", 500);
        var batch = await Begun(host);
        var id = batch.Int("id");
        await Weigh(host, batch, "Beeswax", 100);
        await Weigh(host, batch, "Castor", 400);
        await host.Act(
            id,
            new
            {
                kind = "give_up",
                reason = "scorched",
                putBack = new[] { WeighStep(batch, "Castor") },
            }
        );
        Assert.Equal((400m, 500m), (await Left(host, wax), await Left(host, oil)));
        await host.Act(id, new { kind = "take_up" });
        Assert.Equal(500, await Left(host, wax));
        await host.Act(id, new { kind = "finish", units = 8 });
        Assert.Equal((400m, 100m), (await Left(host, wax), await Left(host, oil)));
        await host.Act(
            id,
            new
            {
                kind = "correct_step",
                step = WeighStep(batch, "Beeswax"),
                weighedG = 96,
                reason = "misread",
            }
        );
        Assert.Equal(404, await Left(host, wax));
        await CheckBook(host);
    }

    [Fact]
    public async Task WhatWasThrownAwayMeanwhileNeverMakesALotNegative()
    {
        await using var host = await PantryHost.Start();
        var lot = await host.BookIn(Wax, "W-11", 500);
        var batch = await Begun(host);
        await Weigh(host, batch, "Beeswax", 100);
        await Move(host, lot, "waste", 400);
        await host.Put($"/api/stock/lots/{lot}/set-apart", new { reason = "smoky" });
        var row = await Row(host, Wax);
        Assert.Equal((0m, 100m), (row.Decimal("have"), row.Decimal("apart")));
        await host.Act(batch.Int("id"), new { kind = "finish", units = 8 });
        Assert.Equal(0, await Left(host, lot));
        await CheckBook(host);
    }

    [Fact]
    public async Task ManyHandsOnOneLotLeaveItWhole()
    {
        await using var host = await PantryHost.Start();
        var lot = await host.BookIn(Wax, "W-11", 500);
        var batches = new List<JsonNode>();
        for (var i = 0; i < 4; i++)
        {
            batches.Add(await Begun(host));
        }

        var works = batches
            .SelectMany(batch =>
                new Func<Task>[]
                {
                    async () =>
                    {
                        await Weigh(host, batch, "Beeswax", 100);
                        await host.Act(batch.Int("id"), new { kind = "finish", units = 8 });
                    },
                    async () =>
                        (
                            await host.Raw(
                                HttpMethod.Post,
                                $"/api/stock/lots/{lot}/moves",
                                PantryHost.Stamped("move", new { kind = "give", amount = 30 })
                            )
                        ).Dispose(),
                }
            )
            .Select(work => Task.Run(work));
        await Task.WhenAll(works);
        Assert.InRange(await Left(host, lot), 0, 100);
        await CheckBook(host);
    }

    [Fact]
    public async Task AFilledBatchTakesItsContainers()
    {
        await using var host = await PantryHost.Start(demo: true);
        var before = (await Row(host, "tin-60")).Decimal("have");
        var trials = (await host.Get("/api/formulas?search=slipway")).Items()[0]!;
        var batch = await Story.Make(host, await host.Begin(trials.Int("trial")));
        var units = batch["batch"]!.Int("unitsMade");
        Assert.True(units > 0);
        Assert.Equal(before - units, (await Row(host, "tin-60")).Decimal("have"));
        await CheckBook(host);
    }

    [Fact]
    public async Task TheRecallListNamesEveryUnitAndNoCellIsAFormula()
    {
        await using var host = await PantryHost.Start();
        var lot = await host.BookIn(Wax, "=W-11", 500);
        var batch = await Begun(host);
        await Weigh(host, batch, "Beeswax", 100);
        await host.Act(batch.Int("id"), new { kind = "finish", units = 8 });
        await host.Act(
            batch.Int("id"),
            new
            {
                kind = "take_stock",
                units = 3,
                @for = "sold",
                note = "+1 free",
            }
        );
        using var answer = await host.Raw(HttpMethod.Get, $"/api/stock/lots/{lot}/recall.csv", null);
        var lines = (await answer.Content.ReadAsStringAsync(TestContext.Current.CancellationToken)).Split(
            "\r\n",
            StringSplitOptions.RemoveEmptyEntries
        );
        Assert.Equal("text/csv", answer.Content.Headers.ContentType?.MediaType);
        Assert.Equal(3, lines.Length);
        Assert.Contains("'=W-11", lines[1], StringComparison.Ordinal);
        Assert.Contains(",5,here,", lines[1], StringComparison.Ordinal);
        Assert.Contains(",3,sold ", lines[2], StringComparison.Ordinal);
        Assert.Contains("'+1 free", lines[2], StringComparison.Ordinal);
    }

    [Fact]
    public async Task TheMadeUpPantryHoldsWhatItsStorySays()
    {
        await using var host = await PantryHost.Start(demo: true);
        await CheckBook(host);
        var shea = await host.Get("/api/stock/of?kind=material&key=shea%20butter,%20refined");
        Assert.Equal("SB-0311", shea["row"]!["line"]!.Text("useFirst"));
        Assert.Equal(2140, shea["row"]!["line"]!.Decimal("have"));
        var apart = shea["lots"]!.AsArray().First(lot => lot!["lot"]!["facts"]!.Text("code") == "SB-1190")!;
        Assert.Equal("set apart: grainy", apart.Text("says"));
        var trace = await host.Get($"/api/stock/lots/{apart["lot"]!.Text("id")}/trace");
        Assert.Contains(trace["batches"]!.AsArray(), batch => batch!.Text("lot") == "ST-26-006");
    }

    [Fact]
    public async Task ADeliveryIsJudgedBeforeItIsBookedIn()
    {
        await using var host = await PantryHost.Start(demo: true);
        var verdict = await host.Post(
            "/api/stock/arrival",
            new
            {
                material = "shea butter, refined",
                amount = 1500,
                facts = new
                {
                    code = "SB-0604",
                    receivedOn = "2026-06-11",
                    supplier = "Imaginary Oil Loft",
                    price = 13.5,
                },
                check = new
                {
                    feltC = 27,
                    roomC = 21,
                    thumb = 2,
                    seen = new { melted = "edges", grain = "fine" },
                },
            }
        );
        Assert.Equal("no", verdict["uses"]![0]!.Text("word"));
        Assert.Contains("SB-0311 gave **3**", verdict.Text("thumbSays"), StringComparison.Ordinal);
        Assert.Contains("came with something wrong", verdict.Text("supplierSays"), StringComparison.Ordinal);
        Assert.Equal(
            "check.thumb",
            (
                await host.Refused(
                    400,
                    HttpMethod.Post,
                    "/api/stock/arrival",
                    """{"material":"beeswax","amount":1,"facts":{"code":"x","receivedOn":"2026-06-11"},"check":{"thumb":9}}"""
                )
            ).Text("field")
        );
    }
}
