using AmberPantry.Core.Materials;
using AmberPantry.Core.Science.Making;
using AmberPantry.Core.Science.Stability;

namespace AmberPantry.Core.Families.Profiles;

internal sealed class BodyOil : IFamilyFile
{
    public static FamilyProfile Profile { get; } =
        new()
        {
            Family = "body_oil",
            Name = "body oil",
            Title = "Body oil",
            About = "stays clear and liquid",
            Nature = FamilyNature.Liquid,
            Rules = "body_oil",
            Use = ProductUse.PumpDry,
            Groups = [new("liquid oils", 94, 100, Role.Oil, Role.Ester), new("mica", 0, 1, Role.Colourant)],
            Starter =
            [
                new("high-oleic sunflower oil", 54.5m),
                new("jojoba oil", 20),
                new("caprylic/capric triglyceride", 25),
                new("mixed tocopherols", 0.5m),
            ],
            Routes = [PlanRoute.BodyOilCold, PlanRoute.BodyOilWarm],
            Lenses = [Lens.Melt, Lens.Feel, Lens.Shade, Lens.Keeping, Lens.Scent, Lens.Cost],
            WornOn = WornOn.Body,
            Pack = PackKind.Bottle,
            Feel = new() { MostGrease = 6.5, MostDryDownMin = 15 },
        };
}
