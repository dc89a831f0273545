using System.Globalization;
using AmberPantry.Core.Assessment.Parts;
using AmberPantry.Core.Costing;
using AmberPantry.Core.Families;
using AmberPantry.Core.Formulas;
using AmberPantry.Core.Materials;
using AmberPantry.Core.Science.Colour;
using AmberPantry.Core.Science.Melt;
using AmberPantry.Core.Science.Powders;
using AmberPantry.Core.Science.Stability;
using AmberPantry.Core.Workshops;

namespace AmberPantry.Core.Assessment.Remedies;

/// <summary>What a substitute must do as the material does that it stands in for, or better.</summary>
public enum SwapBy
{
    /// <summary>As firm at 20 °C, by as much of it as that takes.</summary>
    Firmness,

    /// <summary>Feels alike on skin, gram for gram.</summary>
    Feel,

    /// <summary>Stays fresh longer.</summary>
    Keeping,

    /// <summary>Costs less.</summary>
    Price,

    /// <summary>Looks alike in the pot.</summary>
    Shade,

    /// <summary>Takes up as much oil, by as much of it as that takes.</summary>
    Uptake,

    /// <summary>Brings the same fatty acids to skin.</summary>
    Benefit,
}

/// <summary>A material that can stand in.</summary>
/// <param name="Percent">What of it is needed.</param>
/// <param name="Says">How it compares by what was asked: "fresh 9 → 14 months".</param>
/// <param name="Effect">What else changes; empty where nothing does.</param>
/// <param name="IsOwn">The maker has it.</param>
public sealed record SwapOption(
    string Material,
    string Name,
    decimal Percent,
    string Says,
    string Effect,
    IReadOnlyList<FormulaEdit> Edits,
    bool IsOwn
);

/// <param name="Options">Best first.</param>
/// <param name="Says">What was looked for, and how many were looked at.</param>
public sealed record SwapAnswer(IReadOnlyList<SwapOption> Options, string Says);

/// <summary>Finds what can stand in for a line, by one property at a time.</summary>
public sealed class SwapFinder(MaterialShelf shelf, Workshop workshop, FamilyRegistry? families = null)
{
    private const int MostOptions = 8;

    /// <summary>Looked at closely; the rest is left by what the materials are alone.</summary>
    private const int MostTried = 60;
    private const double RoomC = 20;
    private const double LeastMonths = 0.5;
    private const decimal LeastSaving = 0.005m;

    private readonly FormulaEditor editor = new(shelf);

    /// <param name="onlyMine">Only materials that the maker has.</param>
    /// <exception cref="Refusal">E_UNKNOWN_ID for a line that is not there, E_RANGE for a property this line has not.</exception>
    public SwapAnswer Find(Formula formula, string lineId, SwapBy by, bool onlyMine)
    {
        var subject = new Subject(formula, new Bearings(shelf, workshop, families ?? FamilyRegistry.Usual));
        var line = formula.Line(lineId);
        var material = subject.Lines.First(pair => pair.Line.Id == lineId).Material;
        var can = Askable(subject, material);
        if (!can.Contains(by))
        {
            throw new Refusal(
                Codes.Range,
                "by",
                by,
                $"{material.Name} cannot be compared by that.",
                can.Count == 0 ? "Swap it by name." : $"Ask by {string.Join(", ", can.Select(one => one.ToString().ToLowerInvariant()))}."
            );
        }

        var there = formula.Lines.Select(other => other.Material).ToHashSet();
        var pool = shelf
            .All.Where(other =>
                other.BasedOn != material.BasedOn && !there.Contains(other.Id) && (!onlyMine || IsOwn(other)) && IsKin(material, other, by)
            )
            .DistinctBy(other => IsOwn(other) ? (object)other.Id : (other.Keys, other.Role))
            .OrderBy(other => Apart(material, other, by))
            .Take(MostTried)
            .ToArray();
        var options = pool.Select(other => Try(subject, line, material, other, by))
            .OfType<Tried>()
            .OrderBy(tried => tried.Off)
            .ThenByDescending(tried => IsOwn(tried.Material))
            .Take(MostOptions)
            .Select(tried => Tell(subject, line, tried))
            .ToArray();
        return new SwapAnswer(options, Says(material, by, pool.Length, options.Length));
    }

    private bool IsOwn(Material material) => shelf.Own.Any(own => own.Id == material.Id || own.BasedOn == material.Id);

    /// <summary>What can be asked of a line.</summary>
    internal static List<SwapBy> Askable(Subject subject, Material material)
    {
        List<SwapBy> can = [];
        var melts = material.Melt is not null && !FormulaEditor.IsDosed(material);
        if (melts && !subject.Family.IsDry)
        {
            can.Add(SwapBy.Firmness);
        }

        if (subject.Skin is not null && !FormulaEditor.IsDosed(material))
        {
            can.Add(SwapBy.Feel);
        }

        if (material.Powder is { IsOilSoluble: false })
        {
            can.Add(SwapBy.Uptake);
        }

        if (material.Lipid is not null)
        {
            can.Add(SwapBy.Keeping);
        }

        if (material.Lipid is { Acids.Count: > 0 })
        {
            can.Add(SwapBy.Benefit);
        }

        can.Add(SwapBy.Shade);
        if (material.PricePerKg is not null)
        {
            can.Add(SwapBy.Price);
        }

        return can;
    }

    /// <summary>Whether it could do the same work at all.</summary>
    private static bool IsKin(Material material, Material other, SwapBy by) =>
        by switch
        {
            SwapBy.Firmness => other.Melt is not null
                && !FormulaEditor.IsDosed(other)
                && other.IsLiquidAtRoom == material.IsLiquidAtRoom
                && other.Role != Role.Emulsifier == (material.Role != Role.Emulsifier),
            SwapBy.Uptake => other.Powder is { IsOilSoluble: false } && other.Role == material.Role,
            SwapBy.Benefit => other.Lipid is { Acids.Count: > 0 } && other.IsLiquidAtRoom == material.IsLiquidAtRoom && other.Role == material.Role,
            SwapBy.Price => other.PricePerKg < material.PricePerKg && IsLike(material, other),
            SwapBy.Shade when material.Role == Role.Colourant => other.Keys.Colourant is not null && other.Role == Role.Colourant,
            _ => IsLike(material, other),
        };

    /// <summary>The same work by its role: an ester stands in for an oil, one butter for another.</summary>
    private static bool IsLike(Material material, Material other) =>
        (other.Role == material.Role || (other.IsLiquid && material.IsLiquid) || (IsButter(other) && IsButter(material)))
        && other.IsLiquidAtRoom == material.IsLiquidAtRoom
        && other.IsPowder == material.IsPowder;

    private static bool IsButter(Material material) => material.Role is Role.SoftButter or Role.HardButter;

    /// <summary>How far two materials are apart by themselves, for choosing which to try.</summary>
    private static double Apart(Material material, Material other, SwapBy by) =>
        by switch
        {
            SwapBy.Firmness when material.Melt is { } melt && other.Melt is { } otherMelt => new[] { 10.0, RoomC, 33, 50 }.Sum(celsius =>
                Math.Abs(LipidBlend.Mix([(melt, 1)]).At(celsius).Solid - LipidBlend.Mix([(otherMelt, 1)]).At(celsius).Solid)
            ),
            SwapBy.Keeping => -(other.Lipid?.ShelfTypical ?? 0),
            SwapBy.Price => (double)(other.PricePerKg ?? 0),
            SwapBy.Benefit => Acids(material, other),
            SwapBy.Uptake => Math.Abs(Math.Log(Uptake(other) / Uptake(material))),
            SwapBy.Shade => Lab.DeltaE00(Seen(material), Seen(other)),
            _ => Math.Abs(material.DensityGMl - other.DensityGMl) + (material.Feel == other.Feel ? 0 : 1),
        };

    private static Lab Seen(Material material) => Lab.OfHex(material.Colour);

    private static double Uptake(Material material) => Math.Max(0.01, material.Powder!.UptakeMlPerG);

    private static double Acids(Material material, Material other) =>
        material.Lipid!.Acids.Sum(acid => Math.Abs(acid.Value - other.Lipid!.Acids[acid.Key])) / 2;

    private Tried? Try(Subject subject, FormulaLine line, Material material, Material other, SwapBy by)
    {
        try
        {
            var plain = new SwapMaterial(line.Id, other.Id, by == SwapBy.Firmness);
            FormulaEdit[] edits =
                by == SwapBy.Uptake ? [plain, new SetShare(line.Id, Text(line.Percent * (decimal)(Uptake(material) / Uptake(other))))] : [plain];
            var after = subject.With(editor.Apply(subject.Formula, edits));
            return Measure(subject, line, (material, other), after, by) is { } measured
                ? new Tried(other, edits, after, measured.Off, measured.Says)
                : null;
        }
        catch (Refusal)
        {
            return null; // No share of it does the same: it cannot stand in.
        }
    }

    private static string Text(decimal percent) => decimal.Round(percent, 2).ToString(CultureInfo.InvariantCulture);

    private static (double Off, string Says)? Measure(Subject before, FormulaLine line, (Material From, Material To) swap, Subject after, SwapBy by)
    {
        var share = after.Formula.Line(line.Id).Percent;
        switch (by)
        {
            case SwapBy.Firmness when before.Curve is { } was && after.Curve is { } now:
                double[] at = [0, 10, 33, 45];
                var off = at.Sum(celsius => Math.Abs(Math.Log(Math.Max(1, was.FirmnessAt(celsius)) / Math.Max(1, now.FirmnessAt(celsius)))));
                return (
                    off + Math.Abs(Math.Log((double)Math.Max(share, 0.1m) / (double)Math.Max(line.Percent, 0.1m))),
                    $"{Wording.Percent(share)} is as firm at {before.Say.Temperature(RoomC)}"
                );
            case SwapBy.Feel when before.Skin is { } was && after.Skin is { } now:
                return (
                    Math.Abs(was.Greasiness - now.Greasiness) + Math.Abs(was.Drag - now.Drag) + Math.Abs(was.Slip - now.Slip),
                    $"grease {was.Greasiness:0.0} → {now.Greasiness:0.0}, drag {was.Drag:0.0} → {now.Drag:0.0}, slip {was.Slip:0.0} → {now.Slip:0.0}"
                );
            case SwapBy.Keeping when before.Keeping.Months is var was && after.Keeping.Months is var now && now >= was + LeastMonths:
                return (-now, $"fresh {Wording.Number(was, "0")} → {Wording.Number(now, "0")} months");
            case SwapBy.Price
                when BatchCost.Of(before.Formula, before.Shelf, before.Workshop).BatchCost is { } was
                    && BatchCost.Of(after.Formula, after.Shelf, after.Workshop).BatchCost is { } now
                    && was - now >= LeastSaving:
                return ((double)now, $"the batch costs {before.Say.Money(was)} → {before.Say.Money(now)}");
            case SwapBy.Shade:
                Lab Pot(Subject subject) => Lab.OfHex(subject.Colour.Hex);
                var apart = Lab.DeltaE00(Pot(before), Pot(after));
                return (apart, $"{apart:0.0} away in the pot{(apart < ShadeFinder.HardToTellApart ? ": hard to tell apart" : "")}");
            case SwapBy.Uptake:
                PowderMaterial from = swap.From.Powder!,
                    to = swap.To.Powder!;
                var volume = (double)(share / Math.Max(line.Percent, 0.01m)) * from.LooseGMl / to.LooseGMl;
                return (
                    Math.Abs(Math.Log(volume)),
                    $"{Wording.Percent(share)} holds as much oil and fills {Wording.Number(volume, "0.0")} times the room"
                );
            case SwapBy.Benefit:
                var (acid, percent) = swap.From.Lipid!.Acids.MaxBy(pair => pair.Value);
                return (Acids(swap.From, swap.To), $"{Acid(acid)} {percent:0} → {swap.To.Lipid!.Acids[acid]:0}{Wording.Narrow}% of its fatty acids");
            default:
                return null;
        }
    }

    private static string Acid(string acid) =>
        acid switch
        {
            "c8_0" => "caprylic",
            "c10_0" => "capric",
            "c12_0" => "lauric",
            "c14_0" => "myristic",
            "c16_0" => "palmitic",
            "c16_1" => "palmitoleic",
            "c18_0" => "stearic",
            "c18_1" => "oleic",
            "c18_2" => "linoleic",
            "c18_3" => "linolenic",
            "c20_0" => "arachidic",
            "c20_1" => "eicosenoic",
            "c22_1" => "erucic",
            _ => acid,
        };

    private SwapOption Tell(Subject before, FormulaLine line, Tried tried)
    {
        var difference = Difference.Of(before, tried.After);
        return new SwapOption(
            tried.Material.Id,
            tried.Material.Name,
            tried.After.Formula.Line(line.Id).Percent,
            tried.Says,
            Difference.Join(difference.Gains.Take(2), difference.Losses.Take(2)),
            tried.Edits,
            IsOwn(tried.Material)
        );
    }

    private static string Says(Material material, SwapBy by, int tried, int found)
    {
        var name = Wording.Inside(Wording.Brief(material.Name));
        var (wish, one) = by switch
        {
            SwapBy.Firmness => ("as firm as", ""),
            SwapBy.Feel => ("that feel like", "that feels like"),
            SwapBy.Keeping => ("that keep longer than", "that keeps longer than"),
            SwapBy.Price => ("that cost less than", "that costs less than"),
            SwapBy.Shade => ("that look like", "that looks like"),
            SwapBy.Uptake => ("that hold oil like", "that holds oil like"),
            _ => ("with the fatty acids of", ""),
        };
        var single = one.Length > 0 ? one : wish;
        return found switch
        {
            0 => $"Nothing {single} {name} among {tried} looked at.",
            1 => $"The only one {single} {name}, of {tried} tried in this mix.",
            _ => $"The best {found} {wish} {name}, of {tried} tried in this mix.",
        };
    }

    private sealed record Tried(Material Material, IReadOnlyList<FormulaEdit> Edits, Subject After, double Off, string Says);
}
