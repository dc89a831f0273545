using AmberPantry.Core.Materials;
using AmberPantry.Core.Science.Melt;
using AmberPantry.Core.Science.Powders;

namespace AmberPantry.Core.Science.Feel;

/// <summary>What the powder leaves of the shine.</summary>
public enum SkinFinish
{
    None,
    Trace,
    Cut,
    Powdery,
    Matt,
}

/// <summary>What it does at skin temperature.</summary>
public enum OnSkin
{
    MeltsAway,
    Cushions,
    LeavesAFilm,
    Drags,
}

/// <summary>Grease left at a minute after rubbing in, 0 to 10.</summary>
public sealed record GreaseAt(double Minutes, double Grease);

/// <summary>How a product feels, as indices of 0 to 10 that compare a maker's own trials; never absolute.</summary>
public sealed record SkinFeel
{
    // How it flows.

    /// <summary>Of the liquid part, mPa·s; null where nothing is liquid.</summary>
    public required double? Viscosity25MPas { get; init; }

    public required double? ViscositySkinMPas { get; init; }

    // Grease over the minutes.

    public required double Greasiness { get; init; }
    public required IReadOnlyList<GreaseAt> GreaseOverMinutes { get; init; }

    // Under the finger.

    public required double Drag { get; init; }
    public required double WaxyFilm { get; init; }

    /// <summary>Light liquids glide, crystals drag.</summary>
    public required double Slip { get; init; }

    /// <summary>Minutes until one may dress.</summary>
    public required double DryDownMin { get; init; }

    /// <summary>none, trace, cut, powdery or matt.</summary>
    public required SkinFinish Finish { get; init; }

    public required double SolidOnSkinPercent { get; init; }
    public required OnSkin OnSkin { get; init; }

    private IReadOnlyList<double> Parts { get; init; } = [];

    private Func<double, double> Curve { get; init; } = _ => 0;

    /// <summary>What each of the lines asked about brings to <see cref="Greasiness"/>; below 0 what takes grease up.</summary>
    public IReadOnlyList<double> GreaseByLine() => Parts;

    /// <summary>Grease of 10 left so many minutes after rubbing in.</summary>
    public double GreaseAfter(double minutes) => Curve(minutes);

    public const double SkinC = 33;
    private const double DragFullAt = 0.5;
    private const double FilmFullAt = 0.15;
    private const double CationicLess = 0.85;
    private const double PowderPerPercent = 0.035;
    private static readonly double[] Minutes = [0, 1, 2, 4, 6, 10, 15, 20];
    private static readonly Bands<SkinFinish> Finishes = new(
        SkinFinish.Matt,
        (5, SkinFinish.None),
        (10, SkinFinish.Trace),
        (20, SkinFinish.Cut),
        (40, SkinFinish.Powdery)
    );
    private static readonly Bands<OnSkin> OnSkinWords = new(
        OnSkin.Drags,
        (2.0001, OnSkin.MeltsAway),
        (8.0001, OnSkin.Cushions),
        (15.0001, OnSkin.LeavesAFilm)
    );

    /// <param name="lipids">Material and parts by mass; materials without a melting make-up are left out.</param>
    /// <param name="powders">Powders of the powder table with parts by mass in the same unit.</param>
    /// <param name="otherPowder">Powder not in that table, same unit.</param>
    public static SkinFeel? Of(
        IReadOnlyList<(Material Material, double Mass)> lipids,
        IReadOnlyList<(PowderMaterial Powder, double Mass)> powders,
        double otherPowder = 0
    )
    {
        var melting = lipids.Where(line => line.Material.Melt is not null && line.Mass > 0).ToArray();
        var lipid = melting.Sum(line => line.Mass);
        if (lipid <= 0)
        {
            return null;
        }

        var blend = LipidBlend.Mix([.. melting.Select(line => (line.Material.Melt!, line.Mass))]);
        var liquids = Liquids(blend, melting, lipid);
        var (solid, structure) = blend.At(SkinC);
        var liquid = liquids.Sum(part => part.Share);
        double? Viscosity(double celsius) =>
            liquid > 1e-6 ? Math.Exp(liquids.Sum(part => part.Share / liquid * Math.Log(part.Class.ViscosityAt(celsius)))) : null;
        var powder = powders.Sum(line => line.Mass) + otherPowder;
        var left = PowderFactor(powders, otherPowder, lipid) * (Cationic(melting, lipid + powder) ? CationicLess : 1);
        var dries = 1 + (2 * solid);
        double Grease(double minute) =>
            Math.Min(10, left * liquids.Sum(part => part.Share * part.Class.Greasiness * Math.Exp(-1.5 * minute / (part.Class.DryDownMin * dries))));
        GreaseAt[] over = [.. Minutes.Select(minute => new GreaseAt(minute, Grease(minute)))];
        var drag = 10 * Math.Min(1, structure / DragFullAt);
        var skinViscosity = Viscosity(SkinC);
        return new SkinFeel
        {
            Viscosity25MPas = Viscosity(25),
            ViscositySkinMPas = skinViscosity,
            Greasiness = over[0].Grease,
            GreaseOverMinutes = over,
            Curve = Grease,
            Parts = ByLine(lipids, melting, liquids, powders, over[0].Grease),
            Drag = drag,
            WaxyFilm = 10 * Math.Min(1, WaxSolid(blend) / FilmFullAt),
            Slip = Math.Max(0, 10 - drag) * (skinViscosity is { } v ? Math.Min(1, 40 / Math.Max(20, v)) : 0.2),
            DryDownMin = dries * liquids.Sum(part => part.Share * part.Class.DryDownMin),
            Finish = Finishes.Of(100 * powder / (lipid + powder)),
            SolidOnSkinPercent = 100 * solid,
            OnSkin = OnSkinWords.Of(100 * solid),
        };
    }

    /// <summary>Each liquid by its own greasiness; what the sum is less than theirs, by the powders that take it up.</summary>
    private static double[] ByLine(
        IReadOnlyList<(Material Material, double Mass)> lines,
        (Material Material, double Mass)[] melting,
        (FeelClass Class, double Share)[] liquids,
        IReadOnlyList<(PowderMaterial Powder, double Mass)> powders,
        double sum
    )
    {
        var bare = liquids.Sum(part => part.Share * part.Class.Greasiness);
        var grains = powders.Where(line => !line.Powder.IsOilSoluble).Sum(line => line.Mass);
        var scale = grains > 0 || bare <= 0 ? 1 : sum / bare;
        var own = melting.Zip(liquids, (line, part) => (line.Material.Id, Grease: scale * part.Share * part.Class.Greasiness)).ToDictionary();
        return
        [
            .. lines.Select(line =>
                own.TryGetValue(line.Material.Id, out var grease) ? grease
                : grains > 0 && line.Material.Keys.Powder is { } key && !PowderMaterial.All[key].IsOilSoluble ? (sum - bare) * line.Mass / grains
                : 0
            ),
        ];
    }

    /// <summary>What of each material is liquid on skin: its liquid part and the molten part of its crystals.</summary>
    private static (FeelClass Class, double Share)[] Liquids(LipidBlend blend, (Material Material, double Mass)[] melting, double lipid)
    {
        Span<double> solid = stackalloc double[blend.ClassCount];
        Span<int> order = stackalloc int[blend.ClassCount];
        LipidBlend.Begin(order);
        blend.SolidByClass(SkinC, solid, order);
        var solidPart = new double[MeltComponent.All.Count];
        for (var i = 0; i < solid.Length; i++)
        {
            solidPart[blend.Classes[i]] = solid[i] / blend.MassOf(i);
        }

        return
        [
            .. melting.Select(line =>
            {
                var spectrum = line.Material.Melt!;
                var molten = spectrum.LiquidFraction + spectrum.Classes.Sum(part => part.Fraction * (1 - solidPart[part.Component]));
                return (FeelClass.All[line.Material.Feel], line.Mass / lipid * molten);
            }),
        ];
    }

    private static double PowderFactor(IReadOnlyList<(PowderMaterial Powder, double Mass)> powders, double otherPowder, double lipid)
    {
        var other = Math.Max(0, 1 - (PowderPerPercent * 100 * otherPowder / (lipid + otherPowder)));
        var grains = powders.Where(line => !line.Powder.IsOilSoluble && line.Mass > 0).ToArray();
        return other * (grains.Length == 0 ? 1 : PowderInFat.Of(grains, lipid, 0.91, 0, 20).GreasinessLeftPct / 100);
    }

    private static bool Cationic((Material Material, double Mass)[] melting, double total)
    {
        var share = 100 * melting.Where(line => line.Material.Tags.Contains("cationic")).Sum(line => line.Mass) / total;
        return share is >= 2 and <= 8;
    }

    /// <summary>Solid wax at skin temperature, mass fraction of the lipid.</summary>
    private static double WaxSolid(LipidBlend blend)
    {
        Span<double> solid = stackalloc double[blend.ClassCount];
        Span<int> order = stackalloc int[blend.ClassCount];
        LipidBlend.Begin(order);
        blend.SolidByClass(SkinC, solid, order);
        double wax = 0;
        for (var i = 0; i < solid.Length; i++)
        {
            wax +=
                MeltComponent.All[blend.Classes[i]].Kind.Contains("wax", StringComparison.Ordinal)
                || MeltComponent.All[blend.Classes[i]].Kind.Contains("esters", StringComparison.Ordinal)
                    ? solid[i]
                    : 0;
        }

        return wax;
    }
}

/// <summary>What stays solid at skin temperature does.</summary>
public static class SolidsOnSkin
{
    public static string Does(double solidPercent) =>
        solidPercent switch
        {
            <= 2 => "melts away",
            <= 8 => "cushions",
            <= 15 => "leaves a thin film",
            _ => "glides and leaves a film",
        };
}
