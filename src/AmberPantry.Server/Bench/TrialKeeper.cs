using System.Security.Cryptography;
using AmberPantry.Core;
using AmberPantry.Core.Formulas;
using AmberPantry.Data;
using AmberPantry.Data.Formulas;
using AmberPantry.Server.Hosting;
using AmberPantry.Server.House;
using Microsoft.EntityFrameworkCore;

namespace AmberPantry.Server.Bench;

/// <summary>Keeps changes of one trial, with a hundred steps of undo. Every act runs inside a command's transaction.</summary>
internal sealed class TrialKeeper(PantryDb db, OpenWorkshop open, DateTime now)
{
    /// <summary>Whether the trial has taken this command before; then nothing is done again.</summary>
    /// <exception cref="Refusal">E_REPEATED when the same id came with something else.</exception>
    public async Task<bool> Knows(Guid? command, object asked)
    {
        if (command is not { } id || await db.TrialCommands.FindAsync(id) is not { } known)
        {
            return false;
        }

        return known.Asked == Fingerprint(asked)
            ? true
            : throw new Refusal(
                Codes.Repeated,
                "command",
                id,
                "A command of this id was taken already, and it said something else.",
                "Give each command a new id."
            );
    }

    /// <exception cref="ChangedElsewhereException">When the trial has moved on since <paramref name="revision"/>.</exception>
    /// <exception cref="Refusal">E_MADE when a batch was made from it.</exception>
    public async Task<TrialRow> Open(int id, int revision)
    {
        var trial = await db.Trials.Include(row => row.Formula).FirstOrDefaultAsync(row => row.Id == id) ?? throw new NotThereException("That trial");
        if (trial.MadeAt is not null)
        {
            var next = await NextNumber(db, trial.FormulaId);
            throw new Refusal(
                Codes.Made,
                "trial",
                trial.Number,
                $"Trial {trial.Number} has been made and stays as it is.",
                $"Changing it starts trial {next}."
            );
        }

        return trial.Revision == revision
            ? trial
            : throw new ChangedElsewhereException(
                $"Changed in another window at {trial.ChangedAt.ToLocalTime():HH:mm}.",
                await TrialViews.Get(db, id, open)
            );
    }

    public async Task Keep(TrialRow trial, Formula content, string? did, IEnumerable<string>? besides = null)
    {
        const int LongestDid = 200;
        var words = did is { Length: > 0 and <= LongestDid }
            ? did
            : string.Join("; ", [EditWords.Tell(trial.Content, content, open.Shelf), .. besides ?? []]);
        await db
            .TrialEdits.Where(edit =>
                edit.TrialId == trial.Id && (edit.Position > trial.EditAt || edit.Position <= trial.EditAt - TrialEditRow.MostSteps)
            )
            .ExecuteDeleteAsync();
        (trial.EditAt, trial.Content) = (trial.EditAt + 1, content);
        db.TrialEdits.Add(
            new TrialEditRow
            {
                TrialId = trial.Id,
                Position = trial.EditAt,
                Did = words,
                Content = content,
            }
        );
        Touch(trial);
    }

    /// <param name="by">−1 undoes, +1 does again.</param>
    /// <exception cref="Refusal">E_RANGE when there is nothing left.</exception>
    public async Task Step(TrialRow trial, int by)
    {
        var to = await db.TrialEdits.FirstOrDefaultAsync(edit => edit.TrialId == trial.Id && edit.Position == trial.EditAt + by)
            ?? throw new Refusal(
                Codes.Range,
                "undo",
                trial.EditAt,
                by < 0 ? "There is nothing left to undo." : "There is nothing to do again.",
                $"A trial remembers {TrialEditRow.MostSteps} steps."
            );
        (trial.EditAt, trial.Content) = (to.Position, to.Content);
        Touch(trial);
    }

    /// <summary>Notes that a command was taken.</summary>
    public void Note(Guid? command, TrialRow trial, object asked)
    {
        if (command is { } id)
        {
            db.TrialCommands.Add(
                new TrialCommandRow
                {
                    Id = id,
                    TrialId = trial.Id,
                    Revision = trial.Revision,
                    ArrivedAt = now,
                    Asked = Fingerprint(asked),
                }
            );
        }
    }

    /// <summary>A new trial of a formula, the next in number.</summary>
    public static async Task<TrialRow> Add(PantryDb db, FormulaRow formula, Formula content, string intent, string did, DateTime now)
    {
        var trial = Draft(formula, await NextNumber(db, formula.Id), content, intent, did, now);
        await db.SaveChangesAsync();
        Stand(formula, trial);
        return trial;
    }

    /// <summary>The same for many at once, each of a formula of its own; asks and writes once for all of them.</summary>
    public static async Task<IReadOnlyList<TrialRow>> AddAll(
        PantryDb db,
        IReadOnlyList<(FormulaRow Formula, Formula Content, string Intent, string Did)> all,
        DateTime now
    )
    {
        var ids = all.Select(one => one.Formula.Id).Where(id => id != 0).ToArray();
        var last = await db
            .Trials.Where(row => ids.Contains(row.FormulaId))
            .GroupBy(row => row.FormulaId)
            .Select(rows => new { rows.Key, Number = rows.Max(row => row.Number) })
            .ToDictionaryAsync(rows => rows.Key, rows => rows.Number);
        var trials = all.Select(one => Draft(one.Formula, last.GetValueOrDefault(one.Formula.Id) + 1, one.Content, one.Intent, one.Did, now))
            .ToArray();
        await db.SaveChangesAsync();
        foreach (var (one, trial) in all.Zip(trials))
        {
            Stand(one.Formula, trial);
        }

        await db.SaveChangesAsync();
        return trials;
    }

    private static TrialRow Draft(FormulaRow formula, int number, Formula content, string intent, string did, DateTime now)
    {
        var trial = new TrialRow
        {
            Formula = formula,
            Number = number,
            Intent = intent,
            Content = content,
            ChangedAt = now,
        };
        trial.Edits.Add(
            new TrialEditRow
            {
                Position = 0,
                Did = did,
                Content = content,
            }
        );
        formula.Trials.Add(trial);
        return trial;
    }

    /// <summary>What the formula tells of its newest trial.</summary>
    private static void Stand(FormulaRow formula, TrialRow trial)
    {
        (formula.NewestTrial, formula.NewestNumber, formula.TrialCount) = (trial.Id, trial.Number, formula.TrialCount + 1);
        (formula.Family, formula.ChangedAt) = (trial.Content.Family, trial.ChangedAt);
    }

    /// <summary>Puts a trial out of the lists or back; what the formula tells of its newest follows.</summary>
    /// <exception cref="Refusal">E_EMPTY when no other trial would be left.</exception>
    public static async Task Archive(PantryDb db, TrialRow trial, DateTime? at)
    {
        trial.ArchivedAt = at;
        await db.SaveChangesAsync();
        var formula = trial.Formula!;
        var open = db.Trials.Where(row => row.FormulaId == formula.Id && row.ArchivedAt == null);
        var newest = await open.OrderByDescending(row => row.Number).FirstOrDefaultAsync()
            ?? throw new Refusal(
                Codes.Empty,
                "archived",
                trial.Number,
                $"Trial {trial.Number} is the only one of {formula.Name}.",
                "Archive the formula instead."
            );
        (formula.NewestTrial, formula.NewestNumber, formula.Family) = (newest.Id, newest.Number, newest.Content.Family);
        if (at is not null)
        {
            // What is put away no longer stands for anything.
            foreach (var part in TrialViews.StandsFor(formula, trial.Number))
            {
                StandFor(formula, part, null);
            }
        }

        formula.TrialCount = await open.CountAsync();
    }

    /// <summary>Chooses which trial stands for something; null chooses none.</summary>
    public static void StandFor(FormulaRow formula, TrialPart part, int? number)
    {
        switch (part)
        {
            case TrialPart.Sold:
                formula.SoldTrial = number;
                break;
            case TrialPart.Summer:
                formula.SummerTrial = number;
                break;
            default:
                formula.WinterTrial = number;
                break;
        }
    }

    /// <summary>Numbers go on; that of an archived trial is not given again.</summary>
    private static async Task<int> NextNumber(PantryDb db, int formula) =>
        1 + (await db.Trials.Where(row => row.FormulaId == formula).MaxAsync(row => (int?)row.Number) ?? 0);

    private void Touch(TrialRow trial)
    {
        (trial.Revision, trial.ChangedAt) = (trial.Revision + 1, now);
        var formula = trial.Formula!;
        formula.ChangedAt = now;
        if (formula.NewestTrial == trial.Id)
        {
            formula.Family = trial.Content.Family;
        }
    }

    private static string Fingerprint(object asked) =>
        Convert.ToHexString(SHA256.HashData(System.Text.Json.JsonSerializer.SerializeToUtf8Bytes(asked, asked.GetType(), WireJson.Options)));
}
