using AmberPantry.Core;
using AmberPantry.Core.Workshops;
using AmberPantry.Devices;

namespace AmberPantry.Server.Live;

/// <summary>The devices of the bench as they stand now, and the way to tell them something.</summary>
public sealed class LiveDevices
{
    private readonly Lock gate = new();
    private readonly Dictionary<DeviceKind, DeviceTrack> tracks = Enum.GetValues<DeviceKind>()
        .ToDictionary(kind => kind, kind => new DeviceTrack(kind));
    private readonly Dictionary<DeviceKind, Func<string, Task>> ways = [];
    private readonly HashSet<DeviceKind> told = [];
    private string? taredFor;

    /// <summary>Weather of the days to come; null where none speaks.</summary>
    public Forecast? Forecast
    {
        get
        {
            lock (gate)
            {
                return tracks[DeviceKind.Weather].Forecast;
            }
        }
    }

    /// <summary>The hours to come; none where nobody tells them.</summary>
    public IReadOnlyList<WeatherHour> Hours =>
        Forecast is { } forecast ? [.. forecast.Hours.Select(hour => new WeatherHour(hour.At, hour.Celsius, hour.Humidity))] : [];

    public IEnumerable<DeviceState> All => Enum.GetValues<DeviceKind>().Select(At);

    public DeviceState At(DeviceKind kind)
    {
        lock (gate)
        {
            var state = tracks[kind].At(DateTime.UtcNow) with { TaredFor = kind == DeviceKind.Scale ? taredFor : null };
            return told.Contains(kind) ? state : state with { Standing = DeviceStanding.None, Says = "" };
        }
    }

    /// <summary>Tares the scale, once for the same purpose: a second page must not tare away what the first has poured.</summary>
    /// <exception cref="Refusal">E_NOT_NOW where nobody is there.</exception>
    public async Task Tare(string? purpose)
    {
        lock (gate)
        {
            if (purpose is not null && purpose == taredFor)
            {
                return;
            }
        }

        await Order(DeviceKind.Scale, new Tare());
        lock (gate)
        {
            taredFor = purpose ?? taredFor;
        }
    }

    /// <summary>Sends an order to a device.</summary>
    /// <exception cref="Refusal">E_NOT_NOW where nobody is there, or it is not one that pretends and the order is for those.</exception>
    public async Task Order(DeviceKind kind, DeviceOrder order)
    {
        Func<string, Task>? way;
        lock (gate)
        {
            way = ways.GetValueOrDefault(kind);
            if (way is null || (order is Pour or Follow or Behave && !tracks[kind].IsPretend))
            {
                way = null;
            }
        }

        if (way is null)
        {
            throw new Refusal(
                Codes.NotNow,
                "device",
                AmberJson.Word(kind),
                "There is nobody at the device who could do that.",
                "Do it at the instrument, or type what it shows."
            );
        }

        await way(order.Write());
    }

    /// <summary>Whether an address of it is known.</summary>
    internal void Know(DeviceKind kind, bool isKnown)
    {
        lock (gate)
        {
            _ = isKnown ? told.Add(kind) : told.Remove(kind);
        }
    }

    internal void Begin(DeviceKind kind, Func<string, Task> way)
    {
        lock (gate)
        {
            ways[kind] = way;
            tracks[kind].Begin(DateTime.UtcNow);
        }
    }

    internal void End(DeviceKind kind)
    {
        lock (gate)
        {
            ways.Remove(kind);
            tracks[kind].End();
        }
    }

    internal void Take(DeviceKind kind, string line)
    {
        lock (gate)
        {
            tracks[kind].Take(line, DateTime.UtcNow);
        }
    }
}
