using AmberPantry.Core.Science.Making;
using AmberPantry.Core.Science.Stability;
using AmberPantry.Core.Workshops;

namespace AmberPantry.Core.Families.Profiles;

internal sealed class Salve : IFamilyFile
{
    public static FamilyProfile Profile { get; } =
        new()
        {
            Family = "salve",
            Name = "soft salve",
            Title = "Soft salve",
            About = "scoops with no effort",
            Nature = FamilyNature.Melted,
            Rules = "balm",
            FirmnessAt20 = new(10, 40),
            MostSolidOnSkin = 15,
            Use = ProductUse.DryHands,
            Groups = new MeltedGroups
            {
                SoftButters = (0, 15),
                HardButters = (0, 8),
                Waxes = (6, 11),
                LiquidOils = (70, 90),
                Hardeners = (0, 5),
                Powders = (0, 3),
            }.List(),
            Starter = [new("beeswax", 10), new("shea butter", 8), new("high-oleic sunflower oil", 81.5m), new("mixed tocopherols", 0.5m)],
            Routes = [PlanRoute.BalmPour, PlanRoute.StirToTrace],
            Lenses = [Lens.Melt, Lens.Feel, Lens.Shade, Lens.Keeping, Lens.Scent, Lens.Cost],
            WornOn = WornOn.Hands,
            Pack = PackKind.Tin,
            Feel = new() { MostGrease = 7.5, MostDrag = 7 },
            MustStand = [Landmark.Workroom, Landmark.Skin, Landmark.Van],
        };
}
