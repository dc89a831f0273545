namespace AmberPantry.Core.Science.Stability;

/// <summary>How it works against rancidity.</summary>
public enum AntioxidantKind
{
    Inactive,
    Antioxidant,
    Synergist,

    /// <summary>Binds the metals that speed it up.</summary>
    Chelator,
}

/// <summary>Chemistry of an antioxidant, by the letters of its table.</summary>
public enum AntioxidantGroup
{
    None,

    /// <summary>Tocopherols.</summary>
    Toc,

    /// <summary>Rosemary diterpenes.</summary>
    Ros,

    /// <summary>Ascorbyl esters.</summary>
    Asc,

    /// <summary>Synthetic phenols.</summary>
    Phe,

    /// <summary>Polyphenols and the like.</summary>
    Pol,

    /// <summary>Lecithin and other helpers.</summary>
    Syn,

    /// <summary>Chelators.</summary>
    Che,
}

/// <summary>What may slow rancidity. None of them is a preservative.</summary>
public sealed record Antioxidant
{
    // What it is.

    public required string Id { get; init; }
    public required string Name { get; init; }
    public required string Inci { get; init; }

    public required AntioxidantKind Kind { get; init; }

    public required AntioxidantGroup Group { get; init; }

    // How much of it, and how strongly it works.

    /// <summary>0 to 1.</summary>
    public required double ActiveFraction { get; init; }

    /// <summary>Percent of the lipid phase, as supplied; so are the other percents.</summary>
    public required double UseMinPct { get; init; }

    public required double UseTypicalPct { get; init; }
    public required double UseMaxPct { get; init; }

    /// <summary>Per mg active, mixed tocopherols being 1.</summary>
    public required double ActivityFactor { get; init; }

    /// <summary>Above it the gain turns into loss; null when it never does.</summary>
    public required double? OverdosePct { get; init; }

    public required double OverdoseSlope { get; init; }
    public required double? AddBelowC { get; init; }

    // What to say of it.

    public required string Cautions { get; init; }

    /// <summary>What to say where it stands in for an antioxidant; empty where nobody takes it for one.</summary>
    public required string TakenFor { get; init; }

    public required string Source { get; init; }

    public static IReadOnlyDictionary<string, Antioxidant> All { get; } =
        DataTable
            .Read("Science.Stability.Data.antioxidants.csv", row => new Antioxidant
            {
                Id = row.Text("id"),
                Name = row.Text("name"),
                Inci = row.Text("inci"),
                Kind = row.Word<AntioxidantKind>("kind"),
                Group = row.Word<AntioxidantGroup>("group"),
                ActiveFraction = row.Number("active_fraction"),
                UseMinPct = row.Number("use_min_pct"),
                UseTypicalPct = row.Number("use_typ_pct"),
                UseMaxPct = row.Number("use_max_pct"),
                ActivityFactor = row.Number("activity_factor"),
                OverdosePct = row.OptionalNumber("overdose_pct"),
                OverdoseSlope = row.Number("overdose_slope"),
                AddBelowC = row.OptionalNumber("add_temp_max_C"),
                Cautions = row.Text("cautions"),
                TakenFor = row.Text("taken_for"),
                Source = row.Text("source"),
            })
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
        var acting = items.Where(line => line.Item.Kind != AntioxidantKind.Inactive).ToArray();
        var equivalent = native + acting.Sum(line => 1e6 * line.G * line.Item.ActiveFraction * line.Item.ActivityFactor / lipidG);
        var gain = MostGain * equivalent / (HalfGainMgKg + equivalent);
        bool Enough((Antioxidant Item, double G, double Pct) line) => !Near.Below(line.Pct, line.Item.UseMinPct);
        var tocopherol = native >= SynergyFromNativeMgKg || acting.Any(line => line.Item.Group == AntioxidantGroup.Toc && Enough(line));
        var synergy =
            tocopherol && acting.Any(line => line.Item.Group is AntioxidantGroup.Asc or AntioxidantGroup.Ros or AntioxidantGroup.Syn && Enough(line));
        gain *= synergy ? Synergy : 1;

        var tocopherols = acting.Where(line => line.Item is { Group: AntioxidantGroup.Toc, OverdosePct: not null }).ToArray();
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
            if (item.Kind == AntioxidantKind.Inactive)
            {
                flags.Add($"inactive:{item.Id}");
                continue;
            }

            var over =
                item.Group == AntioxidantGroup.Toc
                    ? tocOver && item.OverdosePct is not null
                    : item.OverdosePct is { } limit && Near.Above(pct, limit);
            if (over && item.Group != AntioxidantGroup.Toc)
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
            acting.Any(line => line.Item.Kind == AntioxidantKind.Chelator && Enough(line)),
            flags
        );
    }
}
