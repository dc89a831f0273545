using AmberPantry.Core.Science.Making;
using AmberPantry.Core.Science.Stability;
using AmberPantry.Core.Workshops;

namespace AmberPantry.Core.Families.Profiles;

internal sealed class Stick : IFamilyFile
{
    public static FamilyProfile Profile { get; } =
        new()
        {
            Family = "stick",
            Name = "stick",
            Title = "Stick",
            About = "lips or skin, stands a pocket",
            Nature = FamilyNature.Melted,
            Rules = "stick",
            FirmnessAt20 = new(110, 300),
            LeastSlumpC = 45,
            MostSolidOnSkin = 30,
            Use = ProductUse.Stick,
            Traits = new() { Snaps = true },
            Groups = new MeltedGroups
            {
                SoftButters = (0, 15),
                HardButters = (0, 20),
                Waxes = (17, 25),
                LiquidOils = (45, 70),
                Hardeners = (0, 8),
                Powders = (0, 8),
            }.List(),
            Starter =
            [
                new("beeswax", 22),
                new("cocoa butter", 12),
                new("shea butter", 10),
                new("castor oil", 20),
                new("high-oleic sunflower oil", 35.5m),
                new("mixed tocopherols", 0.5m),
            ],
            Routes = [PlanRoute.StickSecondPour],
            Lenses = [Lens.Melt, Lens.Feel, Lens.Shade, Lens.Keeping, Lens.Scent, Lens.Cost],
            WornOn = WornOn.Lips,
            Pack = PackKind.PushTube,
            Feel = new() { MostGrease = 8 },
            MustStand = [Landmark.Workroom, Landmark.Skin, Landmark.Van],
        };
}
