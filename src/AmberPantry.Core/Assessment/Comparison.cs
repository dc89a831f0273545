using AmberPantry.Core.Assessment.Parts;
using AmberPantry.Core.Costing;
using AmberPantry.Core.Families;
using AmberPantry.Core.Formulas;
using AmberPantry.Core.Materials;
using AmberPantry.Core.Science.Melt;
using AmberPantry.Core.Workshops;

namespace AmberPantry.Core.Assessment;

/// <summary>What was seen of a batch.</summary>
/// <param name="PressedAtC">Temperature of a thumb press; null where it is the temperature at which it slumped, or what a test said.</param>
public sealed record Seen(double? PressedAtC, double Value)
{
    /// <summary>The test that was made; null for a press or a slump.</summary>
    public SeenTest? Test { get; init; }

    /// <summary>What was said of that test.</summary>
    public double? Said { get; init; }
}

/// <summary>A test that is made alike each time.</summary>
/// <param name="Tell">How a value of it is told.</param>
public sealed record SeenTest(string Id, string Title, Func<double, string> Tell);

/// <summary>A mix to lay beside others.</summary>
/// <param name="Name">Short, as it is said: "T4".</param>
/// <param name="Happened">What was seen of batches made from it.</param>
public sealed record Compared(string Name, Formula Formula, IReadOnlyList<Seen> Happened);

/// <summary>One measure of one mix.</summary>
/// <param name="Said">What the model says; empty where it says nothing.</param>
/// <param name="Happened">The mean of what was seen; null where nothing was.</param>
/// <param name="IsBest">Better than the others by more than a step that matters, by what happened where that is known of all.</param>
public sealed record MeasuredMix(string Said, string? Happened, bool IsBest);

/// <summary>One measure of every mix, in their order.</summary>
public sealed record MeasureRow(string Id, string Name, IReadOnlyList<MeasuredMix> Mixes);

/// <summary>What the mixes are at one landmark: "T4 scoops, others firm".</summary>
public sealed record ComparedPlace(string Id, string Name, double TemperatureC, string Says);

/// <summary>A mix on the ruler.</summary>
/// <param name="Says">"slumps at 49.5 °C".</param>
/// <param name="HappenedC">Where it slumped when it was tried; null where nobody looked.</param>
public sealed record ComparedHill(CurveView? Curve, IReadOnlyList<StateSpan> States, double DoubtC, string Says, double? HappenedC);

/// <summary>Two to four mixes side by side.</summary>
/// <param name="Says">Which of them stand where they must, in a sentence.</param>
public sealed record Comparison(IReadOnlyList<MeasureRow> Rows, IReadOnlyList<ComparedPlace> Places, IReadOnlyList<ComparedHill> Hills, string Says)
{
    public const int Fewest = 2;
    public const int Most = 4;

    /// <exception cref="Refusal">E_RANGE for one mix, or more than four.</exception>
    public static Comparison Of(IReadOnlyList<Compared> mixes, MaterialShelf shelf, Workshop workshop, FamilyRegistry? families = null)
    {
        if (mixes.Count is < Fewest or > Most)
        {
            throw new Refusal(
                Codes.Range,
                "id",
                mixes.Count,
                $"{mixes.Count} {Wording.Plural("trial", mixes.Count)} cannot be laid side by side.",
                $"Choose {Fewest} to {Most}."
            );
        }

        var bearings = new Bearings(shelf, workshop, families ?? FamilyRegistry.Usual);
        Side[] sides = [.. mixes.Select(mix => new Side(mix.Name, new Subject(mix.Formula, bearings), mix.Happened))];
        return new Comparison([.. Measure(sides, workshop).OfType<MeasureRow>()], [.. At(sides)], [.. sides.Select(Hill)], Stands(sides));
    }

    private static IEnumerable<MeasureRow?> Measure(Side[] sides, Workshop workshop)
    {
        var say = sides[0].Mix.Say;
        var melts = sides.Any(side => side.Mix.Curve is not null && !side.Mix.Family.IsDry);
        if (melts)
        {
            yield return Row("slump", "Slumps at", sides, side => side.Mix.SlumpC, side => side.Slumped, say.Temperature, (Better: 1, Step: 1));
        }

        yield return Row("grease", "Grease after 10 min", sides, side => side.Mix.Skin?.GreaseAfter(10), _ => null, Tenth, (-1, 0.3));
        yield return Row("dress", "One may dress after", sides, side => side.Mix.Skin?.DryDownMin, _ => null, Minutes, (-1, 1));
        if (melts)
        {
            var pressed = sides
                .SelectMany(side => side.Happened)
                .Where(seen => seen.PressedAtC is not null)
                .Select(seen => Math.Round(seen.PressedAtC!.Value));
            foreach (var celsius in pressed.Append(Math.Round(workshop.WorkroomC)).Distinct().Order().Take(3).ToArray())
            {
                yield return Row(
                    $"press-{celsius:0}",
                    $"Thumb press at {say.Temperature(celsius)}, of 5",
                    sides,
                    side => side.Mix.Curve is { } curve ? MatterStates.ThumbOf(curve.FirmnessAt(celsius)) : null,
                    side => side.Pressed(celsius),
                    Half,
                    (0, 1)
                );
            }
        }

        foreach (var test in sides.SelectMany(side => side.Happened).Select(seen => seen.Test).OfType<SeenTest>().DistinctBy(test => test.Id))
        {
            yield return Row(
                $"test-{test.Id}",
                test.Title,
                sides,
                side => side.Tested(test.Id, seen => seen.Said),
                side => side.Tested(test.Id, seen => seen.Value),
                test.Tell,
                (0, 1)
            );
        }

        if (sides.Any(side => side.Mix.Family.IsDry))
        {
            yield return Row(
                "room",
                "Room filled with oil",
                sides,
                side => 100 * side.Mix.Powders.Budget?.U,
                _ => null,
                percent => $"{Wording.Number(percent, "0")}{Wording.Narrow}%",
                (-1, 3)
            );
            yield return Row("gas", "Gas from 100 g, l", sides, side => side.Mix.Bath?.Balance?.Co2L, _ => null, Tenth, (1, 0.5));
            yield return Row(
                "humidity",
                "Dry up to",
                sides,
                side => side.Mix.Bath?.Air.CrhMixPct,
                _ => null,
                percent => $"{Wording.Number(percent, "0")}{Wording.Narrow}% humidity",
                (1, 2)
            );
        }

        yield return Row("months", "Stays fresh", sides, side => side.Mix.Keeping.Months, _ => null, Months, (1, 1));
        yield return Row("cost", CostName(sides), sides, side => Cost(side.Mix), _ => null, money => say.Money((decimal)money), (-1, 0.01));

        static string Minutes(double minutes) => $"{Wording.Number(minutes, "0")} min";
        static string Months(double months) => $"{Wording.Number(months, "0")} months";
        static string Tenth(double value) => Wording.Number(value, "0.0");
        static string Half(double value) => Wording.Number(value, "0.#");
    }

    private static string CostName(Side[] sides) =>
        Array.TrueForAll(sides, side => side.Mix.Formula.Batch.Units is not null) ? "Costs each" : "Costs in 100 g";

    private static double? Cost(Subject mix)
    {
        var cost = BatchCost.Of(mix.Formula, mix.Shelf, mix.Workshop);
        return (double?)cost.Each(mix.Formula.Batch);
    }

    private static MeasureRow? Row(
        string id,
        string name,
        Side[] sides,
        Func<Side, double?> said,
        Func<Side, double?> happened,
        Func<double, string> tell,
        (int Better, double Step) way
    )
    {
        double?[] says = [.. sides.Select(said)];
        double?[] was = [.. sides.Select(happened)];
        if (Array.TrueForAll(says, one => one is null) && Array.TrueForAll(was, one => one is null))
        {
            return null;
        }

        // What happened counts before what was said.
        double?[] judged = [.. says.Zip(was, (one, other) => other ?? one)];
        var best = way.Better == 0 ? null : judged.Where(one => one is not null).OrderByDescending(one => way.Better * one).Take(2).ToArray();
        var clear = best is [{ } first, { } second] && Math.Abs(first - second) >= way.Step ? first : (double?)null;
        return new MeasureRow(
            id,
            name,
            [
                .. judged.Select(
                    (one, i) =>
                        new MeasuredMix(
                            says[i] is { } told ? tell(told) : "",
                            was[i] is { } seen ? tell(seen) : null,
                            clear is not null && one == clear
                        )
                ),
            ]
        );
    }

    private static IEnumerable<ComparedPlace> At(Side[] sides)
    {
        if (Array.TrueForAll(sides, side => side.Mix.Curve is null || side.Mix.Family.IsDry))
        {
            yield break;
        }

        foreach (var place in sides[0].Mix.Workshop.Landmarks.OrderBy(place => place.TemperatureC))
        {
            var does = sides
                .Select(side =>
                    (side.Name, Does: side.Mix.Curve is { } curve ? MatterStates.Word(MatterStates.At(curve.FirmnessAt(place.TemperatureC))) : "dry")
                )
                .GroupBy(one => one.Does)
                .ToArray();
            var most = does.MaxBy(group => group.Count())!;
            var says =
                does.Length == 1 ? $"all {does[0].Key}"
                : most.Count() > 1
                    ? string.Join(
                        "; ",
                        does.Where(group => group != most)
                            .Select(group => $"{string.Join(", ", group.Select(one => one.Name))} {group.Key}")
                            .Append($"others {most.Key}")
                    )
                : string.Join("; ", does.Select(group => $"{string.Join(", ", group.Select(one => one.Name))} {group.Key}"));
            yield return new ComparedPlace(place.Id, place.Name, place.TemperatureC, says);
        }
    }

    private static ComparedHill Hill(Side side)
    {
        var melt = MeltPart.Of(side.Mix);
        return new ComparedHill(
            side.Mix.Family.IsDry ? null : melt.Curve,
            melt.States,
            melt.DoubtC,
            side.Mix is { SlumpC: { } slump, Family.IsDry: false } ? $"{side.Name} slumps at {side.Mix.Say.Temperature(slump)}" : side.Name,
            side.Slumped
        );
    }

    private static string Stands(Side[] sides)
    {
        var hottest = sides.Select(side => side.Mix.Use.Stands.LastOrDefault()).OfType<Landmark>().MaxBy(place => place.TemperatureC);
        if (hottest is null || Array.TrueForAll(sides, side => side.Mix.Curve is null || side.Mix.Family.IsDry))
        {
            return "";
        }

        var place = $"{Wording.Inside(hottest.Name)} of {sides[0].Mix.Say.Temperature(hottest.TemperatureC)}";
        string[] stand = [.. sides.Where(side => (side.Slumped ?? side.Mix.SlumpC) >= hottest.TemperatureC).Select(side => side.Name)];
        return stand.Length == 0 ? $"None of them stands the {place}."
            : stand.Length == sides.Length ? $"All of them stand the {place}."
            : $"Only {Names(stand)} {(stand.Length == 1 ? "stands" : "stand")} the {place}.";
    }

    private static string Names(IEnumerable<string> names)
    {
        string[] all = [.. names];
        return all.Length <= 1 ? string.Concat(all) : $"{string.Join(", ", all[..^1])} and {all[^1]}";
    }

    private sealed record Side(string Name, Subject Mix, IReadOnlyList<Seen> Happened)
    {
        /// <summary>Where it slumped, the mean of what was seen.</summary>
        public double? Slumped => Mean(seen => seen is { PressedAtC: null, Test: null });

        public double? Pressed(double atC) => Mean(seen => seen.PressedAtC is { } celsius && Math.Round(celsius) == atC);

        /// <summary>The mean of a test, of what was said or of what came.</summary>
        public double? Tested(string test, Func<Seen, double?> what) => Happened.Where(seen => seen.Test?.Id == test).Select(what).Average();

        private double? Mean(Func<Seen, bool> which) => Happened.Where(which).Select(seen => (double?)seen.Value).Average();
    }
}
