namespace AmberPantry.Core.Science.Colour;

/// <summary>How much of what lies under it a film hides.</summary>
public sealed record FilmCover(double OverBlackY, double OverWhiteY, double ContrastRatio, Covering Cover)
{
    /// <summary>Contrast ratios at which a film begins to veil, to tint, and to hide all.</summary>
    public const double VeilsFrom = 0.3;
    public const double TintsFrom = 0.7;
    public const double HidesFrom = 0.95;

    /// <summary>Film that one swipe leaves, µm; an estimate.</summary>
    public const double SwipeUm = 10;

    /// <summary>Luminance of the card that a film is judged over.</summary>
    public const double WhiteY = 0.8;
    public const double GreyY = 0.18;

    private static readonly Bands<Covering> Words = new(
        Covering.Opaque,
        (VeilsFrom, Covering.Sheer),
        (TintsFrom, Covering.Translucent),
        (HidesFrom, Covering.Covering)
    );

    public static FilmCover Of(Paint paint, IReadOnlyList<(Colourant Colourant, double Pct)> colourants, double thicknessUm)
    {
        var lines = Shade.Summed(colourants);
        double Y(double background) =>
            paint.Film(lines, thicknessUm / 1000, background) is var r ? (0.2126729 * r[0]) + (0.7151522 * r[1]) + (0.0721750 * r[2]) : 0;
        double black = Y(0),
            white = Y(WhiteY);
        return new FilmCover(black, white, black / white, Words.Of(black / white));
    }

    /// <summary>What is seen of a film over a ground, #RRGGBB: as much of the pot's colour as it hides, in linear light.</summary>
    /// <param name="pot">Linear reflectance of the product in the pot.</param>
    /// <param name="groundY">Luminance of a neutral ground, 0 to 1.</param>
    public string Over(IReadOnlyList<double> pot, double groundY) =>
        Srgb.Hex([.. pot.Select(channel => (groundY * (1 - ContrastRatio)) + (channel * ContrastRatio))]);
}
