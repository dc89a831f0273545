namespace AmberPantry.Core;

/// <summary>A scale cut by rising limits into named bands. A value on a limit belongs to the band above it.</summary>
internal sealed class Bands<TWord>(TWord last, params (double Below, TWord Word)[] limits)
    where TWord : struct, Enum
{
    public TWord Of(double value)
    {
        foreach (var (below, word) in limits)
        {
            if (Near.Below(value, below))
            {
                return word;
            }
        }

        return last;
    }
}

/// <summary>Comparisons with a threshold: a value within a billionth of it counts as equal to it.</summary>
internal static class Near
{
    private const double Slack = 1e-9;

    public static bool Below(double value, double limit) => value < limit - (Slack * Math.Abs(limit));

    public static bool Above(double value, double limit) => value > limit + (Slack * Math.Abs(limit));
}
