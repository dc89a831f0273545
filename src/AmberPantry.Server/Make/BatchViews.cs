using AmberPantry.Core.Assessment;
using AmberPantry.Core.Composition;
using AmberPantry.Core.Making;
using AmberPantry.Core.Materials;
using AmberPantry.Data;
using AmberPantry.Server.Hosting;
using AmberPantry.Server.House;
using Microsoft.EntityFrameworkCore;

namespace AmberPantry.Server.Make;

public sealed record BatchBrief(
    int Id, string Lot, string FormulaName, int TrialId, int TrialNumber, DateTime StartedAt, DateTime TouchedAt, DateTime? FinishedAt,
    int AtStep, int Steps, StepKind AtKind, string AtTitle, decimal BatchG, int? UnitsMade, int? UnitsLeft, int Observations);

/// <param name="OffG">Weighed − planned.</param>
public sealed record DeviationView(string Material, decimal PlannedPercent, decimal TruePercent, decimal PlannedG, decimal? WeighedG, decimal? OffG);

public sealed record ObservationView(int Id, DateTime At, ObservationKind Kind, double? TemperatureC, double? Value, double? Said, string Text);

/// <param name="PotG">What is in the pot so far, grams.</param>
/// <param name="Deviations">Planned against weighed, one for each line.</param>
/// <param name="SaidSlumpC">Slump said of the batch as weighed so far, °C.</param>
public sealed record BatchView(
    int Id, string Lot, string FormulaName, int TrialId, int TrialNumber, string Intent, DateTime StartedAt, DateTime TouchedAt, DateTime? FinishedAt, int AtStep,
    IReadOnlyList<MakeStep> Steps, IReadOnlyList<StepDone> Done, Formula Content, decimal PotG, IReadOnlyList<DeviationView> Deviations,
    IReadOnlyList<LandmarkReading> Said, string SaidSentence, double? SaidSlumpC, double? SlumpC, double WorkroomC, double? HumidityPercent,
    int? UnitsMade, int? UnitsLeft, StockPlace Place, string Notes, string Unit, IReadOnlyList<ObservationView> Observations, string Colour);

internal static class BatchViews
{
    /// <summary>Batches that have been begun and not finished, the last touched first.</summary>
    public static async Task<IReadOnlyList<BatchBrief>> Open(PantryDb db) =>
        [.. (await All(db)).Where(batch => batch.FinishedAt is null).OrderByDescending(batch => batch.TouchedAt)];

    public static async Task<IReadOnlyList<BatchBrief>> All(PantryDb db) => Briefs(await Rows(db));

    /// <summary>Every batch with its formula and observations, the last begun first.</summary>
    public static Task<List<BatchRow>> Rows(PantryDb db) =>
        db.Batches.AsNoTracking().Include(row => row.Trial!.Formula).Include(row => row.Observations).OrderByDescending(row => row.StartedAt).ThenByDescending(row => row.Id).ToListAsync();

    public static IReadOnlyList<BatchBrief> Briefs(IEnumerable<BatchRow> rows) =>
        [.. rows.Select(row => new BatchBrief(
            row.Id, row.Lot, row.Trial!.Formula!.Name, row.TrialId, row.Trial.Number, row.StartedAt, row.TouchedAt, row.FinishedAt, row.AtStep, row.Steps.Count,
            row.Steps[Math.Min(row.AtStep, row.Steps.Count - 1)].Kind, row.Steps[Math.Min(row.AtStep, row.Steps.Count - 1)].Title,
            row.Content.Batch.Grams, row.UnitsMade, row.UnitsLeft, row.Observations.Count))];

    /// <exception cref="NotThereException">When there is no such batch.</exception>
    /// <exception cref="Refusal">E_RANGE when it has no such step.</exception>
    public static async Task<BatchRow> Row(PantryDb db, int id, int step)
    {
        var batch = await db.Batches.Include(row => row.Done).FirstOrDefaultAsync(row => row.Id == id) ?? throw new NotThereException("That batch");
        return step >= 0 && step < batch.Steps.Count
            ? batch
            : throw new Refusal("E_RANGE", "step", step, $"Lot {batch.Lot} has no step {step}.", $"Use 0 to {batch.Steps.Count - 1}.");
    }

    public static async Task<BatchView> Keep(PantryDb db, WorkshopKeeper keeper, PantryClock clock, BatchRow batch)
    {
        batch.TouchedAt = clock.Now;
        batch.Revision++;
        await db.SaveChangesAsync();
        return await Get(db, keeper, batch.Id);
    }

    public static async Task<BatchView> Get(PantryDb db, WorkshopKeeper keeper, int id)
    {
        var row = await db.Batches.AsNoTracking().Include(batch => batch.Trial!.Formula).Include(batch => batch.Done).Include(batch => batch.Observations).AsSplitQuery().FirstOrDefaultAsync(batch => batch.Id == id)
            ?? throw new NotThereException("That batch");
        var open = keeper.Open;
        StepDone[] done = [.. row.Done.OrderBy(one => one.Index).Select(one => one.ToStep())];
        var pot = BatchRecord.Pot(row.Content, row.Steps, done);
        var weighed = BatchRecord.AsWeighed(row.Content, row.Steps, done);
        var said = open.Assessor.Assess(weighed);
        var deviations = row.Content.Lines.Select((line, i) => new DeviationView(
            open.Shelf.Find(line.Material)?.Name ?? line.Material, line.Percent, weighed.Lines[i].Percent, pot[i].PlannedG, pot[i].WeighedG, pot[i].WeighedG - pot[i].PlannedG)).ToArray();
        return new BatchView(
            row.Id, row.Lot, row.Trial!.Formula!.Name, row.TrialId, row.Trial.Number, row.Trial.Intent, row.StartedAt, row.TouchedAt, row.FinishedAt, row.AtStep,
            row.Steps, done, row.Content, pot.Sum(line => line.WeighedG ?? 0), deviations, said.Landmarks, said.Sentence, said.SlumpC, row.SlumpC,
            row.WorkroomC, row.HumidityPercent, row.UnitsMade, row.UnitsLeft, row.Place, row.Notes, open.Workshop.FindContainer(row.Content.Batch.Container)?.Unit ?? "container",
            [.. row.Observations.OrderBy(seen => seen.At).ThenBy(seen => seen.Id).Select(seen => new ObservationView(seen.Id, seen.At, seen.Kind, seen.TemperatureC, seen.Value, seen.Said, seen.Text))],
            PotColour.Of(row.Content, open.Shelf));
    }
}
