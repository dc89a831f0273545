namespace AmberPantry.Devices.Pretend;

/// <summary>A stand-in for an instrument: moves on by itself and obeys.</summary>
/// <remarks>A pure function of its seed, its orders and the time that is given to it.</remarks>
internal interface IPretend
{
    Hello Hello { get; }

    /// <summary>What the day does to it; all but drifting is done to its lines, by whoever lends it a voice.</summary>
    Behaviour Behaviour { get; set; }

    /// <summary>Time between its lines.</summary>
    TimeSpan Every { get; }

    /// <summary>What it says after some more time has gone by; null when it says nothing.</summary>
    DeviceLine? After(TimeSpan passed);

    /// <summary>Whether it can do so.</summary>
    bool Do(DeviceOrder order);
}

/// <summary>A bench scale with a hand that pours: noise, drift, settling, tare and overload.</summary>
internal sealed class PretendScale(int seed) : IPretend
{
    public const double StepG = 0.1;
    public const double CapacityG = 3000;

    /// <summary>The needle covers two thirds of its way in this time, s.</summary>
    private const double SettlingS = 0.25;
    private const double NoiseG = 0.03;
    private const double DriftGPerRootS = 0.15;

    /// <summary>Fastest pour, g/s; near the mark the hand pours a half of what is missing each second, at least so much.</summary>
    private const double FastestGPerS = 60;
    private const double SlowestGPerS = 0.25;

    /// <summary>A hand stops so far from where it meant to, g and part of the amount (standard deviation).</summary>
    private const double HandG = 0.08;
    private const double HandPart = 0.001;
    private const int SettledReadings = 6;

    private readonly Noise noise = new(seed);
    private readonly Queue<double> last = new();
    private double trueG,
        needleG,
        tareG,
        driftG;
    private double? pourTo;
    private long seq;

    public Hello Hello { get; } = new(DeviceKind.Scale, "Pretend bench scale", "g", StepG, CapacityG, Pretend: true);

    public TimeSpan Every { get; } = TimeSpan.FromMilliseconds(100);

    public Behaviour Behaviour { get; set; }

    public DeviceLine? After(TimeSpan passed)
    {
        var seconds = passed.TotalSeconds;
        Pour(seconds);
        if (Behaviour == Behaviour.Drifting)
        {
            driftG += noise.Next() * DriftGPerRootS * Math.Sqrt(seconds);
        }

        needleG += (trueG + driftG - needleG) * (1 - Math.Exp(-seconds / SettlingS));
        seq++;
        if (needleG > CapacityG)
        {
            last.Clear();
            return new Trouble(seq, DeviceTrouble.Overload);
        }

        var value = Rounded(needleG - tareG + (noise.Next() * NoiseG));
        last.Enqueue(value);
        while (last.Count > SettledReadings)
        {
            last.Dequeue();
        }

        return new Reading(seq, value, last.Count == SettledReadings && last.Max() - last.Min() <= StepG * 1.01, Tare: Rounded(tareG));
    }

    public bool Do(DeviceOrder order)
    {
        switch (order)
        {
            case Tare:
                tareG = needleG;
                last.Clear();
                return true;
            case Pour pour:
                pourTo = tareG - driftG + pour.ToG + (noise.Next() * (HandG + (HandPart * Math.Abs(pour.ToG))));
                return true;
            default:
                return false;
        }
    }

    private void Pour(double seconds)
    {
        if (pourTo is not { } to)
        {
            return;
        }

        var missing = to - trueG;
        var flow = Math.Clamp(Math.Abs(missing) / 2, SlowestGPerS, FastestGPerS) * seconds;
        trueG = Math.Abs(missing) <= flow ? to : trueG + (Math.Sign(missing) * flow);
        pourTo = trueG == to ? null : pourTo;
    }

    private static double Rounded(double grams) => Math.Round(Math.Round(grams / StepG) * StepG, 3) + 0.0;
}
