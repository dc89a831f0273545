namespace AmberPantry.Core.Science.Melt;

/// <summary>What comes out of a parcel.</summary>
public enum Arrival
{
    AsSent,
    SoftenedSetAgain,
    MeltedSetAgain,
}

/// <summary>What a parcel goes through.</summary>
/// <param name="PeakCoreC">Warmest the product gets.</param>
/// <param name="MeltedPercent">Of the crystals it left with.</param>
/// <param name="HoursSlumped">Below the yield that keeps a shape.</param>
public sealed record ParcelRoute(
    double PeakCoreC,
    double MeltedPercent,
    double SoftestKPa,
    double HoursSlumped,
    Arrival ArrivesAs,
    IReadOnlyList<CoolingPoint> Trace
)
{
    private const double StillAirWM2K = 8;

    /// <param name="hourlyC">Air around the parcel, hour by hour, at least one.</param>
    /// <param name="insulationM2KW">Thermal resistance of box and padding, m² K/W; 0 for a bare tin, 0.3 for a padded box, 1 for a cool box.</param>
    /// <param name="firmnessFactor">Powder and air, as in <see cref="Firmness.Factor"/>.</param>
    public static ParcelRoute Of(
        LipidBlend blend,
        double productG,
        double exposedAreaM2,
        double insulationM2KW,
        double startC,
        IReadOnlyList<double> hourlyC,
        double firmnessFactor = 1
    )
    {
        var transfer = 1 / ((1 / StillAirWM2K) + insulationM2KW);
        var stages = hourlyC.Select(celsius => new CoolingStage(3600, celsius, transfer)).ToArray();
        var trace = CoolingRun.Simulate(blend, new CoolingBatch(productG, exposedAreaM2), startC, stages, 600);
        double Yield(CoolingPoint point) => firmnessFactor * Firmness.FromStructure(point.Structure);
        var least = trace.MinBy(point => point.SolidPercent)!;
        var melted = trace[0].SolidPercent > 0 ? 100 * Math.Max(0, 1 - (least.SolidPercent / trace[0].SolidPercent)) : 0;
        var softest = trace.Min(Yield);
        return new ParcelRoute(
            trace.Max(point => point.TemperatureC),
            melted,
            softest,
            trace.Count(point => Yield(point) < MeltCurve.SlumpKPa) / 6.0,
            softest >= MeltCurve.SlumpKPa ? Arrival.AsSent
                : softest >= MatterStates.LimitsKPa[^1] ? Arrival.SoftenedSetAgain
                : Arrival.MeltedSetAgain,
            trace
        );
    }
}

/// <summary>One thermometer reading of a cooling batch.</summary>
public sealed record CoolingReading(double S, double TemperatureC);

/// <summary>How much faster or slower this vessel and place cool than usual, from readings; shrunk toward 1 while there are few.</summary>
/// <param name="Factor">Multiplies every heat transfer of the stages.</param>
/// <param name="LeftC">Root mean square of what is left unexplained.</param>
public sealed record CoolingFit(double Factor, double LeftC)
{
    private const double ReadingErrorC = 0.7;
    private const double PriorLogSpread = 0.3;

    public static CoolingFit Of(
        LipidBlend blend,
        CoolingBatch batch,
        double startC,
        IReadOnlyList<CoolingStage> stages,
        IReadOnlyList<CoolingReading> readings
    )
    {
        double[] Errors(double log)
        {
            var scaled = stages.Select(stage => stage with { HeatTransferWM2K = stage.HeatTransferWM2K * Math.Exp(log) }).ToArray();
            var trace = CoolingRun.Simulate(blend, batch, startC, scaled, 30);
            return [.. readings.Select(reading => CoolingRun.At(trace, reading.S) - reading.TemperatureC)];
        }

        double Cost(double log) =>
            Errors(log).Sum(error => error * error) / (ReadingErrorC * ReadingErrorC) + (log * log / (PriorLogSpread * PriorLogSpread));
        double low = Math.Log(0.25),
            high = Math.Log(4);
        var ratio = (Math.Sqrt(5) - 1) / 2;
        for (var i = 0; i < 30; i++)
        {
            double a = high - (ratio * (high - low)),
                b = low + (ratio * (high - low));
            (low, high) = Cost(a) < Cost(b) ? (low, b) : (a, high);
        }

        var best = (low + high) / 2;
        var left = Errors(best);
        return new CoolingFit(Math.Exp(best), Math.Sqrt(left.Sum(error => error * error) / left.Length));
    }
}
