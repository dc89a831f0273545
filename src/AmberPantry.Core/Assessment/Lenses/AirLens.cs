using AmberPantry.Core.Assessment.Parts;
using AmberPantry.Core.Families;
using AmberPantry.Core.Science.Fizz;
using AmberPantry.Core.Science.Melt;
using AmberPantry.Core.Workshops;

namespace AmberPantry.Core.Assessment.Lenses;

/// <summary>How loose it stays by the humidity of the air.</summary>
internal static class AirLens
{
    private const double DriestPct = 20;
    private const double DampestPct = 90;
    private const double DryBoxPct = 45;
    private const double BathroomPct = 78;
    private const double LeastHeight = 0.05;

    public static LensView? Of(Subject subject, Probe? peg) =>
        subject.Bath is not { } bath || Humidity(subject, peg) is not { } air
            ? null
            : new LensView(
                Lens.Air,
                [air],
                new LensColumn(
                    "Drinks from",
                    [
                        .. subject
                            .There.Where(pair => pair.Material.InBath is { IsDry: true, Crh: not null })
                            .Select(pair => new LensCell(pair.Line.Id, $"{pair.Material.InBath!.Crh:0.#}{Wording.Narrow}%")),
                    ],
                    bath.Air.CrhMixPct is { } crh ? $"{crh:0}{Wording.Narrow}%" : ""
                ),
                $"{Wording.Capital(Reading.Tell(air.Words, Wording.Narrow + "% humidity", "0"))}, lying open.",
                BathPart.Of(subject).Steps
            );

    /// <summary>The axis of humidity; null where nothing is dissolved in a bath.</summary>
    /// <param name="low">Drawn low below another, with fewer words.</param>
    public static Instrument? Humidity(Subject subject, Probe? peg, bool low = false)
    {
        if (subject.Bath is not { } bath)
        {
            return null;
        }

        var mix = subject.BathMix;
        Caking At(double rh, bool isSealed = false) => Caking.Of(mix, rh, isSealed, subject.Powders.Mix);
        double Loose(double rh) => 100 - At(rh).Index;
        double Until(double index) => Reading.FallsBelow(Loose, 100 - index, DriestPct, DampestPct) ?? DampestPct;
        var reacts = bath.Air.ReactsFromPct;
        var words = Reading.Along(
            DriestPct,
            DampestPct,
            ("keeps loose", Math.Min(Until(15), reacts ?? DampestPct), MatterState.Hard),
            ("soft lumps", Math.Min(Until(40), reacts ?? DampestPct), MatterState.Firm),
            ("cakes", Math.Min(Until(70), reacts ?? DampestPct), MatterState.Scoopable),
            (reacts is null ? "sets or runs" : "starts fizzing", DampestPct, MatterState.Slumping)
        );
        (string Id, string Name, double At)[] places =
        [
            ("dry_box", "dry box", DryBoxPct),
            ("workroom", "workroom", bath.RhPct),
            ("bathroom", "bathroom shelf", BathroomPct),
        ];
        return new Instrument
        {
            Id = "air",
            Axis = "percent of humidity, lying open",
            HeightSays = "Height is how loose it stays",
            Unit = "%",
            From = DriestPct,
            To = DampestPct,
            Major = 10,
            Minor = 2,
            Width = 1,
            IsLow = low,
            Hill =
            [
                .. Enumerable
                    .Range(0, (int)(DampestPct - DriestPct) + 1)
                    .Select(i => DriestPct + i)
                    .Select(rh => new HillPoint(rh, Math.Max(LeastHeight, Loose(rh) / 100))),
            ],
            Words = words,
            Stems =
            [
                .. places.Select(place =>
                {
                    var rh = peg?.Id == place.Id ? Math.Clamp(peg.Value, DriestPct, DampestPct) : place.At;
                    var closed = low ? "" : $"; closed it {Closed(At(rh, isSealed: true).Band)}";
                    return new Stem(place.Id, place.Name, rh, $"{rh:0}{Wording.Narrow}% {Reading.WordAt(words, rh)}{closed}", ProbeKind.Peg, "", 1);
                }),
            ],
        };
    }

    private static string Closed(CakingBand band) =>
        band switch
        {
            CakingBand.StaysLoose => "keeps loose",
            CakingBand.SoftLumps => "lumps softly",
            CakingBand.Cakes => "cakes",
            _ => "sets",
        };
}
