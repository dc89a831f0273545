using System.Collections.Concurrent;
using AmberPantry.Core.Materials;
using AmberPantry.Core.Science.Stability;

namespace AmberPantry.Core.Science.Melt;

/// <summary>A material's melting make-up.</summary>
public static class MaterialMelt
{
    /// <summary>What a room is taken for where a material is called liquid, °C.</summary>
    public const double RoomC = 20;

    /// <summary>Solid part up to which it still runs.</summary>
    private const double RunsBelow = 0.03;

    private static readonly ConcurrentDictionary<TableKeys, MeltSpectrum> Known = new(ReferenceEqualityComparer.Instance);
    private static readonly ConcurrentDictionary<(MeltSpectrum Kind, double ShiftK), MeltSpectrum> Shifted = new();
    private static readonly ConcurrentDictionary<TableKeys, bool> Runs = new(ReferenceEqualityComparer.Instance);

    extension(Material material)
    {
        /// <summary>What it is made of as it melts; null for what does not melt with the fats.</summary>
        public MeltSpectrum? Melt =>
            material.KindMelt is not { } kind ? null
            : material.MeltShiftK == 0 || kind.Classes.Count == 0 ? kind
            : Shifted.GetOrAdd((kind, material.MeltShiftK), key => key.Kind with { ShiftK = key.ShiftK });

        /// <summary>The same as its kind is usually, without what is told of the lot in use.</summary>
        public MeltSpectrum? KindMelt => material.Keys.MeltsWithFat(material.Role) ? Known.GetOrAdd(material.Keys, Read) : null;

        /// <summary>Whether it runs at 20 °C: oils, scents and extracts, what is watery, liquid actives.</summary>
        public bool IsLiquidAtRoom =>
            material.IsLiquid
            || material.IsWatery
            || material.Tags.Contains("liquid")
            || (material.KindMelt is { } melt && Runs.GetOrAdd(material.Keys, _ => LipidBlend.Mix([(melt, 1)]).At(RoomC).Solid < RunsBelow));
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
