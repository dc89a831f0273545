using AmberPantry.Core.Workshops;
using AmberPantry.Data;
using AmberPantry.Server.Hosting;

namespace AmberPantry.Server.House;

/// <param name="Revision">Name it when the settings are written.</param>
/// <param name="IsMadeUp">Whether this is the made-up pantry.</param>
/// <param name="Told">What the start found in the data file and did about it: an upgrade, records mended or beyond mending.</param>
public sealed record HouseView(HouseSettings House, int Revision, bool IsMadeUp, string DataFile, string Version, IReadOnlyList<string> Told)
{
    /// <summary>How many times as fast as the wall clock its clock goes: 1, but for a made-up pantry that was asked to.</summary>
    public required double ClockSpeed { get; init; }

    /// <summary>The workroom as it usually is in this month, °C; null where nobody told.</summary>
    public required double? UsualC { get; init; }

    /// <summary>Its usual humidity in this month, percent.</summary>
    public required double? UsualHumidityPercent { get; init; }
}

/// <param name="Speed">How many times as fast as the wall clock, 1 to 60: a made-up pantry only.</param>
public sealed record SetClock(double Speed);

/// <param name="Revision">The revision the maker saw; left out, the settings are written over whatever stands there.</param>
public sealed record SaveHouse(HouseSettings House, int? Revision = null);

/// <summary>Settings.</summary>
public static class HouseEndpoints
{
    public static void Map(RouteGroupBuilder house)
    {
        house.MapGet("/", (WorkshopKeeper keeper, PantryClock clock, AmberOptions options, Prepared file) => View(keeper, clock, options, file));
        house.MapPut("/", Save);
        house.MapPut("/clock", async (SetClock set, PantryDb db, WorkshopKeeper keeper, PantryClock clock, AmberOptions options, Prepared file) =>
        {
            await clock.Go(db, set.Speed);
            return View(keeper, clock, options, file);
        });
        CopyEndpoints.Map(house);
        KitFileEndpoints.Map(house);
    }

    private static HouseView View(WorkshopKeeper keeper, PantryClock clock, AmberOptions options, Prepared file)
    {
        var workroom = keeper.Open.Workshop.Rooms.FirstOrDefault(room => room.Id == Room.Workroom);
        var (usualC, usualHumidity) = workroom?.Air(keeper.Open.Workshop.Today) ?? (null, null);
        return new(
            keeper.Open.House,
            keeper.Open.Revision,
            clock.IsMadeUp,
            Shorten(options.DataFile),
            typeof(HouseEndpoints).Assembly.GetName().Version!.ToString(3),
            file.Told
        )
        {
            ClockSpeed = clock.Speed,
            UsualC = usualC,
            UsualHumidityPercent = usualHumidity,
        };
    }

    /// <summary>The maker's home folder as they would write it.</summary>
    private static string Shorten(string path) =>
        Environment.GetEnvironmentVariable("HOME") is { Length: > 1 } home && path.StartsWith(home + "/", StringComparison.Ordinal)
            ? string.Concat("~", path.AsSpan(home.Length))
            : path;

    private static async Task<HouseView> Save(
        SaveHouse save,
        PantryDb db,
        WorkshopKeeper keeper,
        PantryClock clock,
        AmberOptions options,
        Prepared file
    )
    {
        await HouseWriter.Settings(db, keeper, save.House.Checked("house."), save.Revision, () => View(keeper, clock, options, file));
        keeper.Forget();
        return View(keeper, clock, options, file);
    }
}
