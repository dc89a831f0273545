namespace AmberPantry.Core.Formulas;

/// <summary>One name of an ingredient list with the least and greatest share thought usual, percent.</summary>
public sealed record ListedItem(string Name, double MinPercent, double MaxPercent);

/// <summary>From an ordered ingredient list to what each share can be. A starting point for a product of one's own, never a copy.</summary>
/// <remarks>Shares of 1 % and more do not rise down the list; those of 1 % and less stand in any order after them.</remarks>
public static class IngredientList
{
    /// <param name="items">In label order, at least one.</param>
    /// <param name="onePercentLineAfter">How many stand before the 1 % line; null tries every place for it.</param>
    /// <returns>The least and greatest possible share of each; not all between need be reachable.</returns>
    /// <exception cref="Refusal">E_INFEASIBLE when no shares fit.</exception>
    public static IReadOnlyList<ListedItem> Ranges(IReadOnlyList<ListedItem> items, int? onePercentLineAfter = null)
    {
        var ranges = new (double Min, double Max)?[items.Count];
        foreach (var before in onePercentLineAfter is { } given ? [given] : Enumerable.Range(0, items.Count + 1))
        {
            if (Bounds(items, before) is not { } bounds)
            {
                continue;
            }

            for (var i = 0; i < items.Count; i++)
            {
                var (low, high) = Range(bounds, before, i);
                ranges[i] = ranges[i] is { } range ? (Math.Min(range.Min, low), Math.Max(range.Max, high)) : (low, high);
            }
        }

        if (ranges.Any(range => range is null))
        {
            throw new Refusal(
                Codes.Infeasible,
                "items",
                items.Count,
                "No shares fit this order and these limits.",
                "Widen the limits, or check the order of the list."
            );
        }

        return [.. items.Select((item, i) => item with { MinPercent = ranges[i]!.Value.Min, MaxPercent = ranges[i]!.Value.Max })];
    }

    /// <summary>One starting formula: the point of the feasible set nearest to the middle of each range, by alternating projection.</summary>
    public static IReadOnlyList<double> Central(IReadOnlyList<ListedItem> items)
    {
        var ranges = Ranges(items);
        var shares = ranges.Select(range => (range.MinPercent + range.MaxPercent) / 2).ToArray();
        for (var round = 0; round < 500; round++)
        {
            var off = (100 - shares.Sum()) / shares.Length;
            for (var i = 0; i < shares.Length; i++)
            {
                shares[i] = Math.Clamp(shares[i] + off, ranges[i].MinPercent, ranges[i].MaxPercent);
            }

            for (var i = 1; i < shares.Length; i++)
            {
                if (shares[i] > shares[i - 1] && shares[i] > 1)
                {
                    shares[i] = shares[i - 1] = (shares[i] + shares[i - 1]) / 2;
                }
            }
        }

        return [.. shares.Select(share => 100 * share / shares.Sum())];
    }

    /// <summary>What order and limits leave of each range; null when they contradict each other or 100 %.</summary>
    private static (double[] Low, double[] High)? Bounds(IReadOnlyList<ListedItem> items, int before)
    {
        const double OnePercent = 1;
        var low = items.Select((item, i) => i < before ? Math.Max(item.MinPercent, OnePercent) : item.MinPercent).ToArray();
        var high = items.Select((item, i) => i < before ? item.MaxPercent : Math.Min(item.MaxPercent, OnePercent)).ToArray();
        for (var i = before - 2; i >= 0; i--)
        {
            low[i] = Math.Max(low[i], low[i + 1]);
        }

        for (var i = 1; i < before; i++)
        {
            high[i] = Math.Min(high[i], high[i - 1]);
        }

        return low.Where((least, i) => least > high[i]).Any() || low.Sum() > 100 || high.Sum() < 100 ? null : (low, high);
    }

    private static (double Min, double Max) Range((double[] Low, double[] High) bounds, int before, int item)
    {
        var (low, high) = bounds;
        bool Ordered(int other) => item < before && other < before;
        double Sum(double share, bool least)
        {
            var sum = share;
            for (var j = 0; j < low.Length; j++)
            {
                if (j != item)
                {
                    sum += (Ordered(j), least) switch
                    {
                        (true, true) => j < item ? Math.Max(low[j], share) : low[j],
                        (true, false) => j > item ? Math.Min(high[j], share) : high[j],
                        (false, true) => low[j],
                        _ => high[j],
                    };
                }
            }

            return sum;
        }

        return (
            Edge(low[item], high[item], share => Sum(share, least: false) >= 100 - 1e-9),
            Edge(high[item], low[item], share => Sum(share, least: true) <= 100 + 1e-9)
        );
    }

    /// <summary>The share nearest to <paramref name="wanted"/> that fits; <paramref name="fits"/> holds from some point on toward
    /// <paramref name="safe"/>.</summary>
    private static double Edge(double wanted, double safe, Func<double, bool> fits)
    {
        if (fits(wanted))
        {
            return wanted;
        }

        for (var i = 0; i < 60; i++)
        {
            var middle = (wanted + safe) / 2;
            (wanted, safe) = fits(middle) ? (wanted, middle) : (middle, safe);
        }

        return safe;
    }
}
