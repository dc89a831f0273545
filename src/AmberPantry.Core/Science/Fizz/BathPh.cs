namespace AmberPantry.Core.Science.Fizz;

/// <summary>How the water stands to skin.</summary>
public enum BathAcidity
{
    Sour,
    SlightlyAcid,
    NearNeutral,
    MildlyAlkaline,
    Alkaline,
}

/// <summary>The tub a portion goes into.</summary>
/// <param name="PortionG">Grams of the mix; null for all of it.</param>
/// <param name="Escape">Share of the gas that bubbles off, 0 to 1.</param>
public sealed record Bath(
    double? PortionG = null,
    double Litres = 120,
    double TempC = 37,
    double TapAlkMmolL = 2.0,
    double TapPh = 7.6,
    double Escape = 0.70
);

/// <summary>Carbonate constants at bath temperature (Plummer and Busenberg 1982; water after Harned and Hamer 1933).</summary>
internal readonly record struct CarbonateSystem(double K1, double K2, double KHenry, double Kw)
{
    public static CarbonateSystem At(double celsius)
    {
        var t = celsius + FizzMix.ZeroCelsiusK;
        var log = Math.Log10(t);
        var k1 = -356.3094 - (0.06091964 * t) + (21834.37 / t) + (126.8339 * log) - (1684915 / (t * t));
        var k2 = -107.8871 - (0.03252849 * t) + (5151.79 / t) + (38.92561 * log) - (563713.9 / (t * t));
        var kh = 108.3865 + (0.01985076 * t) - (6919.53 / t) - (40.45154 * log) + (669365 / (t * t));
        var pkw = (4470.99 / t) - 6.0875 + (0.01706 * t);
        return new(Math.Pow(10, k1), Math.Pow(10, k2), Math.Pow(10, kh), Math.Pow(10, -pkw));
    }

    /// <summary>Negative charge per mole of total carbon.</summary>
    public double ChargePerCarbon(double h) => ((K1 * h) + (2 * K1 * K2)) / ((h * h) + (K1 * h) + (K1 * K2));
}

/// <summary>What the bath becomes. Dilute equilibrium with activities taken as 1, good to about 0.2.</summary>
/// <param name="PhFresh">While soaking; <paramref name="PhStood"/> the far limit after days in the open.</param>
/// <param name="StoodBand">Null in a foot bowl, which is never left so long.</param>
public sealed record BathPh(
    double PhFresh,
    double PhStood,
    BathAcidity FreshBand,
    BathAcidity? StoodBand,
    double Co2EscapedL,
    double LeftAlkMmolL,
    double AcidAnionMmolL
)
{
    /// <summary>Litres below which the vessel is a bowl.</summary>
    public const double BowlBelowL = 20;

    private const double OutdoorCo2Atm = 0.0006;

    /// <summary>Where each word of acidity ends; above is <see cref="BathAcidity.Alkaline"/>.</summary>
    public static IReadOnlyList<(double Below, BathAcidity Word)> Limits { get; } =
    [(5, BathAcidity.Sour), (6, BathAcidity.SlightlyAcid), (7.5, BathAcidity.NearNeutral), (8.5, BathAcidity.MildlyAlkaline)];

    private static readonly Bands<BathAcidity> Words = new(BathAcidity.Alkaline, [.. Limits]);

    public static BathPh Of(FizzMix mix, Bath bath)
    {
        var water = new BathWater(mix, bath);
        var fresh = water.Ph();
        var stood = water.Ph(OutdoorCo2Atm);
        var escaped = bath.Escape * water.GasMol;
        return new BathPh(
            fresh,
            stood,
            Words.Of(fresh),
            bath.Litres < BowlBelowL ? null : Words.Of(stood),
            escaped * FizzMix.R * (bath.TempC + FizzMix.ZeroCelsiusK) / FizzMix.StandardKPa,
            1000 * water.LeftAlkMolL,
            1000 * water.AcidAnionMolL
        );
    }

    /// <summary>pH while soaking alone.</summary>
    public static double Fresh(FizzMix mix, Bath bath) => new BathWater(mix, bath).Ph();
}

/// <summary>Soda at which the soak has a wanted pH.</summary>
/// <param name="SodaG">Null when no soda reaches it.</param>
public sealed record SodaForPh(double? SodaG, double? ChangeG, double? SodaToAcid, bool Reached, double PhWithout)
{
    public static SodaForPh Of(FizzMix mix, double wantPh, Bath bath)
    {
        var rest = mix.Without("baking_soda");
        double Ph(double soda) => BathPh.Fresh(rest.With("baking_soda", soda), bath);
        double low = 0,
            high = 10 * FizzMix.SodaGMol * rest.AcidMol;
        var without = Ph(0);
        if (wantPh < without || wantPh > Ph(high))
        {
            return new SodaForPh(null, null, null, false, without);
        }

        for (var i = 0; i < 60; i++)
        {
            var middle = (low + high) / 2;
            (low, high) = Ph(middle) < wantPh ? (middle, high) : (low, middle);
        }

        return new SodaForPh(high, high - mix.Grams(material => material.Id == "baking_soda"), high / mix.AcidG, true, without);
    }
}

/// <summary>The charge balance of one tub.</summary>
internal sealed class BathWater
{
    private readonly CarbonateSystem carbonate;
    private readonly double alkalinity;
    private readonly double cations;
    private readonly double carbon;
    private readonly (double MolL, double[] Ka)[] acids;

    public BathWater(FizzMix mix, Bath bath)
    {
        var scale = (bath.PortionG ?? mix.TotalG) / mix.TotalG;
        var litres = bath.Litres;
        carbonate = CarbonateSystem.At(bath.TempC);
        alkalinity = bath.TapAlkMmolL / 1000;
        cations = scale * mix.CationMol / litres;
        GasMol = scale * mix.GasMol;
        var h0 = Math.Pow(10, -bath.TapPh);
        var tapCarbon = Math.Max(0, (alkalinity - (carbonate.Kw / h0) + h0) / carbonate.ChargePerCarbon(h0));
        carbon = tapCarbon + (((scale * (mix.BicarbonateMol + mix.CarbonateMol)) - (bath.Escape * GasMol)) / litres);
        acids =
        [
            .. mix
                .Lines.Where(line => line.Material is { Pka.Count: > 0, MolarMass: > 0 })
                .Select(line => (scale * line.G / line.Material.MolarMass / litres, line.Material.Pka.Select(pka => Math.Pow(10, -pka)).ToArray())),
        ];
        AcidAnionMolL = acids.Sum(acid => acid.MolL);
        LeftAlkMolL = alkalinity + (scale * (mix.BaseMol - mix.AcidMol) / litres);
    }

    public double GasMol { get; }

    public double AcidAnionMolL { get; }

    public double LeftAlkMolL { get; }

    /// <param name="openToAtm">Partial pressure of carbon dioxide the water stands open to, atm; null while its carbon is still in it.</param>
    public double Ph(double? openToAtm = null)
    {
        double low = 0,
            high = 14;
        for (var i = 0; i < 80; i++)
        {
            var middle = (low + high) / 2;
            (low, high) = Charge(Math.Pow(10, -middle), openToAtm) > 0 ? (middle, high) : (low, middle);
        }

        return (low + high) / 2;
    }

    private double Charge(double h, double? openToAtm)
    {
        var carbonates = openToAtm is { } atm
            ? carbonate.KHenry * atm * carbonate.K1 / h * (1 + (2 * carbonate.K2 / h))
            : carbon * carbonate.ChargePerCarbon(h);
        return alkalinity + cations + h - (carbonate.Kw / h) - carbonates - acids.Sum(acid => acid.MolL * Charge(acid.Ka, h));
    }

    /// <summary>Mean negative charge of an acid with these constants.</summary>
    private static double Charge(double[] ka, double h)
    {
        double charge = 0,
            sum = 1,
            step = 1;
        for (var j = 0; j < ka.Length; j++)
        {
            step *= ka[j] / h;
            charge += (j + 1) * step;
            sum += step;
        }

        return charge / sum;
    }
}
