namespace AmberPantry.Core.Families;

/// <summary>Where on the body a product goes.</summary>
public enum WornOn
{
    Hands,
    Body,
    Face,
    NearEyes,
    Lips,
    Underarm,
    Scalp,
    Feet,

    /// <summary>Into the water one sits in.</summary>
    Bath,
}

/// <summary>Whom a product is made for; the strictest of them binds.</summary>
public enum ForWhom
{
    /// <summary>Grown-ups who have told nothing else.</summary>
    Anyone,

    /// <summary>From three years on.</summary>
    Child,
    ChildUnder3,

    /// <summary>In pregnancy.</summary>
    Pregnant,
}
