using AmberPantry.Core.Formulas;
using AmberPantry.Core.Materials;
using AmberPantry.Core.Pantry;

namespace AmberPantry.Core.Making;

/// <summary>What was weighed from a lot at a step.</summary>
/// <param name="Step">Id of the step.</param>
/// <param name="Material">Key of the material.</param>
/// <param name="Lot">Null for what no lot in the book held.</param>
/// <param name="Code">As on its bag; empty where there was none.</param>
public sealed record LotTaken(string Step, string Material, Guid? Lot, string Code, decimal Grams);

/// <summary>Which lots a weighing comes from.</summary>
public static class LotsWeighed
{
    /// <summary>Where what a step weighs comes from: the lot that is chosen first, then the first to expire.</summary>
    /// <param name="first">A lot chosen by hand, of the material of the line.</param>
    public static IReadOnlyList<LotTaken> At(Batch batch, MakeStep step, decimal grams, StockBook stock, Guid? first = null)
    {
        stock = stock.Less(Own(batch, step.Id));
        return
        [
            .. Parts(step, grams)
                .SelectMany(part =>
                    From(
                        stock,
                        step.Id,
                        batch.Content.Lines.First(one => one.Id == part.Line).Material,
                        part.Grams,
                        part.Line == step.Line ? first : null
                    )
                ),
        ];
    }

    /// <summary>Where the colour of a split part comes from.</summary>
    /// <param name="key">What it is kept under: it has no step of its own.</param>
    public static IReadOnlyList<LotTaken> OfColour(Batch batch, string key, string material, decimal grams, StockBook stock) =>
        From(stock.Less(Own(batch, key)), key, material, grams, null);

    private static List<LotTaken> From(StockBook stock, string step, string material, decimal grams, Guid? first)
    {
        if (!stock.Knows(StockKind.Material, material))
        {
            return [];
        }

        var offer = stock.Offer(StockKind.Material, material, Micrograms.Round(grams), first);
        List<LotTaken> taken = [.. offer.Parts.Select(from => new LotTaken(step, material, from.Lot, from.Code, from.Amount))];
        if (offer.Missing > 0)
        {
            taken.Add(new LotTaken(step, material, null, "", offer.Missing));
        }

        return taken;
    }

    /// <summary>What a formula wants of each material, g.</summary>
    public static IReadOnlyDictionary<string, decimal> Planned(Formula content) =>
        Summed(content.Lines.Select(line => (line.Material, line.Percent * content.Batch.Grams / 100)).Concat(Colours(content)));

    /// <summary>What every line of a batch wants of each material: what was weighed, or what is planned.</summary>
    public static IReadOnlyDictionary<string, decimal> Wanted(Batch batch) =>
        Summed(
            batch
                .Pot.Zip(batch.Content.Lines)
                .Select(pair => (pair.Second.Material, pair.First.WeighedG ?? pair.First.PlannedG))
                .Concat(Colours(batch.Content))
        );

    /// <summary>The colours of the parts it is split into.</summary>
    private static IEnumerable<(string Material, decimal Grams)> Colours(Formula content) =>
        (content.ColouredParts ?? []).SelectMany(part =>
            part.Colours.Select(colour => (MaterialShelf.Key(colour.Material), colour.GramsIn(part.GramsOf(content.Batch))))
        );

    private static Dictionary<string, decimal> Summed(IEnumerable<(string Material, decimal Grams)> wanted) =>
        wanted.GroupBy(one => one.Material).ToDictionary(of => of.Key, of => of.Sum(one => one.Grams));

    /// <summary>What the batch itself has in the pot from other steps; a finished one has it in the ledger, this step's included.</summary>
    private static IEnumerable<InPot> Own(Batch batch, string step) =>
        batch
            .InPot.Where(one => one.Lot is not null && (one.Step == step) == batch.IsFinished)
            .Select(one => new InPot(one.Lot!.Value, batch.IsFinished ? -one.Grams : one.Grams));

    /// <summary>A premix is one part of its line in nine of what carries it.</summary>
    private static (string Line, decimal Grams)[] Parts(MakeStep step, decimal grams) =>
        step.Line is not { } line ? []
        : step.CarriedBy is { } carrier ? [(line, grams * BatchRecord.PremixPart), (carrier, grams * (1 - BatchRecord.PremixPart))]
        : [(line, grams)];
}

/// <summary>The lines that a batch writes into the ledgers of its lots.</summary>
public static class BatchPosting
{
    private const string Found = "weighed, though the book held less";
    private const string NotWeighed = "put right in the logbook";

    /// <summary>What the batch took, lot by lot and step by step.</summary>
    /// <param name="lots">The lots as they stand, by id.</param>
    /// <param name="kept">Steps whose material went back to its lot unmixed: given up only.</param>
    public static IReadOnlyList<LotMove> Of(Batch batch, IReadOnlyDictionary<Guid, Lot> lots, IReadOnlySet<string> kept, DateTime at)
    {
        var kind = batch.GivenUpFor is null ? MoveKind.Use : MoveKind.Waste;
        var takings = batch.InPot.Where(one => one.Lot is not null && !kept.Contains(one.Step));
        return Settle(takings.Select(one => (one.Lot!.Value, one.Step, kind, -one.Grams)), batch.Lot, lots, at);
    }

    /// <summary>Containers that were filled, from the lots that came first.</summary>
    public static IReadOnlyList<LotMove> Filled(Batch batch, StockBook stock, DateTime at)
    {
        IEnumerable<OtherFill> filled = batch.Filling?.Others ?? [];
        if (batch is { Content.Batch.Container: { } container, UnitsMade: > 0 and { } units })
        {
            filled = filled.Prepend(new OtherFill(container, units));
        }

        return
        [
            .. filled
                .GroupBy(one => one.Container)
                .Where(one => stock.Knows(StockKind.Container, one.Key))
                .SelectMany(one => stock.Offer(StockKind.Container, one.Key, one.Sum(fill => fill.Units)).Parts)
                .Select(part => new LotMove(Guid.NewGuid(), part.Lot, MoveKind.Use, -part.Amount, at) { Batch = batch.Lot }),
        ];
    }

    /// <summary>The difference that another weight of a step makes to a finished batch.</summary>
    /// <param name="before">The moves of the batch at that step.</param>
    public static IReadOnlyList<LotMove> Again(
        Batch batch,
        string step,
        IReadOnlyList<LotMove> before,
        IReadOnlyDictionary<Guid, Lot> lots,
        DateTime at
    )
    {
        var was = before
            .Where(move => move.Kind != MoveKind.Count)
            .GroupBy(move => move.Lot)
            .ToDictionary(moves => moves.Key, moves => moves.Sum(move => move.Amount));
        var now = batch
            .Lots.Where(one => one.Step == step && one.Lot is not null)
            .GroupBy(one => one.Lot!.Value)
            .ToDictionary(takings => takings.Key, takings => -takings.Sum(one => one.Grams));
        var differences = was
            .Keys.Union(now.Keys)
            .Select(lot => (lot, step, MoveKind.Use, now.GetValueOrDefault(lot) - was.GetValueOrDefault(lot)))
            .Where(one => one.Item4 != 0);
        return [.. Settle(differences, batch.Lot, lots, at).Select(move => move with { Reason = move.Reason.Length > 0 ? move.Reason : NotWeighed })];
    }

    /// <summary>The opposite of all that a batch posted, when it is taken up again.</summary>
    public static IReadOnlyList<LotMove> Undone(IReadOnlyList<LotMove> posted, DateTime at)
    {
        var taken = posted.Select(move => move.TakesBack).OfType<Guid>().ToHashSet();
        return
        [
            .. posted
                .Where(move => move.TakesBack is null && !taken.Contains(move.Id) && move.Kind != MoveKind.Count)
                .Select(move => LotLedger.Opposite(move, Guid.NewGuid(), at)),
        ];
    }

    /// <summary>Where more was weighed than the book held, more was there: it is counted up first, so that no lot falls below nothing.</summary>
    private static List<LotMove> Settle(
        IEnumerable<(Guid Lot, string Step, MoveKind Kind, decimal Amount)> wanted,
        string batch,
        IReadOnlyDictionary<Guid, Lot> lots,
        DateTime at
    )
    {
        var left = lots.ToDictionary(lot => lot.Key, lot => lot.Value.Left);
        var moves = new List<LotMove>();
        foreach (var (lot, step, kind, amount) in wanted)
        {
            if (left[lot] + amount is < 0 and var lacking)
            {
                moves.Add(Move(MoveKind.Count, -lacking) with { Reason = Found });
            }

            moves.Add(Move(kind, amount));

            LotMove Move(MoveKind of, decimal by)
            {
                left[lot] += by;
                return new LotMove(Guid.NewGuid(), lot, of, by, at) { Batch = batch, Step = step };
            }
        }

        return moves;
    }
}
