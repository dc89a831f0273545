namespace AmberPantry.Core.Workshops;

public enum TemperatureUnit
{
    Celsius,
    Fahrenheit,
}

public enum WeightUnit
{
    Grams,
    Ounces,
}

/// <summary>The avoirdupois ounce.</summary>
public static class Ounces
{
    /// <summary>Grams in one, exact by definition.</summary>
    public const decimal Grams = 28.349523125m;
}
