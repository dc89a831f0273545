using AmberPantry.Core.Families;

namespace AmberPantry.Server.Bench;

/// <summary>A kind of product as a page offers it.</summary>
public sealed record FamilyView
{
    public required Family Family { get; init; }

    /// <summary>As in a sentence: "a tin balm".</summary>
    public required string Name { get; init; }

    /// <summary>As in a list of kinds.</summary>
    public required string Title { get; init; }

    /// <summary>What it is like, in a few words.</summary>
    public required string About { get; init; }

    public required FamilyNature Nature { get; init; }

    /// <summary>Instruments that fit, the main one first.</summary>
    public required IReadOnlyList<Instrument> Instruments { get; init; }

    /// <summary>Whether steps of making are written for it.</summary>
    public required bool CanBeMade { get; init; }

    /// <summary>Kinds of place where its stock must keep its shape.</summary>
    public required IReadOnlyList<Core.Workshops.LandmarkKind> MustStand { get; init; }

    internal static FamilyView Of(FamilyProfile profile) =>
        new()
        {
            Family = profile.Family,
            Name = profile.Name,
            Title = profile.Title,
            About = profile.About,
            Nature = profile.Nature,
            Instruments = profile.Instruments,
            CanBeMade = profile.Route != MakingRoute.BySheet,
            MustStand = profile.MustStand,
        };
}
