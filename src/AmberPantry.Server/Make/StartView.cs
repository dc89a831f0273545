using AmberPantry.Core.Formulas;
using AmberPantry.Core.Making;
using AmberPantry.Core.Making.Sheets;
using AmberPantry.Core.Pantry;
using AmberPantry.Core.Science.Making;
using AmberPantry.Data.Formulas;
using AmberPantry.Server.House;

namespace AmberPantry.Server.Make;

/// <summary>A way of making by its name.</summary>
public sealed record RouteName(PlanRoute Route, string Name);

/// <summary>How a trial will be made: what is looked over before its batch begins.</summary>
public sealed record StartView
{
    public required int Trial { get; init; }

    public required int Number { get; init; }

    public required string FormulaName { get; init; }

    /// <summary>The trial's own revision, which a change of its method must name.</summary>
    public required int Revision { get; init; }

    /// <summary>The trial has been made: another way of making needs a trial of its own.</summary>
    public required bool IsMade { get; init; }

    public required MakingMethod? Method { get; init; }

    public required PlanRoute Route { get; init; }

    public required IReadOnlyList<RouteName> Routes { get; init; }

    public required IReadOnlyList<SchoolChosen> Schools { get; init; }

    public required IReadOnlyList<PlanSaying> Says { get; init; }

    public required IReadOnlyList<MakeStep> Steps { get; init; }

    /// <summary>Pots, cups and bowls to wash.</summary>
    public required int Vessels { get; init; }

    public required decimal BatchG { get; init; }

    public required double RoomC { get; init; }

    public required double? HumidityPercent { get; init; }

    /// <summary>What it takes from the pantry, the scarce first.</summary>
    public required IReadOnlyList<StockNeed> Stock { get; init; }

    public required StartCheck Check { get; init; }

    internal static StartView Of(TrialRow trial, OpenWorkshop open, StockBook book)
    {
        var sheet = new SheetWriter(open.Shelf, open.Workshop).For(trial.Content);
        var say = open.Say;
        var check = BatchKeeper.StartOf(trial.Content, open, sheet);
        return new StartView
        {
            Trial = trial.Id,
            Number = trial.Number,
            FormulaName = trial.Formula!.Name,
            Revision = trial.Revision,
            IsMade = trial.MadeAt is not null,
            Method = trial.Content.Method,
            Route = sheet.Route,
            Routes = [.. sheet.Routes.Select(route => new RouteName(route, RouteNames.Of(route)))],
            Schools = sheet.Schools,
            Says = [.. sheet.Says.Select(saying => saying with { Sentence = say.Text(saying.Sentence) })],
            Steps = [.. sheet.Steps.Select(step => step.In(say))],
            Vessels = sheet.Plan.Vessels,
            BatchG = trial.Content.Batch.Grams,
            RoomC = open.Workshop.WorkroomC,
            HumidityPercent = open.Workshop.HumidityPercent,
            Stock = BatchStock.Needs(trial.Content, book, open),
            Check = check with
            {
                Stops =
                [
                    .. check.Stops.Select(stop =>
                        stop with
                        {
                            Sentence = say.Text(stop.Sentence),
                            Because = say.Text(stop.Because),
                            Fix = say.Text(stop.Fix),
                        }
                    ),
                ],
            },
        };
    }
}
