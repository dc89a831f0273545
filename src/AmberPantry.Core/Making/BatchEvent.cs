using AmberPantry.Core.Formulas;

namespace AmberPantry.Core.Making;

/// <summary>One change of a batch, as it follows from a command.</summary>
public abstract record BatchEvent;

public sealed record StepRecorded(StepDone Done) : BatchEvent;

/// <param name="Lots">Where what the step weighs comes from.</param>
public sealed record LotsFixed(string Step, IReadOnlyList<LotTaken> Lots) : BatchEvent;

public sealed record WentTo(string Step) : BatchEvent;

public sealed record PotRescaled(IReadOnlyList<MakeStep> Steps, decimal BatchG) : BatchEvent;

/// <param name="Content">With the material among its lines and the true shares of the larger pot.</param>
/// <param name="AtStep">The weighing that was put in.</param>
public sealed record PotAddedTo(Formula Content, IReadOnlyList<MakeStep> Steps, string AtStep) : BatchEvent;

/// <param name="Filling">Null where nothing was told of it.</param>
public sealed record BatchFinished(DateTime At, int? Units, double? SlumpC, Filling? Filling = null) : BatchEvent;

public sealed record StockPlaced(StockPlace Place) : BatchEvent;

public sealed record StockCounted(int UnitsLeft) : BatchEvent;

public sealed record NotesWritten(string Notes) : BatchEvent;

public sealed record Observed(Observation Observation) : BatchEvent;

public sealed record Withdrawn(Guid Observation) : BatchEvent;

/// <param name="PutBack">Steps whose material went back to its lot.</param>
public sealed record BatchGivenUp(DateTime At, string Reason, IReadOnlySet<string> PutBack) : BatchEvent;

public sealed record BatchTakenUp : BatchEvent;

public sealed record BatchArchived(DateTime At) : BatchEvent;

public sealed record BatchBroughtBack : BatchEvent;

/// <param name="SlumpC">Slump said of it as it is weighed now, °C.</param>
/// <param name="Observations">All of them, with what is said of the same now.</param>
/// <param name="Lots">Where all weighings come from now.</param>
public sealed record StepCorrected(
    StepDone Done,
    Correction Correction,
    double? SlumpC,
    IReadOnlyList<Observation> Observations,
    IReadOnlyList<LotTaken> Lots
) : BatchEvent;

public sealed record ObservationCorrected(Observation Observation, Correction Correction) : BatchEvent;

public sealed record StockTaken(StockMove Move) : BatchEvent;

public sealed record WasRead(Reading Reading) : BatchEvent;

public sealed record ReadingTakenBack(Guid Reading) : BatchEvent;

public sealed record StockPutBack(StockMove Move) : BatchEvent;

public sealed record DeviationAnswered(DeviationAnswer Answer) : BatchEvent;

public sealed record PartsShared(Formula Content) : BatchEvent;
