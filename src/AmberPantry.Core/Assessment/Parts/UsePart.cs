using AmberPantry.Core.Families;

namespace AmberPantry.Core.Assessment.Parts;

/// <summary>How a product is used, as the formula says or as is usual for its family.</summary>
public sealed record UseView
{
    public required WornOn WornOn { get; init; }

    public required ForWhom ForWhom { get; init; }

    /// <summary>Keys of the places where it must stand, coldest first.</summary>
    public required IReadOnlyList<string> MustStand { get; init; }

    /// <summary>Keys of places that are asked for and that the house no longer has.</summary>
    public required IReadOnlyList<string> Gone { get; init; }

    /// <summary>Air beaten in, percent of the volume without it; null where none is usual and none was asked.</summary>
    public required double? OverrunPercent { get; init; }

    /// <summary>"for hands", "for lips, of children".</summary>
    public required string Says { get; init; }

    internal static UseView Of(Subject subject)
    {
        var use = subject.Use;
        return new UseView
        {
            WornOn = use.WornOn,
            ForWhom = use.ForWhom,
            MustStand = [.. use.MustStand.Select(place => place.Id)],
            Gone = use.Gone,
            OverrunPercent = subject.Family.OverrunPercent is null && subject.Formula.Batch.OverrunPercent is null ? null : use.OverrunPercent,
            Says = Tell(use),
        };
    }

    private static string Tell(Use use)
    {
        var where = use.WornOn switch
        {
            WornOn.NearEyes => "near the eyes",
            WornOn.Underarm => "for underarms",
            WornOn.Bath => "for the bath",
            WornOn.Body or WornOn.Face or WornOn.Scalp => $"for the {AmberJson.Word(use.WornOn)}",
            _ => $"for {AmberJson.Word(use.WornOn)}",
        };
        return use.ForWhom switch
        {
            ForWhom.Child => $"{where}, of children",
            ForWhom.ChildUnder3 => $"{where}, of children under three",
            ForWhom.Pregnant => $"{where}, in pregnancy",
            _ => where,
        };
    }
}
