namespace AmberPantry.Core.Science.Powders;

/// <summary>How it foams in the hand.</summary>
public enum Foaming
{
    None,
    CreamyLow,
    Soft,
    Good,
    Rich,
    HarshRich,
}

/// <summary>How its slurry stands to skin.</summary>
public enum SlurryAcidity
{
    Acidic,
    SkinLike,
    Neutral,
    MildlyAlkaline,
    Alkaline,
}

/// <summary>How it scratches.</summary>
public enum Scratching
{
    Silky,
    FaintGrain,
    GentleScrub,
    StrongScrub,
}

/// <summary>How the grains and the oil hold together.</summary>
public enum Wetness
{
    DustyFloaty,
    DryLoose,
    DampCohesive,
    Clumping,
    Paste,
    OilSlick,
    PowderInFat,
}

/// <summary>What a powder is used for.</summary>
public enum PowderUse
{
    Body,
    Foot,
    Face,
    Cleanser,
    Deodorant,
    Scrub,
    Bath,
}

/// <summary>Whether to weigh it behind a mask.</summary>
public enum MaskNeed
{
    NotNeeded,
    Advised,
    Required,
}

/// <summary>What a powder mix is with the oil in it. Names as scripts see them; grams, mL, percent.</summary>
public sealed record OilBudget
{
    // Masses and room for oil.

    public required double TotalG { get; init; }
    public required double PowderG { get; init; }
    public required double LiquidG { get; init; }
    public required double LiquidMl { get; init; }
    public required double CapacityMl { get; init; }
    public required double CapacityG { get; init; }
    public required double PoreMl { get; init; }

    // How wet it is.

    public required double S { get; init; }
    public required double U { get; init; }
    public required Wetness Band { get; init; }

    // How it lies and flows.

    public required double LooseGMl { get; init; }
    public required double TappedGMl { get; init; }
    public required double? Carr { get; init; }
    public required double? Hausner { get; init; }
    public required Flowing Flow { get; init; }
    public required bool ShakerOk { get; init; }

    // Dust and mask.

    public required double DustDry { get; init; }
    public required double DustInUse { get; init; }
    public required MaskNeed Mask { get; init; }
    public required bool MaskOffAfterOil { get; init; }

    // Foam, acidity, scrub and stain.

    public required double AsmPct { get; init; }
    public required double Lather { get; init; }
    public required Foaming LatherBand { get; init; }
    public required double? Ph { get; init; }
    public required SlurryAcidity? PhBand { get; init; }
    public required double Scrub { get; init; }
    public required Scratching ScrubBand { get; init; }
    public required double Stain { get; init; }
    public required Stain StainBand { get; init; }

    // What to do before filling.

    public required bool Sift { get; init; }
    public required bool Grind { get; init; }
    public required IReadOnlyList<string> Warnings { get; init; }

    /// <summary>What a powder may be used for.</summary>
    private const double DustyFrom = 30;
    private const double CoarseAboveUm = 250;

    private static readonly Bands<Foaming> LatherBands = new(
        Foaming.HarshRich,
        (2, Foaming.None),
        (6, Foaming.CreamyLow),
        (12, Foaming.Soft),
        (25, Foaming.Good),
        (40, Foaming.Rich)
    );
    private static readonly Bands<SlurryAcidity> PhBands = new(
        SlurryAcidity.Alkaline,
        (4.5, SlurryAcidity.Acidic),
        (6.5, SlurryAcidity.SkinLike),
        (8, SlurryAcidity.Neutral),
        (9, SlurryAcidity.MildlyAlkaline)
    );
    private static readonly Bands<Scratching> ScrubBands = new(
        Scratching.StrongScrub,
        (0.02, Scratching.Silky),
        (0.08, Scratching.FaintGrain),
        (0.25, Scratching.GentleScrub)
    );
    private static readonly Bands<Wetness> WetBands = new(
        Wetness.OilSlick,
        (PowderMix.LooseBelow, Wetness.DryLoose),
        (0.30, Wetness.DampCohesive),
        (0.70, Wetness.Clumping),
        (1.30, Wetness.Paste)
    );

    /// <param name="fatSolid">The liquid sets to a fat that carries the grains.</param>
    public static OilBudget Of(PowderMix mix, PowderUse use = PowderUse.Body, bool fatSolid = false)
    {
        var flow = PowderFlow.Of(mix);
        var dustInUse = mix.DustAt(mix.LiquidMl);
        var (mask, byHazard) = MaskFor(mix);
        var activeG = mix.Powders.Sum(line => line.G * line.Powder.ActiveFraction);
        var asm = 100 * activeG / mix.TotalG;
        var lather = activeG > 0 ? asm * Math.Exp(-0.5 * mix.LiquidG / activeG) : 0;
        var ph = PowderChecks.FizzPair(mix) ? null : PowderChecks.Ph(mix.Powders);
        var scrub = mix.Powders.Sum(line =>
            line.G / mix.TotalG * (line.Powder.Mohs / 3) * Math.Clamp((line.Powder.MedianUm - 50) / 450, 0, 2) * (line.Powder.Soluble ? 0.6 : 1)
        );
        var stain = mix.Powders.Sum(line => 100 * line.G / mix.TotalG * line.Powder.Stain);
        var coarse = mix.Powders.Any(line => line.Powder.MedianUm > CoarseAboveUm);
        return new OilBudget
        {
            TotalG = mix.TotalG,
            PowderG = mix.PowderG,
            LiquidG = mix.LiquidG,
            LiquidMl = mix.LiquidMl,
            CapacityMl = mix.CapacityMl,
            CapacityG = mix.CapacityMl * mix.LiquidGMl,
            PoreMl = mix.PoreMl,
            S = mix.Load,
            U = mix.Saturation,
            Band = BandOf(mix.Saturation, dustInUse, fatSolid),
            LooseGMl = flow.LooseGMl,
            TappedGMl = flow.TappedGMl,
            Carr = flow.Carr,
            Hausner = flow.Hausner,
            Flow = flow.Flow,
            ShakerOk = flow.ShakerOk,
            DustDry = mix.MeanDust,
            DustInUse = dustInUse,
            Mask = mask,
            MaskOffAfterOil = Near.Below(dustInUse, byHazard ? 8 : 15),
            AsmPct = asm,
            Lather = lather,
            LatherBand = LatherBands.Of(lather),
            Ph = ph,
            PhBand = ph is { } value ? PhBands.Of(value) : null,
            Scrub = scrub,
            ScrubBand = ScrubBands.Of(scrub),
            Stain = stain,
            StainBand = Staining.Of(stain),
            Sift = mix.Saturation < PowderFlow.PasteFrom && !coarse && (mix.Saturation >= 0.03 || flow.Carr >= 25),
            Grind = use is not (PowderUse.Scrub or PowderUse.Bath) && coarse,
            Warnings = PowderChecks.Warnings(mix, use, scrub, stain, asm),
        };
    }

    private static Wetness BandOf(double u, double dustInUse, bool fatSolid) =>
        WetBands.Of(u) switch
        {
            Wetness.DryLoose when !Near.Below(dustInUse, DustyFrom) => Wetness.DustyFloaty,
            Wetness.OilSlick when fatSolid => Wetness.PowderInFat,
            var band => band,
        };

    /// <summary>Decided on the dry powders, because dust flies while weighing.</summary>
    private static (MaskNeed Mask, bool ByHazard) MaskFor(PowderMix mix)
    {
        var irritants = mix.Share(powder => powder.Hazard == DustHazard.Irritant);
        var minerals = mix.Share(powder => powder.Hazard is DustHazard.FineMineral or DustHazard.CrystallineCheck);
        if (
            irritants >= 5
            || !Near.Below(irritants, 0.02 * mix.PowderG) && irritants > 0
            || minerals > 0 && !Near.Below(minerals, 0.005 * mix.PowderG)
        )
        {
            return (MaskNeed.Required, true);
        }

        return (
            mix.MeanDust >= 35 ? MaskNeed.Required
            : mix.MeanDust >= 15 ? MaskNeed.Advised
            : MaskNeed.NotNeeded,
            false
        );
    }
}
