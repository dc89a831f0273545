using System.Globalization;
using System.Numerics;
using System.Text;

namespace AmberPantry.Core.Materials;

/// <summary>A word as it is written and as it is heard, each with a mark for every letter in it.</summary>
internal readonly record struct SearchWord(string Plain, uint Letters, string Sound, uint Sounds)
{
    public static SearchWord Of(string plain, string sound) => new(plain, Marks(plain), sound, Marks(sound));

    /// <summary>Letters that may be wrong: one in five, none in a short word.</summary>
    public static int Allowed(string word) => word.Length < 4 ? 0 : Math.Max(1, word.Length / 5);

    /// <summary>Whether it shares letters enough with the other, written or heard, to be the same with a slip or two.</summary>
    public bool MayBe(SearchWord other) => MayBe(Plain, Letters, other.Plain, other.Letters) || MayBe(Sound, Sounds, other.Sound, other.Sounds);

    private static bool MayBe(string a, uint inA, string b, uint inB)
    {
        var allowed = Allowed(a);
        return Math.Abs(a.Length - b.Length) <= allowed && BitOperations.PopCount(inA & ~inB) <= allowed;
    }

    private static uint Marks(string word)
    {
        var marks = 0u;
        foreach (var letter in word)
        {
            marks |= 1u << (letter & 31);
        }

        return marks;
    }
}

/// <summary>A name as it is looked for.</summary>
internal sealed class SearchName
{
    public SearchName(string name, bool isInci)
    {
        var words = new List<string>();
        foreach (var part in name.Split([' ', ',', '-', '/', '(', ')', '.', '’', '\''], StringSplitOptions.RemoveEmptyEntries))
        {
            if (PlainOf(part) is { Length: > 0 } word && !Joining.Contains(word))
            {
                words.Add(word);
            }
        }

        Words = [.. words.Select(word => SearchWord.Of(word, SoundOf(word)))];
        var plain = string.Concat(words);
        Whole = SearchWord.Of(plain, SoundOf(plain));
        IsInci = isInci;
    }

    /// <summary>All its letters and digits together.</summary>
    public SearchWord Whole { get; }

    public SearchWord[] Words { get; }

    public bool IsInci { get; }

    /// <summary>Whether a word ends after so many letters.</summary>
    public bool EndsAWord(int letters)
    {
        foreach (var word in Words)
        {
            letters -= word.Plain.Length;
            if (letters <= 0)
            {
                return letters == 0;
            }
        }

        return false;
    }

    public bool StartsAWord(string text)
    {
        var at = 0;
        foreach (var word in Words)
        {
            if (Whole.Plain.AsSpan(at).StartsWith(text, StringComparison.Ordinal))
            {
                return true;
            }

            at += word.Plain.Length;
        }

        return false;
    }

    /// <summary>Letters and digits alone, lower case, without accents.</summary>
    internal static string PlainOf(string text)
    {
        var plain = new StringBuilder(text.Length);
        foreach (var letter in WithoutHalves(text).Normalize(NormalizationForm.FormD).ToLowerInvariant())
        {
            if (char.IsLetterOrDigit(letter) && CharUnicodeInfo.GetUnicodeCategory(letter) != UnicodeCategory.NonSpacingMark)
            {
                plain.Append(letter);
            }
        }

        return plain.ToString();
    }

    private static readonly string[] Joining = ["of", "the", "and"];

    // What is written in several ways and heard alike, the longer first.
    private static readonly (string Written, string Heard)[] Alike =
    [
        ("sch", "sh"),
        ("tch", "ch"),
        ("igh", "i"),
        ("ph", "f"),
        ("gh", "g"),
        ("rh", "r"),
        ("th", "t"),
        ("kn", "n"),
        ("ck", "k"),
        ("qu", "kw"),
        ("wh", "w"),
        ("ae", "e"),
        ("oe", "e"),
        ("ee", "i"),
        ("ea", "i"),
        ("ie", "i"),
        ("ei", "i"),
        ("oo", "u"),
        ("ou", "u"),
        ("ow", "o"),
        ("oa", "o"),
        ("au", "o"),
        ("aw", "o"),
        ("ce", "se"),
        ("ci", "si"),
        ("cy", "si"),
        ("c", "k"),
        ("q", "k"),
        ("x", "ks"),
        ("z", "s"),
        ("y", "i"),
        ("j", "h"),
    ];

    private static readonly (string Written, string Heard)[][] AlikeFrom =
    [
        .. Enumerable.Range(0, 32).Select(letter => Alike.Where(one => (one.Written[0] & 31) == letter).ToArray()),
    ];

    private static string SoundOf(string plain)
    {
        var heard = new StringBuilder(plain.Length);
        for (var i = 0; i < plain.Length; )
        {
            var rest = plain.AsSpan(i);
            var letters = 1;
            var sound = rest[..1];
            foreach (var (written, alike) in AlikeFrom[plain[i] & 31])
            {
                if (rest.StartsWith(written, StringComparison.Ordinal))
                {
                    letters = written.Length;
                    sound = alike;
                    break;
                }
            }

            foreach (var letter in sound)
            {
                if (heard.Length == 0 || heard[^1] != letter)
                {
                    heard.Append(letter);
                }
            }

            i += letters;
        }

        return heard.ToString();
    }

    /// <summary>Half of a character pair cannot be normalised: it becomes a question mark.</summary>
    private static string WithoutHalves(string text) => string.Concat(text.EnumerateRunes());
}
