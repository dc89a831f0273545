namespace AmberPantry.Core.Workshops;

/// <summary>The usual air of a room in a month.</summary>
/// <param name="Month">1 to 12.</param>
/// <param name="TemperatureC">°C; null where nobody knows.</param>
/// <param name="HumidityPercent">Relative humidity; null where nobody knows.</param>
public sealed record RoomMonth(int Month, double? TemperatureC, double? HumidityPercent);

/// <summary>A room of the house: where it is worked, where things dry and stand.</summary>
/// <param name="Id">Unique among the rooms.</param>
public sealed record Room(string Id, string Name)
{
    /// <summary>The room in which it is worked: how it is now is read with the workroom.</summary>
    public const string Workroom = "workroom";
    public const int Most = 8;
    private const int LongestName = 60;
    private const int MonthsOfAYear = 12;

    /// <summary>As last read, °C.</summary>
    public double? TemperatureC { get; init; }

    /// <summary>As last read, relative humidity.</summary>
    public double? HumidityPercent { get; init; }

    /// <summary>At most one for each month.</summary>
    public IReadOnlyList<RoomMonth> Months { get; init; } = [];

    /// <summary>Its air now: as read, else as usual in this month.</summary>
    public (double? C, double? HumidityPercent) Air(DateOnly? today)
    {
        var month = today is { } day ? Months.FirstOrDefault(one => one.Month == day.Month) : null;
        return (TemperatureC ?? month?.TemperatureC, HumidityPercent ?? month?.HumidityPercent);
    }

    /// <exception cref="Refusal">With the path of the first field that cannot be taken.</exception>
    internal void Check(string path)
    {
        HouseSettings.Text(Name, LongestName, $"{path}.name", "A room needs a name of 1 to 60 characters.", "Give it a short name.");
        RoomAir.CheckParts(TemperatureC, HumidityPercent, $"{path}.");
        for (var i = 0; i < Months.Count; i++)
        {
            var (month, at) = (Months[i], $"{path}.months[{i}]");
            if (month.Month is < 1 or > MonthsOfAYear || Months.Take(i).Any(other => other.Month == month.Month))
            {
                throw new Refusal(
                    Codes.Range,
                    $"{at}.month",
                    month.Month,
                    $"{month.Month} is no month, or stands there twice.",
                    "Give 1 to 12, once each."
                );
            }

            RoomAir.CheckParts(month.TemperatureC, month.HumidityPercent, $"{at}.");
        }
    }
}
