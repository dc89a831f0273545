using System.Globalization;
using System.Text.RegularExpressions;
using AmberPantry.Core.Science.Making;

namespace AmberPantry.Core.Making.Sheets;

/// <summary>What the thermometer and the hygrometer must say at a step; null is open.</summary>
internal sealed record WantedAt(double? FromC, double? ToC, double? MostC, double? MostHumidity);

/// <summary>Reads the temperature rules of the step templates.</summary>
internal static partial class TemperatureRule
{
    /// <summary>Air dry enough to work salts and fizzies in, percent.</summary>
    public const double DryAirPercent = 45;

    [GeneratedRegex(@"^(?<a>[\w. +-]+?)\.\.(?<b>[\w. +-]+)$")]
    private static partial Regex Span();

    [GeneratedRegex(@"^(?:(?<a>[\w. +-]+?) *<=? *)?T(?: *<=? *(?<b>[\w. +-]+))?$")]
    private static partial Regex Between();

    [GeneratedRegex(@"^T *>=? *(?<a>[\w. +-]+)$")]
    private static partial Regex AtLeast();

    [GeneratedRegex(@"^(?<name>[a-z_]+|-?[\d.]+)(?: *(?<sign>[+-]) *(?<by>[\d.]+))?$")]
    private static partial Regex Figure();

    /// <summary>What is read in the mix itself; of two spans the first that is known.</summary>
    public static WantedAt Of(string rule, Func<string, double?> named, SheetMelt melt)
    {
        double? from = null,
            to = null,
            most = null,
            humidity = null;
        foreach (var part in rule.Split(';', StringSplitOptions.TrimEntries | StringSplitOptions.RemoveEmptyEntries))
        {
            if (part.StartsWith("rh", StringComparison.Ordinal))
            {
                humidity = DryAirPercent;
            }
            else if (part.StartsWith("phi ", StringComparison.Ordinal))
            {
                double[] structure = [.. part[4..].Split("..").Select(one => double.Parse(one, CultureInfo.InvariantCulture))];
                (from, to) = (Halve(melt.Structured(structure[1]), Halves.Up), Halve(melt.Structured(structure[0]), Halves.Down));
            }
            else if (Span().Match(part) is { Success: true } span)
            {
                double? a = Value(span.Groups["a"].Value, named),
                    b = Value(span.Groups["b"].Value, named);
                if (from is null && to is null)
                {
                    (from, to) = a > b ? (b, a) : (a, b);
                }
            }
            else if (Between().Match(part) is { Success: true } between)
            {
                var upper = between.Groups["b"].Success ? Value(between.Groups["b"].Value, named) : null;
                if (from is null && to is null)
                {
                    from = between.Groups["a"].Success ? Value(between.Groups["a"].Value, named) : null;
                    to = upper;
                }
                else
                {
                    most = upper;
                }
            }
            else if (AtLeast().Match(part) is { Success: true } least)
            {
                from = Value(least.Groups["a"].Value, named);
            }
        }

        return new WantedAt(Halve(from, Halves.Up), Halve(to, Halves.Down), most > to ? most : null, humidity);
    }

    private static double? Halve(double? celsius, Func<double, double> half) => celsius is { } c ? half(c) : null;

    internal static double? Value(string text, Func<string, double?> named)
    {
        var figure = Figure().Match(text.Trim());
        if (!figure.Success)
        {
            return null;
        }

        var name = figure.Groups["name"].Value;
        var value = double.TryParse(name, NumberStyles.Float, CultureInfo.InvariantCulture, out var number) ? number : named(name);
        return figure.Groups["by"].Success
            ? value + ((figure.Groups["sign"].Value == "+" ? 1 : -1) * double.Parse(figure.Groups["by"].Value, CultureInfo.InvariantCulture))
            : value;
    }
}

/// <summary>What a clock rule may ask of a batch.</summary>
internal sealed record ClockAsk(double BatchG, double? FromC, int Lines, int Portions, double? HoldMin, double? DryH, double? DryDoubtH)
{
    /// <summary>Seconds from where it stands to a temperature, of the bowl or of a filled pack.</summary>
    public required Func<double, double?> CoolsS { get; init; }

    /// <summary>Seconds until it has set so far.</summary>
    public required Func<double, double?> SetsS { get; init; }

    /// <summary>Seconds in the hand until the peaks go; null where it does not warm so far.</summary>
    public required double? WarmS { get; init; }

    public required Func<string, double?> Named { get; init; }

    public required bool Overnight { get; init; }
}

/// <summary>Reads the clock rules of the step templates: a model's time where there is one, else the rule's.</summary>
internal static partial class ClockRule
{
    /// <summary>Nothing is told more finely, minutes, and before a reading it is told to a quarter.</summary>
    private const double LeastDoubtMin = 1;
    private const double DoubtBeforeReading = 0.25;

    private static readonly StepKind[] EarlyHurts =
    [
        StepKind.Cap,
        StepKind.Demould,
        StepKind.Dry,
        StepKind.Set,
        StepKind.Rest,
        StepKind.Hold,
        StepKind.Label,
        StepKind.Check,
    ];

    [GeneratedRegex(
        @"^rule: (?<a>\d+(?:\.\d+)?)(?:\.\.(?<b>\d+(?:\.\d+)?))? (?<unit>min|h|d)"
            + @"(?: per (?<per>\d*) ?(?<what>g|kg|portion|line))?(?: \+ (?<plus>\d+) min)?"
    )]
    private static partial Regex Fixed();

    [GeneratedRegex(@"^model: cooling to (?:phi (?<phi>[\d.]+)|(?<to>[\w+ -]+))")]
    private static partial Regex Cooling();

    public static StepClock? Of(string rule, StepKind kind, ClockAsk ask)
    {
        StepClock? byRule = null;
        foreach (var part in rule.Split(';', StringSplitOptions.TrimEntries))
        {
            if (part.StartsWith("model: drying", StringComparison.Ordinal) && ask.DryH is { } dry)
            {
                return new StepClock(Math.Max(0, dry - (ask.DryDoubtH ?? 0)) * 60, (dry + (ask.DryDoubtH ?? 0)) * 60, false, true);
            }

            if (part.StartsWith("model: warm", StringComparison.Ordinal) && ask.WarmS is { } warm)
            {
                return Doubted(warm / 60, true);
            }

            if (Cooling().Match(part.Split(',')[0]) is { Success: true } cooling)
            {
                var seconds =
                    cooling.Groups["phi"].Success ? ask.SetsS(double.Parse(cooling.Groups["phi"].Value, CultureInfo.InvariantCulture))
                    : part.Contains("phi of", StringComparison.Ordinal) ? ask.SetsS(double.NaN)
                    : TemperatureRule.Value(cooling.Groups["to"].Value, ask.Named) is { } to ? ask.CoolsS(to)
                    : null;
                if (seconds is > 0)
                {
                    return Doubted(seconds.Value / 60, !EarlyHurts.Contains(kind));
                }
            }

            byRule ??= ByRule(part, kind, ask);
        }

        return byRule;
    }

    private static StepClock? ByRule(string part, StepKind kind, ClockAsk ask)
    {
        var late = !EarlyHurts.Contains(kind);
        if (part.StartsWith("rule: hold_min", StringComparison.Ordinal))
        {
            return ask.HoldMin is { } hold ? new StepClock(hold, hold, false, false) : null;
        }

        if (part.StartsWith("rule: choiceUnmould", StringComparison.Ordinal))
        {
            return ask.Overnight ? new StepClock(8 * 60, 12 * 60, false, false) : new StepClock(5, 10, false, false);
        }

        if (Fixed().Match(part) is not { Success: true } rule)
        {
            return null;
        }

        var unit = rule.Groups["unit"].Value switch
        {
            "h" => 60,
            "d" => 24 * 60,
            _ => 1.0,
        };
        var times = rule.Groups["what"].Value switch
        {
            "g" => ask.BatchG / double.Parse(rule.Groups["per"].Value, CultureInfo.InvariantCulture),
            "kg" => ask.BatchG / 1000,
            "portion" => ask.Portions,
            "line" => ask.Lines,
            _ => 1,
        };
        double Minutes(string group) => double.Parse(rule.Groups[group].Value, CultureInfo.InvariantCulture) * unit * times;
        var plus = rule.Groups["plus"].Success ? double.Parse(rule.Groups["plus"].Value, CultureInfo.InvariantCulture) : 0;
        var from = Minutes("a") + plus;
        var to =
            rule.Groups["b"].Success ? Minutes("b") + plus
            : part.Contains("doubt half", StringComparison.Ordinal) ? 1.5 * from
            : from;
        return new StepClock(Math.Max(LeastDoubtMin, Math.Round(from)), Math.Max(LeastDoubtMin, Math.Round(to)), late, false);
    }

    private static StepClock Doubted(double minutes, bool lateHurts)
    {
        var doubt = Math.Max(LeastDoubtMin, DoubtBeforeReading * minutes);
        return new StepClock(Math.Max(0, Math.Round(minutes - doubt)), Math.Round(minutes + doubt), lateHurts, true);
    }
}
