namespace AmberPantry.Core.Science.Melt;

/// <summary>What cools: lipid with the powder in it, and its vessel.</summary>
/// <param name="ExposedAreaM2">Surface that gives off heat, m².</param>
/// <param name="VesselCp">J/(g K).</param>
/// <param name="PowderG">Powder in the lipid, g.</param>
public sealed record CoolingBatch(double LipidG, double ExposedAreaM2, double VesselG = 0, double VesselCp = CoolingBatch.GlassCp, double PowderG = 0)
{
    /// <summary>Heat capacities, J/(g K).</summary>
    public const double LipidCp = 2.0;
    public const double PowderCp = 0.9;
    public const double GlassCp = 0.84;

    public static IReadOnlyDictionary<string, double> Vessels { get; } =
        new Dictionary<string, double>
        {
            ["glass"] = GlassCp,
            ["steel"] = 0.5,
            ["aluminium"] = 0.9,
            ["plastic"] = 1.7,
        };

    /// <summary>Surface of a round bowl of this volume, m².</summary>
    public static double BowlAreaM2(double volumeMl) => BowlArea * Math.Pow(volumeMl * 1e-6, 2 / 3.0);

    private const double BowlArea = 3.84;

    /// <summary>What a round bowl of this surface holds, m³.</summary>
    public double VolumeM3 => Math.Pow(ExposedAreaM2 / BowlArea, 1.5);

    /// <summary>J/K of all of it.</summary>
    public double HeatCapacity => (LipidG * LipidCp) + (PowderG * PowderCp) + (VesselG * VesselCp);
}

/// <summary>Where it stands for a while.</summary>
/// <param name="HeatTransferWM2K">W/(m² K); see <see cref="Usual"/>.</param>
public sealed record CoolingStage(double Seconds, double SurroundingsC, double HeatTransferWM2K, bool Stirred = false)
{
    /// <summary>Customary heat transfer, W/(m² K).</summary>
    public static IReadOnlyDictionary<string, double> Usual { get; } =
        new Dictionary<string, double>
        {
            ["still room air"] = 8,
            ["fan"] = 14,
            ["fridge"] = 10,
            ["freezer"] = 12,
            ["cold-water bath"] = 90,
            ["stirred ice bath"] = 150,
        };
}

/// <summary>The state at one moment.</summary>
/// <param name="SolidPercent">Mass percent of the lipid.</param>
/// <param name="Structure">Network-weighted solid fraction, uncapped.</param>
public sealed record CoolingPoint(double S, double TemperatureC, double SolidPercent, double Structure);

/// <summary>Cooling with slow crystal growth: a lumped heat balance in which crystallisation gives back its heat.</summary>
public static class CoolingRun
{
    /// <summary>Longest step, s; crystals are updated exactly over it.</summary>
    private const double LongestStep = 5;

    private const double StirredFaster = 2.5;
    private const double DissolvingPerS = 1 / 30.0;

    /// <summary>The fitted enthalpies of some waxes serve solubility, not heat: J/g at most.</summary>
    private const double MostLatentJG = 230;

    /// <param name="startC">All of it at this temperature, its crystals in equilibrium.</param>
    /// <param name="stages">One after another, at least one.</param>
    /// <param name="recordSeconds">A point at 0, at every multiple of this, and at the end.</param>
    public static IReadOnlyList<CoolingPoint> Simulate(
        LipidBlend blend,
        CoolingBatch batch,
        double startC,
        IReadOnlyList<CoolingStage> stages,
        double recordSeconds = 60
    )
    {
        var count = blend.ClassCount;
        Span<double> solid = stackalloc double[count],
            equilibrium = stackalloc double[count],
            growth = stackalloc double[count],
            latent = stackalloc double[count];
        Span<int> order = stackalloc int[count];
        LipidBlend.Begin(order);
        blend.SolidByClass(startC, solid, order);
        for (var i = 0; i < count; i++)
        {
            var component = MeltComponent.All[blend.Classes[i]];
            growth[i] = GrowthPerS(component.Kind);
            latent[i] = Math.Min(MostLatentJG, component.EnthalpyJMol / component.MolarMass);
        }

        var trace = new List<CoolingPoint>();
        double temperature = startC,
            time = 0,
            nextRecord = recordSeconds;
        trace.Add(Point(blend, time, temperature, solid));
        foreach (var stage in stages)
        {
            var end = time + stage.Seconds;
            var loses = stage.HeatTransferWM2K * batch.ExposedAreaM2 / batch.HeatCapacity;
            while (end - time > 1e-9)
            {
                var dt = Math.Min(LongestStep, Math.Min(end, nextRecord) - time);
                blend.SolidByClass(temperature, equilibrium, order);
                double heat = 0;
                for (var i = 0; i < count; i++)
                {
                    var rate = equilibrium[i] > solid[i] ? growth[i] * (stage.Stirred ? StirredFaster : 1) : DissolvingPerS;
                    var now = equilibrium[i] + ((solid[i] - equilibrium[i]) * Math.Exp(-rate * dt));
                    heat += latent[i] * (now - solid[i]);
                    solid[i] = now;
                }

                temperature =
                    stage.SurroundingsC + ((temperature - stage.SurroundingsC) * Math.Exp(-loses * dt)) + (batch.LipidG * heat / batch.HeatCapacity);
                time += dt;
                if (time >= nextRecord - 1e-9)
                {
                    trace.Add(Point(blend, time, temperature, solid));
                    nextRecord += recordSeconds;
                }
            }

            time = end;
        }

        if (trace[^1].S < time - 1e-9)
        {
            trace.Add(Point(blend, time, temperature, solid));
        }

        return trace;
    }

    /// <summary>Temperature of a run at a second; before its start and after its end, that of there.</summary>
    public static double At(IReadOnlyList<CoolingPoint> trace, double second)
    {
        for (var i = 1; i < trace.Count; i++)
        {
            if (trace[i].S >= second)
            {
                var part = (second - trace[i - 1].S) / (trace[i].S - trace[i - 1].S);
                return trace[i - 1].TemperatureC + (part * (trace[i].TemperatureC - trace[i - 1].TemperatureC));
            }
        }

        return trace[^1].TemperatureC;
    }

    /// <summary>Growth per second of a class of crystals, unstirred.</summary>
    private static double GrowthPerS(string kind) =>
        kind switch
        {
            "symmetric mono-unsaturated fat" or "saturated fat" => 1 / 600.0,
            "lauric fat" or "myristic fat" => 1 / 300.0,
            _ => 1 / 60.0,
        };

    private static CoolingPoint Point(LipidBlend blend, double time, double temperature, ReadOnlySpan<double> solid)
    {
        double all = 0,
            structure = 0;
        for (var i = 0; i < solid.Length; i++)
        {
            all += solid[i];
            structure += blend.NetworkOf(i) * solid[i];
        }

        return new CoolingPoint(time, temperature, 100 * all, structure);
    }
}
