using AmberPantry.Core.Science.Trials;
using CsCheck;

namespace AmberPantry.Core.Tests;

/// <summary>What luck can do, against textbooks, by counting and by simulation.</summary>
public class TrialsTests
{
    private static LuckQuestion Asked(int testers, int codes, int best, Looks? looks = null) =>
        new(testers, codes, best, looks ?? Looks.End(testers));

    [Theory]
    [InlineData(8, 10, 0.109375)]
    [InlineData(9, 10, 0.021484375)]
    [InlineData(15, 20, 0.04138946533203125)]
    public void TheSignTestIsThatOfTheTextbook(int ahead, int of, double chance) =>
        Assert.Equal(chance, PairedAnswer.Of(ahead, of - ahead, 0, Looks.End(of)).Chance, 1e-12);

    [Theory]
    [InlineData(12, 8, 0.0187584)]
    [InlineData(30, 15, 0.0434826)]
    public void TheTriangleTestIsThatOfTheTextbook(int testers, int right, double chance) =>
        Assert.Equal(chance, OddOneOut.Of(testers, right, 3).Chance, 1e-6);

    /// <summary>Friedman's table: four codes and three testers, rank sums spread as far as they can be, 1 in 576.</summary>
    [Fact]
    public void FullAgreementIsAsRareAsItsWays()
    {
        IReadOnlyList<int> row = [1, 2, 3, 4];
        var answer = new Rankings([row, row, row]).Friedman();
        Assert.Equal(9, answer.Chi, 9);
        Assert.Equal(1, answer.Agreement, 9);
        Assert.Equal(24.0 / (24 * 24 * 24), answer.Chance, 1e-12);
    }

    /// <summary>All ways that a few testers can choose, one by one.</summary>
    [Theory]
    [InlineData(5, 3)]
    [InlineData(6, 2)]
    [InlineData(4, 4)]
    public void WhatLuckDoesIsWhatCountingAllWaysSays(int testers, int codes)
    {
        var ways = (int)Math.Pow(codes, testers);
        for (var best = 0; best <= testers; best++)
        {
            var hits = Enumerable
                .Range(0, ways)
                .Count(way =>
                {
                    var firsts = new int[codes];
                    for (var t = 0; t < testers; t++, way /= codes)
                    {
                        firsts[way % codes]++;
                    }

                    return firsts.Max() >= best;
                });
            Assert.Equal((double)hits / ways, Asked(testers, codes, best).Answer().Chance, 1e-12);
        }
    }

    [Theory]
    [InlineData(2, 20, 0.0490)]
    [InlineData(3, 12, 0.0484)]
    [InlineData(4, 16, 0.0449)]
    public void ToStopAtTheFirstRareLookRaisesFewerThanOneFalseAlarmInTwenty(int codes, int planned, double exact)
    {
        var looks = Looks.Each(planned);
        // Which firsts of the pot in front are called hardly luck, at each look of the plan.
        var alarms = Enumerable
            .Range(1, planned)
            .ToDictionary(
                n => n,
                n =>
                    Enumerable
                        .Range(0, n + 1)
                        .Select(k => (int?)k)
                        .FirstOrDefault(k => Rarity.Below(new Looks(looks.At).Chance(n, codes, k!.Value), Rarity.HardlyBelow))
            );
        var random = new SeededRandom(7);
        const int Runs = 20_000;
        var raised = 0;
        for (var run = 0; run < Runs; run++)
        {
            var firsts = new int[codes];
            for (var n = 1; n <= planned; n++)
            {
                firsts[random.Below(codes)]++;
                if (firsts.Max() >= alarms[n])
                {
                    raised++;
                    break;
                }
            }
        }

        Assert.InRange((double)raised / Runs, exact - 0.006, exact + 0.006);
        Assert.True(exact < 0.05);
    }

    [Fact]
    public void MoreFirstsAreNeverLikelierByLuckAndMoreLooksNeverRarer() =>
        (from testers in Gen.Int[1, 14] from codes in Gen.Int[2, 5] from best in Gen.Int[1, testers] select (testers, codes, best)).Sample(
            one =>
            {
                var (testers, codes, best) = one;
                var now = Asked(testers, codes, best).Answer();
                Assert.InRange(now.Chance, 0, 1);
                Assert.True(now.Chance <= Asked(testers, codes, best - 1).Answer().Chance + 1e-12);
                Assert.True(Asked(testers, codes, best, Looks.Each(testers)).Answer().Chance >= now.Chance - 1e-12);
                Assert.True(now.Chance >= (Asked(testers, codes, best) with { IsNamed = true }).Answer().Chance - 1e-12);
            },
            iter: 200
        );

    [Fact]
    public void EveryOrderHoldsEachPotOnceAndAWholeRoundIsEven() =>
        (from codes in Gen.Int[2, 8] from seed in Gen.Int[0, 1000] select (codes, seed)).Sample(
            one =>
            {
                var codes = PotCodes.Draw(one.codes, one.seed);
                Assert.Equal(one.codes, codes.Select(code => code[0]).Distinct().Count());
                var round = one.codes % 2 == 0 ? one.codes : 2 * one.codes;
                var order = TestOrder.Of(codes, round, (ulong)one.seed);
                Assert.All(order.Orders, row => Assert.Equal(codes.Order(), row.Order()));
                Assert.True(order.Balanced);
                Assert.Equal(order.FollowsLeast, order.FollowsMost);
                Assert.Single(order.Positions.SelectMany(row => row).Distinct());
            },
            iter: 100
        );

    [Fact]
    public void WhatWouldSettleItDoes()
    {
        var question = Asked(9, 3, 7);
        var settle = question.Settle(100);
        var all = settle.Rows[0];
        Assert.True(all.Chance < 0.01);
        Assert.Equal("settled", all.Word);
        Assert.True(Asked(9 + all.Next - 1, 3, 7 + all.Next - 1).Answer().Chance >= 0.01);
    }

    [Fact]
    public void TestersThatAreNeededReachIt()
    {
        var needed = NeededTesters.Of(TestKind.First, 0.7, 3, 20, 0.8);
        Assert.Equal((16, 10), (needed.Testers, needed.Reach));
        var random = new SeededRandom(3);
        const int Runs = 4000;
        var shown = Enumerable.Range(0, Runs).Count(_ => Enumerable.Range(0, 16).Count(_ => random.Below(10) < 7) >= needed.Reach);
        Assert.InRange((double)shown / Runs, needed.Power!.Value - 0.03, needed.Power.Value + 0.03);
        Assert.Null(NeededTesters.Of(TestKind.Paired, 0.52, 2, 20, 0.8).Testers);
    }

    [Fact]
    public void ManyTestersAreDrawnAndTheSameSeedDrawsAlike()
    {
        IReadOnlyList<int>[] places =
        [
            .. Enumerable.Range(0, 30).Select(i => (int[])[1 + (i % 5), 1 + ((i + 1) % 5), 1 + ((i + 2) % 5), 1 + ((i + 3) % 5), 1 + ((i + 4) % 5)]),
        ];
        var one = new Rankings(places, 5).Friedman();
        Assert.Equal(ShuffleMethod.Permutation, one.Method);
        Assert.Equal(one, new Rankings(places, 5).Friedman() with { MeanPlaces = one.MeanPlaces });
        // Every code has every place equally often: nothing is rarer than that.
        Assert.Equal(1, one.Chance, 3);
    }
}
