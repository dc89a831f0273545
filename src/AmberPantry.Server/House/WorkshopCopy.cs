using System.Text.Json;
using AmberPantry.Core;
using AmberPantry.Core.Composition;
using AmberPantry.Core.House;
using AmberPantry.Core.Making;
using AmberPantry.Core.Materials;
using AmberPantry.Data;
using AmberPantry.Formats;
using Microsoft.EntityFrameworkCore;

namespace AmberPantry.Server.House;

/// <summary>What a document would do to one record.</summary>
public enum CopyChange
{
    New,
    Same,
    Changed,
}

/// <param name="Kind">house, material, formula, trial or batch.</param>
public sealed record CopyRow(string Kind, string Name, CopyChange Change);

/// <param name="Rows">One for each record of the document.</param>
public sealed record CopyPreview(IReadOnlyList<CopyRow> Rows, int New, int Same, int Changed);

/// <summary>Between the records and the workshop document.</summary>
public static class WorkshopCopy
{
    public static async Task<WorkshopDocument> Write(PantryDb db, WorkshopKeeper keeper)
    {
        var formulas = await db.Formulas.AsNoTracking().Include(row => row.Trials).ThenInclude(trial => trial.SetAside).AsSplitQuery().OrderBy(row => row.Id).ToListAsync();
        var contents = await CurrentContents(db);
        var batches = await db.Batches.AsNoTracking().Include(row => row.Done).Include(row => row.Observations).AsSplitQuery().OrderBy(row => row.Id).ToListAsync();
        var trials = formulas.SelectMany(formula => formula.Trials.Select(trial => (formula, trial))).ToDictionary(pair => pair.trial.Id);
        return new WorkshopDocument
        {
            House = keeper.Open.House,
            Materials = [.. (await db.Materials.AsNoTracking().OrderBy(row => row.Id).ToListAsync()).Select(row => row.ToMaterial())],
            Formulas = [.. formulas.Select(formula => new FormulaDocument(formula.Name, formula.CreatedAt, [.. formula.Trials.OrderBy(trial => trial.Number).Select(trial => new TrialDocument(
                trial.Number, trial.Intent, trial.MadeAt, trial.ChangedAt, contents[trial.Id], [.. trial.SetAside.OrderBy(row => row.Finding).Select(row => new SetAsideDocument(row.Finding, row.Reason, row.Value))]))]))],
            Batches = [.. batches.Select(batch => Write(batch, trials[batch.TrialId].formula.Name, trials[batch.TrialId].trial.Number))],
        };
    }

    public static CopyPreview Compare(WorkshopDocument mine, WorkshopDocument theirs)
    {
        var rows = new List<CopyRow> { new("house", "House settings", Same(mine.House, theirs.House) ? CopyChange.Same : CopyChange.Changed) };
        rows.AddRange(theirs.Materials.Select(material => Row("material", material.Name, mine.Materials.FirstOrDefault(m => MaterialShelf.Key(m.Name) == MaterialShelf.Key(material.Name)), material)));
        foreach (var formula in theirs.Formulas)
        {
            var known = mine.Formulas.FirstOrDefault(f => f.Name == formula.Name);
            rows.AddRange(formula.Trials.Select(trial => Row("trial", $"{formula.Name}, trial {trial.Number}", known?.Trials.FirstOrDefault(t => t.Number == trial.Number), trial)));
        }

        rows.AddRange(theirs.Batches.Select(batch => Row("batch", batch.Lot, mine.Batches.FirstOrDefault(b => b.Lot == batch.Lot), batch)));
        return new CopyPreview(rows, Count(CopyChange.New), Count(CopyChange.Same), Count(CopyChange.Changed));

        int Count(CopyChange change) => rows.Count(row => row.Change == change);
    }

    /// <summary>Takes a checked document in: new records are added, changed ones become as the document says, the rest stays. All or nothing.</summary>
    public static async Task TakeIn(PantryDb db, WorkshopDocument document)
    {
        await using var all = await db.Database.BeginTransactionAsync();
        await KeepHouse(db, document.House);
        foreach (var material in document.Materials)
        {
            var id = MaterialShelf.Key(material.Name);
            var row = await db.Materials.FindAsync(id) ?? db.Materials.Add(new MaterialRow { Id = id, Name = material.Name, BasedOn = material.BasedOn }).Entity;
            (row.Name, row.BasedOn, row.Inci, row.PricePerKg, row.UseMaxPercent) = (material.Name, material.BasedOn, material.Inci, material.PricePerKg, material.UseMaxPercent);
        }

        foreach (var formula in document.Formulas)
        {
            await TakeIn(db, formula);
        }

        await db.SaveChangesAsync();
        foreach (var batch in document.Batches)
        {
            await TakeIn(db, batch);
        }

        await db.SaveChangesAsync();
        await all.CommitAsync();
    }

    public static async Task KeepHouse(PantryDb db, HouseSettings settings)
    {
        if (await db.Workshop.SingleOrDefaultAsync() is { } row)
        {
            row.Settings = settings;
        }
        else
        {
            db.Workshop.Add(new WorkshopRow { Settings = settings });
        }
    }

    public static async Task<Dictionary<int, Formula>> CurrentContents(PantryDb db) =>
        await db.Trials.AsNoTracking()
            .Join(db.TrialEdits, trial => new { Id = trial.Id, At = trial.EditAt }, edit => new { Id = edit.TrialId, At = edit.Position }, (trial, edit) => new { trial.Id, edit.Content })
            .ToDictionaryAsync(pair => pair.Id, pair => pair.Content);

    private static async Task TakeIn(PantryDb db, FormulaDocument formula)
    {
        var row = await db.Formulas.Include(f => f.Trials).ThenInclude(t => t.SetAside).Include(f => f.Trials).ThenInclude(t => t.Edits).AsSplitQuery().FirstOrDefaultAsync(f => f.Name == formula.Name)
            ?? db.Formulas.Add(new FormulaRow { Name = formula.Name, CreatedAt = formula.CreatedAt }).Entity;
        row.CreatedAt = formula.CreatedAt;
        foreach (var trial in formula.Trials)
        {
            var now = row.Trials.FirstOrDefault(t => t.Number == trial.Number);
            if (now is null)
            {
                now = new TrialRow { Number = trial.Number };
                row.Trials.Add(now);
            }

            if (now.Edits.FirstOrDefault(edit => edit.Position == now.EditAt) is not { } current || !Same(current.Content, trial.Content))
            {
                now.Edits.RemoveAll(edit => edit.Position > now.EditAt);
                now.EditAt = now.Edits.Count == 0 ? 0 : now.EditAt + 1;
                now.Edits.Add(new TrialEditRow { Position = now.EditAt, Did = "taken in from a copy", Content = trial.Content });
            }

            (now.Intent, now.MadeAt, now.ChangedAt) = (trial.Intent, trial.MadeAt, trial.ChangedAt);
            now.Revision++;
            now.SetAside.Clear();
            now.SetAside.AddRange(trial.SetAside.Select(aside => new SetAsideRow { Finding = aside.Finding, Reason = aside.Reason, Value = aside.Value }));
        }
    }

    private static async Task TakeIn(PantryDb db, BatchDocument batch)
    {
        var trial = await db.Trials.FirstAsync(t => t.Formula!.Name == batch.Formula && t.Number == batch.Trial);
        var row = await db.Batches.Include(b => b.Done).Include(b => b.Observations).AsSplitQuery().FirstOrDefaultAsync(b => b.Lot == batch.Lot);
        if (row is null)
        {
            row = new BatchRow { Lot = batch.Lot, Content = batch.Content, Steps = batch.Steps };
            db.Batches.Add(row);
        }

        (row.TrialId, row.Content, row.Steps, row.AtStep) = (trial.Id, batch.Content, batch.Steps, batch.AtStep);
        (row.StartedAt, row.TouchedAt, row.FinishedAt) = (batch.StartedAt, batch.TouchedAt, batch.FinishedAt);
        (row.WorkroomC, row.HumidityPercent, row.SlumpC) = (batch.WorkroomC, batch.HumidityPercent, batch.SlumpC);
        (row.UnitsMade, row.UnitsLeft, row.Place, row.Notes) = (batch.UnitsMade, batch.UnitsLeft, batch.Place, batch.Notes);
        row.Revision++;
        row.Done.Clear();
        row.Observations.Clear();
        await db.SaveChangesAsync();
        row.Done.AddRange(batch.Done.Select(done => new BatchStepRow { Index = done.Index, DoneAt = done.DoneAt, WeighedG = done.WeighedG, TemperatureC = done.TemperatureC, Note = done.Note }));
        row.Observations.AddRange(batch.Observations.Select(seen => new ObservationRow { At = seen.At, Kind = seen.Kind, TemperatureC = seen.TemperatureC, Value = seen.Value, Said = seen.Said, Text = seen.Text }));
    }

    private static BatchDocument Write(BatchRow row, string formula, int trial) => new()
    {
        Lot = row.Lot,
        Formula = formula,
        Trial = trial,
        Content = row.Content,
        Steps = row.Steps,
        AtStep = row.AtStep,
        StartedAt = row.StartedAt,
        TouchedAt = row.TouchedAt,
        FinishedAt = row.FinishedAt,
        WorkroomC = row.WorkroomC,
        HumidityPercent = row.HumidityPercent,
        SlumpC = row.SlumpC,
        UnitsMade = row.UnitsMade,
        UnitsLeft = row.UnitsLeft,
        Place = row.Place,
        Notes = row.Notes,
        Done = [.. row.Done.OrderBy(done => done.Index).Select(done => done.ToStep())],
        Observations = [.. row.Observations.OrderBy(seen => seen.At).ThenBy(seen => seen.Id).Select(seen => new ObservationDocument(seen.At, seen.Kind, seen.TemperatureC, seen.Value, seen.Said, seen.Text))],
    };

    public static StepDone ToStep(this BatchStepRow row) => new(row.Index, row.DoneAt, row.WeighedG, row.TemperatureC, row.Note);

    private static CopyRow Row<T>(string kind, string name, T? mine, T theirs) =>
        new(kind, name, mine is null ? CopyChange.New : Same(mine, theirs) ? CopyChange.Same : CopyChange.Changed);

    public static bool SameFormula(Formula a, Formula b) => Same(a, b);

    private static bool Same<T>(T a, T b) => JsonSerializer.Serialize(a, AmberJson.Options) == JsonSerializer.Serialize(b, AmberJson.Options);
}
