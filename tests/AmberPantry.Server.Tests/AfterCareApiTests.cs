using System.Text.Json.Nodes;

namespace AmberPantry.Server.Tests;

/// <summary>Giving up, putting right, taking out and archiving, through the API: undone again, with a trace.</summary>
public class AfterCareApiTests
{
    private static async Task<JsonNode> Made(PantryHost host, string name = "Slipway Hand Balm", int units = 10) =>
        await Story.Make(host, await Story.Begin(host, name), units);

    private static async Task<IEnumerable<string>> Lots(PantryHost host, string query = "") =>
        (await host.Get($"/api/logbook{query}")).Items().Select(one => one!.Text("lot"));

    [Fact]
    public async Task ASpoiltBatchLeavesMakeAndStandsInTheLogbookWithItsReason()
    {
        await using var host = await PantryHost.Start();
        var begun = await Story.Begin(host);
        var id = begun.Int("id");
        await host.Act(id, Story.Weigh(Story.FirstWeigh(begun), 40));
        var undone = PantryHost.Acted(new { kind = "give_up", reason = "" });
        Assert.Equal("command.reason", (await host.Refused(400, HttpMethod.Post, $"/api/batches/{id}/commands", undone)).Text("field"));
        var command = Guid.NewGuid();
        await host.Act(id, new { kind = "give_up", reason = "seized" }, command);
        var twice = await host.Act(id, new { kind = "give_up", reason = "seized" }, command);
        Assert.Equal("seized", twice["batch"]!.Text("givenUpFor"));
        Assert.Empty((await host.Get("/api/batches")).Items());
        Assert.Empty((await host.Get("/api/today"))["stock"]!.AsArray());
        Assert.Equal("seized", (await host.Get("/api/logbook?state=given_up")).Items().Single()!.Text("givenUpFor"));
        Assert.Empty((await host.Get("/api/logbook?state=finished")).Items());
        await host.Act(id, new { kind = "take_up" });
        Assert.Equal(id, (await host.Get("/api/batches")).Items().Single()!.Int("id"));
        var kinds = (await host.Get($"/api/batches/{id}/history")).AsArray().Select(one => one!["command"]!.Text("kind"));
        Assert.Equal(["record_step", "give_up", "take_up"], kinds);
    }

    [Fact]
    public async Task ACorrectionIsToldInTheUnitsOfTheHouseAndSurvivesARestartAndACopy()
    {
        await using var host = await PantryHost.Start();
        var made = await Made(host);
        var (id, weigh) = (made.Int("id"), Story.FirstWeigh(made));
        await host.Act(
            id,
            new
            {
                kind = "correct_step",
                step = weigh,
                weighedG = 100,
                reason = "the pan was on it",
            }
        );
        var house = (await host.Get("/api/house"))["house"]!;
        house["workshop"]!["weight"] = "ounces";
        await host.Put("/api/house", new { house });
        var told = (await host.Get($"/api/batches/{id}"))["batch"]!["corrections"]![0]!;
        Assert.Equal("3.53 oz", told.Text("now").Replace('\u202f', ' '));
        Assert.EndsWith("oz", told.Text("was"), StringComparison.Ordinal);
        Assert.Equal("the pan was on it", told.Text("reason"));
        var copy = await Copies.Take(host);
        await using var other = await PantryHost.Start();
        await Copies.Keep(other, await Copies.Bring(other, copy));
        Assert.Equal("the pan was on it", (await other.Get($"/api/batches/{id}"))["batch"]!["corrections"]![0]!.Text("reason"));
        await using var again = await host.Restart();
        Assert.Single((await again.Get($"/api/batches/{id}"))["batch"]!["corrections"]!.AsArray());
    }

    [Fact]
    public async Task StockTakenByHandLeavesTodayAndComesBack()
    {
        await using var host = await PantryHost.Start();
        var id = (await Made(host)).Int("id");
        var sold = Guid.NewGuid();
        object Taking(int units) =>
            new
            {
                kind = "take_stock",
                units,
                @for = "sold",
                note = "quay market",
            };
        await host.Act(id, Taking(10), sold);
        Assert.Empty((await host.Get("/api/today"))["stock"]!.AsArray());
        Assert.Empty(await Lots(host, "?state=in_stock"));
        var none = await host.Refused(400, HttpMethod.Post, $"/api/batches/{id}/commands", PantryHost.Acted(Taking(1)));
        Assert.Equal("command.units", none.Text("field"));
        await host.Act(id, new { kind = "put_stock_back", taken = sold });
        Assert.Equal(10, (await host.Get("/api/today"))["stock"]![0]!.Int("units"));
    }

    [Fact]
    public async Task AnArchivedBatchIsOutOfTheListsUntilItIsBroughtBack()
    {
        await using var host = await PantryHost.Start();
        var id = (await Made(host, units: 0)).Int("id");
        await host.Act(id, new { kind = "archive" });
        Assert.Empty(await Lots(host));
        Assert.Single(await Lots(host, "?state=archived"));
        await host.Act(id, new { kind = "bring_back" });
        Assert.Single(await Lots(host));
    }

    [Fact]
    public async Task AnArchivedFormulaIsOutOfTheListsAndItsBatchesStay()
    {
        await using var host = await PantryHost.Start();
        var made = await Made(host);
        var trial = await host.Get($"/api/trials/{made["from"]!.Int("trialId")}");
        var address = $"/api/formulas/{trial.Int("formulaId")}/archived";
        await host.Put(address, new { archived = true });
        var archived = await host.Put(address, new { archived = true });
        Assert.NotNull(archived["archivedAt"]);
        Assert.Empty((await host.Get("/api/formulas")).Items());
        Assert.Empty((await host.Get("/api/today"))["formulas"]!.AsArray());
        Assert.Single((await host.Get("/api/formulas?archived=true")).Items());
        Assert.Single(await Lots(host));
        Assert.NotNull((await host.Get($"/api/trials/{trial.Int("id")}"))["formulaArchivedAt"]);
        await host.Put(address, new { archived = false });
        Assert.Single((await host.Get("/api/formulas")).Items());
        await host.Refused(404, HttpMethod.Put, "/api/formulas/99/archived", new { archived = true });
    }

    [Fact]
    public async Task AnArchivedTrialGivesItsPlaceToTheNextAndNeverItsNumber()
    {
        await using var host = await PantryHost.Start();
        var first = await Story.Formula(host);
        var second = await host.Post($"/api/trials/{first.Int("id")}/fork", new { intent = "firmer" });
        await host.Put($"/api/trials/{second.Int("id")}/archived", new { archived = true });
        var brief = (await host.Get("/api/formulas")).Items().Single()!;
        Assert.Equal((first.Int("id"), 1, 1), (brief.Int("trial"), brief.Int("trialNumber"), brief.Int("trials")));
        var third = await host.Post($"/api/trials/{first.Int("id")}/fork", new { intent = "softer" });
        Assert.Equal(3, third.Int("number"));
        Assert.Equal([false, true, false], third["trials"]!.AsArray().Select(one => one!["archivedAt"] is not null));
        await host.Put($"/api/trials/{third.Int("id")}/archived", new { archived = true });
        var last = await host.Refused(400, HttpMethod.Put, $"/api/trials/{first.Int("id")}/archived", new { archived = true });
        Assert.Contains("only one", last.Text("detail"), StringComparison.Ordinal);
        Assert.Equal(first.Int("id"), (await host.Get("/api/formulas")).Items().Single()!.Int("trial"));
        await host.Put($"/api/trials/{third.Int("id")}/archived", new { archived = false });
        Assert.Equal(third.Int("id"), (await host.Get("/api/formulas")).Items().Single()!.Int("trial"));
    }

    [Fact]
    public async Task WhatATrialIsAfterAndItsNotesAreChangedAlsoWhenItIsMade()
    {
        await using var host = await PantryHost.Start();
        var id = (await Made(host))["from"]!.Int("trialId");
        var seen = new { intent = "first trial", notes = "" };
        var told = await host.Put(
            $"/api/trials/{id}/about",
            new
            {
                intent = " stands the van ",
                notes = "soft at 30\ntry 12",
                seen,
            }
        );
        Assert.Equal(("stands the van", "soft at 30\ntry 12"), (told.Text("intent"), told.Text("notes")));
        object Late(string intent) =>
            new
            {
                intent,
                notes = "",
                seen,
            };
        var late = await host.Refused(409, HttpMethod.Put, $"/api/trials/{id}/about", Late("glossier"));
        Assert.Equal("intent", late.Text("field"));
        Assert.Contains("stands the van", late.Text("detail"), StringComparison.Ordinal);
        Assert.Equal("intent", (await host.Refused(400, HttpMethod.Put, $"/api/trials/{id}/about", Late(" "))).Text("field"));
        var long_ = new { intent = "x", notes = new string('n', 4001) };
        Assert.Equal("notes", (await host.Refused(400, HttpMethod.Put, $"/api/trials/{id}/about", long_)).Text("field"));
        Assert.Equal("stands the van", (await host.Get($"/api/trials/{id}")).Text("intent"));
    }

    [Fact]
    public async Task AKindIsChangedLikeAnyOtherEditAndUndone()
    {
        await using var host = await PantryHost.Start();
        var trial = await Story.Formula(host);
        object Become(string family) =>
            new
            {
                revision = 0,
                command = Guid.NewGuid(),
                edits = new[] { new { kind = "set_family", family } },
            };
        await host.Refused(400, HttpMethod.Post, $"/api/trials/{trial.Int("id")}/edits", Become("sponge"));
        var stick = await host.Post($"/api/trials/{trial.Int("id")}/edits", Become("stick"));
        Assert.Equal(("stick", "tin balm → stick"), (stick["content"]!.Text("family"), stick.Text("undo")));
        Assert.Equal("stick", (await host.Get("/api/formulas")).Items().Single()!.Text("family"));
        var back = await host.Post($"/api/trials/{trial.Int("id")}/undo", new { revision = stick.Int("revision") });
        Assert.Equal("balm", back["content"]!.Text("family"));
    }

    [Fact]
    public async Task ASpoonIsTakenAndItsDoubtStandsInWhatWasDone()
    {
        await using var host = await PantryHost.Start();
        var trial = await Story.Formula(host);
        object Typed(string share) =>
            new
            {
                revision = 0,
                edits = new[]
                {
                    new
                    {
                        kind = "add_line",
                        material = "jojoba oil",
                        share,
                    },
                },
            };
        var wrong = await host.Refused(400, HttpMethod.Post, $"/api/trials/{trial.Int("id")}/edits", Typed("2 thimbles"));
        Assert.Contains("1 tsp", wrong.Text("remedy"), StringComparison.Ordinal);
        var edited = await host.Post($"/api/trials/{trial.Int("id")}/edits", Typed("2 tsp"));
        Assert.Matches(@"2 tsp is about 8\.\d g, 6\.\d to 10\.\d g: weigh it", edited.Text("undo").Replace('\u202f', ' '));
    }

    [Fact]
    public async Task ACopyOfAFormulaBeginsWithTheTrialItIsMadeFrom()
    {
        await using var host = await PantryHost.Start();
        var from = await Story.Formula(host);
        object Copied(string name, int? of) =>
            new
            {
                name,
                family = "balm",
                from = "copy",
                of,
            };
        var copy = await host.Post("/api/formulas", Copied("Winter Hand Balm", from.Int("id")));
        Assert.True(JsonNode.DeepEquals(from["content"], copy["content"]));
        Assert.NotEqual(from.Int("formulaId"), copy.Int("formulaId"));
        Assert.Equal("of", (await host.Refused(400, HttpMethod.Post, "/api/formulas", Copied("Spring Balm", 99))).Text("field"));
        Assert.Equal("of", (await host.Refused(400, HttpMethod.Post, "/api/formulas", Copied("Spring Balm", null))).Text("field"));
        Assert.Equal("name", (await host.Refused(400, HttpMethod.Post, "/api/formulas", Copied("Winter Hand Balm", from.Int("id")))).Text("field"));
        Assert.Equal(2, (await host.Get("/api/formulas")).Int("total"));
    }

    [Theory]
    [InlineData("slipway 2", "firmer")]
    [InlineData("hand trial 1", "first trial")]
    [InlineData("FIRM balm", "firmer")]
    [InlineData("slipway 9", null)]
    public async Task ATrialIsFoundByNameNumberAndIntent(string search, string? intent)
    {
        await using var host = await PantryHost.Start();
        var first = await Story.Formula(host);
        await host.Post($"/api/trials/{first.Int("id")}/fork", new { intent = "firmer" });
        var put = await host.Post($"/api/trials/{first.Int("id")}/fork", new { intent = "firmer still" });
        await host.Put($"/api/trials/{put.Int("id")}/archived", new { archived = true });
        var found = (await host.Get($"/api/trials?search={Uri.EscapeDataString(search)}")).AsArray();
        Assert.Equal(intent is null ? [] : [intent], found.Select(one => one!.Text("intent")));
        Assert.Equal("take", (await host.Refused(400, HttpMethod.Get, "/api/trials?take=0", null)).Text("field"));
    }

    [Theory]
    [InlineData("hand slipway", 1)]
    [InlineData("SLIP balm", 1)]
    [InlineData("smooth", 2)]
    [InlineData("lamp smooth", 1)]
    [InlineData("first trial", 2)]
    [InlineData("slipway lamp", 0)]
    [InlineData("100%", 0)]
    [InlineData("_", 0)]
    public async Task TheLogbookIsSearchedByEveryWord(string search, int found)
    {
        await using var host = await PantryHost.Start();
        await Made(host);
        await Made(host, "Lamp Salve");
        Assert.Equal(found, (await host.Get($"/api/logbook?search={Uri.EscapeDataString(search)}")).Int("total"));
    }

    [Fact]
    public async Task TheLogbookIsSearchedByDayMonthAndYear()
    {
        await using var host = await PantryHost.Start();
        await Made(host);
        var now = DateTime.Now;
        string[] mean =
        [
            $"{now:yyyy}",
            $"{now:yyyy-MM}",
            $"{now:yyyy-MM-dd}",
            now.ToString("MMMM", System.Globalization.CultureInfo.InvariantCulture),
        ];
        foreach (var word in mean)
        {
            Assert.Single(await Lots(host, $"?search={word}"));
        }

        Assert.Empty(await Lots(host, $"?search={now.AddYears(-1):yyyy}"));
        Assert.Empty(await Lots(host, $"?search={now.AddDays(-3):yyyy-MM-dd}"));
        Assert.Empty(await Lots(host, "?search=2026-13-45"));
    }

    [Fact]
    public async Task TheLogbookIsSortedAndPagedEveryWay()
    {
        await using var host = await PantryHost.Start();
        foreach (var name in new[] { "Cove Balm", "Anchor Balm", "Buoy Balm" })
        {
            await Story.Begin(host, name);
        }

        async Task<string[]> Paged(string order)
        {
            var (names, after) = (new List<string>(), "");
            do
            {
                var page = await host.Get($"/api/logbook?take=1&order={order}{after}");
                names.Add(page.Items().Single()!.Text("formulaName")[..1]);
                after = page["next"] is { } next ? $"&after={Uri.EscapeDataString(next.GetValue<string>())}" : "";
            } while (after.Length > 0);
            return [.. names];
        }

        Assert.Equal(["B", "A", "C"], await Paged("newest"));
        Assert.Equal(["C", "A", "B"], await Paged("oldest"));
        Assert.Equal(["A", "B", "C"], await Paged("name"));
        Assert.Equal(["A", "B", "C"], await Paged("lot"));
        Assert.Equal(["B", "A", "C"], await Paged("touched"));
        Assert.Equal("order", (await host.Refused(400, HttpMethod.Get, "/api/logbook?order=size", null)).Text("field"));
        Assert.Equal("state", (await host.Refused(400, HttpMethod.Get, "/api/logbook?state=lost", null)).Text("field"));
    }
}
