namespace AmberPantry.Core.Workshops;

/// <summary>Something a product is filled into.</summary>
/// <param name="Unit">Word for one of them, such as "tin".</param>
/// <param name="Millilitres">Brimful volume.</param>
public sealed record Container(string Id, string Name, string Unit, double Millilitres, decimal? Price = null, bool IsPlastic = false)
{
    /// <summary>What it is made of; null where nobody said.</summary>
    public PackMaterial? Material { get; init; }

    /// <summary>What its maker allows it to be filled at, °C; null takes what is usual for what it is made of.</summary>
    public double? LimitC { get; init; }

    /// <summary>What it weighs empty, with its lid off, g; null where nobody weighed it.</summary>
    public decimal? TareG { get; init; }

    /// <summary>What it is made of as far as it is known.</summary>
    [System.Text.Json.Serialization.JsonIgnore]
    public PackMaterial? MadeOf => Material ?? (IsPlastic ? PackMaterial.Plastic : null);

    private const double LeastLimitC = 30;
    private const double MostLimitC = 300;
    private const int LongestName = 80;
    private const int LongestUnit = 30;
    private const double MostMl = 20_000;
    private const decimal MostPrice = 100_000;
    private const decimal MostTareG = 10_000;

    /// <exception cref="Refusal">With the path of the first field that cannot be taken.</exception>
    internal void Check(string path)
    {
        HouseSettings.Text(Name, LongestName, $"{path}.name", "A container needs a name of 1 to 80 characters.", "Give it a short name.");
        HouseSettings.Text(Unit, LongestUnit, $"{path}.unit", "A container needs a word for one of it.", "Type a word such as tin.");
        if (!(Millilitres > 0 && Millilitres <= MostMl))
        {
            throw new Refusal(
                Codes.Range,
                $"{path}.millilitres",
                Millilitres,
                $"{Millilitres} ml is no container.",
                $"Type above 0 and at most {MostMl} ml."
            );
        }

        HouseSettings.InRange(Price, 0, MostPrice, $"{path}.price", "", "Type what one costs, or leave it empty.");
        HouseSettings.InRange(TareG, 0, MostTareG, $"{path}.tareG", "g", "Type what it weighs empty, or leave it empty.");
        if (LimitC is { } limit && !(limit >= LeastLimitC && limit <= MostLimitC))
        {
            throw new Refusal(
                Codes.Range,
                $"{path}.limitC",
                limit,
                $"{limit} °C is no limit of a container.",
                $"Type {LeastLimitC} to {MostLimitC} °C as its maker says, or leave it empty."
            );
        }
    }
}
