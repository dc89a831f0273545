using System.Text.RegularExpressions;
using AmberPantry.Core.Materials;

namespace AmberPantry.Core.Formulas;

/// <summary>A share and who gives way to it.</summary>
/// <param name="Line">The line that gives, where one is named.</param>
internal sealed record Giving(string? Share, GivesWay Way, string? Line);

/// <summary>Reads who gives way where it is typed behind a share.</summary>
internal static partial class GiveText
{
    [GeneratedRegex(@"^(?<share>.*?\S)\s+(?:(?<top>on\s+top)|from\s+(?<who>\S.*))$", RegexOptions.CultureInvariant | RegexOptions.Singleline)]
    private static partial Regex Shape();

    /// <param name="way">Who gives way where the text does not say.</param>
    /// <exception cref="Refusal">E_UNKNOWN_ID where nobody, or more than one line, is called so.</exception>
    public static Giving Read(string? text, GivesWay way, string? line, Formula formula, MaterialShelf shelf)
    {
        if (text is null || text.Length > FormulaCheck.LongestKey || !Shape().IsMatch(text.Trim().ToLowerInvariant()))
        {
            return new Giving(text, way, line);
        }

        var match = Shape().Match(text.Trim().ToLowerInvariant());
        var share = match.Groups["share"].Value;
        if (match.Groups["top"].Success)
        {
            return new Giving(share, GivesWay.OnTop, null);
        }

        return match.Groups["who"].Value.Trim() switch
        {
            "all" or "everyone" or "everything" or "all others" or "the others" => new Giving(share, GivesWay.Everyone, null),
            "group" or "its group" or "its own group" or "own group" => new Giving(share, GivesWay.SameRole, null),
            "makeweight" or "the makeweight" => new Giving(share, GivesWay.Makeweight, null),
            var who => new Giving(share, GivesWay.Donor, Named(who, formula, shelf).Id),
        };
    }

    private static FormulaLine Named(string who, Formula formula, MaterialShelf shelf)
    {
        string Name(FormulaLine line) => shelf.Find(line.Material)?.Name ?? line.Material;
        var words = who.Split(' ', StringSplitOptions.RemoveEmptyEntries);
        FormulaLine[] meant =
        [
            .. formula.Lines.Where(line =>
                shelf.Find(line.Material) is { } material
                && material.AlsoCalled.Concat(material.MyNames).Append(material.Name).Any(name => Is(name.ToLowerInvariant(), words))
            ),
        ];
        return meant switch
        {
            [var one] => one,
            [] => throw new Refusal(
                Codes.UnknownId,
                "from",
                who,
                $"No line here is called “{who}”.",
                $"Name one of them: {string.Join(", ", formula.Lines.Select(Name).Take(4))}."
            ),
            _ => throw new Refusal(
                Codes.UnknownId,
                "from",
                who,
                $"“{who}” may be {string.Join(" or ", meant.Select(Name).Take(3))}.",
                "Type more of its name."
            ),
        };
    }

    /// <summary>Each word typed begins a word of the name.</summary>
    private static bool Is(string name, string[] words)
    {
        var parts = name.Split([' ', ',', '-', '(', '/'], StringSplitOptions.RemoveEmptyEntries);
        return Array.TrueForAll(words, word => Array.Exists(parts, part => part.StartsWith(word, StringComparison.Ordinal)));
    }
}
