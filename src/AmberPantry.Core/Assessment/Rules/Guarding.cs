using System.Globalization;
using AmberPantry.Core.Assessment.Parts;
using AmberPantry.Core.Formulas;
using AmberPantry.Core.Workshops;

namespace AmberPantry.Core.Assessment.Rules;

/// <summary>The usual act against rancidity.</summary>
internal static class Guarding
{
    /// <summary>Half a percent of the lipids: a usual dose of tocopherols, far less than half a percent where there is little oil.</summary>
    public static (string Label, FormulaEdit Edit) AddTocopherol(Subject subject)
    {
        var share = Math.Max(0.01m, Math.Round(0.005m * subject.LipidPercent, 2));
        var vitamin = subject.Shelf.Preferred("mixed tocopherols");
        return (
            $"Add {Wording.RoundPercent(share)} {Wording.Brief(vitamin.Name)}",
            new AddLine(vitamin.Id, share.ToString(CultureInfo.InvariantCulture))
        );
    }
}
