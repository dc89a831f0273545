using AmberPantry.Core.Materials;
using AmberPantry.Core.Workshops;

namespace AmberPantry.Core.Formulas;

/// <summary>One cup of a split base.</summary>
/// <param name="Name">As it is said: "Trial 8".</param>
public sealed record SplitMix(string Name, Formula Formula);

/// <summary>A material in grams on the scale's step.</summary>
/// <param name="Doubt">What makes it hard to weigh; null where nothing does.</param>
public sealed record SplitLine(string Material, string Name, Phase Phase, decimal Grams, string? Doubt = null);

/// <param name="Change">What it differs in from the control; empty for the control.</param>
/// <param name="Additions">What is stirred into its part of the base.</param>
public sealed record SplitCup(string Name, bool IsControl, string Change, IReadOnlyList<SplitLine> Additions);

/// <summary>One base for several cups that differ in what is added to it.</summary>
/// <param name="Base">What is melted or mixed once.</param>
/// <param name="BaseG">Grams of it, what stays in the pot included.</param>
/// <param name="PartG">Grams of base in each cup.</param>
/// <param name="CupG">Grams in each cup when all is in.</param>
/// <param name="Cups">The control first.</param>
/// <param name="Steps">What is done, in order.</param>
/// <param name="Doubts">What would spoil the comparison.</param>
public sealed record SplitPlan(
    IReadOnlyList<SplitLine> Base,
    decimal BaseG,
    decimal PartG,
    decimal CupG,
    IReadOnlyList<SplitCup> Cups,
    IReadOnlyList<string> Steps,
    IReadOnlyList<string> Doubts
);

/// <summary>
/// Plans a fair trial: what all mixes have in common is made once, so that they differ in nothing but what is added. Nothing can be taken out of
/// a base again, so it holds of each material the least that any of them has.
/// </summary>
public static class SplitBase
{
    public const int Fewest = 2;
    public const int Most = 6;
    public const decimal LeastG = 5;
    public const decimal MostG = 5_000;

    /// <summary>Less than this, in percent, is no difference.</summary>
    private const decimal Same = 0.005m;

    /// <summary>Below this part of a cup there is little base left to have in common.</summary>
    private const decimal LittleBase = 60;

    /// <param name="mixes">The control first.</param>
    /// <param name="cupG">Grams of each cup, 5 to 5,000.</param>
    /// <exception cref="Refusal">E_RANGE for cups or grams that cannot be, E_TWICE for two alike, E_EMPTY where nothing is in common.</exception>
    public static SplitPlan Plan(IReadOnlyList<SplitMix> mixes, decimal cupG, MaterialShelf shelf, Workshop workshop)
    {
        Check(mixes, cupG);
        var say = new Wording(workshop);
        var shares = mixes.Select(mix => Shares(mix.Formula)).ToArray();
        var order = mixes.SelectMany(mix => mix.Formula.Lines).Where(line => line.Percent > 0).DistinctBy(line => line.Material).ToArray();
        var common = order.ToDictionary(line => line.Material, line => shares.Min(share => share.GetValueOrDefault(line.Material)));
        var part = common.Values.Sum();
        if (part <= 0)
        {
            throw new Refusal(
                Codes.Empty,
                "arms",
                mixes.Count,
                "These mixes have nothing in common that could be made once.",
                "Choose trials that differ in one thing."
            );
        }

        var scale = workshop.Scale;
        var partG = Step(cupG * part / 100m, scale);
        var baseG = partG * mixes.Count / (1 - (mixes[0].Formula.Batch.LossPercent / 100m));
        var inBase = order.Where(line => common[line.Material] > 0).ToArray();
        var shareOfBase = Amounts.ToPercent([.. inBase.Select(line => common[line.Material])]);
        var sheet = Weighing.Weigh(baseG, [.. inBase.Select((line, i) => new WeighRequestLine(line.Material, shareOfBase[i]))], scale);
        var cups = mixes
            .Select(
                (mix, i) =>
                    new SplitCup(
                        mix.Name,
                        i == 0,
                        i == 0 ? "" : EditWords.Tell(mixes[0].Formula, mix.Formula, shelf),
                        [
                            .. order
                                .Select(line => Added(line, cupG * (shares[i].GetValueOrDefault(line.Material) - common[line.Material]) / 100m))
                                .OfType<SplitLine>(),
                        ]
                    )
            )
            .ToArray();
        return new SplitPlan(
            [.. inBase.Select((line, i) => new SplitLine(line.Material, shelf.Get(line.Material, "lines").Name, line.Phase, sheet.Lines[i].Grams))],
            sheet.TotalG,
            partG,
            cupG,
            cups,
            [.. Steps(cups, sheet.TotalG, partG, say)],
            [.. Doubts(mixes, shares, part)]
        );

        SplitLine? Added(FormulaLine line, decimal grams)
        {
            if (grams <= Same * cupG / 100m)
            {
                return null;
            }

            var error = 100 * Weighing.StandardErrorG(scale) / (double)grams;
            var fine = Math.Ceiling(cupG * (decimal)(error / Weighing.RoughAbovePercent));
            return new SplitLine(
                line.Material,
                shelf.Get(line.Material, "lines").Name,
                line.Phase,
                Step(grams, scale),
                error > Weighing.RoughAbovePercent ? $"hard to weigh: make {say.RoundWeight(fine)} a cup or use a finer scale" : null
            );
        }
    }

    private static void Check(IReadOnlyList<SplitMix> mixes, decimal cupG)
    {
        if (mixes.Count is < Fewest or > Most)
        {
            throw new Refusal(
                Codes.Range,
                "arms",
                mixes.Count,
                $"A base cannot be split into {mixes.Count} {Wording.Plural("cup", mixes.Count)}.",
                $"Choose {Fewest} to {Most}, the control among them."
            );
        }

        if (cupG is < LeastG or > MostG)
        {
            throw new Refusal(
                Codes.Range,
                "gramsPerArm",
                cupG,
                $"{Wording.Number((double)cupG, "0.##")} g is no cup.",
                $"Give {LeastG} to {MostG:#,0} g."
            );
        }

        for (var i = 0; i < mixes.Count; i++)
        {
            if (mixes[i].Formula.Total != 100m)
            {
                throw new Refusal(
                    Codes.Sum,
                    $"arms[{i}]",
                    mixes[i].Formula.Total,
                    $"{mixes[i].Name} does not total 100 %.",
                    "Finish that mix first."
                );
            }

            for (var j = 0; j < i; j++)
            {
                if (Differences(Shares(mixes[j].Formula), Shares(mixes[i].Formula)).All(difference => Math.Abs(difference) < Same))
                {
                    throw new Refusal(
                        Codes.Twice,
                        $"arms[{i}]",
                        mixes[i].Name,
                        $"{mixes[i].Name} is the same mix as {Wording.Inside(mixes[j].Name)}.",
                        "Leave one of them out, or change it."
                    );
                }
            }
        }
    }

    private static IEnumerable<string> Steps(SplitCup[] cups, decimal baseG, decimal partG, Wording say)
    {
        yield return $"Make {say.Weight(baseG)} of the base.";
        yield return $"Divide it into {cups.Length} cups of {say.Weight(partG)} while it is still liquid or loose; mark each with its code.";
        foreach (var phase in cups.SelectMany(cup => cup.Additions).Select(line => line.Phase).Distinct().Order())
        {
            yield return phase switch
            {
                Phase.Melt => "Stir what melts into its cup while the base is hot, and hold all cups equally long at the same heat.",
                Phase.CoolDown => "Stir what is sensitive into its cup at the same temperature for all.",
                _ => "Mix what is dry or poured into its cup, equally long for all.",
            };
        }

        yield return "Let all cups set side by side, at the same place and for the same time.";
    }

    private static IEnumerable<string> Doubts(IReadOnlyList<SplitMix> mixes, IReadOnlyDictionary<string, decimal>[] shares, decimal part)
    {
        for (var i = 1; i < mixes.Count; i++)
        {
            var differences = Differences(shares[0], shares[i]);
            var (up, down) = (differences.Count(one => one >= Same), differences.Count(one => one <= -Same));
            if (up > 1 && down > 1)
            {
                yield return $"{mixes[i].Name} differs from the control in more than one thing: whatever comes of it, it will not tell which did it.";
            }
        }

        if (part < LittleBase)
        {
            yield return $"Only {Wording.Percent(part)} of a cup is base: most of each is weighed by itself, with its own slips.";
        }
    }

    private static decimal[] Differences(IReadOnlyDictionary<string, decimal> one, IReadOnlyDictionary<string, decimal> other) =>
        [.. one.Keys.Union(other.Keys).Select(material => other.GetValueOrDefault(material) - one.GetValueOrDefault(material))];

    private static Dictionary<string, decimal> Shares(Formula formula) =>
        formula.Lines.GroupBy(line => line.Material).ToDictionary(lines => lines.Key, lines => lines.Sum(line => line.Percent));

    private static decimal Step(decimal grams, Scale scale) =>
        Math.Round(grams / scale.ResolutionG, MidpointRounding.AwayFromZero) * scale.ResolutionG;
}
