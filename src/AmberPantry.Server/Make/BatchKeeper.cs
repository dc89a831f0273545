using System.Globalization;
using System.Security.Cryptography;
using System.Text.Json;
using AmberPantry.Core;
using AmberPantry.Core.Logbook;
using AmberPantry.Core.Making;
using AmberPantry.Core.Making.Sheets;
using AmberPantry.Data;
using AmberPantry.Data.Batches;
using AmberPantry.Server.Hosting;
using AmberPantry.Server.House;
using Microsoft.EntityFrameworkCore;

namespace AmberPantry.Server.Make;

/// <summary>Keeps batches: one command, one transaction, taken once whatever comes twice.</summary>
internal sealed class BatchKeeper(PantryDb db, WorkshopKeeper keeper, PantryClock clock)
{
    private const int MostSequence = 99_999;
    private const int RevisionBytes = 8;

    /// <summary>Begins a batch of a trial, after the stops have been read and signed.</summary>
    /// <exception cref="Refusal">E_NOT_SIGNED with the stops that nobody has signed for.</exception>
    public Task<int> Begin(BeginBatch begin)
    {
        var stamp = begin.Stamp ?? new Stamp(Guid.NewGuid(), clock.Now, clock.Now);
        var at = stamp.Happened(clock);
        return db.Command(async () =>
        {
            if (await db.Batches.Where(row => row.BegunBy == stamp.Id).Select(row => (int?)row.Id).FirstOrDefaultAsync() is { } already)
            {
                return already;
            }

            var trial = await db.Trials.Include(row => row.Formula).FirstOrDefaultAsync(row => row.Id == begin.Trial)
                ?? throw new NotThereException("That trial");
            var open = keeper.Open;
            var sheet = new SheetWriter(open.Shelf, open.Workshop).For(trial.Content);
            StartOf(trial.Content, open, sheet).Check(begin.Signature);
            var steps = sheet.Steps;
            var batch = Batch.Begin(await NextLot(trial.Formula!.Name, clock.Now), trial.Content, steps, at);
            var row = new BatchRow
            {
                Lot = batch.Lot,
                TrialId = trial.Id,
                Content = batch.Content,
                Steps = steps,
                AtStep = batch.AtStep,
                WorkroomC = open.Workshop.WorkroomC,
                HumidityPercent = open.Workshop.HumidityPercent,
                BegunBy = stamp.Id,
                SignedBy = begin.Signature?.By.Trim() ?? "",
            };
            row.Take(batch, open.Shelf);
            db.Batches.Add(row);
            // What was kept for it is in the pot from now on.
            trial.ReservedAt = null;
            if (trial.MadeAt is null)
            {
                trial.MadeAt = clock.Now;
                trial.Revision++;
            }

            await db.SaveChangesAsync();
            return row.Id;
        });
    }

    /// <summary>What is read before a batch of a formula begins. Its revision stands for the formula and for all that is to be read.</summary>
    public static StartCheck StartOf(Core.Formulas.Formula content, OpenWorkshop open, BatchSheet sheet)
    {
        var check = StartCheck.Of("", open.Assessor.Assess(content, new Core.Assessment.Question { Parts = [] }).Findings, sheet);
        var read = JsonSerializer.SerializeToUtf8Bytes(new object[] { content, check }, AmberJson.Options);
        return check with { Revision = Convert.ToHexStringLower(SHA256.HashData(read).AsSpan(0, RevisionBytes)) };
    }

    /// <exception cref="Refusal">Whatever <see cref="Batch.Apply"/> refuses; E_REPEATED when the id came with something else.</exception>
    public async Task Take(int id, BatchAct act)
    {
        var stamp = act.Stamp;
        stamp.Happened(clock);
        var stockMoved = false;
        await db.Command(async () =>
        {
            if (await db.BatchCommands.AsNoTracking().FirstOrDefaultAsync(row => row.Id == stamp.Id) is { } known)
            {
                return known.BatchId == id && Same(known.Command, act.Command)
                    ? false
                    : throw new Refusal(
                        Codes.Repeated,
                        "stamp.id",
                        stamp.Id,
                        "A command of this id was taken already, and it said something else.",
                        "Give each command a new id."
                    );
            }

            var row = await db
                .Batches.Include(one => one.Done)
                .Include(one => one.Observations)
                .AsSplitQuery()
                .FirstOrDefaultAsync(one => one.Id == id)
                ?? throw new NotThereException("That batch");
            var batch = row.ToBatch();
            var at = stamp.Happened(clock, row.TouchedAt);
            var open = keeper.Open;
            var stock = await BatchStock.Book(db, batch.Content, id, open.Workshop.Today);
            var bench = new MakersBench(open.Shelf, open.Workshop, open.Assessor, stock);
            var before = batch;
            foreach (var change in batch.Apply(act.Command, stamp.Id, at, bench))
            {
                batch = batch.With(change);
            }

            batch = batch with { Evidence = new EvidenceFinder(open.Shelf, open.Workshop).Of(batch, row.WorkroomC, row.HumidityPercent) };
            row.Take(batch with { TouchedAt = Stamp.Now(clock, row.TouchedAt) }, open.Shelf);
            row.Revision++;
            stockMoved = await BatchStock.Post(db, before, batch, act.Command, at);
            db.BatchCommands.Add(
                new BatchCommandRow
                {
                    Id = stamp.Id,
                    BatchId = id,
                    HappenedAt = at,
                    ArrivedAt = clock.Now,
                    Command = act.Command,
                }
            );
            return true;
        });
        if (stockMoved)
        {
            keeper.Forget();
        }
    }

    /// <summary>Keeps what the next batch of a trial wants, or frees it; asked for again, it stays as it was.</summary>
    public Task<bool> Reserve(int id, bool reserved) =>
        db.Command(async () =>
        {
            var trial = await db.Trials.FirstOrDefaultAsync(row => row.Id == id) ?? throw new NotThereException("That trial");
            trial.ReservedAt = reserved ? trial.ReservedAt ?? clock.Now : null;
            return true;
        });

    /// <summary>Forgets a batch in which nothing has been weighed yet.</summary>
    public Task<bool> GiveUp(int id) =>
        db.Command(async () =>
        {
            var row = await db.Batches.Include(one => one.Done).Include(one => one.Trial).FirstOrDefaultAsync(one => one.Id == id)
                ?? throw new NotThereException("That batch");
            row.ToBatch().CheckForgettable();
            db.Batches.Remove(row);
            if (!await db.Batches.AnyAsync(other => other.TrialId == row.TrialId && other.Id != id))
            {
                row.Trial!.MadeAt = null;
                row.Trial.Revision++;
            }

            return true;
        });

    /// <summary>First letters of the name, the year, and a number that runs on through the year.</summary>
    private async Task<string> NextLot(string name, DateTime now)
    {
        var letters = string.Concat(
            name.Split(' ', '-').Where(word => word.Length > 0 && char.IsLetter(word[0])).Take(2).Select(word => char.ToUpperInvariant(word[0]))
        );
        var year = $"-{now.ToString("yy", CultureInfo.InvariantCulture)}-";
        var lots = await db.Batches.Where(batch => batch.Lot.Contains(year)).Select(batch => batch.Lot).ToListAsync();
        var last = lots.Select(lot =>
                int.TryParse(lot.AsSpan(lot.LastIndexOf('-') + 1), NumberStyles.None, CultureInfo.InvariantCulture, out var n) && n <= MostSequence
                    ? n
                    : 0
            )
            .DefaultIfEmpty(0)
            .Max();
        return $"{(letters.Length > 0 ? letters : "B")}{year}{last + 1:000}";
    }

    private static bool Same(BatchCommand a, BatchCommand b) =>
        JsonSerializer.Serialize(a, AmberJson.Options) == JsonSerializer.Serialize(b, AmberJson.Options);
}
