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

/// <summary>When a line joins the batch.</summary>
public enum Phase
{
    /// <summary>Melted together in the pot.</summary>
    Melt,

    /// <summary>Stirred in off the heat, below its own ceiling.</summary>
    CoolDown,

    /// <summary>Powders, salts, soda and acid, mixed dry.</summary>
    Dry,

    /// <summary>Water, alcohol and what lives in them.</summary>
    Liquid,

    /// <summary>Laid on top.</summary>
    Surface,
}

/// <summary>What a material dissolves in.</summary>
public enum Solubility
{
    Oil,
    Water,
    Both,
    None,
}

/// <summary>What binds water, by its row in the water activity sum.</summary>
public enum Humectant
{
    None,
    Honey,
    Glycerol,
    PropyleneGlycol,
}

/// <summary>A material's rows in the tables of the science; null where it has none of its own.</summary>
public sealed record TableKeys
{
    public string? Melt { get; init; }
    public string? MeltsLike { get; init; }
    public string? Fat { get; init; }
    public string? Powder { get; init; }
    public string? Fizz { get; init; }
    public string? Base { get; init; }
    public string? Colourant { get; init; }
    public string? Antioxidant { get; init; }
    public string? Preservative { get; init; }
    public string? Scent { get; init; }
    public string? Uv { get; init; }

    /// <summary>Whether it dissolves in the melted fats: it has a melting make-up, is taken for one that has, or is an oil.</summary>
    public bool MeltsWithFat(Role role) => Melt is not null || MeltsLike is not null || (Fat is not null && role == Role.Oil);
}

/// <summary>Usual share for one kind of product, percent.</summary>
/// <param name="Product">leave-on, lip, rinse-off, bath or free-powder.</param>
public sealed record UsageRange(string Product, decimal Min, decimal Max);

/// <summary>One material as the rules see it.</summary>
public sealed record Material
{
    /// <summary>Drops to the millilitre unless a dropper was calibrated.</summary>
    public const double UsualDropsPerMl = 20;

    /// <summary>Millilitres of a stroke unless a pump was weighed.</summary>
    public const double UsualPumpMl = 1.5;

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

    /// <summary>Classes of the safety table, such as "clay" or "nut_oil".</summary>
    public IReadOnlyList<string> Classes { get; init; } = [];

    /// <summary>Water in it, mass fraction.</summary>
    public double WaterFraction { get; init; }

    /// <summary>What it does to the freedom of water; None for what holds none.</summary>
    public Humectant Humectant { get; init; }

    /// <summary>What the maker calls it besides.</summary>
    public IReadOnlyList<string> MyNames { get; init; } = [];

    /// <summary>Where the figures come from.</summary>
    public required string Source { get; init; }

    /// <summary>Class of the feel table; empty for what is no lipid.</summary>
    public string Feel { get; init; } = "";

    /// <summary>Hydrophile-lipophile balance of an emulsifier; null for all else.</summary>
    public double? Hlb { get; init; }

    /// <summary>Part of an emulsifier's mass that works in oil: less than 1 for a blend with alcohols, 0 for what oil does not take.</summary>
    public double Emulsifying { get; init; }

    /// <summary>Whether it should emulsify and is not taken by oil.</summary>
    public bool SinksInOil => Hlb is not null && Emulsifying == 0;

    /// <summary>Drops to the millilitre where they are known; null for the usual twenty.</summary>
    public double? DropsPerMl { get; init; }

    /// <summary>Whether they were counted from the maker's own dropper.</summary>
    public bool HasOwnDropper { get; init; }

    public TableKeys Keys { get; init; } = new();

    /// <summary>Key of the catalogue material this one is a grade of; its own key otherwise.</summary>
    public required string BasedOn { get; init; }

    /// <summary>Price in the workshop's currency per kilogram; null when unknown.</summary>
    public decimal? PricePerKg { get; init; }

    /// <summary>Stays in grains when the fats melt.</summary>
    public bool IsPowder =>
        !Keys.MeltsWithFat(Role)
        && Role is Role.Powder or Role.Salt or Role.Acid or Role.Base or Role.Surfactant or Role.Colourant or Role.Botanical or Role.UvFilter;

    /// <summary>Water, glycerin, alcohol: what the melt model does not cover.</summary>
    public bool IsWatery => Role is Role.WaterPhase or Role.Solvent;

    /// <summary>The supplier's lot in use, where the maker told it.</summary>
    public string? Lot { get; init; }

    /// <summary>What stands on that lot.</summary>
    public DateOnly? BestBefore { get; init; }

    /// <summary>How much higher that lot melts than its kind does, K; below 0 lower.</summary>
    public double MeltShiftK { get; init; }

    /// <summary>Most oil at which 100 g of that lot, squeezed hard, still fall apart and leave no shine, g; null where nobody squeezed it.</summary>
    public double? HoldsOilG { get; init; }

    /// <summary>What that lot's certificate allows, percent of the product by category; null without one.</summary>
    public IReadOnlyDictionary<string, double>? Certificate { get; init; }

    /// <summary>What is in the house that may be used, g; null where nothing of it was booked in.</summary>
    public decimal? HaveG { get; init; }

    /// <summary>Whether that lot had melted on its way: what set by itself may have set in grains.</summary>
    public bool ArrivedMelted { get; init; }

    /// <summary>Grams of one stroke of the maker's own pump; null for a usual one.</summary>
    public double? PumpG { get; init; }

    /// <summary>Grams of a stroke, of her own pump or a usual one.</summary>
    public double StrokeG => PumpG ?? UsualPumpMl * DensityGMl;

    public bool IsLiquid => Role is Role.Oil or Role.Ester;

    /// <summary>Drops to the gram from the maker's own dropper or a usual one; null for what does not drop.</summary>
    public double? DropsPerG => IsLiquid || Role is Role.Scent or Role.Antioxidant ? (DropsPerMl ?? UsualDropsPerMl) / DensityGMl : null;

    /// <summary>A usual first share, percent: little of what guards or smells, some of the rest, never above its most.</summary>
    public decimal FirstPercent =>
        Math.Min(
            Role switch
            {
                Role.Antioxidant => 0.5m,
                Role.Scent => 1,
                _ => 5,
            },
            UseMaxPercent
        );

    /// <summary>Usual greatest share for a kind of product, percent.</summary>
    public decimal MostPercentIn(string product) => Rates.FirstOrDefault(rate => rate.Product == product)?.Max ?? UseMaxPercent;
}

/// <summary>What the lot to use first says of a material.</summary>
/// <param name="Material">Its key.</param>
/// <param name="HaveG">What all lots hold that may be used, g.</param>
/// <param name="Code">As on the bag; null where all is used up.</param>
/// <param name="UseBy">The day by which it is to be used.</param>
public sealed record LotInUse(string Material, decimal HaveG, string? Code, DateOnly? UseBy)
{
    /// <summary>What it was paid for; null without a price.</summary>
    public decimal? PricePerKg { get; init; }

    public decimal? MeltShiftK { get; init; }

    public decimal? HoldsOilG { get; init; }

    public IReadOnlyDictionary<string, double>? Certificate { get; init; }

    public bool ArrivedMelted { get; init; }

    /// <summary>The material as this lot of it is.</summary>
    internal Material In(Material material) =>
        material with
        {
            HaveG = HaveG,
            Lot = Code,
            BestBefore = UseBy,
            PricePerKg = PricePerKg ?? material.PricePerKg,
            MeltShiftK = (double?)MeltShiftK ?? 0,
            HoldsOilG = (double?)HoldsOilG,
            Certificate = Certificate,
            ArrivedMelted = ArrivedMelted,
        };
}

/// <summary>A material the maker keeps under a name of their own, as a grade of a catalogue material.</summary>
/// <param name="Name">1 to 120 characters.</param>
/// <param name="BasedOn">Key of the catalogue material it behaves like.</param>
/// <param name="Lot">The supplier's lot that is in use, 1 to 40 characters.</param>
/// <param name="BestBefore">What stands on that lot.</param>
public sealed record MakerMaterial(
    string Name,
    string BasedOn,
    string? Inci = null,
    decimal? PricePerKg = null,
    decimal? UseMaxPercent = null,
    string? Lot = null,
    DateOnly? BestBefore = null
)
{
    public const int LongestName = 120;
    public const int LongestLot = 40;
    private const int FirstYear = 2000;
    private const int LastYear = 2100;
    private const decimal MostPrice = 1_000_000;
    public const int DropsCounted = 20;
    public const int StrokesCounted = 10;
    private const decimal MostShiftK = 8;
    private const decimal LeastDropsG = 0.1m;
    private const decimal MostDropsG = 4;
    private const decimal LeastStrokesG = 1;
    private const decimal MostStrokesG = 100;

    /// <summary>What twenty drops from its own dropper weigh, g.</summary>
    public decimal? DropsG { get; init; }

    /// <summary>What ten strokes of its own pump weigh, g.</summary>
    public decimal? StrokesG { get; init; }

    /// <summary>How much higher the lot in use melts than its kind does, K; below 0 lower.</summary>
    public decimal? MeltShiftK { get; init; }

    /// <exception cref="Refusal">With the path of the first field that cannot be taken.</exception>
    public void Check(string path)
    {
        if (string.IsNullOrWhiteSpace(Name) || Name.Trim().Length > LongestName)
        {
            throw new Refusal(Codes.Range, $"{path}name", Name, "A material needs a name of 1 to 120 characters.", "Give it a short name.");
        }

        if (Catalogue.All.All(material => !string.Equals(material.Id, BasedOn.Trim(), StringComparison.OrdinalIgnoreCase)))
        {
            throw new Refusal(
                Codes.UnknownId,
                $"{path}basedOn",
                BasedOn,
                $"“{Name}” is said to behave like something that is not in the catalogue.",
                "Name a catalogue material there."
            );
        }

        if (Inci?.Length > 2 * LongestName)
        {
            throw new Refusal(Codes.Range, $"{path}inci", Inci, "The INCI name is too long.", $"Keep it to {2 * LongestName} letters.");
        }

        if (PricePerKg is < 0 or > MostPrice)
        {
            throw new Refusal(
                Codes.Range,
                $"{path}pricePerKg",
                PricePerKg,
                $"A price of {PricePerKg} a kg cannot be.",
                $"Type 0 to {MostPrice} a kg, or leave it empty."
            );
        }

        if (Lot is { } lot && (string.IsNullOrWhiteSpace(lot) || lot.Length > LongestLot))
        {
            throw new Refusal(Codes.Range, $"{path}lot", lot, $"A lot has 1 to {LongestLot} characters.", "Type it as it stands on the label.");
        }

        if (BestBefore is { Year: < FirstYear or > LastYear } date)
        {
            throw new Refusal(
                Codes.Range,
                $"{path}bestBefore",
                date,
                $"{date:yyyy-MM-dd} is no date of a lot.",
                "Type it as it stands on the label: year, month, day."
            );
        }

        if (DropsG is < LeastDropsG or > MostDropsG)
        {
            throw new Refusal(
                Codes.Range,
                $"{path}dropsG",
                DropsG,
                $"{DropsCounted} drops do not weigh {DropsG:0.###} g.",
                $"Count {DropsCounted} onto the scale and type {LeastDropsG} to {MostDropsG} g, or leave it empty."
            );
        }

        if (StrokesG is < LeastStrokesG or > MostStrokesG)
        {
            throw new Refusal(
                Codes.Range,
                $"{path}strokesG",
                StrokesG,
                $"{StrokesCounted} strokes of a pump do not weigh {StrokesG:0.###} g.",
                $"Pump {StrokesCounted} times onto the scale and type {LeastStrokesG} to {MostStrokesG} g, or leave it empty."
            );
        }

        if (MeltShiftK is < -MostShiftK or > MostShiftK)
        {
            throw new Refusal(
                Codes.Range,
                $"{path}meltShiftK",
                MeltShiftK,
                $"A lot that melts {MeltShiftK:0.#} °C from its kind is another material.",
                $"Type −{MostShiftK} to {MostShiftK}: below 0 where it melts lower than usual."
            );
        }

        if (UseMaxPercent is < 0 or > 100)
        {
            throw new Refusal(
                Codes.Range,
                $"{path}useMaxPercent",
                UseMaxPercent,
                $"{UseMaxPercent} % is no share.",
                "Type 0 to 100, or leave it empty."
            );
        }
    }
}

/// <summary>Another name the maker has for a material of the catalogue or of her own.</summary>
/// <param name="Material">Key of the material.</param>
/// <param name="Name">1 to 60 characters.</param>
public sealed record MyName(string Material, string Name)
{
    public const int Longest = 60;

    /// <exception cref="Refusal">E_RANGE for an empty or overlong name.</exception>
    public void Check(string field)
    {
        if (string.IsNullOrWhiteSpace(Name) || Name.Length > Longest)
        {
            throw new Refusal(Codes.Range, field, Name, "A name of your own has 1 to 60 letters.", "Type a short name.");
        }
    }
}
