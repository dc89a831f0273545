using AmberPantry.Core.House;
using AmberPantry.Data;
using AmberPantry.Formats;
using AmberPantry.Server.Hosting;
using Microsoft.AspNetCore.Http.HttpResults;

namespace AmberPantry.Server.House;

/// <param name="IsMadeUp">Whether this is the made-up pantry.</param>
public sealed record HouseView(HouseSettings House, bool IsMadeUp, string DataFile, string Version);

/// <summary>Settings, and a copy of everything in and out.</summary>
public static class HouseEndpoints
{
    public static void Map(RouteGroupBuilder house)
    {
        house.MapGet("/", (WorkshopKeeper keeper, PantryClock clock, AmberOptions options) => View(keeper, clock, options));
        house.MapPut("/", Save);
        house.MapGet("/copy", Copy).Produces<WorkshopDocument>();
        house.MapPost("/copy/preview", Preview).Accepts<WorkshopDocument>("application/json");
        house.MapPost("/copy", TakeIn).Accepts<WorkshopDocument>("application/json");
    }

    private static HouseView View(WorkshopKeeper keeper, PantryClock clock, AmberOptions options) =>
        new(keeper.Open.House, clock.IsMadeUp, Shorten(options.DataFile), typeof(HouseEndpoints).Assembly.GetName().Version!.ToString(3));

    /// <summary>The maker's home folder as they would write it.</summary>
    private static string Shorten(string path) =>
        Environment.GetEnvironmentVariable("HOME") is { Length: > 1 } home && path.StartsWith(home + "/", StringComparison.Ordinal) ? string.Concat("~", path.AsSpan(home.Length)) : path;

    private static async Task<HouseView> Save(HouseSettings settings, PantryDb db, WorkshopKeeper keeper, PantryClock clock, AmberOptions options)
    {
        await WorkshopCopy.KeepHouse(db, settings.Checked());
        await db.SaveChangesAsync();
        keeper.Forget();
        return View(keeper, clock, options);
    }

    private static async Task<FileContentHttpResult> Copy(PantryDb db, WorkshopKeeper keeper, PantryClock clock) =>
        TypedResults.File(WorkshopJson.Write(await WorkshopCopy.Write(db, keeper)), "application/json", $"amber-pantry-{clock.Now:yyyy-MM-dd}.json");

    private static async Task<CopyPreview> Preview(HttpRequest request, PantryDb db, WorkshopKeeper keeper) =>
        WorkshopCopy.Compare(await WorkshopCopy.Write(db, keeper), await Read(request));

    private static async Task<CopyPreview> TakeIn(HttpRequest request, PantryDb db, WorkshopKeeper keeper)
    {
        var document = await Read(request);
        var preview = WorkshopCopy.Compare(await WorkshopCopy.Write(db, keeper), document);
        await WorkshopCopy.TakeIn(db, document);
        keeper.Forget();
        return preview;
    }

    private static async Task<WorkshopDocument> Read(HttpRequest request)
    {
        using var body = new MemoryStream();
        await request.Body.CopyToAsync(body);
        return WorkshopJson.Read(body.ToArray());
    }
}
