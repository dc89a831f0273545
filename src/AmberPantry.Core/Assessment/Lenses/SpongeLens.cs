using AmberPantry.Core.Assessment.Parts;
using AmberPantry.Core.Families;
using AmberPantry.Core.Formulas;
using AmberPantry.Core.Materials;
using AmberPantry.Core.Science.Melt;
using AmberPantry.Core.Science.Powders;
using AmberPantry.Core.Workshops;

namespace AmberPantry.Core.Assessment.Lenses;

/// <summary>Room for oil: what each powder could hold, how full it is, and how it pours by then.</summary>
internal static class SpongeLens
{
    private const double LastPercent = 120;
    private const double ClumpsFrom = 30;
    private const double PastesFrom = 70;

    /// <summary>Carr's index at which it pours as well as can be wished, and at which it does not pour.</summary>
    private const double FreeCarr = 12.5;
    private const double StuckCarr = 37.5;
    private const double LeastHeight = 0.09;
    private const double DustyFrom = 30;

    public static LensView? Of(Subject subject)
    {
        if (subject.Powders is not { Mix: { CapacityMl: > 0 } mix, Budget: { } budget })
        {
            return null;
        }

        var now = 100 * mix.Saturation;
        var words = Words(mix);
        var oil = subject
            .There.Where(pair => pair.Material.IsLiquid)
            .OrderByDescending(pair => pair.Line.Percent)
            .Select(pair => pair.Line)
            .FirstOrDefault();
        var room = budget.CapacityG;
        return new LensView(
            Lens.Sponge,
            [Tanks(subject, mix), Pours(mix, now, words, oil)],
            new LensColumn("Room for oil", [.. Cells(subject, mix)], Percent(room - mix.LiquidG)),
            $"{Wording.Capital(Reading.Tell(words, Wording.Narrow + "% of its room", "0"))}. "
                + $"Room for {Percent(room)} of oil; {Percent(budget.LiquidG)} is in it and fills {now:0}{Wording.Narrow}%.",
            PowderPart.Of(subject).Steps
        )
        {
            Order = AddingOrder.Of(subject, mix, percent => Reading.WordAt(words, Math.Min(LastPercent, percent))),
        };
    }

    private static IReadOnlyList<Stretch> Words(PowderMix mix)
    {
        var calm = Reading.FallsBelow(percent => mix.DustAt(mix.OilAt(percent / 100)), DustyFrom, 0, LastPercent) ?? LastPercent;
        var loose = 100 * PowderMix.LooseBelow;
        return Reading.Along(
            0,
            LastPercent,
            ("dusty", Math.Min(calm, loose), MatterState.Brittle),
            ("free", loose, MatterState.Firm),
            ("damp", ClumpsFrom, MatterState.Scoopable),
            ("clumps", PastesFrom, MatterState.Soft),
            ("paste", LastPercent, MatterState.Slumping)
        );
    }

    private static Instrument Tanks(Subject subject, PowderMix mix)
    {
        var most = mix.Powders.Max(line => line.Powder.OilAbsorption);
        List<Tank> tanks = [];
        double at = 0;
        foreach (var (material, powder, g) in Lines(subject).OrderByDescending(line => line.G))
        {
            var holds = g * powder.UptakeMlPerG * mix.LiquidGMl;
            var taken = powder.LoadMlPerG(mix.PoresFilled, mix.Saturation) / powder.UptakeMlPerG;
            tanks.Add(
                new Tank(
                    powder.Id,
                    Wording.Brief(material.Name),
                    at,
                    at + g,
                    powder.OilAbsorption / most,
                    Math.Clamp(taken, 0, 1),
                    $"room for {Percent(holds)}",
                    material.Colour
                )
            );
            at += g;
        }

        return new Instrument
        {
            Id = "tanks",
            Axis = "percent of the mix",
            HeightSays = "Height is the oil a gram can hold, filled is taken",
            Unit = "%",
            From = 0,
            To = Math.Max(1, Math.Ceiling(at)),
            Major = 10,
            Minor = 2,
            Width = 0.5,
            Tanks = tanks,
        };
    }

    private static Instrument Pours(PowderMix mix, double now, IReadOnlyList<Stretch> words, FormulaLine? oil)
    {
        double Height(double percent)
        {
            var carr = PowderFlow.Of(mix.WithOil(mix.OilAt(percent / 100))).Carr ?? StuckCarr;
            return Math.Clamp(1 - ((carr - FreeCarr) / (StuckCarr - FreeCarr)), LeastHeight, 1);
        }

        var stops = ShakerStops(mix);
        return new Instrument
        {
            Id = "pours",
            Axis = "percent of its room",
            HeightSays = "Height is how freely it pours",
            Unit = "%",
            From = 0,
            To = LastPercent,
            Major = 20,
            Minor = 5,
            Width = 0.5,
            Hill = [.. Enumerable.Range(0, 41).Select(i => i * LastPercent / 40).Select(percent => new HillPoint(percent, Height(percent)))],
            Words = words,
            Stems =
            [
                new Stem(
                    "now",
                    "oil now",
                    Math.Min(LastPercent, now),
                    $"{now:0}{Wording.Narrow}% {Reading.WordAt(words, now)}",
                    oil is null ? null : ProbeKind.Room,
                    oil?.Id ?? "",
                    1
                ),
                new Stem("shaker", "shaker stops", stops, $"{stops:0}{Wording.Narrow}%"),
            ],
        };
    }

    private static double ShakerStops(PowderMix mix) =>
        Reading.FallsBelow(percent => PowderFlow.Of(mix.WithOil(mix.OilAt(percent / 100))).ShakerOk ? 1 : 0, 0.5, 0, LastPercent) ?? LastPercent;

    private static IEnumerable<(Material Material, PowderMaterial Powder, double G)> Lines(Subject subject) =>
        subject
            .There.Where(pair => pair.Material.Powder is { IsOilSoluble: false })
            .Select(pair => (pair.Material, pair.Material.Powder!, (double)pair.Line.Percent));

    private static IEnumerable<LensCell> Cells(Subject subject, PowderMix mix)
    {
        foreach (var (line, material) in subject.There)
        {
            if (material.Powder is { IsOilSoluble: false } powder)
            {
                yield return new LensCell(line.Id, Percent((double)line.Percent * powder.UptakeMlPerG * mix.LiquidGMl));
            }
            else if (PowderReading.Wets(material))
            {
                yield return new LensCell(line.Id, Percent(-(double)line.Percent));
            }
        }
    }

    private static string Percent(double percent) => $"{Wording.Number(percent, "0.0")}{Wording.Narrow}%";
}
