using MathNet.Numerics;
using MathNet.Numerics.LinearAlgebra;

namespace AmberPantry.Core.Science.Learning;

/// <summary>Something told by a word of a scale: it lies above one border and below the next.</summary>
/// <param name="Above">Weights of the unknowns in the border below it, and what is known of it; null where none is below.</param>
/// <param name="Below">The same of the border above.</param>
internal sealed record OrderedWord(Border? Above, Border? Below);

/// <summary>A border: the chance to lie above it is a logistic of known plus weights times unknowns.</summary>
internal sealed record Border(double Known, double[] Weights);

/// <summary>Finds the borders between the words of a scale: the greatest likelihood with what is usual before anything was told.</summary>
internal sealed class OrderedWords(IReadOnlyList<OrderedWord> told, double[] usual, double[] spread)
{
    private const int MostSteps = 200;
    private const double Enough = 1e-12;

    /// <param name="held">Unknowns that stand still, with what they are; null where free.</param>
    public double[] Fit(double?[] held)
    {
        var now = Vector<double>.Build.DenseOfEnumerable(usual.Select((one, i) => held[i] ?? one));
        int[] free = [.. Enumerable.Range(0, usual.Length).Where(i => held[i] is null)];
        for (var step = 0; step < MostSteps; step++)
        {
            var (gradient, curvature) = Slopes(now);
            var g = Vector<double>.Build.DenseOfEnumerable(free.Select(i => gradient[i]));
            var h = Matrix<double>.Build.Dense(free.Length, free.Length, (i, j) => curvature[free[i], free[j]]);
            var towards = h.Solve(g);
            var length = 1.0;
            var here = Value(now);
            var next = Moved(now, free, towards, length);
            while (length > 1e-12 && !(Value(next) >= here))
            {
                length /= 2;
                next = Moved(now, free, towards, length);
            }

            now = next;
            if (length * towards.L2Norm() < Enough)
            {
                break;
            }
        }

        return [.. now];
    }

    /// <summary>How likely all of it is; minus infinity where borders cross.</summary>
    public double Value(IList<double> unknowns)
    {
        var sum = -unknowns.Select((one, i) => (one - usual[i]) * (one - usual[i]) / (2 * spread[i] * spread[i])).Sum();
        foreach (var word in told)
        {
            var chance = Above(word.Above, unknowns) - (word.Below is null ? 0 : Above(word.Below, unknowns));
            sum += chance > 0 ? Math.Log(chance) : double.NegativeInfinity;
        }

        return sum;
    }

    private static double Above(Border? border, IList<double> unknowns) =>
        border is null ? 1 : SpecialFunctions.Logistic(border.Known + border.Weights.Select((weight, i) => weight * unknowns[i]).Sum());

    private static Vector<double> Moved(Vector<double> now, int[] free, Vector<double> towards, double length)
    {
        var next = now.Clone();
        for (var i = 0; i < free.Length; i++)
        {
            // Towards the greatest value: the curvature is negative.
            next[free[i]] -= length * towards[i];
        }

        return next;
    }

    private (double[] Gradient, double[,] Curvature) Slopes(Vector<double> unknowns)
    {
        var n = usual.Length;
        var gradient = new double[n];
        var curvature = new double[n, n];
        for (var i = 0; i < n; i++)
        {
            gradient[i] = -(unknowns[i] - usual[i]) / (spread[i] * spread[i]);
            curvature[i, i] = -1 / (spread[i] * spread[i]);
        }

        foreach (var word in told)
        {
            var (a, b) = (Above(word.Above, unknowns), word.Below is null ? 0 : Above(word.Below, unknowns));
            var chance = a - b;
            var (fa, fb) = (a * (1 - a), b * (1 - b));
            double[] wa = word.Above?.Weights ?? new double[n],
                wb = word.Below?.Weights ?? new double[n];
            double ga = fa / chance,
                gb = -fb / chance;
            double haa = (fa * (1 - (2 * a)) / chance) - (ga * ga),
                hbb = (-fb * (1 - (2 * b)) / chance) - (gb * gb),
                hab = -ga * gb;
            for (var i = 0; i < n; i++)
            {
                gradient[i] += (ga * wa[i]) + (gb * wb[i]);
                for (var j = 0; j < n; j++)
                {
                    curvature[i, j] += (haa * wa[i] * wa[j]) + (hbb * wb[i] * wb[j]) + (hab * ((wa[i] * wb[j]) + (wb[i] * wa[j])));
                }
            }
        }

        return (gradient, curvature);
    }
}
