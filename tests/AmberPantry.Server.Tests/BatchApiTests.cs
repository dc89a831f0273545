using System.Text.Json.Nodes;

namespace AmberPantry.Server.Tests;

public class BatchApiTests
{
    private static async Task<JsonNode> Begin(PantryHost host)
    {
        var trial = await host.Post("/api/formulas", new { name = "Slipway Hand Balm", family = "balm", from = "usual" });
        return await host.Post("/api/batches", new { trial = trial.Int("id") });
    }

    private static int FirstWeigh(JsonNode batch) => batch["steps"]!.AsArray().Select((step, i) => (step, i)).First(pair => pair.step!.Text("kind") == "weigh").i;

    [Fact]
    public async Task AKilledServerLosesNoStep()
    {
        var host = await PantryHost.Start();
        var folder = Path.GetDirectoryName(host.Options.DataFile)!;
        var batch = await Begin(host);
        var id = batch.Int("id");
        var weigh = FirstWeigh(batch);
        await host.Put($"/api/batches/{id}/steps/0", new { });
        await host.Put($"/api/batches/{id}/steps/{weigh}", new { weighedG = 48.1m });

        await using (var again = await host.Restart())
        {
            batch = await again.Get($"/api/batches/{id}");
            Assert.Equal(weigh + 1, batch.Int("atStep"));
            Assert.Equal(48.1m, batch["potG"]!.GetValue<decimal>());
            var today = await again.Get("/api/today");
            Assert.Equal(id, today["interrupted"]![0]!.Int("id"));

            // The browser sends a step twice when it never heard the answer.
            await again.Put($"/api/batches/{id}/steps/{weigh}", new { weighedG = 48.1m });
            Assert.Equal(48.1m, (await again.Get($"/api/batches/{id}"))["potG"]!.GetValue<decimal>());
        }

        Directory.Delete(folder, recursive: true);
    }

    [Fact]
    public async Task ABatchRunsToTheLogbookWithWhatWasSaidAndSeen()
    {
        await using var host = await PantryHost.Start();
        var batch = await Begin(host);
        var id = batch.Int("id");
        Assert.Matches("^SH-[0-9]{2}-001$", batch.Text("lot"));
        foreach (var (step, i) in batch["steps"]!.AsArray().Select((step, i) => (step!, i)))
        {
            await host.Put($"/api/batches/{id}/steps/{i}", step.Text("kind") == "weigh" ? new { weighedG = step["targetG"]!.GetValue<decimal>() + 0.1m } : new { });
        }

        batch = await host.Put($"/api/batches/{id}/finish", new { units = 11, notes = "smooth" });
        Assert.NotNull(batch["finishedAt"]);
        Assert.All(batch["deviations"]!.AsArray(), line => Assert.Equal(0.1m, line!["offG"]!.GetValue<decimal>()));
        var slump = batch["slumpC"]!.GetValue<double>();

        batch = await host.Post($"/api/logbook/{id}/observations", new { kind = "thumb-press", temperatureC = 20, value = 2, text = "soft enough" });
        batch = await host.Post($"/api/logbook/{id}/observations", new { kind = "slump", value = slump - 1 });
        Assert.Equal(slump, batch["observations"]![1]!["said"]!.GetValue<double>(), 6);
        Assert.InRange(batch["observations"]![0]!["said"]!.GetValue<double>(), 1, 5);
        Assert.Equal(11, (await host.Get("/api/logbook"))[0]!.Int("unitsLeft"));

        foreach (var bad in new object[]
        {
            new { kind = "thumb-press", temperatureC = 20, value = 7 }, new { kind = "thumb-press", temperatureC = 20, value = 2.5 }, new { kind = "thumb-press", value = 3 },
            new { kind = "slump", value = 300 }, new { kind = "slump" }, new { kind = "note", text = "" },
        })
        {
            await host.Refused(400, HttpMethod.Post, $"/api/logbook/{id}/observations", bad);
        }

        await host.Put($"/api/batches/{id}/place", new { place = "cool-box", unitsLeft = 4 });
        Assert.Equal("unitsLeft", (await host.Refused(400, HttpMethod.Put, $"/api/batches/{id}/place", new { place = "shelf", unitsLeft = 40 })).Text("field"));
        Assert.Equal("E_MADE", (await host.Refused(400, HttpMethod.Delete, $"/api/batches/{id}", null)).Text("error"));
    }

    [Fact]
    public async Task AnOverPourOffersToScaleTheRestOrToKeepIt()
    {
        await using var host = await PantryHost.Start();
        var batch = await Begin(host);
        var id = batch.Int("id");
        var first = FirstWeigh(batch);
        var targets = batch["steps"]!.AsArray().Select(step => step!["targetG"]?.GetValue<decimal>() ?? 0).ToArray();
        await host.Put($"/api/batches/{id}/steps/{first}", new { weighedG = targets[first] });
        var poured = targets[first + 1] * 1.1m;
        var choices = await host.Post($"/api/batches/{id}/over-pour", new { step = first + 1, weighedG = poured });
        Assert.Equal(330m, choices["rescaledTotalG"]!.GetValue<decimal>());
        Assert.Single(choices["topUps"]!.AsArray());
        Assert.NotEmpty(choices.Text("keepSays"));

        batch = await host.Post($"/api/batches/{id}/rescale", new { step = first + 1, weighedG = poured });
        Assert.Equal(first + 2, batch.Int("atStep"));
        Assert.StartsWith("Top up", batch["steps"]![first + 2]!.Text("title"), StringComparison.Ordinal);
        Assert.Equal(targets[first] * 0.1m, batch["steps"]![first + 2]!["targetG"]!.GetValue<decimal>());
        Assert.Equal(330m, batch["deviations"]!.AsArray().Sum(line => line!["plannedG"]!.GetValue<decimal>()));
        Assert.Equal("step", (await host.Refused(400, HttpMethod.Post, $"/api/batches/{id}/over-pour", new { step = 0, weighedG = 5 })).Text("field"));
    }

    [Fact]
    public async Task WeightsAndTemperaturesMustBePossible()
    {
        await using var host = await PantryHost.Start();
        var id = (await Begin(host)).Int("id");
        Assert.Equal("weighedG", (await host.Refused(400, HttpMethod.Put, $"/api/batches/{id}/steps/1", new { weighedG = -4 })).Text("field"));
        Assert.Equal("temperatureC", (await host.Refused(400, HttpMethod.Put, $"/api/batches/{id}/steps/1", new { temperatureC = 900 })).Text("field"));
        Assert.Equal("step", (await host.Refused(400, HttpMethod.Put, $"/api/batches/{id}/steps/99", new { })).Text("field"));
        await host.Refused(400, HttpMethod.Put, $"/api/batches/{id}/steps/1", """{"weighedG": "much"}""");
    }

    [Fact]
    public async Task ABatchNotBegunCanBeGivenUpAndFreesItsTrial()
    {
        await using var host = await PantryHost.Start();
        var batch = await Begin(host);
        using var gone = await host.Raw(HttpMethod.Delete, $"/api/batches/{batch.Int("id")}", null);
        Assert.True(gone.IsSuccessStatusCode);
        Assert.Null((await host.Get($"/api/trials/{batch.Int("trialId")}"))["madeAt"]);
    }

    [Fact]
    public async Task ABlankPotCannotBeMade()
    {
        await using var host = await PantryHost.Start();
        var trial = await host.Post("/api/formulas", new { name = "Blank", family = "balm", from = "blank" });
        Assert.Equal("E_EMPTY", (await host.Refused(400, HttpMethod.Post, "/api/batches", new { trial = trial.Int("id") })).Text("error"));
    }
}
