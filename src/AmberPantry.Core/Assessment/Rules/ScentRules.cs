using AmberPantry.Core.Assessment.Parts;
using AmberPantry.Core.Families;
using AmberPantry.Core.Formulas;
using AmberPantry.Core.Science.Scent;
using AmberPantry.Core.Workshops;

namespace AmberPantry.Core.Assessment.Rules;

/// <summary>The limit that binds a scent, over every oil, shared constituent, the sun and the total.</summary>
internal sealed class ScentWithinLimits : IRule
{
    public IEnumerable<Found> Check(Subject subject)
    {
        if (subject.Scent.Limits is not { } limits || limits.Status == LimitState.Ok)
        {
            yield break;
        }

        var over = limits.Status == LimitState.Over;
        var most = limits.MaxTotalPct ?? 0;
        yield return new Found
        {
            Id = "scent-limit",
            Severity = over ? Severity.Stop : Severity.Watch,
            Sentence = over
                ? $"Over: at most **{Wording.RoundPercent((decimal)Math.Floor(most * 100) / 100)}** "
                    + $"of this blend, because of {Because(limits)}. Your supplier's certificate rules."
                : $"Close to the limit of {Because(limits)}: **{100 * limits.WorstRatio:0}{Wording.Narrow}%** of it used. Weigh with care.",
            Numbers = [new("part of the limit", 100 * limits.WorstRatio, "%"), new("limit", 100, "%")],
            Because =
                "Conservative defaults by category and audience; shared "
                + "constituents are summed over all oils. The certificate and local rules decide.",
            Gap = other => other.Scent.Limits is { } after ? after.WorstRatio - (over ? 1 : 0.8) : 0,
            // Well inside, not at the edge.
            Acts = Lower(subject, most * 0.8),
        };
    }

    private static string Because(ScentLimits limits) =>
        limits.WorstKind switch
        {
            LimitKind.Oil => ScentOil.All[limits.WorstId].Name.ToLowerInvariant(),
            LimitKind.Constituent => $"{limits.WorstId.Replace('_', ' ')} from all oils together",
            LimitKind.Phototoxic => "sun on skin",
            _ => "the total for this product",
        };

    /// <summary>The whole blend lowered in proportion.</summary>
    private static List<(string, FormulaEdit)> Lower(Subject subject, double mostPct)
    {
        var scents = subject.Lines.Where(pair => !pair.Line.Kept && pair.Material.ScentOil is not null && pair.Line.Percent > 0).ToArray();
        if (scents.Length != 1)
        {
            return [.. scents.Select(pair => ($"Leave out {Wording.Brief(pair.Material.Name)}", (FormulaEdit)new RemoveLine(pair.Line.Id)))];
        }

        var share = Math.Floor((decimal)mostPct * 100) / 100;
        return share > 0
            ?
            [
                (
                    $"{Wording.Brief(scents[0].Material.Name)} to {Wording.RoundPercent(share)}",
                    new SetShare(scents[0].Line.Id, share.ToString(System.Globalization.CultureInfo.InvariantCulture))
                ),
            ]
            : [($"Leave out {Wording.Brief(scents[0].Material.Name)}", new RemoveLine(scents[0].Line.Id))];
    }
}

/// <summary>What the label must name, and what cannot be known.</summary>
internal sealed class ScentTold : IRule
{
    public IEnumerable<Found> Check(Subject subject)
    {
        if (subject.Scent.Declare.Count > 0)
        {
            var first = subject.Scent.Declare[0];
            yield return new Found
            {
                Id = "scent-declare",
                Severity = Severity.Note,
                Sentence =
                    $"Name on the label: {Wording.List([.. subject.Scent.Declare.Take(5).Select(one => one.Name.Replace('_', ' '))])}"
                    + (subject.Scent.Declare.Count > 5 ? $" and {subject.Scent.Declare.Count - 5} more" : "")
                    + $", the largest **{first.Pct:0.##}{Wording.Narrow}%**.",
                Numbers = [new(first.Name, first.Pct, "%"), new("threshold", subject.Family.LeaveOn ? 0.001 : 0.01, "%")],
                Because = "Allergens above the threshold for this exposure; the law has more names than this table. Local rules decide.",
                Gap = _ => 0,
            };
        }

        foreach (var name in subject.Scent.Unchecked)
        {
            yield return new Found
            {
                Id = "scent-unchecked",
                Severity = Severity.Note,
                Sentence = $"{name} tells no composition: its limit and allergens are **not checked**. Ask the supplier for the certificate.",
                Numbers = [],
                Because = "Without a certificate only the general ceiling can be held.",
                Gap = _ => 0,
            };
        }
    }
}

/// <summary>Colour that does not stay, or shows where it should not.</summary>
internal sealed class ColourStays : IRule
{
    private static readonly Dictionary<string, Severity> Told = new()
    {
        [WarningCodes.LoadHigh] = Severity.Watch,
        [WarningCodes.BleedsInWater] = Severity.Watch,
        [WarningCodes.Migrates] = Severity.Note,
        [WarningCodes.Fades] = Severity.Note,
        [WarningCodes.NotInFizz] = Severity.Fix,
        [WarningCodes.HueShift] = Severity.Watch,
    };

    public IEnumerable<Found> Check(Subject subject)
    {
        if (subject.Colour.Shade is not { } shade)
        {
            yield break;
        }

        foreach (var code in shade.Warnings)
        {
            yield return new Found
            {
                Id = $"colour-{code[2..].ToLowerInvariant().Replace('_', '-')}",
                Severity = Told[code],
                Sentence =
                    code == WarningCodes.HueShift
                        ? $"The base turns this colour **{Wording.Said(shade.HueWord)}**, "
                            + $"by {Math.Abs(shade.HueShiftDeg ?? 0):0}°. Use a paler base, add white, or go with it."
                        : WarningCodes.Says(code),
                Numbers = code == WarningCodes.HueShift ? [new("hue shift", shade.HueShiftDeg ?? 0, "°")] : [],
                Because = "Kubelka and Munk mixing with estimated strengths; a smear on cold steel decides.",
                Gap = other => other.Colour.Shade?.Warnings.Contains(code) == true ? 1 : 0,
                Acts =
                    code == WarningCodes.NotInFizz
                        ?
                        [
                            .. subject
                                .Lines.Where(pair =>
                                    pair.Material.Keys.Colourant is { } key
                                    && !(Science.Colour.Colourant.All[key].AcidOk && Science.Colour.Colourant.All[key].AlkaliOk)
                                )
                                .Select(pair => ($"Leave out {Wording.Brief(pair.Material.Name)}", (FormulaEdit)new RemoveLine(pair.Line.Id))),
                        ]
                        : [],
            };
        }

        if (shade.StainTubBand != Stain.Clean && subject.Family.Nature == FamilyNature.Bath)
        {
            yield return new Found
            {
                Id = "stains-tub",
                Severity = shade.StainTubBand == Stain.Stains ? Severity.Watch : Severity.Note,
                Sentence =
                    $"{(shade.StainTubBand == Stain.Stains ? "Stains tub and cloth" : "May tint the tub")}: "
                    + $"stain **{shade.StainTub:0.0}**, clean below 0.5.",
                Numbers = [new("stain", shade.StainTub, ""), new("clean below", 0.5, "")],
                Because = "Share of each colourant by its stain rating, an oxide being 3.",
                Gap = other => other.Colour.Shade is { } after ? (after.StainTub / 3) - 1 : 0,
            };
        }
    }
}
