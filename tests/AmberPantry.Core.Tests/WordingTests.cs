using AmberPantry.Core.Workshops;

namespace AmberPantry.Core.Tests;

public class WordingTests
{
    private static readonly Wording Metric = new(Sample.Shed);
    private static readonly Wording Imperial = new(Sample.Shed with { Temperature = TemperatureUnit.Fahrenheit, Weight = WeightUnit.Ounces });

    [Fact]
    public void NumbersReadAsMakersReadThem()
    {
        Assert.Equal("41.5\u202f°C", Metric.Temperature(41.6));
        Assert.Equal("−5\u202f°C", Metric.Temperature(-5));
        Assert.Equal("0\u202f°C", Metric.Temperature(-0.1));
        Assert.Equal("107\u202f°F", Imperial.Temperature(41.7));
        Assert.Equal("144.0\u202fg", Metric.Weight(144));
        Assert.Equal("12.0\u202fkg", Metric.RoundWeight(12_000));
        Assert.Equal(["0.005\u202foz", "0.053\u202foz", "10.58\u202foz"], new[] { 0.15m, 1.5m, 300m }.Select(Imperial.RoundWeight));
        Assert.Equal("5.079\u202foz", Imperial.Weight(144));
        Assert.Equal("0.80\u202f%", Wording.Percent(0.8m));
        Assert.Equal("18.0\u202f%", Wording.Percent(18));
        Assert.Equal("Type 0 to 100 a kg.", Metric.Text("Type 0 to 100 a kg."));
        Assert.Equal("Type 0 to 45.4\u202fa lb.", Imperial.Text("Type 0 to 100 a kg."));
        Assert.Equal("£0.91", Metric.Money(0.91m));
        Assert.Equal("£0.046", Metric.Money(0.046m));
        Assert.Equal("beeswax, shea and lanolin", Wording.List(["beeswax", "shea", "lanolin"]));
        Assert.Equal("C12-15 alkyl benzoate", Wording.Brief("C12-15 alkyl benzoate"));
    }

    public static TheoryData<string, HouseSettings> Broken =>
        new()
        {
            {
                "workshop.scale.resolutionG",
                new HouseSettings { Workshop = new Workshop { Scale = new Scale(0) } }
            },
            {
                "workshop.scale.capacityG",
                new HouseSettings { Workshop = new Workshop { Scale = new Scale(0.1m, null, -1) } }
            },
            {
                "workshop.workroomC",
                new HouseSettings { Workshop = new Workshop { WorkroomC = 80 } }
            },
            {
                "workshop.humidityPercent",
                new HouseSettings { Workshop = new Workshop { HumidityPercent = 120 } }
            },
            {
                "workshop.currency",
                new HouseSettings { Workshop = new Workshop { Currency = " " } }
            },
            {
                "workshop.landmarks",
                new HouseSettings { Workshop = new Workshop { Landmarks = [] } }
            },
            {
                "workshop.landmarks[0].name",
                new HouseSettings { Workshop = new Workshop { Landmarks = [new("a", "", 20, LandmarkKind.Storage)] } }
            },
            {
                "workshop.landmarks[0].temperatureC",
                new HouseSettings { Workshop = new Workshop { Landmarks = [new("a", "oven", 200, LandmarkKind.Storage)] } }
            },
            {
                "workshop.landmarks[1].id",
                new HouseSettings
                {
                    Workshop = new Workshop { Landmarks = [new("a", "one", 20, LandmarkKind.Storage), new("a", "two", 21, LandmarkKind.Storage)] },
                }
            },
            {
                "preferences.textPercent",
                new HouseSettings { Preferences = new Preferences(TextPercent: 500) }
            },
        };

    [Theory]
    [MemberData(nameof(Broken), DisableDiscoveryEnumeration = true)]
    public void HouseSettingsNameTheFieldThatIsOff(string field, HouseSettings settings) =>
        Assert.Equal(field, Assert.Throws<Refusal>(() => settings.Checked()).Field);
}
