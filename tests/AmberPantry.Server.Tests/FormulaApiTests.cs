using System.Text.Json.Nodes;

namespace AmberPantry.Server.Tests;

public class FormulaApiTests
{
    private static Task<JsonNode> Begin(PantryHost host, string name, string family = "balm", string from = "usual") =>
        host.Post(
            "/api/formulas",
            new
            {
                name,
                family,
                from,
            }
        );

    [Theory]
    [InlineData("“Slipway” & 'Co'")]
    [InlineData("בלזם ידיים")]
    [InlineData("🧴 winter 🧴")]
    [InlineData("<script>alert(1)</script>")]
    [InlineData("Robert'); DROP TABLE Formulas;--")]
    public async Task AnyNameIsKeptLetterForLetter(string name)
    {
        await using var host = await PantryHost.Start();
        var trial = await Begin(host, $"  {name} ");
        Assert.Equal(name, trial.Text("formulaName"));
        Assert.Equal(name, (await host.Get("/api/formulas")).Items()[0]!.Text("name"));
        Assert.Equal(name, System.Text.Json.Nodes.JsonNode.Parse(Copies.Parts(await Copies.Take(host))["formulas.jsonl"])!.Text("name"));
    }

    [Theory]
    [InlineData("")]
    [InlineData("   ")]
    public async Task ANameIsNeeded(string name)
    {
        await using var host = await PantryHost.Start();
        var refused = await host.Refused(
            400,
            HttpMethod.Post,
            "/api/formulas",
            new
            {
                name,
                family = "balm",
                from = "usual",
            }
        );
        Assert.Equal("name", refused.Text("field"));
        Assert.Empty((await host.Get("/api/formulas")).Items());
    }

    [Fact]
    public async Task ANameOf300LettersIsRefusedWithItsLength()
    {
        await using var host = await PantryHost.Start();
        var refused = await host.Refused(
            400,
            HttpMethod.Post,
            "/api/formulas",
            new
            {
                name = new string('a', 300),
                family = "balm",
                from = "usual",
            }
        );
        Assert.Contains("300", refused.Text("detail"), StringComparison.Ordinal);
    }

    [Fact]
    public async Task TwoFormulasNeedTwoNames()
    {
        await using var host = await PantryHost.Start();
        await Begin(host, "Slipway");
        var other = await Begin(host, "Headland");
        Assert.Equal(
            "E_TWICE",
            (
                await host.Refused(
                    400,
                    HttpMethod.Post,
                    "/api/formulas",
                    new
                    {
                        name = "Slipway",
                        family = "balm",
                        from = "usual",
                    }
                )
            ).Text("error")
        );
        var id = (await host.Get("/api/formulas")).Items().Single(one => one!.Text("name") == "Headland")!.Int("id");
        Assert.Equal("E_TWICE", (await host.Refused(400, HttpMethod.Put, $"/api/formulas/{id}/name", new { name = "Slipway" })).Text("error"));
        Assert.Equal("Harbour", (await host.Put($"/api/formulas/{id}/name", new { name = "Harbour" })).Text("name"));
        Assert.Equal("Harbour", (await host.Put($"/api/formulas/{id}/name", new { name = "Harbour" })).Text("name"));
        Assert.Equal("Harbour", (await host.Get($"/api/trials/{other.Int("id")}")).Text("formulaName"));
        await host.Refused(404, HttpMethod.Put, "/api/formulas/999/name", new { name = "Nowhere" });
    }

    [Theory]
    [InlineData("salve")]
    [InlineData("balm")]
    [InlineData("stick")]
    [InlineData("bar")]
    [InlineData("butter")]
    [InlineData("deodorant_stick")]
    [InlineData("cleansing_balm")]
    [InlineData("oil_to_milk")]
    [InlineData("body_oil")]
    [InlineData("uv_stick")]
    [InlineData("powder")]
    [InlineData("powder_cleanser")]
    [InlineData("bath_salts")]
    [InlineData("fizzy")]
    public async Task EachFamilyBeginsUsualOrBlankAndIsAssessed(string family)
    {
        await using var host = await PantryHost.Start();
        var usual = await Begin(host, "Usual", family);
        Assert.Equal(100m, usual["content"]!["lines"]!.AsArray().Sum(line => line!["percent"]!.GetValue<decimal>()));
        var answer = (await host.Post("/api/assess", new { formula = usual["content"] }))["assessment"]!;
        Assert.NotNull(answer["parts"]!["melt"]);
        Assert.DoesNotContain(answer["findings"]!.AsArray(), finding =>
            finding!.Text("severity") == "stop" && finding!.Text("id").StartsWith("usage", StringComparison.Ordinal)
        );
        var blank = await Begin(host, "Blank", family, "blank");
        Assert.Empty(blank["content"]!["lines"]!.AsArray());
        Assert.Equal(family, blank["content"]!.Text("family"));
    }

    [Fact]
    public async Task TheLastTouchedStandsFirst()
    {
        await using var host = await PantryHost.Start();
        var first = await Begin(host, "First");
        await Begin(host, "Second");
        await host.Post(
            $"/api/trials/{first.Int("id")}/edits",
            new
            {
                revision = first.Int("revision"),
                edits = new[]
                {
                    new
                    {
                        kind = "set_share",
                        line = "L1",
                        share = "17",
                    },
                },
            }
        );
        Assert.Equal(["First", "Second"], (await host.Get("/api/formulas")).Items().Select(one => one!.Text("name")));
    }

    [Fact]
    public async Task AnUnknownFamilyIsRefused()
    {
        await using var host = await PantryHost.Start();
        await host.Refused(
            400,
            HttpMethod.Post,
            "/api/formulas",
            new
            {
                name = "One",
                family = "lotion",
                from = "usual",
            }
        );
    }

    [Theory]
    [InlineData("bees wax", "beeswax")]
    [InlineData("cadelilla", "candelilla wax")]
    [InlineData("SHEA", "shea butter")]
    public async Task MaterialsAreFoundHoweverTheyAreSpelt(string typed, string id)
    {
        await using var host = await PantryHost.Start();
        var found = (await host.Get($"/api/materials/find?text={Uri.EscapeDataString(typed)}&most=3")).AsArray();
        Assert.InRange(found.Count, 1, 3);
        Assert.Equal(id, found[0]!.Text("id"));
    }

    [Fact]
    public async Task ThePlanOfATrialEndsWithTheLabel()
    {
        await using var host = await PantryHost.Start();
        var trial = await Begin(host, "Slipway");
        var steps = (await host.Get($"/api/trials/{trial.Int("id")}/plan")).AsArray();
        Assert.Equal(trial["content"]!["lines"]!.AsArray().Count, steps.Count(step => step!.Text("kind") == "weigh"));
        var kinds = steps.Select(step => step!.Text("kind")).ToList();
        Assert.True(kinds.IndexOf("melt") > kinds.IndexOf("weigh"));
        Assert.True(kinds.IndexOf("pour") > kinds.IndexOf("melt"));
        Assert.True(kinds.IndexOf("set") > kinds.IndexOf("pour"));
    }
}
