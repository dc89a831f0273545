using System.Globalization;
using System.Text.Json;
using System.Text.Json.Nodes;
using AmberPantry.Core;
using AmberPantry.Core.Formulas;
using AmberPantry.Core.Formulas.Pasted;
using AmberPantry.Core.Materials;
using CsvHelper;
using CsvHelper.Configuration;

namespace AmberPantry.Formats;

/// <summary>A formula as a file holds it.</summary>
/// <param name="Intent">What its trial is after.</param>
public sealed record FiledFormula(string Name, string Intent, IReadOnlyList<string> Tags, Formula Content);

/// <param name="File">The whole text of a file.</param>
/// <param name="Keep">Take it in; else it is only looked at.</param>
public sealed record FormulaFileAsked(string File, bool Keep = false);

/// <summary>Formulas as CSV, one row for each line of a mix, or as JSON with everything a trial holds; see docs/formats/formulas.md.</summary>
public static class FormulaFile
{
    public const int MostFormulas = 2_000;
    private const string Format = "amber-pantry-formulas";
    private const int Version = 1;

    private static readonly string[] Columns =
    [
        "formula",
        "kind",
        "trial_after",
        "tags",
        "batch_g",
        "material",
        "inci",
        "phase",
        "percent",
        "kept",
        "gap",
    ];

    private static readonly JsonSerializerOptions Pretty = new(AmberJson.Options) { WriteIndented = true };

    public static string Csv(IEnumerable<FiledFormula> formulas, MaterialShelf shelf)
    {
        var text = new StringWriter(CultureInfo.InvariantCulture);
        using (var csv = new CsvWriter(text, new CsvConfiguration(CultureInfo.InvariantCulture) { NewLine = "\r\n" }))
        {
            Row(csv, Columns);
            foreach (var formula in formulas)
            {
                foreach (var line in formula.Content.Lines)
                {
                    var material = shelf.Find(line.Material);
                    Row(
                        csv,
                        formula.Name,
                        formula.Content.Family.Key,
                        formula.Intent,
                        string.Join(' ', formula.Tags),
                        Plain(formula.Content.Batch.Grams),
                        material?.Name ?? line.Material,
                        material?.Inci ?? "",
                        AmberJson.Word(line.Phase),
                        Plain(line.Percent),
                        line.Kept ? "yes" : "",
                        line.Gap ? "yes" : ""
                    );
                }
            }
        }

        return text.ToString();
    }

    public static string Json(IEnumerable<FiledFormula> formulas, MaterialShelf shelf) =>
        JsonSerializer.Serialize(
            new
            {
                Format,
                Version,
                Formulas = formulas.Select(formula => new
                {
                    formula.Name,
                    formula.Intent,
                    formula.Tags,
                    formula.Content,
                    Called = formula
                        .Content.Lines.Select(line => line.Material)
                        .Distinct()
                        .ToDictionary(material => material, material => shelf.Find(material)?.Name ?? material),
                }),
            },
            Pretty
        );

    /// <summary>Reads either kind; what begins with a brace is JSON.</summary>
    /// <exception cref="Refusal">E_EMPTY, E_RANGE for a file that is too large, E_NOT_A_DOCUMENT for something else.</exception>
    public static (IReadOnlyList<FormulaDraft> Formulas, IReadOnlyList<RefusedCell> Refused) Read(string? text, MaterialShelf shelf)
    {
        text = CsvIn.Text(text, "Choose a CSV or JSON file of formulas.");
        var read = text.TrimStart('\uFEFF', ' ', '\r', '\n', '\t').StartsWith('{') ? FromJson(text, shelf) : FromCsv(text, shelf);
        return read.Formulas.Count <= MostFormulas
            ? read
            : throw new Refusal(
                Codes.Range,
                "file",
                read.Formulas.Count,
                $"{read.Formulas.Count} formulas at once are too many.",
                $"Bring {MostFormulas:#,0} at most."
            );
    }

    private static (IReadOnlyList<FormulaDraft> Formulas, IReadOnlyList<RefusedCell> Refused) FromCsv(string text, MaterialShelf shelf)
    {
        using var csv = CsvIn.Reader(text, head => head.Trim().ToLowerInvariant().Replace(' ', '_'));
        if (!csv.Read() || !csv.ReadHeader() || !csv.Knows("formula") || !(csv.Knows("material") || csv.Knows("inci")) || !csv.Knows("percent"))
        {
            throw new Refusal(
                Codes.NotADocument,
                "file",
                text.Length > 60 ? text[..60] : text,
                "The first line does not name the columns formula, material and percent.",
                $"Write them there: {string.Join(",", Columns)}. A single list can be pasted under Start a formula."
            );
        }

        var rows = new List<FormulaTableRow>();
        while (csv.Read())
        {
            rows.Add(
                new FormulaTableRow(
                    $"line {csv.Parser.RawRow}",
                    csv.Cell("formula"),
                    csv.Cell("kind"),
                    csv.Cell("material"),
                    csv.Cell("inci"),
                    csv.Cell("phase"),
                    csv.Cell("percent"),
                    csv.Cell("kept").ToLowerInvariant()
                )
                {
                    Intent = csv.Cell("trial_after"),
                    Tags = csv.Cell("tags"),
                    BatchG = csv.Cell("batch_g"),
                    Gap = csv.Cell("gap").ToLowerInvariant(),
                }
            );
        }

        return FormulaTable.Read(rows, shelf);
    }

    private static (IReadOnlyList<FormulaDraft> Formulas, IReadOnlyList<RefusedCell> Refused) FromJson(string text, MaterialShelf shelf)
    {
        if (Document(text) is not { } document || (string?)Value(document["format"]) != Format || document["formulas"] is not JsonArray formulas)
        {
            throw new Refusal(
                Codes.NotADocument,
                "file",
                "",
                "That is JSON, but not a file of formulas.",
                "Bring one that was written under Formulas."
            );
        }

        if (!Equals(Value(document["version"]), Version))
        {
            throw new Refusal(
                Codes.Version,
                "version",
                document["version"]?.ToJsonString(),
                "The file is of a version that is not known here.",
                $"This one reads version {Version}."
            );
        }

        var drafts = new List<FormulaDraft>();
        var refused = new List<RefusedCell>();
        var seen = new HashSet<string>(StringComparer.OrdinalIgnoreCase);
        for (var i = 0; i < formulas.Count; i++)
        {
            var at = $"formula {i + 1}";
            try
            {
                drafts.Add(Draft(formulas[i], at, shelf, seen));
            }
            catch (Refusal refusal)
            {
                refused.Add(RefusedCell.Of(at, refusal));
            }
        }

        return (drafts, refused);
    }

    private static FormulaDraft Draft(JsonNode? node, string at, MaterialShelf shelf, HashSet<string> seen)
    {
        FiledFormula? filed;
        try
        {
            filed = node.Deserialize<FiledFormula>(AmberJson.Options);
        }
        catch (Exception error) when (error is JsonException or NotSupportedException or InvalidOperationException)
        {
            throw new Refusal(
                Codes.NotADocument,
                "content",
                null,
                "The formula cannot be read.",
                "Bring a file that was written under Formulas, unchanged."
            );
        }

        Wholeness.Check(filed ?? throw new Refusal(Codes.Empty, "content", null, "There is no formula.", "Remove the empty entry."));
        var name = FormulaName.Check(filed.Name, "name");
        if (!seen.Add(name))
        {
            throw new Refusal(Codes.Twice, "name", name, $"“{name}” stands in the file twice.", "Keep one of the two.");
        }

        FormulaCheck.Check(filed.Content, shelf, "content");
        return new FormulaDraft(
            at,
            name,
            string.IsNullOrWhiteSpace(filed.Intent) ? "" : FormulaName.CheckIntent(filed.Intent, "intent"),
            FormulaName.CheckTags(filed.Tags, "tags"),
            filed.Content
        );
    }

    private static JsonObject? Document(string text)
    {
        try
        {
            return JsonNode.Parse(text.TrimStart('\uFEFF')) as JsonObject;
        }
        catch (JsonException)
        {
            return null;
        }
    }

    private static object? Value(JsonNode? node) =>
        node is JsonValue value
            ? value.TryGetValue<string>(out var text)
                ? text
                : value.TryGetValue<int>(out var number)
                    ? number
                    : null
            : null;

    private static void Row(CsvWriter csv, params ReadOnlySpan<string> cells)
    {
        foreach (var cell in cells)
        {
            csv.WriteField(cell);
        }

        csv.NextRecord();
    }

    private static string Plain(decimal number) => number.ToString("0.####", CultureInfo.InvariantCulture);
}
