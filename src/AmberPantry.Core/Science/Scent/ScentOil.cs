using System.Globalization;

namespace AmberPantry.Core.Science.Scent;

/// <summary>An essential oil, absolute, resinoid or generic fragrance. Typical figures: the supplier's certificate rules.</summary>
/// <param name="FlashC">Closed cup, neat oil, °C: a fire figure, not the point where the scent dies.</param>
/// <param name="Note">top, middle or base.</param>
/// <param name="Strength">Odour, 1 to 10.</param>
/// <param name="MostLeaveOnPct">Percent of the finished product; so are the other limits.</param>
/// <param name="PhototoxicMaxPct">Left on skin in the sun; null for none.</param>
/// <param name="Constituents">Typical percent of the oil.</param>
/// <param name="Pregnancy">ok, caution or avoid; so are the next three.</param>
public sealed record ScentOil(
    string Id,
    string Name,
    string Inci,
    string Kind,
    double DensityGMl,
    double DropsPerMl,
    double FlashC,
    string Note,
    double Strength,
    double MostLeaveOnPct,
    double MostRinseOffPct,
    double? PhototoxicMaxPct,
    IReadOnlyDictionary<string, double> Constituents,
    bool IsOnExtendedList,
    string Pregnancy,
    string Asthma,
    string Under2,
    string Under6,
    string Pets,
    string Skin,
    double OpenedMonths,
    string Source
)
{
    public static IReadOnlyDictionary<string, ScentOil> All { get; } =
        DataTable
            .Read("Science.Scent.Data.essential-oils.csv", row => new ScentOil(
                row.Text("id"),
                row.Text("name"),
                row.Text("inci"),
                row.Text("kind"),
                row.Number("density_20C"),
                row.OptionalNumber("drops_per_ml") ?? 20,
                row.Number("flash_C"),
                row.Text("note"),
                row.Number("odour_strength"),
                row.Number("max_leave_on_pct"),
                row.Number("max_rinse_off_pct"),
                row.OptionalNumber("phototoxic_max_pct"),
                row.List("constituents")
                    .Select(part => part.Split(':'))
                    .ToDictionary(part => part[0], part => double.Parse(part[1], CultureInfo.InvariantCulture)),
                row.Flag("extended_list_oil"),
                row.Text("pregnancy"),
                row.Text("asthma"),
                row.Text("under2"),
                row.Text("under6"),
                row.Text("pets"),
                row.Text("skin"),
                row.Number("opened_months"),
                row.Text("source")
            ))
            .ToDictionary(oil => oil.Id);

    public bool IsFragrance => Kind == "fragrance oil";
}

/// <summary>How close to a limit.</summary>
internal static class LimitStatus
{
    /// <summary>Shown where the limit is nothing at all.</summary>
    public const double NoLimit = 999_999;

    public static double Ratio(double value, double limit) =>
        limit > 0 ? value / limit
        : value > 0 ? NoLimit
        : 0;

    public static string Of(double ratio) =>
        Near.Above(ratio, 1) ? "over"
        : Near.Above(ratio, 0.8) ? "near"
        : "ok";
}
