using AmberPantry.Core.Families;
using AmberPantry.Core.Formulas;
using AmberPantry.Core.Materials;
using AmberPantry.Core.Science.Stability;
using AmberPantry.Core.Workshops;

namespace AmberPantry.Core.Assessment.Parts;

/// <summary>Asks the science of keeping about a formula.</summary>
internal static class KeepingReading
{
    public static Keeping Of(Subject subject) => Of(subject, subject.There);

    /// <summary>The same with another share of one line, the rest as it is.</summary>
    public static Keeping With(Subject subject, FormulaLine line, double percent) =>
        Of(subject, subject.There.Select(pair => pair.Line.Id == line.Id ? (pair.Line with { Percent = (decimal)percent }, pair.Material) : pair));

    /// <summary>Months that one oil would keep by itself under the same guard, whatever else ends a product's life left out.</summary>
    public static double Alone(Subject subject, Material material)
    {
        var lipid = subject.There.Where(pair => pair.Material.Lipid is not null).Sum(pair => pair.Line.Percent);
        return Of(
            subject,
            [
                .. subject.There.Where(pair => pair.Material.Lipid is null || pair.Material.Role == Role.Antioxidant),
                (new FormulaLine("alone", material.Id, lipid, Phase.Melt), material),
            ]
        ).WeakestMonths
            ?? 0;
    }

    private static Keeping Of(Subject subject, IEnumerable<(FormulaLine Line, Material Material)> lines)
    {
        var there = lines.Where(pair => pair.Line.Percent > 0).ToArray();
        (Lipid, double)[] lipids =
        [
            .. there
                .Where(pair => !(subject.Family.IsDry && pair.Material.Role == Role.Emulsifier))
                .Select(pair => (pair.Material.Lipid, G: (double)pair.Line.Percent))
                .Where(line => line.Lipid is not null)
                .Select(line => (line.Lipid!, line.G)),
        ];
        (Antioxidant, double)[] guards =
        [
            .. there
                .Where(pair => pair.Material.Role != Role.Acid)
                .Select(pair => (pair.Material.Guard, G: (double)pair.Line.Percent))
                .Where(line => line.Guard is not null)
                .Select(line => (line.Guard!, line.G)),
        ];
        var metal = there.Any(pair => pair.Material.Tags.Contains("trace metal")) ? "trace" : "none";
        return Keeping.Of(
            lipids,
            guards,
            new Storage(subject.Family.Rules, Metal: metal, Temps: [(subject.Workshop.WorkroomC, 1)]),
            subject.Workshop.Schools.Keeping
        );
    }

    public static Preservation Preserve(Subject subject)
    {
        double Percent(Func<Material, bool> which) => (double)subject.Lines.Where(pair => which(pair.Material)).Sum(pair => pair.Line.Percent);
        double Holds(Humectant humectant) => Percent(material => material.Humectant == humectant);

        // In a dry bath product a binder's water leaves again; what stays is judged by caking and gas.
        var bath = subject.Family.Nature == FamilyNature.Bath;
        var phase = new WaterPhase
        {
            WaterG = subject.There.Sum(pair => (double)pair.Line.Percent * pair.Material.WaterFraction),
            HoneyG = Holds(Humectant.Honey),
            GlycerolG = Holds(Humectant.Glycerol),
            PropyleneGlycolG = Holds(Humectant.PropyleneGlycol),
        };
        (string, double)[] items =
        [
            .. subject
                .There.Where(pair => pair.Material.Keys.Preservative is not null)
                .Select(pair => (pair.Material.Keys.Preservative!, (double)pair.Line.Percent)),
        ];
        var fresh = subject.There.Any(pair => pair.Material.Tags.Contains("fresh"));
        return Preservation.Of(
            new PreservationQuestion(100, subject.Family.Use, subject.Workshop.Schools.Water, bath ? null : phase, fresh && !bath, items)
        );
    }
}

/// <summary>The one lamp in plain sight.</summary>
public enum Waterless
{
    /// <summary>No water, and none gets in.</summary>
    Waterless,

    /// <summary>Wet hands or a shower bring water in.</summary>
    WaterCanGetIn,
    ContainsWater,

    /// <summary>A sun filter or a sweat salt makes it a regulated product in many places.</summary>
    Regulated,
}

/// <param name="Says">The state in words.</param>
/// <param name="Reasons">Why, one sentence each.</param>
public sealed record WaterlessView(Waterless State, string Says, IReadOnlyList<string> Reasons)
{
    internal static WaterlessView Of(Subject subject)
    {
        bool IsRegulated(Material material) =>
            material.Role == Role.UvFilter
            || material.Tags.Contains("sweat salt")
            || (subject.Family.Traits.SunFilters && material.Tags.Contains("uv filter"));
        var regulated = subject.There.Where(pair => IsRegulated(pair.Material)).Select(pair => pair.Material.Name).Distinct().ToArray();
        var watery = subject.There.Where(pair => pair.Material.WaterFraction > 0 || pair.Material.Humectant == Humectant.Honey).ToArray();
        List<string> reasons =
        [
            .. watery.Select(pair => $"{pair.Material.Name} at {Wording.Percent(pair.Line.Percent)} brings water."),
            .. regulated.Select(name => $"{name} makes it a regulated product in many places."),
        ];
        var wet = subject.Preservation.Reason is PreservativeReason.WetUse or PreservativeReason.Both;
        if (wet)
        {
            reasons.Add(subject.Family.Use == ProductUse.WetHands ? "Wet hands go into it." : "It stands in the shower.");
        }

        var state =
            regulated.Length > 0 ? Waterless.Regulated
            : watery.Length > 0 ? Waterless.ContainsWater
            : wet ? Waterless.WaterCanGetIn
            : Waterless.Waterless;
        return new WaterlessView(
            state,
            Wording.Said(state),
            reasons.Count == 0 ? ["Nothing in it brings water, and none gets in where it is used."] : reasons
        );
    }
}

/// <summary>How long it keeps, and whether water asks for a preservative.</summary>
public sealed record KeepingPart(Keeping Oils, Preservation Preservation, IReadOnlyList<ExplainStep> Steps)
{
    internal static KeepingPart Of(Subject subject) =>
        new(subject.Keeping, subject.Preservation, [.. Explain(subject).Select(step => step.In(subject.Say))]);

    private static IEnumerable<ExplainStep> Explain(Subject subject)
    {
        var keeping = subject.Keeping;
        if (keeping.Flags.Contains("no_lipid"))
        {
            yield break;
        }

        var blend = LipidBlendAge.Of([
            .. subject.There.Where(pair => pair.Material.Lipid is not null).Select(pair => (pair.Material.Lipid!, (double)pair.Line.Percent)),
        ]);
        yield return new(
            "is how readily the fats oxidise"
                + (blend.TopContributor is { } top ? $"; {Lipid.All[top].Name} brings {100 * blend.TopShare:0} % of it" : ""),
            blend.X,
            "",
            "Fatemi and Hammond (1980), with corrections for oils that keep unlike their acids"
        );
        yield return new("times longer with the tocopherols there and added", keeping.Ef, "", "gain fitted to common practice");
        yield return new("times faster than at 20 °C", keeping.TempFactor, "", "rates double for each 10 K");
        yield return new($"bound by {Wording.Said(keeping.LimitedBy)}", keeping.Months, "months", "a keeping test decides");
    }
}
