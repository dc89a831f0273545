namespace AmberPantry.Core.Science.Fizz;

/// <summary>A bath mix in grams: fizzies, fizzing powders and salts alike.</summary>
public sealed class FizzMix
{
    /// <summary>Gas constant, J/(mol K).</summary>
    public const double R = 8.314462618;

    public const double ZeroCelsiusK = 273.15;

    /// <summary>Molar masses, g/mol.</summary>
    public const double SodaGMol = 84.007;
    public const double CarbonDioxideGMol = 44.009;
    public const double WaterGMol = 18.015;
    public const double StandardKPa = 101.325;

    /// <param name="items">Lines of 0 g are left out, lines of one material summed.</param>
    public FizzMix(IEnumerable<(FizzMaterial Material, double G)> items)
    {
        Lines =
        [
            .. items.Where(item => item.G > 0).GroupBy(item => item.Material.Id).Select(group => (group.First().Material, group.Sum(item => item.G))),
        ];
        TotalG = Lines.Sum(line => line.G);
        DryG = Grams(material => material.IsDry);
        foreach (
            var (material, g) in Lines.Where(line =>
                line.Material.Kind is FizzKind.Acid or FizzKind.Base or FizzKind.Salt && line.Material.MolarMass > 0
            )
        )
        {
            var moles = g / material.MolarMass;
            AcidMol += moles * material.AcidEq;
            BicarbonateMol += moles * material.BicarbonateEq;
            CarbonateMol += moles * material.CarbonateEq;
            CationMol += moles * material.CationEq;
            AcidRate += moles * material.AcidEq * material.Rate;
        }
    }

    public IReadOnlyList<(FizzMaterial Material, double G)> Lines { get; }

    public double TotalG { get; }

    public double DryG { get; }

    /// <summary>Protons that bicarbonate can take, mol (A).</summary>
    public double AcidMol { get; }

    public double BicarbonateMol { get; }

    public double CarbonateMol { get; }

    public double CationMol { get; }

    /// <summary>Acid weighted by how fast it gives gas.</summary>
    public double AcidRate { get; }

    public double AcidG => Grams(material => material.Kind == FizzKind.Acid);

    /// <summary>Equivalents of base, mol (B).</summary>
    public double BaseMol => BicarbonateMol + (2 * CarbonateMol);

    /// <summary>Gas set free, mol: a carbonate first turns to bicarbonate without any.</summary>
    public double GasMol => Math.Max(0, Math.Min(AcidMol - CarbonateMol, BicarbonateMol + CarbonateMol));

    public double LeftSodaG => SodaGMol * Math.Max(0, BaseMol - AcidMol);

    public double OilG => Grams(material => material.IsOily);

    /// <summary>Grams of water per kg of the dry part.</summary>
    public double WaterGPerKg => 1000 * Lines.Where(line => !line.Material.IsDry).Sum(line => line.G * line.Material.Water) / DryG;

    public double AlcoholGPerKg => 1000 * Lines.Sum(line => line.G * line.Material.Alcohol) / DryG;

    public double Grams(Func<FizzMaterial, bool> which) => Lines.Where(line => which(line.Material)).Sum(line => line.G);

    /// <summary>Percent of the whole.</summary>
    public double Percent(Func<FizzMaterial, bool> which) => 100 * Grams(which) / TotalG;

    public double PercentOfDry(Func<FizzMaterial, bool> which) => 100 * Grams(material => material.IsDry && which(material)) / DryG;

    public FizzMix Without(string id) => new(Lines.Where(line => line.Material.Id != id));

    public FizzMix With(string id, double grams) => new([.. Lines, (FizzMaterial.All[id], grams)]);
}
