using System.Globalization;
using AmberPantry.Core.Assessment.Parts;
using AmberPantry.Core.Formulas;
using AmberPantry.Core.Workshops;

namespace AmberPantry.Core.Assessment.Rules;

/// <summary>The usual act against rancidity.</summary>
internal static class Guarding
{
    /// <summary>Steps of the scale that make a dose worth weighing.</summary>
    private const decimal StepsToWeigh = 5;

    /// <summary>Half a percent of the lipids: a usual dose of tocopherols, far less than half a percent where there is little oil.</summary>
    private static decimal Dose(Subject subject) => Math.Max(0.01m, Math.Round(0.005m * subject.LipidPercent, 2));

    /// <summary>Whether the maker's scale can weigh the dose for this batch.</summary>
    public static bool IsWeighable(Subject subject) =>
        Dose(subject) * subject.Formula.Batch.Grams / 100 >= StepsToWeigh * subject.Workshop.Scale.ResolutionG;

    /// <summary>The dose as an act; none where no scale would see it.</summary>
    public static IReadOnlyList<(string Label, FormulaEdit Edit)> AddTocopherol(Subject subject)
    {
        var vitamin = subject.Shelf.Preferred("mixed tocopherols");
        var share = Dose(subject);
        return IsWeighable(subject)
            ?
            [
                (
                    $"Add {Wording.RoundPercent(share)} {Wording.Brief(vitamin.Name)}",
                    new AddLine(vitamin.Id, share.ToString(CultureInfo.InvariantCulture))
                ),
            ]
            : [];
    }
}
