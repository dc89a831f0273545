using AmberPantry.Core.Science.Melt;

namespace AmberPantry.Core.Science.Powders;

/// <summary>How full of grains a fat is.</summary>
public static class Suspension
{
    /// <param name="powders">Grams and true volume of each; null where it stands in no powder table.</param>
    /// <param name="allMl">Volume of everything, grains and what carries them.</param>
    public static Grains Of(IEnumerable<(PowderMaterial? Powder, double G, double GrainMl)> powders, double allMl)
    {
        double filledMl = 0,
            perPacked = 0,
            stiffening = 0;
        foreach (var (powder, g, grainMl) in powders)
        {
            // Oil that has gone into the pores belongs to the grain.
            var filled = grainMl + (powder is null ? 0 : g * powder.UptakeMlPerG * powder.PoreShare);
            filledMl += filled;
            perPacked += filled / (powder?.MostPacked ?? Firmness.AnyGrains.MostPacked);
            stiffening += filled * (powder?.IntrinsicViscosity ?? Firmness.AnyGrains.IntrinsicViscosity);
        }

        return filledMl > 0 ? new Grains(filledMl / allMl, filledMl / perPacked, stiffening / filledMl) : Firmness.AnyGrains;
    }
}
