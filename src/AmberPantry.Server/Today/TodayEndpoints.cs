using AmberPantry.Core.Workshops;
using AmberPantry.Data;
using AmberPantry.Server.Hosting;
using AmberPantry.Server.House;
using AmberPantry.Server.Live;

namespace AmberPantry.Server.Today;

public sealed record RoomReading(double WorkroomC, double? HumidityPercent = null);

/// <param name="Temperatures">By landmark id, °C.</param>
public sealed record TomorrowTemperatures(IReadOnlyDictionary<string, double> Temperatures);

/// <summary>The first page: what needs hands, what sets, what tomorrow's heat does.</summary>
public static class TodayEndpoints
{
    public static void Map(RouteGroupBuilder today)
    {
        today.MapGet("/", (PantryDb db, WorkshopKeeper keeper, PantryClock clock, LiveDevices devices) => TodayViews.Get(db, keeper, clock, devices));
        today.MapPut("/reading", Read);
        today.MapPut("/tomorrow", Tomorrow);
    }

    private static async Task<TodayView> Read(RoomReading reading, PantryDb db, WorkshopKeeper keeper, PantryClock clock, LiveDevices devices)
    {
        RoomAir.Check(reading.WorkroomC, reading.HumidityPercent, "");
        await HouseWriter.Room(db, reading.WorkroomC, reading.HumidityPercent, clock);
        keeper.Forget();
        return await TodayViews.Get(db, keeper, clock, devices);
    }

    private static async Task<TodayView> Tomorrow(
        TomorrowTemperatures tomorrow,
        PantryDb db,
        WorkshopKeeper keeper,
        PantryClock clock,
        LiveDevices devices
    )
    {
        var known = keeper.Open.Workshop.Landmarks.Select(place => place.Id).ToHashSet();
        foreach (var (place, celsius) in tomorrow.Temperatures)
        {
            if (!known.Contains(place))
            {
                throw new Core.Refusal(
                    Core.Codes.UnknownId,
                    $"temperatures.{place}",
                    place,
                    "There is no such landmark.",
                    $"Use one of {string.Join(", ", known)}."
                );
            }

            Landmark.CheckC(celsius, $"temperatures.{place}");
        }

        await HouseWriter.Tomorrow(db, tomorrow.Temperatures);
        keeper.Forget();
        return await TodayViews.Get(db, keeper, clock, devices);
    }
}
