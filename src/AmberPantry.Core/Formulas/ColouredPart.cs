using AmberPantry.Core.Materials;
using AmberPantry.Core.Workshops;

namespace AmberPantry.Core.Formulas;

/// <param name="Percent">Of the part it colours, on top of its base.</param>
public sealed record PartColour(string Material, decimal Percent)
{
    public decimal GramsIn(decimal partG) => partG * Percent / 100;
}

/// <summary>A part of the finished mix that gets colours of its own: a half, a stripe, a layer.</summary>
/// <param name="Name">As the maker calls it, 1 to 40 characters.</param>
/// <param name="SharePercent">Of the whole batch.</param>
/// <param name="Colours">None leaves it as the base is.</param>
public sealed record ColouredPart(string Name, decimal SharePercent, IReadOnlyList<PartColour> Colours)
{
    public const int Fewest = 2;
    public const int Most = 6;
    private const int LongestName = 40;
    private const int MostColours = 6;
    private const decimal MostColourPercent = 50;

    /// <summary>Grams of the part, its colours in them.</summary>
    public decimal GramsOf(BatchSize batch) => batch.Grams * SharePercent / 100;

    /// <summary>"rose 50: pink clay 2".</summary>
    internal string Said =>
        $"{Name} {SharePercent:0.##}"
        + (Colours.Count == 0 ? "" : $": {string.Join(", ", Colours.Select(colour => $"{colour.Material} {colour.Percent:0.####}"))}");

    /// <summary>The parts, each colour by the key of its material.</summary>
    /// <exception cref="Refusal">With the path of the first field that cannot be taken.</exception>
    public static IReadOnlyList<ColouredPart>? Check(IReadOnlyList<ColouredPart>? parts, MaterialShelf shelf, string path = "parts")
    {
        if (parts is null)
        {
            return null;
        }

        if (parts.Count is < Fewest or > Most)
        {
            throw new Refusal(Codes.Range, path, parts.Count, $"{parts.Count} parts cannot be split into.", $"Name {Fewest} to {Most}.");
        }

        for (var i = 0; i < parts.Count; i++)
        {
            CheckOne(parts[i], shelf, $"{path}[{i}]");
            if (parts.Take(i).Any(other => string.Equals(other.Name.Trim(), parts[i].Name.Trim(), StringComparison.OrdinalIgnoreCase)))
            {
                throw new Refusal(Codes.Twice, $"{path}[{i}].name", parts[i].Name, $"Two parts are called “{parts[i].Name.Trim()}”.", "Rename one.");
            }
        }

        var total = parts.Sum(part => part.SharePercent);
        return total == 100
            ?
            [
                .. parts.Select(part =>
                    part with
                    {
                        Colours = [.. part.Colours.Select(one => one with { Material = shelf.Get(one.Material, path).Id })],
                    }
                ),
            ]
            : throw new Refusal(
                Codes.Range,
                $"{path}[{parts.Count - 1}].sharePercent",
                total,
                $"The parts come to {total:0.##} %, not 100.",
                "Change one of them."
            );
    }

    private static void CheckOne(ColouredPart part, MaterialShelf shelf, string at)
    {
        if (string.IsNullOrWhiteSpace(part.Name) || part.Name.Length > LongestName)
        {
            throw new Refusal(
                Codes.Range,
                $"{at}.name",
                part.Name,
                $"A part has a name of 1 to {LongestName} characters.",
                "Call it as you see it: rose half."
            );
        }

        if (part.SharePercent is <= 0 or >= 100)
        {
            throw new Refusal(
                Codes.Range,
                $"{at}.sharePercent",
                part.SharePercent,
                $"{part.SharePercent:0.##} % is no part of a batch.",
                "Type above 0 and below 100."
            );
        }

        if (part.Colours.Count > MostColours)
        {
            throw new Refusal(
                Codes.Range,
                $"{at}.colours",
                part.Colours.Count,
                $"{part.Colours.Count} colours in one part are too many.",
                $"Keep it to {MostColours}."
            );
        }

        for (var k = 0; k < part.Colours.Count; k++)
        {
            var colour = part.Colours[k];
            var material = shelf.Get(colour.Material, $"{at}.colours[{k}].material");
            if (material.Keys.Colourant is null)
            {
                throw new Refusal(
                    Codes.Range,
                    $"{at}.colours[{k}].material",
                    material.Name,
                    $"{material.Name} colours nothing.",
                    "Choose a pigment, a clay or a dye."
                );
            }

            if (part.Colours.Take(k).Any(other => MaterialShelf.Key(other.Material) == material.Id))
            {
                throw new Refusal(
                    Codes.Twice,
                    $"{at}.colours[{k}].material",
                    material.Name,
                    $"{material.Name} stands there twice.",
                    "Add the two together."
                );
            }

            if (colour.Percent is <= 0 or > MostColourPercent)
            {
                throw new Refusal(
                    Codes.Range,
                    $"{at}.colours[{k}].percent",
                    colour.Percent,
                    $"{colour.Percent:0.####} % of {Wording.Brief(material.Name)} colours no part.",
                    $"Type above 0 and at most {MostColourPercent} %."
                );
            }
        }
    }
}
