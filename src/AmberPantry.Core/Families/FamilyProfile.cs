using AmberPantry.Core.Materials;
using AmberPantry.Core.Science.Making;
using AmberPantry.Core.Science.Powders;
using AmberPantry.Core.Science.Scent;
using AmberPantry.Core.Science.Stability;
using AmberPantry.Core.Science.Yield;
using AmberPantry.Core.Workshops;

namespace AmberPantry.Core.Families;

/// <summary>What a product mostly is, and so which science speaks of it.</summary>
public enum FamilyNature
{
    /// <summary>A fat that sets: balms, sticks, bars, butters.</summary>
    Melted,

    /// <summary>Stays liquid.</summary>
    Liquid,

    /// <summary>Grains with a little oil.</summary>
    Powder,

    /// <summary>Goes into a bath.</summary>
    Bath,
}

/// <summary>What a mix is read by.</summary>
public enum Lens
{
    Melt,
    Feel,
    Shade,
    Keeping,
    Scent,
    Cost,
    Sponge,
    Fizz,
    Air,
    Tub,
}

/// <summary>Usual share of a group, percent of the formula.</summary>
public sealed record GroupNorm(string Group, decimal Low, decimal High, params IReadOnlyList<Role> Roles);

/// <summary>A span that is usual.</summary>
public readonly record struct UsualRange(double Low, double High);

/// <summary>One line of a starter, percent.</summary>
public sealed record StarterLine(string Material, decimal Percent);

/// <summary>Ways in which one family differs from its like; each is asked by the rule it is named for.</summary>
public sealed record FamilyTraits
{
    /// <summary>Soda and acid are wanted.</summary>
    public bool Fizzes { get; init; }

    /// <summary>Rinsed away with emulsifier.</summary>
    public bool RinsesAway { get; init; }

    /// <summary>Sun filters are what it is for: records and legal checks only, never a protection figure.</summary>
    public bool SunFilters { get; init; }

    /// <summary>Snaps when it is all hard wax.</summary>
    public bool Snaps { get; init; }

    /// <summary>Set by a gellant and clear: what crystallises in it turns it cloudy.</summary>
    public bool IsGelled { get; init; }
}

/// <summary>How it is usually wished to feel; null where it is not asked.</summary>
public sealed record FeelWishes
{
    /// <summary>Grease at once, of 10.</summary>
    public double? MostGrease { get; init; }

    /// <summary>Minutes until one may dress.</summary>
    public double? MostDryDownMin { get; init; }

    /// <summary>Drag, of 10.</summary>
    public double? MostDrag { get; init; }
}

/// <summary>What it is usually sold and kept in.</summary>
public enum PackKind
{
    Tin,
    Jar,
    PushTube,
    Bottle,
    Pump,
    Shaker,
    Pouch,

    /// <summary>A wrap for a single piece.</summary>
    Wrap,
}

/// <summary>All that is particular to one kind of product. Its shares are starting values: breaking one is a caution, never a block.</summary>
public sealed record FamilyProfile
{
    public required Family Family { get; init; }

    /// <summary>As in a sentence: "a tin balm".</summary>
    public required string Name { get; init; }

    /// <summary>As in a list of kinds.</summary>
    public required string Title { get; init; }

    /// <summary>What it is like, in a few words.</summary>
    public required string About { get; init; }

    public required FamilyNature Nature { get; init; }

    /// <summary>Its key in the tables of keeping, scent and safety.</summary>
    public required string Rules { get; init; }

    /// <summary>Usual yield value at 20 °C, kPa; null where firmness is not asked.</summary>
    public UsualRange? FirmnessAt20 { get; init; }

    /// <summary>Slump expected of it anywhere, °C; null for none.</summary>
    public double? LeastSlumpC { get; init; }

    /// <summary>Solid percent at 33 °C above which it drags; null where it is not asked.</summary>
    public double? MostSolidOnSkin { get; init; }

    public required ProductUse Use { get; init; }

    public PowderUse Powder { get; init; }

    public FamilyTraits Traits { get; init; } = new();

    public required IReadOnlyList<GroupNorm> Groups { get; init; }

    public required IReadOnlyList<StarterLine> Starter { get; init; }

    /// <summary>Ways of making it, the usual one first.</summary>
    public required IReadOnlyList<PlanRoute> Routes { get; init; }

    /// <summary>How it is worked, by what clings to pot and tools.</summary>
    public LossKind Loses =>
        Nature is FamilyNature.Bath or FamilyNature.Powder ? LossKind.Dry
        : Routes[0].IsWhipped() || Routes[0] == PlanRoute.WhipUnmelted ? LossKind.Whipped
        : LossKind.Melt;

    /// <summary>What it is read by, the main lens first.</summary>
    public required IReadOnlyList<Lens> Lenses { get; init; }

    /// <summary>Keys of the places where it must usually stand.</summary>
    public IReadOnlyList<string> MustStand { get; init; } = [Landmark.Workroom];

    /// <summary>Where it is usually worn.</summary>
    public required WornOn WornOn { get; init; }

    public required PackKind Pack { get; init; }

    /// <summary>What one use of it usually takes, g, an estimate; null where uses are not counted.</summary>
    public double? DoseG { get; init; }

    public FeelWishes Feel { get; init; } = new();

    /// <summary>Air usually beaten in, percent of the volume without it; null where none is.</summary>
    public decimal? OverrunPercent { get; init; }

    public bool LeaveOn => ScentFamilies.All[Rules].LeaveOn;

    /// <summary>Its column among the usual shares of a material.</summary>
    public string Product =>
        Nature switch
        {
            FamilyNature.Bath => "bath",
            FamilyNature.Powder => "free-powder",
            _ => LeaveOn ? "leave-on" : "rinse-off",
        };

    public bool IsDry => Nature is FamilyNature.Powder or FamilyNature.Bath;
}
