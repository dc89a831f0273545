namespace AmberPantry.Core.Science.Scent;

/// <summary>What a warm pot drives off.</summary>
public enum PotLossBand
{
    Small,
    Noticeable,
    Heavy,
}

/// <summary>How well a scale sees an amount.</summary>
public enum WeighState
{
    Ok,
    Poor,
    Unusable,
}

/// <summary>What to do about a scale too coarse.</summary>
public enum WeighAdvice
{
    Weigh,
    Preblend,
    FinerScale,
}

/// <summary>How near a pot is to an oil's flash point.</summary>
public enum FlashState
{
    Fine,
    Near,
    Above,
}

public sealed record ScentWeighed(string Id, double G, double ErrorPct, WeighState Status);

public sealed record ScentShare(string Id, double G);

/// <summary>An oil thinned in one of the recipe's own oils so that it can be weighed.</summary>
public sealed record ScentDilution(string Id, double? DilutionPct, double? TakeG, double? MakeG);

/// <summary>Whether the scale can see a scent, and what to do when it cannot.</summary>
public sealed record ScentWeighing
{
    // What the scale sees.

    /// <summary>Least that is weighed well: twenty steps of the scale.</summary>
    public required double MinimumG { get; init; }

    public required WeighState Worst { get; init; }
    public required IReadOnlyList<ScentWeighed> Items { get; init; }

    // The pre-blend.

    public required bool PreblendNeeded { get; init; }

    public required WeighAdvice Advice { get; init; }

    public required double? PreblendG { get; init; }
    public required IReadOnlyList<ScentShare> PreblendItems { get; init; }

    /// <summary>Strength of the pre-blend, 100 for neat; null when none fits.</summary>
    public required double? ConcentratePct { get; init; }

    /// <summary>Of the pre-blend into the batch; <see cref="MakeG"/> the least of a thinned one to make.</summary>
    public required double? TakeG { get; init; }

    public required double? MakeG { get; init; }
    public required IReadOnlyList<ScentDilution> Dilutions { get; init; }

    private const double Steps = 20;
    private static readonly double[] Strengths = [50, 25, 20, 10, 5, 2, 1];

    /// <param name="readabilityG">Last digit of the scale, g.</param>
    /// <param name="items">Grams above 0.</param>
    public static ScentWeighing Of(double readabilityG, IReadOnlyList<(string Id, double G)> items)
    {
        var least = Steps * readabilityG;
        ScentWeighed[] weighed =
        [
            .. items.Select(item =>
            {
                var error = 100 * readabilityG / item.G;
                return new ScentWeighed(
                    item.Id,
                    item.G,
                    error,
                    Near.Above(error, 20) ? WeighState.Unusable
                        : Near.Above(error, 5) ? WeighState.Poor
                        : WeighState.Ok
                );
            }),
        ];
        var worst = weighed.Max(item => item.Status);
        if (worst == WeighState.Ok)
        {
            return new ScentWeighing
            {
                MinimumG = least,
                Worst = worst,
                Items = weighed,
                PreblendNeeded = false,
                Advice = WeighAdvice.Weigh,
                PreblendG = null,
                PreblendItems = [],
                ConcentratePct = null,
                TakeG = null,
                MakeG = null,
                Dilutions = [],
            };
        }

        var total = items.Sum(item => item.G);
        var smallest = items.Min(item => item.G) / total;
        var preblend = Math.Ceiling((least / smallest / 0.5) - 1e-9) * 0.5;
        double? strength = !Near.Below(total, least) ? 100 : Thinned(total, least);
        var dilutions = weighed
            .Where(item => item.Status != WeighState.Ok)
            .Select(item =>
            {
                var thinned = Thinned(item.G, least);
                return new ScentDilution(item.Id, thinned, item.G * 100 / thinned, least * 100 / thinned);
            })
            .ToArray();
        return new ScentWeighing
        {
            MinimumG = least,
            Worst = worst,
            Items = weighed,
            PreblendNeeded = true,
            Advice = Near.Above(preblend, 5 * total) || strength is null ? WeighAdvice.FinerScale : WeighAdvice.Preblend,
            PreblendG = preblend,
            PreblendItems = [.. items.Select(item => new ScentShare(item.Id, preblend * item.G / total))],
            ConcentratePct = strength,
            TakeG = total * 100 / strength,
            MakeG = strength is < 100 ? least * 100 / strength : null,
            Dilutions = dilutions,
        };
    }

    private static double? Thinned(double grams, double least) =>
        Strengths.Where(pct => !Near.Below(grams / (pct / 100), least)).Select(pct => (double?)pct).FirstOrDefault();
}

public sealed record PotLoss(string Id, double LossPct, FlashState Flash);

/// <summary>What a warm pot drives off: still-air mass transfer over an ideal dilution, right within a factor of three.</summary>
/// <param name="RecommendedAddC">Add the scent at or below, °C.</param>
public sealed record WarmPot(double LossPct, PotLossBand Band, IReadOnlyList<PotLoss> Items, double RecommendedAddC)
{
    private const double R = 8.314;
    private static readonly Bands<PotLossBand> Words = new(PotLossBand.Heavy, (3, PotLossBand.Small), (10, PotLossBand.Noticeable));

    /// <param name="items">Oil and its share of the blend in any unit, not all 0.</param>
    public static WarmPot Of(
        double tempC,
        double minutes,
        double depthCm,
        bool covered,
        bool stirring,
        IReadOnlyList<(ScentOil Oil, double Share)> items
    )
    {
        var kelvin = tempC + 273.15;
        PotLoss[] losses =
        [
            .. items.Select(item =>
            {
                var over = item.Oil.FlashC - 48;
                var enthalpy = 1000 * Math.Clamp(48 + (0.39 * over), 44, 80);
                var pressure = Math.Pow(10, 2.30 - (0.034 * over)) * Math.Exp(enthalpy / R * ((1 / 298.15) - (1 / kelvin)));
                var rate = 60 * 0.005 * 0.85 * pressure / (R * kelvin * 900 * (depthCm / 100)) * (covered ? 0.15 : 1) * (stirring ? 2 : 1);
                return new PotLoss(
                    item.Oil.Id,
                    100 * (1 - Math.Exp(-rate * minutes)),
                    tempC <= item.Oil.FlashC - 10 ? FlashState.Fine
                        : tempC <= item.Oil.FlashC ? FlashState.Near
                        : FlashState.Above
                );
            }),
        ];
        var all = items.Sum(item => item.Share);
        var loss = items.Select((item, i) => item.Share / all * losses[i].LossPct).Sum();
        return new WarmPot(loss, Words.Of(loss), losses, RecommendedC(items.Select(item => item.Oil)));
    }

    public static double RecommendedC(IEnumerable<ScentOil> oils) => Math.Clamp(oils.Min(oil => oil.FlashC) - 10, 40, 60);
}

/// <summary>Scent in one bath.</summary>
public sealed record BathScent
{
    // Scent in the tub.

    public required double ScentG { get; init; }

    /// <summary>mg per litre.</summary>
    public required double Ppm { get; init; }

    /// <summary>Twice its weight of solubiliser is there for scent and oil together.</summary>
    public required bool Dispersed { get; init; }

    public required double LimitG { get; init; }
    public required double Ratio { get; init; }
    public required LimitState Status { get; init; }

    // How much would do.

    public required double MaxScentPct { get; init; }

    /// <summary>Null when unscented.</summary>
    public required double? MaxGramsPerBath { get; init; }

    // Liquid in a dry product.

    public required double LiquidPct { get; init; }
    public required LimitState LiquidStatus { get; init; }
    public required IReadOnlyList<string> Flags { get; init; }

    public static IReadOnlyList<string> Families { get; } = ["bath_salts", "bath_fizz"];

    private static readonly string[] TooSharp =
    [
        "peppermint",
        "thyme_thymol",
        "oregano",
        "clove_bud",
        "cinnamon_leaf",
        "cinnamon_bark",
        "cassia",
        "lemongrass",
        "litsea",
        "melissa",
        "wintergreen",
        "basil_linalool",
    ];

    public static BathScent Of(
        string family,
        double gramsPerBath,
        double waterL,
        string audience,
        IReadOnlyList<(ScentOil Oil, double Pct)> items,
        double carrierOilPct,
        double solubiliserPct,
        double otherLiquidPct
    )
    {
        var scentPct = items.Sum(item => item.Pct);
        var scentG = gramsPerBath * scentPct / 100;
        var dispersed = !Near.Below(solubiliserPct, 2 * (scentPct + carrierOilPct));
        var limit = (dispersed ? 0.6 : 0.2) * ScentUse.Audiences[audience];
        var ratio = LimitStatus.Ratio(scentG, limit);
        var status = LimitStatus.Of(ratio);
        var liquid = scentPct + carrierOilPct + solubiliserPct + otherLiquidPct;
        var (fine, most) = family == "bath_fizz" ? (4, 6) : (2, 3);
        List<string> flags = [.. items.Where(item => item.Pct > 0 && TooSharp.Contains(item.Oil.Id)).Select(item => $"bath_avoid:{item.Oil.Id}")];
        if (scentG > 0 && !dispersed)
        {
            flags.Add("floats");
        }

        if (carrierOilPct > 0)
        {
            flags.Add("slippery_tub");
        }

        return new BathScent
        {
            ScentG = scentG,
            Ppm = 1000 * scentG / waterL,
            Dispersed = dispersed,
            LimitG = limit,
            Ratio = ratio,
            Status = status == LimitState.Ok && !dispersed && scentG > 0 ? LimitState.Near : status,
            MaxScentPct = 100 * limit / gramsPerBath,
            MaxGramsPerBath = scentPct > 0 ? 100 * limit / scentPct : null,
            LiquidPct = liquid,
            LiquidStatus =
                Near.Above(liquid, most) ? LimitState.Over
                : Near.Above(liquid, fine) ? LimitState.Near
                : LimitState.Ok,
            Flags = flags,
        };
    }
}
