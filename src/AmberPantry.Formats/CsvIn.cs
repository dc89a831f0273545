using System.Globalization;
using AmberPantry.Core;
using CsvHelper;
using CsvHelper.Configuration;

namespace AmberPantry.Formats;

/// <summary>Tables that come in: whichever of comma, semicolon, tab and bar parts the cells, with a head line.</summary>
internal static class CsvIn
{
    private const int MostLetters = 4_000_000;

    /// <param name="such">What is asked for instead of an empty file.</param>
    /// <exception cref="Refusal">E_EMPTY, E_RANGE for a file that is too large.</exception>
    public static string Text(string? file, string such) =>
        string.IsNullOrWhiteSpace(file) ? throw new Refusal(Codes.Empty, "file", "", "The file is empty.", such)
        : file.Length <= MostLetters ? file
        : throw new Refusal(
            Codes.Range,
            "file",
            file.Length,
            $"A file of {file.Length:#,0} letters is too large.",
            $"Keep it to {MostLetters:#,0}, or bring it in parts."
        );

    /// <param name="column">How the name of a column is told from its head.</param>
    public static CsvReader Reader(string text, Func<string, string> column) =>
        new(
            new StringReader(text.TrimStart('\uFEFF')),
            new CsvConfiguration(CultureInfo.InvariantCulture)
            {
                DetectDelimiter = true,
                DetectDelimiterValues = [",", ";", "\t", "|"],
                PrepareHeaderForMatch = head => column(head.Header),
                MissingFieldFound = null,
                BadDataFound = null,
                TrimOptions = TrimOptions.Trim,
            }
        );

    /// <summary>"Received on", "received_on" and "ReceivedOn" name one column.</summary>
    public static string Bare(string column) =>
        column.Trim().ToLowerInvariant().Replace("_", "", StringComparison.Ordinal).Replace(" ", "", StringComparison.Ordinal);

    /// <summary>"Whip bowl" as the word of a choice is written.</summary>
    public static string Snake(string text) => text.Trim().ToLowerInvariant().Replace(' ', '_').Replace('-', '_');

    extension(CsvReader csv)
    {
        /// <summary>A cell by the bare name of its column; one that goes out with an apostrophe before a sign comes in without it.</summary>
        public string BareCell(string column) =>
            csv.Cell(Bare(column)) is var cell && cell is ['\'', '=' or '+' or '-' or '@' or '\t' or '\r', ..] ? cell[1..] : cell;

        public bool Knows(string column) => csv.GetFieldIndex(column, isTryGet: true) >= 0;

        public string Cell(string column) => csv.TryGetField<string>(column, out var text) ? text ?? "" : "";
    }
}
