using System.IO.Compression;
using System.Net.Http.Headers;
using System.Text;
using System.Text.Json.Nodes;

namespace AmberPantry.Server.Tests;

/// <summary>A copy of everything, out and in: all or nothing, told before it is done.</summary>
public class CopyApiTests
{
    [Fact]
    public async Task ACopyOfTheMadeUpPantryGoesInAndComesOutTheSame()
    {
        await using var demo = await PantryHost.Start(demo: true);
        var copy = await Copies.Take(demo);
        await using var empty = await PantryHost.Start();
        var work = await Copies.Bring(empty, copy);
        Assert.Equal("compared", work.Text("state"));
        Assert.True(Copies.Sum(work, "new") > 60);
        Assert.Empty((await empty.Get("/api/formulas")).Items());
        work = await Copies.Keep(empty, work);
        Assert.Equal("kept", work.Text("state"));
        Assert.Equal(Copies.Lines(copy), Copies.Lines(await Copies.Take(empty)));
        var again = await Copies.Bring(empty, copy);
        Assert.Equal((0, 0), (Copies.Sum(again, "new"), Copies.Sum(again, "changed")));
    }

    [Fact]
    public async Task ADocumentOfTheFirstVersionStillComesIn()
    {
        await using var host = await PantryHost.Start();
        var work = await Copies.Keep(host, await Copies.Bring(host, Data.DemoDocument.Read()));
        Assert.Equal("kept", work.Text("state"));
        Assert.Equal(JsonNode.Parse(Data.DemoDocument.Read())!["formulas"]!.AsArray().Count, (await host.Get("/api/formulas")).Int("total"));
        Assert.Equal(7, (await host.Get("/api/logbook")).Int("total"));
        var again = await Copies.Bring(host, Data.DemoDocument.Read());
        Assert.Equal(0, Copies.Sum(again, "new"));
    }

    public static TheoryData<string, string, string, string> Spoilt =>
        new()
        {
            { "house", "settings.workshop.landmarks.0.temperatureC", "900", "house[1].settings.workshop.landmarks[0].temperatureC" },
            { "materials", "basedOn", "\"moon dust\"", "materials[1].basedOn" },
            { "materials", "pricePerKg", "7.9e28", "materials[1].pricePerKg" },
            { "materials", "name", "\"\"", "materials[1]" },
            { "formulas", "name", "\"\"", "formulas[1].name" },
            { "formulas", "createdAt", "\"yesterday\"", "formulas[1].createdAt" },
            { "trials", "number", "-5", "trials[1].number" },
            { "trials", "formula", "\"nobody\"", "trials[1].formula" },
            { "trials", "content", "null", "trials[1].content" },
            { "trials", "content.lines.0.material", "\"moon dust\"", "trials[1].content.lines[0].material" },
            { "trials", "content.lines.0.percent", "1", "trials[1].content.lines" },
            { "trials", "content.batch.grams", "1e-28", "trials[1].content.batch.grams" },
            { "trials", "content.batch.lossPercent", "99", "trials[1].content.batch.lossPercent" },
            { "trials", "content.pourC", "1e29", "trials[1].content.pourC" },
            { "trials", "content.family", "\"soup\"", "trials[1].content.family" },
            { "trials", "content.lines", "[null]", "trials[1].content" },
            { "trial-edits", "trial", "77", "trial-edits[1].trial" },
            { "batches", "steps", "[]", "batches[1].steps" },
            { "batches", "steps", "[null]", "batches[1].steps" },
            { "batches", "atStep", "\"nowhere\"", "batches[1].atStep" },
            { "batches", "unitsLeft", "2000000000", "batches[1].unitsLeft" },
            { "batches", "trial", "77", "batches[1].trial" },
            { "batches", "lot", "\"\"", "batches[1].lot" },
            { "batch-steps", "weighedUg", "-1", "batch-steps[1].weighedUg" },
            { "batch-steps", "lot", "\"nobody\"", "batch-steps[1].lot" },
            { "observations", "value", "1e29", "observations[1].value" },
            { "observations", "kind", "\"sniff\"", "observations[1].kind" },
        };

    [Theory]
    [MemberData(nameof(Spoilt))]
    public async Task ASpoiltCopyIsRefusedWholeAndNamesThePlace(string part, string path, string value, string field)
    {
        await using var demo = await PantryHost.Start(demo: true);
        var copy = await Copies.Take(demo);
        var before = Copies.Lines(copy);
        var work = await Copies.Bring(demo, Copies.Spoil(copy, part, path, JsonNode.Parse(value)));
        Assert.Equal("refused", work.Text("state"));
        Assert.StartsWith(field, work["refusal"]!.Text("field"), StringComparison.Ordinal);
        Assert.NotEmpty(work["refusal"]!.Text("detail"));
        Assert.NotEmpty(work["refusal"]!.Text("remedy"));
        Assert.Equal("E_NOT_NOW", (await demo.Refused(409, HttpMethod.Post, $"/api/house/copy/incoming/{work.Text("id")}/keep", null)).Text("error"));
        Assert.Equal(before, Copies.Lines(await Copies.Take(demo)));
    }

    [Theory]
    [InlineData("hive gold", "beeswax", "candelilla wax")]
    [InlineData("Hive Gold", "beeswax", "candelilla wax")]
    [InlineData("beeswax", "candelilla wax")]
    public async Task ACopyInWhichOneNameMeansTwoMaterialsIsRefused(string again, params string[] materials)
    {
        await using var host = await PantryHost.Start();
        var parts = Copies.Parts(await Copies.Take(host));
        parts["my-names.jsonl"] = string.Join(
            '\n',
            materials.Select((material, i) => $"{{\"material\":\"{material}\",\"name\":\"{(i == materials.Length - 1 ? again : "hive gold")}\"}}")
        );
        var work = await Copies.Bring(host, Copies.Zip(parts));
        Assert.Equal(("refused", "E_TWICE"), (work.Text("state"), work["refusal"]!.Text("error")));
        Assert.Equal($"my-names[{materials.Length}].name", work["refusal"]!.Text("field"));
    }

    [Theory]
    [InlineData("not json")]
    [InlineData("{}")]
    [InlineData("[1,2]")]
    [InlineData("{\"format\": \"amber-pantry-workshop\", \"version\": 1}")]
    [InlineData("{\"format\": \"amber-pantry-workshop\", \"version\": 99}")]
    [InlineData("PK\u0003\u0004 but cut off")]
    public async Task WhatIsNoCopyIsRefused(string text)
    {
        await using var host = await PantryHost.Start();
        var work = await Copies.Bring(host, Encoding.UTF8.GetBytes(text));
        Assert.Equal("refused", work.Text("state"));
        Assert.NotEmpty(work["refusal"]!.Text("remedy"));
    }

    [Fact]
    public async Task ACopyCanBeStoppedAndIsForgotten()
    {
        await using var demo = await PantryHost.Start(demo: true);
        var work = await Copies.Bring(demo, await Copies.Take(demo));
        using var stopped = await demo.Raw(HttpMethod.Delete, $"/api/house/copy/incoming/{work.Text("id")}", null);
        Assert.Equal("stopped", JsonNode.Parse(await stopped.Content.ReadAsStringAsync(TestContext.Current.CancellationToken))!.Text("state"));
        Assert.Equal("E_NOT_NOW", (await demo.Refused(409, HttpMethod.Post, $"/api/house/copy/incoming/{work.Text("id")}/keep", null)).Text("error"));
        await demo.Refused(404, HttpMethod.Get, $"/api/house/copy/incoming/{Guid.NewGuid()}", null);
        Assert.Empty(Directory.EnumerateFiles(Path.Combine(Path.GetDirectoryName(demo.Options.DataFile)!, "incoming")));
    }

    [Fact]
    public async Task ADailyCopyBringsBackWhatWasLost()
    {
        await using var host = await PantryHost.Start();
        var trial = await Story.Formula(host, "Found again");
        Assert.True(Data.DailyCopies.Make(host.Options.DataFile, DateTime.UtcNow));
        Assert.False(Data.DailyCopies.Make(host.Options.DataFile, DateTime.UtcNow));
        var changed = await host.Post(
            $"/api/trials/{trial.Int("id")}/edits",
            new
            {
                revision = 0,
                edits = new[]
                {
                    new
                    {
                        kind = "set_share",
                        line = "L1",
                        share = "20",
                    },
                },
            }
        );
        Assert.Equal(20m, changed.Share(0));
        var name = (await host.Get("/api/house/copies")).AsArray().Single()!.Text("name");
        var work = await Copies.Wait(host, await host.Post($"/api/house/copies/{name}/restore", new { }));
        Assert.Equal(1, work["counts"]!.AsArray().Single(count => count!.Text("part") == "trials")!.Int("changed"));
        await Copies.Keep(host, work);
        Assert.Equal(16m, (await host.Get($"/api/trials/{trial.Int("id")}")).Share(0));
        await host.Refused(404, HttpMethod.Post, "/api/house/copies/..%2Fworkshop.db/restore", new { });
    }

    [Fact]
    public void OnlyTheLastFourteenDaysStay()
    {
        var folder = Directory.CreateTempSubdirectory("amber-copies-");
        var file = Path.Combine(folder.FullName, "workshop.db");
        Data.PantryFile.Prepare(file);
        for (var day = 1; day <= 20; day++)
        {
            Data.DailyCopies.Make(file, new DateTime(2026, 11, day, 8, 0, 0, DateTimeKind.Utc));
        }

        var kept = Data.DailyCopies.List(file);
        Assert.Equal(14, kept.Count);
        Assert.Equal("workshop-2026-11-20.db", kept[0].Name);
        Assert.Equal("workshop-2026-11-07.db", kept[^1].Name);
        Microsoft.Data.Sqlite.SqliteConnection.ClearAllPools();
        folder.Delete(recursive: true);
    }
}

/// <summary>Copies as a browser takes and brings them.</summary>
internal static class Copies
{
    public static Task<byte[]> Take(PantryHost host) => host.Client.GetByteArrayAsync("/api/house/copy", TestContext.Current.CancellationToken);

    public static async Task<JsonNode> Bring(PantryHost host, byte[] copy)
    {
        using var content = new ByteArrayContent(copy);
        content.Headers.ContentType = new MediaTypeHeaderValue("application/zip");
        using var answer = await host.Client.PostAsync("/api/house/copy", content, TestContext.Current.CancellationToken);
        var text = await answer.Content.ReadAsStringAsync(TestContext.Current.CancellationToken);
        Assert.True(answer.IsSuccessStatusCode, text);
        return await Wait(host, JsonNode.Parse(text)!);
    }

    public static async Task<JsonNode> Keep(PantryHost host, JsonNode work) =>
        await Wait(host, await host.Post($"/api/house/copy/incoming/{work.Text("id")}/keep", new { }));

    public static async Task<JsonNode> Wait(PantryHost host, JsonNode work)
    {
        while (work.Text("state") is "comparing" or "keeping")
        {
            await Task.Delay(20, TestContext.Current.CancellationToken);
            work = await host.Get($"/api/house/copy/incoming/{work.Text("id")}");
        }

        return work;
    }

    public static int Sum(JsonNode work, string what) => work["counts"]!.AsArray().Sum(count => count!.Int(what));

    /// <summary>Every line of every part, without what belongs to the moment of writing.</summary>
    public static string Lines(byte[] copy) =>
        string.Join('\n', Parts(copy).Where(part => part.Key != "manifest.json").Select(part => $"{part.Key}\n{part.Value}"));

    /// <summary>A copy in which one field of the first record of a part says something else.</summary>
    public static byte[] Spoil(byte[] copy, string part, string path, JsonNode? value)
    {
        var parts = Parts(copy);
        var lines = parts[$"{part}.jsonl"].Split('\n', StringSplitOptions.RemoveEmptyEntries);
        var record = JsonNode.Parse(lines[0])!;
        var steps = path.Split('.');
        var at = record;
        foreach (var step in steps[..^1])
        {
            at = int.TryParse(step, out var i) ? at[i]! : at[step]!;
        }

        at[steps[^1]] = value;
        lines[0] = record.ToJsonString();
        parts[$"{part}.jsonl"] = string.Join('\n', lines);
        return Zip(parts);
    }

    public static SortedDictionary<string, string> Parts(byte[] copy)
    {
        using var zip = new ZipArchive(new MemoryStream(copy));
        var parts = new SortedDictionary<string, string>(StringComparer.Ordinal);
        foreach (var entry in zip.Entries)
        {
            using var text = new StreamReader(entry.Open());
            parts[entry.FullName] = text.ReadToEnd();
        }

        return parts;
    }

    public static byte[] Zip(IReadOnlyDictionary<string, string> parts)
    {
        using var to = new MemoryStream();
        using (var zip = new ZipArchive(to, ZipArchiveMode.Create, leaveOpen: true))
        {
            foreach (var (name, text) in parts)
            {
                using var entry = zip.CreateEntry(name).Open();
                entry.Write(Encoding.UTF8.GetBytes(text));
            }
        }

        return to.ToArray();
    }
}
