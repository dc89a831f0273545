using AmberPantry.Core.Pantry;
using AmberPantry.Core.Workshops;
using AmberPantry.Data;
using AmberPantry.Data.House;
using AmberPantry.Data.Stock;

namespace AmberPantry.Bench;

/// <summary>A pantry of many years: how long its list and the way of one lot take.</summary>
internal static class Shelves
{
    public const int Lots = 5000;
    public const int Moves = 100_000;
    private const int Warm = 20;
    private const int Counted = 61;
    private static readonly string[] Materials =
    [
        "beeswax",
        "shea butter",
        "lanolin",
        "castor oil",
        "jojoba oil",
        "mango butter",
        "cocoa butter",
        "kaolin",
    ];

    /// <summary>Medians of the list of the pantry and of tracing the lot with most moves, ms.</summary>
    public static async Task<(double ListMs, double TraceMs)> Measure(string root)
    {
        var folder = Directory.CreateTempSubdirectory("amber-shelves-");
        try
        {
            var lot = await Fill(Path.Combine(folder.FullName, "workshop.db"));
            using var server = await Child.Start(root, folder.FullName);
            return (await Median(server, "/api/stock"), await Median(server, $"/api/stock/lots/{lot}/trace"));
        }
        finally
        {
            Microsoft.Data.Sqlite.SqliteConnection.ClearAllPools();
            folder.Delete(recursive: true);
        }
    }

    private static async Task<double> Median(Child server, string path)
    {
        var times = new List<double>();
        for (var i = 0; i < Warm + Counted; i++)
        {
            times.Add(await server.Ms(path));
        }

        return times.Skip(Warm).Order().ElementAt(Counted / 2);
    }

    private static async Task<Guid> Fill(string file)
    {
        PantryFile.Prepare(file);
        var today = DateTime.UtcNow;
        Guid last = default;
        for (var at = 0; at < Lots; at += 250)
        {
            await using var db = new PantryDb(PantryFile.Options(file));
            if (at == 0)
            {
                db.House.Add(new HouseRow { Settings = new HouseSettings() });
            }

            for (var i = at; i < at + 250; i++)
            {
                var came = today.AddDays(-3650 + (i * 3650.0 / Lots));
                var facts = new LotFacts($"LOT-{i}", DateOnly.FromDateTime(came)) { BestBefore = DateOnly.FromDateTime(came.AddYears(2)), Price = 9 };
                var row = LotRow.Begin(
                    Guid.NewGuid(),
                    i + 1,
                    new ShelfSubject(StockKind.Material, Materials[i % Materials.Length], "", ShelfGroup.Others),
                    1000,
                    facts
                );
                db.Lots.Add(row);
                var moves = new List<LotMove> { LotLedger.Receipt(row.ToLot(), row.Id, came) };
                for (var k = 1; k < Moves / Lots; k++)
                {
                    // All but the last year is nearly used up.
                    var share = i < Lots * 9 / 10 ? Math.Floor(1000m / ((Moves / Lots) - 1)) : 20;
                    moves.Add(
                        new LotMove(Guid.NewGuid(), row.Id, MoveKind.Use, -share, came.AddDays(k * 5))
                        {
                            Batch = $"SH-{came.Year % 100:00}-{(((i * 20) + k) % 900) + 100:000}",
                            Step = "weigh",
                        }
                    );
                }

                await db.Post(moves);
                last = row.Id;
            }

            await db.SaveChangesAsync();
        }

        return last;
    }
}
