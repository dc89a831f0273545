using System.Text.Json.Nodes;

namespace AmberPantry.Server.Tests;

/// <summary>The maker's own materials, their prices, and her containers.</summary>
public class OwnMaterialApiTests
{
    private static object Wax(string name = "Quay beeswax", decimal? price = 18.5m, string? material = null, decimal? most = null) =>
        new
        {
            name,
            basedOn = "beeswax",
            inci = (string?)null,
            pricePerKg = price,
            useMaxPercent = most,
            material,
        };

    private static Task<JsonNode> Edit(PantryHost host, JsonNode trial, string material) =>
        host.Post(
            $"/api/trials/{trial.Int("id")}/edits",
            new
            {
                revision = trial.Int("revision"),
                edits = new[]
                {
                    new
                    {
                        kind = "add_line",
                        material,
                        share = "5",
                    },
                },
            }
        );

    private static async Task<decimal?> PriceOf(PantryHost host, string id) =>
        (await host.Get($"/api/materials/named?id={Uri.EscapeDataString(id)}")).AsArray().Single()!["pricePerKg"]?.GetValue<decimal>();

    [Fact]
    public async Task AMaterialIsAddedPricedRenamedAndTakenAwayWhileNothingUsesIt()
    {
        await using var host = await PantryHost.Start();
        var own = await host.Put("/api/materials/own", Wax());
        Assert.Equal(("quay beeswax", "beeswax", 18.5m), (own.Text("id"), own.Text("basedOn"), own.Decimal("pricePerKg")));
        await host.Put("/api/materials/own", Wax());
        Assert.Equal(20m, (await host.Put("/api/materials/own", Wax(price: 20, material: "quay beeswax"))).Decimal("pricePerKg"));
        Assert.Equal(20m, await PriceOf(host, "quay beeswax"));
        var renamed = await host.Put("/api/materials/own", Wax("Shed beeswax", 20, "quay beeswax"));
        Assert.Equal(["Shed beeswax"], (await host.Get("/api/materials/own")).AsArray().Select(one => one!.Text("name")));
        Assert.Empty(renamed["usedIn"]!.AsArray());
        using var gone = await host.Raw(HttpMethod.Delete, "/api/materials/own?material=shed%20beeswax", null);
        Assert.True(gone.IsSuccessStatusCode);
        Assert.Empty((await host.Get("/api/materials/own")).AsArray());
    }

    [Fact]
    public async Task WhatAFormulaUsesKeepsItsNameAndStays()
    {
        await using var host = await PantryHost.Start();
        await host.Put("/api/materials/own", Wax());
        var trial = await Story.Formula(host, "Cove Balm", from: "blank");
        await Edit(host, trial, "quay beeswax");
        Assert.Equal("Cove Balm", (await host.Get("/api/materials/own"))[0]!["usedIn"]![0]!.GetValue<string>());
        var renamed = await host.Refused(409, HttpMethod.Put, "/api/materials/own", Wax("Shed wax", material: "quay beeswax"));
        Assert.Equal("name", renamed.Text("field"));
        var removed = await host.Refused(409, HttpMethod.Delete, "/api/materials/own?material=quay%20beeswax", null);
        Assert.Contains("Cove Balm", removed.Text("detail"), StringComparison.Ordinal);

        // An undo would bring it back, so it stays even when the newest state is without it.
        await host.Post($"/api/trials/{trial.Int("id")}/undo", new { revision = 1 });
        await host.Refused(409, HttpMethod.Delete, "/api/materials/own?material=quay%20beeswax", null);
        Assert.Equal(25m, (await host.Put("/api/materials/own", Wax(price: 25, material: "quay beeswax"))).Decimal("pricePerKg"));
    }

    [Fact]
    public async Task ACatalogueMaterialTakesAPriceAndGivesItBack()
    {
        await using var host = await PantryHost.Start();
        var name = (await host.Get("/api/materials/named?id=beeswax")).AsArray().Single()!.Text("name");
        await host.Put("/api/materials/own", Wax(name, 12));
        var trial = await Edit(host, await Story.Formula(host, from: "blank"), "beeswax");
        Assert.Equal(12m, await PriceOf(host, MaterialKey(name)));
        using var gone = await host.Raw(HttpMethod.Delete, $"/api/materials/own?material={Uri.EscapeDataString(name)}", null);
        Assert.Equal(System.Net.HttpStatusCode.OK, gone.StatusCode);
        Assert.Null(await PriceOf(host, "beeswax"));
        Assert.Equal("beeswax", (await host.Get($"/api/trials/{trial.Int("id")}"))["content"]!["lines"]![0]!.Text("material"));

        static string MaterialKey(string of) => of.ToLowerInvariant();
    }

    [Theory]
    [InlineData("", "beeswax", 1.0, null, "name")]
    [InlineData("Wax", "moon cheese", 1.0, null, "basedOn")]
    [InlineData("Wax", "beeswax", -1.0, null, "pricePerKg")]
    [InlineData("Wax", "beeswax", 2e6, null, "pricePerKg")]
    [InlineData("Wax", "beeswax", 1.0, 101.0, "useMaxPercent")]
    public async Task EachFieldIsRefusedByItsName(string name, string basedOn, double price, double? most, string field)
    {
        await using var host = await PantryHost.Start();
        var asked = new
        {
            name,
            basedOn,
            pricePerKg = price,
            useMaxPercent = most,
        };
        Assert.Equal(field, (await host.Refused(400, HttpMethod.Put, "/api/materials/own", asked)).Text("field"));
        Assert.Empty((await host.Get("/api/materials/own")).AsArray());
    }

    [Fact]
    public async Task ANameThatMeansSomethingAlreadyIsNotTakenTwice()
    {
        await using var host = await PantryHost.Start();
        await host.Put("/api/materials/own", Wax());
        Assert.Equal("name", (await host.Refused(400, HttpMethod.Put, "/api/materials/own", Wax(price: 3))).Text("field"));
        await host.Put("/api/materials/names", new { material = "beeswax", names = new[] { "yellow wax of mine" } });
        var twice = await host.Refused(400, HttpMethod.Put, "/api/materials/own", Wax("Yellow wax of mine"));
        Assert.Contains("means", twice.Text("detail"), StringComparison.Ordinal);
        Assert.Equal("material", (await host.Refused(400, HttpMethod.Delete, "/api/materials/own", null)).Text("field"));
    }

    [Fact]
    public async Task AContainerThatATrialIsFilledIntoStays()
    {
        await using var demo = await PantryHost.Start(demo: true);
        var house = (await demo.Get("/api/house"))["house"]!;
        var containers = house["workshop"]!["containers"]!.AsArray();
        containers.Clear();
        var refused = await demo.Refused(409, HttpMethod.Put, "/api/house", new { house });
        Assert.Equal("house.workshop.containers", refused.Text("field"));
        Assert.NotEmpty((await demo.Get("/api/house"))["house"]!["workshop"]!["containers"]!.AsArray());
    }

    [Fact]
    public async Task WhatWasMeasuredOfALotAndItsDropperIsKeptAndRules()
    {
        await using var host = await PantryHost.Start();
        object Counted(double? drops) =>
            new
            {
                name = "Shed castor",
                basedOn = "castor oil",
                dropsG = drops,
                strokesG = 21,
                meltShiftK = 0,
            };
        var own = await host.Put("/api/materials/own", Counted(0.7));
        Assert.Equal((0.7m, 21m, null), (own.Decimal("dropsG"), own.Decimal("strokesG"), own["meltShiftK"]?.ToString()));
        var trial = await host.Post(
            "/api/formulas",
            new
            {
                name = "Drops",
                family = "balm",
                from = "usual",
            }
        );
        // The usual mix takes her own where it can.
        var line = trial["content"]!["lines"]!.AsArray().Single(one => one!.Text("material") == "shed castor")!.Text("id");
        var edited = await host.Post(
            $"/api/trials/{trial.Int("id")}/edits",
            new
            {
                revision = trial.Int("revision"),
                edits = new[]
                {
                    new
                    {
                        kind = "set_share",
                        line,
                        share = "20 drops",
                    },
                },
            }
        );
        var grams = edited["content"]!["batch"]!.Decimal("grams");
        var share = edited["content"]!["lines"]!.AsArray().Single(one => one!.Text("id") == line)!.Decimal("percent");
        Assert.Equal(0.7, (double)(share * grams / 100), 0.01);
        Assert.Equal("dropsG", (await host.Refused(400, HttpMethod.Put, "/api/materials/own", Counted(7))).Text("field"));
    }
}
