using System.Globalization;
using AmberPantry.Core;
using AmberPantry.Core.Formulas.Pasted;
using AmberPantry.Core.Workshops;

namespace AmberPantry.Formats;

/// <param name="File">The whole text of a file.</param>
/// <param name="Keep">Take it in; else it is only looked at.</param>
public sealed record KitFileAsked(string File, bool Keep = false);

/// <summary>A piece of the kit as a line of a file; the names of its fields are the columns.</summary>
public sealed record FiledPiece
{
    public required string Kind { get; init; }

    public required string Name { get; init; }

    public required string VolumeMl { get; init; }

    public required string MassG { get; init; }

    public required string WidthMm { get; init; }

    public required string Material { get; init; }

    public required string Count { get; init; }

    public required string StepG { get; init; }

    public required string RepeatabilityG { get; init; }

    public required string CapacityG { get; init; }

    public required string Place { get; init; }

    public required string TemperatureC { get; init; }

    public required string Factor { get; init; }

    public required string TwentyG { get; init; }

    public required string GapMm { get; init; }

    public required string HeightMm { get; init; }

    public static FiledPiece Of(KitPiece piece) =>
        new()
        {
            Kind = AmberJson.Word(piece.Kind),
            Name = piece.Name,
            VolumeMl = Plain(piece.VolumeMl),
            MassG = Plain(piece.MassG),
            WidthMm = Plain(piece.WidthMm),
            Material = piece.Material is { } material ? AmberJson.Word(material) : "",
            Count = Plain(piece.Count),
            StepG = Plain(piece.StepG),
            RepeatabilityG = Plain(piece.RepeatabilityG),
            CapacityG = Plain(piece.CapacityG),
            Place = piece.Place ?? "",
            TemperatureC = Plain(piece.TemperatureC),
            Factor = Plain(piece.Factor),
            TwentyG = Plain(piece.TwentyG),
            GapMm = Plain(piece.GapMm),
            HeightMm = Plain(piece.HeightMm),
        };

    private static string Plain(IFormattable? number) => number?.ToString("0.######", CultureInfo.InvariantCulture) ?? "";
}

/// <param name="At">Where it stands: "line 7".</param>
public sealed record PieceOfFile(string At, KitPiece Piece);

/// <summary>The kit as CSV, a row each; see docs/formats/kit.md.</summary>
public static class KitFile
{
    /// <exception cref="Refusal">E_EMPTY, E_RANGE for a file that is too large, E_NOT_A_DOCUMENT for something else.</exception>
    public static (IReadOnlyList<PieceOfFile> Pieces, IReadOnlyList<RefusedCell> Refused) Read(string? text)
    {
        using var csv = CsvIn.Reader(CsvIn.Text(text, "Choose a CSV file of kit."), CsvIn.Bare);
        if (!csv.Read() || !csv.ReadHeader() || !csv.Knows("kind") || !csv.Knows("name"))
        {
            throw new Refusal(
                Codes.NotADocument,
                "file",
                text!.Length > 60 ? text[..60] : text,
                "The first line does not name the columns kind and name.",
                "Write them there; volume_ml, width_mm and the other figures may follow."
            );
        }

        var pieces = new List<PieceOfFile>();
        var refused = new List<RefusedCell>();
        while (csv.Read())
        {
            var at = $"line {csv.Parser.RawRow}";
            try
            {
                var piece = One(csv.BareCell);
                if (pieces.Any(other => string.Equals(other.Piece.Name, piece.Name, StringComparison.OrdinalIgnoreCase)))
                {
                    throw new Refusal(Codes.Twice, "name", piece.Name, $"“{piece.Name}” stands there twice.", "Give one of them another name.");
                }

                pieces.Add(new PieceOfFile(at, piece));
            }
            catch (Refusal refusal)
            {
                refused.Add(RefusedCell.Of(at, refusal) with { Field = refusal.Field.Split('.')[^1] });
            }
        }

        return (pieces, refused);
    }

    private static KitPiece One(Func<string, string> cell)
    {
        var name = cell("name");
        var piece = new KitPiece("file", Word<KitKind>(cell("kind"), "kind"), name)
        {
            VolumeMl = Number(cell, "volume_ml"),
            MassG = (decimal?)Number(cell, "mass_g"),
            WidthMm = Number(cell, "width_mm"),
            Material = cell("material") is { Length: > 0 } material ? Word<PackMaterial>(material, "material") : null,
            Count = Number(cell, "count") is { } count ? (int)Math.Round(count) : null,
            StepG = (decimal?)Number(cell, "step_g"),
            RepeatabilityG = (decimal?)Number(cell, "repeatability_g"),
            CapacityG = (decimal?)Number(cell, "capacity_g"),
            Place = cell("place") is { Length: > 0 } place ? place : null,
            TemperatureC = Number(cell, "temperature_c"),
            Factor = Number(cell, "factor"),
            TwentyG = (decimal?)Number(cell, "twenty_g"),
            GapMm = Number(cell, "gap_mm"),
            HeightMm = Number(cell, "height_mm"),
        };
        new HouseSettings { Workshop = new Workshop { Kit = [piece] } }.Checked();
        return piece;
    }

    private static T Word<T>(string text, string field)
        where T : struct, Enum =>
        Enum.GetValues<T>().Where(one => AmberJson.Word(one) == CsvIn.Snake(text)).Select(one => (T?)one).FirstOrDefault()
        ?? throw new Refusal(
            Codes.UnknownId,
            field,
            text,
            $"“{text}” is none.",
            $"Write one of: {string.Join(", ", Enum.GetValues<T>().Select(one => AmberJson.Word(one)))}."
        );

    private static double? Number(Func<string, string> cell, string column) =>
        cell(column) is not { Length: > 0 } text ? null
        : double.TryParse(text, NumberStyles.Float, CultureInfo.InvariantCulture, out var number) && double.IsFinite(number) && Math.Abs(number) < 1e9
            ? number
        : throw new Refusal(Codes.NotANumber, column, text, $"“{text}” is no number.", "Write a number with a point, or leave it empty.");
}
