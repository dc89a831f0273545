using System.Text;
using System.Text.Json.Nodes;

namespace AmberPantry.Server.Tests;

/// <summary>Whatever comes in: an answer or a refusal with field, sentence and remedy, never a fault, never a long wait.</summary>
public class FuzzTests
{
    private const int Mutations = 24;

    /// <summary>Bodies that go to each address of something that is not there.</summary>
    private const int AwayFromHome = 8;
    private static readonly TimeSpan Longest = TimeSpan.FromSeconds(10);

    /// <summary>Bodies of the operations whose document holds no example.</summary>
    private static readonly Dictionary<string, string> Bodies = new()
    {
        ["post /api/assess"] = """
            {"formula":{"family":"balm","lines":[{"id":"L1","material":"beeswax","percent":20,"phase":"melt"},{"id":"L2",
            "material":"castor oil","percent":80,"phase":"melt"}],"batch":{"grams":500,"units":10,"container":"tin-60","fillG":50,
            "lossPercent":1}},
             "parts":["melt","feel"],"remedies":true,"probe":{"kind":"landmark","id":"van","value":50},"setAside":[{"finding":"grain",
             "reason":"r","value":2}]}
            """,
        ["post /api/devices/scale/tare"] = """{"for":"9/s2"}""",
        ["post /api/devices/scale/pour"] = """{"toG":144}""",
        ["post /api/devices/probe/follow"] = """{"batch":7}""",
        ["post /api/mix"] = """
            {"formula":{"family":"balm","lines":[{"id":"L1","material":"beeswax","percent":20,"phase":"melt"},{"id":"L2",
            "material":"castor oil","percent":80,"phase":"melt"}],"batch":{"grams":500,"lossPercent":0}},"holdsAtC":50}
            """,
        ["post /api/formulas/read"] = """
            {"text":"Beeswax 20 %\nCastor oil 80 %","family":"balm","answers":[{"row":1,"material":"beeswax","amount":"20 %","leaveOut":false}],
            "batchG":500,"bare":"percent","scale":true,"rest":2}
            """,
        ["post /api/formulas/read-label"] = """
            {"text":"Cera Alba, Ricinus Communis Seed Oil","family":"balm","answers":[{"row":1,"material":"beeswax","leaveOut":false}],
            "onePercentAfter":2,"felt":{"state":"firm","atC":19}}
            """,
        ["post /api/shade"] = """
            {"formula":{"family":"stick","lines":[{"id":"L1","material":"beeswax","percent":20,"phase":"melt"},{"id":"L2",
            "material":"castor oil","percent":78,"phase":"melt"},{"id":"L3","material":"red iron oxide","percent":2,"phase":"melt"}],
            "batch":{"grams":500,"lossPercent":0}},"wanted":{"hex":"#C7655E"},"fromShelf":true}
            """,
        ["post /api/swaps"] = """
            {"formula":{"family":"balm","lines":[{"id":"L1","material":"beeswax","percent":20,"phase":"melt"},{"id":"L2",
            "material":"castor oil","percent":80,"phase":"melt"}],"batch":{"grams":500,"lossPercent":0}},"line":"L1","by":"firmness","onlyMine":true}
            """,
        ["post /api/rescue"] = """
            {"formula":{"family":"balm","lines":[{"id":"L1","material":"beeswax","percent":20,"phase":"melt"},{"id":"L2",
            "material":"castor oil","percent":80,"phase":"melt"}],"batch":{"grams":500,"lossPercent":0}},
            "wish":{"kind":"too_soft","potG":480,"atC":20,"state":"firm"}}
            """,
        ["post /api/parcel"] = """
            {"formula":{"family":"balm","lines":[{"id":"L1","material":"beeswax","percent":20,"phase":"melt"},{"id":"L2",
            "material":"castor oil","percent":80,"phase":"melt"}],"batch":{"grams":500,"lossPercent":0}},
            "trip":{"legs":[{"name":"van","celsius":40,"hours":2}],"grams":300,"wrap":"padded","startC":20}}
            """,
        ["post /api/cooling"] = """
            {"formula":{"family":"balm","lines":[{"id":"L1","material":"beeswax","percent":20,"phase":"melt"},{"id":"L2",
            "material":"castor oil","percent":80,"phase":"melt"}],"batch":{"grams":500,"lossPercent":0}}}
            """,
        ["post /api/preservatives"] = """
            {"formula":{"family":"balm","lines":[{"id":"L1","material":"aloe juice","percent":20,"phase":"liquid"},{"id":"L2",
            "material":"castor oil","percent":80,"phase":"melt"}],"batch":{"grams":500,"lossPercent":0}}}
            """,
        ["post /api/wishes"] = """
            {"formula":{"family":"balm","lines":[{"id":"L1","material":"beeswax","percent":20,"phase":"melt"},{"id":"L2",
            "material":"castor oil","percent":80,"phase":"melt"}],"batch":{"grams":500,"lossPercent":0}},
            "wishes":[{"kind":"state_at","value":3,"at":20,"word":"scoopable"},{"kind":"most_materials","value":3}]}
            """,
        ["post /api/strength"] = """
            {"formula":{"family":"balm","lines":[{"id":"L1","material":"beeswax","percent":20,"phase":"melt"},{"id":"L2",
            "material":"castor oil","percent":80,"phase":"melt"}],"batch":{"grams":500,"lossPercent":0}},"line":"L1","wantedPercent":2,
            "strengthPercent":25}
            """,
        ["put /api/materials/names"] = """{"material":"beeswax","names":["hive gold"]}""",
        ["put /api/materials/own"] = """
            {"name":"Fuzzed wax","basedOn":"beeswax","inci":"Cera Alba","pricePerKg":12,"useMaxPercent":30,"material":"quay wax",
            "lot":"Q-1","bestBefore":"2027-01-01","dropsG":0.8,"strokesG":15,"meltShiftK":-1.5}
            """,
        ["put /api/formulas/{id}/archived"] = """{"archived":true}""",
        ["put /api/trials/{id}/archived"] = """{"archived":true}""",
        ["put /api/trials/{id}/about"] = """{"intent":"softer","notes":"n","seen":{"intent":"x","notes":"y"}}""",
        ["post /api/formulas"] = """{"name":"Fuzzed","family":"balm","from":"usual","of":1}""",
        ["put /api/formulas/{id}/name"] = """{"name":"Fuzzed anew"}""",
        ["post /api/trials/{id}/edits"] = """
            {"revision":0,"did":null,"command":"00000000-0000-4000-8000-000000000001",
             "edits":[{"kind":"set_share","line":"L1","share":"17"},{"kind":"add_line","material":"jojoba oil","share":"2",
             "givesWay":"makeweight"},{"kind":"move_line","line":"L1","to":1},{"kind":"set_batch","batch":{"grams":500,"lossPercent":2}}]}
            """,
        ["put /api/trials/{id}/content"] = """
            {"revision":0,"content":{"family":"balm","lines":[{"id":"L1","material":"beeswax","percent":20,"phase":"melt"},{"id":"L2",
            "material":"castor oil","percent":80,"phase":"melt"}],"batch":{"grams":500,"lossPercent":0}},"did":"x"}
            """,
        ["post /api/trials/{id}/undo"] = """{"revision":0,"command":"00000000-0000-4000-8000-000000000002"}""",
        ["post /api/trials/{id}/redo"] = """{"revision":0,"command":"00000000-0000-4000-8000-000000000003"}""",
        ["post /api/trials/{id}/fork"] = """{"intent":"softer","edits":[{"kind":"set_share","line":"L1","share":"17"}],"content":null}""",
        ["put /api/trials/{id}/stands-for"] = """{"part":"sold","stands":true}""",
        ["post /api/trials/{id}/split/plan"] = """
            {"arms":[{"trial":null,"intent":"stiffer","edits":[{"kind":"set_share","line":"L1","share":"17"}]}],"gramsPerArm":100}
            """,
        ["post /api/trials/{id}/split"] = """
            {"id":"00000000-0000-4000-8000-000000000009","gramsPerArm":100,
            "arms":[{"trial":null,"intent":"stiffer","edits":[{"kind":"set_share","line":"L1","share":"17"}]}]}
            """,
        ["post /api/scent/blend"] = """
            {"formula":{"family":"body_oil","lines":[{"id":"L1","material":"sunflower oil","percent":99,"phase":"melt"},{"id":"L2",
            "material":"lavender essential oil","percent":1,"phase":"cool_down"}],"batch":{"grams":500,"lossPercent":0}},
            "test":{"drops":[{"material":"lavender essential oil","drops":3}],"percent":1,"asStrong":null,"mostAllowed":false}}
            """,
        ["post /api/hardeners"] = """
            {"formula":{"family":"balm","lines":[{"id":"L1","material":"beeswax","percent":20,"phase":"melt"},{"id":"L2",
            "material":"castor oil","percent":80,"phase":"melt"}],"batch":{"grams":500,"lossPercent":0}},"consistency":"scoop","onlyMine":false}
            """,
        ["post /api/levers"] = """
            {"formula":{"family":"butter","lines":[{"id":"L1","material":"shea butter","percent":60,"phase":"melt"},{"id":"L2",
            "material":"castor oil","percent":40,"phase":"melt"}],"batch":{"grams":500,"lossPercent":0}},"onlyMine":false}
            """,
        ["post /api/scent/match"] = """{"text":"green and lemony","onlyMine":false}""",
        ["put /api/formulas/tags"] = """{"formulas":[1,2],"add":["gift"],"remove":["old"]}""",
        ["post /api/formulas/file"] = """{"file":"formula,kind,material,percent\nA,balm,beeswax,100","keep":true}""",
        ["post /api/trials/{id}/set-aside"] = """{"finding":"grain","reason":"we chill it","value":8}""",
        ["post /api/batches"] = """
            {"trial":1,"signature":{"by":"me","revision":"x","stops":["a"]},"stamp":{"id":"00000000-0000-4000-8000-000000000004",
            "at":"2026-06-11T08:00:00Z","sentAt":"2026-06-11T08:00:00Z"}}
            """,
        ["post /api/batches/{id}/commands"] = """
            {"stamp":{"id":"00000000-0000-4000-8000-000000000005","at":"2026-06-11T08:00:00Z","sentAt":"2026-06-11T08:00:00Z"},
            "command":{"kind":"record_step","step":"s2","weighedG":40,"temperatureC":70,"note":"n"}}
            """,
        ["post /api/batches/{id}/over-pour"] = """{"step":"s2","weighedG":90}""",
        ["post /api/learning/agree"] =
            """{"id":"00000000-0000-4000-8000-000000000021","quantity":"slumpC","level":"maker","group":"","notYet":true}""",
        ["put /api/today/reading"] = """{"workroomC":20,"humidityPercent":55}""",
        ["put /api/today/tomorrow"] = """{"temperatures":{"van":41}}""",
        ["post /api/stock/arrival"] = """
            {"material":"shea butter","facts":{"code":"SB-1","receivedOn":"2026-06-11","supplier":"Nowhere Oils","price":13.5},"amount":1500,
            "check":{"feltC":27,"roomC":21,"thumb":2,"seen":{"melted":"edges","grain":"fine"}}}
            """,
        ["put /api/batches/start/{trial}/reserved"] = """{"reserved":true}""",
        ["put /api/house/clock"] = """{"speed":2}""",
        ["post /api/house/kit"] = """{"file":"kind,name,volume_ml\nvessel,Jug,900","keep":true}""",
        ["post /api/stock/lots/{id}/pictures"] = """
            {"stamp":{"id":"0b0e4b5e-6a0f-4f5e-9d57-0a5a3a1f8c11","at":"2026-06-11T08:00:00Z","sentAt":"2026-06-11T08:00:00Z"},"base64":"/9j/4A=="}
            """,
        ["post /api/stock/file"] = """{"file":"material,lot,amount\nBeeswax,W-1,500","keep":true}""",
        ["post /api/stock/lots"] = """
            {"stamp":{"id":"00000000-0000-4000-8000-000000000006","at":"2026-06-11T08:00:00Z","sentAt":"2026-06-11T08:00:00Z"},
            "kind":"material","of":"shea butter","amount":1500,"facts":{"code":"SB-1","receivedOn":"2026-06-11","certificate":{"4":2},
            "monthsOnceOpen":6,"openedOn":"2026-06-12"},"check":{"seen":{"melted":"no"}},"allowed":[{"use":"whip","reason":"sound"}]}
            """,
        ["put /api/stock/lots/{id}"] = """{"revision":0,"facts":{"code":"SB-1","receivedOn":"2026-06-11","note":"n"}}""",
        ["post /api/stock/lots/{id}/moves"] = """
            {"stamp":{"id":"00000000-0000-4000-8000-000000000007","at":"2026-06-11T08:00:00Z","sentAt":"2026-06-11T08:00:00Z"},
            "move":{"kind":"waste","amount":10,"reason":"spilt"}}
            """,
        ["post /api/stock/lots/{id}/take-back"] = """
            {"stamp":{"id":"00000000-0000-4000-8000-000000000008","at":"2026-06-11T08:00:00Z","sentAt":"2026-06-11T08:00:00Z"},
            "move":"00000000-0000-4000-8000-000000000007"}
            """,
        ["put /api/stock/lots/{id}/set-apart"] = """{"reason":"grainy"}""",
        ["post /api/house/copy"] = """{"format":"amber-pantry-workshop","version":1,"formulas":[]}""",
    };

    [Fact]
    public async Task NoOperationFailsWhateverItIsTold()
    {
        await using var host = await PantryHost.Start(demo: true);
        var document = (await host.Get("/openapi/v1.json"))["paths"]!.AsObject();
        var wrong = new List<string>();
        var tried = 0;
        foreach (var (path, operations) in document)
        {
            foreach (var (method, operation) in operations!.AsObject())
            {
                var bodies = (await Body(host, method, path, operation!))?.Mutated(new Random(Seed(method + path)), Mutations) ?? [];
                // What is not there is not there whatever it is told: few bodies go to each of those addresses.
                var tries = Addresses(path)
                    .SelectMany((address, i) => bodies.DefaultIfEmpty().Take(i == 0 ? Mutations : AwayFromHome).Select(body => (address, body)));
                foreach (var (address, body) in tries)
                {
                    tried++;
                    await Try(host, method, address, body, wrong);
                }
            }
        }

        Assert.True(tried > 4000, $"Only {tried} requests were tried.");
        Assert.True(
            wrong.Count == 0,
            $"{wrong.Count} of {tried}:\n"
                + string.Join('\n', wrong.GroupBy(line => line.Split(' ')[1]).Take(15).Select(group => $"{group.Count()} {group.First()}"))
        );

        // And all of it has left a workshop that still opens.
        foreach (var page in new[] { "/api/formulas", "/api/batches", "/api/logbook", "/api/today", "/api/house", "/api/materials" })
        {
            await host.Get(page);
        }

        foreach (var formula in (await host.Get("/api/formulas?take=100")).Items())
        {
            await host.Get($"/api/trials/{formula!.Int("trial")}");
        }

        Assert.NotEmpty(await Copies.Take(host));
    }

    /// <summary>The same for the same operation, whatever others there are.</summary>
    private static int Seed(string operation) => operation.Aggregate(17, (seed, letter) => unchecked((seed * 31) + letter));

    /// <summary>Copies with one thing spoilt: refused whole, or taken in and every page still opens.</summary>
    [Fact]
    public async Task NoSpoiltCopyBreaksThePages()
    {
        await using var demo = await PantryHost.Start(demo: true);
        await demo.Put("/api/materials/names", new { material = "beeswax", names = new[] { "hive gold" } });
        var copy = Copies.Parts(await Copies.Take(demo));
        var dice = new Random(11);
        var refused = 0;
        const int Rounds = 75;
        for (var round = 0; round < Rounds; round++)
        {
            var parts = new Dictionary<string, string>(copy);
            var name = parts.Keys.Where(key => key != "manifest.json" && parts[key].Length > 2).Order(StringComparer.Ordinal).ToArray() is var names
                ? names[dice.Next(names.Length)]
                : "";
            var lines = parts[name].Split('\n', StringSplitOptions.RemoveEmptyEntries);
            var at = dice.Next(lines.Length);
            lines[at] = JsonNode.Parse(lines[at])!.Mutated(dice, 1).Single();
            parts[name] = string.Join('\n', lines);
            var work = await Copies.Bring(demo, Copies.Zip(parts));
            if (work.Text("state") == "compared")
            {
                work = await Copies.Keep(demo, work);
            }

            if (work.Text("state") == "refused")
            {
                refused++;
                Assert.NotEmpty(work["refusal"]!.Text("field"));
                Assert.NotEmpty(work["refusal"]!.Text("detail"));
                Assert.NotEmpty(work["refusal"]!.Text("remedy"));
                continue;
            }

            Assert.True(work.Text("state") == "kept", $"{name}: {lines[at][..Math.Min(400, lines[at].Length)]} → {work.ToJsonString()}");
            await AllPages(demo, $"{name}: {lines[at][..Math.Min(600, lines[at].Length)]}");
        }

        Assert.InRange(refused, Rounds / 4, Rounds);
    }

    private static async Task AllPages(PantryHost host, string after)
    {
        var trials = (await host.Get("/api/formulas?take=100")).Items().Select(one => $"/api/trials/{one!.Int("trial")}");
        var batches = (await host.Get("/api/logbook?take=100")).Items().Select(one => $"/api/batches/{one!.Int("id")}");
        foreach (var page in trials.Concat(batches).Append("/api/today").Append("/api/house").Append("/api/materials").Append("/api/batches"))
        {
            using var answer = await host.Raw(HttpMethod.Get, page, null);
            Assert.True(answer.IsSuccessStatusCode, $"{page} {(int)answer.StatusCode} after {after}");
        }
    }

    private static async Task Try(PantryHost host, string method, string address, string? body, List<string> wrong)
    {
        var begun = DateTime.UtcNow;
        using var request = new HttpRequestMessage(new HttpMethod(method.ToUpperInvariant()), address);
        request.Content = body is null ? null : new StringContent(body, Encoding.UTF8, "application/json");
        using var answer = await host.Client.SendAsync(request, TestContext.Current.CancellationToken);
        var label = $"{method} {address[..Math.Min(80, address.Length)]} {body?[..Math.Min(300, body.Length)]} → {(int)answer.StatusCode}";
        if (DateTime.UtcNow - begun > Longest)
        {
            wrong.Add($"{label} after {DateTime.UtcNow - begun}");
        }

        if ((int)answer.StatusCode < 400)
        {
            return;
        }

        var text = await answer.Content.ReadAsStringAsync(TestContext.Current.CancellationToken);
        var told = text.StartsWith('{') ? JsonNode.Parse(text) : null;
        string Of(string name) => told?[name]?.GetValue<string>() ?? "";
        if ((int)answer.StatusCode >= 500 || Of("field") == "" || Of("detail") == "" || Of("remedy") == "" || Of("error") == "")
        {
            wrong.Add($"{label} {text[..Math.Min(300, text.Length)]}");
        }
    }

    private static async Task<JsonNode?> Body(PantryHost host, string method, string path, JsonNode operation)
    {
        if (operation["requestBody"] is not { } told)
        {
            return null;
        }

        if (told["content"]?["application/json"]?["example"] is { } example)
        {
            return example;
        }

        if (path == "/api/house")
        {
            var house = await host.Get("/api/house");
            return new JsonObject { ["house"] = house["house"]!.DeepClone(), ["revision"] = house["revision"]!.DeepClone() };
        }

        return JsonNode.Parse(
            Bodies.GetValueOrDefault($"{method} {path}") ?? throw new InvalidOperationException($"{method} {path} has no body to begin from.")
        );
    }

    private static IEnumerable<string> Addresses(string path)
    {
        if (!path.Contains('{', StringComparison.Ordinal))
        {
            yield return path;
            if (path is "/api/formulas" or "/api/logbook" or "/api/batches" or "/api/materials/find" or "/api/stock/of" or "/api/stock/find")
            {
                foreach (
                    var value in new[] { "-1", "9999999999999999999", "%00", "%EF%BF%BF", "%22", "x", new string('q', 5000), "%27%3B--", "%25%5F" }
                )
                {
                    foreach (var name in new[] { "search", "family", "order", "after", "take", "text", "most", "kind", "key", "code" })
                    {
                        yield return $"{path}?{name}={value}";
                    }
                }
            }

            yield break;
        }

        if (path.StartsWith("/api/stock/lots", StringComparison.Ordinal))
        {
            yield return path.Replace("{id}", "00000000-0000-4000-8000-000000000006", StringComparison.Ordinal);
        }

        foreach (var id in new[] { "7", "0", "-4", "99999999999999999999", "a%0Ab", new string('9', 400) })
        {
            yield return System.Text.RegularExpressions.Regex.Replace(path, @"\{[a-z]+\}", id);
        }
    }
}

/// <summary>A document with one thing in it spoilt.</summary>
internal static class Spoiling
{
    private static readonly string[] Wrong =
    [
        "null",
        "true",
        "\"\"",
        "\"x\"",
        "-1",
        "0",
        "1e-28",
        "1e29",
        "1e400",
        "-1e400",
        "2000000000",
        "9223372036854775808",
        "7.9e28",
        "[]",
        "[null]",
        "{}",
        "\"\\ud800\"",
        "\"\\u0000\"",
        "\"NaN\"",
        "\"Infinity\"",
        "\"2026-13-45\"",
        "\"0001-01-01T00:00:00Z\"",
        "\"9999-12-31T23:59:59Z\"",
        "[[[[[[[[[[1]]]]]]]]]]",
    ];

    public static IEnumerable<string> Mutated(this JsonNode body, Random dice, int count)
    {
        var text = body.ToJsonString();
        for (var i = 0; i < count; i++)
        {
            yield return dice.Next(20) switch
            {
                0 => text[..dice.Next(text.Length)],
                1 => Wrong[dice.Next(Wrong.Length)],
                2 => "",
                _ => Spoil(JsonNode.Parse(text)!, dice),
            };
        }
    }

    private static string Spoil(JsonNode root, Random dice)
    {
        var places = new List<(JsonNode Parent, string? Name, int At)>();
        Collect(root, places);
        if (places.Count == 0)
        {
            return "[]";
        }

        var (parent, name, at) = places[dice.Next(places.Count)];
        const string Mark = "here-it-is-spoilt";
        var kind = dice.Next(6);
        if (kind == 0)
        {
            if (name is null)
            {
                parent.AsArray().RemoveAt(at);
            }
            else
            {
                parent.AsObject().Remove(name);
            }

            return root.ToJsonString();
        }

        var value = kind switch
        {
            1 => $"\"{new string('w', dice.Next(2) == 0 ? 300 : 300_000)}\"",
            2 => (name is null ? parent[at] : parent[name])?.ToJsonString() is { } was ? $"[{was},{was}]" : "[]",
            _ => Wrong[dice.Next(Wrong.Length)],
        };
        if (name is null)
        {
            parent[at] = Mark;
        }
        else
        {
            parent[name] = Mark;
        }

        return root.ToJsonString().Replace($"\"{Mark}\"", value, StringComparison.Ordinal);
    }

    private static void Collect(JsonNode? node, List<(JsonNode Parent, string? Name, int At)> places)
    {
        switch (node)
        {
            case JsonObject record:
                foreach (var (name, child) in record)
                {
                    places.Add((record, name, 0));
                    Collect(child, places);
                }

                break;
            case JsonArray list:
                for (var i = 0; i < list.Count; i++)
                {
                    places.Add((list, null, i));
                    Collect(list[i], places);
                }

                break;
        }
    }
}
