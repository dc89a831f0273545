using AmberPantry.Data;
using AmberPantry.Server.Make;

namespace AmberPantry.Server.Logbook;

/// <summary>What was made and what became of it. What is added to a record is a command of its batch.</summary>
public static class LogbookEndpoints
{
    public static void Map(RouteGroupBuilder logbook) =>
        logbook.MapGet("/", (PantryDb db, string? search, string? family, string? order, string? after, string? take) =>
            BatchViews.All(db, search, family, order, after, take)
        );
}
