using AmberPantry.Core.Assessment.Remedies;
using AmberPantry.Core.Calculations;
using AmberPantry.Core.Formulas;
using AmberPantry.Core.Materials;
using AmberPantry.Core.Science.Colour;
using AmberPantry.Core.Science.Feel;
using AmberPantry.Core.Science.Fizz;
using AmberPantry.Core.Science.Melt;
using AmberPantry.Core.Science.Powders;
using AmberPantry.Core.Science.Stability;
using CsCheck;

namespace AmberPantry.Core.Tests;

/// <summary>What must hold for any input, not only for the reference cases.</summary>
public class SciencePropertyTests
{
    private static readonly Gen<FizzMix> AnyFizzy = Gen.Select(Gen.Double[1, 90], Gen.Double[1, 90], Gen.Double[0, 40], Gen.Double[0, 10])
        .Select((soda, acid, starch, oil) => Mix(soda, acid, starch, oil));

    private static FizzMix Mix(double soda, double acid, double starch, double oil) =>
        new([
            (FizzMaterial.All["baking_soda"], soda),
            (FizzMaterial.All["citric_acid"], acid),
            (FizzMaterial.All["starch_corn"], starch),
            (FizzMaterial.All["oil_liquid"], oil),
        ]);

    [Fact]
    public void MassIsKeptWhenItFizzes() =>
        AnyFizzy.Sample(mix =>
        {
            var balance = FizzBalance.Of(mix);
            var reacted = balance.Co2Mol;
            Assert.Equal(mix.AcidMol - reacted, balance.LeftAcidMol, 9);
            Assert.Equal((mix.BaseMol - reacted) * FizzMix.SodaGMol, balance.LeftSodaG, 6);
            Assert.True(balance.Co2G + balance.WaterMadeG < mix.TotalG);
        });

    [Fact]
    public void MoreAcidNeverLowersTheGasWhileSodaIsLeft() =>
        Gen.Select(Gen.Double[10, 90], Gen.Double[1, 90], Gen.Double[0.1, 20])
            .Sample(
                (soda, acid, more) =>
                {
                    FizzBalance less = FizzBalance.Of(Mix(soda, acid, 0, 0)),
                        then = FizzBalance.Of(Mix(soda, acid + more, 0, 0));
                    Assert.True(less.LeftSodaG == 0 || then.Co2Mol > less.Co2Mol);
                    Assert.True(then.Co2Mol >= less.Co2Mol - 1e-12);
                }
            );

    [Fact]
    public void MoreSodaNeverLowersTheBathsPh() =>
        Gen.Select(AnyFizzy, Gen.Double[1, 60], Gen.Double[20, 300])
            .Sample(
                (mix, more, litres) =>
                    Assert.True(
                        BathPh.Fresh(mix.With("baking_soda", more), new Bath(Litres: litres)) >= BathPh.Fresh(mix, new Bath(Litres: litres)) - 1e-9
                    )
            );

    [Fact]
    public void SodaForMeetsTheLeftOverItWasAskedFor() =>
        Gen.Select(Gen.Double[5, 60], Gen.Double[0, 50])
            .Sample(
                (acid, wanted) =>
                {
                    var mix = Mix(10, acid, 20, 3);
                    var found = SodaFor.Of(mix, wanted);
                    var left = FizzBalance.Of(mix.Without("baking_soda").With("baking_soda", found.SodaG)).LeftSodaPct;
                    // By their distance: two figures at the edge of a rounding differ when rounded, however near they are.
                    Assert.InRange(left - wanted, -5e-7, 5e-7);
                }
            );

    [Fact]
    public void MoreAntioxidantNeverShortensLifeBelowTheOverdose() =>
        Gen.Select(Gen.OneOf(Lipid.All.Values.Select(Gen.Const).ToArray()), Gen.Double[0, 1.1], Gen.Double[0, 0.1])
            .Sample(
                (lipid, percent, more) =>
                {
                    double Months(double pct) => Keeping.Of([(lipid, 100)], [(Antioxidant.All["t50"], pct)], new Storage()).Months;
                    Assert.True(Months(percent + more) >= Months(percent) - 1e-9);
                }
            );

    [Fact]
    public void EachOilAloneKeepsWithinItsOwnUsualShelfLife() => Assert.All(Lipid.All.Values, lipid =>
        {
            var keeping = Keeping.Of([(lipid, 100)], [], new Storage("stick", Temps: [(20, 1)]));
            var alone = Math.Min(36, 1 / ((1 / 45.0) + (0.0285 * Math.Pow(lipid.Profile.X, 0.90) / keeping.Ef)));
            Assert.InRange(alone, lipid.ShelfLow - 0.01, lipid.ShelfHigh + 0.01);
        });

    [Fact]
    public void HotterNeverKeepsLonger() =>
        Gen.Select(Gen.OneOf(Lipid.All.Values.Select(Gen.Const).ToArray()), Gen.Double[0, 40], Gen.Double[0.1, 15])
            .Sample(
                (lipid, celsius, more) =>
                    Assert.True(
                        Keeping.Of([(lipid, 1)], [], new Storage(Temps: [(celsius + more, 1)])).Months
                            <= Keeping.Of([(lipid, 1)], [], new Storage(Temps: [(celsius, 1)])).Months + 1e-9
                    )
            );

    [Fact]
    public void CoolingNeverCrossesTheSurroundings() =>
        Gen.Select(Sample.AnyMix, Gen.Double[40, 95], Gen.Double[-20, 35], Gen.Double[4, 150], Gen.Double[20, 2000])
            .Sample(
                (mix, start, around, transfer, grams) =>
                {
                    var blend = LipidBlend.Mix([.. mix.Select(part => (MaterialShelf.Plain.Get(part.Material, "m").Melt!, (double)part.Percent))]);
                    var trace = CoolingRun.Simulate(
                        blend,
                        new CoolingBatch(grams, CoolingBatch.BowlAreaM2(grams)),
                        start,
                        [new CoolingStage(3600, around, transfer)],
                        300
                    );
                    Assert.All(trace, point => Assert.InRange(point.TemperatureC, around - 1e-6, start + 40));
                    Assert.All(trace, point => Assert.InRange(point.SolidPercent, -1e-9, 100.1));
                },
                iter: 60
            );

    [Fact]
    public void MoreOilIsNeverDrierAndMoreCarrierNeverWetter() =>
        Gen.Select(Gen.Double[20, 90], Gen.Double[1, 40], Gen.Double[0.1, 20])
            .Sample(
                (starch, oil, more) =>
                {
                    PowderMix Of(double s, double o) =>
                        new([(PowderMaterial.All["starch_arrowroot"], s), (PowderMaterial.All["magnesium_carbonate"], 5)], [(o, 0.92)]);
                    Assert.True(Of(starch, oil + more).Saturation >= Of(starch, oil).Saturation);
                    Assert.True(Of(starch + more, oil).Saturation <= Of(starch, oil).Saturation + 1e-12);
                }
            );

    [Fact]
    public void TheCarrierAskedForLeavesTheMixAsLooseAsAsked() =>
        Gen.Select(Gen.Double[20, 90], Gen.Double[5, 40], Gen.Double[0.05, 0.6])
            .Sample(
                (starch, oil, target) =>
                {
                    var need = CarrierNeed.Of(
                        [(PowderMaterial.All["starch_corn"], starch)],
                        [(oil, 0.92)],
                        PowderMaterial.All["starch_tapioca_mod"],
                        target,
                        true
                    );
                    Assert.True(need.UAfter <= target + 1e-9);
                    Assert.True(need.CarrierG == 0 || Math.Abs(need.UAfter - target) < 1e-9);
                }
            );

    [Fact]
    public void PowderNeverSoftensAFat() =>
        Gen.Select(Gen.Double[1, 30], Gen.Double[0.1, 10])
            .Sample(
                (powder, more) =>
                {
                    double Ratio(double g) =>
                        PowderInFat.Of([(PowderMaterial.All["starch_arrowroot"], g)], 70, 0.91, 100, 20).YieldRatio ?? double.PositiveInfinity;
                    Assert.True(Ratio(powder + more) >= Ratio(powder) - 1e-9);
                }
            );

    [Fact]
    public void TheDoseFoundGivesTheDepthAskedFor() =>
        Gen.Select(Gen.OneOf(Colourant.All.Values.Select(Gen.Const).ToArray()), Gen.Double[0.5, 30])
            .Sample(
                (colourant, wanted) =>
                {
                    var paint = new Paint(ColourBase.All["butter_white"]);
                    var dose = DoseForDepth.Of(paint, colourant, wanted, colourant.LoadMax, 100);
                    if (dose.Reached)
                    {
                        Assert.InRange(Shade.Of(paint, [(colourant, dose.Pct!.Value)]).DeltaFromBase, wanted - 0.001, wanted + 0.001);
                    }
                    else
                    {
                        Assert.True(dose.DepthAtCap < wanted);
                    }
                }
            );

    [Fact]
    public void ColourDifferencesAreSymmetricAndZeroOnlyForTheSame() =>
        Gen.Select(AnyLab, AnyLab)
            .Sample(
                (one, two) =>
                {
                    Assert.Equal(Lab.DeltaE00(one, two), Lab.DeltaE00(two, one), 9);
                    Assert.Equal(0, Lab.DeltaE00(one, one), 9);
                }
            );

    private static Gen<Lab> AnyLab =>
        Gen.Select(Gen.Double[0, 100], Gen.Double[-100, 100], Gen.Double[-100, 100]).Select((l, a, b) => new Lab(l, a, b));

    [Fact]
    public void ALighterLiquidFeelsLessGreasyAndPowderCutsIt()
    {
        double Grease(string oil, double starch) =>
            SkinFeel
                .Of(
                    [(MaterialShelf.Plain.Get("shea butter", "m"), 40), (MaterialShelf.Plain.Get(oil, "m"), 50)],
                    [(PowderMaterial.All["starch_arrowroot"], starch)]
                )!
                .Greasiness;
        Assert.True(Grease("isopropyl myristate", 0) < Grease("sunflower oil", 0));
        Assert.True(Grease("sunflower oil", 0) < Grease("castor oil", 0));
        Assert.True(Grease("sunflower oil", 10) < Grease("sunflower oil", 0));
    }

    [Fact]
    public void TheSolversAnswerKeepsItsOwnLimits() =>
        Gen.Select(Gen.Double[30, 120], Gen.Double[40, 55], Gen.Int[0, 30])
            .Sample(
                (firmness, slump, lanolin) =>
                {
                    BalancePart[] parts =
                    [
                        Part("beeswax", 2, 25),
                        Part("candelilla wax", 0, 10),
                        Part("shea butter", 0, 40),
                        Part("high-oleic sunflower oil", 10, 80),
                        Part("castor oil", 0, 25),
                        Part("lanolin", lanolin, lanolin),
                    ];
                    BalanceTarget[] targets = [new("firmnessKPa", 20, firmness, firmness * 1.3), new("slumpC", null, slump, null)];
                    var found = Balance.Find(parts, targets);
                    Assert.All(found.Answers, answer =>
                    {
                        Assert.Equal(100, answer.Shares.Values.Sum(), 6);
                        Assert.All(parts, part => Assert.InRange(answer.Shares[part.Material.Id], part.Min - 0.011, part.Max + 0.011));
                    });
                    Assert.Equal(found.Answers, found.Answers.OrderBy(answer => answer.Name != "nearest"));
                },
                iter: 8,
                threads: 1
            );

    [Fact]
    public void AWishThatCannotBeMetIsExplained()
    {
        BalancePart[] parts = [Part("sunflower oil", 0, 100), Part("castor oil", 0, 100)];
        var found = Balance.Find(parts, [new("firmnessKPa", 20, 100, null, Must: true), new("greasiness", null, null, 9, Must: true)]);
        Assert.Equal(["firmnessKPa at 20 °C at least 100"], found.Conflict!.Demands);
        Assert.Contains("cannot reach it", found.Conflict.Says, StringComparison.Ordinal);
        var refusal = Assert.Throws<Refusal>(() => Balance.Find([Part("sunflower oil", 0, 40), Part("castor oil", 0, 40)], []));
        Assert.Equal("E_INFEASIBLE", refusal.Code);
    }

    [Theory]
    [InlineData("2 parts", null, 2.0)]
    [InlineData("75 g", 75.0, null)]
    [InlineData("2 oz", 56.699, null)]
    [InlineData("1/2 cup", 108.48, null)]
    [InlineData("1 1/2 tbsp", 20.278, null)]
    [InlineData("20 drops", 0.914, null)]
    public void AmountsAreReadAsMakersWriteThem(string text, double? grams, double? parts)
    {
        var line = AmountText.Read(MaterialNames.Named("sunflower oil")!, text, null, "amount");
        Assert.Equal(grams ?? 0, line.Grams ?? 0, 1);
        Assert.Equal(parts, line.Parts);
        Assert.Equal(
            text.Contains("cup", StringComparison.Ordinal)
                || text.Contains("tbsp", StringComparison.Ordinal)
                || text.Contains("drops", StringComparison.Ordinal),
            line.FromVolume
        );
    }

    [Theory]
    [InlineData("lots")]
    [InlineData("1/0 cup")]
    [InlineData("5 fl")]
    public void AmountsThatAreNoneAreRefused(string text) =>
        Assert.Throws<Refusal>(() => AmountText.Read(MaterialNames.Named("sunflower oil")!, text, null, "amount"));

    [Fact]
    public void OneMissingAmountIsFilledAndTwoAreNot()
    {
        Assert.Equal(440, MissingAmount.Of([("beeswax", 60), ("oil", null)], 500).Solved);
        var two = MissingAmount.Of([("beeswax", null), ("oil", null)], 500);
        Assert.False(two.Complete);
        Assert.Equal(500, two.EachAtMostG);
        Assert.Throws<Refusal>(() => MissingAmount.Of([("beeswax", 600)], 500));
    }

    [Fact]
    public void FieldsRefuseWhatIsNoDocument()
    {
        using var list = System.Text.Json.JsonDocument.Parse("[1]");
        Assert.Equal("E_NOT_A_DOCUMENT", Assert.Throws<Refusal>(() => new Fields(list.RootElement)).Code);
    }

    [Fact]
    public void CoolingTellsWhenToWhipAndWhetherItTurnsSandy()
    {
        var blend = LipidBlend.Mix([(MaterialNames.Named("shea butter")!.Melt!, 62), (MaterialNames.Named("sunflower oil")!.Melt!, 38)]);
        CoolingStage[] slow = [new(12_000, 21, 8)],
            fast = [new(5400, 2, 90, Stirred: true)];
        var batch = new CoolingBatch(500, CoolingBatch.BowlAreaM2(550), 300);
        var slowly = CoolingRun.Simulate(blend, batch, 72, slow);
        var quickly = CoolingRun.Simulate(blend, batch, 80, fast);
        var sandy = GrainForecast.Of(blend, slowly, slow, 0);
        var smooth = GrainForecast.Of(blend, quickly, fast, 20);
        Assert.True(sandy.Risk >= 5 && smooth.Risk <= 1, $"{sandy.Risk} and {smooth.Risk}");
        var window = WhipWindow.Of(blend, quickly);
        Assert.True(window.OpensS < window.ClosesS || window.ClosesS is null);
        Assert.True(window.ToC < window.FromC);
        Assert.True(WhipWindow.ReachableOverrun(0.15) > WhipWindow.ReachableOverrun(0.28));
    }

    [Fact]
    public void ReadingsTeachTheVessel()
    {
        var blend = LipidBlend.Mix([(MaterialNames.Named("sunflower oil")!.Melt!, 1)]);
        CoolingStage[] stages = [new(3600, 20, 8)];
        var batch = new CoolingBatch(400, 0.03);
        var truth = CoolingRun.Simulate(blend, batch, 80, [stages[0] with { HeatTransferWM2K = 12 }], 600);
        var fit = CoolingFit.Of(blend, batch, 80, stages, [.. truth.Skip(1).Select(point => new CoolingReading(point.S, point.TemperatureC))]);
        Assert.InRange(fit.Factor, 1.3, 1.55);
    }

    [Fact]
    public void ColdBowlsSweatInDampRooms()
    {
        Assert.InRange(Condensation.Of(22, 60, 4).DewPointC, 13.5, 14.3);
        Assert.True(Condensation.Of(22, 60, 4).Sweats);
        Assert.False(Condensation.Of(22, 30, 10).Sweats);
    }

    [Fact]
    public void AHotRouteMeltsABareTinAndSparesAPaddedBox()
    {
        var blend = LipidBlend.Mix([
            (MaterialNames.Named("shea butter")!.Melt!, 40),
            (MaterialNames.Named("beeswax")!.Melt!, 4),
            (MaterialNames.Named("sunflower oil")!.Melt!, 56),
        ]);
        double[] day = [20, 28, 38, 46, 46, 38, 26, 20];
        var bare = ParcelRoute.Of(blend, 50, 0.012, 0, 20, day);
        var padded = ParcelRoute.Of(blend, 600, 0.05, 2.5, 20, day);
        Assert.True(bare.PeakCoreC > padded.PeakCoreC + 5);
        Assert.True(bare.MeltedPercent > padded.MeltedPercent);
        Assert.NotEqual(Science.Melt.Arrival.AsSent, bare.ArrivesAs);
    }

    [Fact]
    public void TheWallSetsBeforeTheCore() => Assert.All(WallAndCore.Of(70, 5, 10, 60, 3600).Moments.Skip(1), moment =>
        {
            Assert.True(moment.WallC <= moment.MeanC + 1e-9 && moment.MeanC <= moment.CoreC + 1e-9);
            Assert.InRange(moment.WallC, 5, 70);
        });

    [Fact]
    public void AColdOilInAHotMeltFlakes()
    {
        var melt = LipidBlend.Mix([(MaterialNames.Named("beeswax")!.Melt!, 20), (MaterialNames.Named("sunflower oil")!.Melt!, 80)]);
        var oil = LipidBlend.Mix([(MaterialNames.Named("castor oil")!.Melt!, 1)]);
        var mixed = LipidBlend.Mix([
            (MaterialNames.Named("beeswax")!.Melt!, 60),
            (MaterialNames.Named("sunflower oil")!.Melt!, 240),
            (MaterialNames.Named("castor oil")!.Melt!, 60),
        ]);
        var cold = HeatBalance.Of(melt, 300, 72, new HeatAddition(oil, 60, 15), mixed);
        var warm = HeatBalance.Of(melt, 300, 72, new HeatAddition(oil, 60, 65), mixed);
        Assert.True(cold.Flakes && !warm.Flakes);
        Assert.InRange(cold.ResultC, 58, 72);
        Assert.True(warm.ResultC > cold.ResultC);
    }

    private static BalancePart Part(string name, double min, double max) => new(MaterialNames.Named(name)!, min, max);

    /// <summary>One unit is 0.3 µg of retinol: pure retinol holds 3.33 million in a gram.</summary>
    [Theory]
    [InlineData(0.5, 1_000_000, 0.15)]
    [InlineData(1, 1_700_000, 0.51)]
    [InlineData(0, 1_000_000, 0)]
    public void UnitsOfVitaminABecomeRetinol(double rawPercent, double unitsPerGram, double percent) =>
        Assert.Equal(percent, RetinolEquivalent.Of(rawPercent, unitsPerGram).Percent, 9);
}
