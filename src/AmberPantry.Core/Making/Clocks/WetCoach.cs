using AmberPantry.Core.Assessment.Lenses;
using AmberPantry.Core.Assessment.Parts;
using AmberPantry.Core.Families;
using AmberPantry.Core.Materials;
using AmberPantry.Core.Science.Fizz;
using AmberPantry.Core.Workshops;

namespace AmberPantry.Core.Making.Clocks;

/// <summary>A squeeze that was told.</summary>
/// <param name="Grams">Binder in it by then.</param>
public sealed record WetSqueeze(Guid Id, double Grams, string Words);

/// <summary>A word for how a squeezed handful holds, from how much binder on it is said.</summary>
/// <param name="Id">Key of the word.</param>
public sealed record WetWord(string Id, string Words, double FromG, string WhatNext);

/// <summary>How well it holds at so much binder, 0 to 1; to rank by.</summary>
public sealed record WetHeight(double Grams, double Height);

/// <summary>Wetting a fizzy: sprays counted against what this air allows, stopped by the squeeze.</summary>
public sealed record WetCoach
{
    /// <summary>What it is wetted with.</summary>
    public required string Binder { get; init; }

    public required double SprayG { get; init; }

    public required int Sprays { get; init; }

    public required double Grams { get; init; }

    /// <summary>Where it most likely holds, g, and how far that may lie off.</summary>
    public required double StopG { get; init; }

    public required double FromG { get; init; }

    public required double ToG { get; init; }

    /// <summary>Humidity it is worked out for, percent.</summary>
    public required double RhPct { get; init; }

    public required IReadOnlyList<WetWord> Words { get; init; }

    public required IReadOnlyList<WetSqueeze> Squeezes { get; init; }

    public required IReadOnlyList<WetHeight> Hill { get; init; }

    /// <summary>Sprays until the next squeeze; 0 is now.</summary>
    public required int SqueezeAfter { get; init; }

    /// <summary>It may be pressed.</summary>
    public required bool IsEnough { get; init; }

    /// <summary>No more is sprayed: it is too wet, or it fizzes.</summary>
    public required bool IsOver { get; init; }

    /// <summary>Id of the last spray, to take it back; null before the first.</summary>
    public required Guid? LastSpray { get; init; }

    /// <summary>What to do, in a sentence; what matters is between two asterisks.</summary>
    public required string Says { get; init; }
}

/// <summary>Reads a batch that is being wetted.</summary>
public sealed class WetCoacher(MaterialShelf shelf, Workshop workshop, FamilyRegistry? families = null)
{
    private const string Holds = "sand-holds";
    private const string TooWet = "sand-too-wet";
    private const string Fizzes = "fizz-starts";
    private const string OfCohesion = "sand-";

    /// <summary>Before a squeeze the stop may lie so far off, as a part of it.</summary>
    private const double DoubtPart = 0.25;

    /// <summary>The next squeeze comes after so much of the way to the near edge.</summary>
    private const int PartsOfTheWay = 3;

    /// <summary>More binder than this part of the batch is not looked for.</summary>
    private const double MostPart = 0.10;
    private const int Halvings = 30;
    private const int HillPoints = 40;

    /// <summary>Null for a step at which nothing is wetted.</summary>
    public WetCoach? Coach(Batch batch)
    {
        var at = batch.Steps.ToList().FindIndex(one => one.Id == batch.AtStep);
        if (batch.IsFinished || batch.Steps[at] is not { Kind: StepKind.Wet, Template: "wet" })
        {
            return null;
        }

        var subject = new Subject(batch.AsWeighed, new Bearings(shelf, workshop, families ?? FamilyRegistry.Usual));
        if (Wetting.Budget(subject) is not { } budget || subject.Bath is not { } bath)
        {
            return null;
        }

        var readings = batch.Readings.Where(one => one.Step == batch.AtStep).ToArray();
        var sprays = readings.Sum(one => one.Sprays ?? 0);
        var grams = sprays * budget.SprayG;
        var squeezes = Squeezes(readings, budget.SprayG);
        var (stop, from, to) = Stop(budget.BudgetG, budget.SprayG, squeezes);
        var last = readings.LastOrDefault(one => one.Word is not null)?.Word;
        var over = last is TooWet or Fizzes;
        var since = readings.Reverse().TakeWhile(one => one.Word is null).Sum(one => one.Sprays ?? 0);
        var toNear = Math.Max(0, from - ((sprays - since) * budget.SprayG));
        var planned = Math.Max(1, (int)Math.Floor(toNear / budget.SprayG / PartsOfTheWay));
        var after = Math.Max(0, planned - since);
        var enough = last == Holds;
        return new WetCoach
        {
            Binder = Wetting.BinderName(subject),
            SprayG = Math.Round(budget.SprayG, 3),
            Sprays = sprays,
            Grams = Math.Round(grams, 2),
            StopG = Math.Round(stop, 2),
            FromG = Math.Round(from, 2),
            ToG = Math.Round(to, 2),
            RhPct = bath.RhPct,
            Words = Words(subject),
            Squeezes = squeezes,
            Hill = Hill(subject, Math.Max(to, grams) * 1.5),
            SqueezeAfter = after,
            IsEnough = enough,
            IsOver = over,
            LastSpray = readings.LastOrDefault(one => one.Sprays is not null)?.Id,
            Says = Says(last, after, stop - grams, budget.SprayG, to - stop, subject.Say),
        };
    }

    private static string Says(string? last, int after, double toGoG, double sprayG, double doubtG, Wording say)
    {
        string Sprays(double g) => Count((int)Math.Max(1, Math.Round(g / sprayG)));
        return last switch
        {
            Holds => "**It holds and just crumbles.** Stop wetting; press now, it does not wait.",
            TooWet => "**Too wet.** Spread it thin, dry it, use it as fizzing powder.",
            Fizzes => "**It fizzes.** Stop, spread it thin, dry it. More water costs more gas.",
            _ when after == 0 => "**Squeeze now**: a handful, hard, then poke it.",
            _ when toGoG <= 0 => $"Past where it should hold. Squeeze after {Count(after)}.",
            _ => $"About **{Sprays(toGoG)}** more, {say.RoundWeight((decimal)Math.Round(toGoG, 1))}, give or take {Sprays(doubtG)}. "
                + $"Squeeze after {Count(after)}.",
        };

        static string Count(int sprays) => $"{sprays} {Wording.Plural("spray", sprays)}";
    }

    /// <summary>Where it holds: by the model, bent by what the hand has said on the way.</summary>
    private static (double Stop, double From, double To) Stop(double budgetG, double sprayG, IReadOnlyList<WetSqueeze> squeezes)
    {
        var (stop, from, to) = (budgetG, budgetG * (1 - DoubtPart), budgetG * (1 + DoubtPart));
        foreach (var squeeze in squeezes)
        {
            if (squeeze.Words == StageWord.All[Holds].Words)
            {
                (stop, from, to) = (squeeze.Grams, squeeze.Grams, squeeze.Grams);
            }
            else if (squeeze.Words == StageWord.All[TooWet].Words)
            {
                to = Math.Min(to, squeeze.Grams);
            }
            else
            {
                from = Math.Max(from, squeeze.Grams + sprayG);
            }
        }

        to = Math.Max(to, from);
        return (Math.Clamp(stop, from, to), from, to);
    }

    private static List<WetSqueeze> Squeezes(IEnumerable<Reading> readings, double sprayG)
    {
        var (sprays, told) = (0, new List<WetSqueeze>());
        foreach (var reading in readings)
        {
            sprays += reading.Sprays ?? 0;
            if (reading.Word is { } word)
            {
                told.Add(new WetSqueeze(reading.Id, Math.Round(sprays * sprayG, 2), StageWord.All[word].Words));
            }
        }

        return told;
    }

    /// <summary>Each from the binder at which its cohesion begins.</summary>
    private static IReadOnlyList<WetWord> Words(Subject subject) =>
        [
            .. StageWord
                .All.Values.Where(word => word.Id.StartsWith(OfCohesion, StringComparison.Ordinal))
                .OrderBy(word => word.Low)
                .Select(word => new WetWord(word.Id, word.Words, Math.Round(GramsAt(subject, word.Low ?? 0), 2), word.WhatNext)),
        ];

    private static double GramsAt(Subject subject, double cohesion)
    {
        double low = 0,
            high = MostPart * (double)subject.Formula.Batch.Grams;
        if (Wetting.At(subject, low).Cohesion >= cohesion)
        {
            return 0;
        }

        for (var i = 0; i < Halvings; i++)
        {
            var middle = (low + high) / 2;
            (low, high) = Wetting.At(subject, middle).Cohesion >= cohesion ? (low, middle) : (middle, high);
        }

        return high;
    }

    /// <summary>It rises to where it holds best and falls where it is too wet.</summary>
    private static WetHeight[] Hill(Subject subject, double endG)
    {
        const double BestCohesion = (Dampness.CrumblesBelow + Dampness.TooWetAbove) / 2;
        return
        [
            .. Enumerable
                .Range(0, HillPoints + 1)
                .Select(i => endG * i / HillPoints)
                .Select(grams =>
                {
                    var cohesion = Wetting.At(subject, grams).Cohesion;
                    return new WetHeight(Math.Round(grams, 3), Math.Round(Math.Max(0.1, 1 - Math.Abs((cohesion / BestCohesion) - 1)), 3));
                }),
        ];
    }
}
