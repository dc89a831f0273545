using AmberPantry.Core.Families;
using AmberPantry.Core.Materials;

namespace AmberPantry.Core.Formulas;

/// <summary>When a material joins a product of some kind, unless the maker says otherwise.</summary>
public static class LinePhase
{
    /// <summary>Where nothing is melted, grains are mixed dry and what is poured in is liquid.</summary>
    public static Phase Of(Family family, Material material) =>
        material.UsualPhase != Phase.Melt || FamilyRegistry.Usual.Find(family)?.Nature is not (FamilyNature.Powder or FamilyNature.Bath)
            ? material.UsualPhase
        : material.IsPowder ? Phase.Dry
        : material.IsLiquid ? Phase.Liquid
        : Phase.Melt;
}
