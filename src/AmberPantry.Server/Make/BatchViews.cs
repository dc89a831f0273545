using AmberPantry.Core;
using AmberPantry.Core.Assessment;
using AmberPantry.Core.Assessment.Parts;
using AmberPantry.Core.Families;
using AmberPantry.Core.Making;
using AmberPantry.Core.Workshops;
using AmberPantry.Data;
using AmberPantry.Data.Batches;
using AmberPantry.Server.Hosting;
using AmberPantry.Server.House;
using Microsoft.EntityFrameworkCore;

namespace AmberPantry.Server.Make;

/// <summary>A batch as a list shows it.</summary>
public sealed record BatchBrief
{
    public required int Id { get; init; }

    public required string Lot { get; init; }

    public required string FormulaName { get; init; }

    public required Family Family { get; init; }

    public required int TrialId { get; init; }

    public required int TrialNumber { get; init; }

    public required DateTime StartedAt { get; init; }

    public required DateTime TouchedAt { get; init; }

    public required DateTime? FinishedAt { get; init; }

    /// <summary>Place of the step it stands at, from 0.</summary>
    public required int AtStep { get; init; }

    public required int Steps { get; init; }

    public required StepKind AtKind { get; init; }

    public required string AtTitle { get; init; }

    public required decimal BatchG { get; init; }

    public required int? UnitsMade { get; init; }

    public required int? UnitsLeft { get; init; }

    public required int Observations { get; init; }
}

/// <param name="OffG">Weighed − planned.</param>
public sealed record DeviationView(string Material, decimal PlannedPercent, decimal TruePercent, decimal PlannedG, decimal? WeighedG, decimal? OffG);

/// <summary>What the model said of the batch as weighed so far.</summary>
public sealed record SaidView(IReadOnlyList<LandmarkReading> Landmarks, string Sentence, double? SlumpC);

/// <summary>Where a batch comes from.</summary>
public sealed record BatchOrigin(string FormulaName, int TrialId, int TrialNumber, string Intent);

/// <summary>A batch with everything its page shows.</summary>
public sealed record BatchView
{
    public required int Id { get; init; }

    public required int Revision { get; init; }

    public required BatchOrigin From { get; init; }

    /// <summary>The record itself.</summary>
    public required Batch Batch { get; init; }

    /// <summary>Place of the step it stands at, from 0.</summary>
    public required int AtIndex { get; init; }

    /// <summary>What is in the pot so far, grams.</summary>
    public required decimal PotG { get; init; }

    /// <summary>Planned against weighed, one for each line.</summary>
    public required IReadOnlyList<DeviationView> Deviations { get; init; }

    public required SaidView Said { get; init; }

    /// <summary>How far each observation lies from what was said, by its id.</summary>
    public required IReadOnlyDictionary<Guid, string> Verdicts { get; init; }

    public required double WorkroomC { get; init; }

    public required double? HumidityPercent { get; init; }

    public required string SignedBy { get; init; }

    /// <summary>Word for one container.</summary>
    public required string Unit { get; init; }

    /// <summary>Colour in the pot, #RRGGBB.</summary>
    public required string Colour { get; init; }
}

public enum BatchOrder
{
    /// <summary>The last begun first.</summary>
    Newest,
    Name,
}

internal static class BatchViews
{
    /// <summary>Batches that have been begun and not finished, the last touched first.</summary>
    public static async Task<Page<BatchBrief>> Open(PantryDb db, Wording say, string? search = null, string? after = null, string? take = null)
    {
        var most = Paging.Take(take);
        var rows = Searched(db.Batches.AsNoTracking().Where(row => row.FinishedAt == null), search);
        var total = await rows.CountAsync();
        rows = Paging.AfterTime(after) is var (at, id) ? rows.Where(row => row.TouchedAt < at || (row.TouchedAt == at && row.Id < id)) : rows;
        var page = await Briefs(rows.OrderByDescending(row => row.TouchedAt).ThenByDescending(row => row.Id), most, say);
        return Paging.Page(page, most, total, brief => Paging.Mark(brief.TouchedAt, brief.Id));
    }

    /// <summary>Every batch.</summary>
    /// <param name="search">Part of a lot or of a formula's name.</param>
    public static async Task<Page<BatchBrief>> All(
        PantryDb db,
        Wording say,
        string? search,
        string? family,
        string? order,
        string? after,
        string? take
    )
    {
        var most = Paging.Take(take);
        var rows = Searched(db.Batches.AsNoTracking(), search);
        rows = family is { Length: > 0 } ? rows.Where(row => row.Family == new Family(family)) : rows;
        var total = await rows.CountAsync();
        if (Paging.Order<BatchOrder>(order) == BatchOrder.Name)
        {
            // From the formulas on: their names are in order already, so that a page needs no more rows than it shows.
            var byName =
                from formula in db.Formulas
                from trial in db.Trials
                from row in rows
                where trial.FormulaId == formula.Id && row.TrialId == trial.Id
                orderby formula.Name, row.Id descending
                select new { formula.Name, row };
            byName = Paging.AfterName(after) is var (name, last)
                ? byName.Where(one => string.Compare(one.Name, name) >= 0 && (one.Name != name || one.row.Id < last))
                : byName;
            var named = await Briefs(byName.Select(one => one.row), most, say);
            return Paging.Page(named, most, total, brief => Paging.Mark(brief.FormulaName, brief.Id));
        }

        rows = Paging.AfterTime(after) is var (at, id) ? rows.Where(row => row.StartedAt < at || (row.StartedAt == at && row.Id < id)) : rows;
        var page = await Briefs(rows.OrderByDescending(row => row.StartedAt).ThenByDescending(row => row.Id), most, say);
        return Paging.Page(page, most, total, brief => Paging.Mark(brief.StartedAt, brief.Id));
    }

    /// <exception cref="NotThereException">When there is no such batch.</exception>
    public static async Task<Batch> Read(PantryDb db, int id) => (await Row(db, id)).ToBatch();

    public static async Task<BatchView> Get(PantryDb db, WorkshopKeeper keeper, int id)
    {
        var row = await Row(db, id);
        var batch = row.ToBatch();
        var open = keeper.Open;
        var say = open.Say;
        var pot = batch.Pot;
        var weighed = batch.AsWeighed;
        var said = open.Assessor.Assess(weighed, new Question { Parts = [Part.Melt] }).Parts.Melt!;
        return new BatchView
        {
            Id = row.Id,
            Revision = row.Revision,
            From = new BatchOrigin(row.Trial!.Formula!.Name, row.TrialId, row.Trial.Number, row.Trial.Intent),
            Batch = batch with { Steps = [.. batch.Steps.Select(step => step.In(say))] },
            AtIndex = row.AtIndex,
            PotG = pot.Sum(line => line.WeighedG ?? 0),
            Deviations =
            [
                .. batch.Content.Lines.Select(
                    (line, i) =>
                        new DeviationView(
                            open.Shelf.Find(line.Material)?.Name ?? line.Material,
                            line.Percent,
                            weighed.Lines[i].Percent,
                            pot[i].PlannedG,
                            pot[i].WeighedG,
                            pot[i].WeighedG - pot[i].PlannedG
                        )
                ),
            ],
            Said = new SaidView(said.Landmarks, said.Sentence, said.SlumpC),
            Verdicts = batch
                .Observations.Select(seen => (seen.Id, Verdict: seen.Verdict(say)))
                .Where(seen => seen.Verdict is not null)
                .ToDictionary(seen => seen.Id, seen => seen.Verdict!),
            WorkroomC = row.WorkroomC,
            HumidityPercent = row.HumidityPercent,
            SignedBy = row.SignedBy,
            Unit = open.Workshop.FindContainer(batch.Content.Batch.Container)?.Unit ?? "container",
            Colour = row.Colour,
        };
    }

    private static async Task<BatchRow> Row(PantryDb db, int id) =>
        await db
            .Batches.AsNoTracking()
            .Include(batch => batch.Trial!.Formula)
            .Include(batch => batch.Done)
            .Include(batch => batch.Observations)
            .AsSplitQuery()
            .FirstOrDefaultAsync(batch => batch.Id == id)
        ?? throw new NotThereException("That batch");

    private static IQueryable<BatchRow> Searched(IQueryable<BatchRow> rows, string? search) =>
        Paging.Like(search) is { } like
            ? rows.Where(row => EF.Functions.Like(row.Lot, like, "\\") || EF.Functions.Like(row.Trial!.Formula!.Name, like, "\\"))
            : rows;

    private static async Task<List<BatchBrief>> Briefs(IQueryable<BatchRow> rows, int take, Wording say)
    {
        var briefs = await rows.Take(take + 1)
            .Select(row => new BatchBrief
            {
                Id = row.Id,
                Lot = row.Lot,
                FormulaName = row.Trial!.Formula!.Name,
                Family = row.Family,
                TrialId = row.TrialId,
                TrialNumber = row.Trial.Number,
                StartedAt = row.StartedAt,
                TouchedAt = row.TouchedAt,
                FinishedAt = row.FinishedAt,
                AtStep = row.AtIndex,
                Steps = row.StepCount,
                AtKind = row.AtKind,
                AtTitle = row.AtTitle,
                BatchG = (decimal)row.BatchUg / Micrograms.PerGram,
                UnitsMade = row.UnitsMade,
                UnitsLeft = row.UnitsLeft,
                Observations = row.ObservationCount,
            })
            .ToListAsync();
        return briefs.ConvertAll(brief => brief with { AtTitle = say.Text(brief.AtTitle) });
    }
}
