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

    /// <summary>What the maker has agreed to put right in what is said, the oldest first.</summary>
    public IReadOnlyList<OwnOffset> Learnt { get; init; } = [];

    /// <summary>The correction in force for a quantity at one level; null for none.</summary>
    public OwnOffset? Own(string quantity, OffsetLevel level, string group = "") =>
        Learnt.LastOrDefault(one =>
            one.IsInForce && one.Quantity == quantity && one.Level == level && string.Equals(one.Group, group, StringComparison.OrdinalIgnoreCase)
        );

    /// <summary>The correction that applies to what holds these lots: of one of them, else of all.</summary>
    public OwnOffset? OwnFor(string quantity, IEnumerable<string> lots) =>
        lots.Select(lot => Own(quantity, OffsetLevel.Lot, lot)).FirstOrDefault(own => own is not null) ?? Own(quantity, OffsetLevel.Maker);

    /// <summary>How much faster than usual it cools, as the maker agreed: of the vessel, else of the place, else of all.</summary>
    public double OwnCooling(string place, string? vessel) =>
        Math.Exp(
            (
                (vessel is null ? null : Own(CoolingFactor, OffsetLevel.Vessel, vessel))
                ?? Own(CoolingFactor, OffsetLevel.Place, place)
                ?? Own(CoolingFactor, OffsetLevel.Maker)
            )?.Offset
                ?? 0
        );

    private const string CoolingFactor = "coolingFactor";

    public KitPiece? Piece(string id) => Kit.FirstOrDefault(piece => piece.Id == id);

    /// <summary>The first of its kind; null where there is none.</summary>
    public KitPiece? FirstOf(KitKind kind) => Kit.FirstOrDefault(piece => piece.Kind == kind);

    /// <summary>What is known of a place to cool in; null where nobody measured it.</summary>
    public KitPiece? ColdPlace(string place) => Kit.FirstOrDefault(piece => piece.Kind == KitKind.Cold && piece.Place == place);

    public Container? FindContainer(string? id) => Containers.FirstOrDefault(container => container.Id == id);
}
