using System.Globalization;
using System.Text.Json;
using System.Text.Json.Nodes;
using AmberPantry.Core.Calculations;

namespace AmberPantry.Core.Tests;

public class VectorTests
{
    public static IEnumerable<TheoryDataRow<string, string, string>> Cases => Vectors.All;

    [Theory]
    [MemberData(nameof(Cases))]
    public void EveryCaseIsAnsweredAsExpected(string topic, string fn, string id)
    {
        var (input, expect) = Vectors.Case(topic, id);
        var calculation = AllCalculations.List.Single(one => one.Topic == topic && one.Name == fn);
        if (expect["error"] is { } error)
        {
            var refusal = Assert.Throws<Refusal>(() => calculation.Work(new Fields(input)));
            Assert.Equal((error.GetValue<string>(), expect["field"]!.GetValue<string>()), (refusal.Code, refusal.Field));
            return;
        }

        var answer = JsonSerializer.SerializeToNode(calculation.Work(new Fields(input)), AmberJson.Options);
        Match(topic, fn, "", expect, answer, id);
    }

    [Fact]
    public void EveryExampleIsAnswered() =>
        Assert.All(AllCalculations.List, calculation =>
            Assert.NotNull(calculation.Work(new Fields(JsonDocument.Parse(calculation.Example).RootElement)))
        );

    private static void Match(string topic, string fn, string name, JsonNode? expected, JsonNode? actual, string at)
    {
        switch (expected)
        {
            case null:
                Assert.True(actual is null, $"{at}: expected nothing, was {actual}");
                break;
            case JsonObject named:
                Assert.All(named, part => Match(topic, fn, part.Key, part.Value, actual![part.Key], $"{at}.{part.Key}"));
                break;
            case JsonArray list:
                Assert.Equal(list.Count, actual!.AsArray().Count);
                Assert.All(list.Select((one, i) => (one, i)), pair => Match(topic, fn, name, pair.one, actual[pair.i], $"{at}[{pair.i}]"));
                break;
            case JsonValue value when value.TryGetValue<double>(out var number):
                Assert.True(actual is not null, $"{at}: expected {number}, was nothing");
                var got = actual.GetValue<double>();
                Assert.True(Math.Abs(number - got) <= Allowed(topic, fn, name, at, number), $"{at}: expected {number}, was {got}");
                break;
            case JsonValue value when topic == "colour" && name == "hex" && value.TryGetValue<string>(out var hex):
                Assert.All(Channels(hex).Zip(Channels(actual!.GetValue<string>())), pair => Assert.InRange(pair.First - pair.Second, -1, 1));
                break;
            default:
                Assert.Equal(expected.ToString(), actual?.ToString());
                break;
        }
    }

    private static IEnumerable<int> Channels(string hex) =>
        Enumerable.Range(0, 3).Select(i => int.Parse(hex.AsSpan(1 + (2 * i), 2), NumberStyles.HexNumber, CultureInfo.InvariantCulture));

    /// <summary>The tolerances that the vector files state.</summary>
    private static double Allowed(string topic, string fn, string name, string at, double expected)
    {
        var size = Math.Abs(expected);
        return (topic, name) switch
        {
            ("melt", _) when at.Contains(".firmnessKPa", StringComparison.Ordinal) => Math.Max(0.02, 0.02 * size),
            ("melt", "temperatureC") => 0.4,
            ("melt", "structure") => 0.012,
            ("melt", "solidPercent") when fn == "cooling" => 0.6,
            ("melt", _) => 0.15,
            ("making", "warmPowderToC") => 5,
            ("making", "warmToC") => 8,
            ("making", "neatG" or "makeG" or "takeG") => 0.05,
            ("making", "vessels" or "minutes") => 0,
            ("making", _) => 0.5,
            ("composition", _) => Math.Max(0.02, 0.002 * size),
            ("fizz", "phFresh" or "phStood") => 0.002,
            ("colour", "reflectance") => 0.0002,
            ("colour", "labL" or "labA" or "labB" or "chroma") => 0.05,
            ("colour", "hueDeg") => 0.3,
            ("colour", "hueShiftDeg") => 0.5,
            ("colour", "deltaFromBase" or "deltaE00" or "depthAtCap") => 0.03,
            ("colour", "pct") => Math.Max(0.0005, 0.01 * size),
            ("colour", "grams") => Math.Max(0.005, 0.01 * size),
            ("powder" or "fizz" or "colour", _) => size < 0.001 ? 1e-6 : 0.0005 * size,
            _ => Math.Max(1e-6, 0.001 * size),
        };
    }
}
