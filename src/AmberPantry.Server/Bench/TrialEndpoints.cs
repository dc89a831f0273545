using AmberPantry.Core.Composition;
using AmberPantry.Core.Making;
using AmberPantry.Data;
using AmberPantry.Server.Hosting;
using AmberPantry.Server.House;
using Microsoft.EntityFrameworkCore;

namespace AmberPantry.Server.Bench;

/// <param name="Revision">The revision the maker saw.</param>
/// <param name="Did">What it is called in the undo line; left out, it is worked out.</param>
public sealed record EditTrial(int Revision, IReadOnlyList<FormulaEdit> Edits, string? Did = null);

public sealed record ReplaceTrial(int Revision, Formula Content, string? Did = null);

/// <param name="Edits">Changes the new trial begins with.</param>
/// <param name="Content">What it begins with, when that is not the old trial's content.</param>
public sealed record ForkTrial(string Intent, IReadOnlyList<FormulaEdit>? Edits = null, Formula? Content = null);

public sealed record StepTrial(int Revision);

public sealed record SetFindingAside(string Finding, string Reason, double? Value);

/// <summary>One trial on the bench: every change is kept at once.</summary>
public static class TrialEndpoints
{
    public static void Map(RouteGroupBuilder trials)
    {
        trials.MapGet("/{id:int}", (int id, PantryDb db) => TrialViews.Get(db, id));
        trials.MapGet("/{id:int}/plan", Plan);
        trials.MapPost("/{id:int}/edits", Edit);
        trials.MapPut("/{id:int}/content", Replace);
        trials.MapPost("/{id:int}/undo", (int id, StepTrial step, PantryDb db, WorkshopKeeper keeper, PantryClock clock) => Step(id, step, -1, db, keeper, clock));
        trials.MapPost("/{id:int}/redo", (int id, StepTrial step, PantryDb db, WorkshopKeeper keeper, PantryClock clock) => Step(id, step, +1, db, keeper, clock));
        trials.MapPost("/{id:int}/fork", Fork);
        trials.MapPost("/{id:int}/set-aside", SetAside);
        trials.MapDelete("/{id:int}/set-aside/{finding}", TakeBack);
    }

    /// <summary>The steps a batch of it would have, for the printed sheet.</summary>
    private static async Task<IReadOnlyList<MakeStep>> Plan(int id, PantryDb db, WorkshopKeeper keeper) =>
        new MakingPlan(keeper.Shelf, keeper.Open.Workshop).For((await TrialViews.Get(db, id)).Content);

    private static async Task<TrialView> Edit(int id, EditTrial edit, PantryDb db, WorkshopKeeper keeper, PantryClock clock)
    {
        var trials = new TrialKeeper(db, keeper.Shelf, clock.Now);
        var trial = await trials.Open(id, edit.Revision);
        var before = await trials.Content(trial);
        var after = keeper.Editor.Apply(before, edit.Edits);
        if (!WorkshopCopy.SameFormula(before, after))
        {
            await trials.Keep(trial, after, edit.Did);
        }

        return await TrialViews.Get(db, id);
    }

    private static async Task<TrialView> Replace(int id, ReplaceTrial replace, PantryDb db, WorkshopKeeper keeper, PantryClock clock)
    {
        FormulaCheck.Check(replace.Content, keeper.Shelf, "content");
        var trials = new TrialKeeper(db, keeper.Shelf, clock.Now);
        var trial = await trials.Open(id, replace.Revision);
        await trials.Keep(trial, replace.Content, replace.Did);
        return await TrialViews.Get(db, id);
    }

    private static async Task<TrialView> Step(int id, StepTrial step, int by, PantryDb db, WorkshopKeeper keeper, PantryClock clock)
    {
        var trials = new TrialKeeper(db, keeper.Shelf, clock.Now);
        await trials.Step(await trials.Open(id, step.Revision), by);
        return await TrialViews.Get(db, id);
    }

    private static async Task<TrialView> Fork(int id, ForkTrial fork, PantryDb db, WorkshopKeeper keeper, PantryClock clock)
    {
        var trials = new TrialKeeper(db, keeper.Shelf, clock.Now);
        var from = await db.Trials.AsNoTracking().FirstOrDefaultAsync(row => row.Id == id) ?? throw new NotThereException("That trial");
        var content = fork.Content ?? await trials.Content(from);
        FormulaCheck.Check(content, keeper.Shelf, "content");
        var begun = await trials.Fork(from, keeper.Editor.Apply(content, fork.Edits ?? []), fork.Intent);
        return await TrialViews.Get(db, begun.Id);
    }

    private static async Task<TrialView> SetAside(int id, SetFindingAside aside, PantryDb db)
    {
        var reason = aside.Reason.Trim();
        if (reason.Length is 0 or > 200)
        {
            throw new Refusal("E_RANGE", "reason", aside.Reason, "A finding is set aside with a reason.", "Type 1 to 200 letters.");
        }

        var trial = await db.Trials.Include(row => row.SetAside).FirstOrDefaultAsync(row => row.Id == id) ?? throw new NotThereException("That trial");
        trial.SetAside.RemoveAll(row => row.Finding == aside.Finding);
        await db.SaveChangesAsync();
        trial.SetAside.Add(new SetAsideRow { Finding = aside.Finding, Reason = reason, Value = aside.Value });
        await db.SaveChangesAsync();
        return await TrialViews.Get(db, id);
    }

    private static async Task<TrialView> TakeBack(int id, string finding, PantryDb db)
    {
        var trial = await db.Trials.Include(row => row.SetAside).FirstOrDefaultAsync(row => row.Id == id) ?? throw new NotThereException("That trial");
        trial.SetAside.RemoveAll(row => row.Finding == finding);
        await db.SaveChangesAsync();
        return await TrialViews.Get(db, id);
    }
}
