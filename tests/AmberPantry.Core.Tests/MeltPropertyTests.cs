using AmberPantry.Core.Materials;
using AmberPantry.Core.Science.Melt;
using CsCheck;

namespace AmberPantry.Core.Tests;

public class MeltPropertyTests
{
    private static MeltCurve Curve(IEnumerable<(string Material, decimal Percent)> mix, double scale = 1) =>
        new(LipidBlend.Mix([.. mix.Select(part => (MaterialShelf.Plain.Get(part.Material, "m").Melt!, scale * (double)part.Percent))]));

    [Fact]
    public void SolidsAndFirmnessFallWithTemperature() =>
        Sample.AnyMix.Sample(mix =>
        {
            var curve = Curve(mix);
            for (var t = 1; t < curve.Solid.Count; t++)
            {
                Assert.True(curve.Solid[t] <= curve.Solid[t - 1] + 1e-12);
                Assert.True(curve.FirmnessKPa[t] <= curve.FirmnessKPa[t - 1] + 1e-9);
            }

            Assert.InRange(curve.Solid[0], 0, 1.0005);
        });

    [Fact]
    public void ScalingOrReorderingChangesNothing() =>
        Gen.Select(Sample.AnyMix, Gen.Double[0.001, 1000])
            .Sample(
                (mix, scale) =>
                {
                    var plain = Curve(mix);
                    foreach (var other in new[] { Curve(mix, scale), Curve(mix.Reverse()) })
                    {
                        Assert.Equal(plain.SolidAt(20), other.SolidAt(20), 9);
                        Assert.Equal(plain.SlumpC ?? -99, other.SlumpC ?? -99, 3);
                        Assert.Equal(plain.ClearC ?? -99, other.ClearC ?? -99, 3);
                    }
                }
            );

    [Fact]
    public void AddingLiquidNeverFirms() =>
        Gen.Select(Sample.AnyMix, Gen.OneOfConst("sunflower oil", "castor oil", "isopropyl myristate", "squalane"), Gen.Int[1, 200])
            .Sample(
                (mix, liquid, grams) =>
                {
                    var before = Curve(mix);
                    var after = Curve([.. mix, (liquid, grams)]);
                    foreach (var t in new[] { -5.0, 4, 20, 33, 46 })
                    {
                        Assert.True(after.FirmnessAt(t) <= before.FirmnessAt(t) + 1e-9, $"{liquid} firmed at {t}");
                    }
                }
            );

    [Fact]
    public void TheGridAndTheClosedFormAgree() =>
        Sample.AnyMix.Sample(mix =>
        {
            var curve = Curve(mix);
            for (var t = 0; t < TemperatureGrid.Ruler.Count; t += 7)
            {
                Assert.Equal(curve.SolidAt(TemperatureGrid.Ruler.Temperature(t)), curve.Solid[t], 12);
            }
        });

    [Fact]
    public void SlumpIsWhereTheYieldValueCrossesTwo() =>
        Sample.AnyMix.Sample(mix =>
        {
            var curve = Curve(mix);
            if (curve.SlumpC is { } slump and > -5 and < 95)
            {
                Assert.True(curve.FirmnessAt(slump) >= MeltCurve.SlumpKPa);
                Assert.True(curve.FirmnessAt(slump + 0.01) <= MeltCurve.SlumpKPa);
            }
        });

    [Fact]
    public void PowderFirmsAndAirSoftens()
    {
        var plain = MeltFunction.Melt([KeyValuePair.Create("shea butter", 1.0)], [20]).FirmnessKPa["20"];
        Assert.True(MeltFunction.Melt([KeyValuePair.Create("shea butter", 1.0)], [20], powderVolumeFraction: 0.1).FirmnessKPa["20"] > plain);
        Assert.True(MeltFunction.Melt([KeyValuePair.Create("shea butter", 1.0)], [20], overrun: 0.8).FirmnessKPa["20"] < plain);
    }

    [Theory]
    [InlineData("formula.beeswax", double.NaN, 0, 0, "E_NOT_A_NUMBER")]
    [InlineData("powderVolumeFraction", 1, 0.95, 0, "E_RANGE")]
    [InlineData("overrun", 1, 0, 3.5, "E_RANGE")]
    public void BadInputNamesItsField(string field, double part, double powder, double overrun, string code)
    {
        var refusal = Assert.Throws<Refusal>(() => MeltFunction.Melt([KeyValuePair.Create("beeswax", part)], [20], powder, overrun));
        Assert.Equal((code, field), (refusal.Code, refusal.Field));
    }
}
