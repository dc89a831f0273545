using System.Text;
using System.Text.Json.Nodes;
using AmberPantry.Core;

namespace AmberPantry.Server.Tests;

/// <summary>Lots come in from a table as a whole or not at all, and what went out comes in again as it was.</summary>
public class LotFileTests
{
    private const string Good =
        "Material;Lot;Amount;Supplier;Price;Best before;Place\r\nBeeswax;W-1;500;Made-up Wax Barn;7;2028-01-31;shelf 1\r\n"
        + "castor oil;C-1;900;;;;\r\n";

    private static Task<JsonNode> Bring(PantryHost host, string file, bool keep) => host.Post("/api/stock/file", new { file, keep });

    [Fact]
    public async Task LotsAreLookedAtThenTakenInAndTakenOnce()
    {
        await using var host = await PantryHost.Start();
        var looked = await Bring(host, Good, false);
        Assert.Equal("2 new lots.", looked.Text("says"));
        Assert.Empty((await host.Get("/api/stock/lots")).AsArray());
        var kept = await Bring(host, Good, true);
        Assert.Equal("2 new lots: taken in.", kept.Text("says"));
        Assert.Equal(2, kept["kept"]!.AsArray().Count);
        var again = await Bring(host, Good, true);
        Assert.Equal("2 are here already.", again.Text("says"));
        var lots = (await host.Get("/api/stock/lots")).AsArray();
        Assert.Equal([("Beeswax", 500m), ("Castor oil", 900m)], lots.Select(lot => (lot!.Text("name"), lot!.Decimal("left"))));
        Assert.Equal(["L-0001", "L-0002"], lots.Select(lot => lot!.Text("sticker")));
    }

    [Fact]
    public async Task OneBadCellKeepsAllOutAndIsNamedByLineAndColumn()
    {
        await using var host = await PantryHost.Start();
        const string Bad =
            "material,lot,amount,best_before,received_on,price,opened_on\nbeeswax,W-1,500,,,,\nbeeswacks,W-2,5,,,,\n"
            + "castor oil,,5,,,,\ncastor oil,C-1,much,,,,\n"
            + "castor oil,C-2,5,soon,,,\ncastor oil,C-3,5,,31.12.2026,,\ncastor oil,C-4,-1,,,,\nBeeswax,w-1,7,,,,\ncastor oil,C-5,5,,,dear,\n";
        var answer = await Bring(host, Bad, true);
        Assert.Equal(
            [
                "line 3 material",
                "line 4 code",
                "line 5 amount",
                "line 6 best_before",
                "line 7 received_on",
                "line 8 amount",
                "line 9 lot",
                "line 10 price",
            ],
            answer["refused"]!.AsArray().Select(one => $"{one!.Text("at")} {one!.Text("field")}")
        );
        Assert.All(answer["refused"]!.AsArray(), one => Assert.NotEmpty(one!.Text("remedy")));
        Assert.Contains("8 places must be put right", answer.Text("says"), StringComparison.Ordinal);
        Assert.Empty((await host.Get("/api/stock/lots")).AsArray());
    }

    [Fact]
    public async Task MonthsThatAreNotWholeAreRefusedAndNotCut()
    {
        await using var host = await PantryHost.Start();
        var answer = await Bring(host, "material,lot,amount,months_once_open\ncastor oil,C-1,5,1.5\n", true);
        var refused = Assert.Single(answer["refused"]!.AsArray())!;
        Assert.Equal(("months_once_open", "“1.5” is not a whole number."), (refused.Text("field"), refused.Text("message")));
    }

    [Theory]
    [InlineData("", Codes.Empty)]
    [InlineData("name,weight\nbeeswax,5", Codes.NotADocument)]
    [InlineData("\u0001\u0002\u0003", Codes.NotADocument)]
    public async Task WhatIsNoTableOfLotsIsRefused(string file, string code)
    {
        await using var host = await PantryHost.Start();
        Assert.Equal(code, (await host.Refused(400, HttpMethod.Post, "/api/stock/file", new { file, keep = true })).Text("error"));
    }

    [Fact]
    public async Task WhatGoesOutComesInAsItWas()
    {
        await using var full = await PantryHost.Start(demo: true);
        await full.BookIn(
            "lanolin",
            "=LA-9",
            70,
            new
            {
                supplier = "@Barn",
                note = "-1 of two",
                price = 3.5,
            }
        );
        using var answer = await full.Raw(HttpMethod.Get, "/api/stock/file", null);
        var text = Encoding.UTF8.GetString(await answer.Content.ReadAsByteArrayAsync(TestContext.Current.CancellationToken));
        Assert.DoesNotContain(text.Split('\n').SelectMany(line => line.Split(',')), cell => cell.TrimStart('"').StartsWith('='));
        foreach (var lot in (await full.Get("/api/stock/lots")).AsArray().Select(one => one!))
        {
            await full.Post(
                $"/api/stock/lots/{lot.Text("id")}/moves",
                PantryHost.Stamped("move", new { kind = "count", amount = lot.Decimal("inPots") })
            );
        }

        // The lots of the batch in hand stay as they are; all others come in anew.
        var taken = await Bring(full, text, true);
        Assert.Empty(taken["refused"]!.AsArray());
        using var second = await full.Raw(HttpMethod.Get, "/api/stock/file", null);
        var after = Encoding.UTF8.GetString(await second.Content.ReadAsByteArrayAsync(TestContext.Current.CancellationToken));
        string[] inPots = ["W-11", "LA-03", "KO-02"];
        string[] Lines(string file) =>
            [
                .. file.Split("\r\n")
                    .Where(line => !inPots.Any(code => line.Contains($",{code},", StringComparison.Ordinal)))
                    .Order(StringComparer.Ordinal),
            ];
        Assert.Equal(Lines(text), Lines(after));
    }

    [Fact]
    public async Task ANameThatIsEasilyMixedUpSaysHowTheTwoDiffer()
    {
        await using var host = await PantryHost.Start();
        var lots = (await Bring(host, "material,lot,amount\ncocoa butter,CB-1,500\n", false))["lots"]!.AsArray();
        Assert.Contains("coconut butter", Assert.Single(lots)!["warns"]!.AsArray()[0]!.GetValue<string>(), StringComparison.OrdinalIgnoreCase);
    }

    /// <summary>Whatever is done to a file, it is taken whole or not at all, and never breaks the server.</summary>
    [Fact]
    public async Task SpoiltFilesAreNeverHalfTaken()
    {
        await using var host = await PantryHost.Start();
        var random = new Random(7);
        var letters = "\",;\n\r\t=0x9é-. ".ToCharArray();
        for (var round = 0; round < 150; round++)
        {
            var file = new StringBuilder(Good);
            for (var spoil = random.Next(1, 6); spoil > 0; spoil--)
            {
                var at = random.Next(file.Length);
                if (random.Next(2) == 0)
                {
                    file.Remove(at, Math.Min(random.Next(1, 9), file.Length - at));
                }
                else
                {
                    file.Insert(at, letters[random.Next(letters.Length)]);
                }
            }

            var before = (await host.Get("/api/stock/lots")).AsArray().Count;
            using var answer = await host.Raw(HttpMethod.Post, "/api/stock/file", new { file = file.ToString(), keep = true });
            var told = JsonNode.Parse(await answer.Content.ReadAsStringAsync(TestContext.Current.CancellationToken))!;
            Assert.True((int)answer.StatusCode < 500, told.ToJsonString());
            var after = (await host.Get("/api/stock/lots")).AsArray().Count;
            var kept = answer.IsSuccessStatusCode ? told["kept"]!.AsArray().Count : 0;
            Assert.Equal(before + kept, after);
            Assert.True(kept == 0 || told["refused"]!.AsArray().Count == 0);
        }
    }
}
