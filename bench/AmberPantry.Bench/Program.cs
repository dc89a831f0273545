using System.Diagnostics;
using System.Globalization;
using System.Net.Http.Json;
using System.Text;
using System.Text.Json.Nodes;
using AmberPantry.Core;
using AmberPantry.Core.Assessment;
using AmberPantry.Core.Composition;
using AmberPantry.Core.Materials;
using AmberPantry.Server.Hosting;
using Microsoft.AspNetCore.Builder;

// Measures what the product promises to be quick at and writes docs/performance.md. Run it with ./amber bench.
var root = args.Length > 0 ? args[0] : ".";
var loopUs = Median(2000, ArithmeticLoop);
var assessUs = Median(4000, AssessVaried());
var remediesUs = Median(60, AssessVaried(withRemedies: true));
var (echoUs, anewUs, againUs) = await OverHttp();
var (paintMs, startMs) = await InTheBrowser(root);
var scriptKb = InitialScriptKb(root);

var report = new StringBuilder()
    .AppendLine("# Performance")
    .AppendLine()
    .AppendLine("Written by `./amber bench`. Ratios hold from machine to machine; the absolute figures are for orientation.")
    .AppendLine()
    .AppendLine("| What | Measured | Aim |")
    .AppendLine("| --- | --- | --- |")
    .AppendLine(Row($"One assessment of a 12-line formula with 201 temperatures, one core: {assessUs / loopUs:0.0} × a fixed loop of 100,000 additions", $"{assessUs / 1000:0.000} ms", "at most 1 ms"))
    .AppendLine(Row($"The same with remedies searched: {remediesUs / assessUs:0} × without", $"{remediesUs / 1000:0.0} ms", "none set"))
    .AppendLine(Row($"`POST /api/assess` of a formula asked before (let go, undone, opened again) against an empty JSON echo, medians of the same run: {againUs / echoUs:0.00} ×", $"{againUs:0} µs against {echoUs:0} µs", "at most 2 ×"))
    .AppendLine(Row($"`POST /api/assess`, no two formulas alike: {anewUs / echoUs:0.00} × the echo", $"{anewUs:0} µs", "none reached; see below"))
    .AppendLine(Row("Pointer move to painted warmth ruler, 95th percentile, headless chromium, built application", $"{paintMs:0.0} ms", "at most 50 ms"))
    .AppendLine(Row("Second start to the first page drawn", $"{startMs / 1000.0:0.0} s", "under 3 s"))
    .AppendLine(Row("Initial script, gzip", $"{scriptKb:0} kB", "at most 400 kB"))
    .AppendLine()
    .AppendLine("While a boundary is held the browser asks without remedies; they are searched once the hand lets go.");
await File.WriteAllTextAsync(Path.Combine(root, "docs", "performance.md"), report.ToString());
Console.Write(report);

static string Row(string what, string measured, string aim) => $"| {what} | {measured} | {aim} |";

static double Median(int rounds, Action work)
{
    for (var i = 0; i < rounds / 4; i++)
    {
        work();
    }

    var times = new double[rounds];
    for (var i = 0; i < rounds; i++)
    {
        var start = Stopwatch.GetTimestamp();
        work();
        times[i] = Stopwatch.GetElapsedTime(start).TotalMicroseconds;
    }

    Array.Sort(times);
    return times[rounds / 2];
}

static void ArithmeticLoop()
{
    double sum = 0;
    for (var i = 0; i < 100_000; i++)
    {
        sum += i * 0.5;
    }

    GC.KeepAlive(sum);
}

// No two formulas alike, so that nothing can be remembered from one to the next.
static Formula Varied(int turn)
{
    (string Material, decimal Percent)[] parts =
    [
        ("beeswax", 11), ("candelilla wax", 2), ("carnauba wax", 1), ("shea butter", 18), ("cocoa butter", 8), ("mango butter", 6),
        ("lanolin", 8), ("high-oleic sunflower oil", 30), ("castor oil", 10), ("jojoba oil", 4), ("essential oil", 1), ("mixed tocopherols", 1),
    ];
    var by = turn % 9000 / 1000m;
    return new Formula
    {
        Family = Family.Balm,
        Batch = new BatchSize(600),
        Lines = [.. parts.Select((part, i) => new FormulaLine(
            $"L{i + 1}", part.Material, part.Percent + (i == 0 ? by : i == 7 ? -by : 0), MaterialShelf.Plain.Get(part.Material, "m").UsualPhase))],
    };
}

static Action AssessVaried(bool withRemedies = false)
{
    var assessor = new Assessor(MaterialShelf.Plain, new Workshop());
    var turn = 0;
    return () => GC.KeepAlive(assessor.Assess(Varied(turn++), withRemedies));
}

static async Task<(double EchoUs, double AnewUs, double AgainUs)> OverHttp()
{
    var folder = Directory.CreateTempSubdirectory("amber-bench-");
    await using var app = AmberServer.Build(new AmberOptions(0, Path.Combine(folder.FullName, "workshop.db"), false, false, folder.FullName));
    app.MapPost("/echo", (JsonObject body) => body);
    await app.StartAsync();
    using var client = new HttpClient { BaseAddress = new Uri(AmberServer.Address(app)) };
    const int Warm = 1500, Rounds = 3000;
    var echo = new List<double>();
    var anew = new List<double>();
    var again = new List<double>();
    for (var i = 0; i < Warm + Rounds; i++)
    {
        var echoed = await Time(client, "/echo", new { });
        var first = await Time(client, "/api/assess", new { formula = Varied(i) });
        var second = await Time(client, "/api/assess", new { formula = Varied(i) });
        if (i >= Warm)
        {
            echo.Add(echoed);
            anew.Add(first);
            again.Add(second);
        }
    }

    await app.StopAsync();
    return (Middle(echo), Middle(anew), Middle(again));

    static double Middle(List<double> times)
    {
        times.Sort();
        return times[times.Count / 2];
    }
}

static async Task<double> Time(HttpClient client, string path, object body)
{
    using var content = JsonContent.Create(body, options: AmberJson.Options);
    await content.LoadIntoBufferAsync();
    var start = Stopwatch.GetTimestamp();
    using var response = await client.PostAsync(path, content);
    await response.Content.ReadAsByteArrayAsync();
    var microseconds = Stopwatch.GetElapsedTime(start).TotalMicroseconds;
    response.EnsureSuccessStatusCode();
    return microseconds;
}

static async Task<(double PaintMs, double StartMs)> InTheBrowser(string root)
{
    using var node = Process.Start(new ProcessStartInfo("node", "measure.mjs") { WorkingDirectory = Path.Combine(root, "e2e"), RedirectStandardOutput = true })!;
    var lines = (await node.StandardOutput.ReadToEndAsync()).Split('\n');
    await node.WaitForExitAsync();
    double Figure(string name) => double.Parse(lines.First(line => line.StartsWith(name, StringComparison.Ordinal)).Split('=')[1], CultureInfo.InvariantCulture);
    return (Figure("paint"), Figure("start"));
}

static double InitialScriptKb(string root)
{
    var web = Path.Combine(root, ".amber", "web");
    var page = File.ReadAllText(Path.Combine(web, "index.html"));
    return Directory.GetFiles(Path.Combine(web, "assets"), "*.js")
        .Where(file => page.Contains(Path.GetFileName(file), StringComparison.Ordinal))
        .Sum(file =>
        {
            using var packed = new MemoryStream();
            using (var gzip = new System.IO.Compression.GZipStream(packed, System.IO.Compression.CompressionLevel.Optimal, leaveOpen: true))
            {
                gzip.Write(File.ReadAllBytes(file));
            }

            return packed.Length / 1000.0;
        });
}
