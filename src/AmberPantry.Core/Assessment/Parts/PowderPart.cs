using AmberPantry.Core.Materials;
using AmberPantry.Core.Science.Fizz;
using AmberPantry.Core.Science.Melt;
using AmberPantry.Core.Science.Powders;
using AmberPantry.Core.Workshops;

namespace AmberPantry.Core.Assessment.Parts;

/// <summary>A formula as powders and liquids.</summary>
/// <param name="Mix">Grains and the oil between them; null where it is no powder or bath product.</param>
/// <param name="InFat">What the powder does to a fat; null where no fat carries it.</param>
public sealed record PowderReading(PowderMix? Mix, OilBudget? Budget, PowderInFat? InFat)
{
    private const double RoomC = 20;

    internal static PowderReading Of(Subject subject)
    {
        var powders = Grains(subject);
        if (powders.All(line => line.Powder.IsOilSoluble))
        {
            return new PowderReading(null, null, null);
        }

        if (subject.Family.IsDry)
        {
            var mix = new PowderMix(powders, Liquids(subject, Wets));
            return new PowderReading(mix, OilBudget.Of(mix, subject.Family.Powder), null);
        }

        var fats = Liquids(subject, material => material.Melt is not null);
        var fat = fats.Sum(liquid => liquid.G);
        return new PowderReading(
            null,
            null,
            fat > 0 ? PowderInFat.Of(powders, fat, fat / fats.Sum(liquid => liquid.G / liquid.DensityGMl), 0, RoomC) : null
        );
    }

    /// <summary>Lies as a liquid between the grains of a dry product.</summary>
    internal static bool Wets(Material material) => material.Melt is not null || material.InBath is { WetsGrains: true };

    private static (double G, double DensityGMl)[] Liquids(Subject subject, Func<Material, bool> which) =>
        [.. subject.There.Where(pair => which(pair.Material)).Select(pair => ((double)pair.Line.Percent, pair.Material.DensityGMl))];

    internal static (PowderMaterial Powder, double G)[] Grains(Subject subject) =>
        [.. subject.There.Where(pair => pair.Material.Powder is not null).Select(pair => (pair.Material.Powder!, (double)pair.Line.Percent))];
}

/// <summary>What grains and oil do to each other.</summary>
public sealed record PowderPart(OilBudget? Budget, PowderInFat? InFat, IReadOnlyList<ExplainStep> Steps)
{
    internal static PowderPart Of(Subject subject) =>
        new(subject.Powders.Budget, subject.Powders.InFat, [.. Explain(subject).Select(step => step.In(subject.Say))]);

    private static IEnumerable<ExplainStep> Explain(Subject subject)
    {
        var reading = subject.Powders;

        if (reading.Budget is { } budget)
        {
            yield return new("of oil make a putty of these powders", budget.CapacityG, "g", "oil absorption by rub-out (ISO 787-5)");
            foreach (var (material, own) in subject.There.Select(pair => (pair.Material, pair.Material.SqueezedUptake)).Distinct())
            {
                if (own is not null)
                {
                    yield return new(
                        $"of linseed oil to 100 of {Wording.Brief(material.Name)}, by your squeeze of lot {material.Lot}"
                            + (own.InsideUsualRange ? "" : ", outside what its kind usually takes"),
                        own.UptakeGPer100g,
                        "g",
                        "your squeeze test"
                    );
                }
            }

            yield return new("of that is in it", 100 * budget.S, "%", "load");
            yield return new(
                "is how full the room between the grains is; 1 is the putty, loose below 0.12",
                budget.U,
                "",
                "Newitt and Conway-Jones (1958)"
            );
        }

        if (reading.InFat is { } inFat)
        {
            yield return new("of the volume are grains with the oil in their pores", 100 * inFat.Phi, "%", "true densities and oil absorption");
            yield return new("of the greasy feel is left", inFat.GreasinessLeftPct, "%", "oil the powders hold against the fat, estimated");
        }
    }
}
