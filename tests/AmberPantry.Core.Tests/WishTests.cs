using System.Diagnostics;
using AmberPantry.Core.Assessment.Remedies;
using AmberPantry.Core.Formulas;
using AmberPantry.Core.Materials;
using AmberPantry.Core.Science.Melt;

namespace AmberPantry.Core.Tests;

/// <summary>Balance for me: wishes met where they can be, the least told where they cannot, and nothing worse than a blind search finds.</summary>
public class WishTests
{
    private static readonly Formula Balm = Sample.Slipway7;
    private static readonly WishFinder Finder = new(MaterialShelf.Plain, Sample.Shed);

    private static CancellationToken Stop => TestContext.Current.CancellationToken;

    private static WishAnswer Find(Formula formula, IReadOnlyList<Wish> wishes) => Finder.Find(formula, wishes, Stop);

    [Fact]
    public void WhatIsUsuallyWishedComesWithTheFiguresOfTheMixInHand()
    {
        var usual = Finder.Usual(Balm);
        Assert.Contains(usual.Wishes, wish => wish.Kind == WishKind.StandsAt);
        Assert.Equal(usual.Wishes.Count, usual.Now.Count);
        Assert.Empty(usual.Mixes);
        Assert.All(usual.Wishes, wish => Assert.Contains(wish.Kind, usual.Kinds));
    }

    [Fact]
    public void WishesThatCanBeMetAreMet()
    {
        Wish[] wishes =
        [
            new(WishKind.StateAt, null, 20, "scoopable"),
            new(WishKind.StandsAt, 3, 46),
            new(WishKind.GreaseAfter, 3, 10),
            new(WishKind.MostMaterials, 8),
        ];
        var answer = Find(Balm, wishes);
        var nearest = answer.Mixes[0];
        Assert.All(nearest.Wishes, reading => Assert.True(reading.Met, reading.Figure));
        Assert.Equal("4 of 4 wishes met", answer.Says);
        Assert.Equal(100m, nearest.Formula.Total);
        Assert.True(nearest.Formula.Lines.Count <= 8);
        var curve = new ProductMelt(nearest.Formula, MaterialShelf.Plain).Curve!;
        Assert.Equal(MatterState.Scoopable, MatterStates.At(curve.FirmnessAt(20)));
        Assert.True(curve.SlumpC >= 48.95);
        // Applied as it was shown.
        Assert.Equal(nearest.Formula.Lines, new FormulaEditor(MaterialShelf.Plain).Apply(Balm, nearest.Edits).Lines);
    }

    [Fact]
    public void WhatIsDosedAndWhatIsKeptStaysAsItIs()
    {
        var kept = new FormulaEditor(MaterialShelf.Plain).Apply(Balm, new KeepLine("L3", true));
        foreach (var mix in Find(kept, [new(WishKind.StandsAt, 3, 55)]).Mixes)
        {
            Assert.Equal(24m, mix.Formula.Line("L3").Percent);
            Assert.Equal(1m, mix.Formula.Line("L7").Percent);
            Assert.Equal(0.8m, mix.Formula.Line("L8").Percent);
        }
    }

    [Fact]
    public void AWishOutOfReachIsToldWithTheNearestThatCanBe()
    {
        var missed = Find(Balm, [new(WishKind.StandsAt, 3, 50), new(WishKind.GreaseAfter, 0.1, 1)]).Mixes[0].Wishes[1];
        Assert.False(missed.Met);
        Assert.Contains("cannot be while the other wishes hold", missed.Short, StringComparison.Ordinal);
        Assert.True(missed.Use > 0.1);
    }

    [Fact]
    public void WhatIsToBeLeftOutIsAndOnlyTheShelfIsUsedWhenAsked()
    {
        var noBees = Find(Balm, [new(WishKind.LeaveOut, Word: "bee product"), new(WishKind.StandsAt, 3, 40)]);
        Assert.All(noBees.Mixes, mix => Assert.DoesNotContain(mix.Formula.Lines, line => line.Material == "beeswax"));
        Assert.True(noBees.Mixes[0].Wishes[0].Met);
        var shelf = new MaterialShelf([.. Balm.Lines.Select((line, i) => new MakerMaterial($"Mine {i}", line.Material, null, 10))]);
        var own = Balm with { Lines = [.. Balm.Lines.Select((line, i) => line with { Material = $"mine {i}" })] };
        var mine = new WishFinder(shelf, Sample.Shed).Find(own, [new(WishKind.OnlyMine), new(WishKind.StandsAt, 3, 48)], Stop);
        Assert.All(mine.Mixes, mix => Assert.All(mix.Formula.Lines, line => Assert.StartsWith("mine", line.Material, StringComparison.Ordinal)));
    }

    [Fact]
    public void AnEmptyShelfIsToldAsWhatStandsInTheWay()
    {
        var refused = Assert.Throws<Refusal>(() => Find(Balm, [new(WishKind.OnlyMine)]));
        Assert.Equal("E_INFEASIBLE", refused.Code);
        Assert.Contains("only from my shelf", refused.Remedy, StringComparison.Ordinal);
    }

    [Fact]
    public void NoAnswerRaisesAStopThatWasNotThere()
    {
        var before = Sample
            .Assessor.Assess(Balm)
            .Findings.Where(finding => finding.Severity == Severity.Stop)
            .Select(finding => finding.Id)
            .ToHashSet();
        foreach (var mix in Find(Balm, [new(WishKind.GreaseAfter, 1.5, 10), new(WishKind.Keeps, 18)]).Mixes)
        {
            Assert.All(Sample.Assessor.Assess(mix.Formula).Findings.Where(finding => finding.Severity == Severity.Stop), finding =>
                Assert.Contains(finding.Id, before)
            );
        }
    }

    [Theory]
    [InlineData(WishKind.StateAt, null, 20.0, "springy", "wishes[0].word")]
    [InlineData(WishKind.StateAt, null, 400.0, "firm", "wishes[0].at")]
    [InlineData(WishKind.GreaseAfter, null, 10.0, null, "wishes[0].value")]
    [InlineData(WishKind.MostMaterials, 0.0, null, null, "wishes[0].value")]
    [InlineData(WishKind.LeaveOut, null, null, " ", "wishes[0].word")]
    public void AWishThatSaysNothingIsRefused(WishKind kind, double? value, double? at, string? word, string field)
    {
        var refused = Assert.Throws<Refusal>(() => Find(Balm, [new(kind, value, at, word)]));
        Assert.Equal(field, refused.Field);
        Assert.NotEmpty(refused.Remedy);
    }

    [Fact]
    public void EveryFamilysStarterCanBeBalanced()
    {
        foreach (var family in Kinds.All)
        {
            var starter = Starters.For(Families.FamilyRegistry.Usual.Get(family, "family"), MaterialShelf.Plain);
            var usual = Finder.Usual(starter);
            var answer = Find(starter, usual.Wishes);
            Assert.All(answer.Mixes, mix => Assert.Equal(100m, mix.Formula.Total));
        }
    }

    [Fact]
    public void ASearchIsStoppedWhenNobodyWaitsForIt()
    {
        using var stop = new CancellationTokenSource();
        stop.Cancel();
        Assert.ThrowsAny<OperationCanceledException>(() => Finder.Find(Balm, [new(WishKind.StandsAt, 3, 55)], stop.Token));
    }

    /// <summary>The bench does the same on 20 problems with 200,000 points each.</summary>
    [Theory]
    [InlineData(1)]
    [InlineData(2)]
    [InlineData(3)]
    public void NothingIsFoundByBlindTryingThatIsTwoPercentBetter(int seed)
    {
        var (parts, targets) = Problems.Seeded(seed);
        var found = Balance.Find(parts, targets).Answers[0];
        var answered = Balance.Distance(parts, targets, [.. parts.Select(part => found.Shares[part.Material.Id])]);
        var best = Problems.Points(parts, seed, 4000).Min(point => Balance.Distance(parts, targets, point));
        Assert.True(answered <= (best * 1.02) + 1e-6, $"{answered} against {best}");
    }

    [Fact]
    public void FourteenMaterialsAndEightWishesAreSoonAnswered()
    {
        Wish[] wishes =
        [
            new(WishKind.StateAt, null, 20, "scoopable"),
            new(WishKind.StandsAt, 3, 46),
            new(WishKind.GreaseAfter, 2, 10),
            new(WishKind.DressAfter, 8),
            new(WishKind.Keeps, 14),
            new(WishKind.SolidOnSkin, 12),
            new(WishKind.MostMaterials, 9),
            new(WishKind.UsualGroups),
        ];
        Find(Balm, wishes);
        var clock = Stopwatch.StartNew();
        Find(Balm, wishes);
        // Not what is promised, which is measured alone: other tests run beside it on the same cores.
        Assert.InRange(clock.Elapsed.TotalSeconds, 0, 6);
    }
}

/// <summary>Problems for the search, the same for the same seed.</summary>
public static class Problems
{
    private static readonly string[] Materials =
    [
        "beeswax",
        "candelilla wax",
        "carnauba wax",
        "shea butter",
        "cocoa butter",
        "mango butter",
        "lanolin",
        "high-oleic sunflower oil",
        "castor oil",
        "jojoba oil",
        "caprylic/capric triglyceride",
        "coconut oil",
        "kokum butter",
        "sunflower oil",
    ];

    public static (BalancePart[] Parts, BalanceTarget[] Targets) Seeded(int seed)
    {
        var random = new Random(seed);
        double Between(double low, double high) => low + ((high - low) * random.NextDouble());
        BalancePart[] parts =
        [
            .. Materials.Select(name => new BalancePart(MaterialShelf.Plain.Get(name, "m"), 0, Between(15, 60), null, Between(4, 40))),
        ];
        var firm = Between(20, 120);
        BalanceTarget[] targets =
        [
            new("firmnessKPa", 20, firm, firm * 1.2),
            new("firmnessKPa", 4, null, firm * Between(1.5, 3)),
            new("slumpC", null, Between(38, 56), null),
            new("greasiness", null, null, Between(2.5, 5)),
            new("costPerKg", null, null, Between(6, 14)),
            new("solidPercent", 33, null, Between(5, 20)),
        ];
        return (parts, targets);
    }

    /// <summary>Points within the bounds, drawn blindly.</summary>
    public static IEnumerable<double[]> Points(BalancePart[] parts, int seed, int count)
    {
        var random = new Random(1000 + seed);
        for (var i = 0; i < count; )
        {
            var free = parts.Select(_ => -Math.Log(1 - random.NextDouble())).ToArray();
            var total = free.Sum();
            var shares = free.Select(part => 100 * part / total).ToArray();
            if (shares.Zip(parts).All(pair => pair.First <= pair.Second.Max))
            {
                i++;
                yield return shares;
            }
        }
    }
}
