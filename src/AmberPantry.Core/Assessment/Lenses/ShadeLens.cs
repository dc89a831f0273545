using AmberPantry.Core.Assessment.Parts;
using AmberPantry.Core.Families;
using AmberPantry.Core.Science.Colour;
using AmberPantry.Core.Science.Melt;
using AmberPantry.Core.Workshops;

namespace AmberPantry.Core.Assessment.Lenses;

/// <summary>What colour it is in the pot and on skin, and how much a film of it hides.</summary>
internal static class ShadeLens
{
    private const double LastUm = 60;
    private const double StepUm = 1;

    /// <summary>The most colour read, percent of what is in it, and the difference from the bare base that has the full height.</summary>
    private const double MostColour = 300;
    private const double FullDepth = 50;
    private const double ColourStep = 5;
    private const int Points = 61;

    /// <summary>Months that fading is told after, and where the product stands until then.</summary>
    private const double FadesAfterMonths = 12;
    private const string FadesIn = "clear_cupboard";

    public static LensView Of(Subject subject, Probe? peg)
    {
        var (colour, colouring) = (subject.Colour, subject.Colouring);
        var instrument = colouring.Paint.IsGrain ? Grains(colouring, peg) : Film(colouring, peg);
        return new LensView(
            Lens.Shade,
            [instrument],
            colour.Shade is { } shade ? new LensColumn("Stain", [.. Stains(subject)], Wording.Number(shade.StainSkin, "0.0")) : null,
            Says(subject, instrument),
            [.. Steps(subject).Select(step => step.In(subject.Say))]
        )
        {
            Chips = [.. Chips(subject)],
            Parts = PartShades.Of(subject),
        };
    }

    private static Instrument Film(Colouring colour, Probe? peg)
    {
        double Hides(double um) => um <= 0 ? 0 : FilmCover.Of(colour.Paint, colour.Colourants, um).ContrastRatio;
        double Until(double limit) => Reading.FallsBelow(um => limit - Hides(um), 0, 0, LastUm) ?? LastUm;
        var words = Reading.Along(
            0,
            LastUm,
            ("bare", Until(FilmCover.VeilsFrom), MatterState.Liquid),
            ("veil", Until(FilmCover.TintsFrom), MatterState.Soft),
            ("tint", Until(FilmCover.HidesFrom), MatterState.Scoopable),
            ("full", LastUm, MatterState.Firm)
        );
        var hidden = Until(FilmCover.HidesFrom);
        Stem Swipe(string id, string name, double usual)
        {
            var at = peg?.Id == id ? Math.Clamp(peg.Value, 0, LastUm) : usual;
            return new Stem(id, name, at, $"{Reading.WordAt(words, at)}, hides {100 * Hides(at):0}{Wording.Narrow}%", ProbeKind.Peg, "", StepUm);
        }

        return new Instrument
        {
            Id = "film",
            Axis = "film on skin, µm",
            HeightSays = "Height is how much it hides",
            Unit = "µm",
            From = 0,
            To = LastUm,
            Major = 10,
            Minor = 2,
            Width = 0.72,
            Hill = Hill(LastUm, Hides),
            Words = words,
            Stems =
            [
                Swipe("swipe", "one swipe", FilmCover.SwipeUm),
                Swipe("swipes", "two swipes", 2 * FilmCover.SwipeUm),
                .. hidden < LastUm ? [new Stem("hidden", "nothing shows through", hidden, $"from {hidden:0} µm")] : Array.Empty<Stem>(),
            ],
        };
    }

    private static Instrument Grains(Colouring colour, Probe? peg)
    {
        double Depth(double percent)
        {
            (Colourant Colourant, double Pct)[] lines = [.. colour.Colourants.Select(line => (line.Colourant, line.Pct * percent / 100))];
            return lines.Length == 0 || lines.Sum(line => line.Pct) > Colouring.MostInAll ? 0 : Shade.Of(colour.Paint, lines).DeltaFromBase;
        }

        double Until(double limit) => Reading.FallsBelow(percent => limit - Depth(percent), 0, 0, MostColour) ?? MostColour;
        var words = Reading.Along(
            0,
            MostColour,
            [
                .. Shade
                    .DepthsFrom.Zip([MatterState.Liquid, MatterState.Slumping, MatterState.Soft, MatterState.Scoopable, MatterState.Firm])
                    .Select(pair => (Wording.Said(pair.First.Depth), Until(pair.First.Below), pair.Second)),
                (Wording.Said(ShadeDepth.Deep), MostColour, MatterState.Hard),
            ]
        );
        var at = peg?.Id == "now" ? Math.Clamp(peg.Value, 0, MostColour) : 100;
        return new Instrument
        {
            Id = "amount",
            Axis = "colour, percent of what is in it",
            HeightSays = "Height is how far it stands from the bare base",
            Unit = "%",
            From = 0,
            To = MostColour,
            Major = 50,
            Minor = 10,
            Width = 0.72,
            Hill = Hill(MostColour, percent => Math.Min(1, Depth(percent) / FullDepth)),
            Words = words,
            Stems =
            [
                new Stem(
                    "now",
                    "colour now",
                    at,
                    $"{at:0}{Wording.Narrow}%: {Reading.WordAt(words, at)}, {Depth(at):0.0} from the base",
                    ProbeKind.Peg,
                    "",
                    ColourStep
                ),
            ],
        };
    }

    private static HillPoint[] Hill(double last, Func<double, double> height) =>
        [.. Enumerable.Range(0, Points).Select(i => i * last / (Points - 1)).Select(at => new HillPoint(at, height(at)))];

    private static IEnumerable<Chip> Chips(Subject subject)
    {
        var colour = subject.Colouring;
        var bare = Srgb.Hex(colour.Paint.Reflectance([]));
        yield return new Chip("base", bare, bare);
        if (!colour.Paint.IsGrain)
        {
            var pot = colour.Paint.Reflectance(Shade.Summed(colour.Colourants));
            foreach (var (name, um) in new[] { ("1 swipe", FilmCover.SwipeUm), ("2 swipes", 2 * FilmCover.SwipeUm) })
            {
                var film = FilmCover.Of(colour.Paint, colour.Colourants, um);
                yield return new Chip(name, film.Over(pot, FilmCover.WhiteY), film.Over(pot, FilmCover.GreyY));
            }
        }

        yield return new Chip(colour.Paint.IsGrain ? "dry" : "pot", subject.Colour.Hex, subject.Colour.Hex);
        if (colour.Paint.IsGrain)
        {
            var wet = Srgb.Hex(new Paint(colour.Paint.Base, state: PaintState.Wet).Reflectance(Shade.Summed(colour.Colourants)));
            yield return new Chip("damp", wet, wet);
        }

        if (Fades(subject).Any(one => one.Fading.Band != FadingBand.Holds))
        {
            var left = Srgb.Hex(
                colour.Paint.Reflectance(Shade.Summed(Fades(subject).Select(one => (one.Colourant, one.Pct * one.Fading.Remaining))))
            );
            yield return new Chip("in a year", left, left);
        }
    }

    private static IEnumerable<(Colourant Colourant, double Pct, Fading Fading)> Fades(Subject subject) =>
        subject.Colouring.Colourants.Select(line =>
            (line.Colourant, line.Pct, Fading.Of(line.Colourant, FadesAfterMonths, subject.Workshop.WorkroomC, FadesIn))
        );

    private static IEnumerable<LensCell> Stains(Subject subject) =>
        subject
            .There.Where(pair => Colouring.Colours(subject, pair.Line, pair.Material))
            .Select(pair => new LensCell(
                pair.Line.Id,
                Wording.Number((double)pair.Line.Percent * Colourant.All[pair.Material.Keys.Colourant!].StainSkin, "0.0")
            ));

    private static string Says(Subject subject, Instrument instrument)
    {
        var (colour, paint) = (subject.Colour, subject.Colouring.Paint);
        var tells = $"{Wording.Capital(Reading.Tell(instrument.Words, paint.IsGrain ? $"{Wording.Narrow}%" : " µm", "0"))}.";
        if (colour.Shade is not { } shade)
        {
            var bare = Lab.FromLinear(paint.Reflectance([]));
            return $"Nothing colours it: the base alone is {Wording.Said(bare.LightnessWord)} {Wording.Said(bare.HueWord)}, {colour.Hex}."
                + (paint.IsGrain ? "" : $" {tells}");
        }

        return $"{Wording.Capital(Wording.Said(shade.LightnessWord))} {Wording.Said(shade.HueWord)}, {colour.Hex}: {Wording.Said(shade.Depth)}, "
            + $"{shade.DeltaFromBase:0.0} from the bare base. {tells} Stain {shade.StainSkin:0.0}: {Wording.Said(shade.StainSkinBand)}.";
    }

    private static IEnumerable<ExplainStep> Steps(Subject subject)
    {
        foreach (var step in ColourPart.Of(subject).Steps)
        {
            yield return step;
        }

        var colour = subject.Colouring;
        if (!colour.Paint.IsGrain)
        {
            yield return new(
                "of what lies under it is hidden by one swipe: luminance over black against over white",
                100 * FilmCover.Of(colour.Paint, colour.Colourants, FilmCover.SwipeUm).ContrastRatio,
                "%",
                $"film of {FilmCover.SwipeUm:0} µm, an estimate; layer equation of Kubelka and Munk (1931)"
            );
        }

        foreach (var (colourant, pct, fading) in Fades(subject))
        {
            yield return new(
                fading.HalfLifeMonths is null
                    ? $"of {Wording.Brief(colourant.Name)} does not fade"
                    : $"of the colour of {Wording.Brief(colourant.Name)} is left after {FadesAfterMonths:0} months in a clear jar in a cupboard",
                fading.HalfLifeMonths is null ? pct : 100 * fading.Remaining,
                "%",
                "half life of the colourant, halved by each 10 °C; estimated"
            );
        }
    }
}
