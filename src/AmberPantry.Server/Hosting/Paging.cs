using System.Globalization;
using AmberPantry.Core;

namespace AmberPantry.Server.Hosting;

/// <summary>A page of a list.</summary>
/// <param name="Next">Give it as <c>after</c> for the next page; null at the end.</param>
/// <param name="Total">How many there are in all pages.</param>
public sealed record Page<T>(IReadOnlyList<T> Items, string? Next, int Total);

/// <summary>Paging by key: a page begins after the last row seen, so that the thousandth costs what the first costs.</summary>
internal static class Paging
{
    public const int Usual = 60;
    private const int Most = 200;
    private const int LongestSearch = 80;
    private const int MostWords = 8;
    private const char Between = '~';

    /// <exception cref="Refusal">E_RANGE for a page that cannot be.</exception>
    public static int Take(string? take) =>
        take is null ? Usual
        : int.TryParse(take, CultureInfo.InvariantCulture, out var most) && most is >= 1 and <= Most ? most
        : throw new Refusal(Codes.Range, "take", take, $"A page of “{take}” cannot be.", $"Ask for 1 to {Most}.");

    /// <summary>A choice by its word; the first of them when none is asked for.</summary>
    /// <exception cref="Refusal">E_UNKNOWN_ID.</exception>
    public static T Word<T>(string? word, string field)
        where T : struct, Enum
    {
        if (word is null)
        {
            return default;
        }

        var words = Enum.GetValues<T>().ToDictionary(AmberJson.Word);
        return words.TryGetValue(word, out var found)
            ? found
            : throw new Refusal(Codes.UnknownId, field, word, $"There is no {field} “{word}”.", $"Use {string.Join(" or ", words.Keys)}.");
    }

    /// <summary>Where a page begins by time and id.</summary>
    /// <exception cref="Refusal">E_RANGE for a mark that is none.</exception>
    public static (DateTime At, int Id)? AfterTime(string? mark)
    {
        if (Parts(mark) is not { } parts)
        {
            return null;
        }

        return long.TryParse(parts.Key, CultureInfo.InvariantCulture, out var ticks) && ticks >= 0 && ticks <= DateTime.MaxValue.Ticks
            ? (new DateTime(ticks, DateTimeKind.Utc), parts.Id)
            : throw NoMark(mark);
    }

    /// <summary>Where a page begins by name and id.</summary>
    public static (string Name, int Id)? AfterName(string? mark) => Parts(mark) is { } parts ? (Uri.UnescapeDataString(parts.Key), parts.Id) : null;

    public static string Mark(DateTime at, int id) =>
        $"{at.Ticks.ToString(CultureInfo.InvariantCulture)}{Between}{id.ToString(CultureInfo.InvariantCulture)}";

    public static string Mark(string name, int id) => $"{Uri.EscapeDataString(name)}{Between}{id.ToString(CultureInfo.InvariantCulture)}";

    /// <summary>Each word of a search text as a pattern: what SQL takes for wild cards is taken as it is.</summary>
    public static IReadOnlyList<string> Words(string? search)
    {
        var text = search?.Trim() ?? "";
        var cut = text.Length > LongestSearch ? text[..LongestSearch] : text;
        return [.. cut.Split((char[]?)null, StringSplitOptions.RemoveEmptyEntries).Take(MostWords).Select(Pattern)];
    }

    private static string Pattern(string word)
    {
        var escaped = word.Replace("\\", "\\\\", StringComparison.Ordinal)
            .Replace("%", "\\%", StringComparison.Ordinal)
            .Replace("_", "\\_", StringComparison.Ordinal);
        return $"%{escaped}%";
    }

    /// <summary>Keeps a page of what was read with one row more.</summary>
    public static Page<T> Page<T>(List<T> rows, int take, int total, Func<T, string> mark)
    {
        var more = rows.Count > take;
        if (more)
        {
            rows.RemoveAt(take);
        }

        return new Page<T>(rows, more ? mark(rows[^1]) : null, total);
    }

    private static (string Key, int Id)? Parts(string? mark)
    {
        if (string.IsNullOrEmpty(mark))
        {
            return null;
        }

        var at = mark.LastIndexOf(Between);
        return at >= 0 && int.TryParse(mark.AsSpan(at + 1), CultureInfo.InvariantCulture, out var id) ? (mark[..at], id) : throw NoMark(mark);
    }

    private static Refusal NoMark(string? mark) =>
        new(Codes.Range, "after", mark, "That is not where a page ends.", "Give what the page before said under next, or leave it out.");
}
