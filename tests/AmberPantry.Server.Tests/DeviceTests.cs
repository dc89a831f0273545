using AmberPantry.Devices;
using AmberPantry.Devices.Pretend;
using CsCheck;

namespace AmberPantry.Server.Tests;

/// <summary>What a device says is believed as far as it goes, and the stand-ins behave as instruments do.</summary>
public class DeviceTests
{
    private static readonly DateTime Start = new(2026, 6, 11, 8, 0, 0, DateTimeKind.Utc);
    private const string ScaleHello = """{"type":"hello","kind":"scale","name":"Quay scale","unit":"g","step":0.1,"capacity":3000}""";

    private static DeviceTrack Scale(string hello = ScaleHello)
    {
        var track = new DeviceTrack(DeviceKind.Scale);
        track.Begin(Start);
        Assert.True(track.Take(hello, Start));
        return track;
    }

    [Theory]
    [InlineData("g", 138.2, 138.2)]
    [InlineData("kg", 0.1382, 138.2)]
    [InlineData("oz", 2, 56.7)]
    public void AWeightIsToldInGramsWhateverTheScaleShows(string unit, double shown, double grams)
    {
        var track = Scale();
        Assert.True(track.Take($$"""{"type":"reading","seq":1,"value":{{shown}},"unit":"{{unit}}","stable":true}""", Start));
        var state = track.At(Start);
        Assert.Equal((DeviceStanding.Settled, grams, 1, 3000d, ""), (state.Standing, state.Value, state.Decimals, state.CapacityG, state.Says));
    }

    [Fact]
    public void AThermometerInFahrenheitIsToldInCelsius()
    {
        var track = new DeviceTrack(DeviceKind.Probe);
        track.Begin(Start);
        Assert.True(track.Take("""{"type":"hello","kind":"probe","name":"P","unit":"degF","step":0.1}""", Start));
        Assert.True(track.Take("""{"type":"reading","seq":1,"value":149,"stable":false}""", Start));
        Assert.Equal((DeviceStanding.Moving, 65d), (track.At(Start).Standing, track.At(Start).Value));
    }

    [Theory]
    [InlineData("")]
    [InlineData("138.2")]
    [InlineData("""{"type":"reading","seq":2,"value":13""")]
    [InlineData("""{"type":"reading","seq":2,"value":"138.2","stable":true}""")]
    [InlineData("""{"type":"reading","seq":2,"value":1e9,"stable":true}""")]
    [InlineData("""{"type":"reading","seq":2,"value":20,"unit":"stone","stable":true}""")]
    [InlineData("""{"type":"reading","value":20,"stable":true}""")]
    [InlineData("""{"type":"shout","seq":2}""")]
    [InlineData("""{"type":"hello","kind":"probe","name":"P"}""")]
    [InlineData("""{"type":"hello","kind":"scale","name":""}""")]
    [InlineData("""{"type":"forecast","seq":2,"hours":[]}""")]
    public void WhatCannotBeReadIsCountedAndChangesNothing(string line)
    {
        var track = Scale();
        track.Take("""{"type":"reading","seq":1,"value":5,"stable":true}""", Start);
        Assert.False(track.Take(line, Start));
        Assert.Equal((5d, 1L), (track.At(Start).Value, track.At(Start).Counts.Garbled));
    }

    [Fact]
    public void NothingIsBelievedBeforeItHasSaidWhatItIs()
    {
        var track = new DeviceTrack(DeviceKind.Scale);
        track.Begin(Start);
        Assert.False(track.Take("""{"type":"reading","seq":1,"value":5,"stable":true}""", Start));
        Assert.Equal((DeviceStanding.Silent, (double?)null), (track.At(Start).Standing, track.At(Start).Value));
    }

    [Fact]
    public void LostLinesAreCountedByTheirNumbersAndANewBeginningIsNone()
    {
        var track = Scale();
        foreach (var seq in new[] { 1, 2, 5, 6, 1, 2 })
        {
            track.Take($$"""{"type":"reading","seq":{{seq}},"value":5,"stable":true}""", Start);
        }

        Assert.Equal(2, track.At(Start).Counts.Lost);
    }

    [Fact]
    public void SilenceTroubleAndADroppedLineAreToldWithWhatToDo()
    {
        var track = Scale();
        track.Take("""{"type":"reading","seq":1,"value":5,"stable":true}""", Start);
        var later = track.At(Start + DeviceTrack.Patience + TimeSpan.FromSeconds(1));
        Assert.Equal((DeviceStanding.Silent, (double?)null), (later.Standing, later.Value));
        Assert.Contains("Type the weight", later.Says, StringComparison.Ordinal);

        track.Take("""{"type":"trouble","seq":2,"code":"overload"}""", Start);
        Assert.Equal(DeviceStanding.Troubled, track.At(Start).Standing);
        Assert.Contains("weigh apart", track.At(Start).Says, StringComparison.Ordinal);
        track.Take("""{"type":"trouble","seq":3,"code":"refused"}""", Start);
        track.Take("""{"type":"reading","seq":4,"value":6,"stable":true}""", Start);
        track.Take("""{"type":"trouble","seq":5,"code":"refused"}""", Start);
        Assert.Equal(6, track.At(Start).Value);

        track.End();
        Assert.Equal(DeviceStanding.Away, track.At(Start).Standing);
        Assert.Contains("does not answer", track.At(Start).Says, StringComparison.Ordinal);
    }

    [Fact]
    public void NoLineMakesItFall() =>
        Gen.String.Sample(text =>
        {
            var track = Scale();
            track.Take(text, Start);
            return track.At(Start).Value is null;
        });

    [Fact]
    public void EveryLineIsReadAsItWasWritten()
    {
        DeviceLine[] lines =
        [
            new Hello(DeviceKind.Probe, "P", "degC", 0.1, Pretend: true),
            new Reading(7, -3.5, true, "degF"),
            new Trouble(8, DeviceTrouble.Unplugged),
        ];
        Assert.All(lines, line => Assert.Equal(line, DeviceLine.Read(line.Write())));
        DeviceOrder[] orders = [new Tare(), new Pour(144), new Behave(Behaviour.Garbled), new TellFrom(Start)];
        Assert.All(orders, order => Assert.Equal(order, DeviceOrder.Read(order.Write())));
    }

    private static List<DeviceLine?> Run(IPretend device, int lines) => [.. Enumerable.Range(0, lines).Select(_ => device.After(device.Every))];

    [Fact]
    public void APretendHandComesNearItsMarkAndTheScaleSettlesOnlyThen()
    {
        for (var seed = 0; seed < 50; seed++)
        {
            var scale = new PretendScale(seed);
            Run(scale, 20);
            Assert.True(scale.Do(new Tare()));
            Assert.True(scale.Do(new Pour(144)));
            var shown = Run(scale, 300).Cast<Reading>().ToList();
            Assert.DoesNotContain(shown, one => one.Stable && one.Value is > 5 and < 130);
            Assert.True(shown[^1].Stable);
            Assert.InRange(shown[^1].Value, 143, 145);
            Assert.Equal(Enumerable.Range(21, 300).Select(n => (long)n), shown.Select(one => one.Seq));
        }
    }

    [Fact]
    public void TheSameSeedWeighsTheSameAndOverloadIsToldAndGoesAgain()
    {
        Assert.Equal(Run(new PretendScale(5), 50), Run(new PretendScale(5), 50));
        var scale = new PretendScale(5);
        scale.Do(new Pour(PretendScale.CapacityG + 50));
        Assert.IsType<Trouble>(Run(scale, 1200)[^1]);
        scale.Do(new Pour(100));
        Assert.IsType<Reading>(Run(scale, 1200)[^1]);
        Assert.False(scale.Do(new TellFrom(Start)));
    }

    [Fact]
    public void ADriftingScaleWandersOffByItself()
    {
        var scale = new PretendScale(3) { Behaviour = Behaviour.Drifting };
        Assert.Contains(Run(scale, 6000).Cast<Reading>(), one => Math.Abs(one.Value) > 1);
        Assert.DoesNotContain(Run(new PretendScale(3), 6000).Cast<Reading>(), one => Math.Abs(one.Value) > 0.3);
    }

    [Fact]
    public void AProbeFollowsItsCurveByItsHiddenFactor()
    {
        for (var seed = 0; seed < 20; seed++)
        {
            var probe = new PretendProbe(seed);
            Assert.InRange(probe.Factor, 0.7, 1.4);
            Assert.False(probe.Do(new Follow([])));
            Assert.False(probe.Do(new Follow([new CurvePoint(5, 60), new CurvePoint(0, 70)])));
            Assert.True(probe.Do(new Follow([new CurvePoint(0, 80), new CurvePoint(100, 30)])));
            var afterTwenty = (Reading)Run(probe, 20 * 120)[^1]!;
            Assert.Equal(80 - (0.5 * 20 * probe.Factor), afterTwenty.Value, 0.5);
        }
    }

    private static IReadOnlyList<ForecastHour> Weather(int seed, DateTime from)
    {
        var device = new PretendWeather(seed);
        Assert.Null(device.After(device.Every));
        Assert.True(device.Do(new TellFrom(from)));
        return ((Forecast)device.After(device.Every)!).Hours;
    }

    [Fact]
    public void AnHourOfWeatherIsTheSameWhoeverAsksAndWhen()
    {
        var today = Weather(1, new DateTime(2026, 6, 11));
        Assert.Equal(PretendWeather.Hours, today.Count);
        Assert.Equal(today.Skip(48), Weather(1, new DateTime(2026, 6, 13)).Take(192));
        Assert.NotEqual(today, Weather(2, new DateTime(2026, 6, 11)));
    }

    [Fact]
    public void ASummerHasAHotWeekAndEveryYearIsWithinItsMeans()
    {
        for (var seed = 0; seed < 20; seed++)
        {
            var summer = Enumerable.Range(0, 8).SelectMany(part => Weather(seed, new DateTime(2026, 6, 1).AddDays(10 * part))).ToList();
            Assert.True(summer.Count(hour => hour.Celsius >= 27) >= 7);
            Assert.Contains(summer, hour => hour.Humidity >= 85);
            var winter = Weather(seed, new DateTime(2026, 1, 5));
            Assert.All(winter.Concat(summer), hour => Assert.InRange(hour.Celsius, -6, 40));
            Assert.True(winter.Average(hour => hour.Celsius) < summer.Average(hour => hour.Celsius) - 6);
        }
    }
}
