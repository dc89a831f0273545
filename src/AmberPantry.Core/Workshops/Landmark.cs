namespace AmberPantry.Core.Workshops;

/// <summary>What a landmark stands for, and so what is asked of a product there.</summary>
public enum LandmarkKind
{
    /// <summary>A place where finished stock lies: it should keep its shape.</summary>
    Storage,

    /// <summary>Where it is made and first tried.</summary>
    Workroom,

    /// <summary>On the body.</summary>
    Skin,

    /// <summary>In the pot: it should be liquid.</summary>
    Pot,
}

/// <summary>A temperature with a name.</summary>
/// <param name="TemperatureC">−5 to 95 °C.</param>
/// <param name="Hours">How long stock stays there; null when it does not matter.</param>
public sealed record Landmark(string Id, string Name, double TemperatureC, LandmarkKind Kind, double? Hours = null)
{
    /// <summary>Keys of the places that a new house has.</summary>
    public const string Porch = "porch";
    public const string Workroom = "workroom";
    public const string Stall = "stall";
    public const string Skin = "skin";
    public const string Van = "van";
    public const string Pot = "pot";

    public const int LongestName = 40;
    private const double MostHours = 24 * 366;

    /// <exception cref="Refusal">With the path of the first field that cannot be taken.</exception>
    internal void Check(string path)
    {
        HouseSettings.Text(Name, LongestName, $"{path}.name", "A landmark needs a name of 1 to 40 characters.", "Give it a short name.");
        CheckC(TemperatureC, $"{path}.temperatureC");
        if (Hours is { } hours && !(hours >= 0 && hours <= MostHours))
        {
            throw new Refusal(
                Codes.Range,
                $"{path}.hours",
                hours,
                $"Stock does not stay there for {hours} hours.",
                "Type 0 or more, or leave it empty."
            );
        }
    }

    /// <exception cref="Refusal">E_RANGE off the ruler.</exception>
    public static void CheckC(double celsius, string field)
    {
        if (!(celsius >= HouseSettings.LeastC && celsius <= HouseSettings.MostC))
        {
            throw new Refusal(Codes.Range, field, celsius, $"{celsius} °C is off the ruler.", "Type −5 to 95 °C.");
        }
    }
}
