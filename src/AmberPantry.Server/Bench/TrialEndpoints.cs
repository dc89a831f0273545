using System.Globalization;
using AmberPantry.Core;
using AmberPantry.Core.Formulas;
using AmberPantry.Core.Making;
using AmberPantry.Core.Making.Sheets;
using AmberPantry.Data;
using AmberPantry.Data.Formulas;
using AmberPantry.Server.Hosting;
using AmberPantry.Server.House;
using Microsoft.EntityFrameworkCore;

namespace AmberPantry.Server.Bench;

/// <param name="Revision">The revision the maker saw.</param>
/// <param name="Did">What it is called in the undo line; left out, it is worked out.</param>
/// <param name="Command">Id of the command; sent again, it is answered and not done again.</param>
public sealed record EditTrial(int Revision, IReadOnlyList<FormulaEdit> Edits, string? Did = null, Guid? Command = null);

public sealed record ReplaceTrial(int Revision, Formula Content, string? Did = null, Guid? Command = null);

/// <param name="Edits">Changes the new trial begins with.</param>
/// <param name="Content">What it begins with, when that is not the old trial's content.</param>
public sealed record ForkTrial(string Intent, IReadOnlyList<FormulaEdit>? Edits = null, Formula? Content = null, Guid? Command = null);

public sealed record StepTrial(int Revision, Guid? Command = null);

/// <summary>What a trial is after and what is noted of it; a made trial takes it too.</summary>
/// <param name="Seen">What stood there when it was typed: something else that has come in since is not written over.</param>
public sealed record TellTrial(string Intent, string Notes, ToldTrial? Seen = null);

public sealed record ToldTrial(string Intent, string Notes);

public sealed record Archive(bool Archived);

/// <summary>Chooses a trial for something, or no longer.</summary>
public sealed record StandFor(TrialPart Part, bool Stands);

/// <summary>A trial as the jump shows it.</summary>
public sealed record FoundTrial(int Id, string FormulaName, int Number, string Intent);

public sealed record SetFindingAside(string Finding, string Reason, double? Value = null);

/// <summary>One trial on the bench: every change is kept at once.</summary>
public static class TrialEndpoints
{
    private const int LongestFinding = 200;

    public static void Map(RouteGroupBuilder trials)
    {
        trials.MapGet("/", Find);
        CompareEndpoint.Map(trials);
        trials.MapGet("/{id:int}", (int id, PantryDb db, WorkshopKeeper keeper) => TrialViews.Get(db, id, keeper.Open));
        trials.MapGet("/{id:int}/plan", Plan);
        trials.MapPost("/{id:int}/edits", Edit);
        trials.MapPut("/{id:int}/content", Replace);
        trials.MapPost("/{id:int}/undo", (int id, StepTrial step, PantryDb db, WorkshopKeeper keeper, PantryClock clock) =>
            Step(id, step, -1, db, keeper, clock)
        );
        trials.MapPost("/{id:int}/redo", (int id, StepTrial step, PantryDb db, WorkshopKeeper keeper, PantryClock clock) =>
            Step(id, step, +1, db, keeper, clock)
        );
        trials.MapPost("/{id:int}/fork", Fork);
        trials.MapGet("/{id:int}/carried", Carried);
        trials.MapPut("/{id:int}/about", Tell);
        trials.MapPut("/{id:int}/archived", PutAway);
        trials.MapPut("/{id:int}/stands-for", Choose);
        SplitEndpoints.Map(trials);
        trials.MapPost("/{id:int}/set-aside", PutAside);
        trials.MapDelete("/{id:int}/set-aside/{finding}", TakeBack);
    }

    /// <param name="search">Words of the formula's name or of what the trial is after, or its number; each must be found.</param>
    private static async Task<IReadOnlyList<FoundTrial>> Find(PantryDb db, string? search, string? take)
    {
        var rows = db.Trials.AsNoTracking().Where(row => row.ArchivedAt == null && row.Formula!.ArchivedAt == null);
        foreach (var like in Paging.Words(search))
        {
            var word = like.Trim('%');
            if (word.Equals("trial", StringComparison.OrdinalIgnoreCase))
            {
                continue;
            }

            int? number = int.TryParse(word, NumberStyles.None, CultureInfo.InvariantCulture, out var typed) ? typed : null;
            rows = rows.Where(row =>
                row.Number == number || EF.Functions.Like(row.Formula!.Name, like, "\\") || EF.Functions.Like(row.Intent, like, "\\")
            );
        }

        return await rows.OrderByDescending(row => row.ChangedAt)
            .ThenByDescending(row => row.Id)
            .Take(Paging.Take(take))
            .Select(row => new FoundTrial(row.Id, row.Formula!.Name, row.Number, row.Intent))
            .ToListAsync();
    }

    /// <summary>The steps a batch of it would have, for the printed sheet.</summary>
    private static async Task<IReadOnlyList<MakeStep>> Plan(int id, PantryDb db, WorkshopKeeper keeper) =>
        [.. new SheetWriter(keeper.Shelf, keeper.Open.Workshop).For(await Content(db, id)).Steps.Select(step => step.In(keeper.Say))];

    private static Task<TrialView> Edit(int id, EditTrial edit, PantryDb db, WorkshopKeeper keeper, PantryClock clock) =>
        Change(id, edit.Command, edit, edit.Revision, db, keeper, clock, async (trials, trial) =>
        {
            var after = keeper.Editor.Apply(trial.Content, AssessEndpoints.Few(edit.Edits, "edits"));
            if (!SameFormula(trial.Content, after))
            {
                await trials.Keep(trial, after, edit.Did, edit.Edits.Select(one => Doubt(one, after, keeper)).OfType<string>());
            }
        });

    /// <summary>What a spoon, a drop or a pump was taken for.</summary>
    private static string? Doubt(FormulaEdit edit, Formula after, WorkshopKeeper keeper) =>
        edit switch
        {
            SetShare set => AmountText.Doubt(keeper.Shelf.Get(after.Line(set.Line).Material, "line"), set.Share, keeper.Say),
            AddLine add => AmountText.Doubt(keeper.Shelf.Named(add.Material, "material"), add.Share, keeper.Say),
            _ => null,
        };

    private static Task<TrialView> Replace(int id, ReplaceTrial replace, PantryDb db, WorkshopKeeper keeper, PantryClock clock)
    {
        FormulaCheck.Check(replace.Content, keeper.Shelf, "content");
        return Change(id, replace.Command, replace, replace.Revision, db, keeper, clock, (trials, trial) =>
            trials.Keep(trial, replace.Content, replace.Did)
        );
    }

    private static Task<TrialView> Step(int id, StepTrial step, int by, PantryDb db, WorkshopKeeper keeper, PantryClock clock) =>
        Change(id, step.Command, new { step.Revision, by }, step.Revision, db, keeper, clock, (trials, trial) => trials.Step(trial, by));

    private static async Task<TrialView> Change(
        int id,
        Guid? command,
        object asked,
        int revision,
        PantryDb db,
        WorkshopKeeper keeper,
        PantryClock clock,
        Func<TrialKeeper, TrialRow, Task> change
    )
    {
        var trials = new TrialKeeper(db, keeper.Open, clock.Now);
        await db.Command(async () =>
        {
            if (!await trials.Knows(command, asked))
            {
                var trial = await trials.Open(id, revision);
                await change(trials, trial);
                trials.Note(command, trial, asked);
            }

            return true;
        });
        return await TrialViews.Get(db, id, keeper.Open);
    }

    private static async Task<TrialView> Fork(int id, ForkTrial fork, PantryDb db, WorkshopKeeper keeper, PantryClock clock)
    {
        var intent = FormulaName.CheckIntent(fork.Intent, "intent");
        if (fork.Content is { } given)
        {
            FormulaCheck.Check(given, keeper.Shelf, "content");
        }

        var trials = new TrialKeeper(db, keeper.Open, clock.Now);
        var begun = await db.Command(async () =>
        {
            if (await trials.Knows(fork.Command, fork))
            {
                return (await db.TrialCommands.FindAsync(fork.Command!.Value))!.TrialId;
            }

            var from = await db.Trials.Include(row => row.Formula).FirstOrDefaultAsync(row => row.Id == id)
                ?? throw new NotThereException("That trial");
            var content = keeper.Editor.Apply(fork.Content ?? from.Content, AssessEndpoints.Few(fork.Edits ?? [], "edits"));
            var trial = await TrialKeeper.Add(db, from.Formula!, content, intent, $"begun from trial {from.Number}", clock.Now);
            trials.Note(fork.Command, trial, fork);
            return trial.Id;
        });
        return await TrialViews.Get(db, begun, keeper.Open);
    }

    /// <summary>What changed from an earlier trial to this one, as it would be in a third: nothing is kept by looking.</summary>
    private static async Task<CarriedChange> Carried(int id, int since, int into, PantryDb db, WorkshopKeeper keeper) =>
        CarriedChange.Of(await Content(db, since), await Content(db, id), await Content(db, into), keeper.Shelf);

    private static async Task<Formula> Content(PantryDb db, int id) =>
        await db.Trials.Where(trial => trial.Id == id).Select(trial => trial.Content).FirstOrDefaultAsync()
        ?? throw new NotThereException("That trial");

    private static async Task<TrialView> Tell(int id, TellTrial tell, PantryDb db, WorkshopKeeper keeper, PantryClock clock)
    {
        var told = new ToldTrial(FormulaName.CheckIntent(tell.Intent, "intent"), FormulaName.CheckNotes(tell.Notes, "notes"));
        await db.Command(async () =>
        {
            var trial = await Open(db, id);
            var stands = new ToldTrial(trial.Intent, trial.Notes);
            if (tell.Seen is { } seen && stands != seen && stands != told)
            {
                throw new Refusal(
                    Codes.Changed,
                    stands.Intent != seen.Intent ? "intent" : "notes",
                    tell.Intent,
                    $"In another window it says “{(stands.Intent != seen.Intent ? stands.Intent : stands.Notes)}” meanwhile.",
                    "Look which is right: saving again keeps yours."
                );
            }

            (trial.Intent, trial.Notes, trial.ChangedAt) = (told.Intent, told.Notes, clock.Now);
            return true;
        });
        return await TrialViews.Get(db, id, keeper.Open);
    }

    private static async Task<TrialView> PutAway(int id, Archive archive, PantryDb db, WorkshopKeeper keeper, PantryClock clock)
    {
        await db.Command(async () =>
        {
            var trial = await Open(db, id);
            await TrialKeeper.Archive(db, trial, archive.Archived ? trial.ArchivedAt ?? clock.Now : null);
            return true;
        });
        return await TrialViews.Get(db, id, keeper.Open);
    }

    private static async Task<TrialView> Choose(int id, StandFor choice, PantryDb db, WorkshopKeeper keeper)
    {
        await db.Command(async () =>
        {
            var trial = await Open(db, id);
            var formula = trial.Formula!;
            if (choice.Stands && trial.ArchivedAt is not null)
            {
                throw new Refusal(Codes.Range, "stands", trial.Number, $"Trial {trial.Number} is archived.", "Put it back on the bench first.");
            }

            if (choice.Stands || TrialViews.StandsFor(formula, trial.Number).Contains(choice.Part))
            {
                TrialKeeper.StandFor(formula, choice.Part, choice.Stands ? trial.Number : null);
            }

            return true;
        });
        return await TrialViews.Get(db, id, keeper.Open);
    }

    private static async Task<TrialView> PutAside(int id, SetFindingAside aside, PantryDb db, WorkshopKeeper keeper)
    {
        var reason = FormulaName.CheckIntent(aside.Reason, "reason");
        if (aside.Finding.Length is 0 or > LongestFinding)
        {
            throw new Refusal(Codes.Range, "finding", aside.Finding, "That is no finding.", "Name a finding of the trial.");
        }

        await db.Command(async () =>
        {
            await Trial(db, id);
            var row = await db.SetAside.FirstOrDefaultAsync(one => one.TrialId == id && one.Finding == aside.Finding)
                ?? db.SetAside.Add(
                    new SetAsideRow
                    {
                        TrialId = id,
                        Finding = aside.Finding,
                        Reason = reason,
                    }
                ).Entity;
            (row.Reason, row.Value) = (reason, aside.Value);
            return true;
        });
        return await TrialViews.Get(db, id, keeper.Open);
    }

    private static async Task<TrialView> TakeBack(int id, string finding, PantryDb db, WorkshopKeeper keeper)
    {
        await db.Command(async () =>
        {
            await Trial(db, id);
            return await db.SetAside.Where(one => one.TrialId == id && one.Finding == finding).ExecuteDeleteAsync();
        });
        return await TrialViews.Get(db, id, keeper.Open);
    }

    private static async Task<TrialRow> Open(PantryDb db, int id) =>
        await db.Trials.Include(row => row.Formula).FirstOrDefaultAsync(row => row.Id == id) ?? throw new NotThereException("That trial");

    private static async Task Trial(PantryDb db, int id)
    {
        if (!await db.Trials.AnyAsync(row => row.Id == id))
        {
            throw new NotThereException("That trial");
        }
    }

    private static bool SameFormula(Formula a, Formula b) =>
        System.Text.Json.JsonSerializer.Serialize(a, AmberJson.Options) == System.Text.Json.JsonSerializer.Serialize(b, AmberJson.Options);
}
