using System.Globalization;

namespace AmberPantry.Core.Safety;

/// <summary>What a sun filter is made of.</summary>
public enum FilterForm
{
    Mineral,
    Liquid,
    Crystal,
    Particle,
}

/// <summary>Where a sun filter lives.</summary>
public enum FilterPhase
{
    Oil,
    Water,
    Dispersion,
}

/// <summary>Whether a filter is or may be a nanomaterial.</summary>
public enum NanoState
{
    No,
    Possible,
    Yes,
}

/// <summary>How much of a band a filter is listed for.</summary>
public enum FilterCover
{
    None,
    Partial,
    Main,
}

/// <summary>A filter against the legal lists as understood.</summary>
public enum FilterLegality
{
    Ok,
    Over,
    NotPermitted,
}

/// <summary>Whether crystalline filters stay dissolved.</summary>
public enum FilterSolubility
{
    NoneNeeded,
    Ok,
    Near,
    CrystalsLikely,
}

/// <summary>Whose list is asked.</summary>
public enum UvMarket
{
    Eu,
    Uk,
    Us,
    Au,
    Ca,
}

/// <summary>Where it is worn.</summary>
public enum UvArea
{
    Face,
    Body,
    Lip,
}

/// <summary>A sun filter as understood from public lists: every maximum and solubility is to be verified.</summary>
public sealed record UvFilter
{
    // What it is.

    public required string Id { get; init; }
    public required string Inci { get; init; }
    public required string Name { get; init; }

    public required FilterForm Form { get; init; }

    public required FilterPhase Phase { get; init; }

    // What is known of it.

    /// <summary>For uvb, uva2 and uva1.</summary>
    public required IReadOnlyDictionary<string, FilterCover> Covers { get; init; }

    /// <summary>By column: "no" is not permitted, blank is not given.</summary>
    public required IReadOnlyDictionary<string, string> Maxima { get; init; }

    public required NanoState Nano { get; init; }

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
                Form = row.Word<FilterForm>("form"),
                Phase = row.Word<FilterPhase>("phase"),
                Covers = Bands.ToDictionary(band => band, band => (FilterCover)(int)row.Number(band)),
                Maxima = MaxColumns.ToDictionary(column => column, row.Text),
                Nano = row.Text("nano").Length == 0 ? NanoState.No : row.Word<NanoState>("nano"),
                SolubilityPct = Solvents.ToDictionary(solvent => solvent, solvent => row.Number($"sol_{solvent}")),
                SolubilityInLiquidFilterPct = row.Number("sol_liquid_filter"),
                Source = row.Text("source"),
            })
            .ToDictionary(filter => filter.Id);

    /// <summary>Legal maximum in percent; null when not permitted or not listed.</summary>
    public double? MaxPct(UvMarket market, UvArea area)
    {
        var european = market is UvMarket.Eu or UvMarket.Uk;
        var special = european && area is UvArea.Body or UvArea.Lip ? Maxima[$"eu_{AmberJson.Word(area)}_max_pct"] : "";
        var text = european && special.Length > 0 ? special : Maxima[$"{(european ? "eu" : AmberJson.Word(market))}_max_pct"];
        return double.TryParse(text, NumberStyles.Float, CultureInfo.InvariantCulture, out var max) ? max : null;
    }
}

public sealed record UvFilterStatus(string Id, double Pct, double? Max, FilterLegality Status);

public sealed record UvSolubility(string Id, double CapacityPct, double Ratio);

/// <summary>A record of sun filters against legal maxima. It never tells how well they protect: no factor, no rating, no hours.</summary>
public sealed record UvRecord
{
    // What is recorded.

    /// <summary>Always null: protection is measured by accredited laboratories (ISO 24444, ISO 24443).</summary>
    public required object? Spf { get; init; }

    public required IReadOnlyList<UvFilterStatus> PerFilter { get; init; }

    /// <summary>A list of what is recorded, not a protection figure.</summary>
    public required IReadOnlyDictionary<string, FilterCover> Bands { get; init; }

    public required bool AllBandsRecorded { get; init; }

    // Whether it stays dissolved.

    public required IReadOnlyList<UvSolubility> Solubility { get; init; }

    /// <summary>Filters compete for the same solvent: above 1 crystals are likely.</summary>
    public required double Crowding { get; init; }

    public required FilterSolubility SolubilityStatus { get; init; }

    // The answer.

    public required FilterLegality Legal { get; init; }
    public required IReadOnlyList<string> Flags { get; init; }

    private const double Unbounded = 999_999;

    /// <param name="filters">Percent of the product, above 0.</param>
    /// <param name="solvents">Percent of the product by solvent.</param>
    public static UvRecord Of(
        UvMarket market,
        UvArea area,
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
                    max is null ? FilterLegality.NotPermitted
                        : line.Pct > max + 1e-9 ? FilterLegality.Over
                        : FilterLegality.Ok
                );
            }),
        ];
        var bands = UvFilter.Bands.ToDictionary(
            band => band,
            band =>
                filters
                    .Where(
                        (line, i) =>
                            per[i].Status != FilterLegality.NotPermitted
                            && line.Filter.Phase != FilterPhase.Water
                            && !Near.Below(line.Pct, line.Filter.Form == FilterForm.Mineral ? 5 : 2)
                    )
                    .Select(line => line.Filter.Covers[band])
                    .DefaultIfEmpty(FilterCover.None)
                    .Max()
        );
        var liquid = filters.Where(line => line.Filter.Form == FilterForm.Liquid).Sum(line => line.Pct);
        UvSolubility[] solubility =
        [
            .. filters
                .Where(line => line.Filter is { Form: FilterForm.Crystal, Phase: FilterPhase.Oil })
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
            AllBandsRecorded = bands["uvb"] == FilterCover.Main && bands["uva2"] != FilterCover.None && bands["uva1"] == FilterCover.Main,
            Solubility = solubility,
            Crowding = crowding,
            SolubilityStatus =
                solubility.Length == 0 ? FilterSolubility.NoneNeeded
                : Near.Above(crowding, 1) ? FilterSolubility.CrystalsLikely
                : Near.Above(crowding, 0.7) ? FilterSolubility.Near
                : FilterSolubility.Ok,
            Legal =
                per.Any(one => one.Status == FilterLegality.NotPermitted) ? FilterLegality.NotPermitted
                : per.Any(one => one.Status == FilterLegality.Over) ? FilterLegality.Over
                : FilterLegality.Ok,
            Flags = [.. FlagsOf(market, filters)],
        };
    }

    private static IEnumerable<string> FlagsOf(UvMarket market, IReadOnlyList<(UvFilter Filter, double Pct)> filters)
    {
        bool Has(params string[] ids) => filters.Any(line => ids.Contains(line.Filter.Id));
        foreach (var (filter, _) in filters)
        {
            if (filter.Phase is FilterPhase.Water or FilterPhase.Dispersion)
            {
                yield return $"{(filter.Phase == FilterPhase.Water ? "wrong_phase" : "dispersion")}:{filter.Id}";
            }

            if (market is UvMarket.Eu or UvMarket.Uk && filter.Nano != NanoState.No)
            {
                yield return $"nano:{filter.Id}";
            }
        }

        if (market is UvMarket.Uk or UvMarket.Ca)
        {
            yield return $"{AmberJson.Word(market)}_verify";
        }

        if (market is UvMarket.Eu or UvMarket.Uk && Has("oxybenzone"))
        {
            yield return "label_benzophenone3";
        }

        if (!Has("avobenzone"))
        {
            yield break;
        }

        if (market == UvMarket.Us)
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
