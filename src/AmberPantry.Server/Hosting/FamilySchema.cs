using AmberPantry.Core.Families;
using Microsoft.AspNetCore.OpenApi;
using Microsoft.OpenApi;

namespace AmberPantry.Server.Hosting;

/// <summary>A family is its key, in the API description too.</summary>
internal static class FamilySchema
{
    public static Task Add(OpenApiSchema schema, OpenApiSchemaTransformerContext context, CancellationToken cancellationToken)
    {
        if (context.JsonTypeInfo.Type == typeof(Family))
        {
            schema.Type = JsonSchemaType.String;
            schema.Properties = null;
            schema.Description = "Key of a kind of product, as GET /api/families lists them.";
        }

        return Task.CompletedTask;
    }
}
