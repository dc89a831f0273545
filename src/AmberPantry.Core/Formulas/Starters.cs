using AmberPantry.Core.Families;
using AmberPantry.Core.Materials;

namespace AmberPantry.Core.Formulas;

/// <summary>Plain first formulas, one for each family, to change one thing at a time from.</summary>
public static class Starters
{
    private const decimal FirstBatchG = 300;

    public static Formula For(FamilyProfile family, MaterialShelf shelf) =>
        Blank(family.Family) with
        {
            Lines =
            [
                .. family.Starter.Select(
                    (part, i) =>
                    {
                        var material = shelf.Preferred(part.Material);
                        return new FormulaLine($"L{i + 1}", material.Id, part.Percent, LinePhase.Of(family.Family, material));
                    }
                ),
            ],
        };

    public static Formula Blank(Family family) =>
        new()
        {
            Family = family,
            Lines = [],
            Batch = new BatchSize(FirstBatchG),
        };
}
