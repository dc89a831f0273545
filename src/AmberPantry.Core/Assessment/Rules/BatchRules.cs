using AmberPantry.Core.Assessment.Parts;
using AmberPantry.Core.Formulas;
using AmberPantry.Core.Materials;
using AmberPantry.Core.Workshops;

namespace AmberPantry.Core.Assessment.Rules;

/// <summary>Lines too small for the scale.</summary>
internal sealed class Weighable : IRule
{
    /// <summary>Nobody makes more than three times as much for a few tenths of a gram: a premix does it.</summary>
    private const decimal MostGrowth = 3;

    public IEnumerable<Found> Check(Subject subject)
    {
        var sheet = subject.Sheet;
        if (sheet is null || sheet.Lines.MaxBy(line => line.ErrorPercent) is not { Verdict: not WeighVerdict.Fine } worst)
        {
            yield break;
        }

        var material = subject.Shelf.Get(worst.Material, "material");
        var bad = sheet.Lines.Count(line => line.Verdict != WeighVerdict.Fine);
        var cannot = worst.Verdict == WeighVerdict.NotWeighable;
        yield return new Found
        {
            Id = "weighable",
            Severity =
                !cannot ? Severity.Note
                : material.Role != Role.Antioxidant ? Severity.Fix
                : subject.Family.IsDry ? Severity.Note
                : Severity.Watch,
            Sentence =
                $"{material.Name} is {subject.Say.Weight(worst.Grams)}: your "
                + $"scale is off by about **{worst.ErrorPercent:0.#}{Wording.Narrow}%** there"
                + (bad > 1 ? $", and {bad - 1} more {(bad == 2 ? "line is" : "lines are")} rough." : "."),
            Numbers = [new("weighing error", worst.ErrorPercent, "%"), new("limit", Weighing.RoughAbovePercent, "%")],
            Because = "Display step and repeatability of the scale, against the line's weight; above 2 % is rough, above 10 % cannot be weighed.",
            Advice = Premix(subject, worst, material),
            Gap = other => ((other.Sheet?.Lines.Max(line => line.ErrorPercent) ?? 0) / Weighing.RoughAbovePercent) - 1,
            Acts = Bigger(subject, sheet, worst),
        };
    }

    private static List<(string, FormulaEdit)> Bigger(Subject subject, WeighingSheet sheet, WeighedLine worst)
    {
        var acts = new List<(string, FormulaEdit)>();
        var notable = (decimal)(worst.ErrorPercent / Weighing.NotWeighableAbovePercent) * subject.Formula.Batch.Grams;
        var goals =
            worst.Verdict == WeighVerdict.NotWeighable ? new[] { sheet.SmallestFineBatchG, Math.Ceiling(notable) } : [sheet.SmallestFineBatchG];
        foreach (var grams in goals.Where(grams => grams <= MostGrowth * subject.Formula.Batch.Grams))
        {
            var batch = subject.Formula.Batch is { Units: not null, FillG: { } fill } asked
                ? asked with
                {
                    Units = (int)Math.Ceiling(grams * (1 - (asked.LossPercent / 100)) / fill),
                    Grams = 0,
                }
                : new BatchSize(Math.Ceiling(grams / 10) * 10);
            var made = batch.Units is { } units ? units * batch.FillG!.Value / (1 - (batch.LossPercent / 100)) : batch.Grams;
            acts.Add(($"Make {subject.Say.RoundWeight(made)}", new SetBatch(batch)));
        }

        return acts;
    }

    /// <summary>One part in ten of the batch's main oil, weighed as ten times as much.</summary>
    private static string? Premix(Subject subject, WeighedLine line, Material material)
    {
        var oil = subject
            .Lines.Where(pair => pair.Material.IsLiquid)
            .OrderByDescending(pair => pair.Line.Percent)
            .Select(pair => pair.Material)
            .FirstOrDefault();
        if (oil is null || material.IsPowder)
        {
            return null;
        }

        return $"Premix 1 part {Wording.Brief(material.Name)} with 9 of {Wording.Brief(oil.Name)}: "
            + $"weigh {subject.Say.Weight(line.ExactG * 10)} of it and {subject.Say.Weight(line.ExactG * 9)} less oil.";
    }
}

/// <summary>More wanted of a material than is in the house.</summary>
internal sealed class EnoughOnTheShelf : IRule
{
    private const decimal StepG = 10;

    public IEnumerable<Found> Check(Subject subject)
    {
        var lacking = subject
            .There.Where(pair => pair.Material.HaveG is { } have && Wanted(subject, pair.Line) > have)
            .OrderBy(pair => pair.Material.HaveG / Wanted(subject, pair.Line))
            .ToArray();
        if (lacking.Length == 0)
        {
            yield break;
        }

        var (line, material) = lacking[0];
        decimal have = material.HaveG!.Value,
            wanted = Wanted(subject, line);
        var others = Wording.List([.. lacking.Skip(1).Select(pair => Wording.Brief(pair.Material.Name))]);
        var reach = Math.Floor(have / line.Percent * 100 / StepG) * StepG;
        yield return new Found
        {
            Id = "stock-short",
            Severity = Severity.Watch,
            Sentence =
                $"{material.Name}: **{subject.Say.RoundWeight(have)}** here, **{subject.Say.RoundWeight(wanted)}** wanted."
                + (others.Length == 0 ? "" : $" Short of {others} too."),
            Numbers = [new("in the house", (double)have, "g"), new("wanted", (double)wanted, "g")],
            Because = "What its lots hold by the book, without what is set apart or past its date, against this line of the batch.",
            Gap = other =>
                (double)
                    other
                        .There.Select(pair => pair.Material.HaveG is { } there ? (Wanted(other, pair.Line) / Math.Max(there, 1)) - 1 : -1)
                        .DefaultIfEmpty(-1)
                        .Max(),
            Acts = reach > 0 ? [($"Make {subject.Say.RoundWeight(reach)} instead", new SetBatch(new BatchSize(reach)))] : [],
            Inside = 0,
        };
    }

    private static decimal Wanted(Subject subject, FormulaLine line) => subject.Formula.Batch.Grams * line.Percent / 100;
}

/// <summary>Amounts that were not told: one is what the others leave, several cannot be solved.</summary>
internal sealed class AmountsTold : IRule
{
    public IEnumerable<Found> Check(Subject subject)
    {
        var gaps = subject.Lines.Where(pair => pair.Line.Gap).ToArray();
        if (gaps.Length == 0)
        {
            yield break;
        }

        var left = gaps.Sum(pair => pair.Line.Percent);
        var held = $"**{Wording.Percent(left)}** ({subject.Say.RoundWeight(left * subject.Formula.Batch.Grams / 100)})";
        var names = gaps.Select(pair => Wording.Brief(pair.Material.Name)).ToArray();
        var one = gaps.Length == 1;
        yield return new Found
        {
            Id = one ? $"amount-solved-{gaps[0].Line.Id}" : "amounts-missing",
            Severity = one ? Severity.Note : Severity.Stop,
            Sentence = one
                ? $"{Wording.Capital(names[0])} was not told: the other amounts leave {held} for it."
                : $"{gaps.Length} amounts are missing: {Wording.List(names)} hold {held} between them, each anything from none to all of it.",
            Numbers = [new("left for what was not told", (double)left, "%")],
            Because = "A mix is 100 %: one missing amount is what the others leave, of several only the sum is known.",
            Gap = other =>
                one
                    ? other.Formula.Lines.Any(line => line.Gap && line.Id == gaps[0].Line.Id)
                        ? 1
                        : 0
                    : Math.Max(0, other.Formula.Lines.Count(line => line.Gap) - 1),
            Acts =
            [
                .. gaps.Select(pair =>
                    (
                        $"{Wording.Capital(Wording.Brief(pair.Material.Name))} is {Wording.Percent(pair.Line.Percent)}",
                        (FormulaEdit)new SetShare(pair.Line.Id, Plain(pair.Line.Percent))
                    )
                ),
            ],
        };
    }

    private static string Plain(decimal percent) => percent.ToString(System.Globalization.CultureInfo.InvariantCulture);
}

/// <summary>The formula says nothing yet, or not all of it.</summary>
internal sealed class Complete : IRule
{
    public IEnumerable<Found> Check(Subject subject)
    {
        if (subject.Formula.Lines.Count == 0)
        {
            yield break;
        }

        foreach (var (line, material) in subject.Lines.Where(pair => pair.Line is { Percent: 0, Gap: false }))
        {
            yield return new Found
            {
                Id = $"no-share-{line.Id}",
                Severity = Severity.Note,
                Sentence = $"{material.Name} stands at **0.0{Wording.Narrow}%** and will not be weighed.",
                Numbers = [new("share", 0, "%")],
                Because = "A line without a share is left out of the batch.",
                Gap = other => other.Formula.Lines.Any(l => l.Id == line.Id && l.Percent == 0) ? 1 : 0,
                Acts = [("Remove the line", new RemoveLine(line.Id))],
            };
        }

        if (subject.Melt.EstimatedPercent > ProductMelt.EstimateMattersAbovePercent && Matters(subject))
        {
            yield return new Found
            {
                Id = "estimated",
                Severity = Severity.Note,
                Sentence =
                    "How its fats melt is known only roughly, and a verdict here is close: take each temperature as good to about "
                    + $"**{subject.Say.Degrees(subject.Melt.DoubtC)}** either way.",
                Numbers = [new("fat known roughly", subject.Melt.EstimatedPercent, "%"), new("doubt", subject.Melt.DoubtC, "°C")],
                Because = "Measured fats are good to 2 K and a factor 1.4, estimated ones to 4 K and a factor 2.",
                Gap = _ => 0,
            };
        }

        if (subject.Use.Gone is { Count: > 0 } gone)
        {
            yield return new Found
            {
                Id = "place-gone",
                Severity = Severity.Note,
                Sentence = $"It must stand {Wording.List([.. gone])}, which is no longer a place of your house.",
                Numbers = [],
                Because = "Places are kept under House; what is asked of a trial stays until it is changed there.",
                Gap = other => other.Use.Gone.Count,
            };
        }
    }

    /// <summary>Whether the doubt could turn a verdict: a place it must stand, or its family's firmness, is near.</summary>
    private static bool Matters(Subject subject) =>
        subject.Family.FirmnessAt20 is { } usual
        && subject.Curve is { } curve
        && (
            subject.Use.Stands.Any(place => Math.Abs((subject.SlumpC ?? -5) - place.TemperatureC - HoldsShape.SpareC) < subject.Melt.DoubtC)
            || IsNear(curve.FirmnessAt(20), usual.Low, subject.Melt.DoubtFactor)
            || IsNear(curve.FirmnessAt(20), usual.High, subject.Melt.DoubtFactor)
        );

    private static bool IsNear(double value, double limit, double factor) => value > limit / factor && value < limit * factor;
}
