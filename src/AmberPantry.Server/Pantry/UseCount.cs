using AmberPantry.Core;
using AmberPantry.Core.Pantry;
using AmberPantry.Data;
using Microsoft.EntityFrameworkCore;

namespace AmberPantry.Server.Pantry;

/// <summary>What was used of each lot lately: summed up once a day, and from then on by the lines that came after.</summary>
public sealed class UseCount : IDisposable
{
    private readonly SemaphoreSlim turn = new(1, 1);
    private readonly Dictionary<Guid, long> used = [];
    private DateOnly day;
    private long last;

    /// <summary>Grams or pieces by lot in the last <see cref="ShelfLine.UsedDays"/> days.</summary>
    public async Task<IReadOnlyDictionary<Guid, decimal>> Of(PantryDb db, DateTime now)
    {
        await turn.WaitAsync();
        try
        {
            var today = DateOnly.FromDateTime(now);
            var newest = await db.Database.SqlQueryRaw<long>("SELECT coalesce(max(rowid), 0) AS Value FROM LotMoves").SingleAsync();
            if (day != today || newest < last)
            {
                used.Clear();
                (day, last) = (today, 0);
            }

            if (newest > last)
            {
                var since = today.AddDays(-ShelfLine.UsedDays).ToDateTime(TimeOnly.MinValue, DateTimeKind.Utc);
                var sums = await db
                    .LotMoves.FromSql($"SELECT * FROM LotMoves WHERE rowid > {last}")
                    .Where(move => move.Kind == MoveKind.Use && move.At >= since)
                    .GroupBy(move => move.LotId)
                    .Select(moves => new { moves.Key, Sum = -moves.Sum(move => move.Amount) })
                    .ToListAsync();
                foreach (var one in sums)
                {
                    used[one.Key] = used.GetValueOrDefault(one.Key) + one.Sum;
                }

                last = newest;
            }

            return used.ToDictionary(one => one.Key, one => Micrograms.Grams(one.Value));
        }
        finally
        {
            turn.Release();
        }
    }

    /// <summary>Call after lines were taken out of the book: their places are given to others.</summary>
    public void Forget() => day = default;

    public void Dispose() => turn.Dispose();
}
