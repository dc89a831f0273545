using AmberPantry.Core.Assessment;
using AmberPantry.Core.Formulas;
using AmberPantry.Core.Making;
using AmberPantry.Data;
using AmberPantry.Data.Batches;
using AmberPantry.Server.Hosting;
using AmberPantry.Server.House;
using Microsoft.AspNetCore.Mvc;
using Microsoft.EntityFrameworkCore;

namespace AmberPantry.Server.Bench;

/// <summary>A trial that is laid beside others.</summary>
/// <param name="Name">"Trial 7", with its formula where they are of several.</param>
public sealed record ComparedTrial(int Id, string Name, string Intent, DateTime? MadeAt, Formula Content);

/// <param name="Formula">Name of the formula; null where they are of several.</param>
/// <param name="FormulaTrials">All trials of the first one's formula, to choose from.</param>
public sealed record CompareView(
    string? Formula,
    IReadOnlyList<ComparedTrial> Trials,
    Comparison Comparison,
    IReadOnlyList<MaterialView> Materials,
    IReadOnlyList<TrialBrief> FormulaTrials
);

/// <summary>Two to four trials side by side.</summary>
public static class CompareEndpoint
{
    private const int MostSeen = 200;

    public static void Map(RouteGroupBuilder trials) => trials.MapGet("/compare", Compare);

    /// <param name="id">Ids of the trials, in the order in which they stand.</param>
    internal static async Task<CompareView> Compare([FromQuery] int[] id, PantryDb db, WorkshopKeeper keeper)
    {
        var open = keeper.Open;
        int[] asked = [.. id.Distinct().Take(Comparison.Most + 1)];
        var rows = await db.Trials.AsNoTracking().Include(row => row.Formula).Where(row => asked.Contains(row.Id)).ToListAsync();
        if (rows.Count < asked.Length)
        {
            throw new NotThereException("One of the trials");
        }

        var trials = asked.Select(one => rows.Single(row => row.Id == one)).ToArray();
        var seen = await db
            .Batches.AsNoTracking()
            .Where(batch => asked.Contains(batch.TrialId) && batch.FinishedAt != null)
            .OrderByDescending(batch => batch.Id)
            .Take(MostSeen)
            .Select(batch => new { batch.TrialId, batch.Observations })
            .ToListAsync();
        var same = trials.Select(row => row.FormulaId).Distinct().Count() == 1;
        var comparison = Comparison.Of(
            [
                .. trials.Select(row => new Compared(
                    same ? $"T{row.Number}" : $"{row.Formula!.Name} T{row.Number}",
                    row.Content,
                    [
                        .. seen.Where(batch => batch.TrialId == row.Id)
                            .SelectMany(batch => batch.Observations)
                            .Where(one => one.Value is not null && one.Kind != ObservationKind.Note)
                            .Select(one => new Seen(one.Kind == ObservationKind.ThumbPress ? one.TemperatureC : null, one.Value!.Value)
                            {
                                Test = TestOf(one),
                                Said = one.Said,
                            }),
                    ]
                )),
            ],
            open.Shelf,
            open.Workshop
        );
        var siblings = await TrialViews.Siblings(db, trials[0].Formula!);
        return new CompareView(
            same ? trials[0].Formula!.Name : null,
            [
                .. trials.Select(row => new ComparedTrial(
                    row.Id,
                    same ? $"Trial {row.Number}" : $"{row.Formula!.Name}, trial {row.Number}",
                    row.Intent,
                    row.MadeAt,
                    row.Content
                )),
            ],
            comparison,
            [.. trials.SelectMany(row => MaterialEndpoints.In(row.Content, open)).DistinctBy(material => material.Id)],
            siblings
        );
    }

    /// <summary>The test that told it; null for a press or a slump.</summary>
    private static SeenTest? TestOf(ObservationRow seen) =>
        UseTest.All.GetValueOrDefault(seen.Test ?? "") is { } test ? new SeenTest(test.Id, test.Title, test.Told) : null;
}
