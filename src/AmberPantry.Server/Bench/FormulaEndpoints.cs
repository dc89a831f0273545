using AmberPantry.Core;
using AmberPantry.Core.Families;
using AmberPantry.Core.Formulas;
using AmberPantry.Core.Formulas.Pasted;
using AmberPantry.Core.Materials;
using AmberPantry.Data;
using AmberPantry.Data.Formulas;
using AmberPantry.Server.Hosting;
using AmberPantry.Server.House;
using Microsoft.EntityFrameworkCore;

namespace AmberPantry.Server.Bench;

/// <param name="Trial">Id of the newest trial.</param>
public sealed record FormulaBrief(
    int Id,
    string Name,
    Family Family,
    int Trial,
    int TrialNumber,
    int Trials,
    DateTime ChangedAt,
    DateTime? ArchivedAt
);

public enum Start
{
    Blank,
    Usual,

    /// <summary>As a trial of another formula.</summary>
    Copy,

    /// <summary>With a mix of its own, such as one that was pasted.</summary>
    Mix,
}

public enum FormulaOrder
{
    /// <summary>The last changed first.</summary>
    Changed,
    Name,
}

/// <param name="Of">Id of the trial that is copied; needed for a copy, whose kind it has.</param>
/// <param name="Content">The mix, where it starts with one.</param>
public sealed record StartFormula(string Name, Family Family, Start From, int? Of = null, Formula? Content = null);

public sealed record RenameFormula(string Name);

/// <summary>The formulas of the workshop.</summary>
public static class FormulaEndpoints
{
    public static void Map(RouteGroupBuilder formulas)
    {
        formulas.MapGet("/", List);
        formulas.MapPost("/", Begin);
        LibraryEndpoint.Map(formulas);
        FormulaFileEndpoints.Map(formulas);
        formulas.MapPost("/read", (PastedQuestion question, WorkshopKeeper keeper) => PastedList.Read(question, keeper.Shelf));
        formulas.MapPost("/read-label", (LabelQuestion question, WorkshopKeeper keeper) => LabelList.Read(question, keeper.Shelf));
        formulas.MapPut("/{id:int}/name", Rename);
        formulas.MapPut("/{id:int}/archived", PutAway);
    }

    /// <param name="search">Words of a name, in any order.</param>
    /// <param name="archived">Whether archived ones are wanted, and only them.</param>
    /// <param name="after">Where the page before ended.</param>
    internal static async Task<Page<FormulaBrief>> List(
        PantryDb db,
        string? search = null,
        string? family = null,
        bool archived = false,
        string? order = null,
        string? after = null,
        string? take = null
    )
    {
        var most = Paging.Take(take);
        var rows = db.Formulas.AsNoTracking().Where(row => row.TrialCount > 0 && (archived ? row.ArchivedAt != null : row.ArchivedAt == null));
        foreach (var like in Paging.Words(search))
        {
            rows = rows.Where(row => EF.Functions.Like(row.Name, like, "\\"));
        }

        rows = family is { Length: > 0 } ? rows.Where(row => row.Family == new Family(family)) : rows;
        var total = await rows.CountAsync();
        if (Paging.Word<FormulaOrder>(order, "order") == FormulaOrder.Name)
        {
            rows = Paging.AfterName(after) is var (name, id)
                ? rows.Where(row => string.Compare(row.Name, name) > 0 || (row.Name == name && row.Id > id))
                : rows;
            return Paging.Page(await Briefs(rows.OrderBy(row => row.Name).ThenBy(row => row.Id), most), most, total, brief =>
                Paging.Mark(brief.Name, brief.Id)
            );
        }

        rows = Paging.AfterTime(after) is var (at, last) ? rows.Where(row => row.ChangedAt < at || (row.ChangedAt == at && row.Id < last)) : rows;
        return Paging.Page(await Briefs(rows.OrderByDescending(row => row.ChangedAt).ThenByDescending(row => row.Id), most), most, total, brief =>
            Paging.Mark(brief.ChangedAt, brief.Id)
        );
    }

    private static Task<List<FormulaBrief>> Briefs(IQueryable<FormulaRow> rows, int take) =>
        rows.Take(take + 1)
            .Select(row => new FormulaBrief(
                row.Id,
                row.Name,
                row.Family,
                row.NewestTrial,
                row.NewestNumber,
                row.TrialCount,
                row.ChangedAt,
                row.ArchivedAt
            ))
            .ToListAsync();

    internal static FormulaBrief Brief(FormulaRow row) =>
        new(row.Id, row.Name, row.Family, row.NewestTrial, row.NewestNumber, row.TrialCount, row.ChangedAt, row.ArchivedAt);

    private static async Task<TrialView> Begin(StartFormula start, PantryDb db, WorkshopKeeper keeper, PantryClock clock)
    {
        var name = FormulaName.Check(start.Name, "name");
        var family = FamilyRegistry.Usual.Get(start.Family, "family");
        var id = await db.Command(async () =>
        {
            await Free(db, name, null);
            var content = start.From switch
            {
                Start.Blank => Starters.Blank(start.Family),
                Start.Usual => Starters.For(family, keeper.Shelf),
                Start.Mix => Own(start, keeper.Shelf),
                _ => await Copied(db, start.Of),
            };
            var formula = new FormulaRow { Name = name, CreatedAt = clock.Now };
            db.Formulas.Add(formula);
            var trial = await TrialKeeper.Add(db, formula, content, "first trial", "started", clock.Now);
            return trial.Id;
        });
        return await TrialViews.Get(db, id, keeper.Open);
    }

    private static Formula Own(StartFormula start, MaterialShelf shelf)
    {
        var content = start.Content
            ?? throw new Refusal(Codes.Empty, "content", null, "There is no mix to start from.", "Send the mix, or start from a blank pot.");
        FormulaCheck.Check(content, shelf, "content");
        return content.Family == start.Family
            ? content
            : throw new Refusal(
                Codes.Range,
                "content.family",
                content.Family.Key,
                $"The mix is a {content.Family.Key}, the formula a {start.Family.Key}.",
                "Give both the same kind."
            );
    }

    private static async Task<FormulaBrief> Rename(int id, RenameFormula rename, PantryDb db)
    {
        var name = FormulaName.Check(rename.Name, "name");
        return await db.Command(async () =>
        {
            await Free(db, name, id);
            var row = await db.Formulas.FindAsync(id) ?? throw new NotThereException("That formula");
            row.Name = name;
            return Brief(row);
        });
    }

    /// <summary>Puts a formula out of the lists or back. Its trials and batches stay as they are.</summary>
    private static Task<FormulaBrief> PutAway(int id, Archive archive, PantryDb db, PantryClock clock) =>
        db.Command(async () =>
        {
            var row = await db.Formulas.FindAsync(id) ?? throw new NotThereException("That formula");
            row.ArchivedAt = archive.Archived ? row.ArchivedAt ?? clock.Now : null;
            return Brief(row);
        });

    private static async Task<Formula> Copied(PantryDb db, int? of) =>
        await db.Trials.Where(row => row.Id == of).Select(row => row.Content).FirstOrDefaultAsync()
        ?? throw new Refusal(Codes.UnknownId, "of", of, "A copy needs a trial that is there.", "Name the trial to copy.");

    private static async Task Free(PantryDb db, string name, int? except)
    {
        if (await db.Formulas.AnyAsync(row => row.Name == name && row.Id != except))
        {
            throw new Refusal(Codes.Twice, "name", name, $"There is a formula called {name} already.", "Choose another name, or open that one.");
        }
    }
}
