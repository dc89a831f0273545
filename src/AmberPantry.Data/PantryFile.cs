using System.Reflection;
using AmberPantry.Data.Batches;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Migrations;

namespace AmberPantry.Data;

/// <summary>The data file cannot be used; says why and what to do, in plain words.</summary>
public sealed class PantryFileException(string message, string remedy, Exception? inner = null) : Exception(message, inner)
{
    public string Remedy { get; } = remedy;
}

/// <summary>What a start found and did.</summary>
/// <param name="HasBegun">Whether a workshop has been begun in the file.</param>
/// <param name="Told">What was mended or brought up to date, one sentence each.</param>
public sealed record Prepared(bool HasBegun, IReadOnlyList<string> Told);

/// <summary>The SQLite file that holds a workshop: opened with care, brought up to date, or refused with a remedy.</summary>
public static class PantryFile
{
    private const int Busy = 5;
    private const int Locked = 6;
    private const int ReadOnly = 8;
    private const int DiskFailed = 10;
    private const int Corrupt = 11;
    private const int Full = 13;
    private const int CannotOpen = 14;
    private const int NotADatabase = 26;
    private static readonly string[] Sides = ["", "-wal", "-shm", "-journal"];

    public static string ConnectionString(string path, bool readOnly = false) =>
        new SqliteConnectionStringBuilder
        {
            DataSource = path,
            ForeignKeys = true,
            DefaultTimeout = 5,
            Mode = readOnly ? SqliteOpenMode.ReadOnly : SqliteOpenMode.ReadWriteCreate,
        }.ToString();

    public static DbContextOptions<PantryDb> Options(string path, bool readOnly = false) =>
        new DbContextOptionsBuilder<PantryDb>().UseSqlite(ConnectionString(path, readOnly)).Options;

    /// <summary>Works the mapper's model out, which needs no file and can be done beside other things.</summary>
    public static void Model(string path)
    {
        using var db = new PantryDb(Options(path));
        _ = db.Model;
    }

    /// <summary>Creates or migrates the file, with a copy first, mends what can be mended and leaves it in write-ahead mode.</summary>
    /// <exception cref="PantryFileException">When the folder cannot be written or the file is empty, broken, locked or from a newer
    /// version.</exception>
    public static Prepared Prepare(string path)
    {
        try
        {
            Directory.CreateDirectory(Path.GetDirectoryName(Path.GetFullPath(path))!);
            var told = new List<string>();
            if (!File.Exists(path))
            {
                Create(path);
            }
            else
            {
                BringUpToDate(path, told);
            }

            using var file = new SqliteConnection(ConnectionString(path));
            file.Open();
            file.Run("PRAGMA journal_mode=WAL");
            PantryRepair.Mend(file, told);
            return new Prepared(file.Ask("SELECT Id FROM House").Count > 0, told);
        }
        catch (Exception error) when (Explain(error, path) is { } known)
        {
            throw known;
        }
    }

    /// <summary>What a failure of the file means for the maker; null when it is none of the file's.</summary>
    public static PantryFileException? Explain(Exception error, string path) =>
        error switch
        {
            PantryFileException told => told,
            UnauthorizedAccessException => new PantryFileException(
                $"The folder of {path} cannot be written.",
                "Give yourself write access to it, or choose another folder with AMBER_DATA.",
                error
            ),
            SqliteException { SqliteErrorCode: NotADatabase or Corrupt } => new PantryFileException(
                $"{path} is not a readable pantry file; it may be broken.",
                $"Move it aside and put the newest file of {DailyCopies.Folder(path)} "
                    + $"in its place, or start again and take your last copy in under House.",
                error
            ),
            SqliteException { SqliteErrorCode: Busy or Locked } => new PantryFileException(
                $"{path} is held by another program.",
                "Close the other Amber Pantry, or wait for a backup to finish, then try again.",
                error
            ),
            SqliteException { SqliteErrorCode: ReadOnly or CannotOpen } => new PantryFileException(
                $"{path} cannot be written.",
                "Give yourself write access to it and its folder, or choose another folder with AMBER_DATA.",
                error
            ),
            SqliteException { SqliteErrorCode: Full } => new PantryFileException(
                $"The disk that holds {path} is full; nothing of this change was kept.",
                "Make room on the disk, then try again.",
                error
            ),
            SqliteException { SqliteErrorCode: DiskFailed } => new PantryFileException(
                $"The disk that holds {path} does not take or give the data.",
                "Check the disk and its connection, then try again; your last daily copy stands beside the file.",
                error
            ),
            IOException => new PantryFileException(
                $"{path} cannot be read or written: {error.Message}",
                "Check the disk and the folder, or choose another folder with AMBER_DATA.",
                error
            ),
            _ when error.InnerException is { } inner => Explain(inner, path),
            _ => null,
        };

    /// <summary>Works on a second file and puts it in place when it is whole, so that an upgrade cut short has changed nothing.</summary>
    private static void Upgrade(string path, string copy)
    {
        var fresh = $"{path}.new";
        Delete(fresh);
        File.Copy(copy, fresh);
        KeepPrivate(fresh);
        using (var db = new PantryDb(Options(fresh)))
        {
            db.Database.Migrate();
            BatchMapping.FillColours(db);
            BatchMapping.FillLooks(db);
            BatchMapping.FillEvidence(db);
        }

        IntoOneFile(fresh);
        IntoOneFile(path);
        File.Move(fresh, path, overwrite: true);
        Delete(fresh);
    }

    /// <summary>A new file is made whole under another name and then put in place, so that a start cut short leaves none half made.</summary>
    private static void Create(string path)
    {
        var fresh = $"{path}.new";
        Delete(fresh);
        File.Create(fresh).Dispose();
        KeepPrivate(fresh);
        using (var db = new PantryDb(Options(fresh)))
        {
            db.Database.Migrate();
        }

        IntoOneFile(fresh);
        File.Move(fresh, path);
        Delete(fresh);
    }

    /// <summary>Takes a file out of write-ahead mode, so that it stands in one file alone and can be put elsewhere.</summary>
    private static void IntoOneFile(string path)
    {
        SqliteConnection.ClearAllPools();
        using (var file = new SqliteConnection(ConnectionString(path)))
        {
            file.Open();
            file.Run("PRAGMA journal_mode=DELETE");
        }

        SqliteConnection.ClearAllPools();
    }

    private static void BringUpToDate(string path, List<string> told)
    {
        if (new FileInfo(path).Length == 0)
        {
            throw new PantryFileException(
                $"{path} is empty: it has 0 bytes.",
                $"Delete it to begin anew, or put the newest file of {DailyCopies.Folder(path)} in its place."
            );
        }

        KeepPrivate(path);
        if (IsUpToDate(path))
        {
            return;
        }

        var copy = DailyCopies.MakeBeforeUpgrade(path);
        Upgrade(path, copy);
        told.Add($"The data file was brought up to date; as it was before, it stands at {copy}.");
    }

    private static bool IsUpToDate(string path)
    {
        using var file = new SqliteConnection(ConnectionString(path));
        file.Open();

        // Takes the write lock for a moment: a file that another program holds is refused here, not at the first edit.
        file.Run("BEGIN IMMEDIATE", timeoutSeconds: 2);
        file.Run("ROLLBACK");
        var known = typeof(PantryDb)
            .Assembly.GetTypes()
            .Select(type => type.GetCustomAttribute<MigrationAttribute>()?.Id)
            .Where(id => id is not null)
            .ToHashSet();
        var hasHistory = file.Ask($"SELECT name FROM sqlite_master WHERE name = '{HistoryRepository.DefaultTableName}'").Count > 0;
        var applied = hasHistory ? file.Ask($"SELECT MigrationId FROM {HistoryRepository.DefaultTableName}") : [];
        if (applied.FirstOrDefault(one => !known.Contains(one)) is { } newer)
        {
            throw new PantryFileException(
                $"{path} was written by a newer version (it knows {newer}).",
                "Start the newer version, or choose another folder with AMBER_DATA."
            );
        }

        return applied.Count == known.Count;
    }

    /// <summary>Only the maker may read and write it.</summary>
    internal static void KeepPrivate(string path)
    {
        if (!OperatingSystem.IsWindows())
        {
            File.SetUnixFileMode(path, UnixFileMode.UserRead | UnixFileMode.UserWrite);
        }
    }

    /// <summary>Moves a data file from where it used to stand, with its side files, unless there is one already.</summary>
    public static void TakeOver(string? former, string path)
    {
        if (former is null || File.Exists(path) || !File.Exists(former))
        {
            return;
        }

        foreach (var side in Sides.Reverse().Where(side => File.Exists(former + side)))
        {
            File.Move(former + side, path + side);
        }
    }

    /// <summary>Deletes a data file with its side files.</summary>
    public static void Delete(string path)
    {
        foreach (var side in Sides)
        {
            File.Delete(path + side);
        }
    }
}

/// <summary>Plain SQL on the file, where waking the mapper would take longer than the question.</summary>
internal static class PlainSql
{
    public static void Run(this SqliteConnection file, string sql, int? timeoutSeconds = null)
    {
        using var command = file.CreateCommand();
        command.CommandText = sql;
        command.CommandTimeout = timeoutSeconds ?? file.DefaultTimeout;
        command.ExecuteNonQuery();
    }

    public static List<string> Ask(this SqliteConnection file, string sql)
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
