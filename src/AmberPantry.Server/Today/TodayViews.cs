using AmberPantry.Core;
using AmberPantry.Core.Making;
using AmberPantry.Core.Science.Melt;
using AmberPantry.Core.Workshops;
using AmberPantry.Data;
using AmberPantry.Data.Batches;
using AmberPantry.Server.Bench;
using AmberPantry.Server.Hosting;
using AmberPantry.Server.House;
using AmberPantry.Server.Live;
using AmberPantry.Server.Make;
using AmberPantry.Server.Pantry;
using Microsoft.EntityFrameworkCore;

namespace AmberPantry.Server.Today;

/// <summary>Finished stock of one batch.</summary>
public sealed record StockLayer
{
    public required int Batch { get; init; }

    public required string Lot { get; init; }

    /// <summary>Formula and trial.</summary>
    public required string Name { get; init; }

    public required int Units { get; init; }

    /// <summary>Word for one container.</summary>
    public required string Unit { get; init; }

    public required double SlumpC { get; init; }

    public required StockPlace Place { get; init; }

    /// <summary>The same in words.</summary>
    public string PlaceSays => Wording.Said(Place);

    /// <summary>#RRGGBB.</summary>
    public required string Colour { get; init; }

    /// <summary>Whether it would slump in tomorrow's warmest place where it lies.</summary>
    public required bool Slumps { get; init; }

    /// <summary>What it does there tomorrow.</summary>
    public string Says => Slumps ? "slumps" : "keeps its shape";
}

/// <param name="TodayC">As set for the house, °C.</param>
/// <param name="TomorrowC">As typed for tomorrow, or the house's.</param>
public sealed record TomorrowPlace(string Id, string Name, LandmarkKind Kind, double TodayC, double TomorrowC, double? Hours);

/// <summary>What a look asks to be done.</summary>
public enum LookKind
{
    HoldBack,
    Evaluation,

    /// <summary>Something of the pantry: short, past its date, set apart.</summary>
    Stock,
}

/// <param name="Batch">The batch it is about; 0 where it is about something of the pantry.</param>
/// <param name="Of">The row of the pantry it is about, such as "material/beeswax".</param>
public sealed record Look(string Id, Severity Severity, string Sentence, LookKind Kind, int Batch, string? Of = null);

public sealed record SettingNow(int Batch, string Name, string Says, DateTime Since);

/// <summary>The room as last read.</summary>
public sealed record RoomView(double WorkroomC, double? HumidityPercent, DateTime? ReadAt);

/// <summary>The first page.</summary>
public sealed record TodayView
{
    public required DateTime Now { get; init; }

    public required bool IsMadeUp { get; init; }

    public required RoomView Room { get; init; }

    public required IReadOnlyList<BatchBrief> Interrupted { get; init; }

    public required IReadOnlyList<SettingNow> Setting { get; init; }

    public required IReadOnlyList<Look> Looks { get; init; }

    public required IReadOnlyList<TomorrowPlace> Places { get; init; }

    /// <summary>The one that stands most heat first; where there is very much, what slumps first.</summary>
    public required IReadOnlyList<StockLayer> Stock { get; init; }

    public required string Sentence { get; init; }

    /// <summary>What the days to come are out of doors; empty where no weather is told. Figures that matter are between two asterisks.</summary>
    public required IReadOnlyList<string> Weather { get; init; }

    public required IReadOnlyList<FormulaBrief> Formulas { get; init; }
}

internal static class TodayViews
{
    private const string MostOpen = "30";
    private const int MostStock = 60;
    private const string MostFormulas = "12";
    private const int MostEvaluations = 20;
    private const int MostOfPantry = 20;

    public static async Task<TodayView> Get(PantryDb db, WorkshopKeeper keeper, PantryClock clock, LiveDevices devices)
    {
        var open = keeper.Open;
        var say = open.Say;
        var places = Places(open);
        var hottest = places.Where(place => place.Kind == LandmarkKind.Storage).MaxBy(place => place.TomorrowC);
        var waiting = (await BatchViews.Open(db, open.Say, take: MostOpen)).Items;
        var setting = waiting.Where(batch => batch.AtKind == StepKind.Set).ToArray();
        var stock = await Stock(db, open, hottest?.TomorrowC ?? double.NegativeInfinity);
        return new TodayView
        {
            Now = clock.Now,
            IsMadeUp = clock.IsMadeUp,
            Room = new RoomView(open.Workshop.WorkroomC, open.Workshop.HumidityPercent, open.ReadAt),
            Interrupted = [.. waiting.Except(setting)],
            Setting = [.. setting.Select(batch => Sets(batch, say, open.Workshop))],
            Looks =
            [
                .. stock
                    .Where(layer => layer.Slumps)
                    .Select(layer => HoldBack(layer, hottest!, say))
                    .Concat(await OfPantry(db, open, clock.Now))
                    .Concat(await Evaluations(db, clock.Now))
                    .OrderBy(look => look.Severity),
            ],
            Places = places,
            Stock = stock,
            Sentence = await Tell(db, stock, hottest, say),
            Weather = Weather.Say(devices.Hours, DateOnly.FromDateTime(clock.Now), say),
            Formulas = (await FormulaEndpoints.List(db, take: MostFormulas)).Items,
        };
    }

    private static TomorrowPlace[] Places(OpenWorkshop open) =>
        [
            .. open
                .Workshop.Landmarks.Where(place => place.Kind is LandmarkKind.Storage or LandmarkKind.Workroom)
                .Select(place => new TomorrowPlace(
                    place.Id,
                    place.Name,
                    place.Kind,
                    place.TemperatureC,
                    open.Tomorrow.GetValueOrDefault(place.Id, place.TemperatureC),
                    place.Hours
                )),
        ];

    private static async Task<StockLayer[]> Stock(PantryDb db, OpenWorkshop open, double hottestC)
    {
        var rows = await db
            .Batches.AsNoTracking()
            .Where(row => row.UnitsLeft > 0)
            .OrderBy(row => row.SlumpC)
            .ThenBy(row => row.Id)
            .Take(MostStock)
            .Select(row => new
            {
                row.Id,
                row.Lot,
                row.Trial!.Formula!.Name,
                row.Trial.Number,
                row.UnitsLeft,
                row.Container,
                row.SlumpC,
                row.Place,
                row.Colour,
            })
            .ToListAsync();
        return
        [
            .. rows.Select(row => new StockLayer
                {
                    Batch = row.Id,
                    Lot = row.Lot,
                    Name = $"{row.Name} trial {row.Number}",
                    Units = row.UnitsLeft!.Value,
                    Unit = open.Workshop.FindContainer(row.Container)?.Unit ?? "container",
                    SlumpC = row.SlumpC ?? TemperatureGrid.Ruler.FirstC,
                    Place = row.Place,
                    Colour = row.Colour,
                    Slumps = row.Place == StockPlace.Shelf && (row.SlumpC ?? TemperatureGrid.Ruler.FirstC) < hottestC,
                })
                .OrderByDescending(layer => layer.SlumpC)
                .ThenBy(layer => layer.Lot, StringComparer.Ordinal),
        ];
    }

    /// <summary>Batches whose next look is due, the one that came due last first.</summary>
    private static async Task<IEnumerable<Look>> Evaluations(PantryDb db, DateTime now)
    {
        var due = await db
            .Batches.AsNoTracking()
            .Where(row => row.LookAt <= now && row.FinishedAt != null)
            .OrderByDescending(row => row.LookAt)
            .Take(MostEvaluations)
            .Select(row => new
            {
                row.Id,
                row.Family,
                row.Trial!.Formula!.Name,
                row.Trial.Number,
                row.FinishedAt,
            })
            .ToListAsync();
        return due.Select(row =>
        {
            var point = EvaluationPoint.Due(row.Family, row.FinishedAt!.Value, now)!;
            return new Look(
                $"look-{row.Id}",
                Severity.Note,
                $"{row.Name} trial {row.Number}, **{point.Words}**: {Wording.List([.. point.Tests.Select(EvaluationPoint.TitleOf)])}.",
                LookKind.Evaluation,
                row.Id
            );
        });
    }

    /// <summary>What is short, past its date or set apart.</summary>
    private static async Task<IEnumerable<Look>> OfPantry(PantryDb db, OpenWorkshop open, DateTime now) =>
        (await StockViews.All(db, open, now))
            .Rows.SelectMany(row =>
                row.Line.Findings.Where(finding => finding.Severity < Severity.Note)
                    .Select(
                        (finding, i) =>
                            new Look(
                                $"stock-{row.Line.Of}-{i}",
                                finding.Severity,
                                $"{row.Line.Name}: {Wording.Inside(finding.Sentence)}",
                                LookKind.Stock,
                                0,
                                $"{AmberJson.Word(row.Line.Kind)}/{row.Line.Of}"
                            )
                    )
            )
            .OrderBy(look => look.Severity)
            .Take(MostOfPantry);

    private static Look HoldBack(StockLayer layer, TomorrowPlace hottest, Wording say) =>
        new(
            $"slump-{layer.Batch}",
            Severity.Fix,
            $"{layer.Units} {Wording.Plural(layer.Unit, layer.Units)} of {layer.Name} "
                + $"{(layer.Units == 1 ? "slumps" : "slump")} at **{say.Temperature(layer.SlumpC)}**. "
                + $"Tomorrow’s {hottest.Name}: **{say.Temperature(hottest.TomorrowC)}**.",
            LookKind.HoldBack,
            layer.Batch
        );

    private static async Task<string> Tell(PantryDb db, StockLayer[] stock, TomorrowPlace? hottest, Wording say)
    {
        var all = await db.Batches.Where(row => row.UnitsLeft > 0).SumAsync(row => row.UnitsLeft) ?? 0;
        if (all == 0)
        {
            return "Nothing finished is on the shelf yet.";
        }

        if (hottest is null)
        {
            return $"{all} on the shelf.";
        }

        var warm = $"In a {say.Temperature(hottest.TomorrowC)} {hottest.Name}";
        var slumping = stock.Where(layer => layer.Slumps).ToArray();
        if (slumping.Length == 0)
        {
            return $"{warm} all {all} keep their shape where they lie.";
        }

        var units = await db
            .Batches.Where(row => row.UnitsLeft > 0 && row.Place == StockPlace.Shelf && (row.SlumpC == null || row.SlumpC < hottest.TomorrowC))
            .SumAsync(row => row.UnitsLeft)
            ?? 0;
        const int MostNamed = 6;
        string[] names = [.. slumping.Take(MostNamed).Select(layer => $"{layer.Units} {Wording.Plural(layer.Unit, layer.Units)} of {layer.Name}")];
        return $"{warm} {units} of {all} slump: {Wording.List(slumping.Length > MostNamed ? [.. names, "more"] : names)}.";
    }

    private static SettingNow Sets(BatchBrief batch, Wording say, Workshop workshop) =>
        new(
            batch.Id,
            $"{batch.FormulaName} trial {batch.TrialNumber}, lot {batch.Lot}",
            $"cap within {say.Degrees(CoolingTimes.CapWithinC)} of the room, {say.Temperature(workshop.WorkroomC)}",
            batch.TouchedAt
        );
}
