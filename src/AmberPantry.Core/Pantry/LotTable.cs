using System.Globalization;
using AmberPantry.Core.Formulas.Pasted;
using AmberPantry.Core.Materials;
using AmberPantry.Core.Workshops;

namespace AmberPantry.Core.Pantry;

/// <summary>A row of a table of lots; texts as they stand there.</summary>
/// <param name="At">Where it stands, as a maker finds it: "line 7".</param>
/// <param name="Of">Name of the material or container.</param>
/// <param name="Lot">As on the bag.</param>
/// <param name="Amount">Grams, or pieces of a container.</param>
public sealed record LotTableRow(string At, string Of, string Lot, string Amount)
{
    public string Supplier { get; init; } = "";

    /// <summary>Of all of it.</summary>
    public string Price { get; init; } = "";

    /// <summary>Year-month-day; empty takes today.</summary>
    public string ReceivedOn { get; init; } = "";

    public string BestBefore { get; init; } = "";

    public string OpenedOn { get; init; } = "";

    public string MonthsOnceOpen { get; init; } = "";

    public string Place { get; init; } = "";

    public string Note { get; init; } = "";
}

/// <summary>A lot from a file, whole and checked.</summary>
/// <param name="Warns">What its name is easily taken for.</param>
public sealed record LotDraft(string At, ShelfSubject Subject, decimal Amount, LotFacts Facts, IReadOnlyList<string> Warns);

/// <summary>Lots read from a table. Nothing is guessed: a name that is not plain is refused with what may be meant.</summary>
public static class LotTable
{
    private const string DayFormat = "yyyy-MM-dd";

    public static (IReadOnlyList<LotDraft> Lots, IReadOnlyList<RefusedCell> Refused) Read(
        IReadOnlyList<LotTableRow> rows,
        MaterialShelf shelf,
        Workshop workshop,
        DateOnly today
    )
    {
        var (lots, refused) = (new List<LotDraft>(), new List<RefusedCell>());
        var seen = new HashSet<(StockKind, string, string)>();
        foreach (var row in rows)
        {
            try
            {
                var draft = Draft(row, shelf, workshop, today);
                if (!seen.Add((draft.Subject.Kind, draft.Subject.Of, draft.Facts.Code.ToUpperInvariant())))
                {
                    throw new Refusal(
                        Codes.Twice,
                        "lot",
                        draft.Facts.Code,
                        $"Lot {draft.Facts.Code} of it stands in the file twice.",
                        "Keep one of the two."
                    );
                }

                lots.Add(draft);
            }
            catch (Refusal refusal)
            {
                refused.Add(RefusedCell.Of(row.At, refusal));
            }
        }

        return (lots, refused);
    }

    private static LotDraft Draft(LotTableRow row, MaterialShelf shelf, Workshop workshop, DateOnly today)
    {
        var container = workshop.Containers.FirstOrDefault(one => Is(one.Id, row.Of) || Is(one.Name, row.Of));
        var material = container is null ? shelf.Named(row.Of, "material") : null;
        var subject = container is not null ? ShelfSubject.About(container) : ShelfSubject.About(material!);
        var facts = new LotFacts(row.Lot, Day(row.ReceivedOn, "received_on") ?? today)
        {
            Supplier = row.Supplier,
            Price = Number(row.Price, "price"),
            BestBefore = Day(row.BestBefore, "best_before"),
            OpenedOn = Day(row.OpenedOn, "opened_on"),
            MonthsOnceOpen = Whole(row.MonthsOnceOpen, "months_once_open"),
            Place = row.Place,
            Note = row.Note,
        }.Checked("");
        var amount = Number(row.Amount, "amount")
            ?? throw new Refusal(Codes.Missing, "amount", "", "The row does not say how much came.", "Write grams, or pieces of a container.");
        return new LotDraft(
            row.At,
            subject,
            Lot.Amount(subject.Kind, amount, 0.000001m, "amount"),
            facts,
            material is null ? [] : [.. LookAlike.Of(material.BasedOn).Select(pair => pair.Difference)]
        );
    }

    private static bool Is(string name, string text) => string.Equals(name, text.Trim(), StringComparison.OrdinalIgnoreCase);

    private static decimal? Number(string text, string field) =>
        text.Length == 0 ? null
        : decimal.TryParse(text, NumberStyles.AllowDecimalPoint | NumberStyles.AllowLeadingSign, CultureInfo.InvariantCulture, out var number)
            ? number
        : throw new Refusal(Codes.NotANumber, field, text, $"“{text}” is not a number.", "Write digits with a point, without a unit.");

    private static int? Whole(string text, string field) =>
        text.Length == 0 ? null
        : int.TryParse(text, NumberStyles.AllowLeadingSign, CultureInfo.InvariantCulture, out var number) ? number
        : throw new Refusal(Codes.NotANumber, field, text, $"“{text}” is not a whole number.", "Write digits alone, such as 12.");

    private static DateOnly? Day(string text, string field) =>
        text.Length == 0 ? null
        : DateOnly.TryParseExact(text, DayFormat, CultureInfo.InvariantCulture, DateTimeStyles.None, out var day) ? day
        : throw new Refusal(Codes.Date, field, text, $"“{text}” is no day.", "Write year-month-day, such as 2026-11-30.");
}
