using System.Text.Json;
using AmberPantry.Core.Materials;
using AmberPantry.Core.Safety;

namespace AmberPantry.Core.Calculations;

/// <summary>The rules table, the start gate, the wording check, the sun-filter record and the label.</summary>
internal static class SafetyCalculations
{
    private const string Topic = "safety";

    public static IEnumerable<Calculation> All { get; } =
    [
        new(
            Topic,
            "rules",
            "What the safety rules say of a batch.",
            """{"family": "balm", "classes": {"oil": 80, "beeswax": 15}, "facts": {"hotMelt": true, "heatMethod": "water_bath"}}""",
            RulesOf
        ),
        new(
            Topic,
            "condition",
            "Whether one rule's condition holds.",
            """{"condition": "hotMelt & !gogglesOn | pct(oil)>90", "facts": {"hotMelt": true}}""",
            ConditionOf
        ),
        new(
            Topic,
            "gate",
            "Whether making may start.",
            """{"revision": "r7", "stops": ["HEAT-01"], "acks": [{"rule": "HEAT-01", "revision": "r7", "by": "maker A"}]}""",
            GateOf
        ),
        new(Topic, "wording", "Words that read like a medicine or a tested product.", """{"text": "A soft balm that heals dry skin."}""", fields =>
        {
            var text = fields.Text("text");
            return text.Length <= ClaimCheck.LongestText
                ? ClaimCheck.Of(text)
                : throw Fields.OutOfRange("text", $"{text.Length} characters long", $"at most {ClaimCheck.LongestText} characters");
        }),
        new(
            Topic,
            "uv",
            "Sun filters against legal maxima; never a protection figure.",
            """{"market": "eu", "area": "body", "filters": [{"id": "zinc_oxide", "pct": 20}], "solvents": {"mct": 20}}""",
            UvOf
        ),
        new(
            Topic,
            "label",
            "What a label still lacks.",
            """{"market": "gift", "fields": {"productName": "Rose balm", "ingredientsPlain": "shea butter, almond oil"}}""",
            LabelOf
        ),
    ];

    private static SafetyVerdict RulesOf(Fields fields)
    {
        var family = fields.Word("family", SafetyRule.FamilyIds);
        var classes = Classes(fields);
        var facts = Facts(fields);
        foreach (var (name, value) in facts)
        {
            FactTable.Check(name, value);
        }

        return SafetyVerdict.Of(family, new RuleFacts(facts, classes));
    }

    private static object ConditionOf(Fields fields)
    {
        var condition = RuleCondition.Parse(fields.Text("condition"));
        var facts = Facts(fields);
        return new { Holds = condition.Holds(new RuleFacts(facts, Classes(fields))) };
    }

    private static StartGate GateOf(Fields fields)
    {
        var revision = fields.Text("revision");
        if (string.IsNullOrWhiteSpace(revision))
        {
            throw Fields.Empty("revision", "Give the id of the frozen recipe and facts.");
        }

        string[] stops =
        [
            .. fields
                .Values("stops")
                .Select(stop =>
                    stop.Value.ValueKind == JsonValueKind.String && SafetyRule.All.ContainsKey(stop.Value.GetString()!)
                        ? stop.Value.GetString()!
                        : throw Fields.Unknown(stop.Path, stop.Value, "Give the id of a rule.")
                ),
        ];
        StopRead[] acks = [.. fields.List("acks").Select(ack => new StopRead(ack.Text("rule"), ack.Text("revision"), ack.OptionalText("by") ?? ""))];
        return StartGate.Of(revision, stops, acks);
    }

    private static UvRecord UvOf(Fields fields)
    {
        if (fields.Flag("requestSpf"))
        {
            throw new Refusal(
                Codes.SpfNotOffered,
                "requestSpf",
                true,
                "A protection figure is never given here.",
                "In the sun use a tested product; accredited laboratories measure protection."
            );
        }

        var market = fields.Choice<UvMarket>("market");
        var area = fields.Choice("area", UvArea.Body);
        (UvFilter Filter, double Pct)[] filters =
        [
            .. fields
                .List("filters")
                .Select(line =>
                    (line.Known("id", key => MaterialNames.Find(key, UvFilter.All, material => material.Keys.Uv)), line.Number("pct", 0, 100))
                )
                .Where(line => line.Item2 > 0),
        ];
        var solvents = new Dictionary<string, double>();
        if (fields.Inner("solvents") is { } inner)
        {
            foreach (var name in inner.Names)
            {
                solvents[
                    UvFilter.Solvents.Contains(name)
                        ? name
                        : throw Fields.Unknown($"solvents.{name}", name, $"Use {string.Join(", ", UvFilter.Solvents)}.")
                ] = inner.Number(name, 0, 100);
            }
        }

        return filters.Length > 0
            ? UvRecord.Of(market, area, filters, solvents)
            : throw Fields.Empty("filters", "Give at least one filter above 0 %.");
    }

    private static LabelCheck LabelOf(Fields fields)
    {
        var market = fields.Word("market", [.. LabelCheck.Required.Keys]);
        var inner = fields.Inner("fields");
        var texts = inner?.Names.Where(inner.Has).ToDictionary(name => name, inner.Text) ?? [];
        string[] exempt =
        [
            .. fields
                .Values("notApplicable")
                .Select(one =>
                    one.Value.ValueKind == JsonValueKind.String && LabelCheck.MayNotApply.Contains(one.Value.GetString()!)
                        ? one.Value.GetString()!
                        : throw Fields.Unknown(one.Path, one.Value, $"Only {string.Join(" and ", LabelCheck.MayNotApply)} may be said not to apply.")
                ),
        ];
        return LabelCheck.Of(market, texts, exempt);
    }

    private static Dictionary<string, double> Classes(Fields fields)
    {
        var inner = fields.Inner("classes");
        return inner?.Names.Where(inner.Has).ToDictionary(name => name, name => inner.Number(name, 0, 100)) ?? [];
    }

    private static Dictionary<string, FactValue> Facts(Fields fields)
    {
        var facts = new Dictionary<string, FactValue>();
        if (fields.Inner("facts") is not { } inner)
        {
            return facts;
        }

        foreach (var name in inner.Names)
        {
            switch (inner.Find(name))
            {
                case { ValueKind: JsonValueKind.True or JsonValueKind.False } yes:
                    facts[name] = yes.ValueKind == JsonValueKind.True;
                    break;
                case { ValueKind: JsonValueKind.Number } number:
                    facts[name] = Fields.Read(number, $"facts.{name}");
                    break;
                case { ValueKind: JsonValueKind.String } word:
                    facts[name] = word.GetString()!;
                    break;
                case { } other:
                    throw Fields.Unknown($"facts.{name}", other, "Give true, false, a number or a word.");
            }
        }

        return facts;
    }
}
