using AmberPantry.Core.Formulas;
using AmberPantry.Core.Materials;
using AmberPantry.Core.Science.Trials;
using AmberPantry.Core.Workshops;
using CsCheck;

namespace AmberPantry.Core.Tests;

/// <summary>One base for several cups.</summary>
public class SplitBaseTests
{
    private static readonly Workshop House = new() { Scale = new Scale(0.1m) };

    [Fact]
    public void WhatAllHaveIsMadeOnceAndEachCupGetsTheRest()
    {
        var plan = Plan(
            100,
            ("Trial 1", [("beeswax", 20m), ("sunflower oil", 80m)]),
            ("Trial 2", [("beeswax", 20m), ("sunflower oil", 74m), ("arrowroot starch", 6m)])
        );
        Assert.Equal(94.0m, plan.PartG);
        Assert.Equal(188.0m, plan.BaseG);
        Assert.Equal([("beeswax", 40.0m), ("sunflower oil", 148.0m)], plan.Base.Select(line => (line.Material, line.Grams)));
        Assert.Equal([("sunflower oil", 6.0m)], plan.Cups[0].Additions.Select(line => (line.Material, line.Grams)));
        Assert.Equal([("arrowroot starch", 6.0m)], plan.Cups[1].Additions.Select(line => (line.Material, line.Grams)));
        Assert.Equal((true, false), (plan.Cups[0].IsControl, plan.Cups[1].IsControl));
        Assert.Contains("arrowroot", plan.Cups[1].Change, StringComparison.OrdinalIgnoreCase);
        Assert.Empty(plan.Doubts);
    }

    [Fact]
    public void WhatStaysInThePotIsMadeToo()
    {
        var control = Of(("beeswax", 20m), ("sunflower oil", 80m));
        var plan = SplitBase.Plan(
            [
                new SplitMix("Trial 1", control with { Batch = new BatchSize(100, LossPercent: 6) }),
                new SplitMix("Trial 2", Of(("beeswax", 20m), ("jojoba oil", 10m), ("sunflower oil", 70m))),
            ],
            100,
            MaterialShelf.Plain,
            House
        );
        Assert.Equal(90.0m, plan.PartG);
        Assert.Equal(191.5m, plan.BaseG);
    }

    [Fact]
    public void TwoThingsAtOnceAreDoubted()
    {
        var plan = Plan(
            100,
            ("Trial 1", [("beeswax", 20m), ("shea butter", 20m), ("sunflower oil", 60m)]),
            ("Trial 2", [("beeswax", 24m), ("shea butter", 10m), ("sunflower oil", 56m), ("jojoba oil", 10m)])
        );
        Assert.Contains(plan.Doubts, doubt => doubt.StartsWith("Trial 2 differs from the control in more than one thing", StringComparison.Ordinal));
    }

    [Fact]
    public void AnAdditionTooSmallForTheScaleSaysHowMuchWouldDo()
    {
        var plan = Plan(
            20,
            ("Trial 1", [("beeswax", 20m), ("sunflower oil", 80m)]),
            ("Trial 2", [("beeswax", 20m), ("sunflower oil", 79.5m), ("mixed tocopherols", 0.5m)])
        );
        Assert.Contains("hard to weigh", plan.Cups[1].Additions.Single().Doubt, StringComparison.Ordinal);
    }

    [Fact]
    public void CupsThatCannotBeAreRefused()
    {
        (string, (string, decimal)[]) one = ("Trial 1", [("beeswax", 20m), ("sunflower oil", 80m)]);
        Assert.Equal((Codes.Range, "arms"), Refused(100, one));
        Assert.Equal((Codes.Twice, "arms[1]"), Refused(100, one, ("Trial 2", one.Item2)));
        Assert.Equal((Codes.Range, "gramsPerArm"), Refused(1, one, ("Trial 2", [("shea butter", 100m)])));
        Assert.Equal((Codes.Empty, "arms"), Refused(100, one, ("Trial 2", [("shea butter", 100m)])));
        Assert.Equal((Codes.Sum, "arms[1]"), Refused(100, one, ("Trial 2", [("shea butter", 90m)])));
    }

    [Fact]
    public void EveryCupIsItsMix()
    {
        var materials = new[] { "beeswax", "shea butter", "sunflower oil", "castor oil", "arrowroot starch" };
        Gen.Int[1, 40]
            .Array[5]
            .Array[2, 6]
            .Select(Gen.Int[20, 500], (mixes, grams) => (mixes, grams))
            .Sample(
                one =>
                {
                    var mixes = one
                        .mixes.Select((parts, i) => new SplitMix($"Trial {i + 1}", Mix(parts)))
                        .DistinctBy(mix => string.Join(' ', mix.Formula.Lines))
                        .ToArray();
                    if (mixes.Length < 2)
                    {
                        return;
                    }

                    var plan = SplitBase.Plan(mixes, one.grams, MaterialShelf.Plain, House);
                    for (var i = 0; i < mixes.Length; i++)
                    {
                        foreach (var line in mixes[i].Formula.Lines)
                        {
                            var fromBase = plan.Base.Where(part => part.Material == line.Material).Sum(part => part.Grams * plan.PartG / plan.BaseG);
                            var added = plan.Cups[i].Additions.Where(part => part.Material == line.Material).Sum(part => part.Grams);
                            Assert.InRange(fromBase + added - (one.grams * line.Percent / 100m), -0.15m, 0.15m);
                        }
                    }

                    Assert.Equal(plan.BaseG, plan.Base.Sum(line => line.Grams));
                },
                iter: 200
            );

        Formula Mix(int[] parts)
        {
            decimal sum = parts.Sum();
            var shares = parts.Select(part => Math.Round(100 * part / sum, 2)).ToArray();
            shares[0] += 100 - shares.Sum();
            return Of([.. materials.Zip(shares)]);
        }
    }

    [Fact]
    public void CodesAreThoseOfTheSeed()
    {
        Assert.Equal(["913", "289", "180", "482", "378"], PotCodes.Draw(5, 11));
        Assert.Equal((Codes.Range, "count"), Field(() => PotCodes.Draw(10, 1)));
        Gen.Long[0, 1L << 53]
            .Sample(
                seed =>
                {
                    var codes = PotCodes.Draw(PotCodes.Most, seed);
                    Assert.Equal(PotCodes.Most, codes.Select(code => code[0]).Distinct().Count());
                    Assert.All(codes, code => Assert.Equal(3, code.Distinct().Count()));
                },
                iter: 300
            );
    }

    private static SplitPlan Plan(decimal grams, params (string Name, (string, decimal)[] Lines)[] mixes) =>
        SplitBase.Plan([.. mixes.Select(mix => new SplitMix(mix.Name, Of(mix.Lines)))], grams, MaterialShelf.Plain, House);

    private static (string, string) Refused(decimal grams, params (string Name, (string, decimal)[] Lines)[] mixes) =>
        Field(() => Plan(grams, mixes));

    private static (string, string) Field(Action act)
    {
        var refused = Assert.Throws<Refusal>(act);
        return (refused.Code, refused.Field);
    }

    private static Formula Of(params (string Material, decimal Percent)[] lines) => Sample.Of(Kinds.Balm, lines) with { Batch = new BatchSize(100) };
}
