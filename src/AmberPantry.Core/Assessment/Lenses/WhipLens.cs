using AmberPantry.Core.Assessment.Parts;
using AmberPantry.Core.Families;
using AmberPantry.Core.Science.Melt;
using AmberPantry.Core.Workshops;

namespace AmberPantry.Core.Assessment.Lenses;

/// <summary>Beside the warmth ruler of what is whipped: how stiff it stands with more or less air, and when a jar is full.</summary>
internal static class WhipLens
{
    private const double MostAir = 120;
    private const double StepAir = 1;
    private const double JudgedC = 20;
    private const int Points = 41;

    /// <summary>Null for what is not whipped, and for what is liquid: it holds no air.</summary>
    public static LensView? Of(Subject subject)
    {
        if (subject.Family.OverrunPercent is null || subject.Curve is not { } curve || !(subject.Melt.DensityGMl > 0))
        {
            return null;
        }

        var air = 100 * subject.Overrun;
        // The curve has today's air in it.
        var plain = curve.FirmnessAt(JudgedC) * Math.Pow(1 + subject.Overrun, Firmness.AirExponent);
        if (MatterStates.At(plain) == MatterState.Liquid)
        {
            return null;
        }

        double Stiff(double percent) => plain / Math.Pow(1 + (percent / 100), Firmness.AirExponent);
        double Density(double percent) => subject.Melt.DensityGMl / (1 + (percent / 100));
        var words = States(Stiff);
        var jar = subject.Workshop.FindContainer(subject.Formula.Batch.Container);
        var fill = (double?)subject.Formula.Batch.FillG;
        double? full = jar is not null && fill is { } grams ? 100 * ((jar.Millilitres * subject.Melt.DensityGMl / grams) - 1) : null;
        var gml = Wording.Number(Density(air), "0.00");
        return new LensView(
            Lens.Melt,
            [
                new Instrument
                {
                    Id = "air",
                    Axis = "air beaten in, percent",
                    HeightSays = $"Height is how stiff it stands at {subject.Say.Temperature(JudgedC)}",
                    Unit = "%",
                    From = 0,
                    To = MostAir,
                    Major = 10,
                    Minor = 2,
                    Width = 1,
                    IsLow = true,
                    Hill =
                    [
                        .. Enumerable
                            .Range(0, Points)
                            .Select(i => i * MostAir / (Points - 1))
                            .Select(percent => new HillPoint(percent, Stiff(percent) / plain)),
                    ],
                    Words = words,
                    Stems =
                    [
                        new Stem(
                            "now",
                            "air now",
                            Math.Clamp(air, 0, MostAir),
                            $"{air:0}{Wording.Narrow}%: {Reading.WordAt(words, air)}, {gml} g/ml"
                                + (fill is { } one ? $", {one / Density(air):0} ml {A(jar)}" : ""),
                            ProbeKind.Air,
                            "",
                            StepAir
                        ),
                        .. full is >= 0 and <= MostAir
                            ? [new Stem("full", $"{jar!.Unit} full", full.Value, $"{full:0}{Wording.Narrow}%")]
                            : Array.Empty<Stem>(),
                    ],
                },
            ],
            null,
            $"With {air:0}{Wording.Narrow}% air it is {Reading.WordAt(words, air)} at {subject.Say.Temperature(JudgedC)}, "
                + $"{MatterStates.Word(MatterStates.At(plain))} before whipping; {gml} g/ml."
                + Filled(subject, jar, fill, Density(air)),
            [
                new ExplainStep("is the density before whipping, from those of its materials", subject.Melt.DensityGMl, "g/ml", "additive volumes"),
                new ExplainStep("is the density with the air in it", Density(air), "g/ml", "air weighs nothing"),
                new ExplainStep("is its stiffness before whipping", plain, "kPa", "melt model").In(subject.Say),
                new ExplainStep("is its stiffness with the air in it", Stiff(air), "kPa", "falls as the volume grows, to the power 1.5").In(
                    subject.Say
                ),
            ]
        );
    }

    private static string A(Container? jar) => jar is null ? "each" : $"a {jar.Unit}";

    private static string Filled(Subject subject, Container? jar, double? fill, double gml)
    {
        if (jar is null || fill is not { } grams)
        {
            return "";
        }

        var whole = (int)Math.Floor((double)subject.Formula.Batch.Grams / grams);
        var holds = subject.Say.RoundWeight(Math.Round((decimal)(jar.Millilitres * gml), 1));
        return $" A full {jar.Unit} holds {holds}; the batch fills {whole} {Wording.Plural(jar.Unit, whole)}"
            + $" of {subject.Say.RoundWeight((decimal)grams)}.";
    }

    private static IReadOnlyList<Stretch> States(Func<double, double> stiff)
    {
        List<(string, double, MatterState)> parts = [];
        for (var state = MatterStates.At(stiff(0)); state < MatterState.Liquid; state++)
        {
            var until = Reading.FallsBelow(stiff, MatterStates.LimitsKPa[(int)state], 0, MostAir) ?? MostAir;
            parts.Add((MatterStates.Word(state), until, state));
        }

        parts.Add((MatterStates.Word(MatterState.Liquid), MostAir, MatterState.Liquid));

        return Reading.Along(0, MostAir, parts);
    }
}
