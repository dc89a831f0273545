using System.Globalization;
using System.Text.RegularExpressions;
using AmberPantry.Core.Materials;
using AmberPantry.Core.Workshops;

namespace AmberPantry.Core.Formulas.Pasted;

/// <summary>What an amount is counted in.</summary>
internal enum Measure
{
    /// <summary>A number without a unit: percent, parts or grams, as the whole list tells.</summary>
    Bare,
    Percent,
    Parts,
    Grams,
    Millilitres,
    Drops,

    /// <summary>Strokes of a pump.</summary>
    Pumps,

    /// <summary>"q.s.", "to 100": what the others leave.</summary>
    Rest,
}

/// <summary>An amount of a list, one number or a range.</summary>
/// <param name="Says">As it was written.</param>
/// <param name="Thousands">The other way to read it, where a comma or point may part thousands; null where it is plain.</param>
internal sealed partial record PastedAmount(decimal Low, decimal? High, Measure Measure, string Says, decimal? Thousands = null)
{
    private const string Number = @"(?:[0-9]{1,6} +)?[0-9]{1,4} ?/ ?[0-9]{1,4}|[0-9]{1,9}(?:[.,' ][0-9]{3}){0,3}(?:[.,][0-9]{1,9})?|[.,][0-9]{1,9}";

    private static readonly (string Unit, Measure Measure, double Factor)[] Units =
    [
        ("%|percent|per cent|pct|w/w", Measure.Percent, 1),
        ("parts?|pts?", Measure.Parts, 1),
        ("kg|kilos?|kilograms?", Measure.Grams, 1000),
        ("mg|milligrams?", Measure.Grams, 0.001),
        ("g|gr|gm|gms|grams?|grammes?|gramm", Measure.Grams, 1),
        ("fl\\.? ?oz\\.?|fluid ounces?", Measure.Millilitres, AmountText.Millilitres["fl oz"]),
        ("oz\\.?|ounces?", Measure.Grams, (double)Ounces.Grams),
        ("lbs?|pounds?", Measure.Grams, 16 * (double)Ounces.Grams),
        ("ml|millilit(?:er|re)s?", Measure.Millilitres, 1),
        ("l|lit(?:er|re)s?", Measure.Millilitres, 1000),
        ("tsps?|teaspoons?", Measure.Millilitres, AmountText.Millilitres["tsp"]),
        ("tbsps?|tablespoons?", Measure.Millilitres, AmountText.Millilitres["tbsp"]),
        ("metric cups?", Measure.Millilitres, AmountText.Millilitres["metric cup"]),
        ("cups?", Measure.Millilitres, AmountText.Millilitres["cup"]),
        ("dabs?", Measure.Millilitres, AmountText.Millilitres["dab"]),
        ("pumps?", Measure.Pumps, 1),
        ("drops?|gtts?", Measure.Drops, 1),
    ];

    private static readonly string AnyUnit = string.Join('|', Units.Select(one => one.Unit));

    private static readonly Regex Written = new(
        $@"(?<![\p{{L}}0-9.,/\-])(?<low>{Number})(?: ?(?:%|g|ml|oz)?(?: ?(?:-|–|—) ?| (?:to|or|bis) )(?<high>{Number}))?"
            + $@" ?(?<unit>(?:{AnyUnit})(?![\p{{L}}0-9]))?(?![\p{{L}}0-9])",
        RegexOptions.IgnoreCase | RegexOptions.CultureInvariant,
        TimeSpan.FromSeconds(1)
    );

    [GeneratedRegex(
        @"(?<![\p{L}0-9])(?:(?:q\. ?s\.?|qs)(?: ?(?:to|ad) ?100 ?%?)?|quantum satis|ad 100 ?%?|(?:up )?to (?:make )?100 ?%?"
            + @"|the rest|rest|remainder|balance)(?![\p{L}0-9])",
        RegexOptions.IgnoreCase | RegexOptions.CultureInvariant
    )]
    private static partial Regex TheRest();

    public static PastedAmount Rest { get; } = new(0, null, Measure.Rest, "the rest");

    /// <summary>Middle of a range.</summary>
    public decimal Middle => High is { } high ? (Low + high) / 2 : Low;

    /// <summary>Every amount of a row with where it stands, those with a unit first.</summary>
    public static IReadOnlyList<(PastedAmount Amount, int At, int Length)> In(string row)
    {
        List<(PastedAmount Amount, int At, int Length)> found = [];
        foreach (Match rest in TheRest().Matches(row))
        {
            found.Add((Rest with { Says = rest.Value.Trim() }, rest.Index, rest.Length));
        }

        foreach (Match match in Written.Matches(row))
        {
            if (found.All(one => match.Index + match.Length <= one.At || match.Index >= one.At + one.Length) && Of(match) is { } amount)
            {
                found.Add((amount, match.Index, match.Length));
            }
        }

        return [.. found.OrderBy(one => one.Amount.Measure == Measure.Bare)];
    }

    /// <summary>An amount that stands alone; null where it is none.</summary>
    public static PastedAmount? Alone(string text) =>
        In(text.Trim()) is [var only] && only.At == 0 && only.Length == text.Trim().Length ? only.Amount : null;

    /// <summary>Grams of it by the material's density; null for what has no mass of its own.</summary>
    public double? GramsOf(Material material) =>
        Measure switch
        {
            Measure.Grams => (double)Middle,
            Measure.Millilitres => (double)Middle * material.DensityGMl,
            Measure.Pumps => (double)Middle * material.StrokeG,
            Measure.Drops => (double)Middle / (material.DropsPerMl ?? Material.UsualDropsPerMl) * material.DensityGMl,
            _ => null,
        };

    private static PastedAmount? Of(Match match)
    {
        var unit = match.Groups["unit"].Value;
        var (_, measure, factor) =
            unit.Length == 0 ? ("", Measure.Bare, 1) : Units.First(one => Regex.IsMatch(unit, $"^(?:{one.Unit})$", RegexOptions.IgnoreCase));
        if (Read(match.Groups["low"].Value) is not { } low)
        {
            return null;
        }

        var high = match.Groups["high"].Success ? Read(match.Groups["high"].Value) : null;
        decimal Times(decimal value) => value * (decimal)factor;
        return new PastedAmount(
            Times(low.Value),
            high is { } upper && upper.Value > low.Value ? Times(upper.Value) : null,
            measure,
            match.Value.Trim(),
            measure is not (Measure.Percent or Measure.Bare) && low.Thousands is { } many ? Times(many) : null
        );
    }

    /// <summary>A number as it is written anywhere; both ways of reading it where a comma or point before three figures may part thousands.</summary>
    private static (decimal Value, decimal? Thousands)? Read(string text)
    {
        if (text.Contains('/', StringComparison.Ordinal))
        {
            var parts = text.Split([' ', '/'], StringSplitOptions.RemoveEmptyEntries)
                .Select(part => decimal.Parse(part, CultureInfo.InvariantCulture));
            return parts.ToArray() switch
            {
                [var whole, var above, > 0 and var below] => (whole + (above / below), null),
                [var above, > 0 and var below] => (above / below, null),
                _ => null,
            };
        }

        var plain = text.Replace("'", "", StringComparison.Ordinal).Replace(" ", "", StringComparison.Ordinal);
        var marks = plain.Where(letter => letter is '.' or ',').ToArray();
        decimal Number(string digits) => decimal.Parse(digits, NumberStyles.AllowDecimalPoint, CultureInfo.InvariantCulture);
        string Without(char mark) => plain.Replace(mark.ToString(), "", StringComparison.Ordinal);
        return marks switch
        {
            [] => (Number(plain), null),
            // One mark: a decimal, unless it may part thousands: 1,200.
            [var mark] when plain.IndexOf(mark) is var at and > 0 and <= 3 && plain.Length - at == 4 && plain[0] != '0' => (
                Number(plain.Replace(',', '.')),
                Number(Without(mark))
            ),
            [_] => (Number(plain.Replace(',', '.')), null),
            // The last of two kinds is the decimal: 1.200,5 and 1,200.5.
            [var first, .., var last] when first != last => (Number(Without(first).Replace(',', '.')), null),
            [var all, ..] => (Number(Without(all)), null),
        };
    }
}
