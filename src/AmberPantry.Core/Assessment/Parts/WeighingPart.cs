using AmberPantry.Core.Formulas;

namespace AmberPantry.Core.Assessment.Parts;

/// <summary>One line on the scale.</summary>
public sealed record SheetLine(string Line, decimal ExactG, decimal Grams, decimal OffG, double ErrorPercent, WeighVerdict Verdict);

/// <summary>The batch as it is weighed.</summary>
/// <param name="Lines">One for each line of the formula.</param>
/// <param name="SmallestFineBatchG">Least batch at which every line stays within 2 %, g; null for an empty pot.</param>
public sealed record WeighingPart(IReadOnlyList<SheetLine> Lines, decimal TotalG, decimal? SmallestFineBatchG, IReadOnlyList<ExplainStep> Steps)
{
    internal static WeighingPart Of(Subject subject) =>
        new(
            [.. Sheet(subject)],
            subject.Sheet?.TotalG ?? 0,
            subject.Sheet?.SmallestFineBatchG,
            [.. Explain(subject).Select(step => step.In(subject.Say))]
        );

    private static IEnumerable<SheetLine> Sheet(Subject subject)
    {
        var next = 0;
        foreach (var line in subject.Formula.Lines)
        {
            if (line.Percent == 0 || subject.Sheet is not { } sheet)
            {
                yield return new SheetLine(line.Id, 0, 0, 0, 0, WeighVerdict.Fine);
                continue;
            }

            var weighed = sheet.Lines[next++];
            yield return new SheetLine(
                line.Id,
                Math.Round(weighed.ExactG, 4),
                weighed.Grams,
                Math.Round(weighed.OffG, 4),
                Math.Round(weighed.ErrorPercent, 2),
                weighed.Verdict
            );
        }
    }

    private static IEnumerable<ExplainStep> Explain(Subject subject)
    {
        if (subject.Sheet is { } sheet)
        {
            yield return new(
                "grams is the scale's own error",
                Weighing.StandardErrorG(subject.Workshop.Scale),
                "g",
                "display step and repeatability"
            );
            yield return new(
                "grams is the smallest batch with every line within 2 %",
                (double)sheet.SmallestFineBatchG,
                "g",
                "error against the smallest line"
            );
        }
    }
}
