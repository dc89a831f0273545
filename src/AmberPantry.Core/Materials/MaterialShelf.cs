namespace AmberPantry.Core.Materials;

/// <summary>Every material a formula may name: the catalogue and the maker's own, by key.</summary>
public sealed class MaterialShelf
{
    private readonly Dictionary<string, Material> byId;
    private readonly MakerMaterial[] own;
    private readonly MyName[] names;
    private readonly LotInUse[] lots;

    /// <exception cref="Refusal">E_UNKNOWN_ID when a maker's material is based on something not in the catalogue.</exception>
    /// <param name="own">The maker's grades of catalogue materials.</param>
    /// <param name="names">Other names she has for any of them.</param>
    /// <param name="lots">The lot to use first of each material that was booked in.</param>
    public MaterialShelf(IEnumerable<MakerMaterial>? own = null, IEnumerable<MyName>? names = null, IEnumerable<LotInUse>? lots = null)
    {
        this.own = [.. own ?? []];
        this.names = [.. names ?? []];
        this.lots = [.. lots ?? []];
        byId = Catalogue.All.ToDictionary(material => material.Id, StringComparer.OrdinalIgnoreCase);
        Own = [.. this.own.Select(Grade)];
        foreach (var material in Own)
        {
            byId[material.Id] = material;
        }

        foreach (var lot in this.lots)
        {
            if (byId.TryGetValue(lot.Material, out var material))
            {
                byId[material.Id] = lot.In(material);
            }
        }

        Own = [.. Own, .. this.lots.Select(lot => Find(lot.Material)).OfType<Material>().Where(one => Own.All(own => own.Id != one.Id))];
        foreach (var called in this.names.GroupBy(name => Key(name.Material)))
        {
            if (byId.TryGetValue(called.Key, out var material))
            {
                byId[called.Key] = material with { MyNames = [.. called.Select(name => name.Name)] };
            }
        }

        Own = [.. Own.Select(material => byId[material.Id])];
        var grades = Own.Select(material => material.Id).ToHashSet();
        All = [.. Own, .. Catalogue.All.Select(material => byId[material.Id]).Where(material => !grades.Contains(material.Id))];
    }

    /// <summary>The catalogue alone.</summary>
    public static MaterialShelf Plain { get; } = new();

    /// <summary>What the maker has: her own grades, and what was booked in.</summary>
    public IReadOnlyList<Material> Own { get; }

    /// <summary>The lot to use first of each material that was booked in.</summary>
    public IReadOnlyList<LotInUse> LotsInUse => lots;

    /// <summary>The maker's own first, then the catalogue.</summary>
    public IReadOnlyList<Material> All { get; }

    /// <summary>The shelf with one more name of her own.</summary>
    public MaterialShelf Calling(MyName name) => new(own, [.. names, name], lots);

    /// <exception cref="Refusal">E_RANGE for an empty or overlong name, E_TWICE when it means another material already.</exception>
    public void CheckName(MyName name, string field)
    {
        name.Check(field);
        var other = All.FirstOrDefault(material => Key(material.Id) != Key(name.Material) && Means(material, name.Name));
        if (other is not null)
        {
            throw new Refusal(
                Codes.Twice,
                field,
                name.Name,
                $"“{name.Name}” means {other.Name} already.",
                "Choose another name, or take it away there."
            );
        }
    }

    public static string Key(string name) => name.Trim().ToLowerInvariant();

    /// <summary>Whether the maker has it, not only the catalogue.</summary>
    public bool IsOwn(Material material) => Own.Any(own => own.Id == material.Id);

    public Material? Find(string id) => byId.GetValueOrDefault(id.Trim());

    /// <summary>A material by its key or by what the maker calls it. A formula keeps the key.</summary>
    /// <exception cref="Refusal">E_UNKNOWN_ID with the field given and the nearest known name.</exception>
    public Material Named(string name, string field) => Find(name) ?? All.FirstOrDefault(material => Means(material, name)) ?? Get(name, field);

    private static bool Means(Material material, string name) =>
        Key(name) == Key(material.Id) || material.MyNames.Contains(name.Trim(), StringComparer.OrdinalIgnoreCase);

    /// <exception cref="Refusal">E_UNKNOWN_ID with the field given and the nearest known name.</exception>
    public Material Get(string id, string field)
    {
        if (Find(id) is { } material)
        {
            return material;
        }

        var near = MaterialSearch.Find(id, All, 1).FirstOrDefault()?.Material;
        var told = id.Length > MaterialSearch.LongestText ? $"{id[..(MaterialSearch.LongestText - 1)]}…" : id;
        throw new Refusal(
            Codes.UnknownId,
            field,
            id,
            $"Nothing called “{told}” is on the shelf or in the catalogue.",
            near is null ? "Choose a material from the list." : $"Did you mean {near.Name}?"
        );
    }

    /// <summary>The material the maker keeps of a catalogue kind, or the catalogue's own.</summary>
    public Material Preferred(string catalogueId) => Own.FirstOrDefault(material => material.BasedOn == catalogueId) ?? Get(catalogueId, "material");

    private Material Grade(MakerMaterial own)
    {
        own.Check($"materials.{own.Name}.");
        var kind = byId[own.BasedOn.Trim()];
        return kind with
        {
            Id = Key(own.Name),
            Name = own.Name.Trim(),
            Inci = own.Inci ?? kind.Inci,
            PricePerKg = own.PricePerKg,
            UseMaxPercent = own.UseMaxPercent ?? kind.UseMaxPercent,
            Lot = own.Lot,
            BestBefore = own.BestBefore,
            MeltShiftK = (double)(own.MeltShiftK ?? 0),
            DropsPerMl = own.DropsG is { } drops ? MakerMaterial.DropsCounted * kind.DensityGMl / (double)drops : kind.DropsPerMl,
            HasOwnDropper = own.DropsG is not null,
            PumpG = (double?)own.StrokesG / MakerMaterial.StrokesCounted,
        };
    }
}
