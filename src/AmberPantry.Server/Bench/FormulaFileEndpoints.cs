using System.Text;
using AmberPantry.Core.Families;
using AmberPantry.Core.Formulas;
using AmberPantry.Core.Formulas.Pasted;
using AmberPantry.Core.Workshops;
using AmberPantry.Data;
using AmberPantry.Data.Formulas;
using AmberPantry.Formats;
using AmberPantry.Server.Hosting;
using AmberPantry.Server.House;
using Microsoft.AspNetCore.Mvc;
using Microsoft.EntityFrameworkCore;

namespace AmberPantry.Server.Bench;

public enum FormulaFileKind
{
    Csv,
    Json,
}

/// <summary>What a formula of a file would do here.</summary>
public enum Incoming
{
    /// <summary>A formula that is not there yet.</summary>
    New,

    /// <summary>The newest trial, or another, is this very mix: nothing happens.</summary>
    Same,

    /// <summary>There is a formula of this name with other mixes: it becomes its next trial.</summary>
    NextTrial,
}

/// <param name="Lines">How many lines the mix has.</param>
public sealed record IncomingFormula(string At, string Name, Family Family, int Lines, Incoming Becomes);

/// <param name="Refused">What cannot be taken; as long as there is any, nothing is.</param>
/// <param name="Kept">Ids of the trials that came in; empty while it is only looked at.</param>
public sealed record FormulaFileView(
    IReadOnlyList<IncomingFormula> Formulas,
    IReadOnlyList<RefusedCell> Refused,
    string Says,
    IReadOnlyList<int> Kept
);

/// <summary>Formulas out into a file and in from one.</summary>
public static class FormulaFileEndpoints
{
    private const string FromFile = "from a file";

    /// <summary>Formulas written at once.</summary>
    private const int Together = 100;

    public static void Map(RouteGroupBuilder formulas)
    {
        formulas.MapGet("/file", Out).Produces<string>(contentType: "text/csv");
        formulas.MapPost("/file", In);
    }

    /// <param name="id">Ids of formulas; all that are on the bench when left out.</param>
    private static async Task<IResult> Out([FromQuery] int[] id, PantryDb db, WorkshopKeeper keeper, string? format = null)
    {
        var kind = Paging.Word<FormulaFileKind>(format, "format");
        var rows = await LibraryEndpoint.Standing(db, id.Length == 0 ? row => row.ArchivedAt == null : row => id.Contains(row.Id));
        if (rows.Length < id.Distinct().Count())
        {
            throw new NotThereException("One of the formulas");
        }

        var trials = rows.Select(row => row.Trial).ToArray();
        var contents = await db.Trials.AsNoTracking().Where(row => trials.Contains(row.Id)).ToDictionaryAsync(row => row.Id, row => row.Content);
        var filed = rows.OrderBy(row => row.Formula.Name, StringComparer.OrdinalIgnoreCase)
            .Select(row => new FiledFormula(row.Formula.Name, row.Intent, row.Formula.Tags, contents[row.Trial]));
        var (text, type, name) =
            kind == FormulaFileKind.Csv
                ? (FormulaFile.Csv(filed, keeper.Shelf), "text/csv", "formulas.csv")
                : (FormulaFile.Json(filed, keeper.Shelf), "application/json", "formulas.json");
        return Results.File(new UTF8Encoding(kind == FormulaFileKind.Csv).GetPreamble().Concat(Encoding.UTF8.GetBytes(text)).ToArray(), type, name);
    }

    /// <summary>All or nothing, and sent twice it changes nothing: what came in the first time is then there already.</summary>
    private static async Task<FormulaFileView> In(FormulaFileAsked asked, PantryDb db, WorkshopKeeper keeper, PantryClock clock)
    {
        var read = FormulaFile.Read(asked.File, keeper.Shelf);
        if (!asked.Keep || read.Refused.Count > 0)
        {
            return View(await Compare(db, read.Formulas), read.Refused, []);
        }

        return await db.Command(async () =>
        {
            var compared = await Compare(db, read.Formulas);
            var kept = new List<int>();
            foreach (var some in compared.Where(one => one.Becomes != Incoming.Same).Chunk(Together))
            {
                var begun = some.Select(one =>
                    {
                        var row = one.Formula is { } there
                            ? db.Formulas.Attach(there).Entity
                            : db.Formulas.Add(new FormulaRow { Name = one.Draft.Name, CreatedAt = clock.Now }).Entity;
                        row.Tags = FormulaName.CheckTags([.. row.Tags, .. one.Draft.Tags], "tags");
                        return (row, one.Draft.Content, one.Draft.Intent.Length > 0 ? one.Draft.Intent : FromFile, FromFile);
                    })
                    .ToArray();
                kept.AddRange((await TrialKeeper.AddAll(db, begun, clock.Now)).Select(trial => trial.Id));
                // What is kept needs no watching: thousands of rows would slow each other down.
                db.ChangeTracker.Clear();
            }

            return View(compared, [], [.. kept]);
        });
    }

    private static async Task<IReadOnlyList<(FormulaDraft Draft, Incoming Becomes, FormulaRow? Formula)>> Compare(
        PantryDb db,
        IReadOnlyList<FormulaDraft> drafts
    )
    {
        var names = drafts.Select(draft => draft.Name).ToArray();
        var there = (await db.Formulas.AsNoTracking().Where(row => names.Contains(row.Name)).ToListAsync()).ToDictionary(
            row => row.Name,
            StringComparer.OrdinalIgnoreCase
        );
        var ids = there.Values.Select(row => row.Id).ToArray();
        var mixes = (
            await db.Trials.AsNoTracking().Where(row => ids.Contains(row.FormulaId)).Select(row => new { row.FormulaId, row.Content }).ToListAsync()
        ).ToLookup(row => row.FormulaId, row => row.Content);
        return
        [
            .. drafts.Select(draft =>
                there.GetValueOrDefault(draft.Name) is not { } row ? (draft, Incoming.New, (FormulaRow?)null)
                : mixes[row.Id].Any(mix => SameMix(mix, draft.Content)) ? (draft, Incoming.Same, row)
                : (draft, Incoming.NextTrial, row)
            ),
        ];
    }

    /// <summary>Alike in kind and shares; a sheet does not tell the rest.</summary>
    private static bool SameMix(Formula one, Formula other) =>
        one.Family == other.Family
        && one.Lines.Select(line => (line.Material, line.Phase, line.Percent))
            .Order()
            .SequenceEqual(other.Lines.Select(line => (line.Material, line.Phase, line.Percent)).Order());

    private static FormulaFileView View(
        IReadOnlyList<(FormulaDraft Draft, Incoming Becomes, FormulaRow? Formula)> compared,
        IReadOnlyList<RefusedCell> refused,
        int[] kept
    ) =>
        new(
            [
                .. compared.Select(one => new IncomingFormula(
                    one.Draft.At,
                    one.Draft.Name,
                    one.Draft.Content.Family,
                    one.Draft.Content.Lines.Count,
                    one.Becomes
                )),
            ],
            refused,
            Says(compared.Select(one => one.Becomes).ToArray(), refused.Count, kept.Length > 0),
            kept
        );

    private static string Says(Incoming[] all, int refused, bool isKept)
    {
        var (fresh, next, same) = (
            all.Count(one => one == Incoming.New),
            all.Count(one => one == Incoming.NextTrial),
            all.Count(one => one == Incoming.Same)
        );
        return RefusedCell.Says(
            [
                fresh == 0 ? "" : $"{fresh} new {Wording.Plural("formula", fresh)}",
                next == 0 ? "" : $"{next} {(next == 1 ? "becomes" : "become")} the next trial of {(next == 1 ? "its formula" : "their formulas")}",
                same == 0 ? "" : $"{same} {(same == 1 ? "is" : "are")} here already",
            ],
            "no formula can be read",
            refused,
            isKept
        );
    }
}
