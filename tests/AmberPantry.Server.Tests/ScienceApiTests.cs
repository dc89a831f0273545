using System.Text.Json.Nodes;
using AmberPantry.Core.Assessment.Rules;
using AmberPantry.Core.Calculations;

namespace AmberPantry.Server.Tests;

public class ScienceApiTests
{
    [Theory]
    [InlineData("composition")]
    [InlineData("melt")]
    [InlineData("powder")]
    [InlineData("fizz")]
    [InlineData("colour")]
    [InlineData("stability")]
    [InlineData("scent")]
    [InlineData("safety")]
    public async Task EveryCaseIsAnsweredOverHttp(string topic)
    {
        await using var host = await PantryHost.Start();
        var file = JsonNode.Parse(
            await File.ReadAllTextAsync(Path.Combine(AppContext.BaseDirectory, "vectors", $"{topic}.json"), TestContext.Current.CancellationToken)
        )!;
        var cases = file["cases"]!.AsArray().ToArray();
        Assert.NotEmpty(cases);
        foreach (var one in cases)
        {
            var expect = one!["expect"]!;
            var fn = one.Text("fn");
            if (expect["error"] is { } error)
            {
                var problem = await host.Refused(400, HttpMethod.Post, $"/api/science/{topic}/{fn}", one["input"]!.DeepClone());
                Assert.Equal((error.GetValue<string>(), expect.Text("field")), (problem.Text("error"), problem.Text("field")));
            }
            else
            {
                Match(topic, expect, await host.Post($"/api/science/{topic}/{fn}", one["input"]!.DeepClone()), one.Text("id"));
            }
        }
    }

    [Fact]
    public async Task EveryCalculationStandsInTheDescriptionWithAnExampleThatIsAnswered()
    {
        await using var host = await PantryHost.Start();
        var paths = (await host.Get("/openapi/v1.json"))["paths"]!
            .AsObject()
            .Where(path => path.Key.StartsWith("/api/science/", StringComparison.Ordinal))
            .ToArray();
        Assert.Equal(AllCalculations.List.Count, paths.Count(path => path.Value!["post"] is not null));
        foreach (var (path, described) in paths.Where(path => path.Value!["post"] is not null))
        {
            var example = described!["post"]!["requestBody"]!["content"]!["application/json"]!["example"];
            Assert.True(example is not null, path);
            Assert.NotNull(await host.Post(path, example.DeepClone()));
        }
    }

    [Fact]
    public async Task QuestionsOnWhichMakersDifferAreListed()
    {
        await using var host = await PantryHost.Start();
        Assert.Equal(School.All.Count, (await host.Get("/api/science/schools")).AsArray().Count);
    }

    [Theory]
    [InlineData(
        "fizz/fizzBalance",
        """{"items": [{"id": "baking_soda", "g": 54}, {"id": "citric_acid", "g": 26}]}""",
        """{"items": [{"id": "bicarb", "g": 54}, {"id": "Citric acid, anhydrous", "g": 26}]}"""
    )]
    [InlineData(
        "scent/limits",
        """{"family": "balm", "items": [{"id": "lavender", "productPct": 1}]}""",
        """{"family": "balm", "items": [{"id": "lavender oil", "productPct": 1}]}"""
    )]
    [InlineData("melt/melt", """{"formula": {"shea butter": 1}}""", """{"formula": {"karite": 1}}""")]
    [InlineData("stability/fattyProfile", """{"id": "shea"}""", """{"id": "shea butter"}""")]
    public async Task CatalogueNamesWorkAsWellAsKeys(string function, string byKey, string byName)
    {
        await using var host = await PantryHost.Start();
        var one = await host.Post($"/api/science/{function}", JsonNode.Parse(byKey)!);
        var other = await host.Post($"/api/science/{function}", JsonNode.Parse(byName)!);
        Assert.Equal(one.ToJsonString(), other.ToJsonString());
    }

    [Theory]
    [InlineData("""{"formula": {"beeswax": 1e400}}""")]
    [InlineData("""{"formula": 5}""")]
    [InlineData("""{"formula": """)]
    [InlineData("[]")]
    [InlineData("")]
    public async Task WhatIsNoRequestIsRefusedInPlainWords(string body)
    {
        await using var host = await PantryHost.Start();
        await host.Refused(400, HttpMethod.Post, "/api/science/melt/melt", body);
    }

    private static void Match(string topic, JsonNode expected, JsonNode? actual, string at)
    {
        switch (expected)
        {
            case JsonObject named:
                Assert.All(named, part => Match(topic, part.Value ?? JsonValue.Create("null")!, actual![part.Key], $"{at}.{part.Key}"));
                break;
            case JsonArray list:
                Assert.Equal(list.Count, actual!.AsArray().Count);
                Assert.All(list.Select((one, i) => (one, i)), pair => Match(topic, pair.one!, actual[pair.i], $"{at}[{pair.i}]"));
                break;
            case JsonValue value when value.TryGetValue<double>(out var number):
                var got = actual!.GetValue<double>();
                Assert.True(
                    Math.Abs(number - got) <= Math.Max(1e-6, Math.Max(topic == "melt" ? 0.6 : 0.02, 0.02 * Math.Abs(number))),
                    $"{at}: expected {number}, was {got}"
                );
                break;
            default:
                Assert.Equal(expected.ToString(), actual?.ToString() ?? "null");
                break;
        }
    }
}
