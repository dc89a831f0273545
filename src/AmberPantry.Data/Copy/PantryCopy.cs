using System.Text.Json.Nodes;
using AmberPantry.Data.Batches;
using AmberPantry.Data.Formulas;
using AmberPantry.Data.House;
using AmberPantry.Data.Materials;
using AmberPantry.Data.Stock;
using Microsoft.EntityFrameworkCore;

namespace AmberPantry.Data.Copy;

/// <summary>Every kind of record in the order in which a copy holds them: what is pointed to stands before what points.</summary>
public static class PantryCopy
{
    /// <summary>A fresh set: parts remember names while they read.</summary>
    public static IReadOnlyList<CopyPart> Parts() =>
        [
            new HouseCopy(),
            new ReadingCopy(),
            new TomorrowCopy(),
            new MaterialCopy(),
            new MyNameCopy(),
            new LotCopy(),
            new LotMoveCopy(),
            new LotPictureCopy(),
            new FormulaCopy(),
            new TrialCopy(),
            new TrialEditCopy(),
            new TrialCommandCopy(),
            new SetAsideCopy(),
            new SplitCopy(),
            new BatchCopy(),
            new BatchStepCopy(),
            new BatchCommandCopy(),
            new ObservationCopy(),
        ];

    /// <summary>Takes a whole copy in: new records are added, changed ones become as the copy says, the rest stays. All or nothing.</summary>
    /// <param name="lines">The lines of a part by its name; empty where the copy has none.</param>
    /// <param name="keep">Left out, it is only worked out what would change.</param>
    /// <exception cref="Core.Refusal">For the first line that cannot be taken; then nothing is.</exception>
    public static async Task<IReadOnlyList<CopyCount>> TakeIn(
        PantryDb db,
        Func<string, IAsyncEnumerable<JsonObject>> lines,
        bool keep,
        IProgress<CopyProgress>? progress = null,
        CancellationToken stop = default
    )
    {
        db.ChangeTracker.AutoDetectChangesEnabled = false;
        await using var all = await db.Database.BeginTransactionAsync(stop);
        var into = new CopyIn(db);
        await into.Begin();
        var done = 0;
        foreach (var part in Parts())
        {
            into.Line = 0;
            await foreach (var chunk in lines(part.Name).Chunk(CopyPart.Chunk).WithCancellation(stop))
            {
                await part.In(into, chunk);
                done += chunk.Length;
                progress?.Report(new CopyProgress(part.Name, done));
                stop.ThrowIfCancellationRequested();
            }
        }

        await LotMoveCopy.SumUp(db);
        await Briefs(db);
        if (keep)
        {
            BatchMapping.FillEvidence(db);
            await all.CommitAsync(stop);
        }

        return into.Counts;
    }

    /// <summary>What lists show of formulas and batches, worked out from the rows that came in.</summary>
    private static async Task Briefs(PantryDb db)
    {
        await db.Database.ExecuteSqlRawAsync(
            """
            UPDATE Formulas SET
                TrialCount = (SELECT count(*) FROM Trials WHERE FormulaId = Formulas.Id AND ArchivedAt IS NULL),
                NewestNumber = coalesce((SELECT max(Number) FROM Trials WHERE FormulaId = Formulas.Id AND ArchivedAt IS NULL), 0);
            UPDATE Formulas SET
                NewestTrial = coalesce((SELECT Id FROM Trials WHERE FormulaId = Formulas.Id AND Number = NewestNumber), 0),
                Family = coalesce(
                    (SELECT json_extract(Content, '$.family') FROM Trials WHERE FormulaId = Formulas.Id AND Number = NewestNumber), Family);
            UPDATE Batches SET
                ObservationCount = (SELECT count(*) FROM Observations WHERE BatchId = Batches.Id);
            """
        );
        BatchMapping.FillLooks(db);
    }
}
