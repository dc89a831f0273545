namespace AmberPantry.Core.Science.Yield;

/// <summary>Filled packs on the scale.</summary>
/// <param name="WeightsG">Net, g; one at least.</param>
/// <param name="DeclaredG">What stands on the label, g.</param>
public sealed record OverfillAsk(IReadOnlyList<decimal> WeightsG, decimal DeclaredG)
{
    /// <summary>What a gram of it costs.</summary>
    public decimal CostPerG { get; init; }

    public decimal PacksPerYear { get; init; }

    /// <summary>Step of the scale, g.</summary>
    public decimal StepG { get; init; } = 0.1m;

    /// <summary>One pack in so many may come out short: 20, 100 or 1000.</summary>
    public int ShortOneIn { get; init; } = Overfill.UsualShortOneIn;

    /// <summary>What goes in to the brim, g; null where it is not known.</summary>
    public decimal? BrimfulG { get; init; }
}

/// <summary>What is given away above the declared mass, and what to fill to so that hardly a pack is short.</summary>
/// <param name="Under">Packs below what is declared.</param>
/// <param name="SpreadG">Standard deviation of a filling, the scale's step in it.</param>
/// <param name="WeighMore">Packs to weigh until the target counts.</param>
/// <param name="Provisional">Fewer than five were weighed: the spread is a customary one.</param>
/// <param name="TargetFits">Null where the brim is not known.</param>
public sealed record Overfill(
    decimal MeanOverG,
    decimal LeastG,
    int Under,
    decimal SpreadG,
    decimal TargetG,
    int WeighMore,
    bool Provisional,
    bool? TargetFits
)
{
    public const int UsualShortOneIn = 100;

    /// <summary>So many weighings tell the spread of a hand.</summary>
    public const int Enough = 5;

    /// <summary>Before that it is a hundredth of the declared mass, and counts as four degrees of freedom.</summary>
    private const decimal UsualSpread = 0.01m;
    private const decimal Slack = 1e-9m;

    private static readonly Dictionary<int, decimal> Normal = new()
    {
        [20] = 1.6449m,
        [UsualShortOneIn] = 2.3263m,
        [1000] = 3.0902m,
    };

    public required decimal CostPerPack { get; init; }

    public required decimal CostPerYear { get; init; }

    public required decimal CostPerYearAtTarget { get; init; }

    public required decimal SavedPerYear { get; init; }

    /// <exception cref="Refusal">E_EMPTY without a weight, E_RANGE, E_UNKNOWN_ID for another share of short packs.</exception>
    public static Overfill Of(OverfillAsk ask)
    {
        var n = ask.WeightsG.Count;
        if (n == 0)
        {
            throw new Refusal(Codes.Empty, "weightsG", null, "No pack has been weighed.", "Weigh one at least.");
        }

        if (!(ask.DeclaredG > 0))
        {
            throw new Refusal(Codes.Range, "declaredG", ask.DeclaredG, $"{ask.DeclaredG} g cannot be declared.", "Type what stands on the label.");
        }

        if (!Normal.TryGetValue(ask.ShortOneIn, out var z))
        {
            throw new Refusal(
                Codes.UnknownId,
                "shortOneIn",
                ask.ShortOneIn,
                $"One in {ask.ShortOneIn} is not known here.",
                $"Choose one of: {string.Join(", ", Normal.Keys)}."
            );
        }

        var mean = ask.WeightsG.Sum() / n;
        var provisional = n < Enough;
        var variance = provisional ? Square(ask.DeclaredG * UsualSpread) : ask.WeightsG.Sum(weight => Square(weight - mean)) / (n - 1);
        var spread = Root(variance + (Square(ask.StepG) / 12));
        var target = Up(ask.DeclaredG + (Student(z, provisional ? Enough - 1 : n - 1) * spread * Root(1 + (1m / n))), ask.StepG);
        var over = mean - ask.DeclaredG;
        var yearly = ask.CostPerG * ask.PacksPerYear;
        return new Overfill(
            over,
            ask.WeightsG.Min(),
            ask.WeightsG.Count(weight => weight < ask.DeclaredG),
            spread,
            target,
            Math.Max(0, Enough - n),
            provisional,
            ask.BrimfulG is { } brimful ? target <= brimful + Slack : null
        )
        {
            CostPerPack = Math.Max(0, over) * ask.CostPerG,
            CostPerYear = Math.Max(0, over) * yearly,
            CostPerYearAtTarget = (target - ask.DeclaredG) * yearly,
            SavedPerYear = Math.Max(0, mean - target) * yearly,
        };
    }

    /// <summary>The quantile of Student's t from that of the normal law (Cornish and Fisher's expansion).</summary>
    private static decimal Student(decimal z, decimal nu)
    {
        decimal z3 = z * z * z,
            z5 = z3 * z * z,
            z7 = z5 * z * z;
        return z
            + ((z3 + z) / (4 * nu))
            + (((5 * z5) + (16 * z3) + (3 * z)) / (96 * nu * nu))
            + (((3 * z7) + (19 * z5) + (17 * z3) - (15 * z)) / (384 * nu * nu * nu));
    }

    private static decimal Up(decimal value, decimal step) => Math.Ceiling((value - (Slack * Math.Abs(value))) / step) * step;

    private static decimal Square(decimal value) => value * value;

    /// <summary>The root in all digits of a decimal: a close guess, made better twice.</summary>
    private static decimal Root(decimal value)
    {
        if (value == 0)
        {
            return 0;
        }

        var root = (decimal)Math.Sqrt((double)value);
        root = (root + (value / root)) / 2;
        return (root + (value / root)) / 2;
    }
}
