using AmberPantry.Core.Science.Making;

namespace AmberPantry.Core.Making.Sheets;

/// <summary>Where a bowl is chilled.</summary>
/// <param name="FromC">As warm as it goes in, °C.</param>
/// <param name="S">Seconds until it has set so far that it is worked on; null when it does not.</param>
internal sealed record SheetChill(CoolPlace Place, double FromC, double? S)
{
    private const double UsualFromC = 60;

    /// <summary>Structure at which it holds powder up and still levels, and from which on it does not.</summary>
    public const double Trace = 0.04;
    public const double ThickTrace = 0.06;

    /// <summary>Structure at which whipping begins, by how far its maker lets it set.</summary>
    private static readonly Dictionary<string, double> SetAt = new Dictionary<string, double>
    {
        ["slight"] = 0.10,
        ["half"] = 0.14,
        ["mostly"] = 0.22,
    };

    /// <summary>Null for what is not chilled.</summary>
    public static SheetChill? Of(PlanQuestion question, BatchPlan plan, SheetMelt melt, IReadOnlyDictionary<string, string> chosen)
    {
        if (!chosen.TryGetValue("cool", out var cool))
        {
            return null;
        }

        var wanted = question.Route.IsTraced() ? Trace : SetAt[chosen.GetValueOrDefault("set", "half")];
        var from = StartC(plan);
        var place = CoolPlace.Of(cool) ?? melt.BestToChill(question.Route, from);
        return new SheetChill(place, from, melt.SetsS(from, wanted, place)?.S);
    }

    /// <summary>As warm as it goes into the cold: after the last cup, else as hot as it was.</summary>
    private static double StartC(BatchPlan plan) =>
        plan.Stops.Where(stop => stop.During == StopTime.Cool).Select(stop => stop.AfterC).LastOrDefault()
        ?? plan.Hold?.ToC
        ?? plan.MeltToC
        ?? UsualFromC;
}
