using System.Globalization;
using System.Text.RegularExpressions;
using AmberPantry.Core.Materials;
using AmberPantry.Core.Workshops;

namespace AmberPantry.Core.Formulas;

/// <summary>One line as it was written, in grams or in bare parts.</summary>
/// <param name="Grams">Null when it was given in parts or percent, which have no mass of their own.</param>
/// <param name="Parts">Parts or percent; null when it was a mass or a volume.</param>
/// <param name="FromVolume">Turned into grams by density: less sure than a weight.</param>
public sealed record AmountLine(string Material, double? Grams, double? Parts, bool FromVolume);

public sealed record AmountShare(string Material, decimal Percent, bool FromVolume);

/// <summary>Reads amounts the way makers write them: "2 parts", "75 g", "2.6 oz", "1 tbsp", "1/2 cup", "20 drops". Fluid ounces are written "fl
/// oz".</summary>
public static partial class AmountText
{
    /// <summary>Millilitres in each measure.</summary>
    public static IReadOnlyDictionary<string, double> Millilitres { get; } =
        new Dictionary<string, double>
        {
            ["ml"] = 1,
            ["tsp"] = 4.93,
            ["teaspoon"] = 4.93,
            ["teaspoons"] = 4.93,
            ["tbsp"] = 14.79,
            ["tablespoon"] = 14.79,
            ["tablespoons"] = 14.79,
            ["cup"] = 236.6,
            ["cups"] = 236.6,
            ["metric cup"] = 250,
            ["metric cups"] = 250,
            ["fl oz"] = 29.57,
            ["pump"] = Material.UsualPumpMl,
            ["pumps"] = Material.UsualPumpMl,
            ["dab"] = 0.1,
            ["dabs"] = 0.1,
        };

    /// <summary>How much less and more a measure may hold than was meant, as factors: spoons, droppers, pumps, a dab on a finger.</summary>
    private static readonly (string Measure, double Low, double High)[] Doubts =
    [
        ("drop", 20d / 35, 20d / 15),
        ("pump", 2d / 3, 4d / 3),
        ("dab", 0.5, 2),
        ("spoon", 0.8, 1.2),
        ("tsp", 0.8, 1.2),
        ("tbsp", 0.8, 1.2),
        ("cup", 0.85, 1.15),
    ];

    /// <summary>Drops and strokes that were counted onto the scale differ by the hand alone.</summary>
    private static readonly (string Measure, double Low, double High) OwnCounted = ("own", 0.9, 1.1);

    [GeneratedRegex(
        @"^(?:(?<whole>[0-9]+)\s+)?(?<a>[0-9]+(?:[.,][0-9]+)?)(?:\s*/\s*(?<b>[0-9]+))?\s*(?<unit>[a-zA-Z% ]*)$",
        RegexOptions.CultureInvariant
    )]
    private static partial Regex Shape();

    /// <summary>Whether it is written by volume: spoons, cups, drops, pumps, millilitres.</summary>
    public static bool IsVolume(string text) =>
        Shape().Match(text.Trim()) is { Success: true } match
        && match.Groups["unit"].Value.Trim().ToLowerInvariant() is var unit
        && (unit is "drop" or "drops" || Millilitres.ContainsKey(unit));

    /// <summary>What a volume is in grams, with its doubt, in one sentence; null for what is no volume.</summary>
    public static string? Doubt(Material material, string text, Wording say)
    {
        if (!IsVolume(text))
        {
            return null;
        }

        var grams = Read(material, text, null, "").Grams!.Value;
        (string Measure, double Low, double High) plain = ("ml", 0.95, 1.05);
        var own =
            (text.Contains("drop", StringComparison.OrdinalIgnoreCase) && material.HasOwnDropper)
            || (text.Contains("pump", StringComparison.OrdinalIgnoreCase) && material.PumpG is not null);
        var (_, low, high) = own
            ? OwnCounted
            : Doubts.FirstOrDefault(doubt => text.Contains(doubt.Measure, StringComparison.OrdinalIgnoreCase), plain);
        string Told(double factor) => say.RoundWeight((decimal)Math.Round(grams * factor, 2));
        return $"{text.Trim()} is about {Told(1)}, {Told(low).Split(Wording.Narrow)[0]} to {Told(high)}: weigh it";
    }

    /// <param name="dropsPerMl">Of the maker's own dropper; null for the usual one.</param>
    /// <exception cref="Refusal">E_NOT_A_NUMBER for text without an amount, E_UNKNOWN_ID for a unit not known.</exception>
    public static AmountLine Read(Material material, string text, double? dropsPerMl, string field)
    {
        var match = Shape().Match(text.Trim());
        if (!match.Success)
        {
            throw new Refusal(
                Codes.NotANumber,
                field,
                text,
                $"“{text}” is not an amount.",
                "Write an amount such as 2 parts, 75 g, 1 tbsp or 20 drops."
            );
        }

        double Number(string group) => double.Parse(match.Groups[group].Value.Replace(',', '.'), CultureInfo.InvariantCulture);
        var amount = Number("a");
        if (match.Groups["b"].Success)
        {
            amount /=
                Number("b") is var divisor && divisor > 0
                    ? divisor
                    : throw new Refusal(Codes.NotANumber, field, text, $"“{text}” divides by nothing.", "Write a fraction such as 1/2.");
        }

        amount += match.Groups["whole"].Success ? Number("whole") : 0;
        var unit = match.Groups["unit"].Value.Trim().ToLowerInvariant();
        return unit switch
        {
            "" or "part" or "parts" or "%" => new AmountLine(material.Id, null, amount, false),
            "g" => new AmountLine(material.Id, amount, null, false),
            "kg" => new AmountLine(material.Id, 1000 * amount, null, false),
            "oz" => new AmountLine(material.Id, (double)Ounces.Grams * amount, null, false),
            "drop" or "drops" => new AmountLine(
                material.Id,
                amount / (dropsPerMl ?? material.DropsPerMl ?? Material.UsualDropsPerMl) * material.DensityGMl,
                null,
                true
            ),
            "pump" or "pumps" => new AmountLine(material.Id, amount * material.StrokeG, null, true),
            _ when Millilitres.TryGetValue(unit, out var ml) => new AmountLine(material.Id, amount * ml * material.DensityGMl, null, true),
            _ => throw new Refusal(
                Codes.UnknownId,
                field,
                text,
                $"“{unit}” is not a measure known here.",
                $"Use parts, %, g, kg, oz, drops, {string.Join(", ", Millilitres.Keys)}."
            ),
        };
    }

    /// <summary>All lines as shares of 100. Parts and masses do not mix.</summary>
    /// <exception cref="Refusal">E_RANGE when some lines are parts and some masses.</exception>
    public static IReadOnlyList<AmountShare> Percents(IReadOnlyList<AmountLine> lines)
    {
        if (lines.Any(line => line.Grams is null) && lines.Any(line => line.Grams is not null))
        {
            throw new Refusal(
                Codes.Range,
                "lines",
                lines.Count,
                "Some lines are parts and some are weights.",
                "Give all of them in parts, or all as weights or volumes."
            );
        }

        var percents = Amounts.ToPercent([.. lines.Select(line => (decimal)(line.Grams ?? line.Parts)!.Value)]);
        return [.. lines.Select((line, i) => new AmountShare(line.Material, percents[i], line.FromVolume))];
    }
}

/// <summary>What was not said.</summary>
/// <param name="Solved">The one missing amount; null when none or several are missing.</param>
/// <param name="Complete">The recipe can be kept as complete.</param>
/// <param name="EachAtMostG">Where several are missing: what each of them can be at most.</param>
public sealed record MissingAmount(string? Material, double? Solved, bool Complete, double? EachAtMostG, string Says)
{
    /// <param name="lines">Grams; null where nothing was said.</param>
    /// <param name="totalG">Stated batch; null when unknown.</param>
    public static MissingAmount Of(IReadOnlyList<(string Material, double? G)> lines, double? totalG)
    {
        var missing = lines.Where(line => line.G is null).ToArray();
        var told = lines.Sum(line => line.G ?? 0);
        var left = totalG - told;
        if (left < -1e-9)
        {
            throw new Refusal(
                Codes.Range,
                "totalG",
                totalG,
                $"The lines already weigh {told:0.##} g, more than the batch of {totalG:0.##} g.",
                "Check the batch or the lines."
            );
        }

        return (missing.Length, left) switch
        {
            (0, _) => new MissingAmount(null, null, true, null, "Nothing is missing."),
            (1, { } rest) => new MissingAmount(
                missing[0].Material,
                rest,
                true,
                rest,
                $"{missing[0].Material} must be {rest:0.##} g: the rest of the batch."
            ),
            (1, null) => new MissingAmount(missing[0].Material, null, false, null, $"{missing[0].Material} was not said, and neither was the batch."),
            (_, { } rest) => new MissingAmount(null, null, false, rest, $"{missing.Length} amounts are missing; together they are {rest:0.##} g."),
            _ => new MissingAmount(null, null, false, null, $"{missing.Length} amounts are missing, and the batch was not said."),
        };
    }
}

/// <summary>Raw material for a wanted active level: grades and blends differ in strength.</summary>
/// <param name="RawPercent">Of the product; above 100 it cannot be done.</param>
public sealed record ActiveMatter(double RawPercent, bool Possible)
{
    /// <param name="activeFraction">Of the raw material as supplied, above 0 to 1.</param>
    public static ActiveMatter Of(double wantedActivePercent, double activeFraction) =>
        new(wantedActivePercent / activeFraction, wantedActivePercent / activeFraction <= 100);
}

/// <summary>Vitamin A of an oil sold by units, as what the law counts; the supplier's certificate and local rules decide.</summary>
/// <param name="Percent">Retinol equivalents, percent of the product.</param>
public sealed record RetinolEquivalent(double Percent)
{
    private const double GramsPerUnit = 0.3e-6;

    /// <param name="rawPercent">The oil, percent of the product.</param>
    /// <param name="unitsPerGram">International units in a gram as supplied.</param>
    public static RetinolEquivalent Of(double rawPercent, double unitsPerGram) => new(rawPercent * unitsPerGram * GramsPerUnit);
}

/// <summary>One part of a small thing in parts of the batch's own oil, weighed as a whole.</summary>
/// <param name="TakeG">Of the premix into the batch; <paramref name="LessOilG"/> of the oil is then left out.</param>
/// <param name="MakeG">Least to make, so that its own small part can be weighed within 2 %.</param>
public sealed record Premix(double TakeG, double LessOilG, double MakeG, double ErrorPercent)
{
    public static Premix Of(double targetG, double scaleG, double partsOfOil)
    {
        var error = Weighing.StandardErrorG(new Scale((decimal)scaleG));
        var take = targetG * (1 + partsOfOil);
        var least = error / (Weighing.RoughAbovePercent / 100);
        return new Premix(take, targetG * partsOfOil, Math.Max(least, targetG) * (1 + partsOfOil), 100 * error / take);
    }
}
