namespace AmberPantry.Core.Science.Learning;

/// <summary>What a squeeze said.</summary>
public enum SqueezeWord
{
    Dry,
    Holds,
    Wet,
}

/// <param name="GPerKg">Liquid to the kilogram of dry mix, g.</param>
/// <param name="RhPct">Humidity of the air, percent.</param>
public sealed record Squeeze(double GPerKg, double RhPct, SqueezeWord Word);

/// <summary>How much liquid makes this maker's fizzies hold.</summary>
/// <param name="HoldsAt">At 45 % air it holds every other time, g to the kilogram.</param>
/// <param name="WetAt">There it is wet every other time.</param>
/// <param name="PerHumidity">Grams less for each percent of humidity.</param>
/// <param name="FromG">From here it holds eight times in ten, in this air.</param>
/// <param name="ToG">To here it is wet two times in ten.</param>
/// <param name="Narrow">There is no safe room between.</param>
public sealed record WettingFit(double HoldsAt, double WetAt, double PerHumidity, double FromG, double ToG, double StopAtG, bool Narrow)
{
    private const double UsualAir = 45;
    private const double Spread = 0.6;
    private const double LeastRoom = 0.5;
    private const double UsualPerHumidity = 0.05;

    public static WettingFit Of(double rhPct, IReadOnlyList<Squeeze> squeezes, double firstG, double lastG)
    {
        // Unknown: where it holds, how much further it is wet, grams for a percent of humidity.
        Border Holds(Squeeze one) => new(one.GPerKg / Spread, [-1 / Spread, 0, (one.RhPct - UsualAir) / Spread]);
        Border Wet(Squeeze one) => new(one.GPerKg / Spread, [-1 / Spread, -1 / Spread, (one.RhPct - UsualAir) / Spread]);
        var words = new OrderedWords(
            [
                .. squeezes.Select(one => new OrderedWord(
                    one.Word switch
                    {
                        SqueezeWord.Dry => null,
                        SqueezeWord.Holds => Holds(one),
                        _ => Wet(one),
                    },
                    one.Word switch
                    {
                        SqueezeWord.Dry => Holds(one),
                        SqueezeWord.Holds => Wet(one),
                        _ => null,
                    }
                )),
            ],
            [firstG, lastG - firstG, UsualPerHumidity],
            [2, 2, 0.03]
        );
        double?[][] bounds =
        [
            [null, null, null],
            [null, LeastRoom, null],
            [null, null, 0],
            [null, LeastRoom, 0],
        ];
        var best = bounds.Select(words.Fit).Where(fit => fit[1] >= LeastRoom - 1e-9 && fit[2] >= -1e-12).MaxBy(words.Value)!;
        var (holds, wet, per) = (best[0], best[0] + best[1], best[2]);
        var air = per * (rhPct - UsualAir);
        var safe = Spread * Math.Log(4);
        double from = holds - air + safe,
            to = wet - air - safe;
        return new WettingFit(holds, wet, per, from, to, ((holds + wet) / 2) - air, LearnRecord.Below(to, from));
    }
}

/// <summary>How firm a maker's thumb calls what.</summary>
/// <param name="CutsKPa">Firmness between one score and the next.</param>
/// <param name="SameShare">Part of the presses that the cuts tell alike; null without any.</param>
/// <param name="Score">What the firmness asked for would be called.</param>
/// <param name="Chances">Of 1 to 5.</param>
/// <param name="BandKPa">Where a score lies; null at an open end.</param>
public sealed record PressFit(
    int N,
    IReadOnlyList<double> CutsKPa,
    double? SameShare,
    int? Score,
    IReadOnlyList<double>? Chances,
    IReadOnlyList<double?>? BandKPa
)
{
    private const double Spread = 0.3;
    private const double Apart = 0.05;
    private static readonly double[] UsualKPa = [10, 20, 80, 150];

    /// <param name="presses">Firmness as it is known, and the score that was given, 1 gives way to 5 does not give.</param>
    public static PressFit Of(IReadOnlyList<(double KPa, int Score)> presses, double? kPa, int? score)
    {
        Border Cut(double firm, int j)
        {
            var weights = new double[UsualKPa.Length];
            weights[j] = -1 / Spread;
            return new Border(Math.Log(firm) / Spread, weights);
        }

        var words = new OrderedWords(
            [
                .. presses.Select(one => new OrderedWord(
                    one.Score == 1 ? null : Cut(one.KPa, one.Score - 2),
                    one.Score == UsualKPa.Length + 1 ? null : Cut(one.KPa, one.Score - 1)
                )),
            ],
            [.. UsualKPa.Select(kpa => Math.Log(kpa))],
            [.. UsualKPa.Select(_ => 0.5)]
        );
        var cuts = words.Fit(new double?[UsualKPa.Length]);
        for (var j = 1; j < cuts.Length; j++)
        {
            cuts[j] = Math.Max(cuts[j], cuts[j - 1] + Apart);
        }

        double[] cutsKPa = [.. cuts.Select(Math.Exp)];
        int Told(double firm) => 1 + cutsKPa.Count(cut => LearnRecord.Below(cut, firm));
        return new PressFit(
            presses.Count,
            cutsKPa,
            presses.Count == 0 ? null : (double)presses.Count(one => Told(one.KPa) == one.Score) / presses.Count,
            kPa is { } asked ? Told(asked) : null,
            kPa is { } firmness ? OfScores(cuts, Math.Log(firmness)) : null,
            score is { } band ? [band == 1 ? null : cutsKPa[band - 2], band == UsualKPa.Length + 1 ? null : cutsKPa[band - 1]] : null
        );
    }

    private static double[] OfScores(double[] cuts, double log)
    {
        double[] above = [1, .. cuts.Select(cut => MathNet.Numerics.SpecialFunctions.Logistic((log - cut) / Spread)), 0];
        return [.. Enumerable.Range(0, cuts.Length + 1).Select(j => above[j] - above[j + 1])];
    }
}
