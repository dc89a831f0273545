namespace AmberPantry.Core.Workshops;

/// <summary>What a piece of the kit is for.</summary>
public enum KitKind
{
    /// <summary>A scale beside the usual one.</summary>
    Scale,

    /// <summary>Melted, stirred or mixed in: a jug, a pot, a beaker, a bowl.</summary>
    Vessel,

    /// <summary>The bowl that is whipped in.</summary>
    WhipBowl,
    Grinder,

    /// <summary>A sheet of cavities.</summary>
    Mould,

    /// <summary>A place to cool in.</summary>
    Cold,
    Dropper,
    Sprayer,
    Whisk,
    StickBlender,
    Stirrer,
}

/// <summary>A piece of the kit, with what the planner needs to know of it.</summary>
/// <param name="Id">Unique among the pieces.</param>
public sealed record KitPiece(string Id, KitKind Kind, string Name)
{
    /// <summary>Brimful volume of a vessel, a bowl, the cup of a grinder or one cavity, ml.</summary>
    public double? VolumeMl { get; init; }

    /// <summary>Empty mass of a vessel or bowl, g.</summary>
    public decimal? MassG { get; init; }

    /// <summary>Inner diameter of a vessel, mm.</summary>
    public double? WidthMm { get; init; }

    public PackMaterial? Material { get; init; }

    /// <summary>Cavities of a mould.</summary>
    public int? Count { get; init; }

    /// <summary>Step of a scale, g.</summary>
    public decimal? StepG { get; init; }

    /// <summary>How far repeated readings of a scale lie apart, g; the step when left out.</summary>
    public decimal? RepeatabilityG { get; init; }

    /// <summary>Most a scale carries, g.</summary>
    public decimal? CapacityG { get; init; }

    /// <summary>Which place to cool in it is, by its key.</summary>
    public string? Place { get; init; }

    /// <summary>How cold that place is, °C.</summary>
    public double? TemperatureC { get; init; }

    /// <summary>How much faster than usual it cools there; 1 is as usual.</summary>
    public double? Factor { get; init; }

    /// <summary>What twenty drops or sprays weigh, g.</summary>
    public decimal? TwentyG { get; init; }

    /// <summary>How far above the ground a whisk or the bell of a stick blender runs, mm.</summary>
    public double? GapMm { get; init; }

    /// <summary>Height of a whisk's balloon, or of a stick blender's bell, mm.</summary>
    public double? HeightMm { get; init; }

    public const int Most = 100;
    public const int LongestId = 80;
    public const double LeastFactor = 0.2;
    public const double MostFactor = 5;
    private const int LongestName = 60;
    private const int Twenty = 20;

    /// <summary>Grams of one drop or spray; null where twenty were not weighed.</summary>
    [System.Text.Json.Serialization.JsonIgnore]
    public double? EachG => TwentyG is > 0 ? (double)TwentyG / Twenty : null;

    /// <exception cref="Refusal">With the path of the first field that cannot be taken, or that this kind needs.</exception>
    internal void Check(string path)
    {
        HouseSettings.Text(Name, LongestName, $"{path}.name", "A piece of the kit needs a name of 1 to 60 characters.", "Give it a short name.");
        Within(VolumeMl, 1, 100_000, $"{path}.volumeMl", "ml", Kind is KitKind.Vessel or KitKind.WhipBowl or KitKind.Grinder or KitKind.Mould);
        Within((double?)MassG, 0, 50_000, $"{path}.massG", "g", false);
        Within(WidthMm, 10, 1000, $"{path}.widthMm", "mm", Kind == KitKind.Stirrer);
        Within(GapMm, 0, 100, $"{path}.gapMm", "mm", Kind == KitKind.Whisk);
        Within(HeightMm, 5, 300, $"{path}.heightMm", "mm", Kind is KitKind.Whisk or KitKind.StickBlender);
        Within(Count, 1, 1000, $"{path}.count", "", Kind == KitKind.Mould);
        Within((double?)StepG, 0.0001, 50, $"{path}.stepG", "g", Kind == KitKind.Scale);
        Within((double?)RepeatabilityG, 0, 50, $"{path}.repeatabilityG", "g", false);
        Within((double?)CapacityG, 1, 200_000, $"{path}.capacityG", "g", false);
        Within(TemperatureC, -40, 40, $"{path}.temperatureC", "°C", false);
        Within(Factor, LeastFactor, MostFactor, $"{path}.factor", "times", false);
        Within((double?)TwentyG, 0.01, 500, $"{path}.twentyG", "g", Kind is KitKind.Dropper or KitKind.Sprayer);
        if (Kind == KitKind.Cold && string.IsNullOrWhiteSpace(Place))
        {
            throw new Refusal(
                Codes.Missing,
                $"{path}.place",
                Place,
                $"{Name} is in no place.",
                "Choose bench, fridge, freezer, cold bath or ice bath."
            );
        }
    }

    private static void Within(double? told, double least, double most, string field, string unit, bool needed)
    {
        var range = $"Type {least} to {most}{(unit.Length > 0 ? $" {unit}" : "")}{(needed ? "" : ", or leave it empty")}.";
        if (told is not { } value)
        {
            if (needed)
            {
                throw new Refusal(Codes.Missing, field, null, "This is needed of such a piece.", range);
            }
        }
        else if (!(value >= least && value <= most))
        {
            throw new Refusal(Codes.Range, field, value, $"{value} is outside {least} to {most}.", range);
        }
    }
}
