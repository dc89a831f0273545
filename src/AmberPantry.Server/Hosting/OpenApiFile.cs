using System.Text.Encodings.Web;
using System.Text.Json;
using System.Text.Json.Nodes;

namespace AmberPantry.Server.Hosting;

/// <summary>The OpenAPI document as a file, for the typed client and for scripts.</summary>
public static class OpenApiFile
{
    private static readonly JsonSerializerOptions Indented = new() { WriteIndented = true, Encoder = JavaScriptEncoder.UnsafeRelaxedJsonEscaping };

    /// <summary>Starts a server on an empty workshop, asks it for its own description and writes that down.</summary>
    public static async Task WriteAsync(string file)
    {
        var folder = Directory.CreateTempSubdirectory("amber-openapi-");
        try
        {
            var options = new AmberOptions(0, Path.Combine(folder.FullName, "workshop.db"), false, false, folder.FullName);
            await using var app = AmberServer.Build(options);
            await app.StartAsync();
            using var client = new HttpClient { BaseAddress = new Uri(AmberServer.Address(app)) };
            await File.WriteAllTextAsync(file, Pretty(await client.GetStringAsync("/openapi/v1.json")));
            await app.StopAsync();
        }
        finally
        {
            folder.Delete(recursive: true);
        }
    }

    /// <summary>The document with one value a line, so that changes can be read.</summary>
    public static string Pretty(string json) => JsonNode.Parse(json)!.ToJsonString(Indented) + "\n";
}
