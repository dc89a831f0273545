using System.Text.Json.Nodes;

namespace AmberPantry.Server.Tests;

public class HouseApiTests
{
    [Fact]
    public async Task ACopyOfTheMadeUpPantryGoesInAndComesOutTheSame()
    {
        await using var demo = await PantryHost.Start(demo: true);
        var copy = await demo.Client.GetStringAsync("/api/house/copy", TestContext.Current.CancellationToken);
        await using var empty = await PantryHost.Start();
        var preview = await empty.Post("/api/house/copy/preview", copy);
        Assert.True(preview.Int("new") > 20);
        Assert.Empty((await empty.Get("/api/formulas")).AsArray());
        await empty.Post("/api/house/copy", copy);
        Assert.Equal(copy, await empty.Client.GetStringAsync("/api/house/copy", TestContext.Current.CancellationToken));
        var again = await empty.Post("/api/house/copy/preview", copy);
        Assert.Equal((0, 0), (again.Int("new"), again.Int("changed")));
    }

    public static TheoryData<string, string, string> Spoilt => new()
    {
        { "format", "format", "\"another\"" },
        { "version", "version", "99" },
        { "materials[0].name", "materials.0.name", "\"\"" },
        { "formulas[0].trials[0].content.lines[0].material", "formulas.0.trials.0.content.lines.0.material", "\"moon dust\"" },
        { "formulas[0].trials[0].content.lines", "formulas.0.trials.0.content.lines.0.percent", "1" },
        { "formulas[0].trials[0].content.batch.grams", "formulas.0.trials.0.content.batch.grams", "0" },
        { "formulas[1].name", "formulas.1.name", "\"Slipway Hand Balm\"" },
        { "batches[0].trial", "batches.0.trial", "77" },
        { "batches[0].atStep", "batches.0.atStep", "500" },
        { "workshop.landmarks[0].temperatureC", "house.workshop.landmarks.0.temperatureC", "900" },
        { "$.formulas[0].trials[0].content.family", "formulas.0.trials.0.content.family", "\"soup\"" },
        { "$.batches[0].startedAt", "batches.0.startedAt", "\"yesterday\"" },
    };

    [Theory]
    [MemberData(nameof(Spoilt))]
    public async Task ASpoiltCopyIsRefusedWholeAndNamesThePlace(string field, string path, string value)
    {
        await using var demo = await PantryHost.Start(demo: true);
        var before = await demo.Client.GetStringAsync("/api/house/copy", TestContext.Current.CancellationToken);
        var copy = JsonNode.Parse(before)!;
        var parts = path.Split('.');
        var at = copy;
        foreach (var part in parts[..^1])
        {
            at = int.TryParse(part, out var i) ? at[i]! : at[part]!;
        }

        at[parts[^1]] = JsonNode.Parse(value);
        foreach (var call in new[] { "/api/house/copy/preview", "/api/house/copy" })
        {
            var problem = await demo.Refused(400, HttpMethod.Post, call, copy);
            Assert.StartsWith(field == "materials[0].name" ? "materials.name" : field, problem.Text("field"), StringComparison.Ordinal);
        }

        Assert.Equal(before, await demo.Client.GetStringAsync("/api/house/copy", TestContext.Current.CancellationToken));
    }

    [Theory]
    [InlineData("")]
    [InlineData("not json")]
    [InlineData("{}")]
    [InlineData("[1,2]")]
    [InlineData("{\"format\": \"amber-pantry-workshop\", \"version\": 1}")]
    public async Task WhatIsNoCopyIsRefused(string text)
    {
        await using var host = await PantryHost.Start();
        await host.Refused(400, HttpMethod.Post, "/api/house/copy", text);
    }

    [Fact]
    public async Task SettingsAreKeptAndChangeWhatIsSaid()
    {
        await using var host = await PantryHost.Start();
        var house = (await host.Get("/api/house"))["house"]!.DeepClone();
        house["workshop"]!["temperature"] = "fahrenheit";
        await host.Put("/api/house", house);
        var trial = await host.Post("/api/formulas", new { name = "One", family = "salve", from = "usual" });
        var assessment = (await host.Post("/api/assess", new { formula = trial["content"] }))["assessment"]!;
        Assert.Contains("°F", assessment.Text("sentence"), StringComparison.Ordinal);
        house["workshop"]!["scale"]!["resolutionG"] = 0;
        Assert.Equal("workshop.scale.resolutionG", (await host.Refused(400, HttpMethod.Put, "/api/house", house)).Text("field"));
    }

    [Fact]
    public async Task TodayPlacesStockByItsSlumpAndHoldsItBack()
    {
        await using var demo = await PantryHost.Start(demo: true);
        var today = await demo.Get("/api/today");
        Assert.StartsWith("2026-06-11", today.Text("now"), StringComparison.Ordinal);
        var stock = today["stock"]!.AsArray();
        Assert.Equal(stock.Select(layer => layer!["slumpC"]!.GetValue<double>()).OrderDescending(), stock.Select(layer => layer!["slumpC"]!.GetValue<double>()));
        var look = today["looks"]!.AsArray().Single(one => one!.Text("kind") == "hold-back")!;
        Assert.Contains("9 tins of Slipway Hand Balm trial 4 slump at **41.5", look.Text("sentence"), StringComparison.Ordinal);
        await demo.Put($"/api/batches/{look.Int("batch")}/place", new { place = "held-back" });
        Assert.DoesNotContain((await demo.Get("/api/today"))["looks"]!.AsArray(), one => one!.Text("kind") == "hold-back");

        today = await demo.Put("/api/today/tomorrow", new { temperatures = new Dictionary<string, double> { ["van"] = 53 } });
        Assert.Contains("53", today.Text("sentence"), StringComparison.Ordinal);
        Assert.Equal("temperatures.van", (await demo.Refused(400, HttpMethod.Put, "/api/today/tomorrow", new { temperatures = new Dictionary<string, double> { ["van"] = 500 } })).Text("field"));
        Assert.Equal(24, (await demo.Put("/api/today/reading", new { workroomC = 24, humidityPercent = 50 }))["workroomC"]!.GetValue<double>());
        await demo.Refused(400, HttpMethod.Put, "/api/today/reading", new { workroomC = 240 });
    }
}
