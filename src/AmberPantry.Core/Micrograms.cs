namespace AmberPantry.Core;

/// <summary>Masses as whole micrograms: exact, and summed by the data file itself.</summary>
public static class Micrograms
{
    public const long PerGram = 1_000_000;

    /// <summary>Grams to the nearest microgram.</summary>
    public static decimal Round(decimal grams) => Math.Round(grams, 6, MidpointRounding.AwayFromZero);

    public static long Of(decimal grams) => (long)(Round(grams) * PerGram);

    public static decimal Grams(long micrograms) => (decimal)micrograms / PerGram;
}
