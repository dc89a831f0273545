namespace AmberPantry.Core.Science.Making;

/// <summary>What a plan has to say: each once, in the order of their names.</summary>
internal sealed class Sayings
{
    private readonly SortedSet<string> ids = new(StringComparer.Ordinal);

    public void Add(string id) => ids.Add(id);

    public void Add(string id, PlanLine of) => ids.Add($"{id}:{of.Id}");

    public void If(bool told, string id)
    {
        if (told)
        {
            Add(id);
        }
    }

    public bool Told(string id) => ids.Contains(id);

    public IReadOnlyList<string> All => [.. ids];
}
