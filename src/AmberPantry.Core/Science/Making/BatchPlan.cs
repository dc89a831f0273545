using System.Text.Json;
using System.Text.Json.Serialization;

namespace AmberPantry.Core.Science.Making;

/// <summary>A stretch of temperatures, °C; null is open.</summary>
public record TemperatureSpan(double? FromC, double? ToC);

/// <summary>Held hot, so that the seeds of grain melt.</summary>
public sealed record HoldSpan(double? FromC, double? ToC, int Minutes) : TemperatureSpan(FromC, ToC);

/// <summary>Where it pours well, and where it is poured.</summary>
public sealed record PourSpan(double? FromC, double? ToC, double AtC) : TemperatureSpan(FromC, ToC);

/// <summary>Where it whips, opening first; and the half set of the butters alone where the oils are streamed in.</summary>
public sealed record WhipSpan(double? FromC, double? ToC) : TemperatureSpan(FromC, ToC)
{
    public double? HalfSetFromC { get; init; }
    public double? HalfSetToC { get; init; }
}

/// <summary>When powder goes in, and what it does to the pot.</summary>
/// <param name="AtC">Pot before it.</param>
/// <param name="AfterC">Pot after it.</param>
/// <param name="WarmPowderToC">How warm the powder must be not to chill the pot; null where cold powder does.</param>
public sealed record PowderEntry(
    [property: JsonConverter(typeof(HyphenWords))] PowderChoice When,
    double? AtC,
    double? AfterC,
    double? WarmPowderToC
);

/// <summary>Choices are written with hyphens, as the step templates write them.</summary>
internal sealed class HyphenWords() : JsonStringEnumConverter<PowderChoice>(JsonNamingPolicy.KebabCaseLower);

/// <summary>When a cup is added.</summary>
public enum StopTime
{
    Cool,
    Stream,
    Whip,
    Trace,
}

/// <summary>A cup of lines that join together.</summary>
/// <param name="AtC">Mix before it; null while it is whipped or comes to trace.</param>
/// <param name="AfterC">Mix after it.</param>
/// <param name="WarmToC">How warm the cup must be not to cloud the mix; null where a cold one does no harm.</param>
public sealed record PlanStop(double? AtC, double? AfterC, double? WarmToC, IReadOnlyList<string> Lines, StopTime During);

/// <summary>One part in ten, made because the scale cannot see the line itself.</summary>
public sealed record PlanPremix(string Line, string Carrier, double NeatG, double MakeG, double TakeG);

/// <summary>How a batch is made: temperatures, order, cups. What does not apply is null or empty.</summary>
public sealed record BatchPlan
{
    /// <summary>Clear point of the whole mix and of what is in the pot, °C.</summary>
    public double? ClearC { get; init; }
    public double? PotClearC { get; init; }

    /// <summary>The pot is melted between the first two and goes no higher than the third, °C.</summary>
    public double? MeltFromC { get; init; }
    public double? MeltToC { get; init; }
    public double? MeltMostC { get; init; }

    public HoldSpan? Hold { get; init; }
    public TemperatureSpan? WaterC { get; init; }
    public PourSpan? Pour { get; init; }
    public WhipSpan? Whip { get; init; }
    public PowderEntry? Powder { get; init; }

    /// <summary>The cool ones from hot to cold, then what is streamed, then what goes in while it is whipped or comes to trace.</summary>
    public IReadOnlyList<PlanStop> Stops { get; init; } = [];

    /// <summary>Order of the pot, of a cold blend, or of the solids that are whipped unmelted.</summary>
    public IReadOnlyList<string> PotOrder { get; init; } = [];
    public IReadOnlyList<string> DryOrder { get; init; } = [];
    public IReadOnlyList<PlanPremix> Premix { get; init; } = [];

    /// <summary>What has to be washed afterwards.</summary>
    public int Vessels { get; init; }

    /// <summary>It comes out of its mould below, and is capped between these, °C.</summary>
    public double? DemouldBelowC { get; init; }
    public double? CapBelowC { get; init; }
    public double? CapAboveC { get; init; }

    /// <summary>Ids of what is to be said, some with the line it is said of; sorted, each once.</summary>
    public IReadOnlyList<string> Says { get; init; } = [];
}

/// <summary>Temperatures are told to half a degree, so that nothing that is needed is rounded away.</summary>
internal static class Halves
{
    private const double Slack = 1e-6;

    public static double Up(double celsius) => Math.Ceiling((2 * celsius) - Slack) / 2;

    public static double Down(double celsius) => Math.Floor((2 * celsius) + Slack) / 2;
}
