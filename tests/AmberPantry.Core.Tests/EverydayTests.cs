using System.Text.Json;
using AmberPantry.Core.Assessment;
using AmberPantry.Core.Calculations;
using AmberPantry.Core.Formulas;
using AmberPantry.Core.Materials;
using AmberPantry.Core.Workshops;

namespace AmberPantry.Core.Tests;

/// <summary>What docs/science says of everyday products and of mistakes: the pages and the model may not drift apart.</summary>
public class EverydayTests
{
    private static readonly Assessor Shed = new(MaterialShelf.Plain, new Workshop { HumidityPercent = 63, WorkroomC = 21 });

    private static readonly Formula SoftButter = Sample.Of(
        Kinds.Butter,
        ("shea butter", 34),
        ("mango butter", 26),
        ("sunflower oil", 24),
        ("coconut oil", 8),
        ("arrowroot starch", 6),
        ("sweet orange essential oil", 1.2m),
        ("mixed tocopherols", 0.8m)
    );
    private static readonly Formula LipStick = Sample.Of(
        Kinds.Stick,
        ("beeswax", 22),
        ("castor oil", 20),
        ("jojoba oil", 17.2m),
        ("cocoa butter", 16),
        ("shea butter", 14),
        ("sunflower oil", 10),
        ("mixed tocopherols", 0.8m)
    );
    private static readonly Formula BodyOil = Sample.Of(
        Kinds.BodyOil,
        ("high-oleic sunflower oil", 52),
        ("jojoba oil", 20),
        ("caprylic/capric triglyceride", 18),
        ("rosehip oil", 8),
        ("scots pine essential oil", 1),
        ("mixed tocopherols", 1)
    );
    private static readonly Formula Cleanser = Sample.Of(
        Kinds.CleansingBalm,
        ("sunflower oil", 46),
        ("polyglyceryl-4 oleate", 16),
        ("caprylic/capric triglyceride", 16),
        ("shea butter", 10),
        ("cetearyl alcohol", 6),
        ("candelilla wax", 4),
        ("sweet orange essential oil", 1),
        ("mixed tocopherols", 1)
    );
    private static readonly Formula FootPowder = Sample.Of(
        Kinds.Powder,
        ("arrowroot starch", 46),
        ("kaolin", 26),
        ("sodium bicarbonate", 14),
        ("magnesium carbonate", 8),
        ("zinc oxide", 4),
        ("jojoba oil", 1.4m),
        ("peppermint essential oil", 0.6m)
    );
    private static readonly Formula Fizzy = Sample.Of(
        Kinds.Fizzy,
        ("sodium bicarbonate", 54),
        ("citric acid", 26),
        ("corn starch", 12),
        ("sunflower oil", 3.2m),
        ("cream of tartar", 3),
        ("lavender essential oil", 1),
        ("polyglyceryl-4 oleate", 0.8m)
    );
    private static readonly Formula LakeSalt = Sample.Of(
        Kinds.BathSalts,
        ("magnesium chloride", 45),
        ("sea salt", 45),
        ("sodium bicarbonate", 7.5m),
        ("jojoba oil", 1.5m),
        ("lavender essential oil", 1)
    );

    public static TheoryData<string, Formula, double, double> Figures =>
        new()
        {
            { "greasiness", Sample.Slipway7, 5.5, 0.3 },
            { "drag", Sample.Slipway7, 4.9, 0.4 },
            { "greasiness", SoftButter, 4.1, 0.3 },
            { "drag", SoftButter, 0.8, 0.3 },
            { "film", LipStick, 10, 0.1 },
            { "drag", BodyOil, 0, 0.01 },
            { "dry-down", BodyOil, 9, 1.5 },
            { "rinse-off", Cleanser, 9.5, 0.3 },
            {
                "rinse-off",
                Sample.Of(Kinds.CleansingBalm, ("sunflower oil", 60), ("shea butter", 25), ("candelilla wax", 5), ("cetearyl alcohol", 10)),
                0,
                0.01
            },
            { "months", Sample.Slipway7, 24, 0.1 },
            { "months", SoftButter, 15.5, 1 },
            { "months", BodyOil, 18.9, 1 },
            { "months", Sample.Of(Kinds.Balm, ("beeswax", 16), ("flax oil", 84)), 3.6, 0.5 },
            { "months", Sample.Of(Kinds.Balm, ("beeswax", 15), ("sunflower oil", 80), ("mixed tocopherols", 5)), 4.9, 0.5 },
            { "dust", FootPowder, 53, 3 },
            { "gas", Fizzy, 10.3, 0.2 },
            { "soda-left", Fizzy, 18.6, 0.5 },
            { "bath-ph", Fizzy, 6.9, 0.1 },
            { "drinks-from", LakeSalt, 30, 4 },
            { "slump", SoftButter, 31.5, 0.5 },
            { "slump", LipStick, 54.3, 0.5 },
        };

    [Theory]
    [MemberData(nameof(Figures), DisableDiscoveryEnumeration = true)]
    public void AnEverydayProductReadsAsThePageSays(string figure, Formula formula, double says, double within)
    {
        var assessment = Shed.Assess(formula);
        var parts = assessment.Parts;
        var value = figure switch
        {
            "greasiness" => parts.Feel!.Skin!.Greasiness,
            "drag" => parts.Feel!.Skin!.Drag,
            "film" => parts.Feel!.Skin!.WaxyFilm,
            "dry-down" => parts.Feel!.Skin!.DryDownMin,
            "rinse-off" => parts.Feel!.Rinse!.Index,
            "months" => parts.Keeping!.Oils.Months,
            "dust" => parts.Powder!.Budget!.DustInUse,
            "gas" => parts.Bath!.Reading!.Balance!.Co2L,
            "soda-left" => parts.Bath!.Reading!.Balance!.LeftSodaG,
            "bath-ph" => parts.Bath!.Reading!.Ph!.PhFresh,
            "drinks-from" => parts.Bath!.Reading!.Air.CrhMixPct!.Value,
            _ => parts.Melt!.SlumpC!.Value,
        };
        Assert.InRange(value, says - within, says + within);
    }

    public static TheoryData<string, Severity, Formula> Mistakes =>
        new()
        {
            {
                "fizzy-water",
                Severity.Stop,
                Sample.Of(
                    Kinds.Fizzy,
                    ("sodium bicarbonate", 54),
                    ("citric acid", 26),
                    ("corn starch", 10),
                    ("aloe juice", 6),
                    ("sunflower oil", 3),
                    ("lavender essential oil", 1)
                )
            },
            {
                "acid-left",
                Severity.Fix,
                Sample.Of(Kinds.Fizzy, ("sodium bicarbonate", 35), ("citric acid", 45), ("corn starch", 15), ("sunflower oil", 5))
            },
            { "harsh-alkali", Severity.Stop, Sample.Of(Kinds.Fizzy, ("sodium carbonate", 50), ("citric acid", 40), ("corn starch", 10)) },
            { "oil-load", Severity.Fix, Sample.Of(Kinds.BathSalts, ("Epsom salt", 88), ("sunflower oil", 10), ("lavender essential oil", 2)) },
            { "preserved", Severity.Stop, Sample.Of(Kinds.Balm, ("beeswax", 16), ("olive oil", 70), ("aloe juice", 14)) },
            { "rule-mic-03", Severity.Stop, Sample.Of(Kinds.Balm, ("beeswax", 16), ("olive oil", 70), ("aloe juice", 14)) },
            {
                "scent-limit",
                Severity.Stop,
                Sample.Of(Kinds.Balm, ("beeswax", 16), ("olive oil", 80), ("lemongrass essential oil", 3), ("mixed tocopherols", 1))
            },
            {
                "rule-skin-01",
                Severity.Stop,
                Sample.Of(Kinds.DeodorantStick, ("coconut oil", 40), ("beeswax", 15), ("sodium bicarbonate", 25), ("arrowroot starch", 20))
            },
            {
                "guard-overdose",
                Severity.Note,
                Sample.Of(Kinds.Powder, ("arrowroot starch", 70), ("kaolin", 28.1m), ("jojoba oil", 1.4m), ("mixed tocopherols", 0.5m))
            },
            {
                "antioxidant",
                Severity.Watch,
                Sample.Of(Kinds.Balm, ("beeswax", 16), ("sunflower oil", 83), ("rosemary essential oil cineole type", 1))
            },
            { "holds-shape", Severity.Fix, SoftButter with { MustStand = ["van"] } },
            { "grain", Severity.Note, SoftButter },
            { "scent-limit", Severity.Watch, BodyOil },
        };

    [Theory]
    [MemberData(nameof(Mistakes), DisableDiscoveryEnumeration = true)]
    public void AMistakeIsFoundAsThePageSays(string finding, Severity severity, Formula formula) =>
        Assert.Contains(Shed.Assess(formula).Findings, one => one.Id.StartsWith(finding, StringComparison.Ordinal) && one.Severity == severity);

    [Theory]
    [InlineData("composition/premix", """{"targetG": 0.4, "scaleG": 0.1, "partsOfOil": 9}""", "takeG", 4)]
    [InlineData(
        "composition/missing",
        """{"totalG": 500, "lines": [{"material": "beeswax", "g": 60}, {"material": "sunflower oil"}]}""",
        "solved",
        440
    )]
    [InlineData(
        "composition/top-up",
        """{"potG": 410, "shares": {"shea butter": 55, "sunflower oil": 45}, "add": "cocoa butter", "targetFirmnessKPa": 40, "atC": 22}""",
        "addG",
        122
    )]
    [InlineData("composition/active", """{"wantedActivePercent": 2, "activeFraction": 0.25}""", "rawPercent", 8)]
    [InlineData("colour/doseForDepth", """{"base": "butter_white", "colourant": "iron_oxide_red", "deltaE00": 12, "batchG": 200}""", "grams", 0.02)]
    [InlineData("colour/doseForDepth", """{"base": "butter_white", "colourant": "mica_white", "deltaE00": 30, "batchG": 200}""", "depthAtCap", 1.8)]
    [InlineData("colour/fade", """{"colourant": "chlorophyll_oil", "months": 3, "light": "clear_window"}""", "remaining", 0.125)]
    [InlineData("colour/bleed", """{"colourant": "iron_oxide_red", "liquidFraction": 0.6, "days": 7}""", "blurMm", 0)]
    [InlineData(
        "scent/warmPot",
        """{"tempC": 70, "minutes": 10, "depthCm": 4, "items": [{"id": "lemon", "share": 40}, {"id": "lavender", "share": 60}]}""",
        "lossPct",
        3.6
    )]
    [InlineData("scent/limits", """{"family": "stick", "area": "lip", "items": [{"id": "peppermint", "productPct": 2}]}""", "worstRatio", 4)]
    public void ACalculationAnswersAsThePageSays(string name, string question, string figure, double says)
    {
        var value = Ask(name, question).GetProperty(figure).GetDouble();
        Assert.InRange(value, says - (0.03 * says) - 1e-9, says + (0.1 * says) + 1e-9);
    }

    [Theory]
    [InlineData("A soft balm that heals dry skin.", "stop")]
    [InlineData("Relieves eczema", "stop")]
    [InlineData("SPF 30 sun balm", "stop")]
    [InlineData("Chemical-free and hypoallergenic", "caution")]
    [InlineData("Softens and smooths dry skin.", "clear")]
    public void WordsOnALabelAreWeighed(string text, string verdict) =>
        Assert.Equal(verdict, Ask("safety/wording", JsonSerializer.Serialize(new { text })).GetProperty("verdict").GetString());

    private static JsonElement Ask(string name, string question)
    {
        var calculation = AllCalculations.List.Single(one => $"{one.Topic}/{one.Name}" == name);
        return JsonSerializer.SerializeToElement(calculation.Work(new Fields(JsonDocument.Parse(question).RootElement)), AmberJson.Options);
    }
}
