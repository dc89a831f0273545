using System.Runtime.CompilerServices;
using AmberPantry.Core.Formulas;
using AmberPantry.Core.Materials;
using AmberPantry.Core.Science.Feel;
using AmberPantry.Core.Science.Melt;

namespace AmberPantry.Core.Assessment.Parts;

/// <summary>A material by itself on a card, always in the same way, so that one can stand in for another: an oil neat, what sets as one part in
/// four of a light oil.</summary>
internal static class SwatchCard
{
    private const string LightOil = "caprylic/capric triglyceride";
    private const decimal OneInFour = 25;
    private const double CardC = 20;
    private const double AfterMin = 5;

    /// <summary>A card never changes: each material is measured once.</summary>
    private static readonly ConditionalWeakTable<Material, Swatch> Measured = [];

    /// <summary>Empty for what does not melt into a fat.</summary>
    public static string Of(Subject subject, Material material)
    {
        if (material.Melt is null)
        {
            return "";
        }

        var (firm, feel) = Measured.GetValue(material, Measure);
        return (
                material.IsLiquidAtRoom
                    ? ""
                    : $"One part in four of light oil: {MatterStates.Word(MatterStates.At(firm))} at {subject.Say.Temperature(CardC)}, "
            )
            + $"slip {feel.Slip:0.0}, drag {feel.Drag:0.0}, grease {feel.GreaseAfter(AfterMin):0.0} of 10 after {AfterMin:0} min"
            + $", film {feel.WaxyFilm:0.0}.";
    }

    private static Swatch Measure(Material material)
    {
        var oil = MaterialShelf.Plain.Get(LightOil, "swatch");
        (Material Material, decimal Percent)[] card = material.IsLiquidAtRoom ? [(material, 100)] : [(material, OneInFour), (oil, 100 - OneInFour)];
        var feel = SkinFeel.Of([.. card.Select(part => (part.Material, (double)part.Percent))], [])!;
        var melt = new ProductMelt([
            .. card.Select((part, i) => (new FormulaLine($"L{i}", part.Material.Id, part.Percent, Phase.Melt), part.Material)),
        ]);
        return new Swatch(melt.Curve?.FirmnessAt(CardC) ?? 0, feel);
    }

    private sealed record Swatch(double FirmnessKPa, SkinFeel Feel);
}
