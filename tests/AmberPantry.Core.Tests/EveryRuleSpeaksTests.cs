using System.Globalization;
using System.Text.RegularExpressions;
using AmberPantry.Core.Assessment;
using AmberPantry.Core.Families;
using AmberPantry.Core.Formulas;
using AmberPantry.Core.Materials;
using AmberPantry.Core.Safety;

namespace AmberPantry.Core.Tests;

/// <summary>Every row of the rules table can speak through the assessment.</summary>
public partial class EveryRuleSpeaksTests
{
    [GeneratedRegex(@"^(?:pct\((?<class>\w+)\)|(?<name>\w+))\s*(?<op>>=|<=|>|<)\s*(?<limit>[0-9.]+)$")]
    private static partial Regex Compare();

    public static TheoryData<string> Rules => new(SafetyRule.All.Values.Where(rule => rule.IsForEngine).Select(rule => rule.Id));

    [Theory]
    [MemberData(nameof(Rules))]
    public void ItSpeaksWhereItsConditionIsMet(string id)
    {
        var rule = SafetyRule.All[id];
        if (FormulaFacts.ToldBy.TryGetValue(id, out var finding))
        {
            Assert.NotNull(Sample.Assessor.Assess(ToldInItsOwnWords[id]).Found(finding));
            return;
        }

        var (facts, percent) = Facts(rule);
        var said = Sample.Assessor.Assess(Formula(rule, percent), new Question { Parts = [], Facts = facts }).Findings;
        var found = said.FirstOrDefault(one => one.Id == $"rule-{id.ToLowerInvariant()}");
        Assert.True(found is not null, $"{id}, {rule.Condition}: {string.Join(", ", said.Select(one => one.Id))}");
        Assert.Contains(rule.Message, found.Sentence, StringComparison.Ordinal);
        Assert.Equal(rule.Fix, found.Advice);
        Assert.True(rule.Severity != RuleSeverity.Stop || found.Severity == Severity.Stop);
    }

    /// <summary>What a formula holds speaks by itself; what is asked of a kitchen waits until something is told of it.</summary>
    [Theory]
    [MemberData(nameof(Rules))]
    public void WhatTheFormulaHoldsSpeaksUnasked(string id)
    {
        var rule = SafetyRule.All[id];
        if (rule.Kind != RuleKind.Hazard || rule.Condition != "always" || FormulaFacts.ToldBy.ContainsKey(id))
        {
            return;
        }

        var said = Sample.Assessor.Assess(Formula(rule, 4), new Question { Parts = [] }).Findings;
        Assert.Equal(!rule.Classes.Contains("any"), said.Any(one => one.Id == $"rule-{id.ToLowerInvariant()}"));
    }

    [Fact]
    public void AFactThatIsNotKnownIsRefused()
    {
        var refusal = Assert.Throws<Refusal>(() =>
            Sample.Assessor.Assess(Sample.Slipway7, new Question { Facts = new Dictionary<string, FactValue> { ["heatMethod"] = "sunlight" } })
        );
        Assert.Equal((Codes.UnknownId, "facts.heatMethod"), (refusal.Code, refusal.Field));
    }

    private static readonly Dictionary<string, Formula> ToldInItsOwnWords = new()
    {
        ["BATH-01"] = Sample.Of(Kinds.BathSalts, ("sea salt", 97), ("jojoba oil", 3)),
        ["BATH-08"] = Sample.Of(Kinds.Fizzy, ("sodium bicarbonate", 55), ("citric acid", 28), ("corn starch", 12), ("water", 5)),
        ["MIC-01"] = Sample.Of(Kinds.Balm, ("beeswax", 16), ("water", 10), ("olive oil", 74)),
        ["MIC-02"] = Sample.Of(Kinds.CleansingBalm, ("beeswax", 5), ("polysorbate 80", 13), ("olive oil", 82)),
        ["MIC-09"] = Sample.Of(Kinds.Balm, ("beeswax", 16), ("flax oil", 84)),
        ["EO-01"] = Sample.Of(Kinds.BodyOil, ("jojoba oil", 90), ("lavender essential oil", 10)),
        ["EO-02"] = Sample.Of(Kinds.BodyOil, ("jojoba oil", 98.1m), ("lavender essential oil", 1.9m)),
        ["EO-03"] = Sample.Of(Kinds.BodyOil, ("jojoba oil", 97), ("bergamot essential oil cold-pressed", 3)),
        ["EO-20"] = Sample.Of(Kinds.BodyOil, ("jojoba oil", 99.99m), ("lavender essential oil", 0.01m)),
        ["UV-01"] = Filters(10),
        ["UV-02"] = Filters(40),
        ["UV-03"] = Sample.Of(Kinds.UvStick, ("beeswax", 20), ("enzacamene", 3), ("jojoba oil", 77)),
        ["UV-04"] = Sample.Of(Kinds.UvStick, ("beeswax", 20), ("octyl triazone", 5), ("jojoba oil", 75)),
        ["UV-05"] = Filters(10),
        ["ALG-02"] = With("sweet almond oil"),
        ["ALG-06"] = With("lanolin"),
        ["ALG-08"] = With("beeswax"),
        ["ALG-10"] = With("infused calendula oil"),
        ["ALG-11"] = With("shea butter"),
        ["ALG-15"] = With("argan oil"),
    };

    private static Formula Filters(decimal percent) =>
        Sample.Of(Kinds.UvStick, ("candelilla wax", 20), ("zinc oxide", percent), ("jojoba oil", 80 - percent));

    private static Formula With(string material) => Sample.Of(Kinds.Balm, ("carnauba wax", 10), (material, 20), ("high-oleic sunflower oil", 70));

    /// <summary>A formula of a family the rule covers, with something of its class in it.</summary>
    private static Formula Formula(SafetyRule rule, decimal percent)
    {
        var family = FamilyRegistry.Usual.All.First(one =>
            rule.Covers(one.Rules) && (!rule.Id.StartsWith("UV-", StringComparison.Ordinal) || one.Traits.SunFilters)
        );
        var starter = Starters.For(family, MaterialShelf.Plain);
        if (rule.Classes.Contains("any"))
        {
            return starter;
        }

        var editor = new FormulaEditor(MaterialShelf.Plain);
        var material = Catalogue.All.First(one => rule.Classes.Any(one.Classes.Contains) && starter.Lines.All(line => line.Material != one.Id));
        var holds = starter
            .Lines.Where(line => rule.Classes.Any(MaterialShelf.Plain.Get(line.Material, "material").Classes.Contains))
            .Sum(line => line.Percent);
        return holds > 0 && !rule.Condition.Contains("pct", StringComparison.Ordinal)
            ? starter
            : editor.Apply(starter, new AddLine(material.Id, percent.ToString(CultureInfo.InvariantCulture), GivesWay: GivesWay.Everyone));
    }

    /// <summary>Facts and a share that meet the first way of a condition; one fact is always told, so that kitchens are asked.</summary>
    private static (Dictionary<string, FactValue> Facts, decimal Percent) Facts(SafetyRule rule)
    {
        var facts = new Dictionary<string, FactValue> { ["gift"] = false };
        var percent = 4m;
        foreach (var atom in rule.Condition.Split('|')[0].Split('&', StringSplitOptions.TrimEntries).Where(atom => atom != "always"))
        {
            if (Compare().Match(atom) is { Success: true } compare)
            {
                var limit = double.Parse(compare.Groups["limit"].Value, CultureInfo.InvariantCulture);
                var above = compare.Groups["op"].Value[0] == '>';
                var value = above ? (limit * 1.2) + 0.01 : limit * 0.5;
                var name = compare.Groups["name"].Value;
                if (compare.Groups["class"].Success)
                {
                    percent = (decimal)value;
                }
                else if (!facts.TryGetValue(name, out var before) || before.Number > limit != above)
                {
                    facts[name] = before is null ? value : limit - 0.5;
                }
            }
            else if (atom.Contains('='))
            {
                facts[atom.Split('=')[0].Trim()] = atom.Split('=')[1].Split(',')[0].Trim();
            }
            else
            {
                facts[atom.TrimStart('!', ' ')] = !atom.StartsWith('!');
            }
        }

        return (facts, percent);
    }
}
