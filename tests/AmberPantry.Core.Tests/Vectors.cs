using System.Text.Json;
using AmberPantry.Core.Composition;

namespace AmberPantry.Core.Tests;

/// <summary>Reads the cases of <c>tests/vectors</c> and compares answers with what they expect.</summary>
public static class Vectors
{
    public static IEnumerable<TheoryDataRow<string>> Ids(string topic, string fn) =>
        Cases(topic).Where(c => c.GetProperty("fn").GetString() == fn).Select(c => new TheoryDataRow<string>(c.GetProperty("id").GetString()!));

    public static (JsonElement Input, JsonElement Expect) Case(string topic, string id)
    {
        var found = Cases(topic).Single(c => c.GetProperty("id").GetString() == id);
        return (found.GetProperty("input"), found.GetProperty("expect"));
    }

    /// <summary>True when the case expected a refusal and <paramref name="act"/> gave that very one.</summary>
    public static bool Refused(JsonElement expect, Action act)
    {
        if (!expect.TryGetProperty("error", out var error))
        {
            return false;
        }

        var refusal = Assert.Throws<Refusal>(act);
        Assert.Equal(error.GetString(), refusal.Code);
        Assert.Equal(expect.GetProperty("field").GetString(), refusal.Field);
        return true;
    }

    public static void Near(double expected, double actual, double absolute, double relative, string what) =>
        Assert.True(Math.Abs(expected - actual) <= Math.Max(absolute, relative * Math.Abs(expected)), $"{what}: expected {expected}, was {actual}");

    private static JsonElement[] Cases(string topic)
    {
        using var file = File.OpenRead(Path.Combine(AppContext.BaseDirectory, "vectors", $"{topic}.json"));
        return [.. JsonDocument.Parse(file).RootElement.GetProperty("cases").EnumerateArray()];
    }
}
