namespace AmberPantry.Core.Science.Melt;

/// <summary>When and where a cooling butter can be whipped.</summary>
/// <param name="FromC">Warmest useful temperature at equilibrium, °C; null when it never stiffens so far.</param>
/// <param name="ToC">Below it the mixer stalls; null when it never stiffens so far.</param>
/// <param name="OpensS">Second of the run at which it begins to mound; null when it does not in this run.</param>
/// <param name="ClosesS">Second at which it is too stiff; null when it is not in this run.</param>
/// <param name="OpensAtC">Temperature of the run at those moments: crystals lag behind a fast chill.</param>
public sealed record WhipWindow(double? FromC, double? ToC, double? OpensS, double? ClosesS, double? OpensAtC, double? ClosesAtC)
{
    /// <summary>Structure at which a fat starts to mound, and at which it is too stiff for a mixer.</summary>
    public const double OpensAt = 0.10;
    public const double ClosesAt = 0.30;

    public static WhipWindow Of(LipidBlend blend, IReadOnlyList<CoolingPoint>? run = null)
    {
        var opens = run is null ? null : Crossing(run, OpensAt);
        var closes = run is null ? null : Crossing(run, ClosesAt);
        return new WhipWindow(Equilibrium(blend, OpensAt), Equilibrium(blend, ClosesAt), opens?.S, closes?.S, opens?.C, closes?.C);
    }

    /// <summary>Overrun within reach at a structure; an estimate until the maker's own densities are logged.</summary>
    public static double ReachableOverrun(double structure) =>
        structure switch
        {
            <= OpensAt or >= ClosesAt => 0.3,
            < 0.12 => 0.3 + (0.7 * (structure - OpensAt) / 0.02),
            <= 0.22 => 1.0,
            _ => 1.0 - (0.7 * (structure - 0.22) / 0.08),
        };

    private static double? Equilibrium(LipidBlend blend, double structure)
    {
        var grid = TemperatureGrid.Ruler;
        double low = grid.FirstC,
            high = grid.LastC;
        if (blend.At(low).Structure < structure)
        {
            return null;
        }

        for (var i = 0; i < 40; i++)
        {
            var middle = (low + high) / 2;
            (low, high) = blend.At(middle).Structure >= structure ? (middle, high) : (low, middle);
        }

        return low;
    }

    private static (double S, double C)? Crossing(IReadOnlyList<CoolingPoint> run, double structure)
    {
        for (var i = 1; i < run.Count; i++)
        {
            if (run[i].Structure >= structure && run[i - 1].Structure < structure)
            {
                var part = (structure - run[i - 1].Structure) / (run[i].Structure - run[i - 1].Structure);
                return (
                    run[i - 1].S + (part * (run[i].S - run[i - 1].S)),
                    run[i - 1].TemperatureC + (part * (run[i].TemperatureC - run[i - 1].TemperatureC))
                );
            }
        }

        return run.Count > 0 && run[0].Structure >= structure ? (run[0].S, run[0].TemperatureC) : null;
    }
}

/// <summary>When a run passes what the maker waits for, seconds; null when it does not.</summary>
/// <param name="CoolDownS">Cool enough for the cool-down phase.</param>
/// <param name="CloudsS">Turns cloudy: pour clear things before.</param>
/// <param name="CapS">Within 2 °C of the room: the lid stays dry from here on.</param>
public sealed record CoolingTimes(double? CoolDownS, double? CloudsS, double? CapS, double HardestKPa)
{
    public const double CapWithinC = 2;
    private const double CloudyPercent = 0.3;

    public static CoolingTimes Of(IReadOnlyList<CoolingPoint> run, double coolDownC, double roomC) =>
        new(
            First(run, point => point.TemperatureC <= coolDownC),
            First(run, point => point.SolidPercent >= CloudyPercent),
            First(run, point => Math.Abs(point.TemperatureC - roomC) <= CapWithinC),
            run.Max(point => Firmness.FromStructure(point.Structure))
        );

    private static double? First(IReadOnlyList<CoolingPoint> run, Func<CoolingPoint, bool> reached) => run.FirstOrDefault(reached)?.S;
}

/// <summary>Whether a soft butter turns sandy.</summary>
/// <param name="Risk">Jars of ten; an estimate to rank methods by.</param>
/// <param name="SlowMinutes">Unstirred between 38 and 24 °C.</param>
public sealed record GrainForecast(double Risk, double SlowMinutes, double HighMeltersPercent, IReadOnlyList<string> Reasons)
{
    public const double WarmC = 38;
    public const double CoolC = 24;
    public const double SlowAboveMinutes = 25;
    public const double HoldC = 75;
    public const double HoldMinutes = 20;
    private const double HighMelterC = 34;
    private const double WorstAfterMinutes = 45;
    private const double LeastOfSlow = 0.2;

    /// <param name="stages">The stages of the run, to know what was stirred.</param>
    /// <param name="heldMinutes">At 75 °C or more before cooling.</param>
    /// <param name="meltedBefore">It came once-melted and slowly set again, and is not melted fully.</param>
    public static GrainForecast Of(
        LipidBlend blend,
        IReadOnlyList<CoolingPoint> run,
        IReadOnlyList<CoolingStage> stages,
        double heldMinutes,
        bool meltedBefore = false
    )
    {
        var high = HighMelters(blend);
        var slow = SlowMinutesOf(run, stages);
        List<string> reasons = [];
        if (high < 3)
        {
            return new GrainForecast(0, slow, high, ["hardly any crystals that melt above 34 °C"]);
        }

        var risk = 1.0;
        void Weigh(bool when, double by, string reason)
        {
            if (when)
            {
                risk += by;
                reasons.Add(reason);
            }
        }

        // Each minute beyond the limit counts, up to an hour of them; without old crystals to grow on, half as much.
        var held = heldMinutes >= HoldMinutes;
        var slowly = Math.Clamp((slow - SlowAboveMinutes) / WorstAfterMinutes, LeastOfSlow, 1) * (held ? 0.5 : 1);
        Weigh(slow > SlowAboveMinutes, 5 * slowly, $"{slow:0} min unstirred between {WarmC:0} and {CoolC:0} °C");
        Weigh(high > 20, 1, $"{high:0} % of it are crystals that melt above {HighMelterC:0} °C");
        Weigh(heldMinutes < HoldMinutes, 1, $"held {heldMinutes:0} min at {HoldC:0} °C, {HoldMinutes:0} melt out old crystals");
        Weigh(heldMinutes >= HoldMinutes, -1, $"held {HoldMinutes:0} min at {HoldC:0} °C: old crystals are gone");
        Weigh(meltedBefore, 2, "melted and slowly set before");
        Weigh(slow <= SlowAboveMinutes && stages.Any(stage => stage.Stirred), -0.5, "stirred through the danger");
        return new GrainForecast(Math.Clamp(risk, 0, 10), slow, high, reasons);
    }

    /// <summary>Of a fat alone: percent of it that are crystals above 34 °C.</summary>
    public static double HighMeltersPercentOf(MeltSpectrum fat) =>
        100 * fat.Classes.Where(part => IsHighMelter(MeltComponent.All[part.Component])).Sum(part => part.Fraction);

    private static double HighMelters(LipidBlend blend) =>
        100 * Enumerable.Range(0, blend.ClassCount).Where(i => IsHighMelter(MeltComponent.All[blend.Classes[i]])).Sum(blend.MassOf);

    private static bool IsHighMelter(MeltComponent component) =>
        component is { Kind: "symmetric mono-unsaturated fat" or "saturated fat" }
        && component.MeltingPointK > HighMelterC + MeltComponent.ZeroCelsiusK;

    private static double SlowMinutesOf(IReadOnlyList<CoolingPoint> run, IReadOnlyList<CoolingStage> stages)
    {
        double seconds = 0;
        for (var i = 1; i < run.Count; i++)
        {
            if (run[i].TemperatureC is <= WarmC and >= CoolC && !StageAt(stages, run[i].S).Stirred)
            {
                seconds += run[i].S - run[i - 1].S;
            }
        }

        return seconds / 60;
    }

    private static CoolingStage StageAt(IReadOnlyList<CoolingStage> stages, double second)
    {
        double end = 0;
        foreach (var stage in stages)
        {
            end += stage.Seconds;
            if (second <= end + 1e-9)
            {
                return stage;
            }
        }

        return stages[^1];
    }
}
