namespace AmberPantry.Devices.Pretend;

/// <summary>A thermometer in a pot that cools as it was told, by a factor that it keeps to itself: learning it can be watched.</summary>
internal sealed class PretendProbe : IPretend
{
    private const double StepC = 0.1;

    /// <summary>A dipped probe covers two thirds of the way to the pot in this time, s.</summary>
    private const double LagS = 4;
    private const double NoiseC = 0.06;
    private const double RoomC = 21;
    private const double SettledC = 0.5;

    private readonly Noise noise;
    private IReadOnlyList<CurvePoint> curve = [new CurvePoint(0, RoomC)];
    private double minutes;
    private double shownC = RoomC;
    private long seq;

    public PretendProbe(int seed)
    {
        noise = new Noise(seed);
        Factor = noise.Between(0.7, 1.4);
    }

    /// <summary>How much faster than the curve the pot cools.</summary>
    internal double Factor { get; }

    public Hello Hello { get; } = new(DeviceKind.Probe, "Pretend probe", "degC", StepC, Pretend: true);

    public TimeSpan Every { get; } = TimeSpan.FromMilliseconds(500);

    public Behaviour Behaviour { get; set; }

    public DeviceLine? After(TimeSpan passed)
    {
        minutes += passed.TotalMinutes * Factor;
        var pot = PotC();
        shownC += (pot - shownC) * (1 - Math.Exp(-passed.TotalSeconds / LagS));
        return new Reading(++seq, Math.Round(shownC + (noise.Next() * NoiseC), 1), Math.Abs(shownC - pot) < SettledC);
    }

    public bool Do(DeviceOrder order)
    {
        switch (order)
        {
            case Follow { Curve: { Count: > 0 } told } when told.Zip(told.Skip(1)).All(pair => pair.First.Min < pair.Second.Min):
                (curve, minutes) = (told, 0);
                return true;
            default:
                return false;
        }
    }

    private double PotC()
    {
        var after = 0;
        while (after < curve.Count && curve[after].Min <= minutes)
        {
            after++;
        }

        if (after == 0 || after == curve.Count)
        {
            return curve[Math.Min(after, curve.Count - 1)].Celsius;
        }

        var (a, b) = (curve[after - 1], curve[after]);
        return a.Celsius + ((b.Celsius - a.Celsius) * (minutes - a.Min) / (b.Min - a.Min));
    }
}
