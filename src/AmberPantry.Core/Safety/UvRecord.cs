using System.Globalization;

namespace AmberPantry.Core.Safety;

/// <summary>A sun filter as understood from public lists: every maximum and solubility is to be verified.</summary>
public sealed record UvFilter
{
    // What it is.

    public required string Id { get; init; }
    public required string Inci { get; init; }
    public required string Name { get; init; }

    /// <summary>mineral, liquid, crystal or particle.</summary>
    public required string Form { get; init; }

    /// <summary>oil, water or dispersion.</summary>
    public required string Phase { get; init; }

    // What is known of it.

    /// <summary>0 none, 1 partial, 2 main for uvb, uva2, uva1.</summary>
    public required IReadOnlyDictionary<string, int> Covers { get; init; }

    /// <summary>By column: "no" is not permitted, blank is not given.</summary>
    public required IReadOnlyDictionary<string, string> Maxima { get; init; }

    public required string Nano { get; init; }

    /// <summary>g per 100 g of solvent at 25 °C by solvent.</summary>
    public required IReadOnlyDictionary<string, double> SolubilityPct { get; init; }

    public required double SolubilityInLiquidFilterPct { get; init; }
    public required string Source { get; init; }

    public static IReadOnlyList<string> Bands { get; } = ["uvb", "uva2", "uva1"];

    public static IReadOnlyList<string> Solvents { get; } = ["alkyl_benzoate", "mct", "light_ester", "plant_oil"];

    private static readonly string[] MaxColumns = ["eu_max_pct", "eu_body_max_pct", "eu_lip_max_pct", "us_max_pct", "au_max_pct", "ca_max_pct"];

    public static IReadOnlyDictionary<string, UvFilter> All { get; } =
        DataTable
            .Read("Safety.Data.uv-filters.csv", row => new UvFilter
            {
                Id = row.Text("id"),
                Inci = row.Text("inci"),
                Name = row.Text("common_name"),
                Form = row.Text("form"),
                Phase = row.Text("phase"),
                Covers = Bands.ToDictionary(band => band, band => (int)row.Number(band)),
                Maxima = MaxColumns.ToDictionary(column => column, row.Text),
                Nano = row.Text("nano"),
                SolubilityPct = Solvents.ToDictionary(solvent => solvent, solvent => row.Number($"sol_{solvent}")),
                SolubilityInLiquidFilterPct = row.Number("sol_liquid_filter"),
                Source = row.Text("source"),
            })
            .ToDictionary(filter => filter.Id);

    /// <summary>Legal maximum in percent; null when not permitted or not listed.</summary>
    public double? MaxPct(string market, string area)
    {
        var european = market is "eu" or "uk";
        var special = european && area is "body" or "lip" ? Maxima[$"eu_{area}_max_pct"] : "";
        var text = european && special.Length > 0 ? special : Maxima[$"{(european ? "eu" : market)}_max_pct"];
        return double.TryParse(text, NumberStyles.Float, CultureInfo.InvariantCulture, out var max) ? max : null;
    }
}

public sealed record UvFilterStatus(string Id, double Pct, double? Max, string Status);

public sealed record UvSolubility(string Id, double CapacityPct, double Ratio);

/// <summary>A record of sun filters against legal maxima. It never tells how well they protect: no factor, no rating, no hours.</summary>
public sealed record UvRecord
{
    // What is recorded.

    /// <summary>Always null: protection is measured by accredited laboratories (ISO 24444, ISO 24443).</summary>
    public required object? Spf { get; init; }

    public required IReadOnlyList<UvFilterStatus> PerFilter { get; init; }

    /// <summary>A list of what is recorded, not a protection figure.</summary>
    public required IReadOnlyDictionary<string, string> Bands { get; init; }

    public required bool AllBandsRecorded { get; init; }

    // Whether it stays dissolved.

    public required IReadOnlyList<UvSolubility> Solubility { get; init; }

    /// <summary>Filters compete for the same solvent: above 1 crystals are likely.</summary>
    public required double Crowding { get; init; }

    public required string SolubilityStatus { get; init; }

    // The answer.

    public required string Legal { get; init; }
    public required IReadOnlyList<string> Flags { get; init; }

    public static IReadOnlyList<string> Markets { get; } = ["eu", "uk", "us", "au", "ca"];

    public static IReadOnlyList<string> Areas { get; } = ["face", "body", "lip"];

    private const double Unbounded = 999_999;
    private static readonly string[] Words = ["none", "partial", "main"];

    /// <param name="filters">Percent of the product, above 0.</param>
    /// <param name="solvents">Percent of the product by solvent.</param>
    public static UvRecord Of(
        string market,
        string area,
        IReadOnlyList<(UvFilter Filter, double Pct)> filters,
        IReadOnlyDictionary<string, double> solvents
    )
    {
        UvFilterStatus[] per =
        [
            .. filters.Select(line =>
            {
                var max = line.Filter.MaxPct(market, area);
                return new UvFilterStatus(
                    line.Filter.Id,
                    line.Pct,
                    max,
                    max is null ? "not_permitted"
                        : line.Pct > max + 1e-9 ? "over"
                        : "ok"
                );
            }),
        ];
        var bands = UvFilter.Bands.ToDictionary(
            band => band,
            band =>
                Words[
                    filters
                        .Where(
                            (line, i) =>
                                per[i].Status != "not_permitted"
                                && line.Filter.Phase != "water"
                                && !Near.Below(line.Pct, line.Filter.Form == "mineral" ? 5 : 2)
                        )
                        .Select(line => line.Filter.Covers[band])
                        .DefaultIfEmpty(0)
                        .Max()
                ]
        );
        var liquid = filters.Where(line => line.Filter.Form == "liquid").Sum(line => line.Pct);
        UvSolubility[] solubility =
        [
            .. filters
                .Where(line => line.Filter is { Form: "crystal", Phase: "oil" })
                .Select(line =>
                {
                    var capacity =
                        UvFilter.Solvents.Sum(solvent => solvents.GetValueOrDefault(solvent) * line.Filter.SolubilityPct[solvent] / 100)
                        + (liquid * line.Filter.SolubilityInLiquidFilterPct / 100);
                    return new UvSolubility(line.Filter.Id, capacity, capacity > 0 ? line.Pct / capacity : Unbounded);
                }),
        ];
        var crowding = Math.Min(Unbounded, solubility.Sum(one => one.Ratio));
        return new UvRecord
        {
            Spf = null,
            PerFilter = per,
            Bands = bands,
            AllBandsRecorded = bands["uvb"] == "main" && bands["uva2"] != "none" && bands["uva1"] == "main",
            Solubility = solubility,
            Crowding = crowding,
            SolubilityStatus =
                solubility.Length == 0 ? "none_needed"
                : Near.Above(crowding, 1) ? "crystals_likely"
                : Near.Above(crowding, 0.7) ? "near"
                : "ok",
            Legal =
                per.Any(one => one.Status == "not_permitted") ? "not_permitted"
                : per.Any(one => one.Status == "over") ? "over"
                : "ok",
            Flags = [.. FlagsOf(market, filters)],
        };
    }

    private static IEnumerable<string> FlagsOf(string market, IReadOnlyList<(UvFilter Filter, double Pct)> filters)
    {
        bool Has(params string[] ids) => filters.Any(line => ids.Contains(line.Filter.Id));
        foreach (var (filter, _) in filters)
        {
            if (filter.Phase is "water" or "dispersion")
            {
                yield return $"{(filter.Phase == "water" ? "wrong_phase" : "dispersion")}:{filter.Id}";
            }

            if (market is "eu" or "uk" && filter.Nano is "possible" or "yes")
            {
                yield return $"nano:{filter.Id}";
            }
        }

        if (market is "uk" or "ca")
        {
            yield return $"{market}_verify";
        }

        if (market is "eu" or "uk" && Has("oxybenzone"))
        {
            yield return "label_benzophenone3";
        }

        if (!Has("avobenzone"))
        {
            yield break;
        }

        if (market == "us")
        {
            foreach (
                var (filter, _) in filters.Where(line =>
                    line.Filter.Id is "zinc_oxide" or "titanium_dioxide" or "ensulizole" or "meradimate" or "padimate_o"
                )
            )
            {
                yield return $"us_pair:{filter.Id}";
            }
        }

        if (Has("octinoxate", "amiloxate"))
        {
            yield return "photounstable_pair";
        }

        if (!Has("octocrylene", "bemotrizinol", "enzacamene", "tris_biphenyl_triazine"))
        {
            yield return "avobenzone_unstabilised";
        }

        if (Has("zinc_oxide", "titanium_dioxide"))
        {
            yield return "avobenzone_mineral";
        }
    }
}
