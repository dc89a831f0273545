using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;

namespace AmberPantry.Data;

/// <summary>The data file cannot be used; says why and what to do, in plain words.</summary>
public sealed class PantryFileException(string message, string remedy, Exception? inner = null) : Exception(message, inner)
{
    public string Remedy { get; } = remedy;
}

/// <summary>The SQLite file that holds a workshop: opened with care, brought up to date, or refused with a remedy.</summary>
public static class PantryFile
{
    private const int NotADatabase = 26, Corrupt = 11, Busy = 5, Locked = 6, ReadOnly = 8, CannotOpen = 14;

    public static string ConnectionString(string path) =>
        new SqliteConnectionStringBuilder { DataSource = path, ForeignKeys = true, DefaultTimeout = 5 }.ToString();

    /// <summary>Creates or migrates the file and leaves it in write-ahead mode.</summary>
    /// <exception cref="PantryFileException">When the folder cannot be written or the file is broken, locked or from a newer version.</exception>
    public static void Prepare(string path)
    {
        try
        {
            Directory.CreateDirectory(Path.GetDirectoryName(Path.GetFullPath(path))!);
            using var db = new PantryDb(new DbContextOptionsBuilder<PantryDb>().UseSqlite(ConnectionString(path)).Options);
            // The migrator takes its time even when there is nothing to do.
            if (!File.Exists(path) || !IsUpToDate(db, path))
            {
                db.Database.Migrate();
            }

            db.Database.ExecuteSqlRaw("PRAGMA journal_mode=WAL;");
        }
        catch (Exception error) when (Explain(error, path) is { } told)
        {
            throw told;
        }
    }

    /// <summary>What a failure of the file means for the maker; null when it is none of the file's.</summary>
    public static PantryFileException? Explain(Exception error, string path) => error switch
    {
        PantryFileException told => told,
        UnauthorizedAccessException or IOException => new PantryFileException(
            $"The folder of {path} cannot be written.", "Give yourself write access to it, or choose another folder with AMBER_DATA.", error),
        SqliteException { SqliteErrorCode: NotADatabase or Corrupt } => new PantryFileException(
            $"{path} is not a readable pantry file; it may be broken.", "Move it aside, start again, and take your last copy in under House.", error),
        SqliteException { SqliteErrorCode: Busy or Locked } => new PantryFileException(
            $"{path} is held by another program.", "Close the other Amber Pantry, or wait for a backup to finish, then start again.", error),
        SqliteException { SqliteErrorCode: ReadOnly or CannotOpen } => new PantryFileException(
            $"{path} cannot be written.", "Give yourself write access to it and its folder, or choose another folder with AMBER_DATA.", error),
        _ when error.InnerException is { } inner => Explain(inner, path),
        _ => null,
    };

    private static bool IsUpToDate(PantryDb db, string path)
    {
        db.Database.OpenConnection();
        try
        {
            // Takes the write lock for a moment: a file that another program holds is refused here, not at the first edit.
            db.Database.SetCommandTimeout(2);
            db.Database.ExecuteSqlRaw("BEGIN IMMEDIATE");
            db.Database.ExecuteSqlRaw("ROLLBACK");
            db.Database.SetCommandTimeout(null);
            var known = db.Database.GetMigrations().ToHashSet();
            var applied = db.Database.GetAppliedMigrations().ToArray();
            if (applied.FirstOrDefault(one => !known.Contains(one)) is { } newer)
            {
                throw new PantryFileException(
                    $"{path} was written by a newer version (it knows {newer}).", "Start the newer version, or choose another folder with AMBER_DATA.");
            }

            return applied.Length == known.Count;
        }
        finally
        {
            db.Database.CloseConnection();
        }
    }
}
