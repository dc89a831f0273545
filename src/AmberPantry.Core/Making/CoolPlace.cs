using AmberPantry.Core.Science.Melt;
using AmberPantry.Core.Workshops;

namespace AmberPantry.Core.Making;

/// <summary>A place to chill a bowl in.</summary>
/// <param name="Id">As a method keeps it.</param>
/// <param name="Usual">Its row among the customary heat transfers.</param>
public sealed record CoolPlace(string Id, string Words, double? C, string Usual, bool Stirred)
{
    /// <summary>"the fridge".</summary>
    public string Name => Words[(Words.IndexOf(' ', StringComparison.Ordinal) + 1)..].Split(',')[0];

    public bool IsBath => Usual.EndsWith("bath", StringComparison.Ordinal);

    public static IReadOnlyList<CoolPlace> All { get; } =
    [
        new("bench", "on the bench", null, "still room air", false),
        new("fridge", "in the fridge", 5, "fridge", false),
        new("freezer", "in the freezer", -18, "freezer", false),
        new("cold-bath", "in a cold bath", 12, "cold-water bath", false),
        new("ice-bath", "in an ice bath, stirred", 1, "stirred ice bath", true),
    ];

    /// <summary>Null for the best of them, which the run decides.</summary>
    public static CoolPlace? Of(string id) => All.FirstOrDefault(place => place.Id == id);

    /// <summary>How cold it is in this house; null is as warm as the room.</summary>
    public double? In(Workshop workshop) => workshop.ColdPlace(Id)?.TemperatureC ?? C;

    /// <summary>A stay there, with what the house has learnt of it: what was told of the place by hand, else what was agreed to.</summary>
    /// <param name="vessel">Name of what it stands in; null where that is not known.</param>
    public CoolingStage Stage(double seconds, Workshop workshop, string? vessel = null) =>
        new(
            seconds,
            In(workshop) ?? workshop.WorkroomC,
            CoolingStage.Usual[Usual] * (workshop.ColdPlace(Id)?.Factor ?? workshop.OwnCooling(Id, vessel)),
            Stirred
        );
}
