using System.Text.Json;
using System.Text.Json.Nodes;
using AmberPantry.Core;
using AmberPantry.Core.Formulas;
using AmberPantry.Core.Making;
using AmberPantry.Core.Workshops;
using AmberPantry.Data.Copy;
using AmberPantry.Data.Formulas;
using Microsoft.EntityFrameworkCore;

namespace AmberPantry.Data.Batches;

internal sealed class BatchCopy : CopyPart<BatchRow>
{
    private const int LongestLot = 40;
    private const int LongestName = 80;

    public override string Name => "batches";

    /// <summary>What lists show follows from the rest.</summary>
    public override IReadOnlyList<string> WorkedOut =>
        [
            nameof(BatchRow.Family),
            nameof(BatchRow.BatchUg),
            nameof(BatchRow.Container),
            nameof(BatchRow.Colour),
            nameof(BatchRow.AtIndex),
            nameof(BatchRow.AtKind),
            nameof(BatchRow.AtTitle),
            nameof(BatchRow.StepCount),
            nameof(BatchRow.ObservationCount),
            nameof(BatchRow.LookAt),
            nameof(BatchRow.Evidence),
        ];

    protected override IReadOnlyList<string> OwnIds => [nameof(BatchRow.Id), nameof(BatchRow.TrialId)];

    protected override IReadOnlyList<string> AddedLater =>
        [
            nameof(BatchRow.GivenUpFor),
            nameof(BatchRow.ArchivedAt),
            nameof(BatchRow.Corrections),
            nameof(BatchRow.StockMoves),
            nameof(BatchRow.Readings),
            nameof(BatchRow.Lots),
            nameof(BatchRow.Filling),
            nameof(BatchRow.Answers),
        ];

    private IReadOnlyDictionary<int, (string Formula, int Number)>? names;

    protected override async Task Prepare(PantryDb db) => names = await TrialChecks.Names(db);

    protected override IQueryable<BatchRow> Ordered(PantryDb db) => db.Batches.OrderBy(row => row.Id);

    protected override IQueryable<BatchRow> Existing(CopyIn into, IReadOnlyList<BatchRow> rows)
    {
        var lots = rows.Select(row => row.Lot).ToArray();
        return into.Db.Batches.Where(row => lots.Contains(row.Lot));
    }

    protected override string KeyOf(BatchRow row) => row.Lot;

    protected override void Refer(BatchRow row, Utf8JsonWriter line)
    {
        if (names is null)
        {
            // Within one file the id tells a change of trial as well as a name.
            line.WriteNumber("trial", row.TrialId);
            return;
        }

        TrialChecks.Refer(line, names[row.TrialId]);
    }

    protected override void Resolve(CopyIn into, JsonObject line, BatchRow row)
    {
        row.TrialId = TrialChecks.Trial(into, Named<string>(into, line, "formula"), Named<int>(into, line, "trial"), Path(into, "trial"));
    }

    protected override void Check(BatchRow row, CopyIn into, string path)
    {
        void Refuse(string field, object? value, string says, string remedy) =>
            throw new Refusal(Codes.Range, $"{path}.{field}", value, says, remedy);

        row.Lot = row.Lot.Trim();
        if (row.Lot.Length is 0 or > LongestLot)
        {
            Refuse("lot", row.Lot, "That is no lot number.", $"Give 1 to {LongestLot} letters.");
        }

        FormulaCheck.Check(row.Content, into.Shelf, $"{path}.content");
        CheckSteps(row, Refuse);
        RoomAir.CheckRecord(row.WorkroomC, row.HumidityPercent, $"{path}.");
        if (row.UnitsMade is < 0 or > Batch.MostUnits || row.UnitsLeft is < 0 || row.UnitsLeft > (row.UnitsMade ?? 0))
        {
            Refuse("unitsLeft", row.UnitsLeft, $"{row.UnitsLeft} left of {row.UnitsMade} cannot be.", $"Give 0 to {Batch.MostUnits}.");
        }

        if (row.FinishedAt is null && row.UnitsLeft is not null)
        {
            Refuse("unitsLeft", row.UnitsLeft, "A batch that is not finished has no stock.", "Leave it out, or say when it was finished.");
        }

        if (row.Filling is { } filling && (filling.Others is null || filling.Others.Any(one => one is null || one.Units is < 1 or > Batch.MostUnits)))
        {
            Refuse("filling", filling.Others?.Count, "What else was filled cannot be read.", $"Give 1 to {Batch.MostUnits} of each container.");
        }

        if (row.SlumpC is < -30 or > 150)
        {
            Refuse("slumpC", row.SlumpC, $"{row.SlumpC} °C is outside what can slump.", "Give −30 to 150 °C.");
        }

        if (row.Notes.Length > Batch.LongestNotes || row.SignedBy.Length > LongestName)
        {
            Refuse("notes", row.Notes, "The notes are too long.", $"Keep them to {Batch.LongestNotes} letters.");
        }

        if (row.GivenUpFor is { Length: 0 or > Batch.LongestReason } || (row.GivenUpFor is not null && row.FinishedAt is null))
        {
            Refuse("givenUpFor", row.GivenUpFor, "A batch that was given up has an end and a reason.", $"Give 1 to {Batch.LongestReason} letters.");
        }

        if (row.Readings.Count > Batch.MostReadings || row.Readings.Any(one => one is null || one.TemperatureC is < Batch.LeastC or > Batch.MostC))
        {
            Refuse("readings", row.Readings.Count, "What was read cannot be taken.", $"Give at most {Batch.MostReadings}, −30 to 150 °C each.");
        }

        if (row.Answers.Any(one => one is null || one.Says.Length > Batch.LongestReason || one.Minutes is < 0 or > Deviations.MostMinutes))
        {
            Refuse("answers", row.Answers.Count, "What was answered cannot be read.", $"Give at most {Batch.LongestReason} letters to each.");
        }

        if (row.Corrections.Any(one => one is null) || row.StockMoves.Any(move => move is null || move.Units is < 1 or > Batch.MostUnits))
        {
            Refuse("stockMoves", row.StockMoves.Count, "What was put right or taken cannot be read.", $"Give 1 to {Batch.MostUnits} units each.");
        }

        TrialChecks.Position(row.Revision, $"{path}.revision");
        row.TakeBrief(row.ToBatch(), PotColour.Of(row.Content, into.Shelf));
        row.Evidence = [];
    }

    protected override void Added(CopyIn into, BatchRow row) => into.Batches[row.Lot] = row.Id;

    protected override async Task Replacing(CopyIn into, IReadOnlyList<BatchRow> changed)
    {
        foreach (var row in changed)
        {
            row.TakeBrief(row.ToBatch(), PotColour.Of(row.Content, into.Shelf));
            row.Evidence = [];
        }

        var ids = changed.Select(row => row.Id).ToArray();
        await into.Db.BatchSteps.Where(row => ids.Contains(row.BatchId)).ExecuteDeleteAsync();
        await into.Db.Observations.Where(row => ids.Contains(row.BatchId)).ExecuteDeleteAsync();
    }

    private static void CheckSteps(BatchRow row, Action<string, object?, string, string> refuse)
    {
        const int MostSteps = 500;
        var ids = row.Steps.Where(step => step is not null).Select(step => step.Id).ToHashSet();
        if (row.Steps.Count is 0 or > MostSteps || ids.Count != row.Steps.Count || ids.Any(id => id.Length is 0 or > FormulaCheck.LongestKey))
        {
            refuse(
                "steps",
                row.Steps.Count,
                $"Lot {row.Lot} has no steps, too many, or two of one id.",
                $"Give 1 to {MostSteps} steps, each with an id of its own."
            );
        }

        if (!ids.Contains(row.AtStep))
        {
            refuse("atStep", row.AtStep, $"Lot {row.Lot} stands at a step that it does not have.", "Name one of its steps.");
        }

        foreach (var step in row.Steps)
        {
            if (step.TargetG is < 0 or > Batch.MostWeighedG || step.ToleranceG is < 0 or > Batch.MostWeighedG)
            {
                refuse("steps.targetG", step.TargetG, $"{step.TargetG} g cannot be weighed.", $"Give 0 to {Batch.MostWeighedG} g.");
            }

            if (step.FromC is < Batch.LeastC or > Batch.MostC || step.ToC is < Batch.LeastC or > Batch.MostC)
            {
                refuse(
                    "steps.fromC",
                    step.FromC,
                    "The temperatures of a step are out of reach.",
                    $"Give {Wording.Number(Batch.LeastC, "0")} to {Batch.MostC} °C."
                );
            }

            if (step.Line is { } line && row.Content.Lines.All(one => one.Id != line))
            {
                refuse("steps.line", line, $"A step weighs line {line}, which the formula does not have.", "Name one of its lines.");
            }
        }
    }
}

/// <summary>Rows that belong to a batch, and name it by its lot.</summary>
internal abstract class OfBatchCopy<TRow> : CopyPart<TRow>
    where TRow : class
{
    private Dictionary<int, string>? lots;

    protected override async Task Prepare(PantryDb db) =>
        lots = await db.Batches.Select(row => new { row.Id, row.Lot }).ToDictionaryAsync(row => row.Id, row => row.Lot);

    protected abstract int BatchOf(TRow row);

    protected abstract void SetBatch(TRow row, int batch);

    protected override void Refer(TRow row, Utf8JsonWriter line)
    {
        if (lots is not null)
        {
            line.WriteString("lot", lots[BatchOf(row)]);
        }
    }

    protected override void Resolve(CopyIn into, JsonObject line, TRow row)
    {
        lots = null;
        var lot = Named<string>(into, line, "lot").Trim();
        SetBatch(
            row,
            into.Batches.TryGetValue(lot, out var id)
                ? id
                : throw new Refusal(Codes.UnknownId, Path(into, "lot"), lot, $"The copy holds no lot {lot}.", "Put that batch into the copy.")
        );
    }
}

internal sealed class BatchStepCopy : OfBatchCopy<BatchStepRow>
{
    public override string Name => "batch-steps";

    protected override IReadOnlyList<string> OwnIds => [nameof(BatchStepRow.Id), nameof(BatchStepRow.BatchId)];

    protected override IReadOnlyList<string> AddedLater => [nameof(BatchStepRow.Scale), nameof(BatchStepRow.TareUg), nameof(BatchStepRow.Drops)];

    protected override IQueryable<BatchStepRow> Ordered(PantryDb db) => db.BatchSteps.OrderBy(row => row.Id);

    protected override IQueryable<BatchStepRow> Existing(CopyIn into, IReadOnlyList<BatchStepRow> rows)
    {
        var batches = rows.Select(row => row.BatchId).Distinct().ToArray();
        return into.Db.BatchSteps.Where(row => batches.Contains(row.BatchId));
    }

    protected override string KeyOf(BatchStepRow row) => $"{row.BatchId}/{row.Step}";

    protected override string NameOf(BatchStepRow row) => row.Step;

    protected override int BatchOf(BatchStepRow row) => row.BatchId;

    protected override void SetBatch(BatchStepRow row, int batch) => row.BatchId = batch;

    protected override void Check(BatchStepRow row, CopyIn into, string path)
    {
        if (row.Step.Length is 0 or > FormulaCheck.LongestKey)
        {
            throw new Refusal(Codes.Range, $"{path}.step", row.Step, "That is no id of a step.", $"Give 1 to {FormulaCheck.LongestKey} letters.");
        }

        if (row.WeighedUg is < 0 or > (long)Batch.MostWeighedG * Micrograms.PerGram)
        {
            throw new Refusal(
                Codes.Range,
                $"{path}.weighedUg",
                row.WeighedUg,
                $"{row.WeighedUg} µg cannot have been weighed.",
                $"Give 0 to {Batch.MostWeighedG} g."
            );
        }

        if (row.Scale?.Length > Batch.LongestScale || row.TareUg is < 0 || row.Drops is < 1 or > Batch.MostDrops)
        {
            throw new Refusal(
                Codes.Range,
                $"{path}.drops",
                row.Drops,
                "How it was weighed cannot be read.",
                $"Give a short name of the scale, a tare from 0 and 1 to {Batch.MostDrops} drops."
            );
        }

        if (row.TemperatureC is < Batch.LeastC or > Batch.MostC || row.Note?.Length > Batch.LongestNote)
        {
            throw new Refusal(
                Codes.Range,
                $"{path}.temperatureC",
                row.TemperatureC,
                "What was recorded is out of reach.",
                $"Give {Wording.Number(Batch.LeastC, "0")} to {Batch.MostC} °C and a short note."
            );
        }
    }
}

internal sealed class BatchCommandCopy : OfBatchCopy<BatchCommandRow>
{
    public override string Name => "batch-commands";

    protected override IReadOnlyList<string> OwnIds => [nameof(BatchCommandRow.BatchId)];

    protected override IQueryable<BatchCommandRow> Ordered(PantryDb db) => db.BatchCommands.OrderBy(row => row.ArrivedAt).ThenBy(row => row.Id);

    protected override IQueryable<BatchCommandRow> Existing(CopyIn into, IReadOnlyList<BatchCommandRow> rows)
    {
        var ids = rows.Select(row => row.Id).ToArray();
        return into.Db.BatchCommands.Where(row => ids.Contains(row.Id));
    }

    protected override string KeyOf(BatchCommandRow row) => row.Id.ToString();

    protected override int BatchOf(BatchCommandRow row) => row.BatchId;

    protected override void SetBatch(BatchCommandRow row, int batch) => row.BatchId = batch;
}

internal sealed class ObservationCopy : OfBatchCopy<ObservationRow>
{
    public override string Name => "observations";

    protected override IReadOnlyList<string> OwnIds => [nameof(ObservationRow.BatchId)];

    protected override IReadOnlyList<string> AddedLater => [nameof(ObservationRow.Test)];

    protected override IQueryable<ObservationRow> Ordered(PantryDb db) => db.Observations.OrderBy(row => row.At).ThenBy(row => row.Id);

    protected override IQueryable<ObservationRow> Existing(CopyIn into, IReadOnlyList<ObservationRow> rows)
    {
        var ids = rows.Select(row => row.Id).ToArray();
        return into.Db.Observations.Where(row => ids.Contains(row.Id));
    }

    protected override string KeyOf(ObservationRow row) => row.Id.ToString();

    protected override string NameOf(ObservationRow row) => row.Text.Length > 0 ? row.Text : row.Kind.ToString();

    protected override int BatchOf(ObservationRow row) => row.BatchId;

    protected override void SetBatch(ObservationRow row, int batch) => row.BatchId = batch;

    protected override void Check(ObservationRow row, CopyIn into, string path)
    {
        if (row.Test is { } key)
        {
            var test = UseTest.All.GetValueOrDefault(key)
                ?? throw new Refusal(
                    Codes.UnknownId,
                    $"{path}.test",
                    key,
                    $"“{key}” is no test known here.",
                    $"Give one of: {string.Join(", ", UseTest.All.Keys)}."
                );
            if (!(row.Value >= test.Least && row.Value <= test.Most) || row.Text.Length > Batch.LongestNote)
            {
                throw new Refusal(
                    Codes.Range,
                    $"{path}.value",
                    row.Value,
                    $"{test.Title} cannot be that.",
                    $"Give {test.Least} to {test.Most} and a short text."
                );
            }

            return;
        }

        if (row.Value is < -30 or > 150 || row.TemperatureC is < -30 or > 150 || row.Said is < -30 or > 150 || row.Text.Length > Batch.LongestNote)
        {
            throw new Refusal(
                Codes.Range,
                $"{path}.value",
                row.Value,
                "What was seen is out of reach.",
                "Give temperatures from −30 to 150 °C and a short text."
            );
        }
    }
}
