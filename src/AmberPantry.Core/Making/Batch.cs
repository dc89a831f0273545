using AmberPantry.Core.Formulas;
using AmberPantry.Core.Pantry;
using AmberPantry.Core.Workshops;

namespace AmberPantry.Core.Making;

/// <summary>What was recorded at a step.</summary>
/// <param name="Step">Id of the step.</param>
/// <param name="DoneAt">When it happened, UTC; not when it arrived.</param>
public sealed record StepDone(string Step, DateTime DoneAt, decimal? WeighedG = null, double? TemperatureC = null, string? Note = null)
{
    /// <summary>Name of the scale it was read from; null where it was typed.</summary>
    public string? Scale { get; init; }

    /// <summary>What stood on that scale before, tared away, g.</summary>
    public decimal? TareG { get; init; }

    /// <summary>Drops that were counted; null where it was weighed.</summary>
    public int? Drops { get; init; }
}

/// <summary>What was seen of a product.</summary>
/// <param name="Id">Id of the command that told it.</param>
/// <param name="Said">What the model said of the same, for the batch as weighed.</param>
public sealed record Observation(Guid Id, DateTime At, ObservationKind Kind, double? TemperatureC, double? Value, double? Said, string Text)
{
    /// <summary>Key of the test; null for what is none.</summary>
    public string? Test { get; init; }

    /// <summary>What a test said and what came; null for what is none. Two asterisks mark what came.</summary>
    public string? Tried() =>
        Test is { } key && UseTest.All.TryGetValue(key, out var test) && Value is { } value
            ? $"{Wording.Inside(test.Title)}: {(Said is { } said ? $"{test.Told(said)} → " : "")}**{test.Told(value)}**"
            : null;

    /// <summary>How far it lies from what was said, to half a step or degree; null when nothing was said. Two asterisks mark what differs.</summary>
    public string? Verdict(Wording say)
    {
        if (Value is not { } value || Said is not { } said)
        {
            return null;
        }

        if (Test is { } test)
        {
            return UseTest.All.GetValueOrDefault(test)?.Off(value - said);
        }

        var off = Math.Round(Math.Abs(value - said) * 2, MidpointRounding.AwayFromZero) / 2;
        return (off, Kind) switch
        {
            (0, _) => "as said",
            (_, ObservationKind.Slump) => $"**off by {say.Degrees(off)}**",
            (1, _) => "**off by 1 step**",
            _ => $"**off by {Wording.Number(off, "0.#")} steps**",
        };
    }
}

/// <summary>A batch as it stands. It changes by commands only; a finished one takes no steps, an unfinished one has no stock.</summary>
public sealed record Batch
{
    public const decimal MostWeighedG = 100_000;
    public const double LeastC = -30;
    public const double MostC = 150;
    public const int MostUnits = 10_000;
    public const int LongestNotes = 4000;
    public const int LongestNote = 2000;
    public const int LongestReason = 200;
    public const int MostReadings = 1000;
    public const int MostSprays = 50;
    public const double LongestFizzS = 3600;
    public const int MostOthers = 8;
    public const int MostDrops = 1000;
    public const int LongestScale = 60;
    public const double LeastCupG = 10;
    public const double MostCupG = 2000;

    public required string Lot { get; init; }

    /// <summary>The formula as frozen when the batch began, with what an over-pour changed.</summary>
    public required Formula Content { get; init; }

    public required IReadOnlyList<MakeStep> Steps { get; init; }

    /// <summary>Id of the step it stands at.</summary>
    public required string AtStep { get; init; }

    public required DateTime StartedAt { get; init; }

    public required DateTime TouchedAt { get; init; }

    public DateTime? FinishedAt { get; init; }

    public IReadOnlyList<StepDone> Done { get; init; } = [];

    public IReadOnlyList<Observation> Observations { get; init; } = [];

    /// <summary>What was read and felt while steps went on, the oldest first.</summary>
    public IReadOnlyList<Reading> Readings { get; init; } = [];

    /// <summary>Slump said of the batch as weighed, °C.</summary>
    public double? SlumpC { get; init; }

    public int? UnitsMade { get; init; }

    public int? UnitsLeft { get; init; }

    /// <summary>What became of it beside the containers that were counted; null where nothing was told.</summary>
    public Filling? Filling { get; init; }

    public StockPlace Place { get; init; }

    public string Notes { get; init; } = "";

    /// <summary>Why it was given up; null unless it was.</summary>
    public string? GivenUpFor { get; init; }

    public DateTime? ArchivedAt { get; init; }

    /// <summary>What was put right after it was finished, the oldest first.</summary>
    public IReadOnlyList<Correction> Corrections { get; init; } = [];

    /// <summary>Stock taken by hand, the oldest first.</summary>
    public IReadOnlyList<StockMove> StockMoves { get; init; } = [];

    /// <summary>Which lots its weighings came from, step by step.</summary>
    public IReadOnlyList<LotTaken> Lots { get; init; } = [];

    /// <summary>What was answered where it left its sheet, the oldest first.</summary>
    public IReadOnlyList<DeviationAnswer> Answers { get; init; } = [];

    /// <summary>What it told of how good it was said; worked out when it is finished and looked at.</summary>
    public IReadOnlyList<Evidence> Evidence { get; init; } = [];

    /// <summary>Those that have been weighed; the rest is only chosen.</summary>
    [System.Text.Json.Serialization.JsonIgnore]
    public IEnumerable<LotTaken> InPot =>
        Lots.Where(taken =>
            Done.Any(done => done.Step == taken.Step && done.WeighedG > 0)
            || Readings.Any(one => one.Colour is not null && StepReadings.ColourKey(one) == taken.Step)
        );

    /// <summary>Filled packs that were weighed, the first at the head.</summary>
    [System.Text.Json.Serialization.JsonIgnore]
    public IEnumerable<Reading> Packs => Readings.Where(one => one.MassG is not null && Steps.Any(step => step.AsksPack && step.Id == one.Step));

    public bool IsFinished => FinishedAt is not null;

    /// <summary>What is in the pot, line by line.</summary>
    public IReadOnlyList<PotLine> Pot => BatchRecord.Pot(Content, Steps, Done);

    /// <summary>The formula with the true shares of what was weighed.</summary>
    public Formula AsWeighed => BatchRecord.AsWeighed(Content, Steps, Done) with { Method = Method };

    /// <summary>How it is made, with the pieces of the kit that were taken on the way.</summary>
    [System.Text.Json.Serialization.JsonIgnore]
    public MakingMethod? Method =>
        Readings.Select(one => one.Piece).OfType<string>().Aggregate(Content.Method, (method, piece) => (method ?? MakingMethod.Usual).With(piece));

    /// <summary>A batch at its first step.</summary>
    public static Batch Begin(string lot, Formula content, IReadOnlyList<MakeStep> steps, DateTime at) =>
        new()
        {
            Lot = lot,
            Content = content,
            Steps = steps,
            AtStep = steps[0].Id,
            StartedAt = at,
            TouchedAt = at,
        };

    /// <summary>What a command changes, given what it was told and when it happened.</summary>
    /// <param name="id">The command's own id.</param>
    /// <param name="at">When it happened, UTC.</param>
    /// <exception cref="Refusal">E_MADE for a step of a finished batch, E_NOT_NOW for stock of an unfinished one, E_RANGE, E_UNKNOWN_ID.</exception>
    public IReadOnlyList<BatchEvent> Apply(BatchCommand command, Guid id, DateTime at, MakersBench bench) =>
        command switch
        {
            RecordStep record => Record(record, at, bench),
            ChooseLot choose => Choose(choose, bench),
            GoToStep go => [new WentTo(Unfinished(go.Step).Id)],
            RescalePot rescale => Rescale(rescale, at, bench),
            AddToPot add => [bench.Add(this, add)],
            FinishBatch finish => Finish(finish, at, bench),
            PlaceStock place => Finished([new StockPlaced(place.Place)], "place"),
            CountStock count => Count(count),
            WriteNotes notes => [new NotesWritten(Short(notes.Notes, LongestNotes, "notes"))],
            Observe seen => [new Observed(bench.See(this, seen, id, at))],
            Withdraw withdraw => Observations.Any(one => one.Id == withdraw.Observation) ? [new Withdrawn(withdraw.Observation)] : [],
            GiveUpBatch giveUp => [AfterCare.GiveUp(this, giveUp, at)],
            TakeUpBatch => [AfterCare.TakeUp(this)],
            ArchiveBatch => [AfterCare.Archive(this, at)],
            BringBackBatch => [new BatchBroughtBack()],
            CorrectStep correct => [AfterCare.Correct(this, correct, id, at, bench)],
            CorrectObservation correct => [AfterCare.Correct(this, correct, id, at, bench)],
            TakeStock take => [AfterCare.Take(this, take, id, at)],
            PutStockBack back => [AfterCare.PutBack(this, back)],
            ReadStep read => StepReadings.Apply(this, read, id, at, bench),
            TakeReadingBack back => Readings.Any(one => one.Id == back.Reading) ? [new ReadingTakenBack(back.Reading)] : [],
            ShareParts share => [new PartsShared(Unevenly.Shared(this, share))],
            AnswerDeviation answer => [new DeviationAnswered(Deviations.Answer(this, answer, id, at))],
            _ => throw new Refusal(Codes.UnknownId, "command.kind", command.GetType().Name, "This act is not known here.", "Reload the page."),
        };

    /// <summary>The batch after an event.</summary>
    public Batch With(BatchEvent change) =>
        change switch
        {
            StepRecorded one => this with { Done = [.. Done.Where(done => done.Step != one.Done.Step), one.Done], AtStep = After(one.Done.Step) },
            LotsFixed one => this with { Lots = [.. Lots.Where(taken => taken.Step != one.Step), .. one.Lots] },
            WentTo to => this with { AtStep = to.Step },
            PotRescaled pot => this with { Steps = pot.Steps, Content = Content with { Batch = Content.Batch with { Grams = pot.BatchG } } },
            PotAddedTo pot => this with { Content = pot.Content, Steps = pot.Steps, AtStep = pot.AtStep },
            BatchFinished end => this with
            {
                FinishedAt = end.At,
                UnitsMade = end.Units,
                UnitsLeft = end.Units,
                SlumpC = end.SlumpC,
                Filling = end.Filling,
            },
            StockPlaced place => this with { Place = place.Place },
            StockCounted count => this with { UnitsLeft = count.UnitsLeft },
            NotesWritten notes => this with { Notes = notes.Notes },
            Observed seen => this with { Observations = [.. Observations.Where(one => one.Id != seen.Observation.Id), seen.Observation] },
            WasRead read => this with
            {
                Readings = [.. Readings.Where(one => one.Id != read.Reading.Id).Append(read.Reading).OrderBy(one => one.At)],
            },
            ReadingTakenBack back => this with { Readings = [.. Readings.Where(one => one.Id != back.Reading)] },
            PartsShared parts => this with { Content = parts.Content },
            DeviationAnswered told => this with
            {
                Answers = [.. Answers.Where(one => (one.Step, one.Kind) != (told.Answer.Step, told.Answer.Kind)), told.Answer],
            },
            Withdrawn gone => this with { Observations = [.. Observations.Where(one => one.Id != gone.Observation)] },
            BatchGivenUp end => this with { FinishedAt = end.At, GivenUpFor = end.Reason, UnitsMade = 0, UnitsLeft = 0 },
            BatchTakenUp => this with { FinishedAt = null, GivenUpFor = null, UnitsMade = null, UnitsLeft = null, Filling = null, ArchivedAt = null },
            BatchArchived archived => this with { ArchivedAt = archived.At },
            BatchBroughtBack => this with { ArchivedAt = null },
            StepCorrected put => this with
            {
                Done = [.. Done.Where(done => done.Step != put.Done.Step), put.Done],
                Corrections = [.. Corrections, put.Correction],
                Lots = put.Lots,
                SlumpC = put.SlumpC,
                Observations = put.Observations,
            },
            ObservationCorrected put => this with
            {
                Observations = [.. Observations.Select(seen => seen.Id == put.Observation.Id ? put.Observation : seen)],
                Corrections = [.. Corrections, put.Correction],
            },
            StockTaken taken => this with { StockMoves = [.. StockMoves, taken.Move], UnitsLeft = UnitsLeft - taken.Move.Units },
            StockPutBack back => this with
            {
                StockMoves = [.. StockMoves.Where(move => move.Id != back.Move.Id)],
                UnitsLeft = Math.Min(UnitsMade ?? 0, (UnitsLeft ?? 0) + back.Move.Units),
            },
            _ => throw new ArgumentOutOfRangeException(nameof(change), change, "No such event."),
        };

    /// <exception cref="Refusal">E_MADE when something has been weighed into it.</exception>
    public void CheckForgettable()
    {
        if (IsFinished || Done.Any(done => done.WeighedG > 0))
        {
            throw new Refusal(
                Codes.Made,
                "batch",
                Lot,
                $"Lot {Lot} has been weighed into and stays on record.",
                "Carry it on, or give it up with a reason."
            );
        }
    }

    /// <summary>The record as it would be with a pour that has not been kept yet.</summary>
    /// <exception cref="Refusal">E_RANGE where nothing is weighed.</exception>
    public Batch Pouring(string step, decimal weighedG)
    {
        var weighing = Weighing(step);
        return this with { Done = [.. Done.Where(done => done.Step != weighing.Id), new StepDone(weighing.Id, StartedAt, Weight(weighedG))] };
    }

    /// <summary>The step of this id.</summary>
    /// <exception cref="Refusal">E_UNKNOWN_ID.</exception>
    public MakeStep Step(string id) =>
        Steps.FirstOrDefault(step => step.Id == id)
        ?? throw new Refusal(
            Codes.UnknownId,
            "command.step",
            id,
            $"Lot {Lot} has no step “{id}”.",
            "Open the batch again: its steps may have changed."
        );

    /// <summary>When a step began: when the last of those before it was put down.</summary>
    /// <param name="at">Place of the step, from 0.</param>
    internal DateTime Began(int at) =>
        Done.Where(done => Steps.Take(at).Any(before => before.Id == done.Step)).Select(done => done.DoneAt).DefaultIfEmpty(StartedAt).Max();

    private BatchEvent[] Record(RecordStep record, DateTime at, MakersBench bench)
    {
        var step = Unfinished(record.Step);
        CheckHow(record);
        // Drops that were counted are weighed by what one of them weighs.
        var dropped = record is { WeighedG: null, Drops: { } drops } && step.DropsPerG is { } perG ? drops / (decimal)perG : (decimal?)null;
        var weighed = step.Kind == StepKind.Weigh && (record.WeighedG ?? dropped) is { } grams ? Weight(grams) : (decimal?)null;
        Thermometer(record.TemperatureC);
        if (record.Seen is { } seen && Done.FirstOrDefault(done => done.Step == step.Id) is { } there)
        {
            var now = new SeenStep(there.WeighedG, there.TemperatureC);
            if (now != seen && now != new SeenStep(weighed, record.TemperatureC))
            {
                throw new Refusal(
                    Codes.Changed,
                    weighed is null ? "command.temperatureC" : "command.weighedG",
                    weighed ?? (object?)record.TemperatureC,
                    $"In another window {Told(now)} was put down for this step meanwhile.",
                    "Look which is right: Next again keeps yours."
                );
            }
        }

        var note = record.Note is { } text ? Short(text, LongestNote, "note") : null;
        // An older word that arrives late does not overwrite a newer one.
        return Done.Any(done => done.Step == step.Id && done.DoneAt > at)
            ? []
            :
            [
                new StepRecorded(
                    new StepDone(step.Id, at, weighed, record.TemperatureC, note)
                    {
                        Scale = weighed is null ? null : record.Scale,
                        TareG = weighed is null || record.TareG is not { } tare ? null : Micrograms.Round(tare),
                        Drops = weighed is null ? null : record.Drops,
                    }
                ),
                .. weighed is { } poured ? (BatchEvent[])[From(step, poured, bench.Stock, record.Lot)] : [],
            ];
    }

    /// <summary>How it was weighed, as far as that is told.</summary>
    private static void CheckHow(RecordStep record)
    {
        if (record.Scale is { Length: 0 or > LongestScale })
        {
            throw new Refusal(Codes.Range, "command.scale", record.Scale, "That is no name of a scale.", $"Give 1 to {LongestScale} letters.");
        }

        if (record.TareG is < 0 or > MostWeighedG)
        {
            throw new Refusal(
                Codes.Range,
                "command.tareG",
                record.TareG,
                $"{record.TareG} g cannot have been tared away.",
                $"Give 0 to {MostWeighedG} g, or nothing."
            );
        }

        if (record.Drops is < 1 or > MostDrops)
        {
            throw new Refusal(
                Codes.Range,
                "command.drops",
                record.Drops,
                $"{record.Drops} drops cannot have been counted.",
                $"Count 1 to {MostDrops}; weigh what is more."
            );
        }
    }

    /// <summary>The lots of a weighing; one that was chosen before stays the first.</summary>
    private LotsFixed From(MakeStep step, decimal grams, StockBook stock, Guid? chosen = null) =>
        new(step.Id, LotsWeighed.At(this, step, grams, stock, chosen ?? Lots.FirstOrDefault(taken => taken.Step == step.Id)?.Lot));

    private BatchEvent[] Choose(ChooseLot choose, MakersBench bench)
    {
        var step = Weighing(Unfinished(choose.Step).Id);
        var grams = Done.FirstOrDefault(done => done.Step == step.Id)?.WeighedG ?? step.TargetG ?? 0;
        return [From(step, grams, bench.Stock, choose.Lot)];
    }

    private static string Told(SeenStep seen) =>
        seen.WeighedG is { } grams ? $"{grams:0.###} g"
        : seen.TemperatureC is { } celsius ? $"{celsius:0.#} °C"
        : "no number";

    private BatchEvent[] Rescale(RescalePot rescale, DateTime at, MakersBench bench)
    {
        Unfinished(rescale.Step);
        var poured = Pouring(rescale.Step, rescale.WeighedG);
        var scale = bench.Workshop.Scale;
        var rescaled = OverPour.Rescale(poured.Pot, scale.ResolutionG);
        if (!OverPour.IsSensible(rescaled.TotalG, Content.Batch.Grams))
        {
            throw new Refusal(
                Codes.Range,
                "command.weighedG",
                rescale.WeighedG,
                $"That would make {rescaled.TotalG:0.#} g of a batch of {Content.Batch.Grams:0.#} g.",
                "Read the scale again; or take some out."
            );
        }

        var plan = rescaled.Lines.ToDictionary(line => line.Line, line => line.PlannedG);
        bool Waits(MakeStep step) => step.Id == rescale.Step || poured.Done.All(done => done.Step != step.Id);
        var steps = Steps
            .Select(step => step.Line is not null && Waits(step) ? WithTarget(step, BatchRecord.Target(step, Steps, plan), scale) : step)
            .ToList();
        var topUps = rescaled.TopUps.Select((missing, i) => TopUp(Steps.First(step => step.Line == missing.Line), missing, i, scale));
        steps.InsertRange(steps.FindIndex(step => step.Id == rescale.Step) + 1, topUps);
        return
        [
            new PotRescaled(steps, rescaled.TotalG),
            new StepRecorded(new StepDone(rescale.Step, at, Weight(rescale.WeighedG), Note: "poured over, the rest scaled up")),
            From(Step(rescale.Step), Weight(rescale.WeighedG), bench.Stock),
        ];
    }

    private BatchEvent[] Finish(FinishBatch finish, DateTime at, MakersBench bench)
    {
        Unfinished(AtStep);
        if (finish.Units is < 0 or > MostUnits)
        {
            throw new Refusal(
                Codes.Range,
                "command.units",
                finish.Units,
                $"{finish.Units} containers cannot have been filled.",
                $"Type 0 to {MostUnits}."
            );
        }

        var ended = new BatchFinished(at, finish.Units, bench.SlumpOf(AsWeighed), Filling.Of(finish, bench.Workshop));
        return finish.Notes is { } notes ? [new NotesWritten(Short(notes, LongestNotes, "notes").Trim()), ended] : [ended];
    }

    private IReadOnlyList<BatchEvent> Count(CountStock count) =>
        count.UnitsLeft >= 0 && count.UnitsLeft <= (UnitsMade ?? 0)
            ? Finished([new StockCounted(count.UnitsLeft)], "unitsLeft")
            : throw new Refusal(
                IsFinished ? Codes.Range : Codes.NotNow,
                "command.unitsLeft",
                count.UnitsLeft,
                IsFinished
                    ? $"{count.UnitsLeft} are not there: {UnitsMade ?? 0} were made."
                    : $"Lot {Lot} has not been finished: there is no stock to count.",
                IsFinished ? $"Type 0 to {UnitsMade ?? 0}." : "Finish it first."
            );

    private IReadOnlyList<BatchEvent> Finished(IReadOnlyList<BatchEvent> changes, string field) =>
        IsFinished
            ? changes
            : throw new Refusal(
                Codes.NotNow,
                $"command.{field}",
                Lot,
                $"Lot {Lot} has not been finished: there is no stock to place.",
                "Finish it first."
            );

    /// <summary>A step of a batch that is still being made.</summary>
    internal MakeStep Unfinished(string step) =>
        IsFinished
            ? throw new Refusal(
                Codes.Made,
                "command.step",
                step,
                $"Lot {Lot} is finished and its record stays as it is.",
                "Put a number right in the logbook, with a reason."
            )
            : Step(step);

    private MakeStep Weighing(string step) =>
        Step(step) is { Line: not null } weighing
            ? weighing
            : throw new Refusal(Codes.Range, "command.step", step, "Nothing is weighed at this step.", "Choose a weighing step.");

    private string After(string step)
    {
        var index = Steps.ToList().FindIndex(one => one.Id == step);
        return Steps[Math.Min(index + 1, Steps.Count - 1)].Id;
    }

    private MakeStep TopUp(MakeStep of, PotLine missing, int index, Scale scale)
    {
        var grams = missing.PlannedG - (missing.WeighedG ?? 0);
        return WithTarget(of, grams, scale) with
        {
            Id = $"top-up-{missing.Line}-{Steps.Count + index}",
            Title = $"Top up {of.Title}",
            Text = "Into the pot, on top of what is there.",
        };
    }

    private static MakeStep WithTarget(MakeStep step, decimal grams, Scale scale) =>
        step with
        {
            TargetG = grams,
            ToleranceG = WeighTolerance.Of(grams, scale),
        };

    /// <summary>What a thermometer can have said.</summary>
    /// <exception cref="Refusal">E_RANGE.</exception>
    internal static double? Thermometer(double? celsius) =>
        celsius is { } read && (!double.IsFinite(read) || read is < LeastC or > MostC)
            ? throw new Refusal(
                Codes.Range,
                "command.temperatureC",
                read,
                $"{read} °C is outside what a thermometer here reads.",
                $"Type {Wording.Number(LeastC, "0")} to {MostC} °C."
            )
            : celsius;

    /// <summary>A weight in whole micrograms.</summary>
    internal static decimal Weight(decimal grams) =>
        grams is >= 0 and <= MostWeighedG
            ? Micrograms.Round(grams)
            : throw new Refusal(
                Codes.Range,
                "command.weighedG",
                grams,
                $"{grams} g cannot have been weighed.",
                $"Type what the scale shows, 0 to {MostWeighedG} g."
            );

    internal static string Short(string text, int most, string field) =>
        text.Length <= most
            ? text
            : throw new Refusal(Codes.Range, $"command.{field}", text, $"{text.Length} letters are too many here.", $"Keep it to {most} letters.");
}
