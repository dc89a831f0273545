namespace AmberPantry.Data;

/// <summary>Runs a command as one transaction that holds the write lock from its first read on.</summary>
public static class Commands
{
    /// <summary>Runs and commits; whatever is thrown leaves nothing behind.</summary>
    /// <remarks>SQLite's transaction is immediate here: what is read in it cannot change before it is written.</remarks>
    public static async Task<T> Command<T>(this PantryDb db, Func<Task<T>> work)
    {
        await using var all = await db.Database.BeginTransactionAsync();
        var answer = await work();
        await db.SaveChangesAsync();
        await all.CommitAsync();
        return answer;
    }
}
