namespace AmberPantry.Core.Formulas;

/// <summary>Three digits for each pot of a test, so that nobody who tries them knows which is which and none seems the first.</summary>
public static class PotCodes
{
    public const int Most = 9;

    /// <param name="count">Pots, 1 to 9.</param>
    /// <param name="seed">Start of the draw; the same seed draws the same codes.</param>
    /// <returns>Codes whose digits all differ, no two with the same first digit.</returns>
    public static IReadOnlyList<string> Draw(int count, long seed)
    {
        if (count is < 1 or > Most)
        {
            throw new Refusal(Codes.Range, "count", count, $"{count} pots cannot be coded.", $"Give 1 to {Most}.");
        }

        const ulong Codes900 = 900;
        var random = new SplitMix((ulong)seed);
        var kept = new List<string>();
        while (kept.Count < count)
        {
            var code = (100 + (random.Next() % Codes900)).ToString(System.Globalization.CultureInfo.InvariantCulture);
            if (code.Distinct().Count() == code.Length && kept.TrueForAll(other => other[0] != code[0]))
            {
                kept.Add(code);
            }
        }

        return kept;
    }

    /// <summary>SplitMix64 (Steele, Lea, Flood 2014).</summary>
    private sealed class SplitMix(ulong seed)
    {
        private ulong state = seed;

        public ulong Next()
        {
            unchecked
            {
                state += 0x9E3779B97F4A7C15;
                var z = state;
                z = (z ^ (z >> 30)) * 0xBF58476D1CE4E5B9;
                z = (z ^ (z >> 27)) * 0x94D049BB133111EB;
                return z ^ (z >> 31);
            }
        }
    }
}
