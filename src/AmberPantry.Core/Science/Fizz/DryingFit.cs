namespace AmberPantry.Core.Science.Fizz;

/// <summary>A tray or piece on the scale while it dries.</summary>
/// <param name="Hours">Since it was spread.</param>
public readonly record struct DryingMass(double Hours, double Grams);

/// <summary>What weighings tell of drying: m(t) = dry + water exp(−rate t), by least squares.</summary>
/// <param name="DryG">What it weighs when all has left.</param>
/// <param name="WaterG">What was to leave at the start.</param>
/// <param name="PerHour">Share of it that leaves in an hour.</param>
public sealed record DryingFit(double DryG, double WaterG, double PerHour)
{
    /// <summary>So few weighings do not tell a rate.</summary>
    public const int Fewest = 3;

    private const double SlowestPerH = 0.005;
    private const double FastestPerH = 5;
    private const int Rates = 400;

    /// <summary>Null with fewer than three weighings, or where they do not fall.</summary>
    public static DryingFit? Of(IReadOnlyList<DryingMass> masses)
    {
        if (masses.Count < Fewest)
        {
            return null;
        }

        DryingFit? best = null;
        var least = double.PositiveInfinity;
        for (var i = 0; i < Rates; i++)
        {
            var rate = SlowestPerH * Math.Pow(FastestPerH / SlowestPerH, (double)i / (Rates - 1));
            var x = masses.Select(one => Math.Exp(-rate * one.Hours)).ToArray();
            double meanX = x.Average(),
                meanM = masses.Average(one => one.Grams),
                across = x.Sum(one => (one - meanX) * (one - meanX));
            if (across <= 0)
            {
                continue;
            }

            var water = x.Zip(masses).Sum(pair => (pair.First - meanX) * (pair.Second.Grams - meanM)) / across;
            var dry = meanM - (water * meanX);
            var error = x.Zip(masses).Sum(pair => Math.Pow(pair.Second.Grams - dry - (water * pair.First), 2));
            if (error < least && water > 0 && dry > 0)
            {
                (least, best) = (error, new DryingFit(dry, water, rate));
            }
        }

        return best;
    }

    /// <summary>Hours from the start until no more than this is left, g to the kilo dry.</summary>
    public double HoursTo(double gPerKg) => Math.Max(0, Math.Log(1000 * WaterG / DryG / gPerKg) / PerHour);
}
