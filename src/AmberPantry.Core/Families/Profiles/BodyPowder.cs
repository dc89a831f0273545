using AmberPantry.Core.Materials;
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
                new("liquid oils", 3, 8, Role.Oil, Role.Ester),
                new("powders", 80, 97, Role.Powder, Role.Botanical, Role.Salt, Role.Base, Role.Acid, Role.Colourant),
            ],
            Starter =
            [
                new("arrowroot starch", 60),
                new("kaolin", 26.98m),
                new("magnesium carbonate", 8),
                new("zinc oxide", 2),
                new("jojoba oil", 3),
                new("mixed tocopherols", 0.02m),
            ],
            Instruments = [Instrument.Powder, Instrument.Keeping, Instrument.Scent, Instrument.Colour],
        };
}
