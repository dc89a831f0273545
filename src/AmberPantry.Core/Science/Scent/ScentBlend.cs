using System.Text.Json.Serialization;

namespace AmberPantry.Core.Science.Scent;

/// <summary>How strong it smells.</summary>
public enum ScentBand
{
    Unscented,
    Trace,
    Soft,
    Clear,
    Strong,
    Overpowering,
}

/// <summary>One oil of a blend.</summary>
/// <param name="SharePct">Of the blend; <paramref name="ProductPct"/> of the batch, scent included.</param>
public sealed record BlendItem(
    string Id,
    double G,
    [property: JsonPropertyName("mL")] double Millilitres,
    double Drops,
    double SharePct,
    double ProductPct
);

/// <summary>How a scent idea is counted.</summary>
public enum BlendMode
{
    Percent,
    PartsWeight,
    PartsVolume,
    Drops,
}

/// <summary>A scent idea in grams. Drops are not a measure: the same twenty can be 0.6 to 1.3 mL.</summary>
/// <param name="ScentPctLow">If every oil dropped 35 to the mL; null unless counted in drops. <paramref name="ScentPctHigh"/> at 15 to the
/// mL.</param>
public sealed record ScentBlend(double ScentG, double ScentPct, double? ScentPctLow, double? ScentPctHigh, IReadOnlyList<BlendItem> Items)
{
    private const double SmallDropsPerMl = 35;
    private const double LargeDropsPerMl = 15;

    /// <param name="items">Oil and amount in the mode's unit, not all 0.</param>
    /// <param name="scentPct">Percent of the batch; not asked for in drops.</param>
    /// <param name="dropsPerMl">One value for all oils; null for each oil's own.</param>
    public static ScentBlend Of(
        BlendMode mode,
        double batchG,
        IReadOnlyList<(ScentOil Oil, double Amount)> items,
        double scentPct,
        double? dropsPerMl
    )
    {
        double PerMl(ScentOil oil) => dropsPerMl ?? oil.DropsPerMl;
        var weights = items
            .Select(item =>
                mode switch
                {
                    BlendMode.PartsVolume => item.Amount * item.Oil.DensityGMl,
                    BlendMode.Drops => item.Amount / PerMl(item.Oil) * item.Oil.DensityGMl,
                    _ => item.Amount,
                }
            )
            .ToArray();
        var sum = weights.Sum();
        var scentG = mode == BlendMode.Drops ? sum : batchG * scentPct / 100;
        double? AtDrops(double perMl) => mode == BlendMode.Drops ? 100 * items.Sum(item => item.Amount / perMl * item.Oil.DensityGMl) / batchG : null;
        return new ScentBlend(
            scentG,
            100 * scentG / batchG,
            AtDrops(SmallDropsPerMl),
            AtDrops(LargeDropsPerMl),
            [
                .. items.Select(
                    (item, i) =>
                    {
                        var g = scentG * weights[i] / sum;
                        var ml = g / item.Oil.DensityGMl;
                        return new BlendItem(item.Oil.Id, g, ml, ml * PerMl(item.Oil), 100 * weights[i] / sum, 100 * g / batchG);
                    }
                ),
            ]
        );
    }
}

/// <summary>How strong it smells, and how its notes are balanced. A sketch: the nose decides.</summary>
/// <param name="Index">0 to 100, by a square-root psychophysical law.</param>
/// <param name="Accord">balanced, single, unscented, or what is light or heavy.</param>
public sealed record ScentStrength(
    double Index,
    ScentBand Band,
    IReadOnlyDictionary<ScentNote, double>? MassShare,
    IReadOnlyDictionary<ScentNote, double>? ImpactShare,
    IReadOnlyList<string> Accord
)
{
    /// <summary>Usual share of each note in a blend, percent by mass.</summary>
    public static IReadOnlyList<(ScentNote Note, double Low, double High)> UsualNotes { get; } =
    [(ScentNote.Top, 15, 40), (ScentNote.Middle, 30, 65), (ScentNote.Base, 10, 40)];

    private static readonly Bands<ScentBand> Words = new(
        ScentBand.Overpowering,
        (15, ScentBand.Trace),
        (35, ScentBand.Soft),
        (60, ScentBand.Clear),
        (85, ScentBand.Strong)
    );

    public static ScentStrength Of(string family, IReadOnlyList<(ScentOil Oil, double Pct)> items)
    {
        var there = items.Where(item => item.Pct > 0).ToArray();
        if (there.Length == 0)
        {
            return new ScentStrength(0, ScentBand.Unscented, null, null, ["unscented"]);
        }

        static double Impact((ScentOil Oil, double Pct) item) => item.Pct * Math.Pow(10, (item.Oil.Strength - 5) / 5);
        Dictionary<ScentNote, double> Shares(Func<(ScentOil Oil, double Pct), double> of)
        {
            var all = there.Sum(of);
            return UsualNotes.ToDictionary(note => note.Note, note => 100 * there.Where(item => item.Oil.Note == note.Note).Sum(of) / all);
        }

        var index = Math.Min(100, 50 * Math.Sqrt(there.Sum(Impact)) * ScentFamilies.All[family].Lets);
        var mass = Shares(item => item.Pct);
        string[] off =
        [
            .. UsualNotes
                .Select(note =>
                    Near.Below(mass[note.Note], note.Low) ? $"{AmberJson.Word(note.Note)}_light"
                    : Near.Above(mass[note.Note], note.High) ? $"{AmberJson.Word(note.Note)}_heavy"
                    : ""
                )
                .Where(word => word.Length > 0),
        ];
        return new ScentStrength(
            index,
            Words.Of(index),
            mass,
            Shares(Impact),
            there.Select(item => item.Oil.Id).Distinct().Count() < 2 ? ["single"]
                : off.Length == 0 ? ["balanced"]
                : off
        );
    }
}
