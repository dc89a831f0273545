namespace AmberPantry.Server.Tests;

public class HouseApiTests
{
    [Fact]
    public async Task SettingsAreKeptAndChangeWhatIsSaid()
    {
        await using var host = await PantryHost.Start();
        var house = (await host.Get("/api/house"))["house"]!.DeepClone();
        house["workshop"]!["temperature"] = "fahrenheit";
        await host.Put("/api/house", new { house });
        var trial = await host.Post(
            "/api/formulas",
            new
            {
                name = "One",
                family = "salve",
                from = "usual",
            }
        );
        var assessment = (await host.Post("/api/assess", new { formula = trial["content"] }))["assessment"]!;
        Assert.Contains("°F", assessment["parts"]!["melt"]!.Text("sentence"), StringComparison.Ordinal);
        house["workshop"]!["scale"]!["resolutionG"] = 0;
        Assert.Equal("house.workshop.scale.resolutionG", (await host.Refused(400, HttpMethod.Put, "/api/house", new { house })).Text("field"));
    }

    [Fact]
    public async Task TodayPlacesStockByItsSlumpAndHoldsItBack()
    {
        await using var demo = await PantryHost.Start(demo: true);
        var today = await demo.Get("/api/today");
        Assert.StartsWith("2026-06-11", today.Text("now"), StringComparison.Ordinal);
        var stock = today["stock"]!.AsArray();
        Assert.Equal(
            stock.Select(layer => layer!["slumpC"]!.GetValue<double>()).OrderDescending(),
            stock.Select(layer => layer!["slumpC"]!.GetValue<double>())
        );
        var look = today["looks"]!.AsArray().Single(one => one!.Text("kind") == "hold_back")!;
        Assert.Contains("9 tins of Slipway Hand Balm trial 4 slump at **41.5", look.Text("sentence"), StringComparison.Ordinal);
        await demo.Act(look.Int("batch"), new { kind = "place_stock", place = "held_back" });
        Assert.DoesNotContain((await demo.Get("/api/today"))["looks"]!.AsArray(), one => one!.Text("kind") == "hold_back");

        today = await demo.Put("/api/today/tomorrow", new { temperatures = new Dictionary<string, double> { ["van"] = 53 } });
        Assert.Contains("53", today.Text("sentence"), StringComparison.Ordinal);
        Assert.Equal(
            "temperatures.van",
            (
                await demo.Refused(
                    400,
                    HttpMethod.Put,
                    "/api/today/tomorrow",
                    new { temperatures = new Dictionary<string, double> { ["van"] = 500 } }
                )
            ).Text("field")
        );
        Assert.Equal(
            24,
            (await demo.Put("/api/today/reading", new { workroomC = 24, humidityPercent = 50 }))["room"]!["workroomC"]!.GetValue<double>()
        );
        await demo.Refused(400, HttpMethod.Put, "/api/today/reading", new { workroomC = 240 });
    }
}
