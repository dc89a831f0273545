using AmberPantry.Core.Materials;

namespace AmberPantry.Core.Composition;

/// <summary>Plain first formulas, one for each family, to change one thing at a time from.</summary>
public static class Starters
{
    private static readonly Dictionary<Family, (string Material, decimal Percent)[]> All = new()
    {
        [Family.Salve] = [("beeswax", 10), ("shea butter", 8), ("high-oleic sunflower oil", 81.5m), ("mixed tocopherols", 0.5m)],
        [Family.Balm] = [("beeswax", 16), ("cocoa butter", 6), ("shea butter", 8), ("high-oleic sunflower oil", 59.5m), ("castor oil", 10), ("mixed tocopherols", 0.5m)],
        [Family.Stick] = [("beeswax", 22), ("cocoa butter", 12), ("shea butter", 10), ("castor oil", 20), ("high-oleic sunflower oil", 35.5m), ("mixed tocopherols", 0.5m)],
        [Family.Bar] = [("beeswax", 30), ("cocoa butter", 30), ("shea butter", 15), ("high-oleic sunflower oil", 24.5m), ("mixed tocopherols", 0.5m)],
        [Family.DeodorantStick] = [("coconut oil", 20), ("caprylic/capric triglyceride", 34), ("arrowroot starch", 14), ("cocoa butter", 7), ("candelilla wax", 3), ("beeswax", 6), ("cetearyl alcohol", 5), ("magnesium hydroxide", 10.5m), ("mixed tocopherols", 0.5m)],
        [Family.CleansingBalm] = [("high-oleic sunflower oil", 30.5m), ("caprylic/capric triglyceride", 14), ("polyglyceryl-4 oleate", 11), ("PEG-7 olivate", 7), ("shea butter", 10), ("cocoa butter", 15), ("candelilla wax", 4), ("cetearyl alcohol", 8), ("mixed tocopherols", 0.5m)],
        [Family.OilToMilk] = [("high-oleic sunflower oil", 60), ("caprylic/capric triglyceride", 26.5m), ("PEG-7 olivate", 9), ("polyglyceryl-4 oleate", 4), ("mixed tocopherols", 0.5m)],
        [Family.BodyOil] = [("high-oleic sunflower oil", 54.5m), ("jojoba oil", 20), ("caprylic/capric triglyceride", 25), ("mixed tocopherols", 0.5m)],
        [Family.UvStick] = [("beeswax", 12), ("candelilla wax", 6), ("caprylic/capric triglyceride", 40), ("jojoba oil", 21.5m), ("zinc oxide", 20), ("mixed tocopherols", 0.5m)],
        [Family.Powder] = [("arrowroot starch", 60), ("kaolin", 26.98m), ("magnesium carbonate", 8), ("zinc oxide", 2), ("jojoba oil", 3), ("mixed tocopherols", 0.02m)],
        [Family.PowderCleanser] = [("kaolin", 48.98m), ("colloidal oatmeal", 18), ("arrowroot starch", 15), ("sodium cocoyl isethionate", 15), ("jojoba oil", 3), ("mixed tocopherols", 0.02m)],
        [Family.BathSalts] = [("Epsom salt", 58), ("sea salt", 26.99m), ("dendritic salt", 6), ("sodium bicarbonate", 7), ("high-oleic sunflower oil", 1.2m), ("polyglyceryl-4 oleate", 0.8m), ("mixed tocopherols", 0.01m)],
        [Family.Fizzy] = [("sodium bicarbonate", 56), ("citric acid", 28), ("corn starch", 10), ("cream of tartar", 3), ("high-oleic sunflower oil", 1.99m), ("polyglyceryl-4 oleate", 1), ("mixed tocopherols", 0.01m)],
        [Family.Butter] = [("shea butter", 40), ("mango butter", 30), ("high-oleic sunflower oil", 29.5m), ("mixed tocopherols", 0.5m)],
    };

    public static Formula For(Family family, MaterialShelf shelf) => new()
    {
        Family = family,
        Lines = [.. All[family].Select((part, i) =>
        {
            var material = shelf.Preferred(part.Material);
            return new FormulaLine($"L{i + 1}", material.Id, part.Percent, material.UsualPhase);
        })],
        Batch = new BatchSize(300),
    };

    public static Formula Blank(Family family) => new() { Family = family, Lines = [], Batch = new BatchSize(300) };
}
