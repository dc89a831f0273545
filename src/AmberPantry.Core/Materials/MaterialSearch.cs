using System.Globalization;
using System.Text;

namespace AmberPantry.Core.Materials;

/// <summary>Finds materials by any of their names and forgives spelling.</summary>
public static class MaterialSearch
{
    /// <summary>Letters of a text that are looked at: no name is longer, and a spelling search takes time by its length.</summary>
    public const int LongestText = 80;

    /// <param name="text">What was typed; an empty text finds all.</param>
    /// <param name="materials">Where to look; of two that fit alike, the one used in larger shares comes first.</param>
    /// <param name="most">How many answers at most.</param>
    /// <returns>Best first: a name that starts with the text, then one that holds it, then a near spelling.</returns>
    public static IReadOnlyList<Material> Find(string text, IReadOnlyList<Material> materials, int most = 12)
    {
        var wanted = Plain(text.Length > LongestText ? text[..LongestText] : text);
        if (wanted.Length == 0)
        {
            return [.. materials.Take(most)];
        }

        return
        [
            .. materials
                .Select(material => (material, cost: Names(material).Min(name => Cost(wanted, name))))
                .Where(found => found.cost < 100)
                .OrderBy(found => found.cost)
                .ThenByDescending(found => found.material.UseMaxPercent)
                .Take(most)
                .Select(found => found.material),
        ];
    }

    private static IEnumerable<string> Names(Material material) =>
        material.MyNames.Concat(material.AlsoCalled).Append(material.Name).Append(material.Id).Append(material.Inci).Select(Plain);

    private static int Cost(string wanted, string name)
    {
        if (name == wanted)
        {
            return 0;
        }

        if (name.StartsWith(wanted, StringComparison.Ordinal))
        {
            return 1 + Math.Min(8, name.Length - wanted.Length);
        }

        if (wanted.Length >= 2 && name.Contains(wanted, StringComparison.Ordinal))
        {
            return 10 + Math.Min(8, name.Length - wanted.Length);
        }

        // Compare against the start of the name as well, so that half a misspelt word is enough.
        var allowed = wanted.Length switch
        {
            < 4 => 0,
            < 7 => 1,
            < 11 => 2,
            _ => 3,
        };
        var distance = Distance(wanted, name);
        if (name.Length > wanted.Length)
        {
            distance = Math.Min(distance, Distance(wanted, name[..wanted.Length]));
        }

        return distance <= allowed ? 30 + distance : 100;
    }

    /// <summary>Optimal string alignment: insert, delete, replace, swap neighbours, each at cost 1.</summary>
    private static int Distance(string a, string b)
    {
        var d = new int[a.Length + 1, b.Length + 1];
        for (var i = 0; i <= a.Length; i++)
        {
            d[i, 0] = i;
        }

        for (var j = 0; j <= b.Length; j++)
        {
            d[0, j] = j;
        }

        for (var i = 1; i <= a.Length; i++)
        {
            for (var j = 1; j <= b.Length; j++)
            {
                var replace = d[i - 1, j - 1] + (a[i - 1] == b[j - 1] ? 0 : 1);
                d[i, j] = Math.Min(Math.Min(d[i - 1, j] + 1, d[i, j - 1] + 1), replace);
                if (i > 1 && j > 1 && a[i - 1] == b[j - 2] && a[i - 2] == b[j - 1])
                {
                    d[i, j] = Math.Min(d[i, j], d[i - 2, j - 2] + 1);
                }
            }
        }

        return d[a.Length, b.Length];
    }

    /// <summary>Letters and digits alone, lower case, without accents.</summary>
    internal static string Plain(string text)
    {
        var plain = new StringBuilder(text.Length);
        foreach (var letter in Whole(text).Normalize(NormalizationForm.FormD).ToLowerInvariant())
        {
            if (char.IsLetterOrDigit(letter) && CharUnicodeInfo.GetUnicodeCategory(letter) != UnicodeCategory.NonSpacingMark)
            {
                plain.Append(letter);
            }
        }

        return plain.ToString();
    }

    /// <summary>Half of a character pair cannot be normalised: it becomes a question mark.</summary>
    private static string Whole(string text) => string.Concat(text.EnumerateRunes());
}
