using AmberPantry.Core.Composition;

namespace AmberPantry.Core.Materials;

/// <summary>Every material a formula may name: the catalogue and the maker's own, by key.</summary>
public sealed class MaterialShelf
{
    private readonly Dictionary<string, Material> byId;

    /// <exception cref="Refusal">E_UNKNOWN_ID when a maker's material is based on something not in the catalogue.</exception>
    public MaterialShelf(IEnumerable<MakerMaterial>? own = null)
    {
        byId = Catalogue.All.ToDictionary(material => material.Id, StringComparer.OrdinalIgnoreCase);
        Own = [.. (own ?? []).Select(Grade)];
        foreach (var material in Own)
        {
            byId[material.Id] = material;
        }

        All = [.. Own, .. Catalogue.All.Where(material => ReferenceEquals(byId[material.Id], material))];
    }

    /// <summary>The catalogue alone.</summary>
    public static MaterialShelf Plain { get; } = new();

    public IReadOnlyList<Material> Own { get; }

    /// <summary>The maker's own first, then the catalogue.</summary>
    public IReadOnlyList<Material> All { get; }

    public static string Key(string name) => name.Trim().ToLowerInvariant();

    public Material? Find(string id) => byId.GetValueOrDefault(id.Trim());

    /// <exception cref="Refusal">E_UNKNOWN_ID with the field given and the nearest known name.</exception>
    public Material Get(string id, string field)
    {
        if (Find(id) is { } material)
        {
            return material;
        }

        var near = MaterialSearch.Find(id, All, 1).FirstOrDefault();
        throw new Refusal(
            "E_UNKNOWN_ID",
            field,
            id,
            $"Nothing called “{id}” is on the shelf or in the catalogue.",
            near is null ? "Choose a material from the list." : $"Did you mean {near.Name}?");
    }

    /// <summary>The material the maker keeps of a catalogue kind, or the catalogue's own.</summary>
    public Material Preferred(string catalogueId) =>
        Own.FirstOrDefault(material => material.BasedOn == catalogueId) ?? Get(catalogueId, "material");

    private Material Grade(MakerMaterial own)
    {
        if (string.IsNullOrWhiteSpace(own.Name) || own.Name.Length > 120)
        {
            throw new Refusal("E_RANGE", "materials.name", own.Name, "A material needs a name of 1 to 120 characters.", "Shorten the name.");
        }

        var kind = Catalogue.All.FirstOrDefault(material => string.Equals(material.Id, own.BasedOn.Trim(), StringComparison.OrdinalIgnoreCase))
            ?? throw new Refusal(
                "E_UNKNOWN_ID",
                $"materials.{own.Name}.basedOn",
                own.BasedOn,
                $"“{own.Name}” is said to behave like “{own.BasedOn}”, which is not in the catalogue.",
                "Name a catalogue material there.");
        return kind with
        {
            Id = Key(own.Name),
            Name = own.Name.Trim(),
            Inci = own.Inci ?? kind.Inci,
            PricePerKg = own.PricePerKg,
            UseMaxPercent = own.UseMaxPercent ?? kind.UseMaxPercent,
        };
    }
}
