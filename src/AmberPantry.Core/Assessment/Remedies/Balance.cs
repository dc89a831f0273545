using AmberPantry.Core.Materials;

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
public sealed record BalanceTarget(string Measure, double? AtC, double? Low, double? High, double Weight = 1, bool Must = false)
{
    /// <summary>Minutes after rubbing in, for the grease that is left then.</summary>
    public double? AtMin { get; init; }

    /// <summary>Roles whose shares are summed, for the share of a group.</summary>
    public IReadOnlyList<Role> Roles { get; init; } = [];
}

/// <summary>What else the search keeps to.</summary>
/// <param name="Overrun">Air beaten in, as a part of the volume without it.</param>
/// <param name="Most">Materials that may be in it; null for any number.</param>
/// <param name="Least">Share in percent below which a free material is left out; 0 for none.</param>
public sealed record BalanceTerms(double Overrun = 0, int? Most = null, double Least = 0, CancellationToken Stop = default)
{
    public static BalanceTerms None { get; } = new();
}

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
    public static IReadOnlyList<string> Measures { get; } =
    ["firmnessKPa", "slumpC", "clearC", "solidPercent", "greasiness", "costPerKg", "months", "greaseAfter", "dryDownMin", "groupPercent"];

    /// <exception cref="Refusal">E_INFEASIBLE when the bounds themselves cannot total 100.</exception>
    public static Balance Find(IReadOnlyList<BalancePart> parts, IReadOnlyList<BalanceTarget> targets, BalanceTerms? terms = null) =>
        new Balancer(terms ?? BalanceTerms.None).Find(parts, targets);

    /// <summary>Weighted squared distance to the wishes: what the search makes small.</summary>
    public static double Distance(IReadOnlyList<BalancePart> parts, IReadOnlyList<BalanceTarget> targets, IReadOnlyList<double> shares) =>
        Balancer.Distance(new Mixture(parts, shares, 0), targets);
}
