using System.Net.Http.Headers;
using System.Text;
using System.Text.Json.Nodes;
using AmberPantry.Core;
using AmberPantry.Core.Pantry;
using AmberPantry.Data;
using Microsoft.EntityFrameworkCore;
using PdfSharp.Pdf.IO;

namespace AmberPantry.Server.Tests;

/// <summary>What stands around a batch: stock kept for it, the clock, pictures and stickers of lots, the kit as a table, questions.</summary>
public class MakingPartsApiTests
{
    private static readonly byte[] Picture = [0xFF, 0xD8, 0xFF, 0xE0, 1, 2, 3];

    [Fact]
    public async Task WhatIsKeptForAPlannedBatchIsSpokenForUntilItBegins()
    {
        await using var host = await PantryHost.Start();
        var (mine, other) = (await Story.Formula(host, "Mine"), await Story.Formula(host, "Other"));
        var material = mine["content"]!["lines"]![0]!.Text("material");
        var wanted = mine.Share(0) * mine["content"]!["batch"]!.Decimal("grams") / 100;
        await host.BookIn(material, "A-1", Math.Ceiling(wanted) + 1);
        var start = await host.Put($"/api/batches/start/{mine.Int("id")}/reserved", new { reserved = true });
        var since = start.Text("reservedAt");
        Assert.Equal(since, (await host.Put($"/api/batches/start/{mine.Int("id")}/reserved", new { reserved = true })).Text("reservedAt"));
        Assert.Equal(wanted, (await Line(host, material)).Decimal("spokenFor"));
        var need = (await host.Get($"/api/batches/start/{other.Int("id")}"))["stock"]!.AsArray().First(one => one!.Text("of") == material)!;
        Assert.Contains("kept for Mine trial 1", need.Text("kept"), StringComparison.Ordinal);
        Assert.Empty((await host.Get($"/api/batches/start/{mine.Int("id")}"))["stock"]![0]!.Text("kept"));

        var batch = await host.Begin(mine.Int("id"));
        Assert.Null((await host.Get($"/api/batches/start/{mine.Int("id")}"))["reservedAt"]);
        Assert.Equal(wanted, (await Line(host, material)).Decimal("spokenFor"));
        await host.Act(batch.Int("id"), new { kind = "give_up", reason = "no time" });
        Assert.Equal(0, (await Line(host, material)).Decimal("spokenFor"));
        await host.Refused(404, HttpMethod.Put, "/api/batches/start/999/reserved", new { reserved = true });
    }

    [Fact]
    public async Task WhatIsKeptForABatchGetsItsTimeBesideWhatIsInHand()
    {
        await using var host = await PantryHost.Start();
        var (first, second) = (await Story.Formula(host, "Quay Balm"), await Story.Formula(host, "Mole Balm"));
        foreach (var one in new[] { first, second })
        {
            await host.Put($"/api/batches/start/{one.Int("id")}/reserved", new { reserved = true });
        }

        Assert.Empty((await host.Get("/api/batches/clocks"))["acts"]!.AsArray());
        var planned = await host.Get("/api/batches/clocks?planned=true");
        JsonNode[] acts = [.. planned["acts"]!.AsArray().Select(act => act!)];
        Assert.Equal(Enumerable.Range(1, acts.Length), acts.Select(act => act.Int("number")));
        Assert.Equal("Quay Balm", acts[0].Text("title"));
        Assert.StartsWith("trial 1, ", acts[0].Text("says"), StringComparison.Ordinal);
        Assert.Contains(acts, act => act.Text("title") == "Mole Balm" && act.Int("batch") == 0 && act.Int("trial") == second.Int("id"));
        Assert.Contains(acts, act => act.Text("says") == "Quay Balm");
        Assert.Empty(planned["clashes"]!.AsArray());

        var batch = await host.Begin(first.Int("id"));
        var begun = await host.Get("/api/batches/clocks?planned=true");
        Assert.Equal(batch.Int("id"), begun["acts"]![0]!.Int("batch"));
        Assert.Equal([batch.Int("id"), 0], begun["batches"]!.AsArray().Select(one => one!.Int("batch")));
    }

    private static async Task<JsonNode> Line(PantryHost host, string material) =>
        (await host.Get("/api/stock"))["rows"]!.AsArray().Select(row => row!["line"]!).First(line => line.Text("of") == material);

    [Fact]
    public async Task TheClockOfAMadeUpPantryGoesFasterAndNeverJumps()
    {
        await using var own = await PantryHost.Start();
        Assert.Equal(Codes.NotNow, (await own.Refused(409, HttpMethod.Put, "/api/house/clock", new { speed = 60 })).Text("error"));

        var demo = await PantryHost.Start(demo: true);
        var folder = Path.GetDirectoryName(demo.Options.DataFile)!;
        await demo.Refused(400, HttpMethod.Put, "/api/house/clock", new { speed = 61 });
        await demo.Refused(400, HttpMethod.Put, "/api/house/clock", new { speed = 0 });
        var before = Now(await demo.Get("/api/today"));
        Assert.Equal(60, (await demo.Put("/api/house/clock", new { speed = 60 }))["clockSpeed"]!.GetValue<double>());
        var set = Now(await demo.Get("/api/today"));
        Assert.InRange((set - before).TotalMinutes, 0, 5);
        await Task.Delay(500, TestContext.Current.CancellationToken);
        Assert.InRange((Now(await demo.Get("/api/today")) - set).TotalSeconds, 29, 600);
        await using (var again = await demo.Restart())
        {
            Assert.True(Now(await again.Get("/api/today")) > set.AddSeconds(29));
            await again.Put("/api/house/clock", new { speed = 1 });
            var usual = Now(await again.Get("/api/today"));
            await Task.Delay(200, TestContext.Current.CancellationToken);
            Assert.InRange((Now(await again.Get("/api/today")) - usual).TotalSeconds, 0.1, 20);
        }

        Directory.Delete(folder, recursive: true);
    }

    private static DateTime Now(JsonNode today) => today["now"]!.GetValue<DateTime>();

    [Fact]
    public async Task AClockThatIsSetAnHourBackOrForthLosesNothingAndTurnsNoTimeRound()
    {
        var wall = new SetClock();
        var host = await PantryHost.Start(clock: wall);
        var folder = Path.GetDirectoryName(host.Options.DataFile)!;
        var batch = await Story.Begin(host);
        var id = batch.Int("id");
        var weigh = Story.FirstWeigh(batch);
        await host.Act(id, Story.Weigh(weigh, 48));
        var told = Now(await host.Get("/api/today"));

        // Set back while it runs: it goes on, and what is weighed anew counts.
        wall.By(TimeSpan.FromHours(-1));
        Assert.True(Now(await host.Get("/api/today")) >= told);
        batch = await host.Act(id, Story.Weigh(weigh, 48.2m));
        Assert.Equal(48.2m, batch.Decimal("potG"));

        // Started anew with the clock an hour back: the last weighing still comes after the one before.
        await using (var again = await host.Restart(wall))
        {
            batch = await again.Act(id, Story.Weigh(weigh, 48.4m));
            Assert.Equal(48.4m, batch.Decimal("potG"));
            var done = batch["batch"]!["done"]!.AsArray().Select(one => one!["doneAt"]!.GetValue<DateTime>()).ToArray();
            Assert.Equal(done.Order(), done);
            Assert.All(done, at => Assert.True(at >= batch["batch"]!["startedAt"]!.GetValue<DateTime>()));

            // And forth: nothing is late for it, and everything stands.
            wall.By(TimeSpan.FromHours(2));
            batch = await again.Act(
                id,
                new
                {
                    kind = "record_step",
                    step = batch.Steps()[2].Text("id"),
                    weighedG = 1,
                }
            );
            Assert.Equal(49.4m, batch.Decimal("potG"));
        }

        Directory.Delete(folder, recursive: true);
    }

    [Fact]
    public async Task APictureIsKeptWithItsLotOnce()
    {
        await using var host = await PantryHost.Start();
        var lot = await host.BookIn("shea butter", "SB-1", 500);
        var id = Guid.NewGuid();
        var sent = PantryHost.Stamped("base64", Convert.ToBase64String(Picture), id);
        await host.Post($"/api/stock/lots/{lot}/pictures", sent);
        Assert.Single((await host.Post($"/api/stock/lots/{lot}/pictures", sent)).AsArray());
        using var answer = await host.Raw(HttpMethod.Get, $"/api/stock/pictures/{id}", null);
        Assert.Equal(new MediaTypeHeaderValue("image/jpeg"), answer.Content.Headers.ContentType);
        Assert.Equal(Picture, await answer.Content.ReadAsByteArrayAsync(TestContext.Current.CancellationToken));

        foreach (var bad in new[] { "no base64!", Convert.ToBase64String("hello"u8), Convert.ToBase64String([.. Picture, .. new byte[400_000]]) })
        {
            var refused = await host.Refused(400, HttpMethod.Post, $"/api/stock/lots/{lot}/pictures", PantryHost.Stamped("base64", bad));
            Assert.Equal("base64", refused.Text("field"));
            Assert.DoesNotContain("letters", refused.Text("detail"), StringComparison.Ordinal);
        }

        // One as a telephone takes it, made small.
        byte[] large = [.. Picture, .. new byte[LotPicture.MostBytes - Picture.Length]];
        var second = Guid.NewGuid();
        await host.Post($"/api/stock/lots/{lot}/pictures", PantryHost.Stamped("base64", Convert.ToBase64String(large), second));
        await host.Raw(HttpMethod.Delete, $"/api/stock/pictures/{second}", null);

        await host.Refused(
            404,
            HttpMethod.Post,
            $"/api/stock/lots/{Guid.NewGuid()}/pictures",
            PantryHost.Stamped("base64", Convert.ToBase64String(Picture))
        );
        await host.Raw(HttpMethod.Delete, $"/api/stock/pictures/{id}", null);
        Assert.Empty((await host.Get($"/api/stock/lots/{lot}/pictures")).AsArray());
    }

    [Fact]
    public async Task StickersFillTheSheetFromTheFirstFreePlace()
    {
        await using var host = await PantryHost.Start();
        var lots = new List<Guid>();
        for (var i = 0; i < 26; i++)
        {
            lots.Add(await host.BookIn("shea butter", $"SB-{i}", 500));
        }

        Assert.Equal(2, await Pages(host, lots, 1));
        Assert.Equal(1, await Pages(host, lots[..1], 24));
        Assert.Equal(2, await Pages(host, lots[..2], 24));
        foreach (var query in new[] { "lots=", $"lots={lots[0]}&start=25", $"lots={lots[0]}&start=0", "lots=abc" })
        {
            await host.Refused(400, HttpMethod.Get, $"/api/stock/stickers.pdf?{query}", null);
        }

        // What the code on the sticker holds finds the lot again, typed or scanned.
        var found = (await host.Get("/api/stock/find?code=L-0007")).AsArray();
        Assert.Equal(lots[6], Assert.Single(found)!["lot"]!.GetValue<Guid>());
    }

    private static async Task<int> Pages(PantryHost host, IEnumerable<Guid> lots, int start)
    {
        using var answer = await host.Raw(HttpMethod.Get, $"/api/stock/stickers.pdf?lots={string.Join(',', lots)}&start={start}", null);
        Assert.Equal("application/pdf", answer.Content.Headers.ContentType!.MediaType);
        using var bytes = new MemoryStream(await answer.Content.ReadAsByteArrayAsync(TestContext.Current.CancellationToken));
        using var document = PdfReader.Open(bytes, PdfDocumentOpenMode.Import);
        return document.PageCount;
    }

    [Fact]
    public async Task TheKitGoesOutAndComesInAgainAsATable()
    {
        await using var host = await PantryHost.Start();
        Task<JsonNode> Bring(string file, bool keep) => host.Post("/api/house/kit", new { file, keep });
        const string File = "Kind;Name;Volume ml;Width mm;Gap mm;Height mm\nvessel;Blue jug;1100;95;;\nWhisk;Old whisk;;;5;90\n";
        Assert.Equal("2 new pieces.", (await Bring(File, false)).Text("says"));
        Assert.Empty((await host.Get("/api/house"))["house"]!["workshop"]!["kit"]!.AsArray());
        Assert.Equal("2 new pieces: taken in.", (await Bring(File, true)).Text("says"));
        Assert.Equal("2 as they are: taken in.", (await Bring(File, true)).Text("says"));
        using var answer = await host.Raw(HttpMethod.Get, "/api/house/kit", null);
        var text = Encoding.UTF8.GetString(await answer.Content.ReadAsByteArrayAsync(TestContext.Current.CancellationToken));
        Assert.Equal("2 as they are: taken in.", (await Bring(text, true)).Text("says"));
        Assert.Equal(
            "1 with other figures and 1 as it is.",
            (await Bring(text.Replace("1100", "900", StringComparison.Ordinal), false)).Text("says")
        );
        var bad = await Bring("kind,name,volume_ml\nvessel,,900\npan,Pan,1\nvessel,Jug,much\nvessel,Mug,\nvessel,Jar,9\nvessel,jar,9\n", true);
        Assert.Equal(
            ["line 2 name", "line 3 kind", "line 4 volume_ml", "line 5 volumeMl", "line 7 name"],
            bad["refused"]!.AsArray().Select(one => $"{one!.Text("at")} {one!.Text("field")}")
        );
        Assert.Equal(2, (await host.Get("/api/house"))["house"]!["workshop"]!["kit"]!.AsArray().Count);
        Assert.Equal(
            Codes.NotADocument,
            (await host.Refused(400, HttpMethod.Post, "/api/house/kit", new { file = "a,b\n1,2", keep = true })).Text("error")
        );
    }

    [Fact]
    public async Task AStepThatIsPassedOverIsAskedAboutUntilItIsAnswered()
    {
        await using var host = await PantryHost.Start();
        var batch = await Story.Begin(host);
        var id = batch.Int("id");
        var steps = batch.Steps();
        batch = await host.Act(id, new { kind = "go_to_step", step = steps[1].Text("id") });
        Assert.Equal(("skipped", steps[0].Text("id")), (batch["asks"]!.Text("kind"), batch["asks"]!.Text("step")));
        var told = new
        {
            kind = "answer_deviation",
            step = steps[0].Text("id"),
            what = "skipped",
            answer = "done",
            lookedRight = true,
        };
        batch = await host.Act(id, told);
        Assert.Null(batch["asks"]);
        Assert.Contains("It looked right.", Assert.Single(batch["answered"]!.AsArray())!.GetValue<string>(), StringComparison.Ordinal);
        var refused = await host.Refused(
            400,
            HttpMethod.Post,
            $"/api/batches/{id}/commands",
            PantryHost.Acted(
                new
                {
                    kind = "answer_deviation",
                    step = steps[0].Text("id"),
                    what = "late",
                    answer = "done",
                }
            )
        );
        Assert.Equal("command.answer", refused.Text("field"));
    }

    [Fact]
    public async Task ADiskThatIsFullWhileStockIsPostedLosesNothingAndDoublesNothing()
    {
        await using var host = await PantryHost.Start();
        var trial = await Story.Formula(host);
        var material = trial["content"]!["lines"]![0]!.Text("material");
        var lot = await host.BookIn(material, "A-1", 5000);
        var batch = await host.Begin(trial.Int("id"));
        var id = batch.Int("id");
        foreach (var step in batch.Steps())
        {
            var name = step.Text("id");
            await host.Act(id, step.Text("kind") == "weigh" ? Story.Weigh(name, step.Decimal("targetG")) : new { kind = "record_step", step = name });
        }

        var finish = Guid.NewGuid();
        object told = new
        {
            kind = "finish",
            units = 3,
            notes = new string('n', 4000),
        };
        await using (await FullDisk.Of(host))
        {
            var answer = await host.Raw(HttpMethod.Post, $"/api/batches/{id}/commands", PantryHost.Acted(told, finish));
            Assert.False(answer.IsSuccessStatusCode);
            Assert.Contains("full", await answer.Content.ReadAsStringAsync(TestContext.Current.CancellationToken), StringComparison.Ordinal);
        }

        Assert.Null((await host.Get($"/api/batches/{id}"))["batch"]!["finishedAt"]);
        Assert.Equal(5000, (await host.Get($"/api/stock/lots/{lot}"))["lot"]!.Decimal("left"));
        await host.Act(id, told, finish);
        var once = (await host.Get($"/api/stock/lots/{lot}"))["lot"]!.Decimal("left");
        Assert.True(once < 5000);
        await host.Act(id, told, finish);
        Assert.Equal(once, (await host.Get($"/api/stock/lots/{lot}"))["lot"]!.Decimal("left"));
    }
}

/// <summary>The data file may not grow by another page, which SQLite answers as it answers a full disk; until it is disposed.</summary>
internal sealed class FullDisk : IAsyncDisposable
{
    /// <summary>More connections than the server holds idle: each of them comes by, and goes back into the pool as it was set.</summary>
    private const int Connections = 12;
    private const string Full = "PRAGMA max_page_count = 1";
    private const string AsBefore = "PRAGMA max_page_count = 1000000";
    private readonly string file;

    private FullDisk(string file) => this.file = file;

    public static async Task<FullDisk> Of(PantryHost host)
    {
        var disk = new FullDisk(host.Options.DataFile);
        await disk.Set(Full);
        // One that the server held meanwhile has come back into the pool by then.
        await Task.Delay(200);
        await disk.Set(Full);
        return disk;
    }

    public async ValueTask DisposeAsync() => await Set(AsBefore);

    private async Task Set(string limit)
    {
        var open = new List<PantryDb>();
        for (var i = 0; i < Connections; i++)
        {
            var db = new PantryDb(PantryFile.Options(file));
            await db.Database.OpenConnectionAsync();
            await db.Database.ExecuteSqlRawAsync(limit);
            open.Add(db);
        }

        foreach (var db in open)
        {
            await db.DisposeAsync();
        }
    }
}

/// <summary>A clock on the wall that somebody sets.</summary>
internal sealed class SetClock : TimeProvider
{
    private TimeSpan off;

    public void By(TimeSpan by) => off += by;

    public override DateTimeOffset GetUtcNow() => base.GetUtcNow() + off;
}
