using System.Text.RegularExpressions;
using AmberPantry.Core.Safety;

namespace AmberPantry.Core.Tests;

/// <summary>Every row of the rules table fires on one batch and stays silent on a near twin.</summary>
public partial class SafetyTableTests
{
    public static IEnumerable<TheoryDataRow<string>> Rules =>
        SafetyRule.All.Values.Where(rule => rule.IsForEngine).Select(rule => new TheoryDataRow<string>(rule.Id));

    [Theory]
    [MemberData(nameof(Rules))]
    public void EachRuleFiresOnOneBatchAndIsSilentOnItsTwin(string id)
    {
        var rule = SafetyRule.All[id];
        var family = SafetyRule.FamilyIds.First(rule.Covers);
        var (facts, classes) = Satisfying(rule);
        Assert.Contains(id, Fired(family, facts, classes));

        if (!rule.Classes.Contains("any"))
        {
            Assert.DoesNotContain(
                id,
                Fired(family, facts, classes.Where(one => !rule.Classes.Contains(one.Key)).ToDictionary(one => one.Key, one => one.Value))
            );
        }
        else if (rule.Condition != "always")
        {
            var (other, fewer) = Breaking(rule, facts, classes);
            Assert.DoesNotContain(id, Fired(family, other, fewer));
        }

        if (SafetyRule.FamilyIds.FirstOrDefault(other => !rule.Covers(other)) is { } elsewhere)
        {
            Assert.DoesNotContain(id, Fired(elsewhere, facts, classes));
        }
    }

    private static IEnumerable<string> Fired(string family, Dictionary<string, FactValue> facts, Dictionary<string, double> classes)
    {
        var verdict = SafetyVerdict.Of(family, new RuleFacts(facts, classes));
        return verdict.Stop.Concat(verdict.Caution).Concat(verdict.Note);
    }

    /// <summary>Facts and shares under which the first alternative of the condition holds.</summary>
    private static (Dictionary<string, FactValue> Facts, Dictionary<string, double> Classes) Satisfying(SafetyRule rule)
    {
        var facts = new Dictionary<string, FactValue>();
        var classes = rule.Classes.Contains("any") ? [] : new Dictionary<string, double> { [rule.Classes[0]] = 1 };
        foreach (var atom in rule.Condition.Split('|')[0].Split('&', StringSplitOptions.TrimEntries))
        {
            Set(atom, true, facts, classes);
        }

        return (facts, classes);
    }

    /// <summary>The same with one atom of every alternative turned round.</summary>
    private static (Dictionary<string, FactValue> Facts, Dictionary<string, double> Classes) Breaking(
        SafetyRule rule,
        Dictionary<string, FactValue> facts,
        Dictionary<string, double> classes
    )
    {
        facts = new(facts);
        classes = new(classes);
        foreach (var all in rule.Condition.Split('|'))
        {
            Set(all.Split('&', StringSplitOptions.TrimEntries)[0], false, facts, classes);
        }

        return (facts, classes);
    }

    private static void Set(string atom, bool holds, Dictionary<string, FactValue> facts, Dictionary<string, double> classes)
    {
        if (atom == "always")
        {
            return;
        }

        var compare = Compare().Match(atom);
        if (compare.Success)
        {
            var limit = double.Parse(compare.Groups["limit"].Value, System.Globalization.CultureInfo.InvariantCulture);
            var above = compare.Groups["op"].Value[0] == '>';
            var limitCounts = compare.Groups["op"].Value.EndsWith('=') == holds;
            var value =
                limitCounts ? limit
                : above == holds ? limit + 0.01
                : limit - 0.01;
            if (compare.Groups["class"].Success)
            {
                classes[compare.Groups["class"].Value] = Math.Min(100, value);
            }
            else
            {
                facts[compare.Groups["name"].Value] = value;
            }
        }
        else if (atom.Contains('=', StringComparison.Ordinal))
        {
            var parts = atom.Split('=', StringSplitOptions.TrimEntries);
            if (holds)
            {
                facts[parts[0]] = parts[1].Split(',')[0].Trim();
            }
            else
            {
                facts.Remove(parts[0]);
            }
        }
        else if (atom[0] == '!')
        {
            facts[atom[1..].Trim()] = !holds;
        }
        else
        {
            facts[atom] = holds;
        }
    }

    [GeneratedRegex(@"^(?:pct\((?<class>\w+)\)|(?<name>\w+))\s*(?<op>[<>]=?)\s*(?<limit>[0-9.]+)$")]
    private static partial Regex Compare();
}
