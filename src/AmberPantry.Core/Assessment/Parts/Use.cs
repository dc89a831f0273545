using AmberPantry.Core.Families;
using AmberPantry.Core.Formulas;
using AmberPantry.Core.Workshops;

namespace AmberPantry.Core.Assessment.Parts;

/// <summary>How a product is used: as its formula says, else as is usual for its family.</summary>
/// <param name="MustStand">Places where it must stand up to the warmth, coldest first.</param>
/// <param name="Gone">Keys of places that the formula asks for and the house no longer has.</param>
/// <param name="OverrunPercent">Air beaten in, percent of the volume without it.</param>
public sealed record Use(WornOn WornOn, ForWhom ForWhom, IReadOnlyList<Landmark> MustStand, IReadOnlyList<string> Gone, double OverrunPercent)
{
    /// <summary>A place colder than this asks that it still picks up; °C.</summary>
    public const double ColdBelowC = 12;

    public static Use Of(Formula formula, FamilyProfile family, Workshop workshop)
    {
        var asked = formula.MustStand ?? family.MustStand;
        return new Use(
            formula.WornOn ?? family.WornOn,
            formula.ForWhom ?? ForWhom.Anyone,
            [.. workshop.Landmarks.Where(place => place.Kind != LandmarkKind.Pot && asked.Contains(place.Id)).OrderBy(place => place.TemperatureC)],
            [.. (formula.MustStand ?? []).Where(id => workshop.Landmarks.All(place => place.Id != id))],
            (double)(formula.Batch.OverrunPercent ?? family.OverrunPercent ?? 0)
        );
    }

    /// <summary>Where it is worn in the words of the rules table; null in the bath, where nothing stays on.</summary>
    public string? Area =>
        WornOn switch
        {
            WornOn.Lips => "lip",
            WornOn.NearEyes => "eye",
            WornOn.Bath => null,
            _ => AmberJson.Word(WornOn),
        };

    /// <summary>The same for the limits of scent, which hold the skin near the eyes to those of the face.</summary>
    public string? ScentArea => WornOn == WornOn.NearEyes ? "face" : Area;

    /// <summary>Whom it is for in the words of the limits and rules; a child is held to the youngest of its span.</summary>
    public string Audience =>
        ForWhom switch
        {
            ForWhom.Child => "child_2_6",
            ForWhom.ChildUnder3 => "under_2",
            ForWhom.Pregnant => "pregnant",
            _ => "adult",
        };

    public bool Asks(string place) => MustStand.Any(asked => asked.Id == place);

    /// <summary>Where stock lies or is made; not skin.</summary>
    public IEnumerable<Landmark> Stands => MustStand.Where(place => place.Kind is LandmarkKind.Storage or LandmarkKind.Workroom);

    /// <summary>The coldest place asked for that is cold to the hand; null where none is.</summary>
    public Landmark? Cold => Stands.FirstOrDefault() is { } coldest && coldest.TemperatureC < ColdBelowC ? coldest : null;
}
