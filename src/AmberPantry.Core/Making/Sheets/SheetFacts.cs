using AmberPantry.Core.Materials;
using AmberPantry.Core.Safety;
using AmberPantry.Core.Science.Making;
using AmberPantry.Core.Workshops;

namespace AmberPantry.Core.Making.Sheets;

/// <summary>What is true of a batch, by the names that the step templates ask for.</summary>
internal static class SheetFacts
{
    /// <summary>So much crystallised at the room's warmth shrinks enough to leave a dent; an estimate.</summary>
    private const double DentsFrom = 0.15;

    public static RuleFacts Of(PlanQuestion question, BatchPlan plan, SheetLines lines, SheetMelt melt, IReadOnlyDictionary<string, string> chosen)
    {
        bool Has(Role role) => lines.All.Any(line => line.Role == role);
        bool Said(string id) => plan.Says.Contains(id);
        var facts = new Dictionary<string, FactValue>
        {
            ["hasCups"] = plan.Stops.Count > 0,
            ["hasStops"] = plan.Stops.Any(stop => stop.During == StopTime.Cool),
            ["hasMixLines"] = lines.Has("@mix"),
            ["hasPowder"] = lines.Has("@powder"),
            ["hasSurface"] = lines.Has("@surface"),
            ["hasLiquids"] = lines.Has("@liquids"),
            ["hasCoarse"] = lines.Has("@grind"),
            ["hasCold"] = lines.Has("@coldCups"),
            ["hasAccent"] = lines.Has("@accent"),
            ["hasFoamer"] = lines["@powder"].Any(line => line.Role == Role.Surfactant),
            ["hasColour"] = Has(Role.Colourant),
            ["hasBotanicals"] = lines["@powder"].Any(line => line.Role == Role.Botanical),
            ["hasAcid"] = Has(Role.Acid),
            ["hasScent"] = Has(Role.Scent),
            ["hasAntioxidant"] = Has(Role.Antioxidant),
            ["hasActive"] = Has(Role.Active),
            ["hasPreservative"] = Has(Role.Preservative),
            ["hasWater"] = lines.All.Any(line => line.IsWatery),
            ["hasHold"] = plan.Hold is not null,
            ["hasPremix"] = plan.Premix.Count > 0,
            ["hasTemper"] = Said("temper"),
            ["hasDents"] = question.Route.IsPoured() && melt.SolidAt(question.RoomC) >= DentsFrom,
            ["chilled"] =
                question.Route.IsWhipped() || question.Route == PlanRoute.CleansingBarWater || Said("chill-to-unmould") || Said("whip-needs-cold"),
            ["dewRisk"] = Said("dew"),
            ["choicePowder"] = RouteGroups.Word(plan.Powder?.When ?? question.Route.UsualPowder()),
        };
        foreach (var (id, option) in chosen.Where(one => one.Key != "powder"))
        {
            facts[$"choice{Wording.Capital(id)}"] = option;
        }

        return new RuleFacts(facts, new Dictionary<string, double>());
    }
}
