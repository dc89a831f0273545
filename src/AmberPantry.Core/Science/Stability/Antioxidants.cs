namespace AmberPantry.Core.Science.Stability;

/// <summary>What may slow rancidity. None of them is a preservative.</summary>
/// <param name="Kind">antioxidant, synergist, chelator or inactive.</param>
/// <param name="ActiveFraction">0 to 1.</param>
/// <param name="UseMinPct">Percent of the lipid phase, as supplied; so are the other percents.</param>
/// <param name="ActivityFactor">Per mg active, mixed tocopherols being 1.</param>
/// <param name="TakenFor">What to say where it stands in for an antioxidant; empty where nobody takes it for one.</param>
/// <param name="OverdosePct">Above it the gain turns into loss; null when it never does.</param>
public sealed record Antioxidant(
    string Id,
    string Name,
    string Inci,
    string Kind,
    string Group,
    double ActiveFraction,
    double UseMinPct,
    double UseTypicalPct,
    double UseMaxPct,
    double ActivityFactor,
    double? OverdosePct,
    double OverdoseSlope,
    double? AddBelowC,
    string Cautions,
    string TakenFor,
    string Source
)
{
    public static IReadOnlyDictionary<string, Antioxidant> All { get; } =
        DataTable
            .Read("Science.Stability.Data.antioxidants.csv", row => new Antioxidant(
                row.Text("id"),
                row.Text("name"),
                row.Text("inci"),
                row.Text("kind"),
                row.Text("group"),
                row.Number("active_fraction"),
                row.Number("use_min_pct"),
                row.Number("use_typ_pct"),
                row.Number("use_max_pct"),
                row.Number("activity_factor"),
                row.OptionalNumber("overdose_pct"),
                row.Number("overdose_slope"),
                row.OptionalNumber("add_temp_max_C"),
                row.Text("cautions"),
                row.Text("taken_for"),
                row.Text("source")
            ))
            .ToDictionary(row => row.Id);
}

/// <summary>How much longer a lipid phase keeps with what is in it.</summary>
/// <param name="TocEquivalent">Protection as mixed tocopherols, mg/kg.</param>
/// <param name="Ef">Factor on the time oxidation takes; below 1 it is promoted.</param>
/// <param name="Chelator">A chelator at a useful dose is there.</param>
public sealed record Protection(double TocEquivalent, double Ef, bool Chelator, IReadOnlyList<string> Flags)
{
    /// <summary>Greatest gain, and the dose in mg/kg at half of it; estimates fitted to common practice.</summary>
    private const double MostGain = 2.0;
    private const double HalfGainMgKg = 1500;
    private const double Synergy = 1.15;
    private const double SynergyFromNativeMgKg = 300;
    private const double LeastEf = 0.8;

    /// <param name="lipidG">Grams of lipid, above 0.</param>
    /// <param name="native">Tocopherols the lipids bring, mg/kg.</param>
    public static Protection Of(double lipidG, double native, IReadOnlyList<(Antioxidant Item, double G)> additions)
    {
        var items = additions.Where(line => line.G > 0).Select(line => (line.Item, line.G, Pct: 100 * line.G / lipidG)).ToArray();
        var acting = items.Where(line => line.Item.Kind != "inactive").ToArray();
        var equivalent = native + acting.Sum(line => 1e6 * line.G * line.Item.ActiveFraction * line.Item.ActivityFactor / lipidG);
        var gain = MostGain * equivalent / (HalfGainMgKg + equivalent);
        bool Enough((Antioxidant Item, double G, double Pct) line) => !Near.Below(line.Pct, line.Item.UseMinPct);
        var tocopherol = native >= SynergyFromNativeMgKg || acting.Any(line => line.Item.Group == "toc" && Enough(line));
        var synergy = tocopherol && acting.Any(line => line.Item.Group is "asc" or "ros" or "syn" && Enough(line));
        gain *= synergy ? Synergy : 1;

        var tocopherols = acting.Where(line => line.Item is { Group: "toc", OverdosePct: not null }).ToArray();
        var tocLoad = tocopherols.Sum(line => line.Pct / line.Item.OverdosePct!.Value);
        var tocOver = Near.Above(tocLoad, 1);
        var penalty = 1.0;
        if (tocOver)
        {
            penalty -= tocopherols.Max(line => line.Item.OverdoseSlope) * (tocLoad - 1);
        }

        var flags = new List<string>();
        foreach (var (item, _, pct) in items)
        {
            if (item.Kind == "inactive")
            {
                flags.Add($"inactive:{item.Id}");
                continue;
            }

            var over = item.Group == "toc" ? tocOver && item.OverdosePct is not null : item.OverdosePct is { } limit && Near.Above(pct, limit);
            if (over && item.Group != "toc")
            {
                penalty -= item.OverdoseSlope * ((pct / item.OverdosePct!.Value) - 1);
            }

            if (over)
            {
                flags.Add($"overdose:{item.Id}");
            }
            else if (Near.Above(pct, item.UseMaxPct))
            {
                flags.Add($"above_usual:{item.Id}");
            }
            else if (Near.Below(pct, item.UseMinPct))
            {
                flags.Add($"under_dose:{item.Id}");
            }
        }

        if (synergy)
        {
            flags.Add("synergy");
        }

        return new Protection(
            equivalent,
            Math.Max(LeastEf, 1 + (gain * penalty)),
            acting.Any(line => line.Item.Kind == "chelator" && Enough(line)),
            flags
        );
    }
}
