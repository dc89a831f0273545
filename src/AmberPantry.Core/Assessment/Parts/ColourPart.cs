using AmberPantry.Core.Families;
using AmberPantry.Core.Formulas;
using AmberPantry.Core.Materials;
using AmberPantry.Core.Science.Colour;

namespace AmberPantry.Core.Assessment.Parts;

/// <summary>A product as something to be coloured.</summary>
/// <param name="Paint">The base nearest to what it is without colour, its air in it.</param>
/// <param name="Colourants">What colours it, percent.</param>
internal sealed record Colouring(Paint Paint, IReadOnlyList<(Colourant Colourant, double Pct)> Colourants)
{
    /// <summary>More of a powder than this is the ground, not the colour, percent.</summary>
    private const decimal MostOfOne = 50;
    public const double MostInAll = 60;

    public static Colouring Of(Subject subject)
    {
        var plain = subject.Formula with { Lines = [.. subject.Lines.Where(pair => pair.Material.Keys.Colourant is null).Select(pair => pair.Line)] };
        var tint = Lab.OfHex(PotColour.Of(plain.Lines.Count > 0 ? plain : subject.Formula, subject.Shelf));
        var nearest = subject.Family.Traits.Fizzes ? ColourBase.All["fizz_mix"] : ColourBase.Nearest(Ground(subject.Family.Nature), tint);
        (Colourant, double)[] colourants =
        [
            .. subject
                .There.Where(pair => Colours(subject, pair.Line, pair.Material))
                .Select(pair => (Colourant.All[pair.Material.Keys.Colourant!], (double)pair.Line.Percent)),
        ];
        return new Colouring(
            new Paint(nearest, nearest.Family == "fat" ? 100 * subject.Overrun : 0),
            colourants.Sum(line => line.Item2) > MostInAll ? [] : colourants
        );
    }

    /// <summary>White powders are the ground of a dry product, not its colour.</summary>
    public static bool Colours(Subject subject, FormulaLine line, Material material) =>
        material.Keys.Colourant is not null && line.Percent <= MostOfOne && !(subject.Family.IsDry && material.Tags.Contains("plain white"));

    private static string Ground(FamilyNature nature) =>
        nature switch
        {
            FamilyNature.Melted => "fat",
            FamilyNature.Liquid => "oil",
            FamilyNature.Powder => "powder",
            _ => "salt",
        };
}

/// <summary>Predicted colour of the finished product.</summary>
/// <param name="Hex">#RRGGBB.</param>
/// <param name="Base">Base of the colour table that the uncoloured product is nearest to.</param>
/// <param name="Shade">Null where nothing colours it.</param>
public sealed record ColourReading(string Hex, string Base, Shade? Shade)
{
    internal static ColourReading Of(Colouring colouring) =>
        new(
            Srgb.Hex(colouring.Paint.Reflectance(Shade.Summed(colouring.Colourants))),
            colouring.Paint.Base.Id,
            colouring.Colourants.Count > 0 ? Shade.Of(colouring.Paint, colouring.Colourants) : null
        );
}

/// <summary>What it looks like.</summary>
public sealed record ColourPart(ColourReading Reading, IReadOnlyList<ExplainStep> Steps)
{
    internal static ColourPart Of(Subject subject) => new(subject.Colour, [.. Explain(subject.Colour).Select(step => step.In(subject.Say))]);

    private static IEnumerable<ExplainStep> Explain(ColourReading reading)
    {
        if (reading.Shade is { } shade)
        {
            yield return new(
                $"is how far the shade stands from the bare {reading.Base.Replace('_', ' ')}",
                shade.DeltaFromBase,
                "dE00",
                "Kubelka and Munk (1931), CIEDE2000"
            );
        }
    }
}
