namespace AmberPantry.Core.Science.Powders;

/// <summary>What a powder mix is with the oil in it. Names as scripts see them; grams, mL, percent.</summary>
public sealed record OilBudget(
    double TotalG,
    double PowderG,
    double LiquidG,
    double LiquidMl,
    double CapacityMl,
    double CapacityG,
    double PoreMl,
    double S,
    double U,
    string Band,
    double LooseGMl,
    double TappedGMl,
    double? Carr,
    double? Hausner,
    string Flow,
    bool ShakerOk,
    double DustDry,
    double DustInUse,
    string Mask,
    bool MaskOffAfterOil,
    double AsmPct,
    double Lather,
    string LatherBand,
    double? Ph,
    string? PhBand,
    double Scrub,
    string ScrubBand,
    double Stain,
    string StainBand,
    bool Sift,
    bool Grind,
    IReadOnlyList<string> Warnings
)
{
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
        return new OilBudget(
            mix.TotalG,
            mix.PowderG,
            mix.LiquidG,
            mix.LiquidMl,
            mix.CapacityMl,
            mix.CapacityMl * mix.LiquidGMl,
            mix.PoreMl,
            mix.Load,
            mix.Saturation,
            BandOf(mix.Saturation, dustInUse, fatSolid),
            flow.LooseGMl,
            flow.TappedGMl,
            flow.Carr,
            flow.Hausner,
            flow.Flow,
            flow.ShakerOk,
            mix.MeanDust,
            dustInUse,
            mask,
            Near.Below(dustInUse, byHazard ? 8 : 15),
            asm,
            lather,
            LatherBands.Of(lather),
            ph,
            ph is { } value ? PhBands.Of(value) : null,
            scrub,
            ScrubBands.Of(scrub),
            stain,
            StainBands.Of(stain),
            mix.Saturation < PowderFlow.PasteFrom && !coarse && (mix.Saturation >= 0.03 || flow.Carr >= 25),
            use is not ("scrub" or "bath") && coarse,
            PowderChecks.Warnings(mix, use, scrub, stain, asm)
        );
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
