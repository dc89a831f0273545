using System.Text.RegularExpressions;

namespace AmberPantry.Core.Safety;

/// <summary>Words that read like a medicine or a tested product.</summary>
/// <param name="Start">0-based, in UTF-16 units; <paramref name="End"/> exclusive.</param>
public sealed record ClaimHit(string Rule, int Start, int End, string Match, RuleSeverity Severity, string Suggestion);

/// <summary>Checks a name, a claim or a label text. English only; negations other than the allowed disclaimers are shown on purpose.</summary>
public sealed record ClaimCheck(RuleSeverity Verdict, IReadOnlyList<ClaimHit> Hits)
{
    public const int LongestText = 20_000;

    private static readonly Lazy<(SafetyRule Rule, Regex[] Phrases)[]> Claims = new(() => Compile(RuleKind.Claim));
    private static readonly Lazy<(SafetyRule Rule, Regex[] Phrases)[]> Allowed = new(() => Compile(RuleKind.ClaimOk));

    public static ClaimCheck Of(string text)
    {
        var allowed = Allowed
            .Value.SelectMany(row => row.Phrases.SelectMany(phrase => phrase.Matches(text)))
            .Select(match => (From: match.Index, To: match.Index + match.Length))
            .ToArray();
        var found = Claims
            .Value.SelectMany(row =>
                row.Phrases.SelectMany(phrase => phrase.Matches(text))
                    .Select(match => new ClaimHit(row.Rule.Id, match.Index, match.Index + match.Length, match.Value, row.Rule.Severity, row.Rule.Fix))
            )
            .Where(hit => !allowed.Any(span => span.From <= hit.Start && hit.End <= span.To))
            .OrderBy(hit => hit.Start)
            .ThenByDescending(hit => hit.End)
            .ThenBy(hit => hit.Rule, StringComparer.Ordinal);
        var kept = new List<ClaimHit>();
        foreach (var hit in found)
        {
            if (kept.Count == 0 || hit.Start >= kept[^1].End)
            {
                kept.Add(hit);
            }
        }

        return new ClaimCheck(kept.Count == 0 ? RuleSeverity.Clear : kept.Min(hit => hit.Severity), kept);
    }

    private static (SafetyRule, Regex[])[] Compile(RuleKind kind) =>
        [.. SafetyRule.All.Values.Where(rule => rule.Kind == kind).Select(rule => (rule, rule.Condition.Split('|').Select(Phrase).ToArray()))];

    /// <summary>Words with up to three other characters between; a star stands for the rest of a word.</summary>
    private static Regex Phrase(string phrase)
    {
        var words = phrase.Trim().Split(' ').Select(word => word.EndsWith('*') ? Regex.Escape(word[..^1]) + "[A-Za-z0-9]*" : Regex.Escape(word));
        return new Regex(
            $"(?<![A-Za-z0-9]){string.Join("[^A-Za-z0-9]{1,3}", words)}(?![A-Za-z0-9])",
            RegexOptions.IgnoreCase | RegexOptions.CultureInvariant
        );
    }
}
