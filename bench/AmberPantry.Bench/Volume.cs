using System.Diagnostics;
using AmberPantry.Core.Formulas;
using AmberPantry.Core.Making;
using AmberPantry.Core.Making.Sheets;
using AmberPantry.Core.Materials;
using AmberPantry.Core.Workshops;
using AmberPantry.Data;
using AmberPantry.Data.Batches;
using AmberPantry.Data.Formulas;

namespace AmberPantry.Bench;

/// <summary>A workshop of many years: how long its lists and its copy take, beside one of a tenth.</summary>
internal static class Volume
{
    public const int Formulas = 2000;
    public const int Trials = 3;
    public const int Batches = 10_000;
    public const int Tenth = 10;

    /// <summary>More years do not make more batches that are under way or on the shelf.</summary>
    private const int StillOpen = 20;

    private const int InStock = 200;

    public static readonly string[] Paths =
    [
        "/api/today",
        "/api/formulas",
        "/api/formulas?search=no. 1&order=name",
        "/api/batches",
        "/api/logbook",
        "/api/logbook?order=name",
    ];

    /// <summary>Searches by what the formulas are.</summary>
    public static readonly string[] Searches =
    [
        "/api/formulas/library?search=lanolin",
        "/api/formulas/library?search=slump > 40 no nuts",
        "/api/formulas/library?search=shea > 20 keeps > 6&order=cost",
    ];

    /// <param name="ListMs">Median of each list and search, ms.</param>
    /// <param name="TenthMs">The same asked by turns of a workshop of a tenth.</param>
    /// <param name="MemoryMb">Working set after all lists.</param>
    public sealed record Figures(
        IReadOnlyDictionary<string, double> ListMs,
        IReadOnlyDictionary<string, double> TenthMs,
        double MemoryMb,
        double OutS,
        double InS,
        double CopyMb,
        double CopyPeakMb
    );

    public static async Task<Figures> Measure(string root)
    {
        var folder = Directory.CreateTempSubdirectory("amber-volume-");
        try
        {
            string[] places = [.. new[] { "whole", "tenth", "empty" }.Select(name => folder.CreateSubdirectory(name).FullName)];
            await Fill(Path.Combine(places[0], "workshop.db"), Formulas, Batches);
            await Fill(Path.Combine(places[1], "workshop.db"), Formulas / Tenth, Batches / Tenth);
            using var server = await Child.Start(root, places[0]);
            var (times, tenths) = await Lists(server, root, places[1]);
            var memory = server.MemoryMb;
            var copy = Path.Combine(folder.FullName, "copy.zip");
            var begun = Stopwatch.GetTimestamp();
            await server.Download("/api/house/copy", copy);
            var outS = Stopwatch.GetElapsedTime(begun).TotalSeconds;
            var outPeak = server.MemoryMb;
            using var other = await Child.Start(root, places[2]);
            await other.Ms("/api/today");
            var rest = other.MemoryMb;
            begun = Stopwatch.GetTimestamp();
            await other.TakeIn(copy);
            var inS = Stopwatch.GetElapsedTime(begun).TotalSeconds;
            return new Figures(times, tenths, memory, outS, inS, new FileInfo(copy).Length / 1e6, Math.Max(other.PeakMb - rest, outPeak - memory));
        }
        finally
        {
            Microsoft.Data.Sqlite.SqliteConnection.ClearAllPools();
            folder.Delete(recursive: true);
        }
    }

    /// <summary>Both servers warm, asked by turns: what else the machine does meets both alike.</summary>
    private static async Task<(Dictionary<string, double> Whole, Dictionary<string, double> Tenth)> Lists(Child whole, string root, string folder)
    {
        const int Warm = 40,
            Counted = 101;
        using var tenth = await Child.Start(root, folder);
        Dictionary<string, double> wholeMs = [],
            tenthMs = [];
        foreach (var list in Paths.Concat(Searches))
        {
            List<double> of = [],
                ofTenth = [];
            for (var i = 0; i < Warm + Counted; i++)
            {
                of.Add(await whole.Ms(list));
                ofTenth.Add(await tenth.Ms(list));
            }

            (wholeMs[list], tenthMs[list]) = (of.Skip(Warm).Order().ElementAt(Counted / 2), ofTenth.Skip(Warm).Order().ElementAt(Counted / 2));
        }

        return (wholeMs, tenthMs);
    }

    /// <summary>Formulas with three trials each, batches of them with every step recorded.</summary>
    private static async Task Fill(string file, int formulas, int batches)
    {
        PantryFile.Prepare(file);
        var workshop = new Workshop();
        var content = new Formula
        {
            Family = "balm",
            Batch = new BatchSize(600, 12, "tin-60", 50),
            Lines =
            [
                new("L1", "beeswax", 14, Phase.Melt),
                new("L2", "shea butter", 25, Phase.Melt),
                new("L3", "lanolin", 8, Phase.Melt),
                new("L4", "high-oleic sunflower oil", 41, Phase.Melt),
                new("L5", "castor oil", 10, Phase.Melt),
                new("L6", "lavender essential oil", 1, Phase.CoolDown),
                new("L7", "mixed tocopherols", 1, Phase.CoolDown),
            ],
        };
        var steps = new SheetWriter(MaterialShelf.Plain, workshop).For(content).Steps;
        var from = new DateTime(2020, 1, 1, 8, 0, 0, DateTimeKind.Utc);
        var ids = new List<int>();
        for (var i = 0; i < formulas; i += 250)
        {
            await using var db = new PantryDb(PantryFile.Options(file));
            var rows = Enumerable
                .Range(i, Math.Min(250, formulas - i))
                .Select(n => new FormulaRow
                {
                    Name = $"Balm no. {n}",
                    CreatedAt = from.AddHours(n * 20),
                    ChangedAt = from.AddHours(n * 20),
                    Family = content.Family,
                    NewestNumber = Trials,
                    TrialCount = Trials,
                })
                .ToArray();
            db.AddRange(rows);
            await db.SaveChangesAsync();
            var trials = rows.SelectMany(row =>
                    Enumerable
                        .Range(1, Trials)
                        .Select(number => new TrialRow
                        {
                            FormulaId = row.Id,
                            Number = number,
                            Intent = $"idea {number}",
                            Content = content,
                            ChangedAt = row.CreatedAt.AddHours(number),
                        })
                )
                .ToArray();
            db.AddRange(trials);
            await db.SaveChangesAsync();
            foreach (var row in rows)
            {
                row.NewestTrial = trials.Last(trial => trial.FormulaId == row.Id).Id;
            }

            await db.SaveChangesAsync();
            ids.AddRange(trials.Select(trial => trial.Id));
        }

        for (var i = 0; i < batches; i += 250)
        {
            await using var db = new PantryDb(PantryFile.Options(file));
            foreach (var n in Enumerable.Range(i, Math.Min(250, batches - i)))
            {
                var start = from.AddHours(n * 5);
                var isOpen = n >= batches - StillOpen;
                var batch = Batch.Begin($"BN-{20 + (n / 2000)}-{n:00000}", content, steps, start) with
                {
                    AtStep = steps[isOpen ? 4 : ^1].Id,
                    FinishedAt = isOpen ? null : start.AddHours(2),
                    UnitsMade = isOpen ? null : 12,
                    UnitsLeft =
                        isOpen ? null
                        : n >= batches - StillOpen - InStock ? 3
                        : 0,
                    SlumpC = isOpen ? null : 47.5,
                    Done =
                    [
                        .. steps.Take(isOpen ? 4 : steps.Count).Select((step, at) => new StepDone(step.Id, start.AddMinutes(at * 5), step.TargetG)),
                    ],
                };
                var row = new BatchRow
                {
                    Lot = batch.Lot,
                    TrialId = ids[n % ids.Count],
                    Content = content,
                    Steps = steps,
                    AtStep = batch.AtStep,
                    BegunBy = Guid.NewGuid(),
                };
                row.Take(batch, MaterialShelf.Plain);
                db.Add(row);
            }

            await db.SaveChangesAsync();
        }
    }
}
