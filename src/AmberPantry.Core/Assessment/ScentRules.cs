using AmberPantry.Core.Composition;
using AmberPantry.Core.Materials;
using AmberPantry.Core.Scent;

namespace AmberPantry.Core.Assessment;

/// <summary>The limit that binds a scent, over every oil, shared constituent, the sun and the total.</summary>
internal sealed class ScentWithinLimits : IRule
{
    public IEnumerable<Found> Check(Case at)
    {
        if (at.Scent.Limits is not { } limits || limits.Status == "ok")
        {
            yield break;
        }

        var over = limits.Status == "over";
        var most = limits.MaxTotalPct ?? 0;
        yield return new Found
        {
            Id = "scent-limit",
            Severity = over ? Severity.Stop : Severity.Watch,
            Sentence = over
                ? $"Over: at most **{Wording.RoundPercent((decimal)Math.Floor(most * 100) / 100)}** of this blend, because of {Because(limits)}. Your supplier's certificate rules."
                : $"Close to the limit of {Because(limits)}: **{100 * limits.WorstRatio:0}{Wording.Narrow}%** of it used. Weigh with care.",
            Numbers = [new("part of the limit", 100 * limits.WorstRatio, "%"), new("limit", 100, "%")],
            Because = "Conservative defaults by category and audience; shared constituents are summed over all oils. The certificate and local rules decide.",
            Gap = other => other.Scent.Limits is { } after ? after.WorstRatio - (over ? 1 : 0.8) : 0,
            Acts = Lower(at, over ? most : most * 0.8),
        };
    }

    private static string Because(ScentLimits limits) => limits.WorstKind switch
    {
        "oil" => ScentOil.All[limits.WorstId].Name.ToLowerInvariant(),
        "constituent" => $"{limits.WorstId.Replace('_', ' ')} from all oils together",
        "phototoxic" => "sun on skin",
        _ => "the total for this product",
    };

    /// <summary>The whole blend lowered in proportion.</summary>
    private static List<(string, FormulaEdit)> Lower(Case at, double mostPct)
    {
        var scents = at.Lines.Where(pair => !pair.Line.Kept && MaterialKeys.ScentOf(pair.Material) is not null && pair.Line.Percent > 0).ToArray();
        if (scents.Length != 1)
        {
            return [.. scents.Select(pair => ($"Leave out {Wording.Brief(pair.Material.Name)}", (FormulaEdit)new RemoveLine(pair.Line.Id)))];
        }

        var share = Math.Floor((decimal)mostPct * 100) / 100;
        return share > 0
            ? [($"{Wording.Brief(scents[0].Material.Name)} to {Wording.RoundPercent(share)}", new SetShare(scents[0].Line.Id, share.ToString(System.Globalization.CultureInfo.InvariantCulture)))]
            : [($"Leave out {Wording.Brief(scents[0].Material.Name)}", new RemoveLine(scents[0].Line.Id))];
    }
}

/// <summary>What the label must name, and what cannot be known.</summary>
internal sealed class ScentTold : IRule
{
    public IEnumerable<Found> Check(Case at)
    {
        if (at.Scent.Declare.Count > 0)
        {
            var first = at.Scent.Declare[0];
            yield return new Found
            {
                Id = "scent-declare",
                Severity = Severity.Note,
                Sentence = $"Name on the label: {Wording.List([.. at.Scent.Declare.Take(5).Select(one => one.Name.Replace('_', ' '))])}{(at.Scent.Declare.Count > 5 ? $" and {at.Scent.Declare.Count - 5} more" : "")}, the largest **{first.Pct:0.##}{Wording.Narrow}%**.",
                Numbers = [new(first.Name, first.Pct, "%"), new("threshold", at.Norm.LeaveOn ? 0.001 : 0.01, "%")],
                Because = "Allergens above the threshold for this exposure; the law has more names than this table. Local rules decide.",
                Gap = _ => 0,
            };
        }

        foreach (var name in at.Scent.Unchecked)
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
    private static readonly Dictionary<string, (Severity Severity, string Says)> Words = new()
    {
        ["W_LOAD_HIGH"] = (Severity.Watch, "More colour than is usual: drag, stains and cost, no deeper shade."),
        ["W_BLEEDS_IN_WATER"] = (Severity.Watch, "This colour bleeds in water."),
        ["W_MIGRATES"] = (Severity.Note, "This colour wanders: swirls blur in weeks."),
        ["W_FADES"] = (Severity.Note, "This colour fades within half a year, faster in the light."),
        ["W_NOT_IN_FIZZ"] = (Severity.Fix, "Acid or soda destroys this colour when damp."),
        ["W_HUE_SHIFT"] = (Severity.Watch, "The base is not white and turns the hue."),
    };

    public IEnumerable<Found> Check(Case at)
    {
        if (at.Colour.Shade is not { } shade)
        {
            yield break;
        }

        foreach (var code in shade.Warnings)
        {
            var (severity, says) = Words[code];
            yield return new Found
            {
                Id = $"colour-{code[2..].ToLowerInvariant().Replace('_', '-')}",
                Severity = severity,
                Sentence = code == "W_HUE_SHIFT" ? $"The base turns this colour **{shade.HueWord.Replace('_', ' ')}**, by {Math.Abs(shade.HueShiftDeg ?? 0):0}°. Use a paler base, add white, or go with it." : says,
                Numbers = code == "W_HUE_SHIFT" ? [new("hue shift", shade.HueShiftDeg ?? 0, "°")] : [],
                Because = "Kubelka and Munk mixing with estimated strengths; a smear on cold steel decides.",
                Gap = other => other.Colour.Shade?.Warnings.Contains(code) == true ? 1 : 0,
                Acts = code == "W_NOT_IN_FIZZ"
                    ? [.. at.Lines.Where(pair => pair.Material.Keys.Colourant is { } key && !(Colour.Colourant.All[key].AcidOk && Colour.Colourant.All[key].AlkaliOk)).Select(pair => ($"Leave out {Wording.Brief(pair.Material.Name)}", (FormulaEdit)new RemoveLine(pair.Line.Id)))]
                    : [],
            };
        }

        if (shade.StainTubBand != "clean" && at.Norm.Nature == FamilyNature.Bath)
        {
            yield return new Found
            {
                Id = "stains-tub",
                Severity = shade.StainTubBand == "stains" ? Severity.Watch : Severity.Note,
                Sentence = $"{(shade.StainTubBand == "stains" ? "Stains tub and cloth" : "May tint the tub")}: stain **{shade.StainTub:0.0}**, clean below 0.5.",
                Numbers = [new("stain", shade.StainTub, ""), new("clean below", 0.5, "")],
                Because = "Share of each colourant by its stain rating, an oxide being 3.",
                Gap = other => other.Colour.Shade is { } after ? (after.StainTub / 3) - 1 : 0,
            };
        }
    }
}
