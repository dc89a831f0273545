namespace AmberPantry.Core.Science.Melt;

/// <summary>A mixed melt and the crystals that stand in equilibrium with it.</summary>
/// <remarks>
/// Classes crystallise separately, each limited by its ideal solubility in the common melt
/// (Hildebrand and Scott 1950; for fats Wesdorp 1990). The closed form is exact and monotone in temperature.
/// </remarks>
public sealed class LipidBlend
{
    private readonly double liquidMoles;
    private readonly int[] classes;
    private readonly double[] moles;
    private readonly double[] molarMass;
    private readonly double[] network;
    private readonly double allMoles;

    /// <summary>By how much each class melts higher than in the table, K; empty where none does.</summary>
    private readonly double[] shiftK;

    private LipidBlend(double liquidMoles, int[] classes, double[] moles, double[] shiftK)
    {
        this.shiftK = shiftK;
        this.liquidMoles = liquidMoles;
        this.classes = classes;
        this.moles = moles;
        molarMass = [.. classes.Select(i => MeltComponent.All[i].MolarMass)];
        network = [.. classes.Select(i => MeltComponent.All[i].NetworkStrength)];
        allMoles = liquidMoles + moles.Sum();
    }

    public int ClassCount => classes.Length;

    /// <summary>Class of each entry of <see cref="SolidByClass"/>, an index into <see cref="MeltComponent.All"/>.</summary>
    public IReadOnlyList<int> Classes => classes;

    /// <summary>Most that can crystallise of a class, grams per gram of lipid.</summary>
    public double MassOf(int entry) => moles[entry] * molarMass[entry];

    public double NetworkOf(int entry) => network[entry];

    /// <summary>Mixes lipids by mass.</summary>
    /// <param name="parts">Spectrum and mass in any one unit; masses not below 0 and not all 0.</param>
    public static LipidBlend Mix(IReadOnlyList<(MeltSpectrum Spectrum, double Mass)> parts)
    {
        var total = parts.Sum(part => part.Mass);
        ArgumentOutOfRangeException.ThrowIfNegativeOrZero(total);
        var perClass = new double[MeltComponent.All.Count];
        var shifted = parts.Any(part => part.Spectrum.ShiftK != 0) ? new double[perClass.Length] : [];
        double liquid = 0;
        foreach (var (spectrum, mass) in parts)
        {
            var share = mass / total;
            liquid += share * spectrum.LiquidFraction / spectrum.LiquidMolarMass;
            foreach (var (component, fraction) in spectrum.Classes)
            {
                var moles = share * fraction / MeltComponent.All[component].MolarMass;
                perClass[component] += moles;
                if (shifted.Length > 0)
                {
                    // Crystals of one class from several materials melt together, at their mean.
                    shifted[component] += moles * spectrum.ShiftK;
                }
            }
        }

        var used = Enumerable.Range(0, perClass.Length).Where(i => perClass[i] > 0).ToArray();
        return new LipidBlend(
            liquid,
            used,
            [.. used.Select(i => perClass[i])],
            shifted.Length > 0 ? [.. used.Select(i => shifted[i] / perClass[i])] : []
        );
    }

    /// <summary>Equilibrium at a temperature in °C: solid mass fraction (0 to 1) and network-weighted solid fraction.</summary>
    public (double Solid, double Structure) At(double temperatureC)
    {
        Span<double> saturation = stackalloc double[classes.Length];
        Saturate(temperatureC, saturation);
        Span<int> order = stackalloc int[classes.Length];
        Begin(order);
        return Solve(saturation, order, default);
    }

    /// <summary>Equilibrium solids of each class at a temperature in °C, grams per gram of lipid.</summary>
    /// <param name="solid">Filled; one entry a class.</param>
    /// <param name="order">Working space kept from call to call: the classes in any order at first, nearly sorted ever after.</param>
    public void SolidByClass(double temperatureC, Span<double> solid, Span<int> order)
    {
        Span<double> saturation = stackalloc double[classes.Length];
        Saturate(temperatureC, saturation);
        Solve(saturation, order, solid);
    }

    /// <summary>Equilibrium at every temperature of the grid that the tool draws on.</summary>
    public void Sweep(TemperatureGrid grid, Span<double> solid, Span<double> structure)
    {
        Span<double> saturation = stackalloc double[classes.Length];
        Span<int> order = stackalloc int[classes.Length];
        Begin(order);
        for (var t = 0; t < grid.Count; t++)
        {
            if (shiftK.Length > 0)
            {
                Saturate(grid.Temperature(t), saturation);
                (solid[t], structure[t]) = Solve(saturation, order, default);
                continue;
            }

            var row = grid.Saturation(t);
            for (var k = 0; k < classes.Length; k++)
            {
                saturation[k] = row[classes[k]];
            }

            (solid[t], structure[t]) = Solve(saturation, order, default);
        }
    }

    private void Saturate(double temperatureC, Span<double> saturation)
    {
        for (var k = 0; k < classes.Length; k++)
        {
            saturation[k] = MeltComponent.All[classes[k]].SaturationAt(temperatureC - (shiftK.Length > 0 ? shiftK[k] : 0));
        }
    }

    /// <summary>Readies the working space of <see cref="SolidByClass"/>.</summary>
    public static void Begin(Span<int> order)
    {
        for (var k = 0; k < order.Length; k++)
        {
            order[k] = k;
        }
    }

    /// <param name="saturation">Solubility of each class, infinite when it is above its melting point.</param>
    /// <param name="order">Any order of the classes; left sorted, so that the next temperature sorts almost nothing.</param>
    /// <param name="byClass">Filled with each class's own solids unless empty.</param>
    private (double Solid, double Structure) Solve(ReadOnlySpan<double> saturation, Span<int> order, Span<double> byClass)
    {
        byClass.Clear();
        Span<double> pressure = stackalloc double[order.Length];
        double highest = 0;
        for (var k = 0; k < order.Length; k++)
        {
            pressure[k] = moles[k] / saturation[k];
            highest = Math.Max(highest, pressure[k]);
        }

        if (highest <= allMoles)
        {
            return (0, 0);
        }

        for (var i = 1; i < order.Length; i++)
        {
            var moving = order[i];
            var j = i - 1;
            while (j >= 0 && pressure[order[j]] < pressure[moving])
            {
                order[j + 1] = order[j];
                j--;
            }

            order[j + 1] = moving;
        }

        // Moles still wholly molten once the first k classes crystallise; summed from the end so that "none left" is exactly 0.
        Span<double> molten = stackalloc double[order.Length + 1];
        molten[order.Length] = liquidMoles;
        for (var k = order.Length - 1; k >= 0; k--)
        {
            molten[k] = molten[k + 1] + moles[order[k]];
        }

        var melt = allMoles;
        double saturated = 0;
        var crystallising = 0;
        while (crystallising < order.Length && pressure[order[crystallising]] > melt)
        {
            saturated += saturation[order[crystallising]];
            crystallising++;
            melt = molten[crystallising] <= 0 ? 0 : molten[crystallising] / (1 - saturated);
        }

        double solid = 0,
            structure = 0;
        for (var k = 0; k < crystallising; k++)
        {
            var i = order[k];
            var mass = (moles[i] - (saturation[i] * melt)) * molarMass[i];
            if (mass > 0)
            {
                solid += mass;
                structure += network[i] * mass;
                if (!byClass.IsEmpty)
                {
                    byClass[i] = mass;
                }
            }
        }

        return (solid, structure);
    }
}

/// <summary>Evenly spaced temperatures with every class's solubility worked out once.</summary>
public sealed class TemperatureGrid
{
    private readonly double[][] saturation;

    private TemperatureGrid(double firstC, double stepC, int count)
    {
        FirstC = firstC;
        StepC = stepC;
        Count = count;
        saturation =
        [
            .. Enumerable.Range(0, count).Select(t => MeltComponent.All.Select(component => component.SaturationAt(Temperature(t))).ToArray()),
        ];
    }

    /// <summary>−5 to 95 °C by half degrees: the axis of the warmth ruler.</summary>
    public static TemperatureGrid Ruler { get; } = new(-5, 0.5, 201);

    public double FirstC { get; }

    public double StepC { get; }

    public int Count { get; }

    public double LastC => Temperature(Count - 1);

    public double Temperature(int index) => FirstC + (StepC * index);

    internal ReadOnlySpan<double> Saturation(int index) => saturation[index];
}
