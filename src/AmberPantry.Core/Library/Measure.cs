using AmberPantry.Core.Assessment.Parts;
using AmberPantry.Core.Costing;
using AmberPantry.Core.Workshops;

namespace AmberPantry.Core.Library;

/// <summary>In what a measure counts.</summary>
public enum MeasureUnit
{
    Celsius,
    Money,
    Months,
    Minutes,
    Percent,

    /// <summary>A plain number, such as litres, materials or grease of ten.</summary>
    Count,
}

/// <summary>Something of a formula that can be compared with a number.</summary>
/// <param name="Words">What it is called in a search, the first of them when it is told back.</param>
internal sealed record Measure(string Id, MeasureUnit Unit, Func<Subject, double?> Of, params IReadOnlyList<string> Words)
{
    private const double AfterMin = 10;

    /// <summary>All of them; the figures are those that the bench shows.</summary>
    public static IReadOnlyList<Measure> All { get; } =
    [
        new("slump", MeasureUnit.Celsius, mix => mix.Family.IsDry ? null : mix.SlumpC, "slump", "slumps", "stands", "holds"),
        new("cost", MeasureUnit.Money, Each, "cost", "costs", "price", "each"),
        new("keeps", MeasureUnit.Months, mix => mix.Keeping.Months, "keeps", "fresh", "keeping", "months"),
        new("grease", MeasureUnit.Count, mix => mix.Skin?.GreaseAfter(AfterMin), "grease"),
        new("dress", MeasureUnit.Minutes, mix => mix.Skin?.DryDownMin, "dress", "dries"),
        new("drag", MeasureUnit.Count, mix => mix.Skin?.Drag, "drag"),
        new("materials", MeasureUnit.Count, mix => mix.There.Count(), "materials"),
        new("room", MeasureUnit.Percent, mix => mix.Family.IsDry ? 100 * mix.Powders.Budget?.U : null, "room"),
        new("gas", MeasureUnit.Count, mix => mix.Bath?.Balance?.Co2L, "gas"),
        new("humidity", MeasureUnit.Percent, mix => mix.Bath?.Air.CrhMixPct, "humidity"),
        new("air", MeasureUnit.Percent, mix => 100 * mix.Overrun, "air", "overrun"),
    ];

    public static Measure Slump => Get("slump");

    public static Measure Cost => Get("cost");

    public static Measure Keeps => Get("keeps");

    public static Measure? Called(string word) => All.FirstOrDefault(measure => measure.Words.Contains(word, StringComparer.OrdinalIgnoreCase));

    public string Tell(double value, Wording say) =>
        Unit switch
        {
            MeasureUnit.Celsius => say.Temperature(value),
            MeasureUnit.Money => say.Money((decimal)value),
            MeasureUnit.Months => $"{Wording.Number(value, "0.#")} months",
            MeasureUnit.Minutes => $"{Wording.Number(value, "0.#")} min",
            MeasureUnit.Percent => Wording.RoundPercent((decimal)value),
            _ => Wording.Number(value, "0.#"),
        };

    private static Measure Get(string id) => All.Single(measure => measure.Id == id);

    private static double? Each(Subject mix) => (double?)BatchCost.Of(mix.Formula, mix.Shelf, mix.Workshop).Each(mix.Formula.Batch);
}
