using AmberPantry.Core.Assessment;
using AmberPantry.Core.Composition;
using AmberPantry.Core.Scent;
using AmberPantry.Core.Stability;

namespace AmberPantry.Core.House;

public enum Theme
{
    Day,
    Night,
}

/// <summary>How the maker likes to work.</summary>
/// <param name="TextPercent">100, 115 or 130.</param>
/// <param name="SingleKeys">Whether single letters act outside fields.</param>
public sealed record Preferences(Theme Theme = Theme.Day, int TextPercent = 100, bool SingleKeys = true);

/// <summary>All that is set for the house.</summary>
public sealed record HouseSettings
{
    public const int MostLandmarks = 9;

    public Workshop Workshop { get; init; } = new();

    public Preferences Preferences { get; init; } = new();

    /// <summary>When the workroom was last read, UTC.</summary>
    public DateTime? ReadAt { get; init; }

    /// <summary>Tomorrow's temperature at a landmark in °C, by landmark id.</summary>
    public IReadOnlyDictionary<string, double> Tomorrow { get; init; } = new Dictionary<string, double>();

    /// <summary>Checks every field.</summary>
    /// <exception cref="Refusal">With the path of the first field that cannot be taken.</exception>
    public HouseSettings Checked()
    {
        Range(Workshop.Scale.ResolutionG, 0.001m, 50, "workshop.scale.resolutionG", "g", "Type the last digit your scale shows, such as 0.1.");
        if (Workshop.Scale.CapacityG is { } capacity)
        {
            Range(capacity, 1, 200_000, "workshop.scale.capacityG", "g", "Type the most it carries, or leave it empty.");
        }

        Range((decimal)Finite(Workshop.WorkroomC, "workshop.workroomC"), -5, 45, "workshop.workroomC", "°C", "Type the room's temperature.");
        if (Workshop.HumidityPercent is { } humidity)
        {
            Range((decimal)Finite(humidity, "workshop.humidityPercent"), 0, 100, "workshop.humidityPercent", "%", "Type the room's relative humidity, or leave it empty.");
        }

        if (string.IsNullOrWhiteSpace(Workshop.Currency) || Workshop.Currency.Length > 6)
        {
            throw new Refusal("E_RANGE", "workshop.currency", Workshop.Currency, "The currency needs a sign of 1 to 6 characters.", "Type a sign such as £ or EUR.");
        }

        if (Workshop.Landmarks.Count is < 1 or > MostLandmarks)
        {
            throw new Refusal("E_RANGE", "workshop.landmarks", Workshop.Landmarks.Count, $"The ruler takes 1 to {MostLandmarks} landmarks.", "Remove one, or keep at least one.");
        }

        var ids = new HashSet<string>();
        for (var i = 0; i < Workshop.Landmarks.Count; i++)
        {
            var landmark = Workshop.Landmarks[i];
            var at = $"workshop.landmarks[{i}]";
            if (string.IsNullOrWhiteSpace(landmark.Name) || landmark.Name.Length > 40)
            {
                throw new Refusal("E_RANGE", $"{at}.name", landmark.Name, "A landmark needs a name of 1 to 40 characters.", "Give it a short name.");
            }

            if (string.IsNullOrWhiteSpace(landmark.Id) || !ids.Add(landmark.Id))
            {
                throw new Refusal("E_TWICE", $"{at}.id", landmark.Id, "Each landmark needs an id of its own.", "Rename one of them.");
            }

            Range((decimal)Finite(landmark.TemperatureC, $"{at}.temperatureC"), -5, 95, $"{at}.temperatureC", "°C", "The ruler runs from −5 to 95 °C.");
        }

        var schools = Workshop.Schools;
        OneOf(schools.Keeping, Keeping.BlendRules, "workshop.schools.keeping");
        OneOf(schools.Water, Preservation.Schools, "workshop.schools.water");
        OneOf(schools.Market, ScentUse.Markets, "workshop.schools.market");
        if (Preferences.TextPercent is not (100 or 115 or 130))
        {
            throw new Refusal("E_RANGE", "preferences.textPercent", Preferences.TextPercent, "The text size is 100, 115 or 130 %.", "Choose one of the three.");
        }

        return this;
    }

    private static double Finite(double value, string field) =>
        double.IsFinite(value) ? value : throw new Refusal("E_NOT_A_NUMBER", field, value, "That is not a number.", "Type a number.");

    private static void OneOf(string value, IReadOnlyList<string> choices, string field)
    {
        if (!choices.Contains(value))
        {
            throw new Refusal("E_UNKNOWN_ID", field, value, $"“{value}” is not one of the choices.", $"Choose {string.Join(" or ", choices)}.");
        }
    }

    private static void Range(decimal value, decimal least, decimal most, string field, string unit, string remedy)
    {
        if (value < least || value > most)
        {
            throw new Refusal("E_RANGE", field, value, $"{value} {unit} is outside {least} to {most} {unit}.", remedy);
        }
    }
}
