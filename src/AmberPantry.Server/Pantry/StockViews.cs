using AmberPantry.Core;
using AmberPantry.Core.Making;
using AmberPantry.Core.Materials;
using AmberPantry.Core.Pantry;
using AmberPantry.Core.Science.Melt;
using AmberPantry.Core.Science.Powders;
using AmberPantry.Core.Workshops;
using AmberPantry.Data;
using AmberPantry.Data.Batches;
using AmberPantry.Server.Hosting;
using AmberPantry.Server.House;
using AmberPantry.Server.Make;
using Microsoft.EntityFrameworkCore;

namespace AmberPantry.Server.Pantry;

/// <summary>A row of the pantry.</summary>
/// <param name="Line">Amounts in grams or pieces.</param>
/// <param name="Colour">Of the material, #RRGGBB; null for a container.</param>
/// <param name="Own">Key of the maker's own material of this name; null where it is the catalogue's.</param>
/// <param name="Searched">Other words it is found by.</param>
public sealed record StockRow(ShelfLine Line, string? Colour, string? Own, IReadOnlyList<string> Searched);

/// <summary>All that is in the house.</summary>
/// <param name="Today">The workshop's day.</param>
/// <param name="Worth">What it was paid for, as far as prices are known.</param>
public sealed record StockView(DateOnly Today, IReadOnlyList<StockRow> Rows, decimal Worth);

/// <summary>A lot as its page shows it.</summary>
/// <param name="Says">How it stands: "use first, best before Feb 2027".</param>
/// <param name="IsPast">Past its date.</param>
/// <param name="InPots">What batches in hand have weighed of it.</param>
/// <param name="Moves">Its ledger, the newest first; empty where many lots are told of.</param>
public sealed record LotView(Lot Lot, int Revision, string Says, bool IsPast, decimal InPots, IReadOnlyList<LotMove> Moves)
{
    public string Sticker => Lot.Sticker;

    public DateOnly? UseBy => Lot.Facts.UseBy;
}

/// <summary>A material or container with its lots.</summary>
public sealed record StockDetail
{
    public required StockRow Row { get; init; }

    public required DateOnly Today { get; init; }

    /// <summary>Name on the label; null for a container.</summary>
    public required string? Inci { get; init; }

    /// <summary>"melts 31 to 38 °C · use up to 100 % · £9.00 a kg".</summary>
    public required string Facts { get; init; }

    /// <summary>Whether a certificate rules it.</summary>
    public required bool IsScent { get; init; }

    /// <summary>Whether it takes up oil: a squeeze tells how much.</summary>
    public required bool TakesUpOil { get; init; }

    /// <summary>The first to use at the head; used up ones last.</summary>
    public required IReadOnlyList<LotView> Lots { get; init; }

    public required IReadOnlyList<SpokenFor> SpokenFor { get; init; }
}

/// <summary>A lot as it is counted.</summary>
/// <param name="Name">Of the material or container.</param>
public sealed record CountedLot(Guid Id, StockKind Kind, string Of, string Name, string Code)
{
    public required string Sticker { get; init; }

    public required string? Place { get; init; }

    /// <summary>Grams or pieces by the book.</summary>
    public required decimal Left { get; init; }

    /// <summary>What batches in hand have weighed of it: it is counted with what is left.</summary>
    public required decimal InPots { get; init; }
}

/// <summary>A batch that a lot reached.</summary>
/// <param name="Amount">Of the lot in it.</param>
/// <param name="IsInPot">Weighed into it; the batch is not finished.</param>
/// <param name="Unit">Word for one container.</param>
/// <param name="Out">Units that went by hand.</param>
public sealed record TracedBatch(int Batch, string Lot, string Name, decimal Amount, bool IsInPot, string Unit, IReadOnlyList<StockMove> Out)
{
    public required DateTime StartedAt { get; init; }

    public required DateTime? FinishedAt { get; init; }

    public required int? UnitsMade { get; init; }

    public required int? UnitsLeft { get; init; }

    public required string? GivenUpFor { get; init; }
}

/// <summary>Where a lot went.</summary>
/// <param name="Sentence">"SB-1190 reached 3 batches and 14 jars."</param>
public sealed record TraceView(Lot Lot, string Name, string Sentence, IReadOnlyList<TracedBatch> Batches);

internal static class StockViews
{
    private const string Fallback = "container";
    private const int MostReserved = 200;

    public static async Task<StockView> All(PantryDb db, OpenWorkshop open, DateTime now)
    {
        var today = DateOnly.FromDateTime(now);
        var lots = open.Lots.ToLookup(lot => (lot.Kind, lot.Of));
        var wanted = (await Wanted(db)).ToLookup(one => one.Of, one => one.For);
        var used = await open.Used.Of(db, now);
        StockRow[] rows =
        [
            .. Subjects(open)
                .Select(subject => Row(subject, open, [.. lots[(subject.Kind, subject.Of)]], [.. wanted[(subject.Kind, subject.Of)]], used, today)),
        ];
        return new StockView(today, rows, rows.Sum(row => row.Line.Worth ?? 0));
    }

    public static async Task<StockDetail> Of(PantryDb db, OpenWorkshop open, StockKind kind, string key, DateTime now)
    {
        var today = DateOnly.FromDateTime(now);
        var subject = Subject(open, kind, key);
        var rows = await db.Lots.AsNoTracking().Where(row => row.Kind == kind && row.Of == subject.Of).ToListAsync();
        var wanted = (await Wanted(db)).Where(one => one.Of == (kind, subject.Of)).Select(one => one.For).ToArray();
        var pots = (await BatchStock.InPots(db)).ToLookup(pot => pot.Lot, pot => pot.Grams);
        var lots = rows.ConvertAll(row => row.ToLot());
        var line = Row(subject, open, lots, wanted, await open.Used.Of(db, now), today);
        var first = line.Line.UseFirst;
        return new StockDetail
        {
            Row = line,
            Today = today,
            Inci = kind == StockKind.Material ? open.Shelf.Get(subject.Of, "key").Inci : null,
            Facts = Facts(open, kind, subject.Of),
            TakesUpOil = kind == StockKind.Material && open.Shelf.Get(subject.Of, "key").TakesUpOil,
            IsScent = kind == StockKind.Material && open.Shelf.Get(subject.Of, "key").Role == Role.Scent,
            Lots =
            [
                .. StockBook
                    .InOrder(lots)
                    .OrderBy(lot => lot.Left == 0)
                    .ThenBy(lot => lot.SetApartFor is not null)
                    .Select(lot => View(lot, rows.First(row => row.Id == lot.Id).Revision, pots[lot.Id].Sum(), [], (first, today))),
            ],
            SpokenFor = wanted,
        };
    }

    /// <summary>All lots with something left, place by place.</summary>
    public static async Task<IReadOnlyList<CountedLot>> Counted(PantryDb db, OpenWorkshop open)
    {
        var pots = (await BatchStock.InPots(db)).ToLookup(pot => pot.Lot, pot => pot.Grams);
        return
        [
            .. open
                .Lots.Where(lot => lot.Left > 0)
                .Select(lot => new CountedLot(lot.Id, lot.Kind, lot.Of, Name(open, lot), lot.Facts.Code)
                {
                    Sticker = lot.Sticker,
                    Place = lot.Facts.Place,
                    Left = lot.Left,
                    InPots = pots[lot.Id].Sum(),
                })
                .OrderBy(lot => lot.Place ?? "\uffff", StringComparer.OrdinalIgnoreCase)
                .ThenBy(lot => lot.Kind)
                .ThenBy(lot => lot.Name, StringComparer.OrdinalIgnoreCase)
                .ThenBy(lot => lot.Code, StringComparer.Ordinal),
        ];
    }

    public static async Task<LotView> Lot(PantryDb db, Guid id, DateTime now)
    {
        var row = await db.Lots.AsNoTracking().FirstOrDefaultAsync(one => one.Id == id) ?? throw new NotThereException("That lot");
        var moves = await db.LotMoves.AsNoTracking().Where(move => move.LotId == id).ToListAsync();
        var pots = (await BatchStock.InPots(db)).Where(pot => pot.Lot == id).Sum(pot => pot.Grams);
        return View(row.ToLot(), row.Revision, pots, moves.Select(move => move.ToMove()), (null, DateOnly.FromDateTime(now)));
    }

    public static async Task<TraceView> Trace(PantryDb db, OpenWorkshop open, Guid id)
    {
        var lot = (await db.Lots.AsNoTracking().FirstOrDefaultAsync(one => one.Id == id) ?? throw new NotThereException("That lot")).ToLot();
        var posted = await db
            .LotMoves.AsNoTracking()
            .Where(move => move.LotId == id && move.Batch != null && move.Kind != MoveKind.Count)
            .GroupBy(move => move.Batch!)
            .Select(moves => new { Lot = moves.Key, Amount = -moves.Sum(move => move.Amount) })
            .ToDictionaryAsync(one => one.Lot, one => Micrograms.Grams(one.Amount));
        var making = await BatchStock.Making(db);
        var pots = making
            .Select(row => (row.Lot, Grams: row.ToBatch().InPot.Where(taken => taken.Lot == id).Sum(taken => taken.Grams)))
            .Where(pot => pot.Grams > 0)
            .ToDictionary(pot => pot.Lot, pot => pot.Grams);
        string[] reached = [.. posted.Where(one => one.Value > 0).Select(one => one.Key).Union(pots.Keys)];
        var batches = await db
            .Batches.AsNoTracking()
            .Where(row => reached.Contains(row.Lot))
            .OrderBy(row => row.StartedAt)
            .Select(row => new
            {
                row.Id,
                row.Lot,
                row.Trial!.Formula!.Name,
                row.Trial.Number,
                row.StartedAt,
                row.FinishedAt,
                row.UnitsMade,
                row.UnitsLeft,
                row.Container,
                row.GivenUpFor,
                row.StockMoves,
            })
            .ToListAsync();
        var traced = batches.ConvertAll(row => new TracedBatch(
            row.Id,
            row.Lot,
            $"{row.Name} trial {row.Number}",
            posted.GetValueOrDefault(row.Lot) + pots.GetValueOrDefault(row.Lot),
            pots.ContainsKey(row.Lot),
            open.Workshop.FindContainer(row.Container)?.Unit ?? Fallback,
            row.StockMoves
        )
        {
            StartedAt = row.StartedAt,
            FinishedAt = row.FinishedAt,
            UnitsMade = row.UnitsMade,
            UnitsLeft = row.UnitsLeft,
            GivenUpFor = row.GivenUpFor,
        });
        return new TraceView(lot, Name(open, lot), Reach(lot, traced), traced);
    }

    internal static string Name(OpenWorkshop open, Lot lot) =>
        lot.Kind == StockKind.Container ? open.Workshop.FindContainer(lot.Of)?.Name ?? lot.Of : open.Shelf.Find(lot.Of)?.Name ?? lot.Of;

    private static string Reach(Lot lot, List<TracedBatch> batches)
    {
        if (batches.Count == 0)
        {
            return $"Lot {lot.Facts.Code} reached no batch.";
        }

        string[] units =
        [
            .. batches
                .Where(batch => batch.UnitsMade > 0)
                .GroupBy(batch => batch.Unit)
                .Select(of => (Unit: of.Key, Count: of.Sum(batch => batch.UnitsMade ?? 0)))
                .Select(of => $"**{of.Count}** {Wording.Plural(of.Unit, of.Count)}"),
        ];
        var left = batches.Sum(batch => batch.UnitsLeft ?? 0);
        return $"Lot {lot.Facts.Code} reached **{batches.Count}** {Wording.Plural("batch", batches.Count)}"
            + (units.Length == 0 ? "; nothing of it was filled yet." : $" and {Wording.List(units)}, **{left}** of them still here.");
    }

    private static LotView View(Lot lot, int revision, decimal inPots, IEnumerable<LotMove> moves, (string? First, DateOnly Today) told)
    {
        var isPast = lot.Facts.UseBy < told.Today;
        var end = lot.Facts.UseBy is { } by ? $"{(by == lot.Facts.BestBefore ? "best before" : "once open, until")} {Wording.Month(by)}" : "no date";
        var says =
            lot.SetApartFor is { } why ? $"set apart: {why}"
            : lot.Left == 0 ? "used up"
            : isPast ? $"past its date, {end}"
            : lot.Facts.Code == told.First ? $"use first, {end}"
            : lot.Facts.OpenedOn is null ? $"unopened, {end}"
            : $"open, {end}";
        return new LotView(lot, revision, says, isPast, inPots, [.. moves.OrderByDescending(move => move.At).ThenBy(move => move.Kind)]);
    }

    private static StockRow Row(
        ShelfSubject subject,
        OpenWorkshop open,
        IReadOnlyList<Lot> lots,
        IReadOnlyList<SpokenFor> wanted,
        IReadOnlyDictionary<Guid, decimal> used,
        DateOnly today
    )
    {
        var line = ShelfLine.About(subject, lots, wanted, lots.Sum(lot => used.GetValueOrDefault(lot.Id)), open.Say, today);
        var material = subject.Kind == StockKind.Material ? open.Shelf.Find(subject.Of) : null;
        return new StockRow(
            line,
            material?.Colour,
            material is not null && open.Own.Contains(material.Id) ? material.Id : null,
            [
                .. material is null ? [] : (string[])[material.Inci, .. material.AlsoCalled, .. material.MyNames],
                .. lots.Where(lot => lot.Left > 0)
                    .SelectMany(lot => (string?[])[lot.Facts.Code, lot.Sticker, lot.Facts.Supplier, lot.Facts.Place])
                    .OfType<string>(),
            ]
        );
    }

    private static IEnumerable<ShelfSubject> Subjects(OpenWorkshop open) =>
        open
            .Shelf.Own.Select(ShelfSubject.About)
            .OrderBy(subject => subject.Group)
            .ThenBy(subject => subject.Name, StringComparer.OrdinalIgnoreCase)
            .Concat(open.Workshop.Containers.Select(ShelfSubject.About));

    /// <exception cref="Refusal">E_UNKNOWN_ID.</exception>
    internal static ShelfSubject Subject(OpenWorkshop open, StockKind kind, string key) =>
        kind == StockKind.Material
            ? ShelfSubject.About(open.Shelf.Named(key, "of"))
            : ShelfSubject.About(
                open.Workshop.FindContainer(key)
                    ?? throw new Refusal(
                        Codes.UnknownId,
                        "of",
                        key,
                        $"There is no container “{key}”.",
                        "Choose one from the pantry, or add it first."
                    )
            );

    private static string Facts(OpenWorkshop open, StockKind kind, string of)
    {
        var say = open.Say;
        if (kind == StockKind.Container)
        {
            var container = open.Workshop.FindContainer(of)!;
            return string.Join(
                " · ",
                new[]
                {
                    $"{Wording.Number(container.Millilitres, "0.#")} ml brimful",
                    container.Price is { } one ? $"{say.Money(one)} each" : null,
                }.OfType<string>()
            );
        }

        var material = open.Shelf.Get(of, "of");
        var melts =
            material.Melt is { } melt && !material.IsLiquidAtRoom && melt.ClearsAtC is { } clears ? $"clear at {say.Temperature(clears)}" : null;
        var price = material.PricePerKg is { } kg ? say.Text($"{open.Workshop.Currency}{Wording.Number((double)kg, "0.00")} a kg") : null;
        return string.Join(" · ", new[] { melts, $"use up to {Wording.RoundPercent(material.UseMaxPercent)}", price }.OfType<string>());
    }

    /// <summary>What batches that are not finished want of each material and container.</summary>
    private static async Task<List<((StockKind, string) Of, SpokenFor For)>> Wanted(PantryDb db)
    {
        var open = await BatchStock.Making(db);
        var wanted = await Reserved(db);
        foreach (var row in open)
        {
            var name = $"{row.Trial!.Formula!.Name} trial {row.Trial.Number}";
            wanted.AddRange(LotsWeighed.Wanted(row.ToBatch()).Select(one => ((StockKind.Material, one.Key), new SpokenFor(row.Id, name, one.Value))));
            AddContainer(wanted, row.Content, new SpokenFor(row.Id, name, 0));
        }

        return wanted;
    }

    /// <summary>What is kept for batches that are only planned.</summary>
    /// <param name="without">Trial that is left out.</param>
    internal static async Task<List<((StockKind, string) Of, SpokenFor For)>> Reserved(PantryDb db, int? without = null)
    {
        var wanted = new List<((StockKind, string), SpokenFor)>();
        foreach (
            var trial in await db
                .Trials.AsNoTracking()
                .Include(row => row.Formula)
                .Where(row => row.ReservedAt != null && row.Id != without)
                .OrderBy(row => row.ReservedAt)
                .Take(MostReserved)
                .ToListAsync()
        )
        {
            var planned = new SpokenFor(0, $"{trial.Formula!.Name} trial {trial.Number}, planned", 0) { Trial = trial.Id };
            wanted.AddRange(LotsWeighed.Planned(trial.Content).Select(one => ((StockKind.Material, one.Key), planned with { Amount = one.Value })));
            AddContainer(wanted, trial.Content, planned);
        }

        return wanted;
    }

    private static void AddContainer(List<((StockKind, string), SpokenFor)> wanted, Core.Formulas.Formula content, SpokenFor by)
    {
        if (content.Batch is { Container: { } container, Units: { } units })
        {
            wanted.Add(((StockKind.Container, container), by with { Amount = units }));
        }
    }
}
