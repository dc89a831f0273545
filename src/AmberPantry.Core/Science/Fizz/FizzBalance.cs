namespace AmberPantry.Core.Science.Fizz;

/// <summary>How it fizzes.</summary>
public enum FizzBand
{
    Barely,
    Gentle,
    Lively,
    Strong,
    Fierce,
}

/// <summary>What runs out first.</summary>
public enum LimitingSide
{
    None,
    Acid,
    Base,
    Balanced,
}

/// <summary>Gas, what is left over, and how it fizzes. Stoichiometry is exact; the index and the minutes are ranked estimates.</summary>
public sealed record FizzBalance
{
    // Gas.

    public required double AcidMol { get; init; }
    public required double BaseMol { get; init; }
    public required double Co2Mol { get; init; }
    public required double Co2G { get; init; }
    public required double Co2L { get; init; }

    // What is left over.

    public required LimitingSide Limiting { get; init; }
    public required double LeftAcidMol { get; init; }
    public required double LeftSodaG { get; init; }
    public required double LeftSodaPct { get; init; }

    /// <summary>All bases as sodium bicarbonate of equal strength per gram of acid; null without acid.</summary>
    public required double? SodaToAcid { get; init; }

    /// <summary>The ratio at which nothing is left over.</summary>
    public required double? NeutralSodaToAcid { get; init; }

    // How it fizzes.

    public required double WaterMadeG { get; init; }

    /// <summary>100 is the neutral citric mix.</summary>
    public required double FizzIndex { get; init; }

    public required FizzBand FizzBand { get; init; }
    public required double FizzMinutes { get; init; }
    public required IReadOnlyList<string> Warnings { get; init; }

    /// <summary>Gas of one gram of the neutral citric mix, mol: 3/(192.124 + 3·84.007).</summary>
    public const double NeutralCitricMolPerG = 3 / (192.124 + (3 * FizzMix.SodaGMol));

    /// <summary>Index from which fizz and a foamer disperse oil by themselves.</summary>
    public const double LivelyFrom = 30;

    private static readonly Bands<FizzBand> Words = new(
        FizzBand.Fierce,
        (10, FizzBand.Barely),
        (30, FizzBand.Gentle),
        (55, FizzBand.Lively),
        (80, FizzBand.Strong)
    );

    /// <param name="portionG">One piece, g; null for the whole mix.</param>
    public static FizzBalance Of(
        FizzMix mix,
        double gasTempC = 25,
        double pressureKPa = FizzMix.StandardKPa,
        double bathTempC = 37,
        double? portionG = 100
    )
    {
        double a = mix.AcidMol,
            b = mix.BaseMol,
            gas = mix.GasMol;
        var acidG = mix.AcidG;
        var starch = mix.Percent(material => material.Role is FizzRole.Starch or FizzRole.Milk or FizzRole.Oat);
        var clay = mix.Percent(material => material.Role == FizzRole.Clay);
        var tartar = mix.Percent(material => material.Role == FizzRole.Tartar);
        var oil = mix.Percent(material => material.IsOily);
        var rate = a > 0 ? mix.AcidRate / a : 0;
        var index = 100 * (gas / mix.TotalG) / NeutralCitricMolPerG * rate * Math.Exp(-oil / 15) * Math.Exp(-(starch + clay) / 60);
        var minutes =
            gas > 0
                ? 3
                    * Math.Cbrt((portionG ?? mix.TotalG) / 100)
                    * (1 + (0.02 * starch) + (0.03 * clay) + (0.04 * tartar) + (0.05 * oil))
                    * Math.Exp(-0.03 * (bathTempC - 37))
                : 0;
        var limiting = (a, b) switch
        {
            (0, 0) => LimitingSide.None,
            (0, _) => LimitingSide.Acid,
            (_, 0) => LimitingSide.Base,
            _ when Math.Abs(a - b) / Math.Max(a, b) < 0.01 => LimitingSide.Balanced,
            _ => a < b ? LimitingSide.Acid : LimitingSide.Base,
        };
        return new FizzBalance
        {
            AcidMol = a,
            BaseMol = b,
            Co2Mol = gas,
            Co2G = FizzMix.CarbonDioxideGMol * gas,
            Co2L = gas * FizzMix.R * (gasTempC + FizzMix.ZeroCelsiusK) / pressureKPa,
            Limiting = limiting,
            LeftAcidMol = Math.Max(0, a - b),
            LeftSodaG = mix.LeftSodaG,
            LeftSodaPct = 100 * mix.LeftSodaG / mix.TotalG,
            SodaToAcid = acidG > 0 ? FizzMix.SodaGMol * b / acidG : null,
            NeutralSodaToAcid = acidG > 0 ? FizzMix.SodaGMol * a / acidG : null,
            WaterMadeG = FizzMix.WaterGMol * gas,
            FizzIndex = index,
            FizzBand = Words.Of(index),
            FizzMinutes = minutes,
            Warnings = WarningsOf(mix),
        };
    }

    private static List<string> WarningsOf(FizzMix mix)
    {
        var codes = new List<string>();
        if (mix.AcidMol - mix.BaseMol > 0.05 * mix.BaseMol)
        {
            codes.Add(WarningCodes.AcidLeft);
        }

        if (mix.AcidMol > 0 && mix.Grams(material => material.Id == "magnesium_carbonate") > 0)
        {
            codes.Add(WarningCodes.CarrierEatsAcid);
        }

        if (mix.Grams(material => material.Role == FizzRole.StrongAlkali) > 0)
        {
            codes.Add(WarningCodes.StrongAlkali);
        }

        return codes;
    }
}

/// <summary>Soda for a wanted left-over.</summary>
public sealed record SodaFor(double SodaG, double ChangeG, double TotalG)
{
    /// <param name="leftSodaPct">Wanted soda left over, percent of the whole.</param>
    public static SodaFor Of(FizzMix mix, double leftSodaPct)
    {
        var rest = mix.Without("baking_soda");
        var part = leftSodaPct / 100;
        var soda = Math.Max(0, (((rest.AcidMol - rest.BaseMol) * FizzMix.SodaGMol) + (part * rest.TotalG)) / (1 - part));
        return new SodaFor(soda, soda - mix.Grams(material => material.Id == "baking_soda"), rest.TotalG + soda);
    }
}
