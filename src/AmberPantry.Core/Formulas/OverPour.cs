namespace AmberPantry.Core.Formulas;

/// <param name="Line">Line id.</param>
/// <param name="PlannedG">What the sheet asked for, grams.</param>
/// <param name="WeighedG">What is in the pot, grams; null if not weighed yet.</param>
public sealed record PotLine(string Line, decimal PlannedG, decimal? WeighedG);

/// <param name="TotalG">The new whole batch in grams.</param>
/// <param name="Lines">New plan for each line in order.</param>
/// <param name="TopUps">Grams still missing from lines already weighed; empty when none fell short.</param>
public sealed record RescaledPot(decimal TotalG, IReadOnlyList<PotLine> Lines, IReadOnlyList<PotLine> TopUps);

/// <summary>What to do when a line was poured over its mark.</summary>
public static class OverPour
{
    private const decimal MostTimes = 2;

    /// <summary>Whether a pot is worth scaling up so far: to twice its size at the most.</summary>
    public static bool IsSensible(decimal totalG, decimal plannedG) => totalG <= MostTimes * plannedG;

    /// <summary>Scales every other line up so that the formula is whole again around the line that went furthest over.</summary>
    /// <exception cref="Refusal">E_RANGE when no line is over its plan.</exception>
    public static RescaledPot Rescale(IReadOnlyList<PotLine> lines, decimal stepG)
    {
        var factor = lines
            .Where(line => line.WeighedG is not null && line.PlannedG > 0)
            .Select(line => line.WeighedG!.Value / line.PlannedG)
            .DefaultIfEmpty(1)
            .Max();
        if (factor <= 1)
        {
            throw new Refusal(Codes.Range, "weighedG", factor, "No line is over its mark.", "Go on weighing.");
        }

        var exact = lines.Select(line => line.PlannedG * factor).ToArray();
        var total = Math.Round(exact.Sum() / stepG, MidpointRounding.AwayFromZero) * stepG;
        var grams = LargestRemainder.Share(exact, stepG, total);
        var scaled = lines.Select((line, i) => line with { PlannedG = grams[i] }).ToArray();
        return new RescaledPot(total, scaled, [.. scaled.Where(line => line.WeighedG < line.PlannedG - (stepG / 2))]);
    }

    /// <summary>True shares in percent of what was weighed; lines left at 0 stay 0.</summary>
    public static IReadOnlyList<decimal> TrueShares(IReadOnlyList<decimal> weighedG) => Amounts.ToPercent(weighedG);
}
