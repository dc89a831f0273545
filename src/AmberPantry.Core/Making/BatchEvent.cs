namespace AmberPantry.Core.Making;

/// <summary>One change of a batch, as it follows from a command.</summary>
public abstract record BatchEvent;

public sealed record StepRecorded(StepDone Done) : BatchEvent;

public sealed record WentTo(string Step) : BatchEvent;

public sealed record PotRescaled(IReadOnlyList<MakeStep> Steps, decimal BatchG) : BatchEvent;

public sealed record BatchFinished(DateTime At, int? Units, double? SlumpC) : BatchEvent;

public sealed record StockPlaced(StockPlace Place) : BatchEvent;

public sealed record StockCounted(int UnitsLeft) : BatchEvent;

public sealed record NotesWritten(string Notes) : BatchEvent;

public sealed record Observed(Observation Observation) : BatchEvent;

public sealed record Withdrawn(Guid Observation) : BatchEvent;
