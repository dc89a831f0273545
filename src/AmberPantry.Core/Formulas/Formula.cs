using AmberPantry.Core.Families;
using AmberPantry.Core.Materials;

namespace AmberPantry.Core.Formulas;

/// <summary>One line of a formula: a material and its share of the whole.</summary>
/// <param name="Id">Stays with the line through every edit; unique in the formula.</param>
/// <param name="Material">Key of the material, from the catalogue or the maker's own shelf.</param>
/// <param name="Percent">Share by mass, 0 to 100, four decimals.</param>
/// <param name="Kept">A kept line never gives way to another line's edit.</param>
/// <param name="Gap">Its amount was not told: it holds what the told ones leave, alone or together with the other gaps.</param>
public sealed record FormulaLine(string Id, string Material, decimal Percent, Phase Phase, bool Kept = false, bool Gap = false);

/// <summary>How much is made: plain grams, or a number of filled containers.</summary>
/// <param name="Grams">Mass of the whole batch in grams, hold-back loss included.</param>
/// <param name="Units">Number of containers, when the batch was asked for that way.</param>
/// <param name="Container">Key of the container.</param>
/// <param name="FillG">Net grams in one container.</param>
/// <param name="LossPercent">Share of the batch that stays in pot and tools.</param>
/// <param name="OverrunPercent">Air beaten in, percent of the volume without it; null takes what is usual for the family.</param>
/// <param name="HandsMin">Minutes of hands that the whole batch takes; null where they are not counted.</param>
public sealed record BatchSize(
    decimal Grams,
    int? Units = null,
    string? Container = null,
    decimal? FillG = null,
    decimal LossPercent = 0,
    decimal? OverrunPercent = null,
    int? HandsMin = null
)
{
    /// <summary>What a container is taken to hold where none was said, g.</summary>
    public const decimal UsualFillG = 60;
}

/// <summary>A formula as it stands on the bench. The shares of a formula that may be made total exactly 100.</summary>
public sealed record Formula
{
    public const int MostLines = 60;

    public required Family Family { get; init; }

    public required IReadOnlyList<FormulaLine> Lines { get; init; }

    /// <summary>The line that takes up the rest; null chooses the largest free liquid oil.</summary>
    public string? MakeweightId { get; init; }

    public BatchSize Batch { get; init; } = new(500);

    /// <summary>Planned pouring temperature in °C; null lets the tool propose one.</summary>
    public double? PourC { get; init; }

    /// <summary>Where it goes on the body; null takes what is usual for the family.</summary>
    public WornOn? WornOn { get; init; }

    /// <summary>Whom it is for; null is anyone.</summary>
    public ForWhom? ForWhom { get; init; }

    /// <summary>Keys of the places where it must stand; null takes what is usual for the family, an empty list asks for none.</summary>
    public IReadOnlyList<string>? MustStand { get; init; }

    /// <summary>Parts that the finished mix is split into, each with colours of its own; null leaves it whole.</summary>
    public IReadOnlyList<ColouredPart>? ColouredParts { get; init; }

    /// <summary>How it is made; null is as usual.</summary>
    public MakingMethod? Method { get; init; }

    public decimal Total => Lines.Sum(line => line.Percent);

    /// <summary>What it holds of a material in all its lines, percent.</summary>
    public decimal ShareOf(string material) => Lines.Where(line => line.Material == material).Sum(line => line.Percent);

    public FormulaLine Line(string id) =>
        Lines.FirstOrDefault(line => line.Id == id)
        ?? throw new Refusal(
            Codes.UnknownId,
            "line",
            id,
            $"There is no line {id} in this trial.",
            "Open the trial again; the line may have been removed."
        );
}
