using AmberPantry.Core.Composition;
using AmberPantry.Core.Materials;
using AmberPantry.Core.Melt;

namespace AmberPantry.Core.Assessment;

/// <summary>A formula on trial: with its materials looked up and its melting worked out, ready for the rules.</summary>
internal sealed class Case
{
    private readonly Lazy<ProductMelt> melt;
    private readonly Lazy<double?> slumpC;
    private readonly Lazy<double?> clearC;
    private readonly Lazy<WeighingSheet?> sheet;

    public Case(Formula formula, MaterialShelf shelf, Workshop workshop)
    {
        Formula = formula;
        Shelf = shelf;
        Workshop = workshop;
        Say = new Wording(workshop);
        Norm = FamilyNorms.For(formula.Family);
        Materials = [.. formula.Lines.Select(line => shelf.Get(line.Material, $"lines.{line.Id}.material"))];
        melt = new(() => new ProductMelt(formula, shelf));
        slumpC = new(() => Curve?.SlumpC);
        clearC = new(() => Curve?.ClearC);
        sheet = new(() => Weighable.Sheet(this));
    }

    public Formula Formula { get; }

    public MaterialShelf Shelf { get; }

    public Workshop Workshop { get; }

    public Wording Say { get; }

    public FamilyNorm Norm { get; }

    /// <summary>One for each line, in line order.</summary>
    public IReadOnlyList<Material> Materials { get; }

    public ProductMelt Melt => melt.Value;

    public MeltCurve? Curve => Melt.Curve;

    public double? SlumpC => slumpC.Value;

    public double? ClearC => clearC.Value;

    /// <summary>Null for an empty pot.</summary>
    public WeighingSheet? Sheet => sheet.Value;

    public IEnumerable<(FormulaLine Line, Material Material)> Lines => Formula.Lines.Zip(Materials);

    public Landmark? Coldest => Workshop.Landmarks.Where(landmark => landmark.Kind == LandmarkKind.Storage).MinBy(landmark => landmark.TemperatureC);

    public decimal Share(params ReadOnlySpan<Role> roles)
    {
        decimal share = 0;
        for (var i = 0; i < Materials.Count; i++)
        {
            share += roles.Contains(Materials[i].Role) ? Formula.Lines[i].Percent : 0;
        }

        return share;
    }

    public Case With(Formula formula) => new(formula, Shelf, Workshop);
}
