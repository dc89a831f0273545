using System.Text;
using AmberPantry.Core;
using AmberPantry.Core.Pantry;
using AmberPantry.Data;
using AmberPantry.Formats;
using AmberPantry.Server.Hosting;
using AmberPantry.Server.House;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;

namespace AmberPantry.Server.Pantry;

/// <summary>What a code on a bag or a sticker stands for.</summary>
/// <param name="Of">Key of the material or container.</param>
public sealed record FoundLot(Guid Lot, StockKind Kind, string Of, string Code, string Sticker);

/// <summary>What is in the house: lots, their ledgers, where they went.</summary>
public static class StockEndpoints
{
    private const int MostFound = 20;

    public static void Map(RouteGroupBuilder stock)
    {
        stock.MapGet("/", (PantryDb db, WorkshopKeeper keeper, PantryClock clock) => StockViews.All(db, keeper.Open, clock.Now));
        stock.MapGet("/of", Of);
        stock.MapGet("/find", Find);
        stock.MapGet("/lots", (PantryDb db, WorkshopKeeper keeper) => StockViews.Counted(db, keeper.Open));
        LotFileEndpoints.Map(stock);
        stock.MapPost("/arrival", Judge);
        stock.MapPost("/lots", async (BookIn book, PantryDb db, WorkshopKeeper keeper, PantryClock clock) =>
        {
            await new StockKeeper(db, keeper, clock).BookIn(book);
            return await StockViews.Lot(db, book.Stamp.Id, clock.Now);
        });
        stock.MapGet("/lots/{id:guid}", (Guid id, PantryDb db, PantryClock clock) => StockViews.Lot(db, id, clock.Now));
        stock.MapPut("/lots/{id:guid}", async (Guid id, ChangeLot change, PantryDb db, WorkshopKeeper keeper, PantryClock clock) =>
        {
            await new StockKeeper(db, keeper, clock).Change(id, change);
            return await StockViews.Lot(db, id, clock.Now);
        });
        stock.MapDelete("/lots/{id:guid}", (Guid id, PantryDb db, WorkshopKeeper keeper, PantryClock clock) =>
            new StockKeeper(db, keeper, clock).Forget(id)
        );
        stock.MapPost("/lots/{id:guid}/moves", async (Guid id, MoveLot move, PantryDb db, WorkshopKeeper keeper, PantryClock clock) =>
        {
            await new StockKeeper(db, keeper, clock).Move(id, move);
            return await StockViews.Lot(db, id, clock.Now);
        });
        stock.MapPost("/lots/{id:guid}/take-back", async (Guid id, TakeMoveBack back, PantryDb db, WorkshopKeeper keeper, PantryClock clock) =>
        {
            await new StockKeeper(db, keeper, clock).TakeBack(id, back);
            return await StockViews.Lot(db, id, clock.Now);
        });
        stock.MapPut("/lots/{id:guid}/set-apart", async (Guid id, SetLotApart apart, PantryDb db, WorkshopKeeper keeper, PantryClock clock) =>
        {
            await new StockKeeper(db, keeper, clock).SetApart(id, apart);
            return await StockViews.Lot(db, id, clock.Now);
        });
        PictureEndpoints.Map(stock);
        StickerEndpoints.Map(stock);
        stock.MapGet("/lots/{id:guid}/trace", (Guid id, PantryDb db, WorkshopKeeper keeper) => StockViews.Trace(db, keeper.Open, id));
        stock.MapGet("/lots/{id:guid}/recall.csv", Recall);
    }

    private static Task<StockDetail> Of(string? kind, string? key, PantryDb db, WorkshopKeeper keeper, PantryClock clock) =>
        StockViews.Of(
            db,
            keeper.Open,
            Paging.Word<StockKind>(kind, "kind"),
            key ?? throw new Refusal(Codes.Missing, "key", null, "The address lacks what it asks for.", "Add ?key=."),
            clock.Now
        );

    /// <summary>Lots of a code as it is typed or scanned: the number of a sticker, or what the supplier printed.</summary>
    private static async Task<IReadOnlyList<FoundLot>> Find(string? code, PantryDb db)
    {
        var text = code?.Trim() ?? "";
        var number = LotCode.Read(text);
        return
        [
            .. (
                await db
                    .Lots.AsNoTracking()
                    .Where(row => row.Number == number || EF.Functions.Collate(row.Code, "NOCASE") == text)
                    .OrderBy(row => row.Left == 0)
                    .ThenByDescending(row => row.Number)
                    .Take(MostFound)
                    .ToListAsync()
            ).Select(row => new FoundLot(row.Id, row.Kind, row.Of, row.Code, LotCode.Of(row.Number))),
        ];
    }

    /// <summary>What a delivery is good for.</summary>
    private static async Task<ArrivalVerdict> Judge(Delivery delivery, PantryDb db, WorkshopKeeper keeper)
    {
        var open = keeper.Open;
        var facts = delivery.Facts.Checked("facts.");
        var material = open.Shelf.Named(delivery.Material, "material").Id;
        var rows = await db
            .Lots.AsNoTracking()
            .Where(row => row.Kind == StockKind.Material && (row.Of == material || (facts.Supplier != null && row.Supplier == facts.Supplier)))
            .ToListAsync();
        return new ArrivalDesk(open.Shelf, open.Workshop).Judge(
            delivery with
            {
                Material = material,
                Facts = facts,
            },
            rows.ConvertAll(row => row.ToLot())
        );
    }

    private static async Task<FileContentHttpResult> Recall(Guid id, PantryDb db, WorkshopKeeper keeper)
    {
        var trace = await StockViews.Trace(db, keeper.Open, id);
        var rows = trace.Batches.SelectMany(batch =>
            batch
                .Out.Select(gone => (Units: gone.Units, Where: $"{AmberJson.Word(gone.For)} {gone.At:yyyy-MM-dd}", gone.Note))
                .Prepend((Units: batch.UnitsLeft ?? 0, Where: batch.FinishedAt is null ? "being made" : "here", Note: ""))
                .Select(gone => new RecallRow
                {
                    Material = trace.Name,
                    Lot = trace.Lot.Facts.Code,
                    Supplier = trace.Lot.Facts.Supplier ?? "",
                    Batch = batch.Lot,
                    Product = batch.Name,
                    MadeOn = DateOnly.FromDateTime(batch.StartedAt),
                    UsedG = batch.Amount,
                    Units = gone.Units,
                    Where = gone.Where,
                    Note = gone.Note,
                })
        );
        return TypedResults.File(Encoding.UTF8.GetBytes(CsvOut.Write(rows)), "text/csv; charset=utf-8", $"recall-{id:N}.csv");
    }
}
