namespace AmberPantry.Core.Science.Stability;

/// <summary>How readily a lipid goes rancid.</summary>
/// <param name="IodineValue">g iodine per 100 g (AOCS calculated values for triglycerides).</param>
/// <param name="Cox">Oxidisability (Fatemi and Hammond 1980), as shown.</param>
/// <param name="CoxEff">The same with the acids that the classic sum leaves out; an estimate.</param>
/// <param name="X">CoxEff corrected for oils that keep better or worse than their acids say; what the rates use.</param>
/// <param name="MolarMass">g/mol, mean.</param>
public sealed record FattyProfile(double IodineValue, double Cox, double CoxEff, double X, double MolarMass)
{
    /// <summary>Rest of the fatty acids with its own coefficients.</summary>
    public sealed record OtherAcids(double Percent = 0, double IodineCoefficient = 0, double CoxCoefficient = 0, double MolarMass = 340.6);

    public const double LeastSum = 98.5;
    public const double MostSum = 101.5;

    /// <summary>Acid, molar mass g/mol, iodine coefficient, Cox coefficient, extended coefficient.</summary>
    private static readonly (string Acid, double MolarMass, double Iodine, double Cox, double Extended)[] Acids =
    [
        ("c8_0", 144.21, 0, 0, 0),
        ("c10_0", 172.26, 0, 0, 0),
        ("c12_0", 200.32, 0, 0, 0),
        ("c14_0", 228.37, 0, 0, 0),
        ("c16_0", 256.42, 0, 0, 0),
        ("c16_1", 254.41, 0.950, 0, 1),
        ("c18_0", 284.48, 0, 0, 0),
        ("c18_1", 282.46, 0.860, 1, 0),
        ("c18_2", 280.45, 1.732, 10.3, 0),
        ("c18_3", 278.43, 2.616, 21.6, 0),
        ("c20_0", 312.53, 0, 0, 0),
        ("c20_1", 310.51, 0.785, 0, 1),
        ("c22_1", 338.57, 0.723, 0, 1),
        ("ricinoleic", 298.46, 0.816, 0, 1),
    ];

    public static IReadOnlyList<string> AcidNames { get; } = [.. Acids.Select(acid => acid.Acid)];

    /// <param name="percent">Acids in percent of the fatty acids; rescaled to 100.</param>
    /// <exception cref="Refusal">E_FATTY_SUM when they total outside 98.5 to 101.5.</exception>
    public static FattyProfile Triglyceride(Func<string, double> percent, OtherAcids other, double correction)
    {
        var sum = Acids.Sum(acid => percent(acid.Acid)) + other.Percent;
        if (Near.Below(sum, LeastSum) || Near.Above(sum, MostSum))
        {
            throw new Refusal(
                Codes.FattySum,
                "fa",
                sum,
                $"The fatty acids total {sum:0.##} %, not 100.",
                "Complete the profile, or put the rest under other."
            );
        }

        double Scaled(string acid) => 100 * percent(acid) / sum;
        var rest = 100 * other.Percent / sum;
        var iodine = Acids.Sum(acid => acid.Iodine * Scaled(acid.Acid)) + (rest * other.IodineCoefficient);
        var cox = Acids.Sum(acid => acid.Cox * Scaled(acid.Acid)) / 100;
        var eff = cox + ((Acids.Sum(acid => acid.Extended * Scaled(acid.Acid)) + (rest * other.CoxCoefficient)) / 100);
        var molar = (300 / (Acids.Sum(acid => Scaled(acid.Acid) / acid.MolarMass) + (rest / other.MolarMass))) + 38.05;
        return new FattyProfile(iodine, cox, eff, eff * correction, molar);
    }
}

/// <summary>An oil, butter, wax or ester as it ages.</summary>
public sealed record Lipid
{
    // What it is.

    public required string Id { get; init; }
    public required string Name { get; init; }
    public required string Class { get; init; }

    /// <summary>Percent of each fatty acid by its short name; empty for what is no triglyceride.</summary>
    public required IReadOnlyDictionary<string, double> Acids { get; init; }

    // Why it ages.

    public required FattyProfile Profile { get; init; }

    /// <summary>mg/kg.</summary>
    public required double NativeTocopherol { get; init; }

    public required bool Chlorophyll { get; init; }

    // How long it lasts.

    /// <summary>Usual shelf life of a fresh lot, months; closed, cool, dark.</summary>
    public required double ShelfLow { get; init; }

    public required double ShelfTypical { get; init; }
    public required double ShelfHigh { get; init; }

    // What else it is.

    public required double DensityGMl { get; init; }
    public required string Feel { get; init; }

    /// <summary>As flagged, one part each.</summary>
    public required IReadOnlyList<string> Allergens { get; init; }

    /// <summary>Names of the same material in the melt table.</summary>
    public required IReadOnlyList<string> AlsoNamed { get; init; }

    public required string Source { get; init; }

    public static IReadOnlyDictionary<string, Lipid> All { get; } =
        DataTable
            .Read("Science.Stability.Data.fatty-acids.csv", row => new Lipid
            {
                Id = row.Text("id"),
                Name = row.Text("name"),
                Class = row.Text("class"),
                Acids =
                    row.Text("class") == "triglyceride"
                        ? FattyProfile.AcidNames.ToDictionary(acid => acid, row.Number)
                        : new Dictionary<string, double>(),
                Profile = ProfileOf(row),
                NativeTocopherol = row.Number("native_toc_mgkg"),
                Chlorophyll = row.Flag("chlorophyll"),
                ShelfLow = row.Number("shelf_lo"),
                ShelfTypical = row.Number("shelf_typ"),
                ShelfHigh = row.Number("shelf_hi"),
                DensityGMl = row.Number("density_25C"),
                Feel = row.Text("feel"),
                Allergens = row.List("allergen_flag"),
                AlsoNamed = row.List("also_named"),
                Source = row.Text("source"),
            })
            .ToDictionary(lipid => lipid.Id);

    private static FattyProfile ProfileOf(DataRow row)
    {
        var correction = row.Number("stab_corr");
        if (row.Text("class") != "triglyceride")
        {
            var cox = row.Number("cox_fixed");
            return new FattyProfile(row.Number("iv_typical"), cox, cox, cox * correction, row.Number("molar_mass"));
        }

        return FattyProfile.Triglyceride(
            row.Number,
            new FattyProfile.OtherAcids(
                row.Number("other"),
                row.Number("other_iv_coef"),
                row.Number("other_cox_coef"),
                row.OptionalNumber("other_mw") ?? 340.6
            ),
            correction
        );
    }
}

/// <summary>The lipid phase of a batch.</summary>
/// <param name="TopContributor">The lipid that brings most of X; null when nothing oxidises.</param>
public sealed record LipidBlendAge(
    double LipidG,
    double IodineValue,
    double Cox,
    double X,
    double NativeTocopherol,
    double ChlorophyllShare,
    string? TopContributor,
    double? TopShare
)
{
    /// <param name="lipids">At least one above 0 g; a lipid may stand there twice.</param>
    public static LipidBlendAge Of(IReadOnlyList<(Lipid Lipid, double G)> lipids)
    {
        var total = lipids.Sum(line => line.G);
        double Mean(Func<Lipid, double> of) => lipids.Sum(line => line.G / total * of(line.Lipid));
        var x = Mean(lipid => lipid.Profile.X);
        var summed = lipids
            .GroupBy(line => line.Lipid.Id)
            .Select(group => (group.First().Lipid, Part: group.Sum(line => line.G) / total * group.First().Lipid.Profile.X))
            .ToArray();
        var top = summed.Aggregate((best, next) => next.Part > best.Part ? next : best);
        return new LipidBlendAge(
            total,
            Mean(lipid => lipid.Profile.IodineValue),
            Mean(lipid => lipid.Profile.Cox),
            x,
            Mean(lipid => lipid.NativeTocopherol),
            Mean(lipid => lipid.Chlorophyll ? 1 : 0),
            x > 0 ? top.Lipid.Id : null,
            x > 0 ? top.Part / x : null
        );
    }
}
