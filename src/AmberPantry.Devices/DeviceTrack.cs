namespace AmberPantry.Devices;

/// <summary>Whether a device can be believed now.</summary>
public enum DeviceStanding
{
    /// <summary>No address is told.</summary>
    None,

    /// <summary>There is nobody at the address.</summary>
    Away,

    /// <summary>Connected, and nothing usable has come for a while.</summary>
    Silent,

    /// <summary>It says itself that something is wrong.</summary>
    Troubled,

    /// <summary>It tells, and still moves.</summary>
    Moving,

    /// <summary>It tells, and has settled.</summary>
    Settled,
}

/// <summary>A device as a maker needs to know it.</summary>
/// <param name="Name">As it calls itself; empty before it has spoken.</param>
/// <param name="Value">Grams after the tare, or °C; null where it cannot be believed.</param>
/// <param name="Decimals">Digits after the point that its step is worth.</param>
/// <param name="CapacityG">The most it carries, grams.</param>
/// <param name="Pretend">Whether it is a stand-in.</param>
public sealed record DeviceState(
    DeviceKind Kind,
    DeviceStanding Standing,
    string Name,
    double? Value,
    int Decimals,
    double? CapacityG,
    bool Pretend,
    DeviceCounts Counts
)
{
    /// <summary>What is the matter and what to do; empty when all is well.</summary>
    public string Says { get; init; } = "";

    /// <summary>What a scale has tared away, grams; null where it does not say.</summary>
    public double? TareG { get; init; }

    /// <summary>What a scale was last tared for, as whoever asked named it.</summary>
    public string? TaredFor { get; init; }
}

/// <param name="Lost">Lines that never came, by their numbers.</param>
/// <param name="Garbled">Lines that could not be read.</param>
public sealed record DeviceCounts(long Lost, long Garbled);

/// <summary>Follows what a device says. Knows no clock: every line and question comes with its time.</summary>
/// <remarks>Not safe for two threads at once.</remarks>
public sealed class DeviceTrack(DeviceKind kind)
{
    /// <summary>A scale or probe that has said nothing usable for so long is silent.</summary>
    public static readonly TimeSpan Patience = TimeSpan.FromSeconds(3);

    private const int MostLetters = 60;
    private const int MostDecimals = 3;
    private const double GramsPerOunce = 28.349523125;

    /// <summary>What a kitchen scale or a thermometer can show at all, g and °C.</summary>
    private const double MostG = 200_000;
    private const double LeastC = -60;
    private const double MostC = 400;

    private Hello? who;
    private (double Value, bool Stable, double? TareG)? shown;
    private DeviceTrouble? trouble;
    private DateTime? heardAt;
    private long? seq;
    private long lost,
        garbled;

    public Forecast? Forecast { get; private set; }

    public bool IsPretend => who?.Pretend == true;

    /// <summary>A connection has come about.</summary>
    public void Begin(DateTime now)
    {
        (who, shown, trouble, seq) = (null, null, null, null);
        heardAt = now;
    }

    /// <summary>The connection is gone.</summary>
    public void End() => (who, shown, trouble, heardAt, seq) = (null, null, null, null, null);

    /// <summary>Takes one line as it came.</summary>
    /// <returns>Whether it could be used.</returns>
    public bool Take(string text, DateTime now)
    {
        var line = DeviceLine.Read(text);
        var used = line switch
        {
            Hello hello => Greet(hello),
            Reading reading when who is not null => Show(reading),
            Trouble told when who is not null => Tell(told),
            Forecast forecast when who?.Kind == DeviceKind.Weather => Keep(forecast),
            _ => false,
        };
        if (used)
        {
            heardAt = now;
        }
        else
        {
            garbled++;
        }

        return used;
    }

    /// <summary>How it stands now.</summary>
    public DeviceState At(DateTime now)
    {
        var silent = heardAt is { } heard && now - heard > Patience && kind != DeviceKind.Weather;
        var standing =
            heardAt is null ? DeviceStanding.Away
            : silent || who is null ? DeviceStanding.Silent
            : trouble is not null ? DeviceStanding.Troubled
            : shown is { Stable: true } || Forecast is not null ? DeviceStanding.Settled
            : DeviceStanding.Moving;
        var value = standing is DeviceStanding.Settled or DeviceStanding.Moving ? shown?.Value : null;
        var step = who?.Step is { } digit ? ToBase(digit, who.Unit, isStep: true) : null;
        var decimals = step is > 0 and < 1 ? Math.Min(MostDecimals, (int)Math.Ceiling(-Math.Log10(step.Value) - 1e-9)) : 0;
        return new DeviceState(
            kind,
            standing,
            who?.Name ?? "",
            value is { } told ? Math.Round(told, decimals) : null,
            decimals,
            who?.Capacity is { } most ? ToBase(most, who.Unit) : null,
            IsPretend,
            new DeviceCounts(lost, garbled)
        )
        {
            Says = Says(standing),
            TareG = kind == DeviceKind.Scale && value is not null ? shown?.TareG : null,
        };
    }

    private string Says(DeviceStanding standing)
    {
        var (it, instead) = kind switch
        {
            DeviceKind.Scale => ("The scale", "Type the weight, or"),
            DeviceKind.Probe => ("The thermometer", "Type the temperature, or"),
            _ => ("The weather", "Type what you know, or"),
        };
        return standing switch
        {
            DeviceStanding.Away => $"{it} does not answer. {instead} start it; it is found again by itself.",
            DeviceStanding.Silent when garbled > 0 => $"{it} cannot be understood. {instead} look at its cable.",
            DeviceStanding.Silent => $"{it} says nothing. {instead} look at its cable.",
            DeviceStanding.Troubled when trouble is DeviceTrouble.Overload =>
                "More lies on the scale than it carries. Take some off and weigh apart.",
            DeviceStanding.Troubled => $"{it} is unplugged. {instead} plug it in.",
            DeviceStanding.Moving when kind == DeviceKind.Scale => "The scale still moves: wait until it settles, or type the weight.",
            _ => "",
        };
    }

    private bool Greet(Hello hello)
    {
        if (hello.Kind != kind || hello.Name.Trim() is not { Length: > 0 and <= MostLetters } name || ToBase(1, hello.Unit) is null)
        {
            return false;
        }

        who = hello with { Name = name };
        return true;
    }

    private bool Show(Reading reading)
    {
        var (least, most) = kind == DeviceKind.Scale ? (-MostG, MostG) : (LeastC, MostC);
        if (ToBase(reading.Value, reading.Unit ?? who!.Unit) is not { } value || !double.IsFinite(value) || value < least || value > most)
        {
            return false;
        }

        Count(reading.Seq);
        // A tare that no scale has is left out; the weight beside it still counts.
        var tare = reading.Tare is { } told && ToBase(told, reading.Unit ?? who!.Unit) is { } grams and >= 0 and <= MostG ? grams : (double?)null;
        (shown, trouble) = ((value, reading.Stable, tare), null);
        return true;
    }

    private bool Tell(Trouble told)
    {
        Count(told.Seq);
        if (told.Code != DeviceTrouble.Refused)
        {
            (shown, trouble) = (null, told.Code);
        }

        return true;
    }

    private bool Keep(Forecast forecast)
    {
        var hours = forecast.Hours;
        if (
            hours.Count == 0
            || hours.Any(hour => hour.Celsius is not (>= -60 and <= 60) || hour.Humidity is not (>= 0 and <= 100))
            || hours.Zip(hours.Skip(1)).Any(pair => pair.First.At >= pair.Second.At)
        )
        {
            return false;
        }

        Count(forecast.Seq);
        Forecast = forecast;
        return true;
    }

    /// <summary>A device that has begun anew counts from its first line on.</summary>
    private void Count(long number)
    {
        if (seq is { } before && number > before + 1)
        {
            lost += number - before - 1;
        }

        seq = number;
    }

    /// <summary>Grams or °C; null for a unit that this kind does not have.</summary>
    private double? ToBase(double value, string? unit, bool isStep = false) =>
        (kind, unit) switch
        {
            (DeviceKind.Scale, null or "g") => value,
            (DeviceKind.Scale, "kg") => value * 1000,
            (DeviceKind.Scale, "oz") => value * GramsPerOunce,
            (DeviceKind.Probe, null or "degC") => value,
            (DeviceKind.Probe, "degF") => isStep ? value / 1.8 : (value - 32) / 1.8,
            (DeviceKind.Weather, null) => value,
            _ => null,
        };
}
