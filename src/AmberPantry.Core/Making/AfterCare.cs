namespace AmberPantry.Core.Making;

/// <summary>Why finished stock left the shelf.</summary>
public enum StockOut
{
    Sold,
    Given,
    Used,
    Spoilt,
}

/// <summary>Stock taken by hand.</summary>
/// <param name="Id">Id of the command that told it.</param>
public sealed record StockMove(Guid Id, DateTime At, int Units, StockOut For, string Note);

/// <summary>Something put right after the batch was finished; what stood there before stays on record.</summary>
/// <param name="Id">Id of the command that told it.</param>
/// <param name="Of">Title of the step, or what was observed.</param>
/// <param name="Was">What stood there, with its unit.</param>
/// <param name="Now">What stands there since.</param>
public sealed record Correction(Guid Id, DateTime At, string Of, string Was, string Now, string Reason);

/// <summary>What can still be done about a batch that has been finished or given up.</summary>
internal static class AfterCare
{
    private const string Nothing = "nothing";

    /// <summary>Ends a spoilt batch where it stands.</summary>
    /// <exception cref="Refusal">E_MADE when it is finished, E_EMPTY without a reason.</exception>
    public static BatchEvent GiveUp(Batch batch, GiveUpBatch giveUp, DateTime at) =>
        batch.IsFinished
            ? throw new Refusal(
                Codes.Made,
                "command.kind",
                batch.Lot,
                $"Lot {batch.Lot} is finished: there is nothing to give up.",
                "Take its stock out as spoilt instead."
            )
            : new BatchGivenUp(at, Reason(giveUp.Reason), PutBack(batch, giveUp));

    /// <summary>The steps of which nothing was wasted: known ones, once each.</summary>
    private static HashSet<string> PutBack(Batch batch, GiveUpBatch giveUp) => [.. (giveUp.PutBack ?? []).Select(step => batch.Step(step).Id)];

    /// <exception cref="Refusal">E_NOT_NOW when it was not given up.</exception>
    public static BatchEvent TakeUp(Batch batch) =>
        batch.GivenUpFor is null ? throw NotNow(batch, "has not been given up", "Carry it on under Make.") : new BatchTakenUp();

    /// <exception cref="Refusal">E_NOT_NOW while it is being made or stock of it is left.</exception>
    public static BatchEvent Archive(Batch batch, DateTime at) =>
        !batch.IsFinished ? throw NotNow(batch, "is still being made", "Finish it or give it up first.")
        : batch.UnitsLeft > 0 ? throw NotNow(batch, $"has {batch.UnitsLeft} left", "Take them out of stock first.")
        : new BatchArchived(batch.ArchivedAt ?? at);

    /// <summary>A weight or temperature put right, with all that was worked out from it.</summary>
    public static BatchEvent Correct(Batch batch, CorrectStep correct, Guid id, DateTime at, MakersBench bench)
    {
        var step = batch.Step(correct.Step);
        if (!batch.IsFinished)
        {
            throw NotNow(batch, "is still being made", "Go back to the step and type it anew.");
        }

        var was = batch.Done.FirstOrDefault(done => done.Step == step.Id) ?? new StepDone(step.Id, batch.FinishedAt!.Value);
        var now = was with
        {
            WeighedG = step.Kind == StepKind.Weigh ? Batch.Weight(correct.WeighedG ?? was.WeighedG ?? 0) : null,
            TemperatureC = Batch.Thermometer(correct.TemperatureC) ?? was.TemperatureC,
        };
        var correction = new Correction(id, at, step.Title, Told(was), Told(now), Reason(correct.Reason));
        if (correction.Was == correction.Now)
        {
            throw new Refusal(
                Codes.Empty,
                step.Kind == StepKind.Weigh ? "command.weighedG" : "command.temperatureC",
                correct.WeighedG ?? (object?)correct.TemperatureC,
                $"That is what stands there: {correction.Was}.",
                "Type what it should have been."
            );
        }

        var weighed = batch.With(new StepRecorded(now));
        return new StepCorrected(
            now,
            correction,
            bench.SlumpOf(weighed.AsWeighed),
            [.. batch.Observations.Select(seen => bench.Anew(weighed, seen))],
            now.WeighedG is { } grams
                ?
                [
                    .. batch.Lots.Where(taken => taken.Step != step.Id),
                    .. LotsWeighed.At(batch, step, grams, bench.Stock, batch.Lots.FirstOrDefault(taken => taken.Step == step.Id)?.Lot),
                ]
                : batch.Lots
        );
    }

    /// <summary>An observation put right.</summary>
    public static BatchEvent Correct(Batch batch, CorrectObservation correct, Guid id, DateTime at, MakersBench bench)
    {
        var was = batch.Observations.FirstOrDefault(seen => seen.Id == correct.Observation)
            ?? throw new Refusal(
                Codes.UnknownId,
                "command.observation",
                correct.Observation,
                $"Lot {batch.Lot} has no such observation.",
                "Open the batch again: it may have been withdrawn."
            );
        var seen = new Observe(
            was.Kind,
            correct.TemperatureC ?? was.TemperatureC,
            correct.Value ?? was.Value,
            correct.Text ?? was.Text,
            correct.Sure,
            was.Test
        );
        var now = bench.See(batch, seen, was.Id, was.At);
        var reason = Reason(correct.Reason);
        return new ObservationCorrected(now, new Correction(id, at, Name(was), Told(was), Told(now), reason));
    }

    /// <exception cref="Refusal">E_NOT_NOW while it is being made, E_RANGE for more than there are.</exception>
    public static BatchEvent Take(Batch batch, TakeStock take, Guid id, DateTime at)
    {
        var left = batch.UnitsLeft ?? 0;
        if (!batch.IsFinished)
        {
            throw NotNow(batch, "has not been finished: there is no stock to take", "Finish it first.");
        }

        if (take.Units < 1 || take.Units > left)
        {
            throw new Refusal(
                Codes.Range,
                "command.units",
                take.Units,
                left == 0 ? $"Nothing is left of lot {batch.Lot}." : $"{take.Units} cannot be taken: {left} are left.",
                left == 0 ? "Put back what was taken by mistake." : $"Type 1 to {left}."
            );
        }

        return new StockTaken(new StockMove(id, at, take.Units, take.For, Batch.Short(take.Note?.Trim() ?? "", Batch.LongestReason, "note")));
    }

    /// <exception cref="Refusal">E_UNKNOWN_ID when nothing was taken so.</exception>
    public static BatchEvent PutBack(Batch batch, PutStockBack back) =>
        batch.StockMoves.FirstOrDefault(move => move.Id == back.Taken) is { } move
            ? new StockPutBack(move)
            : throw new Refusal(
                Codes.UnknownId,
                "command.taken",
                back.Taken,
                $"Nothing was taken from lot {batch.Lot} so.",
                "Open the batch again: it may have been put back."
            );

    private static string Reason(string? reason) =>
        string.IsNullOrWhiteSpace(reason)
            ? throw new Refusal(Codes.Empty, "command.reason", reason, "A reason is missing.", "Say why in a few words.")
            : Batch.Short(reason.Trim(), Batch.LongestReason, "reason");

    private static Refusal NotNow(Batch batch, string says, string remedy) =>
        new(Codes.NotNow, "command.kind", batch.Lot, $"Lot {batch.Lot} {says}.", remedy);

    private static string Told(StepDone done) =>
        string.Join(
            ", ",
            new[]
            {
                done.WeighedG is { } grams ? $"{grams:0.###} g" : null,
                done.TemperatureC is { } celsius ? $"{celsius:0.#} °C" : null,
            }.OfType<string>()
        )
            is { Length: > 0 } told
            ? told
            : Nothing;

    private static string Told(Observation seen) =>
        seen.Kind switch
        {
            ObservationKind.ThumbPress => $"{seen.Value:0} of 5 at {seen.TemperatureC:0.#} °C{Quoted(seen.Text)}",
            ObservationKind.Slump => $"{seen.Value:0.#} °C{Quoted(seen.Text)}",
            ObservationKind.UseTest => $"{UseTest.All.GetValueOrDefault(seen.Test ?? "")?.Told(seen.Value ?? 0)}{Quoted(seen.Text)}",
            _ => $"“{seen.Text}”",
        };

    private static string Quoted(string text) => text.Length == 0 ? "" : $", “{text}”";

    private static string Name(Observation seen) =>
        seen.Kind switch
        {
            ObservationKind.ThumbPress => "Thumb press",
            ObservationKind.Slump => "Slump",
            ObservationKind.UseTest => UseTest.All.GetValueOrDefault(seen.Test ?? "")?.Title ?? "Test",
            _ => "Note",
        };
}
