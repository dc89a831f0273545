using AmberPantry.Core;
using AmberPantry.Core.Assessment;
using AmberPantry.Core.Assessment.Parts;
using AmberPantry.Core.Families;
using AmberPantry.Core.Making;
using AmberPantry.Core.Making.Clocks;
using AmberPantry.Core.Making.Sheets;
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

    /// <summary>Why it was given up; null unless it was.</summary>
    public required string? GivenUpFor { get; init; }

    public required DateTime? ArchivedAt { get; init; }
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

    /// <summary>Where each weighing comes from, for what is booked in.</summary>
    public required IReadOnlyList<StepLots> Lots { get; init; }

    public required SaidView Said { get; init; }

    /// <summary>What was filled beside the containers, and what was lost; empty before it is told.</summary>
    public required string Filled { get; init; }

    /// <summary>How long it truly took; empty before it is finished.</summary>
    public required string Took { get; init; }

    /// <summary>What the step in hand is done in, where the house has more than one; else null.</summary>
    public required KitQuestion? Kit { get; init; }

    /// <summary>What may be seen at each step, by its id.</summary>
    public required IReadOnlyDictionary<string, IReadOnlyList<StageCard>> Stages { get; init; }

    /// <summary>What is asked because the batch left its sheet: one question at a time; null where nothing is.</summary>
    public required Deviation? Asks { get; init; }

    /// <summary>What was answered to such questions, the oldest first; what matters is between two asterisks.</summary>
    public required IReadOnlyList<string> Answered { get; init; }

    /// <summary>How far each observation lies from what was said, by its id.</summary>
    public required IReadOnlyDictionary<Guid, string> Verdicts { get; init; }

    /// <summary>What each test said and what came, by the id of the observation: "grease after 5 min: some → **little**".</summary>
    public required IReadOnlyDictionary<Guid, string> Tried { get; init; }

    /// <summary>Tests that this kind of product is tried by.</summary>
    public required IReadOnlyList<UseTest> Tests { get; init; }

    /// <summary>When it is to be looked at next, and what is tried then; null for never.</summary>
    public required NextLook? NextLook { get; init; }

    public required double WorkroomC { get; init; }

    public required double? HumidityPercent { get; init; }

    public required string SignedBy { get; init; }

    /// <summary>Word for one container.</summary>
    public required string Unit { get; init; }

    /// <summary>Colour in the pot, #RRGGBB.</summary>
    public required string Colour { get; init; }
}

/// <summary>A look at a finished product.</summary>
/// <param name="Words">"after a week".</param>
/// <param name="Tests">Keys of the tests; the thumb press has its own.</param>
/// <param name="Says">"thumb press, grain and shape".</param>
/// <param name="IsDue">It is time.</param>
public sealed record NextLook(DateTime At, string Words, IReadOnlyList<string> Tests, string Says, bool IsDue);

public enum BatchOrder
{
    /// <summary>The last begun first.</summary>
    Newest,
    Oldest,

    /// <summary>The last touched first.</summary>
    Touched,
    Name,
    Lot,
}

internal static class BatchViews
{
    /// <summary>Batches that have been begun and not finished, the last touched first.</summary>
    public static Task<Page<BatchBrief>> Open(PantryDb db, Wording say, string? search = null, string? after = null, string? take = null) =>
        Ordered(db, say, db.Batches.AsNoTracking().Where(row => row.FinishedAt == null).Matching(search), BatchOrder.Touched, after, take);

    /// <summary>Every batch that is asked for.</summary>
    public static Task<Page<BatchBrief>> All(
        PantryDb db,
        Wording say,
        string? search,
        string? state,
        string? family,
        string? order,
        string? after,
        string? take
    ) =>
        Ordered(
            db,
            say,
            db.Batches.AsNoTracking().Of(Paging.Word<BatchState>(state, "state"), family).Matching(search),
            Paging.Word<BatchOrder>(order, "order"),
            after,
            take
        );

    private static async Task<Page<BatchBrief>> Ordered(
        PantryDb db,
        Wording say,
        IQueryable<BatchRow> rows,
        BatchOrder order,
        string? after,
        string? take
    )
    {
        var most = Paging.Take(take);
        var total = await rows.CountAsync();
        return order switch
        {
            BatchOrder.Name => await ByName(db, say, rows, most, total, after),
            BatchOrder.Lot => Paging.Page(
                await Briefs(
                    (Paging.AfterName(after) is var (lot, _) ? rows.Where(row => string.Compare(row.Lot, lot) > 0) : rows).OrderBy(row => row.Lot),
                    most,
                    say
                ),
                most,
                total,
                brief => Paging.Mark(brief.Lot, brief.Id)
            ),
            BatchOrder.Touched => Paging.Page(
                await Briefs(
                    (Paging.AfterTime(after) is var (at, id) ? rows.Where(row => row.TouchedAt < at || (row.TouchedAt == at && row.Id < id)) : rows)
                        .OrderByDescending(row => row.TouchedAt)
                        .ThenByDescending(row => row.Id),
                    most,
                    say
                ),
                most,
                total,
                brief => Paging.Mark(brief.TouchedAt, brief.Id)
            ),
            _ => Paging.Page(await Briefs(Begun(rows, order == BatchOrder.Oldest, after), most, say), most, total, brief =>
                Paging.Mark(brief.StartedAt, brief.Id)
            ),
        };
    }

    private static IQueryable<BatchRow> Begun(IQueryable<BatchRow> rows, bool oldest, string? after) =>
        (Paging.AfterTime(after), oldest) switch
        {
            (null, true) => rows.OrderBy(row => row.StartedAt).ThenBy(row => row.Id),
            (null, false) => rows.OrderByDescending(row => row.StartedAt).ThenByDescending(row => row.Id),
            (var (at, id), true) => rows.Where(row => row.StartedAt > at || (row.StartedAt == at && row.Id > id))
                .OrderBy(row => row.StartedAt)
                .ThenBy(row => row.Id),
            (var (at, id), false) => rows.Where(row => row.StartedAt < at || (row.StartedAt == at && row.Id < id))
                .OrderByDescending(row => row.StartedAt)
                .ThenByDescending(row => row.Id),
        };

    /// <summary>From the formulas on: their names are in order already, so that a page needs no more rows than it shows.</summary>
    private static async Task<Page<BatchBrief>> ByName(PantryDb db, Wording say, IQueryable<BatchRow> rows, int most, int total, string? after)
    {
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
        var book = await BatchStock.Book(db, batch.Content, id, open.Workshop.Today);
        var said = open.Assessor.Assess(weighed, new Question { Parts = [Part.Melt] }).Parts.Melt!;
        var aids = new BatchAids(open.Shelf, open.Workshop).Of(batch);
        return new BatchView
        {
            Id = row.Id,
            Revision = row.Revision,
            From = new BatchOrigin(row.Trial!.Formula!.Name, row.TrialId, row.Trial.Number, row.Trial.Intent),
            Batch = batch with
            {
                Steps = [.. batch.Steps.Select(step => step.In(say))],
                Corrections = [.. batch.Corrections.Select(one => one with { Was = say.Text(one.Was), Now = say.Text(one.Now) })],
            },
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
            Lots = BatchStock.Steps(batch, book, say),
            Said = new SaidView(said.Landmarks, said.Sentence, said.SlumpC),
            Filled = Filling.Says(batch, open.Workshop),
            Took = TimeTaken.Says(batch),
            Asks = Deviations.Of(batch, say, lots: BatchStock.OtherLots(batch, book), kit: aids.OtherKit).FirstOrDefault(),
            Kit = aids.Kit,
            Stages = aids.Stages,
            Answered =
            [
                .. batch.Answers.Select(one => say.Text(Deviations.Told(one))),
                .. new[] { new HoldShort(open.Shelf, open.Workshop).Says(batch) }.Where(told => told.Length > 0),
            ],
            Verdicts = batch
                .Observations.Select(seen => (seen.Id, Verdict: seen.Verdict(say)))
                .Where(seen => seen.Verdict is not null)
                .ToDictionary(seen => seen.Id, seen => seen.Verdict!),
            Tried = batch
                .Observations.Select(seen => (seen.Id, Tried: seen.Tried()))
                .Where(seen => seen.Tried is not null)
                .ToDictionary(seen => seen.Id, seen => seen.Tried!),
            Tests = EvaluationPoint.TestsOf(batch.Content.Family),
            NextLook = Next(batch, keeper.Now),
            WorkroomC = row.WorkroomC,
            HumidityPercent = row.HumidityPercent,
            SignedBy = row.SignedBy,
            Unit = open.Workshop.FindContainer(batch.Content.Batch.Container)?.Unit ?? "container",
            Colour = row.Colour,
        };
    }

    /// <summary>The point that is due, or the next to come.</summary>
    private static NextLook? Next(Batch batch, DateTime now)
    {
        if (EvaluationPoint.NextAt(batch) is not { } at || batch.FinishedAt is not { } finished)
        {
            return null;
        }

        var isDue = at <= now;
        var point = isDue ? EvaluationPoint.Due(batch.Content.Family, finished, now)! : EvaluationPoint.Next(batch)!;
        return new NextLook(finished + point.After, point.Words, point.Tests, Wording.List([.. point.Tests.Select(EvaluationPoint.TitleOf)]), isDue);
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
                GivenUpFor = row.GivenUpFor,
                ArchivedAt = row.ArchivedAt,
            })
            .ToListAsync();
        return briefs.ConvertAll(brief => brief with { AtTitle = say.Text(brief.AtTitle) });
    }
}
