using AmberPantry.Core.Assessment.Parts;
using AmberPantry.Core.Families;
using AmberPantry.Core.Making.Sheets;
using AmberPantry.Core.Materials;
using AmberPantry.Core.Science.Making;
using AmberPantry.Core.Science.Melt;
using AmberPantry.Core.Workshops;

namespace AmberPantry.Core.Making.Clocks;

/// <summary>A cup that was weighed, and the air in it.</summary>
/// <param name="AirPercent">Gained on the volume before.</param>
public sealed record WhipCup(Guid Id, double Grams, double AirPercent);

/// <summary>How stiff it stands at an air, 0 to 1; to rank by.</summary>
public sealed record WhipHeight(double AirPercent, double Height);

/// <summary>A word for the air, from where on it is said.</summary>
/// <param name="Id">Key of the word.</param>
public sealed record WhipWord(string Id, string Words, double FromPercent, string WhatNext);

/// <summary>Whipping: the air by the cup, what is wanted, when to stop.</summary>
public sealed record WhipCoach
{
    /// <summary>Weight of the cup before whipping; null until it is told.</summary>
    public required double? BeforeG { get; init; }

    public required IReadOnlyList<WhipCup> Cups { get; init; }

    /// <summary>Air by the last cup; 0 before the first.</summary>
    public required double AirPercent { get; init; }

    /// <summary>Air at which a full pack holds its declared weight; null where that is not known.</summary>
    public required double? WantedPercent { get; init; }

    /// <summary>More than this it does not take, by how far it has set.</summary>
    public required double MostPercent { get; init; }

    public required IReadOnlyList<WhipWord> Words { get; init; }

    public required IReadOnlyList<WhipHeight> Hill { get; init; }

    /// <summary>Word last said by the maker, or that the air says.</summary>
    public required string State { get; init; }

    /// <summary>What a full pack holds now.</summary>
    public required string FullHolds { get; init; }

    /// <summary>Packs the batch fills, and what is left over.</summary>
    public required string Fills { get; init; }

    /// <summary>How long a bag may stay in the hand; empty where it does not warm so far.</summary>
    public required string Hands { get; init; }

    /// <summary>It loses air again: the last cup is heavier than the one before.</summary>
    public required bool Breaks { get; init; }

    /// <summary>It may be filled.</summary>
    public required bool IsEnough { get; init; }

    /// <summary>What to do, in a sentence; what matters is between two asterisks.</summary>
    public required string Says { get; init; }
}

/// <summary>Reads a batch that is being whipped.</summary>
public sealed class WhipCoacher(MaterialShelf shelf, Workshop workshop, FamilyRegistry? families = null)
{
    /// <summary>A cup so much heavier than the last one has lost air.</summary>
    private const double BreaksFrom = 1.02;

    /// <summary>So near is near enough, percent.</summary>
    private const double NearEnough = 1;
    private const string StiffPeak = "stiff-peak";
    internal const string Breaking = "breaking";

    /// <summary>Null for a step at which nothing is whipped.</summary>
    public WhipCoach? Coach(Batch batch)
    {
        var at = batch.Steps.ToList().FindIndex(one => one.Id == batch.AtStep);
        if (batch.IsFinished || batch.Steps[at] is not { Kind: StepKind.Whip, AsksCup: true })
        {
            return null;
        }

        var subject = new Subject(batch.AsWeighed, new Bearings(shelf, workshop, families ?? FamilyRegistry.Usual));
        if (subject.Curve is not { } curve || subject.Melt.DensityGMl <= 0)
        {
            return null;
        }

        var say = subject.Say;
        var question = PlanAsk.Of(subject);
        var cups = batch.Readings.Where(one => one.CupG is not null).ToArray();
        var before = cups.FirstOrDefault();
        WhipCup[] weighed = [.. cups.Skip(1).Select(cup => new WhipCup(cup.Id, cup.CupG!.Value, Air(before!.CupG!.Value, cup.CupG.Value)))];
        var air = weighed.Length > 0 ? weighed[^1].AirPercent : 0;
        var said = batch.Readings.LastOrDefault(one => one.Step == batch.AtStep && one.Word is not null)?.Word;
        var breaks = said == Breaking || (weighed.Length > 1 && weighed[^1].Grams > weighed[^2].Grams * BreaksFrom);
        var wanted = Wanted(subject);
        var bowlC = batch.Readings.LastOrDefault(one => one.TemperatureC is not null)?.TemperatureC ?? batch.Steps[at].ToC;
        var most = 100 * WhipWindow.ReachableOverrun(bowlC is { } c ? curve.Blend.At(c).Structure : WhipWindow.OpensAt);
        WhipWord[] words =
        [
            .. StageWord.OfWhipping(question.Route).Select(word => new WhipWord(word.Id, word.Words, 100 * word.Low!.Value, word.WhatNext)),
        ];
        var state = said is not null ? StageWord.All[said].Words : words.LastOrDefault(word => word.FromPercent <= air)?.Words ?? "soft";
        var enough = !breaks && (said == StiffPeak || (wanted is { } goal && air >= goal - NearEnough));
        return new WhipCoach
        {
            BeforeG = before?.CupG,
            Cups = weighed,
            AirPercent = air,
            WantedPercent = wanted,
            MostPercent = Math.Round(most),
            Words = words,
            Hill = Hill(most),
            State = state,
            FullHolds = FullHolds(subject, say, air),
            Fills = Fills(batch, subject, say),
            Hands = HandsOf(subject, question),
            Breaks = breaks,
            IsEnough = enough,
            Says = Says(before is not null, weighed.Length, air, wanted, most, breaks, enough, state),
        };
    }

    private static string Says(bool begun, int cups, double air, double? wanted, double most, bool breaks, bool enough, string state) =>
        !begun ? "Weigh a level cup before you begin: without it the air cannot be told."
        : breaks ? "**It breaks**: it loses air again. Stop, rest it ten minutes in the cold, then one slow minute."
        : enough ? $"**Enough**: {Told(air)} air, {state}. Fill it."
        : cups == 0 ? $"Whip a round, then weigh the same cup{(wanted is { } aim ? $": {Told(aim)} air fills the pack" : "")}."
        : wanted is { } goal
            ? goal > most ? $"{Told(air)} air. It takes about {Told(most)} as it is set now: chill it again for the **{Told(goal - air)}** to go."
                : $"{Told(air)} air, **{Told(goal - air)} to go**, to {Told(goal)}."
        : $"{Told(air)} air, {state}. Stop at stiff peaks.";

    /// <summary>Percent that the volume has gained.</summary>
    private static double Air(double beforeG, double nowG) => Math.Round(100 * Math.Max(0, (beforeG / nowG) - 1), 1);

    /// <summary>Air at which a pack, filled as full as it should be, holds what is declared.</summary>
    private static double? Wanted(Subject subject)
    {
        var batch = subject.Formula.Batch;
        return subject.Workshop.FindContainer(batch.Container) is { } pack && batch.FillG is { } fill && fill > 0
            ? Math.Max(0, Math.Round(100 * ((pack.Millilitres * subject.Melt.DensityGMl / (double)fill) - 1)))
            : null;
    }

    private static string FullHolds(Subject subject, Wording say, double air) =>
        subject.Workshop.FindContainer(subject.Formula.Batch.Container) is { } pack
            ? $"a full {pack.Unit} holds {say.RoundWeight((decimal)Math.Round(pack.Millilitres * subject.Melt.DensityGMl / (1 + (air / 100))))}"
            : "";

    /// <summary>Whole packs by mass, and the rest in grams.</summary>
    private static string Fills(Batch batch, Subject subject, Wording say)
    {
        var size = batch.Content.Batch;
        if (size.FillG is not { } fill || fill <= 0 || subject.Workshop.FindContainer(size.Container) is not { } pack)
        {
            return "";
        }

        var all = batch.AsWeighed.Batch.Grams * (1 - (size.LossPercent / 100));
        var packs = (int)Math.Floor(all / fill);
        var over = say.RoundWeight(Math.Round(all - (packs * fill)));
        return $"{say.RoundWeight(Math.Round(all))} fills {packs} {Wording.Plural(pack.Unit, packs)}, {over} over";
    }

    private static string HandsOf(Subject subject, PlanQuestion question)
    {
        var melt = new SheetMelt(subject, question);
        return
            melt.Structured(WhipWindow.OpensAt) is { } opens
            && melt.Structured(WhipWindow.ClosesAt) is { } closes
            && melt.WarmsS(closes, opens - SheetFigures.WarmLimitBelowC) is { } warms
            ? $"A bag stays firm in the hand for about {Math.Max(1, Math.Floor(warms / 60)):0}{Wording.Narrow}min; "
                + $"then it is past {subject.Say.Temperature(opens - SheetFigures.WarmLimitBelowC)}."
            : "";
    }

    /// <summary>It rises to what it can take and falls where it breaks.</summary>
    private static WhipHeight[] Hill(double most)
    {
        const double FallsOver = 30;
        return
        [
            .. Enumerable
                .Range(0, 61)
                .Select(i => i * 2.0)
                .Select(air => new WhipHeight(
                    air,
                    Math.Round(air <= most ? 0.15 + (0.85 * air / most) : Math.Max(0.2, 1 - (0.8 * (air - most) / FallsOver)), 3)
                )),
        ];
    }

    private static string Told(double percent) => $"{Wording.Number(Math.Round(percent), "0")}{Wording.Narrow}%";
}
