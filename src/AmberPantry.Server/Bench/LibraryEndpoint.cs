using System.Globalization;
using System.Linq.Expressions;
using AmberPantry.Core;
using AmberPantry.Core.Families;
using AmberPantry.Core.Formulas;
using AmberPantry.Core.Library;
using AmberPantry.Core.Workshops;
using AmberPantry.Data;
using AmberPantry.Data.Formulas;
using AmberPantry.Server.Hosting;
using AmberPantry.Server.House;
using Microsoft.EntityFrameworkCore;

namespace AmberPantry.Server.Bench;

public enum LibraryOrder
{
    /// <summary>The last changed first.</summary>
    Changed,
    Name,

    /// <summary>What stands most heat first.</summary>
    Slump,

    /// <summary>The cheapest first.</summary>
    Cost,

    /// <summary>What keeps longest first.</summary>
    Keeps,
}

/// <summary>A formula in the library, by the trial that is made to be sold, else by the newest.</summary>
public sealed record LibraryRow(
    int Id,
    string Name,
    Family Family,
    int Trial,
    int TrialNumber,
    string Intent,
    int Trials,
    DateTime ChangedAt,
    DateTime? ArchivedAt
)
{
    public required IReadOnlyList<TrialPart> StandsFor { get; init; }

    public required IReadOnlyList<string> Tags { get; init; }

    /// <summary>Empty where it does not melt.</summary>
    public required string Slump { get; init; }

    /// <summary>Cost of a container, or of 100 g; empty where a price is missing.</summary>
    public required string Each { get; init; }

    public required string Keeps { get; init; }
}

/// <param name="Next">Give it as <c>skip</c> for the next page; null at the end.</param>
/// <param name="Understood">What of the search was more than a word: "slump above 40 °C".</param>
/// <param name="Tags">All tags of the workshop, by how often they are used.</param>
public sealed record LibraryPage(IReadOnlyList<LibraryRow> Items, int? Next, int Total, IReadOnlyList<string> Understood, IReadOnlyList<string> Tags);

public sealed record TagFormulas(IReadOnlyList<int> Formulas, IReadOnlyList<string> Add, IReadOnlyList<string> Remove);

/// <summary>All formulas, searched by what they are.</summary>
public static class LibraryEndpoint
{
    private const int MostAtOnce = 500;

    internal sealed record Found(FormulaRow Formula, int Trial, int Number, int Revision, string Intent);

    public static void Map(RouteGroupBuilder formulas)
    {
        formulas.MapGet("/library", Search);
        formulas.MapPut("/tags", Tag);
    }

    /// <param name="search">See <see cref="LibraryQuery"/>.</param>
    private static async Task<LibraryPage> Search(
        PantryDb db,
        WorkshopKeeper keeper,
        CancellationToken stop,
        string? search = null,
        bool archived = false,
        string? order = null,
        string? skip = null,
        string? take = null
    )
    {
        var (most, from) = (Paging.Take(take), Skip(skip));
        var by = Paging.Word<LibraryOrder>(order, "order");
        var open = keeper.Open;
        var query = LibraryQuery.Read(search, open.Shelf, open.Workshop);
        var all = await Standing(db, archived ? row => row.ArchivedAt != null : row => row.ArchivedAt == null, stop);
        var mixes = await open.Library.Of(db, [.. all.Select(one => (one.Trial, one.Revision))], stop);
        var found = query.IsAll ? all : [.. all.AsParallel().AsOrdered().WithCancellation(stop).Where(one => Finds(query, one, mixes[one.Trial]))];
        Found[] sorted =
        [
            .. by switch
            {
                LibraryOrder.Changed => found.OrderByDescending(one => one.Formula.ChangedAt).ThenByDescending(one => one.Formula.Id),
                LibraryOrder.Name => found.OrderBy(one => one.Formula.Name, StringComparer.OrdinalIgnoreCase),
                _ => By(found, mixes, by, stop),
            },
        ];
        return new LibraryPage(
            [.. sorted.Skip(from).Take(most).Select(one => Row(one, mixes[one.Trial], open))],
            from + most < sorted.Length ? from + most : null,
            sorted.Length,
            query.Says,
            [
                .. all.SelectMany(one => one.Formula.Tags)
                    .GroupBy(tag => tag)
                    .OrderByDescending(tag => tag.Count())
                    .ThenBy(tag => tag.Key)
                    .Select(tag => tag.Key),
            ]
        );
    }

    /// <summary>Each formula with the trial that stands for it.</summary>
    internal static async Task<Found[]> Standing(PantryDb db, Expression<Func<FormulaRow, bool>> which, CancellationToken stop = default) =>
        [
            .. (
                await db
                    .Formulas.AsNoTracking()
                    .Where(row => row.TrialCount > 0)
                    .Where(which)
                    .Join(
                        db.Trials.AsNoTracking(),
                        row => new { Id = row.Id, Number = row.SoldTrial ?? row.NewestNumber },
                        trial => new { Id = trial.FormulaId, trial.Number },
                        (row, trial) =>
                            new
                            {
                                row,
                                trial.Id,
                                trial.Number,
                                trial.Revision,
                                trial.Intent,
                            }
                    )
                    .ToListAsync(stop)
            ).Select(one => new Found(one.row, one.Id, one.Number, one.Revision, one.Intent)),
        ];

    private static bool Finds(LibraryQuery query, Found one, LibraryEntry? mix)
    {
        var label = new LibraryLabel($"{one.Formula.Name}\n{one.Intent}", one.Formula.Tags);
        return mix is null ? query.FindsByLabel(label) : query.Finds(label, mix);
    }

    private static IEnumerable<Found> By(Found[] found, IReadOnlyDictionary<int, LibraryEntry?> mixes, LibraryOrder by, CancellationToken stop)
    {
        var values = found.AsParallel().AsOrdered().WithCancellation(stop).Select(one => (one, Value: Value(mixes[one.Trial], by))).ToArray();
        // What has no figure comes last either way.
        var there = values.Where(pair => pair.Value is not null);
        var sorted = by == LibraryOrder.Cost ? there.OrderBy(pair => pair.Value) : there.OrderByDescending(pair => pair.Value);
        return sorted.Concat(values.Where(pair => pair.Value is null)).Select(pair => pair.one);
    }

    private static double? Value(LibraryEntry? mix, LibraryOrder by) =>
        by switch
        {
            LibraryOrder.Slump => mix?.SlumpC,
            LibraryOrder.Cost => mix?.CostEach,
            _ => mix?.KeepsMonths,
        };

    private static LibraryRow Row(Found one, LibraryEntry? mix, OpenWorkshop open) =>
        new(
            one.Formula.Id,
            one.Formula.Name,
            one.Formula.Family,
            one.Trial,
            one.Number,
            one.Intent,
            one.Formula.TrialCount,
            one.Formula.ChangedAt,
            one.Formula.ArchivedAt
        )
        {
            StandsFor = TrialViews.StandsFor(one.Formula, one.Number),
            Tags = one.Formula.Tags,
            Slump = mix?.SlumpC is { } slump ? open.Say.Temperature(slump) : "",
            Each = mix?.CostEach is { } each ? open.Say.Money((decimal)each) : "",
            Keeps = mix?.KeepsMonths is { } months ? $"{Wording.Number(Math.Round(months), "0")} months" : "",
        };

    private static int Skip(string? skip) =>
        skip is null ? 0
        : int.TryParse(skip, NumberStyles.None, CultureInfo.InvariantCulture, out var from) ? from
        : throw new Refusal(
            Codes.Range,
            "skip",
            skip,
            $"“{skip}” is no place in a list.",
            "Give what the page before said under next, or leave it out."
        );

    /// <summary>Adds tags to formulas and takes tags off them, all or nothing.</summary>
    private static Task<IReadOnlyList<FormulaBrief>> Tag(TagFormulas tag, PantryDb db)
    {
        if (tag.Formulas.Count > MostAtOnce)
        {
            throw new Refusal(
                Codes.Range,
                "formulas",
                tag.Formulas.Count,
                $"{tag.Formulas.Count} formulas at once are too many.",
                $"Tag {MostAtOnce} at most."
            );
        }

        var (add, remove) = (FormulaName.CheckTags(tag.Add, "add"), FormulaName.CheckTags(tag.Remove, "remove"));
        return db.Command(async () =>
        {
            var ids = tag.Formulas.Distinct().ToArray();
            var rows = await db.Formulas.Where(row => ids.Contains(row.Id)).ToListAsync();
            if (rows.Count < ids.Length)
            {
                throw new NotThereException("One of the formulas");
            }

            foreach (var row in rows)
            {
                row.Tags = FormulaName.CheckTags([.. row.Tags.Where(one => !remove.Contains(one, StringComparer.OrdinalIgnoreCase)), .. add], "add");
            }

            return (IReadOnlyList<FormulaBrief>)[.. rows.Select(FormulaEndpoints.Brief)];
        });
    }
}
