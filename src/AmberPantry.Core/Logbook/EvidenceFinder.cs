using AmberPantry.Core.Assessment.Parts;
using AmberPantry.Core.Families;
using AmberPantry.Core.Making;
using AmberPantry.Core.Making.Clocks;
using AmberPantry.Core.Materials;
using AmberPantry.Core.Science.Learning;
using AmberPantry.Core.Science.Melt;
using AmberPantry.Core.Science.Yield;
using AmberPantry.Core.Workshops;

namespace AmberPantry.Core.Logbook;

/// <summary>Finds what a finished batch tells of how good it was said.</summary>
public sealed class EvidenceFinder(MaterialShelf shelf, Workshop workshop)
{
    /// <summary>All of it; none before a batch is finished.</summary>
    /// <param name="workroomC">Of the room in which it was made, as it was read then.</param>
    public IReadOnlyList<Evidence> Of(Batch batch, double workroomC, double? humidityPercent)
    {
        if (batch is not { IsFinished: true })
        {
            return [];
        }

        // Without any correction: what is learnt is measured against what is said without it.
        var raw = workshop with { Learnt = [], WorkroomC = workroomC, HumidityPercent = humidityPercent };
        var subject = new Subject(batch.AsWeighed, new Bearings(shelf, raw, FamilyRegistry.Usual));
        var lots = batch
            .InPot.Where(taken => taken.Code.Length > 0)
            .GroupBy(taken => taken.Material)
            // Where several lots went together, the one of which most is in stands first.
            .OrderByDescending(of => of.Sum(taken => taken.Grams))
            .ToDictionary(of => of.Key, of => of.MaxBy(taken => taken.Grams)!.Code);
        return
        [
            .. Seen(batch, subject)
                .Concat(Cooled(batch, raw))
                .Concat(Whipped(batch, subject))
                .Concat(Lost(batch, subject, raw))
                .Concat(Kept(batch, subject))
                .Select(one => one with { Lots = lots }),
        ];
    }

    private static IEnumerable<Evidence> Seen(Batch batch, Subject subject)
    {
        foreach (var seen in batch.Observations)
        {
            if (seen is { Kind: ObservationKind.Slump, Said: { } said, Value: { } slumped })
            {
                yield return new Evidence($"{seen.Id}", LearnQuantity.SlumpC.Id, said, slumped, seen.At);
            }
            else if (seen is { Kind: ObservationKind.ThumbPress, TemperatureC: { } atC, Value: { } score } && subject.Curve is { } curve)
            {
                yield return new Evidence($"{seen.Id}", Evidence.Press, curve.FirmnessAt(atC), score, seen.At) { X = atC };
            }
        }
    }

    private IEnumerable<Evidence> Cooled(Batch batch, Workshop raw)
    {
        foreach (var (step, run) in new CoolingWatcher(shelf, raw).Learnt(batch))
        {
            yield return new Evidence(step.Id, LearnQuantity.CoolingFactor.Id, 1, run.Factor, run.At) { Place = run.Place, Vessel = run.Vessel };
        }
    }

    /// <summary>Air by the cup, where a cup was weighed before and after.</summary>
    private static IEnumerable<Evidence> Whipped(Batch batch, Subject subject)
    {
        var cups = batch.Readings.Where(one => one.CupG is > 0).ToArray();
        if (cups.Length < 2 || subject.Curve is not { } curve)
        {
            yield break;
        }

        var most = cups.Skip(1).MinBy(one => one.CupG)!;
        var step = batch.Steps.FirstOrDefault(one => one.Id == most.Step);
        var atC = batch.Readings.LastOrDefault(one => one.TemperatureC is not null && one.At <= most.At)?.TemperatureC ?? step?.ToC;
        var overrun = (cups[0].CupG!.Value / most.CupG!.Value) - 1;
        if (atC is not { } celsius || overrun <= 0)
        {
            yield break;
        }

        var phi = curve.Blend.At(celsius).Structure;
        var full = batch.Readings.Any(one => one.Step == most.Step && one.Word == WhipCoacher.Breaking) || cups[^1].CupG > most.CupG;
        yield return new Evidence(most.Step, LearnQuantity.Overrun.Id, WhipWindow.ReachableOverrun(phi), overrun, most.At)
        {
            X = phi,
            Word = AmberJson.Word(full ? WhipEnd.Full : WhipEnd.Stopped),
        };
    }

    private static IEnumerable<Evidence> Lost(Batch batch, Subject subject, Workshop raw)
    {
        var grams = batch.AsWeighed.Batch.Grams;
        if (Filling.LossOf(batch, raw) is { } loss && grams > 0)
        {
            yield return new Evidence(
                "loss",
                LearnQuantity.LossPct.Id,
                (double)LearntLoss.UsualPercent(subject.Family.Loses),
                (double)(100 * loss / grams),
                batch.FinishedAt!.Value
            )
            {
                X = (double)grams,
                Word = AmberJson.Word(subject.Family.Loses),
            };
        }
    }

    /// <summary>How long it had stood at each smell of its fat.</summary>
    private static IEnumerable<Evidence> Kept(Batch batch, Subject subject)
    {
        if (subject.Keeping.Months is not (> 0 and var said))
        {
            yield break;
        }

        foreach (var seen in batch.Observations.Where(seen => seen is { Test: SmellTest, Value: not null } && seen.At > batch.FinishedAt))
        {
            yield return new Evidence(
                $"{seen.Id}",
                LearnQuantity.KeepingMonths.Id,
                said,
                (seen.At - batch.FinishedAt!.Value).TotalDays / DaysOfMonth,
                seen.At
            )
            {
                Word = UseTest.All[SmellTest].Told(seen.Value!.Value),
            };
        }
    }

    private const string SmellTest = "smell";
    private const double DaysOfMonth = 30.4375;
}
