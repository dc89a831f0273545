using System.Text.Json.Nodes;
using Microsoft.AspNetCore.OpenApi;
using Microsoft.OpenApi;

namespace AmberPantry.Server.Science;

/// <summary>An example request for each open calculation, shown in the OpenAPI document.</summary>
internal static class ScienceExamples
{
    private static readonly Dictionary<string, string> Bodies = new()
    {
        ["melt/melt"] = """{"formula": {"beeswax": 15, "sunflower oil": 60, "coconut oil": 10, "castor oil": 15}, "temperatures": [4, 20, 33], "overrun": 0}""",
        ["composition/weigh"] = """{"batchG": 180, "lines": [{"material": "beeswax", "percent": 15}, {"material": "sunflower oil", "percent": 85}], "scale": {"resolutionG": 0.1}}""",
    };

    public static Task Add(OpenApiOperation operation, OpenApiOperationTransformerContext context, CancellationToken cancellationToken)
    {
        if (operation.OperationId is { } id && Bodies.TryGetValue(id, out var body) && operation.RequestBody?.Content is { } content)
        {
            foreach (var media in content.Values)
            {
                media.Example = JsonNode.Parse(body);
            }
        }

        return Task.CompletedTask;
    }
}
