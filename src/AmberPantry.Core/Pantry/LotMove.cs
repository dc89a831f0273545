namespace AmberPantry.Core.Pantry;

/// <summary>Why an amount came or went.</summary>
public enum MoveKind
{
    Receive,

    /// <summary>By a batch, or by hand for a try-out.</summary>
    Use,

    /// <summary>Counted anew: the difference to what the book held.</summary>
    Count,
    Waste,
    Give,
    Sell,
}

/// <summary>One line of a lot's ledger. It is never changed: what was wrong is taken back by its opposite.</summary>
/// <param name="Amount">Grams or pieces; below 0 it went.</param>
/// <param name="At">When it happened, UTC.</param>
public sealed record LotMove(Guid Id, Guid Lot, MoveKind Kind, decimal Amount, DateTime At)
{
    /// <summary>Lot of the batch that took it; null where a hand did.</summary>
    public string? Batch { get; init; }

    /// <summary>Step of that batch.</summary>
    public string? Step { get; init; }

    public string Reason { get; init; } = "";

    /// <summary>The move that this one takes back.</summary>
    public Guid? TakesBack { get; init; }
}

/// <summary>A move told by hand.</summary>
/// <param name="Amount">What went; of a count, what is there.</param>
public sealed record HandMove(MoveKind Kind, decimal Amount, string? Reason = null);

/// <summary>The rules of a lot's ledger: what is left is the sum of its moves and never below nothing.</summary>
public static class LotLedger
{
    public const int LongestReason = 200;

    /// <summary>The first line of a lot.</summary>
    public static LotMove Receipt(Lot lot, Guid id, DateTime at) => new(id, lot.Id, MoveKind.Receive, lot.Received, at);

    /// <param name="inPots">What batches that are being made have weighed of it.</param>
    /// <exception cref="Refusal">E_RANGE for more than there is, E_NOT_NOW for what stands in a pot, E_TWICE for a second receipt.</exception>
    public static LotMove ByHand(Lot lot, HandMove asked, decimal inPots, Guid id, DateTime at)
    {
        var reason = asked.Reason?.Trim() ?? "";
        if (reason.Length > LongestReason)
        {
            throw new Refusal(
                Codes.Range,
                "move.reason",
                reason,
                $"{reason.Length} letters are too many here.",
                $"Keep it to {LongestReason} letters."
            );
        }

        var isCount = asked.Kind == MoveKind.Count;
        var amount = Lot.Amount(lot.Kind, asked.Amount, isCount ? 0 : 0.000001m, "move.amount");
        if (asked.Kind == MoveKind.Receive)
        {
            throw new Refusal(
                Codes.Twice,
                "move.kind",
                "receive",
                $"Lot {lot.Facts.Code} has come in.",
                "Book another delivery in as a lot of its own."
            );
        }

        var free = lot.Left - inPots;
        if (!isCount && amount > lot.Left)
        {
            throw new Refusal(
                Codes.Range,
                "move.amount",
                amount,
                $"Lot {lot.Facts.Code} holds {Told(lot, lot.Left)}, not {Told(lot, amount)}.",
                lot.Left > 0 ? $"Type at most {Told(lot, lot.Left)}, or count it first." : "Count it first."
            );
        }

        if (isCount ? amount < inPots : amount > free)
        {
            throw new Refusal(
                Codes.NotNow,
                "move.amount",
                amount,
                $"{Told(lot, inPots)} of lot {lot.Facts.Code} stand in the pot of a batch that is not finished.",
                isCount ? $"Type at least {Told(lot, inPots)}: what is in the pot counts too." : $"Type at most {Told(lot, free)}."
            );
        }

        return new LotMove(id, lot.Id, asked.Kind, isCount ? amount - lot.Left : -amount, at) { Reason = reason };
    }

    /// <summary>The opposite of a move.</summary>
    /// <exception cref="Refusal">E_NOT_NOW for a receipt, for what a batch took, and where less would be left than nothing.</exception>
    public static LotMove TakeBack(Lot lot, LotMove move, decimal inPots, Guid id, DateTime at)
    {
        if (move.Kind == MoveKind.Receive || move.Batch is not null || move.TakesBack is not null)
        {
            throw new Refusal(
                Codes.NotNow,
                "move",
                move.Id,
                move.Batch is { } batch ? $"Batch {batch} took that." : "That line of the book stays.",
                move.Batch is null ? "Count the lot instead." : "Put the weight right in the logbook."
            );
        }

        return lot.Left - inPots < move.Amount
            ? throw new Refusal(
                Codes.NotNow,
                "move",
                move.Id,
                $"Lot {lot.Facts.Code} has only {Told(lot, lot.Left - inPots)} free: it has been used meanwhile.",
                "Count the lot instead."
            )
            : Opposite(move, id, at);
    }

    /// <summary>A line that makes up for another.</summary>
    internal static LotMove Opposite(LotMove move, Guid id, DateTime at) =>
        move with
        {
            Id = id,
            Amount = -move.Amount,
            At = at,
            TakesBack = move.Id,
            Reason = "",
        };

    internal static string Told(Lot lot, decimal amount) => lot.Kind == StockKind.Container ? $"{amount:0}" : $"{amount:0.###} g";
}
