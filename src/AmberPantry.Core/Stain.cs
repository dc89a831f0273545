namespace AmberPantry.Core;

/// <summary>What it leaves on skin, tub and cloth.</summary>
public enum Stain
{
    Clean,
    MayTint,
    Stains,
}

internal static class Staining
{
    /// <summary>Clean below; from <see cref="StainsFrom"/> on it stays.</summary>
    public const double TintsFrom = 0.5;
    public const double StainsFrom = 3;

    private static readonly Bands<Stain> Words = new(Stain.Stains, (TintsFrom, Stain.Clean), (StainsFrom, Stain.MayTint));

    /// <param name="stain">Percent of each colourant times how it stains, 0 to 3.</param>
    public static Stain Of(double stain) => Words.Of(stain);
}
