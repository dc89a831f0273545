using AmberPantry.Core.Making;
using AmberPantry.Core.Science.Learning;
using AmberPantry.Core.Workshops;

namespace AmberPantry.Core.Logbook;

/// <summary>What is learnt otherwise than by an offset: thumb, air, loss and keeping.</summary>
/// <param name="told">What all batches told, the oldest first.</param>
internal sealed class LearntFits(IReadOnlyList<ToldBy> told)
{
    private const int Enough = 5;

    public IEnumerable<LearntQuantity> All() => [Thumb(), Air(), Loss(), Keeping()];

    private LearntQuantity Thumb()
    {
        const string Next = "Press a finished product with the thumb at a known temperature, 1 sinks in to 5 leaves no mark.";
        ToldBy[] mine = [.. told.Where(one => one.Evidence.Quantity == Evidence.Press && one.Evidence.Predicted is > 0 and <= 10_000)];
        var fit = PressFit.Of([.. mine.Select(one => (one.Evidence.Predicted, (int)one.Evidence.Observed))], null, null);
        var cuts = Wording.List([.. fit.CutsKPa.Select(Wording.Pressure)]);
        return new LearntQuantity(
            Evidence.Press,
            "Thumb press",
            mine.Length == 0
                ? "Nothing is recorded yet."
                : $"**{fit.SameShare * mine.Length:0}** of {mine.Length} {Wording.Plural("press", mine.Length)} are told "
                    + $"by your thumb’s own steps, at {cuts}.",
            mine.Length < Enough ? Next : "",
            "kPa"
        )
        {
            Word =
                mine.Length < Enough ? GoodnessWord.TooFew
                : fit.SameShare >= 0.75 ? GoodnessWord.Close
                : fit.SameShare >= 0.5 ? GoodnessWord.Fair
                : GoodnessWord.Rough,
            Points =
            [
                .. mine.Select(one => new LearntPoint(
                    one.Batch,
                    one.Lot,
                    one.Evidence.Observed,
                    $"{one.Evidence.Observed:0} of 5 at {Wording.Pressure(one.Evidence.Predicted)}",
                    false
                )),
            ],
        };
    }

    private LearntQuantity Air()
    {
        ToldBy[] mine = [.. told.Where(one => one.Evidence is { Quantity: "overrun", X: not null })];
        var fit = OverrunCeiling.Of(
            0,
            [
                .. mine.Select(one => new Whip(
                    one.Evidence.X!.Value,
                    one.Evidence.Observed,
                    one.Evidence.Word == AmberJson.Word(WhipEnd.Full) ? WhipEnd.Full : WhipEnd.Stopped
                )),
            ]
        );
        return new LearntQuantity(
            LearnQuantity.Overrun.Id,
            "Air",
            mine.Length == 0 ? "Nothing is recorded yet."
                : fit.N == 0 && !fit.RaisedByBound
                    ? $"{Counted.Batches(mine.Length)}, all stopped while more would have gone in: the most is not known."
                : $"By {Wording.Inside(Counted.Batches(mine.Length))} you get **{Wording.Number(fit.Factor, "0.00")} times** the air that is usual.",
            fit.N < Enough ? "Weigh the same cup before and after whipping, once until it takes no more." : "",
            "%"
        )
        {
            Word = fit.N < Enough ? GoodnessWord.TooFew : GoodnessWord.Fair,
            Points =
            [
                .. mine.Select(one => new LearntPoint(
                    one.Batch,
                    one.Lot,
                    100 * one.Evidence.Observed,
                    $"{100 * one.Evidence.Observed:0}{Wording.Narrow}% air",
                    false
                )),
            ],
        };
    }

    private LearntQuantity Loss()
    {
        ToldBy[] mine = [.. told.Where(one => one.Evidence is { Quantity: "lossPct", X: > 0 })];
        var kinds = mine.GroupBy(one => one.Evidence.Word ?? "")
            .Select(kind =>
            {
                (double, double, bool)[] batches =
                [
                    .. kind.Select(one => (one.Evidence.X!.Value, one.Evidence.Observed / 100 * one.Evidence.X.Value, false)),
                ];
                var fit = LossFit.Of(kind.Last().Evidence.Predicted, kind.Last().Evidence.X!.Value, batches);
                var made = kind.Key switch
                {
                    "melt" => "poured",
                    "whipped" => "whipped",
                    _ => "dry",
                };
                return $"What is {made} leaves **{Wording.Number(fit.LossPct, "0.0")}{Wording.Narrow}%** "
                    + $"in pot and tools, by {Wording.Inside(Counted.Batches(batches.Length))}.";
            })
            .ToArray();
        return new LearntQuantity(
            LearnQuantity.LossPct.Id,
            "Loss",
            kinds.Length == 0 ? "Nothing is recorded yet." : string.Join(' ', kinds),
            mine.Length < Enough ? "At the count, weigh what is left over: what is missing then stayed in pot and tools." : "",
            "%"
        )
        {
            Word = mine.Length < Enough ? GoodnessWord.TooFew : GoodnessWord.Fair,
            Points =
            [
                .. mine.Select(one => new LearntPoint(
                    one.Batch,
                    one.Lot,
                    one.Evidence.Observed,
                    $"{Wording.Number(one.Evidence.Observed, "0.0")}{Wording.Narrow}%",
                    false
                )),
            ],
        };
    }

    /// <summary>One jar of each batch: off at the first look that found it so, else fine at the last.</summary>
    private LearntQuantity Keeping()
    {
        const string Fine = "fresh";
        const string Off = "off";
        ToldBy[] mine = [.. told.Where(one => one.Evidence is { Quantity: "keepingMonths", Predicted: > 0, Observed: > 0, Word: Fine or Off })];
        KeptJar[] jars =
        [
            .. mine.GroupBy(one => one.Batch)
                .Select(batch =>
                {
                    var off = batch.Where(one => one.Evidence.Word == Off).Select(one => (double?)one.Evidence.Observed).Min();
                    var fine = batch
                        .Where(one => one.Evidence.Word == Fine && !(one.Evidence.Observed >= off))
                        .Select(one => (double?)one.Evidence.Observed)
                        .Max();
                    var said = batch.Last().Evidence.Predicted;
                    return off is { } gone ? new KeptJar(said, gone, JarState.Off, fine) : new KeptJar(said, fine!.Value, JarState.Fine);
                }),
        ];
        var fit = KeepingFit.Of(jars);
        var longest = fit.LongestFine is { } months ? $" The longest that was still fresh had stood {Months(months)}." : "";
        return new LearntQuantity(
            LearnQuantity.KeepingMonths.Id,
            "Keeping",
            jars.Length == 0 ? "Nothing is recorded yet."
                : fit.Off == 0
                    ? $"None of {jars.Length} {Wording.Plural("jar", jars.Length)} has gone off yet: "
                        + $"that it keeps less than said is not seen.{longest}"
                : $"Yours keep **{Wording.Number(fit.Factor, "0.00")} times** as long as said, "
                    + $"by {fit.Off} that went off and {fit.Fine} still fresh.{longest}",
            fit.Off < Enough ? "Keep one jar of each batch and smell it at each look: when it was last fresh, and when it first was off." : "",
            "months"
        )
        {
            Word =
                jars.Length < Enough ? GoodnessWord.TooFew
                : fit.Factor is > 0.8 and < 1.25 ? GoodnessWord.Close
                : fit.Factor is > 0.6 and < 1.7 ? GoodnessWord.Fair
                : GoodnessWord.Rough,
            Points =
            [
                .. mine.Select(one => new LearntPoint(
                    one.Batch,
                    one.Lot,
                    one.Evidence.Observed,
                    $"{one.Evidence.Word} after {Months(one.Evidence.Observed)}, said to keep {Months(one.Evidence.Predicted)}",
                    false
                )),
            ],
        };
    }

    private static string Months(double months) => $"{Wording.Number(months, "0.#")} {Wording.Plural("month", Math.Round(months, 1) == 1 ? 1 : 2)}";
}
