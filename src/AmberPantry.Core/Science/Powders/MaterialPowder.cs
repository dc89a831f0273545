using System.Collections.Concurrent;
using AmberPantry.Core.Materials;

namespace AmberPantry.Core.Science.Powders;

/// <summary>A material's grains.</summary>
public static class MaterialPowder
{
    /// <summary>Oil that a maker squeezes into a powder is about so dense, g/mL.</summary>
    private const double OilGMl = 0.92;

    private static readonly ConcurrentDictionary<(string Key, double HoldsOilG), PowderMaterial> Own = new();

    extension(Material material)
    {
        /// <summary>What its grains are, with the uptake that the maker squeezed for the lot in use; null for what has none.</summary>
        public PowderMaterial? Powder =>
            material.Keys.Powder is not { } key ? null
            : material.HoldsOilG is { } holds && PowderMaterial.All[key].OilAbsorption > 0 ? Own.GetOrAdd((key, holds), Squeezed)
            : PowderMaterial.All[key];

        /// <summary>Whether a squeeze tells something of it: it takes up oil.</summary>
        public bool TakesUpOil => material.Keys.Powder is { } key && PowderMaterial.All[key] is { OilAbsorption: > 0, IsOilSoluble: false };

        /// <summary>What a squeeze says of its uptake; null where nothing was squeezed or it takes up none.</summary>
        public OwnUptake? SqueezedUptake =>
            material.HoldsOilG is { } holds && material.TakesUpOil
                ? OwnUptake.Of(PowderMaterial.All[material.Keys.Powder!], 100, holds, OilGMl, UptakeMethod.Squeeze)
                : null;
    }

    private static PowderMaterial Squeezed((string Key, double HoldsOilG) of)
    {
        var kind = PowderMaterial.All[of.Key];
        return kind with { OilAbsorption = OwnUptake.Of(kind, 100, of.HoldsOilG, OilGMl, UptakeMethod.Squeeze).UptakeGPer100g };
    }
}
