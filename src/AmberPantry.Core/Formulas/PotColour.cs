using System.Globalization;
using AmberPantry.Core.Materials;

namespace AmberPantry.Core.Formulas;

/// <summary>A plain guess of a product's colour: its materials' colours mixed by mass in linear light.</summary>
public static class PotColour
{
    /// <returns>#RRGGBB; white for an empty pot.</returns>
    public static string Of(Formula formula, MaterialShelf shelf)
    {
        Span<double> sum = stackalloc double[3];
        var total = 0.0;
        foreach (var line in formula.Lines)
        {
            var colour = shelf.Get(line.Material, "material").Colour;
            var share = (double)line.Percent;
            total += share;
            for (var channel = 0; channel < 3; channel++)
            {
                var value = int.Parse(colour.AsSpan(1 + (2 * channel), 2), NumberStyles.HexNumber, CultureInfo.InvariantCulture) / 255.0;
                sum[channel] += share * Math.Pow(value, 2.2);
            }
        }

        if (total == 0)
        {
            return "#FFFFFF";
        }

        return $"#{Channel(sum[0] / total):X2}{Channel(sum[1] / total):X2}{Channel(sum[2] / total):X2}";
    }

    private static int Channel(double linear) => (int)Math.Round(255 * Math.Pow(linear, 1 / 2.2));
}
