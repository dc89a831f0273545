namespace AmberPantry.Core.Making.Clocks;

/// <summary>A moment of a predicted run.</summary>
/// <param name="Min">Minutes from the start of the step.</param>
/// <param name="LowC">As cool as it may be by then.</param>
/// <param name="HighC">As warm.</param>
/// <param name="State">What the mix is by then: liquid, soft.</param>
public sealed record WatchPoint(double Min, double C, double LowC, double HighC, string State);

/// <summary>A band of temperatures that something waits for.</summary>
/// <param name="Words">"whip window".</param>
/// <param name="FromC">Null is open.</param>
public sealed record WatchBand(string Words, double? FromC, double? ToC);

/// <summary>When something happens, by the run.</summary>
/// <param name="Words">"opens", "closes", "add".</param>
/// <param name="At">The likeliest moment.</param>
/// <param name="EarlyAt">Not before this, honestly told.</param>
/// <param name="CallsAt">When the maker is called: early where late hurts, late where early does.</param>
public sealed record WatchTime(string Id, string Words, DateTime At, DateTime EarlyAt, DateTime LateAt, DateTime CallsAt);

/// <summary>A reading as it lies on the run.</summary>
public sealed record WatchReading(Guid Id, double Min, double C);

/// <summary>Another place to stand it in, and what that does.</summary>
/// <param name="Waits">"whip from 38 to 64 min".</param>
public sealed record WatchPlace(string Id, string Words, string Waits, string Grain, string Sweats, bool IsBest, bool IsHere);

/// <summary>What stands and cools from its wall.</summary>
/// <param name="WallC">At the wall, °C.</param>
/// <param name="CoreC">In the middle.</param>
public sealed record WatchWall(double WallC, double CoreC, string Says);

/// <summary>A step that cools: its run, where it stands, what it waits for.</summary>
public sealed record CoolingWatch
{
    public required DateTime StartedAt { get; init; }

    public required IReadOnlyList<WatchPoint> Run { get; init; }

    public required IReadOnlyList<WatchReading> Readings { get; init; }

    public required WatchBand Band { get; init; }

    /// <summary>In the order in which they come.</summary>
    public required IReadOnlyList<WatchTime> Times { get; init; }

    /// <summary>By the last reading where there is one, else by the run, °C.</summary>
    public required double NowC { get; init; }

    /// <summary>Degrees that it falls in a minute now; below 0 it rises.</summary>
    public required double FallsPerMin { get; init; }

    /// <summary>What the mix is now.</summary>
    public required string State { get; init; }

    /// <summary>What the readings have taught of this vessel here; empty before the first.</summary>
    public required string Learnt { get; init; }

    /// <summary>Where it stands, by the key of the place.</summary>
    public required string Place { get; init; }

    /// <summary>How much faster than usual it cools there by these readings, to keep for the house; null until they tell enough.</summary>
    public required double? LearntFactor { get; init; }

    /// <summary>Whether grains fall before it holds them, left alone from now on; empty where it has none.</summary>
    public required string Settles { get; init; }

    /// <summary>How the wall and the middle lie apart; null where it is stirred or even.</summary>
    public required WatchWall? Wall { get; init; }

    /// <summary>Where the hand's last word lies a stage or more off the run; empty where it does not.</summary>
    public required string WordOff { get; init; }

    /// <summary>When to scrape, stir and read next; null where it is not stirred.</summary>
    public required DateTime? StirAt { get; init; }

    /// <summary>Where it goes by rounds; null where it does not.</summary>
    public required ChillRounds? Rounds { get; init; }

    public required IReadOnlyList<WatchPlace> Places { get; init; }

    /// <summary>Words for what the hand feels, thinnest first.</summary>
    public required IReadOnlyList<StageWord> Words { get; init; }

    /// <summary>What it comes to, in a sentence; the figures that matter are between two asterisks.</summary>
    public required string Says { get; init; }
}
