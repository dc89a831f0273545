using AmberPantry.Core.Composition;
using AmberPantry.Core.House;
using AmberPantry.Core.Making;

namespace AmberPantry.Data;

public sealed class WorkshopRow
{
    public const int OnlyId = 1;

    public int Id { get; set; } = OnlyId;

    public required HouseSettings Settings { get; set; }

    /// <summary>What the clock said when a made-up pantry began; null for a maker's own data.</summary>
    public DateTime? BegunAt { get; set; }
}

public sealed class MaterialRow
{
    public required string Id { get; set; }

    public required string Name { get; set; }

    public required string BasedOn { get; set; }

    public string? Inci { get; set; }

    public decimal? PricePerKg { get; set; }

    public decimal? UseMaxPercent { get; set; }
}

public sealed class FormulaRow
{
    public const int LongestName = 120;

    public int Id { get; set; }

    public required string Name { get; set; }

    public DateTime CreatedAt { get; set; }

    public List<TrialRow> Trials { get; } = [];
}

/// <summary>One version of a formula. What it holds is its edit at <see cref="EditAt"/>; undo and redo move that mark.</summary>
public sealed class TrialRow
{
    public int Id { get; set; }

    public int FormulaId { get; set; }

    public FormulaRow? Formula { get; set; }

    public int Number { get; set; }

    public string Intent { get; set; } = "";

    public int EditAt { get; set; }

    /// <summary>Counts every change; a writer must name the one it saw.</summary>
    public int Revision { get; set; }

    /// <summary>Set when a batch was begun from it; the trial never changes after.</summary>
    public DateTime? MadeAt { get; set; }

    public DateTime ChangedAt { get; set; }

    public List<TrialEditRow> Edits { get; } = [];

    public List<SetAsideRow> SetAside { get; } = [];
}

public sealed class TrialEditRow
{
    /// <summary>Steps of undo that a trial remembers.</summary>
    public const int MostSteps = 100;

    public int Id { get; set; }

    public int TrialId { get; set; }

    public int Position { get; set; }

    /// <summary>What was done, in a few words.</summary>
    public required string Did { get; set; }

    public required Formula Content { get; set; }
}

/// <summary>A finding put aside with a reason; it returns when its first number gets worse.</summary>
public sealed class SetAsideRow
{
    public int Id { get; set; }

    public int TrialId { get; set; }

    public required string Finding { get; set; }

    public required string Reason { get; set; }

    public double? Value { get; set; }
}

public sealed class BatchRow
{
    public int Id { get; set; }

    public required string Lot { get; set; }

    public int TrialId { get; set; }

    public TrialRow? Trial { get; set; }

    /// <summary>The formula as frozen when the batch began, with what an over-pour changed.</summary>
    public required Formula Content { get; set; }

    public required IReadOnlyList<MakeStep> Steps { get; set; }

    public int AtStep { get; set; }

    public DateTime StartedAt { get; set; }

    public DateTime TouchedAt { get; set; }

    public DateTime? FinishedAt { get; set; }

    public double WorkroomC { get; set; }

    public double? HumidityPercent { get; set; }

    /// <summary>Slump said of the batch as weighed, °C.</summary>
    public double? SlumpC { get; set; }

    public int? UnitsMade { get; set; }

    public int? UnitsLeft { get; set; }

    public StockPlace Place { get; set; }

    public string Notes { get; set; } = "";

    public int Revision { get; set; }

    public List<BatchStepRow> Done { get; } = [];

    public List<ObservationRow> Observations { get; } = [];
}

/// <summary>What was recorded at a step.</summary>
public sealed class BatchStepRow
{
    public int Id { get; set; }

    public int BatchId { get; set; }

    public int Index { get; set; }

    public DateTime DoneAt { get; set; }

    public decimal? WeighedG { get; set; }

    public double? TemperatureC { get; set; }

    public string? Note { get; set; }
}

public sealed class ObservationRow
{
    public int Id { get; set; }

    public int BatchId { get; set; }

    public DateTime At { get; set; }

    public ObservationKind Kind { get; set; }

    /// <summary>Temperature of the check, °C.</summary>
    public double? TemperatureC { get; set; }

    /// <summary>Thumb press 1 to 5, or the slump in °C.</summary>
    public double? Value { get; set; }

    /// <summary>What the model said of the same, for the batch as weighed.</summary>
    public double? Said { get; set; }

    public string Text { get; set; } = "";
}
