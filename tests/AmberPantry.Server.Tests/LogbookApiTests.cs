using System.Text.Json.Nodes;

namespace AmberPantry.Server.Tests;

public class LogbookApiTests
{
    private static async Task<int> Made(PantryHost host)
    {
        var trial = await host.Post("/api/formulas", new { name = "Slipway Hand Balm", family = "balm", from = "usual" });
        var batch = await host.Post("/api/batches", new { trial = trial.Int("id") });
        foreach (var (step, i) in batch["steps"]!.AsArray().Select((step, i) => (step!, i)))
        {
            await host.Put($"/api/batches/{batch.Int("id")}/steps/{i}", step.Text("kind") == "weigh" ? new { weighedG = step["targetG"]!.GetValue<decimal>() } : new { });
        }

        await host.Put($"/api/batches/{batch.Int("id")}/finish", new { units = 10, notes = "" });
        return batch.Int("id");
    }

    [Theory]
    [InlineData("thumb-press", null, 3.0, "temperatureC")]
    [InlineData("thumb-press", -6.0, 3.0, "temperatureC")]
    [InlineData("thumb-press", 61.0, 3.0, "temperatureC")]
    [InlineData("thumb-press", 20.0, null, "value")]
    [InlineData("thumb-press", 20.0, 0.0, "value")]
    [InlineData("thumb-press", 20.0, 6.0, "value")]
    [InlineData("thumb-press", 20.0, 2.5, "value")]
    [InlineData("slump", null, null, "value")]
    [InlineData("slump", null, 96.0, "value")]
    [InlineData("note", null, null, "text")]
    public async Task WhatCannotHaveBeenSeenIsRefusedByField(string kind, double? temperatureC, double? value, string field)
    {
        await using var host = await PantryHost.Start();
        var id = await Made(host);
        Assert.Equal(field, (await host.Refused(400, HttpMethod.Post, $"/api/logbook/{id}/observations", new { kind, temperatureC, value, text = "" })).Text("field"));
        Assert.Empty((await host.Get($"/api/batches/{id}"))["observations"]!.AsArray());
    }

    [Fact]
    public async Task WhatWasSeenStandsBesideWhatWasSaidAndCanBeWithdrawn()
    {
        await using var host = await PantryHost.Start();
        var id = await Made(host);
        var batch = await host.Post($"/api/logbook/{id}/observations", new { kind = "thumb-press", temperatureC = 20, value = 2 });
        var press = batch["observations"]![0]!;
        Assert.InRange(press["said"]!.GetValue<double>(), 1, 5);
        batch = await host.Post($"/api/logbook/{id}/observations", new { kind = "slump", value = 50 });
        Assert.Equal(batch["saidSlumpC"]!.GetValue<double>(), batch["observations"]![1]!["said"]!.GetValue<double>(), 6);
        batch = await host.Post($"/api/logbook/{id}/observations", new { kind = "note", text = "  smells of hay " });
        Assert.Equal("smells of hay", batch["observations"]![2]!.Text("text"));
        Assert.Null(batch["observations"]![2]!["said"]);
        await host.Raw(HttpMethod.Delete, $"/api/logbook/{id}/observations/{press.Int("id")}", null);
        Assert.Equal(["slump", "note"], (await host.Get($"/api/batches/{id}"))["observations"]!.AsArray().Select(one => one!.Text("kind")));
    }

    [Fact]
    public async Task NotesAreKeptAndHaveALength()
    {
        await using var host = await PantryHost.Start();
        var id = await Made(host);
        Assert.Equal("a <b>bold</b> batch", (await host.Put($"/api/logbook/{id}/notes", new { notes = "a <b>bold</b> batch" })).Text("notes"));
        Assert.Equal("notes", (await host.Refused(400, HttpMethod.Put, $"/api/logbook/{id}/notes", new { notes = new string('x', 4001) })).Text("field"));
        Assert.Equal("a <b>bold</b> batch", (await host.Get($"/api/batches/{id}")).Text("notes"));
        await host.Refused(404, HttpMethod.Put, "/api/logbook/99/notes", new { notes = "nobody" });
    }

    [Fact]
    public async Task AFinishedBatchIsInTheLogbookAndOnTheShelfAndNoLongerInTheMaking()
    {
        await using var host = await PantryHost.Start();
        var id = await Made(host);
        Assert.Equal(id, (await host.Get("/api/logbook"))[0]!.Int("id"));
        Assert.Empty((await host.Get("/api/batches")).AsArray());
        var today = await host.Get("/api/today");
        Assert.Equal(10, today["stock"]![0]!.Int("units"));
        Assert.Empty(today["interrupted"]!.AsArray());
        Assert.Contains("10", today.Text("sentence"), StringComparison.Ordinal);
    }

    [Fact]
    public async Task APressTestIsAskedForFromTheNextDayUntilItIsMade()
    {
        await using var demo = await PantryHost.Start(demo: true);
        static JsonNode? Due(JsonNode today) => today["looks"]!.AsArray().FirstOrDefault(look => look!.Text("kind") == "press-test");
        var due = Due(await demo.Get("/api/today"));
        Assert.NotNull(due);
        await demo.Post($"/api/logbook/{due.Int("batch")}/observations", new { kind = "thumb-press", temperatureC = 20, value = 3 });
        Assert.NotEqual(due.Int("batch"), Due(await demo.Get("/api/today"))?.Int("batch"));
    }
}
