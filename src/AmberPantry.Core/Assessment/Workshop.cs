using AmberPantry.Core.Composition;

namespace AmberPantry.Core.Assessment;

public enum TemperatureUnit
{
    Celsius,
    Fahrenheit,
}

public enum WeightUnit
{
    Grams,
    Ounces,
}

/// <summary>What a landmark stands for, and so what is asked of a product there.</summary>
public enum LandmarkKind
{
    /// <summary>A place where finished stock lies: it should keep its shape.</summary>
    Storage,

    /// <summary>Where it is made and first tried.</summary>
    Workroom,

    /// <summary>On the body.</summary>
    Skin,

    /// <summary>In the pot: it should be liquid.</summary>
    Pot,
}

/// <summary>A temperature with a name.</summary>
/// <param name="TemperatureC">−5 to 95 °C.</param>
/// <param name="Hours">How long stock stays there; null when it does not matter.</param>
public sealed record Landmark(string Id, string Name, double TemperatureC, LandmarkKind Kind, double? Hours = null);

/// <summary>Something a product is filled into.</summary>
/// <param name="Unit">Word for one of them, such as "tin".</param>
/// <param name="Millilitres">Brimful volume.</param>
public sealed record Container(string Id, string Name, string Unit, double Millilitres, decimal? Price, bool IsPlastic = false);

/// <summary>Where makers disagree and the tool must take a side to give one number: the maker's choice.</summary>
/// <param name="Keeping">diluted: a blend ages as one; weakest: its weakest oil decides.</param>
/// <param name="Water">always: any water is preserved; aw: only where the water is free enough for something to grow.</param>
/// <param name="Market">general or eu_uk: whose scent limits are held.</param>
public sealed record Schools(string Keeping = "diluted", string Water = "always", string Market = "general");

/// <summary>The maker's place: units, scale, warm and cold spots, what things cost.</summary>
public sealed record Workshop
{
    public TemperatureUnit Temperature { get; init; }

    public WeightUnit Weight { get; init; }

    public Scale Scale { get; init; } = new(0.1m);

    /// <summary>Workroom temperature in °C as last read.</summary>
    public double WorkroomC { get; init; } = 20;

    /// <summary>Relative humidity in percent as last read.</summary>
    public double? HumidityPercent { get; init; }

    /// <summary>Sign put before money, such as "£".</summary>
    public string Currency { get; init; } = "£";

    public IReadOnlyList<Landmark> Landmarks { get; init; } = UsualLandmarks;

    public Schools Schools { get; init; } = new();

    public IReadOnlyList<Container> Containers { get; init; } = [];

    public static IReadOnlyList<Landmark> UsualLandmarks { get; } =
    [
        new("porch", "winter porch", 4, LandmarkKind.Storage),
        new("workroom", "workroom", 20, LandmarkKind.Workroom),
        new("skin", "skin", 33, LandmarkKind.Skin),
        new("van", "summer van", 46, LandmarkKind.Storage, 3),
        new("pot", "melt pot", 75, LandmarkKind.Pot),
    ];

    public Container? FindContainer(string? id) => Containers.FirstOrDefault(container => container.Id == id);
}
