using System.Text.Json.Serialization;

namespace AmberPantry.Core.Workshops;

/// <summary>What a correction is for.</summary>
public enum OffsetLevel
{
    /// <summary>All that this maker makes.</summary>
    Maker,
    Place,
    Vessel,

    /// <summary>A lot of one material.</summary>
    Lot,
}

/// <summary>What the maker has agreed to put right in what is said, or has put off.</summary>
/// <param name="Quantity">"slumpC", "coolingFactor".</param>
/// <param name="Group">Name of the place or vessel, code of the lot; empty for all.</param>
/// <param name="Offset">Added to what is said; in logarithm where it goes by parts. Null where it was only put off.</param>
public sealed record OwnOffset(Guid Id, string Quantity, OffsetLevel Level, string Group, double? Offset, DateOnly On)
{
    public const int Most = 200;
    private const double MostOffset = 30;
    private const int LongestGroup = 120;

    /// <summary>Lots of the batches that it was learnt from.</summary>
    public IReadOnlyList<string> From { get; init; } = [];

    /// <summary>The day it was withdrawn; null while it is in force.</summary>
    public DateOnly? WithdrawnOn { get; init; }

    /// <summary>Records before which it is not proposed again.</summary>
    public int RestUntil { get; init; }

    [JsonIgnore]
    public bool IsInForce => Offset is not null && WithdrawnOn is null;

    /// <exception cref="Refusal">With the path of the field that cannot be.</exception>
    public void Check(string path)
    {
        HouseSettings.InRange(
            (decimal?)Offset,
            (decimal)-MostOffset,
            (decimal)MostOffset,
            $"{path}.offset",
            "",
            "Agree to a correction that is proposed."
        );
        if (Quantity.Length is 0 or > LongestGroup || Group.Length > LongestGroup)
        {
            throw new Refusal(Codes.Range, $"{path}.group", Group, "That is no name of what is corrected.", $"Keep it to {LongestGroup} letters.");
        }
    }
}
