using AmberPantry.Core.Formulas;
using AmberPantry.Core.Materials;
using AmberPantry.Core.Workshops;

namespace AmberPantry.Core.Costing;

/// <param name="BatchCost">Null when a price is missing.</param>
/// <param name="Unpriced">Names of materials without a price.</param>
public sealed record CostView(decimal? BatchCost, decimal? UnitCost, IReadOnlyList<string> Unpriced);

/// <summary>What a batch costs in materials and containers.</summary>
public static class BatchCost
{
    /// <summary>Batch cost, and the cost of one container when the batch is counted in containers; null where a price is missing.</summary>
    public static CostView Of(Formula formula, MaterialShelf shelf, Workshop workshop)
    {
        decimal sum = 0;
        var unpriced = new List<string>();
        foreach (var line in formula.Lines.Where(line => line.Percent > 0))
        {
            var material = shelf.Get(line.Material, $"lines.{line.Id}.material");
            if (material.PricePerKg is { } price)
            {
                sum += formula.Batch.Grams * line.Percent / 100m * price / 1000m;
            }
            else
            {
                unpriced.Add(material.Name);
            }
        }

        if (unpriced.Count > 0 || formula.Lines.Count == 0)
        {
            return new CostView(null, null, unpriced);
        }

        if (formula.Batch.Units is not { } units)
        {
            return new CostView(sum, null, unpriced);
        }

        var filled = sum + (units * (workshop.FindContainer(formula.Batch.Container)?.Price ?? 0));
        return new CostView(filled, filled / units, unpriced);
    }
}
