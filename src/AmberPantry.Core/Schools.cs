namespace AmberPantry.Core;

/// <summary>Which oil of a blend decides how long it keeps.</summary>
public enum KeepingSchool
{
    /// <summary>A blend ages as one.</summary>
    Diluted,

    /// <summary>Its weakest oil decides.</summary>
    Weakest,
}

/// <summary>When water asks for a preservative.</summary>
public enum WaterSchool
{
    /// <summary>Any water is preserved.</summary>
    Always,

    /// <summary>Only where the water is free enough for something to grow, above a water activity of 0.60.</summary>
    Aw,
}

/// <summary>Whose scent limits are held.</summary>
public enum Market
{
    General,
    EuUk,
}

/// <summary>Where makers disagree and the tool must take a side to give one number: the maker's choice.</summary>
public sealed record Schools(KeepingSchool Keeping = KeepingSchool.Diluted, WaterSchool Water = WaterSchool.Always, Market Market = Market.General);
