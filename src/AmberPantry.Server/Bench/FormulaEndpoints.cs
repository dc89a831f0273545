using AmberPantry.Core.Composition;
using AmberPantry.Data;
using AmberPantry.Formats;
using AmberPantry.Server.Hosting;
using AmberPantry.Server.House;
using Microsoft.EntityFrameworkCore;

namespace AmberPantry.Server.Bench;

/// <param name="Trial">Id of the newest trial.</param>
public sealed record FormulaBrief(int Id, string Name, Family Family, int Trial, int TrialNumber, int Trials, DateTime ChangedAt);

public enum Start
{
    Blank,
    Usual,
}

public sealed record StartFormula(string Name, Family Family, Start From);

public sealed record RenameFormula(string Name);

/// <summary>The formulas of the workshop.</summary>
public static class FormulaEndpoints
{
    public static void Map(RouteGroupBuilder formulas)
    {
        formulas.MapGet("/", List);
        formulas.MapPost("/", Begin);
        formulas.MapPut("/{id:int}/name", Rename);
    }

    internal static async Task<IEnumerable<FormulaBrief>> List(PantryDb db)
    {
        var contents = await WorkshopCopy.CurrentContents(db);
        var rows = await db.Formulas.AsNoTracking().Include(row => row.Trials).ToListAsync();
        return rows.Where(row => row.Trials.Count > 0).Select(row =>
        {
            var newest = row.Trials.MaxBy(trial => trial.Number)!;
            return new FormulaBrief(row.Id, row.Name, contents[newest.Id].Family, newest.Id, newest.Number, row.Trials.Count, row.Trials.Max(trial => trial.ChangedAt));
        }).OrderByDescending(brief => brief.ChangedAt).ThenBy(brief => brief.Name);
    }

    private static async Task<TrialView> Begin(StartFormula start, PantryDb db, WorkshopKeeper keeper, PantryClock clock)
    {
        var name = WorkshopJson.CheckName(start.Name, "name");
        await Free(db, name, null);
        var content = start.From == Start.Blank ? Starters.Blank(start.Family) : Starters.For(start.Family, keeper.Shelf);
        var trial = new TrialRow { Number = 1, Intent = "first trial", ChangedAt = clock.Now };
        trial.Edits.Add(new TrialEditRow { Position = 0, Did = "started", Content = content });
        var formula = new FormulaRow { Name = name, CreatedAt = clock.Now };
        formula.Trials.Add(trial);
        db.Formulas.Add(formula);
        await db.SaveChangesAsync();
        return await TrialViews.Get(db, trial.Id);
    }

    private static async Task<FormulaBrief> Rename(int id, RenameFormula rename, PantryDb db)
    {
        var name = WorkshopJson.CheckName(rename.Name, "name");
        await Free(db, name, id);
        var row = await db.Formulas.FindAsync(id) ?? throw new NotThereException("That formula");
        row.Name = name;
        await db.SaveChangesAsync();
        return (await List(db)).First(brief => brief.Id == id);
    }

    private static async Task Free(PantryDb db, string name, int? except)
    {
        if (await db.Formulas.AnyAsync(row => row.Name == name && row.Id != except))
        {
            throw new Refusal("E_TWICE", "name", name, $"There is a formula called {name} already.", "Choose another name, or open that one.");
        }
    }
}
