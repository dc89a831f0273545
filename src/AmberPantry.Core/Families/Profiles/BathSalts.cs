using AmberPantry.Core.Materials;
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
                new("oils", 0.5m, 3, Role.Oil, Role.Ester),
                new("powders", 5, 25, Role.Powder, Role.Botanical, Role.Base, Role.Surfactant),
            ],
            Starter =
            [
                new("Epsom salt", 58),
                new("sea salt", 26.99m),
                new("dendritic salt", 6),
                new("sodium bicarbonate", 7),
                new("high-oleic sunflower oil", 1.2m),
                new("polyglyceryl-4 oleate", 0.8m),
                new("mixed tocopherols", 0.01m),
            ],
            Instruments = [Instrument.Bath, Instrument.Powder, Instrument.Scent, Instrument.Colour],
        };
}
