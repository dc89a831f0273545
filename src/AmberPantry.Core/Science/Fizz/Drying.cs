namespace AmberPantry.Core.Science.Fizz;

/// <summary>How long drying takes.</summary>
public enum DryingBand
{
    Quick,
    Overnight,
    Long,
    TooSlow,
    Never,
    DoNot,
}

/// <summary>How long a tray or a piece dries; for planning only.</summary>
/// <param name="PerHour">Share of the water that leaves in an hour.</param>
/// <param name="HoursWater">Null when the air is too wet to dry it.</param>
/// <param name="StaysG">Oil, scent and dispersant: they do not dry, they only soak in.</param>
public sealed record Drying(
    [property: System.Text.Json.Serialization.JsonPropertyName("ratePerH")] double PerHour,
    double? HoursWater,
    double HoursAlcohol,
    double? Hours,
    DryingBand Band,
    double StaysG,
    IReadOnlyList<string> Warnings
)
{
    private static readonly Bands<DryingBand> Words = new(
        DryingBand.TooSlow,
        (4, DryingBand.Quick),
        (16, DryingBand.Overnight),
        (36, DryingBand.Long)
    );

    /// <summary>Share of the water that leaves in an hour.</summary>
    public static double RatePerH(double rhPct, double crhMix, double tempC, double layerCm) =>
        0.45 * (1 - (rhPct / crhMix)) * Math.Pow(3 / layerCm, 1.5) * Math.Exp(0.06 * (tempC - 21));

    /// <param name="rhPct">Relative humidity of the drying air at <paramref name="tempC"/>.</param>
    public static Drying Of(FizzMix mix, double rhPct, double tempC, double layerCm, double targetGPerKg)
    {
        double water = mix.WaterGPerKg,
            alcohol = mix.AlcoholGPerKg;
        var rate = RatePerH(rhPct, Humidity.Of(mix).CrhMix ?? 100, tempC, layerCm);
        double? hoursWater =
            water <= targetGPerKg ? 0
            : rate <= 0 ? null
            : Math.Log(water / targetGPerKg) / rate;
        var hoursAlcohol = alcohol <= 0.5 ? 0 : Math.Log(alcohol / 0.5) / (1.8 * Math.Pow(3 / layerCm, 1.5) * Math.Exp(0.06 * (tempC - 21)));
        double? hours = hoursWater is { } wet ? Math.Max(wet, hoursAlcohol) : null;
        var melts = tempC > 45 && mix.Grams(material => material.Id == "salt_epsom") > 0;
        (string Code, bool When)[] warnings =
        [
            (WarningCodes.EpsomMelts, melts),
            (WarningCodes.Flammable, alcohol > 0.5),
            (WarningCodes.HeatStartsReaction, tempC > 40 && mix.GasMol > 0),
            (WarningCodes.ScentLost, tempC > 40 && mix.Grams(material => material.Kind == FizzKind.Scent) > 0),
        ];
        return new Drying(
            rate,
            hoursWater,
            hoursAlcohol,
            hours,
            melts ? DryingBand.DoNot
                : hours is { } h ? Words.Of(h)
                : DryingBand.Never,
            mix.Grams(material => material.IsOily || material.Kind == FizzKind.Dispersant),
            [.. warnings.Where(one => one.When).Select(one => one.Code)]
        );
    }
}
