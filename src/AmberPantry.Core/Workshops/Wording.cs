using System.Globalization;

namespace AmberPantry.Core.Workshops;

/// <summary>Numbers as the maker reads them: in the workshop's units, with a true minus and a narrow space before the unit.</summary>
/// <remarks>Two asterisks around a figure mark it as the one that matters.</remarks>
public sealed class Wording(Workshop workshop)
{
    /// <summary>Narrow no-break space.</summary>
    public const string Narrow = "\u202f";

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

    /// <summary>A mass that need not show the scale's step, such as a batch.</summary>
    public string RoundWeight(decimal grams) =>
        workshop.Weight == WeightUnit.Ounces ? $"{Number((double)(grams / Ounces.Grams), "#,0.00")}{Narrow}oz"
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

    /// <summary>A word of an enum as it is said.</summary>
    public static string Said<T>(T word)
        where T : struct, Enum => AmberJson.Word(word).Replace('_', ' ');

    public static string List(IReadOnlyList<string> names) =>
        names.Count switch
        {
            0 => "",
            1 => names[0],
            _ => $"{string.Join(", ", names.Take(names.Count - 1))} and {names[^1]}",
        };

    /// <summary>A material's name inside a sentence: first letter small, unless it is part of a code.</summary>
    public static string Inside(string name) =>
        name.Length > 1 && char.IsUpper(name[0]) && char.IsLower(name[1]) ? char.ToLowerInvariant(name[0]) + name[1..] : name;

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
