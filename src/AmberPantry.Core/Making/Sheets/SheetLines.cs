using AmberPantry.Core.Materials;
using AmberPantry.Core.Science.Making;

namespace AmberPantry.Core.Making.Sheets;

/// <summary>The lines of a batch by the sets that the step templates name.</summary>
internal sealed class SheetLines
{
    private readonly Dictionary<string, IReadOnlyList<PlanLine>> sets;
    private readonly IReadOnlyList<PlanLine> all;

    public SheetLines(PlanQuestion question, BatchPlan plan)
    {
        all = question.Lines;
        var byId = all.ToDictionary(line => line.Id);
        PlanLine[] Named(IEnumerable<string> ids) => [.. ids.Select(id => byId[id])];
        PlanLine[] Cups(StopTime during) => Named(plan.Stops.Where(stop => stop.During == during).SelectMany(stop => stop.Lines));
        PlanLine[] powder = [.. all.Where(line => line.IsPowder && line.Phase != Phase.Surface)];
        PlanLine[] liquids = question.Route.IsDry() ? [.. AddOrder.Liquids(all)] : [];
        var dry = Named(plan.DryOrder);
        PlanLine[] cold = [.. all.Where(line => line.Role is Role.Oil or Role.Ester or Role.Emulsifier)];
        var accent = question.Route.IsIn("fizzies") ? all.Where(line => line.Phase == Phase.Surface).ToArray() : [];
        sets = new()
        {
            ["@pot"] = question.Route.IsCold() ? [] : Named(plan.PotOrder),
            ["@stops"] = Named(plan.Stops.SelectMany(stop => stop.Lines)),
            ["@mix"] = [.. Cups(StopTime.Whip), .. Cups(StopTime.Trace)],
            ["@stream"] = Cups(StopTime.Stream),
            ["@powder"] = powder,
            ["@premix"] = Named(plan.Premix.Select(one => one.Line)),
            ["@surface"] = [.. all.Where(line => line.Phase == Phase.Surface).Except(accent)],
            ["@dryNoAcid"] = [.. dry.Where(line => line.Role is not (Role.Acid or Role.Surfactant)).Except(liquids)],
            ["@liquids"] = liquids,
            ["@carrier"] = liquids.Length > 0 ? [.. dry.TakeWhile(line => !liquids.Contains(line))] : [],
            ["@grind"] = [.. powder.Where(AddOrder.IsCoarse)],
            ["@butters"] = Named(plan.PotOrder),
            ["@cold"] = Ordered(plan, cold),
            ["@coldCups"] = Ordered(plan, [.. all.Where(line => line.Phase != Phase.Surface).Except(cold)]),
            ["@accent"] = accent,
        };
    }

    public IReadOnlyList<PlanLine> All => all;

    public bool Has(string set) => this[set].Count > 0;

    public IReadOnlyList<PlanLine> this[string name] => sets.TryGetValue(name, out var set) ? set : [.. all.Where(line => line.Role.Word() == name)];

    /// <summary>Those of several sets, each once, one set after the other.</summary>
    public IEnumerable<PlanLine> Of(IEnumerable<string> names) => names.SelectMany(name => this[name]).Distinct();

    private static PlanLine[] Ordered(BatchPlan plan, PlanLine[] lines) => [.. lines.OrderBy(line => plan.PotOrder.ToList().IndexOf(line.Id))];
}
