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
    ThinMilk,
    Milk,
}

/// <summary>Whether a cleansing balm or oil rinses away. Griffin's HLB arithmetic; a ranked estimate.</summary>
/// <param name="EmulsifierPercent">Of the product.</param>
/// <param name="Hlb">Of the emulsifiers, by mass; null without any.</param>
/// <param name="RequiredHlb">Of the oil phase.</param>
/// <param name="Index">0 to 10.</param>
/// <param name="Says">film, partly or clean.</param>
/// <param name="Milk">clear, thin_milk or milk in the water.</param>
public sealed record RinseOff(double EmulsifierPercent, double? Hlb, double RequiredHlb, double Index, Rinsing Says, RinseMilk Milk)
{
    private const double EnoughPercent = 12;
    private const double HlbWidth = 4;
    private static readonly Bands<Rinsing> Words = new(Rinsing.Clean, (3, Rinsing.Film), (6, Rinsing.Partly));
    private static readonly Bands<RinseMilk> Milks = new(RinseMilk.Milk, (2, RinseMilk.Clear), (5, RinseMilk.ThinMilk));

    /// <param name="lipids">Material and percent of the product.</param>
    public static RinseOff? Of(IReadOnlyList<(Material Material, double Percent)> lipids)
    {
        var emulsifiers = lipids.Where(line => line.Material.Hlb is not null && line.Percent > 0).ToArray();
        var oils = lipids.Where(line => line.Material is { Hlb: null, Melt: not null } && line.Percent > 0).ToArray();
        var oil = oils.Sum(line => line.Percent);
        if (oil <= 0)
        {
            return null;
        }

        var share = emulsifiers.Sum(line => line.Percent);
        double? hlb = share > 0 ? emulsifiers.Sum(line => line.Percent / share * line.Material.Hlb!.Value) : null;
        var required = oils.Sum(line => line.Percent / oil * FeelClass.All[line.Material.Feel].RequiredHlb);
        var match = hlb is { } own ? Math.Exp(-Math.Pow((own - required) / HlbWidth, 2)) : 0;
        var solid = LipidBlend.Mix([.. oils.Select(line => (line.Material.Melt!, line.Percent))]).At(SkinFeel.SkinC).Solid;
        var index = 10 * Math.Min(1, share / EnoughPercent) * match * (1 - Math.Min(0.8, 2 * solid));
        return new RinseOff(share, hlb, required, index, Words.Of(index), Milks.Of(index));
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
