using AmberPantry.Core.Assessment;
using AmberPantry.Core.Composition;
using AmberPantry.Core.Making;
using AmberPantry.Data;
using AmberPantry.Server.Bench;
using AmberPantry.Server.Hosting;
using AmberPantry.Server.House;
using Microsoft.EntityFrameworkCore;

namespace AmberPantry.Server.Make;

public sealed record BeginBatch(int Trial);

/// <param name="WeighedG">What the scale said, grams.</param>
public sealed record RecordStep(decimal? WeighedG = null, double? TemperatureC = null, string? Note = null);

public sealed record GoToStep(int Step);

public sealed record PourOver(int Step, decimal WeighedG);

/// <param name="RescaledTotalG">The whole batch then, grams.</param>
/// <param name="KeepSays">What keeping it as it is would change.</param>
public sealed record PourOverChoices(decimal OverG, decimal RescaledTotalG, IReadOnlyList<PotLine> TopUps, string KeepSays);

public sealed record FinishBatch(int? Units = null, string? Notes = null);

public sealed record PlaceStock(StockPlace Place, int? UnitsLeft = null);

/// <summary>Making a batch, one recorded step at a time.</summary>
public static class BatchEndpoints
{
    public static void Map(RouteGroupBuilder batches)
    {
        batches.MapGet("/", (PantryDb db) => BatchViews.Open(db));
        batches.MapPost("/", Begin);
        batches.MapGet("/{id:int}", (int id, PantryDb db, WorkshopKeeper keeper) => BatchViews.Get(db, keeper, id));
        batches.MapPut("/{id:int}/steps/{step:int}", Record);
        batches.MapPut("/{id:int}/at", GoTo);
        batches.MapPost("/{id:int}/over-pour", Choices);
        batches.MapPost("/{id:int}/rescale", Rescale);
        batches.MapPut("/{id:int}/finish", Finish);
        batches.MapPut("/{id:int}/place", Place);
        batches.MapDelete("/{id:int}", GiveUp);
    }

    private static async Task<BatchView> Begin(BeginBatch begin, PantryDb db, WorkshopKeeper keeper, PantryClock clock)
    {
        var trial = await db.Trials.Include(row => row.Formula).FirstOrDefaultAsync(row => row.Id == begin.Trial) ?? throw new NotThereException("That trial");
        var content = (await db.TrialEdits.AsNoTracking().FirstAsync(edit => edit.TrialId == trial.Id && edit.Position == trial.EditAt)).Content;
        var open = keeper.Open;
        var steps = new MakingPlan(open.Shelf, open.Workshop).For(content);
        var batch = new BatchRow
        {
            Lot = await NextLot(db, trial.Formula!.Name, clock.Now),
            TrialId = trial.Id,
            Content = content,
            Steps = steps,
            StartedAt = clock.Now,
            TouchedAt = clock.Now,
            WorkroomC = open.Workshop.WorkroomC,
            HumidityPercent = open.Workshop.HumidityPercent,
        };
        db.Batches.Add(batch);
        trial.MadeAt ??= clock.Now;
        trial.Revision++;
        await db.SaveChangesAsync();
        return await BatchViews.Get(db, keeper, batch.Id);
    }

    /// <summary>First letters of the name, the year, and a number that runs on through the year.</summary>
    private static async Task<string> NextLot(PantryDb db, string name, DateTime now)
    {
        var letters = string.Concat(name.Split(' ', '-').Where(word => word.Length > 0 && char.IsLetter(word[0])).Take(2).Select(word => char.ToUpperInvariant(word[0])));
        var lots = await db.Batches.Select(batch => batch.Lot).ToListAsync();
        var year = $"-{now:yy}-";
        var last = lots.Where(lot => lot.Contains(year, StringComparison.Ordinal)).Select(lot => int.TryParse(lot.AsSpan(lot.LastIndexOf('-') + 1), out var n) ? n : 0).DefaultIfEmpty(0).Max();
        return $"{(letters.Length > 0 ? letters : "B")}{year}{last + 1:000}";
    }

    /// <remarks>Saying the same twice is harmless, so a step kept by the browser while the server was away can be sent again.</remarks>
    private static async Task<BatchView> Record(int id, int step, RecordStep record, PantryDb db, WorkshopKeeper keeper, PantryClock clock)
    {
        var batch = await BatchViews.Row(db, id, step);
        if (record.WeighedG is < 0 or > 100_000)
        {
            throw new Refusal("E_RANGE", "weighedG", record.WeighedG, $"{record.WeighedG} g cannot have been weighed.", "Type what the scale shows, 0 to 100000 g.");
        }

        if (record.TemperatureC is < -30 or > 150)
        {
            throw new Refusal("E_RANGE", "temperatureC", record.TemperatureC, $"{record.TemperatureC} °C is outside what a thermometer here reads.", "Type −30 to 150 °C.");
        }

        var done = batch.Done.FirstOrDefault(row => row.Index == step);
        if (done is null)
        {
            done = new BatchStepRow { Index = step };
            batch.Done.Add(done);
        }

        (done.DoneAt, done.WeighedG, done.TemperatureC, done.Note) = (clock.Now, batch.Steps[step].Kind == StepKind.Weigh ? record.WeighedG : null, record.TemperatureC, record.Note);
        batch.AtStep = Math.Min(step + 1, batch.Steps.Count - 1);
        return await BatchViews.Keep(db, keeper, clock, batch);
    }

    private static async Task<BatchView> GoTo(int id, GoToStep to, PantryDb db, WorkshopKeeper keeper, PantryClock clock)
    {
        var batch = await BatchViews.Row(db, id, to.Step);
        batch.AtStep = to.Step;
        return await BatchViews.Keep(db, keeper, clock, batch);
    }

    private static async Task<PourOverChoices> Choices(int id, PourOver over, PantryDb db, WorkshopKeeper keeper)
    {
        var batch = await BatchViews.Row(db, id, over.Step);
        var open = keeper.Open;
        var say = new Wording(open.Workshop);
        var done = WithPour(batch, over);
        var rescaled = OverPour.Rescale(BatchRecord.Pot(batch.Content, batch.Steps, done), open.Workshop.Scale.ResolutionG);
        var planned = open.Assessor.Assess(batch.Content);
        var kept = open.Assessor.Assess(BatchRecord.AsWeighed(batch.Content, batch.Steps, done));
        var slump = planned.SlumpC is { } was && kept.SlumpC is { } will && Math.Abs(was - will) >= 0.5 ? $"slumps {say.BareTemperature(was)} → {say.Temperature(will)}" : "slumps as planned";
        var firm = string.Join(", ", planned.Landmarks.Zip(kept.Landmarks).Where(pair => pair.First.Says != pair.Second.Says).Select(pair => $"{pair.Second.Name} {pair.First.Says} → {pair.Second.Says}"));
        return new PourOverChoices(over.WeighedG - batch.Steps[over.Step].TargetG!.Value, rescaled.TotalG, rescaled.TopUps, firm.Length == 0 ? slump : $"{slump}, {firm}");
    }

    private static async Task<BatchView> Rescale(int id, PourOver over, PantryDb db, WorkshopKeeper keeper, PantryClock clock)
    {
        var batch = await BatchViews.Row(db, id, over.Step);
        var workshop = keeper.Open.Workshop;
        var done = WithPour(batch, over);
        var rescaled = OverPour.Rescale(BatchRecord.Pot(batch.Content, batch.Steps, done), workshop.Scale.ResolutionG);
        var plan = rescaled.Lines.ToDictionary(line => line.Line, line => line.PlannedG);
        var steps = batch.Steps.Select((step, i) => step.Line is { } line && (i == over.Step || done.All(one => one.Index != i))
            ? step with { TargetG = plan[line], ToleranceG = Tolerance(plan[line], workshop) }
            : step).ToList();
        var topUps = rescaled.TopUps.Select(short_ => steps.First(step => step.Line == short_.Line) with
        {
            Title = $"Top up {steps.First(step => step.Line == short_.Line).Title}",
            Text = "Into the pot, on top of what is there.",
            TargetG = short_.PlannedG - short_.WeighedG,
            ToleranceG = Tolerance(short_.PlannedG - short_.WeighedG!.Value, workshop),
        });
        steps.InsertRange(over.Step + 1, topUps);
        foreach (var later in batch.Done.Where(row => row.Index > over.Step).OrderByDescending(row => row.Index))
        {
            later.Index += rescaled.TopUps.Count;
        }

        if (batch.Done.FirstOrDefault(row => row.Index == over.Step) is { } now)
        {
            (now.WeighedG, now.DoneAt) = (over.WeighedG, clock.Now);
        }
        else
        {
            batch.Done.Add(new BatchStepRow { Index = over.Step, WeighedG = over.WeighedG, DoneAt = clock.Now, Note = "poured over, the rest scaled up" });
        }

        batch.Steps = steps;
        batch.Content = batch.Content with { Batch = batch.Content.Batch with { Grams = rescaled.TotalG } };
        batch.AtStep = over.Step + 1;
        return await BatchViews.Keep(db, keeper, clock, batch);
    }

    private static async Task<BatchView> Finish(int id, FinishBatch finish, PantryDb db, WorkshopKeeper keeper, PantryClock clock)
    {
        var batch = await BatchViews.Row(db, id, 0);
        if (finish.Units is < 0 or > 10_000)
        {
            throw new Refusal("E_RANGE", "units", finish.Units, $"{finish.Units} containers cannot have been filled.", "Type 0 to 10000.");
        }

        (batch.UnitsMade, batch.UnitsLeft) = (finish.Units, finish.Units);
        batch.Notes = finish.Notes?.Trim() ?? batch.Notes;
        batch.FinishedAt ??= clock.Now;
        var asWeighed = BatchRecord.AsWeighed(batch.Content, batch.Steps, [.. batch.Done.Select(row => row.ToStep())]);
        batch.SlumpC = keeper.Open.Assessor.Assess(asWeighed).SlumpC;
        return await BatchViews.Keep(db, keeper, clock, batch);
    }

    private static async Task<BatchView> Place(int id, PlaceStock place, PantryDb db, WorkshopKeeper keeper, PantryClock clock)
    {
        var batch = await BatchViews.Row(db, id, 0);
        if (place.UnitsLeft is { } left && (left < 0 || left > batch.UnitsMade))
        {
            throw new Refusal("E_RANGE", "unitsLeft", left, $"{left} are not there: {batch.UnitsMade} were made.", $"Type 0 to {batch.UnitsMade}.");
        }

        batch.Place = place.Place;
        batch.UnitsLeft = place.UnitsLeft ?? batch.UnitsLeft;
        return await BatchViews.Keep(db, keeper, clock, batch);
    }

    /// <summary>Forgets a batch in which nothing has been weighed yet.</summary>
    private static async Task GiveUp(int id, PantryDb db)
    {
        var batch = await BatchViews.Row(db, id, 0);
        if (batch.FinishedAt is not null || batch.Done.Any(row => row.WeighedG > 0))
        {
            throw new Refusal("E_MADE", "batch", batch.Lot, $"Lot {batch.Lot} has been weighed into and stays on record.", "Carry it on, or finish it with 0 filled and a note.");
        }

        db.Batches.Remove(batch);
        await db.SaveChangesAsync();
        if (!await db.Batches.AnyAsync(row => row.TrialId == batch.TrialId))
        {
            await db.Trials.Where(row => row.Id == batch.TrialId).ExecuteUpdateAsync(set => set.SetProperty(row => row.MadeAt, (DateTime?)null));
        }
    }

    private static List<StepDone> WithPour(BatchRow batch, PourOver over)
    {
        if (batch.Steps[over.Step].Line is null)
        {
            throw new Refusal("E_RANGE", "step", over.Step, "Nothing is weighed at this step.", "Choose a weighing step.");
        }

        return [.. batch.Done.Where(row => row.Index != over.Step).Select(row => row.ToStep()), new StepDone(over.Step, batch.StartedAt, over.WeighedG)];
    }

    private static decimal Tolerance(decimal targetG, Workshop workshop) => Math.Max(workshop.Scale.ResolutionG, targetG * MakingPlan.RightWithin);
}
