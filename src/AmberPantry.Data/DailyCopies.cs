using System.Globalization;
using Microsoft.Data.Sqlite;

namespace AmberPantry.Data;

/// <summary>A copy of the data file.</summary>
/// <param name="Name">File name.</param>
public sealed record DailyCopy(string Name, DateTime MadeAt, long Bytes);

/// <summary>One copy of the data file a day, beside it; the last fourteen stay.</summary>
public static class DailyCopies
{
    public const int Kept = 14;
    private const string Day = "yyyy-MM-dd";

    public static string Folder(string path) => Path.Combine(Path.GetDirectoryName(Path.GetFullPath(path))!, "copies");

    /// <summary>Makes today's copy unless it is there, and clears those beyond the last fourteen.</summary>
    /// <returns>Whether one was made.</returns>
    public static bool Make(string path, DateTime now)
    {
        var target = Path.Combine(Folder(path), $"{Stem(path)}-{now.ToString(Day, CultureInfo.InvariantCulture)}.db");
        if (File.Exists(target))
        {
            return false;
        }

        Write(path, target);
        foreach (var old in Daily(path).Skip(Kept))
        {
            old.Delete();
        }

        return true;
    }

    /// <summary>The copies there are, the newest first.</summary>
    public static IReadOnlyList<DailyCopy> List(string path) =>
        [.. Daily(path).Select(file => new DailyCopy(file.Name, file.LastWriteTimeUtc, file.Length))];

    /// <summary>Full path of a copy by its name; null when there is none of it.</summary>
    public static string? Find(string path, string name) => Daily(path).FirstOrDefault(file => file.Name == name)?.FullName;

    internal static string MakeBeforeUpgrade(string path)
    {
        var stem = Path.Combine(Folder(path), $"{Stem(path)}-before-upgrade");
        var target = Enumerable.Range(1, int.MaxValue).Select(n => $"{stem}-{n}.db").First(name => !File.Exists(name));
        Write(path, target);
        return target;
    }

    private static void Write(string path, string target)
    {
        Directory.CreateDirectory(Path.GetDirectoryName(target)!);
        var half = $"{target}.half";
        File.Delete(half);
        using (var file = new SqliteConnection(PantryFile.ConnectionString(path)))
        {
            file.Open();
            using var command = file.CreateCommand();
            command.CommandText = "VACUUM INTO $target";
            command.CommandTimeout = 120;
            command.Parameters.AddWithValue("$target", half);
            command.ExecuteNonQuery();
        }

        PantryFile.KeepPrivate(half);

        File.Move(half, target, overwrite: true);
    }

    private static IEnumerable<FileInfo> Daily(string path)
    {
        var folder = new DirectoryInfo(Folder(path));
        var stem = $"{Stem(path)}-";
        return !folder.Exists
            ? []
            : folder
                .EnumerateFiles($"{stem}*.db")
                .Where(file => DateTime.TryParseExact(file.Name[stem.Length..^3], Day, CultureInfo.InvariantCulture, DateTimeStyles.None, out _))
                .OrderByDescending(file => file.Name, StringComparer.Ordinal);
    }

    private static string Stem(string path) => Path.GetFileNameWithoutExtension(path);
}
