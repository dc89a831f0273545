using AmberPantry.Core.Safety;

namespace AmberPantry.Core.Assessment.Parts;

/// <summary>Safety rules that this formula calls for by what is in it.</summary>
public sealed record SafetyPart(IReadOnlyList<string> Stop, IReadOnlyList<string> Caution)
{
    internal static SafetyPart Of(Subject subject)
    {
        var by = subject.Safety.ToLookup(id => SafetyRule.All[id].Severity);
        return new SafetyPart([.. by[RuleSeverity.Stop]], [.. by[RuleSeverity.Caution]]);
    }
}
