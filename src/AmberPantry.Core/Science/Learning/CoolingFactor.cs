namespace AmberPantry.Core.Science.Learning;

/// <summary>How much faster than said something cools.</summary>
/// <param name="RmsBeforeC">Root mean square of what was read against what was said, K.</param>
/// <param name="AtS">When it comes to the threshold; null where it never does, or has passed it.</param>
public sealed record CoolingFactor(double Factor, double RmsBeforeC, double RmsAfterC, double? AtS)
{
    private const double Spread = 0.25;
    private const double FarC = 2;
    private const double Enough = 1e-10;

    /// <summary>A bare body in still surroundings: what it cools down to and how fast, s.</summary>
    public static CoolingFactor Of(double startC, double surroundingsC, double tauS, IReadOnlyList<(double S, double C)> readings, double? thresholdC)
    {
        double Model(double s, double factor) => surroundingsC + ((startC - surroundingsC) * Math.Exp(-factor * s / tauS));
        double Rms(double factor) => Math.Sqrt(readings.Average(one => Math.Pow(one.C - Model(one.S, factor), 2)));
        double Cost(double u) => readings.Sum(one => Rho(one.C - Model(one.S, Math.Exp(u)))) + (2 * Math.Pow(u / Spread, 2));
        var factor = Math.Exp(Least(Cost, Math.Log(0.25), Math.Log(4)));
        double? at = null;
        if (thresholdC is { } wanted && (startC - surroundingsC) / (wanted - surroundingsC) is > 1 and < double.PositiveInfinity and var part)
        {
            at = tauS / factor * Math.Log(part);
        }

        return new CoolingFactor(factor, Rms(1), Rms(factor), at);
    }

    /// <summary>One bad reading pulls no further than its edge.</summary>
    private static double Rho(double off) => Math.Abs(off) <= FarC ? off * off : (2 * FarC * Math.Abs(off)) - (FarC * FarC);

    /// <summary>Golden section.</summary>
    private static double Least(Func<double, double> cost, double low, double high)
    {
        var golden = (Math.Sqrt(5) - 1) / 2;
        double left = high - (golden * (high - low)),
            right = low + (golden * (high - low));
        double atLeft = cost(left),
            atRight = cost(right);
        while (high - low > Enough)
        {
            if (atLeft < atRight)
            {
                (high, right, atRight) = (right, left, atLeft);
                left = high - (golden * (high - low));
                atLeft = cost(left);
            }
            else
            {
                (low, left, atLeft) = (left, right, atRight);
                right = low + (golden * (high - low));
                atRight = cost(right);
            }
        }

        return (low + high) / 2;
    }
}
