using AmberPantry.Core.Formulas;
using AmberPantry.Core.Workshops;
using CsCheck;

namespace AmberPantry.Core.Tests;

public class WeighingTests
{
    [Fact]
    public void SoLittleThatALineIsNothingIsRefused()
    {
        var refused = Assert.Throws<Refusal>(() =>
            Weighing.Weigh(1e-28m, [new WeighRequestLine("beeswax", 15), new WeighRequestLine("oil", 85)], new Scale(0.1m))
        );
        Assert.Equal("batchG", refused.Field);
    }

    [Fact]
    public void RoundedGramsAddUpAndEachStaysWithinAStep() =>
        Gen.Select(Sample.AnyMix, Gen.Int[1, 50_000], Gen.OneOfConst(0.01m, 0.1m, 1m, 5m))
            .Sample(
                (mix, tenths, step) =>
                {
                    var batch = tenths / 10m;
                    var sheet = Weighing.Weigh(
                        batch,
                        [.. mix.Where(part => part.Percent > 0).Select(part => new WeighRequestLine(part.Material, part.Percent))],
                        new Scale(step)
                    );
                    Assert.Equal(sheet.TotalG, sheet.Lines.Sum(line => line.Grams));
                    Assert.True(Math.Abs(sheet.TotalG - batch) <= step / 2);
                    Assert.All(sheet.Lines, line =>
                        Assert.True(Math.Abs(line.OffG) < 2 * step, $"{line.Material} off by {line.OffG} on a step of {step}")
                    );
                    Assert.All(sheet.Lines, line => Assert.Equal(0, line.Grams % step));
                }
            );

    [Fact]
    public void TheSmallestFineBatchIsFineAndALittleLessIsNot()
    {
        WeighRequestLine[] lines = [new("wax", 15), new("oil", 84.2m), new("vitamin", 0.8m)];
        var fine = Weighing.Weigh(180, lines, new Scale(0.1m)).SmallestFineBatchG;
        Assert.All(Weighing.Weigh(fine, lines, new Scale(0.1m)).Lines, line => Assert.Equal(WeighVerdict.Fine, line.Verdict));
        Assert.Contains(Weighing.Weigh(fine - 0.2m, lines, new Scale(0.1m)).Lines, line => line.Verdict != WeighVerdict.Fine);
    }

    [Theory]
    [InlineData(0, 50, 50, 0.1, "batchG")]
    [InlineData(100, 0, 100, 0.1, "lines[0].percent")]
    [InlineData(100, 50, 49, 0.1, "lines")]
    [InlineData(100, 50, 50, 0, "scale.resolutionG")]
    public void RefusesWhatCannotBeWeighed(int batch, int a, int b, double step, string field)
    {
        var refusal = Assert.Throws<Refusal>(() => Weighing.Weigh(batch, [new("a", a), new("b", b)], new Scale((decimal)step)));
        Assert.Equal(("E_RANGE", field), (refusal.Code, refusal.Field));
    }

    [Fact]
    public void AnOverPourScalesTheRestAndTopsUpWhatIsAlreadyIn()
    {
        PotLine[] pot = [new("wax", 72, 72), new("shea", 144, 145.4m), new("oil", 384, null)];
        var rescaled = OverPour.Rescale(pot, 0.1m);
        Assert.Equal(605.8m, rescaled.TotalG);
        Assert.Equal([72.7m, 145.4m, 387.7m], rescaled.Lines.Select(line => line.PlannedG));
        Assert.Equal(["wax"], rescaled.TopUps.Select(line => line.Line));
        Assert.Equal("E_RANGE", Assert.Throws<Refusal>(() => OverPour.Rescale([new("wax", 72, 71)], 0.1m)).Code);
    }

    [Fact]
    public void RescalingRestoresTheFormula() =>
        Gen.Select(Sample.AnyMix, Gen.Int[101, 140])
            .Sample(
                (mix, over) =>
                {
                    var planned = mix.Select(part => part.Percent * 10).ToArray();
                    PotLine[] pot = [.. planned.Select((grams, i) => new PotLine($"{i}", grams, i == 0 ? grams * over / 100 : null))];
                    var rescaled = OverPour.Rescale(pot, 0.0001m);
                    var shares = OverPour.TrueShares([.. rescaled.Lines.Select(line => line.PlannedG)]);
                    Assert.All(shares.Zip(mix), pair => Assert.True(Math.Abs(pair.First - pair.Second.Percent) < 0.001m));
                }
            );
}
