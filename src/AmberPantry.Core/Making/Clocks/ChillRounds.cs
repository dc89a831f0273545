namespace AmberPantry.Core.Making.Clocks;

/// <summary>Cooling in rounds: so long in the cold or at rest, then scraped and stirred, until enough has set.</summary>
/// <param name="Now">The round in hand, from 1; each stir ends one.</param>
/// <param name="Planned">Rounds in all by the run; null where it does not come so far.</param>
/// <param name="Most">More of them only cool the wall; null where nothing but the run ends them.</param>
/// <param name="IsDone">As much has set as the rounds aim at.</param>
/// <param name="LastStir">Id of the command that ended the round before; null where none has, or the sheet has a step for each.</param>
/// <param name="DoneAt">When it has, by the run; null where it has already or never does.</param>
/// <param name="SpareMin">Minutes to pour from then on, out of the cold, until it is too stiff; null where that is not what follows.</param>
/// <param name="Says">The round, its end and what is left then; what matters is between two asterisks.</param>
public sealed record ChillRounds(int Now, int? Planned, int? Most, bool IsDone, Guid? LastStir, DateTime? DoneAt, double? SpareMin, string Says)
{
    /// <summary>The sheet has a step for each round: to go on ends it.</summary>
    public bool IsWritten { get; init; }
}
