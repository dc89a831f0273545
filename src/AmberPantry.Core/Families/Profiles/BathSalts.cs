using AmberPantry.Core.Materials;
using AmberPantry.Core.Science.Making;
using AmberPantry.Core.Science.Powders;
using AmberPantry.Core.Science.Stability;

namespace AmberPantry.Core.Families.Profiles;

internal sealed class BathSalts : IFamilyFile
{
    public static FamilyProfile Profile { get; } =
        new()
        {
            Family = "bath_salts",
            Name = "bath salt",
            Title = "Bath salts",
            About = "a soak, with a little oil and scent",
            Nature = FamilyNature.Bath,
            Rules = "bath_salts",
            Use = ProductUse.BathSingle,
            Powder = PowderUse.Bath,
            Groups =
            [
                new("salts", 70, 92, Role.Salt),
                new("oils", 0.5m, 3, Role.Oil, Role.Ester, Role.SoftButter, Role.HardButter, Role.Emollient),
                new("powders", 5, 25, Role.Powder, Role.Botanical, Role.Base, Role.Surfactant),
            ],
            Starter =
            [
                new("Epsom salt", 58),
                new("sea salt", 27),
                new("dendritic salt", 6),
                new("sodium bicarbonate", 7),
                new("jojoba oil", 1.2m),
                new("polyglyceryl-4 oleate", 0.8m),
            ],
            Routes = [PlanRoute.SaltsSpongeFirst, PlanRoute.SaltsFoamButter, PlanRoute.SaltsBakedBotanicals],
            Lenses = [Lens.Sponge, Lens.Air, Lens.Tub, Lens.Shade, Lens.Keeping, Lens.Scent, Lens.Cost],
            WornOn = WornOn.Bath,
            Pack = PackKind.Pouch,
            DoseG = 100,
        };
}
