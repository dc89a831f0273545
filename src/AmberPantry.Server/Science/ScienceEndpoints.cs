using System.Text.Json;
using AmberPantry.Core.Composition;
using AmberPantry.Core.Melt;

namespace AmberPantry.Server.Science;

/// <summary>Input of <c>melt/melt</c>.</summary>
/// <param name="Formula">Catalogue material and its parts by mass.</param>
public sealed record MeltInput(IReadOnlyDictionary<string, JsonElement> Formula, IReadOnlyList<JsonElement>? Temperatures = null, JsonElement? PowderVolumeFraction = null, JsonElement? Overrun = null);

public sealed record WeighInput(decimal BatchG, IReadOnlyList<WeighRequestLine> Lines, Scale Scale);

/// <param name="Verdict">fine, rough or not_weighable.</param>
public sealed record WeighAnswerLine(string Material, decimal ExactG, decimal Grams, decimal OffG, double ErrorPercent, string Verdict);

public sealed record WeighAnswer(IReadOnlyList<WeighAnswerLine> Lines, decimal TotalG, decimal SmallestFineBatchG);

/// <summary>The calculations themselves, open to scripts: a case's input in, its figures out.</summary>
public static class ScienceEndpoints
{
    public static void Map(RouteGroupBuilder science)
    {
        science.MapPost("/melt/melt", Melt).WithName("melt/melt");
        science.MapPost("/composition/weigh", Weigh).WithName("composition/weigh");
    }

    private static MeltAnswer Melt(MeltInput input) => MeltFunction.Melt(
        [.. input.Formula.Select(part => KeyValuePair.Create(part.Key, Number(part.Value, $"formula.{part.Key}")))],
        input.Temperatures?.Select((t, i) => Number(t, $"temperatures[{i}]")).ToArray(),
        input.PowderVolumeFraction is { } powder ? Number(powder, "powderVolumeFraction") : 0,
        input.Overrun is { } overrun ? Number(overrun, "overrun") : 0);

    private static WeighAnswer Weigh(WeighInput input)
    {
        var sheet = Weighing.Weigh(input.BatchG, input.Lines, input.Scale);
        return new WeighAnswer(
            [.. sheet.Lines.Select(line => new WeighAnswerLine(line.Material, line.ExactG, line.Grams, line.OffG, line.ErrorPercent, line.Verdict switch
            {
                WeighVerdict.Fine => "fine",
                WeighVerdict.Rough => "rough",
                _ => "not_weighable",
            }))],
            sheet.TotalG,
            sheet.SmallestFineBatchG);
    }

    private static double Number(JsonElement value, string field) =>
        value.ValueKind == JsonValueKind.Number && value.TryGetDouble(out var number) && double.IsFinite(number)
            ? number
            : throw new Refusal("E_NOT_A_NUMBER", field, value.ToString(), $"{field} is not a number.", "Give a number.");
}
