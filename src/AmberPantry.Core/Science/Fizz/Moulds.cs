namespace AmberPantry.Core.Science.Fizz;

/// <summary>Whether a piece floats.</summary>
public enum Floating
{
    Floats,
    Hovers,
    SinksFirst,
}

/// <summary>How a piece holds.</summary>
public enum PieceBand
{
    Crumbly,
    Fragile,
    Firm,
    Hard,
}

/// <summary>A mould by its volume.</summary>
/// <param name="Available">How many of it may be filled; null for any number.</param>
public sealed record Mould(double VolumeMl, int? Available = null)
{
    /// <param name="diameterMm">Inner diameter of a ball, mm.</param>
    public static double BallMl(double diameterMm) => Math.PI / 6 * Math.Pow(diameterMm, 3) / 1000;
}

/// <summary>A toy in the middle of a piece.</summary>
public sealed record Toy(double VolumeMl, double G);

/// <summary>How dense the mix packs.</summary>
internal static class Packing
{
    public const double UsualPress = 0.7;
    public const double UsualOverfill = 1.03;

    private static readonly Bands<Floating> Words = new(Floating.SinksFirst, (1.00, Floating.Floats), (1.10, Floating.Hovers));

    public static Floating Floats(double pieceGMl) => Words.Of(pieceGMl);

    public static double FullGMl(FizzMix mix) => mix.TotalG / mix.Lines.Sum(line => line.G / line.Material.TrueGMl);

    /// <param name="press">0 tapped in, 1 pressed hard.</param>
    public static double PackedGMl(FizzMix mix, double press)
    {
        var (loose, tapped) = (PouredGMl(mix), Lying(mix, material => material.TappedGMl));
        return Math.Min(loose + ((0.5 + (0.6 * press)) * (tapped - loose)), 0.95 * FullGMl(mix));
    }

    public static double PouredGMl(FizzMix mix) => Lying(mix, material => material.LooseGMl);

    private static double Lying(FizzMix mix, Func<FizzMaterial, double> gml) =>
        mix.TotalG / mix.Lines.Where(line => line.Material.IsDry).Sum(line => line.G / gml(line.Material));
}

/// <summary>Pieces of a mix in the moulds at hand, largest first. Lists stand in the order of the moulds.</summary>
/// <param name="WeighG">What to weigh into each, heaped.</param>
/// <param name="PieceG">What the pressed piece weighs, toy left out.</param>
/// <param name="Floats">floats, hovers or sinks_first.</param>
public sealed record MouldPlan(
    double PackedGMl,
    double VoidPct,
    IReadOnlyList<int> Counts,
    IReadOnlyList<double> WeighG,
    IReadOnlyList<double> PieceG,
    IReadOnlyList<double> PieceGMl,
    [property: System.Text.Json.Serialization.JsonPropertyName("float")] IReadOnlyList<Floating> Floats,
    double LeftG
)
{
    public static MouldPlan Of(FizzMix mix, IReadOnlyList<Mould> moulds, double press, double overfill, Toy? toy)
    {
        var packed = Packing.PackedGMl(mix, press);
        var piece = moulds.Select(mould => (mould.VolumeMl - (toy?.VolumeMl ?? 0)) * packed).ToArray();
        var weigh = piece.Select(grams => grams * overfill).ToArray();
        var counts = new int[moulds.Count];
        var left = mix.TotalG;
        foreach (var i in Enumerable.Range(0, moulds.Count).OrderByDescending(i => moulds[i].VolumeMl))
        {
            counts[i] = (int)Math.Min(Math.Floor((left / weigh[i]) + 1e-9), moulds[i].Available ?? int.MaxValue);
            left -= counts[i] * weigh[i];
        }

        var dense = moulds.Select((mould, i) => (piece[i] + (toy?.G ?? 0)) / mould.VolumeMl).ToArray();
        return new MouldPlan(
            packed,
            100 * (1 - (packed / Packing.FullGMl(mix))),
            counts,
            weigh,
            piece,
            dense,
            [.. dense.Select(Packing.Floats)],
            left
        );
    }
}

/// <summary>The batch for a number of pieces.</summary>
public sealed record BatchForMoulds(IReadOnlyList<double> WeighG, double BatchG, double Factor, IReadOnlyList<double> ItemsG)
{
    /// <param name="items">Lines as given; the answer scales each of them.</param>
    public static BatchForMoulds Of(
        IReadOnlyList<(FizzMaterial Material, double G)> items,
        IReadOnlyList<(Mould Mould, int Wanted)> moulds,
        double press,
        double overfill,
        Toy? toy,
        double sparePct
    )
    {
        var mix = new FizzMix(items);
        var packed = Packing.PackedGMl(mix, press);
        var weigh = moulds.Select(one => (one.Mould.VolumeMl - (toy?.VolumeMl ?? 0)) * packed * overfill).ToArray();
        var batch = (1 + (sparePct / 100)) * moulds.Select((one, i) => one.Wanted * weigh[i]).Sum();
        var factor = batch / mix.TotalG;
        return new BatchForMoulds(weigh, batch, factor, [.. items.Select(item => item.G * factor)]);
    }
}

/// <summary>Whether a piece holds together, in named parts; a ranked estimate.</summary>
public sealed record PieceHardness
{
    // The whole.

    public required double Index { get; init; }
    public required PieceBand Band { get; init; }

    // Its parts.

    public required double BasePart { get; init; }
    public required double TartarPart { get; init; }
    public required double ClayPart { get; init; }
    public required double SolidFatPart { get; init; }
    public required double BinderWaterPart { get; init; }
    public required double StarchPart { get; init; }
    public required double FoamerPart { get; init; }
    public required double CoarseSaltPart { get; init; }
    public required double PressPart { get; init; }

    private static readonly Bands<PieceBand> Words = new(PieceBand.Hard, (25, PieceBand.Crumbly), (45, PieceBand.Fragile), (70, PieceBand.Firm));

    public static PieceHardness Of(FizzMix mix, double press)
    {
        double Role(FizzRole role) => mix.Percent(material => material.Role == role);
        const double Base = 32;
        double tartar = Math.Min(20, 4 * Role(FizzRole.Tartar)),
            clay = Math.Min(16, 2 * Role(FizzRole.Clay)),
            fat = Math.Min(12, 1.2 * Role(FizzRole.SolidFat)),
            water = Math.Min(15, 1.2 * mix.WaterGPerKg);
        double starch = -Math.Min(8, 0.4 * Role(FizzRole.Starch)),
            foamer = -Math.Min(12, 1.5 * Role(FizzRole.Foamer)),
            coarse = -Math.Min(15, 0.5 * Role(FizzRole.Coarse)),
            pressed = 15 * press;
        var index = Math.Clamp(Base + tartar + clay + fat + water + starch + foamer + coarse + pressed, 0, 100);
        return new PieceHardness
        {
            Index = index,
            Band = Words.Of(index),
            BasePart = Base,
            TartarPart = tartar,
            ClayPart = clay,
            SolidFatPart = fat,
            BinderWaterPart = water,
            StarchPart = starch,
            FoamerPart = foamer,
            CoarseSaltPart = coarse,
            PressPart = pressed,
        };
    }
}

/// <summary>Whether a toy is safe in a bath.</summary>
public enum ToySafety
{
    LabelAndSupervise,

    [System.Text.Json.Serialization.JsonStringEnumMemberName("small_part_not_under_3")]
    SmallPartNotUnder3,
    Refuse,
}

/// <summary>Whether a toy has mix enough around it.</summary>
public enum ToyFit
{
    Fits,
    TooBig,
}

/// <summary>Whether a toy may go into a piece (test cylinder and small-ball template of EN 71-1, 16 CFR 1501 and 1500.18, on the safe
/// side).</summary>
/// <param name="ShellMm">Mix left around it, mm.</param>
public sealed record ToyCheck(bool SmallPart, ToySafety Safety, double ShellMm, ToyFit Fit)
{
    private const double LeastShellMm = 8;

    public static ToyCheck Of(
        double lengthMm,
        double widthMm,
        double heightMm,
        double mouldDiameterMm,
        bool battery,
        bool magnet,
        bool expandsInWater,
        bool ball
    )
    {
        double[] sizes = [.. new[] { lengthMm, widthMm, heightMm }.Order()];
        var small = (sizes[1] <= 31.7 && sizes[2] <= 57.1) || (ball && sizes[1] <= 44.5);
        var shell = (mouldDiameterMm - Math.Sqrt(sizes.Sum(size => size * size))) / 2;
        return new ToyCheck(
            small,
            battery || magnet || expandsInWater ? ToySafety.Refuse
                : small ? ToySafety.SmallPartNotUnder3
                : ToySafety.LabelAndSupervise,
            shell,
            shell < LeastShellMm ? ToyFit.TooBig : ToyFit.Fits
        );
    }
}
