using System.Globalization;
using AmberPantry.Core.Families;
using AmberPantry.Core.Materials;

namespace AmberPantry.Core.Formulas;

/// <summary>Applies edits so that the shares go on totalling exactly 100 and kept lines never move.</summary>
public sealed class FormulaEditor(MaterialShelf shelf)
{
    /// <summary>The four decimals a share is kept with, in percent.</summary>
    private const decimal Step = 0.0001m;
    private const int MostDrops = 1000;

    /// <exception cref="Refusal">When the edit cannot be done as asked; the formula given stays as it was.</exception>
    public Formula Apply(Formula formula, FormulaEdit edit) =>
        edit switch
        {
            SetShare set => SetShare(formula, set),
            AddDrops add => Drop(formula, add),
            MoveBoundary move => MoveBoundary(formula, move),
            AddLine add => Add(formula, add),
            RemoveLine remove => Remove(formula, remove),
            SwapMaterial swap => Swap(formula, swap),
            MoveLine move => Move(formula, move),
            KeepLine keep => Replace(formula, formula.Line(keep.Line) with { Kept = keep.Kept }),
            ChooseMakeweight choose => formula with { MakeweightId = formula.Line(choose.Line).Id },
            SetPhase set => Replace(formula, formula.Line(set.Line) with { Phase = set.Phase }),
            Trade trade => Trade(formula, trade),
            SetMix mix => Mix(formula, mix),
            SetBatch set => formula with { Batch = FormulaCheck.Batch(set.Batch) },
            SetPour set => formula with { PourC = FormulaCheck.Pour(set.PourC) },
            SetFamily set => formula with { Family = FamilyRegistry.Usual.Get(set.Family, "family").Family },
            SetUse set => formula with { WornOn = set.WornOn, ForWhom = set.ForWhom },
            SetMustStand set => formula with { MustStand = FormulaCheck.MustStand(set.Places) },
            SetMethod set => formula with { Method = FormulaCheck.Method(set.Method) },
            SetColouredParts set => formula with { ColouredParts = ColouredPart.Check(set.Parts, shelf) },
            _ => throw new Refusal(Codes.UnknownId, "edit.kind", edit.GetType().Name, "This change is not known here.", "Reload the page."),
        };

    /// <summary>The edit that puts grams of a material on top of what is in the pot.</summary>
    public static FormulaEdit Adding(Formula formula, Material material, decimal grams)
    {
        var text = string.Create(CultureInfo.InvariantCulture, $"{grams:0.####} g");
        return formula.Lines.FirstOrDefault(line => line.Material == material.Id) is { } there
            ? new SetShare(there.Id, text, GivesWay.OnTop)
            : new AddLine(material.Id, text, GivesWay: GivesWay.OnTop);
    }

    public Formula Apply(Formula formula, IEnumerable<FormulaEdit> edits) => edits.Aggregate(formula, Apply);

    /// <summary>The line that takes up the rest: one whose amount is not known, else the one chosen, else the largest free line of what fills the
    /// family, else the largest free line.</summary>
    /// <param name="except">A line that is being edited and so cannot give way to itself.</param>
    public FormulaLine? Makeweight(Formula formula, string? except = null)
    {
        var free = formula.Lines.Where(line => !line.Kept && line.Id != except).ToArray();
        return free.FirstOrDefault(line => line.Gap)
            ?? free.FirstOrDefault(line => line.Id == formula.MakeweightId)
            ?? Fillers(formula.Family)
                .Select(fills => free.Where(line => fills(Material(line))).MaxBy(line => line.Percent))
                .OfType<FormulaLine>()
                .FirstOrDefault()
            ?? free.MaxBy(line => line.Percent);
    }

    /// <summary>What a family is filled up with, the best first: dry grains where it is dry, else free oil and then fat; last of all what is dear
    /// or dosed.</summary>
    private static IEnumerable<Func<Material, bool>> Fillers(Family family)
    {
        if (FamilyRegistry.Usual.Find(family) is { IsDry: true })
        {
            yield return material => material.Role is Role.Salt or Role.Powder;
            yield return material => material.Role is Role.Base or Role.Botanical;
        }

        yield return material => material.IsLiquid;
        yield return material => !IsDosed(material);
    }

    /// <summary>What is weighed for what it does, and fills nothing.</summary>
    public static bool IsDosed(Material material) =>
        material.Role is Role.Scent or Role.Colourant or Role.Antioxidant or Role.Active or Role.Preservative or Role.UvFilter;

    private Formula SetShare(Formula formula, SetShare set)
    {
        var line = formula.Line(set.Line);
        if (set.Share?.Trim() == ShareText.Unknown)
        {
            return Replace(formula, Free(line, set.Share) with { Gap = true });
        }

        var said = GiveText.Read(set.Share, set.GivesWay, set.From, formula, shelf);
        var percent = ShareText.Parse(said.Share, formula.Batch.Grams, "percent", Material(line));
        if (said.Way == GivesWay.OnTop)
        {
            return OnTop(formula, line.Id, percent);
        }

        if (percent == line.Percent)
        {
            return line.Gap ? Replace(formula, line with { Gap = false }) : formula;
        }

        var others = GiveWay(formula, Free(line, set.Share).Id, percent - line.Percent, said, line);
        return Replace(others, line with { Percent = percent, Gap = false });
    }

    /// <exception cref="Refusal">E_KEPT where the line is kept.</exception>
    private FormulaLine Free(FormulaLine line, string? asked) =>
        line.Kept
            ? throw new Refusal(
                Codes.Kept,
                "percent",
                asked,
                $"{Name(line)} is kept at {Show(line.Percent)} %.",
                "Let it go first, then type its share."
            )
            : line;

    private Formula Drop(Formula formula, AddDrops add)
    {
        var line = formula.Line(add.Line);
        if (Material(line).DropsPerG is not { } perGram)
        {
            throw new Refusal(Codes.Range, "line", Name(line), $"{Name(line)} does not drop.", "Type its share, or its grams.");
        }

        if (Math.Abs(add.Drops) > MostDrops)
        {
            throw new Refusal(
                Codes.Range,
                "drops",
                add.Drops,
                $"{add.Drops} drops at once were not counted.",
                $"Count at most {MostDrops}, or type grams."
            );
        }

        var to = Math.Max(0, line.Percent + ((decimal)(add.Drops / perGram) * 100 / formula.Batch.Grams));
        return SetShare(formula, new SetShare(line.Id, ShareText.Round(to).ToString(CultureInfo.InvariantCulture)));
    }

    /// <summary>Takes <paramref name="taken"/> percent from the other lines, or gives it back when negative.</summary>
    private Formula GiveWay(Formula formula, string? except, decimal taken, Giving from, FormulaLine asking)
    {
        var giving = from.Way switch
        {
            GivesWay.Donor => [Donor(formula, from.Line, asking)],
            GivesWay.Everyone => [.. formula.Lines.Where(line => !line.Kept && line.Id != except)],
            GivesWay.SameRole => [.. formula.Lines.Where(line => !line.Kept && line.Id != except && Material(line).Role == Material(asking).Role)],
            // What was not told takes up what the told ones leave.
            _ when formula.Lines.Where(line => line.Gap && !line.Kept && line.Id != except).ToArray() is { Length: > 1 } gaps => gaps,
            _ => Makeweight(formula, except) is { } makeweight ? new[] { makeweight } : [],
        };
        if (giving.Length == 0)
        {
            throw new Refusal(Codes.Kept, "percent", taken, "No other line is free to give way.", "Let one of the kept lines go first.");
        }

        var there = giving.Sum(line => line.Percent);
        if (there - taken < 0)
        {
            var used = giving.Length == 1 ? Name(giving[0]) : "The rest";
            throw new Refusal(
                Codes.UsedUp,
                "percent",
                asking.Percent + taken,
                $"{used} is used up at {Show(asking.Percent + there)} %.",
                $"Type at most {Show(asking.Percent + there)}, or let another line give way."
            );
        }

        var shares =
            there == 0
                ? Amounts.ToPercent([.. giving.Select(_ => 1m)]).Select(share => ShareText.Round(share * -taken / 100)).ToArray()
                : [.. LargestRemainder.Share([.. giving.Select(line => line.Percent * (there - taken) / there)], Step, there - taken)];
        if (there == 0)
        {
            shares[^1] += -taken - shares.Sum();
        }

        return giving.Select((line, i) => line with { Percent = shares[i] }).Aggregate(formula, Replace);
    }

    private FormulaLine Donor(Formula formula, string? named, FormulaLine asking)
    {
        var donor = formula.Line(named ?? "");
        if (donor.Id == asking.Id)
        {
            throw new Refusal(Codes.Twice, "from", Name(donor), $"{Name(donor)} cannot give way to itself.", "Name another line.");
        }

        return donor.Kept
            ? throw new Refusal(
                Codes.Kept,
                "from",
                Name(donor),
                $"{Name(donor)} is kept at {Show(donor.Percent)} %.",
                "Let it go first, or name another line."
            )
            : donor;
    }

    /// <summary>Puts so much on top of what is in the pot: the batch grows, the others keep their grams.</summary>
    /// <param name="percent">Of the batch as it was.</param>
    private static Formula OnTop(Formula formula, string lineId, decimal percent)
    {
        var shares = LargestRemainder.Share(
            [.. formula.Lines.Select(line => (line.Percent + (line.Id == lineId ? percent : 0)) * 100 / (100 + percent))],
            Step,
            100
        );
        var grams = decimal.Round(formula.Batch.Grams * (100 + percent) / 100, 2);
        return formula with
        {
            Lines = [.. formula.Lines.Select((line, i) => line with { Percent = shares[i] })],
            Batch = percent == 0 ? formula.Batch : FormulaCheck.Batch(formula.Batch with { Grams = grams, Units = null }),
        };
    }

    private static Formula MoveBoundary(Formula formula, MoveBoundary move)
    {
        var at = formula.Lines.ToList().FindIndex(line => line.Id == formula.Line(move.Above).Id);
        var above = formula.Lines.Take(at + 1).LastOrDefault(line => !line.Kept);
        var next = move.Below is null ? at + 1 : formula.Lines.ToList().FindIndex(line => line.Id == formula.Line(move.Below).Id);
        var below = formula.Lines.Skip(Math.Max(next, at + 1)).FirstOrDefault(line => !line.Kept);
        if (above is null || below is null)
        {
            throw new Refusal(
                Codes.Kept,
                "boundary",
                move.Above,
                "There is no free layer on both sides of this boundary.",
                "Let one of the kept layers go first."
            );
        }

        var by = Math.Clamp(ShareText.Round(move.ByPercent), -above.Percent, below.Percent);
        return Replace(
            Replace(formula, above with { Percent = above.Percent + by, Gap = false }),
            below with
            {
                Percent = below.Percent - by,
                Gap = false,
            }
        );
    }

    private Formula Add(Formula formula, AddLine add)
    {
        var material = shelf.Named(add.Material, "material");
        var phase = LinePhase.Of(formula.Family, material);
        Deny(formula, material, phase);
        if (formula.Lines.Count >= Formula.MostLines)
        {
            throw new Refusal(Codes.Range, "lines", formula.Lines.Count, $"A trial holds at most {Formula.MostLines} lines.", "Remove a line first.");
        }

        var gap = add.Share?.Trim() == ShareText.Unknown;
        var said = GiveText.Read(gap ? "0" : add.Share, add.GivesWay, add.From, formula, shelf);
        var percent = formula.Lines.Count == 0 ? 100m : ShareText.Parse(said.Share, formula.Batch.Grams, "percent", material);
        var line = new FormulaLine(NewId(formula), material.Id, 0, phase, Gap: gap);
        var at = Math.Clamp(add.At ?? EndOfPhase(formula, phase), 0, formula.Lines.Count);
        Formula With(Formula rest, decimal share) =>
            rest with
            {
                Lines = [.. rest.Lines.Take(at), line with { Percent = share }, .. rest.Lines.Skip(at)],
            };

        return formula.Lines.Count == 0 || percent == 0 ? With(formula, percent)
            : said.Way == GivesWay.OnTop ? OnTop(With(formula, 0), line.Id, percent)
            : With(GiveWay(formula, null, percent, said, line), percent);
    }

    private Formula Remove(Formula formula, RemoveLine remove)
    {
        var line = formula.Line(remove.Line);
        if (line.Kept)
        {
            throw new Refusal(Codes.Kept, "line", Name(line), $"{Name(line)} is kept.", "Let it go first, then remove it.");
        }

        var without = formula with
        {
            Lines = [.. formula.Lines.Where(other => other.Id != line.Id)],
            MakeweightId = formula.MakeweightId == line.Id ? null : formula.MakeweightId,
        };
        return without.Lines.Count == 0 || line.Percent == 0
            ? without
            : GiveWay(without, null, -line.Percent, new Giving("", remove.GivesWay, remove.From), line);
    }

    private Formula Swap(Formula formula, SwapMaterial swap)
    {
        var line = formula.Line(swap.Line);
        var material = shelf.Named(swap.Material, "material");
        if (material.Id == line.Material)
        {
            return formula;
        }

        Deny(formula with { Lines = [.. formula.Lines.Where(other => other.Id != line.Id)] }, material, line.Phase);
        var swapped = Replace(formula, line with { Material = material.Id });
        return swap.SameFirmness ? KeepFirmness(formula, swapped, line.Id) : swapped;
    }

    /// <summary>Finds the share at which the swapped line leaves firmness at 20 °C as it was; the makeweight takes the rest.</summary>
    private Formula KeepFirmness(Formula before, Formula swapped, string lineId)
    {
        const double RoomC = 20;
        var line = swapped.Line(lineId);
        var makeweight = Makeweight(swapped, lineId)
            ?? throw new Refusal(Codes.Kept, "line", Name(line), "No other line is free to give way.", "Let one of the kept lines go first.");
        var wanted = new ProductMelt(before, shelf).Curve?.FirmnessAt(RoomC) ?? 0;
        var room = line.Percent + makeweight.Percent;
        Formula With(decimal percent) => Replace(Replace(swapped, line with { Percent = percent }), makeweight with { Percent = room - percent });
        double Off(decimal percent) => (new ProductMelt(With(percent), shelf).Curve?.FirmnessAt(RoomC) ?? 0) - wanted;

        const int Steps = 100;
        decimal low = 0,
            lowOff = (decimal)Off(0);
        for (var i = 1; i <= Steps; i++)
        {
            var high = room * i / Steps;
            if (Math.Sign(Off(high)) != Math.Sign(lowOff))
            {
                for (var k = 0; k < 14; k++)
                {
                    var middle = (low + high) / 2;
                    (low, high) = Math.Sign(Off(middle)) == Math.Sign(lowOff) ? (middle, high) : (low, middle);
                }

                return With(Math.Round(high, 2));
            }

            low = high;
        }

        throw new Refusal(
            Codes.Unreachable,
            "material",
            Name(line),
            $"No share of {Name(line)} up to {Show(room)} % keeps the firmness at 20 °C.",
            "Swap it gram for gram and mend the findings after."
        );
    }

    private static Formula Move(Formula formula, MoveLine move)
    {
        var line = formula.Line(move.Line);
        var others = formula.Lines.Where(other => other.Id != line.Id).ToList();
        var at = Math.Clamp(move.To, 0, others.Count);
        FormulaLine[] beside = [.. others.Skip(at - 1).Take(at == 0 ? 1 : 2)];
        var joins = move.TakesPhase && beside.Length > 0 && beside.All(other => other.Phase != line.Phase);
        var phase = joins ? beside[0].Phase : line.Phase;
        // A material stands once in a phase: there it would be its own twin.
        var twin = others.Any(other => other.Material == line.Material && other.Phase == phase);
        others.Insert(at, twin ? line : line with { Phase = phase });
        return formula with { Lines = others };
    }

    private Formula Trade(Formula formula, Trade trade)
    {
        var giver = formula.Line(trade.From);
        if (trade.Percent <= 0 || trade.Percent > giver.Percent)
        {
            throw new Refusal(Codes.Range, "percent", trade.Percent, $"{Name(giver)} has {Show(giver.Percent)} % to give.", "Trade less.");
        }

        var material = shelf.Named(trade.ToMaterial, "material");
        var to = formula.Lines.FirstOrDefault(line => line.Material == material.Id);
        if (to?.Id == giver.Id)
        {
            throw new Refusal(Codes.Twice, "toMaterial", material.Name, $"{material.Name} cannot be traded for itself.", "Choose another material.");
        }

        var given =
            giver.Percent == trade.Percent
                ? formula with
                {
                    Lines = [.. formula.Lines.Where(line => line.Id != giver.Id)],
                }
                : Replace(formula, giver with { Percent = giver.Percent - trade.Percent });
        if (to is not null)
        {
            return Replace(given, to with { Percent = to.Percent + trade.Percent });
        }

        var phase = LinePhase.Of(formula.Family, material);
        var line = new FormulaLine(NewId(formula), material.Id, trade.Percent, phase);
        var sameRole = given.Lines.ToList().FindLastIndex(other => Material(other).Role == material.Role);
        var at = sameRole >= 0 ? sameRole + 1 : EndOfPhase(given, phase);
        return given with { Lines = [.. given.Lines.Take(at), line, .. given.Lines.Skip(at)] };
    }

    private Formula Mix(Formula formula, SetMix mix)
    {
        var shares = mix.Shares.Where(share => share.Percent > 0).ToArray();
        if (shares.Length is 0 or > Formula.MostLines || shares.Sum(share => share.Percent) != 100)
        {
            throw new Refusal(
                Codes.Range,
                "shares",
                shares.Sum(share => share.Percent),
                $"A mix of {shares.Length} materials that total {Show(shares.Sum(share => share.Percent))} % is none.",
                $"Send 1 to {Formula.MostLines} materials that total 100."
            );
        }

        var named = shares.ToDictionary(share => shelf.Named(share.Material, "shares").Id, share => share.Percent);
        if (formula.Lines.FirstOrDefault(line => line.Kept && named.GetValueOrDefault(line.Material) != line.Percent) is { } kept)
        {
            throw new Refusal(Codes.Kept, "shares", Name(kept), $"{Name(kept)} is kept at {Show(kept.Percent)} %.", "Let it go first.");
        }

        // A material that stands in two phases has its share in the first of them.
        var mixed = formula with { Lines = [] };
        foreach (var line in formula.Lines)
        {
            if (named.Remove(line.Material, out var percent))
            {
                mixed = mixed with { Lines = [.. mixed.Lines, line with { Percent = percent, Gap = false }] };
            }
        }

        foreach (var (material, percent) in named)
        {
            var phase = LinePhase.Of(formula.Family, shelf.Get(material, "shares"));
            // Ids go on from all lines that were there.
            var line = new FormulaLine(NewId(formula with { Lines = [.. formula.Lines, .. mixed.Lines] }), material, percent, phase);
            var at = EndOfPhase(mixed, phase);
            mixed = mixed with { Lines = [.. mixed.Lines.Take(at), line, .. mixed.Lines.Skip(at)] };
        }

        return mixed;
    }

    private static void Deny(Formula formula, Material material, Phase phase)
    {
        if (formula.Lines.FirstOrDefault(line => line.Material == material.Id && line.Phase == phase) is { } twin)
        {
            throw new Refusal(
                Codes.Twice,
                "material",
                material.Name,
                $"{material.Name} is already here at {Show(twin.Percent)} %.",
                "Change the share of that line instead."
            );
        }
    }

    /// <summary>Phases in the order in which a batch takes them.</summary>
    private static readonly Phase[] InOrder = [Phase.Melt, Phase.Dry, Phase.Liquid, Phase.CoolDown, Phase.Surface];

    private static int EndOfPhase(Formula formula, Phase phase) =>
        1 + formula.Lines.ToList().FindLastIndex(line => Array.IndexOf(InOrder, line.Phase) <= Array.IndexOf(InOrder, phase));

    private static string NewId(Formula formula) =>
        $"L{1 + formula.Lines.Select(line => line.Id.StartsWith('L') && int.TryParse(line.Id.AsSpan(1), out var n) ? n : 0).DefaultIfEmpty(0).Max()}";

    private static Formula Replace(Formula formula, FormulaLine line) =>
        formula with
        {
            Lines = [.. formula.Lines.Select(other => other.Id == line.Id ? line : other)],
        };

    private Material Material(FormulaLine line) => shelf.Get(line.Material, $"lines.{line.Id}.material");

    private string Name(FormulaLine line) => Material(line).Name;

    private static string Show(decimal percent) => percent.ToString("0.0###", System.Globalization.CultureInfo.InvariantCulture);
}
