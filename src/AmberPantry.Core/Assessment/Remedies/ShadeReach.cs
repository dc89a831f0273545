using AmberPantry.Core.Assessment.Lenses;
using AmberPantry.Core.Assessment.Parts;
using AmberPantry.Core.Science.Colour;
using AmberPantry.Core.Science.Melt;
using AmberPantry.Core.Workshops;

namespace AmberPantry.Core.Assessment.Remedies;

/// <summary>What pigments reach within their usual limits, by lightness, strength and hue.</summary>
internal static class ShadeReach
{
    /// <summary>Mixes tried at most: the grid is coarser with more pigments.</summary>
    private const int MostMixes = 6000;
    private const double LeastHueChroma = 4;

    public static IReadOnlyList<Instrument> Axes(Paint paint, Colourant[] pigments, ShadePoint wanted, ShadePoint nearest, ShadePoint now)
    {
        var mixes = Mixes(paint, pigments);
        double Turned(double hue) => Math.IEEERemainder(hue - wanted.HueDeg, 360);
        var hues = mixes.Where(mix => mix.Chroma >= LeastHueChroma).Select(mix => Turned(mix.HueDeg)).DefaultIfEmpty(0).ToArray();
        return
        [
            Axis(
                "lightness",
                "Lightness",
                (0, 100),
                [.. Lab.LightnessLimits.Select(one => (Wording.Said(one.Word), one.Below)), (Wording.Said(Lightness.VeryPale), 100)],
                [.. mixes.Select(mix => mix.L)],
                wanted.Lightness,
                nearest.Lightness,
                now.Lightness
            ),
            Axis(
                "strength",
                "Strength",
                (0, 80),
                [("grey", 4), ("dusty", 25), ("clear", 42), ("vivid", 80)],
                [.. mixes.Select(mix => mix.Chroma)],
                wanted.Chroma,
                nearest.Chroma,
                now.Chroma
            ),
            Axis(
                "hue",
                "Hue",
                (wanted.HueDeg - 60, wanted.HueDeg + 60),
                HueWords(wanted.HueDeg - 60, wanted.HueDeg + 60),
                [.. hues.Select(turned => wanted.HueDeg + turned)],
                wanted.HueDeg,
                wanted.HueDeg + Turned(nearest.HueDeg),
                wanted.HueDeg + Turned(now.HueDeg)
            ),
        ];
    }

    private static (string, double)[] HueWords(double from, double to)
    {
        List<(string Word, double Until)> words = [];
        for (var hue = Math.Ceiling(from); hue <= to; hue++)
        {
            var word = Wording.Said(Lab.HueAt(hue));
            if (words.Count > 0 && words[^1].Word == word)
            {
                words[^1] = (word, hue);
            }
            else
            {
                words.Add((word, hue));
            }
        }

        words[^1] = (words[^1].Word, to);
        return [.. words];
    }

    private static Lab[] Mixes(Paint paint, Colourant[] pigments)
    {
        var levels = (int)Math.Clamp(Math.Floor(Math.Pow(MostMixes, 1.0 / pigments.Length)), 2, 30);
        var count = (int)Math.Pow(levels, pigments.Length);
        return
        [
            .. Enumerable
                .Range(0, count)
                .Select(number =>
                {
                    var mix = new (Colourant Colourant, double Pct)[pigments.Length];
                    for (var i = 0; i < pigments.Length; i++)
                    {
                        mix[i] = (pigments[i], pigments[i].LoadMax * (number % levels) / (levels - 1));
                        number /= levels;
                    }

                    return mix;
                })
                .Where(mix => mix.Sum(line => line.Pct) <= Colouring.MostInAll)
                .Select(mix => Lab.FromLinear(paint.Reflectance(Shade.Summed(mix)))),
        ];
    }

    private static Instrument Axis(
        string id,
        string name,
        (double From, double To) reach,
        (string Word, double To)[] words,
        double[] reached,
        double wanted,
        double nearest,
        double now
    )
    {
        MatterState[] wears = [MatterState.Hard, MatterState.Firm, MatterState.Scoopable, MatterState.Soft, MatterState.Slumping, MatterState.Liquid];
        double On(double at) => Math.Clamp(at, reach.From, reach.To);
        var axis = Reading.Short(id, name, wanted, reach, [.. words.Select((word, i) => (word.Word, word.To, wears[Math.Min(i, wears.Length - 1)]))]);
        Stem Mark(string key, double at) => new(key, key, On(at), $"{key} {at:0.0}: {Reading.WordAt(axis.Words, On(at))}");
        return axis with
        {
            Hill = [],
            Lanes =
            [
                new Lane(
                    "reach",
                    "reach",
                    On(reached.Min()),
                    On(reached.Max()),
                    $"these pigments reach {reached.Min():0} to {reached.Max():0}",
                    null,
                    MatterState.Scoopable
                ),
            ],
            Stems = [Mark("wanted", wanted), Mark("nearest", nearest), Mark("now", now)],
        };
    }
}
