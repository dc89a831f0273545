using AmberPantry.Core.Assessment.Parts;
using AmberPantry.Core.Families;
using AmberPantry.Core.Formulas;
using AmberPantry.Core.Materials;
using AmberPantry.Core.Workshops;

namespace AmberPantry.Core.Assessment.Remedies;

/// <summary>A formula found to hold at a temperature.</summary>
/// <param name="Formula">Null where the mix in hand holds there already: no twin of it is offered.</param>
/// <param name="Says">What it took, in one sentence.</param>
public sealed record FoundMix(Formula? Formula, string Says);

/// <summary>Finds the least change of a formula that keeps its shape at a wanted temperature and otherwise stays like itself.</summary>
public sealed class MixFinder(MaterialShelf shelf, Workshop workshop, FamilyRegistry? families = null)
{
    private const decimal StepPercent = 0.5m;
    private const int MostSteps = 60;

    /// <param name="holdsAtC">Wanted slump, −5 to 90 °C.</param>
    /// <exception cref="Refusal">E_UNREACHABLE with the best that could be done.</exception>
    public FoundMix HoldAt(Formula formula, double holdsAtC)
    {
        var editor = new FormulaEditor(shelf);
        var start = new Subject(formula, new Bearings(shelf, workshop, families ?? FamilyRegistry.Usual));
        if (start.Curve is null)
        {
            throw new Refusal(Codes.Empty, "formula", null, "Nothing in the pot melts yet.", "Add a fat or a wax first.");
        }

        // Gentle first; where staying alike holds the search back, the missing degrees weigh more.
        var best = start;
        foreach (var weight in new[] { 2.0, 8, 40 })
        {
            best = Descend(start, editor, holdsAtC, weight);
            if (best.SlumpC >= holdsAtC)
            {
                break;
            }
        }

        if ((best.SlumpC ?? -10) < holdsAtC)
        {
            throw new Refusal(
                Codes.Unreachable,
                "holdsAtC",
                holdsAtC,
                $"No mix of these and the two usual waxes holds at "
                    + $"{start.Say.Temperature(holdsAtC)}; the best slumps at {start.Say.Temperature(best.SlumpC ?? -5)}.",
                "Let a kept line go, or add a harder wax."
            );
        }

        return new FoundMix(ReferenceEquals(best, start) ? null : best.Formula, Says(start, best));
    }

    private Subject Descend(Subject start, FormulaEditor editor, double holdsAtC, double weight)
    {
        var roomWas = start.Curve!.FirmnessAt(20);
        double Cost(Subject now)
        {
            var missing = Math.Max(0, holdsAtC - (now.SlumpC ?? -10));
            var room = now.Curve!.FirmnessAt(20);
            var moved = now.Lines.Sum(pair => Math.Abs((double)(pair.Line.Percent - Before(pair.Line.Material)))) / 2;
            return (weight * missing) + (3 * Math.Abs(Math.Log(Math.Max(room, 0.1) / Math.Max(roomWas, 0.1)))) + (0.08 * moved);
        }

        decimal Before(string material) => start.Formula.ShareOf(material);

        var best = start;
        var cost = Cost(best);
        for (var step = 0; step < MostSteps; step++)
        {
            var next = Neighbours(best, editor).Select(other => (other, cost: Cost(other))).OrderBy(pair => pair.cost).FirstOrDefault();
            if (next.other is null || next.cost >= cost - 1e-6)
            {
                break;
            }

            (best, cost) = next;
        }

        return best;
    }

    private static string Says(Subject start, Subject best)
    {
        var changes = Difference.Shares(start, best);
        return changes.Count == 0
            ? $"This mix already holds: it slumps at {start.Say.Temperature(start.SlumpC ?? -5)}."
            : $"{string.Join(", ", changes)}: slumps {start.Say.BareTemperature(start.SlumpC ?? -5)} → {start.Say.Temperature(best.SlumpC ?? -5)}.";
    }

    private IEnumerable<Subject> Neighbours(Subject now, FormulaEditor editor)
    {
        var takers = now
            .Lines.Where(pair => !pair.Line.Kept && pair.Material.Role is not (Role.Antioxidant or Role.Scent or Role.Active or Role.Powder))
            .Select(pair => pair.Material)
            .Append(shelf.Preferred("beeswax"))
            .Append(shelf.Preferred("candelilla wax"))
            .Distinct();
        foreach (
            var taker in takers
                .Where(taker => now.Lines.All(pair => pair.Material.Id != taker.Id || (!pair.Line.Kept && pair.Line.Percent < taker.UseMaxPercent)))
                .ToArray()
        )
        {
            foreach (
                var (line, material) in now.Lines.Where(pair => !pair.Line.Kept && pair.Line.Percent > StepPercent && pair.Material.Id != taker.Id)
            )
            {
                if (material.Role is Role.Antioxidant or Role.Scent or Role.Active or Role.Powder)
                {
                    continue;
                }

                yield return now.With(editor.Apply(now.Formula, new Trade(line.Id, taker.Id, StepPercent)));
            }
        }
    }
}
