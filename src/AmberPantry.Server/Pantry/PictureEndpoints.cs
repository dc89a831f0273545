using AmberPantry.Core;
using AmberPantry.Core.Pantry;
using AmberPantry.Data;
using AmberPantry.Data.Stock;
using AmberPantry.Server.Hosting;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;

namespace AmberPantry.Server.Pantry;

/// <param name="Stamp">Its id is the picture's.</param>
/// <param name="Base64">The file: JPEG or PNG, at most 400 kB.</param>
public sealed record AddPicture(Stamp Stamp, [property: WholeFile] string Base64);

/// <summary>A picture that is kept with a lot.</summary>
public sealed record PictureView(Guid Id, DateTime At);

/// <summary>Pictures of lots as they came.</summary>
internal static class PictureEndpoints
{
    public static void Map(RouteGroupBuilder stock)
    {
        stock.MapGet("/lots/{id:guid}/pictures", Of);
        stock.MapPost("/lots/{id:guid}/pictures", Add);
        stock.MapGet("/pictures/{picture:guid}", One);
        stock.MapDelete("/pictures/{picture:guid}", Remove);
    }

    private static async Task<IReadOnlyList<PictureView>> Of(Guid id, PantryDb db) =>
        await db
            .LotPictures.AsNoTracking()
            .Where(row => row.LotId == id)
            .OrderBy(row => row.At)
            .ThenBy(row => row.Id)
            .Select(row => new PictureView(row.Id, row.At))
            .ToListAsync();

    private static async Task<IReadOnlyList<PictureView>> Add(Guid id, AddPicture add, PantryDb db, PantryClock clock)
    {
        byte[] bytes;
        try
        {
            bytes = Convert.FromBase64String(add.Base64);
        }
        catch (FormatException)
        {
            throw new Refusal(Codes.NotADocument, "base64", null, "That is no picture.", "Choose a JPEG or PNG file.");
        }

        var kind = LotPicture.Checked(bytes, "base64");
        var at = add.Stamp.Happened(clock);
        await db.Command(async () =>
        {
            if (await db.LotPictures.AnyAsync(row => row.Id == add.Stamp.Id))
            {
                return false;
            }

            if (!await db.Lots.AnyAsync(row => row.Id == id))
            {
                throw new NotThereException("That lot");
            }

            if (await db.LotPictures.CountAsync(row => row.LotId == id) >= LotPicture.Most)
            {
                throw new Refusal(Codes.Range, "base64", LotPicture.Most, $"A lot keeps {LotPicture.Most} pictures.", "Take one away first.");
            }

            db.LotPictures.Add(
                new LotPictureRow
                {
                    Id = add.Stamp.Id,
                    LotId = id,
                    At = at,
                    Kind = kind,
                    Bytes = bytes,
                }
            );
            return true;
        });
        return await Of(id, db);
    }

    private static async Task<FileContentHttpResult> One(Guid picture, PantryDb db)
    {
        var row = await db.LotPictures.AsNoTracking().FirstOrDefaultAsync(one => one.Id == picture) ?? throw new NotThereException("That picture");
        return TypedResults.File(row.Bytes, row.Kind == PictureKind.Png ? "image/png" : "image/jpeg");
    }

    private static Task<bool> Remove(Guid picture, PantryDb db) =>
        db.Command(async () =>
        {
            await db.LotPictures.Where(row => row.Id == picture).ExecuteDeleteAsync();
            return true;
        });
}
