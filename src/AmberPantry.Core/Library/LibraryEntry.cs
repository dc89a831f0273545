using System.Collections.Concurrent;
using System.Runtime.CompilerServices;
using AmberPantry.Core.Assessment.Parts;
using AmberPantry.Core.Assessment.Rules;
using AmberPantry.Core.Formulas;
using AmberPantry.Core.Materials;

namespace AmberPantry.Core.Library;

/// <summary>
/// What a mix is, as a search asks for it. Each measure is worked out when it is first asked for, and then known; it may be asked from several
/// threads.
/// </summary>
public sealed class LibraryEntry
{
    private readonly Formula formula;
    private readonly Bearings bearings;
    private readonly ConcurrentDictionary<string, double?> measured = new();
    private readonly Lazy<Severity?> worst;
    private readonly (decimal Percent, string Words, Material Material)[] lines;

    /// <exception cref="Refusal">E_UNKNOWN_ID for a family or material that is not there.</exception>
    public LibraryEntry(Formula formula, Bearings bearings)
    {
        (this.formula, this.bearings) = (formula, bearings);
        var mix = new Subject(formula, bearings);
        lines = [.. mix.There.Select(pair => (pair.Line.Percent, WordsOf(pair.Material), pair.Material))];
        Words = string.Join('\n', [Plain(mix.Family.Title), Plain(mix.Family.Name), .. lines.Select(line => line.Words)]);
        worst = new Lazy<Severity?>(() => Judge.Of(new Subject(formula, bearings)).Select(found => (Severity?)found.Severity).Min());
    }

    /// <summary>Its kind and materials by all their names, in small letters.</summary>
    internal string Words { get; }

    /// <summary>Where it loses its shape, °C; null where it does not melt.</summary>
    public double? SlumpC => Of(Measure.Slump);

    /// <summary>Cost of a container, or of 100 g where none is counted; null where a price is missing.</summary>
    public double? CostEach => Of(Measure.Cost);

    public double? KeepsMonths => Of(Measure.Keeps);

    /// <summary>The worst of its findings; null where nothing is found.</summary>
    internal Severity? Worst => worst.Value;

    internal double? Of(Measure measure) => measured.GetOrAdd(measure.Id, _ => measure.Of(new Subject(formula, bearings)));

    /// <summary>Percent of what is called so.</summary>
    internal decimal Share(string word) => lines.Where(line => line.Words.Contains(word, StringComparison.Ordinal)).Sum(line => line.Percent);

    /// <summary>Whether anything in it is called or marked so, or does that work.</summary>
    internal bool Has(string word) => Array.Exists(lines, line => IsCalled(line.Material, line.Words, word));

    internal static string Plain(string text) => text.ToLowerInvariant();

    /// <summary>"nuts" and "nut" ask for the same.</summary>
    internal static string Single(string word) =>
        word.Length > 3 && word.EndsWith('s') && !word.EndsWith("ss", StringComparison.Ordinal) ? word[..^1] : word;

    /// <summary>
    /// A mark is looked through to the end of its words, so that "nut" finds "tree nut", "nut possible" and "peanut"; a name by whole words, so
    /// that it does not find coconut.
    /// </summary>
    private static bool IsCalled(Material material, string words, string word) =>
        material.Tags.Any(tag =>
            Plain(tag).Split(' ', '-').Any(part => part.EndsWith(word, StringComparison.Ordinal))
            || Plain(tag).Contains($"{word} ", StringComparison.Ordinal)
        )
        || Plain(material.Role.ToString()) == word
        || StartsAWord(words, word);

    private static bool StartsAWord(string words, string word)
    {
        const int MayGoOn = 4;
        for (var at = words.IndexOf(word, StringComparison.Ordinal); at >= 0; at = words.IndexOf(word, at + 1, StringComparison.Ordinal))
        {
            var end = at + word.Length;
            if (
                (at == 0 || !char.IsLetter(words[at - 1]))
                && (word.Length > MayGoOn || end == words.Length || !char.IsLetter(words[end]) || words[end] == 's')
            )
            {
                return true;
            }
        }

        return false;
    }

    private static readonly ConditionalWeakTable<Material, string> Read = [];

    /// <summary>All the names of a material, in small letters.</summary>
    internal static string WordsOf(Material material) =>
        Read.GetValue(material, one => Plain(string.Join('\n', [one.Name, one.Inci, .. one.AlsoCalled, .. one.MyNames])));
}
