using System.Globalization;
using AmberPantry.Core.Families;
using AmberPantry.Data;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Metadata;

namespace AmberPantry.Server.Tests;

/// <summary>Every property of every record goes out and comes in: a new column cannot be forgotten.</summary>
public class WholeCopyTests
{
    /// <summary>Belongs to a file, not to the workshop in it.</summary>
    private static readonly string[] OfTheFile = ["PantryRow"];

    [Fact]
    public async Task EveryPropertyOfEveryRecordComesBack()
    {
        await using var full = await PantryHost.Start(demo: true);
        await Fill(full);
        await using var empty = await PantryHost.Start();
        var work = await Copies.Keep(empty, await Copies.Bring(empty, await Copies.Take(full)));
        Assert.True(work.Text("state") == "kept", work.ToJsonString());

        await using var from = new PantryDb(PantryFile.Options(full.Options.DataFile));
        await using var to = new PantryDb(PantryFile.Options(empty.Options.DataFile));
        foreach (var kind in Kinds(from))
        {
            var rows = Rows(from, kind);
            Assert.True(rows.Length > 0, $"{kind.ClrType.Name} has no row to try.");
            foreach (var column in Columns(kind))
            {
                Assert.True(rows.Any(row => !IsEmpty(column, row)), $"{kind.ClrType.Name}.{column.Name} is empty in every row: fill it here.");
            }

            Assert.Equal(Texts(kind, rows), Texts(kind, Rows(to, kind)));
        }
    }

    /// <summary>Uses what the demo leaves unused, then puts something into every column that is still empty everywhere.</summary>
    private static async Task Fill(PantryHost host)
    {
        var trial = (await Story.Formula(host, "Filled to the brim")).Int("id");
        await host.Post(
            $"/api/trials/{trial}/edits",
            new
            {
                revision = 0,
                edits = new[]
                {
                    new
                    {
                        kind = "set_share",
                        line = "L1",
                        share = "17",
                    },
                },
                command = Guid.NewGuid(),
            }
        );
        await host.Post(
            $"/api/trials/{trial}/set-aside",
            new
            {
                finding = "grain",
                reason = "we chill it",
                value = 8,
            }
        );
        await host.Put(
            "/api/materials/own",
            new
            {
                name = "Counted oil",
                basedOn = "castor oil",
                dropsG = 0.8,
                strokesG = 15,
                meltShiftK = -1.5,
            }
        );
        await host.Put("/api/materials/names", new { material = "beeswax", names = new[] { "hive gold" } });
        await host.Put("/api/today/reading", new { workroomC = 21, humidityPercent = 55 });
        await host.Put("/api/today/tomorrow", new { temperatures = new Dictionary<string, double> { ["van"] = 41 } });
        var made = await Story.Make(host, await host.Begin(trial));
        await host.Act(
            made.Int("id"),
            new
            {
                kind = "correct_step",
                step = Story.FirstWeigh(made),
                weighedG = 77,
                reason = "misread",
            }
        );
        await host.Act(
            made.Int("id"),
            new
            {
                kind = "observe",
                what = "use_test",
                test = "grain",
                value = 2,
            }
        );
        await host.Act(
            made.Int("id"),
            new
            {
                kind = "take_stock",
                units = 2,
                @for = "given",
                note = "to try",
            }
        );
        var spoilt = (await host.Begin(trial)).Int("id");
        await host.Act(
            spoilt,
            new
            {
                kind = "read_step",
                step = "gather",
                temperatureC = 21.5,
                place = "fridge",
                word = "half-set",
            }
        );
        await host.Act(spoilt, new { kind = "give_up", reason = "seized" });
        await host.Act(spoilt, new { kind = "archive" });
        await host.Put($"/api/trials/{trial}/about", new { intent = "fuller", notes = "a note" });
        var next = (await host.Post($"/api/trials/{trial}/fork", new { intent = "emptier" })).Int("id");
        await host.Post(
            $"/api/trials/{next}/edits",
            new
            {
                revision = 0,
                edits = new[]
                {
                    new
                    {
                        kind = "set_share",
                        line = "L1",
                        share = "12",
                    },
                },
            }
        );
        await host.Put($"/api/trials/{next}/archived", new { archived = true });
        foreach (var part in new[] { "sold", "summer", "winter" })
        {
            await host.Put($"/api/trials/{trial}/stands-for", new { part, stands = true });
        }

        await host.Post(
            $"/api/trials/{trial}/split",
            new
            {
                id = Guid.NewGuid(),
                arms = new[] { new { trial = next } },
                gramsPerArm = 100,
            }
        );
        var bag = await host.BookIn("castor oil", "CA-9", 500);
        await host.Post($"/api/stock/lots/{bag}/pictures", PantryHost.Stamped("base64", Convert.ToBase64String([0x89, 0x50, 0x4E, 0x47, 1])));
        var spilt = Guid.NewGuid();
        await host.Post($"/api/stock/lots/{bag}/moves", PantryHost.Stamped("move", new { kind = "waste", amount = 20 }, spilt));
        await host.Post($"/api/stock/lots/{bag}/take-back", PantryHost.Stamped("move", spilt));
        await host.Put(
            $"/api/stock/lots/{bag}",
            new
            {
                revision = 3,
                facts = new
                {
                    code = "CA-9",
                    receivedOn = "2026-06-01",
                    meltShiftK = 1.5,
                    monthsOnceOpen = 6,
                    openedOn = "2026-06-02",
                    certificate = new Dictionary<string, double> { ["4"] = 2 },
                    note = "a note",
                },
            }
        );
        var put = await Story.Formula(host, "Put away");
        await host.Put(
            "/api/formulas/tags",
            new
            {
                formulas = new[] { put.Int("formulaId") },
                add = new[] { "gift" },
                remove = Array.Empty<string>(),
            }
        );
        await host.Put($"/api/formulas/{put.Int("formulaId")}/archived", new { archived = true });

        await using var db = new PantryDb(PantryFile.Options(host.Options.DataFile));
        foreach (var kind in Kinds(db))
        {
            var rows = Rows(db, kind);
            foreach (var column in Columns(kind).Where(column => rows.All(row => IsEmpty(column, row))))
            {
                foreach (var row in rows.Take(1))
                {
                    db.Attach(row);
                    column.PropertyInfo!.SetValue(row, Sample(column.ClrType));
                    db.Update(row);
                }
            }
        }

        await db.SaveChangesAsync(TestContext.Current.CancellationToken);
    }

    private static string Text(object? value) =>
        value is null or string or IFormattable
            ? Convert.ToString(value, CultureInfo.InvariantCulture) ?? ""
            : System.Text.Json.JsonSerializer.Serialize(value, Core.AmberJson.Options);

    private static IEntityType[] Kinds(PantryDb db) => [.. db.Model.GetEntityTypes().Where(kind => !OfTheFile.Contains(kind.ClrType.Name))];

    /// <summary>What is not a number that only its own file knows, nor found anew in what came in: see the tests of learning.</summary>
    private static IProperty[] Columns(IEntityType kind) =>
        [
            .. kind.GetProperties()
                .Where(column =>
                    !column.IsForeignKey()
                    && !(column.IsPrimaryKey() && column.ClrType == typeof(int))
                    && column.Name != nameof(Data.Batches.BatchRow.Evidence)
                ),
        ];

    private static object[] Rows(PantryDb db, IEntityType kind) =>
        [.. ((IQueryable<object>)typeof(DbContext).GetMethod("Set", [])!.MakeGenericMethod(kind.ClrType).Invoke(db, null)!).AsNoTracking()];

    private static string[] Texts(IEntityType kind, object[] rows) =>
        [
            .. rows.Select(row => string.Join(" | ", Columns(kind).Select(column => $"{column.Name} {Text(column.PropertyInfo!.GetValue(row))}")))
                .Order(StringComparer.Ordinal),
        ];

    private static bool IsEmpty(IProperty column, object row) =>
        column.PropertyInfo!.GetValue(row) is not { } value
        || value is "" or "[]" or "{}" or System.Collections.ICollection { Count: 0 }
        || (value.GetType() is { IsValueType: true } type && value.Equals(Activator.CreateInstance(type)));

    private static object Sample(Type type) =>
        Type.GetTypeCode(Nullable.GetUnderlyingType(type) ?? type) switch
        {
            _ when type == typeof(IReadOnlyList<Core.Pantry.AllowedUse>) => new[] { new Core.Pantry.AllowedUse("whip", "sound") },
            _ when type == typeof(Core.Making.Filling) => new Core.Making.Filling([new Core.Making.OtherFill("tin-60", 2)], 15, 8),
            _ when type == typeof(byte[]) => new byte[] { 0xFF, 0xD8, 0xFF, 0xE0 },
            _ when type == typeof(IReadOnlyList<Core.Making.DeviationAnswer>) => new[]
            {
                new Core.Making.DeviationAnswer(
                    Guid.NewGuid(),
                    new DateTime(2026, 6, 11, 8, 0, 0, DateTimeKind.Utc),
                    "hold",
                    Core.Making.DeviationKind.BrokenOff,
                    "Hold: 6 min of 20",
                    "short",
                    6,
                    false
                ),
            },
            TypeCode.String => "filled in",
            TypeCode.Boolean => true,
            TypeCode.DateTime => new DateTime(2026, 6, 11, 8, 0, 0, DateTimeKind.Utc),
            TypeCode.Double => 7.5,
            TypeCode.Decimal => 7.5m,
            TypeCode.Int64 => 7L,
            TypeCode.Int32 when (Nullable.GetUnderlyingType(type) ?? type) is { IsEnum: true } kind => Enum.GetValues(kind).GetValue(1)!,
            TypeCode.Int32 => 7,
            _ when type == typeof(DateOnly?) => new DateOnly(2026, 11, 30),
            _ when type == typeof(Family) => new Family("balm"),
            _ => Guid.NewGuid(),
        };
}
