using AmberPantry.Core.Composition;

namespace AmberPantry.Core.Tests;

public class WeighingVectorTests
{
    public static IEnumerable<TheoryDataRow<string>> Cases => Vectors.Ids("composition", "weigh");

    [Theory]
    [MemberData(nameof(Cases))]
    public void WeighAnswersAsExpected(string id)
    {
        var (input, expect) = Vectors.Case("composition", id);
        var scale = input.GetProperty("scale");
        WeighingSheet Answer() => Weighing.Weigh(
            input.GetProperty("batchG").GetDecimal(),
            [.. input.GetProperty("lines").EnumerateArray().Select(line => new WeighRequestLine(line.GetProperty("material").GetString()!, line.GetProperty("percent").GetDecimal()))],
            new Scale(scale.GetProperty("resolutionG").GetDecimal(), scale.TryGetProperty("repeatabilityG", out var r) ? r.GetDecimal() : null));
        if (Vectors.Refused(expect, () => Answer()))
        {
            return;
        }

        var sheet = Answer();
        Assert.Equal(expect.GetProperty("totalG").GetDecimal(), sheet.TotalG);
        Vectors.Near(expect.GetProperty("smallestFineBatchG").GetDouble(), (double)sheet.SmallestFineBatchG, 0.02, 0.002, $"{id} smallest fine batch");
        var lines = expect.GetProperty("lines").EnumerateArray().ToArray();
        Assert.Equal(lines.Length, sheet.Lines.Count);
        foreach (var (wanted, line) in lines.Zip(sheet.Lines))
        {
            Assert.Equal(wanted.GetProperty("material").GetString(), line.Material);
            Assert.Equal(wanted.GetProperty("grams").GetDecimal(), line.Grams);
            Vectors.Near(wanted.GetProperty("exactG").GetDouble(), (double)line.ExactG, 0.02, 0.002, $"{id} exact");
            Vectors.Near(wanted.GetProperty("offG").GetDouble(), (double)line.OffG, 0.02, 0.002, $"{id} off");
            Vectors.Near(wanted.GetProperty("errorPercent").GetDouble(), line.ErrorPercent, 0.02, 0.002, $"{id} error");
            Assert.Equal(wanted.GetProperty("verdict").GetString()!.Replace("_", ""), line.Verdict.ToString(), ignoreCase: true);
        }
    }
}
