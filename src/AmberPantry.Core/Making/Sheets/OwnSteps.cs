using AmberPantry.Core.Formulas;
using AmberPantry.Core.Science.Making;
using AmberPantry.Core.Workshops;

namespace AmberPantry.Core.Making.Sheets;

/// <summary>Lays a maker's own procedure over the steps of a sheet.</summary>
internal static class OwnSteps
{
    /// <summary>What the trial says, else what the house does for this way of making.</summary>
    public static IReadOnlyList<OwnStep> Of(Formula formula, Workshop workshop, PlanRoute route) =>
        formula.Method?.Steps ?? workshop.Procedures.GetValueOrDefault(route.Word()) ?? [];

    /// <summary>Wanted temperatures, weights and cautions stay as they are worked out: only words, minutes and order are hers.</summary>
    public static IReadOnlyList<MakeStep> Laid(IReadOnlyList<MakeStep> steps, IReadOnlyList<OwnStep> own)
    {
        if (own.Count == 0)
        {
            return steps;
        }

        var by = own.ToDictionary(one => one.Step);
        var laid = new List<MakeStep>();
        for (var i = 0; i < steps.Count; i++)
        {
            var step = steps[i];
            var change = step.Template is { } key ? by.GetValueOrDefault(key) : null;
            if (change is not { LeftOut: true } || !MayBeLeftOut(step))
            {
                laid.Add(change is null ? step : Said(step, change));
            }

            // A step that is repeated, for each line or round, is followed once, after its last.
            if (steps.Skip(i + 1).All(one => one.Template != step.Template))
            {
                laid.AddRange(own.Where(one => one.IsOwn && one.After == step.Template).Select(one => Put(one, step)));
            }
        }

        return laid;
    }

    /// <summary>What is weighed, and what can hurt, stays on the sheet.</summary>
    public static bool MayBeLeftOut(MakeStep step) => step.Kind != StepKind.Weigh && step.Cautions.Count == 0;

    private static MakeStep Said(MakeStep step, OwnStep change) =>
        step with
        {
            Title = step.Kind == StepKind.Weigh ? step.Title : change.Title ?? step.Title,
            Text = change.Text ?? step.Text,
            DoneWhen = change.DoneWhen ?? step.DoneWhen,
            Clock = change.Minutes is { } minutes ? new StepClock(minutes, minutes, step.Clock?.LateHurts ?? false, false) : step.Clock,
            WaitMinutes = change.Minutes is { } wait && step.Hands != Hands.Hands ? (int)Math.Round(wait) : step.WaitMinutes,
            IsOwn = true,
        };

    private static MakeStep Put(OwnStep own, MakeStep after) =>
        new()
        {
            Id = own.Step,
            Kind = own.Minutes is null ? StepKind.Check : StepKind.Wait,
            Title = own.Title!,
            Text = own.Text ?? "",
            Why = "",
            DoneWhen = own.DoneWhen ?? "",
            Clock = own.Minutes is { } minutes ? new StepClock(minutes, minutes, false, false) : null,
            WaitMinutes = own.Minutes is { } wait ? (int)Math.Round(wait) : null,
            Hands =
                own.Minutes is null ? Hands.Hands
                : after.Hands == Hands.Eyes ? Hands.Eyes
                : Hands.None,
            IsOwn = true,
        };
}
