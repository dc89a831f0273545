using System.Text.Json;
using AmberPantry.Core;
using AmberPantry.Data;
using AmberPantry.Data.Copy;
using AmberPantry.Formats;
using AmberPantry.Server.Hosting;
using Microsoft.AspNetCore.Http.Features;
using Microsoft.EntityFrameworkCore;

namespace AmberPantry.Server.House;

/// <summary>A copy of everything out and in, and the daily copies beside the data file.</summary>
public static class CopyEndpoints
{
    public static void Map(RouteGroupBuilder house)
    {
        house.MapGet("/copy", Write);
        house.MapPost("/copy", Bring).Accepts<IFormFile>("application/zip", "application/json").DisableAntiforgery();
        house.MapGet("/copy/incoming/{id:guid}", (Guid id, CopyWork work) => work.Find(id).View());
        house.MapPost("/copy/incoming/{id:guid}/keep", (Guid id, CopyWork work) => work.Keep(id).View());
        house.MapDelete("/copy/incoming/{id:guid}", (Guid id, CopyWork work) => work.Stop(id).View());
        house.MapGet("/copies", (AmberOptions options) => DailyCopies.List(options.DataFile));
        house.MapPost("/copies/{name}/restore", Restore);
    }

    /// <summary>Streams the copy: it is written while it is read, one record in memory at a time.</summary>
    private static async Task Write(HttpContext context, PantryDb db, PantryClock clock)
    {
        // The archive's last bytes of each part are packed while it is closed, which the library does at once.
        context.Features.Get<IHttpBodyControlFeature>()?.AllowSynchronousIO = true;
        var response = context.Response;
        response.ContentType = "application/zip";
        response.Headers.ContentDisposition = $"attachment; filename=\"amber-pantry-{clock.Now:yyyy-MM-dd}.zip\"";
        await CopyOut.Write(db, response.Body, clock.Now, context.RequestAborted);
    }

    /// <summary>Takes a copy from the browser and works out what it would change; nothing is kept before it is told to.</summary>
    private static async Task<CopyWorkView> Bring(HttpContext context, CopyWork work)
    {
        if (context.Features.Get<IHttpMaxRequestBodySizeFeature>() is { IsReadOnly: false } size)
        {
            size.MaxRequestBodySize = null;
        }

        var file = work.NewFile();
        try
        {
            await using (var to = File.Create(file))
            {
                await context.Request.Body.CopyToAsync(to, context.RequestAborted);
            }

            return new FileInfo(file).Length > 0
                ? work.Begin(file).View()
                : throw new Refusal(Codes.Empty, "file", null, "The file is empty.", "Choose a copy made under House.");
        }
        catch
        {
            File.Delete(file);
            throw;
        }
    }

    /// <summary>Works out what a daily copy would bring back; nothing is kept before it is told to.</summary>
    private static async Task<CopyWorkView> Restore(string name, CopyWork work, AmberOptions options, PantryClock clock, CancellationToken stop)
    {
        var copy = DailyCopies.Find(options.DataFile, name) ?? throw new NotThereException("That daily copy");
        var file = work.NewFile();
        var opened = $"{file}.db";
        try
        {
            // An older copy is brought up to date on the side: the daily copy itself is never touched.
            File.Copy(copy, opened);
            PantryFile.Prepare(opened);
            await using (var to = File.Create(file))
            {
                await using var db = new PantryDb(PantryFile.Options(opened));
                await CopyOut.Write(db, to, clock.Now, stop);
            }

            return work.Begin(file).View();
        }
        catch
        {
            File.Delete(file);
            throw;
        }
        finally
        {
            Microsoft.Data.Sqlite.SqliteConnection.ClearAllPools();
            PantryFile.Delete(opened);
        }
    }
}

/// <summary>Writes everything a data file holds as a copy.</summary>
internal static class CopyOut
{
    private const string LeftOutPart = "left-out";

    private static async IAsyncEnumerable<ReadOnlyMemory<byte>> Told(LeftOut left)
    {
        await Task.CompletedTask;
        foreach (var one in left.Told)
        {
            yield return JsonSerializer.SerializeToUtf8Bytes(one, AmberJson.Options);
        }
    }

    public static async Task<LeftOut> Write(PantryDb db, Stream to, DateTime now, CancellationToken stop)
    {
        // One view of the file from the first line to the last, whatever is written meanwhile.
        await db.Database.OpenConnectionAsync(stop);
        await using var one = ((Microsoft.Data.Sqlite.SqliteConnection)db.Database.GetDbConnection()).BeginTransaction(deferred: true);
        await db.Database.UseTransactionAsync(one, stop);
        var parts = PantryCopy.Parts();
        var counts = new Dictionary<string, int>();
        foreach (var part in parts)
        {
            counts[part.Name] = await part.Count(db);
        }

        var manifest = new CopyManifest(CopyArchive.FormatName, CopyArchive.CurrentVersion, now, counts);
        var left = new LeftOut();
        await CopyArchive.Write(to, manifest, [.. parts.Select(part => (part.Name, part.Out(db, left))), (LeftOutPart, Told(left))], stop);
        return left;
    }
}
