using AmberPantry.Core.Assessment.Parts;
using AmberPantry.Core.Families;
using AmberPantry.Core.Science.Fizz;
using AmberPantry.Core.Science.Melt;
using AmberPantry.Core.Workshops;

namespace AmberPantry.Core.Assessment.Lenses;

/// <summary>What it makes of a bath: how strong a soak, its acidity, foam, and what floats and makes the tub slip.</summary>
internal static class TubLens
{
    private const double MostGrams = 500;
    private const double StepG = 10;
    private const double ReadEveryG = 1;

    public static LensView? Of(Subject subject, Probe? peg)
    {
        if (subject.Bath is not { } bath)
        {
            return null;
        }

        var mix = subject.BathMix;
        var litres = subject.Circumstances.TubLitres;
        var portion = peg?.Id == "portion" ? Math.Clamp(peg.Value, ReadEveryG, MostGrams) : bath.PortionG;
        var tub = TubDispersion.Of(mix, portion, litres);
        var words = Strengths(mix, litres);
        var acidity = BathPh.Of(mix, new Bath(portion, litres));
        var weight = subject.Say.RoundWeight((decimal)portion);
        return new LensView(
            Lens.Tub,
            [
                new Instrument
                {
                    Id = "soak",
                    Axis = $"grams in a bath of {litres:0} litres",
                    HeightSays = "Height is how strong a soak it makes",
                    Unit = "g",
                    From = 0,
                    To = MostGrams,
                    Major = 100,
                    Minor = 20,
                    Width = 1,
                    Hill = [.. Enumerable.Range(0, 11).Select(i => new HillPoint(i * MostGrams / 10, i / 10.0))],
                    Words = words,
                    Stems =
                    [
                        new Stem(
                            "portion",
                            "one bath",
                            portion,
                            $"{portion:0} g: {Reading.WordAt(words, portion)}, {Wording.Number(portion / litres, "0.0")} g in a litre",
                            ProbeKind.Peg,
                            "",
                            StepG
                        ),
                    ],
                },
                Reading.Short(
                    "ph",
                    $"pH {acidity.PhFresh:0.0}",
                    acidity.PhFresh,
                    (4, 10),
                    [
                        .. BathPh
                            .Limits.Zip([MatterState.Hard, MatterState.Firm, MatterState.Scoopable, MatterState.Soft])
                            .Select(pair => (Ph(pair.First.Word), pair.First.Below, pair.Second)),
                        (Ph(BathAcidity.Alkaline), 10, MatterState.Slumping),
                    ]
                ),
                Reading.Short(
                    "foam",
                    $"Foam {Wording.Number(tub.FoamMgPerL, "0")} mg/l",
                    tub.FoamMgPerL,
                    (0, 200),
                    [
                        ("none", 20, MatterState.Firm),
                        ("film", 60, MatterState.Scoopable),
                        ("bubbles", 150, MatterState.Soft),
                        ("foam bath", 200, MatterState.Slumping),
                    ]
                ),
                Reading.Short(
                    "floats",
                    $"Floats {Wording.Number(tub.FreeOilPerBathG, "0.0")} g",
                    tub.FreeOilPerBathG,
                    (0, 5),
                    [
                        ("little", TubDispersion.SlipperyFromG, MatterState.Firm),
                        ("some", 1, MatterState.Scoopable),
                        ("slips", 3, MatterState.Soft),
                        ("very slippery", 5, MatterState.Slumping),
                    ]
                ),
            ],
            new LensColumn(
                "In a bath",
                [
                    .. subject.There.Select(pair => new LensCell(
                        pair.Line.Id,
                        subject.Say.RoundWeight(Math.Round(pair.Line.Percent * (decimal)portion / 100, 2))
                    )),
                ],
                weight
            ),
            $"{weight} in {litres:0} litres is {Reading.WordAt(words, portion)}: pH {acidity.PhFresh:0.0}, "
                + $"{Wording.Said(tub.FoamBand) switch { "none" => "no foam", var foam => foam }}, "
                + $"{Wording.Number(tub.FreeOilPerBathG, "0.0")} g of oil and scent floats by the strict school, "
                + $"the tub slips {Wording.Said(tub.Slip) switch { "low" => "little", "moderate" => "a little", _ => "much" }}. "
                + "Rise slowly and rinse the tub.",
            BathPart.Of(subject).Steps
        );
    }

    private static string Ph(BathAcidity word) =>
        word switch
        {
            BathAcidity.Sour => "sour",
            BathAcidity.SlightlyAcid => "like skin",
            BathAcidity.NearNeutral => "neutral",
            BathAcidity.MildlyAlkaline => "mild",
            _ => "alkaline",
        };

    /// <summary>The strongest of salt, Epsom salt and soda as grams rise.</summary>
    private static IReadOnlyList<Stretch> Strengths(FizzMix mix, double litres)
    {
        SoakStrength At(double grams)
        {
            var dose = SoakDose.Of(mix, grams, litres);
            return new[] { dose.EpsomBand, dose.ChlorideBand, dose.SodaBand }.Max();
        }

        double Until(SoakStrength last) => Reading.FallsBelow(grams => grams <= 0 || At(grams) <= last ? 1 : 0, 0.5, 0, MostGrams) ?? MostGrams;
        return Reading.Along(
            0,
            MostGrams,
            ("weak", Until(SoakStrength.BelowUsual), MatterState.Slumping),
            ("a usual soak", Until(SoakStrength.Usual), MatterState.Soft),
            ("a strong soak", Until(SoakStrength.Strong), MatterState.Scoopable),
            ("too strong", MostGrams, MatterState.Firm)
        );
    }
}
