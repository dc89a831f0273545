using AmberPantry.Core.Materials;
using AmberPantry.Core.Science.Making;
using AmberPantry.Core.Science.Stability;

namespace AmberPantry.Core.Families.Profiles;

internal sealed class BodyPowder : IFamilyFile
{
    public static FamilyProfile Profile { get; } =
        new()
        {
            Family = "powder",
            Name = "free powder",
            Title = "Body powder",
            About = "dry, a little oil to calm the dust",
            Nature = FamilyNature.Powder,
            Rules = "powder",
            Use = ProductUse.DryHands,
            Groups =
            [
                new("liquid oils", 3, 8, Role.Oil, Role.Ester, Role.SoftButter, Role.HardButter, Role.Emollient),
                new("powders", 80, 97, Role.Powder, Role.Botanical, Role.Salt, Role.Base, Role.Acid, Role.Colourant),
            ],
            Starter = [new("arrowroot starch", 61), new("kaolin", 27), new("magnesium carbonate", 8), new("jojoba oil", 4)],
            Routes = [PlanRoute.PowderGround, PlanRoute.PowderFreeShaken],
            Lenses = [Lens.Sponge, Lens.Shade, Lens.Keeping, Lens.Scent, Lens.Cost],
            WornOn = WornOn.Body,
            Pack = PackKind.Shaker,
            DoseG = 1,
        };
}
