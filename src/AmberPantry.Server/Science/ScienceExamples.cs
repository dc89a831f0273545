using System.Text.Json.Nodes;
using AmberPantry.Core.Calculations;
using Microsoft.AspNetCore.OpenApi;
using Microsoft.OpenApi;

namespace AmberPantry.Server.Science;

/// <summary>An example question for each open calculation, shown in the OpenAPI document.</summary>
internal static class ScienceExamples
{
    private static readonly Dictionary<string, string> Bodies = AllCalculations.List.ToDictionary(
        one => $"{one.Topic}/{one.Name}",
        one => one.Example
    );

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
