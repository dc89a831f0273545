namespace AmberPantry.Core.Safety;

/// <summary>What a label still lacks in a market, as generally understood; local rules decide.</summary>
public sealed record LabelCheck(IReadOnlyList<string> Missing, bool Complete, string Advice)
{
    private static readonly string[] Eu =
    [
        "productFunction",
        "ingredientsInci",
        "netContent",
        "responsiblePersonAddress",
        "countryOfOriginIfImported",
        "dateOrPao",
        "batchNumber",
        "warnings",
        "allergensNamed",
    ];

    /// <summary>Required fields in their order, by market.</summary>
    public static IReadOnlyDictionary<string, IReadOnlyList<string>> Required { get; } =
        new Dictionary<string, IReadOnlyList<string>>
        {
            ["eu"] = Eu,
            ["uk"] = [.. Eu.Select(field => field == "responsiblePersonAddress" ? "ukResponsiblePersonAddress" : field)],
            ["us"] =
            [
                "identityStatement",
                "ingredientsInci",
                "netContentBothUnits",
                "businessNameAddress",
                "warnings",
                "adverseEventContact",
                "batchNumber",
            ],
            ["ca"] =
            [
                "identityEnglishFrench",
                "ingredientsInci",
                "netContentMetric",
                "nameAddress",
                "warningsEnglishFrench",
                "batchNumber",
                "allergensNamed",
            ],
            ["other"] = ["productName", "ingredientsInci", "netContent", "makerContact", "dateOrPao", "batchNumber", "warnings"],
            ["gift"] = ["productName", "ingredientsPlain", "makerName", "dateOrPao", "warnings"],
        };

    /// <summary>Fields that may be said not to apply.</summary>
    public static IReadOnlyList<string> MayNotApply { get; } = ["countryOfOriginIfImported", "allergensNamed"];

    public static LabelCheck Of(string market, IReadOnlyDictionary<string, string> fields, IReadOnlyCollection<string> notApplicable)
    {
        string[] missing =
        [
            .. Required[market].Where(field => !notApplicable.Contains(field) && string.IsNullOrWhiteSpace(fields.GetValueOrDefault(field))),
        ];
        return new LabelCheck(missing, missing.Length == 0, "check_local_rules");
    }
}
