using AmberPantry.Core.Assessment.Parts;
using AmberPantry.Core.Families;
using AmberPantry.Core.Science.Fizz;
using AmberPantry.Core.Science.Melt;
using AmberPantry.Core.Workshops;

namespace AmberPantry.Core.Assessment.Lenses;

/// <summary>Soda against acid: two bars, what finds a partner and what is left over.</summary>
internal static class FizzLens
{
    private const double StepPercent = 0.5;

    public static LensView? Of(Subject subject)
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
        var sour = subject
            .There.Where(pair => pair.Material.InBath is { Kind: FizzKind.Acid } && !pair.Line.Kept)
            .OrderByDescending(pair => pair.Line.Percent)
            .Select(pair => pair.Line.Id)
            .FirstOrDefault();
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
                    Lanes = [.. Side("acid", acid, matched, MatterState.Hard), .. Side("soda", soda, matched, MatterState.Firm)],
                    Stems =
                    [
                        // The acid is what is moved: up to the soda it is what is matched, beyond it it has a stem of its own.
                        Acid("matched", matched, Part(soda, matched), acid <= soda ? sour : null),
                        .. acid > soda && sour is not null
                            ? [Acid("acid", acid, $"for {acid:0.0}{Wording.Narrow}% of soda", sour)]
                            : Array.Empty<Stem>(),
                    ],
                },
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

    private static IEnumerable<Lane> Side(string name, double g, double matched, MatterState wears)
    {
        if (g <= 0)
        {
            yield break;
        }

        yield return new Lane(name, $"{name}: {matched:0.0}{Wording.Narrow}% matched", 0, matched, "", null, wears);
        if (g > matched + 0.05)
        {
            yield return new Lane($"{name}_left", $"{g - matched:0.0}{Wording.Narrow}% left over", matched, g, "", null, wears, LeftOver: true);
        }
    }

    private static string Cell(FizzMaterial material, double g) =>
        material.Kind == FizzKind.Acid
            ? $"{g / material.MolarMass * material.AcidEq * FizzMix.SodaGMol:0.0}{Wording.Narrow}%"
            : $"of {g / material.MolarMass * (material.BicarbonateEq + (2 * material.CarbonateEq)) * FizzMix.SodaGMol:0.0}{Wording.Narrow}%";
}
