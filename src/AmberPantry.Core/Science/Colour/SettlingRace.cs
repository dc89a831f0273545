using AmberPantry.Core.Science.Melt;

namespace AmberPantry.Core.Science.Colour;

/// <summary>Grains fall while the fat thickens: who is first?</summary>
/// <param name="FallMm">How far they fall before the melt holds them.</param>
/// <param name="HeldAtC">Temperature at which the crystals hold them; null when they never do in this run.</param>
public sealed record SettlingRace(double FallMm, double? HeldAtC, double? HeldAtS, SettlingVerdict Verdict)
{
    private const double EvenBelowMm = 0.5;
    private const double StepC = 1;

    /// <summary>How far a melt cools below its equilibrium before the crystals are there, K; an estimate.</summary>
    private const double LateByC = 4;

    /// <summary>Poured and left alone, cooling as <see cref="SettlingPour"/> does.</summary>
    public static IReadOnlyList<CoolingPoint> Poured(MeltCurve curve, double pourC, double roomC)
    {
        var pour = new SettlingPour(pourC, pourC, roomC);
        List<CoolingPoint> run = [];
        for (var t = pourC; t > roomC + StepC; t -= StepC)
        {
            var (solid, structure) = curve.Blend.At(t + LateByC);
            run.Add(new CoolingPoint(60 * (pour with { SetC = t }).MinutesToSet, t, 100 * solid, structure));
        }

        return run;
    }

    /// <param name="oil">The molten fat.</param>
    /// <param name="heightMm">Depth of the pot; nothing falls further.</param>
    public static SettlingRace Of(IReadOnlyList<CoolingPoint> run, SettlingOil oil, double diameterUm, double grainGMl, double pct, double heightMm)
    {
        const double Einstein = 2.5;
        double fall = 0;
        for (var i = 1; i < run.Count; i++)
        {
            var point = run[i];
            var settling = Settling.Of(
                diameterUm,
                grainGMl,
                oil with
                {
                    YieldPa = 1000 * Firmness.FromStructure(point.Structure),
                },
                pct,
                point.TemperatureC,
                heightMm,
                null
            );
            if (settling.HeldByYield)
            {
                return new SettlingRace(Math.Min(heightMm, fall), point.TemperatureC, point.S, Says(fall, heightMm));
            }

            // Crystals that do not yet hold still thicken the melt.
            var thinner = Math.Pow(1 - Math.Min(0.9, point.SolidPercent / 100), Einstein);
            fall += Math.Abs(settling.SpeedMmPerH) * thinner * (point.S - run[i - 1].S) / 3600;
        }

        fall = Math.Min(heightMm, fall);
        return new SettlingRace(fall, null, null, Says(fall, heightMm));
    }

    /// <summary>A foot while the upper half still holds its share.</summary>
    private static SettlingVerdict Says(double fallMm, double heightMm) =>
        fallMm < EvenBelowMm ? SettlingVerdict.Even
        : fallMm < heightMm / 2 ? SettlingVerdict.SlightFoot
        : SettlingVerdict.DropsToBottom;
}
