using System.Text.Json;
using AmberPantry.Core;
using AmberPantry.Core.Composition;
using AmberPantry.Core.House;
using AmberPantry.Core.Making;
using AmberPantry.Core.Materials;

namespace AmberPantry.Formats;

/// <summary>A whole workshop in one JSON document. Undo history is left out; everything else goes in and out unchanged.</summary>
public sealed record WorkshopDocument
{
    public const string FormatName = "amber-pantry-workshop";
    public const int CurrentVersion = 1;

    public string Format { get; init; } = FormatName;

    public int Version { get; init; } = CurrentVersion;

    public required HouseSettings House { get; init; }

    public IReadOnlyList<MakerMaterial> Materials { get; init; } = [];

    public IReadOnlyList<FormulaDocument> Formulas { get; init; } = [];

    public IReadOnlyList<BatchDocument> Batches { get; init; } = [];
}

public sealed record FormulaDocument(string Name, DateTime CreatedAt, IReadOnlyList<TrialDocument> Trials);

/// <param name="MadeAt">Set when a batch was made from it; it never changes after.</param>
public sealed record TrialDocument(int Number, string Intent, DateTime? MadeAt, DateTime ChangedAt, Formula Content, IReadOnlyList<SetAsideDocument> SetAside);

public sealed record SetAsideDocument(string Finding, string Reason, double? Value);

public sealed record BatchDocument
{
    public required string Lot { get; init; }

    public required string Formula { get; init; }

    public required int Trial { get; init; }

    public required Formula Content { get; init; }

    public required IReadOnlyList<MakeStep> Steps { get; init; }

    public int AtStep { get; init; }

    public required DateTime StartedAt { get; init; }

    public required DateTime TouchedAt { get; init; }

    public DateTime? FinishedAt { get; init; }

    public double WorkroomC { get; init; }

    public double? HumidityPercent { get; init; }

    public double? SlumpC { get; init; }

    public int? UnitsMade { get; init; }

    public int? UnitsLeft { get; init; }

    public StockPlace Place { get; init; }

    public string Notes { get; init; } = "";

    public IReadOnlyList<StepDone> Done { get; init; } = [];

    public IReadOnlyList<ObservationDocument> Observations { get; init; } = [];
}

public sealed record ObservationDocument(DateTime At, ObservationKind Kind, double? TemperatureC, double? Value, double? Said, string Text);

/// <summary>Reads and writes the workshop document.</summary>
public static class WorkshopJson
{
    public const int LongestName = 120;

    private static readonly JsonSerializerOptions Indented = new(AmberJson.Options) { WriteIndented = true };

    public static byte[] Write(WorkshopDocument document) => JsonSerializer.SerializeToUtf8Bytes(document, Indented);

    /// <exception cref="Refusal">Names the place in the document, the value there and the remedy; nothing is half read.</exception>
    public static WorkshopDocument Read(ReadOnlySpan<byte> json)
    {
        WorkshopDocument document;
        try
        {
            CheckHead(json);
            document = JsonSerializer.Deserialize<WorkshopDocument>(json, AmberJson.Options)!;
        }
        catch (JsonException error)
        {
            throw new Refusal(
                "E_NOT_A_DOCUMENT",
                error.Path ?? "$",
                error.LineNumber is { } line ? $"line {line + 1}" : null,
                $"The document cannot be read{(error.LineNumber is { } at ? $" at line {at + 1}" : "")}: it is not whole or a value has the wrong kind.",
                "Take a copy made under House, unchanged.");
        }

        Check(document);
        return document;
    }

    private static void CheckHead(ReadOnlySpan<byte> json)
    {
        using var head = JsonDocument.Parse(json.ToArray());
        var root = head.RootElement;
        if (root.ValueKind != JsonValueKind.Object || !root.TryGetProperty("format", out var format) || format.ValueKind != JsonValueKind.String || format.GetString() != WorkshopDocument.FormatName)
        {
            throw new Refusal("E_NOT_A_DOCUMENT", "format", null, "This is not a copy of a workshop.", $"Choose a JSON file whose format is {WorkshopDocument.FormatName}.");
        }

        if (!root.TryGetProperty("version", out var version) || !version.TryGetInt32(out var number) || number is < 1 or > WorkshopDocument.CurrentVersion)
        {
            throw new Refusal(
                "E_VERSION",
                "version",
                root.TryGetProperty("version", out version) ? version.GetRawText() : null,
                $"This copy was written by a version that this one does not know; it reads version {WorkshopDocument.CurrentVersion}.",
                "Take it in with the newer Amber Pantry.");
        }
    }

    private static void Check(WorkshopDocument document)
    {
        document.House.Checked();
        var shelf = new MaterialShelf(document.Materials);
        Once(document.Materials.Select(material => MaterialShelf.Key(material.Name)), "materials", "name");
        Once(document.Formulas.Select(formula => formula.Name), "formulas", "name");
        Once(document.Batches.Select(batch => batch.Lot), "batches", "lot");
        for (var f = 0; f < document.Formulas.Count; f++)
        {
            var formula = document.Formulas[f];
            CheckName(formula.Name, $"formulas[{f}].name");
            Once(formula.Trials.Select(trial => $"{trial.Number}"), $"formulas[{f}].trials", "number");
            for (var t = 0; t < formula.Trials.Count; t++)
            {
                FormulaCheck.Check(formula.Trials[t].Content, shelf, $"formulas[{f}].trials[{t}].content");
            }
        }

        for (var b = 0; b < document.Batches.Count; b++)
        {
            var batch = document.Batches[b];
            FormulaCheck.Check(batch.Content, shelf, $"batches[{b}].content");
            if (!document.Formulas.Any(formula => formula.Name == batch.Formula && formula.Trials.Any(trial => trial.Number == batch.Trial)))
            {
                throw new Refusal("E_UNKNOWN_ID", $"batches[{b}].trial", $"{batch.Formula}, trial {batch.Trial}", $"Lot {batch.Lot} was made from a trial that the document does not hold.", "Put that trial into the document.");
            }

            if (batch.AtStep < 0 || batch.AtStep > batch.Steps.Count || batch.Done.Any(done => done.Index < 0 || done.Index >= batch.Steps.Count))
            {
                throw new Refusal("E_RANGE", $"batches[{b}].atStep", batch.AtStep, $"Lot {batch.Lot} stands at a step that it does not have.", $"Use 0 to {batch.Steps.Count}.");
            }
        }
    }

    /// <exception cref="Refusal">E_RANGE for an empty or overlong name.</exception>
    public static string CheckName(string? name, string field)
    {
        var trimmed = name?.Trim() ?? "";
        return trimmed.Length is >= 1 and <= LongestName
            ? trimmed
            : throw new Refusal("E_RANGE", field, name, trimmed.Length == 0 ? "A formula needs a name." : $"A name of {trimmed.Length} letters does not fit on a label.", $"Type a name of 1 to {LongestName} letters.");
    }

    private static void Once(IEnumerable<string> keys, string path, string field)
    {
        var seen = new HashSet<string>();
        foreach (var (key, i) in keys.Select((key, i) => (key, i)))
        {
            if (!seen.Add(key))
            {
                throw new Refusal("E_TWICE", $"{path}[{i}].{field}", key, $"“{key}” stands in the document twice.", "Keep one of the two.");
            }
        }
    }
}
