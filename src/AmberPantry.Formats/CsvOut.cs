using System.Globalization;
using CsvHelper;
using CsvHelper.Configuration;

namespace AmberPantry.Formats;

/// <summary>One line of a recall list: some units of a batch that a lot reached, and where they are.</summary>
public sealed record RecallRow
{
    public required string Material { get; init; }

    /// <summary>As on the supplier's bag.</summary>
    public required string Lot { get; init; }

    public required string Supplier { get; init; }

    /// <summary>The maker's own lot.</summary>
    public required string Batch { get; init; }

    public required string Product { get; init; }

    public required DateOnly MadeOn { get; init; }

    /// <summary>Grams of the lot in the batch.</summary>
    public required decimal UsedG { get; init; }

    public required int Units { get; init; }

    public required string Where { get; init; }

    public required string Note { get; init; }
}

/// <summary>Tables that go out: comma-separated, UTF-8, a head line, dates as year-month-day.</summary>
public static class CsvOut
{
    /// <summary>A cell that a spreadsheet would take for a formula is told apart by a leading apostrophe.</summary>
    public static string Write<T>(IEnumerable<T> rows)
    {
        using var text = new StringWriter(CultureInfo.InvariantCulture);
        var settings = new CsvConfiguration(CultureInfo.InvariantCulture) { InjectionOptions = InjectionOptions.Escape, NewLine = "\r\n" };
        using (var csv = new CsvWriter(text, settings))
        {
            csv.Context.TypeConverterOptionsCache.GetOptions<DateOnly>().Formats = ["yyyy-MM-dd"];
            csv.WriteRecords(rows);
        }

        return text.ToString();
    }
}
