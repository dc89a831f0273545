using AmberPantry.Core.Workshops;

namespace AmberPantry.Core.Pantry;

/// <summary>What a batch that is not finished has weighed of a lot.</summary>
public sealed record InPot(Guid Lot, decimal Grams);

/// <summary>An amount from one lot.</summary>
/// <param name="Code">As on its bag.</param>
public sealed record LotPart(Guid Lot, string Code, decimal Amount);

/// <summary>Where an amount comes from.</summary>
/// <param name="Missing">What no lot holds.</param>
public sealed record LotOffer(IReadOnlyList<LotPart> Parts, decimal Missing)
{
    /// <summary>"lot SB-0311"; "640 g of lot SB-0311, 44 g of lot SB-0522"; with what is missing.</summary>
    public string Says(Wording say, StockKind kind)
    {
        string Told(decimal amount) => kind == StockKind.Container ? Wording.Number((double)amount, "0") : say.RoundWeight(amount);
        var parts = Parts.Count == 1 && Missing == 0 ? [$"lot {Parts[0].Code}"] : Parts.Select(part => $"{Told(part.Amount)} of lot {part.Code}");
        return string.Join(", ", Missing > 0 ? parts.Append($"**{Told(Missing)}** are missing") : parts);
    }
}

/// <summary>What is in the house, lot by lot: the first to expire is the first to be used.</summary>
/// <param name="lots">All lots that are looked at.</param>
/// <param name="inPots">What other batches have weighed already.</param>
/// <param name="today">Null where nobody asks what day it is.</param>
public sealed class StockBook(IReadOnlyList<Lot> lots, IReadOnlyList<InPot> inPots, DateOnly? today)
{
    private readonly ILookup<(StockKind, string), Lot> byKey = lots.ToLookup(lot => (lot.Kind, lot.Of));
    private readonly Dictionary<Guid, decimal> taken = inPots
        .GroupBy(pot => pot.Lot)
        .ToDictionary(pots => pots.Key, pots => pots.Sum(pot => pot.Grams));

    /// <summary>Nothing booked in.</summary>
    public static StockBook Empty { get; } = new([], [], null);

    /// <summary>The same with more of it in pots.</summary>
    public StockBook Less(IEnumerable<InPot> more) => new(lots, [.. inPots, .. more], today);

    /// <summary>Whether anything of it was ever booked in: only then does the book speak of it.</summary>
    public bool Knows(StockKind kind, string of) => byKey.Contains((kind, of));

    /// <summary>Lots that may be used, the one to use first at the head.</summary>
    public IReadOnlyList<Lot> Usable(StockKind kind, string of) => [.. InOrder(byKey[(kind, of)].Where(lot => lot.MayBeUsed && !IsPast(lot)))];

    /// <summary>Lots that a hand may choose: those past their date too, at the end.</summary>
    public IEnumerable<Lot> Choices(StockKind kind, string of) => InOrder(byKey[(kind, of)].Where(lot => lot.MayBeUsed)).OrderBy(IsPast);

    /// <summary>Open lots before closed ones of the same day, older before younger.</summary>
    public static IOrderedEnumerable<Lot> InOrder(IEnumerable<Lot> lots) =>
        lots.OrderBy(lot => lot.Facts.UseBy ?? DateOnly.MaxValue)
            .ThenBy(lot => lot.Facts.OpenedOn ?? DateOnly.MaxValue)
            .ThenBy(lot => lot.Facts.ReceivedOn)
            .ThenBy(lot => lot.Number);

    /// <summary>What is left of a lot beside what stands in pots.</summary>
    public decimal Free(Lot lot) => Math.Max(0, lot.Left - taken.GetValueOrDefault(lot.Id));

    public bool IsPast(Lot lot) => lot.Facts.UseBy < today;

    /// <summary>Where an amount comes from: from the lot that is asked for, then from the first to expire.</summary>
    /// <param name="first">A lot chosen by hand: it may be past its date, but not set apart.</param>
    /// <exception cref="Refusal">E_UNKNOWN_ID for a lot of something else, E_NOT_NOW for one that is set apart.</exception>
    public LotOffer Offer(StockKind kind, string of, decimal amount, Guid? first = null)
    {
        var order = Usable(kind, of);
        if (first is { } wanted)
        {
            var chosen = byKey[(kind, of)].FirstOrDefault(lot => lot.Id == wanted)
                ?? throw new Refusal(Codes.UnknownId, "command.lot", wanted, "That lot is not one of this material.", "Choose one of its lots.");
            order = chosen.SetApartFor is { } why
                ? throw new Refusal(
                    Codes.NotNow,
                    "command.lot",
                    chosen.Facts.Code,
                    $"Lot {chosen.Facts.Code} is set apart: {why}.",
                    "Choose another lot, or take it up again in the pantry."
                )
                : [chosen, .. order.Where(lot => lot.Id != wanted)];
        }

        var (parts, missing) = (new List<LotPart>(), amount);
        foreach (var lot in order)
        {
            var part = Math.Min(Free(lot), missing);
            if (part > 0)
            {
                parts.Add(new LotPart(lot.Id, lot.Facts.Code, part));
                missing -= part;
            }
        }

        return new LotOffer(parts, missing);
    }
}
