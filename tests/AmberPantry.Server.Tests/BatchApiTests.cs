using System.Text.Json.Nodes;

namespace AmberPantry.Server.Tests;

public class BatchApiTests
{
    [Fact]
    public async Task AKilledServerLosesNoStep()
    {
        var host = await PantryHost.Start();
        var folder = Path.GetDirectoryName(host.Options.DataFile)!;
        var batch = await Story.Begin(host);
        var id = batch.Int("id");
        var weigh = Story.FirstWeigh(batch);
        var (gather, poured) = (Guid.NewGuid(), Guid.NewGuid());
        await host.Act(id, new { kind = "record_step", step = "gather" }, gather);
        await host.Act(id, Story.Weigh(weigh, 48.1m), poured);

        await using (var again = await host.Restart())
        {
            batch = await again.Get($"/api/batches/{id}");
            Assert.Equal(2, batch.Int("atIndex"));
            Assert.Equal(48.1m, batch.Decimal("potG"));
            Assert.Equal(id, (await again.Get("/api/today"))["interrupted"]![0]!.Int("id"));

            // The browser sends a step twice when it never heard the answer.
            await again.Act(id, Story.Weigh(weigh, 48.1m), poured);
            Assert.Equal(48.1m, (await again.Get($"/api/batches/{id}")).Decimal("potG"));
            Assert.Equal(2, (await again.Get($"/api/batches/{id}/history")).AsArray().Count);
        }

        Directory.Delete(folder, recursive: true);
    }

    [Fact]
    public async Task AServerBrokenOffAfterEachStepInTurnHasEachOnce()
    {
        var host = await PantryHost.Start();
        var folder = Path.GetDirectoryName(host.Options.DataFile)!;
        var batch = await Story.Begin(host);
        var (id, steps) = (batch.Int("id"), batch.Steps());
        decimal pot = 0;
        for (var at = 0; at < steps.Length; at++)
        {
            var (name, sent) = (steps[at].Text("id"), Guid.NewGuid());
            var weighs = steps[at].Text("kind") == "weigh";
            var told = weighs ? Story.Weigh(name, steps[at].Decimal("targetG")) : new { kind = "record_step", step = name };
            pot += weighs ? steps[at].Decimal("targetG") : 0;
            await host.Act(id, told, sent);
            host = await host.Restart();
            // The page that never heard the answer sends it again.
            batch = await host.Act(id, told, sent);
            Assert.Equal((Math.Min(at + 1, steps.Length - 1), pot), (batch.Int("atIndex"), batch.Decimal("potG")));
            Assert.Equal(at + 1, (await host.Get($"/api/batches/{id}/history")).AsArray().Count);
        }

        await host.DisposeAsync();
        Directory.Delete(folder, recursive: true);
    }

    [Fact]
    public async Task ABatchRunsToTheLogbookWithWhatWasSaidAndSeen()
    {
        await using var host = await PantryHost.Start();
        var batch = await Story.Begin(host);
        var id = batch.Int("id");
        Assert.Matches("^SH-[0-9]{2}-001$", batch["batch"]!.Text("lot"));
        batch = await Story.Make(host, batch, units: 11, over: 0.1m);
        Assert.NotNull(batch["batch"]!["finishedAt"]);
        Assert.All(batch["deviations"]!.AsArray(), line => Assert.Equal(0.1m, line!.Decimal("offG")));
        var slump = batch["batch"]!["slumpC"]!.GetValue<double>();

        await host.Act(
            id,
            new
            {
                kind = "observe",
                what = "thumb_press",
                temperatureC = 20,
                value = 2,
                text = "soft enough",
            }
        );
        batch = await host.Act(
            id,
            new
            {
                kind = "observe",
                what = "slump",
                value = slump - 1,
            }
        );
        var seen = batch["batch"]!["observations"]!;
        Assert.Equal(slump, seen[1]!["said"]!.GetValue<double>(), 6);
        Assert.InRange(seen[0]!["said"]!.GetValue<double>(), 1, 5);
        Assert.Equal(11, (await host.Get("/api/logbook")).Items()[0]!.Int("unitsLeft"));

        foreach (
            var bad in new object[]
            {
                new
                {
                    kind = "observe",
                    what = "thumb_press",
                    temperatureC = 20,
                    value = 7,
                },
                new
                {
                    kind = "observe",
                    what = "thumb_press",
                    temperatureC = 20,
                    value = 2.5,
                },
                new
                {
                    kind = "observe",
                    what = "thumb_press",
                    value = 3,
                },
                new
                {
                    kind = "observe",
                    what = "slump",
                    value = 300,
                },
                new { kind = "observe", what = "slump" },
                new
                {
                    kind = "observe",
                    what = "note",
                    text = "",
                },
            }
        )
        {
            await host.Refused(400, HttpMethod.Post, $"/api/batches/{id}/commands", PantryHost.Acted(bad));
        }

        await host.Act(id, new { kind = "place_stock", place = "cool_box" });
        batch = await host.Act(id, new { kind = "count_stock", unitsLeft = 4 });
        Assert.Equal((4, "cool_box"), (batch["batch"]!.Int("unitsLeft"), batch["batch"]!.Text("place")));
        var tooMany = PantryHost.Acted(new { kind = "count_stock", unitsLeft = 40 });
        Assert.Equal("command.unitsLeft", (await host.Refused(400, HttpMethod.Post, $"/api/batches/{id}/commands", tooMany)).Text("field"));
        Assert.Equal("E_MADE", (await host.Refused(409, HttpMethod.Delete, $"/api/batches/{id}", null)).Text("error"));
    }

    [Fact]
    public async Task AFinishedBatchTakesNoStepAndFinishingTwiceResetsNoStock()
    {
        await using var host = await PantryHost.Start();
        var id = (await Story.Make(host, await Story.Begin(host), units: 12)).Int("id");
        await host.Act(id, new { kind = "count_stock", unitsLeft = 3 });
        var commands = $"/api/batches/{id}/commands";
        foreach (
            var late in new object[]
            {
                new { kind = "finish", units = 12 },
                new { kind = "record_step", step = "gather" },
                new { kind = "go_to_step", step = "gather" },
                new
                {
                    kind = "rescale_pot",
                    step = "gather",
                    weighedG = 5,
                },
            }
        )
        {
            Assert.Equal("E_MADE", (await host.Refused(409, HttpMethod.Post, commands, PantryHost.Acted(late))).Text("error"));
        }

        Assert.Equal(3, (await host.Get($"/api/batches/{id}"))["batch"]!.Int("unitsLeft"));
    }

    [Fact]
    public async Task AnUnfinishedBatchHasNoStock()
    {
        await using var host = await PantryHost.Start();
        var id = (await Story.Begin(host)).Int("id");
        foreach (var early in new object[] { new { kind = "place_stock", place = "shelf" }, new { kind = "count_stock", unitsLeft = 0 } })
        {
            var problem = await host.Refused(
                early.ToString()!.Contains("count") ? 409 : 409,
                HttpMethod.Post,
                $"/api/batches/{id}/commands",
                PantryHost.Acted(early)
            );
            Assert.Equal("E_NOT_NOW", problem.Text("error"));
        }
    }

    [Fact]
    public async Task AStepKeepsTheTimeItHappenedAndAnOlderWordComesTooLate()
    {
        await using var host = await PantryHost.Start();
        var batch = await Story.Begin(host);
        var (id, weigh) = (batch.Int("id"), Story.FirstWeigh(batch));
        await host.Post($"/api/batches/{id}/commands", PantryHost.Acted(Story.Weigh(weigh, 20m), ago: TimeSpan.FromMinutes(30)));
        await host.Post($"/api/batches/{id}/commands", PantryHost.Acted(Story.Weigh(weigh, 10m), ago: TimeSpan.FromMinutes(40)));
        var done = (await host.Get($"/api/batches/{id}"))["batch"]!["done"]!.AsArray().Single()!;
        Assert.Equal(20m, done.Decimal("weighedG"));
        Assert.InRange((DateTime.UtcNow - done["doneAt"]!.GetValue<DateTime>()).TotalMinutes, 29, 31);
        Assert.Equal(2, (await host.Get($"/api/batches/{id}/history")).AsArray().Count);
    }

    [Fact]
    public async Task TheSameIdWithAnotherWordIsAMistakeAndSaidSo()
    {
        await using var host = await PantryHost.Start();
        var batch = await Story.Begin(host);
        var (id, weigh, command) = (batch.Int("id"), Story.FirstWeigh(batch), Guid.NewGuid());
        await host.Act(id, Story.Weigh(weigh, 20m), command);
        var problem = await host.Refused(409, HttpMethod.Post, $"/api/batches/{id}/commands", PantryHost.Acted(Story.Weigh(weigh, 21m), command));
        Assert.Equal("E_REPEATED", problem.Text("error"));
        await host.Refused(400, HttpMethod.Post, $"/api/batches/{id}/commands", PantryHost.Acted(Story.Weigh(weigh, 21m), Guid.Empty));
        await host.Refused(
            400,
            HttpMethod.Post,
            $"/api/batches/{id}/commands",
            PantryHost.Acted(Story.Weigh(weigh, 21m), ago: TimeSpan.FromDays(100))
        );
    }

    [Fact]
    public async Task AnOverPourOffersToScaleTheRestOrToKeepIt()
    {
        await using var host = await PantryHost.Start();
        var batch = await Story.Begin(host);
        var id = batch.Int("id");
        var weighs = batch.Steps().Where(step => step.Text("kind") == "weigh").ToArray();
        await host.Act(id, Story.Weigh(weighs[0].Text("id"), weighs[0].Decimal("targetG")));
        var over = weighs[1];
        var poured = over.Decimal("targetG") * 1.1m;
        var choices = await host.Post($"/api/batches/{id}/over-pour", new { step = over.Text("id"), weighedG = poured });
        Assert.Equal(330m, choices.Decimal("rescaledTotalG"));
        Assert.Single(choices["topUps"]!.AsArray());
        Assert.NotEmpty(choices.Text("keepSays"));

        var once = Guid.NewGuid();
        batch = await host.Act(
            id,
            new
            {
                kind = "rescale_pot",
                step = over.Text("id"),
                weighedG = poured,
            },
            once
        );
        var at = batch.Int("atIndex");
        Assert.StartsWith("Top up", batch.Steps()[at].Text("title"), StringComparison.Ordinal);
        Assert.Equal(weighs[0].Decimal("targetG") * 0.1m, batch.Steps()[at].Decimal("targetG"));
        Assert.Equal(330m, batch["deviations"]!.AsArray().Sum(line => line!.Decimal("plannedG")));

        // Steps of before keep their ids, whatever was put between them; sent again, it is not scaled again.
        Assert.All(weighs, weigh => Assert.Contains(batch.Steps(), step => step.Text("id") == weigh.Text("id")));
        batch = await host.Act(
            id,
            new
            {
                kind = "rescale_pot",
                step = over.Text("id"),
                weighedG = poured,
            },
            once
        );
        Assert.Equal(330m, batch["deviations"]!.AsArray().Sum(line => line!.Decimal("plannedG")));
        Assert.Equal(
            "command.step",
            (await host.Refused(400, HttpMethod.Post, $"/api/batches/{id}/over-pour", new { step = "gather", weighedG = 5 })).Text("field")
        );
    }

    [Fact]
    public async Task WeightsAndTemperaturesMustBePossible()
    {
        await using var host = await PantryHost.Start();
        var batch = await Story.Begin(host);
        var commands = $"/api/batches/{batch.Int("id")}/commands";
        var weigh = Story.FirstWeigh(batch);
        async Task<string> Field(object command) => (await host.Refused(400, HttpMethod.Post, commands, PantryHost.Acted(command))).Text("field");
        Assert.Equal("command.weighedG", await Field(Story.Weigh(weigh, -4)));
        Assert.Equal(
            "command.temperatureC",
            await Field(
                new
                {
                    kind = "record_step",
                    step = weigh,
                    temperatureC = 900,
                }
            )
        );
        Assert.Equal("command.step", await Field(new { kind = "record_step", step = "nowhere" }));
        Assert.Equal(
            "command.weighedG",
            await Field(
                new
                {
                    kind = "record_step",
                    step = weigh,
                    weighedG = "much",
                }
            )
        );
    }

    [Fact]
    public async Task ABatchNotBegunCanBeGivenUpAndFreesItsTrial()
    {
        await using var host = await PantryHost.Start();
        var batch = await Story.Begin(host);
        using var gone = await host.Raw(HttpMethod.Delete, $"/api/batches/{batch.Int("id")}", null);
        Assert.True(gone.IsSuccessStatusCode);
        Assert.Null((await host.Get($"/api/trials/{batch["from"]!.Int("trialId")}"))["madeAt"]);
    }

    [Fact]
    public async Task ABlankPotCannotBeMade()
    {
        await using var host = await PantryHost.Start();
        var trial = await Story.Formula(host, "Blank", from: "blank");
        Assert.Equal("E_EMPTY", (await host.Refused(400, HttpMethod.Post, "/api/batches", new { trial = trial.Int("id") })).Text("error"));
    }

    [Fact]
    public async Task StopsAndHabitsAreReadTickedAndSignedBeforeABatchBegins()
    {
        await using var host = await PantryHost.Start();
        var trial = await Story.Formula(host, "Sun stick", "uv_stick");
        var id = trial.Int("id");
        var start = await host.Get($"/api/batches/start/{id}");
        var check = start["check"]!;
        string[] stops = [.. check["stops"]!.AsArray().Select(stop => stop!.Text("id"))];
        string[] habits = [.. check["habits"]!.AsArray().Select(habit => habit!.Text("id"))];
        Assert.Contains("uv-regulated", stops);
        Assert.Contains("HEAT-01", stops);
        Assert.Contains("moulds", habits);
        async Task Refused(string field, object? signature)
        {
            var problem = await host.Refused(409, HttpMethod.Post, "/api/batches", new { trial = id, signature });
            Assert.Equal(("E_NOT_SIGNED", field), (problem.Text("error"), problem.Text("field")));
        }

        object Signed(string by, string revision, IEnumerable<string> read, IEnumerable<string> ticked) =>
            new
            {
                by,
                revision,
                stops = read,
                ticked,
            };
        var revision = check.Text("revision");
        await Refused("signature.stops", null);
        await Refused("signature.stops", Signed(" ", revision, stops, habits));
        await Refused("signature.stops", Signed("Maker", "another", stops, habits));
        await Refused("signature.stops", Signed("Maker", revision, stops.Skip(1), habits));
        await Refused("signature.ticked", Signed("Maker", revision, stops, habits.Skip(1)));
        // What is read for another mix counts for nothing.
        await host.Post(
            $"/api/trials/{id}/edits",
            new
            {
                revision = trial.Int("revision"),
                command = Guid.NewGuid(),
                edits = new[] { new { kind = "set_batch", batch = new { grams = 444 } } },
            }
        );
        await Refused("signature.stops", Signed("Maker", revision, stops, habits));
        var batch = await host.Begin(id);
        Assert.Equal("Maker", batch.Text("signedBy"));
    }

    [Fact]
    public async Task AMethodIsChosenAndItsStepsFollow()
    {
        await using var host = await PantryHost.Start();
        var trial = await Story.Formula(host, "Slack Tide", "whipped_butter");
        var id = trial.Int("id");
        var start = await host.Get($"/api/batches/start/{id}");
        Assert.Equal("whip_melt_all", start.Text("route"));
        async Task<JsonNode> Choose(object? method) =>
            await host.Post(
                $"/api/trials/{id}/edits",
                new
                {
                    revision = (await host.Get($"/api/trials/{id}")).Int("revision"),
                    command = Guid.NewGuid(),
                    edits = new[] { new { kind = "set_method", method } },
                }
            );
        var chosen = await Choose(new { route = "whip_half_set_cold_oils", choices = new { powder = "thick-trace" } });
        Assert.Equal("made another way", chosen.Text("undo"));
        start = await host.Get($"/api/batches/start/{id}");
        Assert.Equal("whip_half_set_cold_oils", start.Text("route"));
        var steps = start["steps"]!.AsArray().Select(step => step!.Text("id")).ToArray();
        Assert.Contains("stream", steps);
        Assert.Contains("powder-thick", steps);
        Assert.DoesNotContain("powder-whip", steps);
        var refused = await host.Refused(
            400,
            HttpMethod.Post,
            $"/api/trials/{id}/edits",
            new
            {
                revision = chosen.Int("revision"),
                command = Guid.NewGuid(),
                edits = new[] { new { kind = "set_method", method = new { route = (string?)null, choices = new { powder = "by-the-spoon" } } } },
            }
        );
        Assert.Contains("choices.powder", refused.Text("field"), StringComparison.Ordinal);
        var batch = await host.Begin(id);
        Assert.Contains(batch.Steps(), step => step.Text("id") == "stream");
    }

    [Fact]
    public async Task WhatCoolsIsWatchedAndEachReadingIsTakenOnce()
    {
        await using var host = await PantryHost.Start();
        var trial = (await Story.Formula(host, "Slack Tide", "whipped_butter")).Int("id");
        var view = await host.Begin(trial);
        var id = view.Int("id");
        Assert.Null((await host.Get($"/api/batches/{id}/watch"))["cooling"]);
        foreach (var step in view.Steps().TakeWhile(step => step.Text("template") != "chill"))
        {
            await host.Act(
                id,
                new
                {
                    kind = "record_step",
                    step = step.Text("id"),
                    weighedG = step["targetG"]?.GetValue<decimal>(),
                    temperatureC = step.Text("kind") is "cool" or "add" ? 40 : (int?)null,
                }
            );
        }

        var watch = (await host.Get($"/api/batches/{id}/watch"))["cooling"]!;
        Assert.Equal(["opens", "closes"], watch["times"]!.AsArray().Select(time => time!.Text("id")));
        var clock = Assert.Single((await host.Get("/api/batches/clocks"))["clocks"]!.AsArray())!["clock"]!;
        Assert.Equal("whip window opens", clock.Text("words"));
        var command = Guid.NewGuid();
        var read = new
        {
            kind = "read_step",
            step = "chill",
            temperatureC = 39.5,
        };
        await host.Act(id, read, command);
        await host.Act(id, read, command);
        var after = await host.Get($"/api/batches/{id}/watch");
        var one = Assert.Single(after["cooling"]!["readings"]!.AsArray());
        Assert.Equal(command.ToString(), one!.Text("id"));
        foreach (
            var (bad, field) in new (object, string)[]
            {
                (new { kind = "read_step", step = "chill" }, "command.temperatureC"),
                (
                    new
                    {
                        kind = "read_step",
                        step = "chill",
                        place = "moon",
                    },
                    "command.place"
                ),
                (
                    new
                    {
                        kind = "read_step",
                        step = "chill",
                        word = "nice",
                    },
                    "command.word"
                ),
                (
                    new
                    {
                        kind = "read_step",
                        step = "gone",
                        temperatureC = 20,
                    },
                    "command.step"
                ),
            }
        )
        {
            var refused = await host.Refused(400, HttpMethod.Post, $"/api/batches/{id}/commands", PantryHost.Acted(bad));
            Assert.Equal(field, refused.Text("field"));
        }

        await host.Act(id, new { kind = "take_reading_back", reading = command });
        Assert.Empty((await host.Get($"/api/batches/{id}/watch"))["cooling"]!["readings"]!.AsArray());
    }

    [Fact]
    public async Task WhatAPackCannotBearBlocksTheStart()
    {
        await using var host = await PantryHost.Start();
        var house = await host.Get("/api/house");
        var settings = house["house"]!;
        settings["workshop"]!["containers"] = new JsonArray(
            new JsonObject
            {
                ["id"] = "soft",
                ["name"] = "Soft cup",
                ["unit"] = "cup",
                ["millilitres"] = 60,
                ["material"] = "polystyrene",
            }
        );
        await host.Put("/api/house", new { house = settings, revision = house.Int("revision") });
        var trial = await Story.Formula(host);
        await host.Post(
            $"/api/trials/{trial.Int("id")}/edits",
            new
            {
                revision = trial.Int("revision"),
                command = Guid.NewGuid(),
                edits = new[]
                {
                    new
                    {
                        kind = "set_batch",
                        batch = new
                        {
                            grams = 300,
                            units = 5,
                            container = "soft",
                            fillG = 50,
                        },
                    },
                },
            }
        );
        var signature = await host.Signed(trial.Int("id"));
        var problem = await host.Refused(409, HttpMethod.Post, "/api/batches", new { trial = trial.Int("id"), signature });
        Assert.Equal("E_BLOCKED", problem.Text("error"));
        Assert.Contains("bears 55", problem.Text("detail").Replace('\u202f', ' '), StringComparison.Ordinal);
    }
}

/// <summary>Steps of a maker's day that many tests begin with.</summary>
internal static class Story
{
    public static Task<JsonNode> Formula(PantryHost host, string name = "Slipway Hand Balm", string family = "balm", string from = "usual") =>
        host.Post(
            "/api/formulas",
            new
            {
                name,
                family,
                from,
            }
        );

    /// <summary>A batch of a usual balm, begun.</summary>
    public static async Task<JsonNode> Begin(PantryHost host, string name = "Slipway Hand Balm") =>
        await host.Begin((await Formula(host, name)).Int("id"));

    public static string FirstWeigh(JsonNode view) => view.Steps().First(step => step.Text("kind") == "weigh").Text("id");

    public static object Weigh(string step, decimal weighedG) =>
        new
        {
            kind = "record_step",
            step,
            weighedG,
        };

    /// <summary>Records every step and finishes.</summary>
    public static async Task<JsonNode> Make(PantryHost host, JsonNode view, int units = 10, decimal over = 0)
    {
        var id = view.Int("id");
        foreach (var step in view.Steps())
        {
            var name = step.Text("id");
            await host.Act(
                id,
                step.Text("kind") == "weigh" ? Weigh(name, step.Decimal("targetG") + over) : new { kind = "record_step", step = name }
            );
        }

        return await host.Act(
            id,
            new
            {
                kind = "finish",
                units,
                notes = "smooth",
            }
        );
    }
}
