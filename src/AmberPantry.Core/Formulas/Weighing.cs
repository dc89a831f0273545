using AmberPantry.Core.Workshops;

namespace AmberPantry.Core.Formulas;

/// <summary>Whether a line can be weighed well on a scale.</summary>
public enum WeighVerdict
{
    /// <summary>Relative error at most 2 %.</summary>
    Fine,

    /// <summary>Relative error above 2 %.</summary>
    Rough,

    /// <summary>Relative error above 10 %.</summary>
    NotWeighable,
}

public sealed record WeighRequestLine(string Material, decimal Percent);

/// <param name="ExactG">Share of the batch in grams, unrounded.</param>
/// <param name="Grams">What to weigh, on the scale's step.</param>
/// <param name="OffG">Grams − ExactG.</param>
/// <param name="ErrorPercent">Relative standard error of the weighing, percent of ExactG, unrounded.</param>
public sealed record WeighedLine(string Material, decimal ExactG, decimal Grams, decimal OffG, double ErrorPercent, WeighVerdict Verdict);

/// <param name="TotalG">Batch rounded half up to the scale's step; the lines add up to it.</param>
/// <param name="SmallestFineBatchG">Least batch in grams at which every line stays within 2 %, rounded up to 0.1 g.</param>
public sealed record WeighingSheet(IReadOnlyList<WeighedLine> Lines, decimal TotalG, decimal SmallestFineBatchG);

/// <summary>Turns shares into grams for one scale without losing a step.</summary>
public static class Weighing
{
    public const double RoughAbovePercent = 2;
    public const double NotWeighableAbovePercent = 10;

    /// <exception cref="Refusal">E_RANGE for a batch or step not above 0, a share not above 0, or shares that miss 100 by more than
    /// 0.0001.</exception>
    public static WeighingSheet Weigh(decimal batchG, IReadOnlyList<WeighRequestLine> lines, Scale scale)
    {
        if (batchG <= 0)
        {
            throw new Refusal(Codes.Range, "batchG", batchG, $"A batch of {batchG} g has nothing to weigh.", "Type a batch above 0 g.");
        }

        for (var i = 0; i < lines.Count; i++)
        {
            if (lines[i].Percent <= 0)
            {
                throw new Refusal(
                    Codes.Range,
                    $"lines[{i}].percent",
                    lines[i].Percent,
                    "Each line needs a share above 0.",
                    "Give it a share or remove it."
                );
            }
        }

        if (Math.Abs(lines.Sum(line => line.Percent) - 100m) > 0.0001m)
        {
            throw new Refusal(
                Codes.Range,
                "lines",
                lines.Sum(line => line.Percent),
                "The shares do not total 100 %.",
                "Let the makeweight take up the rest."
            );
        }

        if (scale.ResolutionG <= 0)
        {
            throw new Refusal(
                Codes.Range,
                "scale.resolutionG",
                scale.ResolutionG,
                "A scale needs a step above 0.",
                "Type the last digit it shows, such as 0.1."
            );
        }

        if (scale.RepeatabilityG is < 0)
        {
            throw new Refusal(
                Codes.Range,
                "scale.repeatabilityG",
                scale.RepeatabilityG,
                "Repeatability cannot be below 0.",
                "Leave it out or type 0 or more."
            );
        }

        if (lines.Any(line => batchG * line.Percent / 100m == 0))
        {
            // So little that a line of it is no number any more.
            throw new Refusal(Codes.Range, "batchG", batchG, $"A batch of {batchG} g has nothing to weigh.", "Type the grams of a batch.");
        }

        var step = scale.ResolutionG;
        var total = Math.Floor(batchG / step + 0.5m) * step;
        var exact = lines.Select(line => batchG * line.Percent / 100m).ToArray();
        var grams = LargestRemainder.Share(exact, step, total);
        var error = StandardErrorG(scale);
        var weighed = lines
            .Select(
                (line, i) =>
                {
                    var relative = 100 * error / (double)exact[i];
                    return new WeighedLine(line.Material, exact[i], grams[i], grams[i] - exact[i], relative, Judge(relative));
                }
            )
            .ToArray();
        var fine = (decimal)(error / (RoughAbovePercent / 100)) / (lines.Min(line => line.Percent) / 100m);
        return new WeighingSheet(weighed, total, Math.Ceiling(Math.Round(fine, 9) * 10m) / 10m);
    }

    /// <summary>A formula on one scale; null while it is empty or its shares do not total 100.</summary>
    public static WeighingSheet? Sheet(Formula formula, Scale scale)
    {
        var lines = formula.Lines.Where(line => line.Percent > 0).Select(line => new WeighRequestLine(line.Material, line.Percent)).ToArray();
        return lines.Length == 0 || formula.Total != 100m ? null : Weigh(formula.Batch.Grams, lines, scale);
    }

    /// <summary>Standard error of one weighing in grams: the display's rounding and the scale's own scatter.</summary>
    public static double StandardErrorG(Scale scale)
    {
        var d = (double)scale.ResolutionG;
        var r = (double)(scale.RepeatabilityG ?? scale.ResolutionG);
        return Math.Sqrt((d * d / 12) + (r * r));
    }

    private static WeighVerdict Judge(double percent) =>
        percent switch
        {
            > NotWeighableAbovePercent => WeighVerdict.NotWeighable,
            > RoughAbovePercent => WeighVerdict.Rough,
            _ => WeighVerdict.Fine,
        };
}
