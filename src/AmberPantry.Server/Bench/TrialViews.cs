using AmberPantry.Core.Composition;
using AmberPantry.Core.Materials;
using AmberPantry.Data;
using AmberPantry.Server.Hosting;
using Microsoft.EntityFrameworkCore;

namespace AmberPantry.Server.Bench;

public sealed record TrialBrief(int Id, int Number, string Intent, DateTime? MadeAt, DateTime ChangedAt);

public sealed record SetAside(string Finding, string Reason, double? Value);

/// <param name="Undo">What undo would take back; null when there is nothing.</param>
/// <param name="Redo">What redo would do again.</param>
/// <param name="Trials">All trials of the formula, oldest first.</param>
public sealed record TrialView(
    int Id, int FormulaId, string FormulaName, int Number, string Intent, int Revision, DateTime? MadeAt, DateTime ChangedAt, Formula Content,
    string? Undo, string? Redo, IReadOnlyList<TrialBrief> Trials, IReadOnlyList<SetAside> SetAside, IReadOnlyList<string> Lots);

internal static class TrialViews
{
    /// <exception cref="NotThereException">When there is no such trial.</exception>
    public static async Task<TrialView> Get(PantryDb db, int id)
    {
        var trial = await db.Trials.AsNoTracking().Include(row => row.Formula).Include(row => row.SetAside).Include(row => row.Edits).AsSplitQuery().FirstOrDefaultAsync(row => row.Id == id)
            ?? throw new NotThereException("That trial");
        var siblings = await db.Trials.AsNoTracking().Where(row => row.FormulaId == trial.FormulaId).OrderBy(row => row.Number).ToListAsync();
        var lots = await db.Batches.Where(batch => batch.TrialId == id).OrderBy(batch => batch.Id).Select(batch => batch.Lot).ToListAsync();
        var current = trial.Edits.First(edit => edit.Position == trial.EditAt);
        return new TrialView(
            trial.Id,
            trial.FormulaId,
            trial.Formula!.Name,
            trial.Number,
            trial.Intent,
            trial.Revision,
            trial.MadeAt,
            trial.ChangedAt,
            current.Content,
            trial.Edits.Any(edit => edit.Position == trial.EditAt - 1) && trial.MadeAt is null ? current.Did : null,
            trial.MadeAt is null ? trial.Edits.FirstOrDefault(edit => edit.Position == trial.EditAt + 1)?.Did : null,
            [.. siblings.Select(other => new TrialBrief(other.Id, other.Number, other.Intent, other.MadeAt, other.ChangedAt))],
            [.. trial.SetAside.Select(row => new SetAside(row.Finding, row.Reason, row.Value))],
            lots);
    }
}

/// <summary>Keeps changes of one trial, with a hundred steps of undo.</summary>
internal sealed class TrialKeeper(PantryDb db, MaterialShelf shelf, DateTime now)
{
    /// <exception cref="ChangedElsewhereException">When the trial has moved on since <paramref name="revision"/>.</exception>
    /// <exception cref="Refusal">E_MADE when a batch was made from it.</exception>
    public async Task<TrialRow> Open(int id, int revision)
    {
        var trial = await db.Trials.FirstOrDefaultAsync(row => row.Id == id) ?? throw new NotThereException("That trial");
        if (trial.MadeAt is not null)
        {
            var next = await db.Trials.Where(row => row.FormulaId == trial.FormulaId).MaxAsync(row => row.Number) + 1;
            throw new Refusal("E_MADE", "trial", trial.Number, $"Trial {trial.Number} has been made and stays as it is.", $"Changing it starts trial {next}.");
        }

        return trial.Revision == revision
            ? trial
            : throw new ChangedElsewhereException($"Changed in another window at {trial.ChangedAt.ToLocalTime():HH:mm}.", await TrialViews.Get(db, id));
    }

    public async Task Keep(TrialRow trial, Formula content, string? did = null)
    {
        var before = await Content(trial);
        await db.TrialEdits.Where(edit => edit.TrialId == trial.Id && (edit.Position > trial.EditAt || edit.Position <= trial.EditAt - TrialEditRow.MostSteps)).ExecuteDeleteAsync();
        trial.EditAt++;
        db.TrialEdits.Add(new TrialEditRow { TrialId = trial.Id, Position = trial.EditAt, Did = did ?? EditWords.Tell(before, content, shelf), Content = content });
        await Touch(trial);
    }

    public async Task<Formula> Content(TrialRow trial) =>
        (await db.TrialEdits.AsNoTracking().FirstAsync(edit => edit.TrialId == trial.Id && edit.Position == trial.EditAt)).Content;

    /// <param name="by">−1 undoes, +1 does again.</param>
    public async Task Step(TrialRow trial, int by)
    {
        if (!await db.TrialEdits.AnyAsync(edit => edit.TrialId == trial.Id && edit.Position == trial.EditAt + by))
        {
            throw new Refusal("E_RANGE", "undo", trial.EditAt, by < 0 ? "There is nothing left to undo." : "There is nothing to do again.", $"A trial remembers {TrialEditRow.MostSteps} steps.");
        }

        trial.EditAt += by;
        await Touch(trial);
    }

    public async Task<TrialRow> Fork(TrialRow from, Formula content, string intent)
    {
        var trimmed = intent.Trim();
        if (trimmed.Length is 0 or > 200)
        {
            throw new Refusal("E_RANGE", "intent", intent, trimmed.Length == 0 ? "A new trial needs to say what it is after." : "That is too long for one line.", "Type 1 to 200 letters, such as “less greasy”.");
        }

        var number = await db.Trials.Where(row => row.FormulaId == from.FormulaId).MaxAsync(row => row.Number) + 1;
        var trial = new TrialRow { FormulaId = from.FormulaId, Number = number, Intent = trimmed, ChangedAt = now };
        trial.Edits.Add(new TrialEditRow { Position = 0, Did = $"begun from trial {from.Number}", Content = content });
        db.Trials.Add(trial);
        await db.SaveChangesAsync();
        return trial;
    }

    private async Task Touch(TrialRow trial)
    {
        trial.Revision++;
        trial.ChangedAt = now;
        await db.SaveChangesAsync();
    }
}
