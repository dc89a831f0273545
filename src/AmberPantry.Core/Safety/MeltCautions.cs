using AmberPantry.Core.Families;
using AmberPantry.Core.Formulas;
using AmberPantry.Core.Materials;
using AmberPantry.Core.Workshops;

namespace AmberPantry.Core.Safety;

/// <summary>A caution for a stage of the work. It never replaces local rules or licensed practice.</summary>
/// <param name="Stage">gather, melt, add, pour, clean or label.</param>
public sealed record Caution(string Id, string Stage, Severity Severity, string Message, string Reason, string Fix, string Source);

/// <summary>The cautions that a melted product calls for, read from the table beside this class.</summary>
public static class MeltCautions
{
    private static readonly Lazy<IReadOnlyList<(string When, Caution Caution)>> Table = new(Read);

    /// <param name="pourC">Pouring temperature, °C.</param>
    public static IReadOnlyList<Caution> For(Formula formula, FamilyProfile family, MaterialShelf shelf, Workshop workshop, double? pourC)
    {
        var materials = formula.Lines.Select(line => shelf.Get(line.Material, $"lines.{line.Id}.material")).ToArray();
        bool Applies(string when) =>
            when switch
            {
                "always" => true,
                "plastic and above 65" => pourC > 65 && workshop.FindContainer(formula.Batch.Container) is { IsPlastic: true },
                "batch above 1000" => formula.Batch.Grams > 1000,
                "uv filter" => family.Traits.SunFilters || materials.Any(material => material.Role == Role.UvFilter),
                "scent" => materials.Any(material => material.Role == Role.Scent),
                _ => materials.Any(material => material.Tags.Contains(when)),
            };
        return [.. Table.Value.Where(row => Applies(row.When)).Select(row => row.Caution)];
    }

    private static IReadOnlyList<(string, Caution)> Read() => DataTable.Read("Safety.Data.melt-cautions.csv", row => (
                row.Text("when"),
                new Caution(
                    row.Text("rule_id"),
                    row.Text("stage"),
                    row.Word<RuleSeverity>("severity") switch
                    {
                        RuleSeverity.Stop => Severity.Stop,
                        RuleSeverity.Caution => Severity.Watch,
                        _ => Severity.Note,
                    },
                    row.Text("message"),
                    row.Text("reason"),
                    row.Text("fix"),
                    row.Text("source")
                )
            ));
}
