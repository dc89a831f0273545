using System.Globalization;

namespace AmberPantry.Core.Science.Trials;

/// <summary>How rare a chance is, in words.</summary>
/// <param name="OneIn">So seldom does luck do it: one time in this.</param>
/// <param name="Word">"luck could do this", "hardly luck", "settled".</param>
/// <param name="Say">"1 time in 40".</param>
public sealed record Rarity(int OneIn, string Word, string Say)
{
    /// <summary>Rarer than this is not luck any more, for this question and these testers.</summary>
    public const double SettledBelow = 1 / 100.0;
    public const double HardlyBelow = 1 / 20.0;
    public const double PerhapsBelow = 1 / 10.0;
    public const double CouldBelow = 1 / 2.0;

    private const int Rarest = 1_000_000;

    public static Rarity Of(double chance)
    {
        var oneIn = Count(chance);
        var word =
            Below(chance, SettledBelow) ? "settled"
            : Below(chance, HardlyBelow) ? "hardly luck"
            : Below(chance, PerhapsBelow) ? "perhaps not luck"
            : Below(chance, CouldBelow) ? "luck could do this"
            : "luck does this often";
        return new Rarity(
            oneIn,
            word,
            Below(CouldBelow, chance) ? "more often than not"
                : oneIn < Rarest ? $"1 time in {oneIn.ToString("N0", CultureInfo.InvariantCulture)}"
                : "less than 1 time in 1,000,000"
        );
    }

    /// <summary>Whether one figure is truly below another; what is equal but for rounding is not.</summary>
    public static bool Below(double value, double limit) => value < limit - (1e-9 * Math.Abs(limit));

    private static int Count(double chance)
    {
        if (Below(CouldBelow, chance))
        {
            return 1;
        }

        var count = chance <= 0 ? Rarest : Math.Floor((1 / chance) + 0.5 + 1e-9);
        if (count >= Rarest)
        {
            return Rarest;
        }

        var whole = (int)count;
        var rest = 1;
        while (whole / rest >= 100 && whole >= 1000)
        {
            rest *= 10;
        }

        return whole / rest * rest;
    }
}

/// <summary>An answer that is judged by how often luck does it.</summary>
/// <param name="Chance">How often luck does it, 0 to 1, exact.</param>
public record Judged(double Chance)
{
    private Rarity Rare => Rarity.Of(Chance);

    public int OneIn => Rare.OneIn;

    public string Word => Rare.Word;

    public virtual string Say => Rare.Say;
}
