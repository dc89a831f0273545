using AmberPantry.Core.Assessment.Rules;
using AmberPantry.Core.Safety;

namespace AmberPantry.Core.Making;

/// <summary>Who has read the stops of a trial, and which.</summary>
/// <param name="By">Name of the reader.</param>
/// <param name="Revision">The state of the trial that was read.</param>
public sealed record Signature(string By, string Revision, IReadOnlyList<string> Stops);

/// <summary>What must be read and signed before a batch of a trial begins.</summary>
/// <param name="Revision">The state of the trial it speaks of; any change asks anew.</param>
/// <param name="Stops">Findings of the gravest kind.</param>
public sealed record StartCheck(string Revision, IReadOnlyList<Finding> Stops)
{
    public const int LongestName = 80;

    public static StartCheck Of(string revision, IReadOnlyList<Finding> findings) =>
        new(revision, [.. findings.Where(finding => finding.Severity == Severity.Stop)]);

    /// <exception cref="Refusal">E_NOT_SIGNED with the stops that are missing.</exception>
    public void Check(Signature? signature)
    {
        if (signature?.By.Trim().Length > LongestName)
        {
            throw new Refusal(Codes.Range, "signature.by", signature.By, "The name is too long.", $"Keep it to {LongestName} letters.");
        }

        var acks = (signature?.Stops ?? []).Select(stop => new StopRead(stop, signature!.Revision, signature.By)).ToArray();
        var gate = StartGate.Of(Revision, [.. Stops.Select(stop => stop.Id)], acks);
        if (!gate.StartAllowed)
        {
            var first = Stops.First(stop => stop.Id == gate.Missing[0]);
            throw new Refusal(
                Codes.NotSigned,
                "signature.stops",
                string.Join(", ", gate.Missing),
                $"{gate.Missing.Count} {(gate.Missing.Count == 1 ? "stop has" : "stops have")} "
                    + $"not been read: {first.Sentence.Replace("**", "", StringComparison.Ordinal)}",
                "Read each, mend it or put your name to it, then begin."
            );
        }
    }
}
