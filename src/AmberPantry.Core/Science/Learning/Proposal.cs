namespace AmberPantry.Core.Science.Learning;

public enum ProposalStatus
{
    None,

    /// <summary>"Not yet" was said, and no batch has come since.</summary>
    Resting,
    Propose,

    /// <summary>One in force told the last batches worse than what is said without it.</summary>
    Withdraw,

    /// <summary>One in force is off by a step or more.</summary>
    Change,
    Keep,
}

/// <summary>Why nothing is proposed.</summary>
public enum NotProposed
{
    TooFew,
    TooSmall,
    TooUnsure,
    HeldBackWorse,
}

/// <summary>Whether a correction is proposed, stays, changes or goes.</summary>
/// <param name="Why">What speaks against one; empty for nothing.</param>
/// <param name="N">All records.</param>
/// <param name="Perhaps">Its own doubt is as large as it: said with "perhaps".</param>
public sealed record Proposal(ProposalStatus Status, double Offset, double OffsetDoubt, IReadOnlyList<NotProposed> Why, int N, bool Perhaps)
{
    /// <summary>Older ones do not count.</summary>
    public const int Counted = 12;
    private const int Enough = 3;
    private const int Watched = 8;
    private const int EnoughWatched = 4;

    /// <param name="restUntil">Records before which it is not asked again.</param>
    /// <param name="applied">The offset in force; null for none.</param>
    public static Proposal Of(LearnQuantity quantity, IReadOnlyList<LearnRecord> records, int restUntil = 0, double? applied = null)
    {
        LearnRecord[] last = [.. records.TakeLast(Counted)];
        var learnt = LearntOffset.Of(quantity, last);
        var size = Math.Abs(learnt.Value);
        NotProposed[] why =
        [
            .. new (bool Speaks, NotProposed Why)[]
            {
                (records.Count < Enough, NotProposed.TooFew),
                (LearnRecord.Below(size, quantity.Step), NotProposed.TooSmall),
                (!LearnRecord.Below(learnt.OffsetDoubt / LearntOffset.FourInFive, size), NotProposed.TooUnsure),
                (last.Length >= 2 && !HeldBack.Of(quantity, last).NeverWorse, NotProposed.HeldBackWorse),
            }
                .Where(one => one.Speaks)
                .Select(one => one.Why),
        ];
        return new Proposal(
            StatusOf(quantity, records, restUntil, applied, learnt.Value, why.Length > 0),
            learnt.Value,
            learnt.OffsetDoubt,
            why,
            records.Count,
            !LearnRecord.Below(learnt.OffsetDoubt, size)
        );
    }

    private static ProposalStatus StatusOf(
        LearnQuantity quantity,
        IReadOnlyList<LearnRecord> records,
        int restUntil,
        double? applied,
        double offset,
        bool spokenAgainst
    )
    {
        if (applied is not { } now)
        {
            return spokenAgainst ? ProposalStatus.None
                : records.Count < restUntil ? ProposalStatus.Resting
                : ProposalStatus.Propose;
        }

        LearnRecord[] watched = [.. records.TakeLast(Watched)];
        return watched.Length >= EnoughWatched
            && LearnRecord.Below(watched.Sum(one => Math.Abs(one.Difference)), watched.Sum(one => Math.Abs(one.Difference - now)))
                ? ProposalStatus.Withdraw
            : !spokenAgainst && !LearnRecord.Below(Math.Abs(offset - now), quantity.Step) ? ProposalStatus.Change
            : ProposalStatus.Keep;
    }
}
