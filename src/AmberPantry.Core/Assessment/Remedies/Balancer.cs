using AmberPantry.Core.Formulas;

namespace AmberPantry.Core.Assessment.Remedies;

/// <summary>The search itself.</summary>
internal sealed class Balancer(BalanceTerms terms)
{
    private const double MustWeight = 400;
    private const double NearPresent = 0.002;

    /// <summary>As far outside a wish as nobody notices, in steps that one would.</summary>
    private const double Unseen = 0.05;

    /// <summary>Of those with the smallest shares so many are tried when one has to go.</summary>
    private const int TriedToLeaveOut = 4;

    /// <summary>Weighted squared distance at which all wishes count as met.</summary>
    private const double Met = 1e-4;

    /// <summary>Points spread over the room where the usual starts miss, and how many of the best are followed.</summary>
    private const int SpreadPoints = 60;
    private const int Tried = 2;
    private const int Seed = 7;
    private static readonly double[] Last = [0.1, 0.02];
    private static readonly double[] Coarse = [16, 8, 4, 2, 1, 0.5, 0.25];
    private static readonly double[] Fine = [4, 1, 0.25];

    public Balance Find(IReadOnlyList<BalancePart> asked, IReadOnlyList<BalanceTarget> targets)
    {
        var parts = asked;
        double least = parts.Sum(part => part.Min),
            most = parts.Sum(part => part.Max);
        if (least > 100 + 1e-9 || most < 100 - 1e-9)
        {
            throw new Refusal(
                Codes.Infeasible,
                "materials",
                least > 100 ? least : most,
                least > 100 ? $"The least shares already total {least:0.##} %." : $"The greatest shares total only {most:0.##} %.",
                least > 100 ? "Lower some of the least shares." : "Raise a greatest share, or add a material."
            );
        }

        (parts, var best) = Thinned(parts, targets, Search(parts, targets, _ => 0));
        if (Broken(parts, targets, best) is { Length: > 0 })
        {
            return new Balance([Answer("nearest", parts, targets, best)], ConflictOf(parts, targets));
        }

        var answers = new List<BalanceAnswer> { Answer("nearest", parts, targets, best) };
        // What the nearest meets the others must meet too; but they need not stay near the mix in hand.
        BalancePart[] loose = [.. parts.Select(part => part with { Present = null })];
        var mixed = new Mixture(parts, best, terms.Overrun);
        BalanceTarget[] held = [.. targets.Select(target => target with { Must = target.Must || Scaled(target, mixed.Of(target)) <= Unseen })];
        void Offer(string name, Func<Mixture, double> also)
        {
            (_, var other) = Thinned(loose, held, Descend(loose, held, best, also, Fine), also);
            if (Broken(loose, held, other).Length == 0 && other.Zip(best).Any(pair => Math.Abs(pair.First - pair.Second) >= 0.5))
            {
                answers.Add(Answer(name, parts, targets, other));
            }
        }

        if (parts.All(part => part.PricePerKg is not null))
        {
            var usual = parts.Average(part => part.PricePerKg!.Value);
            Offer("cheapest", mixture => mixture.CostPerKg / Math.Max(1e-6, usual));
        }

        Offer("firmest in heat", mixture => -(mixture.SlumpC ?? -10) / 20);
        Offer("lightest feel", mixture => mixture.Greasiness / 5);
        return new Balance(answers, null);
    }

    private double[] Search(IReadOnlyList<BalancePart> parts, IReadOnlyList<BalanceTarget> targets, Func<Mixture, double> also)
    {
        var (best, cost) = Nearest(Starts(parts), Coarse);
        best = Descend(parts, targets, best, also, Last);
        if (Distance(new Mixture(parts, best, terms.Overrun), targets) > Met)
        {
            // A valley may lie apart from all three: the best of some spread over the room are tried too.
            var spread = Spread(parts).Select(start => (Start: start, Cost: Cost(parts, targets, start, also))).OrderBy(one => one.Cost);
            var (other, less) = Nearest([.. spread.Take(Tried).Select(one => one.Start)], Coarse);
            if (less < cost)
            {
                best = Descend(parts, targets, other, also, Last);
            }
        }

        return best;

        // Each start goes its own way; the first of the best is taken, so that the answer is always the same.
        (double[] Shares, double Cost) Nearest(IReadOnlyList<double[]> starts, double[] steps) =>
            starts
                .AsParallel()
                .AsOrdered()
                .WithCancellation(terms.Stop)
                .Select(start => Descend(parts, targets, start, also, steps))
                .Select(found => (found, Cost(parts, targets, found, also)))
                .ToArray()
                .MinBy(one => one.Item2);
    }

    /// <summary>Points all over the room, always the same.</summary>
    private static IEnumerable<double[]> Spread(IReadOnlyList<BalancePart> parts)
    {
        var random = new Random(Seed);
        for (var i = 0; i < SpreadPoints; i++)
        {
            yield return Fit(parts, [.. parts.Select(part => part.Min + ((part.Max - part.Min) * random.NextDouble() * random.NextDouble()))]);
        }
    }

    /// <summary>How near a measure can be brought while all the other wishes are held to.</summary>
    public double Reaches(IReadOnlyList<BalancePart> parts, IReadOnlyList<BalanceTarget> targets, BalanceTarget wish, double[] from)
    {
        BalanceTarget[] held = [.. targets.Where(target => target != wish).Select(target => target with { Must = true })];
        const double Pull = 0.2;
        var found = Descend(parts, held, from, mixture => Pull / 0.02 * Math.Pow(Scaled(wish, mixture.Of(wish)), 2), Coarse);
        return new Mixture(parts, found, terms.Overrun).Of(wish);
    }

    /// <summary>Leaves out what is too little to weigh, and the least useful while there are more materials than asked for.</summary>
    private (IReadOnlyList<BalancePart> Parts, double[] Shares) Thinned(
        IReadOnlyList<BalancePart> parts,
        IReadOnlyList<BalanceTarget> targets,
        double[] shares,
        Func<Mixture, double>? also = null
    )
    {
        var aim = also ?? (_ => 0);
        bool There(int i) => shares[i] > 0.005;
        bool Free(int i) => There(i) && parts[i].Min <= 0;
        int Count() => Enumerable.Range(0, shares.Length).Count(There);
        while (true)
        {
            var tooMany = terms.Most is { } most && Count() > most;
            int[] small =
            [
                .. Enumerable
                    .Range(0, shares.Length)
                    .Where(i => Free(i) && (tooMany || shares[i] < terms.Least))
                    .OrderBy(i => shares[i])
                    .Take(tooMany ? TriedToLeaveOut : 1),
            ];
            var (those, kept) = (parts, shares);
            var tried = small
                .AsParallel()
                .AsOrdered()
                .WithCancellation(terms.Stop)
                .Select(i => Without(those, targets, kept, i, aim))
                .OfType<(IReadOnlyList<BalancePart>, double[], double)>()
                .ToArray();
            if (tried.Length == 0)
            {
                return (parts, shares);
            }

            (parts, shares, _) = tried.MinBy(one => one.Item3);
        }
    }

    private (IReadOnlyList<BalancePart>, double[], double)? Without(
        IReadOnlyList<BalancePart> parts,
        IReadOnlyList<BalanceTarget> targets,
        double[] shares,
        int which,
        Func<Mixture, double> also
    )
    {
        BalancePart[] left = [.. parts.Select((part, i) => i == which ? part with { Max = 0 } : part)];
        if (left.Sum(part => part.Max) < 100)
        {
            return null;
        }

        var found = Descend(left, targets, Fit(left, shares), also, Fine);
        return (left, found, Cost(left, targets, found, also));
    }

    /// <summary>The formula in hand, or the middle of the room; then two leaning to opposite ends of the list.</summary>
    private static double[][] Starts(IReadOnlyList<BalancePart> parts) =>
        [
            Fit(parts, [.. parts.Select(part => part.Present ?? ((part.Min + part.Max) / 2))]),
            Fit(parts, [.. parts.Select((part, i) => part.Min + ((part.Max - part.Min) * (i % 2 == 0 ? 0.9 : 0.1)))]),
            Fit(parts, [.. parts.Select((part, i) => part.Min + ((part.Max - part.Min) * (i % 2 == 0 ? 0.1 : 0.9)))]),
        ];

    /// <summary>Shares within their bounds that total 100, as near as can be to those wanted.</summary>
    private static double[] Fit(IReadOnlyList<BalancePart> parts, double[] wanted)
    {
        double low = -200,
            high = 200;
        double Sum(double by) => parts.Select((part, i) => Math.Clamp(wanted[i] + by, part.Min, part.Max)).Sum();
        for (var i = 0; i < 60; i++)
        {
            var middle = (low + high) / 2;
            (low, high) = Sum(middle) < 100 ? (middle, high) : (low, middle);
        }

        return [.. parts.Select((part, i) => Math.Clamp(wanted[i] + high, part.Min, part.Max))];
    }

    /// <summary>Trades between pairs, in smaller and smaller steps, as long as one helps.</summary>
    private double[] Descend(
        IReadOnlyList<BalancePart> parts,
        IReadOnlyList<BalanceTarget> targets,
        double[] start,
        Func<Mixture, double> also,
        double[] steps
    )
    {
        var at = (double[])start.Clone();
        var cost = Cost(parts, targets, at, also);
        foreach (var step in steps)
        {
            for (var sweep = 0; sweep < 4; sweep++)
            {
                terms.Stop.ThrowIfCancellationRequested();
                var before = cost;
                for (var from = 0; from < at.Length; from++)
                {
                    for (var to = 0; to < at.Length; to++)
                    {
                        var by = from == to ? 0 : Math.Min(step, Math.Min(at[from] - parts[from].Min, parts[to].Max - at[to]));
                        if (by <= 1e-9)
                        {
                            continue;
                        }

                        at[from] -= by;
                        at[to] += by;
                        var now = Cost(parts, targets, at, also);
                        if (now < cost - 1e-12)
                        {
                            cost = now;
                        }
                        else
                        {
                            at[from] += by;
                            at[to] -= by;
                        }
                    }
                }

                if (cost >= before - (1e-4 * before))
                {
                    break;
                }
            }
        }

        return at;
    }

    private double Cost(IReadOnlyList<BalancePart> parts, IReadOnlyList<BalanceTarget> targets, double[] shares, Func<Mixture, double> also)
    {
        const double AlsoWeight = 0.02;
        var mixture = new Mixture(parts, shares, terms.Overrun);
        double moved = 0;
        for (var i = 0; i < shares.Length; i++)
        {
            moved += parts[i].Present is { } present ? Math.Abs(shares[i] - present) : 0;
        }

        return Distance(mixture, targets) + (NearPresent * moved / 10) + (AlsoWeight * also(mixture));
    }

    public static double Distance(Mixture mixture, IReadOnlyList<BalanceTarget> targets)
    {
        double sum = 0;
        foreach (var target in targets)
        {
            var off = Scaled(target, mixture.Of(target));
            sum += (target.Must ? MustWeight : target.Weight) * off * off;
        }

        return sum;
    }

    /// <summary>Distance outside the wish in steps that a maker would notice.</summary>
    public static double Scaled(BalanceTarget target, double value)
    {
        if (target.Measure is "firmnessKPa" or "costPerKg")
        {
            static double Log(double x) => Math.Log(Math.Max(x, 1e-3));
            var steps = target.Measure == "firmnessKPa" ? Math.Log(1.5) : Math.Log(1.2);
            return (
                    target.Low is { } low && value < low ? Log(low) - Log(value)
                    : target.High is { } high && value > high ? Log(value) - Log(high)
                    : 0
                ) / steps;
        }

        var notice = target.Measure switch
        {
            "slumpC" or "clearC" => 3,
            "solidPercent" => 3,
            "months" => 2,
            "dryDownMin" => 2,
            "groupPercent" => 4,
            _ => 1.0,
        };
        return OffBy(target, value) / notice;
    }

    private static double OffBy(BalanceTarget target, double value) =>
        target.Low is { } low && value < low ? low - value
        : target.High is { } high && value > high ? value - high
        : 0;

    private BalanceTarget[] Broken(IReadOnlyList<BalancePart> parts, IReadOnlyList<BalanceTarget> targets, double[] shares)
    {
        var mixture = new Mixture(parts, shares, terms.Overrun);
        return [.. targets.Where(target => target.Must && Scaled(target, mixture.Of(target)) > Unseen)];
    }

    /// <summary>Drops one hard demand after another: those without which the rest still cannot be met have no part in it.</summary>
    private BalanceConflict ConflictOf(IReadOnlyList<BalancePart> parts, IReadOnlyList<BalanceTarget> targets)
    {
        var musts = targets.Where(target => target.Must).ToList();
        foreach (var target in musts.ToArray())
        {
            var without = musts.Where(other => other != target).ToArray();
            if (without.Length > 0 && Broken(parts, without, Search(parts, without, _ => 0)).Length > 0)
            {
                musts.Remove(target);
            }
        }

        var mixture = new Mixture(parts, Search(parts, musts, _ => 0), terms.Overrun);
        string Demand(BalanceTarget target) =>
            $"{target.Measure}{(target.AtC is { } at ? $" at {at:0.#} °C" : "")} "
            + (target.Low is { } low ? $"at least {low:0.##}" : "")
            + (target is { Low: not null, High: not null } ? ", " : "")
            + (target.High is { } high ? $"at most {high:0.##}" : "");
        var says = string.Join("; ", musts.Select(target => $"{Demand(target)} comes to {mixture.Of(target):0.##}"));
        return new BalanceConflict(
            [.. musts.Select(Demand)],
            musts.Count == 1 ? $"These materials cannot reach it: {says}." : $"These cannot be met together: {says}."
        );
    }

    private BalanceAnswer Answer(string name, IReadOnlyList<BalancePart> parts, IReadOnlyList<BalanceTarget> targets, double[] shares)
    {
        var rounded = LargestRemainder.Share([.. shares.Select(share => (decimal)share)], 0.01m, 100m).Select(share => (double)share).ToArray();
        var mixture = new Mixture(parts, rounded, terms.Overrun);
        BalanceReading[] readings =
        [
            .. targets.Select(target =>
            {
                var value = mixture.Of(target);
                return new BalanceReading(target.Measure, target.AtC, value, Scaled(target, value) <= Unseen, OffBy(target, value));
            }),
        ];
        string[] binds =
        [
            .. parts
                .SelectMany(
                    (part, i) =>
                        new[]
                        {
                            part.Max > part.Min && rounded[i] >= part.Max - 0.01 ? $"{part.Material.Name} at most {part.Max:0.##} %" : null,
                            part.Max > part.Min && part.Min > 0 && rounded[i] <= part.Min + 0.01
                                ? $"{part.Material.Name} at least {part.Min:0.##} %"
                                : null,
                        }
                )
                .OfType<string>(),
        ];
        return new BalanceAnswer(
            name,
            parts.Select((part, i) => (part.Material.Id, rounded[i])).ToDictionary(pair => pair.Id, pair => pair.Item2),
            readings,
            binds,
            Distance(mixture, targets)
        );
    }
}
