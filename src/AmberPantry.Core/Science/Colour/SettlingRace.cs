using AmberPantry.Core.Science.Melt;

namespace AmberPantry.Core.Science.Colour;

/// <summary>Grains fall while the fat thickens: who is first?</summary>
/// <param name="FallMm">How far they fall before the melt holds them.</param>
/// <param name="HeldAtC">Temperature at which the crystals hold them; null when they never do in this run.</param>
public sealed record SettlingRace(double FallMm, double? HeldAtC, double? HeldAtS, SettlingVerdict Verdict)
{
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
                return new SettlingRace(Math.Min(heightMm, fall), point.TemperatureC, point.S, Settling.InPour.Of(fall));
            }

            // Crystals that do not yet hold still thicken the melt.
            var thinner = Math.Pow(1 - Math.Min(0.9, point.SolidPercent / 100), Einstein);
            fall += Math.Abs(settling.SpeedMmPerH) * thinner * (point.S - run[i - 1].S) / 3600;
        }

        fall = Math.Min(heightMm, fall);
        return new SettlingRace(fall, null, null, Settling.InPour.Of(fall));
    }
}
