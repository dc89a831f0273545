using AmberPantry.Core.Assessment.Rules;
using AmberPantry.Core.Workshops;

namespace AmberPantry.Core.Assessment.Remedies;

/// <summary>What a change makes wrong that was not wrong before, or graver than it was.</summary>
internal static class Raised
{
    /// <summary>Worst first; notes are not counted.</summary>
    public static Found[] By(Found[] before, Found[] after) =>
        [
            .. after
                .Where(one => one.Severity < Severity.Note && Array.TrueForAll(before, was => was.Id != one.Id || was.Severity > one.Severity))
                .OrderBy(one => one.Severity),
        ];

    /// <summary>A finding in a few words that go on in a sentence: its first clause without marks.</summary>
    public static string Told(Found found)
    {
        var plain = found.Sentence.Replace("**", "", StringComparison.Ordinal);
        var end = new[] { ": ", "; ", ". " }
            .Select(mark => plain.IndexOf(mark, StringComparison.Ordinal))
            .Where(at => at > 0)
            .DefaultIfEmpty(-1)
            .Min();
        return $"then {Wording.Inside((end > 0 ? plain[..end] : plain).TrimEnd('.'))}";
    }
}
