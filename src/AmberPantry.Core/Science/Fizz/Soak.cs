namespace AmberPantry.Core.Science.Fizz;

/// <summary>How long the grains last in a bath stirred by hand; an estimate.</summary>
public sealed record Soak(double DissolvedGPerL, double InsolubleG, string? SlowestId, double SlowestS, string Band)
{
    /// <summary>Speed at which a stirred surface dissolves, m/s.</summary>
    private const double MassTransferMS = 2e-5;

    private static readonly Bands Words = new("grains_underfoot", (60, "at_once"), (300, "minutes"));

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
            mix.Grams(material => material.Kind == "filler" && !(material.SolubilityKgM3 > 0)) * scale,
            slowest,
            seconds,
            Words.Of(seconds)
        );
    }
}

/// <summary>How strong the soak is, by customary strengths.</summary>
/// <param name="Vessel">bowl below 20 L, else tub.</param>
public sealed record SoakDose(
    string Vessel,
    double EpsomGPerL,
    string EpsomBand,
    double ChlorideGPerL,
    string ChlorideBand,
    double SodaGPerL,
    string SodaBand,
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
        string[] words =
        [
            Word(epsom, bowl ? (5, 30, 60) : (1, 5, 10)),
            Word(chloride, bowl ? (5, 30, 60) : (1, 10, 35)),
            Word(soda, bowl ? (2, 10, 20) : (0.3, 2, 4)),
        ];
        return new SoakDose(
            bowl ? "bowl" : "tub",
            epsom,
            words[0],
            chloride,
            words[1],
            soda,
            words[2],
            words.Contains("too_much") ? [WarningCodes.DoseHigh] : []
        );
    }

    private static string Word(double gPerL, (double Usual, double Strong, double TooMuch) limits) =>
        gPerL == 0 ? "none" : new Bands("too_much", (limits.Usual, "below_usual"), (limits.Strong, "usual"), (limits.TooMuch, "strong")).Of(gPerL);
}
