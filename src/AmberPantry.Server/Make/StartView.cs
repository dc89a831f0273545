using AmberPantry.Core.Formulas;
using AmberPantry.Core.Making;
using AmberPantry.Core.Making.Sheets;
using AmberPantry.Core.Pantry;
using AmberPantry.Core.Science.Making;
using AmberPantry.Core.Science.Yield;
using AmberPantry.Core.Workshops;
using AmberPantry.Data.Formulas;
using AmberPantry.Server.House;

namespace AmberPantry.Server.Make;

/// <summary>A way of making by its name.</summary>
public sealed record RouteName(PlanRoute Route, string Name);

/// <summary>What batches before have left in pot and tools, where that is not what this one is planned with.</summary>
/// <param name="Percent">To plan with.</param>
/// <param name="Batch">The batch planned so: as many containers, a little more in the pot.</param>
public sealed record LossIdea(decimal Percent, BatchSize Batch, string Says);

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

    /// <summary>Which pieces of the kit may be chosen for it.</summary>
    public required IReadOnlyList<KitQuestion> Kit { get; init; }

    /// <summary>What it takes from the pantry, the scarce first.</summary>
    public required IReadOnlyList<StockNeed> Stock { get; init; }

    /// <summary>Null where nothing was learnt, or it is planned so already.</summary>
    public required LossIdea? Loss { get; init; }

    /// <summary>Since when the pantry keeps what it takes for this batch; null while it does not.</summary>
    public required DateTime? ReservedAt { get; init; }

    /// <summary>Steps that the maker leaves out.</summary>
    public required IReadOnlyList<MakeStep> LeftOut { get; init; }

    /// <summary>Key of this way of making among the house's procedures.</summary>
    public required string ProcedureKey { get; init; }

    /// <summary>The house's own way of doing these steps, where it has one.</summary>
    public required IReadOnlyList<OwnStep> Procedure { get; init; }

    public required StartCheck Check { get; init; }

    /// <summary>So near is near enough, percent.</summary>
    private const decimal NearEnough = 0.5m;

    private static LossIdea? Learnt(BatchSize size, LearntLoss? loss)
    {
        if (loss is null || size.Units is null || Math.Abs(loss.Percent - size.LossPercent) < NearEnough)
        {
            return null;
        }

        var percent = Math.Round(loss.Percent, 1);
        return new LossIdea(
            percent,
            size with
            {
                LossPercent = percent,
            },
            $"Planned is a loss of {Wording.RoundPercent(size.LossPercent)} in pot and tools. By your last {loss.Count} "
                + $"{Wording.Plural("batch", loss.Count)} of such a kind it is **{Wording.RoundPercent(percent)}**."
        );
    }

    internal static StartView Of(
        TrialRow trial,
        OpenWorkshop open,
        StockBook book,
        LearntLoss? loss,
        IReadOnlyList<((StockKind Kind, string Of) Of, SpokenFor For)> reserved
    )
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
            Kit = sheet.Kit,
            Stock = BatchStock.Needs(trial.Content, book, open, reserved),
            ReservedAt = trial.ReservedAt,
            LeftOut = [.. sheet.LeftOut.Select(step => step.In(say))],
            Procedure = open.Workshop.Procedures.GetValueOrDefault(sheet.ProcedureKey) ?? [],
            ProcedureKey = sheet.ProcedureKey,
            Loss = Learnt(trial.Content.Batch, loss),
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
