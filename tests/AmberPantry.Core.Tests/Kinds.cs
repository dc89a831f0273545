using AmberPantry.Core.Families;

namespace AmberPantry.Core.Tests;

/// <summary>Keys of the families that come with the program, as tests name them.</summary>
internal static class Kinds
{
    public const string Salve = "salve";
    public const string Balm = "balm";
    public const string Stick = "stick";
    public const string Bar = "bar";
    public const string Butter = "butter";
    public const string WhippedButter = "whipped_butter";
    public const string GelledBalm = "gelled_balm";
    public const string DeodorantStick = "deodorant_stick";
    public const string CleansingBalm = "cleansing_balm";
    public const string OilToMilk = "oil_to_milk";
    public const string BodyOil = "body_oil";
    public const string UvStick = "uv_stick";
    public const string Powder = "powder";
    public const string PowderCleanser = "powder_cleanser";
    public const string BathSalts = "bath_salts";
    public const string Fizzy = "fizzy";

    public static Family[] All { get; } = [.. FamilyRegistry.Usual.All.Select(profile => profile.Family)];
}
