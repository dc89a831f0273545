using System.Globalization;
using CsvHelper;

namespace AmberPantry.Core;

/// <summary>The comma-separated tables embedded in this assembly, row by row.</summary>
internal static class DataTable
{
    /// <summary>Reads a table such as <c>Powders.Data.powder-materials.csv</c>.</summary>
    public static IReadOnlyList<T> Read<T>(string name, Func<DataRow, T> row)
    {
        var stream = typeof(DataTable).Assembly.GetManifestResourceStream($"AmberPantry.Core.{name}")
            ?? throw new InvalidOperationException($"The table {name} is not part of this build.");
        using var csv = new CsvReader(new StreamReader(stream), CultureInfo.InvariantCulture);
        csv.Read();
        csv.ReadHeader();
        var rows = new List<T>();
        while (csv.Read())
        {
            rows.Add(row(new DataRow(csv)));
        }

        return rows;
    }
}

/// <summary>One row; a blank number is either 0 or missing, and the reader says which.</summary>
internal readonly struct DataRow(CsvReader csv)
{
    public string Text(string column) => csv.GetField(column) ?? "";

    public double Number(string column) => OptionalNumber(column) ?? 0;

    public double? OptionalNumber(string column) => Text(column) is { Length: > 0 } text ? double.Parse(text, CultureInfo.InvariantCulture) : null;

    /// <summary>One of an enum's words, written with underscores or hyphens.</summary>
    public T Word<T>(string column)
        where T : struct, Enum =>
        Enum.Parse<T>(Text(column).Replace("_", "", StringComparison.Ordinal).Replace("-", "", StringComparison.Ordinal), ignoreCase: true);

    public bool Flag(string column) => Text(column) == "1";

    public string[] List(string column) => Text(column).Split(';', StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries);
}
