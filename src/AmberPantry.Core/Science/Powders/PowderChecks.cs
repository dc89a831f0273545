namespace AmberPantry.Core.Science.Powders;

/// <summary>What to beware of in a powder mix, by code.</summary>
internal static class PowderChecks
{
    private const double SomePercent = 1;

    public static bool FizzPair(PowderMix mix) => Percent(mix, IsSoda) >= SomePercent && Percent(mix, IsAcid) >= SomePercent;

    /// <summary>Guess of a 10 % slurry, ±1; null when nothing buffers.</summary>
    public static double? Ph(IEnumerable<(PowderMaterial Powder, double G)> powders)
    {
        var buffers = powders.Where(line => line.Powder is { SlurryPh: not null, BufferWeight: > 0 }).ToArray();
        var weight = buffers.Sum(line => line.G * line.Powder.BufferWeight);
        return weight > 0 ? buffers.Sum(line => line.G * line.Powder.BufferWeight * line.Powder.SlurryPh!.Value) / weight : null;
    }

    public static IReadOnlyList<string> Warnings(PowderMix mix, PowderUse use, double scrub, double stain, double asmPct)
    {
        var acid = Percent(mix, IsAcid);
        var slowBases = Percent(mix, powder =>
            powder.Id is "calcium_carbonate" or "calcium_carbonate_ground" or "magnesium_carbonate" or "magnesium_hydroxide" or "zinc_oxide"
        );
        var harsh = Ph(mix.Powders.Where(line => line.Powder.Id is not ("magnesium_hydroxide" or "magnesium_carbonate")));
        var smeared = mix.PowderG > 0 ? 100 * mix.Share(powder => powder.Family is "salt" or "acid") / mix.PowderG : 0;
        (string Code, bool When)[] all =
        [
            (WarningCodes.Alkaline, harsh >= 8.5 && use != PowderUse.Bath && !FizzPair(mix)),
            (WarningCodes.SodaHigh, use is PowderUse.Deodorant or PowderUse.Face && Percent(mix, IsSoda) > 10),
            (WarningCodes.FizzPair, FizzPair(mix)),
            (WarningCodes.AcidBase, acid >= SomePercent && slowBases >= SomePercent),
            (WarningCodes.UltramarineAcid, acid >= SomePercent && Has(mix, powder => powder.Id.StartsWith("ultramarine", StringComparison.Ordinal))),
            (WarningCodes.SilicaCheck, Has(mix, powder => powder.Hazard == DustHazard.CrystallineCheck)),
            (WarningCodes.Talc, Has(mix, powder => powder.Id == "talc")),
            (WarningCodes.NoCarrier, mix.LiquidG > 0 && !Has(mix, powder => powder.IsCarrier) && smeared >= 50 && use != PowderUse.Scrub),
            (WarningCodes.MeltInOil, mix.Melting.Count > 0),
            (WarningCodes.Stain, !Near.Below(stain, 3)),
            (WarningCodes.ScrubFace, use == PowderUse.Face && !Near.Below(scrub, 0.08)),
            (WarningCodes.Flame, mix.Share(powder => powder.IsCombustible) >= 500),
            (WarningCodes.AsmHigh, asmPct > 40),
            (WarningCodes.AsmFace, use == PowderUse.Face && asmPct > 25),
            (WarningCodes.KeepDry, Percent(mix, powder => powder.Family is "plant" or "milk") >= SomePercent),
        ];
        return [.. all.Where(one => one.When).Select(one => one.Code).Order(StringComparer.Ordinal)];
    }

    private static bool IsSoda(PowderMaterial powder) => powder.Id is "baking_soda" or "potassium_bicarbonate";

    private static bool IsAcid(PowderMaterial powder) => powder.Family == "acid";

    private static bool Has(PowderMix mix, Func<PowderMaterial, bool> which) => mix.Powders.Any(line => which(line.Powder));

    private static double Percent(PowderMix mix, Func<PowderMaterial, bool> which) => 100 * mix.Share(which) / mix.TotalG;
}
