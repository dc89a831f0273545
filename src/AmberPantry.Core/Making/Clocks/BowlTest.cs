using AmberPantry.Core.Assessment.Parts;
using AmberPantry.Core.Families;
using AmberPantry.Core.Materials;
using AmberPantry.Core.Science.Fizz;
using AmberPantry.Core.Workshops;

namespace AmberPantry.Core.Making.Clocks;

/// <summary>A piece that was timed.</summary>
public sealed record FizzRun(Guid Id, double Seconds);

/// <summary>One piece in a bowl of warm water: what the model says it does, and how long it fizzed.</summary>
/// <param name="SaidSeconds">By the model; null where nothing fizzes.</param>
/// <param name="Says">What to look for and what came of it; what matters is between two asterisks.</param>
public sealed record BowlTest(double? SaidSeconds, IReadOnlyList<FizzRun> Runs, string Says);

/// <summary>Reads a batch of which a piece is tried.</summary>
public sealed class BowlTester(MaterialShelf shelf, Workshop workshop, FamilyRegistry? families = null)
{
    private const string TestStep = "bowl-test";

    /// <summary>The model is no surer than this, as a part of the time.</summary>
    private const double Doubt = 0.25;

    /// <summary>Null for a step at which no piece is tried.</summary>
    public BowlTest? Of(Batch batch)
    {
        var step = batch.Step(batch.AtStep);
        if (batch.IsFinished || step.Template != TestStep)
        {
            return null;
        }

        var subject = new Subject(batch.AsWeighed, new Bearings(shelf, workshop, families ?? FamilyRegistry.Usual));
        var said = subject.Bath?.Balance?.FizzMinutes * 60;
        FizzRun[] runs =
        [
            .. batch.Readings.Where(one => one.Step == step.Id && one.Seconds is not null).Select(one => new FizzRun(one.Id, one.Seconds!.Value)),
        ];
        var floats = subject.Bath?.Floats switch
        {
            Floating.Floats => " It floats.",
            Floating.Hovers => " It hovers.",
            Floating.SinksFirst => " It sinks first.",
            _ => "",
        };
        var told = said is { } s ? $"The model says {Told(s)}.{floats}" : "The model knows no fizz of it.";
        return new BowlTest(said, runs, runs.Length == 0 ? told : $"{Came(runs[^1].Seconds, said)} {told}");
    }

    private static string Came(double seconds, double? said) =>
        said is not { } model ? $"It fizzed for **{Told(seconds)}**."
        : seconds < model * (1 - Doubt) ? $"It fizzed for **{Told(seconds)}**, shorter than said: loosely pressed, damp before, or finer acid."
        : seconds > model * (1 + Doubt) ? $"It fizzed for **{Told(seconds)}**, longer than said: harder pressed, more starch, or cooler water."
        : $"It fizzed for **{Told(seconds)}**, as said.";

    private static string Told(double seconds) =>
        seconds < 100
            ? $"{Math.Round(seconds):0}{Wording.Narrow}s"
            : $"{Math.Floor(seconds / 60):0}{Wording.Narrow}min {Math.Round(seconds % 60):0}{Wording.Narrow}s";
}
