using System.Text;
using AmberPantry.Core.Formulas.Pasted;
using AmberPantry.Core.Pantry;
using AmberPantry.Core.Workshops;
using AmberPantry.Data;
using AmberPantry.Data.Stock;
using AmberPantry.Formats;
using AmberPantry.Server.Hosting;
using AmberPantry.Server.House;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;

namespace AmberPantry.Server.Pantry;

/// <summary>What a lot of a file would do here.</summary>
public enum IncomingLot
{
    /// <summary>A lot that is not there yet.</summary>
    New,

    /// <summary>A lot of this code is there: nothing happens.</summary>
    Same,
}

/// <param name="At">Where it stands: "line 7".</param>
/// <param name="Name">Of the material or container.</param>
/// <param name="Amount">Grams or pieces.</param>
/// <param name="Warns">What its name is easily taken for.</param>
public sealed record LotOfFile(string At, StockKind Kind, string Name, string Code, decimal Amount, IncomingLot Becomes, IReadOnlyList<string> Warns);

/// <param name="Refused">What cannot be taken; as long as there is any, nothing is.</param>
/// <param name="Kept">Ids of the lots that came in; empty while it is only looked at.</param>
public sealed record LotFileView(IReadOnlyList<LotOfFile> Lots, IReadOnlyList<RefusedCell> Refused, string Says, IReadOnlyList<Guid> Kept);

/// <summary>Lots out into a file and in from one.</summary>
internal static class LotFileEndpoints
{
    public static void Map(RouteGroupBuilder stock)
    {
        stock.MapGet("/file", Out).Produces<string>(contentType: "text/csv");
        stock.MapPost("/file", In);
    }

    private static FileContentHttpResult Out(WorkshopKeeper keeper)
    {
        var open = keeper.Open;
        var rows = StockBook
            .InOrder(open.Lots.Where(lot => lot.Left > 0))
            .Select(lot => FiledLot.Of(StockViews.Name(open, lot), lot))
            .OrderBy(lot => lot.Material, StringComparer.OrdinalIgnoreCase);
        return TypedResults.File([.. Encoding.UTF8.Preamble, .. Encoding.UTF8.GetBytes(CsvOut.Write(rows))], "text/csv; charset=utf-8", "lots.csv");
    }

    /// <summary>All or nothing, and sent twice it changes nothing: what came in the first time is then there already.</summary>
    private static async Task<LotFileView> In(LotFileAsked asked, PantryDb db, WorkshopKeeper keeper, PantryClock clock)
    {
        var open = keeper.Open;
        var (drafts, refused) = LotFile.Read(asked.File, open.Shelf, open.Workshop, DateOnly.FromDateTime(clock.Now));
        if (!asked.Keep || refused.Count > 0)
        {
            return View(Compared(drafts, open.Lots), refused, []);
        }

        var (compared, kept) = await db.Command(async () =>
        {
            var compared = Compared(drafts, db.AllLots());
            var number = await db.Lots.MaxAsync(row => (int?)row.Number) ?? 0;
            var rows = compared
                .Where(one => one.Becomes == IncomingLot.New)
                .Select(one => LotRow.Begin(Guid.NewGuid(), ++number, one.Draft.Subject, one.Draft.Amount, one.Draft.Facts))
                .ToList();
            db.Lots.AddRange(rows);
            await db.Post(rows.ConvertAll(row => LotLedger.Receipt(row.ToLot(), row.Id, clock.Now)));
            return (compared, rows.ConvertAll(row => row.Id));
        });
        keeper.Forget();
        return View(compared, [], kept);
    }

    private static (LotDraft Draft, IncomingLot Becomes)[] Compared(IReadOnlyList<LotDraft> drafts, IReadOnlyList<Lot> there)
    {
        var codes = there.Where(lot => lot.Left > 0).Select(lot => (lot.Kind, lot.Of, lot.Facts.Code.ToUpperInvariant())).ToHashSet();
        return
        [
            .. drafts.Select(draft =>
                (
                    draft,
                    codes.Contains((draft.Subject.Kind, draft.Subject.Of, draft.Facts.Code.ToUpperInvariant())) ? IncomingLot.Same : IncomingLot.New
                )
            ),
        ];
    }

    private static LotFileView View((LotDraft Draft, IncomingLot Becomes)[] compared, IReadOnlyList<RefusedCell> refused, List<Guid> kept)
    {
        var fresh = compared.Count(one => one.Becomes == IncomingLot.New);
        var same = compared.Length - fresh;
        return new LotFileView(
            [
                .. compared.Select(one => new LotOfFile(
                    one.Draft.At,
                    one.Draft.Subject.Kind,
                    one.Draft.Subject.Name,
                    one.Draft.Facts.Code,
                    one.Draft.Amount,
                    one.Becomes,
                    one.Draft.Warns
                )),
            ],
            refused,
            RefusedCell.Says(
                [
                    fresh == 0 ? "" : $"{fresh} new {Wording.Plural("lot", fresh)}",
                    same == 0 ? "" : $"{same} {(same == 1 ? "is" : "are")} here already",
                ],
                "no lot can be read",
                refused.Count,
                kept.Count > 0
            ),
            kept
        );
    }
}
