using AmberPantry.Core.Materials;
using AmberPantry.Core.Science.Making;
using AmberPantry.Core.Science.Stability;

namespace AmberPantry.Core.Families.Profiles;

internal sealed class OilToMilk : IFamilyFile
{
    public static FamilyProfile Profile { get; } =
        new()
        {
            Family = "oil_to_milk",
            Name = "oil-to-milk",
            Title = "Oil to milk",
            About = "turns milky with water",
            Nature = FamilyNature.Liquid,
            Rules = "oil_cleanser",
            Use = ProductUse.ShowerPump,
            Traits = new() { RinsesAway = true },
            Groups =
            [
                new("liquid oils", 80, 95, Role.Oil, Role.Ester),
                new("emulsifiers", 4, 15, Role.Emulsifier),
                new("water phase", 0, 3, Role.WaterPhase),
            ],
            Starter =
            [
                new("high-oleic sunflower oil", 60),
                new("caprylic/capric triglyceride", 26.5m),
                new("PEG-7 olivate", 9),
                new("polyglyceryl-4 oleate", 4),
                new("mixed tocopherols", 0.5m),
            ],
            Routes = [PlanRoute.OilToMilk],
            Lenses = [Lens.Melt, Lens.Feel, Lens.Shade, Lens.Keeping, Lens.Scent, Lens.Cost],
            WornOn = WornOn.Face,
            Pack = PackKind.Pump,
        };
}
