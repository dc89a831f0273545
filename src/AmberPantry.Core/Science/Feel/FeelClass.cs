namespace AmberPantry.Core.Science.Feel;

/// <summary>How a liquid lipid feels while it lies on skin. Comparative, estimated.</summary>
/// <param name="Viscosity25MPas">mPa·s at 25 °C.</param>
/// <param name="ViscosityB">Temperature coefficient, K.</param>
/// <param name="Greasiness">0 to 10.</param>
/// <param name="DryDownMin">Minutes until it no longer feels wet.</param>
public sealed record FeelClass(string Id, string Says, double Viscosity25MPas, double ViscosityB, double Greasiness, double DryDownMin)
{
    public static IReadOnlyDictionary<string, FeelClass> All { get; } =
        DataTable
            .Read("Science.Feel.Data.feel-classes.csv", row => new FeelClass(
                row.Text("class"),
                row.Text("says"),
                row.Number("viscosity_25_mpas"),
                row.Number("viscosity_b_k"),
                row.Number("greasiness"),
                row.Number("dry_down_min")
            ))
            .ToDictionary(row => row.Id);

    public double ViscosityAt(double celsius) => Viscosity25MPas * Math.Exp(ViscosityB * ((1 / (celsius + 273.15)) - (1 / 298.15)));
}
