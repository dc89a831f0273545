using AmberPantry.Core;
using AmberPantry.Core.Making;
using AmberPantry.Core.Making.Clocks;
using AmberPantry.Core.Making.Sheets;
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

/// <summary>What a batch wants of the hands from now on.</summary>
/// <param name="Batch">0 where it is only planned.</param>
/// <param name="Trial">Id of the trial it is made from.</param>
/// <param name="Colour">Of the pot, #RRGGBB.</param>
/// <param name="Says">Where it stands, in words.</param>
public sealed record HandsView(int Batch, int Trial, string FormulaName, string Colour, string Says, IReadOnlyList<HandsBlock> Blocks);

/// <summary>Work of the hands on one batch without a break.</summary>
/// <param name="Number">From 1 through the day.</param>
/// <param name="Batch">0 where it is only planned.</param>
/// <param name="Trial">Id of the trial it is made from.</param>
/// <param name="Title">What is done; the product where a batch begins.</param>
/// <param name="Says">For which batch.</param>
public sealed record ActView(int Number, int Batch, int Trial, string Title, string Says, DateTime From, DateTime To);

/// <summary>All clocks that run.</summary>
/// <param name="Now">By the workshop's clock, UTC.</param>
/// <param name="Clashes">Where two want the hands at once, in words.</param>
/// <param name="Batches">Those in hand, with what they want of the hands.</param>
/// <param name="Lane">What the one pair of hands does.</param>
/// <param name="Day">Its work; null where it is not wanted.</param>
/// <param name="Acts">The same one after the other, numbered through the day.</param>
public sealed record ClocksView(
    DateTime Now,
    IReadOnlyList<ClockView> Clocks,
    IReadOnlyList<ClashView> Clashes,
    IReadOnlyList<HandsView> Batches,
    IReadOnlyList<HandsSpan> Lane,
    HandsDay? Day,
    IReadOnlyList<ActView> Acts
);

/// <param name="First">Batch that goes first.</param>
/// <param name="Waits">Batch that waits.</param>
/// <param name="Says">Who goes first and who waits.</param>
public sealed record ClashView(DateTime At, int First, int Waits, string Says, Severity Severity);

/// <summary>Reads the clocks of all batches that are being made.</summary>
internal static class ClockViews
{
    private const int MostClocks = 12;
    private const int MostPlanned = 8;

    /// <summary>A clock that called so long ago is no longer waited for.</summary>
    private static readonly TimeSpan Forgotten = TimeSpan.FromDays(2);

    /// <summary>What nobody touched for so long, and has no clock, is not in hand.</summary>
    private static readonly TimeSpan InHand = TimeSpan.FromHours(6);
    private static readonly TimeSpan LaneAhead = TimeSpan.FromHours(12);

    /// <summary>Slower than this it is steady, °C a minute.</summary>
    private const double LeastPace = 0.05;

    /// <param name="planned">Whether batches that the pantry keeps materials for get a time too.</param>
    public static async Task<ClocksView> Get(PantryDb db, WorkshopKeeper keeper, PantryClock clock, bool planned)
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
        var dryer = new DryCoacher(open.Shelf, open.Workshop);
        var clocks = new List<ClockView>();
        var hands = new List<HandsView>();
        foreach (var row in rows)
        {
            var batch = row.ToBatch();
            var name = row.Trial!.Formula!.Name;
            var watch = watcher.Watch(batch, clock.Now);
            var one = BatchClock.Of(batch, watch, dryer.Coach(batch, clock.Now), clock.Now);
            if (one?.CallsAt > clock.Now - Forgotten)
            {
                var told = one with { Title = open.Say.Text(one.Title), Then = open.Say.Text(one.Then) };
                clocks.Add(new ClockView(row.Id, name, row.Colour, told));
            }

            if (one is null ? row.TouchedAt < clock.Now - InHand : one.CallsAt < clock.Now - Forgotten)
            {
                continue;
            }

            HandsBlock[] blocks = [.. HandsLine.Of(batch, one, clock.Now).Select(block => block with { Title = open.Say.Text(block.Title) })];
            hands.Add(new HandsView(row.Id, row.TrialId, name, row.Colour, Stands(batch, watch, open.Say), blocks));
        }

        if (planned)
        {
            await Plan(hands, db, open, clock.Now);
        }

        var byLot = hands.Where(one => one.Blocks.Count > 0).ToDictionary(one => one.Blocks[0].Lot);
        HandsBlock[] all = [.. hands.SelectMany(one => one.Blocks)];
        return new ClocksView(
            clock.Now,
            [.. clocks.OrderBy(one => one.Clock.CallsAt)],
            [.. HandsClash.Of(all).Select(clash => Tell(clash, byLot))],
            hands,
            HandsLine.Lane(all, clock.Now, clock.Now + LaneAhead),
            HandsLine.Day(all, clock.Now, clock.Now + LaneAhead),
            [.. HandsLine.Acts(all, clock.Now, clock.Now + LaneAhead).Select(act => Tell(act, byLot[act.Lot]))]
        );
    }

    /// <summary>Gives the batches that the pantry keeps materials for their time, the first kept first.</summary>
    private static async Task Plan(List<HandsView> hands, PantryDb db, OpenWorkshop open, DateTime now)
    {
        var kept = await db
            .Trials.AsNoTracking()
            .Include(row => row.Formula)
            .Where(row => row.ReservedAt != null && row.ArchivedAt == null)
            .OrderBy(row => row.ReservedAt)
            .Take(MostPlanned)
            .ToListAsync();
        var writer = new SheetWriter(open.Shelf, open.Workshop);
        foreach (var row in kept.Where(row => row.Content.Lines.Count > 0))
        {
            HandsBlock[] taken = [.. hands.SelectMany(one => one.Blocks)];
            var sheet =
                open.Planned.TryGetValue(row.Id, out var known) && known.Revision == row.Revision
                    ? known
                    : open.Planned[row.Id] = (row.Revision, writer.For(row.Content).Steps);
            if (HandsLine.Place($"trial {row.Id}", sheet.Steps, taken, now) is { } blocks)
            {
                var says = $"trial {row.Number}, {open.Say.RoundWeight(row.Content.Batch.Grams)}, kept for it in the pantry";
                HandsBlock[] told = [.. blocks.Select(block => block with { Title = open.Say.Text(block.Title) })];
                hands.Add(new HandsView(0, row.Id, row.Formula!.Name, "", says, told));
            }
        }
    }

    private static ActView Tell(HandsAct act, HandsView of)
    {
        var begins = of.Batch == 0 && act.From <= of.Blocks[0].To;
        return new ActView(act.Number, of.Batch, of.Trial, begins ? of.FormulaName : act.Title, begins ? of.Says : of.FormulaName, act.From, act.To);
    }

    /// <summary>"33.5 °C, falling 0.9 a minute"; else the step.</summary>
    private static string Stands(Batch batch, CoolingWatch? watch, Wording say)
    {
        if (watch is null)
        {
            return Wording.Inside(say.Text(batch.Step(batch.AtStep).Title));
        }

        var pace = Math.Abs(watch.FallsPerMin);
        var falls = pace < LeastPace ? "steady" : $"{(watch.FallsPerMin > 0 ? "falling" : "rising")} {say.Degrees(pace)} a minute";
        return $"{say.Temperature(watch.NowC)}, {falls}";
    }

    /// <summary>What can be done about it, in words.</summary>
    private static ClashView Tell(HandsClash clash, Dictionary<string, HandsView> byLot)
    {
        HandsView first = byLot[clash.First.Lot],
            waits = byLot[clash.Waits.Lot];
        var (does, other) = (Wording.Inside(clash.First.Title), Wording.Inside(clash.Waits.Title));
        var both = $"Both want your hands: {does} ({first.FormulaName}), {other} ({waits.FormulaName}).";
        var wait = $"{clash.WaitMin:0}{Wording.Narrow}min";
        var hot = clash.First.HasHeat ? first : waits;
        return new ClashView(
            clash.At,
            first.Batch,
            waits.Batch,
            clash.Kind switch
            {
                ClashKind.Waits => $"{both} {first.FormulaName} first; {waits.FormulaName} can wait {wait}.",
                ClashKind.KeptWarm =>
                    $"{both} {first.FormulaName} first; keep {waits.FormulaName} in the bath {wait}, lid on, with no scent in it yet.",
                ClashKind.NeverTogether => $"{hot.FormulaName} is on the heat while something that burns stands open: "
                    + "never at once. Finish one and air the room, then begin the other.",
                _ => $"{both} Neither waits {wait} without harm: take a second pair of hands, or give up the window of {waits.FormulaName}.",
            },
            clash.Severity
        );
    }
}
