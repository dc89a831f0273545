using AmberPantry.Core.Materials;
using AmberPantry.Core.Science.Melt;

namespace AmberPantry.Core.Science.Feel;

/// <summary>How it leaves the skin under water.</summary>
public enum Rinsing
{
    Film,
    Partly,
    Clean,
}

/// <summary>How the water looks.</summary>
public enum RinseMilk
{
    Clear,
    Milk,
}

/// <summary>Whether a cleansing balm, bar or oil rinses away; comparative.</summary>
/// <remarks>Joined to practice: 12 to 15 % polysorbate 80 in plant oil rinses, sorbitan oleate or lecithin alone leaves a film.</remarks>
public sealed record RinseOff
{
    /// <summary>Percent of the product that works as an emulsifier in its oil.</summary>
    public required double EmulsifierPercent { get; init; }

    /// <summary>Percent of the product that should emulsify and does not dissolve in oil.</summary>
    public required double UndissolvedPercent { get; init; }

    /// <summary>Griffin's HLB of what works, by mass; null where nothing does.</summary>
    public required double? Hlb { get; init; }

    /// <summary>0 to 10.</summary>
    public required double Index { get; init; }

    public required RinseMilk Milk { get; init; }

    /// <summary>film, partly or clean.</summary>
    public Rinsing Says => Words.Of(Index);

    /// <summary>What wax and what stays solid on skin take off the index.</summary>
    public required double HeldBack { get; init; }

    /// <summary>Emulsifier in percent from which it works at all, and how many more make it whole.</summary>
    private const double LeastPercent = 3;
    private const double UntilWholePercent = 9;

    private const double FreeWaxPercent = 3;
    private const double PerWaxPercent = 0.5;
    private const double FreeSolidPercent = 8;
    private const double PerSolidPercent = 0.1;
    private const double MilkFrom = 3;
    private static readonly Bands<Rinsing> Words = new(Rinsing.Clean, (3, Rinsing.Film), (6, Rinsing.Partly));

    /// <summary>How well an HLB disperses plant oil: HLB and part, straight between them.</summary>
    private static readonly (double Hlb, double Part)[] ByHlb = [(5, 0), (8, 1), (12, 1), (15, 0.8), (17, 0.5)];

    /// <param name="lines">Material and percent of the product.</param>
    public static RinseOff? Of(IReadOnlyList<(Material Material, double Percent)> lines)
    {
        var oils = lines.Where(line => line.Material is { Hlb: null, Melt: not null } && line.Percent > 0).ToArray();
        if (oils.Length == 0)
        {
            return null;
        }

        var working = lines.Select(line => (line.Material.Hlb, Percent: line.Percent * line.Material.Emulsifying)).ToArray();
        var share = working.Sum(line => line.Percent);
        double? hlb = share > 0 ? working.Sum(line => line.Percent / share * (line.Hlb ?? 0)) : null;
        var wax = lines.Where(line => line.Material.Role == Role.Wax).Sum(line => line.Percent);
        var solid = 100 * LipidBlend.Mix([.. oils.Select(line => (line.Material.Melt!, line.Percent))]).At(SkinFeel.SkinC).Solid;
        var disperses = 10 * Math.Clamp((share - LeastPercent) / UntilWholePercent, 0, 1) * (hlb is { } own ? Dispersing(own) : 0);
        var held = (PerWaxPercent * Math.Max(0, wax - FreeWaxPercent)) + (PerSolidPercent * Math.Max(0, solid - FreeSolidPercent));
        return new RinseOff
        {
            EmulsifierPercent = share,
            UndissolvedPercent = lines.Where(line => line.Material.SinksInOil).Sum(line => line.Percent),
            Hlb = hlb,
            Index = Math.Max(0, disperses - held),
            Milk = disperses >= MilkFrom ? RinseMilk.Milk : RinseMilk.Clear,
            HeldBack = held,
        };
    }

    private static double Dispersing(double hlb)
    {
        if (hlb <= ByHlb[0].Hlb)
        {
            return ByHlb[0].Part;
        }

        for (var i = 1; i < ByHlb.Length; i++)
        {
            var (from, to) = (ByHlb[i - 1], ByHlb[i]);
            if (hlb <= to.Hlb)
            {
                return from.Part + ((to.Part - from.Part) * (hlb - from.Hlb) / (to.Hlb - from.Hlb));
            }
        }

        return ByHlb[^1].Part;
    }
}

/// <summary>Where a product is worn.</summary>
public enum SkinSite
{
    Face,
    Lips,
    Underarm,
    Hair,
    Delicate,
}

/// <summary>Whether a product may go somewhere.</summary>
public enum SiteVerdict
{
    Fits,
    ThinkAgain,
}

/// <summary>Where a product should not go, and why.</summary>
public sealed record SiteFit(SkinSite Site, SiteVerdict Verdict, IReadOnlyList<string> Reasons)
{
    private static readonly Dictionary<SkinSite, (string Tag, string Says)[]> Cautions = new()
    {
        [SkinSite.Face] =
        [
            ("pore clogging", "often said to clog pores"),
            ("eye irritant", "stings near the eyes"),
            ("drying oil", "goes sticky and stale quickly"),
        ],
        [SkinSite.Lips] =
        [
            ("eye irritant", "not for what is swallowed"),
            ("strong taste", "tastes strongly"),
            ("sun sensitiser", "marks skin in the sun"),
        ],
        [SkinSite.Underarm] = [("strong alkali", "reddens many armpits"), ("essential oil", "goes onto shaved skin")],
        [SkinSite.Hair] = [("hard wax", "does not wash out")],
        [SkinSite.Delicate] =
        [
            ("essential oil", "scent on delicate skin"),
            ("fragrance oil", "scent on delicate skin"),
            ("cationic", "can sting"),
            ("strong alkali", "too alkaline"),
            ("cooling", "too strong"),
        ],
    };

    /// <param name="materials">Those above 0 %.</param>
    public static SiteFit Of(SkinSite site, IEnumerable<Material> materials)
    {
        string[] reasons =
        [
            .. materials
                .SelectMany(material =>
                    Cautions[site].Where(caution => material.Tags.Contains(caution.Tag)).Select(caution => $"{material.Name}: {caution.Says}")
                )
                .Distinct(),
        ];
        return new SiteFit(site, reasons.Length == 0 ? SiteVerdict.Fits : SiteVerdict.ThinkAgain, reasons);
    }
}
