using AmberPantry.Core.Assessment.Parts;
using AmberPantry.Core.Families;
using AmberPantry.Core.Science.Melt;
using AmberPantry.Core.Workshops;

namespace AmberPantry.Core.Assessment.Lenses;

/// <summary>Reads a mix by a lens.</summary>
internal static class LensReader
{
    /// <summary>Null where there is nothing to read; the warmth ruler is told by the melt part, and here only what stands beside it.</summary>
    public static LensView? Read(Subject subject, Lens? lens, Probe? probe)
    {
        if (lens is null || subject.Formula.Lines.Count == 0)
        {
            return null;
        }

        var peg = probe is { Kind: ProbeKind.Peg } ? probe : null;
        return lens switch
        {
            Lens.Melt => WhipLens.Of(subject),
            Lens.Feel => FeelLens.Of(subject, peg),
            Lens.Shade => ShadeLens.Of(subject, peg),
            Lens.Keeping => KeepingLens.Of(subject, peg),
            Lens.Scent => ScentLens.Of(subject),
            Lens.Cost => CostLens.Of(subject, peg),
            Lens.Sponge => SpongeLens.Of(subject),
            Lens.Fizz => FizzLens.Of(subject, peg),
            Lens.Air => AirLens.Of(subject, peg),
            Lens.Tub => TubLens.Of(subject, peg),
            _ => null,
        };
    }
}

/// <summary>What several lenses need.</summary>
internal static class Reading
{
    /// <summary>Where along an axis a falling value crosses a limit; null where it never does.</summary>
    public static double? FallsBelow(Func<double, double> at, double limit, double from, double to)
    {
        if (at(from) < limit)
        {
            return from;
        }

        if (at(to) >= limit)
        {
            return null;
        }

        const int Halvings = 40;
        var (low, high) = (from, to);
        for (var i = 0; i < Halvings; i++)
        {
            var middle = (low + high) / 2;
            (low, high) = at(middle) >= limit ? (middle, high) : (low, middle);
        }

        return high;
    }

    /// <summary>Stretches that follow one another up to their ends; those of no width are left out.</summary>
    public static IReadOnlyList<Stretch> Along(double from, double to, params IReadOnlyList<(string Word, double To, MatterState Wears)> parts)
    {
        List<Stretch> stretches = [];
        var at = from;
        foreach (var (word, end, wears) in parts)
        {
            var until = Math.Clamp(end, at, to);
            if (until > at)
            {
                stretches.Add(new Stretch(word, at, until, wears));
            }

            at = until;
        }

        return stretches;
    }

    /// <summary>A short axis with one peg, name and figure beside it.</summary>
    public static Instrument Short(
        string id,
        string axis,
        double value,
        (double From, double To) reach,
        IReadOnlyList<(string Word, double To, MatterState Wears)> parts
    )
    {
        var words = Along(reach.From, reach.To, parts);
        return new()
        {
            Id = id,
            Axis = axis,
            HeightSays = "",
            Unit = "",
            From = reach.From,
            To = reach.To,
            Major = reach.To - reach.From,
            Minor = reach.To - reach.From,
            Width = 0,
            Hill = [new(reach.From, 0.2), new(reach.To, 1)],
            Words = words,
            Stems = [new Stem(id, axis, Math.Clamp(value, reach.From, reach.To), WordAt(words, value))],
        };
    }

    public static string WordAt(IReadOnlyList<Stretch> stretches, double at) =>
        (stretches.LastOrDefault(stretch => at >= stretch.From) ?? stretches.FirstOrDefault())?.Word ?? "";

    /// <summary>"glides to 1.7, rich to 5, tacky to 12, then dry".</summary>
    public static string Tell(IReadOnlyList<Stretch> stretches, string unit, string format = "0.#") =>
        string.Join(
            ", ",
            stretches.Select(
                (stretch, i) =>
                    i == stretches.Count - 1
                        ? stretches.Count == 1
                            ? $"{stretch.Word} throughout"
                            : $"then {stretch.Word}"
                        : $"{stretch.Word} to {Wording.Number(stretch.To, format)}{(i == 0 ? unit : "")}"
            )
        );
}
