namespace AmberPantry.Core.Safety;

/// <summary>Every fact the rules may ask for, and what it may be. Names outside the table are left alone.</summary>
public static class FactTable
{
    private static readonly Dictionary<string, string[]> Words = new()
    {
        ["heatMethod"] = ["water_bath", "wax_pot", "direct", "microwave"],
        ["meltVessel"] = ["heatproof_glass", "plain_glass", "enamel", "stainless", "aluminium", "plastic"],
        ["container"] = ["glass", "plastic", "polystyrene", "tin", "paper"],
        ["toolMetal"] = ["stainless", "aluminium", "copper", "brass", "iron", "none"],
        ["audience"] = ["adult", "sensitive", "pregnant", "child_6_12", "child_2_6", "under_2"],
        ["area"] = ["lip", "face", "eye", "underarm", "body", "hands", "feet", "scalp", "intimate"],
        ["scentStatus"] = ["ok", "near", "over"],
        ["bathDoseStatus"] = ["ok", "near", "over"],
        ["bathLiquidStatus"] = ["ok", "near", "over"],
        ["weighWorst"] = ["ok", "poor", "unusable"],
        ["preservationNeed"] = ["none", "advised", "required"],
        ["claimsWorst"] = ["clear", "note", "caution", "stop"],
    };

    private static readonly string[] Numbers =
    [
        "maxTempC",
        "pourTempC",
        "capAboveRoomC",
        "scentAddC",
        "batchG",
        "scentTotalPct",
        "photoIndex",
        "allergenDeclare",
        "lifeMonths",
        "labelMissing",
    ];

    private static readonly string[] YesNo =
    [
        "hotMelt",
        "leavesPot",
        "openFlame",
        "waterNearHotOil",
        "wetTools",
        "glassWarmed",
        "closedHotBlend",
        "iceBath",
        "containerReused",
        "foodPackaging",
        "grinding",
        "sprayOrPuffer",
        "sealedWhileDamp",
        "scentInPot",
        "candleGrade",
        "infusionDry",
        "foraged",
        "plantIdentified",
        "uvMilled",
        "maskOn",
        "glovesOn",
        "gogglesOn",
        "sanitised",
        "dedicatedTools",
        "dedicatedGrinder",
        "dedicatedScale",
        "labelledAtOnce",
        "batchNumber",
        "cosmeticGrade",
        "makerAsthma",
        "makerPregnant",
        "childrenPresent",
        "petsPresent",
        "sharedEquipment",
        "smellsRancid",
        "childUse",
        "elder",
        "pets",
        "asthma",
        "epilepsy",
        "diabetes",
        "kidneyOrHeart",
        "bloodThinner",
        "aspirinAllergy",
        "homeOxygen",
        "breastfeeding",
        "brokenSkin",
        "justShaved",
        "skinFolds",
        "neatUse",
        "useWet",
        "massage",
        "sharedUse",
        "whirlpool",
        "foodLike",
        "gift",
        "forSale",
        "reactionReported",
        "scentChecked",
        "bathAvoid",
        "scentPregnancyAvoid",
        "scentPregnancyCaution",
        "scentUnder6Avoid",
        "scentAsthmaAvoid",
        "fragranceNoCert",
        "scentAboveFlash",
        "scentOld",
        "preservationChecked",
        "preservationAdequate",
        "antioxidantAsPreservative",
        "lotExpired",
        "uvChecked",
        "uvOver",
        "uvNotPermitted",
        "uvUndissolved",
        "claimsPreservativeFree",
    ];

    /// <summary>Names of the facts that are numbers, words and yes or no together.</summary>
    public static IReadOnlyCollection<string> Known { get; } = [.. Words.Keys, .. Numbers, .. YesNo];

    /// <exception cref="Refusal">E_UNKNOWN_ID or E_NOT_A_NUMBER at <c>facts.NAME</c>, so that nothing fails open.</exception>
    public static void Check(string name, FactValue value)
    {
        if (Numbers.Contains(name) && value.Number is null)
        {
            throw new Refusal(Codes.NotANumber, $"facts.{name}", value, $"{name} is not a number.", "Give a number, or leave it out.");
        }

        var wrong = Words.TryGetValue(name, out var words)
            ? value.Word is not { } word || !words.Contains(word)
            : YesNo.Contains(name) && value.Yes is null;
        if (wrong)
        {
            throw new Refusal(
                Codes.UnknownId,
                $"facts.{name}",
                value,
                $"{name} is none of the known answers.",
                words is null ? "Give true or false." : $"Give one of {string.Join(", ", words)}."
            );
        }
    }
}
