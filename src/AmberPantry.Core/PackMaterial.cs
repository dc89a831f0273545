namespace AmberPantry.Core;

/// <summary>What a pack is made of.</summary>
public enum PackMaterial
{
    Glass,
    Tin,
    Aluminium,
    Silicone,
    Plastic,
    Polystyrene,
    Paper,
}
