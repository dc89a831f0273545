using AmberPantry.Core.Formulas;
using CsCheck;

namespace AmberPantry.Core.Tests;

public class ShareTextTests
{
    [Theory]
    [InlineData("12.5", 12.5)]
    [InlineData("12,5", 12.5)]
    [InlineData(" 12.5 % ", 12.5)]
    [InlineData("1/8", 12.5)]
    [InlineData("0", 0)]
    [InlineData("100", 100)]
    [InlineData(".8", 0.8)]
    [InlineData("75 g", 12.5)]
    [InlineData("75g", 12.5)]
    [InlineData("1 oz", 4.7249)]
    [InlineData("33.33333", 33.3333)]
    public void ReadsWhatMakersWrite(string text, double percent) => Assert.Equal((decimal)percent, ShareText.Parse(text, 600, "percent"));

    [Theory]
    [InlineData("-3", "E_RANGE")]
    [InlineData("−3", "E_RANGE")]
    [InlineData("100.1", "E_RANGE")]
    [InlineData("700 g", "E_RANGE")]
    [InlineData("ten", "E_NOT_A_NUMBER")]
    [InlineData("", "E_NOT_A_NUMBER")]
    [InlineData(null, "E_NOT_A_NUMBER")]
    [InlineData(".", "E_NOT_A_NUMBER")]
    [InlineData("1/0", "E_NOT_A_NUMBER")]
    [InlineData("1e3", "E_NOT_A_NUMBER")]
    [InlineData("12.5.1", "E_NOT_A_NUMBER")]
    [InlineData("<b>5</b>", "E_NOT_A_NUMBER")]
    [InlineData("٣", "E_NOT_A_NUMBER")]
    [InlineData("1234567890123456789012345678901234567890", "E_NOT_A_NUMBER")]
    public void RefusesTheRestWithARemedy(string? text, string code)
    {
        var refusal = Assert.Throws<Refusal>(() => ShareText.Parse(text, 600, "percent"));
        Assert.Equal(code, refusal.Code);
        Assert.Equal("percent", refusal.Field);
        Assert.StartsWith("Type", refusal.Remedy, StringComparison.Ordinal);
    }

    [Fact]
    public void AnyTextIsReadOrRefused() =>
        Gen.String[0, 60]
            .Sample(text =>
            {
                try
                {
                    Assert.InRange(ShareText.Parse(text, 600, "percent"), 0, 100);
                }
                catch (Refusal refusal)
                {
                    Assert.True(refusal.Value is null || refusal.Value.Length <= 80);
                }
            });

    [Fact]
    public void AmountsOfAnyUnitBecomeSharesThatTotalHundred() =>
        Gen.Int[0, 100_000]
            .Array[1, 30]
            .Where(all => all.Any(one => one > 0))
            .Sample(amounts =>
            {
                var shares = Amounts.ToPercent([.. amounts.Select(amount => amount / 100m)]);
                Assert.Equal(100m, shares.Sum());
                var doubled = Amounts.ToPercent([.. amounts.Select(amount => amount / 50m)]);
                Assert.Equal(shares, doubled);
            });

    [Fact]
    public void PartsKeepTheirRatio() => Assert.Equal([25m, 62.5m, 12.5m], Amounts.ToPercent([2, 5, 1]));
}
