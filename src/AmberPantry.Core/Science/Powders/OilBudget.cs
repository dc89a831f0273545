namespace AmberPantry.Core.Science.Powders;

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
    public required string Band { get; init; }

    // How it lies and flows.

    public required double LooseGMl { get; init; }
    public required double TappedGMl { get; init; }
    public required double? Carr { get; init; }
    public required double? Hausner { get; init; }
    public required string Flow { get; init; }
    public required bool ShakerOk { get; init; }

    // Dust and mask.

    public required double DustDry { get; init; }
    public required double DustInUse { get; init; }
    public required string Mask { get; init; }
    public required bool MaskOffAfterOil { get; init; }

    // Foam, acidity, scrub and stain.

    public required double AsmPct { get; init; }
    public required double Lather { get; init; }
    public required string LatherBand { get; init; }
    public required double? Ph { get; init; }
    public required string? PhBand { get; init; }
    public required double Scrub { get; init; }
    public required string ScrubBand { get; init; }
    public required double Stain { get; init; }
    public required string StainBand { get; init; }

    // What to do before filling.

    public required bool Sift { get; init; }
    public required bool Grind { get; init; }
    public required IReadOnlyList<string> Warnings { get; init; }

    /// <summary>What a powder may be used for.</summary>
    public static IReadOnlyList<string> Uses { get; } = ["body", "foot", "face", "cleanser", "deodorant", "scrub", "bath"];

    private const double DustyFrom = 30;
    private const double CoarseAboveUm = 250;

    private static readonly Bands LatherBands = new("harsh_rich", (2, "none"), (6, "creamy_low"), (12, "soft"), (25, "good"), (40, "rich"));
    private static readonly Bands PhBands = new("alkaline", (4.5, "acidic"), (6.5, "skin_like"), (8, "neutral"), (9, "mildly_alkaline"));
    private static readonly Bands ScrubBands = new("strong_scrub", (0.02, "silky"), (0.08, "faint_grain"), (0.25, "gentle_scrub"));
    private static readonly Bands StainBands = new("stains", (0.5, "clean"), (3, "may_tint"));
    private static readonly Bands WetBands = new(
        "",
        (PowderMix.LooseBelow, "dry_loose"),
        (0.30, "damp_cohesive"),
        (0.70, "clumping"),
        (1.30, "paste")
    );

    /// <param name="use">One of <see cref="Uses"/>.</param>
    /// <param name="fatSolid">The liquid sets to a fat that carries the grains.</param>
    public static OilBudget Of(PowderMix mix, string use = "body", bool fatSolid = false)
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
            StainBand = StainBands.Of(stain),
            Sift = mix.Saturation < PowderFlow.PasteFrom && !coarse && (mix.Saturation >= 0.03 || flow.Carr >= 25),
            Grind = use is not ("scrub" or "bath") && coarse,
            Warnings = PowderChecks.Warnings(mix, use, scrub, stain, asm),
        };
    }

    private static string BandOf(double u, double dustInUse, bool fatSolid) =>
        WetBands.Of(u) switch
        {
            "dry_loose" when !Near.Below(dustInUse, DustyFrom) => "dusty_floaty",
            "" => fatSolid ? "powder_in_fat" : "oil_slick",
            var band => band,
        };

    /// <summary>Decided on the dry powders, because dust flies while weighing.</summary>
    private static (string Mask, bool ByHazard) MaskFor(PowderMix mix)
    {
        var irritants = mix.Share(powder => powder.Hazard == "irritant");
        var minerals = mix.Share(powder => powder.Hazard is "fine_mineral" or "crystalline_check");
        if (
            irritants >= 5
            || !Near.Below(irritants, 0.02 * mix.PowderG) && irritants > 0
            || minerals > 0 && !Near.Below(minerals, 0.005 * mix.PowderG)
        )
        {
            return ("required", true);
        }

        return (
            mix.MeanDust >= 35 ? "required"
            : mix.MeanDust >= 15 ? "advised"
            : "not_needed",
            false
        );
    }
}
