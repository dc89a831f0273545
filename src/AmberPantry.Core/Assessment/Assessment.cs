using AmberPantry.Core.Composition;
using AmberPantry.Core.Materials;
using AmberPantry.Core.Melt;

namespace AmberPantry.Core.Assessment;

public enum Severity
{
    /// <summary>Do not make or sell it like this.</summary>
    Stop,

    /// <summary>It will fail in use.</summary>
    Fix,

    /// <summary>It may disappoint.</summary>
    Watch,

    /// <summary>Good to know.</summary>
    Note,
}

/// <summary>Firmness along the ruler.</summary>
/// <param name="FirstC">Temperature of the first value, °C.</param>
/// <param name="StepC">Degrees between values.</param>
/// <param name="FirmnessKPa">Yield value, kPa, two decimals.</param>
public sealed record CurveView(double FirstC, double StepC, IReadOnlyList<double> FirmnessKPa);

/// <summary>A state and the temperatures it lasts.</summary>
public sealed record StateSpan(MatterState State, double FromC, double ToC);

/// <summary>What the product is at a landmark.</summary>
/// <param name="Holds">Whether it keeps its shape; null where that is not asked.</param>
/// <param name="Says">What it does there in a word or two.</param>
public sealed record LandmarkReading(
    string Id, string Name, double TemperatureC, LandmarkKind Kind, double? Hours, MatterState State, double FirmnessKPa, bool? Holds, string Says);

/// <summary>A family's material groups with their usual shares.</summary>
/// <param name="Lowest">Usual least percent; null where the family sets none.</param>
public sealed record GroupTotal(string Group, decimal Percent, decimal? Lowest, decimal? Highest);

/// <summary>One line on the scale.</summary>
public sealed record SheetLine(string Line, decimal ExactG, decimal Grams, decimal OffG, double ErrorPercent, WeighVerdict Verdict);

/// <param name="BatchCost">Null when a price is missing.</param>
/// <param name="Unpriced">Names of materials without a price.</param>
public sealed record CostView(decimal? BatchCost, decimal? UnitCost, IReadOnlyList<string> Unpriced);

/// <summary>A number that a finding rests on.</summary>
public sealed record FindingNumber(string Name, double Value, string Unit);

/// <summary>One change that would clear or lessen a finding, found by search on the model.</summary>
/// <param name="Label">The act in a few words.</param>
/// <param name="Effect">What is gained and what is lost.</param>
public sealed record Remedy(string Id, string Label, IReadOnlyList<FormulaEdit> Edits, string Effect);

/// <summary>One judgement: a sentence, the number behind it, what to do.</summary>
/// <param name="Id">Stable for the same rule and subject, so that it can be set aside.</param>
/// <param name="AtC">The temperature it speaks of, if it speaks of one.</param>
/// <param name="Because">Where the rule comes from.</param>
/// <param name="Advice">What can be done outside the formula.</param>
public sealed record Finding(
    string Id, Severity Severity, string Sentence, IReadOnlyList<FindingNumber> Numbers, double? AtC, string Because, string? Advice, IReadOnlyList<Remedy> Remedies)
{
    /// <summary>Questions behind it on which practitioners disagree.</summary>
    public IReadOnlyList<School> Schools { get; init; } = [];
}

/// <summary>What the science beside melting says of a product; each part is null where it does not apply.</summary>
public sealed record Products(
    WaterlessView Waterless, Feel.SkinFeel? Feel, Feel.RinseOff? Rinse, PowderView Powder, BathView? Bath, Stability.Keeping Keeping, Stability.Preservation Preservation, ScentView Scent, ColourView Colour,
    SafetyView Safety)
{
    /// <summary>Every question this product raises on which practitioners disagree.</summary>
    public IReadOnlyList<School> Schools { get; init; } = [];

    /// <summary>How the numbers came about, for "why?".</summary>
    public IReadOnlyList<ExplainStep> Steps { get; init; } = [];
}

/// <summary>Everything the model says of one formula. Numbers carry their unit in the name.</summary>
public sealed record Assessment
{
    /// <summary>Null while nothing in the formula melts.</summary>
    public required CurveView? Curve { get; init; }

    public required IReadOnlyList<StateSpan> States { get; init; }

    public required double? SlumpC { get; init; }

    public required double? ClearC { get; init; }

    public required double DoubtC { get; init; }

    public required double DoubtFactor { get; init; }

    public required double EstimatedPercent { get; init; }

    public required double DensityGMl { get; init; }

    /// <summary>Where to pour: cloudy below the first, needlessly hot above the second.</summary>
    public required double? PourFromC { get; init; }

    public required double? PourToC { get; init; }

    public required IReadOnlyList<LandmarkReading> Landmarks { get; init; }

    /// <summary>The states in one line of words.</summary>
    public required string Sentence { get; init; }

    public required decimal TotalPercent { get; init; }

    public required IReadOnlyList<GroupTotal> Groups { get; init; }

    public required IReadOnlyList<SheetLine> Sheet { get; init; }

    public required decimal SheetTotalG { get; init; }

    public required decimal? SmallestFineBatchG { get; init; }

    public required CostView Cost { get; init; }

    public required string? MakeweightLine { get; init; }

    /// <summary>The whole of it; null when only what moves under a hand was asked for.</summary>
    public Products? Product { get; init; }

    /// <summary>Worst first, then nearest to its limit. Remedies are there when they were asked for.</summary>
    public required IReadOnlyList<Finding> Findings { get; init; }
}
