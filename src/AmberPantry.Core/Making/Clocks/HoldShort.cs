using AmberPantry.Core.Assessment.Parts;
using AmberPantry.Core.Families;
using AmberPantry.Core.Formulas;
using AmberPantry.Core.Making.Sheets;
using AmberPantry.Core.Materials;
using AmberPantry.Core.Science.Making;
using AmberPantry.Core.Science.Melt;
using AmberPantry.Core.Workshops;

namespace AmberPantry.Core.Making.Clocks;

/// <summary>What it does that a batch was not held hot as long as planned.</summary>
public sealed class HoldShort(MaterialShelf shelf, Workshop workshop, FamilyRegistry? families = null)
{
    private const double LongestS = 6 * 3600;
    private const int Jars = 10;

    /// <summary>"Held 6 min of 20: about 6 jars of 10 grainy, 2 had it been held."; empty where it was held, or nothing grainy is in it.</summary>
    public string Says(Batch batch)
    {
        var hold = batch.Steps.FirstOrDefault(step => step.Kind == StepKind.Hold);
        if (hold is null || Minutes(batch, hold) is not { } held)
        {
            return "";
        }

        var subject = new Subject(batch.AsWeighed, new Bearings(shelf, workshop, families ?? FamilyRegistry.Usual));
        if (subject.Curve is not { } curve)
        {
            return "";
        }

        var question = PlanAsk.Of(subject);
        var melt = new SheetMelt(subject, question);
        var fromC = hold.ToC ?? GrainForecast.HoldC;
        var place = question.Route.IsWhipped() ? melt.BestToWhip(fromC) : CoolPlace.All[0];
        var grams = question.Route.IsWhipped() ? batch.Content.Batch.Grams : batch.Content.Batch.FillG ?? BatchSize.UsualFillG;
        CoolingStage[] stages = [place.Stage(LongestS, workshop)];
        var run = CoolingRun.Simulate(curve.Blend, melt.Batch((double)grams), fromC, stages);
        double Risk(double minutes) => GrainForecast.Of(curve.Blend, run, stages, minutes).Risk;
        var (now, would) = (Risk(held), Risk(GrainForecast.HoldMinutes));
        return Math.Round(now) == Math.Round(would)
            ? $"Held {held:0} of {GrainForecast.HoldMinutes:0} min: grain is no likelier for it."
            : $"Held {held:0} of {GrainForecast.HoldMinutes:0} min: about **{now:0} "
                + $"{Wording.Plural("jar", (int)Math.Round(now))} in {Jars}** grainy, {would:0} had it been held.";
    }

    /// <summary>How long it was held, where that was less than planned; null where it was held, or nobody said.</summary>
    private static double? Minutes(Batch batch, MakeStep hold)
    {
        var told = batch.Answers.Where(answer => answer.Step == hold.Id).ToArray();
        var shortened = told.FirstOrDefault(answer =>
            (answer.Kind, answer.Answer)
                is
                    (DeviationKind.BrokenOff, Deviations.CutShort)
                    or
                    (DeviationKind.Skipped, Deviations.LeftOut)
                    or
                    (DeviationKind.Temperature, Deviations.Held)
        );
        return shortened switch
        {
            null => null,
            { Kind: DeviationKind.BrokenOff, Minutes: { } minutes } => Math.Min(minutes, GrainForecast.HoldMinutes),
            _ => 0,
        };
    }
}
