using System.Reflection;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Migrations;

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

    public static DbContextOptions<PantryDb> Options(string path) => new DbContextOptionsBuilder<PantryDb>().UseSqlite(ConnectionString(path)).Options;

    /// <summary>Works the mapper's model out, which needs no file and can be done beside other things.</summary>
    public static void Model(string path)
    {
        using var db = new PantryDb(Options(path));
        _ = db.Model;
    }

    /// <summary>Creates or migrates the file and leaves it in write-ahead mode.</summary>
    /// <returns>Whether a workshop has been begun in it.</returns>
    /// <exception cref="PantryFileException">When the folder cannot be written or the file is broken, locked or from a newer version.</exception>
    public static bool Prepare(string path)
    {
        try
        {
            Directory.CreateDirectory(Path.GetDirectoryName(Path.GetFullPath(path))!);
            using var file = new SqliteConnection(ConnectionString(path));
            // The mapper takes its time to wake: it is called only for a file that needs it.
            if (!File.Exists(path) || !IsUpToDate(file, path))
            {
                using var db = new PantryDb(Options(path));
                db.Database.Migrate();
            }

            file.Open();
            Run(file, "PRAGMA journal_mode=WAL");
            return Ask(file, "SELECT Id FROM Workshop").Count > 0;
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

    private static bool IsUpToDate(SqliteConnection file, string path)
    {
        file.Open();
        // Takes the write lock for a moment: a file that another program holds is refused here, not at the first edit.
        Run(file, "BEGIN IMMEDIATE", timeoutSeconds: 2);
        Run(file, "ROLLBACK");
        var known = typeof(PantryDb).Assembly.GetTypes().Select(type => type.GetCustomAttribute<MigrationAttribute>()?.Id).Where(id => id is not null).ToHashSet();
        var hasHistory = Ask(file, $"SELECT name FROM sqlite_master WHERE name = '{HistoryRepository.DefaultTableName}'").Count > 0;
        var applied = hasHistory ? Ask(file, $"SELECT MigrationId FROM {HistoryRepository.DefaultTableName}") : [];
        if (applied.FirstOrDefault(one => !known.Contains(one)) is { } newer)
        {
            throw new PantryFileException(
                $"{path} was written by a newer version (it knows {newer}).", "Start the newer version, or choose another folder with AMBER_DATA.");
        }

        return applied.Count == known.Count;
    }

    private static void Run(SqliteConnection file, string sql, int? timeoutSeconds = null)
    {
        using var command = file.CreateCommand();
        command.CommandText = sql;
        command.CommandTimeout = timeoutSeconds ?? file.DefaultTimeout;
        command.ExecuteNonQuery();
    }

    private static List<string> Ask(SqliteConnection file, string sql)
    {
        using var command = file.CreateCommand();
        command.CommandText = sql;
        using var rows = command.ExecuteReader();
        var answers = new List<string>();
        while (rows.Read())
        {
            answers.Add(rows.GetString(0));
        }

        return answers;
    }
}
