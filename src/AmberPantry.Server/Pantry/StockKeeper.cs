using System.Text.Json;
using AmberPantry.Core;
using AmberPantry.Core.Pantry;
using AmberPantry.Data;
using AmberPantry.Data.Stock;
using AmberPantry.Server.Hosting;
using AmberPantry.Server.House;
using AmberPantry.Server.Make;
using Microsoft.EntityFrameworkCore;

namespace AmberPantry.Server.Pantry;

/// <summary>A delivery to be booked in. The id of its stamp becomes the lot's.</summary>
/// <param name="Of">Key or name of the material, or id of the container.</param>
/// <param name="Amount">Grams or pieces that came.</param>
public sealed record BookIn(Stamp Stamp, StockKind Kind, string Of, decimal Amount, LotFacts Facts)
{
    /// <summary>What eye, nose and thumb said.</summary>
    public ArrivalCheck? Check { get; init; }

    /// <summary>The words for the supplier that are kept with it.</summary>
    public string? Letter { get; init; }

    /// <summary>Uses that are allowed against the check.</summary>
    public IReadOnlyList<AllowedUse> Allowed { get; init; } = [];
}

/// <param name="Revision">Of the lot as it was seen.</param>
public sealed record ChangeLot(int Revision, LotFacts Facts);

public sealed record MoveLot(Stamp Stamp, HandMove Move);

/// <param name="Move">Id of the move that is taken back.</param>
public sealed record TakeMoveBack(Stamp Stamp, Guid Move);

/// <param name="Reason">Left out, it may be used again.</param>
public sealed record SetLotApart(string? Reason = null);

/// <summary>Keeps lots and their ledgers: one command, one transaction, taken once whatever comes twice.</summary>
internal sealed class StockKeeper(PantryDb db, WorkshopKeeper keeper, PantryClock clock)
{
    private const int LongestLetter = 4000;
    private const int MostAllowed = 10;
    private const int LongestUse = 10;

    /// <exception cref="Refusal">With the field that cannot be taken; E_TWICE for a lot that is booked in already.</exception>
    public async Task BookIn(BookIn book)
    {
        var at = book.Stamp.Happened(clock);
        var subject = StockViews.Subject(keeper.Open, book.Kind, book.Of);
        var facts = book.Facts.Checked("facts.");
        var amount = Lot.Amount(book.Kind, book.Amount, 0.000001m, "amount");
        var check = book.Check?.Checked("check.");
        CheckWords(book);
        await db.Command(async () =>
        {
            var id = book.Stamp.Id;
            if (await db.Lots.FindAsync(id) is { } there)
            {
                return there.Of == subject.Of && there.Received == Micrograms.Of(amount) ? false : throw Repeated(id);
            }

            if (await db.Lots.AnyAsync(row => row.Kind == subject.Kind && row.Of == subject.Of && row.Code == facts.Code && row.Left > 0))
            {
                throw new Refusal(
                    Codes.Twice,
                    "facts.code",
                    facts.Code,
                    $"Lot {facts.Code} of {subject.Name} is booked in already.",
                    "Count that one, or tell this delivery apart: add the day to its code."
                );
            }

            var row = LotRow.Begin(id, (await db.Lots.MaxAsync(one => (int?)one.Number) ?? 0) + 1, subject, amount, facts);
            (row.Arrival, row.Allowed) = (check, book.Allowed);
            row.Letter = string.IsNullOrWhiteSpace(book.Letter) ? null : book.Letter.Trim();
            db.Lots.Add(row);
            await db.Post([LotLedger.Receipt(row.ToLot(), id, at)]);
            return true;
        });
        keeper.Forget();
    }

    /// <exception cref="Refusal">E_CHANGED when somebody else changed it first.</exception>
    public async Task Change(Guid id, ChangeLot change)
    {
        var facts = change.Facts.Checked("facts.");
        await db.Command(async () =>
        {
            var row = await There(id);
            if (row.Revision != change.Revision && !Same(row.ToLot().Facts, facts))
            {
                throw new Refusal(
                    Codes.Changed,
                    "revision",
                    change.Revision,
                    $"Lot {row.Code} was changed in another window meanwhile.",
                    "Look at it again; what you typed is still in its field."
                );
            }

            row.Take(facts);
            row.Revision++;
            return true;
        });
        keeper.Forget();
    }

    /// <exception cref="Refusal">Whatever the ledger refuses; E_REPEATED when the id came with something else.</exception>
    public async Task Move(Guid id, MoveLot move)
    {
        var at = move.Stamp.Happened(clock);
        await db.Command(async () =>
        {
            if (await db.LotMoves.FindAsync(move.Stamp.Id) is { } known)
            {
                return known.LotId == id && known.Kind == move.Move.Kind ? false : throw Repeated(move.Stamp.Id);
            }

            var row = await There(id);
            await db.Post([LotLedger.ByHand(row.ToLot(), move.Move, await InPots(id), move.Stamp.Id, at)]);
            return true;
        });
        keeper.Forget();
    }

    /// <exception cref="Refusal">Whatever the ledger refuses.</exception>
    public async Task TakeBack(Guid id, TakeMoveBack back)
    {
        var at = back.Stamp.Happened(clock);
        await db.Command(async () =>
        {
            if (await db.LotMoves.AnyAsync(row => row.TakesBack == back.Move))
            {
                return false;
            }

            var row = await There(id);
            var move = await db.LotMoves.FirstOrDefaultAsync(one => one.Id == back.Move && one.LotId == id)
                ?? throw new Refusal(Codes.UnknownId, "move", back.Move, $"Lot {row.Code} has no such line in its book.", "Open the lot again.");
            await db.Post([LotLedger.TakeBack(row.ToLot(), move.ToMove(), await InPots(id), back.Stamp.Id, at)]);
            return true;
        });
        keeper.Forget();
    }

    public async Task SetApart(Guid id, SetLotApart apart)
    {
        var reason = string.IsNullOrWhiteSpace(apart.Reason) ? null : apart.Reason.Trim();
        if (reason?.Length > LotLedger.LongestReason)
        {
            throw new Refusal(
                Codes.Range,
                "reason",
                reason,
                $"{reason.Length} letters are too many here.",
                $"Keep it to {LotLedger.LongestReason} letters."
            );
        }

        await db.Command(async () =>
        {
            var row = await There(id);
            row.SetApartFor = reason;
            row.Revision++;
            return true;
        });
        keeper.Forget();
    }

    /// <summary>Takes a booking back while nothing has come of it.</summary>
    /// <exception cref="Refusal">E_MADE when something was taken from it.</exception>
    public async Task Forget(Guid id)
    {
        await db.Command(async () =>
        {
            if (await db.Lots.FindAsync(id) is not { } row)
            {
                return false;
            }

            var moves = await db.LotMoves.Where(move => move.LotId == id).ToListAsync();
            if (moves.Count > 1 || await InPots(id) > 0)
            {
                throw new Refusal(
                    Codes.Made,
                    "lot",
                    row.Code,
                    $"Lot {row.Code} has been used and stays in the book.",
                    "Count it down to what is there, or set it apart."
                );
            }

            db.LotMoves.RemoveRange(moves);
            db.Lots.Remove(row);
            return true;
        });
        keeper.Open.Used.Forget();
        keeper.Forget();
    }

    private async Task<decimal> InPots(Guid lot) => (await BatchStock.InPots(db)).Where(pot => pot.Lot == lot).Sum(pot => pot.Grams);

    private async Task<LotRow> There(Guid id) => await db.Lots.FindAsync(id) ?? throw new NotThereException("That lot");

    private static void CheckWords(BookIn book)
    {
        if (book.Letter?.Length > LongestLetter)
        {
            throw new Refusal(
                Codes.Range,
                "letter",
                book.Letter,
                $"{book.Letter.Length} letters are too many here.",
                $"Keep it to {LongestLetter} letters."
            );
        }

        if (
            book.Allowed.Count > MostAllowed
            || book.Allowed.Any(one =>
                string.IsNullOrWhiteSpace(one.Reason) || one.Reason.Length > LotLedger.LongestReason || one.Use.Length > LongestUse
            )
        )
        {
            throw new Refusal(Codes.Empty, "allowed", null, "A use that is allowed against the check needs a reason.", "Say why in a few words.");
        }
    }

    private static bool Same(LotFacts a, LotFacts b) =>
        JsonSerializer.Serialize(a, AmberJson.Options) == JsonSerializer.Serialize(b, AmberJson.Options);

    private static Refusal Repeated(Guid id) =>
        new(Codes.Repeated, "stamp.id", id, "A command of this id was taken already, and it said something else.", "Give each command a new id.");
}
