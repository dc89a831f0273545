using AmberPantry.Core.Science.Making;
using AmberPantry.Core.Science.Stability;
using AmberPantry.Core.Workshops;

namespace AmberPantry.Core.Families.Profiles;

internal sealed class Butter : IFamilyFile
{
    public static FamilyProfile Profile { get; } =
        new()
        {
            Family = "butter",
            Name = "body butter",
            Title = "Body butter",
            About = "soft and rich, no air in it",
            Nature = FamilyNature.Melted,
            Rules = "whipped_butter",
            FirmnessAt20 = new(40, 130),
            MostSolidOnSkin = 15,
            Use = ProductUse.DryHands,
            Groups = new MeltedGroups
            {
                SoftButters = (40, 75),
                HardButters = (0, 18),
                Waxes = (0, 5),
                LiquidOils = (12, 32),
                Hardeners = (0, 15),
                Powders = (0, 12),
            }.List(),
            Starter = [new("shea butter", 40), new("mango butter", 30), new("high-oleic sunflower oil", 29.5m), new("mixed tocopherols", 0.5m)],
            Routes = [PlanRoute.StirToTrace, PlanRoute.BalmPour],
            Lenses = [Lens.Melt, Lens.Feel, Lens.Shade, Lens.Keeping, Lens.Scent, Lens.Cost],
            WornOn = WornOn.Body,
            Pack = PackKind.Jar,
            Feel = new() { MostGrease = 6.5, MostDrag = 4 },
            MustStand = [Landmark.Workroom, Landmark.Stall],
        };
}
