using AmberPantry.Core.Assessment.Parts;
using AmberPantry.Core.Safety;
using AmberPantry.Core.Science.Making;

namespace AmberPantry.Core.Making.Sheets;

/// <summary>All that the steps of a sheet are written from.</summary>
internal sealed record SheetGround(Subject Subject, PlanQuestion Question, BatchPlan Plan)
{
    /// <summary>What is chosen where makers differ, by the school's id.</summary>
    public required IReadOnlyDictionary<string, string> Chosen { get; init; }

    public required SheetLines Lines { get; init; }

    public required SheetMelt Melt { get; init; }

    public required SheetFigures Figures { get; init; }

    public required SheetSayings Sayings { get; init; }

    public required SheetCautions Cautions { get; init; }

    public required RuleFacts Facts { get; init; }
}
