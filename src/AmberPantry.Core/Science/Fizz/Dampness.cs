namespace AmberPantry.Core.Science.Fizz;

/// <summary>How a damp mix holds in the hand.</summary>
public enum DampBand
{
    Crumbles,
    Holds,
    TooWet,
}

/// <summary>What bounds the next dose of binder.</summary>
public enum DoseLimit
{
    None,
    Cohesion,
    Water,
}

/// <summary>Whether this air is one to mix in.</summary>
public enum RoomVerdict
{
    Go,
    Care,
    Wait,
}

/// <summary>How wet a mix may be in this air. Every constant is an estimate, to be fitted to the maker's own batches.</summary>
public sealed record Dampness
{
    // What makes it damp.

    public required double WaterGPerKg { get; init; }
    public required double AlcoholGPerKg { get; init; }
    public required double OilMlPerKg { get; init; }
    public required double CrystalWaterGPerKg { get; init; }
    public required double CrhMixPct { get; init; }

    /// <summary>Water that does not start the reaction, g per kg dry.</summary>
    public required double BudgetGPerKg { get; init; }

    // How it holds.

    /// <summary>Under 14 it crumbles, over 32 it is too wet.</summary>
    public required double Cohesion { get; init; }

    public required DampBand Band { get; init; }
    public required double GasLostPct { get; init; }
    public required double GasLostLPerKg { get; init; }

    // What to do next.

    /// <summary>Next binder for the whole mix, g.</summary>
    public required double NextDoseG { get; init; }

    public required int NextSprays { get; init; }

    public required DoseLimit LimitedBy { get; init; }

    public required RoomVerdict Room { get; init; }
    public required IReadOnlyList<string> Warnings { get; init; }

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
                : line.Material.Kind == FizzKind.Dispersant ? line.G * (1 - line.Material.Water) / line.Material.TrueGMl
                : 0
            ) / kg;
        var crystal = 1000 * mix.Lines.Where(line => line.Material.IsDry).Sum(line => line.G * line.Material.HydrateWater) / mix.DryG;
        var crh = Humidity.Of(mix).CrhMix ?? 100;
        var budget = 25 * Math.Max(0, 1 - (rhPct / crh));
        var kappa = Math.Max(0.3, mix.Lines.Where(line => line.Material.IsDry).Sum(line => line.G * line.Material.OilAbsorption) / mix.DryG / 31);
        var cohesion = (water + (0.5 * alcohol / AlcoholGMl) + (0.35 * oil)) / kappa;
        var fizzy = mix.GasMol > 0;
        var band =
            cohesion > TooWetAbove || (fizzy && water > Math.Max(4, 2 * budget)) ? DampBand.TooWet
            : cohesion < CrumblesBelow ? DampBand.Crumbles
            : DampBand.Holds;
        var gasPerKg = mix.GasMol / kg;
        var lost = fizzy && water > 1 ? Lost(water, gasPerKg, rhPct, crh, tempC, layerCm) : 0;
        var (dose, limitedBy) = band == DampBand.Crumbles ? Next(cohesion, kappa, water, budget, kg, fizzy, binder) : (0, DoseLimit.None);
        (string Code, bool When)[] warnings =
        [
            (WarningCodes.DoNotSeal, fizzy && water > 1),
            (WarningCodes.Flammable, mix.Grams(material => material is { Kind: FizzKind.Binder, FlashC: < 40 }) > 0),
            (WarningCodes.Humid, rhPct >= crh - 8),
            (WarningCodes.Hydrate, fizzy && crystal >= 20),
            (WarningCodes.OverBudget, fizzy && water > budget),
        ];
        return new Dampness
        {
            WaterGPerKg = water,
            AlcoholGPerKg = alcohol,
            OilMlPerKg = oil,
            CrystalWaterGPerKg = crystal,
            CrhMixPct = crh,
            BudgetGPerKg = budget,
            Cohesion = cohesion,
            Band = band,
            GasLostPct = 100 * lost,
            GasLostLPerKg = lost * gasPerKg * FizzMix.R * 298.15 / FizzMix.StandardKPa,
            NextDoseG = dose,
            NextSprays = (int)Math.Floor(dose / 2 / (sprayMl * binder.TrueGMl)),
            LimitedBy = limitedBy,
            Room =
                rhPct >= 60 || rhPct >= crh - 8 ? RoomVerdict.Wait
                : rhPct >= 50 ? RoomVerdict.Care
                : RoomVerdict.Go,
            Warnings = [.. warnings.Where(one => one.When).Select(one => one.Code)],
        };
    }

    /// <summary>Share of the gas that is gone before the tub: wet soda and acid react until the piece has dried.</summary>
    private static double Lost(double water, double gasPerKg, double rhPct, double crh, double tempC, double layerCm)
    {
        var warmth = Math.Exp(0.06 * (tempC - 21));
        var reacts = 0.002 * (1 + Math.Pow(water / 15, 2)) * warmth;
        var net = Math.Max(0.002, Drying.RatePerH(rhPct, crh, tempC, layerCm) - (FizzMix.WaterGMol / 3 * reacts));
        return 1 - Math.Exp(-reacts * (water - 1) / net / gasPerKg);
    }

    private static (double DoseG, DoseLimit LimitedBy) Next(
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
        return byWater < byCohesion ? (byWater, DoseLimit.Water) : (byCohesion, DoseLimit.Cohesion);
    }
}
