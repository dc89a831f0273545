namespace AmberPantry.Core.Science.Colour;

/// <summary>How a product is looked at.</summary>
public enum PaintState
{
    /// <summary>As it stands.</summary>
    Set,

    /// <summary>Of fats.</summary>
    Molten,

    /// <summary>Of powders and salts.</summary>
    Wet,
}

/// <summary>A base made ready to be coloured: its air, its state, how well pigments are worked in.</summary>
/// <remarks>Two-constant mixing, additive by mass (Kubelka and Munk 1931); the file's values are apparent, without surface gloss.</remarks>
public sealed class Paint
{
    /// <summary>Factor of a colourant's strength by how it was worked in; an estimate.</summary>
    public static IReadOnlyDictionary<string, double> Dispersions { get; } =
        new Dictionary<string, double>
        {
            ["stirred"] = 0.50,
            ["predispersed"] = 0.90,
            ["milled"] = 1.00,
            ["dry_mixed"] = 0.35,
            ["dry_ground"] = 0.70,
        };

    /// <summary>Scattering of air bubbles, 1/mm.</summary>
    private const double AirScatter = 25;

    /// <summary>Density of the fat that colourant strengths are given for, g/mL.</summary>
    private const double ReferenceGMl = 0.95;

    private const double LayerBackground = 0.85;

    private readonly double baseShare;
    private readonly double colourShare;
    private readonly double scatterKept;
    private readonly double airScatter;
    private readonly double dispersed;
    private readonly double pathMm;

    /// <param name="overrunPct">Air, percent of the unaerated volume; set fats only.</param>
    /// <param name="pathMm">Depth looked through, for oils and melts, mm.</param>
    public Paint(ColourBase product, double overrunPct = 0, PaintState state = PaintState.Set, string? dispersion = null, double? pathMm = null)
    {
        Base = product;
        State = state;
        IsGrain = product.Family is "powder" or "salt";
        IsLayer = product.Family == "oil" || state == PaintState.Molten;
        var air = overrunPct / (100 + overrunPct);
        baseShare = product.Family == "fat" ? 1 - air : 1;
        colourShare =
            product.Family == "fat" ? 1 - air
            : IsGrain ? product.DensityGMl / ReferenceGMl
            : 1;
        scatterKept = state switch
        {
            PaintState.Molten => 0.01,
            PaintState.Wet => 0.25,
            _ => 1,
        };
        airScatter = AirScatter * air * (1 - air);
        dispersed = Dispersions[dispersion ?? (IsGrain ? "dry_ground" : "predispersed")];
        this.pathMm = pathMm ?? (product.Family == "oil" ? 30 : 20);
    }

    public ColourBase Base { get; }

    public PaintState State { get; }

    public bool IsGrain { get; }

    /// <summary>Looked through rather than looked at.</summary>
    public bool IsLayer { get; }

    public double[] Reflectance(IReadOnlyList<(Colourant Colourant, double Pct)> colourants)
    {
        var w = 1 - (colourants.Sum(line => line.Pct) / 100);
        return [.. Enumerable.Range(0, 3).Select(band => Seen(Absorption(band, w, colourants), Scattering(band, w, colourants)))];
    }

    /// <summary>The colourants alone: the same scattering, the base's own absorption taken away.</summary>
    public double[] WithoutBaseTint(IReadOnlyList<(Colourant Colourant, double Pct)> colourants)
    {
        var w = 1 - (colourants.Sum(line => line.Pct) / 100);
        return
        [
            .. Enumerable
                .Range(0, 3)
                .Select(band => Seen(Math.Max(0, Absorption(band, w, colourants) - (baseShare * w * Base.K[band])), Scattering(band, w, colourants))),
        ];
    }

    /// <summary>A film over a background, linear reflectance of the three bands.</summary>
    public double[] Film(IReadOnlyList<(Colourant Colourant, double Pct)> colourants, double thicknessMm, double background)
    {
        var w = 1 - (colourants.Sum(line => line.Pct) / 100);
        return
        [
            .. Enumerable
                .Range(0, 3)
                .Select(band => Layer(Absorption(band, w, colourants), Scattering(band, w, colourants), thicknessMm, background)),
        ];
    }

    /// <summary>What one percent of a colourant adds to absorption and scattering when it takes the place of base.</summary>
    public (double K, double S) PerPercent(Colourant colourant, int band) =>
        (
            (colourShare * Strength(colourant) * colourant.K[band]) - (baseShare * Base.K[band] / 100),
            (colourShare * Strength(colourant) * colourant.S[band]) - (baseShare * scatterKept * Base.S[band] / 100)
        );

    /// <summary>Absorption and scattering without colourants.</summary>
    public (double K, double S) Bare(int band) => (baseShare * Base.K[band], (baseShare * scatterKept * Base.S[band]) + airScatter);

    private double Strength(Colourant colourant) => colourant.OilSoluble ? 1 : dispersed;

    private double Absorption(int band, double w, IReadOnlyList<(Colourant Colourant, double Pct)> colourants)
    {
        var k = baseShare * w * Base.K[band];
        foreach (var (colourant, pct) in colourants)
        {
            k += colourShare * Strength(colourant) * pct * colourant.K[band];
        }

        return k;
    }

    private double Scattering(int band, double w, IReadOnlyList<(Colourant Colourant, double Pct)> colourants)
    {
        var s = (baseShare * w * scatterKept * Base.S[band]) + airScatter;
        foreach (var (colourant, pct) in colourants)
        {
            s += colourShare * Strength(colourant) * pct * colourant.S[band];
        }

        return s;
    }

    private double Seen(double k, double s)
    {
        if (IsLayer)
        {
            // Directed light runs the short way, so only half of the diffuse absorption counts.
            return Layer(k / 2, s, pathMm, LayerBackground);
        }

        return Thick(k, s);
    }

    /// <summary>What a layer gives back that nothing shines through.</summary>
    internal static double Thick(double k, double s)
    {
        var ratio = k / s;
        return 1 + ratio - Math.Sqrt((ratio * ratio) + (2 * ratio));
    }

    private static double Layer(double k, double s, double mm, double background)
    {
        var beta = Math.Sqrt((k * k) + (2 * k * s));
        var (t, b) = beta * mm < 1e-9 ? (mm, 1.0) : (Math.Tanh(beta * mm), beta);
        return (((s - (background * (s + k))) * t) + (background * b)) / (((s + k - (background * s)) * t) + b);
    }
}
