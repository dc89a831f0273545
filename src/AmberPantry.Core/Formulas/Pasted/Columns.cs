using System.Text.RegularExpressions;

namespace AmberPantry.Core.Formulas.Pasted;

/// <summary>The columns of a pasted table, known by their heads.</summary>
internal sealed partial class Columns
{
    private readonly char parting;
    private readonly int name;
    private readonly int amount;
    private readonly Measure measure;
    private readonly int count;

    private Columns(char parting, int name, int amount, Measure measure, int count) =>
        (this.parting, this.name, this.amount, this.measure, this.count) = (parting, name, amount, measure, count);

    [GeneratedRegex(
        @"^(?:material|ingredient|name|item|what|raw material|inci(?: name)?)s?$",
        RegexOptions.IgnoreCase | RegexOptions.CultureInvariant
    )]
    private static partial Regex NameHead();

    [GeneratedRegex(@"^(?:%|.*%.*|percent(?:age)?|share|w/w)$", RegexOptions.IgnoreCase | RegexOptions.CultureInvariant)]
    private static partial Regex PercentHead();

    [GeneratedRegex(@"^(?:g|gr|grams?|weight(?: \(?g\)?)?|to weigh|mass|amount \(g\))$", RegexOptions.IgnoreCase | RegexOptions.CultureInvariant)]
    private static partial Regex GramsHead();

    [GeneratedRegex(@"^(?:parts?)$", RegexOptions.IgnoreCase | RegexOptions.CultureInvariant)]
    private static partial Regex PartsHead();

    [GeneratedRegex(@"^(?:amount|quantity|qty)$", RegexOptions.IgnoreCase | RegexOptions.CultureInvariant)]
    private static partial Regex AnyHead();

    /// <summary>Null where the row is no head of a table: it must name its materials and an amount.</summary>
    public static Columns? Of(string row)
    {
        foreach (var parting in new[] { '\t', '|', ';', ',' })
        {
            var heads = Cells(row, parting);
            var name = Array.FindIndex(heads, NameHead().IsMatch);
            if (heads.Length < 2 || name < 0)
            {
                continue;
            }

            foreach (
                var (head, measure) in new[]
                {
                    (PercentHead(), Measure.Percent),
                    (GramsHead(), Measure.Grams),
                    (PartsHead(), Measure.Parts),
                    (AnyHead(), Measure.Bare),
                }
            )
            {
                if (Array.FindIndex(heads, head.IsMatch) is >= 0 and var amount)
                {
                    return new Columns(parting, name, amount, measure, heads.Length);
                }
            }
        }

        return null;
    }

    /// <summary>Name and amount by their columns; null for a row that is no such row.</summary>
    public (string Name, PastedAmount? Amount)? Read(string row)
    {
        var cells = Cells(row, parting);
        if (cells.Length != count || cells[name].Length == 0)
        {
            return null;
        }

        var told = PastedAmount.Alone(cells[amount]);
        return (cells[name], told is { Measure: Measure.Bare } ? told with { Measure = measure, Thousands = null } : told);
    }

    private static string[] Cells(string row, char parting) => [.. row.Split(parting).Select(cell => cell.Trim().Trim('"').Trim())];
}
