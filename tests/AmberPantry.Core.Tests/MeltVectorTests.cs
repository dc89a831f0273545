using System.Globalization;
using System.Text.Json;
using AmberPantry.Core.Melt;

namespace AmberPantry.Core.Tests;

public class MeltVectorTests
{
    public static IEnumerable<TheoryDataRow<string>> Cases => Vectors.Ids("melt", "melt");

    [Theory]
    [MemberData(nameof(Cases))]
    public void MeltAnswersAsExpected(string id)
    {
        var (input, expect) = Vectors.Case("melt", id);
        if (input.GetProperty("formula").EnumerateObject().Any(part => part.Value.ValueKind != JsonValueKind.Number))
        {
            Assert.Equal("E_NOT_A_NUMBER", expect.GetProperty("error").GetString()); // Text never reaches the core; the API's own test holds this case.
            return;
        }

        MeltAnswer Answer() => MeltFunction.Melt(
            [.. input.GetProperty("formula").EnumerateObject().Select(part => KeyValuePair.Create(part.Name, part.Value.GetDouble()))],
            input.TryGetProperty("temperatures", out var asked) ? [.. asked.EnumerateArray().Select(t => t.GetDouble())] : null,
            input.TryGetProperty("powderVolumeFraction", out var powder) ? powder.GetDouble() : 0,
            input.TryGetProperty("overrun", out var overrun) ? overrun.GetDouble() : 0);
        if (Vectors.Refused(expect, () => Answer()))
        {
            return;
        }

        var answer = Answer();
        foreach (var solid in expect.GetProperty("solidPercent").EnumerateObject())
        {
            Vectors.Near(solid.Value.GetDouble(), answer.SolidPercent[solid.Name], 0.15, 0, $"{id} solid at {solid.Name}");
        }

        foreach (var firm in expect.GetProperty("firmnessKPa").EnumerateObject())
        {
            Vectors.Near(firm.Value.GetDouble(), answer.FirmnessKPa[firm.Name], 0.02, 0.02, $"{id} firmness at {firm.Name}");
        }

        Same(expect.GetProperty("slumpC"), answer.SlumpC, $"{id} slump");
        Same(expect.GetProperty("clearC"), answer.ClearC, $"{id} clear");
    }

    private static void Same(JsonElement expected, double? actual, string what)
    {
        if (expected.ValueKind == JsonValueKind.Null)
        {
            Assert.Null(actual);
            return;
        }

        Assert.True(actual.HasValue, what);
        Vectors.Near(expected.GetDouble(), actual.Value, 0.15, 0, what);
    }
}
