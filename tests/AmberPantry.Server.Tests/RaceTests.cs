using System.Text.Json.Nodes;

namespace AmberPantry.Server.Tests;

/// <summary>Whatever happens at once: one history, and everything acknowledged in it.</summary>
public class RaceTests
{
    private static object Set(int revision, int line, double share, Guid command) =>
        new
        {
            revision,
            edits = new[]
            {
                new
                {
                    kind = "set_share",
                    line = $"L{line}",
                    share = $"{share:0.0}",
                },
            },
            command,
        };

    [Fact]
    public async Task OfTwoEditsOfOneRevisionOneIsKeptAndTheOtherToldSo()
    {
        await using var host = await PantryHost.Start();
        for (var round = 0; round < 20; round++)
        {
            var trial = await Story.Formula(host, $"Race {round}");
            var edits = $"/api/trials/{trial.Int("id")}/edits";
            var answers = await Task.WhenAll(Enumerable.Range(0, 4).Select(i => host.Raw(HttpMethod.Post, edits, Set(0, 1, 17 + i, Guid.NewGuid()))));
            Assert.Equal(1, answers.Count(answer => answer.IsSuccessStatusCode));
            Assert.All(answers.Where(answer => !answer.IsSuccessStatusCode), answer => Assert.Equal(409, (int)answer.StatusCode));
            var after = await host.Get($"/api/trials/{trial.Int("id")}");
            Assert.Equal(1, after.Int("revision"));
            Assert.NotNull(after["undo"]);
        }

        Assert.Equal(20, (await host.Get("/api/formulas")).Int("total"));
        await host.Get("/api/today");
        Assert.NotEmpty(await Copies.Take(host));
    }

    /// <summary>Writers that go on from what they last saw, in any order: every acknowledged edit is one step of the one history.</summary>
    [Fact]
    public async Task AnyInterleavingOfWritersLeavesOneHistory()
    {
        await using var host = await PantryHost.Start();
        var dice = new Random(7);
        var plans = Enumerable
            .Range(0, 4)
            .Select(_ => Enumerable.Range(0, 6).Select(_ => (Line: dice.Next(1, 4), Share: Math.Round(1 + (dice.NextDouble() * 9), 1))).ToArray())
            .ToArray();
        var trial = await Story.Formula(host);
        var id = trial.Int("id");
        var kept = 0;
        await Task.WhenAll(
            plans.Select(async plan =>
            {
                var seen = trial;
                foreach (var (line, share) in plan)
                {
                    using var answer = await host.Raw(
                        HttpMethod.Post,
                        $"/api/trials/{id}/edits",
                        Set(seen.Int("revision"), line, share, Guid.NewGuid())
                    );
                    var told = JsonNode.Parse(await answer.Content.ReadAsStringAsync(TestContext.Current.CancellationToken))!;
                    if (answer.IsSuccessStatusCode)
                    {
                        seen = told;
                        Interlocked.Increment(ref kept);
                    }
                    else
                    {
                        Assert.Equal(409, (int)answer.StatusCode);
                        seen = told["theirs"]!;
                    }
                }
            })
        );
        var last = await host.Get($"/api/trials/{id}");
        var steps = 0;
        while (last["undo"] is not null)
        {
            last = await host.Post($"/api/trials/{id}/undo", new { revision = last.Int("revision") });
            steps++;
        }

        Assert.True(kept >= plans[0].Length);
        Assert.InRange(steps, 1, kept);
        Assert.Equal(trial["content"]!.ToJsonString(), last["content"]!.ToJsonString());
        Assert.Equal(steps * 2, last.Int("revision"));
    }

    [Fact]
    public async Task AnEditSentTwiceIsDoneOnce()
    {
        await using var host = await PantryHost.Start();
        var trial = await Story.Formula(host);
        var edits = $"/api/trials/{trial.Int("id")}/edits";
        var command = Guid.NewGuid();
        var answers = await Task.WhenAll(Enumerable.Range(0, 5).Select(_ => host.Post(edits, Set(0, 1, 18, command))));
        Assert.All(answers, answer => Assert.Equal((1, 18m), (answer.Int("revision"), answer.Share(0))));
        Assert.Equal("E_REPEATED", (await host.Refused(409, HttpMethod.Post, edits, Set(0, 1, 19, command))).Text("error"));
        var fork = new { intent = "firmer", command = Guid.NewGuid() };
        var forks = await Task.WhenAll(Enumerable.Range(0, 5).Select(_ => host.Post($"/api/trials/{trial.Int("id")}/fork", fork)));
        Assert.Single(forks.Select(answer => answer.Int("id")).Distinct());
    }

    [Fact]
    public async Task AStepSentManyTimesAtOnceIsRecordedOnce()
    {
        await using var host = await PantryHost.Start();
        for (var round = 0; round < 8; round++)
        {
            var batch = await Story.Begin(host, $"Steps {round}");
            var (id, weigh, command) = (batch.Int("id"), Story.FirstWeigh(batch), Guid.NewGuid());
            var answers = await Task.WhenAll(Enumerable.Range(0, 4).Select(_ => host.Act(id, Story.Weigh(weigh, 40), command)));
            Assert.All(answers, answer => Assert.Equal(40m, answer.Decimal("potG")));
            Assert.Single((await host.Get($"/api/batches/{id}/history")).AsArray());
        }
    }

    [Fact]
    public async Task StepsOfSeveralHandsAllStay()
    {
        await using var host = await PantryHost.Start();
        var batch = await Story.Begin(host);
        var id = batch.Int("id");
        var weighs = batch.Steps().Where(step => step.Text("kind") == "weigh").ToArray();
        await Task.WhenAll(weighs.Select(step => host.Act(id, Story.Weigh(step.Text("id"), step.Decimal("targetG")))));
        var after = await host.Get($"/api/batches/{id}");
        Assert.Equal(weighs.Length, after["batch"]!["done"]!.AsArray().Count);
        Assert.Equal(weighs.Sum(step => step.Decimal("targetG")), after.Decimal("potG"));
    }

    [Fact]
    public async Task ManyBatchesBegunAtOnceEachHaveTheirLot()
    {
        await using var host = await PantryHost.Start();
        var trial = (await Story.Formula(host)).Int("id");
        var begun = await Task.WhenAll(Enumerable.Range(0, 25).Select(_ => host.Begin(trial)));
        Assert.Equal(25, begun.Select(batch => batch["batch"]!.Text("lot")).Distinct().Count());
        var now = DateTime.UtcNow;
        var stamp = new
        {
            id = Guid.NewGuid(),
            at = now,
            sentAt = now,
        };
        var same = await Task.WhenAll(Enumerable.Range(0, 5).Select(_ => host.Begin(trial, stamp)));
        Assert.Single(same.Select(batch => batch.Int("id")).Distinct());
    }

    [Fact]
    public async Task ForksSetAsideNamesAndTheFirstHouseAtOnceAreKeptOrToldInWords()
    {
        await using var host = await PantryHost.Start();
        var house = (await host.Get("/api/house"))["house"]!.ToJsonString();
        var trial = (await Story.Formula(host)).Int("id");
        async Task All(Func<int, Task<HttpResponseMessage>> send, int least)
        {
            var answers = await Task.WhenAll(Enumerable.Range(0, 8).Select(send));
            Assert.All(answers, answer => Assert.True((int)answer.StatusCode < 500, $"{answer.RequestMessage!.RequestUri}: {answer.StatusCode}"));
            Assert.True(answers.Count(answer => answer.IsSuccessStatusCode) >= least);
        }

        await All(i => host.Raw(HttpMethod.Post, $"/api/trials/{trial}/fork", new { intent = $"idea {i}" }), 8);
        await All(
            i =>
                host.Raw(
                    HttpMethod.Post,
                    $"/api/trials/{trial}/set-aside",
                    new
                    {
                        finding = "grain",
                        reason = $"reason {i}",
                        value = 8,
                    }
                ),
            8
        );
        await All(
            _ =>
                host.Raw(
                    HttpMethod.Post,
                    "/api/formulas",
                    new
                    {
                        name = "One name",
                        family = "balm",
                        from = "usual",
                    }
                ),
            1
        );
        await All(_ => host.Raw(HttpMethod.Put, "/api/house", $$"""{"house": {{house}}}"""), 8);
        Assert.Single((await host.Get("/api/formulas?search=One name")).Items());
        Assert.Equal(9, (await host.Get($"/api/trials/{trial}"))["trials"]!.AsArray().Count);
        Assert.Single((await host.Get($"/api/trials/{trial}"))["setAside"]!.AsArray());
    }

    [Fact]
    public async Task TheRoomTomorrowAndTheSettingsWrittenAtOnceAllStay()
    {
        await using var host = await PantryHost.Start();
        for (var round = 0; round < 15; round++)
        {
            var view = await host.Get("/api/house");
            var house = view["house"]!.DeepClone();
            house["workshop"]!["currency"] = $"c{round}";
            await Task.WhenAll(
                host.Put("/api/house", new { house, revision = view.Int("revision") }),
                host.Put("/api/today/reading", new { workroomC = 15 + round, humidityPercent = 40 + round }),
                host.Put("/api/today/tomorrow", new { temperatures = new Dictionary<string, double> { ["van"] = 30 + round } }),
                host.Put("/api/today/tomorrow", new { temperatures = new Dictionary<string, double> { ["porch"] = round } })
            );
            Assert.Equal($"c{round}", (await host.Get("/api/house"))["house"]!["workshop"]!.Text("currency"));
            var today = await host.Get("/api/today");
            Assert.Equal(15 + round, today["room"]!["workroomC"]!.GetValue<double>());
            double At(string place) => today["places"]!.AsArray().Single(one => one!.Text("id") == place)!["tomorrowC"]!.GetValue<double>();
            Assert.Equal((30 + round, round), (At("van"), At("porch")));
        }
    }

    [Fact]
    public async Task TwoWindowsChangingTheSettingsAreToldApart()
    {
        await using var host = await PantryHost.Start();
        var house = (await host.Get("/api/house"))["house"]!;
        await host.Put("/api/house", new { house, revision = 0 });
        var problem = await host.Refused(409, HttpMethod.Put, "/api/house", new { house, revision = 0 });
        Assert.Equal("E_CHANGED", problem.Text("error"));
        Assert.Equal(1, problem["theirs"]!.Int("revision"));
    }
}
