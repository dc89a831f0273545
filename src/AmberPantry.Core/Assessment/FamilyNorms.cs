using AmberPantry.Core.Composition;
using AmberPantry.Core.Materials;

namespace AmberPantry.Core.Assessment;

/// <summary>What is usual for a family. Starting values: breaking one is a caution, never a block.</summary>
/// <param name="FirmnessAt20">Usual yield value at 20 °C in kPa.</param>
/// <param name="LeastSlumpC">Slump expected of it anywhere; null for none.</param>
/// <param name="MostSolidOnSkin">Solid percent at 33 °C above which it drags.</param>
public sealed record FamilyNorm(
    string Name, (double Low, double High) FirmnessAt20, double? LeastSlumpC, double MostSolidOnSkin, IReadOnlyList<GroupNorm> Groups);

/// <summary>Usual share of a group, percent of the formula.</summary>
public sealed record GroupNorm(string Group, decimal Low, decimal High, params IReadOnlyList<Role> Roles);

/// <summary>Common practice for each family.</summary>
public static class FamilyNorms
{
    private static readonly Dictionary<Family, FamilyNorm> All = new()
    {
        [Family.Salve] = new("soft salve", (10, 40), null, 15, Groups((0, 15), (0, 8), (6, 11), (70, 90), (0, 5), (0, 3))),
        [Family.Balm] = new("tin balm", (40, 120), null, 15, Groups((0, 10), (0, 10), (11, 18), (60, 85), (0, 5), (0, 5))),
        [Family.Stick] = new("stick", (110, 300), 45, 30, Groups((0, 15), (0, 20), (17, 25), (45, 70), (0, 8), (0, 8))),
        [Family.Bar] = new("hard bar", (300, 700), null, 60, Groups((5, 25), (20, 45), (15, 35), (15, 40), (0, 10), (0, 5))),
        [Family.Butter] = new("butter before whipping", (40, 130), null, 15, Groups((40, 75), (0, 18), (0, 5), (12, 32), (0, 15), (0, 12))),
    };

    public static FamilyNorm For(Family family) => All[family];

    private static GroupNorm[] Groups(
        (decimal Low, decimal High) soft, (decimal Low, decimal High) hard, (decimal Low, decimal High) wax,
        (decimal Low, decimal High) liquid, (decimal Low, decimal High) hardener, (decimal Low, decimal High) powder) =>
    [
        new("soft butters", soft.Low, soft.High, Role.SoftButter),
        new("hard butters", hard.Low, hard.High, Role.HardButter),
        new("waxes", wax.Low, wax.High, Role.Wax),
        new("liquid oils", liquid.Low, liquid.High, Role.Oil, Role.Ester),
        new("hardeners", hardener.Low, hardener.High, Role.Hardener),
        new("powders", powder.Low, powder.High, Role.Powder),
    ];
}
