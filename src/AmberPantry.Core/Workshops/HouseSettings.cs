namespace AmberPantry.Core.Workshops;

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
    public const int MostContainers = 200;

    /// <summary>Ends of the ruler, °C.</summary>
    public const double LeastC = -5;
    public const double MostC = 95;

    private const int LongestCurrency = 6;
    private const decimal MostCost = 10_000;

    public Workshop Workshop { get; init; } = new();

    public Preferences Preferences { get; init; } = new();

    public DeviceAddresses Devices { get; init; } = new();

    /// <summary>Checks every field.</summary>
    /// <param name="path">Put before the path of a field.</param>
    /// <exception cref="Refusal">With the path of the first field that cannot be taken.</exception>
    public HouseSettings Checked(string path = "")
    {
        var scale = Workshop.Scale;
        InRange(scale.ResolutionG, 0.001m, 50, $"{path}workshop.scale.resolutionG", "g", "Type the last digit your scale shows, such as 0.1.");
        InRange(
            scale.RepeatabilityG,
            0,
            50,
            $"{path}workshop.scale.repeatabilityG",
            "g",
            "Type how far repeated readings lie apart, or leave it empty."
        );
        InRange(scale.CapacityG, 1, 200_000, $"{path}workshop.scale.capacityG", "g", "Type the most it carries, or leave it empty.");
        RoomAir.Check(Workshop.WorkroomC, Workshop.HumidityPercent, $"{path}workshop.");
        Text(
            Workshop.Currency,
            LongestCurrency,
            $"{path}workshop.currency",
            "The currency needs a sign of 1 to 6 characters.",
            "Type a sign such as £ or EUR."
        );
        InRange(
            Workshop.HourCost,
            0,
            MostCost,
            $"{path}workshop.hourCost",
            Workshop.Currency,
            "Type what an hour of your hands costs, or leave it empty."
        );
        InRange(Workshop.LabelCost, 0, MostCost, $"{path}workshop.labelCost", Workshop.Currency, "Type what one label costs, or leave it empty.");
        Count(Workshop.Landmarks.Count, 1, MostLandmarks, $"{path}workshop.landmarks", "landmarks");
        Once(Workshop.Landmarks.Select(landmark => landmark.Id), $"{path}workshop.landmarks", "landmark");
        for (var i = 0; i < Workshop.Landmarks.Count; i++)
        {
            var landmark = Workshop.Landmarks[i];
            landmark.Check($"{path}workshop.landmarks[{i}]");
            if (Workshop.Landmarks.Take(i).Any(other => string.Equals(other.Name.Trim(), landmark.Name.Trim(), StringComparison.OrdinalIgnoreCase)))
            {
                throw new Refusal(
                    Codes.Twice,
                    $"{path}workshop.landmarks[{i}].name",
                    landmark.Name,
                    $"Two landmarks are called “{landmark.Name.Trim()}”.",
                    "Give one of them another name."
                );
            }
        }

        Count(Workshop.Containers.Count, 0, MostContainers, $"{path}workshop.containers", "containers");
        Once(Workshop.Containers.Select(container => container.Id), $"{path}workshop.containers", "container");
        for (var i = 0; i < Workshop.Containers.Count; i++)
        {
            Workshop.Containers[i].Check($"{path}workshop.containers[{i}]");
        }

        Count(Workshop.Kit.Count, 0, KitPiece.Most, $"{path}workshop.kit", "pieces of kit");
        Once(Workshop.Kit.Select(piece => piece.Id), $"{path}workshop.kit", "piece of kit");
        for (var i = 0; i < Workshop.Kit.Count; i++)
        {
            Workshop.Kit[i].Check($"{path}workshop.kit[{i}]");
        }

        Count(Workshop.Rooms.Count, 0, Room.Most, $"{path}workshop.rooms", "rooms");
        Once(Workshop.Rooms.Select(room => room.Id), $"{path}workshop.rooms", "room");
        for (var i = 0; i < Workshop.Rooms.Count; i++)
        {
            Workshop.Rooms[i].Check($"{path}workshop.rooms[{i}]");
        }

        Count(Workshop.Learnt.Count, 0, OwnOffset.Most, $"{path}workshop.learnt", "corrections");
        Once(Workshop.Learnt.Select(one => $"{one.Id}"), $"{path}workshop.learnt", "correction");
        for (var i = 0; i < Workshop.Learnt.Count; i++)
        {
            Workshop.Learnt[i].Check($"{path}workshop.learnt[{i}]");
        }

        foreach (var (route, steps) in Workshop.Procedures)
        {
            OwnStep.Check(steps, $"{path}workshop.procedures.{route}");
        }

        Devices.Check($"{path}devices");
        if (Preferences.TextPercent is not (100 or 115 or 130))
        {
            throw new Refusal(
                Codes.Range,
                $"{path}preferences.textPercent",
                Preferences.TextPercent,
                "The text size is 100, 115 or 130 %.",
                "Choose one of the three."
            );
        }

        return this;
    }

    internal static void InRange(decimal? value, decimal least, decimal most, string field, string unit, string remedy)
    {
        if (value < least || value > most)
        {
            var told = unit.Length == 0 ? "" : $" {unit}";
            throw new Refusal(Codes.Range, field, value, $"{value}{told} is outside {least} to {most}{told}.", remedy);
        }
    }

    internal static void Text(string? text, int longest, string field, string says, string remedy)
    {
        if (string.IsNullOrWhiteSpace(text) || text.Length > longest)
        {
            throw new Refusal(Codes.Range, field, text, says, remedy);
        }
    }

    private static void Count(int count, int least, int most, string field, string what)
    {
        if (count < least || count > most)
        {
            throw new Refusal(Codes.Range, field, count, $"There can be {least} to {most} {what}, not {count}.", $"Keep {least} to {most}.");
        }
    }

    private static void Once(IEnumerable<string> ids, string field, string what)
    {
        var seen = new HashSet<string>();
        foreach (var (id, i) in ids.Select((id, i) => (id, i)))
        {
            if (string.IsNullOrWhiteSpace(id) || id.Length > Landmark.LongestName || !seen.Add(id))
            {
                throw new Refusal(Codes.Twice, $"{field}[{i}].id", id, $"Each {what} needs an id of its own.", "Rename one of them.");
            }
        }
    }
}
