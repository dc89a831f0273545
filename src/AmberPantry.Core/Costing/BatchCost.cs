using AmberPantry.Core.Formulas;
using AmberPantry.Core.Materials;
using AmberPantry.Core.Workshops;

namespace AmberPantry.Core.Costing;

/// <summary>What a line brings to the cost of the batch.</summary>
/// <param name="Line">Id of the line.</param>
public sealed record LineCost(string Line, decimal Cost);

/// <summary>What a batch costs beside its materials; 0 for what is not counted.</summary>
public sealed record CostBeside(decimal Containers, decimal Labels, decimal Time)
{
    public decimal Sum => Containers + Labels + Time;

    /// <summary>Containers and labels where the batch is counted in containers; time where both minutes and the hour's cost are told.</summary>
    public static CostBeside Of(BatchSize batch, Workshop workshop) =>
        new(
            (batch.Units ?? 0) * (workshop.FindContainer(batch.Container)?.Price ?? 0),
            (batch.Units ?? 0) * (workshop.LabelCost ?? 0),
            (batch.HandsMin ?? 0) * (workshop.HourCost ?? 0) / 60
        );
}

/// <param name="BatchCost">With containers, labels and time; null when a price is missing.</param>
/// <param name="Unpriced">Names of materials without a price.</param>
/// <param name="Lines">Those with a price, in the order of the formula.</param>
public sealed record CostView(decimal? BatchCost, decimal? UnitCost, IReadOnlyList<string> Unpriced, IReadOnlyList<LineCost> Lines)
{
    public required CostBeside Beside { get; init; }

    /// <summary>What is in the figures and what is not, in a sentence.</summary>
    public required string Counts { get; init; }

    /// <summary>Cost of a container, or of 100 g where none is counted; null where a price is missing.</summary>
    public decimal? Each(BatchSize batch) => UnitCost ?? (100 * BatchCost / batch.Grams);
}

/// <summary>What a batch costs in materials, containers, labels and time.</summary>
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

        var beside = CostBeside.Of(formula.Batch, workshop);
        decimal? all = unpriced.Count > 0 || formula.Lines.Count == 0 ? null : lines.Sum(line => line.Cost) + beside.Sum;
        return new CostView(all, all / formula.Batch.Units, unpriced, lines) { Beside = beside, Counts = Counts(formula.Batch, workshop) };
    }

    private static string Counts(BatchSize batch, Workshop workshop)
    {
        List<string> missing =
        [
            .. batch.HandsMin is null ? ["the minutes of hands under the batch"] : Array.Empty<string>(),
            .. workshop.HourCost is null ? ["what an hour costs in the house"] : Array.Empty<string>(),
        ];
        List<string> not =
        [
            .. missing.Count > 0 ? ["time"] : Array.Empty<string>(),
            .. batch.Units is not null && workshop.LabelCost is null ? ["labels"] : Array.Empty<string>(),
        ];
        return not.Count == 0
            ? $"All of it is counted: materials, {(batch.Units is null ? "" : "containers, labels, ")}{batch.HandsMin} min of hands."
            : $"{Wording.Capital(Wording.List(not))} {(not.Count == 1 && not[0] == "time" ? "is" : "are")} not counted"
                + (missing.Count > 0 ? $": time needs {Wording.List(missing)}." : ": a label's cost stands in the house.");
    }
}
