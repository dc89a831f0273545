using System.Globalization;
using AmberPantry.Core;
using AmberPantry.Core.Pantry;
using AmberPantry.Core.Workshops;
using AmberPantry.Data;
using AmberPantry.Formats;
using AmberPantry.Server.Hosting;
using AmberPantry.Server.House;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;

namespace AmberPantry.Server.Pantry;

/// <summary>Stickers for lots: what stands on them is read back by typing or a scanner.</summary>
internal static class StickerEndpoints
{
    public static void Map(RouteGroupBuilder stock) => stock.MapGet("/stickers.pdf", Sheet);

    /// <param name="lots">Ids of lots, parted by commas, in the order in which they are printed.</param>
    /// <param name="start">Place of the first on its sheet, from 1.</param>
    private static async Task<FileContentHttpResult> Sheet(string? lots, int? start, PantryDb db, WorkshopKeeper keeper, PantryClock clock)
    {
        Guid[] ids =
        [
            .. (lots ?? "")
                .Split(',', StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries)
                .Select(id =>
                    Guid.TryParse(id, out var read)
                        ? read
                        : throw new Refusal(Codes.UnknownId, "lots", id, $"“{id}” is no id of a lot.", "Choose lots in the pantry.")
                ),
        ];
        var rows = (await db.Lots.AsNoTracking().Where(row => ids.Contains(row.Id)).ToListAsync())
            .ConvertAll(row => row.ToLot())
            .ToDictionary(lot => lot.Id);
        var open = keeper.Open;
        Sticker[] stickers = [.. ids.Where(rows.ContainsKey).Select(id => Of(rows[id], StockViews.Name(open, rows[id])))];
        return TypedResults.File(
            StickerSheet.Write(stickers, StickerGrid.Usual, start ?? 1, clock.Now),
            "application/pdf",
            $"stickers-{clock.Now.ToString("yyyy-MM-dd", CultureInfo.InvariantCulture)}.pdf"
        );
    }

    private static Sticker Of(Lot lot, string name) =>
        new(
            lot.Sticker,
            name,
            [
                $"Lot {lot.Facts.Code}",
                lot.Facts.BestBefore is { } best ? $"Best before {Wording.Month(best)}" : "No date on the bag",
                lot.Facts.OpenedOn is { } opened ? $"Opened {opened.ToString("d MMM yyyy", CultureInfo.InvariantCulture)}" : "Opened ____________",
            ]
        );
}
