using System.Text.Json;
using System.Text.Json.Nodes;

namespace AmberPantry.Core.Tests;

/// <summary>The cases of <c>tests/vectors</c>: a question, and the figures or the refusal it must bring.</summary>
public static class Vectors
{
    public static IReadOnlyList<string> Topics { get; } =
    ["composition", "melt", "powder", "fizz", "colour", "stability", "scent", "safety", "making", "trials", "learning"];

    public static IEnumerable<TheoryDataRow<string, string, string>> All =>
        Topics.SelectMany(topic =>
            Cases(topic)
                .Select(one => new TheoryDataRow<string, string, string>(
                    topic,
                    one.GetProperty("fn").GetString()!,
                    one.GetProperty("id").GetString()!
                ))
        );

    public static (JsonElement Input, JsonNode Expect) Case(string topic, string id)
    {
        var found = Cases(topic).Single(one => one.GetProperty("id").GetString() == id);
        return (found.GetProperty("input"), JsonNode.Parse(found.GetProperty("expect").GetRawText())!);
    }

    private static JsonElement[] Cases(string topic)
    {
        using var file = File.OpenRead(Path.Combine(AppContext.BaseDirectory, "vectors", $"{topic}.json"));
        return [.. JsonDocument.Parse(file).RootElement.GetProperty("cases").EnumerateArray()];
    }
}
