using AmberPantry.Core.Materials;
using AmberPantry.Core.Science.Powders;
using AmberPantry.Core.Science.Scent;
using AmberPantry.Core.Science.Stability;
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

/// <summary>A way to look at a formula that fits a family.</summary>
public enum Instrument
{
    /// <summary>Firmness from the winter porch to the melt pot.</summary>
    Melt,
    Feel,
    Powder,
    Bath,
    Keeping,
    Scent,
    Colour,
}

/// <summary>How a batch is made.</summary>
public enum MakingRoute
{
    /// <summary>No steps are written yet: it is weighed from the bench sheet.</summary>
    BySheet,

    /// <summary>Melted, cooled, poured and left to set.</summary>
    MeltAndPour,
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

    /// <summary>In a container this small, g, it is worn on lips; null where it never is.</summary>
    public decimal? LipUpToFillG { get; init; }

    /// <summary>Whether a thumb picks it up cold.</summary>
    public bool PicksUpCold { get; init; } = true;
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

    public MakingRoute Route { get; init; }

    /// <summary>Instruments that fit, the main one first.</summary>
    public required IReadOnlyList<Instrument> Instruments { get; init; }

    /// <summary>Kinds of place where its stock must keep its shape.</summary>
    public IReadOnlyList<LandmarkKind> MustStand { get; init; } = [];

    public bool LeaveOn => ScentFamilies.All[Rules].LeaveOn;

    public bool IsDry => Nature is FamilyNature.Powder or FamilyNature.Bath;
}
