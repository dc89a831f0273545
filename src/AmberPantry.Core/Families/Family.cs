using System.Text.Json;
using System.Text.Json.Serialization;

namespace AmberPantry.Core.Families;

/// <summary>Key of a kind of product, such as <c>balm</c> or <c>bath_salts</c>. What it means stands in its <see cref="FamilyProfile"/>.</summary>
[JsonConverter(typeof(FamilyJson))]
public readonly record struct Family
{
    /// <summary>Longest key that is read.</summary>
    public const int LongestKey = 40;

    private readonly string? key;

    public Family(string key) => this.key = key;

    /// <summary>Lower case with underscores; empty for none.</summary>
    public string Key => key ?? "";

    public static implicit operator Family(string key) => new(key);

    public static Family FromString(string key) => new(key);

    public override string ToString() => Key;
}

/// <summary>A family is its key on the wire and in the file; whether there is such a family is asked where a formula is checked.</summary>
public sealed class FamilyJson : JsonConverter<Family>
{
    public override Family Read(ref Utf8JsonReader reader, Type typeToConvert, JsonSerializerOptions options) =>
        reader.TokenType == JsonTokenType.String && reader.GetString() is { Length: > 0 and <= Family.LongestKey } key
            ? new Family(key)
            : throw new JsonException();

    public override void Write(Utf8JsonWriter writer, Family value, JsonSerializerOptions options) => writer.WriteStringValue(value.Key);
}
