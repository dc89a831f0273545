namespace AmberPantry.Core.Science.Stability;

/// <summary>How long the looks last.</summary>
public enum BrowningBand
{
    Weeks,
    Soon,
    Season,
    Holds,
}

/// <summary>Where a preservative lives.</summary>
public enum PreservativePhase
{
    Oil,
    Water,
    Both,
}

/// <summary>What a preservative keeps down.</summary>
public enum Spectrum
{
    Broad,
    Bacteria,
    Mould,

    /// <summary>Helps another, holds nothing alone.</summary>
    Booster,
}

/// <summary>A preservative. Maxima follow EU Annex V as understood, to be verified; the rest is estimated, and the supplier's challenge test
/// rules.</summary>
/// <param name="MinPct">Percent of the whole batch.</param>
/// <param name="MostC">Added at or below, °C.</param>
public sealed record Preservative(string Id, PreservativePhase Phase, double MinPct, double MaxPct, double MostC, double? MostPh, Spectrum Spectrum)
{
    public static IReadOnlyDictionary<string, Preservative> All { get; } =
        new Preservative[]
        {
            new("phenoxyethanol", PreservativePhase.Both, 0.5, 1.0, 60, null, Spectrum.Bacteria),
            new("phenoxyethanol_ehg", PreservativePhase.Both, 0.6, 1.1, 60, null, Spectrum.Broad),
            new("benzyl_alcohol", PreservativePhase.Both, 0.5, 1.0, 45, null, Spectrum.Bacteria),
            new("benzyl_alcohol_dha", PreservativePhase.Both, 0.6, 1.0, 45, 6.0, Spectrum.Broad),
            new("parabens_mix", PreservativePhase.Both, 0.2, 0.8, 80, 8.0, Spectrum.Mould),
            new("sorbic_acid", PreservativePhase.Oil, 0.1, 0.6, 70, 5.5, Spectrum.Mould),
            new("potassium_sorbate", PreservativePhase.Water, 0.2, 0.6, 60, 5.5, Spectrum.Mould),
            new("sodium_benzoate", PreservativePhase.Water, 0.2, 0.5, 60, 5.0, Spectrum.Mould),
            new("caprylyl_glycol", PreservativePhase.Both, 0.3, 1.0, 80, null, Spectrum.Booster),
            new("glyceryl_caprylate", PreservativePhase.Oil, 0.3, 1.0, 80, null, Spectrum.Booster),
            new("ethylhexylglycerin", PreservativePhase.Both, 0.3, 1.0, 80, null, Spectrum.Booster),
        }.ToDictionary(row => row.Id);

    /// <summary>What is often taken for a preservative and is none to rely on.</summary>
    public static IReadOnlyList<string> NotReliable { get; } =
    ["essential_oil", "honey", "propolis", "alcohol_under_20", "silver_water", "salt_pinch"];
}

/// <summary>How a product is used, as far as water can get in.</summary>
public enum ProductUse
{
    DryHands,
    WetHands,
    ShowerPump,
    ShowerJar,
    Stick,
    Spatula,
    PumpDry,
    BathSingle,
}

/// <summary>How much a preservative is wanted.</summary>
public enum PreservativeNeed
{
    None,
    Advised,
    Required,
}

/// <summary>What makes a preservative wanted.</summary>
public enum PreservativeReason
{
    None,
    WaterPhase,
    WetUse,
    Both,
    FreshMaterial,
}

/// <summary>What is asked about preserving one batch.</summary>
/// <param name="Items">Key and percent of the whole batch.</param>
/// <param name="Ph">Of the water phase; null when unknown.</param>
public sealed record PreservationQuestion(
    double BatchG,
    ProductUse Use = ProductUse.DryHands,
    WaterSchool School = WaterSchool.Always,
    WaterPhase? Water = null,
    bool FreshMaterial = false,
    IReadOnlyList<(string Id, double Pct)>? Items = null,
    double AddTempC = 40,
    double? Ph = null
);

/// <summary>Whether water gets in, and whether what is there holds it. A pass is no challenge test (ISO 11930).</summary>
public sealed record Preservation(
    double WaterPct,
    double? Aw,
    WaterFreedom AwBand,
    PreservativeNeed Need,
    PreservativeReason Reason,
    bool Adequate,
    IReadOnlyList<string> Flags
)
{
    /// <summary>Percent of water from which a batch has water.</summary>
    public const double WaterFromPct = 0.05;

    private const double WetUsePh = 7.5;

    public static Preservation Of(PreservationQuestion ask)
    {
        var phase = ask.Water ?? new WaterPhase();
        var activity = WaterActivity.Of(phase);
        var waterPct = 100 * phase.AllWaterG / ask.BatchG;
        var hasWater =
            !Near.Below(waterPct, WaterFromPct) || (phase.MeasuredAw is { } measured && Near.Above(measured, WaterActivity.NothingGrowsTo));
        var strict = ask.School == WaterSchool.Always;
        var byWater =
            !hasWater ? PreservativeNeed.None
            : strict ? PreservativeNeed.Required
            : ByActivity(activity.AwBand);
        var byUse = ByUse(ask.Use, strict);
        var need =
            ask.FreshMaterial ? PreservativeNeed.Required
            : byWater > byUse ? byWater
            : byUse;
        var reason = ask.FreshMaterial
            ? PreservativeReason.FreshMaterial
            : (byWater, byUse) switch
            {
                (PreservativeNeed.None, PreservativeNeed.None) => PreservativeReason.None,
                (_, PreservativeNeed.None) => PreservativeReason.WaterPhase,
                (PreservativeNeed.None, _) => PreservativeReason.WetUse,
                _ => PreservativeReason.Both,
            };
        List<string> flags = [];
        if (waterPct > 0 && Near.Below(waterPct, WaterFromPct))
        {
            flags.Add("trace_moisture");
        }

        if (ask.FreshMaterial)
        {
            flags.Add("fresh_material");
        }

        var passing = new List<Preservative>();
        foreach (var (id, pct) in ask.Items ?? [])
        {
            if (Preservative.All.TryGetValue(id, out var item))
            {
                var faults = Faults(item, pct, ask, hasWater, byUse > PreservativeNeed.None, need == PreservativeNeed.Required).ToArray();
                flags.AddRange(faults.Select(fault => $"{fault}:{id}"));
                if (faults.Length == 0)
                {
                    passing.Add(item);
                }
            }
            else
            {
                flags.Add($"{(Antioxidant.All.ContainsKey(id) ? "antioxidant_not_preservative" : "not_reliable")}:{id}");
            }
        }

        bool Holds(Spectrum spectrum) => passing.Any(item => item.Spectrum == spectrum);
        var adequate = need switch
        {
            PreservativeNeed.None => true,
            PreservativeNeed.Advised => passing.Count > 0,
            _ => Holds(Spectrum.Broad) || (Holds(Spectrum.Bacteria) && Holds(Spectrum.Mould)),
        };
        if (passing.Count > 0 && !adequate)
        {
            flags.Add("partial_spectrum");
        }

        return new Preservation(waterPct, activity.Aw, activity.AwBand, need, reason, adequate, flags);
    }

    private static PreservativeNeed ByActivity(WaterFreedom band) =>
        band switch
        {
            WaterFreedom.DrySafe or WaterFreedom.NoWater => PreservativeNeed.None,
            WaterFreedom.Xerophile => PreservativeNeed.Advised,
            _ => PreservativeNeed.Required,
        };

    private static PreservativeNeed ByUse(ProductUse use, bool strict) =>
        (use, strict) switch
        {
            (ProductUse.ShowerJar, _) or (ProductUse.WetHands, true) => PreservativeNeed.Required,
            (ProductUse.WetHands, false) or (ProductUse.ShowerPump, true) => PreservativeNeed.Advised,
            _ => PreservativeNeed.None,
        };

    private static IEnumerable<string> Faults(Preservative item, double pct, PreservationQuestion ask, bool hasWater, bool wetUse, bool required)
    {
        var fine = true;
        foreach (
            var (name, when) in new[]
            {
                ("over_max", Near.Above(pct, item.MaxPct)),
                ("under_dose", Near.Below(pct, item.MinPct)),
                ("too_hot", Near.Above(ask.AddTempC, item.MostC)),
                ("wrong_phase", hasWater ? item.Phase == PreservativePhase.Oil : item.Phase == PreservativePhase.Water),
                ("needs_low_ph", item.MostPh is { } most && TooAlkaline(most, ask, hasWater, wetUse)),
            }
        )
        {
            if (when)
            {
                fine = false;
                yield return name;
            }
        }

        if (fine && required && item.Spectrum == Spectrum.Booster)
        {
            yield return "booster_only";
        }
    }

    /// <summary>Without water but in wet use it is the water that gets in that counts; in dry use the pH is not looked at.</summary>
    private static bool TooAlkaline(double most, PreservationQuestion ask, bool hasWater, bool wetUse)
    {
        if (!hasWater && wetUse && !ask.FreshMaterial)
        {
            return Near.Above(WetUsePh, most);
        }

        return (hasWater || ask.FreshMaterial) && (ask.Ph is not { } ph || Near.Above(ph, most));
    }
}

/// <summary>How long dried botanicals keep their colour. Looks only.</summary>
public sealed record Browning(double Months, BrowningBand Band)
{
    public static IReadOnlyDictionary<string, double> Botanicals { get; } =
        new Dictionary<string, double>
        {
            ["lavender_bud"] = 9,
            ["rose_petal"] = 4,
            ["calendula"] = 12,
            ["cornflower"] = 6,
            ["chamomile"] = 8,
            ["hibiscus"] = 4,
            ["jasmine"] = 5,
            ["mint_leaf"] = 4,
            ["rosemary_leaf"] = 8,
            ["citrus_peel"] = 6,
            ["oat_flake"] = 12,
            ["coconut_flake"] = 6,
        };

    public static IReadOnlyDictionary<string, double> Lights { get; } =
        new Dictionary<string, double>
        {
            ["opaque"] = 1,
            ["amber"] = 0.8,
            ["clear_cupboard"] = 0.7,
            ["clear_window"] = 0.35,
        };

    public static IReadOnlyDictionary<string, double> Matrices { get; } =
        new Dictionary<string, double>
        {
            ["dry_salt"] = 1,
            ["soda_fizz"] = 0.5,
            ["in_oil"] = 0.5,
            ["balm_top"] = 0.4,
        };

    private static readonly Bands<BrowningBand> Words = new(
        BrowningBand.Holds,
        (1, BrowningBand.Weeks),
        (3, BrowningBand.Soon),
        (9, BrowningBand.Season)
    );

    public static Browning Of(string botanical, string light, string matrix, double tempC, double rhPct)
    {
        var months = Botanicals[botanical] * Lights[light] * Matrices[matrix] * (Near.Above(rhPct, 60) ? 0.5 : 1) / Math.Pow(2, (tempC - 20) / 10);
        return new Browning(months, Words.Of(months));
    }
}
