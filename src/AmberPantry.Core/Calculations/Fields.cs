using System.Text.Json;

namespace AmberPantry.Core.Calculations;

/// <summary>The named fields of a question, read in the order they are asked for; the first fault is refused with its path.</summary>
/// <remarks>A missing optional field takes its default, a wrong one never does.</remarks>
public sealed class Fields
{
    private readonly JsonElement document;
    private readonly string path;

    /// <exception cref="Refusal">E_NOT_A_DOCUMENT when it is not an object.</exception>
    public Fields(JsonElement document, string path = "")
    {
        if (document.ValueKind != JsonValueKind.Object)
        {
            throw new Refusal(
                path.Length == 0 ? Codes.NotADocument : Codes.NotAnObject,
                path,
                document.ValueKind,
                $"{(path.Length == 0 ? "The question" : path)} is not a set of named fields.",
                "Send a JSON object."
            );
        }

        this.document = document;
        this.path = path;
    }

    public IEnumerable<string> Names => document.EnumerateObject().Select(property => property.Name);

    /// <summary>Path of a field as refusals name it.</summary>
    public string At(string name) => path.Length == 0 ? name : $"{path}.{name}";

    public bool Has(string name) => Find(name) is not null;

    /// <summary>A number that must be there.</summary>
    public double Number(string name, double least = double.NegativeInfinity, double most = double.PositiveInfinity)
    {
        var value = Find(name) is { } found ? Read(found, At(name)) : throw NotANumber(At(name), null);
        return InRange(value, least, most, At(name));
    }

    public double Number(string name, double least, double most, double usual) => Has(name) ? Number(name, least, most) : usual;

    public double? OptionalNumber(string name, double least = double.NegativeInfinity, double most = double.PositiveInfinity) =>
        Has(name) ? Number(name, least, most) : null;

    /// <summary>A number above a bound that it may not reach.</summary>
    public double Above(string name, double bound, double most = double.PositiveInfinity)
    {
        var value = Number(name, double.NegativeInfinity, most);
        return value > bound ? value : throw OutOfRange(At(name), value, $"above {bound}");
    }

    public double Above(string name, double bound, double most, double usual) => Has(name) ? Above(name, bound, most) : usual;

    /// <summary>A whole number; null when it is not there.</summary>
    public int? OptionalWhole(string name, double least, double most = int.MaxValue)
    {
        return Has(name) ? (int)Whole(name, least, most) : null;
    }

    /// <summary>A whole number that must be there.</summary>
    public int Whole(string name, int least, int most) => (int)Whole(name, (double)least, most);

    public double Whole(string name, double least, double most) => Whole(Number(name), least, most, At(name));

    public static int Whole(double value, int least, int most, string path) => (int)Whole(value, (double)least, most, path);

    private static double Whole(double value, double least, double most, string path) =>
        InRange(value, least, most, path) == Math.Floor(value) ? value : throw OutOfRange(path, value, "a whole number");

    /// <summary>The texts of a list.</summary>
    public IReadOnlyList<string> Texts(string name) =>
        [
            .. Values(name)
                .Select(one =>
                    one.Value.ValueKind == JsonValueKind.String
                        ? one.Value.GetString()!
                        : throw new Refusal(Codes.NotText, one.Path, one.Value, $"{one.Path} is not text.", "Give a text.")
                ),
        ];

    public bool Flag(string name, bool usual = false) =>
        Find(name) is not { } found
            ? usual
            : found.ValueKind switch
            {
                JsonValueKind.True => true,
                JsonValueKind.False => false,
                _ => throw OutOfRange(At(name), found, "true or false"),
            };

    /// <summary>One of the words of a table.</summary>
    /// <param name="usual">Word taken when the field is missing; null when it must be there.</param>
    public string Word(string name, IReadOnlyCollection<string> words, string? usual = null)
    {
        var found = Find(name);
        if (found is null && usual is not null)
        {
            return usual;
        }

        var text = found is { ValueKind: JsonValueKind.String } given ? given.GetString()! : null;
        return text is not null && words.Contains(text) ? text : throw Unknown(At(name), found, $"Give one of {string.Join(", ", words)}.");
    }

    /// <summary>One of an enum's words, written as the wire writes them; it must be there.</summary>
    public T Choice<T>(string name)
        where T : struct, Enum
    {
        var words = Enum.GetValues<T>().ToDictionary(AmberJson.Word);
        return words[Word(name, words.Keys)];
    }

    /// <summary>The same with what is taken when the field is missing.</summary>
    public T Choice<T>(string name, T usual)
        where T : struct, Enum => Find(name) is null ? usual : Choice<T>(name);

    public string Text(string name) =>
        Find(name) is { ValueKind: JsonValueKind.String } found
            ? found.GetString()!
            : throw new Refusal(Codes.NotText, At(name), Find(name), $"{At(name)} is not text.", "Give a text.");

    public string? OptionalText(string name) => Has(name) ? Text(name) : null;

    /// <summary>A thing named by its key or by one of its names.</summary>
    public T Known<T>(string name, Func<string, T?> find)
        where T : class
    {
        var found = Find(name);
        return found is { ValueKind: JsonValueKind.String } text && find(text.GetString()!) is { } known
            ? known
            : throw Unknown(At(name), found, "Give a key of the table or a name of the catalogue.");
    }

    /// <summary>The objects of a list; empty when the list is missing.</summary>
    public IReadOnlyList<Fields> List(string name)
    {
        if (Find(name) is not { } found)
        {
            return [];
        }

        return found.ValueKind == JsonValueKind.Array
            ? [.. found.EnumerateArray().Select((item, i) => new Fields(item, $"{At(name)}[{i}]"))]
            : throw NotAList(At(name), found);
    }

    /// <summary>The bare values of a list with the path of each.</summary>
    public IReadOnlyList<(JsonElement Value, string Path)> Values(string name)
    {
        if (Find(name) is not { } found)
        {
            return [];
        }

        return found.ValueKind == JsonValueKind.Array
            ? [.. found.EnumerateArray().Select((item, i) => (item, $"{At(name)}[{i}]"))]
            : throw NotAList(At(name), found);
    }

    /// <summary>Named fields inside this one; none when it is missing.</summary>
    public Fields? Inner(string name) => Find(name) is { } found ? new Fields(found, At(name)) : null;

    public JsonElement? Find(string name) => document.TryGetProperty(name, out var found) && found.ValueKind != JsonValueKind.Null ? found : null;

    public static double Read(JsonElement value, string path) =>
        value.ValueKind == JsonValueKind.Number && value.TryGetDouble(out var number) && double.IsFinite(number)
            ? number
            : throw NotANumber(path, value);

    public static double InRange(double value, double least, double most, string path) =>
        value >= least && value <= most ? value : throw OutOfRange(path, value, double.IsInfinity(most) ? $"at least {least}" : $"{least} to {most}");

    public static Refusal OutOfRange(string path, object? value, string allowed) =>
        new(Codes.Range, path, value, $"{path} is {value}, which cannot be.", $"Give {allowed}.");

    public static Refusal Unknown(string path, object? value, string remedy) =>
        new(Codes.UnknownId, path, value, $"{path} is {value ?? "missing"}, which is not known here.", remedy);

    public static Refusal Empty(string path, string what) => new(Codes.Empty, path, null, $"{path} holds nothing to work with.", what);

    public static Refusal NotAList(string path, object? value) => new(Codes.NotAList, path, value, $"{path} is not a list.", "Give a JSON array.");

    private static Refusal NotANumber(string path, object? value) =>
        new(Codes.NotANumber, path, value, $"{path} is {value ?? "missing"}, not a number.", "Give a number.");
}
