using AmberPantry.Core.Workshops;

namespace AmberPantry.Core.Tests;

/// <summary>What may be set for the house, field by field.</summary>
public class HouseSettingsTests
{
    private static readonly HouseSettings Plain = new();

    private static HouseSettings With(Func<Workshop, Workshop> change) => Plain with { Workshop = change(Plain.Workshop) };

    public static TheoryData<string, HouseSettings> Wrong =>
        new()
        {
            { "workshop.scale.resolutionG", With(one => one with { Scale = new Scale(0) }) },
            { "workshop.scale.resolutionG", With(one => one with { Scale = new Scale(51) }) },
            { "workshop.scale.repeatabilityG", With(one => one with { Scale = new Scale(0.1m, -1) }) },
            { "workshop.scale.capacityG", With(one => one with { Scale = new Scale(0.1m, null, 0.5m) }) },
            { "workshop.workroomC", With(one => one with { WorkroomC = 90 }) },
            { "workshop.workroomC", With(one => one with { WorkroomC = double.NaN }) },
            { "workshop.humidityPercent", With(one => one with { HumidityPercent = 101 }) },
            { "workshop.currency", With(one => one with { Currency = "" }) },
            { "workshop.currency", With(one => one with { Currency = "pounds sterling" }) },
            { "workshop.landmarks", With(one => one with { Landmarks = [] }) },
            { "workshop.landmarks", With(one => one with { Landmarks = [.. Enumerable.Range(0, 10).Select(Place)] }) },
            { "workshop.landmarks[1].id", With(one => one with { Landmarks = [Place(1), Place(1)] }) },
            { "workshop.landmarks[0].temperatureC", With(one => one with { Landmarks = [Place(1) with { TemperatureC = 300 }] }) },
            { "workshop.landmarks[1].name", With(one => one with { Landmarks = [Place(1), Place(2) with { Name = " " }] }) },
            { "workshop.containers[1].id", With(one => one with { Containers = [Tin(1), Tin(1)] }) },
            { "workshop.containers[0].millilitres", With(one => one with { Containers = [Tin(1) with { Millilitres = 0 }] }) },
            { "preferences.textPercent", Plain with { Preferences = new Preferences(TextPercent: 90) } },
        };

    [Theory]
    [MemberData(nameof(Wrong))]
    public void WhatCannotBeIsRefusedWithItsField(string field, HouseSettings settings)
    {
        var refusal = Assert.Throws<Refusal>(() => settings.Checked());
        Assert.Equal(field, refusal.Field);
        Assert.NotEmpty(refusal.Remedy);
        Assert.Equal($"house.{field}", Assert.Throws<Refusal>(() => settings.Checked("house.")).Field);
    }

    [Fact]
    public void TheUsualIsTakenAsItIs() => Assert.Same(Plain, Plain.Checked());

    [Theory]
    [InlineData(100)]
    [InlineData(115)]
    [InlineData(130)]
    public void TextComesInThreeSizes(int percent) => Assert.NotNull((Plain with { Preferences = new Preferences(TextPercent: percent) }).Checked());

    private static Landmark Place(int n) => new($"place-{n}", $"place {n}", 20 + n, LandmarkKind.Storage);

    private static Container Tin(int n) => new($"tin-{n}", $"Tin {n}", "tin", 60, 0.3m);
}
