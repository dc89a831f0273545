using AmberPantry.Core.Formulas;
using AmberPantry.Core.Materials;
using AmberPantry.Core.Workshops;

namespace AmberPantry.Core.Costing;

/// <summary>What a line brings to the cost of the batch.</summary>
/// <param name="Line">Id of the line.</param>
public sealed record LineCost(string Line, decimal Cost);

/// <param name="BatchCost">Null when a price is missing.</param>
/// <param name="Unpriced">Names of materials without a price.</param>
/// <param name="Lines">Those with a price, in the order of the formula.</param>
public sealed record CostView(decimal? BatchCost, decimal? UnitCost, IReadOnlyList<string> Unpriced, IReadOnlyList<LineCost> Lines)
{
    /// <summary>Cost of a container, or of 100 g where none is counted; null where a price is missing.</summary>
    public decimal? Each(BatchSize batch) => UnitCost ?? (100 * BatchCost / batch.Grams);
}

/// <summary>What a batch costs in materials and containers.</summary>
public static class BatchCost
{
    /// <summary>Batch cost, and the cost of one container when the batch is counted in containers; null where a price is missing.</summary>
    public static CostView Of(Formula formula, MaterialShelf shelf, Workshop workshop)
    {
        var lines = new List<LineCost>();
        var unpriced = new List<string>();
        foreach (var line in formula.Lines.Where(line => line.Percent > 0))
        {
            var material = shelf.Get(line.Material, $"lines.{line.Id}.material");
            if (material.PricePerKg is { } price)
            {
                lines.Add(new LineCost(line.Id, formula.Batch.Grams * line.Percent / 100m * price / 1000m));
            }
            else
            {
                unpriced.Add(material.Name);
            }
        }

        if (unpriced.Count > 0 || formula.Lines.Count == 0)
        {
            return new CostView(null, null, unpriced, lines);
        }

        var sum = lines.Sum(line => line.Cost);
        if (formula.Batch.Units is not { } units)
        {
            return new CostView(sum, null, unpriced, lines);
        }

        var filled = sum + (units * (workshop.FindContainer(formula.Batch.Container)?.Price ?? 0));
        return new CostView(filled, filled / units, unpriced, lines);
    }
}
