using AmberPantry.Core.Assessment.Rules;
using AmberPantry.Core.Safety;

namespace AmberPantry.Core.Making.Sheets;

/// <summary>Who has read the stops of a trial, and which.</summary>
/// <param name="By">Name of the reader.</param>
/// <param name="Revision">The state of the trial that was read.</param>
/// <param name="Ticked">Ids of the habits that were ticked.</param>
public sealed record Signature(string By, string Revision, IReadOnlyList<string> Stops, IReadOnlyList<string>? Ticked = null);

/// <summary>A stop that is read before a batch begins.</summary>
/// <param name="Blocks">No name lets it pass: it has to be mended.</param>
public sealed record StartStop(string Id, string Sentence, string Because, string Fix, bool Blocks);

/// <summary>What must be read, ticked and signed before a batch of a trial begins.</summary>
/// <param name="Revision">Stands for the formula and all that is to be read; any change asks anew.</param>
/// <param name="Stops">Those of the formula, of the plan and of the work itself.</param>
public sealed record StartCheck(string Revision, IReadOnlyList<StartStop> Stops, IReadOnlyList<SignOffRow> Habits)
{
    public const int LongestName = 80;

    public static StartCheck Of(string revision, IReadOnlyList<Finding> findings, BatchSheet sheet) =>
        new(
            revision,
            [
                .. findings
                    .Where(finding => finding.Severity == Severity.Stop)
                    .Select(finding => new StartStop(finding.Id, finding.Sentence, finding.Because, finding.Advice ?? "", false)),
                .. sheet
                    .Says.Where(saying => saying.Severity == Severity.Stop)
                    .Select(saying => new StartStop(saying.Id, saying.Sentence, "", "", saying.Blocks)),
                .. sheet.Stops.Select(caution => new StartStop(caution.Id, caution.Message, caution.Reason, caution.Fix, false)),
            ],
            sheet.SignOff
        );

    /// <exception cref="Refusal">E_BLOCKED with what has to be mended first, E_NOT_SIGNED with what nobody has read or ticked.</exception>
    public void Check(Signature? signature)
    {
        if (signature?.By.Trim().Length > LongestName)
        {
            throw new Refusal(Codes.Range, "signature.by", signature.By, "The name is too long.", $"Keep it to {LongestName} letters.");
        }

        if (Stops.FirstOrDefault(stop => stop.Blocks) is { } blocks)
        {
            throw new Refusal(Codes.Blocked, "trial", blocks.Id, Bare(blocks.Sentence), "Mend it on the bench, then begin.");
        }

        var acks = (signature?.Stops ?? []).Select(stop => new StopRead(stop, signature!.Revision, signature.By)).ToArray();
        var gate = StartGate.Of(Revision, [.. Stops.Select(stop => stop.Id)], acks);
        if (!gate.StartAllowed)
        {
            var first = Stops.First(stop => gate.Missing.Contains(stop.Id));
            throw new Refusal(
                Codes.NotSigned,
                "signature.stops",
                string.Join(", ", gate.Missing),
                $"{gate.Missing.Count} {(gate.Missing.Count == 1 ? "stop has" : "stops have")} not been read: {Bare(first.Sentence)}",
                "Read each, mend it or put your name to it, then begin."
            );
        }

        SignOffRow[] open = [.. Habits.Where(habit => signature?.Ticked?.Contains(habit.Id) != true)];
        if (open.Length > 0 || string.IsNullOrWhiteSpace(signature?.By))
        {
            throw new Refusal(
                Codes.NotSigned,
                open.Length > 0 ? "signature.ticked" : "signature.by",
                string.Join(", ", open.Select(habit => habit.Id)),
                open.Length > 0
                    ? $"{open.Length} of the list {(open.Length == 1 ? "is" : "are")} not ticked: {open[0].Text}"
                    : "Nobody has put a name to it.",
                open.Length > 0 ? "Do it, tick it, then begin." : "Type your name, then begin."
            );
        }
    }

    private static string Bare(string sentence) => sentence.Replace("**", "", StringComparison.Ordinal);
}
