using AmberPantry.Core;
using AmberPantry.Core.Formulas;
using AmberPantry.Core.Logbook;
using AmberPantry.Core.Making;
using AmberPantry.Core.Materials;
using AmberPantry.Core.Workshops;
using AmberPantry.Data.Materials;
using Microsoft.EntityFrameworkCore;

namespace AmberPantry.Data.Batches;

/// <summary>Between a batch and its rows.</summary>
public static class BatchMapping
{
    /// <summary>The batch; <see cref="BatchRow.Done"/> and <see cref="BatchRow.Observations"/> must have been read.</summary>
    public static Batch ToBatch(this BatchRow row) =>
        new()
        {
            Lot = row.Lot,
            Content = row.Content,
            Steps = row.Steps,
            AtStep = row.AtStep,
            StartedAt = row.StartedAt,
            TouchedAt = row.TouchedAt,
            FinishedAt = row.FinishedAt,
            Done = [.. row.Done.Select(ToDone).OrderBy(done => done.DoneAt)],
            Observations = [.. row.Observations.OrderBy(seen => seen.At).ThenBy(seen => seen.Id).Select(ToObservation)],
            SlumpC = row.SlumpC,
            UnitsMade = row.UnitsMade,
            UnitsLeft = row.UnitsLeft,
            Filling = row.Filling,
            Place = row.Place,
            Notes = row.Notes,
            GivenUpFor = row.GivenUpFor,
            ArchivedAt = row.ArchivedAt,
            Corrections = row.Corrections,
            StockMoves = row.StockMoves,
            Readings = row.Readings,
            Lots = row.Lots,
            Answers = row.Answers,
            Evidence = row.Evidence,
        };

    /// <summary>Writes a batch into its rows.</summary>
    public static void Take(this BatchRow row, Batch batch, MaterialShelf shelf)
    {
        (row.Content, row.Steps, row.AtStep) = (batch.Content, batch.Steps, batch.AtStep);
        (row.StartedAt, row.TouchedAt, row.FinishedAt) = (batch.StartedAt, batch.TouchedAt, batch.FinishedAt);
        (row.SlumpC, row.UnitsMade, row.UnitsLeft, row.Place, row.Notes) = (batch.SlumpC, batch.UnitsMade, batch.UnitsLeft, batch.Place, batch.Notes);
        (row.Filling, row.GivenUpFor, row.ArchivedAt) = (batch.Filling, batch.GivenUpFor, batch.ArchivedAt);
        (row.Corrections, row.StockMoves, row.Readings) = (batch.Corrections, batch.StockMoves, batch.Readings);
        (row.Lots, row.Answers, row.Evidence) = (batch.Lots, batch.Answers, batch.Evidence);
        Merge(row.Done, batch.Done, one => one.Step, done => done.Step, done => new BatchStepRow { Step = done.Step }, Fill);
        Merge(row.Observations, batch.Observations, one => one.Id, seen => seen.Id, seen => new ObservationRow { Id = seen.Id }, Fill);
        row.TakeBrief(batch, PotColour.Of(batch.Content, shelf));
    }

    /// <summary>Batches that are looked back at.</summary>
    public const int MostLearntFrom = 400;

    /// <summary>The columns that lists show.</summary>
    public static void TakeBrief(this BatchRow row, Batch batch, string colour)
    {
        var at = batch.Steps.ToList().FindIndex(step => step.Id == batch.AtStep);
        (row.Family, row.BatchUg, row.Container) = (batch.Content.Family, Micrograms.Of(batch.Content.Batch.Grams), batch.Content.Batch.Container);
        (row.AtIndex, row.AtKind, row.AtTitle, row.StepCount) = (at, batch.Steps[at].Kind, batch.Steps[at].Title, batch.Steps.Count);
        row.ObservationCount = batch.Observations.Count;
        row.LookAt = EvaluationPoint.NextAt(batch);
        row.Colour = colour;
    }

    /// <summary>Works out the colours of batches that were begun before colours were kept.</summary>
    internal static void FillColours(PantryDb db)
    {
        var shelf = db.Shelf();
        foreach (var id in db.Batches.Where(row => row.Colour == "").Select(row => row.Id).ToList())
        {
            string colour;
            try
            {
                colour = PotColour.Of(db.Batches.Where(row => row.Id == id).Select(row => row.Content).Single(), shelf);
            }
            catch (Exception error) when (error is Refusal || UnreadableException.IsIn(error))
            {
                colour = PotColour.Of(
                    new Formula
                    {
                        Family = default,
                        Lines = [],
                        Batch = new BatchSize(1),
                    },
                    shelf
                );
            }

            db.Batches.Where(row => row.Id == id).ExecuteUpdate(set => set.SetProperty(row => row.Colour, colour));
        }
    }

    /// <summary>Works out when finished batches are to be looked at next, by what is kept of them.</summary>
    internal static void FillLooks(PantryDb db)
    {
        var finished = db
            .Batches.Where(row => row.FinishedAt != null && row.GivenUpFor == null && row.ArchivedAt == null)
            .Select(row => new
            {
                row.Id,
                row.Family,
                row.FinishedAt,
                row.LookAt,
                Seen = row.Observations.Where(seen => seen.Kind != ObservationKind.Note).Max(seen => (DateTime?)seen.At),
            })
            .ToList();
        foreach (var row in finished)
        {
            var next = row.FinishedAt + EvaluationPoint.Next(row.Family, row.FinishedAt!.Value, row.Seen)?.After;
            if (next != row.LookAt)
            {
                db.Batches.Where(one => one.Id == row.Id).ExecuteUpdate(set => set.SetProperty(one => one.LookAt, next));
            }
        }
    }

    /// <summary>Finds what the last batches told that were kept without it.</summary>
    internal static void FillEvidence(PantryDb db)
    {
        var finder = new EvidenceFinder(db.Shelf(), db.House.AsNoTracking().SingleOrDefault()?.Settings.Workshop ?? new Workshop());
        var ids = db
            .Batches.FromSqlRaw("SELECT * FROM Batches WHERE Evidence = '[]'")
            .Where(row => row.FinishedAt != null && row.GivenUpFor == null)
            .OrderByDescending(row => row.FinishedAt)
            .Take(MostLearntFrom)
            .Select(row => row.Id)
            .ToList();
        foreach (var id in ids)
        {
            try
            {
                var row = db
                    .Batches.AsNoTracking()
                    .Include(one => one.Done)
                    .Include(one => one.Observations)
                    .AsSplitQuery()
                    .Single(one => one.Id == id);
                var evidence = finder.Of(row.ToBatch(), row.WorkroomC, row.HumidityPercent);
                db.Batches.Where(one => one.Id == id).ExecuteUpdate(set => set.SetProperty(one => one.Evidence, evidence));
            }
            catch (Exception error) when (error is Refusal || UnreadableException.IsIn(error))
            {
                // What cannot be read tells nothing; it is named where it is read.
            }
        }
    }

    private static StepDone ToDone(BatchStepRow row) =>
        new(row.Step, row.DoneAt, row.WeighedUg is { } micrograms ? Micrograms.Grams(micrograms) : null, row.TemperatureC, row.Note)
        {
            Scale = row.Scale,
            TareG = row.TareUg is { } tare ? Micrograms.Grams(tare) : null,
            Drops = row.Drops,
        };

    private static Observation ToObservation(ObservationRow row) =>
        new(row.Id, row.At, row.Kind, row.TemperatureC, row.Value, row.Said, row.Text) { Test = row.Test };

    private static void Fill(BatchStepRow row, StepDone done)
    {
        (row.DoneAt, row.TemperatureC, row.Note) = (done.DoneAt, done.TemperatureC, done.Note);
        row.WeighedUg = done.WeighedG is { } grams ? Micrograms.Of(grams) : null;
        row.TareUg = done.TareG is { } tare ? Micrograms.Of(tare) : null;
        (row.Scale, row.Drops) = (done.Scale, done.Drops);
    }

    private static void Fill(ObservationRow row, Observation seen) =>
        (row.At, row.Kind, row.TemperatureC, row.Value, row.Said, row.Text, row.Test) = (
            seen.At,
            seen.Kind,
            seen.TemperatureC,
            seen.Value,
            seen.Said,
            seen.Text,
            seen.Test
        );

    private static void Merge<TRow, T, TKey>(
        List<TRow> rows,
        IReadOnlyList<T> wanted,
        Func<TRow, TKey> keyOfRow,
        Func<T, TKey> key,
        Func<T, TRow> begin,
        Action<TRow, T> fill
    )
        where TKey : notnull
    {
        var keep = wanted.Select(key).ToHashSet();
        rows.RemoveAll(row => !keep.Contains(keyOfRow(row)));
        var there = rows.ToDictionary(keyOfRow);
        foreach (var one in wanted)
        {
            if (!there.TryGetValue(key(one), out var row))
            {
                row = begin(one);
                rows.Add(row);
            }

            fill(row, one);
        }
    }
}
