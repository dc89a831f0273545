using System.Collections.Concurrent;
using Microsoft.EntityFrameworkCore;

namespace AmberPantry.Data;

/// <summary>Runs a command as one transaction that holds the write lock from its first read on.</summary>
public static class Commands
{
    /// <summary>
    /// Commands of this process wait for each other by file, as long as it takes: a disk that stalls must not turn the next one away. Only for
    /// other programs the wait has an end.
    /// </summary>
    private static readonly ConcurrentDictionary<string, SemaphoreSlim> Turns = new();

    /// <summary>Runs and commits; whatever is thrown leaves nothing behind.</summary>
    /// <remarks>SQLite's transaction is immediate here: what is read in it cannot change before it is written.</remarks>
    public static async Task<T> Command<T>(this PantryDb db, Func<Task<T>> work)
    {
        var turn = Turns.GetOrAdd(db.Database.GetDbConnection().DataSource, _ => new SemaphoreSlim(1, 1));
        await turn.WaitAsync();
        try
        {
            await using var all = await db.Database.BeginTransactionAsync();
            var answer = await work();
            await db.SaveChangesAsync();
            await all.CommitAsync();
            db.HasWritten = true;
            return answer;
        }
        finally
        {
            turn.Release();
        }
    }
}
