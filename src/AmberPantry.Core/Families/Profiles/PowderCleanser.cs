using AmberPantry.Core.Materials;
using AmberPantry.Core.Science.Making;
using AmberPantry.Core.Science.Powders;
using AmberPantry.Core.Science.Stability;

namespace AmberPantry.Core.Families.Profiles;

internal sealed class PowderCleanser : IFamilyFile
{
    public static FamilyProfile Profile { get; } =
        new()
        {
            Family = "powder_cleanser",
            Name = "powder cleanser",
            Title = "Powder cleanser",
            About = "wakes up with water in the hand",
            Nature = FamilyNature.Powder,
            Rules = "powder_cleanser",
            Use = ProductUse.DryHands,
            Powder = PowderUse.Cleanser,
            Groups =
            [
                new("liquid oils", 0, 8, Role.Oil, Role.Ester, Role.SoftButter, Role.HardButter, Role.Emollient),
                new("powders", 60, 92, Role.Powder, Role.Botanical),
                new("solid surfactants", 8, 20, Role.Surfactant),
            ],
            Starter =
            [
                new("kaolin", 49),
                new("colloidal oatmeal", 18),
                new("arrowroot starch", 15),
                new("sodium cocoyl isethionate", 15),
                new("jojoba oil", 3),
            ],
            Routes = [PlanRoute.PowderCleanser],
            Lenses = [Lens.Sponge, Lens.Shade, Lens.Keeping, Lens.Scent, Lens.Cost],
            WornOn = WornOn.Face,
            Pack = PackKind.Jar,
            DoseG = 1,
        };
}
