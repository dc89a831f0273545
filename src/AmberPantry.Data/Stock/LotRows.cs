using AmberPantry.Core;
using AmberPantry.Core.Materials;
using AmberPantry.Core.Pantry;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Metadata.Builders;

namespace AmberPantry.Data.Stock;

/// <summary>One delivery of one material or container. What is left is kept beside the moves that it sums up, so that no list adds them up.</summary>
public sealed class LotRow
{
    public Guid Id { get; set; }

    public int Number { get; set; }

    public StockKind Kind { get; set; }

    /// <summary>Key of the material, or id of the container.</summary>
    public required string Of { get; set; }

    public required string Code { get; set; }

    public string? Supplier { get; set; }

    public DateOnly ReceivedOn { get; set; }

    /// <summary>Micrograms, or millionths of a piece.</summary>
    public long Received { get; set; }

    /// <summary>Sum of its moves.</summary>
    public long Left { get; set; }

    public decimal? Price { get; set; }

    public DateOnly? BestBefore { get; set; }

    public DateOnly? OpenedOn { get; set; }

    public int? MonthsOnceOpen { get; set; }

    public string? Place { get; set; }

    public decimal? MeltShiftK { get; set; }

    public decimal? HoldsOilG { get; set; }

    public IReadOnlyDictionary<string, double>? Certificate { get; set; }

    public string Note { get; set; } = "";

    public string? SetApartFor { get; set; }

    public ArrivalCheck? Arrival { get; set; }

    public string? Letter { get; set; }

    public IReadOnlyList<AllowedUse> Allowed { get; set; } = [];

    public int Revision { get; set; }

    public Lot ToLot() =>
        new()
        {
            Id = Id,
            Number = Number,
            Kind = Kind,
            Of = Of,
            Facts = new LotFacts(Code, ReceivedOn)
            {
                Supplier = Supplier,
                Price = Price,
                BestBefore = BestBefore,
                OpenedOn = OpenedOn,
                MonthsOnceOpen = MonthsOnceOpen,
                Place = Place,
                MeltShiftK = MeltShiftK,
                HoldsOilG = HoldsOilG,
                Certificate = Certificate,
                Note = Note,
            },
            Received = Micrograms.Grams(Received),
            Left = Micrograms.Grams(Left),
            SetApartFor = SetApartFor,
            Arrival = Arrival,
            Letter = Letter,
            Allowed = Allowed,
        };

    /// <summary>A lot before its first move.</summary>
    public static LotRow Begin(Guid id, int number, ShelfSubject subject, decimal amount, LotFacts facts)
    {
        var row = new LotRow
        {
            Id = id,
            Number = number,
            Kind = subject.Kind,
            Of = subject.Of,
            Code = facts.Code,
            Received = Micrograms.Of(amount),
        };
        row.Take(facts);
        return row;
    }

    public void Take(LotFacts facts)
    {
        (Code, Supplier, ReceivedOn, Price) = (facts.Code, facts.Supplier, facts.ReceivedOn, facts.Price);
        (BestBefore, OpenedOn, MonthsOnceOpen, Place) = (facts.BestBefore, facts.OpenedOn, facts.MonthsOnceOpen, facts.Place);
        (MeltShiftK, HoldsOilG) = (facts.MeltShiftK, facts.HoldsOilG);
        (Certificate, Note) = (facts.Certificate, facts.Note);
    }
}

/// <summary>One line of a lot's ledger.</summary>
public sealed class LotMoveRow
{
    public Guid Id { get; set; }

    public Guid LotId { get; set; }

    public MoveKind Kind { get; set; }

    /// <summary>Micrograms, or millionths of a piece; below 0 it went.</summary>
    public long Amount { get; set; }

    public DateTime At { get; set; }

    /// <summary>Lot of the batch that took it.</summary>
    public string? Batch { get; set; }

    public string? Step { get; set; }

    public string Reason { get; set; } = "";

    public Guid? TakesBack { get; set; }

    public LotMove ToMove() =>
        new(Id, LotId, Kind, Micrograms.Grams(Amount), At)
        {
            Batch = Batch,
            Step = Step,
            Reason = Reason,
            TakesBack = TakesBack,
        };
}

/// <summary>Lots and their ledgers together.</summary>
public static class LotRows
{
    /// <summary>Lots of some materials or containers.</summary>
    public static async Task<List<Lot>> LotsOf(this PantryDb db, StockKind kind, IReadOnlyCollection<string> of) =>
        (await db.Lots.AsNoTracking().Where(row => row.Kind == kind && of.Contains(row.Of)).ToListAsync()).ConvertAll(row => row.ToLot());

    /// <summary>All lots, used up ones too.</summary>
    public static IReadOnlyList<Lot> AllLots(this PantryDb db) => [.. db.Lots.AsNoTracking().AsEnumerable().Select(row => row.ToLot())];

    /// <summary>Writes moves, and what is left with them. A lot that would fall below nothing is refused by the data file itself.</summary>
    public static async Task Post(this PantryDb db, IReadOnlyList<LotMove> moves)
    {
        foreach (var of in moves.GroupBy(move => move.Lot))
        {
            var lot = await db.Lots.FindAsync(of.Key) ?? throw new InvalidOperationException($"A move of lot {of.Key}, which is not there.");
            lot.Left += of.Sum(move => Micrograms.Of(move.Amount));
            lot.Revision++;
        }

        db.LotMoves.AddRange(
            moves.Select(move => new LotMoveRow
            {
                Id = move.Id,
                LotId = move.Lot,
                Kind = move.Kind,
                Amount = Micrograms.Of(move.Amount),
                At = move.At,
                Batch = move.Batch,
                Step = move.Step,
                Reason = move.Reason,
                TakesBack = move.TakesBack,
            })
        );
    }

    /// <summary>What the lot to use first says of each material that was ever booked in.</summary>
    internal static IEnumerable<LotInUse> InUse(IReadOnlyList<Lot> lots, DateOnly? today) =>
        lots.Where(lot => lot.Kind == StockKind.Material).GroupBy(lot => lot.Of).Select(of => First(of.Key, [.. of], today));

    private static LotInUse First(string material, IReadOnlyList<Lot> lots, DateOnly? today)
    {
        var usable = new StockBook(lots, [], today).Usable(StockKind.Material, material);
        var first = usable.Count > 0 ? usable[0] : null;
        var priced = first?.PriceOfOne is null ? lots.Where(lot => lot.PriceOfOne is not null).MaxBy(lot => lot.Facts.ReceivedOn) : first;
        return new LotInUse(material, usable.Sum(lot => lot.Left), first?.Facts.Code, first?.Facts.UseBy)
        {
            PricePerKg = priced?.PriceOfOne * 1000,
            MeltShiftK = first?.Facts.MeltShiftK,
            HoldsOilG = first?.Facts.HoldsOilG,
            Certificate = first?.Facts.Certificate,
            ArrivedMelted = first?.Arrival?.Melted ?? false,
        };
    }
}

internal sealed class LotConfiguration : IEntityTypeConfiguration<LotRow>, IEntityTypeConfiguration<LotMoveRow>
{
    public void Configure(EntityTypeBuilder<LotRow> builder)
    {
        builder.Property(row => row.Id).ValueGeneratedNever();
        builder.Property(row => row.Certificate).AsJson();
        builder.Property(row => row.Arrival).AsJson();
        builder.Property(row => row.Allowed).AsJson();
        builder.Property(row => row.Revision).IsConcurrencyToken();
        builder.HasIndex(row => row.Number).IsUnique();
        builder.HasIndex(row => new { row.Kind, row.Of });
        builder.HasMany<LotMoveRow>().WithOne().HasForeignKey(row => row.LotId);
        builder.ToTable("Lots", table => table.HasCheckConstraint("LotNotBelowZero", "\"Left\" >= 0"));
    }

    public void Configure(EntityTypeBuilder<LotMoveRow> builder)
    {
        builder.Property(row => row.Id).ValueGeneratedNever();
        builder.HasIndex(row => new { row.LotId, row.At });
        builder.HasIndex(row => row.Batch).HasFilter("Batch IS NOT NULL");
        builder.HasIndex(row => row.TakesBack).IsUnique();
        builder.HasIndex(row => new { row.Kind, row.At });
        builder.ToTable("LotMoves");
    }
}
