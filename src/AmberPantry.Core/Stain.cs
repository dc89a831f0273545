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
    private static readonly Bands<Stain> Words = new(Stain.Stains, (0.5, Stain.Clean), (3, Stain.MayTint));

    /// <param name="stain">Percent of each colourant times how it stains, 0 to 3.</param>
    public static Stain Of(double stain) => Words.Of(stain);
}
