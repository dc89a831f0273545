using AmberPantry.Core.Making.Clocks;
using AmberPantry.Core.Workshops;
using AmberPantry.Data;
using AmberPantry.Data.Batches;
using AmberPantry.Server.Hosting;
using AmberPantry.Server.House;
using Microsoft.EntityFrameworkCore;

namespace AmberPantry.Server.Make;

/// <summary>The clock of a batch, as the strip shows it on every place.</summary>
/// <param name="Colour">Of the pot, #RRGGBB.</param>
public sealed record ClockView(int Batch, string FormulaName, string Colour, BatchClock Clock);

/// <summary>All clocks that run.</summary>
/// <param name="Now">By the workshop's clock, UTC.</param>
/// <param name="Clashes">Where two want the hands at once, in words.</param>
public sealed record ClocksView(DateTime Now, IReadOnlyList<ClockView> Clocks, IReadOnlyList<ClashView> Clashes);

/// <param name="Says">Who goes first and who waits.</param>
public sealed record ClashView(DateTime At, int First, int Waits, string Says, bool Fits);

/// <summary>Reads the clocks of all batches that are being made.</summary>
internal static class ClockViews
{
    private const int MostClocks = 12;

    /// <summary>A clock that called so long ago is no longer waited for.</summary>
    private static readonly TimeSpan Forgotten = TimeSpan.FromDays(2);

    public static async Task<ClocksView> Get(PantryDb db, WorkshopKeeper keeper, PantryClock clock)
    {
        var open = keeper.Open;
        var rows = await db
            .Batches.AsNoTracking()
            .Include(row => row.Trial!.Formula)
            .Include(row => row.Done)
            .Include(row => row.Observations)
            .Where(row => row.FinishedAt == null)
            .OrderByDescending(row => row.TouchedAt)
            .ThenByDescending(row => row.Id)
            .Take(MostClocks)
            .AsSplitQuery()
            .ToListAsync();
        var watcher = new CoolingWatcher(open.Shelf, open.Workshop);
        var clocks = new List<ClockView>();
        foreach (var row in rows)
        {
            var batch = row.ToBatch();
            if (BatchClock.Of(batch, watcher.Watch(batch, clock.Now), clock.Now) is { } one && one.CallsAt > clock.Now - Forgotten)
            {
                var told = one with { Title = open.Say.Text(one.Title), Then = open.Say.Text(one.Then) };
                clocks.Add(new ClockView(row.Id, row.Trial!.Formula!.Name, row.Colour, told));
            }
        }

        var byLot = clocks.ToDictionary(one => one.Clock.Lot);
        return new ClocksView(
            clock.Now,
            [.. clocks.OrderBy(one => one.Clock.CallsAt)],
            [.. HandsClash.Of([.. clocks.Select(one => one.Clock)]).Select(clash => Tell(clash, byLot))]
        );
    }

    private static ClashView Tell(HandsClash clash, Dictionary<string, ClockView> byLot)
    {
        ClockView first = byLot[clash.First],
            waits = byLot[clash.Waits];
        var both =
            $"Both want your hands: {Wording.Inside(first.Clock.Then)} ({first.FormulaName}), "
            + $"{Wording.Inside(waits.Clock.Then)} ({waits.FormulaName}).";
        var wait = $"{clash.WaitMin:0}{Wording.Narrow}min";
        return new ClashView(
            clash.At,
            first.Batch,
            waits.Batch,
            clash.Fits
                ? $"{both} {first.FormulaName} first; {waits.FormulaName} can wait {wait}."
                : $"{both} Neither waits {wait} without harm: take a second pair of hands, or begin one later.",
            clash.Fits
        );
    }
}
