using AmberPantry.Core.Science.Making;
using AmberPantry.Core.Science.Stability;
using AmberPantry.Core.Workshops;

namespace AmberPantry.Core.Families.Profiles;

internal sealed class Balm : IFamilyFile
{
    public static FamilyProfile Profile { get; } =
        new()
        {
            Family = "balm",
            Name = "tin balm",
            Title = "Tin balm",
            About = "firm in the tin, melts under a thumb",
            Nature = FamilyNature.Melted,
            Rules = "balm",
            FirmnessAt20 = new(40, 120),
            MostSolidOnSkin = 15,
            Use = ProductUse.DryHands,
            Groups = new MeltedGroups
            {
                SoftButters = (0, 10),
                HardButters = (0, 10),
                Waxes = (11, 18),
                LiquidOils = (60, 85),
                Hardeners = (0, 5),
                Powders = (0, 5),
            }.List(),
            Starter =
            [
                new("beeswax", 16),
                new("cocoa butter", 6),
                new("shea butter", 8),
                new("high-oleic sunflower oil", 59.5m),
                new("castor oil", 10),
                new("mixed tocopherols", 0.5m),
            ],
            Routes = [PlanRoute.BalmPour, PlanRoute.BarMoulded],
            Lenses = [Lens.Melt, Lens.Feel, Lens.Shade, Lens.Keeping, Lens.Scent, Lens.Cost],
            WornOn = WornOn.Hands,
            Pack = PackKind.Tin,
            Feel = new() { MostGrease = 7.5, MostDrag = 8 },
            MustStand = [Landmark.Workroom, Landmark.Skin, Landmark.Van],
        };
}
