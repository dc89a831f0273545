using AmberPantry.Core.Assessment.Parts;
using AmberPantry.Core.Assessment.Rules;
using AmberPantry.Core.Formulas;
using AmberPantry.Core.Making.Sheets;
using AmberPantry.Core.Science.Colour;
using AmberPantry.Core.Science.Making;
using AmberPantry.Core.Science.Melt;
using AmberPantry.Core.Workshops;

namespace AmberPantry.Core.Making.Clocks;

/// <summary>One step of one batch at which a mix cools.</summary>
internal sealed class CooledStep(Subject subject, PlanQuestion question, Batch batch, int at, DateTime now)
{
    private const double RecordS = 30;
    private const double AheadS = 4 * 3600;
    private const double LongestS = 24 * 3600;
    private const double LeastDoubtMin = 1;
    private const double LeastLookMin = 3;
    private const double ShownPoints = 160;

    /// <summary>Doubt of a time ahead, as a part of it, by the readings so far.</summary>
    private static readonly double[] Doubt = [0.25, 0.15, 0.10];

    /// <summary>So far from usual is worth a word.</summary>
    private const double OtherThanUsual = 0.1;
    private const int EnoughToLearn = 2;

    /// <summary>Less between wall and middle is not told.</summary>
    private const double ApartC = 1;

    private readonly SheetMelt melt = new(subject, question);
    private CoolPlace? usualPlace;
    private readonly MakeStep step = batch.Steps[at];
    private readonly RoundRule? round = RoundRule.Of(batch.Steps[at]);
    private readonly Reading[] readings = [.. batch.Readings.Where(one => one.Step == batch.Steps[at].Id)];
    private bool IsPacked => step.Kind is StepKind.Set || step.Template is "freeze-mould";
    private bool IsWhipped => step.Kind == StepKind.Chill && question.Route.IsWhipped();
    private double RoomC => subject.Workshop.WorkroomC;

    private DateTime Started => batch.Began(at);

    /// <summary>As warm as it was when the step began: read, planned, or as warm as the pot gets.</summary>
    private double StartC
    {
        get
        {
            var before = batch.Steps.Take(at).ToArray();
            var read = batch.Done.Where(done => done.TemperatureC is not null && before.Any(one => one.Id == done.Step)).MaxBy(done => done.DoneAt);
            if (read?.TemperatureC is { } told)
            {
                return told;
            }

            // Of the steps before, the last that wanted a temperature was left at it.
            var last = before.LastOrDefault(one => one.Kind is not (StepKind.Gather or StepKind.Weigh) && one.ToC is not null);
            return last?.ToC ?? step.ToC ?? RoomC;
        }
    }

    public CoolingWatch Watch(MeltCurve curve)
    {
        var started = Started;
        var (felt, began, read, factor, points) = RunTo(curve, now, AheadS);
        var nowS = Math.Clamp((now - began).TotalSeconds, 0, LongestS);
        var doubt = Doubt[Math.Min(read.Length, Doubt.Length - 1)];
        var knownS = read.Length > 0 ? read[^1].S : 0;
        var offsetMin = (began - started).TotalMinutes;
        WatchTime? Time(string id, string words, Func<CoolingPoint, bool> there, bool lateHurts)
        {
            var found = points.FirstOrDefault(there);
            if (found is null)
            {
                return null;
            }

            var moment = began.AddSeconds(found.S);
            var doubtMin = found.S <= knownS ? 0 : Math.Max(LeastDoubtMin, doubt * (found.S - knownS) / 60);
            var (early, late) = (moment.AddMinutes(-doubtMin), moment.AddMinutes(doubtMin));
            return new WatchTime(id, words, moment, early, late, lateHurts ? early : late);
        }

        var still = Still(began, points);
        WatchTime[] times = [.. Times(Time, still).OfType<WatchTime>().OrderBy(time => time.At)];
        var nowPoint = points.LastOrDefault(point => point.S <= nowS) ?? points[0];
        var later = points.FirstOrDefault(point => point.S > nowPoint.S) ?? points[^1];
        var falls = later.S > nowPoint.S ? (nowPoint.TemperatureC - later.TemperatureC) / (later.S - nowPoint.S) * 60 : 0;
        var end = times.Length > 0 ? Math.Max(nowS, times.Max(time => (time.At - began).TotalSeconds) * 1.15) : nowS + (AheadS / 4);
        var shown = points.Where(point => point.S <= end + RecordS).ToArray();
        var every = Math.Max(1, (int)Math.Ceiling(shown.Length / ShownPoints));
        var next = times.FirstOrDefault(time => time.At > now);
        var nowC = CoolingRun.At(points, nowS);
        return new CoolingWatch
        {
            StartedAt = started,
            Run =
            [
                .. shown
                    .Where((point, i) => i % every == 0 || i == shown.Length - 1)
                    .Select(point =>
                    {
                        var slack = Math.Max(0, point.S - knownS) * doubt;
                        return new WatchPoint(
                            Math.Round(offsetMin + (point.S / 60), 2),
                            Math.Round(point.TemperatureC, 2),
                            Math.Round(Math.Min(point.TemperatureC, CoolingRun.At(points, point.S + slack)), 2),
                            Math.Round(Math.Max(point.TemperatureC, CoolingRun.At(points, point.S - slack)), 2),
                            MatterStates.Word(MatterStates.At(Firmness.FromStructure(point.Structure)))
                        );
                    }),
            ],
            Readings =
            [
                .. readings
                    .Where(one => one.TemperatureC is not null)
                    .Select(one => new WatchReading(one.Id, Math.Round((one.At - started).TotalMinutes, 2), one.TemperatureC!.Value)),
            ],
            Band = Band(),
            Times = times,
            NowC = Math.Round(nowC, 1),
            FallsPerMin = Math.Round(falls, 2),
            State = MatterStates.Word(MatterStates.At(Firmness.FromStructure(nowPoint.Structure))),
            Learnt = Learnt(factor, read.Length),
            Place = Here.Id,
            LearntFactor = read.Length >= EnoughToLearn && Math.Abs(Math.Log(factor)) >= OtherThanUsual ? Kept(factor) : null,
            Wall = Wall(still, points, nowPoint with { TemperatureC = nowC }),
            Settles = Settles(points.Where(point => point.S >= nowS).ToArray()),
            WordOff = felt is null ? "" : WordOff(curve, felt),
            StirAt = IsStirred && next is not null ? Look(began, nowS, next.At) : null,
            Rounds = round is null ? null : Rounds(round, curve, began, points, nowS),
            Places = Places(),
            Words = StageWord.OfSetting(question.Route),
            Says = Says(times, nowC),
        };
    }

    /// <summary>"half set, where the run has soft trace": what the run would have been by then without the word.</summary>
    private string WordOff(MeltCurve curve, Reading felt)
    {
        var words = StageWord.OfSetting(question.Route).ToList();
        var said = words.FindIndex(word => word.Id == felt.Word);
        var without = new CooledStep(subject, question, batch with { Readings = [.. batch.Readings.Where(one => one.At < felt.At)] }, at, felt.At);
        if (said < 0)
        {
            return "";
        }

        var run = without.RunTo(curve, felt.At, RecordS);
        var structure = (run.Points.LastOrDefault(point => point.S <= (felt.At - run.Began).TotalSeconds) ?? run.Points[0]).Structure;
        var has = words.FindLastIndex(word => word.Low is null || structure >= word.Low);
        var runs = has < 0 ? "it thinner than any word" : $"“{words[has].Words}”";
        return has == said ? "" : $"{step.Title}: “{words[said].Words}”, where the run has {runs}";
    }

    /// <param name="Felt">The last word of the hand; null before one.</param>
    /// <param name="Began">When the run begins: with the step, or with that word.</param>
    /// <param name="Read">Seconds from there and °C.</param>
    private sealed record Run(Reading? Felt, DateTime Began, (double S, double C)[] Read, double Factor, IReadOnlyList<CoolingPoint> Points);

    /// <summary>The run as it is known at a moment, and so far ahead.</summary>
    /// <param name="outS">Seconds from its beginning after which it stands on the bench, out of the cold; null leaves it where it is.</param>
    private Run RunTo(MeltCurve curve, DateTime moment, double aheadS, double? outS = null)
    {
        // A word of the hand outranks the run: it begins anew from there.
        var felt = readings.LastOrDefault(one => one.Word is { } word && StageWord.All[word].Structure is not null);
        var began = felt?.At ?? Started;
        var startC = felt is null ? StartC : melt.Structured(StageWord.All[felt.Word!].Structure!.Value) ?? StartC;
        (double S, double C)[] read =
        [
            .. readings
                .Where(one => one.TemperatureC is not null && one.At >= began)
                .Select(one => (Math.Max(0, (one.At - began).TotalSeconds), one.TemperatureC!.Value)),
        ];
        var factor =
            read.Length == 0
                ? 1
                : CoolingFit
                    .Of(
                        curve.Blend,
                        Bowl(),
                        startC,
                        Stages(began, read[^1].S + RecordS, 1),
                        [.. read.Select(one => new CoolingReading(one.S, one.C))]
                    )
                    .Factor;
        var points = Simulate(
            curve,
            startC,
            outS is { } taken
                ? [.. Stages(began, Math.Max(RecordS, taken), factor), Stage(CoolPlace.All[0], aheadS, 1)]
                : Stages(began, Math.Clamp((moment - began).TotalSeconds, 0, LongestS) + aheadS, factor)
        );
        if (read.Length > 0)
        {
            // From the last reading on it goes on from what was read, with the crystals the run has by then.
            var off = read[^1].C - CoolingRun.At(points, read[^1].S);
            points =
            [
                .. points.Select(point =>
                    point.S < read[^1].S ? point : point with { TemperatureC = point.TemperatureC + (off * Math.Exp(-(point.S - read[^1].S) / 1800)) }
                ),
            ];
        }

        return new Run(felt, began, read, factor, points);
    }

    /// <summary>How much faster than usual it cooled, by what was read; null where that does not tell, or it was moved on the way.</summary>
    public CooledRun? Learnt(MeltCurve curve)
    {
        if (readings.Any(one => one.Place is not null && one.At > Started.AddMinutes(1)))
        {
            return null;
        }

        var run = RunTo(curve, now, RecordS);
        return run.Read.Length < EnoughToLearn
            ? null
            : new CooledRun(run.Factor * (subject.Workshop.ColdPlace(Here.Id)?.Factor ?? 1), readings[^1].At, Here.Id, IsPacked ? null : melt.Vessel);
    }

    private bool IsStirred => step.Kind is StepKind.Chill or StepKind.Stir;

    /// <summary>The next look comes after half of what is left, at least three minutes.</summary>
    private DateTime Look(DateTime began, double nowS, DateTime next)
    {
        var last = readings.LastOrDefault(one => round is null || one.Stirred)?.At ?? began;
        var from = last > began.AddSeconds(nowS) ? began : last;
        return from.AddMinutes(round?.EveryMin ?? Math.Max(LeastLookMin, (next - from).TotalMinutes / 2));
    }

    /// <summary>Which round it is, how many the run asks for, and how long it can be poured after the last.</summary>
    private ChillRounds Rounds(RoundRule rule, MeltCurve curve, DateTime began, IReadOnlyList<CoolingPoint> points, double nowS)
    {
        // A sheet that writes out each round counts them itself; else each stir ends one.
        var stirs = readings.Where(one => one.Stirred).ToArray();
        var number = rule.IsWritten ? RoundRule.NumberOf(step) : stirs.Length + 1;
        var done = points.FirstOrDefault(point => point.Structure >= rule.Aim);
        var isDone = done is not null && done.S <= nowS;
        var leftMin = done is null ? (double?)null : Math.Max(0, (done.S - nowS) / 60);
        int? planned =
            rule.IsWritten ? rule.Most
            : leftMin is { } left ? number - 1 + (isDone ? 0 : rule.In(left))
            : null;
        var spare = rule.IsWritten || done is null ? null : Spare(curve, Math.Max(nowS, done.S));
        return new ChillRounds(
            number,
            planned,
            rule.Most,
            isDone,
            rule.IsWritten ? null : stirs.LastOrDefault()?.Id,
            done is null || isDone ? null : began.AddSeconds(done.S),
            spare,
            rule.Says(number, planned, isDone, leftMin, spare, Aim(rule))
        )
        {
            IsWritten = rule.IsWritten,
        };
    }

    /// <summary>"thin trace": what eye and hand say of so much structure; null where no word fits this way of making.</summary>
    private string? Aim(RoundRule rule) =>
        StageWord.OfSetting(question.Route).FirstOrDefault(word => rule.Aim >= (word.Low ?? 0) && rule.Aim < (word.High ?? 1))?.Words;

    /// <summary>Minutes on the bench until what is poured next is too stiff; null where it stays pourable here, or is not poured.</summary>
    private double? Spare(MeltCurve curve, double outS)
    {
        var over = TooStiff is not { } stiff
            ? null
            : RunTo(curve, now, AheadS, outS).Points.FirstOrDefault(point => point.S >= outS && point.Structure >= stiff);
        return over is null ? null : Math.Floor((over.S - outS) / 60);
    }

    /// <summary>Structure that the next pour does not bear. Crystals are late: the thermometer alone does not tell it.</summary>
    private double? TooStiff =>
        batch.Steps.Skip(at + 1).FirstOrDefault(one => one.Kind == StepKind.Pour && one.FromC is not null)?.FromC is { } from
            ? Math.Max(subject.Curve!.Blend.At(from).Structure, round?.Aim ?? 0)
            : null;

    private WatchBand Band() =>
        new(
            step.Kind switch
            {
                StepKind.Pour => "pour",
                StepKind.Set => "cap",
                StepKind.Cool => "add",
                _ when IsWhipped => "whip window",
                _ => "trace",
            },
            step.Kind == StepKind.Cool ? null : step.FromC,
            step.ToC
        );

    private IEnumerable<WatchTime?> Times(Func<string, string, Func<CoolingPoint, bool>, bool, WatchTime?> time, StillBody? still)
    {
        switch (step.Kind)
        {
            case StepKind.Cool:
                yield return time("add", "add", point => point.TemperatureC <= step.ToC, true);
                yield return step.FromC is { } least ? time("late", "too cool", point => point.TemperatureC <= least, true) : null;
                break;
            case StepKind.Pour:
                yield return step.FromC is { } from ? time("pour", "pour until", point => point.TemperatureC <= from, true) : null;
                break;
            case StepKind.Set:
                // The middle decides, not the air about it.
                yield return time(
                    "cap",
                    "cap",
                    point => Math.Abs((still?.CoreC(point.TemperatureC) ?? point.TemperatureC) - RoomC) <= CoolingTimes.CapWithinC,
                    false
                );
                break;
            default:
                yield return round is not null ? time("opens", "enough", point => point.Structure >= round.Aim, true)
                : IsWhipped ? time("opens", "opens", point => point.Structure >= WhipWindow.OpensAt, true)
                : time("opens", "opens", point => point.TemperatureC <= step.ToC, true);
                yield return IsWhipped ? time("closes", "closes", point => point.Structure >= WhipWindow.ClosesAt, true)
                : round is not null
                    ? TooStiff is { } most ? time("closes", "too stiff", point => point.Structure > most, true)
                        : null
                : step.FromC is { } stiff ? time("closes", "closes", point => point.TemperatureC <= stiff, true)
                : null;
                break;
        }
    }

    private string Says(WatchTime[] times, double nowC)
    {
        var about = $"{subject.Say.Temperature(nowC)} by now";
        return times.FirstOrDefault(time => time.At > now) is not { } next
            ? times.Length == 0
                ? $"{Wording.Capital(about)}. Here it does not come so far: put it somewhere colder."
                : $"{Wording.Capital(about)}. **It is time**: read it."
            : $"{Wording.Capital(about)}; {next.Words} in **{Wording.Minutes((next.At - now).TotalMinutes)}**, give or take "
                + $"{Wording.Minutes(Math.Max(LeastDoubtMin, (next.LateAt - next.At).TotalMinutes))}.";
    }

    /// <summary>What stands unstirred, from when it was even last: poured, moved, or stirred at a reading. Null where it is stirred.</summary>
    private StillBody? Still(DateTime began, IReadOnlyList<CoolingPoint> points)
    {
        if (step.Kind is not (StepKind.Chill or StepKind.Set))
        {
            return null;
        }

        var stage = Stage(Here, LongestS, 1);
        var even = readings.LastOrDefault(one => one.Place is not null || one.Stirred || (IsStirred && one.TemperatureC is not null))?.At ?? began;
        return stage.Stirred ? null : new StillBody(Bowl(), CoolingRun.At(points, Math.Max(0, (even - began).TotalSeconds)), stage);
    }

    private WatchWall? Wall(StillBody? still, IReadOnlyList<CoolingPoint> points, CoolingPoint here)
    {
        if (still is null)
        {
            return null;
        }

        var (wall, core) = (still.WallC(here.TemperatureC), still.CoreC(here.TemperatureC));
        if (Math.Abs(core - wall) < ApartC)
        {
            return null;
        }

        var figures = $"{subject.Say.Temperature(wall)} at the wall, {subject.Say.Temperature(core)} in the middle";
        var scrape = points.FirstOrDefault(point => point.S >= here.S && still.WantsScraping(point.TemperatureC));
        var does =
            step.Kind == StepKind.Set ? ": its middle decides when it is capped."
            : scrape is null ? ": even enough until it is there."
            : scrape.S > here.S ? $": worth scraping down in {Wording.Minutes((scrape.S - here.S) / 60)}."
            : ": **scrape the wall down and stir**, so that all of it comes to the window together.";
        return new WatchWall(Math.Round(wall, 1), Math.Round(core, 1), figures + does);
    }

    /// <summary>The race of the grain that falls furthest against the crystals that hold it.</summary>
    private string Settles(CoolingPoint[] ahead)
    {
        if (step.Kind is not (StepKind.Pour or StepKind.Set or StepKind.Stir) || ahead.Length < 2)
        {
            return "";
        }

        if (GrainsSink.Falls(subject, ahead).OrderByDescending(fall => fall.Race.FallMm).FirstOrDefault() is not ({ } grain, { } race))
        {
            return "";
        }

        var held = race.HeldAtC is { } c ? $" until {subject.Say.Temperature(c)} holds it" : ", and nothing holds it here";
        var name = Wording.Capital(Wording.Brief(grain.Name));
        return race.Verdict switch
        {
            SettlingVerdict.Even => $"{name} stays where it is{(race.HeldAtC is null ? "" : $": it falls {race.FallMm:0.0} mm{held}")}.",
            SettlingVerdict.SlightFoot => $"{name} falls **{race.FallMm:0.0} mm**{held}: a faint foot. Stir before each pour.",
            _ => $"{name} falls **{race.FallMm:0.0} mm**{held}: most of it ends at the bottom. Stir until it thickens, then pour.",
        };
    }

    private CoolPlace Here => PlaceAt(readings.LastOrDefault(one => one.Place is not null));

    /// <summary>On top of what the house has learnt already.</summary>
    private double Kept(double factor) =>
        Math.Round(Math.Clamp(factor * (subject.Workshop.ColdPlace(Here.Id)?.Factor ?? 1), KitPiece.LeastFactor, KitPiece.MostFactor), 2);

    private static string Learnt(double factor, int read) =>
        read == 0 ? ""
        : Math.Abs(Math.Log(factor)) < OtherThanUsual ? "It cools as said."
        : factor > 1 ? $"It cools {factor:0.0} times as fast as usual here."
        : $"It cools more slowly than usual here: {factor:0.0} of the usual.";

    private CoolPlace PlaceAt(Reading? moved) => moved?.Place is { } id ? CoolPlace.Of(id)! : usualPlace ??= FindUsualPlace();

    private CoolPlace FindUsualPlace()
    {
        if (step.Kind is not StepKind.Chill)
        {
            return CoolPlace.All[0];
        }

        var chosen = MakingSchool.Of(question.Route).FirstOrDefault(school => school.Id == "cool")?.Chosen(batch.Content.Method?.Choices).Id
            ?? "best";
        return CoolPlace.Of(chosen) ?? melt.BestToChill(question.Route, StartC);
    }

    /// <summary>Where it stands for how long, with all heat transfer multiplied.</summary>
    private List<CoolingStage> Stages(DateTime began, double untilS, double factor)
    {
        var moves = readings.Where(one => one.Place is not null).ToArray();
        var here = PlaceAt(moves.LastOrDefault(one => one.At <= began));
        var stages = new List<CoolingStage>();
        var time = 0.0;
        foreach (var move in moves.Where(one => one.At > began))
        {
            var s = Math.Min((move.At - began).TotalSeconds, untilS);
            if (s > time)
            {
                stages.Add(Stage(here, s - time, factor));
                time = s;
            }

            here = PlaceAt(move);
        }

        if (untilS > time)
        {
            stages.Add(Stage(here, untilS - time, factor));
        }

        return stages.Count > 0 ? stages : [Stage(here, RecordS, factor)];
    }

    private CoolingStage Stage(CoolPlace place, double seconds, double factor)
    {
        var stage = place.Stage(seconds, subject.Workshop, IsPacked ? null : melt.Vessel);
        return stage with { HeatTransferWM2K = stage.HeatTransferWM2K * factor, Stirred = stage.Stirred || step.Kind == StepKind.Stir };
    }

    private IReadOnlyList<CoolingPoint> Simulate(MeltCurve curve, double startC, IReadOnlyList<CoolingStage> stages) =>
        CoolingRun.Simulate(curve.Blend, Bowl(), startC, stages, RecordS);

    /// <summary>What cools: the whole batch, or one filled pack.</summary>
    private CoolingBatch Bowl() => IsPacked ? melt.Batch((double)(batch.Content.Batch.FillG ?? BatchSize.UsualFillG)) : melt.Bowl();

    private IReadOnlyList<WatchPlace> Places()
    {
        if (step.Kind != StepKind.Chill)
        {
            return [];
        }

        var here = Here.Id;
        return
        [
            .. new CoolingFinder(subject.Shelf, subject.Workshop)
                .Places(subject, subject.Curve!, StartC)
                .Select(one => new WatchPlace(one.Id, one.Name, one.Waits, one.Grain, one.Sweats, one.IsBest, one.Id == here)),
        ];
    }
}
