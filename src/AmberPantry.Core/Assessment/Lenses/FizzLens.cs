using AmberPantry.Core.Assessment.Parts;
using AmberPantry.Core.Families;
using AmberPantry.Core.Formulas;
using AmberPantry.Core.Materials;
using AmberPantry.Core.Science.Fizz;
using AmberPantry.Core.Science.Melt;
using AmberPantry.Core.Workshops;

namespace AmberPantry.Core.Assessment.Lenses;

/// <summary>Soda against acid: two bars, what finds a partner and what is left over; and below, the air in which it keeps.</summary>
internal static class FizzLens
{
    private const double StepPercent = 0.5;

    /// <summary>Nearer than this, percent, they are even.</summary>
    private const double LeastApart = 0.5;

    /// <param name="peg">A place of the air that is moved to another humidity.</param>
    public static LensView? Of(Subject subject, Probe? peg)
    {
        var mix = subject.BathMix;
        if (mix.AcidMol <= 0 && mix.BaseMol <= 0)
        {
            return null;
        }

        double Soda(double mol) => mol * FizzMix.SodaGMol;
        double acid = Soda(mix.AcidMol),
            soda = Soda(mix.BaseMol),
            matched = Math.Min(acid, soda);
        var last = 10 * Math.Ceiling(Math.Max(10, 1.1 * Math.Max(acid, soda)) / 10);
        var left =
            acid > soda ? $"acid for {acid - soda:0.0}{Wording.Narrow}% more is left over" : $"{soda - matched:0.0}{Wording.Narrow}% is left over";
        var sour = Of(subject, FizzKind.Acid).FirstOrDefault(pair => !pair.Line.Kept);
        var gas = subject.Bath is not { Balance: { } balance } bath
            ? ""
            : $" Gas {balance.Co2L * bath.PortionG / 100:0.0} litres from {subject.Say.RoundWeight((decimal)bath.PortionG)}.";
        return new LensView(
            Lens.Fizz,
            [
                new Instrument
                {
                    Id = "matched",
                    Axis = "soda matched, percent of the mix",
                    HeightSays = "Two bars: acid over soda",
                    Unit = "%",
                    From = 0,
                    To = last,
                    Major = 10,
                    Minor = 2,
                    Width = 1,
                    Lanes = [.. Side("acid", Acids(subject), acid, matched, MatterState.Hard), .. Side("soda", "", soda, matched, MatterState.Firm)],
                    Stems =
                    [
                        // The acid is what is moved: up to the soda it is what is matched, beyond it it has a stem of its own.
                        Acid("matched", matched, Part(soda, matched), acid <= soda ? sour.Line?.Id : null),
                        .. acid > soda && sour.Line is { } line
                            ? [Acid("acid", acid, $"for {acid:0.0}{Wording.Narrow}% of soda", line.Id)]
                            : Array.Empty<Stem>(),
                        .. Even(subject, acid, soda),
                    ],
                },
                .. AirLens.Humidity(subject, peg, low: true) is { } air ? [air] : Array.Empty<Instrument>(),
            ],
            new LensColumn(
                "Soda matched",
                [
                    .. subject
                        .There.Where(pair => pair.Material.InBath is { Kind: FizzKind.Acid or FizzKind.Base })
                        .Select(pair => new LensCell(pair.Line.Id, Cell(pair.Material.InBath!, (double)pair.Line.Percent))),
                ],
                $"{matched:0.0}{Wording.Narrow}%"
            ),
            $"Of {soda:0.0}{Wording.Narrow}% of soda {matched:0.0}{Wording.Narrow}% meets acid; {left}.{gas}",
            BathPart.Of(subject).Steps
        )
        {
            Order = Wetting.Of(subject),
        };
    }

    /// <param name="line">The line of acid that its peg moves; null where it stays.</param>
    private static Stem Acid(string name, double at, string says, string? line) =>
        line is null ? new Stem(name, name, at, says) : new Stem(name, name, at, says, ProbeKind.Acid, line, StepPercent);

    private static string Part(double soda, double matched) => soda > 0 ? $"{100 * matched / soda:0}{Wording.Narrow}% of the soda" : "no soda";

    /// <summary>The acids or the sodas of a mix, the largest first.</summary>
    private static IEnumerable<(FormulaLine Line, Material Material)> Of(Subject subject, FizzKind kind) =>
        subject.There.Where(pair => pair.Material.InBath?.Kind == kind).OrderByDescending(pair => pair.Line.Percent);

    /// <summary>Where the two would be even if the largest acid and the largest soda that are free to move traded.</summary>
    private static IEnumerable<Stem> Even(Subject subject, double acid, double soda)
    {
        (FormulaLine Line, Material Material)[] acids = [.. Of(subject, FizzKind.Acid)],
            sodas = [.. Of(subject, FizzKind.Base)];
        var sour = acids.FirstOrDefault(pair => !pair.Line.Kept);
        var alkali = sodas.FirstOrDefault(pair => !pair.Line.Kept);
        if (Math.Abs(soda - acid) < LeastApart || sour.Line is null || alkali.Line is null)
        {
            yield break;
        }

        var (takes, gives) = (SodaOf(sour.Material.InBath!), SodaOf(alkali.Material.InBath!));
        var trade = (soda - acid) / (takes + gives);
        if ((double)sour.Line.Percent + trade < 0 || (double)alkali.Line.Percent - trade < 0)
        {
            yield break;
        }

        double Together((FormulaLine Line, Material Material)[] all) => (double)all.Sum(pair => pair.Line.Percent);
        yield return new Stem(
            "even",
            "even at",
            soda - (trade * gives),
            $"{Together(acids) + trade:0.0}{Wording.Narrow}% acid to {Together(sodas) - trade:0.0} soda"
        );
    }

    /// <summary>Each acid with the soda it meets; empty where there is only one.</summary>
    private static string Acids(Subject subject)
    {
        var each = Of(subject, FizzKind.Acid)
            .Select(pair => $"{Wording.Brief(pair.Material.Name)} {SodaOf(pair.Material.InBath!) * (double)pair.Line.Percent:0.0}")
            .ToArray();
        return each.Length < 2 ? "" : string.Join(", ", each);
    }

    /// <param name="of">What the matched part is made of; empty where it is one thing.</param>
    private static IEnumerable<Lane> Side(string name, string of, double g, double matched, MatterState wears)
    {
        if (g <= 0)
        {
            yield break;
        }

        var parts = of.Length > 0 ? $" ({of})" : "";
        yield return new Lane(name, $"{name}: {matched:0.0}{Wording.Narrow}% matched{parts}", 0, matched, "", null, wears);
        if (g > matched + 0.05)
        {
            yield return new Lane($"{name}_left", $"{g - matched:0.0}{Wording.Narrow}% left over", matched, g, "", null, wears, LeftOver: true);
        }
    }

    private static string Cell(FizzMaterial material, double g) =>
        $"{(material.Kind == FizzKind.Acid ? "" : "of ")}{SodaOf(material) * g:0.0}{Wording.Narrow}%";

    /// <summary>Grams of soda that a gram of it meets, or is worth.</summary>
    private static double SodaOf(FizzMaterial material) =>
        (material.Kind == FizzKind.Acid ? material.AcidEq : material.BicarbonateEq + (2 * material.CarbonateEq))
        / material.MolarMass
        * FizzMix.SodaGMol;
}
