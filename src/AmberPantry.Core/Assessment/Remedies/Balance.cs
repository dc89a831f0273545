using AmberPantry.Core.Formulas;
using AmberPantry.Core.Materials;
using AmberPantry.Core.Science.Melt;
using AmberPantry.Core.Science.Stability;

namespace AmberPantry.Core.Assessment.Remedies;

/// <summary>A material that may take part.</summary>
/// <param name="Min">Least percent; equal to <paramref name="Max"/> for a fixed line.</param>
/// <param name="Present">Share in the formula in hand; the answer stays near it.</param>
/// <param name="PricePerKg">For what it costs; null when unknown.</param>
public sealed record BalancePart(Material Material, double Min, double Max, double? Present = null, double? PricePerKg = null);

/// <summary>A wish for one measure.</summary>
/// <param name="Measure">One of <see cref="Balance.Measures"/>.</param>
/// <param name="AtC">Temperature, for firmness and solids.</param>
/// <param name="Low">Null for no lower bound.</param>
/// <param name="Must">A hard limit, not a wish.</param>
public sealed record BalanceTarget(string Measure, double? AtC, double? Low, double? High, double Weight = 1, bool Must = false);

/// <summary>What one target came to.</summary>
/// <param name="OffBy">How far outside the wish, in the measure's own unit.</param>
public sealed record BalanceReading(string Measure, double? AtC, double Value, bool Met, double OffBy);

/// <summary>One answer.</summary>
/// <param name="Shares">Percent by material, in the order asked.</param>
/// <param name="Binds">Limits that the answer leans on.</param>
public sealed record BalanceAnswer(
    string Name,
    IReadOnlyDictionary<string, double> Shares,
    IReadOnlyList<BalanceReading> Targets,
    IReadOnlyList<string> Binds,
    double Distance
);

/// <summary>The smallest set of demands that cannot be met together.</summary>
public sealed record BalanceConflict(IReadOnlyList<string> Demands, string Says);

/// <summary>Finds shares that meet all limits and come nearest to the wishes, and stays near the formula in hand. Deterministic.</summary>
public sealed record Balance(IReadOnlyList<BalanceAnswer> Answers, BalanceConflict? Conflict)
{
    public static IReadOnlyList<string> Measures { get; } = ["firmnessKPa", "slumpC", "clearC", "solidPercent", "greasiness", "costPerKg", "months"];

    private const double MustWeight = 400;
    private const double NearPresent = 0.002;
    private static readonly double[] Coarse = [16, 8, 4, 2, 1, 0.5, 0.25];
    private static readonly double[] Fine = [4, 1, 0.25];

    /// <exception cref="Refusal">E_INFEASIBLE when the bounds themselves cannot total 100.</exception>
    public static Balance Find(IReadOnlyList<BalancePart> parts, IReadOnlyList<BalanceTarget> targets)
    {
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

        var best = Search(parts, targets, _ => 0);
        if (Broken(parts, targets, best) is { Length: > 0 })
        {
            return new Balance([Answer("nearest", parts, targets, best)], ConflictOf(parts, targets));
        }

        var answers = new List<BalanceAnswer> { Answer("nearest", parts, targets, best) };
        void Offer(string name, Func<Mixture, double> also)
        {
            var other = Descend(parts, targets, best, also, Fine);
            if (Broken(parts, targets, other).Length == 0 && other.Zip(best).Any(pair => Math.Abs(pair.First - pair.Second) >= 0.5))
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

    /// <summary>Weighted squared distance to the wishes: what the search makes small.</summary>
    public static double Distance(IReadOnlyList<BalancePart> parts, IReadOnlyList<BalanceTarget> targets, IReadOnlyList<double> shares) =>
        Distance(new Mixture(parts, shares), targets);

    private static double[] Search(IReadOnlyList<BalancePart> parts, IReadOnlyList<BalanceTarget> targets, Func<Mixture, double> also)
    {
        double[]? best = null;
        var least = double.PositiveInfinity;
        foreach (var start in Starts(parts))
        {
            var found = Descend(parts, targets, start, also, Coarse);
            var cost = Cost(parts, targets, found, also);
            if (cost < least - 1e-12)
            {
                (best, least) = (found, cost);
            }
        }

        return Descend(parts, targets, best!, also, [0.1]);
    }

    /// <summary>The formula in hand, or the middle of the room; then two leaning to opposite ends of the list.</summary>
    private static IEnumerable<double[]> Starts(IReadOnlyList<BalancePart> parts)
    {
        yield return Fit(parts, [.. parts.Select(part => part.Present ?? ((part.Min + part.Max) / 2))]);
        yield return Fit(parts, [.. parts.Select((part, i) => part.Min + ((part.Max - part.Min) * (i % 2 == 0 ? 0.9 : 0.1)))]);
        yield return Fit(parts, [.. parts.Select((part, i) => part.Min + ((part.Max - part.Min) * (i % 2 == 0 ? 0.1 : 0.9)))]);
    }

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
    private static double[] Descend(
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

    private static double Cost(IReadOnlyList<BalancePart> parts, IReadOnlyList<BalanceTarget> targets, double[] shares, Func<Mixture, double> also)
    {
        const double AlsoWeight = 0.02;
        var mixture = new Mixture(parts, shares);
        double moved = 0;
        for (var i = 0; i < shares.Length; i++)
        {
            moved += parts[i].Present is { } present ? Math.Abs(shares[i] - present) : 0;
        }

        return Distance(mixture, targets) + (NearPresent * moved / 10) + (AlsoWeight * also(mixture));
    }

    private static double Distance(Mixture mixture, IReadOnlyList<BalanceTarget> targets)
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
    private static double Scaled(BalanceTarget target, double value)
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
            _ => 1.0,
        };
        return OffBy(target, value) / notice;
    }

    private static double OffBy(BalanceTarget target, double value) =>
        target.Low is { } low && value < low ? low - value
        : target.High is { } high && value > high ? value - high
        : 0;

    private static BalanceTarget[] Broken(IReadOnlyList<BalancePart> parts, IReadOnlyList<BalanceTarget> targets, double[] shares)
    {
        var mixture = new Mixture(parts, shares);
        return [.. targets.Where(target => target.Must && Scaled(target, mixture.Of(target)) > 0.05)];
    }

    /// <summary>Drops one hard demand after another: those without which the rest still cannot be met have no part in it.</summary>
    private static BalanceConflict ConflictOf(IReadOnlyList<BalancePart> parts, IReadOnlyList<BalanceTarget> targets)
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

        var mixture = new Mixture(parts, Search(parts, musts, _ => 0));
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

    private static BalanceAnswer Answer(string name, IReadOnlyList<BalancePart> parts, IReadOnlyList<BalanceTarget> targets, double[] shares)
    {
        var rounded = LargestRemainder.Share([.. shares.Select(share => (decimal)share)], 0.01m, 100m).Select(share => (double)share).ToArray();
        var mixture = new Mixture(parts, rounded);
        BalanceReading[] readings =
        [
            .. targets.Select(target =>
            {
                var value = mixture.Of(target);
                return new BalanceReading(target.Measure, target.AtC, value, Scaled(target, value) <= 0.05, OffBy(target, value));
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

    /// <summary>One candidate, measured by the very code that the bench uses; only what is asked for is worked out.</summary>
    private sealed class Mixture(IReadOnlyList<BalancePart> parts, IReadOnlyList<double> shares)
    {
        private LipidBlend? blend;
        private bool blended;

        public double? SlumpC =>
            Blend is { } lipid ? Highest(celsius => Firmness.FromStructure(lipid.At(celsius).Structure) >= MeltCurve.SlumpKPa) : null;

        public double Greasiness => Science.Feel.SkinFeel.Of([.. parts.Select((part, i) => (part.Material, shares[i]))], [])?.Greasiness ?? 0;

        public double CostPerKg => parts.Select((part, i) => shares[i] / 100 * (part.PricePerKg ?? 0)).Sum();

        private LipidBlend? Blend
        {
            get
            {
                if (!blended)
                {
                    blended = true;
                    (MeltSpectrum, double)[] lipids =
                    [
                        .. parts
                            .Select((part, i) => (part.Material.Melt, shares[i]))
                            .Where(part => part.Melt is not null && part.Item2 > 0)
                            .Select(part => (part.Melt!, part.Item2)),
                    ];
                    blend = lipids.Length > 0 ? LipidBlend.Mix(lipids) : null;
                }

                return blend;
            }
        }

        public double Of(BalanceTarget target) =>
            target.Measure switch
            {
                "firmnessKPa" => Blend is { } lipid ? Firmness.FromStructure(lipid.At(target.AtC ?? 20).Structure) : 0,
                "solidPercent" => Blend is { } lipid ? 100 * lipid.At(target.AtC ?? Science.Feel.SkinFeel.SkinC).Solid : 0,
                "slumpC" => SlumpC ?? -10,
                "clearC" => Blend is { } lipid ? Highest(celsius => lipid.At(celsius).Solid >= MeltCurve.ClearSolid) ?? -10 : -10,
                "greasiness" => Greasiness,
                "costPerKg" => CostPerKg,
                "months" => Months(),
                _ => throw new Refusal(
                    Codes.UnknownId,
                    "measure",
                    target.Measure,
                    $"“{target.Measure}” is not a measure.",
                    $"Use {string.Join(", ", Measures)}."
                ),
            };

        private double Months()
        {
            (Lipid, double)[] lipids =
            [
                .. parts
                    .Select((part, i) => (Lipid: part.Material.Lipid, G: shares[i]))
                    .Where(line => line.Lipid is not null)
                    .Select(line => (line.Lipid!, line.G)),
            ];
            (Antioxidant, double)[] guards =
            [
                .. parts
                    .Select((part, i) => (Guard: part.Material.Guard, G: shares[i]))
                    .Where(line => line.Guard is not null)
                    .Select(line => (line.Guard!, line.G)),
            ];
            return Keeping.Of(lipids, guards, new Storage()).Months;
        }

        private static double? Highest(Func<double, bool> holds)
        {
            double low = TemperatureGrid.Ruler.FirstC,
                high = TemperatureGrid.Ruler.LastC;
            if (!holds(low))
            {
                return null;
            }

            for (var i = 0; i < 12; i++)
            {
                var middle = (low + high) / 2;
                (low, high) = holds(middle) ? (middle, high) : (low, middle);
            }

            return low;
        }
    }
}
