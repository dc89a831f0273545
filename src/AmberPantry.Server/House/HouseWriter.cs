using AmberPantry.Core;
using AmberPantry.Core.Workshops;
using AmberPantry.Data;
using AmberPantry.Data.House;
using AmberPantry.Server.Hosting;
using Microsoft.EntityFrameworkCore;

namespace AmberPantry.Server.House;

/// <summary>Writes settings, the room and tomorrow, each in a row of its own: two at once, and both stay.</summary>
internal static class HouseWriter
{
    /// <summary>Writes the settings; the room in them is only shown, it has a row of its own.</summary>
    /// <param name="revision">The revision the maker saw; null writes whatever stands there.</param>
    /// <exception cref="ChangedElsewhereException">When the settings have moved on since.</exception>
    public static Task<bool> Settings(PantryDb db, WorkshopKeeper keeper, HouseSettings settings, int? revision, Func<object> theirs) =>
        db.Command(async () =>
        {
            var row = await db.House.SingleOrDefaultAsync();
            if (revision is { } seen && seen != (row?.Revision ?? 0))
            {
                keeper.Forget();
                throw new ChangedElsewhereException("The settings were changed in another window.", theirs());
            }

            await CheckContainers(db, row?.Settings ?? new HouseSettings(), settings);
            row ??= db.House.Add(new HouseRow { Settings = settings }).Entity;
            (row.Settings, row.Revision) = (settings, row.Revision + 1);
            return true;
        });

    public static Task<bool> Room(PantryDb db, double workroomC, double? humidityPercent, PantryClock clock) =>
        db.Command(async () =>
        {
            await Begun(db);
            Fill(await db.Reading.SingleOrDefaultAsync() ?? db.Reading.Add(new ReadingRow()).Entity, workroomC, humidityPercent, clock.Now);
            return true;
        });

    public static Task<bool> Tomorrow(PantryDb db, IReadOnlyDictionary<string, double> temperatures) =>
        db.Command(async () =>
        {
            await Begun(db);
            var rows = await db.Tomorrow.ToDictionaryAsync(row => row.Place);
            foreach (var (place, celsius) in temperatures)
            {
                var row = rows.GetValueOrDefault(place) ?? db.Tomorrow.Add(new TomorrowRow { Place = place }).Entity;
                row.TemperatureC = celsius;
            }

            return true;
        });

    /// <exception cref="Refusal">E_MADE when a container goes that a trial is filled into.</exception>
    private static async Task CheckContainers(PantryDb db, HouseSettings before, HouseSettings after)
    {
        var stay = after.Workshop.Containers.Select(container => container.Id).ToHashSet();
        foreach (var gone in before.Workshop.Containers.Where(container => !stay.Contains(container.Id)))
        {
            var filled = await db
                .Database.SqlQuery<string>(
                    $"""
                    SELECT Formulas.Name AS Value FROM Trials JOIN Formulas ON Formulas.Id = FormulaId
                    WHERE json_extract(Content, '$.batch.container') = {gone.Id} LIMIT 1
                    """
                )
                .ToListAsync();
            if (filled is [var formula])
            {
                throw new Refusal(
                    Codes.Made,
                    "house.workshop.containers",
                    gone.Name,
                    $"{formula} is filled into the {gone.Name}.",
                    "Choose another container there first, or keep this one."
                );
            }
        }
    }

    /// <summary>The first word of a maker begins the workshop.</summary>
    private static async Task Begun(PantryDb db)
    {
        if (!await db.House.AnyAsync())
        {
            db.House.Add(new HouseRow { Settings = new HouseSettings() });
        }
    }

    private static void Fill(ReadingRow row, double workroomC, double? humidityPercent, DateTime at) =>
        (row.WorkroomC, row.HumidityPercent, row.ReadAt) = (workroomC, humidityPercent, at);
}
