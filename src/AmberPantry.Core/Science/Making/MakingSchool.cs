using System.Text.Json;

namespace AmberPantry.Core.Science.Making;

/// <summary>One of the ways in which makers do a thing.</summary>
/// <param name="Id">As a method keeps it.</param>
/// <param name="Words">As it is chosen: "at soft peak".</param>
public sealed record SchoolOption(string Id, string Words);

/// <summary>Where makers differ in how a batch is made. The first option is the usual one.</summary>
/// <param name="Why">Why the first is usual, and what the others get.</param>
public sealed record MakingSchool(string Id, string Question, IReadOnlyList<SchoolOption> Options, string Why)
{
    private static readonly Lazy<IReadOnlyList<(string[] Routes, string[] Steps, MakingSchool School)>> Table = new(() =>
        DataTable.Read("Science.Making.Data.schools.csv", row =>
            (
                row.List("routes"),
                row.List("steps"),
                new MakingSchool(
                    row.Text("id"),
                    row.Text("question"),
                    [.. row.List("options").Select(option => option.Split('|')).Select(option => new SchoolOption(option[0], option[1]))],
                    row.Text("why")
                )
            )
        )
    );

    /// <summary>Where makers differ on this way of making.</summary>
    public static IReadOnlyList<MakingSchool> Of(PlanRoute route) =>
        [.. Table.Value.Where(row => row.Routes.Any(group => route.IsIn(group))).Select(row => row.School)];

    /// <summary>Steps of the templates at which an option is told.</summary>
    internal static IReadOnlyList<string> StepsOf(PlanRoute route, string id) =>
        [.. Table.Value.Where(row => row.School.Id == id && row.Routes.Any(group => route.IsIn(group))).SelectMany(row => row.Steps)];

    /// <summary>What was chosen, or what is usual where nothing was or the route does not offer it.</summary>
    public SchoolOption Chosen(IReadOnlyDictionary<string, string>? choices) =>
        Options.FirstOrDefault(option => option.Id == choices?.GetValueOrDefault(Id)) ?? Options[0];

    /// <exception cref="Refusal">E_UNKNOWN_ID with the path of the choice that is not known.</exception>
    internal static void Check(IReadOnlyDictionary<string, string>? choices, string path)
    {
        foreach (var (id, chosen) in choices ?? new Dictionary<string, string>())
        {
            var known = Table.Value.Where(row => row.School.Id == id).SelectMany(row => row.School.Options).ToArray();
            if (!Array.Exists(known, option => option.Id == chosen))
            {
                throw new Refusal(
                    Codes.UnknownId,
                    $"{path}.choices.{id}",
                    chosen,
                    known.Length == 0 ? $"“{id}” is nothing that makers choose here." : $"“{chosen}” cannot be chosen for {id}.",
                    known.Length == 0 ? "Leave it out." : $"Choose one of: {string.Join(", ", known.Select(option => option.Id).Distinct())}."
                );
            }
        }
    }
}

/// <summary>Groups of ways of making, as the tables name them.</summary>
internal static class RouteGroups
{
    /// <summary>As the tables write it.</summary>
    public static string Word<T>(this T word)
        where T : struct, Enum => JsonNamingPolicy.KebabCaseLower.ConvertName(word.ToString());

    public static bool IsIn(this PlanRoute route, string group) =>
        group switch
        {
            "any" => true,
            "poured" => route.IsPoured(),
            "whipped" => route.IsWhipped(),
            "traced" => route.IsTraced(),
            "moulded" => route.IsMoulded(),
            "dry" => route.IsDry(),
            "salts" => route is PlanRoute.SaltsSpongeFirst or PlanRoute.SaltsFoamButter or PlanRoute.SaltsBakedBotanicals,
            "fizzies" => route is PlanRoute.FizzyAlcohol or PlanRoute.FizzyHumidDay,
            _ => group == route.Word(),
        };
}
