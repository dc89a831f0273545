using AmberPantry.Core.Composition;
using AmberPantry.Core.Melt;
using AmberPantry.Core.Stability;

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

    /// <summary>Emulsifiers, solubilisers and dispersants.</summary>
    Emulsifier,
    Gellant,

    /// <summary>Clays, starches, silicas and other grains that stay grains.</summary>
    Powder,
    Antioxidant,
    Scent,
    Active,

    /// <summary>Salts and sugar.</summary>
    Salt,
    Acid,

    /// <summary>Carbonates and bicarbonates.</summary>
    Base,

    /// <summary>Solid foamers.</summary>
    Surfactant,
    Colourant,
    Preservative,

    /// <summary>Alcohols that wet and leave.</summary>
    Solvent,

    /// <summary>Water and what lives in it.</summary>
    WaterPhase,
    UvFilter,
    Botanical,
}

/// <summary>What a material dissolves in.</summary>
public enum Solubility
{
    Oil,
    Water,
    Both,
    None,
}

/// <summary>A material's rows in the tables of the science; null where it has none of its own.</summary>
public sealed record TableKeys(
    string? Melt = null, string? Fat = null, string? Powder = null, string? Fizz = null, string? Base = null, string? Colourant = null, string? Antioxidant = null, string? Scent = null, string? Uv = null);

/// <summary>Usual share for one kind of product, percent.</summary>
/// <param name="Product">leave-on, lip, rinse-off, bath or free-powder.</param>
public sealed record UsageRange(string Product, decimal Min, decimal Max);

/// <summary>One material as the rules see it.</summary>
public sealed record Material
{
    /// <summary>Key, lower case, unique on the shelf.</summary>
    public required string Id { get; init; }

    /// <summary>Name as the maker reads it.</summary>
    public required string Name { get; init; }

    /// <summary>Name on the label.</summary>
    public required string Inci { get; init; }

    /// <summary>CAS registry number; null where it is not sure.</summary>
    public string? Cas { get; init; }

    public required Role Role { get; init; }

    /// <summary>Density at 25 °C in g/ml; true density for powders.</summary>
    public required double DensityGMl { get; init; }

    public Solubility Solubility { get; init; }

    /// <summary>Usual least share, percent of the product.</summary>
    public required decimal UseMinPercent { get; init; }

    /// <summary>Usual greatest share, percent of the product.</summary>
    public required decimal UseMaxPercent { get; init; }

    /// <summary>Where a kind of product has a range of its own.</summary>
    public IReadOnlyList<UsageRange> Rates { get; init; } = [];

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

    /// <summary>Melting make-up; null for what does not melt with the fats.</summary>
    public MeltSpectrum? Melt { get; init; }

    /// <summary>Class of the feel table; empty for what is no lipid.</summary>
    public string Feel { get; init; } = "";

    /// <summary>Hydrophile-lipophile balance of an emulsifier; null for all else.</summary>
    public double? Hlb { get; init; }

    /// <summary>Drops to the millilitre of the maker's own dropper; null for the usual twenty.</summary>
    public double? DropsPerMl { get; init; }

    public TableKeys Keys { get; init; } = new();

    /// <summary>Key of the catalogue material this one is a grade of; its own key otherwise.</summary>
    public required string BasedOn { get; init; }

    /// <summary>Price in the workshop's currency per kilogram; null when unknown.</summary>
    public decimal? PricePerKg { get; init; }

    /// <summary>Stays in grains when the fats melt.</summary>
    public bool IsPowder => Melt is null && Role is Role.Powder or Role.Salt or Role.Acid or Role.Base or Role.Surfactant or Role.Colourant or Role.Botanical or Role.UvFilter;

    /// <summary>Water, glycerin, alcohol: what the melt model does not cover.</summary>
    public bool IsWatery => Role is Role.WaterPhase or Role.Solvent;

    public bool IsLiquid => Role is Role.Oil or Role.Ester;

    /// <summary>How it goes rancid; null for what is no lipid or has no profile.</summary>
    public Lipid? Lipid => MaterialKeys.LipidOf(this);

    /// <summary>How it guards lipids; null for what does not.</summary>
    public Antioxidant? Guard => Keys.Antioxidant is { } key ? Antioxidant.All[key] : null;

    /// <summary>Usual greatest share for a kind of product, percent.</summary>
    public decimal MostPercentIn(string product) => Rates.FirstOrDefault(rate => rate.Product == product)?.Max ?? UseMaxPercent;
}

/// <summary>A material the maker keeps under a name of their own, as a grade of a catalogue material.</summary>
/// <param name="Name">1 to 120 characters.</param>
/// <param name="BasedOn">Key of the catalogue material it behaves like.</param>
public sealed record MakerMaterial(string Name, string BasedOn, string? Inci = null, decimal? PricePerKg = null, decimal? UseMaxPercent = null);
