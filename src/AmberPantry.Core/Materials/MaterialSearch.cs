using System.Numerics;
using System.Runtime.CompilerServices;

namespace AmberPantry.Core.Materials;

/// <summary>How a material's name fits what was typed.</summary>
public enum NameFit
{
    Exact,
    Starts,
    Holds,

    /// <summary>By another spelling.</summary>
    Near,
}

/// <summary>A material that may be meant.</summary>
/// <param name="IsSure">Whether the first of the list can be taken for what was meant: no other fits as well.</param>
public sealed record FoundMaterial(Material Material, NameFit Fit, bool IsSure);

/// <summary>Finds materials by any of their names and forgives spelling.</summary>
public static class MaterialSearch
{
    /// <summary>Letters of a text that are looked at: no name is longer, and a spelling search takes time by its length.</summary>
    public const int LongestText = 80;

    private const double Holding = 10;
    private const double Near = 30;
    private const double None = 100;

    /// <summary>Names of which one is less than this nearer than the other are not told apart.</summary>
    private const double TellsApart = 0.75;

    /// <summary>Letters in the middle of a word are seldom what was meant.</summary>
    private const double InAWord = 0.9;

    /// <summary>What is found by its label name comes behind what is called so.</summary>
    private const double ByInci = 0.4;

    private static readonly ConditionalWeakTable<Material, SearchName[]> Read = [];

    /// <param name="text">What was typed; an empty text finds all.</param>
    /// <param name="materials">Where to look; of two that fit alike, the first of them: the catalogue begins with what is used most.</param>
    /// <param name="most">How many answers at most.</param>
    /// <returns>Best first: what starts with the text, then what holds it or its words, then what is near in spelling or sound; none where nothing
    /// is.</returns>
    public static IReadOnlyList<FoundMaterial> Find(string text, IReadOnlyList<Material> materials, int most = 12)
    {
        var wanted = new SearchText(text.Length > LongestText ? text[..LongestText] : text);
        if (wanted.Name.Whole.Plain.Length == 0)
        {
            return [.. materials.Take(most).Select(material => new FoundMaterial(material, NameFit.Starts, true))];
        }

        var found = materials
            .Select(material => (Material: material, Cost: Cost(wanted, material)))
            .Where(one => one.Cost < None)
            .OrderBy(one => one.Cost)
            .Take(Math.Max(most, 2))
            .ToArray();
        var doubt =
            found.Length > 1 && found[0].Cost >= Near && found[1].Cost - found[0].Cost < TellsApart && !IsKind(found[1].Material, found[0].Material);
        return [.. found.Take(most).Select(one => new FoundMaterial(one.Material, FitOf(one.Cost), !doubt))];
    }

    private static double Cost(SearchText wanted, Material material)
    {
        var least = None;
        foreach (var name in Read.GetValue(material, NamesOf))
        {
            least = Math.Min(least, Cost(wanted, name) + (name.IsInci ? ByInci : 0));
        }

        return least;
    }

    private static SearchName[] NamesOf(Material material) =>
        [
            .. material
                .MyNames.Concat(material.AlsoCalled)
                .Append(material.Name)
                .Append(material.Id)
                .Distinct()
                .Select(name => new SearchName(name, false)),
            new SearchName(material.Inci, true),
        ];

    private static double Cost(SearchText wanted, SearchName name)
    {
        var (typed, plain) = (wanted.Name.Whole.Plain, name.Whole.Plain);
        if (plain.StartsWith(typed, StringComparison.Ordinal))
        {
            return plain.Length == typed.Length ? 0
                : name.EndsAWord(typed.Length) ? 1
                : 2 + Math.Min(7, plain.Length - typed.Length);
        }

        var holds = typed.Length >= 2 && plain.Contains(typed, StringComparison.Ordinal);
        if (holds && name.StartsAWord(typed))
        {
            return Holding + Math.Min(8, plain.Length - typed.Length);
        }

        var near = Math.Min(wanted.WordsIn(name), wanted.Whole(name));
        return holds && typed.Length >= 3 ? Math.Min(near, Near + InAWord) : near;
    }

    /// <summary>Whether one is the other, or a finer name of it.</summary>
    private static bool IsKind(Material one, Material of) =>
        one.BasedOn == of.BasedOn || SearchName.PlainOf(one.Name).StartsWith(SearchName.PlainOf(of.Name.Split(',')[0]), StringComparison.Ordinal);

    private static NameFit FitOf(double cost) =>
        cost switch
        {
            0 => NameFit.Exact,
            < Holding => NameFit.Starts,
            < Near => NameFit.Holds,
            _ => NameFit.Near,
        };

    /// <summary>What was typed, and how far each word met so far is from its words.</summary>
    private sealed class SearchText
    {
        private const double PerWordMore = 0.3;
        private const double BySound = 0.5;

        /// <summary>Fewer sounds than this tell nothing.</summary>
        private const int LeastSound = 3;
        private readonly Dictionary<string, double>[] met;

        public SearchText(string text)
        {
            Name = new SearchName(text, false);
            met = [.. Name.Words.Select(_ => new Dictionary<string, double>(StringComparer.Ordinal))];
        }

        public SearchName Name { get; }

        /// <summary>Every word typed is a word of the name, in any order, or near one.</summary>
        public double WordsIn(SearchName name)
        {
            var (typed, words) = (Name.Words, name.Words);
            if (typed.Length > words.Length)
            {
                return None;
            }

            double sum = 0;
            var taken = 0UL;
            for (var i = 0; i < typed.Length; i++)
            {
                var (best, at) = (None, -1);
                for (var j = 0; j < words.Length && j < 64; j++)
                {
                    if ((taken & (1UL << j)) == 0 && FarOf(i, words[j]) is var far && far < best)
                    {
                        (best, at) = (far, j);
                    }
                }

                if (at < 0)
                {
                    return None;
                }

                taken |= 1UL << at;
                sum += best;
            }

            var more = PerWordMore * (words.Length - typed.Length);
            return sum == 0 ? Holding + Math.Min(8, 1 + (3 * more)) : Near + sum + more;
        }

        /// <summary>The whole of it is near the name, or near the start of it where little of the name is left.</summary>
        public double Whole(SearchName name) => Near + Far(Name.Whole, name.Whole, true);

        private double FarOf(int word, SearchWord other)
        {
            var typed = Name.Words[word];

            // A word may not be typed to its end.
            if (
                other.Plain.StartsWith(typed.Plain, StringComparison.Ordinal)
                && (other.Plain.Length == typed.Plain.Length || typed.Plain.Length >= (word == Name.Words.Length - 1 ? 2 : 3))
            )
            {
                return 0;
            }

            // Most words share too few letters to be looked at.
            if (!typed.MayBe(other))
            {
                return None;
            }

            if (!met[word].TryGetValue(other.Plain, out var far))
            {
                far = Far(typed, other, false);
                met[word][other.Plain] = far;
            }

            return far;
        }

        private static double Far(SearchWord typed, SearchWord other, bool orStart)
        {
            var far = None;
            if (Far(typed.Plain, typed.Letters, other.Plain, other.Letters, orStart) is { } written)
            {
                far = written;
            }

            if (typed.Sound.Length >= LeastSound && Far(typed.Sound, typed.Sounds, other.Sound, other.Sounds, orStart) is { } heard)
            {
                far = Math.Min(far, BySound + heard);
            }

            return far;
        }

        /// <summary>Letters to change, at most one in five; null where more are wrong.</summary>
        /// <param name="orStart">Whether the other may go on by a third.</param>
        private static double? Far(string a, uint inA, string b, uint inB, bool orStart)
        {
            var allowed = SearchWord.Allowed(a);
            if (
                a.Length - b.Length > allowed
                || b.Length - a.Length > allowed + (orStart ? a.Length / 3 : 0)
                || BitOperations.PopCount(inA & ~inB) > allowed
            )
            {
                return null;
            }

            var distance = Distance(a, b, allowed, orStart);
            return distance <= allowed ? distance : null;
        }
    }

    /// <summary>Optimal string alignment: insert, delete, replace, swap neighbours, each at cost 1.</summary>
    /// <param name="allowed">Once all ways cost more it is given up.</param>
    /// <param name="orStart">Of the other its best start counts, with a twentieth for each letter that is left.</param>
    private static double Distance(string a, string b, int allowed, bool orStart)
    {
        Span<int> before = stackalloc int[b.Length + 1],
            last = stackalloc int[b.Length + 1],
            now = stackalloc int[b.Length + 1];
        for (var j = 0; j <= b.Length; j++)
        {
            last[j] = j;
        }

        for (var i = 1; i <= a.Length; i++)
        {
            now[0] = i;
            var least = i;

            // Further from the diagonal than the letters that may be wrong no way leads back.
            var (from, to) = (Math.Max(1, i - allowed), Math.Min(b.Length, i + allowed));
            if (from > 1)
            {
                now[from - 1] = allowed + 1;
            }

            if (to < b.Length)
            {
                now[to + 1] = allowed + 1;
            }

            for (var j = from; j <= to; j++)
            {
                var replace = last[j - 1] + (a[i - 1] == b[j - 1] ? 0 : 1);
                now[j] = Math.Min(Math.Min(last[j] + 1, now[j - 1] + 1), replace);
                if (i > 1 && j > 1 && a[i - 1] == b[j - 2] && a[i - 2] == b[j - 1])
                {
                    now[j] = Math.Min(now[j], before[j - 2] + 1);
                }

                least = Math.Min(least, now[j]);
            }

            if (least > allowed)
            {
                return None;
            }

            var free = before;
            before = last;
            last = now;
            now = free;
        }

        if (!orStart)
        {
            return last[b.Length];
        }

        double best = None;
        for (var j = Math.Max(0, a.Length - allowed); j <= Math.Min(b.Length, a.Length + allowed); j++)
        {
            best = Math.Min(best, last[j] + ((b.Length - j) / 20.0));
        }

        return best;
    }
}
