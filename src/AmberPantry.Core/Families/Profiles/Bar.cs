using AmberPantry.Core.Science.Making;
using AmberPantry.Core.Science.Stability;
using AmberPantry.Core.Workshops;

namespace AmberPantry.Core.Families.Profiles;

internal sealed class Bar : IFamilyFile
{
    public static FamilyProfile Profile { get; } =
        new()
        {
            Family = "bar",
            Name = "hard bar",
            Title = "Hard bar",
            About = "massage and lotion bars",
            Nature = FamilyNature.Melted,
            Rules = "stick",
            FirmnessAt20 = new(300, 700),
            MostSolidOnSkin = 45,
            Use = ProductUse.Stick,
            Traits = new() { Snaps = true },
            Groups = new MeltedGroups
            {
                SoftButters = (5, 25),
                HardButters = (20, 45),
                Waxes = (15, 35),
                LiquidOils = (15, 40),
                Hardeners = (0, 10),
                Powders = (0, 5),
            }.List(),
            Starter =
            [
                new("beeswax", 30),
                new("cocoa butter", 30),
                new("shea butter", 15),
                new("high-oleic sunflower oil", 24.5m),
                new("mixed tocopherols", 0.5m),
            ],
            Routes = [PlanRoute.BarMoulded],
            Lenses = [Lens.Melt, Lens.Feel, Lens.Shade, Lens.Keeping, Lens.Scent, Lens.Cost],
            WornOn = WornOn.Body,
            Pack = PackKind.Tin,
            Feel = new() { MostGrease = 6.5 },
            MustStand = [Landmark.Workroom, Landmark.Stall, Landmark.Skin],
        };
}
