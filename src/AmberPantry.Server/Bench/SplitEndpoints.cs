using System.Security.Cryptography;
using AmberPantry.Core;
using AmberPantry.Core.Formulas;
using AmberPantry.Core.Science.Trials;
using AmberPantry.Core.Workshops;
using AmberPantry.Data;
using AmberPantry.Data.Formulas;
using AmberPantry.Server.Hosting;
using AmberPantry.Server.House;
using Microsoft.EntityFrameworkCore;

namespace AmberPantry.Server.Bench;

/// <summary>A cup beside the control: a trial that is there, or one begun from the control with a change.</summary>
/// <param name="Trial">Id of a trial of the same formula; null where the cup is a change.</param>
/// <param name="Edits">The change.</param>
/// <param name="Intent">What the change is after; left out, the change itself is named.</param>
public sealed record SplitCupAsked(int? Trial = null, IReadOnlyList<FormulaEdit>? Edits = null, string? Intent = null);

/// <param name="Arms">The cups beside the control.</param>
/// <param name="GramsPerArm">Grams in each cup.</param>
public sealed record SplitAsked(IReadOnlyList<SplitCupAsked> Arms, decimal GramsPerArm);

/// <param name="Id">Id of the command and of the split; sent again, it is answered and not done again.</param>
public sealed record StartSplit(Guid Id, IReadOnlyList<SplitCupAsked> Arms, decimal GramsPerArm);

/// <summary>A split base as it is made, with the code of each cup.</summary>
/// <param name="Codes">In the order of the cups; empty while it is only planned.</param>
/// <param name="Trials">Ids of the trials of the cups, where they are there.</param>
public sealed record SplitView(SplitPlan Plan, IReadOnlyList<string> Codes, IReadOnlyList<int> Trials);

/// <summary>One base, cups with one change each, and a control.</summary>
public static class SplitEndpoints
{
    public static void Map(RouteGroupBuilder trials)
    {
        trials.MapPost("/{id:int}/split/plan", Plan);
        trials.MapPost("/{id:int}/split", Start);
        trials.MapGet("/splits/{id:guid}", Get);
    }

    private static async Task<SplitView> Plan(int id, SplitAsked asked, PantryDb db, WorkshopKeeper keeper)
    {
        var control = await Control(db, id);
        var open = keeper.Open;
        var mixes = await Mixes(db, control, asked.Arms, keeper);
        return new SplitView(SplitBase.Plan([.. mixes.Select(mix => mix.Mix)], asked.GramsPerArm, open.Shelf, open.Workshop), [], []);
    }

    /// <summary>Begins the trials of the changes, draws the codes and keeps the split, all or nothing.</summary>
    private static async Task<SplitView> Start(int id, StartSplit start, PantryDb db, WorkshopKeeper keeper, PantryClock clock)
    {
        await db.Command(async () =>
        {
            if (await db.Splits.AnyAsync(row => row.Id == start.Id))
            {
                return true;
            }

            var control = await Control(db, id);
            var open = keeper.Open;
            var mixes = await Mixes(db, control, start.Arms, keeper);
            SplitBase.Plan([.. mixes.Select(mix => mix.Mix)], start.GramsPerArm, open.Shelf, open.Workshop);
            var numbers = new List<int>();
            foreach (var mix in mixes)
            {
                var trial = mix.Trial
                    ?? await TrialKeeper.Add(db, control.Formula!, mix.Mix.Formula, mix.Intent, $"begun from trial {control.Number}", clock.Now);
                numbers.Add(trial.Number);
            }

            var codes = PotCodes.Draw(numbers.Count, RandomNumberGenerator.GetInt32(int.MaxValue));
            db.Splits.Add(
                new SplitRow
                {
                    Id = start.Id,
                    FormulaId = control.FormulaId,
                    StartedAt = clock.Now,
                    CupG = start.GramsPerArm,
                    Arms = [.. numbers.Zip(codes, (number, code) => new SplitArm(number, code))],
                }
            );
            return true;
        });
        return await Get(start.Id, db, keeper);
    }

    private static async Task<SplitView> Get(Guid id, PantryDb db, WorkshopKeeper keeper)
    {
        var split = await db.Splits.AsNoTracking().FirstOrDefaultAsync(row => row.Id == id) ?? throw new NotThereException("That split");
        var numbers = split.Arms.Select(arm => arm.Trial).ToArray();
        var rows = await db.Trials.AsNoTracking().Where(row => row.FormulaId == split.FormulaId && numbers.Contains(row.Number)).ToListAsync();
        var trials = numbers.Select(number => rows.Single(row => row.Number == number)).ToArray();
        var open = keeper.Open;
        return new SplitView(
            SplitBase.Plan([.. trials.Select(trial => new SplitMix($"Trial {trial.Number}", trial.Content))], split.CupG, open.Shelf, open.Workshop),
            [.. split.Arms.Select(arm => arm.Code)],
            [.. trials.Select(trial => trial.Id)]
        );
    }

    private static async Task<TrialRow> Control(PantryDb db, int id) =>
        await db.Trials.Include(row => row.Formula).FirstOrDefaultAsync(row => row.Id == id) ?? throw new NotThereException("That trial");

    private static async Task<IReadOnlyList<(SplitMix Mix, TrialRow? Trial, string Intent)>> Mixes(
        PantryDb db,
        TrialRow control,
        IReadOnlyList<SplitCupAsked> arms,
        WorkshopKeeper keeper
    )
    {
        var mixes = new List<(SplitMix, TrialRow?, string)> { (new SplitMix($"Trial {control.Number}", control.Content), control, "") };
        if (arms.Count >= SplitBase.Most)
        {
            throw new Refusal(
                Codes.Range,
                "arms",
                arms.Count,
                $"{arms.Count} cups beside the control are too many.",
                $"Choose up to {SplitBase.Most - 1}."
            );
        }

        for (var i = 0; i < arms.Count; i++)
        {
            var arm = arms[i];
            if (arm.Trial is { } id)
            {
                var trial = await db.Trials.FirstOrDefaultAsync(row => row.Id == id && row.FormulaId == control.FormulaId)
                    ?? throw new Refusal(
                        Codes.UnknownId,
                        $"arms[{i}].trial",
                        id,
                        "A cup can only be a trial of the same formula.",
                        "Choose one of its trials, or give a change."
                    );
                mixes.Add((new SplitMix($"Trial {trial.Number}", trial.Content), trial, ""));
                continue;
            }

            var changed = keeper.Editor.Apply(control.Content, AssessEndpoints.Few(arm.Edits ?? [], $"arms[{i}].edits"));
            var words = EditWords.Tell(control.Content, changed, keeper.Shelf);
            var intent = FormulaName.CheckIntent(string.IsNullOrWhiteSpace(arm.Intent) ? Short(words) : arm.Intent, $"arms[{i}].intent");
            mixes.Add((new SplitMix(Wording.Capital(intent), changed), null, intent));
        }

        return mixes;
    }

    private static string Short(string words) => words.Length <= FormulaName.LongestIntent ? words : words[..FormulaName.LongestIntent];
}
