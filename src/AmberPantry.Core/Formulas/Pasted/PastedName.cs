using System.Runtime.CompilerServices;
using System.Text.RegularExpressions;
using AmberPantry.Core.Materials;

namespace AmberPantry.Core.Formulas.Pasted;

/// <summary>What a name of a list stands for.</summary>
/// <param name="Sure">The material, where the name says it plainly; null where it must be asked.</param>
/// <param name="Candidates">What may be meant, best first.</param>
internal sealed partial record PastedName(Material? Sure, IReadOnlyList<Material> Candidates)
{
    private const int MostCandidates = 5;

    [GeneratedRegex(@"\([^()]*\)|\[[^\[\]]*\]", RegexOptions.CultureInvariant)]
    private static partial Regex Aside();

    [GeneratedRegex(
        @"(?<!\p{L})(?:organic|bio|fair ?trade|natural|pure|raw|fresh|melted|chopped|grated|cosmetic grade|food grade|of)(?!\p{L})|[*†‡]",
        RegexOptions.IgnoreCase | RegexOptions.CultureInvariant
    )]
    private static partial Regex Praise();

    /// <summary>Sure only where the whole name is one of a material's names; spelling and parts of names are asked.</summary>
    public static PastedName Of(string name, MaterialShelf shelf)
    {
        var bare = Praise().Replace(Aside().Replace(name, " "), " ").Trim(' ', ',', ';', ':', '-', '.');
        foreach (var told in new[] { name, bare }.Where(told => told.Length > 0).Distinct())
        {
            if (Exact(told, shelf) is { Count: > 0 } exact && Yours(exact, shelf) is { } sure)
            {
                return new PastedName(sure, [sure]);
            }
        }

        var found = MaterialSearch.Find(bare.Length > 0 ? bare : name, shelf.All, MostCandidates);
        return new PastedName(null, [.. found.Select(one => one.Material)]);
    }

    /// <summary>Those that are called so; by its label name where nothing is, which several kinds may share.</summary>
    public static IReadOnlyList<Material> Exact(string name, MaterialShelf shelf)
    {
        Material[] called = [.. MaterialSearch.Find(name, shelf.All, 8).Where(one => one.Fit == NameFit.Exact).Select(one => one.Material)];
        return called.Length > 0
            ? called
            :
            [
                .. Labels.GetValue(shelf, all => all.All.Where(material => material.Inci.Length > 0).ToLookup(material => Key(material.Inci)))[
                    Key(name)
                ],
            ];
    }

    private static readonly ConditionalWeakTable<MaterialShelf, ILookup<string, Material>> Labels = [];

    /// <summary>A label name without what stands in brackets, such as a plain name.</summary>
    private static string Key(string inci)
    {
        var bare = inci;
        for (var inner = Aside().Replace(bare, " "); inner != bare; inner = Aside().Replace(bare, " "))
        {
            bare = inner;
        }

        return SearchName.PlainOf(inci.Contains("(and)", StringComparison.OrdinalIgnoreCase) ? inci : bare);
    }

    /// <summary>The only one, or the maker's own grade of it; null where several have the name.</summary>
    private static Material? Yours(IReadOnlyList<Material> exact, MaterialShelf shelf)
    {
        if (exact.Where(material => shelf.Own.Contains(material)).ToArray() is [var own])
        {
            return own;
        }

        return exact.Select(material => material.BasedOn).Distinct().ToArray() is not [var only] ? null
            : shelf.Own.Where(material => material.BasedOn == only).ToArray() is [var grade] ? grade
            : exact[0].Id == only ? exact[0]
            : exact is [var alone] ? alone
            : null;
    }
}
