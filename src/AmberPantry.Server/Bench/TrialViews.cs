using AmberPantry.Core.Formulas;
using AmberPantry.Data;
using AmberPantry.Data.Formulas;
using AmberPantry.Server.Hosting;
using AmberPantry.Server.House;
using Microsoft.EntityFrameworkCore;

namespace AmberPantry.Server.Bench;

/// <summary>What a trial stands for among those of its formula.</summary>
public enum TrialPart
{
    /// <summary>The one that is made to be sold.</summary>
    Sold,

    /// <summary>The mix for the warm months.</summary>
    Summer,

    /// <summary>The mix for the cold months.</summary>
    Winter,
}

/// <param name="StandsFor">What it was chosen for.</param>
public sealed record TrialBrief(
    int Id,
    int Number,
    string Intent,
    DateTime? MadeAt,
    DateTime ChangedAt,
    DateTime? ArchivedAt,
    IReadOnlyList<TrialPart> StandsFor
);

/// <summary>A cup of a split base.</summary>
/// <param name="Trial">Id of its trial.</param>
public sealed record SplitCupBrief(int Trial, int Number, string Code);

/// <summary>A base that was split.</summary>
public sealed record SplitBrief(Guid Id, DateTime StartedAt, decimal CupG, IReadOnlyList<SplitCupBrief> Cups);

public sealed record SetAside(string Finding, string Reason, double? Value);

/// <summary>One trial as the bench shows it.</summary>
public sealed record TrialView
{
    public required int Id { get; init; }

    public required int FormulaId { get; init; }

    public required string FormulaName { get; init; }

    public required int Number { get; init; }

    public required string Intent { get; init; }

    public required string Notes { get; init; }

    public required int Revision { get; init; }

    /// <summary>When a batch was first begun from it; it never changes after.</summary>
    public required DateTime? MadeAt { get; init; }

    public required DateTime ChangedAt { get; init; }

    public required DateTime? ArchivedAt { get; init; }

    /// <summary>When the formula itself was put out of the lists.</summary>
    public required DateTime? FormulaArchivedAt { get; init; }

    public required Formula Content { get; init; }

    /// <summary>The materials it names.</summary>
    public required IReadOnlyList<MaterialView> Materials { get; init; }

    /// <summary>What undo would take back; null when there is nothing.</summary>
    public required string? Undo { get; init; }

    /// <summary>What redo would do again.</summary>
    public required string? Redo { get; init; }

    /// <summary>Words by which the formula is found.</summary>
    public required IReadOnlyList<string> Tags { get; init; }

    /// <summary>Bases of the formula that were split, the newest first.</summary>
    public required IReadOnlyList<SplitBrief> Splits { get; init; }

    /// <summary>All trials of the formula, oldest first.</summary>
    public required IReadOnlyList<TrialBrief> Trials { get; init; }

    public required IReadOnlyList<SetAside> SetAside { get; init; }

    /// <summary>Lots made from it, the newest thirty.</summary>
    public required IReadOnlyList<string> Lots { get; init; }
}

internal static class TrialViews
{
    private const int MostLots = 30;

    /// <exception cref="NotThereException">When there is no such trial.</exception>
    public static async Task<TrialView> Get(PantryDb db, int id, OpenWorkshop open)
    {
        var trial = await db.Trials.AsNoTracking().Include(row => row.Formula).FirstOrDefaultAsync(row => row.Id == id)
            ?? throw new NotThereException("That trial");
        var near = await db
            .TrialEdits.AsNoTracking()
            .Where(edit => edit.TrialId == id && edit.Position >= trial.EditAt - 1 && edit.Position <= trial.EditAt + 1)
            .Select(edit => new { edit.Position, edit.Did })
            .ToDictionaryAsync(edit => edit.Position, edit => edit.Did is { } did ? open.Say.Text(did) : null);
        var siblings = await Siblings(db, trial.Formula!);
        var ids = siblings.ToDictionary(sibling => sibling.Number, sibling => sibling.Id);
        var splits = await db
            .Splits.AsNoTracking()
            .Where(row => row.FormulaId == trial.FormulaId)
            .OrderByDescending(row => row.StartedAt)
            .ToListAsync();
        var aside = await db
            .SetAside.AsNoTracking()
            .Where(row => row.TrialId == id)
            .OrderBy(row => row.Id)
            .Select(row => new SetAside(row.Finding, row.Reason, row.Value))
            .ToListAsync();
        var lots = trial.MadeAt is null
            ? []
            : await db
                .Batches.AsNoTracking()
                .Where(batch => batch.TrialId == id)
                .OrderByDescending(batch => batch.Id)
                .Take(MostLots)
                .Select(batch => batch.Lot)
                .ToListAsync();
        var free = trial.MadeAt is null;
        return new TrialView
        {
            Id = trial.Id,
            FormulaId = trial.FormulaId,
            FormulaName = trial.Formula!.Name,
            Number = trial.Number,
            Intent = trial.Intent,
            Notes = trial.Notes,
            Revision = trial.Revision,
            MadeAt = trial.MadeAt,
            ChangedAt = trial.ChangedAt,
            ArchivedAt = trial.ArchivedAt,
            FormulaArchivedAt = trial.Formula.ArchivedAt,
            Content = trial.Content,
            Materials = MaterialEndpoints.In(trial.Content, open),
            Undo = free && near.ContainsKey(trial.EditAt - 1) ? near.GetValueOrDefault(trial.EditAt) : null,
            Redo = free ? near.GetValueOrDefault(trial.EditAt + 1) : null,
            Tags = trial.Formula.Tags,
            Splits =
            [
                .. splits.Select(split => new SplitBrief(
                    split.Id,
                    split.StartedAt,
                    split.CupG,
                    [.. split.Arms.Where(arm => ids.ContainsKey(arm.Trial)).Select(arm => new SplitCupBrief(ids[arm.Trial], arm.Trial, arm.Code))]
                )),
            ],
            Trials = siblings,
            SetAside = aside,
            Lots = [.. lots.Order(StringComparer.Ordinal)],
        };
    }

    /// <summary>All trials of a formula, oldest first.</summary>
    public static async Task<IReadOnlyList<TrialBrief>> Siblings(PantryDb db, FormulaRow formula) =>
        [
            .. (
                await db
                    .Trials.AsNoTracking()
                    .Where(row => row.FormulaId == formula.Id)
                    .OrderBy(row => row.Number)
                    .Select(row => new
                    {
                        row.Id,
                        row.Number,
                        row.Intent,
                        row.MadeAt,
                        row.ChangedAt,
                        row.ArchivedAt,
                    })
                    .ToListAsync()
            ).Select(row => new TrialBrief(
                row.Id,
                row.Number,
                row.Intent,
                row.MadeAt,
                row.ChangedAt,
                row.ArchivedAt,
                StandsFor(formula, row.Number)
            )),
        ];

    public static IReadOnlyList<TrialPart> StandsFor(FormulaRow formula, int number) =>
        [.. Enum.GetValues<TrialPart>().Where(part => Chosen(formula, part) == number)];

    private static int? Chosen(FormulaRow formula, TrialPart part) =>
        part switch
        {
            TrialPart.Sold => formula.SoldTrial,
            TrialPart.Summer => formula.SummerTrial,
            _ => formula.WinterTrial,
        };
}
