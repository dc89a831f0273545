using AmberPantry.Core.Science.Making;

namespace AmberPantry.Core.Making;

/// <summary>A state that eye and hand tell, with what it means and what comes next.</summary>
/// <param name="Words">As it is said: "half set".</param>
/// <param name="Seen">What the eye sees.</param>
/// <param name="Felt">What the hand feels.</param>
/// <param name="Low">Least of its quantity; null is open.</param>
/// <param name="High">It ends below this; null is open.</param>
public sealed record StageWord(string Id, string Words, string Seen, string Felt, double? Low, double? High)
{
    public required string WhatNext { get; init; }

    /// <summary>How to photograph it.</summary>
    public required string PhotoHint { get; init; }

    /// <summary>What is measured: a structure, a solid share, a gain of air.</summary>
    public required string Quantity { get; init; }

    /// <summary>Groups of ways of making, or single ones, in which it is seen.</summary>
    internal IReadOnlyList<string> Routes { get; init; } = [];

    private const string OfStructure = "phi";

    private static readonly Lazy<IReadOnlyDictionary<string, StageWord>> Loaded = new(() =>
        DataTable
            .Read("Making.Data.stages.csv", row => new StageWord(
                row.Text("id"),
                row.Text("words"),
                row.Text("seen_by_eye"),
                row.Text("felt_by_hand"),
                row.OptionalNumber("low"),
                row.OptionalNumber("high")
            )
            {
                WhatNext = row.Text("what_next"),
                PhotoHint = row.Text("photo_hint"),
                Quantity = row.Text("quantity"),
                Routes = row.List("route"),
            })
            .ToDictionary(word => word.Id)
    );

    public static IReadOnlyDictionary<string, StageWord> All => Loaded.Value;

    /// <summary>Those of setting, thinnest first: words that set the structure of the mix.</summary>
    public static IReadOnlyList<StageWord> OfSetting(PlanRoute route) =>
        [.. All.Values.Where(word => word.Quantity == OfStructure && word.Routes.Any(group => route.IsIn(group))).OrderBy(word => word.Low)];

    private const string OfAir = "overrun";

    /// <summary>Words for how much air is in, least first; each begins at its <see cref="Low"/>, a part of the volume before.</summary>
    public static IReadOnlyList<StageWord> OfWhipping(PlanRoute route) =>
        [.. All.Values.Where(word => word.Quantity == OfAir && word.Routes.Any(group => route.IsIn(group))).OrderBy(word => word.Low)];

    /// <summary>Words of one test in one way of making, by the start of their ids, in the order in which they come.</summary>
    public static IReadOnlyList<StageWord> Of(PlanRoute route, string begins) =>
        [
            .. All
                .Values.Where(word => word.Id.StartsWith(begins, StringComparison.Ordinal) && word.Routes.Any(group => route.IsIn(group)))
                .OrderBy(word => word.Low),
        ];

    /// <summary>Structure that the hand has felt: the middle of the word, or its one figure where it is open.</summary>
    public double? Structure =>
        Quantity != OfStructure ? null
        : Low is { } low && High is { } high ? (low + high) / 2
        : Low ?? High;
}

/// <summary>What was read or felt while a step goes on.</summary>
/// <param name="Id">Id of the command that told it.</param>
/// <param name="Step">Step it belongs to.</param>
/// <param name="Place">Where it was put then, by the key of the place.</param>
/// <param name="Word">What eye and hand say, by the key of the word.</param>
/// <param name="CupG">What a level cup of it weighs, always the same cup, g.</param>
/// <param name="Sprays">Strokes of the sprayer.</param>
public sealed record Reading(
    Guid Id,
    DateTime At,
    string Step,
    double? TemperatureC = null,
    string? Place = null,
    string? Word = null,
    double? CupG = null,
    int? Sprays = null
)
{
    /// <summary>What a filled pack, a part or a tray holds, g without its tare.</summary>
    public decimal? MassG { get; init; }

    /// <summary>Name of the part that was weighed; null is the whole.</summary>
    public string? Part { get; init; }

    /// <summary>Key of the colour that was weighed for the part; null is the part itself.</summary>
    public string? Colour { get; init; }

    /// <summary>It was scraped down and stirred even then.</summary>
    public bool Stirred { get; init; }

    /// <summary>Of the air it dries in.</summary>
    public double? HumidityPercent { get; init; }

    /// <summary>How long it fizzed.</summary>
    public double? Seconds { get; init; }

    /// <summary>Id of the piece of the kit that is used from here on.</summary>
    public string? Piece { get; init; }
}
