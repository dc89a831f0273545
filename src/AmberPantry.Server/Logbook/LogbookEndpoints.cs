using AmberPantry.Data;
using AmberPantry.Server.House;
using AmberPantry.Server.Make;

namespace AmberPantry.Server.Logbook;

/// <summary>What was made and what became of it. What is added to a record is a command of its batch.</summary>
public static class LogbookEndpoints
{
    public static void Map(RouteGroupBuilder logbook) =>
        logbook.MapGet("/", (PantryDb db, WorkshopKeeper keeper, string? search, string? family, string? order, string? after, string? take) =>
            BatchViews.All(db, keeper.Say, search, family, order, after, take)
        );
}
