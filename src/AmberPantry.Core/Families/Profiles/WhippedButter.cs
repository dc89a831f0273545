using AmberPantry.Core.Science.Making;
using AmberPantry.Core.Science.Stability;
using AmberPantry.Core.Workshops;

namespace AmberPantry.Core.Families.Profiles;

internal sealed class WhippedButter : IFamilyFile
{
    public static FamilyProfile Profile { get; } =
        new()
        {
            Family = "whipped_butter",
            Name = "whipped butter",
            Title = "Whipped butter",
            About = "light with air, holds a peak",
            Nature = FamilyNature.Melted,
            Rules = "whipped_butter",
            FirmnessAt20 = new(8, 40),
            MostSolidOnSkin = 15,
            Use = ProductUse.DryHands,
            Groups = new MeltedGroups
            {
                SoftButters = (40, 75),
                HardButters = (0, 18),
                Waxes = (0, 4),
                LiquidOils = (12, 32),
                Hardeners = (0, 15),
                Powders = (0, 12),
            }.List(),
            Starter =
            [
                new("shea butter", 40),
                new("mango butter", 24),
                new("high-oleic sunflower oil", 24.5m),
                new("arrowroot starch", 6),
                new("coconut oil", 5),
                new("mixed tocopherols", 0.5m),
            ],
            Routes =
            [
                PlanRoute.WhipMeltAll,
                PlanRoute.WhipHalfSetColdOils,
                PlanRoute.WhipFattyAcidRounds,
                PlanRoute.WhipUnmelted,
                PlanRoute.StirToTrace,
            ],
            Lenses = [Lens.Melt, Lens.Feel, Lens.Shade, Lens.Keeping, Lens.Scent, Lens.Cost],
            OverrunPercent = 40,
            WornOn = WornOn.Body,
            Pack = PackKind.Jar,
            Feel = new() { MostGrease = 6.5, MostDrag = 4 },
            MustStand = [Landmark.Workroom, Landmark.Stall],
        };
}
