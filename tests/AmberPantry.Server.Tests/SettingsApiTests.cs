using System.Text.Json.Nodes;

namespace AmberPantry.Server.Tests;

/// <summary>Settings and what follows from them; each refusal leaves everything as it was.</summary>
public class SettingsApiTests
{
    private static void Set(JsonNode node, string path, JsonNode? value)
    {
        var steps = path.Split('.');
        foreach (var step in steps[..^1])
        {
            node = int.TryParse(step, out var i) ? node[i]! : node[step]!;
        }

        if (int.TryParse(steps[^1], out var last))
        {
            node[last] = value;
        }
        else
        {
            node[steps[^1]] = value;
        }
    }

    [Theory]
    [InlineData("workshop.scale.resolutionG", "0", "house.workshop.scale.resolutionG")]
    [InlineData("workshop.scale.resolutionG", "\"fine\"", "house.workshop.scale.resolutionG")]
    [InlineData("workshop.workroomC", "1e29", "house.workshop.workroomC")]
    [InlineData("workshop.humidityPercent", "-1", "house.workshop.humidityPercent")]
    [InlineData("workshop.currency", "\"\"", "house.workshop.currency")]
    [InlineData("workshop.landmarks", "[]", "house.workshop.landmarks")]
    [InlineData("workshop.landmarks", "null", "house.workshop.landmarks")]
    [InlineData("workshop.landmarks.0.temperatureC", "900", "house.workshop.landmarks[0].temperatureC")]
    [InlineData("workshop.landmarks.1.name", "\" \"", "house.workshop.landmarks[1].name")]
    [InlineData("workshop.landmarks.0", "null", "house.workshop.landmarks[0]")]
    [InlineData("workshop.temperature", "\"kelvin\"", "house.workshop.temperature")]
    [InlineData("workshop.schools.keeping", "\"mine\"", "house.workshop.schools.keeping")]
    [InlineData("preferences.textPercent", "90", "house.preferences.textPercent")]
    [InlineData("preferences.theme", "\"dusk\"", "house.preferences.theme")]
    public async Task ASettingThatCannotBeIsRefusedByItsField(string path, string value, string field)
    {
        await using var host = await PantryHost.Start();
        var before = await host.Get("/api/house");
        var house = before["house"]!.DeepClone();
        Set(house, path, JsonNode.Parse(value));
        var refused = await host.Refused(
            400,
            HttpMethod.Put,
            "/api/house",
            new JsonObject { ["house"] = house, ["revision"] = before.Int("revision") }
        );
        Assert.Equal(field, refused.Text("field"));
        Assert.Equal(before.ToJsonString(), (await host.Get("/api/house")).ToJsonString());
    }

    [Fact]
    public async Task AStaleRevisionIsShownWhatStands()
    {
        await using var host = await PantryHost.Start();
        var seen = await host.Get("/api/house");
        JsonObject Saved(string currency)
        {
            var house = seen["house"]!.DeepClone();
            house["workshop"]!["currency"] = currency;
            return new JsonObject { ["house"] = house, ["revision"] = seen.Int("revision") };
        }

        await host.Put("/api/house", Saved("€"));
        var refused = await host.Refused(409, HttpMethod.Put, "/api/house", Saved("$"));
        Assert.Equal("€", refused["theirs"]!["house"]!["workshop"]!.Text("currency"));
        Assert.Equal("€", (await host.Get("/api/house"))["house"]!["workshop"]!.Text("currency"));
    }

    [Fact]
    public async Task AReadingOfTheRoomLeavesTheSettingsAndGoesIntoTheNextBatch()
    {
        await using var host = await PantryHost.Start();
        var before = await host.Get("/api/house");
        await host.Put("/api/today/reading", new { workroomC = 26.5, humidityPercent = 71 });
        Assert.Equal(before.Int("revision"), (await host.Get("/api/house")).Int("revision"));
        Assert.Equal(26.5, (await host.Get("/api/today"))["room"]!["workroomC"]!.GetValue<double>());
        var batch = await Story.Begin(host);
        Assert.Equal((26.5, 71d), (batch["workroomC"]!.GetValue<double>(), batch["humidityPercent"]!.GetValue<double>()));
    }

    [Theory]
    [InlineData("/api/today/reading", """{"workroomC": 20, "humidityPercent": 140}""", "humidityPercent")]
    [InlineData("/api/today/reading", """{"workroomC": -40}""", "workroomC")]
    [InlineData("/api/today/reading", """{}""", "workroomC")]
    [InlineData("/api/today/tomorrow", """{"temperatures": {"cellar": 10}}""", "temperatures.cellar")]
    [InlineData("/api/today/tomorrow", """{"temperatures": null}""", "temperatures")]
    public async Task WhatTheDayBringsIsCheckedToo(string path, string body, string field)
    {
        await using var host = await PantryHost.Start();
        Assert.Equal(field, (await host.Refused(400, HttpMethod.Put, path, JsonNode.Parse(body)!)).Text("field"));
    }

    [Fact]
    public async Task EveryTemperatureTurnsWithTheHouse()
    {
        await using var host = await PantryHost.Start();
        var trial = await Story.Formula(host);
        async Task<string> Says() =>
            (await host.Post("/api/assess", new JsonObject { ["formula"] = trial["content"]!.DeepClone(), ["remedies"] = true }))["assessment"]![
                "parts"
            ]!["melt"]!.Text("sentence");
        Assert.Contains("°C", await Says(), StringComparison.Ordinal);
        var house = (await host.Get("/api/house"))["house"]!.DeepClone();
        house["workshop"]!["temperature"] = "fahrenheit";
        await host.Put("/api/house", new { house });
        var told = await Says();
        Assert.Contains("°F", told, StringComparison.Ordinal);
        Assert.DoesNotContain("°C", told, StringComparison.Ordinal);
    }

    [Fact]
    public async Task TheStartTellsNothingOfASoundFile()
    {
        await using var host = await PantryHost.Start(demo: true);
        Assert.Empty((await host.Get("/api/house"))["told"]!.AsArray());
        await using var again = await host.Restart();
        Assert.Empty((await again.Get("/api/house"))["told"]!.AsArray());
    }
}
