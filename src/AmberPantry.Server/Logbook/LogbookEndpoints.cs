using AmberPantry.Data;
using AmberPantry.Server.House;
using AmberPantry.Server.Make;

namespace AmberPantry.Server.Logbook;

/// <summary>What was made and what became of it. What is added to a record is a command of its batch.</summary>
public static class LogbookEndpoints
{
    public static void Map(RouteGroupBuilder logbook) => logbook.MapGet("/", List);

    /// <param name="search">Words of lot, name, intent or notes, a month, a year or a day; each must be found.</param>
    /// <param name="state">any, open, finished, given_up, in_stock or archived.</param>
    /// <param name="after">Where the page before ended.</param>
    private static Task<Hosting.Page<BatchBrief>> List(
        PantryDb db,
        WorkshopKeeper keeper,
        string? search,
        string? state,
        string? family,
        string? order,
        string? after,
        string? take
    ) => BatchViews.All(db, keeper.Say, search, state, family, order, after, take);
}
