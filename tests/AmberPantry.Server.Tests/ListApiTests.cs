using System.Text.Json.Nodes;

namespace AmberPantry.Server.Tests;

/// <summary>Lists by pages, searched and sorted by the server.</summary>
public class ListApiTests
{
    private static async Task<List<JsonNode>> Walk(PantryHost host, string path)
    {
        var all = new List<JsonNode>();
        string? after = null;
        do
        {
            var page = await host.Get(after is null ? path : $"{path}&after={Uri.EscapeDataString(after)}");
            all.AddRange(page.Items().Select(item => item!));
            after = page["next"]?.GetValue<string>();
        } while (after is not null);

        return all;
    }

    [Theory]
    [InlineData("/api/formulas?take=3")]
    [InlineData("/api/formulas?take=3&order=name")]
    public async Task EveryPageOfFormulasHoldsEachOnceInItsOrder(string path)
    {
        await using var host = await PantryHost.Start();
        string[] names = ["Quay", "ash", "Birch", "Ängel", "50 % balm", "under_score", "Quay two"];
        foreach (var name in names)
        {
            await Story.Formula(host, name, name.Length % 2 == 0 ? "salve" : "balm");
        }

        var all = await Walk(host, path);
        Assert.Equal(names.Order(StringComparer.Ordinal), all.Select(one => one.Text("name")).Order(StringComparer.Ordinal));
        if (path.EndsWith("name", StringComparison.Ordinal))
        {
            Assert.Equal(names.Order(StringComparer.Ordinal), all.Select(one => one.Text("name")));
        }
        else
        {
            Assert.Equal(names.Reverse(), all.Select(one => one.Text("name")));
        }

        Assert.Equal(["50 % balm"], (await Walk(host, "/api/formulas?take=3&search=%25")).Select(one => one.Text("name")));
        Assert.Equal(["under_score"], (await Walk(host, "/api/formulas?take=3&search=_")).Select(one => one.Text("name")));
        Assert.Equal(2, (await host.Get("/api/formulas?search=quay")).Int("total"));
        Assert.All(await Walk(host, "/api/formulas?take=2&family=salve"), one => Assert.Equal("salve", one.Text("family")));
    }

    [Fact]
    public async Task TheLogbookPagesByTimeAndByNameAndFindsLots()
    {
        await using var host = await PantryHost.Start();
        for (var i = 0; i < 7; i++)
        {
            await Story.Begin(host, $"Tide {(char)('g' - i)}");
        }

        var newest = await Walk(host, "/api/logbook?take=2");
        Assert.Equal(newest.Select(one => one.Int("id")).OrderDescending(), newest.Select(one => one.Int("id")));
        var named = await Walk(host, "/api/logbook?take=2&order=name");
        Assert.Equal(7, named.Count);
        Assert.Equal(named.Select(one => one.Text("formulaName")).Order(StringComparer.Ordinal), named.Select(one => one.Text("formulaName")));
        Assert.Equal(newest[3].Int("id"), (await host.Get($"/api/logbook?search={newest[3].Text("lot")}")).Items().Single()!.Int("id"));
        Assert.Equal(7, (await Walk(host, "/api/batches?take=3")).Count);
    }

    [Theory]
    [InlineData("/api/formulas?take=0", "take")]
    [InlineData("/api/formulas?take=100000", "take")]
    [InlineData("/api/formulas?after=yesterday", "after")]
    [InlineData("/api/logbook?after=12", "after")]
    [InlineData("/api/logbook?after=-5~3", "after")]
    [InlineData("/api/logbook?take=many", "take")]
    [InlineData("/api/logbook?order=backwards", "order")]
    [InlineData("/api/materials/find", "text")]
    public async Task ABadQuestionNamesItsParameter(string path, string field)
    {
        await using var host = await PantryHost.Start();
        Assert.Equal(field, (await host.Refused(400, HttpMethod.Get, path, null)).Text("field"));
    }
}
