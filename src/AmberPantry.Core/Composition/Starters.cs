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
