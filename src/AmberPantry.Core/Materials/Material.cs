using AmberPantry.Core.Composition;
using AmberPantry.Core.Melt;

namespace AmberPantry.Core.Materials;

/// <summary>What a material does in a formula.</summary>
public enum Role
{
    Wax,
    SoftButter,
    HardButter,

    /// <summary>Soft, sticky, half solid: lanolin and its like.</summary>
    Emollient,
    Oil,

    /// <summary>Light liquid: esters, ethers, alkanes, short triglycerides.</summary>
    Ester,

    /// <summary>Fatty alcohol, fatty acid, hydrogenated oil.</summary>
    Hardener,
    Emulsifier,
    Gellant,
    Powder,
    Antioxidant,
    Scent,
    Active,
}

/// <summary>One material as the rules see it.</summary>
public sealed record Material
{
    /// <summary>Key, lower case, unique on the shelf.</summary>
    public required string Id { get; init; }

    /// <summary>Name as the maker reads it.</summary>
    public required string Name { get; init; }

    /// <summary>Name on the label.</summary>
    public required string Inci { get; init; }

    public required Role Role { get; init; }

    /// <summary>Density at 25 °C in g/ml; true density for powders.</summary>
    public required double DensityGMl { get; init; }

    /// <summary>Usual least share, percent of the product.</summary>
    public required decimal UseMinPercent { get; init; }

    /// <summary>Usual greatest share, percent of the product.</summary>
    public required decimal UseMaxPercent { get; init; }

    /// <summary>Temperature in °C it should not be held above; null when heat does not harm it in the pot.</summary>
    public double? HeatCeilingC { get; init; }

    public required Phase UsualPhase { get; init; }

    /// <summary>Colour as seen in the pot, #RRGGBB.</summary>
    public required string Colour { get; init; }

    /// <summary>Other names and common misspellings.</summary>
    public IReadOnlyList<string> AlsoCalled { get; init; } = [];

    /// <summary>Allergens and hazards, such as "bee product" or "drying oil".</summary>
    public IReadOnlyList<string> Tags { get; init; } = [];

    /// <summary>Where the figures come from.</summary>
    public required string Source { get; init; }

    /// <summary>Melting make-up; null for powders, which stay powder.</summary>
    public MeltSpectrum? Melt { get; init; }

    /// <summary>Key of the catalogue material this one is a grade of; its own key otherwise.</summary>
    public required string BasedOn { get; init; }

    /// <summary>Price in the workshop's currency per kilogram; null when unknown.</summary>
    public decimal? PricePerKg { get; init; }

    public bool IsPowder => Melt is null;

    public bool IsLiquid => Role is Role.Oil or Role.Ester;
}

/// <summary>A material the maker keeps under a name of their own, as a grade of a catalogue material.</summary>
/// <param name="Name">1 to 120 characters.</param>
/// <param name="BasedOn">Key of the catalogue material it behaves like.</param>
public sealed record MakerMaterial(string Name, string BasedOn, string? Inci = null, decimal? PricePerKg = null, decimal? UseMaxPercent = null);
