using System.Text.Json.Serialization;

namespace AmberPantry.Core.Science.Stability;

/// <summary>How long it keeps.</summary>
public enum KeepingBand
{
    VeryShort,
    Short,
    Moderate,
    Good,
    Long,
}

/// <summary>How a product is kept. The factors are estimates.</summary>
/// <param name="Temps">Temperature in °C and its share of the time; shares total 1.</param>
/// <param name="Air">Null takes what is usual for the family.</param>
public sealed record Storage(
    string Family = "balm",
    string Light = "opaque",
    string? Air = null,
    string Metal = "none",
    IReadOnlyList<(double C, double Fraction)>? Temps = null
)
{
    public static IReadOnlyDictionary<string, double> Lights { get; } =
        new Dictionary<string, double>
        {
            ["opaque"] = 1.0,
            ["amber"] = 1.15,
            ["clear_cupboard"] = 1.3,
            ["clear_window"] = 3.0,
        };

    public static IReadOnlyDictionary<string, double> Airs { get; } =
        new Dictionary<string, double>
        {
            ["airless"] = 0.9,
            ["full_closed"] = 1.0,
            ["opened_daily"] = 1.3,
            ["part_empty"] = 1.6,
            ["whipped"] = 1.5,
            ["thin_film"] = 2.5,
        };

    public static IReadOnlyDictionary<string, double> Metals { get; } =
        new Dictionary<string, double>
        {
            ["none"] = 1.0,
            ["trace"] = 1.3,
            ["contact"] = 2.0,
        };

    /// <summary>Longest life claimed and period after opening, months.</summary>
    public static IReadOnlyDictionary<string, (double CapMonths, int AfterOpening)> Families { get; } =
        new Dictionary<string, (double, int)>
        {
            ["body_oil"] = (24, 12),
            ["balm"] = (24, 12),
            ["whipped_butter"] = (18, 9),
            ["stick"] = (30, 18),
            ["deo_stick"] = (24, 12),
            ["uv_stick"] = (24, 12),
            ["powder_cleanser"] = (24, 9),
            ["oil_cleanser"] = (18, 9),
            ["cleansing_balm"] = (18, 6),
            ["powder"] = (30, 12),
            ["bath_salts"] = (24, 12),
            ["bath_fizz"] = (9, 6),
        };

    public string AirHere =>
        Air
        ?? Family switch
        {
            "bath_salts" or "bath_fizz" or "powder" or "powder_cleanser" => "thin_film",
            "whipped_butter" => "whipped",
            _ => "full_closed",
        };

    /// <summary>Rates double for each 10 °C, about 5 to 40 °C.</summary>
    public double TempFactor => Temps is null ? 1 : Temps.Sum(part => part.Fraction * Math.Pow(2, (part.C - 20) / 10));
}

/// <summary>What ends its keeping first.</summary>
public enum KeepingLimit
{
    Oxidation,
    GeneralAgeing,
    FragileOil,
    FamilyCap,
    OverallCap,
}

/// <summary>Months until it smells rancid; a planning figure, never in place of a keeping test.</summary>
public sealed record Keeping
{
    // How fast it ages.

    /// <summary>Without any antioxidant, dark and closed at 20 °C.</summary>
    [JsonPropertyName("unprotectedMonths20C")]
    public required double UnprotectedMonths20C { get; init; }

    public required double TempFactor { get; init; }
    public required double TocEquivalent { get; init; }
    public required double Ef { get; init; }

    // The answer.

    /// <summary>By the school that the weakest oil decides; null without lipids.</summary>
    public required double? WeakestMonths { get; init; }

    public required double DilutedMonths { get; init; }
    public required double Months { get; init; }

    /// <summary>What the oils themselves keep, no longest claim of a family or of this tool applied.</summary>
    public required double OilsMonths { get; init; }

    public required KeepingLimit LimitedBy { get; init; }

    public required string? LimitingId { get; init; }
    public required KeepingBand Band { get; init; }
    public required IReadOnlyList<string> Flags { get; init; }

    /// <summary>Everything that is not oxidation, months at 20 °C.</summary>
    private const double GeneralMonths = 45;

    /// <summary>Rate 1/month of a lipid with x = 1 at 20 °C; with <see cref="RateExponent"/> fitted so that each oil alone falls within its own
    /// shelf life.</summary>
    private const double RateScale = 0.0285;
    private const double RateExponent = 0.90;
    private const double OverallCapMonths = 36;
    private const double FragileTimes = 2.5;
    private const double CountsFrom = 0.01;
    private const double AdviseFromX = 1.5;

    private static readonly Bands<KeepingBand> Words = new(
        KeepingBand.Long,
        (3, KeepingBand.VeryShort),
        (6, KeepingBand.Short),
        (12, KeepingBand.Moderate),
        (24, KeepingBand.Good)
    );

    /// <param name="lipids">Grams of each; may be none.</param>
    public static Keeping Of(
        IReadOnlyList<(Lipid Lipid, double G)> lipids,
        IReadOnlyList<(Antioxidant Item, double G)> antioxidants,
        Storage storage,
        KeepingSchool school = KeepingSchool.Diluted
    )
    {
        var ft = storage.TempFactor;
        var cap = Storage.Families[storage.Family].CapMonths;
        if (lipids.Sum(line => line.G) <= 0)
        {
            var plain = GeneralMonths / ft;
            var bare = Least([(KeepingLimit.GeneralAgeing, plain), (KeepingLimit.FamilyCap, cap), (KeepingLimit.OverallCap, OverallCapMonths)]);
            return new Keeping
            {
                UnprotectedMonths20C = OverallCapMonths,
                TempFactor = ft,
                TocEquivalent = 0,
                Ef = 1,
                WeakestMonths = null,
                DilutedMonths = bare.Months,
                Months = bare.Months,
                OilsMonths = plain,
                LimitedBy = bare.By,
                LimitingId = null,
                Band = Words.Of(bare.Months),
                Flags = ["no_lipid"],
            };
        }

        var blend = LipidBlendAge.Of(lipids);
        var protection = Protection.Of(blend.LipidG, blend.NativeTocopherol, antioxidants);
        var (stress, greenLight) = Stress(storage, blend, protection.Chelator);
        var rest = ft / GeneralMonths;
        double Oxidation(double x, double ef) => RateScale * Math.Pow(x, RateExponent) * ft * stress / ef;
        var oxidation = Oxidation(blend.X, protection.Ef);
        var diluted = 1 / (rest + oxidation);

        string? weakestId = null;
        var weakest = double.PositiveInfinity;
        foreach (
            var line in lipids
                .GroupBy(line => line.Lipid.Id)
                .Select(group => (group.First().Lipid, G: group.Sum(one => one.G)))
                .Where(line => !Near.Below(line.G / blend.LipidG, CountsFrom))
        )
        {
            var alone = 1 / (rest + Oxidation(line.Lipid.Profile.X, Protection.Of(blend.LipidG, line.Lipid.NativeTocopherol, antioxidants).Ef));
            if (alone < weakest)
            {
                (weakest, weakestId) = (alone, line.Lipid.Id);
            }
        }

        var (by, months) =
            school == KeepingSchool.Diluted
                ? Least([
                    (oxidation < rest ? KeepingLimit.GeneralAgeing : KeepingLimit.Oxidation, diluted),
                    (KeepingLimit.FragileOil, FragileTimes * weakest),
                    (KeepingLimit.FamilyCap, cap),
                    (KeepingLimit.OverallCap, OverallCapMonths),
                ])
                : Least([(KeepingLimit.FragileOil, weakest), (KeepingLimit.FamilyCap, cap), (KeepingLimit.OverallCap, OverallCapMonths)]);
        List<string> flags = [];
        if (greenLight)
        {
            flags.Add("chlorophyll_light");
        }

        if (!Near.Below(blend.X, AdviseFromX) && !antioxidants.Any(line => line.G > 0 && line.Item.Kind == AntioxidantKind.Antioxidant))
        {
            flags.Add("advise_antioxidant");
        }

        return new Keeping
        {
            UnprotectedMonths20C = Math.Min(OverallCapMonths, 1 / ((1 / GeneralMonths) + (RateScale * Math.Pow(blend.X, RateExponent)))),
            TempFactor = ft,
            TocEquivalent = protection.TocEquivalent,
            Ef = protection.Ef,
            WeakestMonths = weakest,
            DilutedMonths = Math.Min(Math.Min(diluted, FragileTimes * weakest), Math.Min(cap, OverallCapMonths)),
            Months = months,
            OilsMonths = school == KeepingSchool.Diluted ? Math.Min(diluted, FragileTimes * weakest) : weakest,
            LimitedBy = by,
            LimitingId = by switch
            {
                KeepingLimit.Oxidation => blend.TopContributor,
                KeepingLimit.FragileOil => weakestId,
                _ => null,
            },
            Band = Words.Of(months),
            Flags = [.. flags, .. protection.Flags],
        };
    }

    /// <summary>Light, air and metal together; green oils suffer more in the light, a chelator takes most of the metal away.</summary>
    private static (double Factor, bool GreenLight) Stress(Storage storage, LipidBlendAge blend, bool chelator)
    {
        var light = Storage.Lights[storage.Light];
        var green = light > 1 && !Near.Below(blend.ChlorophyllShare, 0.10);
        light = green ? 1 + (1.5 * (light - 1)) : light;
        var metal = Storage.Metals[storage.Metal];
        metal = chelator ? 1 + (0.4 * (metal - 1)) : metal;
        return (light * Storage.Airs[storage.AirHere] * metal, green);
    }

    private static (KeepingLimit By, double Months) Least((KeepingLimit By, double Months)[] all) =>
        all.Aggregate((best, next) => next.Months < best.Months ? next : best);
}
