using AmberPantry.Core.Science.Making;
using AmberPantry.Core.Science.Stability;

namespace AmberPantry.Core.Families.Profiles;

internal sealed class UnderarmPaste : IFamilyFile
{
    public static FamilyProfile Profile { get; } =
        new()
        {
            Family = "underarm_paste",
            Name = "underarm paste",
            Title = "Underarm paste",
            About = "powders in a soft fat, from a jar",
            Nature = FamilyNature.Melted,
            Rules = "deo_stick",
            FirmnessAt20 = new(8, 60),
            MostSolidOnSkin = 20,
            Use = ProductUse.DryHands,
            Groups = new MeltedGroups
            {
                SoftButters = (5, 45),
                HardButters = (0, 10),
                Waxes = (0, 8),
                LiquidOils = (15, 60),
                Hardeners = (0, 8),
                Powders = (15, 60),
            }.List(),
            Starter =
            [
                new("coconut oil", 22),
                new("shea butter", 16),
                new("caprylic/capric triglyceride", 20.5m),
                new("arrowroot starch", 24),
                new("magnesium hydroxide", 10),
                new("kaolin", 4),
                new("beeswax", 3),
                new("mixed tocopherols", 0.5m),
            ],
            Routes = [PlanRoute.UnderarmPaste],
            Lenses = [Lens.Melt, Lens.Feel, Lens.Shade, Lens.Keeping, Lens.Scent, Lens.Cost],
            WornOn = WornOn.Underarm,
            Pack = PackKind.Jar,
            Feel = new() { MostGrease = 4.5, MostDryDownMin = 15 },
        };
}
