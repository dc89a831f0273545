using AmberPantry.Core.Workshops;

namespace AmberPantry.Core.Tests;

/// <summary>What the weather to come means is told by day, in the units of the house.</summary>
public class WeatherTests
{
    private static readonly DateOnly Today = new(2026, 6, 11);
    private static readonly Wording Say = new(Sample.Shed);

    private static IEnumerable<WeatherHour> Day(int after, double low, double high, double driest, double dampest) =>
        Enumerable
            .Range(0, 24)
            .Select(hour => new WeatherHour(
                Today.AddDays(after).ToDateTime(new TimeOnly(hour, 0)),
                hour == 15 ? high : low,
                hour == 15 ? driest : dampest
            ));

    private static string[] Told(params IEnumerable<WeatherHour>[] days) =>
        [.. Weather.Say([.. days.SelectMany(day => day)], Today, Say).Select(one => one.Replace(Wording.Narrow, " ", StringComparison.Ordinal))];

    [Fact]
    public void AQuietTomorrowIsOneSentence() =>
        Assert.Equal(["Tomorrow out of doors **12 to 22 °C**, humidity 50 to 84 %."], Told(Day(0, 5, 40, 90, 95), Day(1, 12, 22, 50, 84)));

    [Fact]
    public void HotAndDampDaysAreNamedInSpells()
    {
        var told = Told(Day(1, 15, 28, 50, 70), Day(2, 15, 31.5, 50, 70), Day(3, 14, 20, 56, 90), Day(4, 15, 27, 40, 60), Day(5, 15, 20, 55, 60));
        Assert.Equal(3, told.Length);
        Assert.Equal(
            "Hot from Fri 12 June to Sat 13 June and on Mon 15 June: up to **31.5 °C** out of doors, and a closed van far above that.",
            told[1]
        );
        Assert.Equal("Damp on Sun 14 June: it stays above **55 %**. Press fizzies and dry salts on another day.", told[2]);
    }

    [Fact]
    public void ADayThatIsNotWholeIsNotJudgedAndNothingKnownIsNothingSaid()
    {
        Assert.Empty(Told(Day(1, 15, 40, 90, 95).Take(20)));
        Assert.Empty(Told());
    }

    [Fact]
    public void TheHouseReadsItInItsOwnUnits()
    {
        var say = new Wording(Sample.Shed with { Temperature = TemperatureUnit.Fahrenheit });
        Assert.Contains("54 to 72", Weather.Say([.. Day(1, 12, 22, 50, 84)], Today, say)[0], StringComparison.Ordinal);
    }
}
