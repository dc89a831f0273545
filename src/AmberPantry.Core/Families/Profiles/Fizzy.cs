using AmberPantry.Core.Materials;
using AmberPantry.Core.Science.Making;
using AmberPantry.Core.Science.Powders;
using AmberPantry.Core.Science.Stability;

namespace AmberPantry.Core.Families.Profiles;

internal sealed class Fizzy : IFamilyFile
{
    public static FamilyProfile Profile { get; } =
        new()
        {
            Family = "fizzy",
            Name = "fizzy",
            Title = "Fizzy",
            About = "soda and acid, pressed or loose",
            Nature = FamilyNature.Bath,
            Rules = "bath_fizz",
            Use = ProductUse.BathSingle,
            Powder = PowderUse.Bath,
            Traits = new() { Fizzes = true },
            Groups =
            [
                new("soda", 45, 60, Role.Base),
                new("acid", 20, 32, Role.Acid),
                new("salts", 0, 15, Role.Salt),
                new("oils", 1, 5, Role.Oil, Role.Ester, Role.SoftButter, Role.HardButter, Role.Emollient),
                new("powders", 5, 25, Role.Powder, Role.Botanical),
                new("foamers", 0, 6, Role.Surfactant),
            ],
            Starter =
            [
                new("sodium bicarbonate", 55),
                new("citric acid", 28),
                new("corn starch", 10),
                new("cream of tartar", 3),
                new("jojoba oil", 2),
                new("polysorbate 80", 2),
            ],
            Routes = [PlanRoute.FizzyAlcohol, PlanRoute.FizzyHumidDay],
            Lenses = [Lens.Fizz, Lens.Air, Lens.Sponge, Lens.Tub, Lens.Shade, Lens.Keeping, Lens.Scent, Lens.Cost],
            WornOn = WornOn.Bath,
            Pack = PackKind.Wrap,
            DoseG = 100,
        };
}
