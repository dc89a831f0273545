using AmberPantry.Core.Science.Feel;

namespace AmberPantry.Core.Assessment.Parts;

/// <summary>How it feels on skin and how it rinses away.</summary>
/// <param name="Skin">Null where it is not rubbed in.</param>
/// <param name="Rinse">Null where nothing is rinsed away.</param>
public sealed record FeelPart(SkinFeel? Skin, RinseOff? Rinse, IReadOnlyList<ExplainStep> Steps)
{
    internal static FeelPart Of(Subject subject)
    {
        var skin = subject.Skin;
        return new FeelPart(skin, subject.Rinse, [.. Explain(skin, subject.Rinse).Select(step => step.In(subject.Say))]);
    }

    private static IEnumerable<ExplainStep> Explain(SkinFeel? skin, RinseOff? rinsed)
    {
        if (skin is { } feel)
        {
            yield return new("of the fat stays solid on skin at 33 °C", feel.SolidOnSkinPercent, "%", "melt model");
            yield return new(
                "of 10 is the grease at once: each liquid's own greasiness by its share, less what powder takes up",
                feel.Greasiness,
                "",
                "feel classes, estimated; comparative only"
            );
            yield return new(
                "minutes until one may dress: each liquid's own time by its share, longer with solids",
                feel.DryDownMin,
                "min",
                "feel classes, estimated"
            );
        }

        if (rinsed is { } rinse)
        {
            yield return new(
                $"of 10 is the rinse-off: {rinse.EmulsifierPercent:0.#} % of emulsifier that works in oil"
                    + (rinse.Hlb is { } hlb ? $", of HLB {hlb:0.0}" : "")
                    + (rinse.HeldBack > 0 ? $", less {rinse.HeldBack:0.0} for wax and for what stays solid on skin" : ""),
                rinse.Index,
                "",
                "Griffin's HLB arithmetic, joined to practice; comparative"
            );
        }
    }
}

/// <summary>Asks the science of feel about a formula.</summary>
internal static class FeelReading
{
    public static SkinFeel? Skin(Subject subject) =>
        subject.Family.IsDry
            ? null
            : SkinFeel.Of(
                [.. subject.Lines.Select(pair => (pair.Material, (double)pair.Line.Percent))],
                PowderReading.Grains(subject),
                (double)subject.Lines.Where(pair => pair.Material.IsPowder && pair.Material.Keys.Powder is null).Sum(pair => pair.Line.Percent)
            );

    public static RinseOff? Rinse(Subject subject) =>
        subject.Family.Traits.RinsesAway ? RinseOff.Of([.. subject.Lines.Select(pair => (pair.Material, (double)pair.Line.Percent))]) : null;
}
