using AmberPantry.Data;
using AmberPantry.Data.Copy;
using AmberPantry.Data.House;
using AmberPantry.Formats;

namespace AmberPantry.Server.House;

/// <summary>The made-up pantry: a copy taken in like any other.</summary>
public static class DemoPantry
{
    public static async Task Begin(IServiceProvider services)
    {
        await using var scope = services.CreateAsyncScope();
        var db = scope.ServiceProvider.GetRequiredService<PantryDb>();
        using var document = new MemoryStream(DemoDocument.Read());
        var parts = FirstDocument.Read(document);
        await PantryCopy.TakeIn(db, part => (parts.TryGetValue(part, out var lines) ? lines : []).ToAsyncEnumerable(), keep: true);
        db.ChangeTracker.AutoDetectChangesEnabled = true;
        db.Pantry.Add(new PantryRow { BegunAt = DateTime.UtcNow });
        await db.SaveChangesAsync();
    }
}
