using System.Globalization;
using System.Text;

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

    private const int Holding = 10;
    private const int Near = 30;
    private const int None = 100;

    /// <param name="text">What was typed; an empty text finds all.</param>
    /// <param name="materials">Where to look; of two that fit alike, the one used in larger shares comes first.</param>
    /// <param name="most">How many answers at most.</param>
    /// <returns>Best first: a name that starts with the text, then one that holds it, then a near spelling.</returns>
    public static IReadOnlyList<FoundMaterial> Find(string text, IReadOnlyList<Material> materials, int most = 12)
    {
        var wanted = Plain(text.Length > LongestText ? text[..LongestText] : text);
        if (wanted.Length == 0)
        {
            return [.. materials.Take(most).Select(material => new FoundMaterial(material, NameFit.Starts, true))];
        }

        var found = materials
            .Select(material => (Material: material, Cost: Names(material).Min(name => Cost(wanted, name))))
            .Where(one => one.Cost < None)
            .OrderBy(one => one.Cost)
            .ThenByDescending(one => one.Material.UseMaxPercent)
            .Take(Math.Max(most, 2))
            .ToArray();
        var doubt = found.Length > 1 && found[0].Cost >= Near && found[1].Cost == found[0].Cost && !IsKind(found[1].Material, found[0].Material);
        return [.. found.Take(most).Select(one => new FoundMaterial(one.Material, FitOf(one.Cost), !doubt))];
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
            return Holding + Math.Min(8, name.Length - wanted.Length);
        }

        // Against the start of the name: half a misspelt word is enough, whether a letter is missing or too many.
        var allowed = wanted.Length switch
        {
            < 4 => 0,
            < 7 => 1,
            < 11 => 2,
            _ => 3,
        };
        var distance = Distance(wanted, name.Length > wanted.Length + allowed ? name[..(wanted.Length + allowed)] : name);
        return distance <= allowed ? Near + distance : None;
    }

    /// <summary>Whether one is the other, or a finer name of it.</summary>
    private static bool IsKind(Material one, Material of) =>
        one.BasedOn == of.BasedOn || Plain(one.Name).StartsWith(Plain(of.Name.Split(',')[0]), StringComparison.Ordinal);

    private static NameFit FitOf(int cost) =>
        cost switch
        {
            0 => NameFit.Exact,
            < Holding => NameFit.Starts,
            < Near => NameFit.Holds,
            _ => NameFit.Near,
        };

    /// <summary>Optimal string alignment of the one with any start of the other: insert, delete, replace, swap neighbours, each at cost 1.</summary>
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

        return Enumerable.Range(0, b.Length + 1).Min(j => d[a.Length, j]);
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
