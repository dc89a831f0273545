namespace AmberPantry.Core;

/// <summary>A value that cannot be taken: says which field, which value, and what to do instead.</summary>
/// <remarks>Thrown by every rule of the core that turns input down; callers show it as it is and keep what was entered.</remarks>
public sealed class Refusal : Exception
{
    /// <param name="code">Stable code, such as <c>E_RANGE</c>.</param>
    /// <param name="field">Path of the field, such as <c>lines[2].percent</c>.</param>
    /// <param name="value">The value as it was given, shortened to 80 characters.</param>
    /// <param name="message">One sentence for the maker.</param>
    /// <param name="remedy">What to do instead, one sentence.</param>
    public Refusal(string code, string field, object? value, string message, string remedy)
        : base(Quoting(message))
    {
        Code = code;
        Field = field;
        Value = Shorten(Convert.ToString(value, System.Globalization.CultureInfo.InvariantCulture));
        Remedy = remedy;
    }

    public string Code { get; }

    public string Field { get; }

    public string? Value { get; }

    public string Remedy { get; }

    /// <summary>No quotes round nothing.</summary>
    private static string Quoting(string message) =>
        message.StartsWith("“”", StringComparison.Ordinal)
            ? $"An empty text{message[2..]}"
            : message.Replace("“”", "an empty text", StringComparison.Ordinal);

    /// <summary>Cut to 80 characters; half of a character pair, which no answer can hold, becomes a question mark.</summary>
    private static string? Shorten(string? text)
    {
        if (text is null)
        {
            return null;
        }

        var cut = text.Length > 80 ? string.Concat(text.AsSpan(0, 79), "…") : text;
        return string.Concat(cut.EnumerateRunes());
    }
}
