using AmberPantry.Core.Assessment.Parts;
using AmberPantry.Core.Materials;

namespace AmberPantry.Core.Assessment.Remedies;

/// <summary>Names on a label go by weight: what a change does to their order.</summary>
internal static class LabelOrder
{
    /// <summary>Where the material that was added comes to stand.</summary>
    public static string Told(Subject before, Subject after, Material material)
    {
        string[] was = Of(before),
            now = Of(after);
        var place = Array.IndexOf(now, material.Inci) + 1;
        return !was.Contains(material.Inci) ? $"New on the label: {material.Inci}, as number {place} of {now.Length}."
            : was.SequenceEqual(now) ? "The label stays as it is."
            : $"On the label {material.Inci} moves from {Array.IndexOf(was, material.Inci) + 1} to {place}.";
    }

    private static string[] Of(Subject mix) =>
        [
            .. mix
                .There.GroupBy(pair => pair.Material.Inci)
                .OrderByDescending(group => group.Sum(pair => pair.Line.Percent))
                .Select(group => group.Key),
        ];
}
