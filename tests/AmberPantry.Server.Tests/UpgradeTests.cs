using System.Text.Json.Nodes;
using AmberPantry.Data;

namespace AmberPantry.Server.Tests;

/// <summary>A file of an earlier version opens, is copied, is brought up to date, and says the same.</summary>
public sealed class UpgradeTests : IDisposable
{
    private const double Near = 0.005;

    /// <summary>Doubt of the melt model for estimated fats: what it has learnt since moves no boundary further.</summary>
    private const double DoubtC = 4;
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

        // What is judged may grow; that it is judged like the same formula typed today shows that nothing of it was lost.
        var answer = await Judged(host, trial["content"]!);
        var typed = await Judged(host, Typed(old["content"]!));
        Assert.Equal(typed["findings"]!.ToJsonString(), answer["findings"]!.ToJsonString());
        Assert.Equal(typed["parts"]!.ToJsonString(), answer["parts"]!.ToJsonString());
        var melt = answer["parts"]!["melt"];
        Same(old["slumpC"], melt?["slumpC"], DoubtC, label);
        Same(old["clearC"], melt?["clearC"], DoubtC, label);
        if (melt is not null)
        {
            Same(old["densityGMl"], melt["densityGMl"], Near, label);
        }
    }

    private static async Task<JsonNode> Judged(PantryHost host, JsonNode formula) => (await host.Post("/api/assess", new { formula }))["assessment"]!;

    /// <summary>A formula of that time as it is written now: words of choices have underscores.</summary>
    private static JsonNode Typed(JsonNode old)
    {
        var now = old.DeepClone();
        now["family"] = old.Text("family").Replace('-', '_');
        foreach (var line in now["lines"]!.AsArray())
        {
            line!["phase"] = line.Text("phase").Replace('-', '_');
        }

        // A stick was for lips by its fill; now it says so.
        if (now.Text("family") == "stick" && !(now["batch"]!["fillG"] is { } fill && fill.GetValue<decimal>() <= 6))
        {
            now["wornOn"] = "body";
        }

        now.AsObject().Remove("total");
        return now;
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

    /// <summary>Words of choices have underscores now; what a maker wrote stays as it is.</summary>
    private static string? Now(JsonNode? old) =>
        old?.ToJsonString() is "\"cool-box\"" or "\"held-back\"" ? old.ToJsonString().Replace('-', '_') : old?.ToJsonString();

    private static void Same(JsonNode? old, JsonNode? now, double within, string label)
    {
        if (old is null || now is null)
        {
            Assert.True(old is null && now is null, $"{label}: {old} was said, now {now}.");
            return;
        }

        Assert.True(Math.Abs(old.GetValue<double>() - now.GetValue<double>()) <= within, $"{label}: {old} was said, now {now}.");
    }
}
