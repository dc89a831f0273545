using AmberPantry.Core.Materials;
using AmberPantry.Core.Science.Making;
using AmberPantry.Core.Science.Stability;
using AmberPantry.Core.Workshops;

namespace AmberPantry.Core.Families.Profiles;

internal sealed class CleansingBar : IFamilyFile
{
    public static FamilyProfile Profile { get; } =
        new()
        {
            Family = "cleansing_bar",
            Name = "cleansing bar",
            Title = "Cleansing bar",
            About = "solid in the hand, rinses away",
            Nature = FamilyNature.Melted,
            Rules = "cleansing_balm",
            FirmnessAt20 = new(80, 600),
            MostSolidOnSkin = 45,
            Use = ProductUse.Stick,
            Traits = new() { RinsesAway = true },
            Groups =
            [
                .. new MeltedGroups
                {
                    SoftButters = (0, 25),
                    HardButters = (15, 50),
                    Waxes = (0, 12),
                    LiquidOils = (5, 35),
                    Hardeners = (8, 30),
                    Powders = (0, 20),
                }.List(),
                new("emulsifiers", 4, 18, Role.Emulsifier),
            ],
            Starter =
            [
                new("cocoa butter", 34),
                new("cetearyl alcohol", 18),
                new("shea butter", 8),
                new("candelilla wax", 4),
                new("caprylic/capric triglyceride", 17.5m),
                new("polyglyceryl-4 oleate", 11),
                new("PEG-7 olivate", 7),
                new("mixed tocopherols", 0.5m),
            ],
            Routes = [PlanRoute.CleansingBarWater],
            Lenses = [Lens.Melt, Lens.Feel, Lens.Shade, Lens.Keeping, Lens.Scent, Lens.Cost],
            WornOn = WornOn.Face,
            Pack = PackKind.Tin,
            MustStand = [Landmark.Workroom, Landmark.Stall],
        };
}
