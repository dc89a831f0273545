using AmberPantry.Core.Composition;
using AmberPantry.Core.Fizz;
using AmberPantry.Core.Materials;
using AmberPantry.Core.Melt;
using AmberPantry.Core.Stability;

namespace AmberPantry.Core.Assessment;

/// <summary>A formula on trial: with its materials looked up and its melting worked out, ready for the rules.</summary>
internal sealed class Case
{
    private readonly Lazy<ProductMelt> melt;
    private readonly Lazy<double?> slumpC;
    private readonly Lazy<double?> clearC;
    private readonly Lazy<WeighingSheet?> sheet;
    private readonly Lazy<FizzMix> bath;
    private readonly Lazy<PowderView> powders;
    private readonly Lazy<Keeping> keeping;
    private readonly Lazy<ScentView> scent;
    private readonly Lazy<Preservation> preserve;
    private readonly Lazy<BathView?> bathView;
    private readonly Lazy<ColourView> colour;
    private readonly Lazy<IReadOnlyList<string>> safety;
    private readonly Lazy<IReadOnlyList<School>> schools;

    public Case(Formula formula, MaterialShelf shelf, Workshop workshop)
    {
        Formula = formula;
        Shelf = shelf;
        Workshop = workshop;
        Say = new Wording(workshop);
        Norm = FamilyNorms.For(formula.Family);
        Lines = [.. formula.Lines.Select(line => (line, shelf.Get(line.Material, $"lines.{line.Id}.material")))];
        melt = Once(() => new ProductMelt(formula, shelf));
        slumpC = Once(() => Curve?.SlumpC);
        clearC = Once(() => Curve?.ClearC);
        sheet = Once(() => Weighable.Sheet(this));
        bath = Once(() => new FizzMix(Lines.Select(pair => (Row: MaterialKeys.FizzOf(pair.Material), G: (double)pair.Line.Percent)).Where(line => line.Row is not null).Select(line => (line.Row!, line.G))));
        powders = Once(() => ProductViews.Powders(this));
        keeping = Once(() => ProductViews.Keeping(this));
        scent = Once(() => ProductViews.Scent(this));
        preserve = Once(() => ProductViews.Preservation(this));
        bathView = Once(() => ProductViews.Bath(this));
        colour = Once(() => ProductViews.Colour(this));
        safety = Once(() => FormulaSafety.Of(this));
        schools = Once(() => School.RaisedBy(this));
    }

    public Formula Formula { get; }

    public MaterialShelf Shelf { get; }

    public Workshop Workshop { get; }

    public Wording Say { get; }

    public FamilyNorm Norm { get; }

    public IReadOnlyList<(FormulaLine Line, Material Material)> Lines { get; }

    public ProductMelt Melt => melt.Value;

    public MeltCurve? Curve => Melt.Curve;

    public double? SlumpC => slumpC.Value;

    public double? ClearC => clearC.Value;

    /// <summary>Null for an empty pot.</summary>
    public WeighingSheet? Sheet => sheet.Value;

    /// <summary>The formula by the bath table, grams in 100.</summary>
    public FizzMix Bath => bath.Value;

    public BathView? BathView => bathView.Value;

    public PowderView Powders => powders.Value;

    public Keeping Keeping => keeping.Value;

    public ScentView Scent => scent.Value;

    public Preservation Preserve => preserve.Value;

    public ColourView Colour => colour.Value;

    /// <summary>Ids of the safety rules that speak of this formula, stops first.</summary>
    public IReadOnlyList<string> Safety => safety.Value;

    /// <summary>Questions it raises on which practitioners disagree.</summary>
    public IReadOnlyList<School> Schools => schools.Value;

    /// <summary>Percent of the formula that can go rancid or carries what guards it.</summary>
    public decimal LipidPercent => Lines.Where(pair => pair.Material.Lipid is not null).Sum(pair => pair.Line.Percent);

    /// <summary>Half a percent of the lipids: a usual dose of tocopherols, far less than half a percent where there is little oil.</summary>
    public (string Label, FormulaEdit Edit) AddTocopherol()
    {
        var share = Math.Max(0.01m, Math.Round(0.005m * LipidPercent, 2));
        var vitamin = Shelf.Preferred("mixed tocopherols");
        return ($"Add {Wording.RoundPercent(share)} {Wording.Brief(vitamin.Name)}", new AddLine(vitamin.Id, share.ToString(System.Globalization.CultureInfo.InvariantCulture)));
    }

    /// <summary>A stick of a few grams goes on lips, and lips swallow what they wear.</summary>
    public bool IsLip => Formula.Family == Family.Stick && Formula.Batch.FillG is <= 6;

    public Landmark? Coldest => Workshop.Landmarks.Where(landmark => landmark.Kind == LandmarkKind.Storage).MinBy(landmark => landmark.TemperatureC);

    public decimal Share(params ReadOnlySpan<Role> roles)
    {
        decimal share = 0;
        foreach (var (line, material) in Lines)
        {
            share += roles.Contains(material.Role) ? line.Percent : 0;
        }

        return share;
    }

    public Case With(Formula formula) => new(formula, Shelf, Workshop);

    /// <summary>A case stays on one thread.</summary>
    private static Lazy<T> Once<T>(Func<T> work) => new(work, LazyThreadSafetyMode.None);
}
