using System.Text.Json;
using System.Text.Json.Serialization;
using AmberPantry.Core;

namespace AmberPantry.Devices;

public enum DeviceKind
{
    Scale,

    /// <summary>A thermometer.</summary>
    Probe,

    /// <summary>Temperature and humidity out of doors, hour by hour.</summary>
    Weather,
}

/// <summary>What keeps a device from telling.</summary>
public enum DeviceTrouble
{
    /// <summary>More lies on it than it carries.</summary>
    Overload,

    /// <summary>The instrument is not plugged into what speaks for it.</summary>
    Unplugged,

    /// <summary>It cannot do what it was told.</summary>
    Refused,
}

/// <summary>One line from a device: a JSON object, told apart by its <c>type</c>.</summary>
[JsonPolymorphic(TypeDiscriminatorPropertyName = "type")]
[JsonDerivedType(typeof(Hello), "hello")]
[JsonDerivedType(typeof(Reading), "reading")]
[JsonDerivedType(typeof(Trouble), "trouble")]
[JsonDerivedType(typeof(Forecast), "forecast")]
public abstract record DeviceLine
{
    /// <summary>Longest line, characters: ten days of hours fit well.</summary>
    public const int Longest = 65_536;

    private static readonly JsonSerializerOptions Json = AmberJson.Apply(
        new JsonSerializerOptions(JsonSerializerDefaults.General) { PropertyNamingPolicy = JsonNamingPolicy.SnakeCaseLower }
    );

    /// <summary>Reads one line; null for what is no line of this protocol.</summary>
    public static DeviceLine? Read(string line) => Read<DeviceLine>(line);

    public string Write() => JsonSerializer.Serialize(this, Json);

    internal static T? Read<T>(string line)
        where T : class
    {
        try
        {
            return line.Length > Longest ? null : JsonSerializer.Deserialize<T>(line, Json);
        }
        catch (Exception error) when (error is JsonException or NotSupportedException)
        {
            return null;
        }
    }

    internal static string Write<T>(T told) => JsonSerializer.Serialize(told, Json);
}

/// <summary>The first line after a connection: who speaks.</summary>
/// <param name="Kind">What it is.</param>
/// <param name="Name">As its maker calls it, 1 to 60 letters.</param>
/// <param name="Unit"><c>g</c>, <c>kg</c>, <c>oz</c>, <c>degC</c> or <c>degF</c>: of every reading that names none.</param>
/// <param name="Step">Last digit that it shows, in its unit.</param>
/// <param name="Capacity">The most it carries, in its unit.</param>
/// <param name="Pretend">A stand-in: it can be told to pour or to follow a curve.</param>
public sealed record Hello(DeviceKind Kind, string Name, string? Unit = null, double? Step = null, double? Capacity = null, bool Pretend = false)
    : DeviceLine;

/// <summary>What the instrument shows.</summary>
/// <param name="Seq">Number of the line, one more each time, so that a lost one is noticed.</param>
/// <param name="Value">In its unit, less the tare.</param>
/// <param name="Stable">Whether it has settled.</param>
/// <param name="Tare">Of a scale: what was on it when it was tared, in its unit.</param>
public sealed record Reading(long Seq, double Value, bool Stable, string? Unit = null, double? Tare = null) : DeviceLine;

/// <param name="Seq">Number of the line.</param>
public sealed record Trouble(long Seq, DeviceTrouble Code) : DeviceLine;

/// <summary>Temperature and humidity to come.</summary>
/// <param name="Seq">Number of the line.</param>
public sealed record Forecast(long Seq, IReadOnlyList<ForecastHour> Hours) : DeviceLine;

/// <param name="At">Begin of the hour, local time.</param>
/// <param name="Celsius">°C.</param>
/// <param name="Humidity">Relative humidity, percent.</param>
public sealed record ForecastHour(DateTime At, double Celsius, double Humidity);

/// <summary>One line to a device, told apart by its <c>do</c>.</summary>
[JsonPolymorphic(TypeDiscriminatorPropertyName = "do")]
[JsonDerivedType(typeof(Tare), "tare")]
[JsonDerivedType(typeof(TellFrom), "tell_from")]
[JsonDerivedType(typeof(Pour), "pour")]
[JsonDerivedType(typeof(Follow), "follow")]
[JsonDerivedType(typeof(Behave), "behave")]
public abstract record DeviceOrder
{
    /// <summary>Reads one line; null for what is no order of this protocol.</summary>
    public static DeviceOrder? Read(string line) => DeviceLine.Read<DeviceOrder>(line);

    public string Write() => DeviceLine.Write(this);
}

/// <summary>What lies on the scale now counts as nothing.</summary>
public sealed record Tare : DeviceOrder;

/// <summary>Asks for the weather of ten days.</summary>
/// <param name="At">The first hour, local time.</param>
public sealed record TellFrom(DateTime At) : DeviceOrder;

/// <summary>For a stand-in: a hand pours until the scale shows so much, as well as a hand does.</summary>
/// <param name="ToG">Grams after the tare.</param>
public sealed record Pour(double ToG) : DeviceOrder;

/// <summary>For a stand-in: the probe goes into a pot that cools so, slower or faster by a factor that it keeps to itself.</summary>
/// <param name="Curve">Minutes from now and °C, in order.</param>
public sealed record Follow(IReadOnlyList<CurvePoint> Curve) : DeviceOrder;

/// <param name="Min">Minutes from the order.</param>
/// <param name="Celsius">°C.</param>
public sealed record CurvePoint(double Min, double Celsius);

/// <summary>For a stand-in: does what a bad day does to an instrument.</summary>
public sealed record Behave(Behaviour As) : DeviceOrder;

public enum Behaviour
{
    Well,

    /// <summary>Wanders off by itself.</summary>
    Drifting,
    Unplugged,

    /// <summary>Says nothing.</summary>
    Silent,

    /// <summary>Half of its lines are torn.</summary>
    Garbled,
}
