namespace AmberPantry.Core.Science.Fizz;

/// <summary>How long grains are felt in the tub.</summary>
public enum SoakBand
{
    AtOnce,
    Minutes,
    GrainsUnderfoot,
}

/// <summary>How long the grains last in a bath stirred by hand; an estimate.</summary>
public sealed record Soak(double DissolvedGPerL, double InsolubleG, string? SlowestId, double SlowestS, SoakBand Band)
{
    /// <summary>Speed at which a stirred surface dissolves, m/s.</summary>
    private const double MassTransferMS = 2e-5;

    private static readonly Bands<SoakBand> Words = new(SoakBand.GrainsUnderfoot, (60, SoakBand.AtOnce), (300, SoakBand.Minutes));

    public static Soak Of(FizzMix mix, double? portionG, double bathL)
    {
        var scale = (portionG ?? mix.TotalG) / mix.TotalG;
        var soluble = mix.Lines.Where(line => line.Material.SolubilityKgM3 > 0).ToArray();
        var (slowest, seconds) = soluble
            .Select(line =>
                (
                    line.Material.Id,
                    Seconds: line.Material.TrueGMl * 1000 * line.Material.MedianUm * 1e-6 / (2 * MassTransferMS * line.Material.SolubilityKgM3!.Value)
                )
            )
            .OrderByDescending(one => one.Seconds)
            .FirstOrDefault();
        return new Soak(
            soluble.Sum(line => line.G) * scale / bathL,
            mix.Grams(material => material.Kind == FizzKind.Filler && !(material.SolubilityKgM3 > 0)) * scale,
            slowest,
            seconds,
            Words.Of(seconds)
        );
    }
}

/// <summary>What is soaked in.</summary>
public enum BathVessel
{
    Bowl,
    Tub,
}

/// <summary>How much of a salt a soak holds.</summary>
public enum SoakStrength
{
    None,
    BelowUsual,
    Usual,
    Strong,
    TooMuch,
}

/// <summary>How strong the soak is, by customary strengths.</summary>
/// <param name="Vessel">bowl below 20 L, else tub.</param>
public sealed record SoakDose(
    BathVessel Vessel,
    double EpsomGPerL,
    SoakStrength EpsomBand,
    double ChlorideGPerL,
    SoakStrength ChlorideBand,
    double SodaGPerL,
    SoakStrength SodaBand,
    IReadOnlyList<string> Warnings
)
{
    public static SoakDose Of(FizzMix mix, double? portionG, double bathL)
    {
        var perL = (portionG ?? mix.TotalG) / mix.TotalG / bathL;
        var bowl = bathL < BathPh.BowlBelowL;
        double epsom = mix.Grams(material => material.Id == "salt_epsom") * perL,
            chloride = mix.Grams(material => material.Species == "nacl") * perL,
            soda = mix.LeftSodaG * perL;
        SoakStrength[] words =
        [
            Word(epsom, bowl ? (5, 30, 60) : (1, 5, 10)),
            Word(chloride, bowl ? (5, 30, 60) : (1, 10, 35)),
            Word(soda, bowl ? (2, 10, 20) : (0.3, 2, 4)),
        ];
        return new SoakDose(
            bowl ? BathVessel.Bowl : BathVessel.Tub,
            epsom,
            words[0],
            chloride,
            words[1],
            soda,
            words[2],
            words.Contains(SoakStrength.TooMuch) ? [WarningCodes.DoseHigh] : []
        );
    }

    private static SoakStrength Word(double gPerL, (double Usual, double Strong, double TooMuch) limits) =>
        gPerL == 0
            ? SoakStrength.None
            : new Bands<SoakStrength>(
                SoakStrength.TooMuch,
                (limits.Usual, SoakStrength.BelowUsual),
                (limits.Strong, SoakStrength.Usual),
                (limits.TooMuch, SoakStrength.Strong)
            ).Of(gPerL);
}
