using System.Text.Json.Nodes;

namespace AmberPantry.Server.Tests;

public class LogbookApiTests
{
    private static async Task<int> Made(PantryHost host) => (await Story.Make(host, await Story.Begin(host))).Int("id");

    [Theory]
    [InlineData("thumb_press", null, 3.0, "temperatureC")]
    [InlineData("thumb_press", -6.0, 3.0, "temperatureC")]
    [InlineData("thumb_press", 61.0, 3.0, "temperatureC")]
    [InlineData("thumb_press", 20.0, null, "value")]
    [InlineData("thumb_press", 20.0, 0.0, "value")]
    [InlineData("thumb_press", 20.0, 6.0, "value")]
    [InlineData("thumb_press", 20.0, 2.5, "value")]
    [InlineData("slump", null, null, "value")]
    [InlineData("slump", null, 96.0, "value")]
    [InlineData("note", null, null, "text")]
    public async Task WhatCannotHaveBeenSeenIsRefusedByField(string what, double? temperatureC, double? value, string field)
    {
        await using var host = await PantryHost.Start();
        var id = await Made(host);
        var seen = PantryHost.Acted(
            new
            {
                kind = "observe",
                what,
                temperatureC,
                value,
                text = "",
            }
        );
        Assert.Equal($"command.{field}", (await host.Refused(400, HttpMethod.Post, $"/api/batches/{id}/commands", seen)).Text("field"));
        Assert.Empty((await host.Get($"/api/batches/{id}"))["batch"]!["observations"]!.AsArray());
    }

    [Fact]
    public async Task WhatWasSeenStandsBesideWhatWasSaidAndCanBeWithdrawn()
    {
        await using var host = await PantryHost.Start();
        var id = await Made(host);
        var press = Guid.NewGuid();
        var batch = await host.Act(
            id,
            new
            {
                kind = "observe",
                what = "thumb_press",
                temperatureC = 20,
                value = 2,
            },
            press
        );
        Assert.InRange(batch["batch"]!["observations"]![0]!["said"]!.GetValue<double>(), 1, 5);
        batch = await host.Act(
            id,
            new
            {
                kind = "observe",
                what = "slump",
                value = 50,
            }
        );
        Assert.Equal(batch["said"]!["slumpC"]!.GetValue<double>(), batch["batch"]!["observations"]![1]!["said"]!.GetValue<double>(), 6);
        batch = await host.Act(
            id,
            new
            {
                kind = "observe",
                what = "note",
                text = "  smells of hay ",
            }
        );
        Assert.Equal("smells of hay", batch["batch"]!["observations"]![2]!.Text("text"));
        Assert.Null(batch["batch"]!["observations"]![2]!["said"]);
        Assert.Equal(3, (await host.Get("/api/logbook")).Items()[0]!.Int("observations"));
        await host.Act(id, new { kind = "withdraw", observation = press });
        await host.Act(id, new { kind = "withdraw", observation = press });
        Assert.Equal(["slump", "note"], (await host.Get($"/api/batches/{id}"))["batch"]!["observations"]!.AsArray().Select(one => one!.Text("kind")));
    }

    [Fact]
    public async Task NotesAreKeptAndHaveALength()
    {
        await using var host = await PantryHost.Start();
        var id = await Made(host);
        await host.Act(id, new { kind = "write_notes", notes = "a <b>bold</b> batch" });
        var long_ = PantryHost.Acted(new { kind = "write_notes", notes = new string('x', 4001) });
        Assert.Equal("command.notes", (await host.Refused(400, HttpMethod.Post, $"/api/batches/{id}/commands", long_)).Text("field"));
        Assert.Equal("a <b>bold</b> batch", (await host.Get($"/api/batches/{id}"))["batch"]!.Text("notes"));
        await host.Refused(404, HttpMethod.Post, "/api/batches/99/commands", PantryHost.Acted(new { kind = "write_notes", notes = "nobody" }));
    }

    [Fact]
    public async Task AFinishedBatchIsInTheLogbookAndOnTheShelfAndNoLongerInTheMaking()
    {
        await using var host = await PantryHost.Start();
        var id = await Made(host);
        Assert.Equal(id, (await host.Get("/api/logbook")).Items()[0]!.Int("id"));
        Assert.Empty((await host.Get("/api/batches")).Items());
        var today = await host.Get("/api/today");
        Assert.Equal(10, today["stock"]![0]!.Int("units"));
        Assert.Empty(today["interrupted"]!.AsArray());
        Assert.Contains("10", today.Text("sentence"), StringComparison.Ordinal);
    }

    [Fact]
    public async Task ALookIsAskedForUntilItIsMade()
    {
        await using var demo = await PantryHost.Start(demo: true);
        static JsonNode? Due(JsonNode today) => today["looks"]!.AsArray().FirstOrDefault(look => look!.Text("kind") == "evaluation");
        var due = Due(await demo.Get("/api/today"));
        Assert.NotNull(due);
        await demo.Act(
            due.Int("batch"),
            new
            {
                kind = "observe",
                what = "thumb_press",
                temperatureC = 20,
                value = 3,
            }
        );
        Assert.NotEqual(due.Int("batch"), Due(await demo.Get("/api/today"))?.Int("batch"));
    }
}
