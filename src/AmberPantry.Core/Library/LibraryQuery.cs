using System.Globalization;
using System.Text.RegularExpressions;
using AmberPantry.Core.Materials;
using AmberPantry.Core.Workshops;

namespace AmberPantry.Core.Library;

/// <summary>What is known of a formula beside its mix.</summary>
/// <param name="About">Its name and what its trial is after.</param>
/// <param name="Tags">As the maker wrote them.</param>
public sealed record LibraryLabel(string About, IReadOnlyList<string> Tags);

/// <summary>
/// A search through the formulas, as it is typed: words of a name, a material, a kind or a tag; "slump &gt; 40", "keeps at least 9", "under £1",
/// "shea &gt; 20"; "no nuts", "with lanolin"; "#gift"; "vegan"; "no fix". Every part must hold. Temperatures are read in the unit of the house.
/// </summary>
public sealed partial class LibraryQuery
{
    public const int LongestText = 200;
    private const int MostParts = 12;

    private static readonly Dictionary<string, (int Way, bool IsSame, string Says)> Comparisons = new(StringComparer.OrdinalIgnoreCase)
    {
        [">"] = (1, false, "above"),
        [">="] = (1, true, "at least"),
        ["≥"] = (1, true, "at least"),
        ["over"] = (1, false, "above"),
        ["above"] = (1, false, "above"),
        ["more than"] = (1, false, "above"),
        ["at least"] = (1, true, "at least"),
        ["<"] = (-1, false, "under"),
        ["<="] = (-1, true, "at most"),
        ["≤"] = (-1, true, "at most"),
        ["under"] = (-1, false, "under"),
        ["below"] = (-1, false, "under"),
        ["less than"] = (-1, false, "under"),
        ["at most"] = (-1, true, "at most"),
        ["="] = (0, true, "is"),
    };

    /// <summary>Marks of what comes from an animal.</summary>
    private static readonly string[] OfAnimals = ["animal", "bee", "wool", "milk", "honey", "propolis"];

    private readonly List<(Func<LibraryLabel, LibraryEntry, bool> Holds, string Says, bool IsDear)> parts = [];

    private readonly List<string> plain = [];

    private LibraryQuery() { }

    /// <summary>What is looked for, part by part, as it was understood; a plain word stands for itself and is left out.</summary>
    public IReadOnlyList<string> Says => [.. parts.Select(part => part.Says).Where(says => says.Length > 0)];

    public bool IsAll => parts.Count == 0;

    /// <exception cref="Refusal">E_RANGE for a text that is too long, E_UNKNOWN_ID for something that cannot be compared.</exception>
    public static LibraryQuery Read(string? text, MaterialShelf shelf, Workshop workshop)
    {
        var say = new Wording(workshop);
        var typed = text?.Trim() ?? "";
        if (typed.Length > LongestText)
        {
            throw new Refusal(Codes.Range, "search", typed.Length, $"A search of {typed.Length} letters is too long.", $"Keep it to {LongestText}.");
        }

        var query = new LibraryQuery();
        var rest = Money()
            .Replace(typed.Replace(workshop.Currency, Coin, StringComparison.OrdinalIgnoreCase), found => query.Compared("cost", found, shelf, say))
            .Replace(Coin, workshop.Currency, StringComparison.Ordinal);
        rest = Compare().Replace(rest, found => query.Compared(found.Groups["what"].Value.Trim(), found, shelf, say));
        rest = Stands().Replace(rest, found => query.Compared("slump", found, shelf, say));
        rest = Excluded().Replace(rest, found => query.Without(found.Groups["what"].Value));
        rest = Wanted().Replace(rest, found => query.With(found.Groups["what"].Value));
        foreach (var word in rest.Split((char[]?)null, StringSplitOptions.RemoveEmptyEntries))
        {
            query.Word(LibraryEntry.Plain(word.Trim(',', ';')));
        }

        return query.parts.Count <= MostParts
            ? query
            : throw new Refusal(
                Codes.Range,
                "search",
                query.parts.Count,
                $"{query.parts.Count} parts are too many for one search.",
                $"Keep it to {MostParts}."
            );
    }

    /// <summary>Whether what is known beside the mix holds all that is asked; for a mix that cannot be read.</summary>
    public bool FindsByLabel(LibraryLabel label) => plain.Count == parts.Count && plain.All(word => About(label, word));

    /// <summary>Whether every part holds, the cheap ones asked first.</summary>
    public bool Finds(LibraryLabel label, LibraryEntry entry) =>
        parts.TrueForAll(part => part.IsDear || part.Holds(label, entry)) && parts.TrueForAll(part => !part.IsDear || part.Holds(label, entry));

    /// <returns>What of the text was no part of the comparison.</returns>
    private string Compared(string what, Match found, MaterialShelf shelf, Wording say)
    {
        var how = Spaces().Replace(found.Groups["how"].Value.Trim(), " ");
        var (way, same, says) = Comparisons.GetValueOrDefault(how, (1, true, "at least"));
        var limit = double.Parse(found.Groups["number"].Value.Replace(',', '.').Replace('−', '-'), CultureInfo.InvariantCulture);
        var word = LibraryEntry.Plain(what);
        var last = word[(word.LastIndexOf(' ') + 1)..];
        var before = $" {word[..^last.Length]} ";
        if (Measure.Called(last) is { } measure)
        {
            Compare(measure, measure.Unit == MeasureUnit.Celsius ? Celsius(limit, found.Groups["unit"].Value, say) : limit);
            return before;
        }

        foreach (var (name, left) in new[] { (word, " "), (last, before) })
        {
            if (name.Length > 2 && shelf.All.Any(material => LibraryEntry.WordsOf(material).Contains(name, StringComparison.Ordinal)))
            {
                parts.Add(((_, entry) => Holds((double)entry.Share(name) - limit), $"{name} {says} {Wording.RoundPercent((decimal)limit)}", false));
                return left;
            }
        }

        // "gift under 2": a bare word of more or less is about money.
        if (char.IsLetter(how[0]) && !found.Groups["unit"].Success)
        {
            Compare(Measure.Cost, limit);
            return $" {word} ";
        }

        throw new Refusal(
            Codes.UnknownId,
            "search",
            what,
            $"“{what}” is nothing that can be compared with a number.",
            $"Compare {string.Join(", ", Measure.All.Select(one => one.Words[0]))}, or a material such as shea > 20."
        );

        void Compare(Measure of, double to) =>
            parts.Add(((_, entry) => entry.Of(of) is { } value && Holds(value - to), $"{of.Words[0]} {says} {of.Tell(to, say)}", true));

        bool Holds(double over) => (way * over > 0 && way != 0) || (same && Math.Abs(over) < Alike);
    }

    /// <summary>Nearer than any figure is shown.</summary>
    private const double Alike = 1e-6;

    private static double Celsius(double typed, string unit, Wording say) =>
        unit.Contains('F', StringComparison.OrdinalIgnoreCase) || (say.Fahrenheit && !unit.Contains('C', StringComparison.OrdinalIgnoreCase))
            ? (typed - 32) * 5 / 9
            : typed;

    private string Without(string what)
    {
        var word = LibraryEntry.Single(LibraryEntry.Plain(what));
        if (word is "fix" or "stop")
        {
            var from = word == "fix" ? Severity.Fix : Severity.Stop;
            parts.Add(((_, entry) => !(entry.Worst <= from), word == "fix" ? "nothing to stop or fix" : "nothing to stop", true));
            return " ";
        }

        parts.Add(((_, entry) => !entry.Has(word), $"no {word}", false));
        return " ";
    }

    private string With(string what)
    {
        var word = LibraryEntry.Single(LibraryEntry.Plain(what));
        parts.Add(((_, entry) => entry.Has(word), $"with {word}", false));
        return " ";
    }

    private void Word(string word)
    {
        if (word.Length == 0)
        {
            return;
        }

        if (word[0] == '#' && word.Length > 1)
        {
            parts.Add(((label, _) => label.Tags.Any(tag => LibraryEntry.Plain(tag) == word[1..]), $"tagged {word[1..]}", false));
        }
        else if (word == "vegan")
        {
            parts.Add(((_, entry) => !Array.Exists(OfAnimals, entry.Has), "nothing of animals or bees", false));
        }
        else
        {
            plain.Add(word);
            parts.Add(((label, entry) => About(label, word) || entry.Words.Contains(word, StringComparison.Ordinal), "", false));
        }
    }

    private static bool About(LibraryLabel label, string word) =>
        label.About.Contains(word, StringComparison.OrdinalIgnoreCase)
        || label.Tags.Any(tag => tag.Contains(word, StringComparison.OrdinalIgnoreCase));

    private const string How = @"(?<how>>=|<=|[<>=≥≤]|\b(?:over|above|under|below|more\s+than|less\s+than|at\s+least|at\s+most)\b)";
    private const string Number = @"(?<number>[−-]?\d+(?:[.,]\d+)?)";

    /// <summary>Stands for the sign of the house's money while a text is read.</summary>
    private const string Coin = "¤";

    /// <summary>"under £1": money by its sign, or with no word of what before it.</summary>
    [GeneratedRegex(
        @"(?:\b(?:costs?|price|each)\s*)?"
            + How
            + @"\s*"
            + Coin
            + @"\s*"
            + Number
            + @"|(?<=^|[,;]\s*)"
            + How
            + @"\s*"
            + Number
            + @"(?=\s*(?:$|[,;]))",
        RegexOptions.IgnoreCase | RegexOptions.CultureInvariant
    )]
    private static partial Regex Money();

    [GeneratedRegex(
        @"(?<what>\p{L}[\p{L}-]*(?: (?!no |not |with |without )\p{L}[\p{L}-]*)?)\s*"
            + How
            + @"\s*"
            + Number
            + @"\s*(?<unit>°?\s?[CF]\b|%|months?\b|min\b)?",
        RegexOptions.IgnoreCase | RegexOptions.CultureInvariant
    )]
    private static partial Regex Compare();

    [GeneratedRegex(
        @"\b(?:stands|holds|slumps?)\s+(?<how>)" + Number + @"\s*(?<unit>°?\s?[CF]\b)?",
        RegexOptions.IgnoreCase | RegexOptions.CultureInvariant
    )]
    private static partial Regex Stands();

    [GeneratedRegex(@"(?<!\S)(?:no|not|without)\s+(?<what>[\p{L}-]{2,})", RegexOptions.IgnoreCase | RegexOptions.CultureInvariant)]
    private static partial Regex Excluded();

    [GeneratedRegex(@"(?<!\S)with\s+(?<what>[\p{L}-]{2,})", RegexOptions.IgnoreCase | RegexOptions.CultureInvariant)]
    private static partial Regex Wanted();

    [GeneratedRegex(@"\s+")]
    private static partial Regex Spaces();
}
