using System.Text.Json.Nodes;

namespace AmberPantry.Data.Copy;

/// <summary>What a copy could not hold: records that cannot be read, and what hangs on them.</summary>
public sealed class LeftOut
{
    private readonly Dictionary<Type, HashSet<int>> ids = [];
    private readonly List<JsonObject> told = [];

    /// <summary>One line each, for the last part of the copy.</summary>
    public IReadOnlyList<JsonObject> Told => told;

    internal void Add(Type row, string part, int? id, string why)
    {
        if (id is { } known)
        {
            (ids.TryGetValue(row, out var others) ? others : ids[row] = []).Add(known);
        }

        told.Add(
            new JsonObject
            {
                ["part"] = part,
                ["id"] = id,
                ["why"] = why,
            }
        );
    }

    internal bool Holds(Type row, int id) => ids.TryGetValue(row, out var those) && those.Contains(id);
}
