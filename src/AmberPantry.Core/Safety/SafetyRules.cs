namespace AmberPantry.Core.Safety;

/// <summary>One row of the rules table. Cautious habits and reminders: no safety assessment, no legal or medical advice.</summary>
/// <param name="Kind">hazard, habit, label, claim or claim_ok.</param>
/// <param name="Severity">stop, caution or note.</param>
public sealed record SafetyRule(string Id, string Kind, IReadOnlyList<string> Families, IReadOnlyList<string> Classes, string Condition, string Severity, string Message, string Reason, string Fix, string Source)
{
    private static readonly Dictionary<string, string[]> Groups = new()
    {
        ["melt"] = ["balm", "whipped_butter", "stick", "deo_stick", "uv_stick", "cleansing_balm"],
        ["dry"] = ["powder", "powder_cleanser", "bath_salts", "bath_fizz"],
        ["bath"] = ["bath_salts", "bath_fizz"],
        ["non_melt"] = ["body_oil", "oil_cleanser", "powder", "powder_cleanser", "bath_salts", "bath_fizz"],
        ["leave_on"] = ["balm", "whipped_butter", "stick", "deo_stick", "uv_stick", "body_oil", "powder"],
        ["rinse_off"] = ["oil_cleanser", "cleansing_balm", "powder_cleanser", "bath_salts", "bath_fizz"],
    };

    private static readonly Lazy<IReadOnlyDictionary<string, SafetyRule>> Loaded = new(() => DataTable.Read("Safety.Data.safety-rules.csv", row => new SafetyRule(
        row.Text("rule_id"), row.Text("kind"), row.List("family"), row.List("ingredient_class"), row.Text("condition"), row.Text("severity"), row.Text("message"), row.Text("reason"), row.Text("fix"),
        row.Text("source"))).ToDictionary(rule => rule.Id));

    public static IReadOnlyDictionary<string, SafetyRule> All => Loaded.Value;

    public static IReadOnlyList<string> FamilyIds { get; } =
        ["balm", "whipped_butter", "stick", "deo_stick", "uv_stick", "body_oil", "oil_cleanser", "cleansing_balm", "powder", "powder_cleanser", "bath_salts", "bath_fizz"];

    /// <summary>Claim rows feed the wording check; the rest goes through the engine.</summary>
    public bool IsForEngine => Kind is "hazard" or "habit" or "label";

    public bool Covers(string family) => Families.Any(one => one == "any" || one == family || (Groups.TryGetValue(one, out var group) && group.Contains(family)));
}

/// <summary>What the rules say of one batch: ids by severity in ordinal order.</summary>
/// <param name="Worst">stop, caution, note or clear.</param>
public sealed record SafetyVerdict(IReadOnlyList<string> Stop, IReadOnlyList<string> Caution, IReadOnlyList<string> Note, string Worst)
{
    /// <summary>For each family, its rules by the class they speak of.</summary>
    private static readonly Lazy<IReadOnlyDictionary<string, ILookup<string, (SafetyRule Rule, RuleCondition When)>>> Engine = new(() =>
    {
        var rows = SafetyRule.All.Values.Where(rule => rule.IsForEngine).Select(rule => (Rule: rule, When: RuleCondition.Parse(rule.Condition))).ToArray();
        return SafetyRule.FamilyIds.ToDictionary(
            family => family,
            family => rows.Where(row => row.Rule.Covers(family)).SelectMany(row => row.Rule.Classes.Distinct(), (row, name) => (name, row)).ToLookup(pair => pair.name, pair => pair.row));
    });

    /// <param name="family">One of <see cref="SafetyRule.FamilyIds"/>.</param>
    /// <param name="facts">Facts already checked against <see cref="FactTable"/>.</param>
    public static SafetyVerdict Of(string family, RuleFacts facts)
    {
        var told = Told(facts);
        var fired = told.Classes.Where(one => one.Value > 0).Select(one => one.Key).Append("any")
            .SelectMany(name => Engine.Value[family][name])
            .Where(row => row.When.Holds(told))
            .Select(row => row.Rule)
            .DistinctBy(rule => rule.Id)
            .OrderBy(rule => rule.Id, StringComparer.Ordinal)
            .ToArray();
        string[] Ids(string severity) => [.. fired.Where(rule => rule.Severity == severity).Select(rule => rule.Id)];
        string[] stop = Ids("stop"), caution = Ids("caution"), note = Ids("note");
        return new SafetyVerdict(stop, caution, note, stop.Length > 0 ? "stop" : caution.Length > 0 ? "caution" : note.Length > 0 ? "note" : "clear");
    }

    /// <summary>A child's audience is a child's use, whatever else was told.</summary>
    private static RuleFacts Told(RuleFacts facts) =>
        facts.Of("audience")?.Word is "under_2" or "child_2_6" or "child_6_12"
            ? facts with { Facts = new Dictionary<string, FactValue>(facts.Facts) { ["childUse"] = true } }
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
        string[] missing = [.. stops.Distinct().Where(stop => !signed.Any(ack => ack.Rule == stop && ack.Revision == revision)).Order(StringComparer.Ordinal)];
        return new StartGate(missing.Length == 0, missing, [.. missing.Where(stop => signed.Any(ack => ack.Rule == stop))]);
    }
}
