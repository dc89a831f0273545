using System.Reflection;

namespace AmberPantry.Core.Families;

/// <summary>A file that describes one family. Every such class of this assembly is found by itself.</summary>
internal interface IFamilyFile
{
    static abstract FamilyProfile Profile { get; }
}

/// <summary>The families that can be judged.</summary>
public sealed class FamilyRegistry
{
    private readonly Dictionary<Family, FamilyProfile> byFamily;

    public FamilyRegistry(IEnumerable<FamilyProfile> profiles)
    {
        All = [.. profiles];
        byFamily = All.ToDictionary(profile => profile.Family);
    }

    /// <summary>Those that come with the program, the everyday ones first.</summary>
    public static FamilyRegistry Usual { get; } =
        new(
            Files()
                .OrderBy(profile => profile.Nature)
                .ThenBy(profile => profile.FirmnessAt20?.Low ?? double.MaxValue)
                .ThenBy(profile => profile.Title, StringComparer.Ordinal)
        );

    public IReadOnlyList<FamilyProfile> All { get; }

    public FamilyProfile? Find(Family family) => byFamily.GetValueOrDefault(family);

    /// <exception cref="Refusal">E_UNKNOWN_ID at <paramref name="field"/>, with the keys there are.</exception>
    public FamilyProfile Get(Family family, string field) =>
        Find(family)
        ?? throw new Refusal(
            Codes.UnknownId,
            field,
            family.Key,
            $"“{family.Key}” is not a kind of product known here.",
            $"Use one of {string.Join(", ", All.Select(profile => profile.Family.Key))}."
        );

    private static IEnumerable<FamilyProfile> Files() =>
        typeof(FamilyRegistry)
            .Assembly.GetTypes()
            .Where(type => type is { IsInterface: false } && type.IsAssignableTo(typeof(IFamilyFile)))
            .Select(type => (FamilyProfile)type.GetProperty(nameof(IFamilyFile.Profile), BindingFlags.Public | BindingFlags.Static)!.GetValue(null)!);
}
