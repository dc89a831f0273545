using System.Globalization;
using AmberPantry.Core;
using AmberPantry.Core.Formulas.Pasted;
using AmberPantry.Core.Materials;
using AmberPantry.Core.Pantry;
using AmberPantry.Core.Workshops;

namespace AmberPantry.Formats;

/// <param name="File">The whole text of a file.</param>
/// <param name="Keep">Take it in; else it is only looked at.</param>
public sealed record LotFileAsked(string File, bool Keep = false);

/// <summary>A lot as a line of a file; the names of its fields are the columns.</summary>
public sealed record FiledLot
{
    public required string Material { get; init; }

    public required string Lot { get; init; }

    /// <summary>What is left, grams or pieces.</summary>
    public required string Amount { get; init; }

    public required string Supplier { get; init; }

    public required string Price { get; init; }

    public required string ReceivedOn { get; init; }

    public required string BestBefore { get; init; }

    public required string OpenedOn { get; init; }

    public required string MonthsOnceOpen { get; init; }

    public required string Place { get; init; }

    public required string Note { get; init; }

    public static FiledLot Of(string name, Lot lot) =>
        new()
        {
            Material = name,
            Lot = lot.Facts.Code,
            Amount = Plain(lot.Left),
            Supplier = lot.Facts.Supplier ?? "",
            // What is left of it is worth so much.
            Price = lot.PriceOfOne is { } one ? Plain(Math.Round(one * lot.Left, 4)) : "",
            ReceivedOn = Day(lot.Facts.ReceivedOn),
            BestBefore = Day(lot.Facts.BestBefore),
            OpenedOn = Day(lot.Facts.OpenedOn),
            MonthsOnceOpen = lot.Facts.MonthsOnceOpen?.ToString(CultureInfo.InvariantCulture) ?? "",
            Place = lot.Facts.Place ?? "",
            Note = lot.Facts.Note,
        };

    private static string Plain(decimal number) => number.ToString("0.######", CultureInfo.InvariantCulture);

    private static string Day(DateOnly? day) => day?.ToString("yyyy-MM-dd", CultureInfo.InvariantCulture) ?? "";
}

/// <summary>Lots as CSV, a row each; see docs/formats/lots.md.</summary>
public static class LotFile
{
    public const int MostLots = 10_000;

    /// <exception cref="Refusal">E_EMPTY, E_RANGE for a file that is too large, E_NOT_A_DOCUMENT for something else.</exception>
    public static (IReadOnlyList<LotDraft> Lots, IReadOnlyList<RefusedCell> Refused) Read(
        string? text,
        MaterialShelf shelf,
        Workshop workshop,
        DateOnly today
    )
    {
        var rows = Rows(CsvIn.Text(text, "Choose a CSV file of lots."));
        return rows.Count <= MostLots
            ? LotTable.Read(rows, shelf, workshop, today)
            : throw new Refusal(Codes.Range, "file", rows.Count, $"{rows.Count} lots at once are too many.", $"Bring {MostLots:#,0} at most.");
    }

    private static List<LotTableRow> Rows(string text)
    {
        using var csv = CsvIn.Reader(text, CsvIn.Bare);
        if (!csv.Read() || !csv.ReadHeader() || !csv.Knows("material") || !csv.Knows("lot") || !csv.Knows("amount"))
        {
            throw new Refusal(
                Codes.NotADocument,
                "file",
                text.Length > 60 ? text[..60] : text,
                "The first line does not name the columns material, lot and amount.",
                "Write them there; supplier, price, received_on, best_before, opened_on, months_once_open, place and note may follow."
            );
        }

        var rows = new List<LotTableRow>();
        while (csv.Read())
        {
            rows.Add(
                new LotTableRow($"line {csv.Parser.RawRow}", csv.BareCell("material"), csv.BareCell("lot"), csv.BareCell("amount"))
                {
                    Supplier = csv.BareCell("supplier"),
                    Price = csv.BareCell("price"),
                    ReceivedOn = csv.BareCell("received_on"),
                    BestBefore = csv.BareCell("best_before"),
                    OpenedOn = csv.BareCell("opened_on"),
                    MonthsOnceOpen = csv.BareCell("months_once_open"),
                    Place = csv.BareCell("place"),
                    Note = csv.BareCell("note"),
                }
            );
        }

        return rows;
    }
}
