using AmberPantry.Core.Assessment.Parts;
using AmberPantry.Core.Families;
using AmberPantry.Core.Formulas;
using AmberPantry.Core.Materials;
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
            Plans = [.. SaferGrades(subject, limits), .. Lower(subject, most * 0.8)],
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

    /// <summary>The whole blend lowered in proportion, well inside and not at the edge; none where nothing may stay.</summary>
    private static IEnumerable<(string, IReadOnlyList<FormulaEdit>)> Lower(Subject subject, double mostPct)
    {
        var scents = subject.There.Where(pair => !pair.Line.Kept && pair.Material.Role == Role.Scent).ToArray();
        var total = scents.Sum(pair => pair.Line.Percent);
        var who = scents.Length == 1 ? Wording.Brief(scents[0].Material.Name) : "the whole blend";
        var most = Math.Floor((decimal)mostPct * 100) / 100;
        if (total == 0 || most >= total)
        {
            yield break;
        }

        var edits = scents
            .Select(pair => (pair.Line.Id, Share: Math.Floor(pair.Line.Percent * most / total * 100) / 100))
            .Select(one =>
                one.Share > 0
                    ? (FormulaEdit)new SetShare(one.Id, one.Share.ToString(System.Globalization.CultureInfo.InvariantCulture))
                    : new RemoveLine(one.Id)
            )
            .ToArray();
        yield return most > 0 ? ($"{Wording.Capital(who)} to {Wording.RoundPercent(most)}", edits) : ($"Leave out {who}", edits);
    }

    /// <summary>A grade of the same oil that the sun does nothing to.</summary>
    private static IEnumerable<(string, IReadOnlyList<FormulaEdit>)> SaferGrades(Subject subject, ScentLimits limits)
    {
        if (limits.PhotoIndex <= 1)
        {
            yield break;
        }

        var swaps = subject
            .There.Where(pair => !pair.Line.Kept && pair.Material.ScentOil is { PhototoxicMaxPct: not null })
            .Select(pair => (pair.Line, pair.Material, Safer: Catalogue.All.FirstOrDefault(other => IsSaferGrade(other, pair.Material))))
            .Where(swap => swap.Safer is not null)
            .ToArray();
        if (swaps.Length > 0)
        {
            yield return (
                $"Swap {Names(swaps.Select(swap => swap.Material))} for {Names(swaps.Select(swap => swap.Safer!))}",
                [.. swaps.Select(swap => new SwapMaterial(swap.Line.Id, subject.Shelf.Preferred(swap.Safer!.Id).Id))]
            );
        }
    }

    private static string Names(IEnumerable<Material> materials) => Wording.List([.. materials.Select(one => Wording.Inside(one.Name))]);

    private static bool IsSaferGrade(Material other, Material material) =>
        other.ScentOil is { PhototoxicMaxPct: null } && other.Name != material.Name && other.Name.Split(',')[0] == material.Name.Split(',')[0];
}

/// <summary>What the label must name, and what cannot be known.</summary>
internal sealed class ScentTold : IRule
{
    public IEnumerable<Found> Check(Subject subject)
    {
        if (subject.Scent.Declare.Count > 0)
        {
            var first = subject.Scent.Declare[0];
            var ownNames = subject.Scent.OilsByName.Select(id => ScentOil.All[id].Inci).ToArray();
            yield return new Found
            {
                Id = "scent-declare",
                Severity = Severity.Note,
                Sentence =
                    $"Name on the label: {Wording.List([.. subject.Scent.Declare.Take(5).Select(one => one.Name.Replace('_', ' '))])}"
                    + (subject.Scent.Declare.Count > 5 ? $" and {subject.Scent.Declare.Count - 5} more" : "")
                    + $", the largest **{first.Pct:0.##}{Wording.Narrow}%**"
                    + (ownNames.Length > 0 ? $"; and by their own names {Wording.List([.. ownNames.Take(3)])}." : "."),
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

    /// <summary>Whether a colour is one that the code speaks of. White powders and sun filters are there for more than colour.</summary>
    private static bool IsOf(string code, Material material, Science.Colour.Colourant colourant, decimal percent) =>
        code switch
        {
            WarningCodes.LoadHigh => material.Role != Role.Powder && (double)percent > colourant.LoadMax,
            WarningCodes.BleedsInWater => colourant.WaterBleed >= 2,
            WarningCodes.Migrates => colourant.Migrate >= 2,
            WarningCodes.Fades => colourant.HalfLifeMonths < Science.Colour.Shade.FadesBelowMonths,
            WarningCodes.NotInFizz => !(colourant.AcidOk && colourant.AlkaliOk),
            _ => false,
        };

    private static string Says(string code, string[] names)
    {
        if (names.Length == 0)
        {
            return WarningCodes.Says(code);
        }

        var said = Wording.List(names);
        var who = Wording.Capital(said);
        var one = names.Length == 1;
        return code switch
        {
            WarningCodes.LoadHigh => $"{who}: more than is usual brings drag, stains and cost, no deeper shade.",
            WarningCodes.BleedsInWater => $"{who} {(one ? "bleeds" : "bleed")} in water.",
            WarningCodes.Migrates => $"{who} {(one ? "wanders" : "wander")}: swirls blur in weeks.",
            WarningCodes.Fades => $"{who} {(one ? "fades" : "fade")} within half a year, faster in the light.",
            WarningCodes.NotInFizz => $"Acid or soda destroys {said} when damp.",
            _ => WarningCodes.Says(code),
        };
    }

    public IEnumerable<Found> Check(Subject subject)
    {
        if (subject.Colour.Shade is not { } shade)
        {
            yield break;
        }

        foreach (var code in shade.Warnings)
        {
            var whose = subject
                .There.Where(pair =>
                    pair.Material.Keys.Colourant is { } key && IsOf(code, pair.Material, Science.Colour.Colourant.All[key], pair.Line.Percent)
                )
                .Select(pair => Wording.Brief(pair.Material.Name))
                .ToArray();
            if (code == WarningCodes.LoadHigh && whose.Length == 0)
            {
                continue;
            }

            yield return new Found
            {
                Id = $"colour-{code[2..].ToLowerInvariant().Replace('_', '-')}",
                Severity = Told[code],
                Sentence =
                    code == WarningCodes.HueShift
                        ? $"The base turns this colour **{Wording.Said(shade.HueWord)}**, "
                            + $"by {Math.Abs(shade.HueShiftDeg ?? 0):0}°. Use a paler base, add white, or go with it."
                        : Says(code, whose),
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
