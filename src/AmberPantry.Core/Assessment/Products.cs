using AmberPantry.Core.Colour;
using AmberPantry.Core.Composition;
using AmberPantry.Core.Feel;
using AmberPantry.Core.Fizz;
using AmberPantry.Core.Materials;
using AmberPantry.Core.Powders;
using AmberPantry.Core.Safety;
using AmberPantry.Core.Scent;
using AmberPantry.Core.Stability;

namespace AmberPantry.Core.Assessment;

/// <summary>The one lamp in plain sight.</summary>
public enum Waterless
{
    /// <summary>No water, and none gets in.</summary>
    Waterless,

    /// <summary>Wet hands or a shower bring water in.</summary>
    WaterCanGetIn,
    ContainsWater,

    /// <summary>A sun filter or a sweat salt makes it a regulated product in many places.</summary>
    Regulated,
}

/// <param name="Reasons">Why, one sentence each.</param>
public sealed record WaterlessView(Waterless State, IReadOnlyList<string> Reasons);

/// <summary>A formula as powders and liquids.</summary>
/// <param name="InFat">What the powder does to a fat; null where no fat carries it.</param>
public sealed record PowderView(OilBudget? Budget, PowderInFat? InFat);

/// <summary>A formula as it meets the bath and the room's air.</summary>
/// <param name="Balance">Null where nothing fizzes.</param>
public sealed record BathView(FizzBalance? Balance, BathPh? Ph, Caking Air, TubDispersion Tub, PieceHardness? Hardness, SoakDose Dose, double RhPct, double PortionG);

/// <param name="Limits">Null where a scent's composition is not known.</param>
/// <param name="Checked">Every scent's composition is known.</param>
public sealed record ScentView(ScentLimits? Limits, ScentStrength? Strength, IReadOnlyList<NamedShare> Declare, bool Checked, IReadOnlyList<string> Unchecked);

/// <summary>Predicted colour of the finished product.</summary>
/// <param name="Base">Base of the colour table that the uncoloured product is nearest to.</param>
public sealed record ColourView(string Hex, string Base, Shade? Shade);

/// <summary>Safety rules that this formula calls for by what is in it.</summary>
public sealed record SafetyView(IReadOnlyList<string> Stop, IReadOnlyList<string> Caution, IReadOnlyList<string> Note);

/// <summary>Group names that the shares of a formula are summed by, beside the family's own.</summary>
internal static class ProductViews
{
    /// <summary>Usual portion of a bath product, g, where the batch is not counted in pieces.</summary>
    private const double UsualPortionG = 100;

    private const double UsualHumidity = 60;

    public static PowderView Powders(Case at)
    {
        var powders = PowderLines(at);
        if (powders.All(line => line.Powder.IsOilSoluble))
        {
            return new PowderView(null, null);
        }

        var liquids = at.Lines.Where(pair => pair.Material.Melt is not null && pair.Line.Percent > 0).Select(pair => ((double)pair.Line.Percent, pair.Material.DensityGMl)).ToArray();
        if (at.Norm.Nature is FamilyNature.Powder or FamilyNature.Bath)
        {
            return new PowderView(OilBudget.Of(new PowderMix(powders, liquids), Use(at)), null);
        }

        var fat = liquids.Sum(liquid => liquid.Item1);
        return new PowderView(null, fat > 0 ? PowderInFat.Of(powders, fat, fat / liquids.Sum(liquid => liquid.Item1 / liquid.Item2), 0, 20) : null);
    }

    public static (PowderMaterial Powder, double G)[] PowderLines(Case at) =>
        [.. at.Lines.Where(pair => pair.Line.Percent > 0 && pair.Material.Keys.Powder is not null).Select(pair => (PowderMaterial.All[pair.Material.Keys.Powder!], (double)pair.Line.Percent))];

    public static BathView? Bath(Case at)
    {
        if (at.Norm.Nature != FamilyNature.Bath)
        {
            return null;
        }

        var mix = at.Bath;
        if (mix.DryG <= 0)
        {
            return null;
        }

        // A fizzy is one bath; a pouch of salts is many.
        var portion = at.Formula is { Family: Family.Fizzy, Batch.FillG: { } piece } ? (double)piece : Math.Min(UsualPortionG, (double)at.Formula.Batch.Grams);
        var rh = at.Workshop.HumidityPercent ?? UsualHumidity;
        var fizzes = mix.GasMol > 0;
        return new BathView(
            fizzes ? FizzBalance.Of(mix, portionG: portion) : null, fizzes ? BathPh.Of(mix, new Bath(portion)) : null, Caking.Of(mix, rh, false), TubDispersion.Of(mix, portion, 120),
            at.Formula.Family == Family.Fizzy ? PieceHardness.Of(mix, 0.7) : null, SoakDose.Of(mix, portion, 120), rh, portion);
    }

    public static Keeping Keeping(Case at)
    {
        (Lipid, double)[] lipids = [.. at.Lines.Where(pair => pair.Line.Percent > 0).Select(pair => (Lipid: pair.Material.Lipid, G: (double)pair.Line.Percent)).Where(line => line.Lipid is not null).Select(line => (line.Lipid!, line.G))];
        (Antioxidant, double)[] guards = [.. at.Lines.Where(pair => pair.Line.Percent > 0).Where(pair => pair.Material.Role != Role.Acid).Select(pair => (pair.Material.Guard, G: (double)pair.Line.Percent)).Where(line => line.Guard is not null).Select(line => (line.Guard!, line.G))];
        var metal = at.Lines.Any(pair => pair.Line.Percent > 0 && (pair.Material.Role == Role.Botanical || pair.Material.Id.Contains("clay", StringComparison.Ordinal) || pair.Material.Id.Contains("iron oxide", StringComparison.Ordinal))) ? "trace" : "none";
        return Stability.Keeping.Of(lipids, guards, new Storage(at.Norm.Rules, Metal: metal, Temps: [(at.Workshop.WorkroomC, 1)]), at.Workshop.Schools.Keeping);
    }

    public static ScentView Scent(Case at)
    {
        var scents = at.Lines.Where(pair => pair.Material.Role == Role.Scent && pair.Line.Percent > 0).ToArray();
        (ScentOil Oil, double Pct)[] known = [.. scents.Select(pair => (Oil: MaterialKeys.ScentOf(pair.Material), Pct: (double)pair.Line.Percent)).Where(line => line.Oil is not null).Select(line => (line.Oil!, line.Pct))];
        string[] blind = [.. scents.Where(pair => MaterialKeys.ScentOf(pair.Material) is null).Select(pair => pair.Material.Name)];
        var use = new ScentUse(at.Norm.Rules, at.IsLip ? "lip" : null, Market: at.Workshop.Schools.Market);
        var allergens = ScentAllergens.Of(at.Norm.LeaveOn, "extended", known);
        return new ScentView(
            known.Length > 0 ? ScentLimits.Of(use, known) : null, known.Length > 0 ? ScentStrength.Of(at.Norm.Rules, known) : null, allergens.Declare, blind.Length == 0, blind);
    }

    /// <summary>The base nearest to the uncoloured product, and the shade of what colours it.</summary>
    public static ColourView Colour(Case at)
    {
        var family = at.Norm.Nature switch { FamilyNature.Melted => "fat", FamilyNature.Liquid => "oil", FamilyNature.Powder => "powder", _ => at.Formula.Family == Family.Fizzy ? "powder" : "salt" };
        var plain = at.Formula with { Lines = [.. at.Formula.Lines.Where(line => at.Shelf.Get(line.Material, "material").Keys.Colourant is null)] };
        var tint = Lab.FromLinear(Srgb.Linear(PotColour.Of(plain.Lines.Count > 0 ? plain : at.Formula, at.Shelf))!);
        var nearest = at.Formula.Family == Family.Fizzy
            ? ColourBase.All["fizz_mix"]
            : ColourBase.Nearest(family, tint);
        (Colourant, double)[] colourants = [.. at.Lines.Where(pair => pair.Line.Percent > 0 && pair.Material.Keys.Colourant is not null && pair.Line.Percent <= 50 && !(at.Norm.Nature is FamilyNature.Powder or FamilyNature.Bath && pair.Material.Id is "kaolin" or "zinc oxide"))
            .Select(pair => (Core.Colour.Colourant.All[pair.Material.Keys.Colourant!], (double)pair.Line.Percent))];
        if (colourants.Sum(line => line.Item2) > 60)
        {
            colourants = [];
        }

        var paint = new Paint(nearest);
        return new ColourView(Srgb.Hex(paint.Reflectance(Shade.Summed(colourants))), nearest.Id, colourants.Length > 0 ? Shade.Of(paint, colourants) : null);
    }

    public static SkinFeel? Feel(Case at) =>
        at.Norm.Nature is FamilyNature.Bath or FamilyNature.Powder
            ? null
            : SkinFeel.Of(
                [.. at.Lines.Select(pair => (pair.Material, (double)pair.Line.Percent))], PowderLines(at),
                (double)at.Lines.Where(pair => pair.Material.IsPowder && pair.Material.Keys.Powder is null).Sum(pair => pair.Line.Percent));

    public static RinseOff? Rinse(Case at) =>
        at.Formula.Family is Family.CleansingBalm or Family.OilToMilk ? RinseOff.Of([.. at.Lines.Select(pair => (pair.Material, (double)pair.Line.Percent))]) : null;

    public static Preservation Preservation(Case at)
    {
        double Percent(Func<Material, bool> which) => (double)at.Lines.Where(pair => which(pair.Material)).Sum(pair => pair.Line.Percent);
        var fresh = at.Lines.Any(pair => pair.Line.Percent > 0 && pair.Material.Tags.Contains("fresh"));
        var water = at.Lines.Where(pair => pair.Line.Percent > 0 && pair.Material.Role is Role.WaterPhase).Sum(pair => (double)pair.Line.Percent * WaterOf(pair.Material));
        var phase = new WaterPhase(water, HoneyG: Percent(material => material.Id == "honey"), GlycerolG: Percent(material => material.Id == "glycerin"), PropyleneGlycolG: Percent(material => material.Id is "propylene glycol" or "propanediol"));
        (string, double)[] items = [.. at.Lines.Where(pair => pair.Material.Role == Role.Preservative && pair.Line.Percent > 0).Select(pair => (PreservativeKey(pair.Material), (double)pair.Line.Percent))];

        // In a dry bath product a binder's water leaves again; what stays is judged by caking and gas.
        return Stability.Preservation.Of(new PreservationQuestion(100, at.Norm.Use, at.Workshop.Schools.Water, at.Norm.Nature == FamilyNature.Bath ? null : phase, fresh && at.Norm.Nature != FamilyNature.Bath, items));
    }

    public static WaterlessView Lamp(Case at)
    {
        var regulated = at.Lines.Where(pair => pair.Line.Percent > 0 && (pair.Material.Role == Role.UvFilter || pair.Material.Tags.Contains("sweat salt") || (at.Formula.Family == Family.UvStick && pair.Material.Tags.Contains("uv filter")))).Select(pair => pair.Material.Name).Distinct().ToArray();
        var watery = at.Lines.Where(pair => pair.Line.Percent > 0 && pair.Material.Role == Role.WaterPhase && (WaterOf(pair.Material) > 0 || pair.Material.Id == "honey")).ToArray();
        List<string> reasons = [.. watery.Select(pair => $"{pair.Material.Name} at {Wording.Percent(pair.Line.Percent)} brings water."), .. regulated.Select(name => $"{name} makes it a regulated product in many places.")];
        var wet = at.Preserve.Reason is "wet_use" or "both";
        if (wet)
        {
            reasons.Add(at.Norm.Use == "wet_hands" ? "Wet hands go into it." : "It stands in the shower.");
        }

        var state = regulated.Length > 0 ? Waterless.Regulated : watery.Length > 0 ? Waterless.ContainsWater : wet ? Waterless.WaterCanGetIn : Waterless.Waterless;
        return new WaterlessView(state, reasons.Count == 0 ? ["Nothing in it brings water, and none gets in where it is used."] : reasons);
    }

    /// <summary>Water in a water-phase material, mass fraction; honey is told apart.</summary>
    private static double WaterOf(Material material) => material.Id switch
    {
        "glycerin" or "propanediol" or "propylene glycol" or "honey" => 0,
        "milk" => 0.88,
        _ => material.Keys.Fizz is { } key ? FizzMaterial.All[key].Water : 1,
    };

    private static string PreservativeKey(Material material) => material.Id switch
    {
        "phenoxyethanol and ethylhexylglycerin" => "phenoxyethanol_ehg",
        "benzyl alcohol and dehydroacetic acid" => "benzyl_alcohol_dha",
        "paraben mix" => "parabens_mix",
        var id => id.Replace(' ', '_'),
    };

    private static string Use(Case at) => at.Formula.Family switch
    {
        Family.PowderCleanser => "cleanser",
        Family.BathSalts or Family.Fizzy => "bath",
        _ => "body",
    };
}
