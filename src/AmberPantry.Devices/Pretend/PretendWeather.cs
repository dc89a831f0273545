namespace AmberPantry.Devices.Pretend;

/// <summary>Ten days of made-up weather, hour by hour: each summer fortnight has a hot spell, each year damp ones.</summary>
internal sealed class PretendWeather(int seed) : IPretend
{
    public const int Hours = 240;

    /// <summary>Mean temperature of a month, °C, of a mild coast.</summary>
    private static readonly double[] MeanC = [5, 5.5, 7.5, 10, 13, 16, 18, 18, 15.5, 12, 8.5, 6];

    /// <summary>Half the way from the coldest hour of a day to the warmest, °C.</summary>
    private static readonly double[] SwingC = [2, 2.5, 3.5, 4.5, 5, 5, 5, 4.5, 4, 3, 2.5, 2];

    private const int WarmestHour = 15;

    /// <summary>Longest stretch of like days, and how many of them are hot in summer, or damp, days.</summary>
    private const int SpellDays = 14;
    private const int HotDays = 7;
    private const int DampDays = 5;
    private const double HotC = 8;

    private long seq;
    private DateTime? from;

    public Hello Hello { get; } = new(DeviceKind.Weather, "Pretend weather", Pretend: true);

    public TimeSpan Every { get; } = TimeSpan.FromSeconds(2);

    public Behaviour Behaviour { get; set; }

    public DeviceLine? After(TimeSpan passed)
    {
        if (from is not { } first)
        {
            return null;
        }

        from = null;
        return new Forecast(++seq, [.. Enumerable.Range(0, Hours).Select(hour => At(first.AddHours(hour)))]);
    }

    public bool Do(DeviceOrder order)
    {
        switch (order)
        {
            case TellFrom tell:
                from = new DateTime(tell.At.Year, tell.At.Month, tell.At.Day, tell.At.Hour, 0, 0, DateTimeKind.Unspecified);
                return true;
            default:
                return false;
        }
    }

    /// <summary>The same hour of the same seed is always the same, whoever asks and whenever.</summary>
    private ForecastHour At(DateTime hour)
    {
        var day = (int)(hour.Date - DateTime.UnixEpoch).TotalDays;
        var (spell, dayOfSpell) = Math.DivRem(day, SpellDays);
        var mood = new Noise(HashCode(seed, spell));
        var hotFrom = (int)mood.Between(0, SpellDays - HotDays + 1);
        var dampFrom = (int)mood.Between(0, SpellDays - DampDays + 1);
        var isHot = hour.Month is >= 6 and <= 8 && dayOfSpell >= hotFrom && dayOfSpell < hotFrom + HotDays;
        var isDamp = !isHot && dayOfSpell >= dampFrom && dayOfSpell < dampFrom + DampDays;
        var today = new Noise(HashCode(seed, day)).Next();
        var swing =
            SwingC[hour.Month - 1]
            * (
                isDamp ? 0.4
                : isHot ? 1.3
                : 1
            );
        var way = Math.Cos((hour.Hour - WarmestHour) * Math.PI / 12);
        var celsius = MeanC[hour.Month - 1] + (isHot ? HotC : 0) + (1.5 * today) + (swing * way);
        var humidity =
            (
                isDamp ? 90
                : isHot ? 52
                : 72
            )
            - (way * (isDamp ? 5 : 16))
            - (2 * today);
        return new ForecastHour(hour, Math.Round(celsius, 1), Math.Round(Math.Clamp(humidity, 20, 100)));
    }

    /// <summary>The framework's own hash is another in each process.</summary>
    private static int HashCode(int a, int b) => unchecked((a * 73_856_093) ^ (b * 19_349_663) ^ ((a + b) << 7));
}
