namespace AmberPantry.Core.Making;

/// <summary>What was said of a batch and what came of it, to learn from.</summary>
/// <param name="Key">Id of the observation or step it comes from.</param>
/// <param name="Quantity">"slumpC", "coolingFactor", "press".</param>
/// <param name="Predicted">As it is said without any correction.</param>
/// <param name="At">When it was seen, UTC.</param>
public sealed record Evidence(string Key, string Quantity, double Predicted, double Observed, DateTime At)
{
    public const string Press = "press";

    /// <summary>What it depends on: the structure it was whipped at, the humidity, the size of the batch in grams.</summary>
    public double? X { get; init; }

    /// <summary>How it ended, or what was felt.</summary>
    public string? Word { get; init; }

    /// <summary>Where it stood.</summary>
    public string? Place { get; init; }

    /// <summary>What it stood in.</summary>
    public string? Vessel { get; init; }

    /// <summary>Codes of the lots in it, by the key of their material.</summary>
    public IReadOnlyDictionary<string, string> Lots { get; init; } = new Dictionary<string, string>();
}
