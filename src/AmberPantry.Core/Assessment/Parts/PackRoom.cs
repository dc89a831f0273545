using AmberPantry.Core.Science.Fizz;
using AmberPantry.Core.Science.Powders;
using AmberPantry.Core.Workshops;

namespace AmberPantry.Core.Assessment.Parts;

/// <summary>How densely something dry lies in its pack, g/ml: as poured, and as it has settled.</summary>
public sealed record PackRoom(Container Pack, double PouredGMl, double SettledGMl)
{
    /// <summary>What goes in as poured, with the usual room under the lid, g.</summary>
    public double PouredG => Takes(PouredGMl);

    /// <summary>What goes in with settling and topping up, g.</summary>
    public double SettledG => Takes(SettledGMl);

    private double Takes(double gml) => Pack.Millilitres * PackFill.UsualFill * gml;

    /// <summary>Null where it is pressed, carried by a fat, or packed into nothing.</summary>
    internal static PackRoom? Of(Subject subject)
    {
        if (!subject.Family.IsDry || subject.Family.Traits.Fizzes || subject.Workshop.FindContainer(subject.Formula.Batch.Container) is not { } pack)
        {
            return null;
        }

        if (subject.Bath is not null)
        {
            var mix = subject.BathMix;
            var settled = Packing.PackedGMl(mix, 0);
            return new(pack, Math.Min(Packing.PouredGMl(mix), settled), settled);
        }

        if (subject.Powders.Mix is not { } powder)
        {
            return null;
        }

        double Lies(double tap) => PackFill.Of(powder, pack.Millilitres, PackFill.UsualFill, tap).FillGMl;
        return new(pack, Lies(0), Lies(PackFill.UsualTap));
    }
}
