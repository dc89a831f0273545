using AmberPantry.Core.Materials;

namespace AmberPantry.Core.Science.Fizz;

/// <summary>A material's row in the bath table.</summary>
public static class MaterialInBath
{
    extension(Material material)
    {
        /// <summary>How it behaves in a bath: its own row, or the typical one of its kind; null where none speaks for it.</summary>
        public FizzMaterial? InBath => Key(material) is { } key ? FizzMaterial.All[key] : null;
    }

    private static string? Key(Material material) =>
        material.Keys.Fizz
        ?? material.Role switch
        {
            Role.Oil or Role.Ester or Role.Emollient or Role.Antioxidant => "oil_liquid",
            Role.SoftButter => "butter_soft",
            Role.HardButter or Role.Wax or Role.Hardener => "butter_hard",
            Role.Scent => "scent",
            Role.Emulsifier => "polyglyceryl_4_oleate",
            Role.Powder or Role.Colourant or Role.Botanical => Melts(material) ? "oil_liquid" : "kaolin",
            Role.WaterPhase => "water",
            Role.Active => Melts(material) ? "oil_liquid" : null,
            _ => null,
        };

    private static bool Melts(Material material) => material.Keys.MeltsWithFat(material.Role);
}
