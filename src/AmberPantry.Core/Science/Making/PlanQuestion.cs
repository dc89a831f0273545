using AmberPantry.Core.Materials;

namespace AmberPantry.Core.Science.Making;

/// <summary>One line of what is to be made, with what its planner must know of it.</summary>
/// <param name="Percent">Share of the batch, 0 to 100.</param>
/// <param name="Melt">How it melts; null for what does not.</param>
/// <param name="MeltsAtC">Where it is clear by itself, °C; null for what is clear in the cold.</param>
public sealed record PlanLine(string Id, Role Role, Phase Phase, double Percent, Melt.MeltSpectrum? Melt, double? MeltsAtC)
{
    private const double LiquidBelowC = 25;

    /// <summary>Not to be held above, °C.</summary>
    public double? CeilingC { get; init; }

    /// <summary>Flash point, °C.</summary>
    public double? FlashC { get; init; }

    /// <summary>It dissolves only from here on, °C.</summary>
    public double? DissolvesFromC { get; init; }

    /// <summary>Most that may be in, percent.</summary>
    public double? MaxPercent { get; init; }

    public Flammable Flammable { get; init; }

    /// <summary>What of it lies dry; null for what does not.</summary>
    public PlanGrains? Grains { get; init; }

    public bool IsLiquid => Melt is not null && MeltsAtC is not >= LiquidBelowC;

    /// <summary>Pours and thins: an oil or an ester that is liquid.</summary>
    public bool IsThinOil => IsOil && IsLiquid;

    public bool IsOil => Role is Role.Oil or Role.Ester;

    /// <summary>Stays grains.</summary>
    public bool IsPowder =>
        Melt is null && Role is Role.Powder or Role.Salt or Role.Acid or Role.Base or Role.Surfactant or Role.Colourant or Role.Botanical;

    public bool IsWatery => Role == Role.WaterPhase;
}

/// <summary>How a powder lies and drinks.</summary>
/// <param name="UptakeMlG">Oil that a gram of it takes up, ml.</param>
/// <param name="MedianUm">Median grain, µm; null is coarse.</param>
public sealed record PlanGrains(double UptakeMlG, double? MedianUm, bool IsCarrier, bool IsClay, double? DensityGMl);

/// <summary>How easily the vapour of a line burns.</summary>
public enum Flammable
{
    No,

    /// <summary>Alcohols and what is dissolved in them.</summary>
    Burns,

    /// <summary>Light silicones and alkanes: gone, not burning, up to a little more heat.</summary>
    Volatile,
}

/// <summary>What it is made with.</summary>
/// <param name="StepG">Last digit of the scale, g.</param>
/// <param name="RepeatabilityG">How far two weighings of one thing lie apart, g.</param>
public sealed record PlanKit(double StepG, double RepeatabilityG, double CapacityG, double PotG)
{
    public HeatSource Heat { get; init; }
    public bool OpenFlame { get; init; }
    public PackMaterial? Pack { get; init; }

    /// <summary>The pack maker's own limit, °C.</summary>
    public double? PackLimitC { get; init; }

    /// <summary>What the pack bears, °C.</summary>
    public double PackStopC => PourWindow.StopC(this);

    /// <summary>The glass is warmed before it is filled.</summary>
    public bool PackWarmed { get; init; }

    /// <summary>The cold it is chilled in, °C.</summary>
    public double? ChillC { get; init; }

    /// <summary>It is whipped in its own pot.</summary>
    public bool BowlIsPot { get; init; }
}

public enum HeatSource
{
    WaterBath,
    WaxPot,
    Microwave,
}

public enum HoldChoice
{
    Auto,
    Yes,
    No,
}

public enum AntioxidantChoice
{
    CoolDown,
    WithOils,
    Cold,
}

public enum ScentChoice
{
    LastPourable,
    OffHeat,
    Whipping,
}

public enum PassChoice
{
    Auto,
    Temper,
    Quench,
}

/// <summary>When powder goes into what is melted.</summary>
public enum PowderChoice
{
    InMelt,
    ColdMass,
    BeforeHeat,
    ThinTrace,
    ThickTrace,
    Whip,
    Portions,
}

/// <summary>Where makers differ: what this one chose.</summary>
/// <param name="Powder">Null takes what is usual for the route.</param>
public sealed record PlanChoices(
    HoldChoice Hold = HoldChoice.Auto,
    AntioxidantChoice Antioxidant = AntioxidantChoice.CoolDown,
    ScentChoice Scent = ScentChoice.LastPourable,
    PassChoice Pass = PassChoice.Auto,
    PowderChoice? Powder = null
);

/// <summary>A batch to be planned.</summary>
/// <param name="HumidityPct">Of the room; null where nobody read it.</param>
/// <param name="PlannedPourC">Where the maker wants to pour, °C.</param>
/// <param name="Makeweight">The line that fills up.</param>
public sealed record PlanQuestion(
    PlanRoute Route,
    double RoomC,
    double? HumidityPct,
    double BatchG,
    double? PlannedPourC,
    PlanKit Kit,
    PlanChoices Choices,
    string? Makeweight
)
{
    /// <summary>Lines of more than nothing, in the order of the sheet.</summary>
    public required IReadOnlyList<PlanLine> Lines { get; init; }
}
