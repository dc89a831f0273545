using AmberPantry.Data;
using AmberPantry.Formats;
using Microsoft.EntityFrameworkCore;

namespace AmberPantry.Server.House;

/// <summary>The made-up pantry: an open workshop document taken in like any other.</summary>
public static class DemoPantry
{
    public static void Begin(IServiceProvider services)
    {
        using var scope = services.CreateScope();
        var db = scope.ServiceProvider.GetRequiredService<PantryDb>();
        WorkshopCopy.TakeIn(db, WorkshopJson.Read(DemoDocument.Read())).GetAwaiter().GetResult();
        db.Workshop.ExecuteUpdate(set => set.SetProperty(row => row.BegunAt, DateTime.UtcNow));
    }

    /// <summary>Deletes a made-up pantry's file with its side files.</summary>
    public static void ThrowAway(string dataFile)
    {
        foreach (var file in new[] { dataFile, $"{dataFile}-wal", $"{dataFile}-shm" })
        {
            File.Delete(file);
        }
    }
}
