using System.Text.Json.Serialization;

namespace AmberPantry.Core.Workshops;

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

    /// <summary>What the calendar on its wall says; null where dates are not asked about. It is no setting and is not kept.</summary>
    [JsonIgnore]
    public DateOnly? Today { get; init; }

    /// <summary>Sign put before money, such as "£".</summary>
    public string Currency { get; init; } = "£";

    /// <summary>What an hour of the maker's hands costs; null where it is not counted.</summary>
    public decimal? HourCost { get; init; }

    /// <summary>What the label of one container costs; null where it is not counted.</summary>
    public decimal? LabelCost { get; init; }

    public IReadOnlyList<Landmark> Landmarks { get; init; } = UsualLandmarks;

    public Schools Schools { get; init; } = new();

    public IReadOnlyList<Container> Containers { get; init; } = [];

    public static IReadOnlyList<Landmark> UsualLandmarks { get; } =
    [
        new(Landmark.Porch, "winter porch", 4, LandmarkKind.Storage),
        new(Landmark.Workroom, "workroom", 20, LandmarkKind.Workroom),
        new(Landmark.Stall, "stall", 28, LandmarkKind.Storage, 8),
        new(Landmark.Skin, "skin", 33, LandmarkKind.Skin),
        new(Landmark.Van, "summer van", 46, LandmarkKind.Storage, 3),
        new(Landmark.Pot, "melt pot", 75, LandmarkKind.Pot),
    ];

    /// <summary>Scales, vessels, moulds, cold places and what else is worked with.</summary>
    public IReadOnlyList<KitPiece> Kit { get; init; } = [];

    /// <summary>Steps as the house does them, by the key of the way of making.</summary>
    public IReadOnlyDictionary<string, IReadOnlyList<OwnStep>> Procedures { get; init; } = new Dictionary<string, IReadOnlyList<OwnStep>>();

    /// <summary>The workroom and others by month, where they are known.</summary>
    public IReadOnlyList<Room> Rooms { get; init; } = [];

    public KitPiece? Piece(string id) => Kit.FirstOrDefault(piece => piece.Id == id);

    /// <summary>The first of its kind; null where there is none.</summary>
    public KitPiece? FirstOf(KitKind kind) => Kit.FirstOrDefault(piece => piece.Kind == kind);

    /// <summary>What is known of a place to cool in; null where nobody measured it.</summary>
    public KitPiece? ColdPlace(string place) => Kit.FirstOrDefault(piece => piece.Kind == KitKind.Cold && piece.Place == place);

    public Container? FindContainer(string? id) => Containers.FirstOrDefault(container => container.Id == id);
}
