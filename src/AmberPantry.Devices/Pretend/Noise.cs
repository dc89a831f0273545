namespace AmberPantry.Devices.Pretend;

/// <summary>Numbers of a bell curve around 0 with spread 1; the same seed, the same numbers.</summary>
internal sealed class Noise(int seed)
{
    private readonly Random random = new(seed);

    /// <summary>By the polar form of Box and Muller (1958).</summary>
    public double Next() => Math.Sqrt(-2 * Math.Log(1 - random.NextDouble())) * Math.Cos(2 * Math.PI * random.NextDouble());

    public double Between(double least, double most) => least + ((most - least) * random.NextDouble());
}
