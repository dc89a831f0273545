namespace AmberPantry.Core.Safety;

/// <summary>A caution for a step of the work. It never replaces local rules or licensed practice.</summary>
/// <param name="Stage">Step it stands at.</param>
public sealed record Caution(string Id, string Stage, Severity Severity, string Message, string Reason, string Fix, string Source)
{
    /// <summary>A rule as it is told at a step.</summary>
    public static Caution Of(SafetyRule rule, string stage) =>
        new(
            rule.Id,
            stage,
            rule.Severity switch
            {
                RuleSeverity.Stop => Severity.Stop,
                RuleSeverity.Caution => Severity.Watch,
                _ => Severity.Note,
            },
            rule.Message,
            rule.Reason,
            rule.Fix,
            rule.Source
        );
}
