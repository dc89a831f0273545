using AmberPantry.Data;
using Microsoft.Data.Sqlite;

namespace AmberPantry.Server.Tests;

/// <summary>One row that cannot be read takes no page down with it.</summary>
public class BrokenRowTests
{
    [Theory]
    [InlineData("UPDATE Trials SET Content = '{broken' WHERE Id = 7", "/api/trials/7")]
    [InlineData("UPDATE Trials SET Content = '{\"family\":\"soup\",\"lines\":null}' WHERE Id = 7", "/api/trials/7")]
    [InlineData("UPDATE Batches SET Steps = 'broken' WHERE Id = 1", "/api/batches/1")]
    [InlineData("UPDATE Batches SET Content = '[]' WHERE Id = 1", "/api/batches/1")]
    [InlineData("UPDATE Batches SET FinishedAt = NULL, UnitsLeft = NULL, UnitsMade = NULL, Steps = '[null]' WHERE Id = 1", "/api/batches/1")]
    public async Task ABrokenRowIsSkippedAndToldOf(string spoil, string page)
    {
        await using var host = await PantryHost.Start(demo: true);
        await using (var file = new SqliteConnection(PantryFile.ConnectionString(host.Options.DataFile)))
        {
            file.Open();
            await using var command = file.CreateCommand();
            command.CommandText = spoil;
            Assert.True(await command.ExecuteNonQueryAsync(TestContext.Current.CancellationToken) > 0);
        }

        foreach (var list in new[] { "/api/formulas", "/api/batches", "/api/logbook", "/api/today", "/api/house", "/api/materials" })
        {
            using var answer = await host.Raw(HttpMethod.Get, list, null);
            Assert.True(answer.IsSuccessStatusCode, $"{list}: {await answer.Content.ReadAsStringAsync(TestContext.Current.CancellationToken)}");
        }

        using var broken = await host.Raw(HttpMethod.Get, page, null);
        Assert.InRange((int)broken.StatusCode, 400, 499);
        // The copy holds the rest, says what it lacks, and comes in elsewhere.
        var copy = await Copies.Take(host);
        Assert.Contains("cannot be read", Copies.Parts(copy)["left-out.jsonl"], StringComparison.Ordinal);
        await using var empty = await PantryHost.Start();
        var work = await Copies.Keep(empty, await Copies.Bring(empty, copy));
        Assert.True(work.Text("state") == "kept", work.ToJsonString());
    }

    [Theory]
    [InlineData("{cut off")]
    [InlineData("{}")]
    [InlineData("null")]
    [InlineData("{\"family\":\"balm\",\"lines\":null,\"batch\":{\"grams\":500}}")]
    public async Task AStartPutsATrialBackFromItsHistoryAndSaysSo(string spoilt)
    {
        await using var host = await PantryHost.Start();
        var trial = await Story.Formula(host);
        await host.Post(
            $"/api/trials/{trial.Int("id")}/edits",
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
        await using (var file = new SqliteConnection(PantryFile.ConnectionString(host.Options.DataFile)))
        {
            file.Open();
            await using var command = file.CreateCommand();
            command.CommandText = $"UPDATE Trials SET Content = '{spoilt}'";
            await command.ExecuteNonQueryAsync(TestContext.Current.CancellationToken);
        }

        await using var again = await host.Restart();
        Assert.Contains("put back", (await again.Get("/api/house"))["told"]!.AsArray().Single()!.GetValue<string>(), StringComparison.Ordinal);
        Assert.Equal(17m, (await again.Get($"/api/trials/{trial.Int("id")}")).Share(0));
    }

    [Fact]
    public async Task ABatchBeyondMendingIsNamedOnTheHousePage()
    {
        await using var host = await PantryHost.Start(demo: true);
        await using (var file = new SqliteConnection(PantryFile.ConnectionString(host.Options.DataFile)))
        {
            file.Open();
            await using var command = file.CreateCommand();
            command.CommandText = "UPDATE Batches SET Steps = '[]' WHERE Id = 2";
            await command.ExecuteNonQueryAsync(TestContext.Current.CancellationToken);
        }

        await using var again = await host.Restart();
        var told = (await again.Get("/api/house"))["told"]!.AsArray();
        Assert.Contains("Batch record 2 cannot be read", Assert.Single(told)!.GetValue<string>(), StringComparison.Ordinal);
    }
}
