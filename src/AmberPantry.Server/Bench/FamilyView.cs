using AmberPantry.Core.Families;
using AmberPantry.Core.Science.Making;

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

    /// <summary>What it is read by, the main lens first.</summary>
    public required IReadOnlyList<Lens> Lenses { get; init; }

    /// <summary>Ways of making it, the usual one first.</summary>
    public required IReadOnlyList<PlanRoute> Routes { get; init; }

    /// <summary>Keys of the places where it must usually stand.</summary>
    public required IReadOnlyList<string> MustStand { get; init; }

    /// <summary>Where it is usually worn.</summary>
    public required WornOn WornOn { get; init; }

    /// <summary>What it is usually kept in.</summary>
    public required PackKind Pack { get; init; }

    /// <summary>Air usually beaten in, percent of the volume without it; null where none is.</summary>
    public required decimal? OverrunPercent { get; init; }

    internal static FamilyView Of(FamilyProfile profile) =>
        new()
        {
            Family = profile.Family,
            Name = profile.Name,
            Title = profile.Title,
            About = profile.About,
            Nature = profile.Nature,
            Lenses = profile.Lenses,
            Routes = profile.Routes,
            MustStand = profile.MustStand,
            WornOn = profile.WornOn,
            Pack = profile.Pack,
            OverrunPercent = profile.OverrunPercent,
        };
}
