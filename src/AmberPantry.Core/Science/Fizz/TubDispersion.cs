namespace AmberPantry.Core.Science.Fizz;

/// <summary>How far the oil is dispersed in the tub.</summary>
public enum Dispersion
{
    Poor,
    Partial,
    Ok,
}

/// <summary>How slippery the tub gets.</summary>
public enum TubSlip
{
    Low,
    Moderate,
    High,
}

/// <summary>What foam stands on the water.</summary>
public enum TubFoam
{
    None,
    ThinFilm,
    Bubbles,
    FoamBath,
}

/// <summary>Whether oil and scent float in the tub. Makers differ: both schools are told and neither chosen.</summary>
public sealed record TubDispersion
{
    // Oil against what disperses it, by both schools.

    public required double OilG { get; init; }

    /// <summary>Oil that solubilisers disperse, against the oil there; null without oil.</summary>
    public required double? StrictRatio { get; init; }

    /// <summary>The same where fizz and a foamer count too.</summary>
    public required double? LenientRatio { get; init; }

    public required Dispersion Strict { get; init; }
    public required Dispersion Lenient { get; init; }
    public required bool SchoolsDiffer { get; init; }

    /// <summary>Solubiliser still wanted for a milky bath; a clear one needs four times as much.</summary>
    public required double AddPolysorbate80G { get; init; }

    // In one bath.

    public required double OilPerBathG { get; init; }

    /// <summary>Oil of one portion that stays undispersed by the strict school.</summary>
    public required double FreeOilPerBathG { get; init; }

    public required TubSlip Slip { get; init; }
    public required double ScentPerBathG { get; init; }
    public required double ScentMgPerL { get; init; }
    public required double FoamMgPerL { get; init; }
    public required TubFoam FoamBand { get; init; }
    public required IReadOnlyList<string> Warnings { get; init; }

    public const double SlipperyFromG = 0.5;

    /// <summary>Oil afloat from which a tub is moderately slippery.</summary>
    public const double ModerateFromG = 1;
    private static readonly Bands<Dispersion> StrictWords = new(Dispersion.Ok, (0.5, Dispersion.Poor), (1, Dispersion.Partial));
    private static readonly Bands<Dispersion> LenientWords = new(Dispersion.Ok, (0.5, Dispersion.Poor));
    private static readonly Bands<TubSlip> SlipWords = new(TubSlip.High, (1, TubSlip.Low), (3, TubSlip.Moderate));
    private static readonly Bands<TubFoam> FoamWords = new(TubFoam.FoamBath, (20, TubFoam.None), (60, TubFoam.ThinFilm), (150, TubFoam.Bubbles));

    public static TubDispersion Of(FizzMix mix, double? portionG, double bathL)
    {
        var scale = (portionG ?? mix.TotalG) / mix.TotalG;
        var oil = mix.OilG;
        var strictG = mix.Lines.Sum(line => line.G * line.Material.DispersesStrict);
        var lenientG = mix.Lines.Sum(line => line.G * line.Material.DispersesLenient);
        var foams = mix.Grams(material => material.Kind == FizzKind.Surfactant) > 0 && FizzBalance.Of(mix).FizzIndex >= FizzBalance.LivelyFrom;
        double? strict = oil > 0 ? strictG / oil : null;
        double? lenient = oil > 0 ? (lenientG / oil) + (foams ? 0.25 : 0) : null;
        Dispersion strictWord = strict is { } s ? StrictWords.Of(s) : Dispersion.Ok,
            lenientWord = lenient is { } l ? LenientWords.Of(l) : Dispersion.Ok;
        var oilPerBath = oil * scale;
        var free = Math.Max(0, oil - strictG) * scale;
        var scent = mix.Grams(material => material.Kind == FizzKind.Scent) * scale;
        var foam = 1000 * mix.Lines.Sum(line => line.G * line.Material.ActiveFraction) * scale / bathL;
        List<string> warnings = [];
        if (scent > (strictWord == Dispersion.Ok ? 0.6 : 0.2))
        {
            warnings.Add(WarningCodes.ScentHigh);
        }

        if (oilPerBath >= SlipperyFromG)
        {
            warnings.Add(WarningCodes.Slip);
        }

        return new TubDispersion
        {
            OilG = oil,
            StrictRatio = strict,
            LenientRatio = lenient,
            Strict = strictWord,
            Lenient = lenientWord,
            SchoolsDiffer = strictWord == Dispersion.Ok != (lenientWord == Dispersion.Ok),
            AddPolysorbate80G = Math.Max(0, oil - strictG),
            OilPerBathG = oilPerBath,
            FreeOilPerBathG = free,
            Slip = SlipWords.Of(free),
            ScentPerBathG = scent,
            ScentMgPerL = 1000 * scent / bathL,
            FoamMgPerL = foam,
            FoamBand = FoamWords.Of(foam),
            Warnings = warnings,
        };
    }
}
