using System.Globalization;

namespace AmberPantry.Core.Science.Scent;

/// <summary>When a scent is smelt.</summary>
public enum ScentNote
{
    Top,
    Middle,
    Base,
}

/// <summary>Whether a scent suits someone.</summary>
public enum Suitability
{
    Ok,
    Caution,
    Avoid,
}

/// <summary>An essential oil, absolute, resinoid or generic fragrance. Typical figures: the supplier's certificate rules.</summary>
public sealed record ScentOil
{
    // What it is.

    public required string Id { get; init; }
    public required string Name { get; init; }
    public required string Inci { get; init; }
    public required string Kind { get; init; }

    // In the bottle.

    public required double DensityGMl { get; init; }
    public required double DropsPerMl { get; init; }

    /// <summary>Closed cup, neat oil, °C: a fire figure, not the point where the scent dies.</summary>
    public required double FlashC { get; init; }

    public required ScentNote Note { get; init; }

    /// <summary>Odour, 1 to 10.</summary>
    public required double Strength { get; init; }

    // Limits.

    /// <summary>Percent of the finished product; so are the other limits.</summary>
    public required double MostLeaveOnPct { get; init; }

    public required double MostRinseOffPct { get; init; }

    /// <summary>Left on skin in the sun; null for none.</summary>
    public required double? PhototoxicMaxPct { get; init; }

    // What is in it.

    /// <summary>Typical percent of the oil.</summary>
    public required IReadOnlyDictionary<string, double> Constituents { get; init; }

    public required bool IsOnExtendedList { get; init; }

    // For whom it is not.

    /// <summary>ok, caution or avoid; so are the next three.</summary>
    public required Suitability Pregnancy { get; init; }

    public required Suitability Asthma { get; init; }
    public required Suitability Under2 { get; init; }
    public required Suitability Under6 { get; init; }
    public required string Pets { get; init; }
    public required string Skin { get; init; }

    // How it keeps.

    public required double OpenedMonths { get; init; }
    public required string Source { get; init; }

    public static IReadOnlyDictionary<string, ScentOil> All { get; } =
        DataTable
            .Read("Science.Scent.Data.essential-oils.csv", row => new ScentOil
            {
                Id = row.Text("id"),
                Name = row.Text("name"),
                Inci = row.Text("inci"),
                Kind = row.Text("kind"),
                DensityGMl = row.Number("density_20C"),
                DropsPerMl = row.OptionalNumber("drops_per_ml") ?? 20,
                FlashC = row.Number("flash_C"),
                Note = row.Word<ScentNote>("note"),
                Strength = row.Number("odour_strength"),
                MostLeaveOnPct = row.Number("max_leave_on_pct"),
                MostRinseOffPct = row.Number("max_rinse_off_pct"),
                PhototoxicMaxPct = row.OptionalNumber("phototoxic_max_pct"),
                Constituents = row.List("constituents")
                    .Select(part => part.Split(':'))
                    .ToDictionary(part => part[0], part => double.Parse(part[1], CultureInfo.InvariantCulture)),
                IsOnExtendedList = row.Flag("extended_list_oil"),
                Pregnancy = row.Word<Suitability>("pregnancy"),
                Asthma = row.Word<Suitability>("asthma"),
                Under2 = row.Word<Suitability>("under2"),
                Under6 = row.Word<Suitability>("under6"),
                Pets = row.Text("pets"),
                Skin = row.Text("skin"),
                OpenedMonths = row.Number("opened_months"),
                Source = row.Text("source"),
            })
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

    public static LimitState Of(double ratio) =>
        Near.Above(ratio, 1) ? LimitState.Over
        : Near.Above(ratio, 0.8) ? LimitState.Near
        : LimitState.Ok;
}
