using System.Globalization;
using System.Runtime.CompilerServices;

namespace AmberPantry.Core.Science.Melt;

/// <summary>One crystallising class: molecules that melt and dissolve as one.</summary>
/// <param name="MolarMass">g/mol.</param>
/// <param name="MeltingPointK">Kelvin.</param>
/// <param name="EnthalpyJMol">Enthalpy of fusion, J/mol.</param>
/// <param name="NetworkStrength">How much one gram of its crystals stiffens, against one gram of plain fat.</param>
public sealed record MeltComponent(string Name, string Kind, double MolarMass, double MeltingPointK, double EnthalpyJMol, double NetworkStrength)
{
    /// <summary>Gas constant, J/(mol K).</summary>
    public const double R = 8.314462618;

    public const double ZeroCelsiusK = 273.15;

    private static readonly Lazy<IReadOnlyList<MeltComponent>> Loaded = new(Read);

    public static IReadOnlyList<MeltComponent> All => Loaded.Value;

    /// <summary>Ideal solubility (Hildebrand and Scott 1950) as a mole fraction; infinite at and above the melting point.</summary>
    public double SaturationAt(double temperatureC)
    {
        var kelvin = temperatureC + ZeroCelsiusK;
        return kelvin >= MeltingPointK ? double.PositiveInfinity : Math.Exp(-(EnthalpyJMol / R) * ((1 / kelvin) - (1 / MeltingPointK)));
    }

    private static IReadOnlyList<MeltComponent> Read() =>
        DataTable.Read("Science.Melt.Data.melt-components.csv", row => new MeltComponent(
            row.Text("component"),
            row.Text("family"),
            row.Number("molar_mass_g_per_mol"),
            row.Number("melting_point_c") + ZeroCelsiusK,
            row.Number("fusion_enthalpy_kj_per_mol") * 1000,
            row.Number("network_strength")
        ));
}

/// <summary>What a lipid is made of: a part that stays liquid and shares of crystallising classes.</summary>
/// <param name="LiquidFraction">Mass fraction that never crystallises between −30 and 120 °C.</param>
/// <param name="LiquidMolarMass">g/mol of that part.</param>
/// <param name="Classes">Index into <see cref="MeltComponent.All"/> and mass fraction.</param>
/// <param name="IsEstimate">True when the crystal part was estimated, not measured.</param>
public sealed record MeltSpectrum(
    double LiquidFraction,
    double LiquidMolarMass,
    IReadOnlyList<(int Component, double Fraction)> Classes,
    bool IsEstimate
)
{
    /// <summary>How much higher its crystals melt than those of its kind, K; below 0 lower.</summary>
    public double ShiftK { get; init; }

    /// <summary>Greatest sum of fractions taken as rounding.</summary>
    public const double MostFractionSum = 1.0005;

    /// <summary>Temperature in °C at which it is clear by itself: waxes high; null for what is clear in the cold.</summary>
    public double? ClearsAtC => Clears.GetValue(this, one => new Alone(new MeltCurve(LipidBlend.Mix([(one, 1)])).ClearC)).ClearC;

    private static readonly ConditionalWeakTable<MeltSpectrum, Alone> Clears = [];

    private sealed record Alone(double? ClearC);

    /// <summary>A lipid nothing is known of: taken as plant oil.</summary>
    public static MeltSpectrum Guess { get; } = new(1, 880, [], true);
}

/// <summary>The melting make-up of the catalogue's lipids.</summary>
internal static class MeltSpectra
{
    public static IReadOnlyDictionary<string, MeltSpectrum> ByMaterial { get; } = Read();

    private static Dictionary<string, MeltSpectrum> Read()
    {
        var index = MeltComponent.All.Select((component, i) => (component.Name, i)).ToDictionary(pair => pair.Name, pair => pair.i);
        return DataTable
            .Read("Science.Melt.Data.melt-materials.csv", row =>
            {
                var classes = row.List("spectrum")
                    .Select(part => part.Split(':'))
                    .Select(part => (index[part[0]], double.Parse(part[1], CultureInfo.InvariantCulture)))
                    .ToArray();
                var liquid = row.Number("liquid_fraction");
                if (liquid + classes.Sum(part => part.Item2) > MeltSpectrum.MostFractionSum)
                {
                    throw new InvalidDataException($"The fractions of {row.Text("material")} add up to more than 1.");
                }

                // A liquid's "estimate" is its molar mass only: no crystal temperature hangs on it.
                var estimate = classes.Length > 0 && row.Text("source").StartsWith("estimate", StringComparison.Ordinal);
                return (Name: row.Text("material"), Spectrum: new MeltSpectrum(liquid, row.Number("liquid_molar_mass_g_per_mol"), classes, estimate));
            })
            .ToDictionary(pair => pair.Name, pair => pair.Spectrum);
    }
}
