using System.Text.Json.Nodes;

namespace AmberPantry.Server.Tests;

/// <summary>What came against what was said, and what the maker agrees to put right.</summary>
public class LearningApiTests
{
    /// <summary>So many batches of one trial, each slumping so far below what was said.</summary>
    private static async Task<int> Made(PantryHost host, int batches, double below)
    {
        var first = await Story.Make(host, await Story.Begin(host));
        var trial = first["from"]!.Int("trialId");
        await Slumped(host, first, below);
        for (var i = 1; i < batches; i++)
        {
            await Slumped(host, await Story.Make(host, await host.Begin(trial)), below + (0.1 * (i % 2)));
        }

        return trial;
    }

    private static async Task Slumped(PantryHost host, JsonNode batch, double below) =>
        await host.Act(
            batch.Int("id"),
            new
            {
                kind = "observe",
                what = "slump",
                value = batch["said"]!["slumpC"]!.GetValue<double>() - below,
            }
        );

    private static async Task<JsonNode> Assess(PantryHost host, int trial) =>
        (await host.Post("/api/assess", new { formula = (await host.Get($"/api/trials/{trial}"))["content"] }))["assessment"]!;

    private static JsonNode Slump(JsonNode learnt) => learnt.AsArray().Single(one => one!.Text("id") == "slumpC")!;

    [Fact]
    public async Task ACorrectionIsProposedAgreedToOnceAndWithdrawn()
    {
        await using var host = await PantryHost.Start();
        var trial = await Made(host, 4, 3);
        var slump = Slump(await host.Get("/api/learning"));
        Assert.Equal(4, slump["points"]!.AsArray().Count);
        var proposal = Assert.Single(slump["proposals"]!.AsArray())!;
        Assert.Equal("maker", proposal.Text("level"));

        var agree = new
        {
            id = Guid.NewGuid(),
            quantity = "slumpC",
            level = "maker",
            group = "",
        };
        Task<JsonNode> Assessed(PantryHost at) => Assess(at, trial);
        var plain = await Assessed(host);
        var agreed = Slump(await host.Post("/api/learning/agree", agree));
        Assert.Empty(agreed["proposals"]!.AsArray());
        Assert.True(Assert.Single(agreed["agreed"]!.AsArray())!["isInForce"]!.GetValue<bool>());
        // Sent again, it is taken once.
        Assert.Single(Slump(await host.Post("/api/learning/agree", agree))["agreed"]!.AsArray());

        // The raw figure stays; what is hers stands beside it.
        static JsonNode? Yours(JsonNode answer) => answer["findings"]!.AsArray().FirstOrDefault(one => one!.Text("id") == "slumps-as-yours");
        var told = await Assessed(host);
        Assert.Null(Yours(plain));
        Assert.NotNull(Yours(told));
        Assert.Equal(plain["parts"]!["melt"]!["slumpC"]!.GetValue<double>(), told["parts"]!["melt"]!["slumpC"]!.GetValue<double>());

        // The settings as a page has them are taken back as they are.
        var house = await host.Get("/api/house");
        await host.Put("/api/house", new { house = house["house"], revision = house.Int("revision") });
        Assert.Single(Slump(await host.Get("/api/learning"))["agreed"]!.AsArray());

        // It lives through a new start of the server.
        await using var again = await host.Restart();
        var own = Slump(await again.Get("/api/learning"))["agreed"]![0]!;
        foreach (var _ in Enumerable.Range(0, 2))
        {
            Assert.True((await again.Raw(HttpMethod.Delete, $"/api/learning/{own.Text("id")}", null)).IsSuccessStatusCode);
        }

        Assert.Null(Yours(await Assessed(again)));
        var after = Slump(await again.Get("/api/learning"));
        Assert.Contains("withdrawn", after["agreed"]![0]!.Text("says"), StringComparison.Ordinal);
        Assert.Single(after["proposals"]!.AsArray());
    }

    [Fact]
    public async Task AnotherHouseLearnsTheSameFromACopy()
    {
        await using var host = await PantryHost.Start();
        await Made(host, 4, 3);
        var here = Slump(await host.Get("/api/learning"));
        await using var other = await PantryHost.Start();
        await Copies.Keep(other, await Copies.Bring(other, await Copies.Take(host)));
        var there = Slump(await other.Get("/api/learning"));
        Assert.Equal(4, there["points"]!.AsArray().Count);
        Assert.Equal(here["proposals"]!.ToJsonString(), there["proposals"]!.ToJsonString());
    }

    [Fact]
    public async Task NotYetRestsUntilOneBatchMoreHasTold()
    {
        await using var host = await PantryHost.Start();
        var trial = await Made(host, 4, 3);
        var rested = await host.Post(
            "/api/learning/agree",
            new
            {
                id = Guid.NewGuid(),
                quantity = "slumpC",
                level = "maker",
                group = "",
                notYet = true,
            }
        );
        Assert.Empty(Slump(rested)["proposals"]!.AsArray());
        await Slumped(host, await Story.Make(host, await host.Begin(trial)), 3);
        Assert.Single(Slump(await host.Get("/api/learning"))["proposals"]!.AsArray());
    }

    [Fact]
    public async Task WhatIsNotProposedCannotBeAgreedTo()
    {
        await using var host = await PantryHost.Start();
        var refused = await host.Refused(
            409,
            HttpMethod.Post,
            "/api/learning/agree",
            new
            {
                id = Guid.NewGuid(),
                quantity = "slumpC",
                level = "maker",
                group = "",
            }
        );
        Assert.Equal(("E_NOT_NOW", "group"), (refused.Text("error"), refused.Text("field")));
        await host.Refused(404, HttpMethod.Delete, $"/api/learning/{Guid.NewGuid()}", null);
    }

    [Fact]
    public async Task TestsOfAProductAreLoggedAndWhatIsDueIsTold()
    {
        await using var host = await PantryHost.Start();
        var made = await Story.Make(host, await Story.Begin(host));
        Assert.Contains("grain", made["tests"]!.AsArray().Select(test => test!.Text("id")));
        Assert.Equal("the next day", made["nextLook"]!.Text("words"));
        Assert.False(made["nextLook"]!["isDue"]!.GetValue<bool>());
        var seen = await host.Act(
            made.Int("id"),
            new
            {
                kind = "observe",
                what = "use_test",
                test = "grease-0",
                value = 4,
            }
        );
        Assert.EndsWith("→ **much**", seen["tried"]!.AsObject().Single().Value!.GetValue<string>(), StringComparison.Ordinal);
        // Beside another trial it is a row of its own, and no temperature at which it slumped.
        var trial = made["from"]!.Int("trialId");
        var other = (await host.Post($"/api/trials/{trial}/fork", new { intent = "softer" })).Int("id");
        var comparison = (await host.Get($"/api/trials/compare?id={trial}&id={other}"))["comparison"]!;
        JsonNode Row(string id) => comparison["rows"]!.AsArray().Single(row => row!.Text("id") == id)!["mixes"]![0]!;
        Assert.Equal("much", Row("test-grease-0").Text("happened"));
        Assert.Null(Row("slump")["happened"]);
        var refused = await host.Refused(
            400,
            HttpMethod.Post,
            $"/api/batches/{made.Int("id")}/commands",
            PantryHost.Acted(
                new
                {
                    kind = "observe",
                    what = "use_test",
                    test = "grease-0",
                    value = 1,
                    seenAt = "2031-01-01T12:00:00Z",
                }
            )
        );
        Assert.Equal(("E_DATE", "command.seenAt"), (refused.Text("error"), refused.Text("field")));
    }
}
