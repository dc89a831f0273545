using AmberPantry.Core.Science.Learning;
using AmberPantry.Core.Science.Trials;
using CsCheck;

namespace AmberPantry.Core.Tests;

/// <summary>What is learnt from a maker's batches comes near what is true, and never makes it worse.</summary>
public class LearningTests
{
    /// <summary>A number of the normal distribution.</summary>
    private static double Normal(SeededRandom random)
    {
        double Part() => (random.Below(1_000_000) + 0.5) / 1_000_000;
        return Math.Sqrt(-2 * Math.Log(Part())) * Math.Cos(2 * Math.PI * Part());
    }

    [Fact]
    public void AHiddenFactorIsFoundWithinATenthAfterFiveBatches()
    {
        for (ulong seed = 1; seed <= 200; seed++)
        {
            var random = new SeededRandom(seed);
            // A vessel and place that cool up to a third faster or slower than said.
            var hidden = Math.Exp((random.Below(2001) - 1000) / 1000.0 * Math.Log(1.35));
            LearnRecord[] batches =
            [
                .. Enumerable
                    .Range(0, 5)
                    .Select(_ =>
                    {
                        (double S, double C)[] read =
                        [
                            .. new[] { 600.0, 1200, 1800, 2400 }.Select(s => (s, 20 + (60 * Math.Exp(-hidden * s / 3000)) + (0.5 * Normal(random)))),
                        ];
                        return new LearnRecord(Math.Log(CoolingFactor.Of(80, 20, 3000, read, null).Factor));
                    }),
            ];
            var learnt = Math.Exp(LearntOffset.Of(LearnQuantity.CoolingFactor, batches).Value);
            Assert.True(Math.Abs((learnt / hidden) - 1) <= 0.10, $"seed {seed}: hidden {hidden:0.000}, learnt {learnt:0.000}");
        }
    }

    [Fact]
    public void WhatIsProposedWasNeverWorseOnHeldBackBatches()
    {
        var proposed = 0;
        double raw = 0,
            corrected = 0;
        for (ulong seed = 1; seed <= 200; seed++)
        {
            var random = new SeededRandom(seed);
            var hidden = 4.0 * (random.Below(2001) - 1000) / 1000;
            LearnRecord[] all = [.. Enumerable.Range(0, 14).Select(_ => new LearnRecord(hidden + Normal(random)))];
            var proposal = Proposal.Of(LearnQuantity.SlumpC, [.. all.Take(8)]);
            if (proposal.Status != ProposalStatus.Propose)
            {
                continue;
            }

            proposed++;
            Assert.True(HeldBack.Of(LearnQuantity.SlumpC, [.. all.Take(8)]).NeverWorse);
            raw += all.Skip(8).Average(one => Math.Abs(one.Difference));
            corrected += all.Skip(8).Average(one => Math.Abs(one.Difference - proposal.Offset));
        }

        Assert.InRange(proposed, 120, 195);
        // On batches that nobody had seen it is nearer on the whole, and clearly so.
        Assert.True(corrected < 0.6 * raw, $"{corrected / proposed:0.00} against {raw / proposed:0.00}");
    }

    [Fact]
    public void OneSlipMovesLittleAndIsAskedAbout()
    {
        LearnRecord[] calm = [.. new[] { 0.4, -0.2, 0.1, 0.3, -0.1, 0.2 }.Select(off => new LearnRecord(off))];
        var usual = LearntOffset.Of(LearnQuantity.SlumpC, calm);
        var slipped = LearntOffset.Of(LearnQuantity.SlumpC, [.. calm, new LearnRecord(40)]);
        Assert.Equal([6], slipped.Outliers);
        Assert.True(Math.Abs(slipped.Value - usual.Value) < 0.5);
        var kept = LearntOffset.Of(LearnQuantity.SlumpC, [.. calm, new LearnRecord(40, true)]);
        Assert.Empty(kept.Outliers);
        Assert.True(kept.Value > 4);
    }

    [Fact]
    public void OffsetsAreShrunkDoubtsArePositiveAndTurnWithTheSign() =>
        Gen.Double[-6, 6]
            .List[0, 12]
            .Sample(
                offs =>
                {
                    LearnRecord[] records = [.. offs.Select(off => new LearnRecord(off))];
                    var learnt = LearntOffset.Of(LearnQuantity.SlumpC, records);
                    Assert.True(learnt.Doubt > 0 && learnt.OffsetDoubt > 0 && learnt.OffsetDoubt < learnt.Doubt + 1e-9);
                    Assert.True(Math.Abs(learnt.Value) <= offs.Select(Math.Abs).DefaultIfEmpty(0).Max() + 1e-9);
                    var turned = LearntOffset.Of(LearnQuantity.SlumpC, [.. offs.Select(off => new LearnRecord(-off))]);
                    Assert.Equal(-learnt.Value, turned.Value, 1e-9);
                    Assert.Equal(learnt.Doubt, turned.Doubt, 1e-9);
                },
                iter: 300
            );

    [Fact]
    public void AJarThatIsStillFineNeverShortens() =>
        (from months in Gen.Double[0.5, 30] from off in Gen.Double[4, 20] select (months, off)).Sample(
            one =>
            {
                KeptJar[] before = [new KeptJar(12, one.off, JarState.Off)];
                var fit = KeepingFit.Of(before, 12);
                var more = KeepingFit.Of([.. before, new KeptJar(12, one.months, JarState.Fine)], 12);
                Assert.True(more.Factor >= fit.Factor - 1e-9);
                Assert.True(more.PrintMonths <= Math.Max(12, one.months) + 1e-9);
            },
            iter: 200
        );

    [Fact]
    public void MoreDrySqueezesMoveTheLimitUpAndWetOnesDown()
    {
        var usual = WettingFit.Of(45, [], 5, 9);
        Squeeze[] dry = [.. Enumerable.Range(0, 6).Select(_ => new Squeeze(7, 45, SqueezeWord.Dry))];
        var thirsty = WettingFit.Of(45, dry, 5, 9);
        Assert.True(thirsty.HoldsAt > usual.HoldsAt + 1 && thirsty.WetAt > usual.WetAt);
        Squeeze[] wet = [.. Enumerable.Range(0, 6).Select(_ => new Squeeze(6, 45, SqueezeWord.Wet))];
        Assert.True(WettingFit.Of(45, wet, 5, 9).WetAt < usual.WetAt - 1);
        // In damper air less is wanted.
        Assert.True(WettingFit.Of(65, dry, 5, 9).StopAtG < thirsty.StopAtG);
    }

    [Fact]
    public void AThumbThatCallsEverythingOneSofterMovesItsSteps()
    {
        (double, int)[] presses =
        [
            .. new[] { 12.0, 25, 40, 60, 90, 120 }.SelectMany(kPa =>
                new[] { (kPa, Math.Max(1, Usual(kPa) - 1)), (kPa, Math.Max(1, Usual(kPa) - 1)) }
            ),
        ];
        var fit = PressFit.Of(presses, 50, null);
        Assert.Equal(fit.CutsKPa.Order(), fit.CutsKPa);
        Assert.Equal(2, fit.Score);
        Assert.True(fit.SameShare >= 0.8);
        Assert.Equal(1, fit.Chances!.Sum(), 9);
    }

    private static int Usual(double kPa) => 1 + new[] { 10.0, 20, 80, 150 }.Count(cut => kPa > cut);

    [Fact]
    public void ALotGetsTheCreditWhereItIsTheLotAndNobodyWhereNothingIs()
    {
        LearnRecord[] lots =
        [
            .. Enumerable
                .Range(0, 12)
                .Select(i => new LearnRecord((i % 3 == 0 ? -3 : 0) + (0.2 * ((i % 4) - 1.5)))
                {
                    Lot = i % 3 == 0 ? "M-17" : "M-16",
                    Place = i % 2 == 0 ? "fridge" : "bench",
                }),
        ];
        var credit = Credit.Of(LearnQuantity.SlumpC, lots);
        Assert.Equal(CreditLevel.Lot, credit.Taken);
        Assert.True(credit.Effects.First(effect => effect.Group == "M-17").Offset < -1.5);
        Assert.Equal(
            CreditLevel.None,
            Credit.Of(LearnQuantity.SlumpC, [.. lots.Select((one, i) => one with { Difference = i / 2 % 2 == 0 ? 0.3 : -0.3 })]).Taken
        );
    }

    [Fact]
    public void ACorrectionWhoseCauseHasEndedIsWithdrawn()
    {
        LearnRecord[] records = [.. Enumerable.Repeat(-2.0, 6).Concat(Enumerable.Repeat(0.0, 6)).Select(off => new LearnRecord(off))];
        Assert.Equal(ProposalStatus.Keep, Proposal.Of(LearnQuantity.SlumpC, [.. records.Take(7)], applied: -1.5).Status);
        Assert.Equal(ProposalStatus.Withdraw, Proposal.Of(LearnQuantity.SlumpC, records, applied: -1.5).Status);
        Assert.Equal(ProposalStatus.Resting, Proposal.Of(LearnQuantity.SlumpC, [.. records.Take(6)], restUntil: 7).Status);
        Assert.Equal(ProposalStatus.Propose, Proposal.Of(LearnQuantity.SlumpC, [.. records.Take(6)], restUntil: 6).Status);
    }
}
