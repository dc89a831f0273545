using System.Text.Json.Serialization;
using AmberPantry.Core.Assessment.Lenses;
using AmberPantry.Core.Assessment.Parts;
using AmberPantry.Core.Assessment.Rules;
using AmberPantry.Core.Costing;
using AmberPantry.Core.Materials;

namespace AmberPantry.Core.Assessment;

/// <summary>A family's material groups with their usual shares.</summary>
/// <param name="Lowest">Usual least percent; null where the family sets none.</param>
public sealed record GroupTotal(string Group, decimal Percent, decimal? Lowest, decimal? Highest)
{
    private static readonly (string Group, Role Role)[] Further =
    [
        ("lanolin and kin", Role.Emollient),
        ("emulsifiers", Role.Emulsifier),
        ("gellants", Role.Gellant),
        ("antioxidants", Role.Antioxidant),
        ("scent", Role.Scent),
        ("actives", Role.Active),
        ("salts", Role.Salt),
        ("acids", Role.Acid),
        ("soda and carbonates", Role.Base),
        ("foamers", Role.Surfactant),
        ("colours", Role.Colourant),
        ("preservatives", Role.Preservative),
        ("water phase", Role.WaterPhase),
        ("botanicals", Role.Botanical),
        ("sun filters", Role.UvFilter),
    ];

    /// <summary>The groups of the family, and what else is there.</summary>
    internal static IReadOnlyList<GroupTotal> All(Subject subject) =>
        [
            .. subject.Family.Groups.Select(group => new GroupTotal(group.Group, GroupShares.Share(subject, group), group.Low, group.High)),
            .. Further
                .Where(other => subject.Share(other.Role) > 0 && subject.Family.Groups.All(group => !group.Roles.Contains(other.Role)))
                .Select(other => new GroupTotal(other.Group, subject.Share(other.Role), null, null)),
        ];
}

/// <summary>What each science says of a formula; a part is null where it was not asked for.</summary>
public sealed record AssessmentParts
{
    public MeltPart? Melt { get; init; }

    public FeelPart? Feel { get; init; }

    public PowderPart? Powder { get; init; }

    public BathPart? Bath { get; init; }

    public KeepingPart? Keeping { get; init; }

    public ScentPart? Scent { get; init; }

    public ColourPart? Colour { get; init; }

    public SafetyPart? Safety { get; init; }

    public GroupsPart? Groups { get; init; }
}

/// <summary>A science that can be asked for by itself.</summary>
public enum Part
{
    Melt,
    Feel,
    Powder,
    Bath,
    Keeping,
    Scent,
    Colour,
    Safety,
    Groups,
}

/// <summary>Everything said of one formula. Numbers carry their unit in the name.</summary>
public sealed record Assessment
{
    /// <summary>What it is, in the sentence of its family.</summary>
    public required string Headline { get; init; }

    public required UseView Use { get; init; }

    /// <summary>Whether it is waterless, and why or why not.</summary>
    public required WaterlessView Lamp { get; init; }

    public required decimal TotalPercent { get; init; }

    public required IReadOnlyList<GroupTotal> Groups { get; init; }

    public required WeighingPart Weighing { get; init; }

    public required CostView Cost { get; init; }

    /// <summary>The line that takes up the rest; null while the pot is empty.</summary>
    public required string? MakeweightLine { get; init; }

    public required AssessmentParts Parts { get; init; }

    /// <summary>The mix by the lens that was asked for; null where none was, or nothing is to be read by it.</summary>
    public required LensView? Reading { get; init; }

    /// <summary>Worst first, then nearest to its limit. Remedies are there when they were asked for.</summary>
    public required IReadOnlyList<Finding> Findings { get; init; }

    /// <summary>What no model tells: to be looked for on what was made.</summary>
    public required IReadOnlyList<CheckToMake> Checks { get; init; }

    /// <summary>Every question this product raises on which practitioners disagree. Each goes out beside the finding that it speaks of.</summary>
    [JsonIgnore]
    public IReadOnlyList<School> Schools { get; init; } = [];
}
