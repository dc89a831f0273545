using System.Text.RegularExpressions;
using AmberPantry.Core.Materials;
using AmberPantry.Core.Workshops;

namespace AmberPantry.Core.Formulas.Pasted;

/// <summary>Reads a pasted text row by row, and the rows together.</summary>
internal sealed partial class PastedReader(PastedQuestion question, MaterialShelf shelf)
{
    /// <summary>Rows looked at: a mix has at most sixty lines, and headings and notes beside them.</summary>
    private const int MostRows = 200;
    private const int LongestRow = 400;
    private const int LongestName = 100;

    [GeneratedRegex(
        @"^(?:phase\b.*|cool(?:ing)?[ -]?down\b.{0,20}|(?:heated|melt|oil|water|wax|dry|liquid|powder|cool[ -]?down|cooling) phase\b.*"
            + @"|ingredients?|materials?|recipe|formula|you will need|what you need)\s*:?$",
        RegexOptions.IgnoreCase | RegexOptions.CultureInvariant
    )]
    private static partial Regex HeadingWords();

    [GeneratedRegex(
        @"^(?:method|directions?|instructions?|steps?|how to|procedure|notes?|to make)\b.{0,40}$",
        RegexOptions.IgnoreCase | RegexOptions.CultureInvariant
    )]
    private static partial Regex BeginsNotes();

    [GeneratedRegex(
        @"^(?:grand )?(?:total|sum|makes|yields?|batch(?: size)?|all)\b|(?<!\p{L})(?:makes|yields)\b",
        RegexOptions.IgnoreCase | RegexOptions.CultureInvariant
    )]
    private static partial Regex TotalWords();

    private readonly List<Draft> drafts = [];
    private readonly Dictionary<string, PastedName> names = [];
    private decimal? toldG;

    public PastedList Read()
    {
        if (question.Text.Length > PastedList.LongestText)
        {
            throw new Refusal(
                Codes.Range,
                "text",
                question.Text.Length,
                $"{question.Text.Length / 1048576.0:0.0} MB of text are more than one mix.",
                "Paste at most 1 MB."
            );
        }

        var rows = PastedText.Rows(question.Text).Take(MostRows + 1).ToArray();
        if (rows.Length == 0)
        {
            throw new Refusal(Codes.Empty, "text", null, "There is nothing to read yet.", "Paste a list of materials with their amounts.");
        }

        Sort(Apart([.. rows.Take(MostRows)]));
        Wholeness.Check(question.Answers, "answers");
        foreach (var answer in question.Answers ?? [])
        {
            Take(answer);
        }

        var (asks, total) = new PastedShares(question, toldG, [.. drafts.Where(draft => draft.IsLine)]).Find();
        var ready = asks.Count == 0 && drafts.All(draft => draft.Asks.Length == 0) && drafts.Any(draft => draft.IsLine);
        return new PastedList([.. drafts.Select(Told)], total, asks, Says(rows.Length > MostRows, total), ready ? Content() : null);
    }

    /// <summary>A list in one row, parted where each part has an amount of its own, all with units or all without.</summary>
    private List<string> Apart(string[] rows) =>
        [.. rows.SelectMany(row => row.Length <= LongestRow * 10 && Parts(row) is { } parts ? parts : [row])];

    private string[]? Parts(string row)
    {
        var parts = Parting().Split(row);
        return
            parts.Length > 1
            && parts.All(part => part.Any(char.IsLetter))
            && parts.Select(part => PastedAmount.In(part).FirstOrDefault().Amount?.Measure).ToArray() is var measures
            && (measures.All(measure => measure is Measure.Bare) || measures.All(measure => measure is not (null or Measure.Bare)))
            && Whole(row, PastedAmount.In(row)) is null
            ? parts
            : null;
    }

    /// <summary>The name and amount of a row whose name holds a number of its own, so that without the other one it is a material's.</summary>
    private (string Name, PastedAmount Amount)? Whole(string row, IReadOnlyList<(PastedAmount Amount, int At, int Length)> found)
    {
        const int MostNumbers = 4;
        foreach (var (amount, at, length) in found.Count is > 1 and <= MostNumbers ? found : [])
        {
            if (Bare(row.Remove(at, length)) is var rest && Named(rest).Sure is not null)
            {
                return (rest, amount);
            }
        }

        return null;
    }

    [GeneratedRegex(@"\s*;\s*|,\s+|\s+\+\s+", RegexOptions.CultureInvariant)]
    private static partial Regex Parting();

    private void Sort(List<string> rows)
    {
        Columns? columns = null;
        Phase? phase = null;
        var notes = false;
        foreach (var whole in rows)
        {
            var row = whole.Length > LongestRow ? whole[..LongestRow] : whole;
            var draft = new Draft(drafts.Count + 1, row);
            drafts.Add(draft);
            if (notes || BeginsNotes().IsMatch(row))
            {
                notes = true;
                draft.Kind = PastedKind.Note;
            }
            else if (Columns.Of(row) is { } heads)
            {
                columns = heads;
                draft.Kind = PastedKind.Heading;
            }
            else if (columns?.Read(row) is var (name, amount) && name.Length > 0)
            {
                ReadLine(draft, name, amount, phase);
            }
            else if (HeadingWords().IsMatch(row) || (row.EndsWith(':') && PastedAmount.In(row).Count == 0))
            {
                phase = PhaseOf(row) ?? phase;
                draft.Kind = PastedKind.Heading;
            }
            else if (TotalWords().IsMatch(row) && PastedAmount.In(row) is [var (all, _, _), ..])
            {
                draft.Kind = PastedKind.Total;
                toldG ??= all.Measure == Measure.Grams && all.Middle > 0 ? all.Middle : null;
            }
            else
            {
                ReadLine(draft, row, null, phase);
            }
        }
    }

    private static Phase? PhaseOf(string heading) =>
        heading.Contains("cool", StringComparison.OrdinalIgnoreCase) ? Phase.CoolDown
        : heading.Contains("dry", StringComparison.OrdinalIgnoreCase) || heading.Contains("powder", StringComparison.OrdinalIgnoreCase) ? Phase.Dry
        : heading.Contains("liquid", StringComparison.OrdinalIgnoreCase) ? Phase.Liquid
        : heading.Contains("melt", StringComparison.OrdinalIgnoreCase) || heading.Contains("heated", StringComparison.OrdinalIgnoreCase) ? Phase.Melt
        : null;

    private void ReadLine(Draft draft, string text, PastedAmount? told, Phase? phase)
    {
        draft.Phase = phase;
        var (name, amount) = told is not null ? (text, told) : Parted(text);
        draft.Name = name.Length > LongestName ? name[..LongestName] : name;
        draft.Amount = amount;
        var meant = Named(draft.Name);
        draft.Material = meant.Sure;
        draft.Candidates = meant.Candidates;
        if (!draft.Name.Any(char.IsLetter) || (amount is null && meant.Candidates.Count == 0))
        {
            draft.Kind = PastedKind.Note;
        }
        else if (amount is null && meant.Sure is null && Words(draft.Name) > 5)
        {
            // A sentence of the method: no name of a material has so many words.
            draft.Kind = PastedKind.Note;
        }
    }

    private static int Words(string text) => text.Split(' ', StringSplitOptions.RemoveEmptyEntries).Length;

    /// <summary>Name and amount of a row; a number that belongs to the name, as in polysorbate 80, stays with it.</summary>
    private (string Name, PastedAmount? Amount) Parted(string row)
    {
        var found = PastedAmount.In(row);
        if (found.Count == 0 || (found.All(one => one.Amount.Measure == Measure.Bare) && Named(Bare(row)).Sure is not null))
        {
            return (Bare(row), null);
        }

        if (Whole(row, found) is var (named, its))
        {
            return (named, its);
        }

        // Of several numbers the one with a unit, percent first; of bare ones the last, and the first where the row begins with it.
        var (amount, _, _) =
            found.FirstOrDefault(one => one.Amount.Measure is Measure.Percent or Measure.Rest) is { Amount: not null } share ? share
            : found[0].Amount.Measure != Measure.Bare ? found[0]
            : found.MinBy(one => one.At) is { At: 0 } first ? first
            : found.MaxBy(one => one.At);
        var name = row;
        foreach (
            var (_, at, length) in found
                .Where(one => one.Amount == amount || one.Amount.Measure != Measure.Bare || Alone(row, one.At, one.Length))
                .OrderByDescending(one => one.At)
        )
        {
            name = name.Remove(at, length).Insert(at, " ");
        }

        return (Bare(name), amount);
    }

    /// <summary>A number in a cell of its own.</summary>
    private static bool Alone(string row, int at, int length) =>
        (at == 0 || row[at - 1] is '\t' or '|') && (at + length == row.Length || row[at + length] is '\t' or '|');

    private static string Bare(string name) =>
        Spaces().Replace(Empty().Replace(name, " "), " ").Trim(' ', ',', ';', ':', '-', '–', '=', '|', '.', '/', '@');

    [GeneratedRegex(@"\s+", RegexOptions.CultureInvariant)]
    private static partial Regex Spaces();

    [GeneratedRegex(@"\(\s*\)|\[\s*\]|[|\t]", RegexOptions.CultureInvariant)]
    private static partial Regex Empty();

    private PastedName Named(string name)
    {
        if (!names.TryGetValue(name, out var meant))
        {
            names[name] = meant = PastedName.Of(name, shelf);
        }

        return meant;
    }

    private void Take(PastedAnswer answer)
    {
        if (answer.Row < 1 || answer.Row > drafts.Count)
        {
            throw new Refusal(Codes.Range, "answers.row", answer.Row, $"There is no row {answer.Row}.", $"Give 1 to {drafts.Count}.");
        }

        var draft = drafts[answer.Row - 1];
        if (answer.LeaveOut)
        {
            draft.Kind = PastedKind.Note;
            return;
        }

        if (answer.Material is { } id)
        {
            draft.Material = shelf.Get(id, "answers.material");
            draft.Kind = PastedKind.Line;
            draft.Name = draft.Name.Length > 0 ? draft.Name : draft.Material.Name;
        }

        if (answer.Amount is { } text)
        {
            var shown = text.Length > 40 ? text[..39] + "…" : text;
            draft.Gap = text.Trim() == ShareText.Unknown;
            draft.Amount = draft.Gap ? null : PastedAmount.Alone(text);
            draft.Typed = shown;
            draft.Wrong = draft is { Amount: null, Gap: false }
                ? $"“{shown}” is no amount: type one such as 12, 12 %, 75 g, 2 parts or the rest; {ShareText.Unknown} where it is not known."
                : "";
        }
    }

    private Formula Content()
    {
        var family = question.Family;
        (Material Material, Phase Phase, decimal Percent, bool Gap)[] lines =
        [
            .. drafts
                .Where(draft => draft.IsLine)
                .GroupBy(draft => (draft.Material!.Id, Phase: draft.Phase ?? LinePhase.Of(family, draft.Material!)))
                .Select(group => (group.First().Material!, group.Key.Phase, group.Sum(draft => draft.Percent!.Value), group.Any(draft => draft.Gap))),
        ];
        if (lines.Length > Formula.MostLines)
        {
            throw new Refusal(
                Codes.Range,
                "text",
                lines.Length,
                $"{lines.Length} lines are more than a trial holds.",
                $"Leave some out, to at most {Formula.MostLines}."
            );
        }

        var blank = Starters.Blank(family);
        var weighed = drafts
            .Where(draft => draft.IsLine)
            .All(draft => draft.Amount is { Measure: Measure.Grams or Measure.Millilitres or Measure.Drops or Measure.Pumps })
            ? drafts.Where(draft => draft.IsLine).Sum(draft => draft.Value!.Value)
            : (decimal?)null;
        var grams = Math.Round(question.BatchG ?? toldG ?? weighed ?? blank.Batch.Grams, 2);
        return blank with
        {
            Lines = [.. lines.Select((line, i) => new FormulaLine($"L{i + 1}", line.Material.Id, line.Percent, line.Phase, Gap: line.Gap))],
            Batch = blank.Batch with { Grams = Math.Clamp(grams, 1, 100_000) },
        };
    }

    private string Says(bool cut, decimal? total)
    {
        var lines = drafts.Count(draft => draft.IsLine);
        var asked = drafts.Count(draft => draft.Asks.Length > 0);
        var left = drafts.Count(draft => draft.Kind is PastedKind.Note);
        return string.Concat(
            $"{lines} {Wording.Plural("line", lines)} read",
            left > 0 ? $", {left} {(left == 1 ? "row is" : "rows are")} no material" : "",
            asked > 0 ? $", {asked} asked" : "",
            ".",
            total is { } sum && Math.Abs(sum - 100) > PastedShares.Near ? $" They total {Wording.Number((double)sum, "0.##")}{Wording.Narrow}%." : "",
            toldG is { } grams ? $" It says that all of it weighs {Wording.Number((double)grams, "0.##")}{Wording.Narrow}g." : "",
            cut ? $" Only the first {MostRows} rows are read: paste one mix at a time." : ""
        );
    }

    private static PastedRow Told(Draft draft) =>
        new()
        {
            Row = draft.Row,
            Text = draft.Text,
            Kind = draft.Kind,
            Name = draft.Name,
            Amount = draft.Typed ?? draft.Amount?.Says ?? "",
            Percent = draft.IsLine ? draft.Percent : null,
            Material = draft is { IsLine: true, Material: { } material } ? Candidate(material) : null,
            Candidates = draft is { IsLine: true, Material: null } ? [.. draft.Candidates.Select(Candidate)] : [],
            Asks = draft.IsLine ? draft.Asks : "",
            Says =
                draft.Says.Length > 0 ? draft.Says
                : draft.Amount is { High: { } high } range
                    ? $"the middle of {Wording.Number((double)range.Low, "0.####")} to {Wording.Number((double)high, "0.####")}"
                : draft.Amount?.Measure is Measure.Millilitres or Measure.Drops or Measure.Pumps ? "by its density: weigh it"
                : "",
        };

    internal static PastedCandidate Candidate(Material material) => new(material.Id, material.Name, material.Inci, material.Colour);
}
