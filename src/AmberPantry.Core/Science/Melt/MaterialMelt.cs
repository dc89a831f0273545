using System.Collections.Concurrent;
using AmberPantry.Core.Materials;
using AmberPantry.Core.Science.Stability;

namespace AmberPantry.Core.Science.Melt;

/// <summary>A material's melting make-up.</summary>
public static class MaterialMelt
{
    private static readonly ConcurrentDictionary<TableKeys, MeltSpectrum> Known = new(ReferenceEqualityComparer.Instance);

    extension(Material material)
    {
        /// <summary>What it is made of as it melts; null for what does not melt with the fats.</summary>
        public MeltSpectrum? Melt => material.Keys.MeltsWithFat(material.Role) ? Known.GetOrAdd(material.Keys, Read) : null;
    }

    private static MeltSpectrum Read(TableKeys keys)
    {
        if (keys.Melt is { } own)
        {
            return MeltSpectra.ByMaterial[own];
        }

        if (keys.MeltsLike is { } like)
        {
            return MeltSpectra.ByMaterial[like] with { IsEstimate = MeltSpectra.ByMaterial[like].Classes.Count > 0 };
        }

        return new MeltSpectrum(1, Lipid.All[keys.Fat!].Profile.MolarMass, [], false);
    }
}
