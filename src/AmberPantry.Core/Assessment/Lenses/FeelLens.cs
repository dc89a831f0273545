using AmberPantry.Core.Assessment.Parts;
using AmberPantry.Core.Families;
using AmberPantry.Core.Science.Feel;
using AmberPantry.Core.Science.Melt;
using AmberPantry.Core.Workshops;

namespace AmberPantry.Core.Assessment.Lenses;

/// <summary>Grease over the minutes after rubbing in; slip, drag and film beside it.</summary>
internal static class FeelLens
{
    private const double LastMinute = 20;
    private const double StepMin = 0.5;

    /// <summary>Grease of 10 down to which it glides, and then is rich. Words of comparison, not measured limits.</summary>
    private const double GlidesFrom = 3;
    private const double RichFrom = 2;
    private const double DragsFrom = 5;

    /// <summary>Grease of the full height; what is greasier has the same.</summary>
    private const double FullGrease = 7;

    private static readonly (string Id, string Name, double At)[] Moments =
    [
        ("rubbed_in", "rubbed in", 1),
        ("hands_at_work", "hands at work", 4),
        ("dressed", "dressed", 12),
    ];

    public static LensView? Of(Subject subject, Probe? peg)
    {
        if (subject.Skin is not { } skin)
        {
            return null;
        }

        var words = Words(skin);
        var over = new Instrument
        {
            Id = "grease",
            Axis = "minutes after rubbing in",
            HeightSays = "Height is grease left on skin",
            Unit = "min",
            From = 0,
            To = LastMinute,
            Major = 5,
            Minor = 0.5,
            Width = 1,
            Hill =
            [
                .. Enumerable
                    .Range(0, (int)(LastMinute / StepMin) + 1)
                    .Select(i => i * StepMin)
                    .Select(minute => new HillPoint(minute, Math.Min(1, skin.GreaseAfter(minute) / FullGrease))),
            ],
            Words = words,
            Stems =
            [
                .. Moments.Select(moment =>
                {
                    var at = peg?.Id == moment.Id ? Math.Clamp(peg.Value, 0, LastMinute) : moment.At;
                    return new Stem(
                        moment.Id,
                        moment.Name,
                        at,
                        $"{at:0.#} min: {Reading.WordAt(words, at)}, grease {skin.GreaseAfter(at):0.0}",
                        ProbeKind.Peg,
                        "",
                        StepMin
                    );
                }),
            ],
        };
        return new LensView(
            Lens.Feel,
            [
                over,
                Short(
                    "slip",
                    "Slip",
                    skin.Slip,
                    ("drags", 3, MatterState.Firm),
                    ("slides", 7, MatterState.Scoopable),
                    ("glides", 10, MatterState.Slumping)
                ),
                Short(
                    "drag",
                    "Drag",
                    skin.Drag,
                    ("light", 3, MatterState.Slumping),
                    ("pulls", 7, MatterState.Scoopable),
                    ("stiff", 10, MatterState.Firm)
                ),
                Short(
                    "film",
                    "Film",
                    skin.WaxyFilm,
                    ("none", 2, MatterState.Slumping),
                    ("veil", 6, MatterState.Scoopable),
                    ("waxy", 10, MatterState.Firm)
                ),
            ],
            new LensColumn(
                "Grease",
                [
                    .. skin.GreaseByLine()
                        .Select((grease, i) => (grease, i))
                        .Where(one => one.grease != 0)
                        .Select(one => new LensCell(subject.Lines[one.i].Line.Id, Figure(one.grease))),
                ],
                Figure(skin.Greasiness)
            ),
            $"{Wording.Capital(Reading.Tell(words, " min"))}. One may dress after {skin.DryDownMin:0} min. "
                + $"Grease {skin.Greasiness:0.0} of 10 at the first touch.",
            FeelPart.Of(subject).Steps
        );
    }

    private static IReadOnlyList<Stretch> Words(SkinFeel skin)
    {
        double Until(double limit) => Reading.FallsBelow(skin.GreaseAfter, limit, 0, LastMinute) ?? LastMinute;
        var dry = Math.Min(LastMinute, skin.DryDownMin);
        var glides = Math.Min(dry, Until(GlidesFrom));
        return Reading.Along(
            0,
            LastMinute,
            skin.Drag >= DragsFrom ? ("drags", glides, MatterState.Hard) : ("glides", glides, MatterState.Slumping),
            ("rich", Math.Min(dry, Until(RichFrom)), MatterState.Soft),
            ("tacky", dry, MatterState.Scoopable),
            ("dry", LastMinute, MatterState.Firm)
        );
    }

    private static Instrument Short(string id, string name, double value, params IReadOnlyList<(string, double, MatterState)> parts) =>
        Reading.Short(id, $"{name} {value:0.0}", value, (0, 10), parts);

    private static string Figure(double grease) => Wording.Number(grease, "0.0");
}
