using AmberPantry.Core.Science.Making;
using AmberPantry.Core.Science.Stability;
using AmberPantry.Core.Workshops;

namespace AmberPantry.Core.Families.Profiles;

internal sealed class DeodorantStick : IFamilyFile
{
    public static FamilyProfile Profile { get; } =
        new()
        {
            Family = "deodorant_stick",
            Name = "deodorant stick",
            Title = "Deodorant stick",
            About = "powders held in a firm fat",
            Nature = FamilyNature.Melted,
            Rules = "deo_stick",
            FirmnessAt20 = new(40, 300),
            LeastSlumpC = 40,
            MostSolidOnSkin = 30,
            Use = ProductUse.Stick,
            Groups = new MeltedGroups
            {
                SoftButters = (5, 25),
                HardButters = (0, 10),
                Waxes = (8, 18),
                LiquidOils = (20, 60),
                Hardeners = (5, 25),
                Powders = (5, 55),
            }.List(),
            Starter =
            [
                new("coconut oil", 20),
                new("caprylic/capric triglyceride", 34),
                new("arrowroot starch", 14),
                new("cocoa butter", 7),
                new("candelilla wax", 3),
                new("beeswax", 6),
                new("cetearyl alcohol", 5),
                new("magnesium hydroxide", 10.5m),
                new("mixed tocopherols", 0.5m),
            ],
            Routes = [PlanRoute.DeodorantStick],
            Lenses = [Lens.Melt, Lens.Feel, Lens.Shade, Lens.Keeping, Lens.Scent, Lens.Cost],
            WornOn = WornOn.Underarm,
            Pack = PackKind.PushTube,
            Feel = new() { MostGrease = 4.5, MostDryDownMin = 15 },
            MustStand = [Landmark.Workroom, Landmark.Skin],
        };
}
