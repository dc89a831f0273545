using AmberPantry.Core;
using AmberPantry.Core.Pantry;
using AmberPantry.Data.Copy;
using Microsoft.EntityFrameworkCore;

namespace AmberPantry.Data.Stock;

internal sealed class LotCopy : CopyPart<LotRow>
{
    public override string Name => "lots";

    public override IReadOnlyList<string> WorkedOut => [nameof(LotRow.Left)];

    protected override IReadOnlyList<string> AddedLater => [nameof(LotRow.HoldsOilG)];

    protected override IReadOnlyList<string> OwnIds => [];

    protected override IQueryable<LotRow> Ordered(PantryDb db) => db.Lots.OrderBy(row => row.Number);

    protected override IQueryable<LotRow> Existing(CopyIn into, IReadOnlyList<LotRow> rows)
    {
        var ids = rows.Select(row => row.Id).ToArray();
        return into.Db.Lots.Where(row => ids.Contains(row.Id));
    }

    protected override string KeyOf(LotRow row) => row.Id.ToString();

    protected override string NameOf(LotRow row) => row.Code;

    protected override void Check(LotRow row, CopyIn into, string path)
    {
        if (row.Kind == StockKind.Material)
        {
            into.Shelf.Get(row.Of, $"{path}.of");
        }

        var lot = row.ToLot();
        row.Take(lot.Facts.Checked($"{path}."));
        Lot.Amount(lot.Kind, lot.Received, 0, $"{path}.received");
        lot.Arrival?.Checked($"{path}.arrival.");
        // Two workshops count their stickers apart: a number that is taken here goes on behind the last.
        if (numbers is null)
        {
            numbers = into.Db.Lots.Select(one => new { one.Number, one.Id }).ToDictionary(one => one.Number, one => one.Id);
        }

        if (numbers.TryGetValue(row.Number, out var other) && other != row.Id)
        {
            row.Number = numbers.Keys.Max() + 1;
        }

        numbers[row.Number] = row.Id;
    }

    private Dictionary<int, Guid>? numbers;
}

/// <summary>Rows that belong to a lot.</summary>
internal abstract class OfLotCopy<TRow> : CopyPart<TRow>
    where TRow : class
{
    protected override IReadOnlyList<string> OwnIds => [];

    /// <summary>"a move".</summary>
    protected abstract string One { get; }

    /// <exception cref="Refusal">E_UNKNOWN_ID where the copy does not hold the lot.</exception>
    protected void CheckLot(Guid lot, CopyIn into, string path)
    {
        lots ??= [.. into.Db.Lots.Select(one => one.Id)];
        if (!lots.Contains(lot))
        {
            throw new Refusal(
                Codes.UnknownId,
                $"{path}.lotId",
                lot,
                $"The copy holds {One} of a lot that it does not hold.",
                "Put that lot into the copy."
            );
        }
    }

    private HashSet<Guid>? lots;
}

internal sealed class LotMoveCopy : OfLotCopy<LotMoveRow>
{
    private const int LongestText = 200;

    public override string Name => "lot-moves";

    protected override string One => "a move";

    protected override IQueryable<LotMoveRow> Ordered(PantryDb db) => db.LotMoves.OrderBy(row => row.At).ThenBy(row => row.Id);

    protected override IQueryable<LotMoveRow> Existing(CopyIn into, IReadOnlyList<LotMoveRow> rows)
    {
        var ids = rows.Select(row => row.Id).ToArray();
        return into.Db.LotMoves.Where(row => ids.Contains(row.Id));
    }

    protected override string KeyOf(LotMoveRow row) => row.Id.ToString();

    protected override void Check(LotMoveRow row, CopyIn into, string path)
    {
        CheckLot(row.LotId, into, path);
        if (
            Math.Abs(Micrograms.Grams(row.Amount)) > Lot.MostAmount
            || row.Reason.Length > LotLedger.LongestReason
            || row.Batch?.Length > LongestText
            || row.Step?.Length > LongestText
        )
        {
            throw new Refusal(
                Codes.Range,
                $"{path}.amount",
                row.Amount,
                "A move of the copy is out of reach.",
                "Take a copy made under House, unchanged."
            );
        }
    }

    /// <summary>What is left of each lot, summed up from its moves.</summary>
    /// <exception cref="Refusal">E_RANGE where a lot would hold less than nothing.</exception>
    public static async Task SumUp(PantryDb db)
    {
        var below = await db
            .Lots.Where(lot => db.LotMoves.Where(move => move.LotId == lot.Id).Sum(move => move.Amount) < 0)
            .Select(lot => lot.Code)
            .FirstOrDefaultAsync();
        if (below is not null)
        {
            throw new Refusal(
                Codes.Range,
                "lot-moves.amount",
                below,
                $"The moves of lot {below} come to less than nothing.",
                "Take a copy made under House, unchanged."
            );
        }

        await db.Database.ExecuteSqlRawAsync("UPDATE Lots SET \"Left\" = coalesce((SELECT sum(Amount) FROM LotMoves WHERE LotId = Lots.Id), 0)");
    }
}

internal sealed class LotPictureCopy : OfLotCopy<LotPictureRow>
{
    public override string Name => "lot-pictures";

    protected override string One => "a picture";

    protected override IQueryable<LotPictureRow> Ordered(PantryDb db) => db.LotPictures.OrderBy(row => row.At).ThenBy(row => row.Id);

    protected override IQueryable<LotPictureRow> Existing(CopyIn into, IReadOnlyList<LotPictureRow> rows)
    {
        var ids = rows.Select(row => row.Id).ToArray();
        return into.Db.LotPictures.Where(row => ids.Contains(row.Id));
    }

    protected override string KeyOf(LotPictureRow row) => row.Id.ToString();

    protected override void Check(LotPictureRow row, CopyIn into, string path)
    {
        CheckLot(row.LotId, into, path);
        row.Kind = LotPicture.Checked(row.Bytes, $"{path}.bytes");
    }
}
