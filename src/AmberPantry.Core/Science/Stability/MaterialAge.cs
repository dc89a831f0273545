using AmberPantry.Core.Materials;

namespace AmberPantry.Core.Science.Stability;

/// <summary>A material's rows in the tables of keeping.</summary>
public static class MaterialAge
{
    private static readonly Lazy<IReadOnlyDictionary<string, Lipid>> ByMeltName = new(() =>
        Lipid.All.Values.SelectMany(lipid => lipid.AlsoNamed.Select(name => (name, lipid))).ToDictionary(pair => pair.name, pair => pair.lipid)
    );

    /// <summary>Rows of keeping of the catalogue's fats by their melt name: an infused oil keeps like the oil it is made with.</summary>
    private static readonly Lazy<IReadOnlyDictionary<string, Lipid>> ByLikeness = new(() =>
        Catalogue
            .All.Where(material => material.Keys is { Melt: not null, Fat: not null })
            .DistinctBy(material => material.Keys.Melt)
            .ToDictionary(material => material.Keys.Melt!, material => Lipid.All[material.Keys.Fat!])
    );

    extension(Material material)
    {
        /// <summary>How it goes rancid: its own row, that of its melt name or of the fat it melts like, or the typical one of its kind;
        /// null for what is no lipid.</summary>
        public Lipid? Lipid => LipidOf(material);

        /// <summary>How it guards lipids; null for what does not.</summary>
        public Antioxidant? Guard => material.Keys.Antioxidant is { } key ? Antioxidant.All[key] : null;
    }

    private static Lipid? LipidOf(Material material)
    {
        if (material.Keys.Fat is { } key)
        {
            return Lipid.All[key];
        }

        if (material.Keys.Melt is { } name && ByMeltName.Value.TryGetValue(name, out var lipid))
        {
            return lipid;
        }

        if (
            material.Role is Role.Oil or Role.SoftButter or Role.HardButter
            && material.Keys.MeltsLike is { } like
            && ByLikeness.Value.TryGetValue(like, out var alike)
        )
        {
            return alike;
        }

        return !material.Keys.MeltsWithFat(material.Role)
            ? null
            : material.Role switch
            {
                Role.Wax or Role.Hardener or Role.Gellant => Lipid.All["saturated_lipid"],
                Role.Emulsifier => Lipid.All["oleate_emulsifier"],
                Role.Oil or Role.Colourant => Lipid.All["sunflower"],
                Role.SoftButter => Lipid.All["shea"],
                Role.HardButter => Lipid.All["cocoa_butter"],
                Role.Ester or Role.UvFilter or Role.Emollient => Lipid.All["mct"],
                _ => null,
            };
    }
}
