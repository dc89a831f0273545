namespace AmberPantry.Core.Science.Melt;

/// <summary>What a top-up is meant to reach: exactly one of the three.</summary>
public sealed record TopUpTarget(double? Percent = null, (double KPa, double AtC)? Firmness = null, double? SlumpC = null);

/// <summary>Grams to add to what is in the pot; nothing can be taken out of it.</summary>
/// <param name="Shares">Percent after it.</param>
public sealed record TopUp(double AddG, double TotalG, IReadOnlyDictionary<string, double> Shares)
{
    private const int ScanSteps = 400;

    /// <param name="shares">Parts of each material in the pot; normalised by their sum.</param>
    /// <exception cref="Refusal">E_UNREACHABLE at the target's field.</exception>
    public static TopUp Of(double potG, IReadOnlyList<KeyValuePair<string, double>> shares, string add, TopUpTarget target)
    {
        var sum = shares.Sum(share => share.Value);
        var grams = shares.Select(share => KeyValuePair.Create(share.Key, potG * share.Value / sum)).ToArray();
        var added = target.Percent is { } percent ? ForShare(potG, grams, add, percent) : ForMelt(potG, grams, add, target);
        var total = potG + added;
        var after = grams.ToDictionary(share => share.Key, share => 100 * share.Value / total);
        after[add] = after.GetValueOrDefault(add) + (100 * added / total);
        return new TopUp(added, total, after);
    }

    private static double ForShare(double potG, KeyValuePair<string, double>[] grams, string add, double percent)
    {
        double now = grams.Where(share => share.Key == add).Sum(share => share.Value) / potG,
            wanted = percent / 100;
        if (Math.Abs(now - wanted) <= 1e-9)
        {
            return 0;
        }

        if (now > wanted)
        {
            throw new Refusal(
                Codes.Unreachable,
                "targetPercent",
                percent,
                $"{add} is already {100 * now:0.##} %; nothing can be taken out of the pot.",
                wanted > 0 ? $"Thin the rest by {potG * ((now / wanted) - 1):0.#} g of other materials instead." : "Start again without it."
            );
        }

        return wanted < 1
            ? potG * (wanted - now) / (1 - wanted)
            : throw new Refusal(Codes.Unreachable, "targetPercent", percent, "Nothing is pure once it has been mixed.", "Aim below 100 %.");
    }

    /// <summary>Firmness and slump may dip before they rise, so the first crossing is looked for step by step.</summary>
    private static double ForMelt(double potG, KeyValuePair<string, double>[] grams, string add, TopUpTarget target)
    {
        var field = target.Firmness is null ? "targetSlumpC" : "targetFirmnessKPa";
        bool Reached(double added)
        {
            var blend = MeltFunction.Blend([.. grams, KeyValuePair.Create(add, added)], "shares");
            if (target.Firmness is { } firmness)
            {
                return Firmness.FromStructure(blend.At(firmness.AtC).Structure) >= firmness.KPa;
            }

            return new MeltCurve(blend).SlumpC >= target.SlumpC;
        }

        if (Reached(0))
        {
            return 0;
        }

        for (var step = 1; step <= ScanSteps; step++)
        {
            double low = potG * (step - 1) / ScanSteps,
                high = potG * step / ScanSteps;
            if (!Reached(high))
            {
                continue;
            }

            for (var i = 0; i < 40; i++)
            {
                var middle = (low + high) / 2;
                (low, high) = Reached(middle) ? (low, middle) : (middle, high);
            }

            return high;
        }

        throw new Refusal(
            Codes.Unreachable,
            field,
            target.Firmness?.KPa ?? target.SlumpC,
            $"Not even as much {add} as there is in the pot reaches it.",
            "Add a harder material, or start a new trial."
        );
    }
}
