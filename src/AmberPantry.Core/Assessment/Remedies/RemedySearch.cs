using AmberPantry.Core.Assessment.Parts;
using AmberPantry.Core.Assessment.Rules;
using AmberPantry.Core.Families;
using AmberPantry.Core.Formulas;
using AmberPantry.Core.Materials;
using AmberPantry.Core.Science.Melt;
using AmberPantry.Core.Workshops;

namespace AmberPantry.Core.Assessment.Remedies;

/// <summary>Looks for small trades that clear a finding, by assessing each traded formula with the very rules that found it.</summary>
/// <param name="judged">What the rules say of the mix in hand.</param>
internal sealed class RemedySearch(Subject subject, FormulaEditor editor, Found[] judged)
{
    private const int MostRemedies = 3;
    private const int MostGivers = 2;
    private const decimal StepPercent = 0.5m;
    private const decimal MostTradePercent = 15m;

    /// <summary>One butter for another changes less than wax for oil.</summary>
    private const decimal MostButterTradePercent = 50m;

    /// <summary>From here on a butter is a coconut butter, percent.</summary>
    private const decimal MuchLauric = 25;

    /// <summary>A remedy that does not clear must at least take this part of the gap away.</summary>
    private const double WorthLessening = 0.3;

    public IReadOnlyList<Remedy> For(Found found)
    {
        var gapNow = found.Gap(subject);
        var tried = found
            .Plans.Select(plan => Try(plan.Label, plan.Edits, found, gapNow))
            .Concat(found.Acts.Select(act => Try(act.Label, [act.Edit], found, gapNow)))
            .Concat(found.Cure == Cure.None ? [] : Trades(found, gapNow))
            .Concat(found.Swaps.SelectMany((swap, i) => Swapped(swap, found, gapNow).Select(one => one is null ? null : one with { Order = i })))
            .OfType<Candidate>()
            .OrderByDescending(candidate => candidate.Clears)
            .ThenBy(candidate => candidate.Order)
            .ThenBy(candidate => candidate.Harm)
            .ToArray();
        return
        [
            .. Varied(tried)
                .Take(MostRemedies)
                .Select((candidate, i) => new Remedy($"{found.Id}.{i + 1}", candidate.Label, candidate.Edits, Effect(found, candidate))),
        ];
    }

    private IEnumerable<Candidate?> Trades(Found found, double gapNow)
    {
        var stiffen = found.Cure == Cure.Stiffen;
        var firm = FirmMaterials();
        var loose = subject
            .Lines.Where(pair => pair.Material.IsLiquid || pair.Material.Role == Role.SoftButter)
            .Select(pair => pair.Material)
            .ToList();
        if (!stiffen && !loose.Any(material => material.IsLiquid))
        {
            loose.Add(subject.Shelf.Preferred("sunflower oil"));
        }

        var (from, to) = stiffen ? (loose, firm) : (firm, loose);
        foreach (var giver in subject.Lines.Where(pair => !pair.Line.Kept && from.Contains(pair.Material)))
        {
            foreach (var taker in to.Where(material => material.Id != giver.Material.Id && !IsKept(material)))
            {
                yield return Smallest(giver.Line, giver.Material, taker, found, gapNow);
            }
        }
    }

    private IEnumerable<Candidate?> Swapped(Swap swap, Found found, double gapNow)
    {
        foreach (var taker in swap.Takers.Select(subject.Shelf.Preferred).Where(material => !IsKept(material)))
        {
            foreach (
                var giver in subject
                    .Lines.Where(pair => !pair.Line.Kept && pair.Material.Id != taker.Id && swap.Gives(pair.Material))
                    .OrderByDescending(pair => pair.Line.Percent)
                    .Take(MostGivers)
            )
            {
                yield return Smallest(giver.Line, giver.Material, taker, found, gapNow);
            }
        }
    }

    private List<Material> FirmMaterials()
    {
        // Another butter mends a coconut butter; wax would make a balm of it.
        if (subject.There.Where(pair => IsLauric(pair.Material)).Sum(pair => pair.Line.Percent) >= MuchLauric)
        {
            return [.. new[] { "shea butter", "mango butter", "cocoa butter" }.Select(subject.Shelf.Preferred)];
        }

        var firm = subject
            .Lines.Where(pair => pair.Material.Role is Role.Wax or Role.Hardener or Role.HardButter)
            .Select(pair => pair.Material)
            .ToList();
        foreach (var wax in new[] { "beeswax", "candelilla wax" })
        {
            if (firm.TrueForAll(material => material.BasedOn != wax))
            {
                firm.Add(subject.Shelf.Preferred(wax));
            }
        }

        return firm;
    }

    private static bool IsLauric(Material material) =>
        material.Melt?.Classes.Sum(part => MeltComponent.All[part.Component].Kind == "lauric fat" ? part.Fraction : 0) > 0.5;

    /// <summary>The least trade in half percents that clears the finding, or the most that still lessens it.</summary>
    private Candidate? Smallest(FormulaLine giver, Material from, Material to, Found found, double gapNow)
    {
        var reach = IsLauric(from) && !to.IsLiquid ? MostButterTradePercent : MostTradePercent;
        var most = (int)(Math.Min(reach, giver.Percent - StepPercent) / StepPercent);
        var has = subject.Lines.Where(pair => pair.Material.Id == to.Id).Sum(pair => pair.Line.Percent);
        most = Math.Min(most, (int)((to.UseMaxPercent - has) / StepPercent));
        if (most < 1)
        {
            return null;
        }

        double Gap(int steps) => found.Gap(subject.With(editor.Apply(subject.Formula, new Trade(giver.Id, to.Id, steps * StepPercent))));
        var steps = most;
        var best = Gap(most);
        if (best <= 0)
        {
            // A tenth inside the limit, not at its edge, where that is within reach.
            var aim = best <= -found.Inside ? -found.Inside : 0;
            int clear = most,
                unclear = 0;
            while (clear - unclear > 1)
            {
                var middle = (clear + unclear) / 2;
                (clear, unclear) = Gap(middle) <= aim ? (middle, unclear) : (clear, middle);
            }

            steps = clear;
        }

        var amount = steps * StepPercent;
        var (give, take) =
            Wording.Brief(from.Name) == Wording.Brief(to.Name)
                ? (Wording.Inside(from.Name), Wording.Inside(to.Name))
                : (Wording.Brief(from.Name), Wording.Brief(to.Name));
        return Try(
            $"Trade {Wording.RoundPercent(amount)} {give} for {take}",
            [new Trade(giver.Id, to.Id, amount)],
            found,
            gapNow,
            to.Id,
            (double)amount
        );
    }

    private Candidate? Try(string label, IReadOnlyList<FormulaEdit> edits, Found found, double gapNow, string? taker = null, double amount = 0)
    {
        Subject after;
        try
        {
            after = subject.With(editor.Apply(subject.Formula, edits));
        }
        catch (Refusal)
        {
            return null; // A kept line or a used-up makeweight stands in the way: not a remedy here.
        }

        var gap = found.Gap(after);
        if (gap > 0 && gap > gapNow * (1 - WorthLessening))
        {
            return null;
        }

        // It keeps the family's character: no group leaves its usual range for it, and none that is above it goes higher.
        if (subject.Family.Groups.Any(group => Leaves(group, GroupShares.Share(subject, group), GroupShares.Share(after, group))))
        {
            return null;
        }

        // The difference goes to what fills the family: nothing dosed grows or shrinks by the way, and no oil gets into a powder.
        if (GivesWayWrongly(after, edits))
        {
            return null;
        }

        // What raises something as bad as what it mends is no remedy.
        Found[] then = [.. Judge.Of(after)];
        var raised = Raised.By(judged, then);
        if (raised.Length > 0 && raised[0].Severity <= found.Severity)
        {
            return null;
        }

        // What it leaves undone and what it breaks elsewhere both count; a small trade is better than a large one.
        var harm = Harm(after, then) + (0.03 * amount) + Math.Max(0, gap);
        return new Candidate(label, edits, after, harm, taker)
        {
            Raised = raised,
            Clears = Array.TrueForAll(then, one => !IsSame(one, found)),
            AlsoCleared = judged.Count(before =>
                before.Severity < Severity.Note && !IsSame(before, found) && Array.TrueForAll(then, one => !IsSame(before, one))
            ),
        };
    }

    /// <summary>Best first, but not three trades for the same wax while another would do.</summary>
    private static IEnumerable<Candidate> Varied(IReadOnlyList<Candidate> candidates)
    {
        var first = candidates.GroupBy(candidate => candidate.Taker ?? candidate.Label).Select(group => group.First()).ToArray();
        return first.Concat(candidates.Except(first));
    }

    private bool IsKept(Material material) => subject.Lines.Any(pair => pair.Material.Id == material.Id && pair.Line.Kept);

    private static bool Leaves(GroupNorm group, decimal before, decimal after) =>
        (after > group.High && (before <= group.High || (after > before && group.Roles.Any(ShapesIt)))) || (after < group.Low && before >= group.Low);

    /// <summary>What makes one product into another when there is ever more of it; a fill does not.</summary>
    private static bool ShapesIt(Role role) => role is Role.Wax or Role.Hardener or Role.Gellant or Role.Emulsifier or Role.HardButter;

    private bool GivesWayWrongly(Subject after, IReadOnlyList<FormulaEdit> edits)
    {
        var named = edits
            .Select(edit =>
                edit is SetShare set ? set.Line
                : edit is Trade trade ? trade.From
                : null
            )
            .ToArray();
        foreach (var (line, material) in after.Lines)
        {
            var before = subject.Formula.Lines.FirstOrDefault(old => old.Id == line.Id);
            if (
                before is null
                || before.Percent == line.Percent
                || named.Contains(line.Id)
                || edits.Any(edit => edit is Trade trade && trade.ToMaterial == material.Id)
            )
            {
                continue;
            }

            if (FormulaEditor.IsDosed(material) || (subject.Family.IsDry && material.IsLiquid && line.Percent > before.Percent))
            {
                return true;
            }
        }

        return false;
    }

    private static bool IsSame(Found one, Found other) => one.Id == other.Id;

    private static double Harm(Subject subject, Found[] judged) =>
        judged.Sum(found =>
            found.Severity switch
            {
                Severity.Stop => 8,
                Severity.Fix => 4,
                Severity.Watch => 1 + Math.Min(1, Math.Max(0, found.Gap(subject))),
                _ => 0.1,
            }
        );

    /// <summary>What changes, gains and losses alike: old → new.</summary>
    private string Effect(Found found, Candidate candidate)
    {
        var difference = Difference.Of(subject, candidate.After);
        List<string> gains = [.. difference.Gains],
            losses = [.. difference.Losses];
        if (candidate.Clears && (candidate.AlsoCleared > 0 || gains.Count == 0))
        {
            gains.Insert(
                0,
                candidate.AlsoCleared == 0
                    ? "clears this"
                    : $"clears this and {candidate.AlsoCleared} {Wording.Plural("other", candidate.AlsoCleared)}"
            );
        }

        losses.InsertRange(0, candidate.Raised.Select(one => Raised.Told(one)));

        const int MostEachWay = 2;
        var told = Difference.Join(gains.Take(MostEachWay), losses.Take(Math.Max(MostEachWay, candidate.Raised.Length)));
        return told.Length > 0 ? told
            : candidate.Clears ? "clears this, changes nothing else"
            : "lessens this, changes nothing else";
    }

    private sealed record Candidate(string Label, IReadOnlyList<FormulaEdit> Edits, Subject After, double Harm, string? Taker)
    {
        /// <summary>What it raises or makes graver, worst first.</summary>
        public required Found[] Raised { get; init; }

        /// <summary>Which of several kinds of trade it is, the better first.</summary>
        public int Order { get; init; }

        /// <summary>Whether the very finding is gone.</summary>
        public required bool Clears { get; init; }

        /// <summary>How many others are gone with it.</summary>
        public required int AlsoCleared { get; init; }
    }
}
