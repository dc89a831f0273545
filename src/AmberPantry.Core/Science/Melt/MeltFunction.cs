using System.Globalization;
using AmberPantry.Core.Materials;

namespace AmberPantry.Core.Science.Melt;

/// <summary>Answer of the melt function of the calculation API.</summary>
/// <param name="SolidPercent">By temperature as asked, mass percent of the lipid part.</param>
/// <param name="FirmnessKPa">By temperature as asked, with powder and air.</param>
public sealed record MeltAnswer(
    IReadOnlyDictionary<string, double> SolidPercent,
    IReadOnlyDictionary<string, double> FirmnessKPa,
    double? SlumpC,
    double? ClearC
);

/// <summary>The melt model for a bare list of catalogue materials; never guesses an unknown name.</summary>
public static class MeltFunction
{
    public const double LeastC = -30;
    public const double MostC = 120;
    public const double MostOverrun = 3;
    public const double MostPowder = 0.9;

    private static readonly double[] UsualTemperatures = [0, 5, 10, 15, 20, 25, 30, 33, 35, 40, 45, 50, 60, 70];

    /// <param name="formula">Material and its parts by mass, in order.</param>
    /// <exception cref="Refusal">E_UNKNOWN_ID, E_RANGE or E_EMPTY with the path of the field; checks run in input order.</exception>
    public static MeltAnswer Melt(
        IReadOnlyList<KeyValuePair<string, double>> formula,
        IReadOnlyList<double>? temperatures = null,
        double powderVolumeFraction = 0,
        double overrun = 0
    )
    {
        var blend = Blend(formula, "formula");
        var asked = temperatures ?? UsualTemperatures;
        for (var i = 0; i < asked.Count; i++)
        {
            InRange(asked[i], LeastC, MostC, $"temperatures[{i}]");
        }

        InRange(powderVolumeFraction, 0, MostPowder, "powderVolumeFraction");
        InRange(overrun, 0, MostOverrun, "overrun");
        var grains = Firmness.AnyGrains with { VolumeFraction = powderVolumeFraction };
        var curve = new MeltCurve(blend, Firmness.Factor(grains, overrun));
        return new MeltAnswer(ByTemperature(asked, t => 100 * curve.SolidAt(t)), ByTemperature(asked, curve.FirmnessAt), curve.SlumpC, curve.ClearC);
    }

    /// <summary>Mixes catalogue lipids by name.</summary>
    /// <exception cref="Refusal">E_UNKNOWN_ID, E_NOT_A_NUMBER, E_RANGE or E_EMPTY below <paramref name="field"/>.</exception>
    public static LipidBlend Blend(IReadOnlyList<KeyValuePair<string, double>> formula, string field)
    {
        var parts = formula.Select(part => (Spectrum(part.Key, $"{field}.{part.Key}"), Part(part, $"{field}.{part.Key}"))).ToArray();
        return parts.Sum(part => part.Item2) > 0
            ? LipidBlend.Mix(parts)
            : throw new Refusal(Codes.Empty, field, null, "The formula holds no lipid.", "Give at least one material a part above 0.");
    }

    /// <summary>What a lipid is made of, by its key or a name of it.</summary>
    /// <exception cref="Refusal">E_UNKNOWN_ID at <paramref name="field"/>.</exception>
    public static MeltSpectrum Spectrum(string name, string field)
    {
        return (MaterialNames.Named(name) ?? MaterialShelf.Plain.Get(name, field)).Melt
            ?? throw new Refusal(Codes.UnknownId, field, name, $"“{name}” is a powder and does not melt.", "Give powders as powderVolumeFraction.");
    }

    private static double Part(KeyValuePair<string, double> part, string field)
    {
        InRange(part.Value, 0, double.MaxValue, field);
        return part.Value;
    }

    private static void InRange(double value, double least, double most, string field)
    {
        if (!double.IsFinite(value))
        {
            throw new Refusal(Codes.NotANumber, field, value, $"{field} is not a number.", "Give a number.");
        }

        if (value < least || value > most)
        {
            throw new Refusal(Codes.Range, field, value, $"{field} is {value}, outside {least} to {most}.", $"Give {least} to {most}.");
        }
    }

    private static Dictionary<string, double> ByTemperature(IReadOnlyList<double> asked, Func<double, double> at) =>
        asked.Distinct().ToDictionary(t => t.ToString("0.##########", CultureInfo.InvariantCulture), at);
}
