namespace AmberPantry.Core.Formulas;

/// <summary>Turns known amounts of any one unit into shares that total exactly 100.</summary>
public static class Amounts
{
    /// <summary>Shares in percent of amounts given in parts, grams or ounces; the order stays.</summary>
    /// <param name="amounts">At least one amount above 0; none below.</param>
    /// <returns>Four decimals each; what rounding leaves goes to the largest remainders, ties to the earlier line.</returns>
    /// <exception cref="Refusal">E_RANGE for a negative amount, E_EMPTY when all are 0.</exception>
    public static IReadOnlyList<decimal> ToPercent(IReadOnlyList<decimal> amounts)
    {
        for (var i = 0; i < amounts.Count; i++)
        {
            if (amounts[i] < 0)
            {
                throw new Refusal(Codes.Range, $"amounts[{i}]", amounts[i], "An amount cannot be below 0.", "Type 0 or more.");
            }
        }

        var sum = amounts.Sum();
        if (sum == 0)
        {
            throw new Refusal(Codes.Empty, "amounts", 0, "Nothing has been weighed in yet.", "Type at least one amount above 0.");
        }

        return LargestRemainder.Share([.. amounts.Select(amount => 100m * amount / sum)], 0.0001m, 100m);
    }
}

/// <summary>Rounds a list to a step so that it still adds up to a given total.</summary>
public static class LargestRemainder
{
    /// <param name="exact">Exact values, none below 0.</param>
    /// <param name="step">The step to round to, above 0.</param>
    /// <param name="total">A multiple of the step that the answer adds up to.</param>
    public static IReadOnlyList<decimal> Share(IReadOnlyList<decimal> exact, decimal step, decimal total)
    {
        var steps = exact.Select(value => Math.Floor(value / step)).ToArray();
        var missing = (int)(total / step - steps.Sum());
        var order = Enumerable.Range(0, exact.Count).OrderByDescending(i => exact[i] / step - Math.Floor(exact[i] / step)).ThenBy(i => i).ToArray();
        for (var k = 0; k < Math.Abs(missing); k++)
        {
            // A total rounded down can leave one step too many: take it from the smallest remainder.
            var i = missing > 0 ? order[k % order.Length] : order[^(1 + (k % order.Length))];
            steps[i] += Math.Sign(missing);
        }

        return [.. steps.Select(count => count * step)];
    }
}
