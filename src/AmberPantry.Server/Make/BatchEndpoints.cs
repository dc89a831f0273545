using AmberPantry.Core.Making;
using AmberPantry.Core.Making.Clocks;
using AmberPantry.Core.Making.Sheets;
using AmberPantry.Data;
using AmberPantry.Server.Hosting;
using AmberPantry.Server.House;
using AmberPantry.Server.Live;
using AmberPantry.Server.Pantry;
using Microsoft.EntityFrameworkCore;

namespace AmberPantry.Server.Make;

/// <param name="Signature">Who has read the stops; needed where there are any.</param>
public sealed record BeginBatch(int Trial, Signature? Signature = null, Stamp? Stamp = null);

/// <param name="Reserved">Whether the pantry keeps it.</param>
public sealed record ReserveStock(bool Reserved);

/// <summary>Something done to a batch.</summary>
public sealed record BatchAct(Stamp Stamp, BatchCommand Command);

/// <param name="Step">Id of the step.</param>
public sealed record PourOver(string Step, decimal WeighedG);

/// <param name="Step">Id of the step in hand.</param>
/// <param name="Now">By the workshop's clock, UTC.</param>
/// <param name="Cooling">Null where nothing cools.</param>
/// <param name="Whipping">Null where nothing is whipped.</param>
/// <param name="Wetting">Null where nothing is wetted.</param>
public sealed record WatchView(string Step, DateTime Now, CoolingWatch? Cooling, WhipCoach? Whipping, WetCoach? Wetting)
{
    /// <summary>Null where nothing is filled by weight.</summary>
    public required FillCoach? Filling { get; init; }

    /// <summary>Null where nothing is split.</summary>
    public required SplitCoach? Splitting { get; init; }

    /// <summary>Null where nothing dries.</summary>
    public required DryCoach? Drying { get; init; }

    /// <summary>Null where no piece is tried.</summary>
    public required BowlTest? Bowl { get; init; }

    /// <summary>What is asked where the hand says something else than the run; null where it does not.</summary>
    public required Deviation? Asks { get; init; }
}

/// <summary>A command as it was taken.</summary>
public sealed record BatchHistory(Guid Id, DateTime HappenedAt, DateTime ArrivedAt, BatchCommand Command);

/// <summary>The batch in the making that is readied at the start: whoever asks for it meanwhile waits, and does not do the same beside it.</summary>
public sealed class FirstBatch
{
    public Task Ready { get; set; } = Task.CompletedTask;
}

/// <summary>Making a batch, one recorded act at a time.</summary>
public static class BatchEndpoints
{
    public static void Map(RouteGroupBuilder batches)
    {
        batches.MapGet("/", (PantryDb db, WorkshopKeeper keeper, string? search, string? after, string? take) =>
            BatchViews.Open(db, keeper.Say, search, after, take)
        );
        batches.MapPost("/", Begin);
        batches.MapGet("/start/{trial:int}", Start);
        batches.MapPut("/start/{trial:int}/reserved", Reserve);
        batches.MapGet("/clocks", (PantryDb db, WorkshopKeeper keeper, PantryClock clock, bool? planned) =>
            ClockViews.Get(db, keeper, clock, planned ?? false)
        );
        batches.MapGet("/{id:int}", One);
        batches.MapGet("/{id:int}/history", History);
        batches.MapGet("/{id:int}/watch", Watch);
        batches.MapPost("/{id:int}/commands", Take);
        batches.MapPost("/{id:int}/over-pour", Choices);
        batches.MapDelete("/{id:int}", GiveUp);
    }

    private static async Task<BatchView> Begin(BeginBatch begin, PantryDb db, WorkshopKeeper keeper, PantryClock clock) =>
        await BatchViews.Get(db, keeper, await new BatchKeeper(db, keeper, clock).Begin(begin));

    private static async Task<BatchView> One(int id, PantryDb db, WorkshopKeeper keeper, FirstBatch first)
    {
        await first.Ready;
        return await BatchViews.Get(db, keeper, id);
    }

    /// <summary>How this trial is made, and what must be read before a batch of it begins.</summary>
    private static async Task<StartView> Start(int trial, PantryDb db, WorkshopKeeper keeper)
    {
        var row = await db.Trials.AsNoTracking().Include(one => one.Formula).FirstOrDefaultAsync(one => one.Id == trial)
            ?? throw new NotThereException("That trial");
        var open = keeper.Open;
        var book = await BatchStock.Book(db, row.Content, null, open.Workshop.Today);
        return StartView.Of(row, open, book, await BatchYields.Loss(db, open, row.Content.Family), await StockViews.Reserved(db, trial));
    }

    /// <summary>Lets the pantry keep what the next batch of a trial wants, or frees it.</summary>
    private static async Task<StartView> Reserve(int trial, ReserveStock reserve, PantryDb db, WorkshopKeeper keeper, PantryClock clock)
    {
        await new BatchKeeper(db, keeper, clock).Reserve(trial, reserve.Reserved);
        return await Start(trial, db, keeper);
    }

    private static async Task<BatchView> Take(int id, BatchAct act, PantryDb db, WorkshopKeeper keeper, PantryClock clock)
    {
        await new BatchKeeper(db, keeper, clock).Take(id, act);
        return await BatchViews.Get(db, keeper, id);
    }

    /// <summary>How the step in hand cools, whips, dries, fills; nothing of what it does not.</summary>
    private static async Task<WatchView> Watch(int id, PantryDb db, WorkshopKeeper keeper, PantryClock clock, LiveDevices devices)
    {
        var open = keeper.Open;
        var batch = await BatchViews.Read(db, id);
        var watch = new CoolingWatcher(open.Shelf, open.Workshop).Watch(batch, clock.Now);
        var filledInYear = FillCoacher.Fills(batch.Step(batch.AtStep)) ? await BatchYields.FilledInYear(db, id, clock.Now) : 0;
        return new WatchView(
            batch.AtStep,
            clock.Now,
            watch,
            new WhipCoacher(open.Shelf, open.Workshop).Coach(batch),
            new WetCoacher(open.Shelf, open.Workshop).Coach(batch)
        )
        {
            Filling = new FillCoacher(open.Shelf, open.Workshop, filledInYear).Coach(batch),
            Splitting = new SplitCoacher(open.Shelf, open.Workshop).Coach(batch),
            Drying = new DryCoacher(open.Shelf, open.Workshop, devices.Hours).Coach(batch, clock.Now),
            Asks = Deviations.Of(batch, open.Say, watch?.WordOff).FirstOrDefault(one => one.Kind == DeviationKind.Word),
            Bowl = new BowlTester(open.Shelf, open.Workshop).Of(batch),
        };
    }

    private static async Task<IReadOnlyList<BatchHistory>> History(int id, PantryDb db) =>
        await db
            .BatchCommands.AsNoTracking()
            .Where(row => row.BatchId == id)
            .OrderBy(row => row.ArrivedAt)
            .ThenBy(row => row.HappenedAt)
            .Select(row => new BatchHistory(row.Id, row.HappenedAt, row.ArrivedAt, row.Command))
            .ToListAsync();

    private static async Task<PourOverChoices> Choices(int id, PourOver over, PantryDb db, WorkshopKeeper keeper)
    {
        var open = keeper.Open;
        return new MakersBench(open.Shelf, open.Workshop, open.Assessor).PourOver(await BatchViews.Read(db, id), over.Step, over.WeighedG);
    }

    private static async Task GiveUp(int id, PantryDb db, WorkshopKeeper keeper, PantryClock clock) =>
        await new BatchKeeper(db, keeper, clock).GiveUp(id);
}
