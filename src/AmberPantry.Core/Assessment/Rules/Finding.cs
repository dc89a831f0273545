using AmberPantry.Core.Formulas;

namespace AmberPantry.Core.Assessment.Rules;

/// <summary>A number that a finding rests on.</summary>
public sealed record FindingNumber(string Name, double Value, string Unit);

/// <summary>One change that would clear or lessen a finding, found by search on the model.</summary>
/// <param name="Label">The act in a few words.</param>
/// <param name="Effect">What is gained and what is lost.</param>
public sealed record Remedy(string Id, string Label, IReadOnlyList<FormulaEdit> Edits, string Effect);

/// <summary>One judgement: a sentence, the number behind it, what to do.</summary>
public sealed record Finding
{
    /// <summary>Stable for the same rule and subject, so that it can be set aside.</summary>
    public required string Id { get; init; }

    public required Severity Severity { get; init; }

    public required string Sentence { get; init; }

    public required IReadOnlyList<FindingNumber> Numbers { get; init; }

    /// <summary>The temperature it speaks of, if it speaks of one, °C.</summary>
    public double? AtC { get; init; }

    /// <summary>Where the rule comes from.</summary>
    public required string Because { get; init; }

    /// <summary>What can be done outside the formula.</summary>
    public string? Advice { get; init; }

    public IReadOnlyList<Remedy> Remedies { get; init; } = [];

    /// <summary>Questions behind it on which practitioners disagree.</summary>
    public IReadOnlyList<School> Schools { get; init; } = [];

    /// <summary>Put aside with a reason, and no worse since.</summary>
    public bool Rests { get; init; }

    /// <summary>Whether it stays put aside: it speaks again once its first number has moved further from its limit.</summary>
    /// <param name="asideAt">First number of the finding when it was put aside; null when it had none.</param>
    public bool RestsAt(double? asideAt)
    {
        const double Slack = 1e-9;
        if (Numbers.Count == 0 || asideAt is not { } then)
        {
            return true;
        }

        double Away(double value) => Numbers.Count > 1 ? Math.Abs(value - Numbers[1].Value) : value;
        return Away(Numbers[0].Value) <= Away(then) + Slack;
    }
}
