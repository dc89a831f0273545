using AmberPantry.Core.Families;
using AmberPantry.Core.Formulas;
using AmberPantry.Core.Materials;
using AmberPantry.Core.Safety;
using AmberPantry.Core.Science.Feel;
using AmberPantry.Core.Science.Fizz;
using AmberPantry.Core.Science.Melt;
using AmberPantry.Core.Science.Stability;
using AmberPantry.Core.Workshops;

namespace AmberPantry.Core.Assessment.Parts;

/// <summary>What a formula meets beside the workshop: the tub it goes into and the air beaten into it.</summary>
/// <param name="TubLitres">Water in the bath.</param>
/// <param name="Overrun">Air added, as a part of the volume without it, 0 to 3; null takes the formula's own.</param>
public sealed record Circumstances(double TubLitres = Circumstances.UsualTubLitres, double? Overrun = null)
{
    public const double UsualTubLitres = 120;

    public static Circumstances Usual { get; } = new();

    /// <summary>What is known of the making and the people, by the names of the rules table; null where nobody was asked.</summary>
    public IReadOnlyDictionary<string, FactValue>? Facts { get; init; }
}

/// <summary>Everything a judgement stands on beside the formula.</summary>
public sealed record Bearings(MaterialShelf Shelf, Workshop Workshop, FamilyRegistry Families)
{
    public Circumstances Circumstances { get; init; } = Circumstances.Usual;
}

/// <summary>A formula under judgement: with its materials looked up and each science worked out once, when it is first asked.</summary>
internal sealed class Subject
{
    private readonly Bearings bearings;
    private readonly Lazy<ProductMelt> melt;
    private readonly Lazy<double?> slumpC;
    private readonly Lazy<double?> clearC;
    private readonly Lazy<WhipWindow?> whip;
    private readonly Lazy<WeighingSheet?> sheet;
    private readonly Lazy<FizzMix> bathMix;
    private readonly Lazy<PowderReading> powders;
    private readonly Lazy<Keeping> keeping;
    private readonly Lazy<ScentReading> scent;
    private readonly Lazy<Preservation> preservation;
    private readonly Lazy<BathReading?> bath;
    private readonly Lazy<Colouring> colouring;
    private readonly Lazy<ColourReading> colour;
    private readonly Lazy<RinseOff?> rinse;
    private readonly Lazy<SkinFeel?> skin;
    private readonly Lazy<IReadOnlyList<string>> safety;

    public Subject(Formula formula, Bearings bearings)
    {
        this.bearings = bearings;
        Formula = formula;
        Say = new Wording(bearings.Workshop);
        Family = bearings.Families.Get(formula.Family, "formula.family");
        Lines = [.. formula.Lines.Select(line => (line, bearings.Shelf.Get(line.Material, $"lines.{line.Id}.material")))];
        Use = Use.Of(formula, Family, bearings.Workshop);
        melt = Once(() => new ProductMelt(Lines, Overrun));
        slumpC = Once(() => Curve?.SlumpC);
        clearC = Once(() => Curve?.ClearC);
        whip = Once(() => Curve is { } curve ? WhipWindow.Of(curve.Blend) : null);
        sheet = Once(() => Weighing.Sheet(Formula, Workshop.Scale));
        bathMix = Once(() =>
            new FizzMix(
                Lines
                    .Select(pair => (Row: pair.Material.InBath, G: (double)pair.Line.Percent))
                    .Where(line => line.Row is not null)
                    .Select(line => (line.Row!, line.G))
            )
        );
        powders = Once(() => PowderReading.Of(this));
        keeping = Once(() => KeepingReading.Of(this));
        scent = Once(() => ScentReading.Of(this));
        preservation = Once(() => KeepingReading.Preserve(this));
        bath = Once(() => BathReading.Of(this));
        colouring = Once(() => Colouring.Of(this));
        colour = Once(() => ColourReading.Of(Colouring));
        rinse = Once(() => FeelReading.Rinse(this));
        skin = Once(() => FeelReading.Skin(this));
        safety = Once(() => FormulaFacts.RulesOf(Formula, Family, Lines, Found(), Circumstances.Facts));
    }

    public Formula Formula { get; }

    public FamilyProfile Family { get; }

    public MaterialShelf Shelf => bearings.Shelf;

    public Workshop Workshop => bearings.Workshop;

    public Use Use { get; }

    /// <summary>Air in it, as a part of the volume without it.</summary>
    public double Overrun => Circumstances.Overrun ?? Use.OverrunPercent / 100;

    public Circumstances Circumstances => bearings.Circumstances;

    public Wording Say { get; }

    public IReadOnlyList<(FormulaLine Line, Material Material)> Lines { get; }

    public ProductMelt Melt => melt.Value;

    public MeltCurve? Curve => Melt.Curve;

    public double? SlumpC => slumpC.Value;

    public double? ClearC => clearC.Value;

    /// <summary>Null where nothing melts.</summary>
    public WhipWindow? Whip => whip.Value;

    /// <summary>Null for an empty pot.</summary>
    public WeighingSheet? Sheet => sheet.Value;

    /// <summary>The formula by the bath table, grams in 100.</summary>
    public FizzMix BathMix => bathMix.Value;

    /// <summary>Null where it goes into no bath.</summary>
    public BathReading? Bath => bath.Value;

    public PowderReading Powders => powders.Value;

    public Keeping Keeping => keeping.Value;

    public ScentReading Scent => scent.Value;

    public Preservation Preservation => preservation.Value;

    public Colouring Colouring => colouring.Value;

    public ColourReading Colour => colour.Value;

    /// <summary>Null where it is not rubbed in.</summary>
    public SkinFeel? Skin => skin.Value;

    /// <summary>Null where nothing is rinsed away.</summary>
    public RinseOff? Rinse => rinse.Value;

    /// <summary>Ids of the safety rules that speak of this formula, stops first.</summary>
    public IReadOnlyList<string> Safety => safety.Value;

    /// <summary>What the safety rules are told when it is about to be made.</summary>
    public RuleFacts AtMaking(IReadOnlyDictionary<string, FactValue> told) => FormulaFacts.AtMaking(Formula, Family, Lines, Found(), told);

    /// <summary>Lines of a share above 0.</summary>
    public IEnumerable<(FormulaLine Line, Material Material)> There => Lines.Where(pair => pair.Line.Percent > 0);

    /// <summary>Percent of the formula that can go rancid or carries what guards it.</summary>
    public decimal LipidPercent => Lines.Where(pair => pair.Material.Lipid is not null).Sum(pair => pair.Line.Percent);

    public decimal Share(params ReadOnlySpan<Role> roles)
    {
        decimal share = 0;
        foreach (var (line, material) in Lines)
        {
            share += roles.Contains(material.Role) ? line.Percent : 0;
        }

        return share;
    }

    public Subject With(Formula formula) => new(formula, bearings);

    /// <summary>A subject stays on one thread.</summary>
    private static Lazy<T> Once<T>(Func<T> work) => new(work, LazyThreadSafetyMode.None);

    private FoundFacts Found() =>
        new()
        {
            Need = Preservation.Need,
            Preserved = Preservation.Adequate,
            KeepsMonths = Keeping.Months,
            ScentPercent = Scent.Limits?.TotalPct,
            PhotoIndex = Scent.Limits?.PhotoIndex,
            ScentFlags = Scent.Limits?.Flags ?? [],
            Area = Use.Area,
            Audience = Use.Audience,
            Container = Workshop.FindContainer(Formula.Batch.Container)?.MadeOf is PackMaterial.Plastic or PackMaterial.Polystyrene
                ? "plastic"
                : null,
        };
}
