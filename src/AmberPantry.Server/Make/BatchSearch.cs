using System.Globalization;
using System.Linq.Expressions;
using AmberPantry.Core.Families;
using AmberPantry.Data.Batches;
using AmberPantry.Server.Hosting;
using Microsoft.EntityFrameworkCore;

namespace AmberPantry.Server.Make;

/// <summary>Which batches a list shows.</summary>
public enum BatchState
{
    /// <summary>All that are not archived.</summary>
    Any,

    /// <summary>Begun and neither finished nor given up.</summary>
    Open,
    Finished,
    GivenUp,

    /// <summary>Something is left of it.</summary>
    InStock,
    Archived,
}

/// <summary>Finds batches by words: of the lot, the formula's name, what the trial is after, the notes, or a date.</summary>
internal static class BatchSearch
{
    private static readonly string[] Months = [.. CultureInfo.InvariantCulture.DateTimeFormat.MonthNames.Where(name => name.Length > 0)];
    private const int FirstYear = 2000;
    private const int LastYear = 2200;

    /// <summary>Every word must be found somewhere; the order does not matter.</summary>
    public static IQueryable<BatchRow> Matching(this IQueryable<BatchRow> rows, string? search)
    {
        foreach (var word in Paging.Words(search))
        {
            rows = rows.Where(Says(word));
        }

        return rows;
    }

    public static IQueryable<BatchRow> Of(this IQueryable<BatchRow> rows, BatchState state, string? family)
    {
        rows = state switch
        {
            BatchState.Archived => rows.Where(row => row.ArchivedAt != null),
            BatchState.Open => rows.Where(row => row.FinishedAt == null),
            BatchState.Finished => rows.Where(row => row.FinishedAt != null && row.GivenUpFor == null && row.ArchivedAt == null),
            BatchState.GivenUp => rows.Where(row => row.GivenUpFor != null && row.ArchivedAt == null),
            BatchState.InStock => rows.Where(row => row.UnitsLeft > 0),
            _ => rows.Where(row => row.ArchivedAt == null),
        };
        return family is { Length: > 0 } ? rows.Where(row => row.Family == new Family(family)) : rows;
    }

    private static Expression<Func<BatchRow, bool>> Says(string like)
    {
        var (from, to, month) = When(like.Trim('%'));
        return row =>
            EF.Functions.Like(row.Lot, like, "\\")
            || EF.Functions.Like(row.Trial!.Formula!.Name, like, "\\")
            || EF.Functions.Like(row.Trial.Intent, like, "\\")
            || EF.Functions.Like(row.Notes, like, "\\")
            || (row.StartedAt >= from && row.StartedAt < to)
            || row.StartedAt.Month == month;
    }

    /// <summary>The time a word means: a year, "2026-06", "2026-06-11", or a month of any year by its name.</summary>
    private static (DateTime From, DateTime To, int Month) When(string word)
    {
        var none = DateTime.MaxValue;
        if (int.TryParse(word, NumberStyles.None, CultureInfo.InvariantCulture, out var year) && year is >= FirstYear and <= LastYear)
        {
            return (Day(year, 1), Day(year + 1, 1), 0);
        }

        if (DateTime.TryParseExact(word, ["yyyy-MM-dd", "yyyy-MM"], CultureInfo.InvariantCulture, DateTimeStyles.AssumeLocal, out var day))
        {
            var from = day.ToUniversalTime();
            return (from, (word.Length > "yyyy-MM".Length ? day.AddDays(1) : day.AddMonths(1)).ToUniversalTime(), 0);
        }

        const int FewestLetters = 3;
        var named = word.Length < FewestLetters ? -1 : Array.FindIndex(Months, name => name.StartsWith(word, StringComparison.OrdinalIgnoreCase));
        return (none, none, named + 1);

        static DateTime Day(int year, int month) => new DateTime(year, month, 1, 0, 0, 0, DateTimeKind.Local).ToUniversalTime();
    }
}
