using System.Text.Json.Nodes;

namespace AmberPantry.Server.Tests;

public class ScienceApiTests
{
    [Theory]
    [InlineData("melt", "melt")]
    [InlineData("composition", "weigh")]
    public async Task EveryCaseIsAnsweredOverHttp(string topic, string fn)
    {
        await using var host = await PantryHost.Start();
        var file = JsonNode.Parse(await File.ReadAllTextAsync(Path.Combine(AppContext.BaseDirectory, "vectors", $"{topic}.json"), TestContext.Current.CancellationToken))!;
        var cases = file["cases"]!.AsArray().Where(one => one!.Text("fn") == fn).ToArray();
        Assert.NotEmpty(cases);
        foreach (var one in cases)
        {
            var expect = one!["expect"]!;
            if (expect["error"] is { } error)
            {
                var problem = await host.Refused(400, HttpMethod.Post, $"/api/science/{topic}/{fn}", one["input"]!.DeepClone());
                Assert.Equal((error.GetValue<string>(), expect.Text("field")), (problem.Text("error"), problem.Text("field")));
            }
            else
            {
                Match(expect, await host.Post($"/api/science/{topic}/{fn}", one["input"]!.DeepClone()), one.Text("id"));
            }
        }
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

    private static void Match(JsonNode expected, JsonNode? actual, string at)
    {
        switch (expected)
        {
            case JsonObject named:
                Assert.All(named, part => Match(part.Value ?? JsonValue.Create("null")!, actual![part.Key], $"{at}.{part.Key}"));
                break;
            case JsonArray list:
                Assert.Equal(list.Count, actual!.AsArray().Count);
                Assert.All(list.Select((one, i) => (one, i)), pair => Match(pair.one!, actual[pair.i], $"{at}[{pair.i}]"));
                break;
            case JsonValue value when value.TryGetValue<double>(out var number):
                var got = actual!.GetValue<double>();
                Assert.True(Math.Abs(number - got) <= Math.Max(0.15, 0.02 * Math.Abs(number)), $"{at}: expected {number}, was {got}");
                break;
            default:
                Assert.Equal(expected.ToString(), actual?.ToString() ?? "null");
                break;
        }
    }
}
