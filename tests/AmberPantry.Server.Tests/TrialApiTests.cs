using System.Text.Json.Nodes;

namespace AmberPantry.Server.Tests;

public class TrialApiTests
{
    private static object Set(JsonNode trial, string line, string share) =>
        new
        {
            revision = trial.Int("revision"),
            edits = new[]
            {
                new
                {
                    kind = "set_share",
                    line,
                    share,
                },
            },
        };

    private static Task<JsonNode> Begin(PantryHost host, string name = "Slipway", string family = "balm") =>
        host.Post(
            "/api/formulas",
            new
            {
                name,
                family,
                from = "usual",
            }
        );

    [Fact]
    public async Task EveryEditIsKeptAndUndoneStepByStepEvenAfterARestart()
    {
        var host = await PantryHost.Start();
        var folder = Path.GetDirectoryName(host.Options.DataFile)!;
        var trial = await Begin(host);
        var id = trial.Int("id");
        for (var i = 0; i < 5; i++)
        {
            trial = await host.Post($"/api/trials/{id}/edits", Set(trial, "L1", $"{17 + i}"));
        }

        await using var again = await host.Restart();
        trial = await again.Get($"/api/trials/{id}");
        Assert.Equal(21m, trial.Share(0));
        Assert.Equal("beeswax 20.0 → 21.0, sunflower oil 55.5 → 54.5", trial.Text("undo"));
        for (var i = 0; i < 5; i++)
        {
            trial = await again.Post($"/api/trials/{id}/undo", new { revision = trial.Int("revision") });
        }

        Assert.Equal(16m, trial.Share(0));
        Assert.Null(trial["undo"]);
        trial = await again.Post($"/api/trials/{id}/redo", new { revision = trial.Int("revision") });
        Assert.Equal(17m, trial.Share(0));
        await again.Refused(
            400,
            HttpMethod.Post,
            $"/api/trials/{id}/undo",
            new { revision = (await again.Post($"/api/trials/{id}/undo", new { revision = trial.Int("revision") })).Int("revision") }
        );
        await again.DisposeAsync();
        Directory.Delete(folder, recursive: true);
    }

    [Fact]
    public async Task AHundredStepsAreRemembered()
    {
        await using var host = await PantryHost.Start();
        var trial = await Begin(host);
        var id = trial.Int("id");
        for (var i = 1; i <= 110; i++)
        {
            trial = await host.Post($"/api/trials/{id}/edits", Set(trial, "L1", $"{10 + (i / 10m)}"));
        }

        var undone = 0;
        while (trial["undo"] is not null)
        {
            trial = await host.Post($"/api/trials/{id}/undo", new { revision = trial.Int("revision") });
            undone++;
        }

        Assert.Equal(100, undone);
        Assert.Equal(11m, trial.Share(0));
    }

    [Fact]
    public async Task TwoWindowsAreToldApart()
    {
        await using var host = await PantryHost.Start();
        var trial = await Begin(host);
        var id = trial.Int("id");
        await host.Post($"/api/trials/{id}/edits", Set(trial, "L1", "18"));
        var problem = await host.Refused(409, HttpMethod.Post, $"/api/trials/{id}/edits", Set(trial, "L1", "14"));
        Assert.Equal("E_CHANGED", problem.Text("error"));
        Assert.Equal(18m, problem["theirs"]!.Share(0));
        Assert.Contains("another window", problem.Text("detail"), StringComparison.Ordinal);
    }

    [Fact]
    public async Task AMadeTrialStaysAsItIsAndTheNextBeginsFromIt()
    {
        await using var host = await PantryHost.Start();
        var trial = await Begin(host);
        var id = trial.Int("id");
        await host.Begin(id);
        trial = await host.Get($"/api/trials/{id}");
        var problem = await host.Refused(409, HttpMethod.Post, $"/api/trials/{id}/edits", Set(trial, "L1", "14"));
        Assert.Equal("E_MADE", problem.Text("error"));
        Assert.Equal("Changing it starts trial 2.", problem.Text("remedy"));
        await host.Refused(400, HttpMethod.Post, $"/api/trials/{id}/fork", new { intent = "  " });
        var next = await host.Post(
            $"/api/trials/{id}/fork",
            new
            {
                intent = "less wax",
                edits = new[]
                {
                    new
                    {
                        kind = "set_share",
                        line = "L1",
                        share = "14",
                    },
                },
            }
        );
        Assert.Equal((2, 14m), (next.Int("number"), next.Share(0)));
        Assert.Equal(16m, (await host.Get($"/api/trials/{id}")).Share(0));
    }

    [Theory]
    [InlineData("Jo’s “best” balm")]
    [InlineData("🧴 balm 🐝")]
    [InlineData("מרכך ידיים")]
    [InlineData("<script>alert(1)</script>")]
    [InlineData("'; DROP TABLE Formulas; --")]
    public async Task NamesAreTakenAsTheyAre(string name)
    {
        await using var host = await PantryHost.Start();
        var trial = await Begin(host, name);
        Assert.Equal(name, (await host.Get($"/api/trials/{trial.Int("id")}")).Text("formulaName"));
        Assert.Equal(name, (await host.Get("/api/formulas")).Items()[0]!.Text("name"));
        Assert.Equal(
            "E_TWICE",
            (
                await host.Refused(
                    400,
                    HttpMethod.Post,
                    "/api/formulas",
                    new
                    {
                        name,
                        family = "balm",
                        from = "blank",
                    }
                )
            ).Text("error")
        );
    }

    [Theory]
    [InlineData("")]
    [InlineData("   ")]
    [InlineData(null)]
    public async Task AFormulaNeedsAName(string? name)
    {
        await using var host = await PantryHost.Start();
        await host.Refused(
            400,
            HttpMethod.Post,
            "/api/formulas",
            new JsonObject
            {
                ["name"] = name,
                ["family"] = "balm",
                ["from"] = "blank",
            }
        );
        Assert.Equal(
            "name",
            (
                await host.Refused(
                    400,
                    HttpMethod.Post,
                    "/api/formulas",
                    new
                    {
                        name = new string('x', 300),
                        family = "balm",
                        from = "blank",
                    }
                )
            ).Text("field")
        );
    }

    [Theory]
    [InlineData("-1", "E_RANGE")]
    [InlineData("101", "E_RANGE")]
    [InlineData("ten", "E_NOT_A_NUMBER")]
    [InlineData("1234567890123456789012345678901234567890", "E_NOT_A_NUMBER")]
    public async Task ABadShareIsRefusedAndNothingChanges(string share, string code)
    {
        await using var host = await PantryHost.Start();
        var trial = await Begin(host);
        var problem = await host.Refused(400, HttpMethod.Post, $"/api/trials/{trial.Int("id")}/edits", Set(trial, "L1", share));
        Assert.Equal((code, "percent"), (problem.Text("error"), problem.Text("field")));
        Assert.Equal(trial.ToJsonString(), (await host.Get($"/api/trials/{trial.Int("id")}")).ToJsonString());
    }

    [Theory]
    [InlineData("12,5", 12.5)]
    [InlineData("1/8", 12.5)]
    [InlineData("45 g", 15)]
    public async Task SharesAreReadAsMakersWriteThem(string share, double percent)
    {
        await using var host = await PantryHost.Start();
        var trial = await Begin(host);
        Assert.Equal((decimal)percent, (await host.Post($"/api/trials/{trial.Int("id")}/edits", Set(trial, "L1", share))).Share(0));
    }

    [Fact]
    public async Task AFindingSetAsideKeepsItsReason()
    {
        await using var host = await PantryHost.Start();
        var id = (await Begin(host)).Int("id");
        await host.Refused(
            400,
            HttpMethod.Post,
            $"/api/trials/{id}/set-aside",
            new
            {
                finding = "grain",
                reason = " ",
                value = 8,
            }
        );
        var trial = await host.Post(
            $"/api/trials/{id}/set-aside",
            new
            {
                finding = "grain",
                reason = "I cool it fast",
                value = 8,
            }
        );
        Assert.Equal("I cool it fast", trial["setAside"]![0]!.Text("reason"));
        using var back = await host.Raw(HttpMethod.Delete, $"/api/trials/{id}/set-aside/grain", null);
        Assert.Empty((await host.Get($"/api/trials/{id}"))["setAside"]!.AsArray());
    }

    [Fact]
    public async Task AssessingTakesEditsWhatIfAndRefusesBadFormulas()
    {
        await using var host = await PantryHost.Start();
        var trial = await Begin(host);
        var formula = trial["content"]!;
        var plain = await host.Post("/api/assess", new { formula, remedies = true });
        var firmer = await host.Post(
            "/api/assess",
            new
            {
                formula,
                edits = new[]
                {
                    new
                    {
                        kind = "set_share",
                        line = "L1",
                        share = "24",
                    },
                },
            }
        );
        Assert.True(
            firmer["assessment"]!["parts"]!["melt"]!["slumpC"]!.GetValue<double>()
                > plain["assessment"]!["parts"]!["melt"]!["slumpC"]!.GetValue<double>()
        );
        var hot = await host.Post(
            "/api/assess",
            new
            {
                formula,
                probe = new
                {
                    kind = "landmark",
                    id = "van",
                    value = 80,
                },
            }
        );
        Assert.Equal("liquid", hot["assessment"]!["parts"]!["melt"]!["landmarks"]!.AsArray().Single(one => one!.Text("id") == "van")!.Text("says"));
        await host.Refused(
            400,
            HttpMethod.Post,
            "/api/assess",
            new
            {
                formula,
                probe = new
                {
                    kind = "landmark",
                    id = "van",
                    value = 800,
                },
            }
        );

        JsonNode Broken(Action<JsonArray> spoil)
        {
            var copy = formula.DeepClone();
            spoil(copy["lines"]!.AsArray());
            return new JsonObject { ["formula"] = copy };
        }

        Assert.Equal(
            "formula.lines[0].material",
            (await host.Refused(400, HttpMethod.Post, "/api/assess", Broken(lines => lines[0]!["material"] = "moon dust"))).Text("field")
        );
        Assert.Equal(
            "E_TWICE",
            (await host.Refused(400, HttpMethod.Post, "/api/assess", Broken(lines => lines[1]!["material"] = "beeswax"))).Text("error")
        );
        Assert.Equal(
            "formula.lines[0].percent",
            (await host.Refused(400, HttpMethod.Post, "/api/assess", Broken(lines => lines[0]!["percent"] = -5))).Text("field")
        );
        Assert.Equal(
            "formula.lines",
            (await host.Refused(400, HttpMethod.Post, "/api/assess", Broken(lines => lines[0]!["percent"] = 5))).Text("field")
        );
        Assert.Equal(
            "E_RANGE",
            (
                await host.Refused(
                    400,
                    HttpMethod.Post,
                    "/api/assess",
                    Broken(lines =>
                    {
                        for (var i = 0; i < 200; i++)
                        {
                            lines.Add(
                                new JsonObject
                                {
                                    ["id"] = $"X{i}",
                                    ["material"] = "olive oil",
                                    ["percent"] = 0,
                                    ["phase"] = "melt",
                                }
                            );
                        }
                    })
                )
            ).Text("error")
        );
        var empty = await host.Post("/api/assess", Broken(lines => lines.Clear()));
        Assert.Equal("Nothing in the pot melts yet.", empty["assessment"]!["parts"]!["melt"]!.Text("sentence"));
    }

    [Fact]
    public async Task AMixIsFoundOrItSaysWhyNot()
    {
        await using var host = await PantryHost.Start();
        var trial = await Begin(host, family: "salve");
        var found = await host.Post("/api/mix", new { formula = trial["content"], holdsAtC = 50 });
        Assert.Contains("slumps", found.Text("says"), StringComparison.Ordinal);
        Assert.Equal(
            "holdsAtC",
            (await host.Refused(400, HttpMethod.Post, "/api/mix", new { formula = trial["content"], holdsAtC = 200 })).Text("field")
        );
        await host.Refused(404, HttpMethod.Get, "/api/trials/999", null);
    }

    [Fact]
    public async Task AMixWithSeveralMissingAmountsBeginsNoBatchUnread()
    {
        await using var host = await PantryHost.Start();
        var trial = await Begin(host);
        var id = trial.Int("id");
        trial = await host.Post($"/api/trials/{id}/edits", Set(trial, "L1", "?"));
        Assert.Equal("how much beeswax is not known", trial.Text("undo"));
        trial = await host.Post($"/api/trials/{id}/edits", Set(trial, "L2", "?"));
        var refused = await host.Refused(409, HttpMethod.Post, "/api/batches", new { trial = id });
        Assert.Contains("amounts are missing", refused.Text("detail"), StringComparison.Ordinal);
        trial = await host.Post($"/api/trials/{id}/edits", Set(trial, "L2", "20"));
        await host.Begin(id);
    }

    [Fact]
    public async Task AChangeIsCarriedIntoAVariantAsItIsShown()
    {
        await using var host = await PantryHost.Start();
        var first = await Begin(host);
        var variant = await host.Post(
            $"/api/trials/{first.Int("id")}/fork",
            new
            {
                intent = "for winter",
                edits = new[]
                {
                    new
                    {
                        kind = "set_share",
                        line = "L1",
                        share = "10",
                    },
                },
            }
        );
        var next = await host.Post($"/api/trials/{first.Int("id")}/fork", new { intent = "more shea" });
        next = await host.Post($"/api/trials/{next.Int("id")}/edits", Set(next, "L2", "35"));
        var asked = $"/api/trials/{next.Int("id")}/carried?since={first.Int("id")}&into={variant.Int("id")}";
        var carried = await host.Get(asked);
        var begun = await host.Post($"/api/trials/{variant.Int("id")}/fork", new { intent = "in step", edits = carried["edits"] });
        Assert.Equal((10m, 35m), (begun.Share(0), begun.Share(1)));
        await host.Refused(400, HttpMethod.Get, $"/api/trials/{next.Int("id")}/carried?since={next.Int("id")}&into={variant.Int("id")}", null);
        await host.Refused(404, HttpMethod.Get, $"/api/trials/{next.Int("id")}/carried?since=999&into=1", null);
    }
}
