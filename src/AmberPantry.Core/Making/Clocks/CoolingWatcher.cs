using AmberPantry.Core.Assessment.Parts;
using AmberPantry.Core.Families;
using AmberPantry.Core.Making.Sheets;
using AmberPantry.Core.Materials;
using AmberPantry.Core.Workshops;

namespace AmberPantry.Core.Making.Clocks;

/// <summary>How one step cooled.</summary>
/// <param name="Factor">Times as fast as is usual of such a place.</param>
/// <param name="At">The last reading.</param>
public sealed record CooledRun(double Factor, DateTime At, string Place, string? Vessel);

/// <summary>Watches what cools: predicts its run, fits it to what is read, and says when to come back.</summary>
public sealed class CoolingWatcher(MaterialShelf shelf, Workshop workshop, FamilyRegistry? families = null)
{
    /// <summary>Null for a step at which nothing cools.</summary>
    /// <param name="now">UTC.</param>
    public CoolingWatch? Watch(Batch batch, DateTime now)
    {
        var at = batch.Steps.ToList().FindIndex(step => step.Id == batch.AtStep);
        var step = batch.Steps[at];
        if (!Cools(step) || batch.IsFinished)
        {
            return null;
        }

        var subject = new Subject(batch.AsWeighed, new Bearings(shelf, workshop, families ?? FamilyRegistry.Usual));
        if (subject.Curve is not { } curve)
        {
            return null;
        }

        return new CooledStep(subject, PlanAsk.Of(subject), batch, at, now).Watch(curve);
    }

    /// <summary>What the steps that cooled tell of how fast it does, those left out where too little was read.</summary>
    public IEnumerable<(MakeStep Step, CooledRun Run)> Learnt(Batch batch)
    {
        var subject = new Subject(batch.AsWeighed, new Bearings(shelf, workshop, families ?? FamilyRegistry.Usual));
        if (subject.Curve is not { } curve)
        {
            yield break;
        }

        var question = PlanAsk.Of(subject);
        for (var at = 0; at < batch.Steps.Count; at++)
        {
            var step = batch.Steps[at];
            var last = batch.Readings.LastOrDefault(one => one.Step == step.Id && one.TemperatureC is not null);
            if (last is not null && Cools(step) && new CooledStep(subject, question, batch, at, last.At).Learnt(curve) is { } run)
            {
                yield return (step, run);
            }
        }
    }

    /// <summary>Whether a step is one at which a mix cools by itself.</summary>
    public static bool Cools(MakeStep step) =>
        (step.Kind is StepKind.Cool or StepKind.Chill or StepKind.Set or StepKind.Pour || (step.Kind == StepKind.Stir && step.FromC is not null))
        && (step.FromC is not null || step.ToC is not null);
}
