using System.Buffers;
using System.Globalization;
using System.Text.RegularExpressions;

namespace AmberPantry.Core.Workshops;

/// <summary>Numbers as the maker reads them: in the workshop's units, with a true minus and a narrow space before the unit.</summary>
/// <remarks>Two asterisks around a figure mark it as the one that matters.</remarks>
public sealed partial class Wording(Workshop workshop)
{
    /// <summary>Narrow no-break space.</summary>
    public const string Narrow = "\u202f";

    /// <summary>All that a written text depends on.</summary>
    public (TemperatureUnit Temperature, WeightUnit Weight) Units => (workshop.Temperature, workshop.Weight);

    public bool Fahrenheit => workshop.Temperature == TemperatureUnit.Fahrenheit;

    /// <summary>"41.5 °C" to half a degree, or "107 °F" to one.</summary>
    public string Temperature(double celsius) => $"{BareTemperature(celsius)}{Narrow}{(Fahrenheit ? "°F" : "°C")}";

    public string BareTemperature(double celsius) =>
        Number(
            Fahrenheit
                ? Math.Round((celsius * 9 / 5) + 32, MidpointRounding.AwayFromZero)
                : Math.Round(celsius * 2, MidpointRounding.AwayFromZero) / 2,
            "0.#"
        );

    /// <summary>A difference of temperatures.</summary>
    public string Degrees(double celsius) =>
        $"{Number(Math.Round((Fahrenheit ? celsius * 9 / 5 : celsius) * 2) / 2, "0.#")}{Narrow}{(Fahrenheit ? "°F" : "°C")}";

    public string Weight(decimal grams)
    {
        if (workshop.Weight == WeightUnit.Ounces)
        {
            return $"{Number((double)(grams / Ounces.Grams), OunceFormat)}{Narrow}oz";
        }

        return grams >= 10_000 ? $"{Number((double)grams / 1000, "#,0.0#")}{Narrow}kg" : $"{Number((double)grams, ScaleFormat)}{Narrow}g";
    }

    /// <summary>Below it an ounce needs more than two decimals: a spray is 0.005 oz.</summary>
    private const decimal SmallG = 3;

    /// <summary>A mass that need not show the scale's step, such as a batch.</summary>
    public string RoundWeight(decimal grams) =>
        workshop.Weight == WeightUnit.Ounces ? $"{Number((double)(grams / Ounces.Grams), grams < SmallG ? "0.00#" : "#,0.00")}{Narrow}oz"
        : grams >= 10_000 ? Weight(grams)
        : $"{Number((double)grams, "#,0.#")}{Narrow}g";

    public static string Percent(decimal percent) => $"{Number((double)percent, percent is < 1 and > 0 ? "0.00" : "0.0")}{Narrow}%";

    public static string RoundPercent(decimal percent) => $"{Number((double)percent, "0.##")}{Narrow}%";

    public string Money(decimal amount) => $"{workshop.Currency}{Number((double)amount, Math.Abs(amount) < 0.10m ? "0.000" : "#,0.00")}";

    public static string Pressure(double kiloPascal) => $"{Number(kiloPascal, kiloPascal < 10 ? "0.0" : "0")}{Narrow}kPa";

    public static string Number(double value, string format)
    {
        var text = value.ToString(format, CultureInfo.InvariantCulture);
        return text.StartsWith('-') ? (text.AsSpan(1).IndexOfAnyExcept('0', '.', ',') < 0 ? text[1..] : "−" + text[1..]) : text;
    }

    /// <summary>A written sentence in the units of the house, whatever units it was written in.</summary>
    /// <remarks>A difference of temperatures is written in K.</remarks>
    public string Text(string written) =>
        IsPlain && !HasOtherUnits(written) ? written : Quantities().Replace(written, found => InHouse(found) ?? found.Value);

    /// <summary>A number with its unit in the units of the house.</summary>
    public (double Value, string Unit) Of(double value, string unit) =>
        unit switch
        {
            "°C" when Fahrenheit => ((value * 9 / 5) + 32, "°F"),
            "K" => (Fahrenheit ? value * 9 / 5 : value, Fahrenheit ? "°F" : "°C"),
            "°F" when !Fahrenheit => ((value - 32) * 5 / 9, "°C"),
            "g" when InOunces => (value / (double)Ounces.Grams, "oz"),
            "kg" when InOunces => (1000 * value / (double)Ounces.Grams, "oz"),
            "a kg" when InOunces => (value * PoundKg, "a lb"),
            "oz" when !InOunces => (value * (double)Ounces.Grams, "g"),
            _ => (value, unit),
        };

    // What is written in g and °C already need not be looked through; few texts have even a letter of another unit.
    private static bool HasOtherUnits(ReadOnlySpan<char> written) => written.ContainsAny('K', 'F', 'z') && written.ContainsAny(OtherUnits);

    private static readonly SearchValues<string> OtherUnits = SearchValues.Create([" K", "°F", "oz"], StringComparison.Ordinal);

    private const double PoundKg = 0.45359237;

    private bool IsPlain => !Fahrenheit && !InOunces;

    private bool InOunces => workshop.Weight == WeightUnit.Ounces;

    // "20 °C", "40 to 23 °C", "−5 to 60 °C", "0.5 g", "12 a kg": one number or two with one unit behind them.
    [GeneratedRegex(
        @"(?<![\w.,])(?:([−-]?\d[\d,]*(?:\.\d+)?)( to | and | or | → ))?([−-]?\d[\d,]*(?:\.\d+)?)[ \u202f](°C|°F|K|a kg|kg|g|oz)(?![\w/])"
    )]
    private static partial Regex Quantities();

    private string? InHouse(Match found)
    {
        var unit = found.Groups[4].Value;
        var told = Of(Read(found.Groups[3].Value), unit);
        if (told.Unit == unit)
        {
            return null;
        }

        var from = found.Groups[1].Success ? Show(Of(Read(found.Groups[1].Value), unit)) + found.Groups[2].Value : "";
        return $"{from}{Show(told)}{Narrow}{told.Unit}";

        string Show((double Value, string Unit) one) =>
            one.Unit switch
            {
                "oz" or "g" or "a lb" => Number(
                    one.Value,
                    Math.Abs(one.Value) switch
                    {
                        >= 10 => "#,0.#",
                        >= 1 => "0.##",
                        _ => "0.###",
                    }
                ),
                "°F" when unit == "°C" => Number(Math.Round(one.Value, MidpointRounding.AwayFromZero), "0"),
                _ => Number(Math.Round(one.Value * 2, MidpointRounding.AwayFromZero) / 2, "0.#"),
            };
    }

    private static double Read(string text) =>
        double.Parse(text.Replace('−', '-').Replace(",", "", StringComparison.Ordinal), CultureInfo.InvariantCulture);

    /// <summary>A word of an enum as it is said.</summary>
    public static string Said<T>(T word)
        where T : struct, Enum => AmberJson.Word(word).Replace('_', ' ');

    /// <summary>"12 min", from 100 on "1.9 h"; at least so many.</summary>
    public static string Minutes(double minutes, int least = 1) =>
        minutes < 100 ? $"{Math.Max(least, Math.Round(minutes)):0}{Narrow}min" : $"{minutes / 60:0.#}{Narrow}h";

    /// <summary>One tin, two tins; one box, two boxes; one jelly, two jellies.</summary>
    public static string Plural(string unit, int count) =>
        count == 1 ? unit
        : unit.EndsWith('s') || unit.EndsWith('x') || unit.EndsWith("ch", StringComparison.Ordinal) || unit.EndsWith("sh", StringComparison.Ordinal)
            ? $"{unit}es"
        : unit.Length > 1 && unit.EndsWith('y') && !"aeiou".Contains(unit[^2], StringComparison.Ordinal) ? $"{unit[..^1]}ies"
        : $"{unit}s";

    /// <summary>"Nov 2026".</summary>
    public static string Month(DateOnly date) => date.ToString("MMM yyyy", CultureInfo.InvariantCulture);

    public static string List(IReadOnlyList<string> names) =>
        names.Count switch
        {
            0 => "",
            1 => names[0],
            _ => $"{string.Join(", ", names.Take(names.Count - 1))} and {names[^1]}",
        };

    /// <summary>Places in the names of materials, which keep their capital.</summary>
    private static readonly string[] Proper = ["Epsom", "Dead", "Irish", "Japan", "Japanese", "Moroccan", "Brazil", "Brazilian", "Scots", "St"];

    /// <summary>A material's name inside a sentence: first letter small, unless it is a place or part of a code.</summary>
    public static string Inside(string name) =>
        !Proper.Contains(name.Split(' ')[0], StringComparer.Ordinal) && name.Length > 1 && char.IsUpper(name[0]) && char.IsLower(name[1])
            ? char.ToLowerInvariant(name[0]) + name[1..]
            : name;

    /// <summary>The same at the head of a sentence.</summary>
    public static string Capital(string words) => words.Length == 0 ? words : $"{char.ToUpperInvariant(words[0])}{words[1..]}";

    /// <summary>With its article: "a balm", "an underarm paste".</summary>
    public static string One(string name) => ("aeiou".Contains(name[0], StringComparison.Ordinal) ? "an " : "a ") + name;

    /// <summary>A material's short name: what stands before the first comma.</summary>
    public static string Brief(string name) => Inside(name.Split(',')[0]);

    /// <summary>Two digits more than the scale shows of a gram.</summary>
    private string OunceFormat =>
        workshop.Scale.ResolutionG switch
        {
            >= 1 => "#,0.00",
            >= 0.1m => "#,0.000",
            _ => "#,0.0000",
        };

    private string ScaleFormat =>
        workshop.Scale.ResolutionG switch
        {
            >= 1 => "#,0",
            >= 0.1m => "#,0.0",
            _ => "#,0.00",
        };
}
