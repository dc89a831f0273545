using System.Text.Json;
using System.Text.Json.Nodes;
using AmberPantry.Core;
using AmberPantry.Core.Formulas;
using AmberPantry.Data.Copy;
using Microsoft.EntityFrameworkCore;

namespace AmberPantry.Data.Formulas;

internal sealed class FormulaCopy : CopyPart<FormulaRow>
{
    public override string Name => "formulas";

    public override IReadOnlyList<string> WorkedOut =>
        [nameof(FormulaRow.Family), nameof(FormulaRow.NewestTrial), nameof(FormulaRow.NewestNumber), nameof(FormulaRow.TrialCount)];

    protected override IReadOnlyList<string> OwnIds => [nameof(FormulaRow.Id)];

    protected override IReadOnlyList<string> AddedLater =>
        [
            nameof(FormulaRow.ArchivedAt),
            nameof(FormulaRow.Tags),
            nameof(FormulaRow.SoldTrial),
            nameof(FormulaRow.SummerTrial),
            nameof(FormulaRow.WinterTrial),
        ];

    protected override IQueryable<FormulaRow> Ordered(PantryDb db) => db.Formulas.OrderBy(row => row.Id);

    protected override IQueryable<FormulaRow> Existing(CopyIn into, IReadOnlyList<FormulaRow> rows)
    {
        var names = rows.Select(row => row.Name).ToArray();
        return into.Db.Formulas.Where(row => names.Contains(row.Name));
    }

    protected override string KeyOf(FormulaRow row) => row.Name;

    protected override void Check(FormulaRow row, CopyIn into, string path)
    {
        row.Name = FormulaName.Check(row.Name, $"{path}.name");
        row.Tags = FormulaName.CheckTags(row.Tags, $"{path}.tags");
    }

    protected override void Added(CopyIn into, FormulaRow row) => into.Formulas[row.Name] = row.Id;
}

internal sealed class TrialCopy : OfFormulaCopy<TrialRow>
{
    private const int MostNumber = 9999;

    public override string Name => "trials";

    protected override IReadOnlyList<string> OwnIds => [nameof(TrialRow.Id), nameof(TrialRow.FormulaId)];

    protected override IReadOnlyList<string> AddedLater => [nameof(TrialRow.Notes), nameof(TrialRow.ArchivedAt), nameof(TrialRow.ReservedAt)];

    protected override IQueryable<TrialRow> Ordered(PantryDb db) => db.Trials.OrderBy(row => row.Id);

    protected override IQueryable<TrialRow> Existing(CopyIn into, IReadOnlyList<TrialRow> rows)
    {
        var formulas = rows.Select(row => row.FormulaId).Distinct().ToArray();
        return into.Db.Trials.Where(row => formulas.Contains(row.FormulaId));
    }

    protected override string KeyOf(TrialRow row) => $"{row.FormulaId}/{row.Number}";

    protected override string NameOf(TrialRow row) => $"trial {row.Number}: {row.Intent}";

    protected override int FormulaOf(TrialRow row) => row.FormulaId;

    protected override void SetFormula(TrialRow row, int formula) => row.FormulaId = formula;

    protected override void Check(TrialRow row, CopyIn into, string path)
    {
        TrialChecks.Position(row.EditAt, $"{path}.editAt");
        TrialChecks.Position(row.Revision, $"{path}.revision");
        if (row.Number is < 1 or > MostNumber)
        {
            throw new Refusal(Codes.Range, $"{path}.number", row.Number, $"{row.Number} is no number of a trial.", $"Give 1 to {MostNumber}.");
        }

        row.Intent = FormulaName.CheckIntent(row.Intent, $"{path}.intent");
        row.Notes = FormulaName.CheckNotes(row.Notes, $"{path}.notes");
        FormulaCheck.Check(row.Content, into.Shelf, $"{path}.content");
    }

    protected override void Added(CopyIn into, TrialRow row) => into.Trials[(row.FormulaId, row.Number)] = row.Id;

    /// <summary>A trial that becomes as the copy says takes its history from there too.</summary>
    protected override async Task Replacing(CopyIn into, IReadOnlyList<TrialRow> changed)
    {
        var ids = changed.Select(row => row.Id).ToArray();
        await into.Db.TrialEdits.Where(row => ids.Contains(row.TrialId)).ExecuteDeleteAsync();
        await into.Db.SetAside.Where(row => ids.Contains(row.TrialId)).ExecuteDeleteAsync();
    }
}

internal static class TrialChecks
{
    private const int MostPosition = 1_000_000_000;

    /// <summary>How a copy names each trial.</summary>
    public static async Task<IReadOnlyDictionary<int, (string Formula, int Number)>> Names(PantryDb db) =>
        await db
            .Trials.Select(row => new
            {
                row.Id,
                row.Formula!.Name,
                row.Number,
            })
            .ToDictionaryAsync(row => row.Id, row => (row.Name, row.Number));

    /// <summary>Reads which formula a line belongs to.</summary>
    public static int Formula(CopyIn into, string name, string path) =>
        into.Formulas.TryGetValue(name.Trim(), out var id)
            ? id
            : throw new Refusal(Codes.UnknownId, path, name.Trim(), $"The copy holds no formula “{name.Trim()}”.", "Put that formula into the copy.");

    /// <summary>Writes the name of a trial into a line.</summary>
    public static void Refer(Utf8JsonWriter line, (string Formula, int Number) trial)
    {
        line.WriteString("formula", trial.Formula);
        line.WriteNumber("trial", trial.Number);
    }

    public static void Position(int position, string path)
    {
        if (position is < 0 or > MostPosition)
        {
            throw new Refusal(Codes.Range, path, position, $"{position} is no place in a history.", $"Give 0 to {MostPosition}.");
        }
    }

    /// <summary>Reads which trial a line belongs to.</summary>
    public static int Trial(CopyIn into, string formula, int number, string path) =>
        into.Formulas.TryGetValue(formula.Trim(), out var id) && into.Trials.TryGetValue((id, number), out var trial)
            ? trial
            : throw new Refusal(
                Codes.UnknownId,
                path,
                $"{formula}, trial {number}",
                $"The copy does not hold trial {number} of “{formula}”.",
                "Put that trial into the copy."
            );
}

/// <summary>Rows that belong to a formula, and name it.</summary>
internal abstract class OfFormulaCopy<TRow> : CopyPart<TRow>
    where TRow : class
{
    private Dictionary<int, string>? names;

    protected override async Task Prepare(PantryDb db) =>
        names = await db.Formulas.Select(row => new { row.Id, row.Name }).ToDictionaryAsync(row => row.Id, row => row.Name);

    protected abstract int FormulaOf(TRow row);

    protected abstract void SetFormula(TRow row, int formula);

    protected override void Refer(TRow row, Utf8JsonWriter line)
    {
        if (names is not null)
        {
            line.WriteString("formula", names[FormulaOf(row)]);
        }
    }

    protected override void Resolve(CopyIn into, JsonObject line, TRow row) =>
        SetFormula(row, TrialChecks.Formula(into, Named<string>(into, line, "formula"), Path(into, "formula")));
}

/// <summary>Rows that belong to a trial, and name it by formula and number.</summary>
internal abstract class OfTrialCopy<TRow> : CopyPart<TRow>
    where TRow : class
{
    private IReadOnlyDictionary<int, (string Formula, int Number)>? names;

    protected override async Task Prepare(PantryDb db) => names = await TrialChecks.Names(db);

    protected abstract int TrialOf(TRow row);

    protected abstract void SetTrial(TRow row, int trial);

    protected override void Refer(TRow row, Utf8JsonWriter line)
    {
        if (names is not null)
        {
            TrialChecks.Refer(line, names[TrialOf(row)]);
        }
    }

    protected override void Resolve(CopyIn into, JsonObject line, TRow row)
    {
        names = null;
        SetTrial(row, TrialChecks.Trial(into, Named<string>(into, line, "formula"), Named<int>(into, line, "trial"), Path(into, "trial")));
    }
}

internal sealed class TrialEditCopy : OfTrialCopy<TrialEditRow>
{
    private const int LongestDid = 1000;

    public override string Name => "trial-edits";

    protected override IReadOnlyList<string> OwnIds => [nameof(TrialEditRow.Id), nameof(TrialEditRow.TrialId)];

    protected override IQueryable<TrialEditRow> Ordered(PantryDb db) => db.TrialEdits.OrderBy(row => row.Id);

    protected override IQueryable<TrialEditRow> Existing(CopyIn into, IReadOnlyList<TrialEditRow> rows)
    {
        var trials = rows.Select(row => row.TrialId).Distinct().ToArray();
        return into.Db.TrialEdits.Where(row => trials.Contains(row.TrialId));
    }

    protected override string KeyOf(TrialEditRow row) => $"{row.TrialId}/{row.Position}";

    protected override string NameOf(TrialEditRow row) => row.Did;

    protected override int TrialOf(TrialEditRow row) => row.TrialId;

    protected override void SetTrial(TrialEditRow row, int trial) => row.TrialId = trial;

    protected override void Check(TrialEditRow row, CopyIn into, string path)
    {
        TrialChecks.Position(row.Position, $"{path}.position");
        if (row.Did.Length > LongestDid)
        {
            throw new Refusal(Codes.Range, $"{path}.did", row.Did, "That is too long for the name of a change.", $"Keep it to {LongestDid} letters.");
        }

        FormulaCheck.Check(row.Content, into.Shelf, $"{path}.content");
    }
}

internal sealed class TrialCommandCopy : OfTrialCopy<TrialCommandRow>
{
    public override string Name => "trial-commands";

    protected override IReadOnlyList<string> OwnIds => [nameof(TrialCommandRow.TrialId)];

    protected override IQueryable<TrialCommandRow> Ordered(PantryDb db) => db.TrialCommands.OrderBy(row => row.ArrivedAt);

    protected override IQueryable<TrialCommandRow> Existing(CopyIn into, IReadOnlyList<TrialCommandRow> rows)
    {
        var ids = rows.Select(row => row.Id).ToArray();
        return into.Db.TrialCommands.Where(row => ids.Contains(row.Id));
    }

    protected override string KeyOf(TrialCommandRow row) => row.Id.ToString();

    protected override int TrialOf(TrialCommandRow row) => row.TrialId;

    protected override void SetTrial(TrialCommandRow row, int trial) => row.TrialId = trial;
}

internal sealed class SetAsideCopy : OfTrialCopy<SetAsideRow>
{
    private const int LongestFinding = 200;

    public override string Name => "set-aside";

    protected override IReadOnlyList<string> OwnIds => [nameof(SetAsideRow.Id), nameof(SetAsideRow.TrialId)];

    protected override IQueryable<SetAsideRow> Ordered(PantryDb db) => db.SetAside.OrderBy(row => row.Id);

    protected override IQueryable<SetAsideRow> Existing(CopyIn into, IReadOnlyList<SetAsideRow> rows)
    {
        var trials = rows.Select(row => row.TrialId).Distinct().ToArray();
        return into.Db.SetAside.Where(row => trials.Contains(row.TrialId));
    }

    protected override string KeyOf(SetAsideRow row) => $"{row.TrialId}/{row.Finding}";

    protected override string NameOf(SetAsideRow row) => row.Finding;

    protected override int TrialOf(SetAsideRow row) => row.TrialId;

    protected override void SetTrial(SetAsideRow row, int trial) => row.TrialId = trial;

    protected override void Check(SetAsideRow row, CopyIn into, string path)
    {
        row.Reason = FormulaName.CheckIntent(row.Reason, $"{path}.reason");
        if (row.Finding.Length is 0 or > LongestFinding)
        {
            throw new Refusal(Codes.Range, $"{path}.finding", row.Finding, "That is no key of a finding.", $"Give 1 to {LongestFinding} letters.");
        }
    }
}

internal sealed class SplitCopy : OfFormulaCopy<SplitRow>
{
    public override string Name => "splits";

    protected override IReadOnlyList<string> OwnIds => [nameof(SplitRow.FormulaId)];

    protected override IQueryable<SplitRow> Ordered(PantryDb db) => db.Splits.OrderBy(row => row.StartedAt).ThenBy(row => row.Id);

    protected override IQueryable<SplitRow> Existing(CopyIn into, IReadOnlyList<SplitRow> rows)
    {
        var ids = rows.Select(row => row.Id).ToArray();
        return into.Db.Splits.Where(row => ids.Contains(row.Id));
    }

    protected override string KeyOf(SplitRow row) => row.Id.ToString();

    protected override int FormulaOf(SplitRow row) => row.FormulaId;

    protected override void SetFormula(SplitRow row, int formula) => row.FormulaId = formula;

    protected override void Check(SplitRow row, CopyIn into, string path)
    {
        for (var i = 0; i < row.Arms.Count; i++)
        {
            if (!into.Trials.ContainsKey((row.FormulaId, row.Arms[i].Trial)))
            {
                throw new Refusal(
                    Codes.UnknownId,
                    $"{path}.arms[{i}].trial",
                    row.Arms[i].Trial,
                    $"The copy does not hold trial {row.Arms[i].Trial} of the formula that was split.",
                    "Put that trial into the copy."
                );
            }
        }
    }
}
