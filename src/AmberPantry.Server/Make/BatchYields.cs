using AmberPantry.Core.Families;
using AmberPantry.Core.Making;
using AmberPantry.Core.Science.Yield;
using AmberPantry.Data;
using AmberPantry.Data.Batches;
using AmberPantry.Server.House;
using Microsoft.EntityFrameworkCore;

namespace AmberPantry.Server.Make;

/// <summary>What batches before have filled and lost.</summary>
internal static class BatchYields
{
    /// <summary>So many batches back it is learnt from.</summary>
    private const int Latest = 12;

    /// <summary>Packs of the formula of a batch that were filled in the year before, its own left out.</summary>
    public static async Task<int> FilledInYear(PantryDb db, int batch, DateTime now)
    {
        var from = now.AddYears(-1);
        var formula = await db.Batches.Where(row => row.Id == batch).Select(row => row.Trial!.FormulaId).FirstOrDefaultAsync();
        return await db
            .Batches.Where(row => row.Trial!.FormulaId == formula && row.Id != batch && row.FinishedAt >= from)
            .SumAsync(row => row.UnitsMade)
            ?? 0;
    }

    /// <summary>What stays in pot and tools of such a mix, by the last batches that told; null where none has.</summary>
    public static async Task<LearntLoss?> Loss(PantryDb db, OpenWorkshop open, Family family)
    {
        var kind = FamilyRegistry.Usual.Get(family, "family").Loses;
        Family[] alike = [.. FamilyRegistry.Usual.All.Where(one => one.Loses == kind).Select(one => one.Family)];
        var rows = await db
            .Batches.AsNoTracking()
            .Where(row => alike.Contains(row.Family) && row.Filling != null && row.GivenUpFor == null)
            .OrderByDescending(row => row.FinishedAt)
            .Take(Latest)
            .Include(row => row.Done)
            .ToListAsync();
        LossRecord[] told =
        [
            .. rows.Select(row => row.ToBatch())
                .Select(batch => (batch, Loss: Filling.LossOf(batch, open.Workshop)))
                .Where(one => one.Loss is not null)
                .Select(one => new LossRecord(one.batch.AsWeighed.Batch.Grams, one.Loss!.Value)),
        ];
        return told.Length == 0 ? null : LearntLoss.Of(kind, told);
    }
}
