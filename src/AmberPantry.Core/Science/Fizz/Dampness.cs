namespace AmberPantry.Core.Science.Fizz;

/// <summary>How wet a mix may be in this air. Every constant is an estimate, to be fitted to the maker's own batches.</summary>
/// <param name="BudgetGPerKg">Water that does not start the reaction, g per kg dry.</param>
/// <param name="Cohesion">Under 14 it crumbles, over 32 it is too wet.</param>
/// <param name="NextDoseG">Next binder for the whole mix, g.</param>
/// <param name="LimitedBy">cohesion, water or none.</param>
public sealed record Dampness(
    double WaterGPerKg,
    double AlcoholGPerKg,
    double OilMlPerKg,
    double CrystalWaterGPerKg,
    double CrhMixPct,
    double BudgetGPerKg,
    double Cohesion,
    string Band,
    double GasLostPct,
    double GasLostLPerKg,
    double NextDoseG,
    int NextSprays,
    string LimitedBy,
    string Room,
    IReadOnlyList<string> Warnings
)
{
    public const double CrumblesBelow = 14;
    public const double TooWetAbove = 32;
    private const double WantedCohesion = 16;
    private const double AlcoholGMl = 0.787;

    /// <param name="rhPct">Relative humidity of the room, percent.</param>
    /// <param name="layerCm">Half thickness of a piece, or depth of a tray.</param>
    public static Dampness Of(FizzMix mix, double rhPct, double tempC, double layerCm, FizzMaterial binder, double sprayMl)
    {
        double water = mix.WaterGPerKg,
            alcohol = mix.AlcoholGPerKg,
            kg = mix.DryG / 1000;
        var oil =
            mix.Lines.Sum(line =>
                line.Material.IsOily ? line.G / line.Material.TrueGMl
                : line.Material.Kind == "dispersant" ? line.G * (1 - line.Material.Water) / line.Material.TrueGMl
                : 0
            ) / kg;
        var crystal = 1000 * mix.Lines.Where(line => line.Material.IsDry).Sum(line => line.G * line.Material.HydrateWater) / mix.DryG;
        var crh = Humidity.Of(mix).CrhMix ?? 100;
        var budget = 25 * Math.Max(0, 1 - (rhPct / crh));
        var kappa = Math.Max(0.3, mix.Lines.Where(line => line.Material.IsDry).Sum(line => line.G * line.Material.OilAbsorption) / mix.DryG / 31);
        var cohesion = (water + (0.5 * alcohol / AlcoholGMl) + (0.35 * oil)) / kappa;
        var fizzy = mix.GasMol > 0;
        var band =
            cohesion > TooWetAbove || (fizzy && water > Math.Max(4, 2 * budget)) ? "too_wet"
            : cohesion < CrumblesBelow ? "crumbles"
            : "holds";
        var gasPerKg = mix.GasMol / kg;
        var lost = fizzy && water > 1 ? Lost(water, gasPerKg, rhPct, crh, tempC, layerCm) : 0;
        var (dose, limitedBy) = band == "crumbles" ? Next(cohesion, kappa, water, budget, kg, fizzy, binder) : (0, "none");
        (string Code, bool When)[] warnings =
        [
            (WarningCodes.DoNotSeal, fizzy && water > 1),
            (WarningCodes.Flammable, mix.Grams(material => material is { Kind: "binder", FlashC: < 40 }) > 0),
            (WarningCodes.Humid, rhPct >= crh - 8),
            (WarningCodes.Hydrate, fizzy && crystal >= 20),
            (WarningCodes.OverBudget, fizzy && water > budget),
        ];
        return new Dampness(
            water,
            alcohol,
            oil,
            crystal,
            crh,
            budget,
            cohesion,
            band,
            100 * lost,
            lost * gasPerKg * FizzMix.R * 298.15 / FizzMix.StandardKPa,
            dose,
            (int)Math.Floor(dose / 2 / (sprayMl * binder.TrueGMl)),
            limitedBy,
            rhPct >= 60 || rhPct >= crh - 8 ? "wait"
                : rhPct >= 50 ? "care"
                : "go",
            [.. warnings.Where(one => one.When).Select(one => one.Code)]
        );
    }

    /// <summary>Share of the gas that is gone before the tub: wet soda and acid react until the piece has dried.</summary>
    private static double Lost(double water, double gasPerKg, double rhPct, double crh, double tempC, double layerCm)
    {
        var warmth = Math.Exp(0.06 * (tempC - 21));
        var reacts = 0.002 * (1 + Math.Pow(water / 15, 2)) * warmth;
        var net = Math.Max(0.002, Drying.RatePerH(rhPct, crh, tempC, layerCm) - (FizzMix.WaterGMol / 3 * reacts));
        return 1 - Math.Exp(-reacts * (water - 1) / net / gasPerKg);
    }

    private static (double DoseG, string LimitedBy) Next(
        double cohesion,
        double kappa,
        double water,
        double budget,
        double kg,
        bool fizzy,
        FizzMaterial binder
    )
    {
        var per = (binder.Water + (0.5 * binder.Alcohol / AlcoholGMl)) / kappa;
        var byCohesion = (WantedCohesion - cohesion) / per * kg;
        var byWater = fizzy && binder.Water > 0 ? Math.Max(0, budget - water) / binder.Water * kg : double.PositiveInfinity;
        return byWater < byCohesion ? (byWater, "water") : (byCohesion, "cohesion");
    }
}
