namespace AmberPantry.Core.Safety;

/// <summary>What a row of the rules table is for.</summary>
public enum RuleKind
{
    Hazard,
    Habit,
    Label,
    Claim,
    ClaimOk,
}

/// <summary>How a rule speaks; the gravest first.</summary>
public enum RuleSeverity
{
    Stop,
    Caution,
    Note,

    /// <summary>Nothing was said.</summary>
    Clear,
}

/// <summary>One row of the rules table. Cautious habits and reminders: no safety assessment, no legal or medical advice.</summary>
public sealed record SafetyRule
{
    public required string Id { get; init; }

    public required RuleKind Kind { get; init; }

    /// <summary>Families by their key in this table, a group of them, or "any".</summary>
    public required IReadOnlyList<string> Families { get; init; }

    /// <summary>Classes of material it speaks of, or "any".</summary>
    public required IReadOnlyList<string> Classes { get; init; }

    public required string Condition { get; init; }

    public required RuleSeverity Severity { get; init; }

    public required string Message { get; init; }

    public required string Reason { get; init; }

    public required string Fix { get; init; }

    public required string Source { get; init; }

    private static readonly Dictionary<string, string[]> Groups = new()
    {
        ["melt"] = ["balm", "whipped_butter", "stick", "deo_stick", "uv_stick", "cleansing_balm"],
        ["dry"] = ["powder", "powder_cleanser", "bath_salts", "bath_fizz"],
        ["bath"] = ["bath_salts", "bath_fizz"],
        ["non_melt"] = ["body_oil", "oil_cleanser", "powder", "powder_cleanser", "bath_salts", "bath_fizz"],
        ["leave_on"] = ["balm", "whipped_butter", "stick", "deo_stick", "uv_stick", "body_oil", "powder"],
        ["rinse_off"] = ["oil_cleanser", "cleansing_balm", "powder_cleanser", "bath_salts", "bath_fizz"],
    };

    private static readonly Lazy<IReadOnlyDictionary<string, SafetyRule>> Loaded = new(() =>
        DataTable
            .Read("Safety.Data.safety-rules.csv", row => new SafetyRule
            {
                Id = row.Text("rule_id"),
                Kind = row.Word<RuleKind>("kind"),
                Families = row.List("family"),
                Classes = row.List("ingredient_class"),
                Condition = row.Text("condition"),
                Severity = row.Word<RuleSeverity>("severity"),
                Message = row.Text("message"),
                Reason = row.Text("reason"),
                Fix = row.Text("fix"),
                Source = row.Text("source"),
            })
            .ToDictionary(rule => rule.Id)
    );

    public static IReadOnlyDictionary<string, SafetyRule> All => Loaded.Value;

    public static IReadOnlyList<string> FamilyIds { get; } =
    [
        "balm",
        "whipped_butter",
        "stick",
        "deo_stick",
        "uv_stick",
        "body_oil",
        "oil_cleanser",
        "cleansing_balm",
        "powder",
        "powder_cleanser",
        "bath_salts",
        "bath_fizz",
    ];

    /// <summary>Claim rows feed the wording check; the rest goes through the engine.</summary>
    public bool IsForEngine => Kind is RuleKind.Hazard or RuleKind.Habit or RuleKind.Label;

    public bool Covers(string family) =>
        Families.Any(one => one == "any" || one == family || (Groups.TryGetValue(one, out var group) && group.Contains(family)));
}

/// <summary>What the rules say of one batch: ids by severity in ordinal order.</summary>
public sealed record SafetyVerdict(IReadOnlyList<string> Stop, IReadOnlyList<string> Caution, IReadOnlyList<string> Note, RuleSeverity Worst)
{
    /// <summary>For each family, its rules by the class they speak of.</summary>
    private static readonly Lazy<IReadOnlyDictionary<string, ILookup<string, (SafetyRule Rule, RuleCondition When)>>> Engine = new(() =>
    {
        var rows = SafetyRule
            .All.Values.Where(rule => rule.IsForEngine)
            .Select(rule => (Rule: rule, When: RuleCondition.Parse(rule.Condition)))
            .ToArray();
        return SafetyRule.FamilyIds.ToDictionary(
            family => family,
            family =>
                rows.Where(row => row.Rule.Covers(family))
                    .SelectMany(row => row.Rule.Classes.Distinct(), (row, name) => (name, row))
                    .ToLookup(pair => pair.name, pair => pair.row)
        );
    });

    /// <param name="family">One of <see cref="SafetyRule.FamilyIds"/>.</param>
    /// <param name="facts">Facts already checked against <see cref="FactTable"/>.</param>
    public static SafetyVerdict Of(string family, RuleFacts facts)
    {
        var told = Told(facts);
        var fired = told
            .Classes.Where(one => one.Value > 0)
            .Select(one => one.Key)
            .Append("any")
            .SelectMany(name => Engine.Value[family][name])
            .Where(row => row.When.Holds(told))
            .Select(row => row.Rule)
            .DistinctBy(rule => rule.Id)
            .OrderBy(rule => rule.Id, StringComparer.Ordinal)
            .ToArray();
        string[] Ids(RuleSeverity severity) => [.. fired.Where(rule => rule.Severity == severity).Select(rule => rule.Id)];
        string[] stop = Ids(RuleSeverity.Stop),
            caution = Ids(RuleSeverity.Caution),
            note = Ids(RuleSeverity.Note);
        return new SafetyVerdict(
            stop,
            caution,
            note,
            stop.Length > 0 ? RuleSeverity.Stop
                : caution.Length > 0 ? RuleSeverity.Caution
                : note.Length > 0 ? RuleSeverity.Note
                : RuleSeverity.Clear
        );
    }

    /// <summary>A child's audience is a child's use, whatever else was told.</summary>
    private static RuleFacts Told(RuleFacts facts) =>
        facts.Of("audience")?.Word is "under_2" or "child_2_6" or "child_6_12"
            ? facts with
            {
                Facts = new Dictionary<string, FactValue>(facts.Facts) { ["childUse"] = true },
            }
            : facts;
}

/// <summary>A stop that somebody has read and accepted for one revision.</summary>
public sealed record StopRead(string Rule, string Revision, string By);

/// <summary>Whether making may start. Any change of recipe, facts or lots is a new revision, and stops are read again.</summary>
/// <param name="Stale">Those of the missing that were read for another revision.</param>
public sealed record StartGate(bool StartAllowed, IReadOnlyList<string> Missing, IReadOnlyList<string> Stale)
{
    public static StartGate Of(string revision, IReadOnlyCollection<string> stops, IReadOnlyList<StopRead> acks)
    {
        var signed = acks.Where(ack => !string.IsNullOrWhiteSpace(ack.By)).ToArray();
        string[] missing =
        [
            .. stops.Distinct().Where(stop => !signed.Any(ack => ack.Rule == stop && ack.Revision == revision)).Order(StringComparer.Ordinal),
        ];
        return new StartGate(missing.Length == 0, missing, [.. missing.Where(stop => signed.Any(ack => ack.Rule == stop))]);
    }
}
