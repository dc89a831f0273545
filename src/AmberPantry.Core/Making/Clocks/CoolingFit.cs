using AmberPantry.Core.Science.Melt;

namespace AmberPantry.Core.Making.Clocks;

/// <summary>How much faster this vessel cools here than is usual, from what the thermometer said.</summary>
internal static class CoolingFit
{
    /// <summary>A reading may be off by about so much, K; a vessel by about so much of its logarithm.</summary>
    private const double ReadingDoubtC = 1;
    private const double FactorDoubt = 0.4;
    private const double MostLog = 1.5;
    private const int Steps = 30;

    /// <summary>The one multiplier of all heat transfer that fits best, drawn towards 1; 1 without readings.</summary>
    /// <param name="run">The run with a multiplier.</param>
    /// <param name="readings">Seconds of the run, and °C.</param>
    public static double Factor(Func<double, IReadOnlyList<CoolingPoint>> run, IReadOnlyList<(double S, double C)> readings)
    {
        if (readings.Count == 0)
        {
            return 1;
        }

        double Cost(double log)
        {
            var points = run(Math.Exp(log));
            return readings.Sum(one => Math.Pow((At(points, one.S) - one.C) / ReadingDoubtC, 2)) + Math.Pow(log / FactorDoubt, 2);
        }

        var ratio = (Math.Sqrt(5) - 1) / 2;
        double low = -MostLog,
            high = MostLog;
        double left = high - (ratio * (high - low)),
            right = low + (ratio * (high - low));
        double costLeft = Cost(left),
            costRight = Cost(right);
        for (var i = 0; i < Steps; i++)
        {
            if (costLeft < costRight)
            {
                (high, right, costRight) = (right, left, costLeft);
                left = high - (ratio * (high - low));
                costLeft = Cost(left);
            }
            else
            {
                (low, left, costLeft) = (left, right, costRight);
                right = low + (ratio * (high - low));
                costRight = Cost(right);
            }
        }

        return Math.Exp((low + high) / 2);
    }

    /// <summary>Temperature of a run at a moment; beyond its end, that of its end.</summary>
    public static double At(IReadOnlyList<CoolingPoint> points, double s)
    {
        for (var i = 1; i < points.Count; i++)
        {
            if (points[i].S >= s)
            {
                var part = (s - points[i - 1].S) / (points[i].S - points[i - 1].S);
                return points[i - 1].TemperatureC + (part * (points[i].TemperatureC - points[i - 1].TemperatureC));
            }
        }

        return points[^1].TemperatureC;
    }
}
