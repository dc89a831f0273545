namespace AmberPantry.Core.Formulas.Pasted;

/// <summary>All mixes that the order of a label allows, as a body to walk in.</summary>
/// <param name="most">The greatest share of each name, percent.</param>
/// <param name="above">Names above the 1 % line: their shares do not rise down the list and are at least 1.</param>
public sealed class LabelShares(double[] most, int above)
{
    private const double One = 1;
    private const double Total = 100;

    /// <summary>Fixed: the same list is always answered alike.</summary>
    private const ulong Seed = 0x9E3779B97F4A7C15;
    private ulong dice = Seed;

    private double High(int i) => i < above ? most[i] : Math.Min(One, most[i]);

    private static double Low(int i, int above) => i < above ? One : 0;

    /// <summary>Under the line half of the least of 1 %, what is usual and 1 % by rank; above it the centroid of the order, pulled inside
    /// what is usual.</summary>
    public double[] Middle()
    {
        var shares = new double[most.Length];
        for (var i = above; i < most.Length; i++)
        {
            shares[i] = Math.Min(Math.Min(One, most[i]), One / (i - above + 1)) / 2;
        }

        var rest = Total - shares.Sum();
        for (var i = 0; i < above; i++)
        {
            shares[i] = rest / above * Enumerable.Range(i + 1, above - i).Sum(j => 1.0 / j);
        }

        // What is over its usual most goes to the others in proportion, and the order stays: nothing is above what stands before it.
        var cap = new double[above];
        for (var i = 0; i < above; i++)
        {
            cap[i] = Math.Min(most[i], i > 0 ? cap[i - 1] : Total);
        }

        const int Rounds = 200;
        for (var round = 0; round < Rounds; round++)
        {
            for (var i = 0; i < above; i++)
            {
                shares[i] = Math.Clamp(shares[i], One, Math.Min(most[i], i > 0 ? shares[i - 1] : Total));
            }

            var off = Total - shares.Sum();
            var open = Enumerable
                .Range(0, above)
                .Where(i => off > 0 ? shares[i] < Math.Min(cap[i], i > 0 ? shares[i - 1] : Total) - 1e-12 : shares[i] > One)
                .ToArray();
            if (Math.Abs(off) < 1e-9 || open.Length == 0)
            {
                break;
            }

            var all = open.Sum(i => shares[i]);
            foreach (var i in open)
            {
                shares[i] += off * shares[i] / all;
            }
        }

        for (var i = 0; i < above; i++)
        {
            shares[i] = Math.Clamp(shares[i], One, Math.Min(cap[i], i > 0 ? shares[i - 1] : Total));
        }

        // Where those above can take no more, or give no more, those below the line do.
        var left = Total - shares.Sum();
        double Room(int i) => left > 0 ? High(i) - shares[i] : shares[i];
        var room = Enumerable.Range(above, most.Length - above).Sum(Room);
        if (Math.Abs(left) > 1e-9 && room > 0)
        {
            var part = Math.Sign(left) * Math.Min(1, Math.Abs(left) / room);
            double[] more = [.. Enumerable.Range(above, most.Length - above).Select(i => part * Room(i))];
            for (var i = above; i < most.Length; i++)
            {
                shares[i] += more[i - above];
            }
        }

        return shares;
    }

    /// <summary>Mixes spread evenly over the body, by hit and run (Smith 1984).</summary>
    public IEnumerable<double[]> Walk(double[] from, int count)
    {
        var at = (double[])from.Clone();
        for (var taken = 0; taken < count; taken++)
        {
            for (var step = 0; step < at.Length; step++)
            {
                Move(at);
            }

            yield return (double[])at.Clone();
        }
    }

    private void Move(double[] at)
    {
        var way = new double[at.Length];
        for (var i = 0; i < way.Length; i++)
        {
            way[i] = Normal();
        }

        // The sum stays: what all directions have in common is taken away.
        var mean = way.Average();
        for (var i = 0; i < way.Length; i++)
        {
            way[i] -= mean;
        }

        double back = double.NegativeInfinity,
            forth = double.PositiveInfinity;
        void Keep(double room, double slope)
        {
            // room + slope t stays at or above 0.
            if (slope > 1e-12)
            {
                back = Math.Max(back, -room / slope);
            }
            else if (slope < -1e-12)
            {
                forth = Math.Min(forth, -room / slope);
            }
        }

        for (var i = 0; i < at.Length; i++)
        {
            Keep(at[i] - Low(i, above), way[i]);
            Keep(High(i) - at[i], -way[i]);
            if (i > 0 && i < above)
            {
                Keep(at[i - 1] - at[i], way[i - 1] - way[i]);
            }
        }

        if (!(forth > back) || !double.IsFinite(back) || !double.IsFinite(forth))
        {
            return;
        }

        var t = back + ((forth - back) * Unit());
        for (var i = 0; i < at.Length; i++)
        {
            at[i] += t * way[i];
        }
    }

    /// <summary>Xorshift (Marsaglia 2003), 0 to 1.</summary>
    private double Unit()
    {
        dice ^= dice << 13;
        dice ^= dice >> 7;
        dice ^= dice << 17;
        return (dice >> 11) * (1.0 / (1UL << 53));
    }

    private double Normal() => Math.Sqrt(-2 * Math.Log(Math.Max(Unit(), 1e-300))) * Math.Cos(2 * Math.PI * Unit());
}
