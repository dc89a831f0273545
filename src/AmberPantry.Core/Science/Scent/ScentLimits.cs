namespace AmberPantry.Core.Science.Scent;

/// <summary>Where a scented product goes and who uses it.</summary>
/// <param name="Family">One of <see cref="ScentFamilies.All"/>.</param>
/// <param name="Area">Null takes what is usual for the family.</param>
/// <param name="ChildUse">Children will use an adult product.</param>
/// <param name="SolidScent">A balm or stick dabbed on a spot.</param>
public sealed record ScentUse(
    string Family,
    string? Area = null,
    string Audience = "adult",
    Market Market = Market.General,
    bool Asthma = false,
    bool Pets = false,
    bool ChildUse = false,
    bool SolidScent = false
)
{
    public static IReadOnlyDictionary<string, double> Audiences { get; } =
        new Dictionary<string, double>
        {
            ["adult"] = 1,
            ["sensitive"] = 0.5,
            ["pregnant"] = 0.5,
            ["child_6_12"] = 0.5,
            ["child_2_6"] = 0.25,
            ["under_2"] = 0,
        };

    /// <summary>Area: its cap in percent (leave-on only) and its certificate category.</summary>
    public static IReadOnlyDictionary<string, (double CapPct, string Category)> Areas { get; } =
        new Dictionary<string, (double, string)>
        {
            ["lip"] = (0.5, "1"),
            ["face"] = (1, "5B"),
            ["underarm"] = (1, "2"),
            ["body"] = (2, "5A"),
            ["feet"] = (2, "5A"),
            ["hands"] = (2, "5C"),
            ["scalp"] = (1, "7B"),
        };

    public string AreaHere =>
        Area
        ?? Family switch
        {
            "deo_stick" => "underarm",
            "oil_cleanser" or "cleansing_balm" => "face",
            _ => "body",
        };

    public bool LeaveOn => ScentFamilies.All[Family].LeaveOn;

    public bool IsSpot => SolidScent && Family is "balm" or "stick" && AreaHere == "body";

    /// <summary>Rinsed off, but worked over the face: the leave-on columns bind.</summary>
    public bool IsFaceCleanser => Family is "oil_cleanser" or "cleansing_balm" && AreaHere == "face";

    /// <summary>Category as on certificates of that kind; verify on yours.</summary>
    public string Category =>
        IsFaceCleanser ? "3"
        : !LeaveOn ? "9"
        : IsSpot ? "4"
        : Areas[AreaHere].Category;

    public double AudienceFactor => Audiences[Audience];

    public double AreaFactor =>
        !LeaveOn
            ? 1
            : AreaHere switch
            {
                "underarm" => 0.2,
                "lip" => 0.5,
                _ => 1,
            };

    public double TotalCapPct =>
        Math.Min(
            ScentFamilies.All[Family].CapPct ?? double.PositiveInfinity,
            LeaveOn
                ? IsSpot
                    ? 5
                    : Areas[AreaHere].CapPct
                : double.PositiveInfinity
        ) * AudienceFactor;
}

/// <summary>Families as scent sees them.</summary>
public static class ScentFamilies
{
    /// <summary>Left on or rinsed off, cap in percent, and how far the base lets scent through.</summary>
    public static IReadOnlyDictionary<string, (bool LeaveOn, double? CapPct, double Lets)> All { get; } =
        new Dictionary<string, (bool, double?, double)>
        {
            ["balm"] = (true, null, 0.8),
            ["whipped_butter"] = (true, null, 0.9),
            ["stick"] = (true, null, 0.7),
            ["body_oil"] = (true, null, 1.0),
            ["powder"] = (true, 0.5, 1.1),
            ["uv_stick"] = (true, 0.5, 0.7),
            ["deo_stick"] = (true, 1.0, 0.7),
            ["oil_cleanser"] = (false, 1.0, 0.9),
            ["cleansing_balm"] = (false, 1.0, 0.8),
            ["powder_cleanser"] = (false, 1.0, 1.0),
            ["bath_salts"] = (false, 2.0, 0.9),
            ["bath_fizz"] = (false, 2.0, 1.0),
        };
}

/// <summary>How near something is to a limit.</summary>
public enum LimitState
{
    Ok,
    Near,
    Over,
}

/// <summary>Where a limit comes from.</summary>
public enum LimitBasis
{
    Certificate,
    Default,
}

/// <summary>Left on or rinsed off.</summary>
public enum Exposure
{
    LeaveOn,
    RinseOff,
}

/// <summary>What kind of limit binds.</summary>
public enum LimitKind
{
    Oil,
    Constituent,
    Phototoxic,
    Total,
}

/// <summary>One oil against its limit.</summary>
public sealed record OilLimit(string Id, double Pct, double Max, LimitBasis Basis, double Ratio, LimitState Status);

/// <summary>One constituent summed over all oils.</summary>
public sealed record ConstituentLimit(string Name, double Pct, double Limit, double Ratio, LimitState Status);

/// <summary>Every limit a scent meets. Conservative defaults: the supplier's certificate and local rules decide.</summary>
public sealed record ScentLimits
{
    // The use.

    public required Exposure Exposure { get; init; }
    public required string Category { get; init; }

    // Each limit.

    public required double TotalPct { get; init; }
    public required double TotalCap { get; init; }
    public required IReadOnlyList<OilLimit> PerOil { get; init; }
    public required IReadOnlyList<ConstituentLimit> Constituents { get; init; }

    /// <summary>Sum of the oils against their limits in the sun.</summary>
    public required double PhotoIndex { get; init; }

    // The answer.

    public required LimitKind WorstKind { get; init; }
    public required string WorstId { get; init; }
    public required double WorstRatio { get; init; }
    public required LimitState Status { get; init; }

    /// <summary>Most of this very blend; null when unscented.</summary>
    public required double? MaxTotalPct { get; init; }

    public required IReadOnlyList<string> Flags { get; init; }

    private const double BrowningFromPct = 0.02;

    /// <summary>Percent of the product left on and rinsed off, and the stricter market's where it differs; null for no limit.</summary>
    private static readonly Dictionary<string, (double LeaveOn, double? RinseOff, (double LeaveOn, double RinseOff)? EuUk)> Table = new()
    {
        ["citral"] = (0.15, 1.2, null),
        ["geraniol"] = (1.2, 4.0, null),
        ["citronellol"] = (2.5, 6.0, null),
        ["eugenol"] = (0.5, 0.9, null),
        ["isoeugenol"] = (0.02, 0.02, null),
        ["cinnamal"] = (0.05, 0.05, null),
        ["cinnamyl_alcohol"] = (0.3, 0.4, null),
        ["farnesol"] = (0.25, 1.2, null),
        ["coumarin"] = (0.35, 1.6, null),
        ["methyl_eugenol"] = (0.001, 0.002, (0.0002, 0.001)),
        ["safrole"] = (0.01, 0.01, null),
        ["estragole"] = (0.01, 0.02, null),
        ["carvone"] = (0.25, 1.3, null),
        ["menthol"] = (1.0, 2.0, null),
        ["camphor"] = (1.0, 2.0, null),
        ["pulegone"] = (0.05, 0.1, null),
        ["methyl_salicylate"] = (0.5, 0.6, (0.06, 0.06)),
        ["evernia_prunastri"] = (0.1, 0.1, null),
        ["rose_ketones"] = (0.02, 0.02, null),
        ["bergapten"] = (0.0015, null, null),
    };

    /// <param name="items">Oil and percent of the finished product.</param>
    /// <param name="certificates">By oil key, category and most percent.</param>
    public static ScentLimits Of(
        ScentUse use,
        IReadOnlyList<(ScentOil Oil, double Pct)> items,
        IReadOnlyDictionary<string, IReadOnlyDictionary<string, double>>? certificates = null
    )
    {
        var flags = new List<string>();
        var perOil = new List<OilLimit>();
        foreach (var (oil, pct) in items)
        {
            var certificate = certificates?.GetValueOrDefault(oil.Id);
            perOil.Add(Limit(use, oil, pct, certificate, flags));
            if (pct > 0)
            {
                flags.AddRange(Cautions(use, oil));
            }
        }

        double Sum(string name) => items.Sum(item => item.Pct * item.Oil.Constituents.GetValueOrDefault(name) / 100);
        var constituents = Table
            .Keys.Order(StringComparer.Ordinal)
            .Select(name => (name, pct: Sum(name), limit: Limit(use, name)))
            .Where(one => one.pct > 0 && one.limit is not null)
            .Select(one =>
                LimitStatus.Ratio(one.pct, one.limit!.Value) is var ratio
                    ? new ConstituentLimit(one.name, one.pct, one.limit.Value, ratio, LimitStatus.Of(ratio))
                    : null!
            )
            .ToArray();
        var photo = use.LeaveOn ? items.Sum(item => item.Oil.PhototoxicMaxPct is { } most ? item.Pct / most : 0) : 0;
        if (!Near.Below(Sum("vanillin"), BrowningFromPct))
        {
            flags.Add("vanillin_browning");
        }

        var total = items.Sum(item => item.Pct);
        var worst = perOil
            .Select(one => (Kind: LimitKind.Oil, one.Id, one.Ratio))
            .Concat(constituents.Select(one => (Kind: LimitKind.Constituent, Id: one.Name, one.Ratio)))
            .Concat(use.LeaveOn ? [(LimitKind.Phototoxic, "sum", photo)] : [])
            .Append((Kind: LimitKind.Total, Id: "cap", Ratio: LimitStatus.Ratio(total, use.TotalCapPct)))
            .Aggregate((best, next) => next.Ratio > best.Ratio ? next : best);
        double? most =
            total == 0 ? null
            : worst.Ratio >= LimitStatus.NoLimit ? 0
            : total / worst.Ratio;
        return new ScentLimits
        {
            Exposure = use.LeaveOn ? Exposure.LeaveOn : Exposure.RinseOff,
            Category = use.Category,
            TotalPct = total,
            TotalCap = use.TotalCapPct,
            PerOil = perOil,
            Constituents = constituents,
            PhotoIndex = photo,
            WorstKind = worst.Kind,
            WorstId = worst.Id,
            WorstRatio = worst.Ratio,
            Status = LimitStatus.Of(worst.Ratio),
            MaxTotalPct = most,
            Flags = flags,
        };
    }

    private static OilLimit Limit(ScentUse use, ScentOil oil, double pct, IReadOnlyDictionary<string, double>? certificate, List<string> flags)
    {
        var certified = certificate is not null && certificate.ContainsKey(use.Category);
        if (certificate is not null && !certified)
        {
            flags.Add($"certificate_no_category:{oil.Id}");
        }
        else if (oil.IsFragrance && certificate is null)
        {
            flags.Add($"no_certificate:{oil.Id}");
        }

        var usual = (use.LeaveOn || use.IsFaceCleanser ? oil.MostLeaveOnPct : oil.MostRinseOffPct) * use.AreaFactor;
        if (oil.IsFragrance && use is { LeaveOn: true, AreaHere: "lip" })
        {
            usual = 0;
        }
        else if (oil.Id == "tea_tree" && use is { Market: Market.EuUk, LeaveOn: true, AreaHere: "face" or "lip" })
        {
            usual = Math.Min(usual, 0.1);
        }

        var most = (certified ? certificate![use.Category] : usual) * use.AudienceFactor;
        var ratio = LimitStatus.Ratio(pct, most);
        return new OilLimit(oil.Id, pct, most, certified ? LimitBasis.Certificate : LimitBasis.Default, ratio, LimitStatus.Of(ratio));
    }

    private static double? Limit(ScentUse use, string name)
    {
        var (leaveOn, rinseOff, euUk) = Table[name];
        var eu = use.Market == Market.EuUk ? euUk : null;
        if (name == "methyl_salicylate" && eu is not null && use.Audience is "under_2" or "child_2_6")
        {
            return 0;
        }

        double? most =
            use.LeaveOn ? eu?.LeaveOn ?? leaveOn
            : rinseOff is null ? null
            : use.IsFaceCleanser ? eu?.LeaveOn ?? leaveOn
            : eu?.RinseOff ?? rinseOff;
        return most * use.AreaFactor * use.AudienceFactor;
    }

    private static IEnumerable<string> Cautions(ScentUse use, ScentOil oil)
    {
        static bool Matters(Suitability word) => word != Suitability.Ok;
        if (use.Market == Market.EuUk && oil.Constituents.ContainsKey("evernia_prunastri"))
        {
            yield return $"atranol_free_only:{oil.Id}";
        }

        if (use.Audience == "pregnant" && Matters(oil.Pregnancy))
        {
            yield return $"pregnancy_{AmberJson.Word(oil.Pregnancy)}:{oil.Id}";
        }

        if (use.Audience == "under_2" && Matters(oil.Under2))
        {
            yield return $"under2_{AmberJson.Word(oil.Under2)}:{oil.Id}";
        }

        if (
            ((use.Audience == "child_2_6" || use.ChildUse) && Matters(oil.Under6))
            || (use.Audience == "child_6_12" && oil.Under6 == Suitability.Avoid)
        )
        {
            yield return $"under6_{AmberJson.Word(oil.Under6)}:{oil.Id}";
        }

        if (use.Asthma && Matters(oil.Asthma))
        {
            yield return $"asthma_{AmberJson.Word(oil.Asthma)}:{oil.Id}";
        }

        if (use.Pets)
        {
            yield return $"pets_{(oil.Pets.Contains("avoid", StringComparison.Ordinal) ? "avoid" : "caution")}:{oil.Id}";
        }
    }
}
