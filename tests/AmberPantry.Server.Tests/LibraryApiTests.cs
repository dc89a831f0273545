using System.Text.Json.Nodes;

namespace AmberPantry.Server.Tests;

/// <summary>Formulas found, tagged, chosen for something, split, taken out and brought in.</summary>
public class LibraryApiTests
{
    private static Task<JsonNode> Begin(PantryHost host, string name, string family = "balm") =>
        host.Post(
            "/api/formulas",
            new
            {
                name,
                family,
                from = "usual",
            }
        );

    private static string[] Names(JsonNode page) => [.. page["items"]!.AsArray().Select(row => row!.Text("name")).Order(StringComparer.Ordinal)];

    private static Task<JsonNode> Find(PantryHost host, string search, string more = "") =>
        host.Get($"/api/formulas/library?search={Uri.EscapeDataString(search)}{more}");

    [Fact]
    public async Task FormulasAreFoundByWhatTheyAre()
    {
        await using var host = await PantryHost.Start(demo: true);
        var all = (await Find(host, "", "&take=200"))["total"]!.GetValue<int>();
        Assert.True(all > 10);
        Assert.Contains("Slipway Hand Balm", Names(await Find(host, "slump > 45 with lanolin")));
        Assert.DoesNotContain("Slipway Hand Balm", Names(await Find(host, "slump > 45 no lanolin")));
        var cheap = await Find(host, "under £0.60", "&order=cost");
        Assert.Equal(["cost under £0.60"], cheap["understood"]!.AsArray().Select(one => one!.GetValue<string>()));
        Assert.All(cheap["items"]!.AsArray(), row => Assert.True(Money(row!) < 0.60));
        Assert.Equal(cheap["items"]!.AsArray().Select(row => Money(row!)).Order(), cheap["items"]!.AsArray().Select(row => Money(row!)));
        var refused = await host.Refused(400, HttpMethod.Get, "/api/formulas/library?search=crunch%20%3E%204", null);
        Assert.Equal("search", refused.Text("field"));

        static double Money(JsonNode row) => double.Parse(row.Text("each")[1..], System.Globalization.CultureInfo.InvariantCulture);
    }

    [Fact]
    public async Task AChangedTrialIsFoundByWhatItIsNow()
    {
        await using var host = await PantryHost.Start();
        var trial = await Begin(host, "Slipway");
        Assert.Equal(["Slipway"], Names(await Find(host, "no mango")));
        await host.Post(
            $"/api/trials/{trial.Int("id")}/edits",
            new
            {
                revision = 0,
                edits = new[]
                {
                    new
                    {
                        kind = "add_line",
                        material = "mango butter",
                        share = "5",
                    },
                },
            }
        );
        Assert.Empty(Names(await Find(host, "no mango")));
        Assert.Equal(["Slipway"], Names(await Find(host, "mango > 4.9")));
    }

    [Fact]
    public async Task TheTrialThatIsSoldStandsForItsFormula()
    {
        await using var host = await PantryHost.Start();
        var first = await Begin(host, "Slipway");
        var second = await host.Post($"/api/trials/{first.Int("id")}/fork", new { intent = "softer", edits = Array.Empty<object>() });
        Assert.Equal(2, (await Find(host, ""))["items"]![0]!["trialNumber"]!.GetValue<int>());
        var chosen = await host.Put($"/api/trials/{first.Int("id")}/stands-for", new { part = "sold", stands = true });
        Assert.Equal("sold", chosen["trials"]![0]!["standsFor"]![0]!.GetValue<string>());
        Assert.Equal(1, (await Find(host, ""))["items"]![0]!["trialNumber"]!.GetValue<int>());
        // Another takes its place, and what is put away stands for nothing.
        await host.Put($"/api/trials/{second.Int("id")}/stands-for", new { part = "sold", stands = true });
        await host.Put($"/api/trials/{second.Int("id")}/stands-for", new { part = "winter", stands = true });
        var away = await host.Put($"/api/trials/{second.Int("id")}/archived", new { archived = true });
        Assert.All(away["trials"]!.AsArray(), one => Assert.Empty(one!["standsFor"]!.AsArray()));
        var refused = await host.Refused(400, HttpMethod.Put, $"/api/trials/{second.Int("id")}/stands-for", new { part = "sold", stands = true });
        Assert.Equal("stands", refused.Text("field"));
    }

    [Fact]
    public async Task TagsGoOnAndOffSeveralAtOnceAndComeThroughACopy()
    {
        await using var host = await PantryHost.Start();
        int[] ids = [(await Begin(host, "A"))["formulaId"]!.GetValue<int>(), (await Begin(host, "B"))["formulaId"]!.GetValue<int>()];
        await host.Put(
            "/api/formulas/tags",
            new
            {
                formulas = ids,
                add = new[] { "#gift", "two words" },
                remove = Array.Empty<string>(),
            }
        );
        Assert.Equal(["A", "B"], Names(await Find(host, "#gift #two-words")));
        await host.Put(
            "/api/formulas/tags",
            new
            {
                formulas = ids[..1],
                add = Array.Empty<string>(),
                remove = new[] { "GIFT" },
            }
        );
        Assert.Equal(["B"], Names(await Find(host, "#gift")));
        Assert.Contains("\"tags\":[\"gift\",\"two-words\"]", Copies.Parts(await Copies.Take(host))["formulas.jsonl"], StringComparison.Ordinal);
        var refused = await host.Refused(
            400,
            HttpMethod.Put,
            "/api/formulas/tags",
            new
            {
                formulas = ids,
                add = new[] { new string('x', 40) },
                remove = Array.Empty<string>(),
            }
        );
        Assert.Equal("add", refused.Text("field"));
        await host.Refused(
            404,
            HttpMethod.Put,
            "/api/formulas/tags",
            new
            {
                formulas = new[] { 999 },
                add = new[] { "x" },
                remove = Array.Empty<string>(),
            }
        );
    }

    [Fact]
    public async Task ABaseIsSplitOnceHoweverOftenItIsSent()
    {
        await using var host = await PantryHost.Start();
        var control = await Begin(host, "Slipway");
        var arms = new object[]
        {
            new
            {
                edits = new[]
                {
                    new
                    {
                        kind = "add_line",
                        material = "arrowroot starch",
                        share = "6",
                    },
                },
                intent = "drier",
            },
        };
        var planned = await host.Post($"/api/trials/{control.Int("id")}/split/plan", new { arms, gramsPerArm = 80 });
        Assert.Empty(planned["codes"]!.AsArray());
        var asked = new
        {
            id = Guid.NewGuid(),
            arms,
            gramsPerArm = 80,
        };
        var begun = await host.Post($"/api/trials/{control.Int("id")}/split", asked);
        var again = await host.Post($"/api/trials/{control.Int("id")}/split", asked);
        Assert.Equal(begun.ToJsonString(), again.ToJsonString());
        Assert.Equal(2, begun["codes"]!.AsArray().Select(code => code!.GetValue<string>()).Distinct().Count());
        Assert.Equal(planned["plan"]!["base"]!.ToJsonString(), begun["plan"]!["base"]!.ToJsonString());
        var trial = await host.Get($"/api/trials/{control.Int("id")}");
        Assert.Equal(["first trial", "drier"], trial["trials"]!.AsArray().Select(one => one!.Text("intent")));
        Assert.Equal(80, trial["splits"]![0]!["cupG"]!.GetValue<decimal>());
        var refused = await host.Refused(
            400,
            HttpMethod.Post,
            $"/api/trials/{control.Int("id")}/split",
            new
            {
                id = Guid.NewGuid(),
                arms = Array.Empty<object>(),
                gramsPerArm = 80,
            }
        );
        Assert.Equal("arms", refused.Text("field"));
        Assert.Equal(2, (await host.Get($"/api/trials/{control.Int("id")}"))["trials"]!.AsArray().Count);
    }

    [Theory]
    [InlineData("csv")]
    [InlineData("json")]
    public async Task WhatIsTakenOutComesInElsewhereAndHereChangesNothing(string format)
    {
        await using var host = await PantryHost.Start();
        foreach (var kind in new[] { "balm", "whipped_butter", "bath_salts", "fizzy", "powder" })
        {
            await Begin(host, $"A “{kind}”, such as; it is", kind);
        }

        using var answer = await host.Raw(HttpMethod.Get, $"/api/formulas/file?format={format}", null);
        var file = await answer.Content.ReadAsStringAsync(TestContext.Current.CancellationToken);
        var here = await host.Post("/api/formulas/file", new { file, keep = true });
        Assert.All(here["formulas"]!.AsArray(), one => Assert.Equal("same", one!.Text("becomes")));
        Assert.Empty(here["kept"]!.AsArray());

        await using var empty = await PantryHost.Start();
        var seen = await empty.Post("/api/formulas/file", new { file });
        Assert.Empty(seen["refused"]!.AsArray());
        Assert.Empty(Names(await Find(empty, "")));
        var kept = await empty.Post("/api/formulas/file", new { file, keep = true });
        Assert.Equal(seen["formulas"]!.AsArray().Count, kept["kept"]!.AsArray().Count);
        Assert.Equal(Names(await Find(host, "", "&take=200")), Names(await Find(empty, "", "&take=200")));
        var twice = await empty.Post("/api/formulas/file", new { file, keep = true });
        Assert.Empty(twice["kept"]!.AsArray());
    }

    [Fact]
    public async Task AWrongRowIsNamedByLineAndColumnAndNothingIsTaken()
    {
        await using var host = await PantryHost.Start();
        const string File = "formula;kind;material;percent\nA;balm;beeswax;100\nB;balm;beezwacks;100\n";
        var view = await host.Post("/api/formulas/file", new { file = File, keep = true });
        Assert.Equal(("line 3", "material"), (view["refused"]![0]!.Text("at"), view["refused"]![0]!.Text("field")));
        Assert.Empty(view["kept"]!.AsArray());
        Assert.Empty(Names(await Find(host, "")));
        foreach (
            var (file, error) in new[]
            {
                ("", "E_EMPTY"),
                ("what,is\nthis,1", "E_NOT_A_DOCUMENT"),
                ("{\"a\":1}", "E_NOT_A_DOCUMENT"),
                ("{", "E_NOT_A_DOCUMENT"),
            }
        )
        {
            Assert.Equal(error, (await host.Refused(400, HttpMethod.Post, "/api/formulas/file", new { file })).Text("error"));
        }
    }

    [Fact]
    public async Task AFormulaOfTheSameNameBecomesItsNextTrial()
    {
        await using var host = await PantryHost.Start();
        await Begin(host, "Slipway");
        const string File = "formula,kind,material,percent,tags\nSlipway,balm,beeswax,20,gift\nSlipway,,sunflower oil,80,\n";
        var view = await host.Post("/api/formulas/file", new { file = File, keep = true });
        Assert.Equal("next_trial", view["formulas"]![0]!.Text("becomes"));
        var row = (await Find(host, "#gift"))["items"]![0]!;
        Assert.Equal((2, "from a file"), (row["trialNumber"]!.GetValue<int>(), row.Text("intent")));
    }
}
