using AmberPantry.Core;
using AmberPantry.Core.Making.Clocks;
using AmberPantry.Data;
using AmberPantry.Devices;
using AmberPantry.Server.Hosting;
using AmberPantry.Server.House;
using AmberPantry.Server.Make;

namespace AmberPantry.Server.Live;

/// <param name="For">What it is tared for, such as a step of a batch, 1 to 100 letters: asked for the same again, by whichever page,
/// nothing happens. Left out, it is tared.</param>
public sealed record TareScale(string? For = null);

/// <param name="ToG">Grams that the scale shall show in the end, after its tare.</param>
public sealed record PretendPour(double ToG);

/// <param name="Batch">The batch whose pot cools.</param>
public sealed record ProbeInto(int Batch);

/// <summary>Scale, thermometer and weather of the bench. What they show comes live; here is how they stand, and orders to them.</summary>
public static class DeviceEndpoints
{
    private const double MostPouredG = 100_000;
    private const int LongestFor = 100;

    public static void Map(RouteGroupBuilder group)
    {
        group.MapGet("/", (LiveDevices devices) => devices.All);
        group.MapPost("/scale/tare", Tare);
        group.MapPost("/scale/pour", PourTo);
        group.MapPost("/probe/follow", Into);
    }

    private static async Task<DeviceState> Tare(TareScale tare, LiveDevices devices)
    {
        if (tare.For is { Length: 0 or > LongestFor })
        {
            throw new Refusal(
                Codes.Range,
                "for",
                tare.For,
                $"{tare.For.Length} letters are no name for what is weighed.",
                $"Say it in 1 to {LongestFor} letters, or leave it out."
            );
        }

        await devices.Tare(tare.For);
        return devices.At(DeviceKind.Scale);
    }

    /// <summary>For a stand-in alone: its hand pours.</summary>
    private static async Task<DeviceState> PourTo(PretendPour pour, LiveDevices devices)
    {
        if (!double.IsFinite(pour.ToG) || Math.Abs(pour.ToG) > MostPouredG)
        {
            throw new Refusal(Codes.Range, "toG", pour.ToG, $"{pour.ToG} g cannot be poured.", $"Say 0 to {MostPouredG} g.");
        }

        await devices.Order(DeviceKind.Scale, new Pour(pour.ToG));
        return devices.At(DeviceKind.Scale);
    }

    /// <summary>For a stand-in alone: it goes into the pot of a batch, which cools as predicted, by a factor that it keeps to itself.</summary>
    private static async Task<DeviceState> Into(ProbeInto into, LiveDevices devices, PantryDb db, WorkshopKeeper keeper, PantryClock clock)
    {
        var open = keeper.Open;
        var batch = await BatchViews.Read(db, into.Batch);
        if (new CoolingWatcher(open.Shelf, open.Workshop).Watch(batch, clock.Now) is not { } watch)
        {
            throw new Refusal(Codes.NotNow, "batch", into.Batch, "Nothing cools in this batch now.", "Turn to the step at which it cools.");
        }

        var gone = (clock.Now - watch.StartedAt).TotalMinutes;
        await devices.Order(DeviceKind.Probe, new Follow([.. watch.Run.Select(point => new CurvePoint((point.Min - gone) / clock.Speed, point.C))]));
        return devices.At(DeviceKind.Probe);
    }
}
