using System.Globalization;

namespace AmberPantry.Core.Science.Colour;

/// <summary>The hue in a word.</summary>
public enum Hue
{
    Neutral,
    Rose,
    Red,
    Orange,
    Yellow,
    YellowGreen,
    Green,
    Teal,
    Sky,
    Blue,
    Violet,
    Magenta,
}

/// <summary>The lightness in a word.</summary>
public enum Lightness
{
    NearBlack,
    Dark,
    Deep,
    Mid,
    Pale,
    VeryPale,
}

/// <summary>How near two colours are.</summary>
public enum ShadeMatch
{
    Same,
    Match,
    Close,
    Related,
    Different,
}

/// <summary>CIE 1976 L*a*b* under D65, from linear sRGB (IEC 61966-2-1).</summary>
public readonly record struct Lab(double L, double A, double B)
{
    private static readonly double[] White = [0.95047, 1, 1.08883];
    private static readonly double[][] ToXyz =
    [
        [0.4124564, 0.3575761, 0.1804375],
        [0.2126729, 0.7151522, 0.0721750],
        [0.0193339, 0.1191920, 0.9503041],
    ];

    private static readonly Bands<Hue> Hues = new(
        Hue.Magenta,
        (15, Hue.Rose),
        (45, Hue.Red),
        (78, Hue.Orange),
        (108, Hue.Yellow),
        (123, Hue.YellowGreen),
        (170, Hue.Green),
        (215, Hue.Teal),
        (250, Hue.Sky),
        (308, Hue.Blue),
        (330, Hue.Violet)
    );

    /// <summary>The colour of a well-formed #RRGGBB.</summary>
    public static Lab OfHex(string hex) => FromLinear(Srgb.Linear(hex)!);

    /// <summary>Where each word of lightness ends, L*; lighter is <see cref="Lightness.VeryPale"/>.</summary>
    public static IReadOnlyList<(double Below, Lightness Word)> LightnessLimits { get; } =
    [(20, Lightness.NearBlack), (40, Lightness.Dark), (60, Lightness.Deep), (75, Lightness.Mid), (88, Lightness.Pale)];

    private static readonly Bands<Lightness> Lightnesses = new(Lightness.VeryPale, [.. LightnessLimits]);

    public double Chroma => Math.Sqrt((A * A) + (B * B));

    /// <summary>0 to 360°.</summary>
    public double HueDeg => ((Math.Atan2(B, A) * 180 / Math.PI) + 360) % 360;

    public Hue HueWord => Chroma < 4 ? Hue.Neutral : HueAt(HueDeg);

    public Lightness LightnessWord => Lightnesses.Of(L);

    /// <summary>The word for an angle of hue, any turn of it.</summary>
    public static Hue HueAt(double degrees) => Hues.Of(((degrees % 360) + 360) % 360);

    /// <summary>The colour of a lightness, chroma and hue.</summary>
    public static Lab OfHue(double lightness, double chroma, double degrees) =>
        new(lightness, chroma * Math.Cos(degrees * Math.PI / 180), chroma * Math.Sin(degrees * Math.PI / 180));

    /// <summary>Linear sRGB; a colour that no screen shows is brought to the nearest that one does, channel by channel.</summary>
    public double[] ToLinear()
    {
        static double Back(double f) => f > 6 / 29.0 ? f * f * f : 3 * Math.Pow(6 / 29.0, 2) * (f - (4 / 29.0));
        var fy = (L + 16) / 116;
        double x = White[0] * Back(fy + (A / 500)),
            y = White[1] * Back(fy),
            z = White[2] * Back(fy - (B / 200));
        return
        [
            Math.Clamp((3.2404542 * x) - (1.5371385 * y) - (0.4985314 * z), 0, 1),
            Math.Clamp((-0.9692660 * x) + (1.8760108 * y) + (0.0415560 * z), 0, 1),
            Math.Clamp((0.0556434 * x) - (0.2040259 * y) + (1.0572252 * z), 0, 1),
        ];
    }

    public static Lab FromLinear(IReadOnlyList<double> rgb)
    {
        static double F(double t) => t > Math.Pow(6 / 29.0, 3) ? Math.Cbrt(t) : (t / (3 * Math.Pow(6 / 29.0, 2))) + (4 / 29.0);
        Span<double> f = stackalloc double[3];
        for (var i = 0; i < 3; i++)
        {
            f[i] = F(((ToXyz[i][0] * rgb[0]) + (ToXyz[i][1] * rgb[1]) + (ToXyz[i][2] * rgb[2])) / White[i]);
        }

        return new Lab((116 * f[1]) - 16, 500 * (f[0] - f[1]), 200 * (f[1] - f[2]));
    }

    /// <summary>CIEDE2000 with all weights 1 (Sharma, Wu and Dalal 2005).</summary>
    public static double DeltaE00(Lab one, Lab two)
    {
        static double Rad(double degrees) => degrees * Math.PI / 180;
        var meanC = (one.Chroma + two.Chroma) / 2;
        var g = 0.5 * (1 - Math.Sqrt(Math.Pow(meanC, 7) / (Math.Pow(meanC, 7) + Math.Pow(25, 7))));
        double a1 = (1 + g) * one.A,
            a2 = (1 + g) * two.A;
        double c1 = Math.Sqrt((a1 * a1) + (one.B * one.B)),
            c2 = Math.Sqrt((a2 * a2) + (two.B * two.B));
        static double Hue(double a, double b) => a == 0 && b == 0 ? 0 : ((Math.Atan2(b, a) * 180 / Math.PI) + 360) % 360;
        double h1 = Hue(a1, one.B),
            h2 = Hue(a2, two.B);
        double dl = two.L - one.L,
            dc = c2 - c1;
        var grey = c1 * c2 == 0;
        var dh = grey
            ? 0
            : (h2 - h1) switch
            {
                > 180 => h2 - h1 - 360,
                < -180 => h2 - h1 + 360,
                var d => d,
            };
        var bigDh = 2 * Math.Sqrt(c1 * c2) * Math.Sin(Rad(dh / 2));
        double l = (one.L + two.L) / 2,
            c = (c1 + c2) / 2;
        var h =
            grey ? h1 + h2
            : Math.Abs(h1 - h2) <= 180 ? (h1 + h2) / 2
            : (h1 + h2) < 360 ? (h1 + h2 + 360) / 2
            : (h1 + h2 - 360) / 2;
        var t =
            1
            - (0.17 * Math.Cos(Rad(h - 30)))
            + (0.24 * Math.Cos(Rad(2 * h)))
            + (0.32 * Math.Cos(Rad((3 * h) + 6)))
            - (0.20 * Math.Cos(Rad((4 * h) - 63)));
        var rc = 2 * Math.Sqrt(Math.Pow(c, 7) / (Math.Pow(c, 7) + Math.Pow(25, 7)));
        var rt = -Math.Sin(Rad(60 * Math.Exp(-Math.Pow((h - 275) / 25, 2)))) * rc;
        double sl = 1 + (0.015 * Math.Pow(l - 50, 2) / Math.Sqrt(20 + Math.Pow(l - 50, 2))),
            sc = 1 + (0.045 * c),
            sh = 1 + (0.015 * c * t);
        double x = dl / sl,
            y = dc / sc,
            z = bigDh / sh;
        return Math.Sqrt((x * x) + (y * y) + (z * z) + (rt * y * z));
    }
}

/// <summary>sRGB as hex and as linear light.</summary>
public static class Srgb
{
    public static string Hex(IReadOnlyList<double> linear) => $"#{Channel(linear[0]):X2}{Channel(linear[1]):X2}{Channel(linear[2]):X2}";

    /// <summary>Linear light of "#RRGGBB"; null when it is no such text.</summary>
    public static double[]? Linear(string? hex)
    {
        if (
            hex is not { Length: 7 }
            || hex[0] != '#'
            || !int.TryParse(hex.AsSpan(1), NumberStyles.AllowHexSpecifier, CultureInfo.InvariantCulture, out var rgb)
        )
        {
            return null;
        }

        return [Linear(rgb >> 16), Linear((rgb >> 8) & 255), Linear(rgb & 255)];
    }

    /// <summary>Linear light of a channel, 0 to 255.</summary>
    public static double Linear(double channel)
    {
        var v = channel / 255;
        return v <= 0.04045 ? v / 12.92 : Math.Pow((v + 0.055) / 1.055, 2.4);
    }

    private static int Channel(double x)
    {
        x = Math.Clamp(x, 0, 1);
        var v = x <= 0.0031308 ? 12.92 * x : (1.055 * Math.Pow(x, 1 / 2.4)) - 0.055;
        return (int)Math.Floor((255 * v) + 0.5);
    }
}

/// <summary>How far two colours are apart, and in a word.</summary>
public sealed record ColourMatch([property: System.Text.Json.Serialization.JsonPropertyName("deltaE00")] double DeltaE00, ShadeMatch Match)
{
    private static readonly Bands<ShadeMatch> Words = new(
        ShadeMatch.Different,
        (1, ShadeMatch.Same),
        (2, ShadeMatch.Match),
        (5, ShadeMatch.Close),
        (10, ShadeMatch.Related)
    );

    public static ColourMatch Of(Lab one, Lab two) => Of(Lab.DeltaE00(one, two));

    public static ColourMatch Of(double deltaE00) => new(deltaE00, Words.Of(deltaE00));
}

/// <summary>A colour read off a photo by the white card in it.</summary>
public sealed record WhiteCard(string Hex, double LabL, double LabA, double LabB, IReadOnlyList<string> Warnings)
{
    /// <summary>Darkest white, 0 to 255, that a reading can rest on.</summary>
    public const double LeastWhite = 60;

    /// <summary>Linear light of a sample by that of the card beside it.</summary>
    public static double[] Light(IReadOnlyList<double> sample, IReadOnlyList<double> white, double whiteReflectance) =>
        [.. sample.Select((value, i) => Math.Min(1, value / white[i] * whiteReflectance))];

    public static WhiteCard Of(IReadOnlyList<double> sample, IReadOnlyList<double> white, double whiteReflectance)
    {
        var linear = Light([.. sample.Select(Srgb.Linear)], [.. white.Select(Srgb.Linear)], whiteReflectance);
        var lab = Lab.FromLinear(linear);
        return new WhiteCard(Srgb.Hex(linear), lab.L, lab.A, lab.B, sample.Concat(white).Any(value => value >= 254) ? [WarningCodes.Clipped] : []);
    }
}
