using System.Text.Json.Serialization;

namespace AmberPantry.Core.Science.Colour;

/// <summary>The doses tried: fine at the start, up to the cap.</summary>
internal static class DoseGrid
{
    private const double LeastPct = 1e-4;
    private const int Steps = 600;

    public static double[] UpTo(double capPct) =>
        [.. Enumerable.Range(0, Steps + 1).Select(j => LeastPct * Math.Pow(capPct / LeastPct, j / (double)Steps))];
}

/// <summary>Colourant for a wanted depth.</summary>
/// <param name="Pct">Percent of the product; null when the cap gives less.</param>
/// <param name="DepthAtCap">CIEDE2000 that the cap gives.</param>
public sealed record DoseForDepth(double? Pct, double? Grams, string Hex, bool Reached, double DepthAtCap)
{
    public static DoseForDepth Of(Paint paint, Colourant colourant, double wanted, double capPct, double batchG)
    {
        var bare = Lab.FromLinear(paint.Reflectance([]));
        double Depth(double pct) => Lab.DeltaE00(bare, Lab.FromLinear(paint.Reflectance([(colourant, pct)])));
        string Hex(double pct) => Srgb.Hex(paint.Reflectance([(colourant, pct)]));
        var grid = DoseGrid.UpTo(capPct);
        var atCap = Depth(grid[^1]);
        var first = Array.FindIndex(grid, pct => Depth(pct) >= wanted);
        if (first < 0)
        {
            return new DoseForDepth(null, null, Hex(capPct), false, atCap);
        }

        double low = first == 0 ? 0 : grid[first - 1],
            high = grid[first];
        for (var i = 0; i < 60; i++)
        {
            var middle = (low + high) / 2;
            (low, high) = Depth(middle) >= wanted ? (low, middle) : (middle, high);
        }

        return new DoseForDepth(high, batchG * high / 100, Hex(high), true, atCap);
    }
}

/// <summary>Colourant that comes nearest to a wanted shade.</summary>
public sealed record DoseForTarget(
    double Pct,
    double Grams,
    string Hex,
    [property: JsonPropertyName("deltaE00")] double DeltaE00,
    ShadeMatch Match,
    bool AtCap
)
{
    /// <param name="target">Linear reflectance of the wanted shade.</param>
    public static DoseForTarget Of(Paint paint, Colourant colourant, IReadOnlyList<double> target, double capPct, double batchG)
    {
        var wanted = Lab.FromLinear(target);
        double Off(double pct) => Lab.DeltaE00(wanted, Lab.FromLinear(paint.Reflectance([(colourant, pct)])));
        double[] grid = [0, .. DoseGrid.UpTo(capPct)];
        var best = 0;
        var off = grid.Select(Off).ToArray();
        for (var i = 1; i < grid.Length; i++)
        {
            best = off[i] < off[best] ? i : best;
        }

        var refined = Golden(Off, grid[Math.Max(0, best - 1)], grid[Math.Min(grid.Length - 1, best + 1)]);
        var pct = Off(refined) < off[best] ? refined : grid[best];
        var match = ColourMatch.Of(Off(pct));
        return new DoseForTarget(
            pct,
            batchG * pct / 100,
            Srgb.Hex(paint.Reflectance([(colourant, pct)])),
            match.DeltaE00,
            match.Match,
            pct > 0.999 * capPct
        );
    }

    private static double Golden(Func<double, double> of, double low, double high)
    {
        var ratio = (Math.Sqrt(5) - 1) / 2;
        double a = high - (ratio * (high - low)),
            b = low + (ratio * (high - low));
        double fa = of(a),
            fb = of(b);
        for (var i = 0; i < 100; i++)
        {
            if (fa < fb)
            {
                (high, b, fb) = (b, a, fa);
                a = high - (ratio * (high - low));
                fa = of(a);
            }
            else
            {
                (low, a, fa) = (a, b, fb);
                b = low + (ratio * (high - low));
                fb = of(b);
            }
        }

        return (low + high) / 2;
    }
}

/// <summary>Up to three colourants mixed for a wanted shade, by least squares over the bands.</summary>
public sealed record MixForTarget(
    IReadOnlyList<double> Pct,
    IReadOnlyList<double> Grams,
    string Hex,
    [property: JsonPropertyName("deltaE00")] double DeltaE00,
    ShadeMatch Match
)
{
    public const int MostColourants = 3;

    public static MixForTarget Of(Paint paint, IReadOnlyList<Colourant> colourants, IReadOnlyList<double> target, double batchG)
    {
        var wanted = Lab.FromLinear(target);
        double[]? best = null;
        var least = double.PositiveInfinity;
        foreach (var subset in Subsets(colourants.Count))
        {
            if (
                Solve(paint, colourants, subset, target) is not { } doses
                || subset.Where((which, i) => doses[i] < 0 || doses[i] > colourants[which].LoadMax).Any()
            )
            {
                continue;
            }

            var all = new double[colourants.Count];
            for (var i = 0; i < subset.Length; i++)
            {
                all[subset[i]] = doses[i];
            }

            var off = Lab.DeltaE00(wanted, Lab.FromLinear(paint.Reflectance(Lines(colourants, all))));
            if (off < least - 1e-9)
            {
                (best, least) = (all, off);
            }
        }

        var match = ColourMatch.Of(least);
        return new MixForTarget(
            best!,
            [.. best!.Select(pct => batchG * pct / 100)],
            Srgb.Hex(paint.Reflectance(Lines(colourants, best!))),
            match.DeltaE00,
            match.Match
        );
    }

    private static (Colourant, double)[] Lines(IReadOnlyList<Colourant> colourants, double[] pct) =>
        [.. colourants.Select((colourant, i) => (colourant, pct[i])).Where(line => line.Item2 > 0)];

    /// <summary>The empty set first, then smaller before larger, earlier before later.</summary>
    private static IEnumerable<int[]> Subsets(int count) =>
        Enumerable
            .Range(0, 1 << count)
            .Select(bits => Enumerable.Range(0, count).Where(i => (bits & (1 << i)) != 0).ToArray())
            .OrderBy(subset => subset.Length)
            .ThenBy(subset => string.Join(",", subset), StringComparer.Ordinal);

    private static double[]? Solve(Paint paint, IReadOnlyList<Colourant> colourants, int[] subset, IReadOnlyList<double> target)
    {
        var n = subset.Length;
        var normal = new double[n, n + 1];
        for (var band = 0; band < 3; band++)
        {
            var r = Math.Clamp(target[band], 0.002, 0.995);
            var q = (1 - r) * (1 - r) / (2 * r);
            var weight = 1 / (q + 0.05);
            var (k, s) = paint.Bare(band);
            var right = weight * ((q * s) - k);
            var row = subset.Select(which => paint.PerPercent(colourants[which], band) is var (dk, ds) ? weight * (dk - (q * ds)) : 0).ToArray();
            for (var i = 0; i < n; i++)
            {
                for (var j = 0; j < n; j++)
                {
                    normal[i, j] += row[i] * row[j];
                }

                normal[i, n] += row[i] * right;
            }
        }

        return Gauss(normal, n);
    }

    /// <summary>Null when the colourants cannot be told apart.</summary>
    private static double[]? Gauss(double[,] m, int n)
    {
        for (var column = 0; column < n; column++)
        {
            var pivot = Enumerable.Range(column, n - column).MaxBy(row => Math.Abs(m[row, column]));
            if (Math.Abs(m[pivot, column]) < 1e-14)
            {
                return null;
            }

            for (var j = 0; j <= n; j++)
            {
                (m[column, j], m[pivot, j]) = (m[pivot, j], m[column, j]);
            }

            for (var row = 0; row < n; row++)
            {
                if (row != column)
                {
                    var factor = m[row, column] / m[column, column];
                    for (var j = column; j <= n; j++)
                    {
                        m[row, j] -= factor * m[column, j];
                    }
                }
            }
        }

        return [.. Enumerable.Range(0, n).Select(i => m[i, n] / m[i, i])];
    }
}
