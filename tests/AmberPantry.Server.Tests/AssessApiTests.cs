using System.Text.Json.Nodes;

namespace AmberPantry.Server.Tests;

public class AssessApiTests
{
    private static async Task<JsonNode> Formula(PantryHost host) =>
        (
            await host.Post(
                "/api/formulas",
                new
                {
                    name = "Slipway",
                    family = "balm",
                    from = "usual",
                }
            )
        )["content"]!;

    [Theory]
    [InlineData("not json")]
    [InlineData("")]
    [InlineData("null")]
    [InlineData("[]")]
    [InlineData("{\"formula\": 5}")]
    [InlineData("{\"formula\": null}")]
    [InlineData("{\"formula\": {\"family\": \"balm\", \"lines\": [], \"batch\": {\"grams\": \"many\"}}}")]
    public async Task AQuestionThatCannotBeReadIsRefused(string body)
    {
        await using var host = await PantryHost.Start();
        await host.Refused(400, HttpMethod.Post, "/api/assess", body);
    }

    [Fact]
    public async Task AQuestionThatIsNotJsonIsRefused()
    {
        await using var host = await PantryHost.Start();
        using var content = new StringContent("formula=balm", System.Text.Encoding.UTF8, "application/x-www-form-urlencoded");
        using var answer = await host.Client.PostAsync(new Uri("/api/assess", UriKind.Relative), content, TestContext.Current.CancellationToken);
        Assert.Equal(415, (int)answer.StatusCode);
        Assert.Contains("application/json", await answer.Content.ReadAsStringAsync(TestContext.Current.CancellationToken), StringComparison.Ordinal);
    }

    [Fact]
    public async Task TheWholeIsLeftOutWhereItIsNotAskedFor()
    {
        await using var host = await PantryHost.Start();
        var formula = await Formula(host);
        var whole = (await host.Post("/api/assess", new { formula }))["assessment"]!;
        var quick = (await host.Post("/api/assess", new { formula, parts = new[] { "melt" } }))["assessment"]!;
        Assert.NotNull(whole["parts"]!["keeping"]!["steps"]);
        Assert.Null(quick["parts"]!["keeping"]);
        Assert.Equal(whole["parts"]!["melt"]!["curve"]!.ToJsonString(), quick["parts"]!["melt"]!["curve"]!.ToJsonString());
        Assert.Equal(201, quick["parts"]!["melt"]!["curve"]!["firmnessKPa"]!.AsArray().Count);
    }

    [Fact]
    public async Task WhatWasAnsweredBeforeIsAnsweredAgainUntilTheHouseChanges()
    {
        await using var host = await PantryHost.Start();
        var formula = await Formula(host);
        var first = (await host.Post("/api/assess", new { formula })).ToJsonString();
        Assert.Equal(first, (await host.Post("/api/assess", new { formula })).ToJsonString());

        var house = (await host.Get("/api/house"))["house"]!.DeepClone();
        house["workshop"]!["landmarks"]!.AsArray().Single(one => one!.Text("id") == "van")!["temperatureC"] = 33;
        await host.Put("/api/house", new { house });
        var after = await host.Post("/api/assess", new { formula });
        Assert.NotEqual(first, after.ToJsonString());
        Assert.Equal(
            33,
            after["assessment"]!["parts"]!["melt"]!["landmarks"]!.AsArray().Single(one => one!.Text("id") == "van")![
                "temperatureC"
            ]!.GetValue<double>()
        );
    }

    [Fact]
    public async Task ManyQuestionsAtOnceAreAnsweredAsOneByOne()
    {
        await using var host = await PantryHost.Start();
        var formula = await Formula(host);
        object Question(int i) =>
            new
            {
                formula,
                edits = new[]
                {
                    new
                    {
                        kind = "set_share",
                        line = "L1",
                        share = $"{10 + (i / 2m)}",
                    },
                },
            };
        var atOnce = await Task.WhenAll(Enumerable.Range(0, 24).Select(i => host.Post("/api/assess", Question(i))));
        for (var i = 0; i < atOnce.Length; i++)
        {
            Assert.Equal((await host.Post("/api/assess", Question(i))).ToJsonString(), atOnce[i].ToJsonString());
        }

        Assert.Equal(atOnce.Length, atOnce.Select(one => one["assessment"]!["parts"]!["melt"]!["slumpC"]!.ToJsonString()).Distinct().Count());
    }

    [Fact]
    public async Task ARemedyOfAFindingCanBeAskedForAndAppliedAsItStands()
    {
        await using var demo = await PantryHost.Start(demo: true);
        var leaking = (await demo.Get("/api/formulas")).Items().Single(one => one!.Text("name") == "Slipway Hand Balm")!;
        var trials = (await demo.Get($"/api/trials/{leaking.Int("trial")}"))["trials"]!.AsArray();
        var formula = (await demo.Get($"/api/trials/{trials.Single(one => one!.Int("number") == 4)!.Int("id")}"))["content"]!;
        var before = (await demo.Post("/api/assess", new { formula, remedies = true }))["assessment"]!;
        var finding = before["findings"]!.AsArray().First(one => one!["remedies"]!.AsArray().Count > 0 && one!.Text("severity") == "fix")!;
        foreach (var remedy in finding["remedies"]!.AsArray())
        {
            var after = (await demo.Post("/api/assess", new { formula, edits = remedy!["edits"] }))["assessment"]!;
            var left = after["findings"]!.AsArray().FirstOrDefault(one => one!.Text("id") == finding.Text("id"));
            Assert.True(left is null || left.ToJsonString() != finding.ToJsonString(), remedy.Text("label"));
            Assert.Equal(100m, after["totalPercent"]!.GetValue<decimal>());
        }
    }

    [Theory]
    [InlineData(0.0)]
    [InlineData(-3.0)]
    [InlineData(1_000_000.0)]
    public async Task ABatchThatNoKitchenHoldsIsRefused(double grams)
    {
        await using var host = await PantryHost.Start();
        var formula = (await Formula(host)).DeepClone();
        formula["batch"]!["grams"] = grams;
        Assert.Equal(
            "formula.batch.grams",
            (await host.Refused(400, HttpMethod.Post, "/api/assess", new JsonObject { ["formula"] = formula })).Text("field")
        );
    }

    [Fact]
    public async Task NothingIsFoundElsewhere()
    {
        await using var host = await PantryHost.Start();
        await host.Refused(404, HttpMethod.Get, "/api/nowhere", null);
        await host.Refused(404, HttpMethod.Post, "/api/science/melt/guess", new { });
    }
}
