using AmberPantry.Core.Making;
using AmberPantry.Core.Materials;
using AmberPantry.Core.Pantry;
using AmberPantry.Core.Workshops;
using AmberPantry.Data;
using AmberPantry.Data.Batches;
using AmberPantry.Data.Stock;
using AmberPantry.Server.House;
using AmberPantry.Server.Pantry;
using Microsoft.EntityFrameworkCore;

namespace AmberPantry.Server.Make;

/// <summary>What a batch wants of a material or container, and where that comes from.</summary>
/// <param name="Of">Key of the material, or id of the container.</param>
/// <param name="Wanted">Grams or pieces.</param>
/// <param name="Says">"SB-0311"; "640 g of SB-0311, 44 g of SB-0522"; what is missing.</param>
/// <param name="Kept">Who else it is kept for, where that leaves too little; empty where it does not.</param>
public sealed record StockNeed(StockKind Kind, string Of, string Name, decimal Wanted, LotOffer Offer, string Says, string Kept);

/// <summary>A lot that a weighing may come from.</summary>
/// <param name="Free">What is left of it beside what stands in pots, g.</param>
public sealed record LotChoice(Guid Lot, string Code, string Sticker, decimal Free, DateOnly? UseBy, bool IsPast);

/// <summary>Where the weighing of a step comes from.</summary>
/// <param name="Says">As it is read under the name of the material.</param>
/// <param name="Chosen">The lot that is used first.</param>
/// <param name="Choices">All lots that it may come from.</param>
public sealed record StepLots(string Step, string Says, Guid? Chosen, IReadOnlyList<LotChoice> Choices);

/// <summary>What a batch and the pantry have to do with each other: which lots it may weigh from, and what it writes into their ledgers.</summary>
internal static class BatchStock
{
    /// <summary>The lots of a formula's materials and of its container, less what other batches have weighed.</summary>
    /// <param name="batch">Id of the batch itself; null before it has begun.</param>
    /// <param name="others">Other containers that count.</param>
    public static async Task<StockBook> Book(
        PantryDb db,
        Core.Formulas.Formula content,
        int? batch,
        DateOnly? today,
        IReadOnlyList<OtherFill>? others = null
    )
    {
        var colours = content.ColouredParts?.SelectMany(part => part.Colours).Select(colour => MaterialShelf.Key(colour.Material)) ?? [];
        var lots = await db.LotsOf(StockKind.Material, [.. content.Lines.Select(line => line.Material).Union(colours)]);
        string[] containers = [.. (others ?? []).Select(other => other.Container).Append(content.Batch.Container).OfType<string>().Distinct()];
        if (containers.Length > 0)
        {
            lots.AddRange(await db.LotsOf(StockKind.Container, containers));
        }

        return new StockBook(lots, lots.Count == 0 ? [] : await InPots(db, batch), today);
    }

    /// <summary>What batches that are not finished have weighed.</summary>
    /// <param name="without">One that is left out.</param>
    public static async Task<List<InPot>> InPots(PantryDb db, int? without = null)
    {
        try
        {
            var open = await db
                .Batches.AsNoTracking()
                .Where(row => row.FinishedAt == null && row.Id != without)
                .Select(row => new { row.Lots, Weighed = row.Done.Where(done => done.WeighedUg > 0).Select(done => done.Step).ToList() })
                .ToListAsync();
            return InPots(open.SelectMany(batch => batch.Lots.Where(taken => batch.Weighed.Contains(taken.Step))));
        }
        catch (Exception error) when (UnreadableException.IsIn(error))
        {
            return InPots((await Making(db, without)).SelectMany(row => row.ToBatch().InPot));
        }
    }

    private static List<InPot> InPots(IEnumerable<LotTaken> weighed) =>
        [.. weighed.Where(taken => taken.Lot is not null).Select(taken => new InPot(taken.Lot!.Value, taken.Grams))];

    /// <summary>Batches that are not finished, the first begun at the head; one whose record cannot be read is passed over.</summary>
    /// <param name="without">One that is left out.</param>
    public static async Task<List<BatchRow>> Making(PantryDb db, int? without = null)
    {
        var open = db.Batches.AsNoTracking().Where(row => row.FinishedAt == null && row.Id != without);
        var rows = new List<BatchRow>();
        foreach (var id in await open.OrderBy(row => row.StartedAt).Select(row => row.Id).ToListAsync())
        {
            try
            {
                rows.Add(
                    await db
                        .Batches.AsNoTracking()
                        .Include(row => row.Done)
                        .Include(row => row.Trial!.Formula)
                        .AsSplitQuery()
                        .FirstAsync(row => row.Id == id)
                );
            }
            catch (Exception error) when (UnreadableException.IsIn(error))
            {
                // The lists tell of it; what it wants of the pantry nobody can say.
            }
        }

        return rows;
    }

    /// <summary>What a formula wants of the house, the scarce first; nothing of what was never booked in.</summary>
    /// <param name="reserved">What is kept for other batches that are planned.</param>
    public static IReadOnlyList<StockNeed> Needs(
        Core.Formulas.Formula content,
        StockBook book,
        OpenWorkshop open,
        IReadOnlyList<((StockKind Kind, string Of) Of, SpokenFor For)> reserved
    )
    {
        string Kept((ShelfSubject Subject, decimal Amount, LotOffer Offer) one)
        {
            SpokenFor[] others = [.. reserved.Where(kept => kept.Of == (one.Subject.Kind, one.Subject.Of)).Select(kept => kept.For)];
            var free = book.Choices(one.Subject.Kind, one.Subject.Of).Sum(book.Free) - others.Sum(kept => kept.Amount);
            return others.Length > 0 && free < one.Amount
                ? $"**{ShelfLine.Amount(one.Subject.Kind, others.Sum(kept => kept.Amount), open.Say)}** of it is kept for "
                    + $"{Wording.List([.. others.Select(kept => kept.Name).Distinct()])}."
                : "";
        }

        var wanted = LotsWeighed.Planned(content).Select(one => (Subject: StockViews.Subject(open, StockKind.Material, one.Key), Amount: one.Value));
        if (content.Batch is { Container: { } container, Units: { } units } && open.Workshop.FindContainer(container) is not null)
        {
            wanted = wanted.Append((StockViews.Subject(open, StockKind.Container, container), units));
        }

        return
        [
            .. wanted
                .Where(one => book.Knows(one.Subject.Kind, one.Subject.Of))
                .Select(one => (one.Subject, one.Amount, Offer: book.Offer(one.Subject.Kind, one.Subject.Of, one.Amount)))
                .OrderByDescending(one => one.Offer.Missing > 0)
                .Select(one => new StockNeed(
                    one.Subject.Kind,
                    one.Subject.Of,
                    one.Subject.Name,
                    one.Amount,
                    one.Offer,
                    one.Offer.Says(open.Say, one.Subject.Kind),
                    Kept(one)
                )),
        ];
    }

    /// <summary>Where each weighing of a batch comes from, and from where it may.</summary>
    public static IReadOnlyList<StepLots> Steps(Batch batch, StockBook book, Core.Workshops.Wording say)
    {
        var lots = new List<StepLots>();
        foreach (var step in batch.Steps.Where(step => step.Line is not null))
        {
            var material = batch.Content.Lines.First(line => line.Id == step.Line).Material;
            if (!book.Knows(StockKind.Material, material))
            {
                continue;
            }

            var grams = batch.Done.FirstOrDefault(done => done.Step == step.Id)?.WeighedG ?? step.TargetG ?? 0;
            var taken = batch.Lots.Where(one => one.Step == step.Id && one.Material == material).ToArray();
            taken = taken.Length > 0 ? taken : [.. LotsWeighed.At(batch, step, grams, book).Where(one => one.Material == material)];
            var offer = new LotOffer(
                [.. taken.Where(one => one.Lot is not null).Select(one => new LotPart(one.Lot!.Value, one.Code, one.Grams))],
                taken.Where(one => one.Lot is null).Sum(one => one.Grams)
            );
            lots.Add(
                new StepLots(
                    step.Id,
                    offer.Says(say, StockKind.Material),
                    offer.Parts.Count > 0 ? offer.Parts[0].Lot : null,
                    [
                        .. book.Choices(StockKind.Material, material)
                            .Select(lot => new LotChoice(lot.Id, lot.Facts.Code, lot.Sticker, book.Free(lot), lot.Facts.UseBy, book.IsPast(lot))),
                    ]
                )
            );
        }

        return lots;
    }

    /// <summary>Steps whose weighing came from another lot than the first to expire, with both in words.</summary>
    public static Dictionary<string, string> OtherLots(Batch batch, StockBook book)
    {
        var others = new Dictionary<string, string>();
        if (batch.IsFinished)
        {
            return others;
        }

        var weighed = batch.InPot.Where(one => one.Lot is not null).ToLookup(one => one.Step);
        foreach (var step in batch.Steps.Where(step => step.Line is not null))
        {
            var first = weighed[step.Id].FirstOrDefault();
            var offered = first is null ? null : LotsWeighed.At(batch, step, first.Grams, book).FirstOrDefault(one => one.Material == first.Material);
            if (offered?.Lot is not null && offered.Lot != first!.Lot)
            {
                others[step.Id] = $"from {first.Code}, though {offered.Code} is to be used first";
            }
        }

        return others;
    }

    /// <summary>Writes what a command of a batch means for its lots; whether it meant anything.</summary>
    public static async Task<bool> Post(PantryDb db, Batch before, Batch after, BatchCommand command, DateTime at)
    {
        var moves = await Moves(db, before, after, command, at);
        await db.Post(moves);
        return moves.Count > 0;
    }

    private static async Task<IReadOnlyList<LotMove>> Moves(PantryDb db, Batch before, Batch after, BatchCommand command, DateTime at)
    {
        switch (command)
        {
            case FinishBatch:
                var stock = await Book(db, after.Content, null, DateOnly.FromDateTime(at), after.Filling?.Others);
                return [.. BatchPosting.Of(after, await Lots(db, after), new HashSet<string>(), at), .. BatchPosting.Filled(after, stock, at)];
            case GiveUpBatch giveUp:
                return BatchPosting.Of(after, await Lots(db, after), (giveUp.PutBack ?? []).ToHashSet(), at);
            case TakeUpBatch:
                return BatchPosting.Undone(await Posted(db, before), at);
            case CorrectStep correct when after.Lots.Count > 0:
                var posted = (await Posted(db, before)).Where(move => move.Step == correct.Step).ToArray();
                return BatchPosting.Again(after, correct.Step, posted, await Lots(db, after), at);
            default:
                return [];
        }
    }

    private static async Task<List<LotMove>> Posted(PantryDb db, Batch batch) =>
        (await db.LotMoves.AsNoTracking().Where(row => row.Batch == batch.Lot).OrderBy(row => row.At).ToListAsync()).ConvertAll(row => row.ToMove());

    private static async Task<Dictionary<Guid, Lot>> Lots(PantryDb db, Batch batch)
    {
        var ids = batch.Lots.Select(taken => taken.Lot).OfType<Guid>().Distinct().ToArray();
        var posted = await db.LotMoves.Where(row => row.Batch == batch.Lot).Select(row => row.LotId).Distinct().ToListAsync();
        Guid[] all = [.. ids.Union(posted)];
        return (await db.Lots.AsNoTracking().Where(row => all.Contains(row.Id)).ToListAsync()).ToDictionary(row => row.Id, row => row.ToLot());
    }
}
