using System.Net.Http.Json;
using System.Text.Json;
using System.Text.Json.Nodes;
using AmberPantry.Core;
using AmberPantry.Core.Workshops;
using AmberPantry.Data;
using AmberPantry.Server.Hosting;
using Microsoft.AspNetCore.Builder;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.DependencyInjection;

namespace AmberPantry.Server.Tests;

/// <summary>The real server on a free port with a real SQLite file of its own.</summary>
public sealed class PantryHost : IAsyncDisposable
{
    /// <summary>An empty and a made-up pantry, begun once: to begin one takes longer than most of what is tried on it.</summary>
    private static readonly Dictionary<bool, Lazy<byte[]>> Begun = new() { [false] = new(() => Begin(false)), [true] = new(() => Begin(true)) };

    private readonly DirectoryInfo? ownFolder;
    private readonly WebApplication app;

    private PantryHost(WebApplication app, AmberOptions options, DirectoryInfo? ownFolder)
    {
        this.app = app;
        this.ownFolder = ownFolder;
        Options = options;
        Client = new HttpClient { BaseAddress = new Uri(AmberServer.Address(app)) };
    }

    public AmberOptions Options { get; }

    public HttpClient Client { get; }

    /// <param name="file">An existing file to go on with; left out, a new one in a folder that is removed afterwards.</param>
    /// <param name="clock">On the wall; left out, the machine's.</param>
    public static async Task<PantryHost> Start(bool demo = false, string? file = null, DeviceAddresses? devices = null, TimeProvider? clock = null)
    {
        var folder = file is null ? Directory.CreateTempSubdirectory("amber-test-") : null;
        var options = new AmberOptions(0, file ?? Path.Combine(folder!.FullName, "workshop.db"), demo, false, Path.GetTempPath())
        {
            Devices = devices ?? new(),
        };
        if (file is null && clock is null)
        {
            await File.WriteAllBytesAsync(options.DataFile, Begun[demo].Value);
        }

        var app = AmberServer.Build(options, clock is null ? null : builder => builder.Services.AddSingleton(new WallClock(clock)));
        await app.StartAsync();
        return new PantryHost(app, options, folder);
    }

    private static byte[] Begin(bool demo)
    {
        var folder = Directory.CreateTempSubdirectory("amber-test-");
        var options = new AmberOptions(0, Path.Combine(folder.FullName, "workshop.db"), demo, false, Path.GetTempPath());
        ((IDisposable)AmberServer.Build(options)).Dispose();
        var whole = Path.Combine(folder.FullName, "whole.db");
        using (var db = new PantryDb(PantryFile.Options(options.DataFile)))
        {
            // What still stands beside the file comes with it.
            db.Database.ExecuteSql($"VACUUM INTO {whole}");
        }

        var begun = File.ReadAllBytes(whole);
        folder.Delete(true);
        return begun;
    }

    /// <summary>Stops without saying goodbye and starts again on the same file.</summary>
    public async Task<PantryHost> Restart(TimeProvider? clock = null)
    {
        await app.DisposeAsync();
        return await Start(Options.Demo, Options.DataFile, clock: clock);
    }

    public Task<JsonNode> Get(string path) => Send(HttpMethod.Get, path, null);

    public Task<JsonNode> Post(string path, object body) => Send(HttpMethod.Post, path, body);

    public Task<JsonNode> Put(string path, object body) => Send(HttpMethod.Put, path, body);

    /// <summary>Expects the call to be refused and answers its problem details.</summary>
    public async Task<JsonNode> Refused(int status, HttpMethod method, string path, object? body)
    {
        using var response = await Raw(method, path, body);
        var text = await response.Content.ReadAsStringAsync();
        Assert.Equal(status, (int)response.StatusCode);
        Assert.Equal("application/problem+json", response.Content.Headers.ContentType?.MediaType);
        Assert.DoesNotContain("   at ", text, StringComparison.Ordinal);
        var problem = JsonNode.Parse(text)!;
        Assert.NotEmpty(problem["detail"]!.GetValue<string>());
        Assert.NotEmpty(problem["remedy"]!.GetValue<string>());
        return problem;
    }

    public Task<HttpResponseMessage> Raw(HttpMethod method, string path, object? body)
    {
        var request = new HttpRequestMessage(method, path);
        request.Content = body switch
        {
            null => null,
            string text => new StringContent(text, System.Text.Encoding.UTF8, "application/json"),
            JsonNode node => new StringContent(node.ToJsonString(), System.Text.Encoding.UTF8, "application/json"),
            _ => JsonContent.Create(body, options: AmberJson.Options),
        };
        return Client.SendAsync(request);
    }

    /// <summary>A batch of a trial, begun with all read, ticked and signed.</summary>
    public async Task<JsonNode> Begin(int trial, object? stamp = null) =>
        await Post(
            "/api/batches",
            new
            {
                trial,
                signature = await Signed(trial),
                stamp,
            }
        );

    /// <summary>The signature under all that is to be read before a trial is made.</summary>
    public async Task<object> Signed(int trial, string by = "Maker")
    {
        var check = (await Get($"/api/batches/start/{trial}"))["check"]!;
        return new
        {
            by,
            revision = check.Text("revision"),
            stops = check["stops"]!.AsArray().Select(stop => stop!.Text("id")),
            ticked = check["habits"]!.AsArray().Select(habit => habit!.Text("id")),
        };
    }

    /// <summary>Books a delivery in and answers the id of its lot.</summary>
    public async Task<Guid> BookIn(string of, string code, decimal amount, object? facts = null, string kind = "material")
    {
        var id = Guid.NewGuid();
        var told = Stamped("kind", kind, id);
        (told["of"], told["amount"]) = (of, amount);
        told["facts"] = JsonSerializer.SerializeToNode(facts ?? new { code, receivedOn = "2026-06-01" }, AmberJson.Options);
        told["facts"]!["code"] = code;
        told["facts"]!["receivedOn"] ??= "2026-06-01";
        await Post("/api/stock/lots", told);
        return id;
    }

    /// <summary>Sends a batch a command, just done.</summary>
    public Task<JsonNode> Act(int batch, object command, Guid? id = null) => Post($"/api/batches/{batch}/commands", Acted(command, id));

    /// <summary>A command with its stamp.</summary>
    public static JsonObject Acted(object command, Guid? id = null, TimeSpan ago = default) => Stamped("command", command, id, ago);

    /// <summary>Something told under a name, with its stamp.</summary>
    public static JsonObject Stamped(string name, object told, Guid? id = null, TimeSpan ago = default)
    {
        var now = DateTime.UtcNow;
        return new JsonObject
        {
            ["stamp"] = new JsonObject
            {
                ["id"] = id ?? Guid.NewGuid(),
                ["at"] = now - ago,
                ["sentAt"] = now,
            },
            [name] = JsonSerializer.SerializeToNode(told, AmberJson.Options),
        };
    }

    public async ValueTask DisposeAsync()
    {
        Client.Dispose();
        await app.DisposeAsync();
        Microsoft.Data.Sqlite.SqliteConnection.ClearAllPools();
        ownFolder?.Delete(recursive: true);
    }

    private async Task<JsonNode> Send(HttpMethod method, string path, object? body)
    {
        using var response = await Raw(method, path, body);
        var text = await response.Content.ReadAsStringAsync();
        Assert.True(response.IsSuccessStatusCode, $"{method} {path}: {(int)response.StatusCode} {text}");
        return text.Length == 0 ? new JsonObject() : JsonNode.Parse(text)!;
    }
}

internal static class Json
{
    public static int Int(this JsonNode node, string name) => node[name]!.GetValue<int>();

    public static string Text(this JsonNode node, string name) => node[name]!.GetValue<string>();

    public static decimal Decimal(this JsonNode node, string name) => node[name]!.GetValue<decimal>();

    public static JsonArray Items(this JsonNode page) => page["items"]!.AsArray();

    /// <summary>The steps of a batch view.</summary>
    public static JsonNode[] Steps(this JsonNode view) => [.. view["batch"]!["steps"]!.AsArray().Select(step => step!)];

    public static decimal Share(this JsonNode trial, int line) => trial["content"]!["lines"]![line]!["percent"]!.GetValue<decimal>();

    public static JsonElement Element(this JsonNode node) => JsonSerializer.SerializeToElement(node);
}
