namespace AmberPantry.Core.Formulas;

/// <summary>The name of a formula, and what a trial is after.</summary>
public static class FormulaName
{
    public const int Longest = 120;
    public const int LongestIntent = 200;
    public const int LongestNotes = 4000;
    public const int LongestTag = 30;
    public const int MostTags = 20;

    /// <exception cref="Refusal">E_EMPTY or E_RANGE for a name that does not fit on a label.</exception>
    public static string Check(string? name, string field)
    {
        var trimmed = Whole(name);
        return trimmed.Length switch
        {
            0 => throw new Refusal(Codes.Empty, field, name, "A formula needs a name.", $"Type a name of 1 to {Longest} letters."),
            > Longest => throw new Refusal(
                Codes.Range,
                field,
                name,
                $"A name of {trimmed.Length} letters does not fit on a label.",
                $"Type a name of 1 to {Longest} letters."
            ),
            _ => trimmed,
        };
    }

    /// <exception cref="Refusal">E_EMPTY or E_RANGE.</exception>
    public static string CheckIntent(string? intent, string field)
    {
        var trimmed = Whole(intent);
        return trimmed.Length is > 0 and <= LongestIntent
            ? trimmed
            : throw new Refusal(
                trimmed.Length == 0 ? Codes.Empty : Codes.Range,
                field,
                intent,
                trimmed.Length == 0 ? "A new trial needs to say what it is after." : "That is too long for one line.",
                $"Type 1 to {LongestIntent} letters, such as “less greasy”."
            );
    }

    /// <exception cref="Refusal">E_RANGE.</exception>
    public static string CheckNotes(string? notes, string field)
    {
        var whole = Whole(notes);
        return whole.Length <= LongestNotes
            ? whole
            : throw new Refusal(Codes.Range, field, notes, $"{whole.Length} letters are too many here.", $"Keep it to {LongestNotes} letters.");
    }

    /// <summary>One word each, none twice; a space becomes a dash, so that a tag can be typed into a search.</summary>
    /// <exception cref="Refusal">E_RANGE.</exception>
    public static IReadOnlyList<string> CheckTags(IReadOnlyList<string>? tags, string field)
    {
        string[] words =
        [
            .. (tags ?? [])
                .Select(tag => string.Join('-', Whole(tag).TrimStart('#').Split((char[]?)null, StringSplitOptions.RemoveEmptyEntries)))
                .Where(tag => tag.Length > 0)
                .Distinct(StringComparer.OrdinalIgnoreCase),
        ];
        if (words.Length > MostTags)
        {
            throw new Refusal(Codes.Range, field, words.Length, $"{words.Length} tags are too many.", $"Keep {MostTags}.");
        }

        return Array.Find(words, word => word.Length > LongestTag) is { } tooLong
            ? throw new Refusal(Codes.Range, field, tooLong, $"“{tooLong}” is too long for a tag.", $"Keep it to {LongestTag} letters.")
            : words;
    }

    /// <summary>Without ends of white space and halves of character pairs.</summary>
    private static string Whole(string? text) => string.Concat((text ?? "").EnumerateRunes()).Trim();
}
