using System.Globalization;
using AmberPantry.Core.Assessment.Parts;
using AmberPantry.Core.Assessment.Rules;
using AmberPantry.Core.Families;
using AmberPantry.Core.Formulas;
using AmberPantry.Core.Materials;
using AmberPantry.Core.Science.Stability;
using AmberPantry.Core.Workshops;

namespace AmberPantry.Core.Assessment.Remedies;

/// <summary>A preservative at its usual dose on the whole product.</summary>
/// <param name="Says">Whether it holds this mix, and where it lives and goes in.</param>
/// <param name="Effect">What else changes; empty where nothing does.</param>
/// <param name="Label">What it does to the names on the label.</param>
public sealed record PreservativeOption(
    string Material,
    string Name,
    string Says,
    string Effect,
    string Label,
    IReadOnlyList<FormulaEdit> Edits,
    bool IsOwn
)
{
    /// <summary>Alone enough for what this mix asks.</summary>
    public required bool Holds { get; init; }
}

/// <param name="Options">Those that hold alone first; none where nothing is asked.</param>
/// <param name="Says">Whether one is wanted, and why.</param>
public sealed record PreservativeAnswer(IReadOnlyList<PreservativeOption> Options, string Says);

/// <summary>Looks through the preservatives for those that fit a mix.</summary>
public sealed class PreservativeFinder(MaterialShelf shelf, Workshop workshop, FamilyRegistry? families = null)
{
    private static readonly string[] Metals = ["oxide", "pigment", "clay"];
    private readonly FormulaEditor editor = new(shelf);

    public PreservativeAnswer Find(Formula formula)
    {
        var subject = new Subject(formula, new Bearings(shelf, workshop, families ?? FamilyRegistry.Usual));
        var preserve = subject.Preservation;
        if (preserve.Need == PreservativeNeed.None || subject.Lines.Count == 0)
        {
            return new PreservativeAnswer([], "Nothing in it asks for a preservative. An antioxidant keeps the oil fresh, and no germ away.");
        }

        Found[] judged = [.. Judge.Of(subject)];
        var held = subject.There.FirstOrDefault(pair => pair.Material.Keys.Preservative is not null).Material;
        return new PreservativeAnswer(
            [
                .. shelf
                    .All.Where(material => material.Keys.Preservative is { } key && Preservative.All.ContainsKey(key))
                    .GroupBy(material => material.BasedOn)
                    .Select(grades => grades.First())
                    .Select(material => Try(subject, judged, material))
                    .OfType<PreservativeOption>()
                    .OrderByDescending(option => option.Holds)
                    .ThenByDescending(option => option.IsOwn),
            ],
            Why(preserve)
                + (held is null ? "" : $" {Wording.Capital(Wording.Brief(held.Name))} {(preserve.Adequate ? "holds it" : "does not hold it alone")}.")
                + (
                    subject.There.Any(pair => pair.Material.Classes.Any(Metals.Contains))
                        ? " Clay and pigment bring metals: a chelator helps there, and where it is on sale for long."
                        : ""
                )
        );
    }

    private static string Why(Preservation preserve) =>
        preserve.Reason switch
        {
            PreservativeReason.FreshMaterial => "Fresh plant matter is in it: it must be preserved.",
            PreservativeReason.WetUse => $"No water is in it, but it gets in where it is used: a preservative is {Wording.Said(preserve.Need)}.",
            _ => $"{preserve.WaterPct:0.##}{Wording.Narrow}% of it is water: a preservative is {Wording.Said(preserve.Need)}.",
        };

    private PreservativeOption? Try(Subject subject, Found[] judged, Material material)
    {
        var kind = Preservative.All[material.Keys.Preservative!];
        var dose = Math.Round((decimal)(kind.MinPct + kind.MaxPct) / 2, 1);
        var share = dose.ToString(CultureInfo.InvariantCulture);
        var there = subject.Formula.Lines.FirstOrDefault(line => line.Material == material.Id);
        FormulaEdit[] edits = [there is null ? new AddLine(material.Id, share) : new SetShare(there.Id, share)];
        Subject after;
        try
        {
            after = subject.With(editor.Apply(subject.Formula, edits));
        }
        catch (Refusal)
        {
            return null; // No line is free to give way to it.
        }

        var faults = after.Preservation.Flags.Where(flag => flag.EndsWith($":{kind.Id}", StringComparison.Ordinal)).Select(flag => Fault(flag, kind));
        var raised = Raised.By(judged, [.. Judge.Of(after)]);
        return new PreservativeOption(
            material.Id,
            $"{material.Name} {Wording.Percent(dose)}",
            string.Join(
                ", ",
                [
                    after.Preservation.Adequate ? "holds it" : $"does not hold it alone: {Against(kind.Spectrum)}",
                    .. faults,
                    $"lives in {Lives(kind.Phase)}",
                    $"goes in below {subject.Say.Temperature(kind.MostC)}",
                ]
            ),
            string.Join(", ", raised.Select(Raised.Told)),
            LabelOrder.Told(subject, after, material),
            edits,
            shelf.IsOwn(material)
        )
        {
            Holds = after.Preservation.Adequate,
        };
    }

    private static string Against(Spectrum spectrum) =>
        spectrum switch
        {
            Spectrum.Broad => "broad, but not where it would have to be",
            Spectrum.Bacteria => "it keeps bacteria down, not mould",
            Spectrum.Mould => "it keeps mould down, not bacteria",
            _ => "it only helps another",
        };

    private static string Lives(PreservativePhase phase) =>
        phase switch
        {
            PreservativePhase.Oil => "oil",
            PreservativePhase.Water => "water",
            _ => "oil and water",
        };

    private static string Fault(string flag, Preservative kind) =>
        flag.Split(':')[0] switch
        {
            "wrong_phase" => kind.Phase == PreservativePhase.Oil ? "it does not get into the water" : "there is no water for it to live in",
            "needs_low_ph" => $"works below pH {kind.MostPh:0.#} only",
            "too_hot" => "suffers where it would go in",
            "over_max" => "above its most",
            "under_dose" => "below its least",
            _ => "a helper, not enough alone",
        };
}
