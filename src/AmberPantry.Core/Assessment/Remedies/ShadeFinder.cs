using System.Globalization;
using AmberPantry.Core.Assessment.Lenses;
using AmberPantry.Core.Assessment.Parts;
using AmberPantry.Core.Costing;
using AmberPantry.Core.Families;
using AmberPantry.Core.Formulas;
using AmberPantry.Core.Materials;
using AmberPantry.Core.Science.Colour;
using AmberPantry.Core.Workshops;

namespace AmberPantry.Core.Assessment.Remedies;

/// <summary>A shade as three figures.</summary>
public sealed record ShadePoint(string Hex, double Lightness, double Chroma, double HueDeg)
{
    internal static ShadePoint Of(string hex)
    {
        var lab = Lab.OfHex(hex);
        return new(hex, lab.L, lab.Chroma, lab.HueDeg);
    }
}

/// <summary>A shade wished for: as #RRGGBB, or by its three figures.</summary>
/// <param name="Lightness">L*, 0 to 100.</param>
/// <param name="Chroma">0 to 150.</param>
/// <param name="HueDeg">Any turn of it.</param>
public sealed record WantedShade(string? Hex = null, double? Lightness = null, double? Chroma = null, double? HueDeg = null)
{
    private const double MostLightness = 100;
    private const double MostChroma = 150;
    private const double MostTurn = 3600;

    /// <summary>A card of good white paper in that light gives back so much of it.</summary>
    private const double CardReflects = 0.9;

    /// <summary>How a white card beside it reads, #RRGGBB: the colour is then read by it; null where it is meant as given.</summary>
    public string? White { get; init; }

    /// <summary>Linear light.</summary>
    /// <exception cref="Refusal">E_RANGE naming the field.</exception>
    internal double[] Linear()
    {
        if (Hex is not null || Lightness is null || Chroma is null || HueDeg is null)
        {
            var read = Srgb.Linear(Hex?.Trim())
                ?? throw new Refusal(Codes.Range, "wanted", Hex, $"“{Hex}” is no colour.", "Give it as #RRGGBB, such as #C7655E.");
            return White is null ? read : ByWhite(read, White.Trim());
        }

        Check("wanted.lightness", Lightness.Value, 0, MostLightness);
        Check("wanted.chroma", Chroma.Value, 0, MostChroma);
        Check("wanted.hueDeg", HueDeg.Value, -MostTurn, MostTurn);
        return Lab.OfHue(Lightness.Value, Chroma.Value, HueDeg.Value).ToLinear();
    }

    /// <summary>What was read beside a white card, in the light of that card.</summary>
    private static double[] ByWhite(double[] read, string card)
    {
        var white = Srgb.Linear(card)
            ?? throw new Refusal(
                Codes.Range,
                "wanted.white",
                card,
                $"“{card}” is no colour of a card.",
                "Read the card as #RRGGBB, such as #F0EEEC, or leave it empty."
            );
        var least = Srgb.Linear(WhiteCard.LeastWhite);
        if (Array.Exists(white, channel => channel < least))
        {
            throw new Refusal(
                Codes.Range,
                "wanted.white",
                card,
                $"A white card that reads {card} lies in the dark or in coloured light.",
                "Read both again beside a window, out of the sun."
            );
        }

        return WhiteCard.Light(read, white, CardReflects);
    }

    private static void Check(string field, double value, double least, double most)
    {
        if (!(value >= least && value <= most))
        {
            throw new Refusal(Codes.Range, field, value, $"{value} is no such figure of a colour.", $"Give {least} to {most}.");
        }
    }
}

/// <summary>The mix that comes nearest to a wanted shade.</summary>
/// <param name="Axes">Lightness, strength and hue: what these pigments reach as a lane, and the wanted, the nearest and today's as stems.</param>
/// <param name="Says">How near it comes, and which way it differs.</param>
/// <param name="Effect">What changes besides; empty where nothing does.</param>
/// <param name="Edits">What makes the mix in hand the nearest; none where it is already.</param>
public sealed record ShadeAnswer(
    ShadePoint Wanted,
    ShadePoint Nearest,
    ShadePoint Now,
    double OffBy,
    IReadOnlyList<Instrument> Axes,
    string Says,
    string Effect,
    IReadOnlyList<FormulaEdit> Edits
);

/// <summary>Finds how near the pigments in hand come to a wanted shade.</summary>
public sealed class ShadeFinder(MaterialShelf shelf, Workshop workshop, FamilyRegistry? families = null)
{
    /// <summary>Pigments searched at once.</summary>
    private const int MostPigments = 8;

    /// <summary>Shares are told to 0.01 %, under 0.1 % to a tenth of that.</summary>
    private const double FineBelow = 0.1;

    /// <summary>Of two mixes alike in the pot the one is better that hides as much as today's: dE00 for a percent hidden less.</summary>
    private const double CoverLost = 0.05;

    /// <summary>And of those the one with less in it: dE00 for a percent of pigment.</summary>
    private const double Thrift = 0.005;

    /// <summary>dE00 below which two shades are hard to tell apart.</summary>
    internal const double HardToTellApart = 2;
    private const double Near = 5;

    /// <param name="fromShelf">The maker's own pigments may join too, not only those in the mix.</param>
    /// <exception cref="Refusal">E_RANGE for no colour, E_EMPTY where there is no pigment to mix with.</exception>
    public ShadeAnswer Find(Formula formula, WantedShade wanted, bool fromShelf)
    {
        var target = wanted.Linear();
        var subject = new Subject(formula, new Bearings(shelf, workshop, families ?? FamilyRegistry.Usual));
        if (subject.Lines.Count == 0)
        {
            throw new Refusal(Codes.Empty, "formula", null, "The pot is empty.", "Add a material first.");
        }

        var pigments = Pigments(subject, fromShelf);
        if (pigments.Length == 0)
        {
            throw new Refusal(
                Codes.Empty,
                "formula",
                null,
                "There is no pigment to mix with.",
                "Add a colour to the mix, or keep one in your pantry and let it join."
            );
        }

        var paint = subject.Colouring.Paint;
        var colour = Lab.FromLinear(target);
        var shares = Search(paint, pigments, Fixed(subject, pigments), target, colour);
        var edits = Edits(pigments, shares);
        var after = edits.Length == 0 ? subject : subject.With(edits.Aggregate(formula, new FormulaEditor(shelf).Apply));
        if (Off(after, colour) >= Off(subject, colour))
        {
            (after, edits) = (subject, []);
        }

        var off = Off(after, colour);
        ShadePoint hoped = ShadePoint.Of(Srgb.Hex(target)),
            nearest = ShadePoint.Of(after.Colour.Hex),
            now = ShadePoint.Of(subject.Colour.Hex);
        return new ShadeAnswer(
            hoped,
            nearest,
            now,
            off,
            ShadeReach.Axes(paint, [.. pigments.Select(pigment => pigment.Colourant)], hoped, nearest, now),
            Says(off, Off(subject, colour), colour, Lab.OfHex(nearest.Hex)),
            Effect(subject, after),
            edits
        );
    }

    private static double Off(Subject subject, Lab wanted) => Lab.DeltaE00(wanted, Lab.OfHex(subject.Colour.Hex));

    private Pigment[] Pigments(Subject subject, bool fromShelf)
    {
        var inMix = subject
            .Lines.Where(pair => !pair.Line.Kept && Colouring.Colours(subject, pair.Line, pair.Material))
            .Select(pair => new Pigment(Colourant.All[pair.Material.Keys.Colourant!], pair.Material, pair.Line));
        var joining = fromShelf
            ? shelf
                .Own.Where(material => material.Role == Role.Colourant && material.Keys.Colourant is not null)
                .Select(material => new Pigment(Colourant.All[material.Keys.Colourant!], material, null))
            : [];
        return [.. inMix.Concat(joining).DistinctBy(pigment => pigment.Colourant.Id).Take(MostPigments)];
    }

    private static (Colourant, double)[] Fixed(Subject subject, Pigment[] pigments)
    {
        var free = pigments.Where(pigment => pigment.Line is not null).Select(pigment => pigment.Line!.Id).ToHashSet();
        return
        [
            .. subject
                .There.Where(pair => !free.Contains(pair.Line.Id) && Colouring.Colours(subject, pair.Line, pair.Material))
                .Select(pair => (Colourant.All[pair.Material.Keys.Colourant!], (double)pair.Line.Percent)),
        ];
    }

    private static double[] Search(Paint paint, Pigment[] pigments, (Colourant, double)[] kept, double[] target, Lab wanted)
    {
        double[] most = [.. pigments.Select(pigment => pigment.Colourant.LoadMax)];
        double[] now = [.. pigments.Select((pigment, i) => Math.Min(most[i], (double)(pigment.Line?.Percent ?? 0)))];
        (Colourant, double)[] Mixed(double[] shares) => [.. kept, .. pigments.Zip(shares, (pigment, share) => (pigment.Colourant, share))];
        double Hides(double[] shares) => paint.IsGrain ? 0 : 100 * FilmCover.Of(paint, Mixed(shares), FilmCover.SwipeUm).ContrastRatio;
        var hides = Hides(now);
        double Cost(double[] shares) =>
            Lab.DeltaE00(wanted, Lab.FromLinear(paint.Reflectance(Shade.Summed(Mixed(shares)))))
            + (CoverLost * Math.Max(0, hides - Hides(shares)))
            + (Thrift * shares.Sum());

        var (best, least) = (now, Cost(now));
        bool Try(double[] next)
        {
            if (Cost(next) is var cost && cost < least - 1e-9)
            {
                (best, least) = (next, cost);
                return true;
            }

            return false;
        }

        foreach (var start in Starts(paint, pigments, target))
        {
            // As it is, and as much of it as is in the mix now.
            var all = start.Sum();
            Try(start);
            Try([.. start.Select((share, i) => all > 0 ? Math.Min(most[i], share * now.Sum() / all) : share)]);
        }

        // Downhill in ever finer steps: one pigment at a time, and all of them together.
        const int Halvings = 13;
        for (var halving = 2; halving < Halvings; halving++)
        {
            var part = Math.Pow(2, -halving);
            for (var moved = true; moved; )
            {
                moved = Try(Scaled(1 + part)) | Try(Scaled(1 - part));
                for (var i = 0; i < pigments.Length; i++)
                {
                    moved |= Try(Stepped(i, part * most[i])) | Try(Stepped(i, -part * most[i]));
                }
            }
        }

        return [.. best.Select(Round)];

        double[] Scaled(double by) => [.. best.Select((share, i) => Math.Min(most[i], share * by))];
        double[] Stepped(int which, double by) => [.. best.Select((share, i) => i == which ? Math.Clamp(share + by, 0, most[i]) : share)];
    }

    /// <summary>Least squares over every three.</summary>
    private static IEnumerable<double[]> Starts(Paint paint, Pigment[] pigments, double[] target)
    {
        if (paint.IsLayer)
        {
            yield break;
        }

        for (var a = 0; a < pigments.Length; a++)
        {
            for (var b = a; b < pigments.Length; b++)
            {
                for (var c = b; c < pigments.Length; c++)
                {
                    int[] three = [.. new[] { a, b, c }.Distinct()];
                    var mix = MixForTarget.Of(paint, [.. three.Select(i => pigments[i].Colourant)], target, 100);
                    var shares = new double[pigments.Length];
                    for (var i = 0; i < three.Length; i++)
                    {
                        shares[three[i]] = mix.Pct[i];
                    }

                    yield return shares;
                }
            }
        }
    }

    private static double Round(double share) => Math.Round(share, share < FineBelow ? 3 : 2);

    private static FormulaEdit[] Edits(Pigment[] pigments, double[] shares) =>
        [
            // What goes down makes room for what goes up.
            .. pigments
                .Zip(shares)
                .Where(pair => Math.Abs((double)(pair.First.Line?.Percent ?? 0) - pair.Second) >= 0.001)
                .OrderBy(pair => pair.Second - (double)(pair.First.Line?.Percent ?? 0))
                .Select(
                    FormulaEdit (pair) =>
                        pair.Second.ToString("0.###", CultureInfo.InvariantCulture) is var share && pair.First.Line is { } line
                            ? new SetShare(line.Id, share)
                            : new AddLine(pair.First.Material.Id, share)
                ),
        ];

    private static string Says(double off, double offNow, Lab wanted, Lab nearest)
    {
        var now = Math.Abs(off - offNow) < 0.05 ? "" : $"; the mix in hand is {offNow:0.0} away";
        return off < 1 ? $"The nearest is {off:0.0} away: the same to the eye{now}."
            : off < HardToTellApart ? $"The nearest is {off:0.0} away: hard to tell apart{now}."
            : $"The nearest is {off:0.0} away: {(off < Near ? "near" : "clearly another")}, {Differs(off, wanted, nearest)}{now}.";
    }

    /// <summary>Hue first, then strength, then lightness.</summary>
    internal static string Differs(double off, Lab wanted, Lab nearest)
    {
        var turned = Math.IEEERemainder(nearest.HueDeg - wanted.HueDeg, 360);
        var hue = 2 * Math.Sqrt(wanted.Chroma * nearest.Chroma) * Math.Sin(turned * Math.PI / 360);
        const double Matters = 1;
        const double Aside = 30;
        string[] words =
        [
            .. Math.Abs(hue) >= Matters ? [$"more {Wording.Said(Lab.HueAt(nearest.HueDeg + (Math.Sign(turned) * Aside)))}"] : Array.Empty<string>(),
            .. Math.Abs(nearest.Chroma - wanted.Chroma) >= Matters ? [nearest.Chroma < wanted.Chroma ? "weaker" : "stronger"] : Array.Empty<string>(),
            .. Math.Abs(nearest.L - wanted.L) >= Matters ? [nearest.L < wanted.L ? "darker" : "lighter"] : Array.Empty<string>(),
        ];
        var how =
            off < 3 ? "a touch"
            : off < 8 ? "clearly"
            : "much";
        return words.Length == 0 ? "otherwise alike" : $"{how} {Wording.List(words)}";
    }

    private string Effect(Subject before, Subject after)
    {
        List<string> told = [];
        void Tell(bool changed, string text)
        {
            if (changed)
            {
                told.Add(text);
            }
        }

        double Stain(Subject of) => of.Colour.Shade?.StainSkin ?? 0;
        double Hides(Subject of) => 100 * FilmCover.Of(of.Colouring.Paint, of.Colouring.Colourants, FilmCover.SwipeUm).ContrastRatio;
        Tell(Math.Abs(Stain(before) - Stain(after)) >= 0.05, $"stain {Stain(before):0.0} → {Stain(after):0.0}");
        if (!before.Colouring.Paint.IsGrain)
        {
            Tell(Math.Abs(Hides(before) - Hides(after)) >= 0.5, $"one swipe hides {Hides(before):0} → {Hides(after):0}{Wording.Narrow}%");
        }

        var cost = BatchCost.Of(before.Formula, shelf, workshop).UnitCost;
        var costAfter = BatchCost.Of(after.Formula, shelf, workshop).UnitCost;
        if (cost is { } was && costAfter is { } becomes)
        {
            Tell(Math.Abs(was - becomes) >= 0.001m, $"{before.Say.Money(was)} → {before.Say.Money(becomes)} each");
        }

        return string.Join(", ", told);
    }

    private sealed record Pigment(Colourant Colourant, Material Material, FormulaLine? Line);
}
