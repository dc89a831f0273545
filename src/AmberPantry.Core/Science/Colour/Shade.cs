namespace AmberPantry.Core.Science.Colour;

/// <summary>How far the colour stands out from the bare base.</summary>
public enum ShadeDepth
{
    Invisible,
    Hint,
    Tint,
    Clear,
    Strong,
    Deep,
}

/// <summary>How much a film hides.</summary>
public enum Covering
{
    Sheer,
    Translucent,
    Covering,
    Opaque,
}

/// <summary>How a product looks with its colourants.</summary>
public sealed record Shade
{
    // The colour itself.

    public required IReadOnlyList<double> Reflectance { get; init; }
    public required string Hex { get; init; }
    public required double LabL { get; init; }
    public required double LabA { get; init; }
    public required double LabB { get; init; }
    public required double Chroma { get; init; }
    public required double HueDeg { get; init; }

    // In words.

    public required Hue HueWord { get; init; }
    public required Lightness LightnessWord { get; init; }

    // Against the bare base.

    /// <summary>CIEDE2000 to the same base without colourant.</summary>
    public required double DeltaFromBase { get; init; }

    public required ShadeDepth Depth { get; init; }

    /// <summary>How far the base's own tint turns the hue; null where there is none to tell.</summary>
    public required double? HueShiftDeg { get; init; }

    // What it leaves behind.

    public required double StainSkin { get; init; }
    public required double StainTub { get; init; }
    public required Stain StainSkinBand { get; init; }
    public required Stain StainTubBand { get; init; }
    public required IReadOnlyList<string> Warnings { get; init; }

    /// <summary>Difference that can just be seen beside the bare base.</summary>
    public const double LeastVisible = 2;

    private const double ShiftMattersFromDeg = 20;
    public const double FadesBelowMonths = 6.5;

    /// <summary>Where each depth ends, CIEDE2000 from the bare base; deeper is <see cref="ShadeDepth.Deep"/>.</summary>
    public static IReadOnlyList<(double Below, ShadeDepth Depth)> DepthsFrom { get; } =
    [(1, ShadeDepth.Invisible), (3, ShadeDepth.Hint), (10, ShadeDepth.Tint), (20, ShadeDepth.Clear), (35, ShadeDepth.Strong)];

    private static readonly Bands<ShadeDepth> Depths = new(ShadeDepth.Deep, [.. DepthsFrom]);

    public static Shade Of(Paint paint, IReadOnlyList<(Colourant Colourant, double Pct)> colourants)
    {
        var lines = Summed(colourants);
        var reflectance = paint.Reflectance(lines);
        var lab = Lab.FromLinear(reflectance);
        var delta = Lab.DeltaE00(Lab.FromLinear(paint.Reflectance([])), lab);
        var shift = HueShift(paint, lines, lab);
        double skin = lines.Sum(line => line.Pct * line.Colourant.StainSkin),
            tub = lines.Sum(line => line.Pct * line.Colourant.StainTub);
        return new Shade
        {
            Reflectance = reflectance,
            Hex = Srgb.Hex(reflectance),
            LabL = lab.L,
            LabA = lab.A,
            LabB = lab.B,
            Chroma = lab.Chroma,
            HueDeg = lab.HueDeg,
            HueWord = lab.HueWord,
            LightnessWord = lab.LightnessWord,
            DeltaFromBase = delta,
            Depth = Depths.Of(delta),
            HueShiftDeg = shift,
            StainSkin = skin,
            StainTub = tub,
            StainSkinBand = Staining.Of(skin),
            StainTubBand = Staining.Of(tub),
            Warnings = WarningsOf(paint, lines, shift),
        };
    }

    public static (Colourant Colourant, double Pct)[] Summed(IEnumerable<(Colourant Colourant, double Pct)> colourants) =>
        [
            .. colourants
                .Where(line => line.Pct > 0)
                .GroupBy(line => line.Colourant.Id)
                .Select(group => (group.First().Colourant, group.Sum(line => line.Pct))),
        ];

    private static double? HueShift(Paint paint, (Colourant, double)[] lines, Lab lab)
    {
        if (lines.Length == 0)
        {
            return null;
        }

        var alone = Lab.FromLinear(paint.WithoutBaseTint(lines));
        if (lab.Chroma < 5 || alone.Chroma < 5)
        {
            return null;
        }

        var shift = lab.HueDeg - alone.HueDeg;
        return shift > 180 ? shift - 360
            : shift < -180 ? shift + 360
            : shift;
    }

    private static string[] WarningsOf(Paint paint, (Colourant Colourant, double Pct)[] lines, double? shift)
    {
        bool Any(Func<Colourant, bool> which) => lines.Any(line => which(line.Colourant));
        (string Code, bool When)[] all =
        [
            (WarningCodes.BleedsInWater, Any(colourant => colourant.WaterBleed >= 2)),
            (WarningCodes.Fades, Any(colourant => colourant.HalfLifeMonths < FadesBelowMonths)),
            (WarningCodes.HueShift, shift is { } degrees && Math.Abs(degrees) >= ShiftMattersFromDeg),
            (WarningCodes.LoadHigh, lines.Any(line => Near.Above(line.Pct, line.Colourant.LoadMax))),
            (WarningCodes.Migrates, Any(colourant => colourant.Migrate >= 2)),
            (WarningCodes.NotInFizz, paint.Base.Id == "fizz_mix" && Any(colourant => !colourant.AcidOk || !colourant.AlkaliOk)),
        ];
        return [.. all.Where(one => one.When).Select(one => one.Code)];
    }
}
