namespace AmberPantry.Core.Pantry;

/// <summary>What eye, nose and thumb say of a delivery before it is weighed. Each can be left out.</summary>
/// <param name="FeltC">Temperature of what came, °C.</param>
/// <param name="RoomC">Where the thumb pressed, °C.</param>
/// <param name="Thumb">Thumb press 1 to 5.</param>
public sealed record ArrivalCheck(double? FeltC = null, double? RoomC = null, int? Thumb = null)
{
    private const double LeastC = -30;
    private const double MostC = 100;

    /// <summary>Answers by the key of their question.</summary>
    public IReadOnlyDictionary<string, string> Seen { get; init; } = new Dictionary<string, string>();

    /// <summary>Whether it had melted, wholly or at its edges.</summary>
    public bool Melted => Seen.TryGetValue(ArrivalRow.Melted, out var answer) && answer is ArrivalRow.Edges or ArrivalRow.All;

    /// <exception cref="Refusal">E_RANGE for a temperature or a press that cannot be, E_UNKNOWN_ID for an answer that is not offered.</exception>
    public ArrivalCheck Checked(string path)
    {
        Temperature(FeltC, $"{path}feltC");
        Temperature(RoomC, $"{path}roomC");
        if (Thumb is < 1 or > 5)
        {
            throw new Refusal(Codes.Range, $"{path}thumb", Thumb, $"The thumb scale has no {Thumb}.", "Choose 1 (sinks in) to 5 (does not mark).");
        }

        foreach (var (row, answer) in Seen)
        {
            if (!ArrivalRow.Every.Any(one => one.Key == row && one.Answer == answer))
            {
                throw new Refusal(Codes.UnknownId, $"{path}seen.{row}", answer, $"“{answer}” is no answer to “{row}”.", "Choose one of the words.");
            }
        }

        return this;
    }

    private static void Temperature(double? celsius, string field)
    {
        if (celsius is { } read && !(read is >= LeastC and <= MostC))
        {
            throw new Refusal(Codes.Range, field, read, $"{read} °C cannot be felt on arrival.", $"Type −30 to {MostC:0} °C, or leave it empty.");
        }
    }
}

/// <summary>One answer to one question of the arrival check, and what follows from it.</summary>
/// <param name="Key">Key of the question.</param>
/// <param name="Groups">Kinds of material that are asked.</param>
/// <param name="Answer">Key of the answer.</param>
/// <param name="Word">As it is read.</param>
/// <param name="Meaning">What it means; {melt_from} and {melt_to} are the material's own.</param>
/// <param name="Letter">What the supplier is told; empty where nothing is wrong.</param>
internal sealed record ArrivalRow(string Key, string Question, string[] Groups, string Answer, string Word, string Meaning, string Letter)
{
    public const string Melted = "melted";
    public const string Edges = "edges";
    public const string All = "all";

    /// <summary>What it speaks for or against: use and verdict, with the reason.</summary>
    public required IReadOnlyDictionary<string, (string Verdict, string Reason)> Uses { get; init; }

    public static IReadOnlyList<ArrivalRow> Every { get; } =
        DataTable.Read("Pantry.Data.arrival-checks.csv", row => new ArrivalRow(
            row.Text("key"),
            row.Text("question"),
            row.List("groups"),
            row.Text("answer"),
            row.Text("word"),
            row.Text("meaning"),
            row.Text("letter")
        )
        {
            Uses = new[] { "whip", "melt", "use" }
                .Where(use => row.Text(use).Length > 0)
                .ToDictionary(use => use, use => (row.Text(use), row.Text($"{use}_reason"))),
        });
}
