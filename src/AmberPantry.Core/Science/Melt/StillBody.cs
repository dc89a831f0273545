namespace AmberPantry.Core.Science.Melt;

/// <summary>Something that stands and cools from its wall: how its wall and its middle lie about what it is on the whole.</summary>
public sealed class StillBody
{
    private const double LongestS = 6 * 3600;

    /// <summary>So many times its slowest time; then it is even.</summary>
    private const double Lasts = 6;

    /// <summary>Square of the first zero of the Bessel function J0: the slowest way a cylinder cools by itself.</summary>
    private const double SlowestMode = 5.783;

    private readonly IReadOnlyList<WallAndCore.Moment> moments;

    /// <param name="batch">What stands there: as wide as it is high.</param>
    /// <param name="startC">When it was even last.</param>
    public StillBody(CoolingBatch batch, double startC, CoolingStage stage)
    {
        var radius = Math.Cbrt(batch.VolumeM3 / (2 * Math.PI));
        const double heat = WallAndCore.Density * WallAndCore.HeatCapacity;
        var inside = heat * radius * radius / WallAndCore.Conductivity / SlowestMode;
        var outside = heat * radius / (2 * stage.HeatTransferWM2K);
        var seconds = Math.Min(LongestS, Lasts * (inside + outside));
        var uneven = WallAndCore.Of(startC, stage.SurroundingsC, stage.HeatTransferWM2K, radius * 1000, seconds);
        moments = uneven.Moments;
    }

    /// <summary>Its middle when it is so warm on the whole. The heat of crystals slows wall and middle alike, so they are told by the mean.</summary>
    public double CoreC(double meanC) => meanC + Off(meanC, moment => moment.CoreC - moment.MeanC);

    public double WallC(double meanC) => meanC + Off(meanC, moment => moment.WallC - moment.MeanC);

    /// <summary>Whether its wall is so much colder that it is worth scraping down.</summary>
    public bool WantsScraping(double meanC) => CoreC(meanC) - WallC(meanC) > WallAndCore.ScrapeAboveC;

    private double Off(double meanC, Func<WallAndCore.Moment, double> off)
    {
        // It cools or warms one way: the moments lie in the order of their means.
        var falls = moments[^1].MeanC < moments[0].MeanC;
        bool Before(WallAndCore.Moment moment) => falls ? moment.MeanC > meanC : moment.MeanC < meanC;
        var after = moments.FirstOrDefault(moment => !Before(moment));
        var before = moments.LastOrDefault(Before);
        return (before, after) switch
        {
            (null, { } first) => off(first),
            ({ } last, null) => off(last),
            ({ } low, { } high) => off(low) + ((off(high) - off(low)) * (low.MeanC - meanC) / (low.MeanC - high.MeanC)),
            _ => 0,
        };
    }
}
