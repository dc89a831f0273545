using AmberPantry.Core.Assessment.Parts;
using AmberPantry.Core.Materials;
using AmberPantry.Core.Science.Powders;
using AmberPantry.Core.Workshops;

namespace AmberPantry.Core.Assessment.Lenses;

/// <summary>A step of putting a dry mix together.</summary>
/// <param name="Do">What goes in, with its grams.</param>
/// <param name="Else">What happens where it goes in at another time.</param>
/// <param name="Lines">Lines that go in here.</param>
public sealed record AddingStep(string Do, string Else, IReadOnlyList<string> Lines);

/// <summary>In what order a dry mix is put together: the sponge drinks first, what foams comes last.</summary>
internal static class AddingOrder
{
    private static readonly string[] Coloured = ["clay", "pigment", "oxide", "mica"];
    private static readonly string[] Poreless = ["salt", "sugar", "acid", "alkali", "mineral"];
    private static readonly string[] Foaming = ["surfactant", "soap"];

    /// <param name="wordAt">How it pours at a part of its room, percent.</param>
    public static IReadOnlyList<AddingStep> Of(Subject subject, PowderMix mix, Func<double, string> wordAt)
    {
        (FormulaLineGrams Line, PowderMaterial? Powder)[] grains =
        [
            .. subject
                .There.Where(pair => !PowderReading.Wets(pair.Material))
                .Select(pair => (new FormulaLineGrams(pair.Line.Id, pair.Material, Grams(subject, (double)pair.Line.Percent)), pair.Material.Powder)),
        ];
        FormulaLineGrams[] wet =
        [
            .. subject
                .There.Where(pair => PowderReading.Wets(pair.Material))
                .Select(pair => new FormulaLineGrams(pair.Line.Id, pair.Material, Grams(subject, (double)pair.Line.Percent))),
        ];
        var carriers = grains.Where(one => one.Powder?.IsCarrier == true).ToArray();
        return
        [
            .. wet.Length == 0 ? [] : Oil(subject, mix, wet, carriers, wordAt),
            .. Step(subject, grains, Powders, "Fold in, then sift", "Before the sponge has drunk they take the oil themselves and clump."),
            .. Step(
                subject,
                grains,
                powder => powder is { IsCarrier: false } && Coloured.Contains(powder.Family),
                "Rub in, ground with a spoonful of the mix",
                "Put in before the oil is taken up, colour and clay make streaks and beads that do not rub out."
            ),
            .. Step(
                subject,
                grains,
                powder => powder is { IsCarrier: false } && Poreless.Contains(powder.Family),
                "Turn in",
                wet.Length == 0
                    ? "Put in first they scratch the finer powders into a crust."
                    : "They have no pores: oil put on them stays as a film, they clump, dissolve late and leave floating oil."
            ),
            .. Step(
                subject,
                grains,
                powder => powder is { IsCarrier: false } && Foaming.Contains(powder.Family),
                "Last, with the least stirring",
                "Oil put on it kills the lather, and stirred longer it flies: mask on."
            ),
            new AddingStep(
                "Squeeze a handful: it holds for a moment, then falls apart and leaves no shine on the palm",
                "Where it stays a ball it wants more of a sponge; where it does not hold at all it is dusty.",
                []
            ),
        ];
    }

    /// <summary>A line with its grams in the batch.</summary>
    private sealed record FormulaLineGrams(string Id, Material Material, double G);

    private static bool Powders(PowderMaterial? powder) =>
        powder is null
        || (!powder.IsCarrier && !Coloured.Contains(powder.Family) && !Poreless.Contains(powder.Family) && !Foaming.Contains(powder.Family));

    private static IEnumerable<AddingStep> Oil(
        Subject subject,
        PowderMix mix,
        FormulaLineGrams[] wet,
        (FormulaLineGrams Line, PowderMaterial? Powder)[] carriers,
        Func<double, string> wordAt
    )
    {
        var liquids = Wording.List([.. wet.Select(line => Told(subject, line))]);
        if (carriers.Length == 0)
        {
            yield return new AddingStep(
                $"{Wording.Capital(liquids)} in drops onto the finest powder, rubbed until no wet spot is left",
                "Nothing here is a sponge: poured in at once the oil makes balls that never open.",
                [.. wet.Select(line => line.Id)]
            );
            yield break;
        }

        var order = OilOrder.Of(mix);
        var stirred = new PowderMix(mix.Powders, [(mix.LiquidG, mix.LiquidGMl)], carrierFirst: false);
        string now = wordAt(100 * mix.Saturation),
            else_ = wordAt(100 * stirred.Saturation);
        string[] takes =
        [
            .. order
                .Order.Zip(order.G)
                .Where(pair => pair.Second > 0)
                .Select(pair =>
                    $"{subject.Say.RoundWeight((decimal)Grams(subject, pair.Second))} onto "
                    + Wording.Brief(carriers.First(line => line.Powder!.Id == pair.First).Line.Material.Name)
                ),
        ];
        yield return new AddingStep(
            $"{Wording.Capital(liquids)}{(wet.Length > 1 ? ", mixed" : "")}, in drops: {Wording.List(takes)}; rub each until no wet spot is left",
            now == else_
                ? $"Stirred in anyhow it would be {now} too; but where it meets the fine powders first it makes beads that stay wet inside."
                : $"Stirred in anyhow it fills {100 * stirred.Saturation:0}{Wording.Narrow}% of the room between the grains, {else_}, "
                    + $"not {100 * mix.Saturation:0}{Wording.Narrow}%, {now}.",
            [.. wet.Select(line => line.Id), .. carriers.Select(line => line.Line.Id)]
        );
        var rest = order.RestMl * mix.LiquidGMl;
        if (rest > 0)
        {
            yield return new AddingStep(
                $"The rest of the oil, {subject.Say.RoundWeight((decimal)Grams(subject, rest))}, into the fine powders",
                "More than a sponge holds comes out of it again and wets the salts.",
                []
            );
        }

        if (order.ShortMl > 0)
        {
            yield return new AddingStep(
                $"{subject.Say.RoundWeight((decimal)Grams(subject, order.ShortMl * mix.LiquidGMl))} of oil finds no room: "
                    + "leave it out, or add a sponge",
                "It stays between the grains and clumps them.",
                []
            );
        }
    }

    private static IEnumerable<AddingStep> Step(
        Subject subject,
        (FormulaLineGrams Line, PowderMaterial? Powder)[] grains,
        Func<PowderMaterial?, bool> which,
        string act,
        string otherwise
    )
    {
        var lines = grains.Where(one => which(one.Powder)).Select(one => one.Line).ToArray();
        if (lines.Length > 0)
        {
            yield return new AddingStep(
                $"{act}: {Wording.List([.. lines.Select(line => Told(subject, line))])}",
                otherwise,
                [.. lines.Select(line => line.Id)]
            );
        }
    }

    private static string Told(Subject subject, FormulaLineGrams line) =>
        $"{subject.Say.RoundWeight((decimal)line.G)} {Wording.Brief(line.Material.Name)}";

    private static double Grams(Subject subject, double percent) => percent * (double)subject.Formula.Batch.Grams / 100;
}
