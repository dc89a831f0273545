using AmberPantry.Core.Materials;
using AmberPantry.Core.Science.Making;
using AmberPantry.Core.Science.Stability;
using AmberPantry.Core.Workshops;

namespace AmberPantry.Core.Families.Profiles;

internal sealed class CleansingBalm : IFamilyFile
{
    public static FamilyProfile Profile { get; } =
        new()
        {
            Family = "cleansing_balm",
            Name = "cleansing balm",
            Title = "Cleansing balm",
            About = "melts make-up, rinses away",
            Nature = FamilyNature.Melted,
            Rules = "cleansing_balm",
            FirmnessAt20 = new(10, 150),
            MostSolidOnSkin = 20,
            Use = ProductUse.WetHands,
            Traits = new() { RinsesAway = true },
            Groups =
            [
                .. new MeltedGroups
                {
                    SoftButters = (5, 30),
                    HardButters = (10, 45),
                    Waxes = (0, 6),
                    LiquidOils = (25, 65),
                    Hardeners = (3, 15),
                    Powders = (0, 10),
                }.List(),
                new("emulsifiers", 4, 18, Role.Emulsifier),
            ],
            Starter =
            [
                new("high-oleic sunflower oil", 30.5m),
                new("caprylic/capric triglyceride", 14),
                new("polyglyceryl-4 oleate", 11),
                new("PEG-7 olivate", 7),
                new("shea butter", 10),
                new("cocoa butter", 15),
                new("candelilla wax", 4),
                new("cetearyl alcohol", 8),
                new("mixed tocopherols", 0.5m),
            ],
            Routes = [PlanRoute.CleansingBalm],
            Lenses = [Lens.Melt, Lens.Feel, Lens.Shade, Lens.Keeping, Lens.Scent, Lens.Cost],
            WornOn = WornOn.Face,
            Pack = PackKind.Jar,
            MustStand = [Landmark.Workroom, Landmark.Stall],
        };
}
