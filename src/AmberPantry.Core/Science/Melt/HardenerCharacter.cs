namespace AmberPantry.Core.Science.Melt;

/// <summary>What a hardener lends to what it sets, beside firmness: typical, for choosing between them. Trying decides.</summary>
/// <param name="Gloss">Of 10: 0 matt, 10 glossy.</param>
/// <param name="Bend">Of 10: 0 snaps and crumbles, 10 bends.</param>
/// <param name="Rinse">Of 10: 0 clings, 10 washes away.</param>
/// <param name="Says">In a few words.</param>
public sealed record HardenerCharacter(double Gloss, double Bend, double Rinse, string Says)
{
    private const double Little = 3.5;
    private const double Much = 6.5;

    /// <summary>By the catalogue key of the material.</summary>
    public static IReadOnlyDictionary<string, HardenerCharacter> All { get; } =
        DataTable
            .Read("Science.Melt.Data.hardeners.csv", row =>
                (
                    Key: row.Text("material"),
                    Character: new HardenerCharacter(row.Number("gloss"), row.Number("bend"), row.Number("rinse"), row.Text("says"))
                )
            )
            .ToDictionary(row => row.Key, row => row.Character);

    /// <summary>matt, satin, glossy.</summary>
    public string GlossWord => Of(Gloss, "matt", "satin", "glossy");

    /// <summary>snaps, stiff, bends.</summary>
    public string BendWord => Of(Bend, "snaps", "stiff", "bends");

    /// <summary>clings, rinses slowly, rinses off.</summary>
    public string RinseWord => Of(Rinse, "clings", "rinses slowly", "rinses off");

    private static string Of(double value, string little, string some, string much) =>
        value < Little ? little
        : value < Much ? some
        : much;
}
