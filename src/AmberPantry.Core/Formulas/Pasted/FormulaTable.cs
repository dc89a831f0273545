using System.Globalization;
using AmberPantry.Core.Families;
using AmberPantry.Core.Materials;
using AmberPantry.Core.Workshops;

namespace AmberPantry.Core.Formulas.Pasted;

/// <summary>A row of a table of formulas, one for each line of a mix; texts as they stand there.</summary>
/// <param name="At">Where it stands, as a maker finds it: "line 7".</param>
/// <param name="Kind">Kind of product by its key or its title; only the first row of a formula needs it.</param>
/// <param name="Phase">Empty takes what is usual.</param>
public sealed record FormulaTableRow(string At, string Formula, string Kind, string Material, string Inci, string Phase, string Percent, string Kept)
{
    /// <summary>What the trial is after.</summary>
    public string Intent { get; init; } = "";

    /// <summary>Parted by spaces.</summary>
    public string Tags { get; init; } = "";

    /// <summary>Grams of the batch.</summary>
    public string BatchG { get; init; } = "";

    /// <summary>Whether the amount was not told.</summary>
    public string Gap { get; init; } = "";
}

/// <summary>A formula from a file, whole and checked.</summary>
public sealed record FormulaDraft(string At, string Name, string Intent, IReadOnlyList<string> Tags, Formula Content);

/// <summary>What of a file cannot be taken.</summary>
/// <param name="Field">The column, or the path within its formula.</param>
public sealed record RefusedCell(string At, string Field, string? Value, string Message, string Remedy)
{
    public static RefusedCell Of(string at, Refusal refusal) => new(at, refusal.Field, refusal.Value, refusal.Message, refusal.Remedy);

    /// <summary>What a file comes to, in a sentence.</summary>
    /// <param name="parts">What it holds, "3 new lots"; empty ones are passed over.</param>
    /// <param name="nothing">"no lot can be read".</param>
    /// <param name="isKept">Whether it was taken in.</param>
    public static string Says(IEnumerable<string> parts, string nothing, int refused, bool isKept)
    {
        string[] told = [.. parts.Where(part => part.Length > 0)];
        var what = Wording.Capital(told.Length == 0 ? nothing : Wording.List(told));
        return refused > 0
            ? $"{what}; {refused} {Wording.Plural("place", refused)} must be put right before anything is taken."
            : $"{what}{(isKept ? ": taken in" : "")}.";
    }
}

/// <summary>Formulas read from a table. Nothing is guessed: a name that is not plain is refused with what may be meant.</summary>
public static class FormulaTable
{
    /// <summary>Shares that are rounded in a sheet may miss 100 by this much; the largest line takes the rest.</summary>
    private const decimal Rounding = 0.05m;

    private const decimal UsualBatchG = 500;

    public static (IReadOnlyList<FormulaDraft> Formulas, IReadOnlyList<RefusedCell> Refused) Read(
        IReadOnlyList<FormulaTableRow> rows,
        MaterialShelf shelf
    )
    {
        var drafts = new List<FormulaDraft>();
        var refused = new List<RefusedCell>();
        foreach (var row in rows.Where(row => row.Formula.Length == 0))
        {
            refused.Add(
                new RefusedCell(row.At, "formula", "", "The row does not say which formula it belongs to.", "Fill the column, or remove the row.")
            );
        }

        foreach (var formula in rows.Where(row => row.Formula.Length > 0).GroupBy(row => row.Formula, StringComparer.OrdinalIgnoreCase))
        {
            var before = refused.Count;
            var draft = Draft([.. formula], shelf, refused);
            if (refused.Count == before && draft is not null)
            {
                drafts.Add(draft);
            }
        }

        return (drafts, refused);
    }

    private static FormulaDraft? Draft(FormulaTableRow[] rows, MaterialShelf shelf, List<RefusedCell> refused)
    {
        var first = rows[0];
        var kind = Try(first, () => Kind(rows), refused);
        var name = Try(first, () => FormulaName.Check(first.Formula, "formula"), refused);
        var tags = Try(
            first,
            () => FormulaName.CheckTags(First(rows, row => row.Tags).Split((char[]?)null, StringSplitOptions.RemoveEmptyEntries), "tags"),
            refused
        );
        var intent = First(rows, row => row.Intent) is { Length: > 0 } told
            ? Try(first, () => FormulaName.CheckIntent(told, "trial_after"), refused)
            : "";
        var grams = First(rows, row => row.BatchG) is { Length: > 0 } batch ? Try(first, () => (decimal?)Grams(batch), refused) : UsualBatchG;
        if (kind is null || name is null || tags is null || intent is null || grams is null)
        {
            return null;
        }

        var lines = new List<FormulaLine>();
        foreach (var row in rows)
        {
            if (Try(row, () => Line(row, kind.Family, grams.Value, shelf, $"L{lines.Count + 1}"), refused) is { } line)
            {
                lines.Add(line);
            }
        }

        if (lines.Count < rows.Length)
        {
            return null;
        }

        var sum = lines.Sum(line => line.Percent);
        if (Math.Abs(sum - 100) > Rounding)
        {
            refused.Add(
                new RefusedCell(
                    first.At,
                    "percent",
                    sum.ToString(CultureInfo.InvariantCulture),
                    $"The lines of {name} total {Wording.Number((double)sum, "0.####")} %, not 100.",
                    "Put the shares right in the file."
                )
            );
            return null;
        }

        var largest = lines.IndexOf(lines.MaxBy(line => line.Percent)!);
        lines[largest] = lines[largest] with { Percent = lines[largest].Percent + 100 - sum };
        var content = new Formula
        {
            Family = kind.Family,
            Lines = lines,
            Batch = new BatchSize(grams.Value),
        };
        return Try(
            first,
            () =>
            {
                FormulaCheck.Check(content, shelf, "");
                return new FormulaDraft(first.At, name, intent, tags, content);
            },
            refused
        );
    }

    private static FormulaLine Line(FormulaTableRow row, Family family, decimal batchG, MaterialShelf shelf, string id)
    {
        var material = Material(row, shelf);
        var phase = row.Phase.Length == 0 ? LinePhase.Of(family, material) : Phase(row.Phase);
        return new FormulaLine(id, material.Id, ShareText.Parse(row.Percent, batchG, "percent"), phase, IsYes(row.Kept), IsYes(row.Gap));
    }

    private static bool IsYes(string cell) => cell is "yes" or "true" or "1" or "x";

    private static Material Material(FormulaTableRow row, MaterialShelf shelf)
    {
        var text = row.Material.Length > 0 ? row.Material : row.Inci;
        if (text.Length == 0)
        {
            throw new Refusal(Codes.Empty, "material", "", "The row names no material.", "Fill the column material or inci.");
        }

        if (shelf.Find(text) is { } known)
        {
            return known;
        }

        var named = PastedName.Of(text, shelf);
        return named.Sure
            ?? throw new Refusal(
                Codes.UnknownId,
                row.Material.Length > 0 ? "material" : "inci",
                text,
                $"It is not sure what “{(text.Length > 60 ? text[..60] : text)}” is.",
                named.Candidates.Count == 0
                    ? "Use a name of the catalogue, or add it in the Pantry first."
                    : $"Write {string.Join(" or ", named.Candidates.Take(3).Select(one => one.Name))}, or add it in the Pantry first."
            );
    }

    private static FamilyProfile Kind(FormulaTableRow[] rows)
    {
        var text = First(rows, row => row.Kind);
        return FamilyRegistry.Usual.All.FirstOrDefault(family =>
            family.Family.Key.Equals(text, StringComparison.OrdinalIgnoreCase)
            || family.Title.Equals(text, StringComparison.OrdinalIgnoreCase)
            || family.Name.Equals(text, StringComparison.OrdinalIgnoreCase)
        )
            ?? throw new Refusal(
                Codes.UnknownId,
                "kind",
                text,
                text.Length == 0 ? "The formula does not say what kind of product it is." : $"“{text}” is not a kind of product known here.",
                $"Write one of {string.Join(", ", FamilyRegistry.Usual.All.Select(family => family.Family.Key))}."
            );
    }

    private static Phase Phase(string text)
    {
        var word = text.ToLowerInvariant().Replace(' ', '_').Replace('-', '_');
        return Enum.GetValues<Phase>().Where(phase => AmberJson.Word(phase) == word).Select(phase => (Phase?)phase).FirstOrDefault()
            ?? throw new Refusal(
                Codes.UnknownId,
                "phase",
                text,
                $"“{text}” is no phase.",
                $"Write {string.Join(", ", Enum.GetValues<Phase>().Select(AmberJson.Word))}, or leave it empty."
            );
    }

    private static decimal Grams(string text) =>
        decimal.TryParse(text.Replace(',', '.'), NumberStyles.AllowDecimalPoint, CultureInfo.InvariantCulture, out var grams)
            ? grams
            : throw new Refusal(Codes.NotANumber, "batch_g", text, $"“{text}” is no weight in grams.", "Write digits, such as 600.");

    private static string First(FormulaTableRow[] rows, Func<FormulaTableRow, string> of) =>
        rows.Select(of).FirstOrDefault(text => text.Length > 0) ?? "";

    /// <summary>Null where it was refused; the refusal is noted.</summary>
    private static T? Try<T>(FormulaTableRow row, Func<T> read, List<RefusedCell> refused)
    {
        try
        {
            return read();
        }
        catch (Refusal refusal)
        {
            refused.Add(RefusedCell.Of(row.At, refusal));
            return default;
        }
    }
}
