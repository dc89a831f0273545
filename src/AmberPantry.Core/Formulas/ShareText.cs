using System.Globalization;
using System.Text.RegularExpressions;
using AmberPantry.Core.Materials;
using AmberPantry.Core.Workshops;

namespace AmberPantry.Core.Formulas;

/// <summary>Reads a share the way makers write it.</summary>
/// <remarks>Percent ("12.5", "12,5", "12.5 %", "1/8") or a weight of the batch ("75 g", "2.6 oz"). Answers 0 to 100, four decimals.</remarks>
public static partial class ShareText
{
    [GeneratedRegex(@"^(?<a>[0-9]{0,12}([.,][0-9]{0,12})?)\s*(/\s*(?<b>[0-9]{1,9}))?\s*(?<unit>%|g|oz)?$", RegexOptions.CultureInvariant)]
    private static partial Regex Shape();

    /// <summary>What is typed for an amount that is not known.</summary>
    public const string Unknown = "?";

    /// <param name="text">What was typed.</param>
    /// <param name="batchG">Batch in grams; needed for weights.</param>
    /// <param name="field">Field name for a refusal.</param>
    /// <param name="material">What it is a share of: with its density spoons, drops and pumps become a weight.</param>
    /// <exception cref="Refusal">E_NOT_A_NUMBER for other text, E_RANGE below 0 or above 100.</exception>
    public static decimal Parse(string? text, decimal batchG, string field, Material? material = null)
    {
        var trimmed = (text ?? "").Trim().ToLowerInvariant();
        if (trimmed.StartsWith('-') || trimmed.StartsWith('−'))
        {
            throw new Refusal(
                Codes.Range,
                field,
                text,
                $"A share cannot be below 0; {Quote(text)} is.",
                "Type a share from 0 to 100, or remove the line."
            );
        }

        if (material is not null && AmountText.IsVolume(trimmed))
        {
            return Within(Round(100 * (decimal)AmountText.Read(material, trimmed, null, field).Grams!.Value / batchG), text, field);
        }

        var match = Shape().Match(trimmed);
        if (!match.Success || !TryNumber(match.Groups["a"].Value, out var number))
        {
            throw new Refusal(
                Codes.NotANumber,
                field,
                text,
                $"{Quote(text)} is not a share.",
                $"Type a percentage such as 12.5, 12,5 or 1/8, a weight such as 75 g, or 1 tsp, 20 drops, 2 pumps; {Unknown} where it is not known."
            );
        }

        if (match.Groups["b"].Success)
        {
            var divisor = decimal.Parse(match.Groups["b"].Value, CultureInfo.InvariantCulture);
            if (divisor == 0)
            {
                throw new Refusal(Codes.NotANumber, field, text, $"{Quote(text)} divides by nothing.", "Type a fraction such as 1/8.");
            }

            number = number / divisor * (match.Groups["unit"].Length == 0 ? 100 : 1);
        }

        var percent = match.Groups["unit"].Value switch
        {
            "g" => 100 * number / batchG,
            "oz" => 100 * number * Ounces.Grams / batchG,
            _ => number,
        };
        return Within(Round(percent), text, field);
    }

    private static decimal Within(decimal percent, string? text, string field) =>
        percent <= 100
            ? percent
            : throw new Refusal(Codes.Range, field, text, $"{Quote(text)} is more than the whole pot.", "Type a share from 0 to 100.");

    /// <summary>Rounds to the four decimals a share is kept with.</summary>
    public static decimal Round(decimal percent) => Math.Round(percent, 4, MidpointRounding.AwayFromZero);

    private static bool TryNumber(string text, out decimal number)
    {
        number = 0;
        return text.Any(char.IsAsciiDigit)
            && decimal.TryParse(text.Replace(',', '.'), NumberStyles.AllowDecimalPoint, CultureInfo.InvariantCulture, out number);
    }

    private static string Quote(string? text) =>
        string.IsNullOrWhiteSpace(text) ? "An empty field" : $"“{(text.Length > 40 ? text[..39] + "…" : text)}”";
}
