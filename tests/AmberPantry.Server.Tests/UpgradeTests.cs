using System.Globalization;
using System.Text.Json;
using System.Text.Json.Nodes;
using System.Text.RegularExpressions;
using AmberPantry.Core;
using AmberPantry.Core.Workshops;
using AmberPantry.Data;

namespace AmberPantry.Server.Tests;

/// <summary>A file of an earlier version opens, is copied, is brought up to date, and says the same.</summary>
public sealed partial class UpgradeTests : IDisposable
{
    private const double Near = 1e-9;
    private readonly DirectoryInfo folder = Directory.CreateTempSubdirectory("amber-upgrade-");

    public void Dispose()
    {
        Microsoft.Data.Sqlite.SqliteConnection.ClearAllPools();
        folder.Delete(recursive: true);
    }

    [Theory]
    [InlineData("first-demo")]
    [InlineData("first-long-used")]
    public async Task AnOldFileSaysTheSame(string fixture)
    {
        var file = Copy(fixture);
        var said = JsonNode.Parse(await File.ReadAllTextAsync(Fixture($"{fixture}.json"), TestContext.Current.CancellationToken))!;
        await using var host = await PantryHost.Start(file: file);
        var kept = Assert.Single(Directory.EnumerateFiles(DailyCopies.Folder(file)));
        Assert.Equal(
            [.. Ask(Fixture($"{fixture}.db"), "SELECT Id || ' ' || FormulaId || ' ' || Number FROM Trials ORDER BY Id")],
            Ask(kept, "SELECT Id || ' ' || FormulaId || ' ' || Number FROM Trials ORDER BY Id")
        );
        Assert.Single(Ask(kept, "SELECT MigrationId FROM __EFMigrationsHistory"));

        foreach (var old in said["trials"]!.AsArray())
        {
            await SaysTheSame(host, old!);
        }

        foreach (var old in said["batches"]!.AsArray())
        {
            await HoldsTheSame(host, old!);
        }
    }

    [Fact]
    public async Task AnUpgradeThatWasCutShortIsDoneAgain()
    {
        var file = Copy("first-demo");
        await File.WriteAllTextAsync($"{file}.new", "an upgrade that was cut short", TestContext.Current.CancellationToken);
        Assert.Single(PantryFile.Prepare(file).Told, told => told.Contains("brought up to date", StringComparison.Ordinal));
        Assert.DoesNotContain(PantryFile.Prepare(file).Told, told => told.Contains("brought up to date", StringComparison.Ordinal));
        await using var host = await PantryHost.Start(file: file);
        Assert.Equal(7, (await host.Get("/api/formulas")).Int("total"));
    }

    private static List<string> Ask(string file, string sql)
    {
        using var db = new Microsoft.Data.Sqlite.SqliteConnection(PantryFile.ConnectionString(file, readOnly: true));
        db.Open();
        using var command = db.CreateCommand();
        command.CommandText = sql;
        using var rows = command.ExecuteReader();
        var answers = new List<string>();
        while (rows.Read())
        {
            answers.Add(rows.GetString(0));
        }

        return answers;
    }

    private static string Fixture(string name) => Path.Combine(AppContext.BaseDirectory, "fixtures", name);

    private string Copy(string fixture)
    {
        var file = Path.Combine(folder.FullName, "workshop.db");
        File.Copy(Fixture($"{fixture}.db"), file);
        return file;
    }

    private static async Task SaysTheSame(PantryHost host, JsonNode old)
    {
        var trial = await Find(host, old.Text("formula"), old.Int("number"));
        var label = $"{old.Text("formula")} trial {old.Int("number")}";
        Assert.Equal(old.Text("intent"), trial.Text("intent"));
        Assert.Equal(old["undo"]?.GetValue<string>(), trial["undo"]?.GetValue<string>());
        Assert.Equal(Lines(old["content"]!), Lines(trial["content"]!));
        Assert.Equal(
            old["setAside"]!.AsArray().Select(one => one!.Text("finding")),
            trial["setAside"]!.AsArray().Select(one => one!.Text("finding"))
        );

        var answer = (await host.Post("/api/assess", new { formula = trial["content"] }))["assessment"]!;
        var melt = answer["parts"]!["melt"];
        Same(old["slumpC"], melt?["slumpC"], label);
        Same(old["clearC"], melt?["clearC"], label);
        if (melt is not null)
        {
            Same(old["densityGMl"], melt["densityGMl"], label);
        }

        var workshop = (await host.Get("/api/house"))["house"]!["workshop"].Deserialize<Workshop>(AmberJson.Options)!;
        var say = new Wording(workshop);
        Assert.Equal(old["findings"]!.AsArray().Select(one => Line(one, say)), answer["findings"]!.AsArray().Select(Finding));
    }

    private static async Task HoldsTheSame(PantryHost host, JsonNode old)
    {
        var page = await host.Get($"/api/logbook?search={Uri.EscapeDataString(old.Text("lot"))}");
        var brief = page.Items().SingleOrDefault() ?? (await host.Get($"/api/batches?search={old.Text("lot")}")).Items().Single()!;
        var view = await host.Get($"/api/batches/{brief!.Int("id")}");
        var batch = view["batch"]!;
        var steps = view.Steps().Select(step => step.Text("id")).ToArray();
        Assert.Equal(old.Int("atStep"), view.Int("atIndex"));
        Assert.Equal(
            old["done"]!.AsArray().Select(done => (steps[done!.Int("index")], done!["weighedG"]?.GetValue<decimal>())).Order(),
            batch["done"]!.AsArray().Select(done => (done!.Text("step"), done!["weighedG"]?.GetValue<decimal>())).Order()
        );
        Assert.Equal(old.Decimal("potG"), view.Decimal("potG"));
        foreach (var field in new[] { "unitsMade", "unitsLeft", "notes", "slumpC", "place" })
        {
            Assert.Equal(Now(old[field]), batch[field]?.ToJsonString());
        }

        Assert.Equal(old["observations"]!.AsArray().Count, batch["observations"]!.AsArray().Count);
        Assert.StartsWith("#", view.Text("colour"), StringComparison.Ordinal);
    }

    private static async Task<JsonNode> Find(PantryHost host, string formula, int number)
    {
        var found = (await host.Get($"/api/formulas?search={Uri.EscapeDataString(formula)}")).Items().Single(one => one!.Text("name") == formula)!;
        var newest = await host.Get($"/api/trials/{found.Int("trial")}");
        var id = newest["trials"]!.AsArray().Single(one => one!.Int("number") == number)!.Int("id");
        return await host.Get($"/api/trials/{id}");
    }

    private static (string, decimal, string)[] Lines(JsonNode content) =>
        [.. content["lines"]!.AsArray().Select(line => (line!.Text("material"), line!.Decimal("percent"), line!.Text("phase").Replace('-', '_')))];

    [GeneratedRegex(@"\*\*([\d.]+) g\*\* of soda in 100 g stays unmatched")]
    private static partial Regex SodaInGrams();

    [GeneratedRegex(@"\d+\.\d+(?=\u202foz)")]
    private static partial Regex Ounces();

    /// <summary>What was said then, in the units of the house: some figures of that time stayed in °C and g whatever it was set to.</summary>
    private static (string, string, string) Line(JsonNode? old, Wording say) =>
        Told(
            old![0]!.GetValue<string>(),
            old[1]!.GetValue<string>(),
            Coarse(say.Text(SodaInGrams().Replace(old[2]!.GetValue<string>(), "**$1\u202f%** of it is soda that stays unmatched")))
        );

    /// <summary>Findings that told kilopascals then and tell states now: that they are there and how grave they are is the same.</summary>
    private static readonly string[] ToldInStates = ["picks-up-cold", "family-firmness", "room-swing"];

    private static (string, string, string) Told(string id, string severity, string sentence) =>
        (id, severity, ToldInStates.Contains(id) ? "" : WeakestOil().Replace(sentence, ""));

    /// <summary>Was told also where the weakest oil keeps longer than the mix.</summary>
    [GeneratedRegex(@"; \d+ if the weakest oil decides")]
    private static partial Regex WeakestOil();

    private static (string, string, string) Finding(JsonNode? now) => Told(now!.Text("id"), now!.Text("severity"), Coarse(now!.Text("sentence")));

    /// <summary>Ounces to the two digits of that time.</summary>
    private static string Coarse(string sentence) =>
        Ounces().Replace(sentence, found => decimal.Parse(found.Value, CultureInfo.InvariantCulture).ToString("0.00", CultureInfo.InvariantCulture));

    /// <summary>Words of choices have underscores now; what a maker wrote stays as it is.</summary>
    private static string? Now(JsonNode? old) =>
        old?.ToJsonString() is "\"cool-box\"" or "\"held-back\"" ? old.ToJsonString().Replace('-', '_') : old?.ToJsonString();

    private static void Same(JsonNode? old, JsonNode? now, string label)
    {
        if (old is null || now is null)
        {
            Assert.True(old is null && now is null, $"{label}: {old} was said, now {now}.");
            return;
        }

        Assert.Equal(old.GetValue<double>(), now.GetValue<double>(), Near);
    }
}
