using System.Text.Encodings.Web;
using System.Text.Json;
using System.Text.Json.Serialization;

namespace AmberPantry.Core;

/// <summary>One way of writing JSON for the file, the wire and the workshop document.</summary>
public static class AmberJson
{
    public static JsonSerializerOptions Options { get; } = Apply(new JsonSerializerOptions(JsonSerializerDefaults.Web));

    public static JsonSerializerOptions Apply(JsonSerializerOptions options)
    {
        options.Converters.Add(new JsonStringEnumConverter(JsonNamingPolicy.KebabCaseLower, allowIntegerValues: false));
        options.Encoder = JavaScriptEncoder.UnsafeRelaxedJsonEscaping; // never inside a page: degree signs and dashes stay as they are
        options.NumberHandling = JsonNumberHandling.Strict;
        options.AllowOutOfOrderMetadataProperties = true;
        options.RespectNullableAnnotations = true;
        return options;
    }
}
