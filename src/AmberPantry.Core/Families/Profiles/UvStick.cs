using AmberPantry.Core.Science.Making;
using AmberPantry.Core.Science.Stability;
using AmberPantry.Core.Workshops;

namespace AmberPantry.Core.Families.Profiles;

internal sealed class UvStick : IFamilyFile
{
    public static FamilyProfile Profile { get; } =
        new()
        {
            Family = "uv_stick",
            Name = "sun-filter stick",
            Title = "Sun-filter stick",
            About = "records and limits only, never a protection figure",
            Nature = FamilyNature.Melted,
            Rules = "uv_stick",
            FirmnessAt20 = new(110, 300),
            LeastSlumpC = 45,
            MostSolidOnSkin = 30,
            Use = ProductUse.Stick,
            Traits = new() { SunFilters = true },
            Groups = new MeltedGroups
            {
                SoftButters = (0, 10),
                HardButters = (0, 5),
                Waxes = (10, 20),
                LiquidOils = (30, 60),
                Hardeners = (0, 10),
                Powders = (0, 25),
            }.List(),
            Starter =
            [
                new("beeswax", 12),
                new("candelilla wax", 6),
                new("caprylic/capric triglyceride", 38),
                new("jojoba oil", 21.5m),
                new("zinc oxide", 22),
                new("mixed tocopherols", 0.5m),
            ],
            Routes = [PlanRoute.SunFilterRecord],
            Lenses = [Lens.Melt, Lens.Feel, Lens.Shade, Lens.Keeping, Lens.Scent, Lens.Cost],
            WornOn = WornOn.Face,
            Pack = PackKind.PushTube,
            Feel = new() { MostGrease = 6.5 },
            MustStand = [Landmark.Workroom, Landmark.Skin],
        };
}
