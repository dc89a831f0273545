namespace AmberPantry.Core.Science.Melt;

/// <summary>Something stirred into a melt.</summary>
/// <param name="Blend">Null for powder.</param>
public sealed record HeatAddition(LipidBlend? Blend, double G, double TemperatureC);

/// <summary>What an addition does to the temperature of a melt, melting heat included.</summary>
/// <param name="ResultC">All of it, at equilibrium.</param>
/// <param name="SolidPercent">Of the lipid then; above 0.3 % it is cloudy.</param>
/// <param name="Flakes">A cold oil sets high melters where it meets the melt.</param>
/// <param name="WarmAdditionToC">As warm as the addition should be; null when it is warm enough.</param>
public sealed record HeatBalance(double ResultC, double SolidPercent, bool Melts, bool Flakes, double? WarmAdditionToC)
{
    /// <summary>An oil this much colder than the melt sets its high melters at the spot.</summary>
    public const double ShockC = 15;

    private const double MostLatentJG = 230;

    /// <param name="mixed">The blend after the addition.</param>
    /// <param name="melt">The blend before it.</param>
    public static HeatBalance Of(LipidBlend melt, double meltG, double meltC, HeatAddition addition, LipidBlend mixed)
    {
        var lipidG = meltG + (addition.Blend is null ? 0 : addition.G);
        var powderG = addition.Blend is null ? addition.G : 0;
        var enthalpy =
            Enthalpy(melt, meltG, meltC)
            + (
                addition.Blend is { } blend
                    ? Enthalpy(blend, addition.G, addition.TemperatureC)
                    : addition.G * CoolingBatch.PowderCp * addition.TemperatureC
            );
        double low = Math.Min(meltC, addition.TemperatureC) - 60,
            high = Math.Max(meltC, addition.TemperatureC) + 60;
        for (var i = 0; i < 60; i++)
        {
            var middle = (low + high) / 2;
            (low, high) = Enthalpy(mixed, lipidG, middle) + (powderG * CoolingBatch.PowderCp * middle) < enthalpy ? (middle, high) : (low, middle);
        }

        var solid = 100 * mixed.At(high).Solid;
        var shock =
            addition.Blend is not null
            && meltC - addition.TemperatureC > ShockC
            && mixed.At(addition.TemperatureC).Solid > melt.At(meltC).Solid + MeltCurve.ClearSolid;
        return new HeatBalance(high, solid, solid <= 100 * MeltCurve.ClearSolid, shock, shock ? meltC - ShockC : null);
    }

    /// <summary>J, with solids counted as heat already given away.</summary>
    private static double Enthalpy(LipidBlend blend, double g, double celsius)
    {
        Span<double> solid = stackalloc double[blend.ClassCount];
        Span<int> order = stackalloc int[blend.ClassCount];
        LipidBlend.Begin(order);
        blend.SolidByClass(celsius, solid, order);
        double latent = 0;
        for (var i = 0; i < solid.Length; i++)
        {
            var component = MeltComponent.All[blend.Classes[i]];
            latent += Math.Min(MostLatentJG, component.EnthalpyJMol / component.MolarMass) * solid[i];
        }

        return g * ((CoolingBatch.LipidCp * celsius) - latent);
    }
}

/// <summary>Whether a chilled bowl, mould or lid sweats in this air (Magnus formula, coefficients after Sonntag 1990).</summary>
/// <param name="DewPointC">Colder surfaces gather water.</param>
/// <param name="BelowByC">How far the surface lies below the dew point; 0 when it does not.</param>
public sealed record Condensation(double DewPointC, bool Sweats, double BelowByC)
{
    private const double A = 17.62;
    private const double B = 243.12;

    /// <summary>Humidity of air, percent, once it is at another temperature with the same water in it; 100 where it cannot hold it.</summary>
    public static double Indoors(double rhPct, double outC, double inC) => Math.Min(100, rhPct * Math.Exp(Exponent(outC)) / Math.Exp(Exponent(inC)));

    private static double Exponent(double celsius) => A * celsius / (B + celsius);

    public static Condensation Of(double airC, double rhPct, double surfaceC)
    {
        var g = Math.Log(rhPct / 100) + Exponent(airC);
        var dew = B * g / (A - g);
        return new Condensation(dew, surfaceC < dew, Math.Max(0, dew - surfaceC));
    }
}

/// <summary>A still, round vessel: the wall sets while the core is warm. Conduction only, crystal heat left out.</summary>
public sealed record WallAndCore(IReadOnlyList<WallAndCore.Moment> Moments, double? ScrapeFromS)
{
    /// <param name="SpreadC">Core minus wall.</param>
    public sealed record Moment(double S, double WallC, double CoreC, double MeanC, double SpreadC);

    /// <summary>Resting fat: W/(m K), kg/m³, J/(kg K).</summary>
    internal const double Conductivity = 0.17;
    internal const double Density = 910;
    internal const double HeatCapacity = 2000;

    /// <summary>A wall this much colder than the core is worth scraping down.</summary>
    public const double ScrapeAboveC = 8;
    private const int Shells = 20;

    /// <param name="radiusMm">Inner radius.</param>
    /// <param name="seconds">How long, recorded in sixty moments.</param>
    public static WallAndCore Of(double startC, double surroundingsC, double heatTransferWM2K, double radiusMm, double seconds)
    {
        var dr = radiusMm / 1000 / Shells;
        var cells = Enumerable.Repeat(startC, Shells).ToArray();
        var step = 0.2 * Density * HeatCapacity * dr * dr / Conductivity;
        var record = seconds / 60;
        var moments = new List<Moment>();
        double next = 0,
            time = 0;
        while (time <= seconds + 1e-6)
        {
            if (time >= next - 1e-6)
            {
                moments.Add(Read(cells, time));
                next += record;
            }

            var dt = Math.Min(step, Math.Max(1e-3, next - time));
            Advance(cells, dr, dt, surroundingsC, heatTransferWM2K);
            time += dt;
        }

        return new WallAndCore(moments, moments.FirstOrDefault(moment => moment.SpreadC > ScrapeAboveC)?.S);
    }

    private static void Advance(double[] cells, double dr, double dt, double surroundingsC, double heatTransfer)
    {
        // Heat flow through each shell's outer face per metre of height, W/m.
        Span<double> outward = stackalloc double[Shells];
        for (var i = 0; i < Shells - 1; i++)
        {
            outward[i] = 2 * Math.PI * (i + 1) * dr * Conductivity * (cells[i] - cells[i + 1]) / dr;
        }

        var resistance = (1 / heatTransfer) + (dr / 2 / Conductivity);
        outward[Shells - 1] = 2 * Math.PI * Shells * dr * (cells[^1] - surroundingsC) / resistance;
        for (var i = 0; i < Shells; i++)
        {
            var area = Math.PI * dr * dr * ((2 * i) + 1);
            cells[i] -= (outward[i] - (i == 0 ? 0 : outward[i - 1])) * dt / (Density * HeatCapacity * area);
        }
    }

    private static Moment Read(double[] cells, double time)
    {
        var mean = cells.Select((celsius, i) => celsius * ((2 * i) + 1)).Sum() / (Shells * Shells);
        return new Moment(time, cells[^1], cells[0], mean, cells[0] - cells[^1]);
    }
}
