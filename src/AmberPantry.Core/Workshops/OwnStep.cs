namespace AmberPantry.Core.Workshops;

/// <summary>A step as its maker does it: what she says instead, one she leaves out, or one of her own.</summary>
/// <param name="Step">Key of the step in its way of making; of one of her own, a key that begins with "own-".</param>
public sealed record OwnStep(string Step)
{
    /// <summary>What it is called; left out, as usual.</summary>
    public string? Title { get; init; }

    public string? Text { get; init; }

    public string? DoneWhen { get; init; }

    /// <summary>How long it takes, minutes.</summary>
    public double? Minutes { get; init; }

    public bool LeftOut { get; init; }

    /// <summary>Key of the step that one of her own follows.</summary>
    public string? After { get; init; }

    public const string Own = "own-";
    public const int Most = 60;
    public const double MostMinutes = 30 * 24 * 60;
    private const int LongestKey = 60;
    private const int LongestTitle = 80;
    private const int LongestText = 1000;

    [System.Text.Json.Serialization.JsonIgnore]
    public bool IsOwn => Step.StartsWith(Own, StringComparison.Ordinal);

    /// <exception cref="Refusal">With the path of the first field that cannot be taken.</exception>
    public static void Check(IReadOnlyList<OwnStep>? steps, string path)
    {
        if (steps?.Count > Most)
        {
            throw new Refusal(Codes.Range, path, steps.Count, $"{steps.Count} changed steps are too many.", $"Keep it to {Most}.");
        }

        for (var i = 0; i < (steps?.Count ?? 0); i++)
        {
            var (step, at) = (steps![i], $"{path}[{i}]");
            HouseSettings.Text(step.Step, LongestKey, $"{at}.step", "That is no key of a step.", "Take the key of a step of the sheet.");
            if (steps.Take(i).Any(other => other.Step == step.Step))
            {
                throw new Refusal(Codes.Twice, $"{at}.step", step.Step, $"“{step.Step}” is changed twice.", "Keep one of the two.");
            }

            Words(step.Title, LongestTitle, $"{at}.title");
            Words(step.Text, LongestText, $"{at}.text");
            Words(step.DoneWhen, LongestText, $"{at}.doneWhen");
            if (step.Minutes is { } minutes && !(minutes > 0 && minutes <= MostMinutes))
            {
                throw new Refusal(
                    Codes.Range,
                    $"{at}.minutes",
                    minutes,
                    $"{minutes} minutes cannot be waited for.",
                    $"Type above 0 and at most {MostMinutes:0} minutes, or leave it empty."
                );
            }

            if (step.IsOwn && (string.IsNullOrWhiteSpace(step.Title) || string.IsNullOrWhiteSpace(step.After)))
            {
                throw new Refusal(
                    Codes.Missing,
                    $"{at}.title",
                    step.Title,
                    "A step of your own needs a name and a place.",
                    "Say what is done, and after what."
                );
            }
        }
    }

    private static void Words(string? text, int longest, string field)
    {
        if (text is not null && (string.IsNullOrWhiteSpace(text) || text.Length > longest))
        {
            throw new Refusal(
                Codes.Range,
                field,
                text,
                $"{text.Length} letters cannot be taken here.",
                $"Type 1 to {longest}, or leave it as usual."
            );
        }
    }
}
