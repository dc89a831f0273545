using System.Text.Json.Nodes;

namespace AmberPantry.Server.Tests;

/// <summary>Materials, the maker's own names for them, and the kinds of product.</summary>
public class MaterialApiTests
{
    private static Task<JsonNode> Call(PantryHost host, string material, params string[] names) =>
        host.Put("/api/materials/names", new { material, names });

    private static async Task<string?> First(PantryHost host, string text) =>
        (await host.Get($"/api/materials/find?text={Uri.EscapeDataString(text)}")).AsArray().FirstOrDefault()?.Text("id");

    [Fact]
    public async Task ANameOfOnesOwnIsFoundStandsInAFormulaAndGoesAgain()
    {
        await using var host = await PantryHost.Start();
        var shea = (await host.Get("/api/materials/find?text=shea")).AsArray()[0]!.Text("id");
        Assert.NotEqual(shea, await First(host, "village butter"));
        var called = await Call(host, shea, "village butter", "  ", "The Soft One", "VILLAGE BUTTER");
        Assert.Equal(
            ["village butter", "The Soft One"],
            called["myNames"]!.AsArray().Select(name => name!.GetValue<string>()).OrderDescending(StringComparer.Ordinal)
        );
        Assert.Equal(shea, await First(host, "village butter"));
        Assert.Equal(shea, await First(host, "the soft one"));
        var trial = await Story.Formula(host, from: "blank");
        var edited = await host.Post(
            $"/api/trials/{trial.Int("id")}/edits",
            new
            {
                revision = 0,
                command = Guid.NewGuid(),
                edits = new[]
                {
                    new
                    {
                        kind = "add_line",
                        material = "village butter",
                        share = "5",
                        givesWay = "makeweight",
                    },
                },
            }
        );
        Assert.Equal(shea, edited["content"]!["lines"]![0]!.Text("material"));
        await using var again = await host.Restart();
        Assert.Equal(shea, await First(again, "village butter"));
        await Call(again, shea);
        Assert.NotEqual(shea, await First(again, "village butter"));
    }

    [Fact]
    public async Task ANameThatCannotBeIsRefusedByItsPlaceAndTheOthersStay()
    {
        await using var host = await PantryHost.Start();
        await Call(host, "beeswax", "hive gold");
        var refused = await host.Refused(
            400,
            HttpMethod.Put,
            "/api/materials/names",
            new { material = "beeswax", names = new[] { "fine", new string('x', 61) } }
        );
        Assert.Equal("names[1]", refused.Text("field"));
        refused = await host.Refused(
            400,
            HttpMethod.Put,
            "/api/materials/names",
            new { material = "beeswax", names = Enumerable.Range(0, 21).Select(n => $"name {n}").ToArray() }
        );
        Assert.Equal("names", refused.Text("field"));
        refused = await host.Refused(400, HttpMethod.Put, "/api/materials/names", new { material = "moon dust", names = new[] { "x" } });
        Assert.Equal("material", refused.Text("field"));
        var beeswax = (await host.Get("/api/materials/find?text=hive%20gold")).AsArray()[0]!;
        Assert.Equal(["hive gold"], beeswax["myNames"]!.AsArray().Select(name => name!.GetValue<string>()));
    }

    [Fact]
    public async Task AllOfThemAreListedPageByPage()
    {
        await using var host = await PantryHost.Start();
        var names = new List<string>();
        var after = "";
        do
        {
            var page = await host.Get($"/api/materials?take=200&after={Uri.EscapeDataString(after)}");
            names.AddRange(page["items"]!.AsArray().Select(one => one!.Text("name")));
            Assert.Equal(Core.Materials.Catalogue.All.Count, page.Int("total"));
            after = page["next"]?.GetValue<string>() ?? "";
        } while (after.Length > 0);
        Assert.Equal(Core.Materials.Catalogue.All.Select(material => material.Name).Order(StringComparer.Ordinal), names);
    }

    [Fact]
    public async Task MaterialsComeWithWhatUsesThemAndWithWhatSwapsThemIn()
    {
        await using var host = await PantryHost.Start();
        var trial = await Story.Formula(host);
        string[] Ids(JsonNode answer) => [.. answer["materials"]!.AsArray().Select(one => one!.Text("id"))];
        Assert.Equal(trial["content"]!["lines"]!.AsArray().Select(line => line!.Text("material")), Ids(trial));
        var formula = trial["content"]!;
        Assert.Empty(Ids(await host.Post("/api/assess", new { formula, parts = Array.Empty<string>() })));
        var edits = new object[]
        {
            new
            {
                kind = "swap_material",
                line = formula["lines"]![0]!.Text("id"),
                material = "carnauba wax",
            },
        };
        Assert.Equal(
            ["carnauba wax"],
            Ids(
                await host.Post(
                    "/api/assess",
                    new
                    {
                        formula,
                        edits,
                        parts = Array.Empty<string>(),
                    }
                )
            )
        );
        var refused = await host.Refused(400, HttpMethod.Get, "/api/materials/named?id=moon%20dust", null);
        Assert.Equal("id", refused.Text("field"));
    }

    [Fact]
    public async Task AnswersAreCompressed()
    {
        await using var host = await PantryHost.Start();
        using var ask = new HttpRequestMessage(HttpMethod.Get, "/api/materials?take=200");
        ask.Headers.AcceptEncoding.ParseAdd("br");
        using var answer = await host.Client.SendAsync(ask, TestContext.Current.CancellationToken);
        Assert.Equal(["br"], answer.Content.Headers.ContentEncoding);
        var packed = await answer.Content.ReadAsByteArrayAsync(TestContext.Current.CancellationToken);
        var plain = await host.Get("/api/materials?take=200");
        Assert.True(packed.Length < plain.ToJsonString().Length / 3, $"{packed.Length} bytes");
    }

    [Fact]
    public async Task OneNameCannotMeanTwoMaterials()
    {
        await using var host = await PantryHost.Start();
        await Call(host, "beeswax", "hive gold");
        var refused = await host.Refused(
            400,
            HttpMethod.Put,
            "/api/materials/names",
            new { material = "candelilla wax", names = new[] { "hive gold" } }
        );
        Assert.Equal(("names[0]", "E_TWICE"), (refused.Text("field"), refused.Text("error")));
        await host.Refused(400, HttpMethod.Put, "/api/materials/names", new { material = "shea butter", names = new[] { "Beeswax" } });
        Assert.StartsWith("beeswax", await First(host, "hive gold"), StringComparison.Ordinal);
    }

    [Theory]
    [InlineData("/api/materials/find", "text")]
    [InlineData("/api/materials/find?text=shea&most=0", "most")]
    [InlineData("/api/materials/find?text=shea&most=many", "most")]
    public async Task AQuestionForMaterialsNamesWhatItLacks(string path, string field)
    {
        await using var host = await PantryHost.Start();
        var refused = await host.Refused(400, HttpMethod.Get, path, null);
        Assert.Contains(refused.Text("field"), new[] { field, "take" });
    }

    [Fact]
    public async Task ALongWordIsCutBeforeItIsLookedFor()
    {
        await using var host = await PantryHost.Start();
        var begun = System.Diagnostics.Stopwatch.StartNew();
        using var answer = await host.Raw(HttpMethod.Get, $"/api/materials/find?text={new string('a', 6000)}", null);
        Assert.True((int)answer.StatusCode < 500);
        Assert.True(begun.Elapsed < TimeSpan.FromSeconds(3), $"It took {begun.Elapsed}.");
    }

    [Fact]
    public async Task EveryKindOfProductIsOfferedWithItsLenses()
    {
        await using var host = await PantryHost.Start();
        var kinds = (await host.Get("/api/families")).AsArray();
        Assert.True(kinds.Count >= 14, $"Only {kinds.Count} kinds.");
        Assert.Equal(kinds.Count, kinds.Select(kind => kind!.Text("family")).Distinct().Count());
        foreach (var kind in kinds.Select(kind => kind!))
        {
            Assert.NotEmpty(kind.Text("title"));
            Assert.NotEmpty(kind.Text("about"));
            // And each of them begins, is read by its own lenses, and the first says something.
            var lenses = kind["lenses"]!.AsArray().Select(lens => lens!.GetValue<string>()).ToArray();
            Assert.NotEmpty(lenses);
            var trial = await Story.Formula(host, $"One {kind.Text("family")}", kind.Text("family"));
            foreach (var lens in lenses)
            {
                var answer = await host.Post("/api/assess", new JsonObject { ["formula"] = trial["content"]!.DeepClone(), ["lens"] = lens });
                var reading = answer["assessment"]!["reading"];
                Assert.True(lens == "melt" || reading is null || reading.Text("says").Length > 0);
                Assert.True(lens != lenses[0] || (lens == "melt" ? answer["assessment"]!["parts"]!["melt"] : reading) is not null);
            }
        }
    }
}
