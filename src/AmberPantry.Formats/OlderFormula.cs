using System.Text.Json.Nodes;

namespace AmberPantry.Formats;

/// <summary>Formulas of versions before 4, which did not say where they are worn: it was told from the fill.</summary>
internal static class OlderFormula
{
    private const decimal LipUpToFillG = 6;

    /// <summary>Says in a record’s formula what it meant: a stick that was not filled small is worn on the body.</summary>
    public static JsonObject Told(JsonObject record)
    {
        if (
            record["content"] is JsonObject content
            && content["wornOn"] is null
            && content["family"] is JsonValue family
            && family.TryGetValue<string>(out var kind)
            && kind == "stick"
            && !(content["batch"]?["fillG"] is JsonValue fill && fill.TryGetValue<decimal>(out var grams) && grams <= LipUpToFillG)
        )
        {
            content["wornOn"] = "body";
        }

        return record;
    }
}
