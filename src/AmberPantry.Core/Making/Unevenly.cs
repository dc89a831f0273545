using System.Globalization;
using System.Text.RegularExpressions;
using AmberPantry.Core.Formulas;

namespace AmberPantry.Core.Making;

/// <summary>Shares of parts as a maker says them.</summary>
internal static partial class Unevenly
{
    private const int Digits = 4;
    private const decimal Least = 1;

    [GeneratedRegex(@"\d+(?:[.,]\d+)?")]
    private static partial Regex Numbers { get; }

    /// <summary>The formula with its parts shared so, in proportion.</summary>
    /// <exception cref="Refusal">E_RANGE where it does not say a share for each part.</exception>
    public static Formula Shared(Batch batch, ShareParts share)
    {
        batch.Unfinished(batch.AtStep);
        var parts = batch.Content.ColouredParts
            ?? throw new Refusal(Codes.NotNow, "command.shares", share.Shares, $"Lot {batch.Lot} is not split.", "Add parts to its trial.");
        decimal[] told =
        [
            .. Numbers.Matches(share.Shares).Select(match => decimal.Parse(match.Value.Replace(',', '.'), CultureInfo.InvariantCulture)),
        ];
        var total = told.Sum();
        if (told.Length != parts.Count || total <= 0 || told.Any(one => one * 100 < Least * total))
        {
            throw new Refusal(
                Codes.Range,
                "command.shares",
                share.Shares,
                $"“{share.Shares}” does not share it into {parts.Count} parts of {Least:0} % or more.",
                $"Type a number for each of {string.Join(", ", parts.Select(part => part.Name))}: such as "
                    + $"{string.Join(" to ", Enumerable.Range(1, parts.Count))}."
            );
        }

        decimal[] percent = [.. told.Select(one => Math.Round(100 * one / total, Digits))];
        percent[^1] = 100 - percent[..^1].Sum();
        return batch.Content with { ColouredParts = [.. parts.Zip(percent, (part, now) => part with { SharePercent = now })] };
    }
}
