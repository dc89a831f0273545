using AmberPantry.Core.Assessment.Parts;
using AmberPantry.Core.Materials;
using AmberPantry.Core.Safety;
using AmberPantry.Core.Science.Making;

namespace AmberPantry.Core.Making.Sheets;

/// <summary>Which safety rules speak at the steps of a batch.</summary>
internal sealed class SheetCautions
{
    private readonly Subject subject;
    private readonly RuleFacts facts;

    public SheetCautions(Subject subject, PlanQuestion question, BatchPlan plan, SheetChill? chill)
    {
        this.subject = subject;
        facts = subject.AtMaking(Told(question, plan, chill));
    }

    /// <summary>It speaks of this batch whatever the maker does, so it is read before the start.</summary>
    public bool Speaks(string rule) => Of(rule) && RuleCondition.Parse(SafetyRule.All[rule].Condition).Holds(facts);

    /// <summary>It may come to speak, and is told where it may.</summary>
    public bool MaySpeak(string rule) =>
        Of(rule) && !FormulaFacts.ToldBy.ContainsKey(rule) && RuleCondition.Parse(SafetyRule.All[rule].Condition).MayHold(facts);

    private bool Of(string id)
    {
        var rule = SafetyRule.All[id];
        return rule.Covers(subject.Family.Rules) && (rule.Classes.Contains("any") || rule.Classes.Any(one => facts.Percent(one) > 0));
    }

    /// <summary>What the plan knows, and what has a place of its own: selling, labelling and the lots are asked there.</summary>
    private static Dictionary<string, FactValue> Told(PlanQuestion question, BatchPlan plan, SheetChill? chill)
    {
        var told = new Dictionary<string, FactValue>
        {
            ["heatMethod"] = question.Kit.Heat switch
            {
                HeatSource.WaxPot => "wax_pot",
                HeatSource.Microwave => "microwave",
                _ => "water_bath",
            },
            ["meltVessel"] = "heatproof_glass",
            ["scentInPot"] = false,
            ["iceBath"] = chill?.Place.Id == "ice-bath",
            ["grinding"] = question.Route is PlanRoute.PowderGround or PlanRoute.PowderCleanser,
            ["weighWorst"] = plan.Says.Any(said => said.StartsWith("finer-scale", StringComparison.Ordinal)) ? "unusable" : "fine",
            ["lotExpired"] = false,
            ["smellsRancid"] = false,
            ["forSale"] = false,
            ["gift"] = false,
            ["foodLike"] = false,
            ["labelMissing"] = 0,
            ["containerReused"] = false,
            ["antioxidantAsPreservative"] = false,
            ["bathDoseStatus"] = "fine",
            ["bathLiquidStatus"] = "fine",
            ["bathAvoid"] = false,
            ["kidneyOrHeart"] = false,
            ["elder"] = false,
            ["childUse"] = false,
            ["foraged"] = false,
        };
        var scents = question.Lines.Where(line => line.Role == Role.Scent).ToArray();
        if (plan.Says.Any(said => said.StartsWith("flash-above", StringComparison.Ordinal)))
        {
            told["scentAboveFlash"] = true;
        }
        else if (Array.TrueForAll(scents, line => line.FlashC is not null))
        {
            told["scentAboveFlash"] = false;
        }

        if ((plan.Hold?.ToC ?? plan.MeltToC) is { } hot)
        {
            told["maxTempC"] = hot;
        }

        if (plan.Pour?.AtC is { } pour)
        {
            told["pourTempC"] = pour;
        }

        if (plan.Stops.Select(stop => stop.AtC).OfType<double>().FirstOrDefault() is > 0 and var add)
        {
            told["scentAddC"] = add;
        }

        if (question.Kit.Pack is { } pack)
        {
            told["container"] = pack.Word();
        }

        return told;
    }
}
