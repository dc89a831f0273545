namespace AmberPantry.Core.Science.Colour;

/// <summary>Where the grains end up.</summary>
public enum SettlingVerdict
{
    Dissolved,
    Held,
    Even,
    SlightFoot,
    DropsToBottom,
    ShakeEachUse,
    Days,
    Weeks,
    Stays,
}

/// <summary>How sharp the edge of a colour stays.</summary>
public enum BlurredEdge
{
    Crisp,
    Soft,
    Blurred,
}

/// <summary>What the light leaves of a colour.</summary>
public enum FadingBand
{
    Faded,
    Pale,
    Softened,
    Holds,
}

/// <summary>The oil or melt that grains fall through.</summary>
/// <param name="Viscosity25MPas">At 25 °C, mPa·s.</param>
/// <param name="ViscosityB">Temperature coefficient, K.</param>
public sealed record SettlingOil(double Viscosity25MPas = 50, double ViscosityB = 3300, double DensityGMl = 0.91, double YieldPa = 0)
{
    public double PaS(double tempC) => Viscosity25MPas / 1000 * Math.Exp(ViscosityB * ((1 / (tempC + 273.15)) - (1 / 298.15)));
}

/// <summary>A pour that thickens while grains fall.</summary>
/// <param name="CoolTauMin">Time constant of cooling, min.</param>
public sealed record SettlingPour(double PourC, double SetC, double RoomC = 21, double CoolTauMin = 12)
{
    public double MinutesToSet => CoolTauMin * Math.Log((PourC - RoomC) / (SetC - RoomC));
}

/// <summary>Whether a pigment stays where it is put (Stokes 1851; Richardson and Zaki 1954; yield after Beris and others 1985).</summary>
public sealed record Settling
{
    // Why it moves.

    public required bool Dissolved { get; init; }
    public required double? DiameterUm { get; init; }

    /// <summary>Down is positive.</summary>
    public required double SpeedMmPerH { get; init; }

    /// <summary>Through the whole height; null when it does not move.</summary>
    public required double? Hours { get; init; }

    public required bool HeldByYield { get; init; }
    public required double NeedYieldPa { get; init; }

    // Whether it sets in time.

    public required double? MinutesToSet { get; init; }
    public required double? FallWhileSettingMm { get; init; }
    public required SettlingVerdict Verdict { get; init; }

    /// <summary>Grain size against the file's by how it was worked in.</summary>
    public static IReadOnlyDictionary<string, double> Dispersions { get; } =
        new Dictionary<string, double>
        {
            ["milled"] = 1,
            ["predispersed"] = 1.5,
            ["stirred"] = 4,
        };

    private const double Gravity = 9.81;
    private static readonly Bands<SettlingVerdict> InTime = new(
        SettlingVerdict.Stays,
        (24, SettlingVerdict.ShakeEachUse),
        (720, SettlingVerdict.Days),
        (8760, SettlingVerdict.Weeks)
    );
    private static readonly Bands<SettlingVerdict> InPour = new(
        SettlingVerdict.DropsToBottom,
        (0.5, SettlingVerdict.Even),
        (2, SettlingVerdict.SlightFoot)
    );

    /// <param name="pct">Percent of the product.</param>
    public static Settling Of(
        Colourant colourant,
        SettlingOil oil,
        double pct,
        string dispersion,
        double tempC = 25,
        double heightMm = 50,
        SettlingPour? pour = null
    )
    {
        if (colourant.OilSoluble)
        {
            return new Settling
            {
                Dissolved = true,
                DiameterUm = null,
                SpeedMmPerH = 0,
                Hours = null,
                HeldByYield = true,
                NeedYieldPa = 0,
                MinutesToSet = null,
                FallWhileSettingMm = 0,
                Verdict = SettlingVerdict.Dissolved,
            };
        }

        return Of(colourant.SettlesUm * Dispersions[dispersion], colourant.DensityGMl, oil, pct, tempC, heightMm, pour);
    }

    /// <summary>The same for any grain.</summary>
    public static Settling Of(double diameterUm, double grainGMl, SettlingOil oil, double pct, double tempC, double heightMm, SettlingPour? pour)
    {
        var d = diameterUm * 1e-6;
        var heavier = 1000 * (grainGMl - oil.DensityGMl);
        var volume = pct / grainGMl / ((pct / grainGMl) + ((100 - pct) / oil.DensityGMl));
        double MmPerH(double celsius) => heavier * Gravity * d * d / (18 * oil.PaS(celsius)) * Math.Pow(1 - volume, 4.65) * 3.6e6;
        var need = 0.048 * Math.Abs(heavier) * Gravity * d;
        var held = oil.YieldPa > 0 && oil.YieldPa >= need;
        var speed = held ? 0 : MmPerH(tempC);
        double? hours = speed == 0 ? null : heightMm / Math.Abs(speed);
        var minutes = pour?.MinutesToSet;
        double? fall = pour is null ? null : Math.Min(heightMm, Math.Abs(MmPerH((pour.PourC + pour.SetC) / 2)) * minutes!.Value / 60);
        return new Settling
        {
            Dissolved = false,
            DiameterUm = diameterUm,
            SpeedMmPerH = speed,
            Hours = hours,
            HeldByYield = held,
            NeedYieldPa = need,
            MinutesToSet = minutes,
            FallWhileSettingMm = fall,
            Verdict =
                fall is { } mm ? InPour.Of(mm)
                : hours is { } h ? InTime.Of(h)
                : SettlingVerdict.Held,
        };
    }
}

/// <summary>How far two colours side by side run into each other.</summary>
public sealed record Bleeding(double BlurMm, BlurredEdge Edge)
{
    private static readonly Bands<BlurredEdge> Words = new(BlurredEdge.Blurred, (0.5, BlurredEdge.Crisp), (2, BlurredEdge.Soft));

    /// <param name="liquidFraction">Liquid part of the fat, 0 to 1.</param>
    public static Bleeding Of(Colourant colourant, double liquidFraction, double days)
    {
        var diffusion = 1e-11 * liquidFraction * liquidFraction * colourant.Migrate / 3;
        var blur = 1000 * Math.Sqrt(2 * diffusion * days * 86_400);
        return new Bleeding(blur, Words.Of(blur));
    }
}

/// <summary>What is left of a colour after months in the light.</summary>
/// <param name="HalfLifeMonths">Null when it does not fade.</param>
public sealed record Fading(double? HalfLifeMonths, double Remaining, FadingBand Band)
{
    public static IReadOnlyDictionary<string, double> Lights { get; } =
        new Dictionary<string, double>
        {
            ["opaque"] = 1,
            ["amber"] = 0.8,
            ["clear_cupboard"] = 0.6,
            ["clear_window"] = 0.2,
        };

    private static readonly Bands<FadingBand> Words = new(
        FadingBand.Holds,
        (0.4, FadingBand.Faded),
        (0.7, FadingBand.Pale),
        (0.9, FadingBand.Softened)
    );

    public static Fading Of(Colourant colourant, double months, double tempC, string light)
    {
        if (colourant.HalfLifeMonths is not { } dark)
        {
            return new Fading(null, 1, FadingBand.Holds);
        }

        var half = dark * Lights[light] / Math.Pow(2, (tempC - 20) / 10);
        var left = Math.Pow(0.5, months / half);
        return new Fading(half, left, Words.Of(left));
    }
}

/// <summary>Rubbing a pigment into a little oil before it meets the rest.</summary>
/// <param name="OilG">Taken from the oil phase, not added to it.</param>
public sealed record Grinding(double OilG, double PasteG, double OilLeftG, double UsedRatio, IReadOnlyList<string> Warnings)
{
    public static Grinding Of(Colourant colourant, double pigmentG, double oilPerPigment, double oilPhaseG)
    {
        var wets = 1.2 * colourant.OilAbsorption / 100;
        var ratio = Math.Max(oilPerPigment, wets);
        var oil = pigmentG * ratio;
        List<string> warnings = [];
        if (Near.Above(oil, 0.3 * oilPhaseG))
        {
            warnings.Add(WarningCodes.GrindLarge);
        }

        if (wets > oilPerPigment)
        {
            warnings.Add(WarningCodes.MoreOilToWet);
        }

        return new Grinding(oil, pigmentG + oil, oilPhaseG - oil, ratio, warnings);
    }
}
