using AmberPantry.Core.Materials;
using AmberPantry.Core.Science.Making;
using AmberPantry.Core.Science.Stability;
using AmberPantry.Core.Workshops;

namespace AmberPantry.Core.Families.Profiles;

internal sealed class GelledBalm : IFamilyFile
{
    public static FamilyProfile Profile { get; } =
        new()
        {
            Family = "gelled_balm",
            Name = "gelled balm",
            Title = "Gelled balm",
            About = "clear, set by a gellant instead of wax",
            Nature = FamilyNature.Melted,
            Rules = "balm",
            FirmnessAt20 = new(20, 200),
            MostSolidOnSkin = 30,
            Use = ProductUse.DryHands,
            Traits = new() { IsGelled = true },
            Groups =
            [
                new("gellants", 5, 25, Role.Gellant),
                new("liquid oils", 65, 95, Role.Oil, Role.Ester),
                new("waxes and butters", 0, 3, Role.Wax, Role.SoftButter, Role.HardButter),
                new("powders", 0, 2, Role.Powder, Role.Base, Role.Salt, Role.Colourant),
            ],
            Starter =
            [
                new("polyamide gellant", 12),
                new("octyldodecanol", 49),
                new("caprylic/capric triglyceride", 38.5m),
                new("mixed tocopherols", 0.5m),
            ],
            Routes = [PlanRoute.GelledStick],
            Lenses = [Lens.Melt, Lens.Feel, Lens.Shade, Lens.Keeping, Lens.Scent, Lens.Cost],
            WornOn = WornOn.Hands,
            Pack = PackKind.Tin,
            Feel = new() { MostGrease = 7.5 },
            MustStand = [Landmark.Workroom, Landmark.Skin],
        };
}
