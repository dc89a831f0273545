using System.Globalization;

namespace AmberPantry.Core.Workshops;

/// <summary>An hour out of doors.</summary>
/// <param name="At">Its begin, local time.</param>
/// <param name="Celsius">°C.</param>
/// <param name="HumidityPercent">Relative humidity, percent.</param>
public sealed record WeatherHour(DateTime At, double Celsius, double HumidityPercent);

/// <summary>What the weather to come means for a maker of waterless products.</summary>
public static class Weather
{
    /// <summary>A day as warm as this makes a closed van far warmer (our estimate), °C.</summary>
    public const double HotC = 27;

    /// <summary>Fizzies are pressed and salts dried below this humidity, percent.</summary>
    public const double DryPercent = 55;

    private const int HoursOfADay = 24;

    /// <summary>The warmest hour of each day that is told to its end, the first day at the head.</summary>
    public static IReadOnlyDictionary<DateOnly, double> Highs(IReadOnlyList<WeatherHour> hours) =>
        new SortedDictionary<DateOnly, double>(
            hours
                .GroupBy(hour => DateOnly.FromDateTime(hour.At))
                .Where(day => day.Any(hour => hour.At.Hour == HoursOfADay - 1))
                .ToDictionary(day => day.Key, day => day.Max(hour => hour.Celsius))
        );

    /// <summary>Tomorrow, then the hot days and the damp ones; nothing where nothing is known.</summary>
    /// <param name="today">Days after it count.</param>
    public static IReadOnlyList<string> Say(IReadOnlyList<WeatherHour> hours, DateOnly today, Wording say)
    {
        Day[] days =
        [
            .. hours
                .GroupBy(hour => DateOnly.FromDateTime(hour.At))
                .Where(day => day.Key > today && day.Count() == HoursOfADay)
                .Select(day => new Day(
                    day.Key,
                    day.Min(hour => hour.Celsius),
                    day.Max(hour => hour.Celsius),
                    day.Min(hour => hour.HumidityPercent),
                    day.Max(hour => hour.HumidityPercent)
                )),
        ];
        return [.. Sentences(days, today, say)];
    }

    private static IEnumerable<string> Sentences(Day[] days, DateOnly today, Wording say)
    {
        if (days.FirstOrDefault(day => day.Date == today.AddDays(1)) is { } next)
        {
            yield return $"Tomorrow out of doors **{say.BareTemperature(next.LowC)} to {say.Temperature(next.HighC)}**, "
                + $"humidity {next.DriestPercent:0} to {next.DampestPercent:0}{Wording.Narrow}%.";
        }

        var hot = days.Where(day => day.HighC >= HotC).ToArray();
        if (hot.Length > 0)
        {
            yield return $"Hot {Named(hot)}: up to **{say.Temperature(hot.Max(day => day.HighC))}** out of doors, and a closed van far above that.";
        }

        var damp = days.Where(day => day.DriestPercent > DryPercent).ToArray();
        if (damp.Length > 0)
        {
            yield return $"Damp {Named(damp)}: it stays above **{DryPercent:0}{Wording.Narrow}%**. Press fizzies and dry salts on another day.";
        }
    }

    /// <summary>"on Sat 13 June and from Mon 15 to Thu 18 June".</summary>
    private static string Named(Day[] days)
    {
        var spells = new List<(DateOnly From, DateOnly To)>();
        foreach (var day in days)
        {
            if (spells.Count > 0 && spells[^1].To.AddDays(1) == day.Date)
            {
                spells[^1] = (spells[^1].From, day.Date);
            }
            else
            {
                spells.Add((day.Date, day.Date));
            }
        }

        return Wording.List([
            .. spells.Select(spell => spell.From == spell.To ? $"on {Name(spell.From)}" : $"from {Name(spell.From)} to {Name(spell.To)}"),
        ]);
    }

    internal static string Name(DateOnly day) => day.ToString("ddd d MMMM", CultureInfo.InvariantCulture);

    private sealed record Day(DateOnly Date, double LowC, double HighC, double DriestPercent, double DampestPercent);
}
