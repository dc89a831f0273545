using System.Text.Json;
using AmberPantry.Core;
using Microsoft.EntityFrameworkCore.ChangeTracking;
using Microsoft.EntityFrameworkCore.Metadata.Builders;

namespace AmberPantry.Data;

/// <summary>Parts of a row that are kept as one JSON text.</summary>
internal static class Json
{
    public static PropertyBuilder<T> AsJson<T>(this PropertyBuilder<T> property)
    {
        property.HasConversion(
            value => Write(value),
            text => Read<T>(text),
            new ValueComparer<T>((a, b) => Write(a) == Write(b), value => Write(value).GetHashCode(StringComparison.Ordinal), value => value)
        );
        return property;
    }

    public static string Write<T>(T value) => JsonSerializer.Serialize(value, AmberJson.Options);

    public static T Read<T>(string text) => JsonSerializer.Deserialize<T>(text, AmberJson.Options)!;
}
