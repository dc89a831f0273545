using AmberPantry.Core.Science.Making;
using AmberPantry.Core.Workshops;

namespace AmberPantry.Core.Making;

/// <summary>What may be seen at a step, with what it means.</summary>
/// <param name="Id">Key of the word; a page draws it by this.</param>
/// <param name="WhatNext">What is done once it is seen.</param>
/// <param name="IsWaitedFor">The step is done when it looks so.</param>
public sealed record StageCard(string Id, string Words, string Seen, string Felt, string WhatNext, bool IsWaitedFor)
{
    /// <param name="Step">Key of the step in its way of making.</param>
    /// <param name="Route">Group of ways or a single one; empty is any.</param>
    private sealed record Row(string Step, string Route, IReadOnlyList<string> Stages, string WaitFor);

    private static readonly Lazy<ILookup<string, Row>> Rows = new(() =>
        DataTable
            .Read("Making.Data.stage-steps.csv", row => new Row(row.Text("step"), row.Text("route"), row.List("stages"), row.Text("wait_for")))
            .ToLookup(row => row.Step)
    );

    private const string MeltMost = "melt_most";

    /// <summary>Degrees that the table says without their unit.</summary>
    private const string BareHold = " at 75,";

    /// <summary>How far a bowl is to be set before it is whipped, by the choice of the school.</summary>
    private static readonly Dictionary<string, string> BySchool = new() { ["slight"] = "slight-set", ["mostly"] = "mostly-set" };

    /// <summary>Those of a step, in the order in which they come.</summary>
    /// <param name="set">Choice of how far it is set before it is whipped; null is as usual.</param>
    public static IReadOnlyList<StageCard> Of(MakeStep step, PlanRoute route, string? set, Wording say)
    {
        var row = Rows.Value[step.Template ?? ""].FirstOrDefault(row => row.Route.Length == 0 || route.IsIn(row.Route));
        if (row is null)
        {
            return [];
        }

        var waitFor = row.WaitFor == "half-set" && set is not null ? BySchool.GetValueOrDefault(set, row.WaitFor) : row.WaitFor;
        return
        [
            .. row
                .Stages.Select(id => StageWord.All[id])
                .Where(word => word.Routes.Any(group => route.IsIn(group)))
                .Select(word => new StageCard(word.Id, word.Words, word.Seen, word.Felt, Next(word.WhatNext, step, say), word.Id == waitFor)),
        ];
    }

    private static string Next(string text, MakeStep step, Wording say) =>
        text.Replace(MeltMost, (step.MostC ?? step.ToC) is { } most ? say.Temperature(most) : "its most", StringComparison.Ordinal)
            .Replace(BareHold, $" at {say.Temperature(HoldC)},", StringComparison.Ordinal);

    private const double HoldC = 75;
}
