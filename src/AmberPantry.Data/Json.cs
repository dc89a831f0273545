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

    /// <exception cref="UnreadableException">When the text does not hold a whole record.</exception>
    public static T Read<T>(string text)
    {
        try
        {
            var read = JsonSerializer.Deserialize<T>(text, AmberJson.Options) ?? throw new JsonException("There is nothing in it.");
            Wholeness.Check(read);
            return read;
        }
        catch (Exception error) when (error is JsonException or Refusal or NotSupportedException or InvalidOperationException or ArgumentException)
        {
            throw new UnreadableException(typeof(T).Name, error);
        }
    }
}

/// <summary>A row of the data file holds something that is no record of its kind.</summary>
public sealed class UnreadableException(string kind, Exception inner) : Exception($"A record ({kind}) in the data file cannot be read.", inner)
{
    /// <summary>Whether it is one, or the mapper put one into its own.</summary>
    public static bool IsIn(Exception error) => error is UnreadableException || error.InnerException is UnreadableException;
}
