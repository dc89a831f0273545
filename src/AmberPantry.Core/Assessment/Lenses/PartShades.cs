using AmberPantry.Core.Assessment.Parts;
using AmberPantry.Core.Formulas;
using AmberPantry.Core.Science.Colour;
using AmberPantry.Core.Workshops;

namespace AmberPantry.Core.Assessment.Lenses;

/// <param name="G">Grams for this part.</param>
/// <param name="Doubt">Why the weight or the dose is doubtful; empty where it is not.</param>
public sealed record PartWeight(string Material, string Name, double G, string Doubt);

/// <summary>A coloured part as it comes out.</summary>
/// <param name="Hex">#RRGGBB.</param>
/// <param name="Says">Its shade in words, and how it stands beside the first part.</param>
/// <param name="BaseG">Grams of the finished mix that go into it.</param>
public sealed record PartShade(string Name, decimal SharePercent, string Hex, string Says, double BaseG, IReadOnlyList<PartWeight> Weights);

/// <summary>What the parts of a split mix look like, and what to weigh for each.</summary>
internal static class PartShades
{
    public static IReadOnlyList<PartShade> Of(Subject subject)
    {
        if (subject.Formula.ColouredParts is not { } parts)
        {
            return [];
        }

        var colouring = subject.Colouring;
        double[][] looks = [.. parts.Select(part => Reflectance(subject, colouring, part))];
        var first = Lab.FromLinear(looks[0]);
        return
        [
            .. parts.Select(
                (part, i) =>
                {
                    var lab = Lab.FromLinear(looks[i]);
                    var apart = Lab.DeltaE00(first, lab);
                    var grams = part.GramsOf(subject.Formula.Batch);
                    PartWeight[] weights = [.. part.Colours.Select(colour => Weigh(subject, colour, grams))];
                    return new PartShade(
                        part.Name,
                        part.SharePercent,
                        Srgb.Hex(looks[i]),
                        $"{Wording.Capital(Wording.Said(lab.LightnessWord))} {Wording.Said(lab.HueWord)}"
                            + (
                                i == 0 ? ""
                                : apart < Shade.LeastVisible ? $", hard to tell from {parts[0].Name}"
                                : $", {apart:0.0} from {parts[0].Name}"
                            ),
                        (double)grams - weights.Sum(weight => weight.G),
                        weights
                    );
                }
            ),
        ];
    }

    /// <summary>The colours of the whole and those of the part.</summary>
    private static double[] Reflectance(Subject subject, Colouring colouring, ColouredPart part) =>
        colouring.Paint.Reflectance(
            Shade.Summed([
                .. colouring.Colourants,
                .. part.Colours.Select(colour =>
                    (Colourant.All[subject.Shelf.Get(colour.Material, "colouredParts").Keys.Colourant!], (double)colour.Percent)
                ),
            ])
        );

    private static PartWeight Weigh(Subject subject, PartColour colour, decimal partG)
    {
        const double Steps = 20;
        var material = subject.Shelf.Get(colour.Material, "colouredParts");
        var grams = (double)colour.GramsIn(partG);
        var step = (double)subject.Workshop.Scale.ResolutionG;
        return new PartWeight(
            material.Id,
            material.Name,
            grams,
            colour.Percent > material.UseMaxPercent ? $"more than its usual {Wording.RoundPercent(material.UseMaxPercent)}"
                : grams < Steps * step
                    ? $"little for a scale of {subject.Say.Weight(subject.Workshop.Scale.ResolutionG)}: "
                        + "grind it into a spoonful of oil and weigh that"
                : ""
        );
    }
}
