using System.Globalization;
using AmberPantry.Core.Materials;
using AmberPantry.Core.Workshops;

namespace AmberPantry.Core.Formulas;

/// <summary>A line measured by what works in it, not by what is weighed.</summary>
/// <param name="Percent">What is weighed of the material as supplied; null where its strength was not told by percent.</param>
/// <param name="Says">The sum in one sentence.</param>
/// <param name="Caution">What to mind; empty where nothing is.</param>
/// <param name="Edits">Gives the line that share; none where it has it.</param>
public sealed record StrengthAnswer(decimal? Percent, string Says, string Caution, IReadOnlyList<FormulaEdit> Edits);

/// <summary>Turns a wanted active level into the material as supplied, and units of a vitamin into what the law counts.</summary>
public static class Strength
{
    private const double MostUnits = 3_400_000;
    private const string Retinoid = "retinoid";

    /// <summary>Whether its grades differ in what works in them.</summary>
    public static bool Matters(Material material) =>
        material.Role is Role.Active or Role.Antioxidant or Role.Preservative or Role.Surfactant or Role.Emulsifier;

    /// <summary>Whether it is sold by units of vitamin A.</summary>
    public static bool IsVitaminA(Material material) => material.Classes.Contains(Retinoid);

    /// <param name="wantedPercent">Active matter in the product.</param>
    /// <param name="strengthPercent">Active matter in the material as supplied, above 0 to 100.</param>
    /// <exception cref="Refusal">E_RANGE naming the field, E_UNREACHABLE where the whole pot would not hold enough.</exception>
    public static StrengthAnswer Of(Formula formula, string lineId, MaterialShelf shelf, double wantedPercent, double strengthPercent)
    {
        var line = formula.Line(lineId);
        var material = shelf.Get(line.Material, "line");
        Check("wantedPercent", wantedPercent, 0, 100, "the active matter wanted in the product");
        Check("strengthPercent", strengthPercent, 0.01, 100, "the active matter in the material as supplied");
        var raw = ActiveMatter.Of(wantedPercent, strengthPercent / 100);
        if (!raw.Possible)
        {
            throw new Refusal(
                Codes.Unreachable,
                "wantedPercent",
                wantedPercent,
                $"{Told(wantedPercent)} active would take {Told(raw.RawPercent)} of a {Told(strengthPercent)} grade.",
                $"Ask for at most {Told(strengthPercent)}, or take a stronger grade."
            );
        }

        var percent = ShareText.Round((decimal)raw.RawPercent);
        return new StrengthAnswer(
            percent,
            $"{Told(wantedPercent)} active of a {Told(strengthPercent)} grade is {Wording.Percent(percent)} as supplied.",
            percent > material.UseMaxPercent ? $"Its usual most is {Wording.RoundPercent(material.UseMaxPercent)} as supplied." : "",
            percent == line.Percent ? [] : [new SetShare(lineId, percent.ToString(CultureInfo.InvariantCulture))]
        );
    }

    /// <param name="unitsPerGram">International units in a gram as supplied.</param>
    /// <exception cref="Refusal">E_RANGE for no such strength, or for what holds no vitamin A.</exception>
    public static StrengthAnswer OfUnits(Formula formula, string lineId, MaterialShelf shelf, double unitsPerGram)
    {
        var line = formula.Line(lineId);
        var material = shelf.Get(line.Material, "line");
        if (!IsVitaminA(material))
        {
            throw new Refusal(Codes.Range, "unitsPerGram", unitsPerGram, $"{material.Name} is not sold by units.", "Give its strength in percent.");
        }

        Check("unitsPerGram", unitsPerGram, 1, MostUnits, "the units in a gram as supplied");
        var retinol = RetinolEquivalent.Of((double)line.Percent, unitsPerGram).Percent;
        return new StrengthAnswer(
            null,
            $"{Wording.Percent(line.Percent)} of it is {Wording.Number(retinol, "0.000")}{Wording.Narrow}% retinol equivalents.",
            "Vitamin A has legal limits, in some places 0.05 % on the body and 0.3 % elsewhere: verify locally. It is outside this tool.",
            []
        );
    }

    private static string Told(double percent) => $"{percent.ToString("0.##", CultureInfo.InvariantCulture)}{Wording.Narrow}%";

    private static void Check(string field, double value, double least, double most, string what)
    {
        if (!(value >= least && value <= most))
        {
            throw new Refusal(
                Codes.Range,
                field,
                value,
                $"{value.ToString("0.##", CultureInfo.InvariantCulture)} cannot be {what}.",
                $"Give {least.ToString("#,0.##", CultureInfo.InvariantCulture)} to {most.ToString("#,0.##", CultureInfo.InvariantCulture)}."
            );
        }
    }
}
