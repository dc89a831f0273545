using AmberPantry.Core.Materials;
using AmberPantry.Core.Workshops;

namespace AmberPantry.Core.Pantry;

/// <summary>Where the pantry files a material or container.</summary>
public enum ShelfGroup
{
    Waxes,
    Butters,
    Oils,
    Powders,
    Salts,
    Scents,
    Colours,
    Others,
    Containers,
}

/// <summary>What a batch wants of something: it is spoken for until the batch is finished or given up.</summary>
/// <param name="Batch">Id of the batch; 0 for one that is only planned.</param>
/// <param name="Name">Formula and trial.</param>
public sealed record SpokenFor(int Batch, string Name, decimal Amount)
{
    /// <summary>Id of the trial that it is planned of; null for a batch in hand.</summary>
    public int? Trial { get; init; }
}

/// <summary>Something worth knowing of what is in the house.</summary>
public sealed record StockFinding(Severity Severity, string Sentence);

/// <summary>One row of the pantry: how much is there, how much of it is promised, and what to use first.</summary>
public sealed record ShelfLine
{
    /// <summary>Days before its end in which something is to be used soon.</summary>
    private const int SoonDays = 60;

    /// <summary>Days of use that are looked back on.</summary>
    public const int UsedDays = 90;

    /// <summary>Days from ordering to the door, until a supplier's own are known.</summary>
    private const int LeadDays = 14;

    public required StockKind Kind { get; init; }

    public required string Of { get; init; }

    public required string Name { get; init; }

    public required ShelfGroup Group { get; init; }

    /// <summary>Grams or pieces that may be used.</summary>
    public required decimal Have { get; init; }

    /// <summary>What batches in hand want of it.</summary>
    public required decimal SpokenFor { get; init; }

    public required decimal Free { get; init; }

    /// <summary>What stands apart, or is past its date.</summary>
    public required decimal Apart { get; init; }

    /// <summary>Lots with something left.</summary>
    public required int Lots { get; init; }

    /// <summary>Lot to use first, as on its bag.</summary>
    public required string? UseFirst { get; init; }

    public required DateOnly? UseBy { get; init; }

    /// <summary>What usable lots were paid for; null where none has a price.</summary>
    public required decimal? Worth { get; init; }

    /// <summary>What is to be bought to be at ease again; null where nothing is short.</summary>
    public required decimal? Buy { get; init; }

    public required string? Supplier { get; init; }

    /// <summary>The worst first.</summary>
    public required IReadOnlyList<StockFinding> Findings { get; init; }

    /// <param name="lots">All its lots.</param>
    /// <param name="used">What was used of it in the last <see cref="UsedDays"/> days.</param>
    public static ShelfLine About(
        ShelfSubject subject,
        IReadOnlyList<Lot> lots,
        IReadOnlyList<SpokenFor> wanted,
        decimal used,
        Wording say,
        DateOnly today
    )
    {
        var book = new StockBook(lots, [], today);
        var usable = book.Usable(subject.Kind, subject.Of);
        var have = usable.Sum(lot => lot.Left);
        var spoken = wanted.Sum(one => one.Amount);
        var last = lots.OrderByDescending(lot => lot.Facts.ReceivedOn).ThenByDescending(lot => lot.Number).FirstOrDefault();
        var atLeast = Math.Ceiling(used * LeadDays / UsedDays);
        var line = new ShelfLine
        {
            Kind = subject.Kind,
            Of = subject.Of,
            Name = subject.Name,
            Group = subject.Group,
            Have = have,
            SpokenFor = spoken,
            Free = have - spoken,
            Apart = lots.Sum(lot => lot.Left) - have,
            Lots = lots.Count(lot => lot.Left > 0),
            UseFirst = usable.FirstOrDefault()?.Facts.Code,
            UseBy = usable.FirstOrDefault()?.Facts.UseBy,
            Worth = usable.Any(lot => lot.PriceOfOne is not null) ? usable.Sum(lot => lot.PriceOfOne * lot.Left ?? 0) : null,
            Buy = spoken + atLeast - have is > 0 and var missing ? Packs(missing, last) : null,
            Supplier = last?.Facts.Supplier,
            Findings = [],
        };
        return line with
        {
            Findings = [.. Judge(line, lots, wanted, (used, atLeast), new Told(say, subject.Kind, today)).OrderBy(one => one.Severity)],
        };
    }

    /// <summary>In whole packs of the size that came last.</summary>
    private static decimal Packs(decimal missing, Lot? last) =>
        last is { Received: > 0 } ? Math.Max(1, Math.Ceiling(missing / last.Received)) * last.Received : missing;

    private static IEnumerable<StockFinding> Judge(
        ShelfLine line,
        IReadOnlyList<Lot> lots,
        IReadOnlyList<SpokenFor> wanted,
        (decimal Used, decimal AtLeast) use,
        Told told
    )
    {
        var names = Wording.List([.. wanted.Select(one => one.Name)]);
        if (line.Have < line.SpokenFor)
        {
            yield return new(Severity.Fix, $"**{told.Amount(line.Have)}** here, **{told.Amount(line.SpokenFor)}** wanted by {names}.");
        }
        else if (line.SpokenFor > 0)
        {
            yield return new(Severity.Note, $"**{told.Amount(line.SpokenFor)}** is spoken for by {names}.");
        }

        if (line.Free < use.AtLeast && use.AtLeast > 0)
        {
            yield return new(
                Severity.Watch,
                $"**{told.Amount(line.Free)}** free; **{told.Amount(use.Used)}** went in {UsedDays} days, "
                    + $"so {told.Amount(use.AtLeast)} goes while more is on its way."
            );
        }

        foreach (var lot in StockBook.InOrder(lots.Where(lot => lot is { Left: > 0, SetApartFor: null, Facts.UseBy: not null })))
        {
            var days = lot.Facts.UseBy!.Value.DayNumber - told.Today.DayNumber;
            if (days < 0)
            {
                yield return new(
                    Severity.Watch,
                    $"Lot {lot.Facts.Code}, {told.Amount(lot.Left)}, is **past its date** since {told.Day(lot.Facts.UseBy.Value)}: "
                        + "smell it before it is used."
                );
            }
            else if (days <= SoonDays)
            {
                yield return new(
                    Severity.Note,
                    $"Lot {lot.Facts.Code}, {told.Amount(lot.Left)}, is to be used by {told.Day(lot.Facts.UseBy.Value)}: "
                        + $"**{days}** {Wording.Plural("day", days)}."
                );
            }
        }

        foreach (var lot in lots.Where(lot => lot is { SetApartFor: not null, Left: > 0 }))
        {
            yield return new(Severity.Watch, $"Lot {lot.Facts.Code}, **{told.Amount(lot.Left)}**, is set apart: {lot.SetApartFor}.");
        }
    }

    /// <summary>Pieces of a container, the mass of a material.</summary>
    public static string Amount(StockKind kind, decimal amount, Wording say) =>
        kind == StockKind.Container ? Wording.Number((double)amount, "0") : say.RoundWeight(amount);

    /// <summary>Amounts and days in the words of the house.</summary>
    private sealed record Told(Wording Say, StockKind Kind, DateOnly Today)
    {
        public string Amount(decimal amount) => ShelfLine.Amount(Kind, amount, Say);

        public string Day(DateOnly day) =>
            day.ToString(day.Year == Today.Year ? "d MMMM" : "d MMMM yyyy", System.Globalization.CultureInfo.InvariantCulture);
    }
}

/// <summary>What a row of the pantry is about.</summary>
public sealed record ShelfSubject(StockKind Kind, string Of, string Name, ShelfGroup Group)
{
    public static ShelfSubject About(Material material) => new(StockKind.Material, material.Id, material.Name, GroupOf(material));

    public static ShelfSubject About(Container container) => new(StockKind.Container, container.Id, container.Name, ShelfGroup.Containers);

    private static ShelfGroup GroupOf(Material material) =>
        material.Role switch
        {
            Role.Wax or Role.Hardener => ShelfGroup.Waxes,
            Role.SoftButter or Role.HardButter or Role.Emollient => ShelfGroup.Butters,
            Role.Oil or Role.Ester => ShelfGroup.Oils,
            Role.Powder => ShelfGroup.Powders,
            Role.Salt or Role.Acid or Role.Base => ShelfGroup.Salts,
            Role.Scent => ShelfGroup.Scents,
            Role.Colourant => ShelfGroup.Colours,
            _ => ShelfGroup.Others,
        };
}
