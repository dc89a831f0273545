namespace AmberPantry.Core.Science.Powders;

/// <summary>How it pours, by the words of Carr's index.</summary>
public enum Flowing
{
    Excellent,
    Good,
    Fair,
    Passable,
    Poor,
    VeryPoor,
    VeryVeryPoor,
    NotAPowder,
}

/// <summary>How a powder lies and pours (Carr 1965).</summary>
/// <param name="LooseGMl">Poured density; equal to the tapped one once it is a paste.</param>
/// <param name="Carr">Carr index, percent; null for a paste.</param>
public sealed record PowderFlow(double LooseGMl, double TappedGMl, double? Carr, double? Hausner, Flowing Flow, bool ShakerOk)
{
    /// <summary>From this saturation on there is no powder left to pour.</summary>
    public const double PasteFrom = 0.70;

    private const double ShakerStopsAtCarr = 40;

    private static readonly Bands<Flowing> Words = new(
        Flowing.VeryVeryPoor,
        (10, Flowing.Excellent),
        (15, Flowing.Good),
        (20, Flowing.Fair),
        (25, Flowing.Passable),
        (31, Flowing.Poor),
        (37, Flowing.VeryPoor)
    );

    public static PowderFlow Of(PowderMix mix)
    {
        var loose = mix.Powders.Sum(line => line.G / line.Powder.LooseGMl);
        var tapped = mix.Powders.Sum(line => line.G / line.Powder.TappedGMl);
        if (!Near.Below(mix.Saturation, PasteFrom))
        {
            var paste = 0.95 * mix.TotalG / (mix.Powders.Sum(line => line.G / line.Powder.TrueGMl) + mix.LiquidMl);
            return new PowderFlow(paste, paste, null, null, Flowing.NotAPowder, false);
        }

        var flowAid = 100 * mix.Share(powder => powder.IsFlowAid) / mix.PowderG;
        var carr = Math.Clamp((100 * (1 - (tapped / loose))) - (6 * (1 - Math.Exp(-flowAid / 0.5))) + (80 * Math.Min(mix.Saturation, 0.30)), 1, 60);
        var tappedGMl = mix.TotalG / tapped;
        return new PowderFlow(tappedGMl * (1 - (carr / 100)), tappedGMl, carr, 1 / (1 - (carr / 100)), Words.Of(carr), carr < ShakerStopsAtCarr);
    }
}

/// <summary>Grams and pieces of a pack filled by volume.</summary>
/// <param name="FillGMl">Density in the pack, between loose and tapped.</param>
public sealed record PackFill(double FillGMl, double EachG, int Count, double LeftG)
{
    /// <summary>Part of the brimful volume that is usually filled.</summary>
    public const double UsualFill = 0.90;

    /// <summary>How far between poured and tapped down a pack usually lies.</summary>
    public const double UsualTap = 0.5;

    /// <param name="volumeMl">Brimful volume, mL.</param>
    /// <param name="fill">Part of it that is filled, 0.2 to 1.</param>
    /// <param name="tap">0 poured, 1 tapped down.</param>
    public static PackFill Of(PowderMix mix, double volumeMl, double fill, double tap)
    {
        var flow = PowderFlow.Of(mix);
        var density = flow.LooseGMl + (tap * (flow.TappedGMl - flow.LooseGMl));
        var each = volumeMl * fill * density;
        var count = Math.Floor((mix.TotalG / each) + 1e-9);
        return new PackFill(density, each, (int)count, mix.TotalG - (count * each));
    }
}
