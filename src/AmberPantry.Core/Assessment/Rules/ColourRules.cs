using AmberPantry.Core.Assessment.Parts;
using AmberPantry.Core.Families;
using AmberPantry.Core.Formulas;
using AmberPantry.Core.Materials;
using AmberPantry.Core.Science.Colour;
using AmberPantry.Core.Workshops;

namespace AmberPantry.Core.Assessment.Rules;

/// <summary>Colour that does not stay as it is.</summary>
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
    private static bool IsOf(string code, Material material, Colourant colourant, decimal percent) =>
        code switch
        {
            WarningCodes.LoadHigh => material.Role != Role.Powder && (double)percent > colourant.LoadMax,
            WarningCodes.BleedsInWater => colourant.WaterBleed >= 2,
            WarningCodes.Migrates => colourant.Migrate >= 2,
            WarningCodes.Fades => colourant.HalfLifeMonths < Shade.FadesBelowMonths,
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
                .There.Where(pair => pair.Material.Keys.Colourant is { } key && IsOf(code, pair.Material, Colourant.All[key], pair.Line.Percent))
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
                                    pair.Material.Keys.Colourant is { } key && !(Colourant.All[key].AcidOk && Colourant.All[key].AlkaliOk)
                                )
                                .Select(pair => ($"Leave out {Wording.Brief(pair.Material.Name)}", (FormulaEdit)new RemoveLine(pair.Line.Id))),
                        ]
                        : [],
            };
        }
    }
}

/// <summary>Colour that stays on the tub and the towel.</summary>
internal sealed class StainsTub : IRule
{
    /// <summary>A colour that stains so much a percent is what is given up; one that stains less may take its place.</summary>
    private const double Strong = 1;
    private const double Weak = 0.3;

    /// <summary>Below the limit by so much, as a part of it.</summary>
    private const double Inside = 0.1;
    private const int MostKin = 2;

    /// <summary>For each colour that stains: those that hardly do, the nearest in shade first.</summary>
    private static readonly Lazy<IReadOnlyDictionary<string, Colourant[]>> Kin = new(() =>
        Colourant.All.Values.Where(one => one.StainTub >= Strong).ToDictionary(one => one.Id, one => NearestOf(one).ToArray())
    );

    public IEnumerable<Found> Check(Subject subject)
    {
        if (subject.Family.Nature != FamilyNature.Bath || subject.Colour.Shade is not { StainTubBand: not Stain.Clean } shade)
        {
            yield break;
        }

        var stains = shade.StainTubBand == Stain.Stains;
        yield return new Found
        {
            Id = "stains-tub",
            Severity = stains ? Severity.Watch : Severity.Note,
            Sentence = $"{(stains ? "Stains tub and cloth" : "May tint the tub")}: stain **{shade.StainTub:0.0}**, clean below {Staining.TintsFrom}.",
            Numbers = [new("stain", shade.StainTub, ""), new("clean below", Staining.TintsFrom, "")],
            Because = "Share of each colourant by its stain rating, an oxide being 3.",
            Gap = other => other.Colour.Shade is { } after ? (after.StainTub / Staining.StainsFrom) - 1 : -1,
            Plans = stains ? [.. Plans(subject, shade.StainTub)] : [],
        };
    }

    /// <summary>Part of what stains for a colour like it that hardly does, or for white: as little as brings it within the limit.</summary>
    private static IEnumerable<(string, IReadOnlyList<FormulaEdit>)> Plans(Subject subject, double stain)
    {
        var giving = subject.There.Where(pair => !pair.Line.Kept && Of(pair.Material) is { StainTub: >= Strong }).ToArray();
        if (giving.Length == 0)
        {
            yield break;
        }

        double Stain((FormulaLine Line, Material Material) pair) => (double)pair.Line.Percent * Of(pair.Material)!.StainTub;
        var percent = giving.Sum(pair => (double)pair.Line.Percent);
        var theirs = giving.Sum(Stain);
        var aim = (1 - Inside) * Staining.StainsFrom;
        foreach (var taker in Takers(subject, Of(giving.MaxBy(Stain).Material)!))
        {
            var rating = Of(taker)!.StainTub;
            var part = (stain - aim) / (theirs - (percent * rating));
            if (part is > 0 and <= 1 && Room(subject, taker) >= part * percent)
            {
                FormulaEdit[] edits = [.. giving.Select(pair => new Trade(pair.Line.Id, taker.Id, Up((double)pair.Line.Percent * part)))];
                var names = Wording.List([.. giving.Select(pair => Wording.Brief(pair.Material.Name))]);
                yield return (
                    $"Trade {Wording.RoundPercent(edits.Cast<Trade>().Sum(trade => trade.Percent))} {names} for {Wording.Inside(taker.Name)}",
                    edits
                );
            }
        }
    }

    /// <summary>The nearest in shade that bear what they meet, and a white that only dilutes.</summary>
    private static IEnumerable<Material> Takers(Subject subject, Colourant like) =>
        Kin.Value[like.Id]
            .Where(one => !subject.Family.Traits.Fizzes || (one.AcidOk && one.AlkaliOk))
            .Select(one => subject.Shelf.All.FirstOrDefault(material => material.Keys.Colourant == one.Id))
            .OfType<Material>()
            .Take(MostKin)
            .Append(subject.Shelf.Preferred("kaolin"));

    private static IEnumerable<Colourant> NearestOf(Colourant like) =>
        Colourant.All.Values.Where(one => one.StainTub <= Weak && one.Masstone is not null).OrderBy(one => Away(one, like));

    /// <summary>Hue and strength count; how light it is shows only when it is thick.</summary>
    private static double Away(Colourant one, Colourant like) =>
        one.Masstone is { } a && like.Masstone is { } b ? Lab.DeltaE00(a with { L = b.L }, b) : double.PositiveInfinity;

    private static double Room(Subject subject, Material material) =>
        Of(material)!.LoadMax - subject.There.Where(pair => pair.Material.Id == material.Id).Sum(pair => (double)pair.Line.Percent);

    private static Colourant? Of(Material material) => material.Keys.Colourant is { } key ? Colourant.All[key] : null;

    /// <summary>Up to the next hundredth of a percent.</summary>
    private static decimal Up(double percent) => Math.Ceiling((decimal)percent * 100) / 100;
}
