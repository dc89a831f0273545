using AmberPantry.Core.Assessment;
using AmberPantry.Core.Composition;
using AmberPantry.Core.House;
using AmberPantry.Core.Making;
using AmberPantry.Core.Materials;
using AmberPantry.Core.Melt;
using AmberPantry.Data;
using AmberPantry.Server.Bench;
using AmberPantry.Server.Hosting;
using AmberPantry.Server.House;
using AmberPantry.Server.Make;
using Microsoft.EntityFrameworkCore;

namespace AmberPantry.Server.Today;

/// <param name="Name">Formula and trial.</param>
/// <param name="Slumps">Whether it would slump in tomorrow's warmest place where it lies.</param>
public sealed record StockLayer(int Batch, string Lot, string Name, int Units, string Unit, double SlumpC, StockPlace Place, string Colour, bool Slumps);

/// <param name="TodayC">As set for the house, °C.</param>
/// <param name="TomorrowC">As typed for tomorrow, or the house's.</param>
public sealed record TomorrowPlace(string Id, string Name, LandmarkKind Kind, double TodayC, double TomorrowC, double? Hours);

/// <param name="Kind">hold-back, carry-on or press-test.</param>
/// <param name="Batch">The batch it is about.</param>
public sealed record Look(string Id, Severity Severity, string Sentence, string Kind, int Batch);

public sealed record SettingNow(int Batch, string Name, string Says, DateTime Since);

public sealed record TodayView(
    DateTime Now, bool IsMadeUp, double WorkroomC, double? HumidityPercent, DateTime? ReadAt, IReadOnlyList<BatchBrief> Interrupted, IReadOnlyList<SettingNow> Setting,
    IReadOnlyList<Look> Looks, IReadOnlyList<TomorrowPlace> Places, IReadOnlyList<StockLayer> Stock, string Sentence, IReadOnlyList<FormulaBrief> Formulas);

public sealed record RoomReading(double WorkroomC, double? HumidityPercent);

/// <param name="Temperatures">By landmark id, °C.</param>
public sealed record TomorrowTemperatures(IReadOnlyDictionary<string, double> Temperatures);

/// <summary>The first page: what needs hands, what sets, what tomorrow's heat does.</summary>
public static class TodayEndpoints
{
    /// <summary>A batch is judged by thumb from the next day on, until two weeks have passed.</summary>
    private static readonly TimeSpan PressFrom = TimeSpan.FromHours(20), PressUntil = TimeSpan.FromDays(15);

    public static void Map(RouteGroupBuilder today)
    {
        today.MapGet("/", Get);
        today.MapPut("/reading", Read);
        today.MapPut("/tomorrow", Tomorrow);
    }

    internal static async Task<TodayView> Get(PantryDb db, WorkshopKeeper keeper, PantryClock clock)
    {
        var open = keeper.Open;
        var say = new Wording(open.Workshop);
        var places = open.Workshop.Landmarks.Where(place => place.Kind is LandmarkKind.Storage or LandmarkKind.Workroom)
            .Select(place => new TomorrowPlace(place.Id, place.Name, place.Kind, place.TemperatureC, open.House.Tomorrow.GetValueOrDefault(place.Id, place.TemperatureC), place.Hours)).ToArray();
        var hottest = places.Where(place => place.Kind == LandmarkKind.Storage).MaxBy(place => place.TomorrowC);
        var rows = await BatchViews.Rows(db);
        var batches = BatchViews.Briefs(rows);
        var stock = Stock(rows, open, hottest?.TomorrowC ?? double.NegativeInfinity);
        var waiting = batches.Where(batch => batch.FinishedAt is null).ToArray();
        var setting = waiting.Where(batch => batch.AtKind == StepKind.Set).ToArray();
        var interrupted = waiting.Except(setting).OrderByDescending(batch => batch.TouchedAt).ToArray();
        var pressed = rows.Where(row => row.Observations.Any(seen => seen.Kind == ObservationKind.ThumbPress)).Select(row => row.Id).ToHashSet();
        var looks = stock.Where(layer => layer.Slumps)
            .Select(layer => new Look(
                $"slump-{layer.Batch}", Severity.Fix,
                $"{layer.Units} {Plural(layer.Unit, layer.Units)} of {layer.Name} {(layer.Units == 1 ? "slumps" : "slump")} at **{say.Temperature(layer.SlumpC)}**. Tomorrow’s {hottest!.Name}: **{say.Temperature(hottest.TomorrowC)}**.",
                "hold-back", layer.Batch))
            .Concat(batches.Where(batch => batch.FinishedAt is { } finished && clock.Now - finished >= PressFrom && clock.Now - finished < PressUntil && !pressed.Contains(batch.Id))
                .Select(batch => new Look(
                    $"press-{batch.Id}", Severity.Note, $"{batch.FormulaName} trial {batch.TrialNumber}, **day {(clock.Now - batch.FinishedAt!.Value).Days + 1}**: press test due.", "press-test", batch.Id)))
            .ToArray();
        var slumping = stock.Where(layer => layer.Slumps).ToArray();
        var all = stock.Sum(layer => layer.Units);
        var sentence = all == 0
            ? "Nothing finished is on the shelf yet."
            : hottest is null ? $"{all} on the shelf."
            : slumping.Length == 0 ? $"In a {say.Temperature(hottest.TomorrowC)} {hottest.Name} all {all} keep their shape where they lie."
            : $"In a {say.Temperature(hottest.TomorrowC)} {hottest.Name} {slumping.Sum(layer => layer.Units)} of {all} slump: {Wording.List([.. slumping.Select(layer => $"{layer.Units} {Plural(layer.Unit, layer.Units)} of {layer.Name}")])}.";
        return new TodayView(
            clock.Now, clock.IsMadeUp, open.Workshop.WorkroomC, open.Workshop.HumidityPercent, open.House.ReadAt, interrupted,
            [.. setting.Select(batch => Sets(batch, say, open.Workshop))], looks, places, stock, sentence, [.. (await FormulaEndpoints.List(db)).Take(12)]);
    }

    private static async Task<TodayView> Read(RoomReading reading, PantryDb db, WorkshopKeeper keeper, PantryClock clock)
    {
        var workshop = keeper.Open.Workshop with { WorkroomC = reading.WorkroomC, HumidityPercent = reading.HumidityPercent };
        return await Keep(keeper.Open.House with { Workshop = workshop, ReadAt = clock.Now }, db, keeper, clock);
    }

    private static async Task<TodayView> Tomorrow(TomorrowTemperatures tomorrow, PantryDb db, WorkshopKeeper keeper, PantryClock clock)
    {
        foreach (var (place, celsius) in tomorrow.Temperatures)
        {
            if (!double.IsFinite(celsius) || celsius is < -5 or > 95)
            {
                throw new Refusal("E_RANGE", $"temperatures.{place}", celsius, $"{celsius} °C is off the ruler.", "Type −5 to 95 °C.");
            }
        }

        return await Keep(keeper.Open.House with { Tomorrow = tomorrow.Temperatures }, db, keeper, clock);
    }

    private static async Task<TodayView> Keep(HouseSettings house, PantryDb db, WorkshopKeeper keeper, PantryClock clock)
    {
        await WorkshopCopy.KeepHouse(db, house.Checked());
        await db.SaveChangesAsync();
        keeper.Forget();
        return await Get(db, keeper, clock);
    }

    /// <summary>Finished stock, the one that stands most heat first.</summary>
    private static StockLayer[] Stock(IEnumerable<BatchRow> rows, OpenWorkshop open, double hottestC) =>
        [.. rows.Where(row => row.FinishedAt is not null && row.UnitsLeft > 0).Select(row => new StockLayer(
                row.Id, row.Lot, $"{row.Trial!.Formula!.Name} trial {row.Trial.Number}", row.UnitsLeft!.Value, open.Workshop.FindContainer(row.Content.Batch.Container)?.Unit ?? "container",
                row.SlumpC ?? TemperatureGrid.Ruler.FirstC, row.Place, PotColour.Of(row.Content, open.Shelf), row.Place == StockPlace.Shelf && (row.SlumpC ?? -5) < hottestC))
            .OrderByDescending(layer => layer.SlumpC).ThenBy(layer => layer.Lot, StringComparer.Ordinal)];

    private static SettingNow Sets(BatchBrief batch, Wording say, Workshop workshop) => new(
        batch.Id, $"{batch.FormulaName} trial {batch.TrialNumber}, lot {batch.Lot}",
        $"cap within {say.Degrees(MakingPlan.CapWithinC)} of the room, {say.Temperature(workshop.WorkroomC)}", batch.TouchedAt);

    private static string Plural(string unit, int count) => count == 1 ? unit : $"{unit}s";
}
