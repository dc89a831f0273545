using AmberPantry.Core.Composition;
using AmberPantry.Core.Materials;

namespace AmberPantry.Core.Assessment;

/// <summary>What a product mostly is, and so which science speaks of it.</summary>
public enum FamilyNature
{
    /// <summary>A fat that sets: balms, sticks, bars, butters.</summary>
    Melted,

    /// <summary>Stays liquid.</summary>
    Liquid,

    /// <summary>Grains with a little oil.</summary>
    Powder,

    /// <summary>Goes into a bath.</summary>
    Bath,
}

/// <summary>What is usual for a family. Starting values: breaking one is a caution, never a block.</summary>
/// <param name="Name">As in a sentence: "a tin balm".</param>
/// <param name="Rules">Key of the family in the tables of keeping, scent and safety.</param>
/// <param name="FirmnessAt20">Usual yield value at 20 °C in kPa; null where firmness is not asked.</param>
/// <param name="LeastSlumpC">Slump expected of it anywhere; null for none.</param>
/// <param name="MostSolidOnSkin">Solid percent at 33 °C above which it drags; null where it is not asked.</param>
/// <param name="Use">How it is used, as preservation asks.</param>
public sealed record FamilyNorm(
    string Name, FamilyNature Nature, string Rules, (double Low, double High)? FirmnessAt20, double? LeastSlumpC, double? MostSolidOnSkin, string Use, IReadOnlyList<GroupNorm> Groups)
{
    public bool LeaveOn => Scent.ScentFamilies.All[Rules].LeaveOn;
}

/// <summary>Usual share of a group, percent of the formula.</summary>
public sealed record GroupNorm(string Group, decimal Low, decimal High, params IReadOnlyList<Role> Roles);

/// <summary>Common practice for each family.</summary>
public static class FamilyNorms
{
    private static readonly Role[] Grains = [Role.Powder, Role.Botanical];

    private static readonly Dictionary<Family, FamilyNorm> All = new()
    {
        [Family.Salve] = Melted("soft salve", "balm", (10, 40), null, 15, "dry_hands", (0, 15), (0, 8), (6, 11), (70, 90), (0, 5), (0, 3)),
        [Family.Balm] = Melted("tin balm", "balm", (40, 120), null, 15, "dry_hands", (0, 10), (0, 10), (11, 18), (60, 85), (0, 5), (0, 5)),
        [Family.Stick] = Melted("stick", "stick", (110, 300), 45, 30, "stick", (0, 15), (0, 20), (17, 25), (45, 70), (0, 8), (0, 8)),
        [Family.Bar] = Melted("hard bar", "stick", (300, 700), null, 60, "stick", (5, 25), (20, 45), (15, 35), (15, 40), (0, 10), (0, 5)),
        [Family.Butter] = Melted("butter before whipping", "whipped_butter", (40, 130), null, 15, "dry_hands", (40, 75), (0, 18), (0, 5), (12, 32), (0, 15), (0, 12)),
        [Family.DeodorantStick] = Melted("deodorant stick", "deo_stick", (40, 300), 40, 30, "stick", (5, 25), (0, 10), (8, 18), (20, 60), (5, 25), (5, 55)),
        [Family.UvStick] = Melted("sun-filter stick", "uv_stick", (110, 300), 45, 30, "stick", (0, 10), (0, 5), (10, 20), (30, 60), (0, 10), (0, 25)),
        [Family.CleansingBalm] = new("cleansing balm", FamilyNature.Melted, "cleansing_balm", (10, 150), null, 20, "wet_hands",
            [.. Groups((5, 30), (10, 45), (0, 6), (25, 65), (3, 15), (0, 10)), new("emulsifiers", 4, 20, Role.Emulsifier)]),
        [Family.OilToMilk] = new("oil-to-milk", FamilyNature.Liquid, "oil_cleanser", null, null, null, "shower_pump",
            [new("liquid oils", 80, 95, Role.Oil, Role.Ester), new("emulsifiers", 4, 15, Role.Emulsifier), new("water phase", 0, 3, Role.WaterPhase)]),
        [Family.BodyOil] = new("body oil", FamilyNature.Liquid, "body_oil", null, null, null, "pump_dry",
            [new("liquid oils", 94, 100, Role.Oil, Role.Ester), new("mica", 0, 1, Role.Colourant)]),
        [Family.Powder] = new("free powder", FamilyNature.Powder, "powder", null, null, null, "dry_hands",
            [new("liquid oils", 3, 8, Role.Oil, Role.Ester), new("powders", 80, 97, [.. Grains, Role.Salt, Role.Base, Role.Acid, Role.Colourant])]),
        [Family.PowderCleanser] = new("powder cleanser", FamilyNature.Powder, "powder_cleanser", null, null, null, "dry_hands",
            [new("liquid oils", 0, 8, Role.Oil, Role.Ester), new("powders", 60, 92, Grains), new("solid surfactants", 8, 20, Role.Surfactant)]),
        [Family.BathSalts] = new("bath salt", FamilyNature.Bath, "bath_salts", null, null, null, "bath_single",
            [new("salts", 70, 92, Role.Salt), new("oils", 0.5m, 3, Role.Oil, Role.Ester), new("powders", 5, 25, [.. Grains, Role.Base, Role.Surfactant])]),
        [Family.Fizzy] = new("fizzy", FamilyNature.Bath, "bath_fizz", null, null, null, "bath_single",
            [new("soda", 45, 60, Role.Base), new("acid", 20, 32, Role.Acid), new("salts", 0, 15, Role.Salt), new("oils", 1, 5, Role.Oil, Role.Ester), new("powders", 5, 25, Grains), new("foamers", 0, 6, Role.Surfactant)]),
    };

    public static FamilyNorm For(Family family) => All[family];

    private static FamilyNorm Melted(
        string name, string rules, (double, double) firmness, double? slump, double skin, string use, (decimal, decimal) soft, (decimal, decimal) hard, (decimal, decimal) wax, (decimal, decimal) liquid,
        (decimal, decimal) hardener, (decimal, decimal) powder) =>
        new(name, FamilyNature.Melted, rules, firmness, slump, skin, use, Groups(soft, hard, wax, liquid, hardener, powder));

    private static GroupNorm[] Groups(
        (decimal Low, decimal High) soft, (decimal Low, decimal High) hard, (decimal Low, decimal High) wax,
        (decimal Low, decimal High) liquid, (decimal Low, decimal High) hardener, (decimal Low, decimal High) powder) =>
    [
        new("soft butters", soft.Low, soft.High, Role.SoftButter),
        new("hard butters", hard.Low, hard.High, Role.HardButter),
        new("waxes", wax.Low, wax.High, Role.Wax),
        new("liquid oils", liquid.Low, liquid.High, Role.Oil, Role.Ester),
        new("hardeners", hardener.Low, hardener.High, Role.Hardener),
        new("powders", powder.Low, powder.High, Role.Powder, Role.Base, Role.Salt, Role.Colourant),
    ];
}
