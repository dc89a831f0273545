using System.Globalization;
using System.Net;
using System.Text;
using System.Text.RegularExpressions;

namespace AmberPantry.Core.Formulas.Pasted;

/// <summary>Text from anywhere as plain rows: tables, lists, pages and spreadsheets alike.</summary>
internal static partial class PastedText
{
    private static readonly (char Letter, string Written)[] Fractions =
    [
        ('½', "1/2"),
        ('⅓', "1/3"),
        ('⅔', "2/3"),
        ('¼', "1/4"),
        ('¾', "3/4"),
        ('⅕', "1/5"),
        ('⅖', "2/5"),
        ('⅗', "3/5"),
        ('⅘', "4/5"),
        ('⅙', "1/6"),
        ('⅚', "5/6"),
        ('⅛', "1/8"),
        ('⅜', "3/8"),
        ('⅝', "5/8"),
        ('⅞', "7/8"),
    ];

    [GeneratedRegex(
        @"<\s*/?\s*(?:tr|li|p|div|br|table|ul|ol|h[1-6]|tbody|thead)\b[^<>]*>",
        RegexOptions.IgnoreCase | RegexOptions.CultureInvariant | RegexOptions.NonBacktracking
    )]
    private static partial Regex BreaksLine();

    [GeneratedRegex(@"<\s*/\s*t[dh]\s*>", RegexOptions.IgnoreCase | RegexOptions.CultureInvariant | RegexOptions.NonBacktracking)]
    private static partial Regex EndsCell();

    [GeneratedRegex(
        @"<!--[^<>]*-->|<\s*/?\s*[a-z][a-z0-9]*\b[^<>]*>",
        RegexOptions.IgnoreCase | RegexOptions.CultureInvariant | RegexOptions.NonBacktracking
    )]
    private static partial Regex Tag();

    [GeneratedRegex(
        @"<\s*(?:script|style)\b[^<>]*>[^<]*<\s*/\s*(?:script|style)\s*>",
        RegexOptions.IgnoreCase | RegexOptions.CultureInvariant | RegexOptions.NonBacktracking
    )]
    private static partial Regex Unseen();

    [GeneratedRegex(@"^\s*(?:[-–—•*·▪◦‣☐☑✓>]+\s+|[-–—•*·▪◦‣☐☑✓]+(?=\p{L})|\(?\d{1,2}[.)]\s+(?=\p{L})|\[[ xX]?\]\s*)+", RegexOptions.CultureInvariant)]
    private static partial Regex Bullet();

    /// <summary>Rows in order, none of them empty; the cells of a table are parted by tabs.</summary>
    public static IEnumerable<string> Rows(string text)
    {
        var plain = text;
        if (plain.Contains('<', StringComparison.Ordinal) && Tag().IsMatch(plain))
        {
            plain = WebUtility.HtmlDecode(Tag().Replace(EndsCell().Replace(BreaksLine().Replace(Unseen().Replace(plain, ""), "\n"), "\t"), ""));
        }

        foreach (var line in plain.Split(['\n', '\r', '\u2028', '\u2029', '\v', '\f']))
        {
            var row = Bullet().Replace(Digits(line), "").Trim(' ', ',', ';', '|', '\u00a0').TrimEnd('\t');
            if (row.Any(char.IsLetterOrDigit))
            {
                yield return row.Trim();
            }
        }
    }

    /// <summary>Written fractions spelled out, digits of every script as 0 to 9, one kind of space.</summary>
    private static string Digits(string line)
    {
        var plain = new StringBuilder(line.Length);
        foreach (var letter in line)
        {
            var fraction = Array.Find(Fractions, one => one.Letter == letter).Written;
            if (fraction is not null)
            {
                plain.Append(plain.Length > 0 && char.IsAsciiDigit(plain[^1]) ? " " : "").Append(fraction);
            }
            else if (char.GetUnicodeCategory(letter) == UnicodeCategory.DecimalDigitNumber)
            {
                plain.Append((char)('0' + (int)char.GetNumericValue(letter)));
            }
            else
            {
                plain.Append(
                    letter switch
                    {
                        '\u00a0' or '\u2007' or '\u2009' or '\u202f' or '\u3000' => ' ',
                        '٪' or '％' or '﹪' => '%',
                        '٫' or '，' or '、' => ',',
                        '⁄' or '∕' or '／' => '/',
                        '−' or '‒' or '‑' => '-',
                        '：' => ':',
                        '；' => ';',
                        _ => letter,
                    }
                );
            }
        }

        return plain.ToString();
    }
}
