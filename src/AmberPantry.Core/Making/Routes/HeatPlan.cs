using AmberPantry.Core.Assessment.Parts;
using AmberPantry.Core.Formulas;
using AmberPantry.Core.Materials;
using AmberPantry.Core.Science.Melt;
using AmberPantry.Core.Workshops;

namespace AmberPantry.Core.Making.Routes;

/// <summary>The heat that one material of the cool-down phase bears.</summary>
/// <param name="Name">As it stands in a sentence.</param>
public sealed record HeatCeiling(string Name, double MostC);

/// <summary>The temperatures of a batch that is melted and poured, one after the other, none against the next.</summary>
public sealed record HeatPlan
{
    /// <summary>Cool-down lines go in here, unless something asks for more or less, °C.</summary>
    public const double UsualAddC = 58;

    private const double UsualHoldC = 75;
    private const double MeltAboveC = 5;
    private const double PotSpanC = 5;
    private const double StaysClearC = 2;
    private const double PourWithinC = 1;

    /// <summary>Warm the pot at least to this, °C.</summary>
    public required double PotFromC { get; init; }

    public double PotToC => PotFromC + PotSpanC;

    /// <summary>Where old crystals melt out, °C.</summary>
    public double HoldC => Math.Max(UsualHoldC, PotFromC);

    /// <summary>Cool to this before the cool-down lines go in, °C.</summary>
    public required double AddC { get; init; }

    /// <summary>Pour at this, °C.</summary>
    public required double PourC { get; init; }

    /// <summary>What counts as poured right, °C.</summary>
    public required double PourFromC { get; init; }

    public required double PourToC { get; init; }

    /// <summary>Why a cool-down line cannot go in as cool as it should; null where it can.</summary>
    public required string? AddClash { get; init; }

    /// <summary>What the planned pour costs; null where it lies in the window.</summary>
    public required string? PourClash { get; init; }

    /// <param name="clearC">Where the mix turns clear, °C.</param>
    /// <param name="highestC">Where the last of its materials melts, °C.</param>
    /// <param name="ceiling">The most tender of the cool-down lines.</param>
    /// <param name="plannedC">Where the maker wants to pour, °C; null for what the mix proposes.</param>
    public static HeatPlan Of(double clearC, double highestC, HeatCeiling? ceiling, double? plannedC)
    {
        var (from, to) = PourWindow.Of(clearC);
        var pour = plannedC ?? Half(from + 2);

        var pot = Math.Max(Math.Max(highestC, clearC) + MeltAboveC, pour);

        // Nothing is warmed again between adding and pouring, and nothing goes into a mix that clouds.
        var least = Math.Max(clearC + StaysClearC, pour);
        var most = Math.Max(least, Math.Min(pot + PotSpanC, ceiling?.MostC ?? double.PositiveInfinity));
        var add = Math.Clamp(Math.Max(UsualAddC, clearC + MeltAboveC), least, most);
        return new HeatPlan
        {
            PotFromC = pot,
            AddC = add,
            PourC = pour,
            PourFromC = Math.Min(from, pour - PourWithinC),
            PourToC = Math.Max(to, pour + PourWithinC),
            AddClash =
                ceiling is { } tender && tender.MostC < least
                    ? $"{Wording.Capital(tender.Name)} suffers above {Told(tender.MostC)}, but "
                        + (
                            pour > clearC + StaysClearC
                                ? $"the pour is planned at {Told(pour)}: plan a cooler one, or stir it in at the last moment."
                                : $"the mix clouds at {Told(clearC)}: stir it in at the last moment."
                        )
                    : null,
            PourClash =
                pour < from ? $"You planned it cooler than {Told(from)}: there it may set in layers and dent."
                : pour > to ? $"You planned it hotter than {Told(to)}: it shrinks more and wets the lid."
                : null,
        };
    }

    /// <summary>That of the lines of a batch.</summary>
    internal static HeatPlan Of(double clearC, IReadOnlyList<(FormulaLine Line, Material Material)> lines, double? plannedC)
    {
        var tender = Tenderest(lines.Where(pair => pair.Line.Phase is Phase.CoolDown or Phase.Liquid).Select(pair => pair.Material));
        return Of(
            clearC,
            lines.Where(pair => pair.Line.Phase == Phase.Melt).Select(pair => MeltsAt(pair.Material)).DefaultIfEmpty(clearC).Max(),
            tender is null ? null : new HeatCeiling(Wording.Brief(tender.Name), tender.HeatCeilingC!.Value),
            plannedC
        );
    }

    /// <summary>The one that bears least heat; null where all bear the pot.</summary>
    internal static Material? Tenderest(IEnumerable<Material> materials) =>
        materials.Where(material => material.HeatCeilingC is not null).MinBy(material => material.HeatCeilingC);

    /// <summary>Where it is clear by itself, °C; below everything for what does not melt.</summary>
    internal static double MeltsAt(Material material) =>
        material.Melt is { } spectrum ? spectrum.ClearsAtC ?? TemperatureGrid.Ruler.FirstC : double.NegativeInfinity;

    private static double Half(double celsius) => Math.Round(celsius * 2) / 2;

    private static string Told(double celsius) => $"{Half(celsius):0.#} °C";
}
