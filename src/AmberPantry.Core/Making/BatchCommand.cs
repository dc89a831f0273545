using System.Text.Json.Serialization;

namespace AmberPantry.Core.Making;

/// <summary>Where finished stock is kept.</summary>
public enum StockPlace
{
    Shelf,
    HeldBack,
    CoolBox,
}

public enum ObservationKind
{
    /// <summary>Firmness by thumb, 1 soft to 5 hard, at a temperature.</summary>
    ThumbPress,

    /// <summary>Temperature at which it lost its shape.</summary>
    Slump,

    Note,

    /// <summary>One of the tests that are done alike each time.</summary>
    UseTest,
}

/// <summary>Something done to a batch, told by the maker's hands. <see cref="Batch.Apply"/> answers what it changes.</summary>
[JsonPolymorphic(TypeDiscriminatorPropertyName = "kind")]
[JsonDerivedType(typeof(RecordStep), "record_step")]
[JsonDerivedType(typeof(ChooseLot), "choose_lot")]
[JsonDerivedType(typeof(GoToStep), "go_to_step")]
[JsonDerivedType(typeof(RescalePot), "rescale_pot")]
[JsonDerivedType(typeof(AddToPot), "add_to_pot")]
[JsonDerivedType(typeof(FinishBatch), "finish")]
[JsonDerivedType(typeof(PlaceStock), "place_stock")]
[JsonDerivedType(typeof(CountStock), "count_stock")]
[JsonDerivedType(typeof(WriteNotes), "write_notes")]
[JsonDerivedType(typeof(Observe), "observe")]
[JsonDerivedType(typeof(Withdraw), "withdraw")]
[JsonDerivedType(typeof(GiveUpBatch), "give_up")]
[JsonDerivedType(typeof(TakeUpBatch), "take_up")]
[JsonDerivedType(typeof(ArchiveBatch), "archive")]
[JsonDerivedType(typeof(BringBackBatch), "bring_back")]
[JsonDerivedType(typeof(CorrectStep), "correct_step")]
[JsonDerivedType(typeof(CorrectObservation), "correct_observation")]
[JsonDerivedType(typeof(TakeStock), "take_stock")]
[JsonDerivedType(typeof(PutStockBack), "put_stock_back")]
[JsonDerivedType(typeof(ReadStep), "read_step")]
[JsonDerivedType(typeof(TakeReadingBack), "take_reading_back")]
[JsonDerivedType(typeof(AnswerDeviation), "answer_deviation")]
[JsonDerivedType(typeof(ShareParts), "share_parts")]
public abstract record BatchCommand;

/// <param name="Step">Id of the step.</param>
/// <param name="WeighedG">What the scale said, g; kept for a weighing only.</param>
/// <param name="TemperatureC">What the thermometer said, °C.</param>
/// <param name="Seen">What stood there when it was typed: something else that has come in since is not written over. Left out, it is.</param>
/// <param name="Lot">The lot it was weighed from; left out, the one chosen for the step, or the first to expire.</param>
public sealed record RecordStep(
    string Step,
    decimal? WeighedG = null,
    double? TemperatureC = null,
    string? Note = null,
    SeenStep? Seen = null,
    Guid? Lot = null
) : BatchCommand
{
    /// <summary>Name of the scale it was read from, 1 to 60 letters; left out, it was typed.</summary>
    public string? Scale { get; init; }

    /// <summary>What stood on that scale before, tared away, g.</summary>
    public decimal? TareG { get; init; }

    /// <summary>How many drops were counted, 1 to 1000; the weight is worked out from them.</summary>
    public int? Drops { get; init; }
}

/// <summary>Takes a weighing from another lot than the first to expire.</summary>
public sealed record ChooseLot(string Step, Guid Lot) : BatchCommand;

/// <summary>What a hand saw recorded at a step; nothing where it saw none.</summary>
public sealed record SeenStep(decimal? WeighedG = null, double? TemperatureC = null);

/// <summary>Turns to another step, forward or back.</summary>
public sealed record GoToStep(string Step) : BatchCommand;

/// <summary>Scales the rest of the pot up to what was poured over.</summary>
public sealed record RescalePot(string Step, decimal WeighedG) : BatchCommand;

/// <summary>Plans a weighing that is not in the formula, to rescue the pot: it becomes the step in hand.</summary>
/// <param name="Material">Key of the material.</param>
/// <param name="AddG">What is to be weighed in, g.</param>
/// <param name="Why">What it mends, 1 to 200 letters.</param>
public sealed record AddToPot(string Material, decimal AddG, string Why) : BatchCommand;

/// <param name="Units">Containers filled; null when nobody counted.</param>
/// <param name="Others">What was filled with what was left over.</param>
/// <param name="SampleG">Set apart as a sample, g.</param>
/// <param name="RestG">What is left in none of them, g; left out, the loss is not known.</param>
public sealed record FinishBatch(
    int? Units = null,
    string? Notes = null,
    IReadOnlyList<OtherFill>? Others = null,
    decimal? SampleG = null,
    decimal? RestG = null
) : BatchCommand;

public sealed record PlaceStock(StockPlace Place) : BatchCommand;

public sealed record CountStock(int UnitsLeft) : BatchCommand;

public sealed record WriteNotes(string Notes) : BatchCommand;

/// <param name="What">What was observed.</param>
/// <param name="TemperatureC">Where a thumb press was made, °C.</param>
/// <param name="Value">Thumb press 1 to 5, °C at which it slumped, or what the test says: of words the number, 1 the first.</param>
/// <param name="Sure">Whether it is meant although it lies far from what was said.</param>
/// <param name="Test">Key of the test, for what = use_test.</param>
public sealed record Observe(
    ObservationKind What,
    double? TemperatureC = null,
    double? Value = null,
    string? Text = null,
    bool Sure = false,
    string? Test = null
) : BatchCommand
{
    /// <summary>When it was seen, where that was earlier: not before the batch began, not in the future.</summary>
    public DateTime? SeenAt { get; init; }
}

/// <summary>Takes an observation back.</summary>
/// <param name="Observation">Id of the command that told it.</param>
public sealed record Withdraw(Guid Observation) : BatchCommand;

/// <summary>Ends a spoilt batch where it stands; what was weighed stays on record.</summary>
/// <param name="PutBack">Steps whose material went back to its lot, unmixed; the rest is wasted.</param>
public sealed record GiveUpBatch(string Reason, IReadOnlyList<string>? PutBack = null) : BatchCommand;

/// <summary>Goes on with a batch that was given up.</summary>
public sealed record TakeUpBatch : BatchCommand;

/// <summary>Puts a finished batch out of the lists; its record stays.</summary>
public sealed record ArchiveBatch : BatchCommand;

public sealed record BringBackBatch : BatchCommand;

/// <summary>Puts a weight or temperature of a finished batch right.</summary>
/// <param name="WeighedG">Left out, it stays.</param>
/// <param name="TemperatureC">Left out, it stays.</param>
/// <param name="Reason">Why, 1 to 200 letters.</param>
public sealed record CorrectStep(string Step, string Reason, decimal? WeighedG = null, double? TemperatureC = null) : BatchCommand;

/// <summary>Puts an observation right; what is left out stays.</summary>
/// <param name="Observation">Id of the command that told it.</param>
/// <param name="Reason">Why, 1 to 200 letters.</param>
/// <param name="Sure">Whether it is meant although it lies far from what was said.</param>
public sealed record CorrectObservation(
    Guid Observation,
    string Reason,
    double? TemperatureC = null,
    double? Value = null,
    string? Text = null,
    bool Sure = false
) : BatchCommand;

/// <summary>Takes finished stock out by hand.</summary>
public sealed record TakeStock(int Units, StockOut For, string? Note = null) : BatchCommand;

/// <summary>Tells what is read, felt, given or weighed while a step goes on: at least one of them.</summary>
/// <param name="Place">Where it is put now, by the key of the place.</param>
/// <param name="Word">What eye and hand say, by the key of the word.</param>
/// <param name="CupG">What a level cup of it weighs, always the same cup, g.</param>
/// <param name="Sprays">Strokes of the sprayer, 1 to 50.</param>
public sealed record ReadStep(
    string Step,
    double? TemperatureC = null,
    string? Place = null,
    string? Word = null,
    double? CupG = null,
    int? Sprays = null
) : BatchCommand
{
    /// <summary>What a filled pack, a part or a tray holds, g without its tare.</summary>
    public decimal? MassG { get; init; }

    /// <summary>Name of the part that is weighed; left out, it is the whole.</summary>
    public string? Part { get; init; }

    /// <summary>Key of the colour that is weighed for the part; left out, it is the part itself.</summary>
    public string? Colour { get; init; }

    /// <summary>Whether it was scraped down and stirred even now: that ends a round.</summary>
    public bool Stirred { get; init; }

    /// <summary>Of the air it dries in, 0 to 100.</summary>
    public double? HumidityPercent { get; init; }

    /// <summary>How long it fizzed, 1 to 3600.</summary>
    public double? Seconds { get; init; }

    /// <summary>Id of the piece of the kit that is used from here on.</summary>
    public string? Piece { get; init; }
}

/// <param name="Reading">Id of the command that told it.</param>
public sealed record TakeReadingBack(Guid Reading) : BatchCommand;

/// <param name="Taken">Id of the command that took it.</param>
public sealed record PutStockBack(Guid Taken) : BatchCommand;

/// <summary>Answers what was asked where the batch left its sheet.</summary>
/// <param name="What">In which way it left it.</param>
/// <param name="Answer">Key of the option.</param>
/// <param name="Minutes">How long it was so.</param>
/// <param name="LookedRight">Whether it looked right; left out, nobody said.</param>
public sealed record AnswerDeviation(string Step, DeviationKind What, string Answer, double? Minutes = null, bool? LookedRight = null) : BatchCommand;

/// <summary>Splits this batch into other parts than its formula has.</summary>
/// <param name="Shares">As it is said, the first part first: "1 to 2", "60 40", "55 %, 45 %".</param>
public sealed record ShareParts(string Shares) : BatchCommand;
