using System.Text.Json.Nodes;

namespace AmberPantry.Server.Tests;

/// <summary>Copies longer than what is read at once: what points and what is pointed to may stand far apart.</summary>
public class LongCopyTests
{
    private const int Formulas = 450;

    /// <summary>The made-up pantry with its first formula many times over, each with its trials.</summary>
    private static byte[] Long(byte[] copy)
    {
        var parts = Copies.Parts(copy);
        string[] Lines(string part) => parts[part].Split('\n', StringSplitOptions.RemoveEmptyEntries);
        var first = JsonNode.Parse(Lines("formulas.jsonl")[0])!;
        var name = first.Text("name");
        var trials = Lines("trials.jsonl").Select(line => JsonNode.Parse(line)!).Where(trial => trial.Text("formula") == name).ToArray();
        var formulas = new List<string>(Lines("formulas.jsonl"));
        var all = new List<string>(Lines("trials.jsonl"));
        for (var i = 0; i < Formulas; i++)
        {
            first["name"] = $"{name} {i:000}";
            formulas.Add(first.ToJsonString());
            foreach (var trial in trials)
            {
                trial["formula"] = $"{name} {i:000}";
                all.Add(trial.ToJsonString());
            }
        }

        parts["formulas.jsonl"] = string.Join('\n', formulas);
        parts["trials.jsonl"] = string.Join('\n', all);
        return Copies.Zip(parts);
    }

    [Fact]
    public async Task ALongCopyComesInWholeOutTheSameAndInAgainAsTheSame()
    {
        await using var demo = await PantryHost.Start(demo: true);
        var copy = Long(await Copies.Take(demo));
        await using var empty = await PantryHost.Start();
        var compared = await Copies.Bring(empty, copy);
        Assert.True(compared.Text("state") == "compared", compared.ToJsonString());
        Assert.Equal(0, (await empty.Get("/api/formulas")).Int("total"));
        Assert.Equal("kept", (await Copies.Keep(empty, compared)).Text("state"));
        Assert.Equal(Formulas + (await demo.Get("/api/formulas")).Int("total"), (await empty.Get("/api/formulas")).Int("total"));
        var found = (await empty.Get("/api/formulas?search=Balm 449")).Items().Single()!;
        Assert.True(found.Int("trialNumber") > 1);
        Assert.NotEmpty((await empty.Get($"/api/trials/{found.Int("trial")}"))["content"]!["lines"]!.AsArray());
        var again = await Copies.Bring(empty, await Copies.Take(empty));
        Assert.Equal((0, 0), (Copies.Sum(again, "new"), Copies.Sum(again, "changed")));
    }

    [Fact]
    public async Task OneSpoiltLineFarBehindKeepsAllOfItOut()
    {
        await using var demo = await PantryHost.Start(demo: true);
        var parts = Copies.Parts(Long(await Copies.Take(demo)));
        var lines = parts["trials.jsonl"].Split('\n', StringSplitOptions.RemoveEmptyEntries);
        var last = JsonNode.Parse(lines[^1])!;
        last["content"]!["lines"]![0]!["percent"] = 1;
        lines[^1] = last.ToJsonString();
        parts["trials.jsonl"] = string.Join('\n', lines);
        await using var empty = await PantryHost.Start();
        var work = await Copies.Bring(empty, Copies.Zip(parts));
        Assert.Equal("refused", work.Text("state"));
        Assert.Equal($"trials[{lines.Length}].content.lines", work["refusal"]!.Text("field"));
        Assert.Equal(0, (await empty.Get("/api/formulas")).Int("total"));
    }

    [Fact]
    public async Task WhatACopyChangesIsSeenByAnOpenPage()
    {
        await using var host = await PantryHost.Start();
        var trial = await Story.Formula(host);
        var copy = await Copies.Take(host);
        var spoilt = Copies.Spoil(copy, "trials", "intent", "said otherwise");
        var work = await Copies.Bring(host, spoilt);
        Assert.Equal(1, Copies.Sum(work, "changed"));
        await Copies.Keep(host, work);
        var refused = await host.Refused(
            409,
            HttpMethod.Post,
            $"/api/trials/{trial.Int("id")}/edits",
            new
            {
                revision = trial.Int("revision"),
                command = Guid.NewGuid(),
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
        Assert.Equal("said otherwise", refused["theirs"]!.Text("intent"));
    }
}
